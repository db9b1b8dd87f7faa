"""How many, how much and how large, read out of what somebody typed: numbers, units, packs, pairs, dozens, ranges.

Sizes mm, masses g, volumes ml. An inch is 25.4 mm, a pound 453.6 g, an ounce 28.35 g (international yard and pound,
1959, from memory); a cup is 236.6 ml, a fluid ounce 29.57 ml (US customary), a pint 568 ml (imperial), from memory.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass, field

from zither_awl.core.things.subjects import COLOURS, MATERIALS, SIZES

WORDS = {
    "a": 1,
    "an": 1,
    "one": 1,
    "two": 2,
    "three": 3,
    "four": 4,
    "five": 5,
    "six": 6,
    "seven": 7,
    "eight": 8,
    "nine": 9,
    "ten": 10,
    "eleven": 11,
    "twelve": 12,
    "thirteen": 13,
    "fourteen": 14,
    "fifteen": 15,
    "sixteen": 16,
    "eighteen": 18,
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "fifty": 50,
    "hundred": 100,
    "un": 1,
    "una": 1,
    "uno": 1,
    "dos": 2,
    "tres": 3,
    "cuatro": 4,
    "cinco": 5,
    "seis": 6,
    "siete": 7,
    "ocho": 8,
    "nueve": 9,
    "diez": 10,
    "once": 11,
    "doce": 12,
    "quince": 15,
    "veinte": 20,
    "treinta": 30,
    "cien": 100,
}
SIGNS = {"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1 / 3, "⅔": 2 / 3, "⅛": 0.125}
PARTS = {"half": 0.5, "medio": 0.5, "media": 0.5, "quarter": 0.25, "cuarto": 0.25, "third": 1 / 3}

LINEAR = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}
MASS = {"g": 1.0, "kg": 1000.0, "lb": 453.6, "oz": 28.35}
VOLUME = {
    "ml": 1.0,
    "cl": 10.0,
    "dl": 100.0,
    "l": 1000.0,
    "floz": 29.57,
    "pint": 568.0,
    "quart": 946.0,
    "gallon": 3785.0,
    "cup": 236.6,
    "tbsp": 15.0,
    "tsp": 5.0,
}
SPELT = {
    "mm": "mm|millimet(?:er|re)s?|milímetros?|milimetros?",
    "cm": "cms?|centimet(?:er|re)s?|centímetros?|centimetros?",
    "m": "m|met(?:er|re)s?|metros?",
    "in": r"in(?=\b(?!\s+(?:a|the|an|my|our|one|total|\d)\b))|inch(?:es)?|pulgadas?",
    "ft": "ft|foot|feet|pies",
    "kg": "kgs?|kilos?|kilogram(?:me)?s?|kilogramos?",
    "g": "g|gr|grams?|grammes?|gramos?",
    "lb": "lbs?|pounds?|libras?",
    "floz": r"fl\.?\s?oz\.?|fluid ounces?",
    "oz": r"oz\.?|ounces?|onzas?",
    "ml": "mls?|millilit(?:er|re)s?|mililitros?",
    "cl": "cl|centilit(?:er|re)s?",
    "dl": "dl",
    "l": "l|lt|lit(?:er|re)s?|litros?",
    "pint": "pints?",
    "quart": "quarts?",
    "gallon": "gallons?|galones|galón",
}
_SIGN = "[" + "".join(SIGNS) + "]"
_PLAIN = r"\d+(?:[.,]\d+)?"
_NUMBER = (
    rf"(?:\d+\s+\d+/\d+|\d+\s*{_SIGN}|\d+/\d+|{_PLAIN}|{_SIGN}|"
    r"half(?:\s+an?|\s+of\s+an?)?|a\s+quarter(?:\s+of\s+an?)?|three\s+quarters\s+of\s+an?|medio|media|un\s+cuarto\s+de|"
    + "|".join(rf"{word}" for word in WORDS)
    + ")"
)
_UNIT = "|".join(f"(?P<{name}>{spelt})" for name, spelt in SPELT.items())
_LONG = "|".join(SPELT[name] for name in LINEAR)
_ABOUT = r"(?:about|approx(?:imately|\.)?|around|ca\.?|circa|roughly|nearly|almost|unos|unas|aprox\.?|~)"

DIMENSIONS = re.compile(
    rf"({_PLAIN})\s*(?:({_LONG})\b)?\s*(?:x|×|\*|by|por)\s*({_PLAIN})\s*(?:({_LONG})\b)?"
    rf"(?:\s*(?:x|×|\*|by|por)\s*({_PLAIN}))?\s*(?:({_LONG})\b)",
    re.IGNORECASE,
)
INCHES = re.compile(rf"({_PLAIN}|\d+/\d+)\s*(?:\"|″|'')")
_SIDE = (
    r"(?:long|wide|high|tall|deep|across|diameter|in\s+diameter|each|de\s+largo|de\s+ancho|de\s+alto|"
    r"de\s+diámetro)"
)
AMOUNT = re.compile(
    rf"\b(?P<number>(?<![\w.,/]){_NUMBER})\s*(?:{_UNIT})\b(?:\s+{_SIDE})?|"
    rf"(?P<sign>{_SIGN})\s*(?:(?P<signunit>[a-z]+))\b",
    re.IGNORECASE,
)
CUPS = re.compile(
    rf"\b(?P<number>{_NUMBER})\s*(?P<unit>cups?|tazas?|tablespoons?|tbsps?|teaspoons?|tsps?|cucharadas?|cucharaditas?)\s+(?:of|de)\b(?!\s+(?:café|té)\b)|"
    rf"(?P<part>(?:\d+\s+)?\d+/\d+|\d*\s*{_SIGN}|half\s+a|a\s+quarter\s+of\s+a|media)\s*(?P<partunit>cups?|tazas?|tbsps?|tsps?)\b",
    re.IGNORECASE,
)
SET_ASIDE = re.compile(
    r"\b(?:ages?|aged|size|talla|no\.?|nr\.?|number)\s*\d+(?:\s*[-–]\s*\d+)?\+?(?!\s*(?:to|a|-|–)\s*\d)"
    r"|\b\d+[\s-]*(?:holes?|cavit(?:y|ies)|compartments?|sections?|tiers?|ply|huecos|compartimentos)\b(?!\s+punch)"
    r"|(?<=\btin)\s+\d+\s+cups?\b|(?<=\btray)\s+\d+\s+cups?\b"
    r"|\b\d+\s*\+?\s*(?:[-–]\s*\d+\s*)?(?:years?|yrs?|months?|mths?|años|meses)\b(?:\s+old)?|\b\d\+(?=\s|$)",
    re.IGNORECASE,
)
RANGE = re.compile(r"\b(\d{1,3})\s*(?:to|-|–|—|hasta|al?)\s*(\d{1,3})\b", re.IGNORECASE)
_PACK = (
    r"(?:packs?|packets?|sets?|box(?:es)?|bags?|bundles?|tubs?|tins?|jars?|lots?|cases?|rolls?|sheets?|"
    r"bunch(?:es)?|cajas?|paquetes?|juegos?|bolsas?|botes?|lotes?)"
)
_EACH = (
    r"(?:sticks?|sheets?|slices?|pots?|tubes?|bottles?|balls?|skeins?|reels?|rolls?|bars?|shapes?|kinds?|sizes?|"
    r"of\s+them|of\s+each|in\s+all|altogether|or\s+so|barras|hojas|botes?|tubos?|ovillos?|rollos?|formas?|"
    r"en\s+total)"
)
"""What a number at the end counts. Of bags and jars nobody knows how many they hold."""
_SIZED = "|".join(re.escape(word) for _, spoken in SIZES.values() for word in spoken)
_HOW = "|".join(re.escape(word) for table in (COLOURS, MATERIALS) for spoken in table.values() for word in spoken)
_SUCH = (
    rf"(?:(?:mixed|assorted|different|small|little|big|large|old|distint[ao]s|pequeñ[ao]s|grandes|{_HOW}|{_SIZED})"
    r"(?:\s+(?:colou?rs|sizes|shapes|ones|colores|tamaños))?)"
)
"""What may stand beside such a number, and describes: it is left where it stands."""
_BEHIND = rf"(?<=\w)(?:\s*[,;:]|\s+[-–—]|(?<=s))\s+({_NUMBER})"
COUNTS: tuple[tuple[re.Pattern[str], Callable[[re.Match[str]], float]], ...] = (
    (re.compile(r"\bhalf\s+a\s+dozen\b(?:\s+of)?|\bmedia\s+docena\b(?:\s+de)?", re.IGNORECASE), lambda m: 6),
    (
        re.compile(rf"\b(?:({_NUMBER})\s+)?(?:dozens?|doz\.?|dz\.?|docenas?)\b(?:\s+(?:of|de))?", re.IGNORECASE),
        lambda m: 12 * (number(m[1]) if m[1] else 1),
    ),
    (
        re.compile(
            rf"[,;]?\s*(?:\b({_NUMBER})\s+)?\b{_PACK}\s+(?:of|de|con)\s+{_ABOUT}?\s*({_NUMBER})\b", re.IGNORECASE
        ),
        lambda m: number(m[1] or "1") * number(m[2]),
    ),
    (
        re.compile(
            rf"\(\s*{_ABOUT}?\s*(?:x\s*)?(\d+)\s*(?:pcs?|pieces?|piezas|uds?|unidades|off|of\s+them)?\.?\s*\)",
            re.IGNORECASE,
        ),
        lambda m: float(m[1]),
    ),
    (re.compile(r"(?<![\w.])(?:x|×)\s*(\d+)\b(?!\s*[x×])", re.IGNORECASE), lambda m: float(m[1])),
    (re.compile(r"\b(\d+)\s*(?:x|×)(?=\s|$)(?!\s*\d)", re.IGNORECASE), lambda m: float(m[1])),
    (
        re.compile(
            r"\b(\d+)[\s-]*(?:pack|pcs?|pieces?|piezas|unidades|uds|count|ct)\b(?:\s+(?:of|de))?", re.IGNORECASE
        ),
        lambda m: float(m[1]),
    ),
    (
        re.compile(rf"{_BEHIND}(?:\s+{_EACH}\s*$|(?=\s+(?:{_SUCH}|cards?|tarjetas)\s*$))", re.IGNORECASE),
        lambda m: number(m[1]),
    ),
    (re.compile(rf",?\s*{_ABOUT}\s*({_NUMBER})\b", re.IGNORECASE), lambda m: number(m[1])),
    (re.compile(rf"\(\s*(\d+)\s+{_EACH}\s*\)", re.IGNORECASE), lambda m: float(m[1])),
    (re.compile(r"\b(\d+)\s+(?:different\s+)?(?:colou?rs|colores)\b", re.IGNORECASE), lambda m: float(m[1])),
)
PAIRS = re.compile(
    rf"\b(?:({_NUMBER})\s+)?(?:pairs?|par(?:es)?)(?:\s+(?:of|de)\b|\s*$)|\b(?:a\s+)?couple\s+of\b", re.IGNORECASE
)
LEADING = re.compile(rf"^\s*({_NUMBER})(?=\s)(?!\s*(?:way|tier|sided|part|in\s+1)\b)", re.IGNORECASE)
_SEVERAL = "|".join(word for word, number in WORDS.items() if number > 1)
TRAILING = re.compile(rf"(?:[,:]|\s[-–—]|(?<=[a-zé]s)|(?<=[a-z]\d))\s+(\d{{1,4}}|{_SEVERAL})\s*$", re.IGNORECASE)
"""A number at the end: after a comma or a dash, or after several. "Tray 3" is a name."""
TRAILING_DESCRIBED = re.compile(
    rf"((?<=s\sde\s)\w+|(?<=s\sde\sla\s)\w+|(?<=s\sdel\s)\w+|(?<=\s){_SUCH}|(?<=[a-zé][^\Ws]s\s)[a-z]{{3,}})\s+(\d{{1,4}})\s*$",
    re.IGNORECASE,
)
""""bloques de madera 30", "card A4 white 50": the material and the colour stay."""
UNMEASURED = re.compile(r"(?<![\w.,])(\d{2,3})\s*[x×]\s*(\d{2,3})(?:\s*[x×]\s*(\d{1,3}))?(?![\w.,]*\d)(?!\s*[\"″'])")
"""Two sides without a unit, as "tray 40 x 30": most people mean cm. It is a guess, and proves nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Amounts:
    """What was said of number and size: `sizes_mm` as they were said, `rest` the text without them."""

    count: int | None = None
    pairs: bool = False
    pieces: bool = False
    """Whether the number is of pieces, as a jigsaw has them."""
    span: tuple[int, int] | None = None
    """"1 to 10": from, to."""
    sizes_mm: tuple[float, ...] = ()
    guessed: bool = False
    """Whether the unit of the sizes was not said."""
    mass_g: float | None = None
    volume_ml: float | None = None
    rest: str = ""


@dataclass
class _Reader:
    """Takes spans out of a text, one rule after the other."""

    text: str
    found: dict[str, object] = field(default_factory=dict)

    def take(self, pattern: re.Pattern[str]) -> re.Match[str] | None:
        match = pattern.search(self.text)
        if match:
            self.text = f"{self.text[: match.start()]} {self.text[match.end() :]}"
        return match


def number(word: str) -> float:
    """A number as it is written: 2, 2.5, 2,5, 3/4, 1 1/2, ½, 1½, two, half a."""
    text = word.strip().lower()
    if text in WORDS:
        return float(WORDS[text])
    part = next((value for name, value in PARTS.items() if name in text), None)
    if part is not None:
        return 0.75 if text.startswith("three") else part
    total = 0.0
    for each in re.findall(rf"\d+/\d+|{_PLAIN}|{_SIGN}", text):
        above, slash, below = each.partition("/")
        total += SIGNS[each] if each in SIGNS else float(above.replace(",", ".")) / (float(below) or 1 if slash else 1)
    return total


def amounts(typed: str) -> Amounts:
    """Everything of number and size in what somebody typed. Never raises: what is not understood stays in `rest`."""
    reader = _Reader(typed)
    reader.take(SET_ASIDE)
    _cups(reader)
    _sizes(reader)
    span = RANGE.search(reader.text)
    _amount(reader)
    _count(reader, with_span=span is not None)
    ends = (int(span[1]), int(span[2])) if span else None
    kept = {key: value for key, value in reader.found.items() if value is not None}
    return Amounts(rest=" ".join(reader.text.split()), span=ends if ends and ends[0] < ends[1] else None, **kept)  # type: ignore[arg-type]


def _cups(reader: _Reader) -> None:
    match = reader.take(CUPS)
    if match is None:
        return
    unit = (match["unit"] or match["partunit"]).lower()
    small = unit.startswith(("tb", "table", "cucharada")) and not unit.startswith("cucharadita")
    each = VOLUME["tbsp"] if small else VOLUME["cup"] if unit.startswith(("cup", "taza")) else VOLUME["tsp"]
    reader.found["volume_ml"] = number(match["number"] or match["part"]) * each


def _sizes(reader: _Reader) -> None:
    match = reader.take(DIMENSIONS)
    if match:
        unit = LINEAR[_unit_of(match[6] or match[4] or match[2])]
        reader.found["sizes_mm"] = tuple(number(each) * unit for each in (match[1], match[3], match[5]) if each)
        return
    quoted = reader.take(INCHES)
    if quoted:
        reader.found["sizes_mm"] = (number(quoted[1]) * LINEAR["in"],)
        return
    bare = reader.take(UNMEASURED)
    if bare:
        reader.found.update(sizes_mm=tuple(number(each) * LINEAR["cm"] for each in bare.groups() if each), guessed=True)


def _amount(reader: _Reader) -> None:
    for _ in range(2):
        match = AMOUNT.search(reader.text)
        unit = _said_unit(match) if match else ""
        if match is None or not unit:
            return
        reader.take(AMOUNT)
        value = number(match["number"] or match["sign"])
        if unit in LINEAR:
            reader.found.setdefault("sizes_mm", (value * LINEAR[unit],))
        elif unit in MASS:
            reader.found.setdefault("mass_g", value * MASS[unit])
        else:
            reader.found.setdefault("volume_ml", value * VOLUME[unit])


def _said_unit(match: re.Match[str]) -> str:
    named = next((name for name in SPELT if match[name]), "")
    return named or (_unit_of(match["signunit"]) if match["signunit"] else "")


def _unit_of(spelt: str) -> str:
    return next((name for name, known in SPELT.items() if re.fullmatch(known, spelt, re.IGNORECASE)), "")


def _count(reader: _Reader, *, with_span: bool) -> None:
    pair = reader.take(PAIRS)
    if pair:
        reader.found.update(pairs="couple" not in pair[0].lower(), count=int(number(pair[1]) if pair[1] else 1))
        if "couple" in pair[0].lower():
            reader.found["count"] = 2
        return
    for pattern, read in COUNTS:
        match = reader.take(pattern)
        if match:
            reader.found.update(count=int(read(match)), pieces=bool(re.search("piece|pcs|piezas", match[0], re.I)))
            return
    described = TRAILING_DESCRIBED.search(reader.text)
    if described and not with_span:
        reader.text = reader.text[: described.end(1)]
        reader.found["count"] = int(described[2])
        return
    leading = reader.take(LEADING)
    trailing = None if leading or with_span else reader.take(TRAILING)
    found = leading or trailing
    if found:
        value = number(found[1])
        reader.found["count"] = int(value) if value >= 1 else None

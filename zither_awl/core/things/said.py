"""What somebody types about a thing, understood: kind, number, sizes, amount, colours, material, state, subject.

"6 red felt balls of 6 cm", "a bag of walnuts", "number cards 1 to 10", "tres cucharas". The words of the name stay as
they were typed. Where it is not clear, three kinds are offered and nothing is assumed; where two readings are
possible, the more dangerous one stands until somebody says otherwise.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from difflib import get_close_matches
from functools import lru_cache
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.things.amounts import Amounts, amounts
from zither_awl.core.things.component import Component
from zither_awl.core.things.held import held
from zither_awl.core.things.kinds import KINDS, Kind, known_kind, of_kind
from zither_awl.core.things.lexicon import Match, alike, likely_kinds, matches, tokens
from zither_awl.core.things.meant import BESIDE, DESCRIBES, PLAYED, SUBSTANCES, kind_meant, only_describe
from zither_awl.core.things.order import HELD_BEHIND, turned
from zither_awl.core.things.sizes import sized
from zither_awl.core.things.subjects import COLOURS, MATERIALS, SIZES, STATES, SUBJECTS, listed

HOLDS = listed(
    "bag, box, pack, packet, tin, jar, bottle, tube, punnet, bunch, ball, roll, sheet, piece, set, tub, "
    "carton, can, bar, pot, spool, reel, slice, loaf, stack, pile, basket, bucket, handful, bowl, bundle, "
    "sack, tray, lump, stick, scrap, length, bit, head, collection, lot, drop, pinch, splash, dish, cup, "
    "glass, jug, kind, sort, assortment, selection, couple, bolsa, caja, paquete, lata, bote, botella, "
    "tubo, manojo, trozo, pedazo, rollo, frasco, tarro, barra, saco, montón, puñado, juego, cesta, cubo, "
    "hoja, bola, racimo, caja, conjunto"
)
ASIDE = listed("with, for, from, without, in, on, at, by, no, that, which, to, as, like, con, para, sin, en, que")
NOT_THERE = ("without", "no", "for", "from", "sin", "para", "like")
"""After these the words tell nothing that is there."""
SPLIT = re.compile(r"\s*(?:[,;+\n]|\s(?:and|y|plus)\s|&|\s/\s)\s*(?![^()]*\))", re.IGNORECASE)
"""What stands between two things; what is in brackets belongs to one."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """A line understood. `kind` is "" where it is not clear; then `likely` are the three likeliest."""

    typed: str
    name: str
    kind: str
    likely: tuple[str, ...]
    amounts: Amounts
    colours: tuple[str, ...] = ()
    material: str = ""
    size: str = ""
    """A word of size, as in core.things.subjects.SIZES; "" for none."""
    subject: str = ""
    states: tuple[str, ...] = ()
    dangers: tuple[str, ...] = ()
    """Hazards of what else is named: a needle case may hold needles."""
    allergens: tuple[str, ...] = ()
    """What a food of this name usually holds, besides what its kind does."""
    many: bool = False
    """Whether there are several, and nobody said how many."""


def lines(typed: str) -> tuple[str, ...]:
    """Each thing of a line that names several: "2 jugs and 3 bowls"; one line where they are one thing."""
    behind = HELD_BEHIND.match(typed)
    if behind and _two_things(behind[1], behind[2]):
        return (behind[1].strip(), behind[2].strip())
    whole, usual = read(typed), turned(typed)
    parts = [part for part in SPLIT.split(usual) if part and part.strip()]
    if len(parts) < 2 or _one_name(usual) or _describes(usual) or not SPLIT.search(whole.amounts.rest.strip(" ,;")):
        return (typed.strip(),)
    said = [read(part) for part in parts]
    if any(not each.kind for each in said) or (whole.kind and len({each.kind for each in said}) < 2):
        return (typed.strip(),)
    return tuple(part.strip() for part in _with_counts(parts, said))


def _two_things(first: str, last: str) -> bool:
    """Whether a vessel behind a comma stands for itself: "tongs, a jar", and not "plasters, 1 box" or "rice, a jar"."""
    one, other = read(first), read(last)
    return bool(one.kind and other.kind) and not one.many and not known_kind(one.kind).medium


def _describes(usual: str) -> bool:
    """Whether what stands after the one comma only tells of what: thermometer, glass."""
    first, _, more = usual.partition(",")
    return bool(first.strip() and tokens(more)) and set(tokens(more)) <= SUBSTANCES


def _one_name(typed: str) -> bool:
    """Whether a joining word belongs to the name of one thing, as in dustpan and brush."""
    words = tokens(amounts(typed).rest)
    joins = {at for at, word in enumerate(words) if word in ("and", "y", "plus")}
    return bool(joins) and any(m.start < at < m.end for m in matches(words) for at in joins)


def _with_counts(parts: list[str], said: list[Said]) -> Iterator[str]:
    """ "6 knives and forks" are six of each."""
    first = said[0].amounts.count
    for part, each in zip(parts, said, strict=True):
        plain = each.amounts == Amounts(rest=each.amounts.rest)
        yield f"{first} {part}" if plain and each.many and first and first > 1 else part


FIXED_ON = re.compile(r"(?<=\w)(?<!ride)-on\b", re.IGNORECASE)
"""Clip-on, stick-on, iron-on: here "on" does not begin what a thing comes with. A ride-on is a thing."""


@lru_cache(maxsize=2048)
def read(typed: str) -> Said:
    """One thing as it is typed, understood as far as it goes. Never raises."""
    told = amounts(turned(typed))
    words = _mended(_portion(_contents(_fronted(tokens(_described_last(FIXED_ON.sub("", told.rest)))))))
    head = _head(words)
    found, sure = kind_meant(words[:head])
    if found is None and head < len(words):
        found, sure = kind_meant(words)
    sure = sure or (bool(found) and _before_comma(told.rest) == found)
    kind = found.kind if found else None
    there = _there(words)
    beside = tuple(word for at, word in enumerate(there) if found is None or not found.start <= at < found.end)
    others = [m.kind.name for m in matches(words) if found is None or m != found]
    return Said(
        typed=typed,
        name=_name(typed, amounts(typed)),
        kind=kind.name if kind and sure else "",
        likely=_likely(kind, others, told.rest) if not (kind and sure) else (),
        amounts=told,
        colours=_all_of(COLOURS, beside),
        material=_material(words, head, beside),
        size=next(iter(_all_of({k: v for k, (_, v) in SIZES.items()}, beside)), ""),
        subject=_subject(kind, there) if kind else "",
        states=_all_of(STATES, there),
        dangers=(*_glass_beside(there[head:]), *_dangers_beside(found, words, there)) if found else (),
        allergens=held(kind, there) if kind else (),
        many=told.count is None and found is not None and _plural(words, found),
    )


def _before_comma(text: str) -> Match | None:
    """What is meant before the first comma, where that is sure: what stands behind it describes."""
    first, comma, _ = text.partition(",")
    found, sure = kind_meant(tokens(first)) if comma else (None, False)
    return found if sure else None


def understood(typed: str, kind: str = "") -> Component:
    """A thing as somebody types it, the rest assumed of its kind. A kind chosen by hand keeps all that was told.

    Raises: InvalidValue when no kind is clear, with the three likeliest; a count or a size beyond its limits.
    """
    said = read(typed)
    chosen = kind or said.kind
    if not chosen:
        hint = say("Likeliest: {kinds}.", kinds=together((say("{kind}", kind=kind) for kind in said.likely), ", "))
        raise InvalidValue(FieldProblem("kind", say("is not clear from ‘{typed}’.", typed=typed.strip()), hint))
    return _component(said, known_kind(chosen))


def _component(said: Said, kind: Kind) -> Component:
    told: dict[str, Any] = {"count": _count(said, kind), "colours": said.colours or None}
    if said.material:
        told["material"] = said.material
        told["breakable"] = said.material in ("glass", "china") or (said.material == "clay" and _breaks(kind))
    if said.subject:
        told["subject"] = said.subject
    if said.allergens:
        told["allergens"] = (*kind.defaults.get("allergens", ()), *said.allergens)
    made = of_kind(said.name, kind.name, **told)
    made = sized(made, kind, said.amounts, SIZES[said.size][0] if said.size else 1.0)
    guessed = {"count"} if said.many and not kind.medium else set()
    guessed |= {"allergens"} if said.allergens else set()
    if guessed:
        made = replace(made, assumed=tuple(sorted({*made.assumed, *guessed})))
    return _more_dangerous(made, said)


def _breaks(kind: Kind) -> bool:
    return bool(kind.defaults.get("breakable"))


def _count(said: Said, kind: Kind) -> int | None:
    told = said.amounts
    if kind.medium:
        return None
    if told.span and ("numerals" in kind.bears or "words" in kind.bears or "letters" in kind.bears):
        return told.span[1] - told.span[0] + 1
    if told.span and told.count is None:
        return max(1, told.span[0])
    if told.count is None or (told.pieces and kind.does(("puzzle", "jigsaw", "map", "knobbed puzzle"))):
        return None
    return told.count * (2 if told.pairs and not kind.one_pair else 1)


def _more_dangerous(made: Component, said: Said) -> Component:
    """What words of state add: a magnet, a cell, a cord, a broken edge."""
    extra = set(said.dangers)
    for state, danger in (
        ("electric", "mains"),
        ("sharp", "sharp"),
        ("broken", "sharp"),
        ("poisonous", "toxic"),
        ("in small bits", "choking-bits"),
        ("dusty", "dust"),
    ):
        extra |= {danger} if state in said.states else set()
    if "hot" in said.states:
        extra.add("hot-water" if made.kind == "water" else "heat")
    if "raw" in said.states and made.kind in ("dough", "cooked food"):
        extra.add("raw")
    told: dict[str, Any] = {}
    if "magnetic" in said.states and not made.sealed and not made.magnet:
        told["magnet"] = True
    if "battery" in said.states and not made.cell:
        told["cell"] = True
    if "corded" in said.states and not made.cord_mm:
        told["cord_mm"] = USUAL_CORD_MM
    new = extra - set(made.dangers)
    if new:
        told["dangers"] = (*made.dangers, *sorted(new))
    return replace(made, **told, assumed=tuple(sorted({*made.assumed, *told}))) if told else made


USUAL_CORD_MM = 400.0
"""A string nobody measured is taken as this long (ours, no source)."""


def _material(words: tuple[str, ...], head: int, beside: tuple[str, ...]) -> str:
    """What it is made of, not what it comes with: a glass jar with a cork lid is glass. "A box in oak" is of oak."""
    own = tuple(word for word in words[:head] if word in beside)
    after = words[head + 1 : head + 3] if words[head : head + 1] in (("in",), ("en",), ("from",)) else ()
    return next(iter((*_all_of(MATERIALS, own), *_all_of(MATERIALS, after))), "")


def _described_last(text: str) -> str:
    """What only describes and stands after a comma or in brackets is put first: "milk bottle, glass", "jug (glass)"."""
    first, *more = re.split(r"[,()]", text)
    plain = [part for part in more if all(word in BESIDE for word in tokens(part))]
    return ",".join([" ".join([*plain, first]), *(part for part in more if part not in plain)]) if plain else text


def _fronted(words: tuple[str, ...]) -> tuple[str, ...]:
    """Colours that stand last are put first, and what a thing is of: "chalk sticks white", "teething ring wood"."""
    last = next((n for n, word in enumerate(reversed(words)) if word not in HUES), len(words))
    if not last and words[-1:] and words[-1] in OF_IT:
        found = matches(words)
        named = any(m.end == len(words) - 1 for m in found)
        last = int(named and not any(m.end == len(words) and m.length > 1 for m in found))
    return (*words[len(words) - last :], *words[: len(words) - last]) if last < len(words) else words


OF_IT = listed(
    "wood, metal, plastic, wool, felt, cotton, china, silicone, leather, wicker, bamboo, steel, brass, stone"
)
"""What a thing may be of, said behind it; glass, paper and tin are things themselves."""
PORTIONS = listed(
    "packet, sachet, sheet, scrap, slice, strip, offcut, chunk, wedge, quarter, half, segment, tube, stick, roll, pad, "
    "punnet, bit, peeling, shaving, clipping, crumb, remnant"
)
AS_MATERIAL = ("tube", "stick", "roll")
"""A portion of a substance, but a thing of its own where a material goes before it: a cardboard tube."""


def _portion(words: tuple[str, ...]) -> tuple[str, ...]:
    """Celery sticks are celery, sandpaper sheets sandpaper; a stick or a tube of a material is what it is."""
    found = matches(words)
    if _held_last(words, found):
        return words[:-1]
    last = next((each for each in PORTIONS if words and alike(words[-1], each)), "")
    if not last or any(m.end == len(words) and m.length > 1 for m in found):
        return words
    whole = [m for m in found if m.end == len(words) - 1]
    bare = last in AS_MATERIAL and words[-2:-1] and words[-2] in DESCRIBES - {"paper"}
    return words[:-1] if whole and not bare else words


def _held_last(words: tuple[str, ...], found: tuple[Match, ...]) -> bool:
    """Whether the last word is what they are kept in: a pot of sequins said "sequins pot", a basil pot."""
    if len(words) < 2 or words[-1] not in KEEPS or any(m.end == len(words) and m.length > 1 for m in found):
        return False
    held = [m for m in found if m.end == len(words) - 1 and m.language == "en"]
    several = words[-2].endswith("s") and not words[-2].endswith("ss")
    return any(several or (words[-1] == "pot" and m.kind.name in GROWS) for m in held)


KEEPS = ("pot", "jar", "tin", "box", "bag", "tub", "packet")
GROWS = listed("herb, poisonous plant, cut flower, potted plant, thorny plant, stinging plant, grass")


def _contents(words: tuple[str, ...]) -> tuple[str, ...]:
    """What is in a bag of walnuts: walnuts. A thing whose own name has "of" in it keeps it."""
    while words and words[0] in ("of", "de", "the", "el", "la", "los", "las"):
        words = words[1:]
    of = next((at for at, word in enumerate(words[:5]) if word in ("of", "de")), None)
    if of is None or of == 0 or not any(alike(words[of - 1], each) for each in HOLDS):
        return words
    if any(m.start < of < m.end for m in matches(words)):
        return words
    inner = words[of + 1 :]
    if inner and words[of] == "de" and inner[0] in SUBSTANCES:
        return words
    return _contents(inner) if any(matches(inner)) else words


def _head(words: tuple[str, ...]) -> int:
    """Where the words end that name the thing itself: before "with", "for", "from"; a picture's before "of"."""
    found = matches(words)
    inside = {at for m in found for at in range(m.start + 1, m.end)}
    shown = {m.end for m in found if m.kind.bears and m.language == "en"}
    return next(
        (
            at
            for at, word in enumerate(words)
            if at and at not in inside and (word in ASIDE or (word == "of" and at in shown))
        ),
        len(words),
    )


def _there(words: tuple[str, ...]) -> tuple[str, ...]:
    """The words that tell what is there: not those after "without" or "for"."""
    inside = {at for m in matches(words) for at in range(m.start, m.end)}
    end = next((at for at, word in enumerate(words) if at and word in NOT_THERE and at not in inside), len(words))
    return words[:end]


HUES = listed(
    "red, blue, green, yellow, purple, pink, brown, black, white, grey, gray, silver, gold, coloured, colored"
)
"""Colours that are no plant, fruit or drink: in English they stand before what they colour."""


def _mended(words: tuple[str, ...]) -> tuple[str, ...]:
    """The words with a misspelt one put right, where only one known word is so near."""
    if matches(words) and only_describe(words[max(m.end for m in matches(words)) :]):
        return words
    return tuple(_spelt(word) for word in words)


@lru_cache(maxsize=4096)
def _spelt(word: str) -> str:
    if len(word) < 6 or word in VOCABULARY or matches((word,)):
        return word
    near = get_close_matches(word, VOCABULARY, n=2, cutoff=0.86)
    return near[0] if len(near) == 1 or (near and near[0][0] == word[0]) else word


VOCABULARY = (
    frozenset(
        part for kind in KINDS.values() for word in (*kind.called, *kind.es) for part in tokens(word) if len(part) > 4
    )
    | BESIDE
)


def _likely(kind: Kind | None, others: Iterable[str], rest: str, most: int = 3) -> tuple[str, ...]:
    first = [kind.name] if kind else []
    return tuple(dict.fromkeys([*first, *others, *likely_kinds(rest, most)]))[:most]


def _all_of(table: Mapping[str, Iterable[str]], words: tuple[str, ...]) -> tuple[str, ...]:
    """The keys of a table whose words stand in a text, in the order of the text."""
    text = f" {' '.join(words)} "
    found = [(text.find(f" {' '.join(tokens(word))} "), key) for key, spoken in table.items() for word in spoken]
    plurals = [(text.find(f" {word}s "), key) for key, spoken in table.items() for word in spoken]
    return tuple(dict.fromkeys(key for at, key in sorted([*found, *plurals]) if at >= 0))


def _subject(kind: Kind, words: tuple[str, ...]) -> str:
    """What it shows, of the things its kind may show."""
    if not kind.bears:
        return ""
    said = [key for word in words for key, spoken in SUBJECTS.items() if any(alike(word, each) for each in spoken)]
    text = " ".join(words)
    said += [key for key, spoken in SUBJECTS.items() for each in spoken if " " in each and each in text]
    return next((key for key in said if key in kind.bears), said[0] if said and len(kind.bears) > 2 else "")


def _dangers_beside(found: Match, words: tuple[str, ...], there: tuple[str, ...]) -> tuple[str, ...]:
    """The hazards of what else is named beside the kind: it may hold it, or be made for it."""
    if any(word in PLAYED for word in words[: found.start]):
        return ()
    others = [m for m in matches(there) if not (found.start <= m.start and m.end <= found.end)]
    if found.kind.bears:
        # What is shown on cards harms nobody; blocks of poison do.
        others = [m for m in others if m.end == found.start and NEVER & set(m.kind.defaults.get("dangers", ()))]
    told = [danger for m in others if not set(words[m.start : m.end]) <= DESCRIBES for danger in _told(m.kind)]
    return tuple(dict.fromkeys(danger for danger in told if danger not in found.kind.defaults.get("dangers", ())))


NEVER = frozenset(("caustic", "swelling-beads", "toxic", "poisonous-plant"))
"""Hazards that stay with a thing whatever its form is called."""


def _glass_beside(after: tuple[str, ...]) -> tuple[str, ...]:
    """What it comes with may break though the thing itself does not: a wooden box with a glass lid."""
    return ("glass",) if {"glass", "china"} & set(_all_of(MATERIALS, after)) else ()


def _told(kind: Kind) -> tuple[str, ...]:
    cell = ("button-cell",) if kind.defaults.get("cell") else ()
    magnet = ("magnet",) if kind.defaults.get("magnet") else ()
    return (*kind.defaults.get("dangers", ()), *cell, *magnet)


def _plural(words: tuple[str, ...], found: Match) -> bool:
    last = words[found.end - 1] if found.language == "en" else words[found.start]
    return last.endswith("s") and not last.endswith("ss") and not found.kind.one_pair


def _name(typed: str, told: Amounts) -> str:
    """The name: as it was typed, less what is kept as a number or a size."""
    text = re.sub(r"\(\s*\)", " ", told.rest)
    text = re.sub(r"^\s*(?:of|de|,)\s+|\s+(?:of|de|at|,)\s*$", " ", " ".join(text.split()), flags=re.IGNORECASE)
    return " ".join(text.split()).strip(" ,;")[:80] or typed.strip()[:80]

"""The order things are usually said in: "conkers, a bowl of" is turned round before it is read."""

from __future__ import annotations

import re

from zither_awl.core.things.amounts import WORDS
from zither_awl.core.things.subjects import COLOURS, MATERIALS, SIZES

_HOLDS = (
    r"(?:pots?|tubs?|tins?|cans?|jars?|bottles?|cartons?|tubes?|bags?|packets?|packs?|box(?:es)?|rolls?|reels?|"
    r"balls?|bars?|bunch(?:es)?|sheets?|sticks?|botes?|tarros?|tubos?|bolsas?|paquetes?|cajas?|rollos?|"
    r"barras?)"
)
_STUFF = "|".join(re.escape(word) for spoken in MATERIALS.values() for word in spoken)
_LOW = "|".join(word for word, number in WORDS.items() if number > 1)
_SMALL = r"(?:small|little|tiny|large|big|half|full|pequeñ[oa]s?|grandes?)"
_NUMBER = r"(?:\d+|two|three|four|five|six|dos|tres|cuatro|cinco|seis)"
HELD_BEHIND = re.compile(
    rf"^\s*(?!\d|{_NUMBER}\b|an?\b|una?\b)((?:[^\W\d]|[ '’-])+?)\s*,\s*"
    rf"((?:an?\s+|{_NUMBER}\s+)?(?:{_SMALL}\s+)?{_HOLDS})\s*$",
    re.IGNORECASE,
)
"""Plasters, 1 box. Food colouring, 4 little bottles. Hand cream, tube."""
TURNS: tuple[tuple[re.Pattern[str], str], ...] = (
    (re.compile(r"\bw/o\b", re.IGNORECASE), "without"),
    (re.compile(r"\bw/\s*", re.IGNORECASE), "with "),
    # How it is fastened is not what it is: self-adhesive labels.
    (re.compile(r"\b(?:self[ -])?adhesive(?=\s+\w)|\bself[ -]adhesive\b", re.IGNORECASE), " "),
    # How many of what it comes with is not how many there are: a xylophone with 8 bars.
    (re.compile(r"(?<=\w)(?<!\bset)\s+with\s+\d+\s+(?=[a-z])", re.IGNORECASE), " with "),
    # "conkers, a bowl of"
    (re.compile(r"^\s*([^,]+),\s*((?:an?|the|una?|\d+)\s+[\w-]+)\s+(of|de)\s*$", re.IGNORECASE), r"\2 \3 \1"),
    # "finger paint 4 pots": of things that can be counted themselves, the number behind is of them.
    (re.compile(rf"^\s*((?:[^\W\d]|[ -])+[^s\W\d])\s+({_NUMBER})\s+({_HOLDS})\s*$", re.IGNORECASE), r"\2 \3 of \1"),
    (HELD_BEHIND, r"\2 of \1"),
    # "pastry cutters (5, stars and hearts)", "plant pots 5, 10 cm", "magnets, 8 horseshoe"
    (re.compile(r"^\s*([^(\d]+)\(\s*(\d+)\s*,\s*([^)\d]+)\)\s*$"), r"\2 \1(\3)"),
    (
        re.compile(r"^\s*([^\d,]*[a-z]s)\s+(\d+),\s+(\d+(?:[.,]\d+)?\s*(?:mm|cm|inch|in)\b.*)$", re.IGNORECASE),
        r"\2 \1, \3",
    ),
    (re.compile(r"^\s*([^\W\d][a-z ]+s),\s*([2-9]|\d\d+)\s+([a-z-]+[^\Ws\d])\s*$", re.IGNORECASE), r"\2 \3 \1"),
    # "two whisks, one small"
    (re.compile(rf"^\s*({_NUMBER}\s+[^,\d]+),\s*(?:one|1|uno|una)\s+(?:of\s+them\s+)?\w+\s*$", re.IGNORECASE), r"\1"),
    # "straws paper 50", "baskets with handles, two"
    (re.compile(rf"^\s*([^\d,]*[a-z]s)\s+({_STUFF})\s+(\d+)\s*$", re.IGNORECASE), r"\3 \2 \1"),
    (re.compile(rf"^\s*([^\d,]+),\s*({_LOW})\s*$", re.IGNORECASE), r"\2 \1"),
    # "pom poms: 30, mixed sizes"
    (re.compile(r"^\s*([^:,\d]+):\s*(\d+)\s*,\s*(\D+)$"), r"\2 \1, \3"),
    # What holds litres is a bucket, and no cube.
    (re.compile(r"\bcubo(s?)\b(?=.*\b(?:litros?|l)\b)", re.IGNORECASE), r"balde\1"),
    # What shape a thing has is not what it is.
    (re.compile(r"\(\s*[\w-]+[ -]shaped\s*\)", re.IGNORECASE), " "),
    (re.compile(r"\bmade\s+(?:of|from|out\s+of)\s+(?:marble|granite|slate)\b", re.IGNORECASE), "made of stone"),
    (re.compile(r"\s+made\s+(?:of|from|out\s+of)\s+(\w+)\s*$", re.IGNORECASE), r", \1"),
    (re.compile(r"\s+&\s+"), " and "),
    # The wood of a tree whose fruit is eaten.
    (re.compile(r"\b(?:olive|walnut|cherry|apple|pear|plum|chestnut|lime|lemon)[ -]?wood\b", re.IGNORECASE), "wood"),
)
"""What is looked for, and how it is usually said."""
EACH_COLOUR = re.compile(r"^(?P<what>[^\d(]+?)\s*\(\s*(?P<each>\d+\s+[\w ]+(?:,\s*\d+\s+[\w ]+)+)\)\s*$")
"""Pipe cleaners (10 red, 10 green)."""
_LOOK = (
    "|".join(
        re.escape(word)
        for spoken in (*COLOURS.values(), *MATERIALS.values(), *(words for _, words in SIZES.values()))
        for word in spoken
    )
    + "|thick|thin|long|short|wide|narrow|fat"
)
EACH_LOOK = re.compile(
    rf"^(?P<what>[^\d(:,]+?)\s*[:,]\s*(?P<each>\d+\s+(?:{_LOOK})(?:(?:\s*,|\s+and|\s+y)?\s*\d+\s+(?:{_LOOK}))+)\s*$",
    re.IGNORECASE,
)
"""Brushes, 3 thick 3 thin. Balls: 1 big, 2 small."""


def turned(typed: str) -> str:
    """A line in the order things are usually said in; most are as they stand."""
    text = typed
    for pattern, usual in TURNS:
        text = pattern.sub(usual, text)
    return EACH_LOOK.sub(_together, EACH_COLOUR.sub(_together, text))


def _together(found: re.Match[str]) -> str:
    parts = [each.partition(" ") for each in re.findall(r"\d+\s+[^\d,]*[^\d,\s]", found["each"])]
    return f"{sum(int(n) for n, _, _ in parts)} {' and '.join(how for _, _, how in parts)} {found['what']}"

"""What the program and its pages say, found in the code and the data files, and each language's tables kept in step.

`python -m bench.messages` brings every table of every language up to date: a message that is new stands in it with no
words yet, one that nobody says any more is gone. docs/languages.md tells how a language is added.
"""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterable, Iterator
from datetime import date
from enum import StrEnum
from importlib import import_module
from pathlib import Path
from pkgutil import walk_packages

from zither_awl import core
from zither_awl.catalogue.families import families
from zither_awl.catalogue.foods import shipped_foods
from zither_awl.catalogue.lesson_loader import shipped_routines, shipped_series, shipped_talks, shipped_words
from zither_awl.catalogue.loader import shipped_cards
from zither_awl.catalogue.making import recipes
from zither_awl.catalogue.places import common_places
from zither_awl.catalogue.themes import shipped_themes
from zither_awl.catalogue.walk import rooms
from zither_awl.cli import main
from zither_awl.core.curve import AT_WORK
from zither_awl.core.happenings import KINDS as HAPPENINGS
from zither_awl.core.independence import Aid, independence
from zither_awl.core.ladders.movement import MOVEMENTS
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.saying import Said, is_worded
from zither_awl.core.shelf.ask import ALWAYS_OUT
from zither_awl.core.showing import MANNERS, OUTCOMES
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.things.subjects import COLOURS, MATERIALS, SUBJECTS
from zither_awl.core.values import AREAS, DEPTHS, PATTERNS, TAGS, Child
from zither_awl.formats.paper.drawings import pictures
from zither_awl.languages import CODES, REGIONS
from zither_awl.spoken import help_messages

ROOT = Path(__file__).parents[1]
PROGRAM, PAGES, TABLES = ROOT / "zither_awl", ROOT / "web/src", ROOT / "zither_awl/languages"

_SAID_ON_PAGES = re.compile(r"""\bsay(?:Rich)?\(\s*('(?:[^'\\\n]|\\.)*'|"(?:[^"\\\n]|\\.)*")""")
FORMS = frozenset(("{whole}.{part}", "{day} {month} {year}", "{day} {month}", "{month} {year}"))
"""Messages of places only that languages write each in its own way: decimals and dates."""
_SHIPS = (
    shipped_cards,
    shipped_routines,
    shipped_series,
    shipped_talks,
    shipped_words,
    shipped_foods,
    shipped_themes,
    recipes,
    families,
    common_places,
    rooms,
)


def program_messages() -> set[str]:
    """The messages in the code and in the help, but for those that are only places and signs."""
    found = {text for path in PROGRAM.rglob("*.py") for text in _said_in(path) if is_worded(text) or text in FORMS}
    return found | help_messages(main)


def _said_in(path: Path) -> Iterator[str]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name):
            if node.func.id == "say" and node.args and isinstance(node.args[0], ast.Constant):
                yield str(node.args[0].value)
            elif node.func.id == "map" and isinstance(node.args[0], ast.Name) and node.args[0].id == "say":
                yield from (
                    each.value
                    for each in ast.walk(node.args[1])
                    if isinstance(each, ast.Constant) and isinstance(each.value, str)
                )


def page_messages() -> set[str]:
    """The messages in the pages."""
    texts = (path.read_text(encoding="utf-8") for path in PAGES.rglob("*.ts*"))
    found = (literal for text in texts for literal in _SAID_ON_PAGES.findall(text))
    return {text for text in map(_of_script, found) if is_worded(re.sub(r"</?\w>", "", text))}


def _of_script(literal: str) -> str:
    inner = literal[1:-1]
    return str(json.loads('"' + inner.replace("\\'", "'").replace('\\"', '"').replace('"', '\\"') + '"'))


def card_messages() -> set[str]:
    """The words of what ships: cards, lessons, routines, talks, foods, themes, recipes, places."""
    return {text for ships in _SHIPS for text in _said_within(ships())} - program_messages()


def _said_within(value: object) -> Iterator[str]:
    if isinstance(value, Said):
        yield value.message
    elif isinstance(value, tuple | list | frozenset):
        for each in value:
            yield from _said_within(each)
    elif hasattr(value, "__dataclass_fields__"):
        for name in value.__dataclass_fields__:
            yield from _said_within(getattr(value, name))


def key_words() -> set[str]:
    """What is a key to the program and read like a word: areas, states, kinds of things, roles, what talks ask."""
    cards, sets = shipped_cards(), shipped_words()
    roles = [role for card in cards for level in card.levels for role in level.roles]
    found = {*KINDS, *COLOURS, *MATERIALS, *SUBJECTS, *AREAS, *ALWAYS_OUT, *_literals()}
    found |= {str(kind.defaults.get("material", "")) for kind in KINDS.values()}
    found |= {use for kind in KINDS.values() for use in kind.can} | {role.name for role in roles}
    found |= {each for card in cards for each in (*card.themes, *card.tags, *card.minds)}
    found |= {word.key for one in sets for word in one.words} | {q for plan in shipped_talks() for q in plan.questions}
    found |= {each for routine in shipped_routines() for step in routine.steps for each in (step.only_if, *step.kinds)}
    found |= {aid.room for aid in _aids()} | {*DEPTHS, *MOVEMENTS, *OUTCOMES, *MANNERS, *PATTERNS}
    found |= {*_enumerated(), *_units()}
    found |= {each for told in HAPPENINGS.values() for each in (told.words, *told.causes)} | {AT_WORK}
    found |= {*pictures(), *ALLERGENS, *TAGS}
    return {word for word in found if is_worded(word)}


def _aids() -> tuple[Aid, ...]:
    born = date(2020, 1, 1)
    return independence(Child(id=1, name="One", pattern="ring", born=born), date(2024, 1, 1), date(2024, 7, 1))


def _enumerated() -> Iterator[str]:
    for module in walk_packages(core.__path__, f"{core.__name__}."):
        for each in vars(import_module(module.name)).values():
            if isinstance(each, type) and issubclass(each, StrEnum):
                yield from map(str, each)


def _units() -> Iterator[str]:
    """The units of the numbers under a reason: the third of what makes a Quantity."""
    for path in (PROGRAM / "core").rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "Quantity":
                yield from (str(each.value) for each in node.args[2:3] if isinstance(each, ast.Constant))


def _literals() -> Iterator[str]:
    for path in (path for part in ("core", "services", "api") for path in (PROGRAM / part).rglob("*.py")):
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Subscript) and isinstance(node.value, ast.Name) and node.value.id == "Literal":
                yield from (
                    each.value
                    for each in ast.walk(node.slice)
                    if isinstance(each, ast.Constant) and isinstance(each.value, str)
                )


FOUND = {"words": key_words, "messages": program_messages, "page": page_messages, "cards": card_messages}
"""By the name of a table: how its messages are found."""


def read(code: str, part: str) -> dict[str, str]:
    """A table as it stands."""
    path = TABLES / code / f"{part}.json"
    told: dict[str, str] = json.loads(path.read_text(encoding="utf-8")) if path.exists() else {}
    return {**read(REGIONS[code], part), **told} if code in REGIONS else told


def regional(code: str, part: str) -> dict[str, str]:
    """What a region says otherwise, by the words and sentences of its region.json."""
    region = json.loads((TABLES / code / "region.json").read_text(encoding="utf-8"))
    words: dict[str, str] = region["words"]
    found = re.compile(rf"\b(?:{'|'.join(sorted(map(re.escape, words), key=len, reverse=True))})\b", re.IGNORECASE)

    def said(word: re.Match[str]) -> str:
        own = words[word[0].lower()]
        return own[0].upper() + own[1:] if word[0][0].isupper() else own

    base = read(REGIONS[code], part)
    table = {english: found.sub(said, own) for english, own in base.items()}
    table |= {english: own for english, own in region["exactly"].items() if english in table}
    return {english: own for english, own in table.items() if own != base[english]}


def written(table: dict[str, str]) -> str:
    """A table as it is written: in the order of its English."""
    return json.dumps(dict(sorted(table.items())), ensure_ascii=False, indent=0) + "\n"


def renew(codes: Iterable[str] = CODES[1:]) -> None:
    """Bring every table up to date, and tell how many messages have no words yet."""
    for code in codes:
        for part, find in FOUND.items():
            kept = read(code, part)
            table = (
                {english: kept.get(english, "") for english in find()} if code not in REGIONS else regional(code, part)
            )
            (TABLES / code / f"{part}.json").write_text(written(table), encoding="utf-8")
            print(f"{code}/{part}.json: {len(table)} messages, {sum(not own for own in table.values())} without words")


if __name__ == "__main__":
    renew()

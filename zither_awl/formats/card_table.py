"""Cards to and from CSV: a row for every level; what belongs to the whole card is read from its first row.

A cell of roles stands so: `jug (vessel): pourer | balls (handled, 4): felt ball, ball; lies_in bowl; at_least 50`.
A pour: `jug > bowl 0.5 line` or `bowl > dish 0.25 bit by bit`. Several values of a cell stand between bars.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from zither_awl.core.errors import FieldProblem
from zither_awl.core.saying import say
from zither_awl.core.trays.design import Design, Level, Role

COLUMNS: tuple[str, ...] = (
    "key",
    "name",
    "area",
    "from_months",
    "to_months",
    "aim",
    "prepares",
    "control",
    "interest",
    "steps",
    "clean_up",
    "nature",
    "follows",
    "words",
    "morning",
    "supervision",
    "minds",
    "adults_part",
    "carried",
    "cost",
    "themes",
    "one_level_because",
    "also",
    "invitation",
    "tags",
    "then",
    "sort",
    "grid",
    "level",
    "level_name",
    "level_months",
    "moves",
    "stated",
    "container",
    "pour",
    "roles",
    "expects",
    "not_yet",
    "changes",
)
_ROLE = re.compile(r"^(?P<name>[^():]+?)\s*(?:\((?P<use>[a-z]+)(?:,\s*(?P<count>\d+))?\))?\s*:\s*(?P<rest>.*)$")
_POUR = re.compile(
    r"^(?P<from>.+?)\s*>\s*(?P<into>.+?)\s+(?P<share>[\d.,]+)(?P<line>\s+line)?(?P<bits>\s+bit by bit)?$"
)
_PAIRED = ("unlike", "coloured_as")
_TEXT_LINKS = ("lies_in", "fits_in", "same_as", "care", "shows", "subject")
_SIZES = {"at_least": "at_least_mm", "at_most": "at_most_mm"}
_FLAGS = ("beside", "optional")


def read_card(rows: Sequence[Mapping[str, str]]) -> tuple[dict[str, Any], tuple[FieldProblem, ...]]:
    """The rows of one card as the data its loader takes, and what could not be read in them."""
    problems: list[FieldProblem] = []
    first = rows[0]
    levels = [_level(row, problems) for row in rows]
    written: dict[str, Any] = {
        "key": first.get("key", ""),
        "name": first.get("name", ""),
        "area": first.get("area", "").lower(),
        "months": (_whole(first, "from_months", problems), _whole(first, "to_months", problems)),
        "words": dict(_pairs(first, "words", "=", problems)),
        "roles": [],
        "levels": levels,
    }
    for column in ("aim", "control", "clean_up", "morning", "carried", "cost", "one_level_because", "invitation"):
        written[column] = first.get(column, "")
    for column in (
        "prepares",
        "interest",
        "steps",
        "nature",
        "follows",
        "minds",
        "adults_part",
        "themes",
        "also",
        "tags",
        "then",
        "grid",
    ):
        written[column] = _list(first.get(column, ""))
    written["sort"] = first.get("sort", "") or "work"
    written["supervision"] = first.get("supervision", "") or "none"
    return written, tuple(problems)


def _level(row: Mapping[str, str], problems: list[FieldProblem]) -> dict[str, Any]:
    stated = {name: int(step) for name, step in _pairs(row, "stated", "=", problems) if step.isdigit()}
    level: dict[str, Any] = {
        "name": row.get("level_name", "") or say("As it is"),
        "months": _whole(row, "level_months", problems),
        "moves": _whole(row, "moves", problems),
        "stated": stated,
        "expects": row.get("expects", ""),
        "not_yet": row.get("not_yet", ""),
        "changes": row.get("changes", ""),
        "container": _list(row.get("container", "")),
        "add": [role for text in _list(row.get("roles", "")) if (role := _role(text, problems))],
    }
    if row.get("pour"):
        level["pour"] = _pour(row["pour"], problems)
    return level


def _list(cell: str) -> list[str]:
    return [part.strip() for part in cell.split("|") if part.strip()]


def _pairs(row: Mapping[str, str], column: str, sign: str, problems: list[FieldProblem]) -> Iterable[tuple[str, str]]:
    for part in _list(row.get(column, "")):
        left, found, right = part.partition(sign)
        if not found:
            problems.append(
                FieldProblem(
                    column,
                    say("{part} has no {sign}.", part=repr(part), sign=repr(sign)),
                    say("Write name{sign}value.", sign=sign),
                )
            )
        else:
            yield left.strip(), right.strip()


def _whole(row: Mapping[str, str], column: str, problems: list[FieldProblem]) -> int:
    word = row.get(column, "")
    if not word.isdigit():
        problems.append(FieldProblem(column, say("is {word}; a whole number is expected.", word=repr(word))))
        return 1
    return int(word)


def _role(text: str, problems: list[FieldProblem]) -> dict[str, Any] | None:
    found = _ROLE.match(text)
    if found is None:
        hint = say("Write: balls (handled, 4): felt ball, ball; lies_in bowl.")
        problems.append(FieldProblem("roles", say("{text} is not understood.", text=repr(text)), hint))
        return None
    accepts, *rest = [part.strip() for part in found["rest"].split(";")]
    role: dict[str, Any] = {
        "name": found["name"].strip(),
        "use": found["use"] or "vessel",
        "count": int(found["count"] or 1),
        "accepts": [word.strip() for word in accepts.split(",") if word.strip()],
    }
    for part in rest:
        word, _, value = part.partition(" ")
        _clause(role, word, value.strip(), problems)
    return role


def _clause(role: dict[str, Any], word: str, value: str, problems: list[FieldProblem]) -> None:
    if word in _TEXT_LINKS and value:
        role[word] = value
    elif word in _PAIRED and value:
        role[word] = [each.strip() for each in value.split("&")]
    elif word == "colours" and value.isdigit():
        role["colours"] = int(value)
    elif word in _SIZES and value.replace(".", "", 1).isdigit():
        role[_SIZES[word]] = float(value)
    elif word in _FLAGS and not value:
        role[word] = True
    elif word == "instead" and "=" in value:
        kind, _, changes = value.partition("=")
        role.setdefault("instead", []).append((kind.strip(), changes.strip()))
    else:
        known = ", ".join((*_TEXT_LINKS, *_PAIRED, "colours", *_SIZES, *_FLAGS, "instead"))
        problems.append(
            FieldProblem(
                "roles", say("{word} is not understood.", word=repr(word)), say("Known: {known}.", known=known)
            )
        )


def _pour(text: str, problems: list[FieldProblem]) -> dict[str, Any] | None:
    found = _POUR.match(text.strip())
    if found is None:
        problems.append(
            FieldProblem(
                "pour", say("{text} is not understood.", text=repr(text)), say("Write: jug > bowl 0.5, or with line.")
            )
        )
        return None
    return {
        "from": found["from"],
        "into": found["into"],
        "share": float(found["share"].replace(",", ".")),
        "line": bool(found["line"]),
        "total": not found["bits"],
    }


def card_rows(design: Design) -> list[dict[str, str]]:
    """A card as rows, one for every level."""
    whole = {
        "key": design.key,
        "name": design.name,
        "area": design.area,
        "from_months": str(design.from_months),
        "to_months": str(design.to_months),
        "aim": design.aim,
        "prepares": " | ".join(design.prepares),
        "control": design.control,
        "interest": " | ".join(design.interest),
        "steps": " | ".join(design.steps),
        "clean_up": design.clean_up,
        "nature": " | ".join(design.nature),
        "follows": " | ".join(f"{key}:{level}" for key, level in design.follows),
        "words": " | ".join(f"{word} = {other}" for word, other in design.words),
        "morning": design.morning,
        "supervision": design.supervision,
        "minds": " | ".join(design.minds),
        "adults_part": " | ".join(design.adults_part),
        "carried": design.carried,
        "cost": design.cost,
        "themes": " | ".join(design.themes),
        "one_level_because": design.one_level_because,
        "also": " | ".join(design.also),
        "invitation": design.invitation,
        "tags": " | ".join(design.tags),
        "then": " | ".join(design.then),
        "sort": design.sort,
        "grid": " | ".join(design.grid),
    }
    return [{**whole, **_level_cells(level)} for level in design.levels]


def _level_cells(level: Level) -> dict[str, str]:
    pour = level.pour
    poured = f"{pour.from_} > {pour.into} {pour.share:g}{' line' if pour.line else ''}" if pour else ""
    return {
        "level": str(level.number),
        "level_name": level.name,
        "level_months": str(level.from_months),
        "moves": str(level.moves),
        "stated": " | ".join(f"{name}={step}" for name, step in level.stated),
        "container": " | ".join(level.container),
        "pour": poured + (" bit by bit" if pour and not pour.total else ""),
        "roles": " | ".join(_role_text(role) for role in level.roles),
        "expects": level.expects,
        "not_yet": level.not_yet,
        "changes": level.changes,
    }


def _role_text(role: Role) -> str:
    said = [f"{role.name} ({role.use}, {role.count}): {', '.join(role.accepts)}"]
    said += [f"{link} {getattr(role, link)}" for link in _TEXT_LINKS if getattr(role, link)]
    said += [f"{link} {' & '.join(getattr(role, link))}" for link in _PAIRED if getattr(role, link)]
    said += [f"colours {role.colours}"] if role.colours else []
    said += [f"{word} {getattr(role, name):g}" for word, name in _SIZES.items() if getattr(role, name) is not None]
    said += [flag for flag in _FLAGS if getattr(role, flag)]
    said += [f"instead {kind} = {changes}" for kind, changes in role.instead]
    return "; ".join(said)

"""How well a household is kept: its copies, the room left on the disk, the certificate; what is wrong first."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.saying import decimal, say, together
from zither_awl.core.words import day_text

OLD_DAYS, OLD_SECOND_DAYS, LEAST_MB, SOON_DAYS = 2, 14, 500, 30
"""Common practice, no source: a copy a day, one of them missed; a stick that is plugged in every other week; room for
copies; a month to see to a certificate."""

Key = Literal[
    "second",
    "no_second",
    "second_away",
    "second_old",
    "damaged_copy",
    "no_copy",
    "old_copy",
    "copy",
    "little_room",
    "room",
    "certificate_soon",
    "certificate",
]


@dataclass(frozen=True, slots=True)
class Second:
    """The second folder: whether it is there now, the day of its newest copy that is whole, and whether copies in it
    are sealed."""

    there: bool
    newest: date | None
    sealed: bool


@dataclass(frozen=True, slots=True)
class Kept:
    """What was found. `newest`: the day of the newest copy that opens. `damaged`: names of copies that do not."""

    newest: date | None
    damaged: tuple[str, ...]
    file_mb: float
    free_mb: float
    certificate_days: int | None
    second: Second | None = None


@dataclass(frozen=True, slots=True)
class Line:
    """One thing that is told of the keeping, and whether something is to be done."""

    key: Key
    severity: Literal["must", "should", "note"]
    text: str


def told(kept: Kept, today: date) -> tuple[Line, ...]:
    """What is to be said of how a household is kept, what is most urgent first."""
    lines = [_copy(kept.newest, today), _second(kept.second, today), _room(kept)]
    if kept.damaged:
        names = together(kept.damaged, ", ")
        lines.append(
            Line(
                "damaged_copy",
                "must",
                say("Cannot be opened: {names}. Make a copy now: zither-awl backup.", names=names),
            )
        )
    if kept.certificate_days is not None:
        lines.append(_certificate(kept.certificate_days))
    order = ("must", "should", "note")
    return tuple(sorted(lines, key=lambda line: order.index(line.severity)))


def _copy(newest: date | None, today: date) -> Line:
    if newest is None:
        return Line(
            "no_copy",
            "should",
            say("There is no copy yet. One is made every day the program runs; or make one with zither-awl backup."),
        )
    if (age := (today - newest).days) > OLD_DAYS:
        return Line(
            "old_copy",
            "should",
            say(
                "The newest copy that opens is of {day}, {age} days ago. One is "
                "made every day the program runs; or make one with zither-awl "
                "backup.",
                day=day_text(newest),
                age=age,
            ),
        )
    return Line("copy", "note", say("The newest copy is of {day}, and opens.", day=day_text(newest)))


def _second(second: Second | None, today: date) -> Line:
    if second is None:
        return Line(
            "no_second",
            "note",
            say(
                "All copies lie on this disk: if it fails, they fail with it. Name "
                "a second folder for them, on a stick or another disk."
            ),
        )
    newest = second.newest
    if newest is None or (today - newest).days > OLD_SECOND_DAYS:
        of = say("Its newest copy is of {day}.", day=day_text(newest)) if newest else say("No whole copy lies in it.")
        if not second.there:
            return Line(
                "second_away", "should", say("The second folder is not there. {of} Plug it in, or name another.", of=of)
            )
        return Line("second_old", "should", say("The second folder is old. {of} Choose Copy now.", of=of))
    how = say(", sealed, and unchanged since") if second.sealed else say(", and opens")
    return Line(
        "second", "note", say("In the second folder the newest copy is of {day}{how}.", day=day_text(newest), how=how)
    )


def _room(kept: Kept) -> Line:
    """Little is less than the least, or than three times the file: bringing it up and keeping a copy take two more."""
    if kept.free_mb < max(LEAST_MB, 3 * kept.file_mb):
        return Line(
            "little_room",
            "should",
            say(
                "{free_mb} MB are left on the disk, and the household takes "
                "{file_mb} MB. Make room: without it no copy can be made.",
                free_mb=decimal(kept.free_mb, 0),
                file_mb=decimal(kept.file_mb, 0),
            ),
        )
    return Line(
        "room",
        "note",
        say(
            "The household takes {file_mb} MB; {free_mb} GB are left.",
            file_mb=decimal(kept.file_mb, 0),
            free_mb=decimal(kept.free_mb / 1024, 0),
        ),
    )


def _certificate(days: int) -> Line:
    if days < SOON_DAYS:
        ends = say("ends in {days} days", days=days) if days > 0 else say("has ended")
        return Line(
            "certificate_soon",
            "should",
            say(
                "The certificate for tablets {ends}. It is renewed when "
                "the program is started anew with --home; the tablets "
                "trust it as before.",
                ends=ends,
            ),
        )
    return Line("certificate", "note", say("The certificate for tablets lasts {days} days more.", days=days))

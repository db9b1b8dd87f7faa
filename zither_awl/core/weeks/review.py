"""How the last changes were taken, and what that says for the next. Common practice (ROT-9), no source."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.attendance import ended_cycles, fell_in
from zither_awl.core.days import written_day
from zither_awl.core.judgement import State
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import ChangeRecord, Tray
from zither_awl.core.words import listed, share_text

Taking = Literal["taken", "left alone", "too early"]
LOOKED_AT = 5
"""A new tray is looked at over its first so many work cycles (ROT-9)."""
ENOUGH = 3
"""Before so many changes nothing is said for the next."""


@dataclass(frozen=True, slots=True)
class Taken:
    """One tray that came in with a change: in how many of its first work cycles it was chosen."""

    tray: Tray
    chosen: int
    of: int

    @property
    def how(self) -> Taking:
        """In a word."""
        if self.chosen:
            return "taken"
        return "left alone" if self.of >= LOOKED_AT else "too early"


@dataclass(frozen=True, slots=True)
class Reviewed:
    """One change: its day, what left, and how what came was taken."""

    on: date
    out: tuple[Tray, ...]
    came: tuple[Taken, ...]


@dataclass(frozen=True, slots=True)
class Review:
    """The last changes, the newest first, and what they say for the next."""

    changes: tuple[Reviewed, ...]
    says: tuple[Reason, ...]


def review(state: State, changes: Sequence[ChangeRecord], *, most: int = 6) -> Review:
    """How the newest changes were taken; at most so many."""
    known = {t.id: t for t in state.trays}
    found = [_reviewed(state, c, known) for c in sorted(changes, key=lambda c: c.at, reverse=True)[:most]]
    return Review(tuple(found), tuple(_says(found)))


def _reviewed(state: State, change: ChangeRecord, known: dict[int, Tray]) -> Reviewed:
    cycles = [m for m in ended_cycles(state.log) if m.began > change.at][:LOOKED_AT]
    came = []
    for tray in (known[t] for t in change.in_ if t in known):
        chosen = sum(any(e.tray_id == tray.id and fell_in(e, m) for e in state.log.episodes) for m in cycles)
        came.append(Taken(tray, chosen, len(cycles)))
    return Reviewed(written_day(change.at), tuple(known[t] for t in change.out if t in known), tuple(came))


def _says(found: Sequence[Reviewed]) -> list[Reason]:
    """What the changes say for the next: how many were taken, and whether few or many at once were."""
    judged = [t for each in found for t in each.came if t.how != "too early"]
    if len(found) < ENOUGH or not judged:
        return [Reason("ROT-9", say("Too few changes were watched yet to say anything for the next."))]
    taken = sum(t.how == "taken" for t in judged)
    number = Quantity(say("taken"), taken, "trays", len(judged))
    says = [
        Reason(
            "ROT-9",
            say(
                "{taken} of {trays} were taken within their first {cycles}.",
                taken=taken,
                trays=say("{n, plural, one {# new tray} other {# new trays}}", n=len(judged)),
                cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=LOOKED_AT),
            ),
            (number,),
        )
    ]
    few = [t for each in found if len(each.came) <= 2 for t in each.came if t.how != "too early"]
    many = [t for each in found if len(each.came) > 2 for t in each.came if t.how != "too early"]
    if few and many:
        one, other = _share(few), _share(many)
        text = say(
            "Where at most two came at once {one} were taken, where more came {other}.",
            one=share_text(one),
            other=share_text(other),
        )
        says.append(Reason("ROT-2", text))
    alone = [t.tray.name for t in judged if t.how == "left alone"]
    if alone:
        says.append(
            Reason(
                "ROT-9",
                say("Left alone at first: {alone}. Show such trays on the day they come.", alone=listed(alone[:3])),
            )
        )
    return says


def _share(each: Sequence[Taken]) -> float:
    return sum(t.how == "taken" for t in each) / len(each)

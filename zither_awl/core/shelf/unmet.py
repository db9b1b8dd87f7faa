"""What a plan could not keep of the household's wishes: a sentence each, why, and the one tap that would cure it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from zither_awl.core.finding import Finding
from zither_awl.core.reasons import Reason
from zither_awl.core.rules import rule
from zither_awl.core.saying import capital, say
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.shelf.counts import Row
from zither_awl.core.shelf.problem import CHANGES, COVERED
from zither_awl.core.shelf.ways import Remedy, opened
from zither_awl.core.values import Placement, Tray

MOST_WAYS = 2


@dataclass(frozen=True, slots=True)
class Unmet:
    """A wish that was not kept: what is missing, why, and what would cure it."""

    text: str
    reasons: tuple[Reason, ...]
    ways: tuple[Remedy, ...]
    make_for: int | None = None
    """The child for whom something is to be made, since nothing at hand would do."""


def unmet(placements: Sequence[Placement], choices: Choices) -> tuple[Unmet, ...]:
    """Every wish a plan misses, the most pressing first."""
    found = [row for row in choices.wishes if row.missed(placements)]
    return tuple(told for row in found if (told := _told(row, placements, choices)) is not None)


def _told(row: Row, placements: Sequence[Placement], choices: Choices) -> Unmet | None:
    trays = {t.id: t for t in choices.problem.trays}
    if row.wish == CHANGES:
        if row.key == "changes:in":
            return None
        number = row.missed(placements)
        return Unmet(
            say(
                "{changes} than you asked for: what stood there may not stay.",
                changes=say("{n, plural, one {# more change} other {# more changes}}", n=number),
            ),
            (),
            (),
        )
    if row.wish == COVERED:
        cover = next(c for c in choices.problem.covers if c.key == row.key)
        name = next(c.name for c in choices.problem.children if c.id == cover.child)
        mine = [t for t in trays.values() if cover.holds(t) and choices.problem.fit(cover.child, t.id)]
        reasons, ways = _why(mine, choices)
        return Unmet(
            say("{name} goes without {cover}.", name=name, cover=cover.words),
            reasons,
            ways,
            None if ways else cover.child,
        )
    kind, _, key = row.key.partition(":")
    tray = trays[int(key)]
    text = (
        say("{tray} is loved, and has to go.", tray=tray.name)
        if kind == "loved"
        else say("{tray} could not be put out.", tray=tray.name)
    )
    return Unmet(text, *_why([tray], choices))


def _why(trays: Sequence[Tray], choices: Choices) -> tuple[tuple[Reason, ...], tuple[Remedy, ...]]:
    reasons = [reason for tray in trays[:3] if (reason := _against(tray, choices)) is not None]
    ways = [way for tray in trays for way in _ways(tray, choices)]
    return tuple(reasons), tuple(sorted(ways, key=lambda way: way.cost)[:MOST_WAYS])


def _against(tray: Tray, choices: Choices) -> Reason | None:
    """The rule that keeps a tray from everywhere most often; that there is no room, where no rule does."""
    if tray.id in choices.problem.bans:
        return Reason("BAN", say("You took {tray} out of the planning.", tray=tray.name), (), (f"tray:{tray.id}",))
    if choices.singles.get(tray.id):
        text = say("{tray} could stand here, but only in the place of something that fits better.", tray=tray.name)
        return Reason("ROOM-1", text, (), (f"tray:{tray.id}",))
    found = [next(choices.trouble(p)) for p in choices.candidates(tray)]
    most = max(found, key=lambda f: _weight(f, found), default=None)
    return most.reasons[0] if most else None


def _weight(finding: Finding, found: Sequence[Finding]) -> int:
    return sum(finding.rule == other.rule for other in found)


def _ways(tray: Tray, choices: Choices) -> Iterator[Remedy]:
    for each in opened(choices, [tray]):
        text = capital(each.said)
        by_hand, unban = ((tray.id,), ()) if each.kind == "by_hand" else ((), (tray.id,))
        yield Remedy(text, 3, by_hand=by_hand, unban=unban)
        return
    if choices.singles.get(tray.id):
        yield Remedy(say("Put {tray} out all the same", tray=tray.name), 4, wanted=(tray.id,))
    elif any(rule(f.rule).about_size for p in choices.candidates(tray) for f in choices.trouble(p)):
        yield Remedy(say("Make {tray} smaller", tray=tray.name), 5, smaller=(tray.id,))

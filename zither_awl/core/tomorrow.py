"""The few things an adult invites a child to on a day: chosen across areas, in an order that follows the child's own
typical work cycle. An invitation, never an order: nothing is counted against a child. Common practice, no source; the
numbers are ours."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason

Kind = Literal["show", "words", "loved", "show again", "real work"]
KINDS: tuple[Kind, ...] = ("show", "words", "loved", "show again", "real work")
"""In the order in which they are thought of, one of each before two of any."""
MOST_OF: Mapping[Kind, int] = {"show": 2, "words": 1, "loved": 3, "show again": 1, "real work": 1}
PIECE_MIN = 15
"""About how long one thing lasts with getting there and back, min: the width of a quarter of the typical work cycle."""
USUAL = (0.5, 0.75, 0.8, 0.55, 0.75, 0.65, 0.5)
"""How settled children usually are, by quarters, while the child's own record is short: a first easy work, the pause
after the first half hour, the great work."""
ASKS: Mapping[Kind, int] = {"show": 0, "show again": 1, "words": 2, "loved": 3, "real work": 4}
"""What wants a settled child most comes first; what moves the body most goes where it is restless."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Invitation:
    """One thing: what it is, as "tray:3", "set:colours-first" or "routine:dishes", and why. `prepare` is what it needs
    beforehand."""

    kind: Kind
    ref: str
    title: str
    area: str
    reason: Reason
    prepare: str = ""
    condition: str = ""
    """Under which condition it may be worked with at all."""
    minutes: int | None = None
    """How long it usually takes this child, or this house; None while nobody saw it."""


def propose(
    candidates: Sequence[Invitation], settled: Sequence[float] = (), *, practice: Practice = Practice()
) -> tuple[Invitation, ...]:
    """The invitations of a day, in their order.

    `candidates` are the best of each kind first. Of each kind one before two of any, of different areas as long as
    there are; new ones at most P(2). `settled` is the share of work cycles the child is at work in, by quarters of an
    hour: what is new stands where it is highest, real work where it is lowest, the first place is an easy one.
    """
    chosen: list[Invitation] = []
    left = list(candidates)
    most = {**MOST_OF, "show": min(MOST_OF["show"], practice.showings_a_day)}
    while len(chosen) < practice.invitations:
        before = len(chosen)
        for kind in KINDS:
            if len(chosen) < practice.invitations and sum(c.kind == kind for c in chosen) < most[kind]:
                found = _next(kind, left, {c.area for c in chosen})
                if found is not None:
                    chosen.append(found)
                    left.remove(found)
        if len(chosen) == before:
            break
    return in_order(chosen, settled)


def _next(kind: Kind, left: Sequence[Invitation], areas: Collection[str]) -> Invitation | None:
    of = [each for each in left if each.kind == kind]
    return next((each for each in of if each.area not in areas), of[0] if of else None)


def in_order(chosen: Sequence[Invitation], settled: Sequence[float] = ()) -> tuple[Invitation, ...]:
    """Invitations where a child is likely to be settled enough for them; each keeps its place among its kind."""
    shares = [settled[n] if n < len(settled) else USUAL[min(n, len(USUAL) - 1)] for n in range(len(chosen))]
    # The first thing of a day is something easy, however settled the child may be.
    places = sorted(range(len(chosen)), key=lambda n: (n == 0 and len(chosen) > 1, -shares[n], n))
    wanting = sorted(chosen, key=lambda each: ASKS[each.kind])
    easy = next((each for each in chosen if each.kind == "loved"), wanting[-1] if wanting else None)
    if easy is not None:
        wanting = [*(each for each in wanting if each is not easy), easy]
    put = dict(zip(places, wanting, strict=True))
    return tuple(put[n] for n in range(len(chosen)))

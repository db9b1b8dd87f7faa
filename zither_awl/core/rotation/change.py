"""Propose a change of the shelf by signs: at most two at once, gently, and never one that brings a hazard."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.days import written_day
from zither_awl.core.finding import Action, Finding
from zither_awl.core.judgement import Judgements, State
from zither_awl.core.mastery import School
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rotation.chain import stands_with
from zither_awl.core.rotation.coming import MISSING_AREA, Coming, coming
from zither_awl.core.rotation.leaving import Leaving, easier_steps, leavings
from zither_awl.core.rotation.looks import next_look, passed, why_not_yet
from zither_awl.core.rotation.rest import came_for_it
from zither_awl.core.rules import rule
from zither_awl.core.saying import say
from zither_awl.core.shelf.ask import ALWAYS_OUT
from zither_awl.core.shelf.check import applied, found_in
from zither_awl.core.shelf.scene import Scene, free_spots
from zither_awl.core.values import Child, Placement, Spot, Tray
from zither_awl.core.words import listed

MOST_ALTERNATIVES = 3


@dataclass(frozen=True, slots=True)
class Swap:
    """One change: a tray out, a tray in, or one for the other on a spot. `others` could come in instead."""

    out: Tray | None
    in_: Tray | None
    spot: Spot | None
    why_out: str
    reasons: tuple[Reason, ...]
    others: tuple[Tray, ...] = ()


@dataclass(frozen=True, slots=True)
class Change:
    """A proposal. Empty `swaps` means nothing should change yet, and `reasons` say why.

    `by_hand`: open trays with a hazard that are kept away with the change. `let_in`: what a nearly empty
    shelf may take now (ROOM-8). `keep`: why each of the others stays; `later`: why it would go, after these.
    `unmarked`: open trays of which nobody said that they were shown, so that their work cycles do not count.
    `look_on`: the day of the next look; before it this is what would be proposed then.
    """

    swaps: tuple[Swap, ...]
    by_hand: tuple[Placement, ...]
    keep: tuple[tuple[Tray, tuple[Reason, ...]], ...]
    let_in: tuple[Swap, ...]
    reasons: tuple[Reason, ...]
    later: tuple[tuple[Tray, tuple[Reason, ...]], ...] = ()
    unmarked: tuple[tuple[Child, Tray], ...] = ()
    look_on: date | None = None

    @property
    def out(self) -> tuple[Tray, ...]:
        """What goes out."""
        return tuple(s.out for s in self.swaps if s.out is not None)

    @property
    def in_(self) -> tuple[Tray, ...]:
        """What comes in."""
        return tuple(s.in_ for s in self.swaps if s.in_ is not None)


def propose_change(state: State, school: School, on: date, *, judge: Judgements | None = None) -> Change:
    """The change the signs ask for on a day, with reasons and evidence; at most P(2) swaps.

    The shelf after it has no must finding and no kind of finding the shelf before it lacked.
    """
    judge = judge or Judgements(state, on, school)
    verdicts = [(p, not_declined(p, leavings(p, judge), state, on)) for p in state.placements]
    cured, by_hand, trouble = _cured(state, on)
    keep = tuple((p.tray, tuple(v.reason for v in each)) for p, each in verdicts if not _goes(each))
    going = [(p, each) for p, each in verdicts if _goes(each)]
    if state.practice.look == "calendar":
        going += _longest_out([p for p, each in verdicts if not _goes(each)], judge, state.practice.changes_at_once)
    waiting = why_not_yet(state, on) or trouble
    swaps = () if waiting is not None else tuple(_swaps(going, cured, judge))
    left = {s.out.id for s in swaps if s.out}
    base = Change(
        swaps=swaps,
        by_hand=by_hand,
        keep=keep,
        let_in=(),
        reasons=_summary(swaps),
        later=tuple((p.tray, tuple(v.reason for v in each)) for p, each in going if p.tray.id not in left),
        unmarked=tuple(_unmarked(judge)),
        look_on=next_look(state, on),
    )
    if swaps:
        return base
    if waiting is not None:
        return replace(base, reasons=(waiting, *_known_after(judge)))
    reasons = (_nothing(state, going), *_known_after(judge))
    return replace(base, let_in=tuple(_let_in(cured, judge)), reasons=reasons)


LEAST_DAYS = 7
"""By the calendar nothing goes that came within so many days."""
STILL_TAKEN = 0.5
"""Chosen in so large a share of the last work cycles it is loved, and stays whatever the calendar says."""


def _longest_out(
    staying: Sequence[Placement], judge: Judgements, most: int
) -> list[tuple[Placement, tuple[Leaving, ...]]]:
    """By the calendar: what has stood longest and is taken least, though no sign asks for it; never what is loved."""
    found = []
    for placement in staying:
        since = placement.since
        children = [c for c in judge.state.children if c.id in placement.tray.for_children]
        if since is None or placement.by_hand or not children or set(placement.tray.tags) & set(ALWAYS_OUT):
            continue
        days = (judge.on - written_day(since)).days
        rate = max(judge.of(c, placement.tray).interest.rate for c in children)
        if days >= LEAST_DAYS and rate < STILL_TAKEN:
            text = say(
                "By the calendar: out for {days}, and taken less than other trays.",
                days=say("{n, plural, one {# day} other {# days}}", n=days),
            )
            reason = Reason(
                "ROT-1",
                text,
                (Quantity(say("out"), days, "days", LEAST_DAYS, needed=True),),
                (f"tray:{placement.tray.id}",),
            )
            found.append((rate, -days, placement, tuple(Leaving(c, "calendar", reason) for c in children)))
    return [(p, verdicts) for _, _, p, verdicts in sorted(found, key=lambda f: (f[0], f[1], f[2].tray.id))[:most]]


def _unmarked(judge: Judgements) -> Iterator[tuple[Child, Tray]]:
    """Open trays a child waits to be shown, of which nobody said that they were."""
    for placement in judge.state.placements:
        for child in judge.state.children:
            if child.id in placement.tray.for_children and not placement.by_hand:
                seen = judge.of(child, placement.tray).interest
                if not seen.available and seen.unmarked:
                    yield child, placement.tray


def _goes(verdicts: Sequence[Leaving]) -> bool:
    return bool(verdicts) and all(v.goes for v in verdicts)


def _cured(state: State, on: date) -> tuple[Scene, tuple[Placement, ...], Reason | None]:
    """The shelf with every open hazard by hand; a reason when a must finding is left that cannot be cured so."""
    scene = Scene(state.placements, state.units, state.children, on, state.practice)
    by_hand: list[Placement] = []
    for finding in _musts(scene):
        if rule(finding.rule).hazard and finding.tray not in [p.tray.id for p in by_hand]:
            by_hand += [p for p in scene.placements if p.tray.id == finding.tray]
            scene = applied(Action("by_hand", "", finding.tray), scene)
    left = _musts(scene)
    if not left:
        return scene, tuple(by_hand), None
    name = state.tray(left[0].tray).name
    return (
        scene,
        tuple(by_hand),
        Reason(
            "SAFETY", say("First mend what the shelf shows about {name}.", name=name), (), (f"tray:{left[0].tray}",)
        ),
    )


def _musts(scene: Scene) -> list[Finding]:
    return [f for f in found_in(scene) if f.severity == "must"]


def not_declined(placement: Placement, verdicts: tuple[Leaving, ...], state: State, on: date) -> tuple[Leaving, ...]:
    """What an adult kept stays, and says so, until P(3) work cycles or a week have passed."""
    last = max((d for d in state.declined if placement.tray.id in d.out), key=lambda d: d.at, default=None)
    if last is None or not _goes(verdicts):
        return verdicts
    over, since = passed(last.at, state, on)
    if over:
        return verdicts
    more = say(
        "{n, plural, one {# more work cycle} other {# more work cycles}}", n=int((since.limit or 0) - since.value)
    )
    text = say("You kept it: “{note}”. It is asked again after {more}, or a week.", note=last.note, more=more)
    return tuple(replace(v, why="", reason=Reason("KEPT", text, (since,), v.reason.evidence)) for v in verdicts)


def _swaps(going: list[tuple[Placement, tuple[Leaving, ...]]], scene: Scene, judge: Judgements) -> Iterator[Swap]:
    """The most pressing swaps, one after the other on the shelf as the earlier ones leave it."""
    made, taken, areas = 0, set[int](), set[str]()
    for placement, verdicts in sorted(going, key=lambda pair: _pressing(pair[1])):
        if made == judge.state.practice.changes_at_once:
            return
        swap = _swap(placement, verdicts, scene, judge, _Used(taken, areas))
        if swap is not None:
            made += 1
            taken |= {t.id for t in (swap.out, swap.in_) if t is not None}
            areas |= {swap.in_.card.area} if swap.in_ else set()
            scene = after_swaps(scene, [swap])
            yield swap


@dataclass(frozen=True, slots=True)
class _Used:
    """What the swaps made before this one took: trays, and areas of which something came in."""

    trays: set[int]
    areas: set[str]


def _pressing(verdicts: Sequence[Leaving]) -> tuple[int, bool, int]:
    """What is done with before what is merely ready for more; and first what has its next step at hand."""
    order = ("faded", "too hard", "successor", "too easy", "ignored", "calendar")
    alone = all(v.successor is None for v in verdicts)
    return min(order.index(v.why) for v in verdicts), alone, verdicts[0].child.id


def _swap(
    placement: Placement, verdicts: Sequence[Leaving], scene: Scene, judge: Judgements, used: _Used
) -> Swap | None:
    why, tray = verdicts[0].why, placement.tray
    first = [v.successor for v in verdicts if v.successor is not None and v.successor.id not in used.trays]
    if why == "too hard":
        first = [t for v in verdicts for t in easier_steps(v.child, tray, judge) if t.id not in used.trays]
    only = {t.id for t in first} if all(v.why == "successor" for v in verdicts) else None
    easier = {t.id for t in first} if why == "too hard" else set()
    fitting = [
        (each, spot)
        for each in _ready(judge, used, first, easier)
        # One child's loss is no other child's gain, and what is still loved leaves for its successor only.
        if each.tray.for_children & tray.for_children
        and (only is None or each.tray.id in only)
        and stands_with(each.tray, scene.placements, tray) is None
        and not came_for_it(tray, each.tray, judge)
        and (spot := _clean_spot(placement, each.tray, scene)) is not None
    ]
    out_reasons = tuple(v.reason for v in verdicts)
    if fitting:
        best, spot = fitting[0]
        others = tuple(each.tray for each, _ in fitting[1 : 1 + MOST_ALTERNATIVES])
        why_in = best.reason
        if best.tray.id in easier:
            why_in = Reason(
                "ROT-6", say("An easier step: {tray} was too hard.", tray=tray.name), (), (f"tray:{tray.id}",)
            )
        return Swap(tray, best.tray, spot, why, (*out_reasons, why_in), others)
    alone = Swap(tray, None, None, why, out_reasons)
    return alone if why != "successor" and not new_trouble(scene, after_swaps(scene, [alone])) else None


def _ready(judge: Judgements, used: _Used, first: Sequence[Tray] = (), easier: Iterable[int] = ()) -> list[Coming]:
    """Resting trays that may come in, one verdict each, `first` first, then the most pressing. Those of `easier` may
    come though the child knows them and what follows."""
    out = {p.tray.id for p in judge.state.placements} | used.trays
    best = [verdicts[0] for t in judge.state.trays if t.id not in out and (verdicts := coming(t, judge))]
    wanted, going_back = {t.id for t in first}, set(easier)
    ready = [v for v in best if v.ready or v.tray.id in going_back]
    return sorted(ready, key=lambda v: (v.tray.id not in wanted, _rank(v, used), v.tray.card.from_months, v.tray.id))


def _rank(verdict: Coming, used: _Used) -> int:
    """An area is missing only until something of it has come in."""
    again = verdict.rank == MISSING_AREA and verdict.tray.card.area in used.areas
    return MISSING_AREA + 1 if again else verdict.rank


def _clean_spot(placement: Placement, tray: Tray, scene: Scene) -> Spot | None:
    """Where a tray could come in for another with no new trouble: the same spot, else a free one."""
    for spot in (placement.spot, *free_spots(scene)):
        swap = Swap(placement.tray, tray, spot, "", ())
        if not new_trouble(scene, after_swaps(scene, [swap])):
            return spot
    return None


def after_swaps(scene: Scene, swaps: Iterable[Swap]) -> Scene:
    """The shelf as it would stand after some swaps."""
    placements = list(scene.placements)
    for swap in swaps:
        if swap.out is not None:
            placements = [p for p in placements if p.tray.id != swap.out.id]
        if swap.in_ is not None and swap.spot is not None:
            placements.append(Placement(id=-swap.in_.id, tray=swap.in_, spot=swap.spot))
    return scene.standing(tuple(placements))


def new_trouble(before: Scene, after: Scene) -> tuple[Finding, ...]:
    """What a change would bring: any must finding, any new kind of finding, or a tag or area lost (ROT-7)."""
    known = {f.kind for f in _all(before)}
    bad = [f for f in _all(after) if f.severity == "must" or (f.kind not in known and f.severity != "note")]
    return (*bad, *_lost(before, after))


def _all(scene: Scene) -> tuple[Finding, ...]:
    return found_in(scene)


def _lost(before: Scene, after: Scene) -> Iterator[Finding]:
    """ROT-7: what is always out is still out: something of each tag, of language and of practical life."""

    def kinds(scene: Scene) -> set[str]:
        tags = {tag for p in scene.placements for tag in p.tray.tags if tag in ALWAYS_OUT}
        return tags | {p.tray.card.area for p in scene.placements if p.tray.card.area in ("language", "practical life")}

    for kind in sorted(kinds(before) - kinds(after)):
        first = before.placements[0]
        yield Finding(
            "ROT-7",
            "should",
            None,
            first.tray.id,
            first.spot,
            (Reason("ROT-7", say("Nothing with {kind} would be left out.", kind=kind)),),
        )


def _let_in(scene: Scene, judge: Judgements) -> Iterator[Swap]:
    """One or two trays that a shelf with room may take now."""
    used = _Used(set(), set())
    for _ in range(judge.state.practice.changes_at_once):
        found = next((swap for each in _ready(judge, used) if (swap := _let_one_in(each, scene)) is not None), None)
        if found is None or found.in_ is None:
            return
        scene = after_swaps(scene, [found])
        used.trays.add(found.in_.id)
        used.areas.add(found.in_.card.area)
        yield found


def _let_one_in(each: Coming, scene: Scene) -> Swap | None:
    if not _has_room(each, scene) or stands_with(each.tray, scene.placements) is not None:
        return None
    for spot in free_spots(scene):
        swap = Swap(None, each.tray, spot, "", (_room(each, scene), each.reason))
        if not new_trouble(scene, after_swaps(scene, [swap])):
            return swap
    return None


def _room(each: Coming, scene: Scene) -> Reason:
    out, most = _out_and_most(each, scene)
    text = say(
        "{trays} out for {child}; at this age up to {most}. Added as it is shown.",
        trays=say("{n, plural, one {# tray} other {# trays}}", n=out),
        child=each.child.name,
        most=most,
    )
    return Reason("ROOM-8", text, (Quantity(say("out"), out, "trays", most),))


def _has_room(each: Coming, scene: Scene) -> bool:
    out, most = _out_and_most(each, scene)
    return out < most


def _out_and_most(each: Coming, scene: Scene) -> tuple[int, int]:
    months = corrected_months(each.child.born, each.child.gestation_weeks, scene.on)
    return len(scene.out_for(each.child)), scene.practice.trays_out_at(months)


def _summary(swaps: Sequence[Swap]) -> tuple[Reason, ...]:
    rungs = [s.in_.name for s in swaps if s.in_ and any(rule(r.rule).brings_in for r in s.reasons)]
    text = say("{changes}, gently", changes=say("{n, plural, one {# change} other {# changes}}", n=len(swaps))) + (
        say(": {rungs} in.", rungs=listed(rungs)) if rungs else "."
    )
    return (Reason("ROT-2", text, (Quantity(say("changes"), len(swaps), "", 2),)),)


def _nothing(state: State, going: Sequence[tuple[Placement, Sequence[Leaving]]]) -> Reason:
    if not state.log.mornings:
        return Reason("ROOM-8", say("Nothing has been seen yet. Begin with few trays, and watch a work cycle."))
    if going:
        names = listed(p.tray.name for p, _ in going[:3])
        return Reason("ROT-1", say("{names} could go, but nothing that may come in fits its place.", names=names))
    return Reason(
        "ROT-1", say("Nothing should change yet: no tray is both known and done with, and none lies untouched.")
    )


def _known_after(judge: Judgements) -> tuple[Reason, ...]:
    """After which work cycle something will be known: of the trays not yet mastered or left, the nearest to it."""
    needed = judge.state.practice.least_cycles
    waits: list[tuple[int, str, str]] = []
    for placement in judge.state.placements:
        for child in judge.state.children:
            if child.id in placement.tray.for_children and not placement.by_hand:
                known = judge.of(child, placement.tray)
                short = needed - known.interest.available
                if short > 0 and not known.interest.unmarked:
                    waits.append((short, placement.tray.name, child.name))
    if not waits:
        return ()
    short, tray, name = min(waits)
    text = say(
        "After {cycles} it can be told how {name} takes {tray}.",
        cycles=say("{n, plural, one {# more work cycle} other {# more work cycles}}", n=short),
        name=name,
        tray=tray,
    )
    return (Reason("ROT-1", text, (Quantity(say("work cycles still needed"), short, say("work cycles")),)),)

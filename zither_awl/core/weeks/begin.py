"""From what is judged today to the house of the model that looks ahead (core.weeks.onward)."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import date, timedelta
from statistics import mean

from zither_awl.core.absence import quiet_on
from zither_awl.core.attendance import EVER, counted_mornings, ended_cycles, fell_in, stays
from zither_awl.core.judgement import Judgements
from zither_awl.core.mastery import KNOWN
from zither_awl.core.shelf.ask import ALWAYS_OUT
from zither_awl.core.values import Child, Tray
from zither_awl.core.weeks.onward import ChildAhead, HouseAhead, TrayAhead

CYCLES_BACK = 20
"""So many of the last work cycles say how often a child picks, and on which days the house has one."""
CHANCES = 20.0
"""A record of how often a tray is taken counts as at most so many chances: what was long ago says less."""
AWAY_DAYS = 120


def house_ahead(judge: Judgements, stock: Mapping[int, float], uses: Mapping[int, float]) -> HouseAhead:
    """The house as the model begins with it. `stock` is what there is of each thing that is used up, `uses` what one
    time uses of it, by the thing's id."""
    state, practice = judge.state, judge.state.practice
    cycles = ended_cycles(state.log)[-CYCLES_BACK:]
    days = frozenset(m.day.weekday() for m in cycles) or frozenset(range(5))
    ahead = (judge.on + timedelta(days=n) for n in range(AWAY_DAYS))
    standing = [p.tray for p in state.placements if not p.by_hand]
    return HouseAhead(
        on=judge.on,
        trays=tuple(_tray(t, judge, uses) for t in state.trays if t.for_children),
        standing=tuple(t.id for t in standing),
        children=tuple(_child(c, judge) for c in state.children),
        stock=dict(stock),
        days=days,
        away=frozenset(d for d in ahead if quiet_on(state.absences, d) is not None),
        look_day=practice.look_day,
        practice=practice,
    )


def _tray(tray: Tray, judge: Judgements, uses: Mapping[int, float]) -> TrayAhead:
    by_card = {t.card.id: t.id for t in judge.state.trays}
    after = [t.id for t in judge.state.trays if tray.card.id in t.card.follows and t.for_children & tray.for_children]
    used = tuple((c.component.id, uses[c.component.id]) for c in tray.contents if c.component.id in uses)
    return TrayAhead(
        id=tray.id,
        children=tuple(sorted(tray.for_children)),
        next=min(after, default=None),
        follows=tuple(by_card[c] for c in tray.card.follows if c in by_card),
        uses=used,
        stays=bool(set(tray.tags) & set(ALWAYS_OUT)),
    )


def _child(child: Child, judge: Judgements) -> ChildAhead:
    mine = [t for t in judge.state.trays if child.id in t.for_children]
    chosen, tries, picked = {}, {}, {}
    standing = {p.tray.id for p in judge.state.placements}
    for tray in mine:
        seen = judge.of(child, tray).interest
        of = min(float(seen.available), CHANCES)
        if seen.available:
            chosen[tray.id] = (seen.rate * of, of)
        if tray.id in standing:
            picked[tray.id] = _picked(child, tray, judge)
        done = judge.tries(child, tray.card.id)
        tries[tray.id] = tuple((v.local_day, v.done_alone) for v in done if v.finished)
    known = frozenset(t.id for t in mine if judge.mastery_of(child, t.card.id).state in KNOWN)
    return ChildAhead(id=child.id, known=known, chosen=chosen, picked=picked, tries=tries, picks=_picks(child, judge))


def _picked(child: Child, tray: Tray, judge: Judgements) -> tuple[bool, ...]:
    """Whether it chose a tray that stands, work cycle by work cycle of the present stay."""
    log = judge.state.log
    stay = stays(judge.placed(tray), judge.state.practice)
    since = (stay[-1][0].since if stay else None) or EVER
    works = [v for v in judge.of(child, tray).visits if v.began >= since]
    counted = counted_mornings(child, tray, log, practice=judge.state.practice).mornings
    return tuple(any(fell_in(v, m) for v in works) for m in counted if m.began >= since)


def _picks(child: Child, judge: Judgements) -> float:
    """How often the child picks in a work cycle, of the last ones it was there for."""
    log = judge.state.log
    cycles = [m for m in ended_cycles(log) if child.id in m.present][-CYCLES_BACK:]
    since: date | None = cycles[0].day if cycles else None
    works = [e for e in log.episodes if e.child_id == child.id and since is not None and e.local_day >= since]
    counts = [sum(fell_in(e, m) for e in works) for m in cycles]
    return max(1.0, float(mean(counts))) if counts else 4.0

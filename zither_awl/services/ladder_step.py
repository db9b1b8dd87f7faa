"""Use cases of one step of a ladder: the tray as it would lie, what changes from the step below, a step between, when
it is likely to be ready, what was seen, and what can be done."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.ladders.bridge import Bridging, bridge
from zither_awl.core.ladders.expect import Expectation, expectations
from zither_awl.core.ladders.likely import Likely, Pace, Span, likely_ready, pace_of
from zither_awl.core.ladders.order import Ladder, ladder, single_steps
from zither_awl.core.ladders.progress import Offered, relearn_due, remedy_for
from zither_awl.core.ladders.strings import String
from zither_awl.core.mastery import KNOWN, Mastery
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.trays import Design, make
from zither_awl.core.values import Child, Rung, Said, SaidAnswer, Visit
from zither_awl.core.wishes import Aim
from zither_awl.languages import told
from zither_awl.services import catalogue, ladders
from zither_awl.services.catalogue import graph_of
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.ladders import Map, Step, Strung
from zither_awl.services.need import need_of

QUIET_DAYS = 28
"""Work that was not touched for so long is taken as left on the day it was last touched."""
MOST_CHAINS, DEEPEST = 6, 6
MOST_BESIDE = 4
NEXT_DAYS = 21
"""So long "take this instead next time" holds."""
NOTES = 3


@dataclass(frozen=True, slots=True)
class About:
    """Everything the margin tells of one step for a child. `below` is the step it is tied to on its string; `between`
    what can be made on the way to it; `known_by` when it is likely to be known, where it is at work; `ready_by` when it
    is likely to be ready, where it waits."""

    step: Step
    string: String
    number: int
    below: Step | None
    before: tuple[Step, ...]
    after: tuple[Step, ...]
    between: Bridging
    remedy: Offered | None
    known_by: Likely | None
    ready_by: Likely | None
    own_spans: int
    again_on: date | None
    reasons: tuple[Reason, ...]
    notes: tuple[tuple[date, str], ...]
    chosen: Aim | None
    said: Said | None
    expected: Expectation
    way: Ladder[Rung] | None
    """From what is known on its string to it, where it waits: the best way, its jumps named."""
    beside: tuple[Step, ...]
    """Next steps on other ladders of its area that are one notch from it."""


@dataclass(frozen=True, slots=True)
class _Evidence:
    """What was seen, shown, said and written of one step of a child."""

    mastery: Mastery | None
    tries: tuple[Visit, ...]
    shown: tuple[date, ...]
    said: Said | None
    notes: tuple[tuple[date, str], ...]

    @property
    def touched(self) -> date:
        """When it was last shown or worked with."""
        return max([*self.shown, *(v.local_day for v in self.tries)], default=date.min)


def _where(here: Map, rung: Rung) -> tuple[Strung, int]:
    found = next(((each, n) for each in here.strung for n, step in enumerate(each.steps) if step.rung == rung), None)
    if found is None:
        raise NotFound(say("There is no step {rung} {rung2} on any ladder.", rung=rung[0], rung2=rung[1]))
    return found


def about(desk: Desk, child_id: int, rung: Rung) -> About:
    """One step of a child, reckoned from the cupboard as it is. Raises: NotFound."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    here = ladders.map_of(house, child, today)
    strung, at = _where(here, rung)
    step = strung.steps[at]
    notes, (pace, own) = _notes(desk, child_id, step), _pace(desk, house, today)

    def reckon() -> About:
        below = here.step(step.hole.below) if step.hole.below else None
        between, seen = _between(house, child, step, below, today), _evidence(house, child, step, today, notes)
        graph, practice = graph_of(house), house.practice
        known_by, ready_by = _likely(house, child, here, step, seen, pace, today)
        last = max((v.local_day for v in seen.tries), default=None)
        return About(
            step=step,
            string=strung.string,
            number=at + 1,
            below=below,
            before=tuple(s for r in graph[rung] if (s := here.step(r)) is not None),
            after=tuple(s for each in here.strung for s in each.steps if rung in graph[s.rung]),
            between=between,
            remedy=_remedy(step, below, between, seen, practice, today),
            known_by=known_by,
            ready_by=ready_by,
            own_spans=own,
            again_on=relearn_due(seen.mastery, last, practice=practice) if seen.mastery else None,
            reasons=(*(seen.mastery.reasons if seen.mastery else ()), *step.progress.reasons, *step.verdict.reasons),
            notes=notes,
            chosen=_chosen(house, child, rung, today),
            said=seen.said,
            way=_way(strung, rung) if step.state == "not shown" else None,
            beside=_beside(here, step),
            expected=expectations(step.hole.design, step.hole.level, house.judgements(today).months(child)),
        )

    return house.once(("step", child_id, rung, today, notes), reckon)


def _way(strung: Strung, rung: Rung) -> Ladder[Rung] | None:
    """The best way on a string from what is known, or passed over, to a step that is not."""
    known = [s.rung for s in strung.steps if s.state in KNOWN or s.implied]
    vectors = {
        s.rung: s.hole.vector
        for s in strung.steps
        if s.state in KNOWN or s.implied or s.rung == rung or s.verdict.verdict != "past"
    }
    return ladder(known, rung, vectors) if rung not in known else None


def _beside(here: Map, step: Step) -> tuple[Step, ...]:
    """The next steps of other ladders of the same area that change one difficulty by one notch from a step."""
    area = step.hole.design.area
    near = {
        s.rung: s
        for each in here.strung
        if each.string.area == area
        for s in each.steps
        if s.next and s.hole.design.key != step.hole.design.key
    }
    vectors = {step.rung: step.hole.vector, **{rung: s.hole.vector for rung, s in near.items()}}
    return tuple(near[rung] for rung in single_steps(step.rung, vectors, strict=True))[:MOST_BESIDE]


def _notes(desk: Desk, child_id: int, step: Step) -> tuple[tuple[date, str], ...]:
    """The newest words written about it, each with its day."""
    with desk.read() as work:
        noted = [
            work.log.ids_where(child_id=child_id, tray_id=tray.id, noted=True, most=NOTES)
            for tray in (*step.out, *step.resting)
        ]
        works = work.log.episodes([key for keys in noted for key in keys][:NOTES])
    return tuple((w.local_day, e.text) for w in reversed(works) for e in w.events if e.kind == "note")


def _evidence(house: House, child: Child, step: Step, today: date, notes: tuple[tuple[date, str], ...]) -> _Evidence:
    judge = house.judgements(today)
    cards = [c.id for c in house.cupboard.cards.values() if (c.key, c.level) == step.rung and not c.between]
    trays = {t.id for t in (*step.out, *step.resting)}
    return _Evidence(
        mastery=judge.mastery_of(child, cards[0]) if cards else None,
        tries=tuple(judge.tries(child, cards[0])) if cards else (),
        shown=tuple(p.local_day for p in house.log.presentations if p.child_id == child.id and p.tray_id in trays),
        said=next(
            (s for s in house.people.said if (s.child_id, s.key, s.level) == (child.id, *step.rung) and not s.word),
            None,
        ),
        notes=notes,
    )


def _remedy(
    step: Step, below: Step | None, between: Bridging, seen: _Evidence, practice: Practice, today: date
) -> Offered | None:
    """What to do where a child is stuck."""
    if not step.progress.stuck:
        return None
    easier = below.hole.design.titled(below.hole.level) if below is not None and below.state not in KNOWN else ""
    ago = (today - max(seen.shown)).days if seen.shown else None
    made = between.offered[0].how[0] if between.offered else ""
    return remedy_for(bridge=made, easier=easier, shown_days_ago=ago, practice=practice)


def _likely(
    house: House, child: Child, here: Map, step: Step, seen: _Evidence, pace: Pace, today: date
) -> tuple[Likely | None, Likely | None]:
    """When a step at work is likely to be known, and when one that waits is likely to be ready."""
    at_work = step.state not in (*KNOWN, "not shown") and (today - seen.touched).days <= QUIET_DAYS
    waits = step.state == "not shown" and step.verdict.verdict in ("almost", "later")
    known_by = likely_ready([[_gone(house, child, step.rung, today)]], pace, today) if at_work else None
    return known_by, _ready_by(house, child, here, step, pace, today) if waits else None


def _between(house: House, child: Child, step: Step, below: Step | None, today: date, most: int = 3) -> Bridging:
    """The steps between it and what is below it, where it is a jump, or the child is stuck at it."""
    if below is None or not (step.hole.jump or step.progress.stuck):
        return Bridging((), ())
    need = ladders.need_with_steps(house, child, today)
    own = (*step.out, *step.resting)
    cards = [d for d in catalogue.taken(house) if d.area == step.hole.design.area and d.sort == "work"]
    return bridge(
        below.hole.vector,
        (step.hole.design, step.hole.level),
        house.stock.without([t.id for t in own]),
        need,
        under=(below.hole.design, below.hole.level),
        cards=cards,
        above=step.hole.vector,
        most=most,
        practice=house.practice,
    )


def _pace(desk: Desk, house: House, today: date) -> tuple[Pace, int]:
    """How long levels take in this house, and how many of its own are complete."""

    def reckon() -> tuple[Pace, int]:
        last: dict[tuple[int, int], date] = {}
        for visit in house.window.visits:
            if visit.card_id is not None:
                last[visit.child_id, visit.card_id] = visit.local_day
        card_of = {t.id: t.card.id for t in house.all_trays}
        first: dict[tuple[int, int], date] = {}
        for shown in house.log.presentations:
            key = (shown.child_id, card_of.get(shown.tray_id, 0))
            first[key] = min(first.get(key, shown.local_day), shown.local_day)
        with desk.read() as work:
            reached = work.reached()
        found = []
        for (child_id, card_id, kind), tried in reached.items():
            if kind != "tried":
                continue
            pair = (child_id, card_id)
            begun = min(tried, first.get(pair, tried))
            mastered = reached.get((*pair, "mastered"))
            seen = last.get(pair, tried)
            ended = mastered or (today if (today - seen).days <= QUIET_DAYS else seen)
            found.append(Span(max((ended - begun).days, 0), mastered is not None))
        return pace_of(found), sum(span.complete for span in found)

    return house.once(("pace", today), reckon)


def _gone(house: House, child: Child, rung: Rung, today: date) -> int:
    """How many days ago a level was first shown to a child, or tried; 0 for not yet."""
    ids = {c.id for c in house.cupboard.cards.values() if (c.key, c.level) == rung and not c.between}
    trays = {t.id for t in house.all_trays if t.card.id in ids}
    days = [p.local_day for p in house.log.presentations if p.child_id == child.id and p.tray_id in trays]
    days += [v.local_day for v in house.window.visits if v.child_id == child.id and v.card_id in ids]
    return (today - min(days)).days if days else 0


def _ready_by(house: House, child: Child, here: Map, step: Step, pace: Pace, today: date) -> Likely | None:
    """When a level that waits is likely to be ready."""
    graph, passed = graph_of(house), need_of(house, child, today).presumed

    def chains(rung: Rung, deep: int) -> list[list[int]]:
        steps = ((r, here.step(r)) for r in graph.get(rung, ()))
        unmet = [r for r, s in steps if s is not None and s.state not in KNOWN and not s.implied and r not in passed]
        if not unmet or deep >= DEEPEST:
            return [[]]
        return [[*chain, _gone(house, child, r, today)] for r in unmet for chain in chains(r, deep + 1)][:MOST_CHAINS]

    waits = [chain for chain in chains(step.rung, 0) if chain]
    opens = opens_on(child, step.hole.design.opens_at(step.hole.level), today)
    return likely_ready(waits, pace, today, opens=opens) if waits or opens > today else None


def opens_on(child: Child, months: int, on: date) -> date:
    """The first day from `on` at which a child is so many months old, corrected for an early birth."""
    day = on
    lacking = months - corrected_months(child.born, child.gestation_weeks, on)
    if lacking > 1:
        day += timedelta(days=28 * (lacking - 1))
    while corrected_months(child.born, child.gestation_weeks, day) < months:
        day += timedelta(days=1)
    return day


def _chosen(house: House, child: Child, rung: Rung, today: date) -> Aim | None:
    """The household's own choice of this step, now or in weeks to come."""
    return next(
        (
            a
            for a in house.weeks.aims
            if (a.key, a.level) == rung
            and a.child_id in (None, child.id)
            and (a.until_day is None or a.until_day >= today)
        ),
        None,
    )


SOON_DAYS, SOON_LOOKED_AT = 70, 12
_WAITS = ("almost", "later")


def soon_ready(desk: Desk, child: Child, most: int) -> tuple[tuple[Step, Likely], ...]:
    """The steps of a child that wait and are likely to be ready in the weeks to come, the first first, one of a ladder;
    those that follow what is at work now before all others."""
    house, today = desk.house(), desk.today()
    pace, _ = _pace(desk, house, today)

    def reckon() -> tuple[tuple[Step, Likely], ...]:
        here, graph = ladders.map_of(house, child, today), graph_of(house)
        found = []

        def begun(step: Step) -> bool:
            before = (here.step(rung) for rung in graph.get(step.rung, ()))
            return any(b is not None and b.state not in (*KNOWN, "not shown") for b in before)

        firsts = (
            next((s for s in each.steps if s.state == "not shown" and s.verdict.verdict in _WAITS), None)
            for each in here.strung
        )
        waiting = [step for step in firsts if step is not None]
        for step in sorted(waiting, key=lambda s: not begun(s))[:SOON_LOOKED_AT]:
            likely = _ready_by(house, child, here, step, pace, today)
            if likely is not None and likely.median <= today + timedelta(days=SOON_DAYS):
                found.append((step, likely))
        return tuple(sorted(found, key=lambda each: (not begun(each[0]), each[1].median))[:most])

    return house.once(("soon", child.id, today, most), reckon)


@dataclass(frozen=True, slots=True)
class CanMakeStep:
    """Whether a step can be made from what is free, and where it is a jump whether a step between can be."""

    ready: bool
    between: bool


def makeable_steps(desk: Desk, child_id: int) -> Mapping[Rung, CanMakeStep]:
    """The steps that are next, almost, or at work, each with what can be made of it from what is free. Raises:
    NotFound."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)

    def reckon() -> Mapping[Rung, CanMakeStep]:
        here = ladders.map_of(house, child, today)
        need = ladders.need_with_steps(house, child, today)

        def able(step: Step) -> CanMakeStep:
            there = bool(step.out or step.resting)
            ready = there or make(step.hole.design, step.hole.level, house.stock, need, practice=house.practice).ready
            below = here.step(step.hole.below) if step.hole.below else None
            return CanMakeStep(ready, bool(_between(house, child, step, below, today, most=1).offered))

        return {step.rung: able(step) for each in here.strung for step in each.steps if _could(step)}

    return house.once(("makeable steps", child_id, today), reckon)


def _could(step: Step) -> bool:
    """Whether a step is next, or at work."""
    return step.next or step.state not in (*KNOWN, "not shown")


def keep_said(desk: Desk, child_id: int, rung: Rung, answer: SaidAnswer | None, adult_id: int | None) -> None:
    """Keep an adult's word on one step; None takes it back. Raises: NotFound, InvalidValue."""
    house = desk.house()
    child = house.child(child_id)
    design = _design(house, rung)
    name = design.titled(design.level(rung[1]))
    earlier = [s for s in house.people.said if (s.child_id, s.key, s.level) == (child_id, *rung) and not s.word]
    with desk.write(
        adult_id, say("{child}, {name}: {answer}", child=child.name, name=name, answer=answer or say("said nothing"))
    ) as work:
        work.people.forget_said(earlier)
        if answer is not None:
            who = next((a.name for a in house.adults if a.id == adult_id), "")
            work.people.save_said(
                [Said(child_id=child_id, key=rung[0], level=rung[1], answer=answer, on=desk.today(), adult=who)]
            )


def choose(
    desk: Desk, child_id: int, rung: Rung, from_day: date | None, weeks: int | None, adult_id: int | None
) -> int:
    """Choose a step for the next change, or for weeks to come; it comes before every other. Returns the aim's id.

    `from_day` None is today, `weeks` None three weeks. Raises: NotFound, InvalidValue.
    """
    house, today = desk.house(), desk.today()
    house.child(child_id)
    design = _design(house, rung)
    begins = from_day or today
    if begins < today:
        raise InvalidValue(
            FieldProblem("from_day", say("{begins} is past.", begins=begins), say("Choose today or a day to come."))
        )
    if weeks is not None and not 1 <= weeks <= 26:
        raise InvalidValue(FieldProblem("weeks", say("is {weeks}; expected 1 to 26 weeks.", weeks=weeks)))
    ends = begins + timedelta(days=7 * weeks if weeks else NEXT_DAYS)
    words = told(design.titled(design.level(rung[1])))[:80]
    aim = Aim(id=0, words=words, from_day=begins, until_day=ends, child_id=child_id, key=rung[0], level=rung[1])
    with desk.write(adult_id, say("Chosen for later: {words}", words=words)) as work:
        return work.weeks.save_aim(aim)


def _design(house: House, rung: Rung) -> Design:
    found = ladders.design_at(house, rung)
    if found is None:
        raise NotFound(say("There is no card {rung} with a level {rung2}.", rung=rung[0], rung2=rung[1]))
    return found

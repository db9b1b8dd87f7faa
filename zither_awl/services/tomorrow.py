"""Use cases of tomorrow, child by child: what is proposed, what the household chose, and what was taken up."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from statistics import median

from zither_awl.core.curve import typical_curve
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.reasons import Reason
from zither_awl.core.routine import comes_round
from zither_awl.core.saying import say, together
from zither_awl.core.tomorrow import Invitation, Kind, propose
from zither_awl.core.values import Child, Routine, Tray, WordSet
from zither_awl.core.words import short_day_text, weekday_text
from zither_awl.services import ladders, lessons, reading, routines, showing, themes
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.shelf import condition_of

MOST_CHOSEN, AHEAD_DAYS = 12, 14
"""So many things a household may choose for a child and a day, and so many days ahead."""
MOST_OTHERS, LAST_TIMES = 12, 8


@dataclass(frozen=True, slots=True)
class DayOf:
    """A child's day: its invitations in their order, whether the household chose them, what else could be, and which
    were taken up."""

    child: Child
    items: tuple[Invitation, ...]
    chosen: bool
    others: tuple[Invitation, ...]
    taken: frozenset[str]


def day_of(desk: Desk, day: date | None = None) -> tuple[date, tuple[DayOf, ...]]:
    """The invitations of a day, tomorrow if nothing is said, for every child of the house who is here on it."""
    house, today = desk.house(), desk.today()
    asked = day or today + timedelta(days=1)
    return asked, tuple(_of(desk, house, child, asked, today) for child in house.children if child.here_on(asked))


def _of(desk: Desk, house: House, child: Child, day: date, today: date) -> DayOf:
    pool = tuple(_candidates(desk, house, child, day, today))
    by_ref = {each.ref: each for each in pool}
    kept = house.weeks.invited.get((child.id, day))
    if kept is None:
        items = propose(pool, _settled(desk, child, today), practice=house.practice)
    else:
        found = (by_ref.get(ref) or _chosen(house, child, ref, day) for ref in kept)
        items = tuple(each for each in found if each is not None)
    refs = {each.ref for each in items}
    others = tuple(each for each in pool if each.ref not in refs)[:MOST_OTHERS]
    return DayOf(child, items, kept is not None, others, _taken(desk, house, child, day))


def _chosen(house: House, child: Child, ref: str, day: date) -> Invitation | None:
    """What was chosen and is no longer proposed, because it was taken up or rests now; None for what is gone."""
    what, _, key = ref.partition(":")
    why = Reason("PLANNED", say("You chose it for this day."))
    if what == "tray":
        tray = next((t for t in house.trays if str(t.id) == key), None)
        given = [
            p for p in house.log.presentations if (p.child_id, str(p.tray_id), p.local_day) == (child.id, key, day)
        ]
        kind: Kind = "loved" if not given else "show again" if given[0].again else "show"
        return _tray(house, kind, tray, why, day, child) if tray is not None else None
    if what == "set":
        found = next((s for s in lessons.sets(house) if s.key == key), None)
        return _lesson(found, why) if found is not None else None
    routine = next((r for r in routines.routines(house) if r.key == key), None)
    return _routine(house, routine, why) if routine is not None else None


def _settled(desk: Desk, child: Child, today: date) -> tuple[float, ...]:
    """How often the child is at work, by quarters of an hour of its own work cycles; empty while there are few."""
    curves = reading.curves_of(desk, child, today - timedelta(weeks=reading.TYPICAL_WEEKS))
    return tuple(quarter.share for quarter in typical_curve(curves))


def _candidates(desk: Desk, house: House, child: Child, day: date, today: date) -> Iterator[Invitation]:
    """Everything a child could be invited to, the best of each kind first."""
    shown = set()
    for plan in showing.planned(house):
        tray = next((t for t in house.trays if t.id == plan.tray_id), None)
        if plan.child_id == child.id and plan.day == day and tray is not None:
            shown.add(tray.id)
            why = Reason("PLANNED", say("You meant to show {tray} on that day.", tray=tray.name))
            yield _tray(house, "show", tray, why, day, child)
    due = next((each.due for each in showing.due(desk) if each.child.id == child.id), ())
    for each in due:
        if each.tray.id not in shown:
            shown.add(each.tray.id)
            yield _tray(house, "show again" if each.again else "show", each.tray, each.reasons[0], day, child)
    yield from _from_bins(house, child, day, today, shown)
    yield from _words(desk, child)
    yield from _loved(house, child, today, shown)
    yield from _real_work(house, child, day, today)


def _from_bins(house: House, child: Child, day: date, today: date, shown: set[int]) -> Iterator[Invitation]:
    """What rests and could come out for it: a tray of a theme on its day, and the next single step."""
    for theme in house.weeks.themes:
        for each in theme.trays if theme.taken else ():
            tray = themes.tray_for(house, each)
            mine = tray is not None and child.id in tray.for_children and each.spot is not None and each.day == day
            if tray is not None and mine and tray.id not in house.standing and tray.id not in shown:
                shown.add(tray.id)
                yield _fetched(
                    house, tray, Reason("THEME", say("It comes for {theme} on that day.", theme=theme.name)), day, child
                )
    for tray in house.trays:
        if child.id not in tray.for_children or tray.id in house.standing or tray.id in shown:
            continue
        follows = ladders.next_step(house, child, tray, today)
        if follows:
            shown.add(tray.id)
            yield _fetched(
                house, tray, Reason("ROT-6", say("The next single step, after {follows}.", follows=follows)), day, child
            )
            return


def _fetched(house: House, tray: Tray, reason: Reason, day: date, child: Child) -> Invitation:
    """A resting tray to be shown: it is put out first."""
    found = _tray(house, "show", tray, reason, day, child)
    where = house.bin_name(tray.bin_id)
    out = say("Put it out first{part}.", part=say(", from {where}", where=where) if where else "")
    return replace(found, prepare=together((out, found.prepare)))


def _tray(house: House, kind: Kind, tray: Tray, reason: Reason, day: date, child: Child) -> Invitation:
    design = designs(house).get(tray.card.key)
    lasted = [
        v.minutes
        for v in house.window.visits
        if v.child_id == child.id and v.tray_id == tray.id and v.minutes is not None
    ]
    return Invitation(
        kind=kind,
        ref=f"tray:{tray.id}",
        title=tray.name,
        area=tray.card.area,
        reason=reason,
        prepare=design.morning if design else "",
        minutes=_usually(lasted),
        condition=condition_of(house, tray, day),
    )


def _usually(minutes: Sequence[float]) -> int | None:
    """About how long it takes, of the last times."""
    return max(1, round(median(minutes[-LAST_TIMES:]))) if minutes else None


def _words(desk: Desk, child: Child) -> Iterator[Invitation]:
    for each in lessons.waiting(desk, child.id):
        text = say(
            "{iss} due; five to seven minutes.", iss=say("{n, plural, one {# word is} other {# words are}}", n=each.due)
        )
        if each.talked_on is not None:
            text = say(
                "Talked of on {talked_on}: its words in three periods, on another day.",
                talked_on=short_day_text(each.talked_on),
            )
        yield _lesson(each.words, Reason("PRES-1", text))


def _lesson(words: WordSet, reason: Reason) -> Invitation:
    area = "mathematics" if words.kind == "quantities" else "language"
    return Invitation(kind="words", ref=f"set:{words.key}", title=words.name, area=area, reason=reason)


def _loved(house: House, child: Child, today: date, shown: set[int]) -> Iterator[Invitation]:
    judge = house.judgements(today)
    mine = [p.tray for p in house.placements if child.id in p.tray.for_children and p.tray.id not in shown]
    seen = [(judge.of(child, tray).interest, tray) for tray in mine]
    loved = sorted(
        ((i, t) for i, t in seen if i.chosen and not i.faded and not i.ignored),
        key=lambda each: (-each[0].rate, each[1].name),
    )
    for interest, tray in loved:
        lately, of = interest.recent
        text = say(
            "Loved now: chosen in {lately} of the last {cycles}.",
            lately=lately,
            cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=of),
        )
        yield _tray(house, "loved", tray, Reason("ROT-4", text, (), interest.reasons[0].evidence), today, child)


def _real_work(house: House, child: Child, day: date, today: date) -> Iterator[Invitation]:
    """Real work of the house: what comes round on the day, then what was longest not done."""
    months = house.judgements(today).months(child)
    last = {run.routine: run.local_day for run in house.lessons.runs}
    fitting = [r for r in routines.routines(house) if r.from_months <= months]
    for each in sorted(fitting, key=lambda r: (not comes_round(r, day), last.get(r.key, date.min), r.name)):
        text = say("It comes round on {day}.", day=weekday_text(day)) if comes_round(each, day) else each.invitation
        yield _routine(house, each, Reason("TRAY-12", text or say("Real work of the house.")))


def _routine(house: House, routine: Routine, reason: Reason) -> Invitation:
    lasted = [
        (run.ended - run.began).total_seconds() / 60
        for run in house.lessons.runs
        if run.routine == routine.key and run.ended is not None
    ]
    return Invitation(
        kind="real work",
        ref=f"routine:{routine.key}",
        title=routine.name,
        area="practical life",
        reason=reason,
        minutes=_usually(lasted),
    )


def _taken(desk: Desk, house: House, child: Child, day: date) -> frozenset[str]:
    """What of a day was taken up: worked with, shown, asked, done together."""
    trays = {v.tray_id for v in house.window.visits if v.child_id == child.id and v.local_day == day}
    trays |= {p.tray_id for p in house.log.presentations if p.child_id == child.id and p.local_day == day}
    done = {run.routine for run in house.lessons.runs if run.local_day == day and (child.id, "came") in run.invited}
    with desk.read() as work:
        asked = {a.set_key for a in work.lessons.answers(child.id) if a.local_day == day}
    return frozenset(
        (
            *(f"tray:{key}" for key in trays if key is not None),
            *(f"routine:{key}" for key in done),
            *(f"set:{key}" for key in asked),
        )
    )


def choose(desk: Desk, child_id: int, day: date, refs: Sequence[str] | None, adult_id: int | None) -> None:
    """Keep what a child is invited to on a day, in this order; None leaves it to the proposal. Raises: NotFound,
    InvalidValue for a day that is past or far, for too many, or for what cannot be invited to."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    if not today <= day <= today + timedelta(days=AHEAD_DAYS):
        raise InvalidValue(
            FieldProblem(
                "day", say("is {day}; expected today or up to {ahead_days} days ahead.", day=day, ahead_days=AHEAD_DAYS)
            )
        )
    if refs is not None:
        if len(refs) > MOST_CHOSEN or len(set(refs)) != len(refs):
            raise InvalidValue(
                FieldProblem(
                    "refs",
                    say(
                        "are {refs}; expected at most {most_chosen}, each once.",
                        refs=len(refs),
                        most_chosen=MOST_CHOSEN,
                    ),
                )
            )
        # What was chosen before may be moved, though it is proposed no longer.
        known = {each.ref for each in _candidates(desk, house, child, day, today)}
        known |= set(house.weeks.invited.get((child_id, day), ()))
        strange = [ref for ref in refs if ref not in known]
        if strange:
            raise InvalidValue(
                FieldProblem(
                    "refs",
                    say("name {strange}, which {child} cannot be invited to.", strange=strange[0], child=child.name),
                )
            )
    with desk.write(adult_id, say("{child} is invited on {day}", child=child.name, day=short_day_text(day))) as work:
        work.weeks.invite(child_id, day, refs)

"""Today: what to set out, what to mind, what to show, what has to be asked."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import UTC, date, datetime
from typing import Literal

from zither_awl.core.attendance import ended_cycles
from zither_awl.core.interest import first_reaction
from zither_awl.core.making import WHATS
from zither_awl.core.reasons import Severity
from zither_awl.core.rules import rule
from zither_awl.core.saying import capital, say, together, unstopped
from zither_awl.core.showing import Showings
from zither_awl.core.values import Child, Episode, Placement, Routine, Tray
from zither_awl.core.words import listed, sentence
from zither_awl.services import groups, lessons, rotation, routines, showing, table
from zither_awl.services.catalogue import designs
from zither_awl.services.cupboard import bins_of
from zither_awl.services.desk import Desk, House
from zither_awl.services.from_weeks import FromWeeks, from_weeks
from zither_awl.services.lessons import Waiting
from zither_awl.services.making import open_marks
from zither_awl.services.mending import forgotten
from zither_awl.services.shelf import condition_of
from zither_awl.services.table import TablePage
from zither_awl.store.weeks import Task

BEGINNING = datetime.min.replace(tzinfo=UTC)
_ORDER = ("rest", "put", "by hand")


@dataclass(frozen=True, slots=True)
class SetUp:
    """A line of the set-up list: what to do, where, and under which condition the tray may be worked with."""

    id: int
    kind: Literal["put", "rest", "by hand"]
    tray: str
    text: str
    where: str
    condition: str
    done: bool


@dataclass(frozen=True, slots=True)
class Line:
    """Something to mind about a tray."""

    tray: str
    text: str
    severity: Severity


@dataclass(frozen=True, slots=True)
class Missing:
    """A tray from which something was missing, in whose work, when, and what was noted there."""

    tray: Tray
    child: Child
    at: datetime
    note: str


@dataclass(frozen=True, slots=True)
class AtHome:
    """What of the home's real work belongs on today: the routines that come round with who sees to them, the lessons
    that wait for a child, and what goes on the snack table."""

    routines: tuple[tuple[Routine, tuple[str, ...]], ...]
    words: tuple[tuple[Child, Waiting], ...]
    table: TablePage


@dataclass(frozen=True, slots=True)
class Page:
    """Everything Today shows."""

    day: date
    tasks: tuple[SetUp, ...]
    by_hand: tuple[Line, ...]
    prepare: tuple[Line, ...]
    mind: tuple[Line, ...]
    new: tuple[Line, ...]
    to_show: tuple[Showings, ...]
    complete: tuple[Missing, ...]
    out: tuple[tuple[str, tuple[str, ...]], ...]
    questions: tuple[Episode, ...]
    change_waits: int
    look_on: date
    would_change: str
    seen_mornings: int
    weeks: tuple[FromWeeks, ...]
    at_home: AtHome


def page(desk: Desk) -> Page:
    """Today as it stands."""
    house, day = desk.house(), desk.today()
    findings = [f for f in house.findings(day) if f.severity != "note" or rule(f.rule).on_today]
    change = rotation.proposal(desk)
    return Page(
        day=day,
        tasks=tuple(_tasks(house, day)),
        by_hand=tuple(Line(p.tray.name, _kept_away(house, p.tray, day), "note") for p in house.placements if p.by_hand),
        prepare=(
            *_worn(house),
            *(
                Line(p.tray.name, designs(house)[p.tray.card.key].morning, "note")
                for p in house.placements
                if p.tray.card.key in designs(house) and designs(house)[p.tray.card.key].morning
            ),
        ),
        mind=(
            *_damaged(house),
            *_in_bins(house, day),
            *(Line(house.tray(f.tray).name, f.reasons[0].text, f.severity) for f in findings),
        ),
        new=tuple(_new(house)),
        out=tuple(_out(house)),
        to_show=showing.due(desk),
        complete=tuple(_missing(desk)),
        questions=forgotten(desk),
        change_waits=len(change.swaps or change.let_in),
        look_on=change.look_on or day,
        would_change=rotation.said(change),
        seen_mornings=house.window.whole,
        weeks=from_weeks(house, day),
        at_home=_at_home(desk, house, day),
    )


def for_group(desk: Desk, group_id: int) -> Page:
    """Today for one group: what is to be shown to its children and waits for them, no line that names another.

    Raises: NotFound."""
    whole, house = page(desk), desk.house()
    own = {c.id for c in groups.children_of(house, group_id)}

    def lines(told: tuple[Line, ...]) -> tuple[Line, ...]:
        return tuple(t for t in told if not groups.names_another(house, say("{tray} {t}", tray=t.tray, t=t.text), own))

    home = whole.at_home
    laid = replace(home.table, eaters=tuple(c for c in home.table.eaters if c.id in own))
    return replace(
        whole,
        by_hand=lines(whole.by_hand),
        prepare=lines(whole.prepare),
        mind=lines(whole.mind),
        new=lines(whole.new),
        to_show=tuple(s for s in whole.to_show if s.child.id in own),
        complete=tuple(m for m in whole.complete if m.child.id in own),
        questions=tuple(q for q in whole.questions if q.child_id in own),
        tasks=tuple(t for t in whole.tasks if not groups.names_another(house, f"{t.text} {t.condition}", own)),
        weeks=tuple(w for w in whole.weeks if not groups.names_another(house, w.text, own)),
        would_change="" if groups.names_another(house, whole.would_change, own) else whole.would_change,
        at_home=replace(home, words=tuple((c, w) for c, w in home.words if c.id in own), table=laid),
    )


def _at_home(desk: Desk, house: House, day: date) -> AtHome:
    names = {a.id: a.name for a in house.adults}
    due = tuple((r, tuple(names[a] for a in r.adults if a in names)) for r in routines.due_on(house, day))
    words = tuple((child, w) for child in house.children if child.here_on(day) for w in lessons.waiting(desk, child.id))
    return AtHome(due, words, table.page(desk))


def _worn(house: House) -> list[Line]:
    """What somebody marked as worn, to be washed or to be renewed."""
    return [
        Line(name, say("{whats}{part}.", whats=capital(WHATS[m.what]), part=": " + m.note if m.note else ""), "note")
        for m, name in open_marks(house)
    ]


def _tasks(house: House, day: date) -> list[SetUp]:
    """Lines not yet done, and those of the last two days with their ticks, in the order of the work."""
    recent = {c.id for c in rotation.recent(house, day)}
    shown = [t for t in house.weeks.tasks if t.done_at is None or t.change_id in recent]
    standing = {p.tray.id: p for p in house.placements}
    lines = [_set_up(t, house, standing.get(t.tray_id), day) for t in shown]
    return sorted((line for line in lines if line), key=lambda line: (line.done, _ORDER.index(line.kind)))


def _set_up(task: Task, house: House, standing: Placement | None, day: date) -> SetUp | None:
    """The words of a line; None when the tray was moved on since, so that the line no longer says the truth."""
    tray = house.tray(task.tray_id)
    bin_name = house.bin_name(tray.bin_id) or "its bin"
    if (task.kind == "rest") is not (standing is None):
        return None
    where, kind = "", task.kind
    if standing is not None and standing.by_hand:
        # It has a place on paper only: it is kept away, whatever the line was when it was written.
        kind = "by hand"
    elif standing is not None:
        unit = house.unit(standing.spot.unit_id)
        where = say("{unit}, {words}", unit=unit.name, words=standing.spot.words(unit))
    gather = tray.bin_id is None and tray.contents
    text = {
        "rest": say("Rest {tray} in {bin_name}", tray=tray.name, bin_name=bin_name),
        "put": _gathered(tray) if gather else say("Pull {tray} from {bin_name}", tray=tray.name, bin_name=bin_name),
        "by hand": say("Keep {tray} away in {bin_name}; you bring it", tray=tray.name, bin_name=bin_name),
    }[kind]
    return SetUp(task.id, kind, tray.name, text, where, condition_of(house, tray, day), task.done_at is not None)


def _gathered(tray: Tray) -> str:
    """What to gather for a tray that lies in no bin yet."""
    return say("Put {tray} together: {contents}", tray=tray.name, contents=listed(c.said for c in tray.contents))


def _kept_away(house: House, tray: Tray, day: date) -> str:
    """Where a tray is that an adult brings, and when it may be worked with."""
    bin_name = house.bin_name(tray.bin_id)
    where = (
        say("Kept away in {bin_name}; you bring it.", bin_name=bin_name)
        if bin_name
        else say("Kept away; say in the cupboard in which bin.")
    )
    return together((where, condition_of(house, tray, day)))


def _damaged(house: House) -> list[Line]:
    """Rows of the file that cannot be read: left out, and what to do about them."""
    what = say("It was left out. Enter it anew, or go back to a copy with zither-awl restore.")
    return [
        Line(say("The file"), say("{said}: damaged. {what}", said=unstopped(said), what=what), "must")
        for said in house.damaged
    ]


def _in_bins(house: House, day: date) -> list[Line]:
    """What a child could get at in a bin."""
    return [Line(house.tray(f.tray).name, f.reason.text, "must") for each in bins_of(house, day) for f in each.found]


def _new(house: House) -> list[Line]:
    """How what came out with the last change was met (ROT-9), until it was taken for P(5) mornings."""
    last = max(house.changes, key=lambda c: c.at, default=None)
    if last is None:
        return []
    fresh = [p for p in house.placements if p.tray.id in last.in_ and not p.by_hand]
    since = sum(m.began > last.at for m in ended_cycles(house.log))
    if since > house.practice.notice_mornings:
        return []
    return [Line(p.tray.name, sentence(first_reaction(p, house.log, practice=house.practice)), "note") for p in fresh]


def _out(house: House) -> list[tuple[str, tuple[str, ...]]]:
    """What stands open, unit by unit, in the order of the places."""
    standing = sorted((p for p in house.placements if not p.by_hand), key=lambda p: p.spot)
    return [(u.name, tuple(p.tray.name for p in standing if p.spot.unit_id == u.id)) for u in house.units]


def _missing(desk: Desk) -> list[Missing]:
    """Trays from which something was missing in the work, until they are complete again; the newest word of each."""
    house = desk.house()
    known, completed = {t.id for t in house.trays}, house.cupboard.completed
    with desk.read() as work:
        said = [
            (tray, at, key)
            for tray, at, key in work.log.missing()
            if tray in known and at > completed.get(tray, BEGINNING)
        ]
        works = {e.id: e for e in work.log.episodes([key for _, _, key in said])}
    return [
        Missing(house.tray(tray), house.child(works[key].child_id), at, _notes(works[key])) for tray, at, key in said
    ]


def _notes(episode: Episode) -> str:
    return " / ".join(e.text for e in episode.events if e.kind == "note")


def complete(desk: Desk, tray_id: int, adult_id: int | None) -> None:
    """A tray is complete again: what was missing is no longer a line. Raises: NotFound."""
    tray = desk.house().tray(tray_id)
    with desk.write(adult_id, say("Made {tray} complete", tray=tray.name)) as work:
        work.cupboard.complete(tray_id, desk.now())

"""What a device writes down, as it wrote it, and whether it can be: each kind by its own rules."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, time, timedelta
from math import isfinite
from typing import Literal, cast

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.food import CUTS
from zither_awl.core.happenings import KINDS, OF_WORK
from zither_awl.core.happenings.routine import RUN
from zither_awl.core.happenings.talk import TALK
from zither_awl.core.saying import say, together
from zither_awl.core.showing import MANNERS
from zither_awl.core.values import ANSWERS, EVENT_SCHEMA, Place, Sent, Sweep, TableEvent, Work
from zither_awl.core.values.home import AtTable
from zither_awl.services import lessons, routines, talks
from zither_awl.services.desk import House

_OWN = KINDS.keys() - OF_WORK - {"state"}
"""What happens to a cycle or a child, and not within a piece of work."""


@dataclass(frozen=True, slots=True, kw_only=True)
class DeviceItem:
    """One thing a device wrote down, as it wrote it: its count, its clocks, and the fields that kind of thing has."""

    device: str
    sequence: int
    schema_version: int
    at: datetime
    kind: str
    """See core.happenings."""
    monotonic_ms: float | None = None
    episode_id: str = ""
    child_id: int | None = None
    tray_id: int | None = None
    activity: str = ""
    cause: str = ""
    text: str = ""
    work: Work | None = None
    place: Place | None = None
    present: tuple[int, ...] = ()
    seen: Literal["all", "part"] | None = None
    states: Mapping[int, str] = field(default_factory=dict)
    outcome: str = ""
    set_key: str = ""
    word: str = ""
    turn: str = ""
    right: bool = False
    run: str = ""
    """What happened within a routine, a talk, or at the table; `episode_id` names this time through it."""
    food: str = ""
    cut: str = ""
    manner: str = ""
    """How a child worked with what was shown to it."""
    words: str = ""
    """The set of words the things of a talk are."""


AHEAD = timedelta(days=7)
"""So far a device's clock may be ahead; beyond it is wrong, and its owner is told."""


def check_clock(item: DeviceItem, house: House, now: datetime) -> None:
    """Whether an instant can be: no later than a week ahead, no earlier than the eldest child's birth."""
    born = min((c.born for c in house.all_children), default=date(1970, 1, 1))
    first = datetime.combine(born, time(0), UTC) - timedelta(days=1)
    if not first <= item.at <= now + AHEAD:
        raise InvalidValue(
            FieldProblem(
                "at",
                say("is {at}, which cannot be.", at=format(item.at, "%Y-%m-%d %H:%M")),
                say("Set the device's clock right."),
            )
        )
    if item.monotonic_ms is not None and not isfinite(item.monotonic_ms):
        raise InvalidValue(FieldProblem("monotonic_ms", say("is not a number of milliseconds.")))


def check_form(item: DeviceItem) -> None:
    """Whether this program knows the form an item is written in. Raises: InvalidValue."""
    if item.schema_version > EVENT_SCHEMA:
        hint = say("Update the program, then send again; the device keeps what it has.")
        said = say(
            "is {schema_version}; this program knows {event_schema}.",
            schema_version=item.schema_version,
            event_schema=EVENT_SCHEMA,
        )
        raise InvalidValue(FieldProblem("schema_version", said, hint))


def checked(item: DeviceItem, house: House, older: Mapping[str, int], adult_id: int | None) -> DeviceItem | Sent:
    """An item that can be: as an event where it is of a piece of work. `older`: by work, the child items of the first
    form belong to. Raises: InvalidValue, NotFound."""
    if item.kind in _OWN:
        _check_own(item, house)
        return item
    child_id = item.child_id if item.child_id is not None else older.get(item.episode_id)
    if child_id is None:
        raise NotFound(say("There is no piece of work {episode_id}.", episode_id=item.episode_id))
    house.child(child_id)
    if item.tray_id is not None:
        house.tray(item.tray_id)
    sent = Sent(
        device=item.device,
        sequence=item.sequence,
        at=item.at,
        kind=item.kind,
        child_id=child_id,
        episode_id=item.episode_id,
        tray_id=item.tray_id if item.kind == "start" else None,
        activity=item.activity,
        cause=item.cause,
        text=item.text,
        work=item.work,
        place=item.place,
        adult_id=adult_id,
        monotonic_ms=item.monotonic_ms,
        schema_version=item.schema_version,
    )
    sent.check()
    return sent


def _check_own(item: DeviceItem, house: House) -> None:
    for child in (*item.present, *item.states, *((item.child_id,) if item.child_id is not None else ())):
        house.child(child)
    if item.kind == "begin" and not item.present:
        raise InvalidValue(FieldProblem("present", say("names no child of the house."), say("Choose who is here.")))
    if item.kind == "end" and item.seen is None:
        raise InvalidValue(FieldProblem("seen", say("says neither all nor part.")))
    if item.kind == "sweep":
        Sweep(key="", morning_id=0, at=item.at, states=tuple(item.states.items()))
    check = _CHECKS.get(item.kind)
    if check is not None:
        check(item, house)


def _check_showed(item: DeviceItem, house: House) -> None:
    if item.child_id is None or item.tray_id is None:
        raise InvalidValue(FieldProblem("tray_id", say("and the child must be said of a showing.")))
    house.tray(item.tray_id)
    if item.manner not in ("", *MANNERS):
        raise InvalidValue(
            FieldProblem(
                "manner",
                say(
                    "is {manner}; expected one of {manners}.", manner=repr(item.manner), manners=together(MANNERS, ", ")
                ),
            )
        )


def _check_answer(item: DeviceItem, house: House) -> None:
    if item.child_id is None:
        raise InvalidValue(FieldProblem("child_id", say("must be said of an answer.")))
    lessons.check_answer(house, item.set_key, item.word, item.turn)


def _check_run(item: DeviceItem, house: House) -> None:
    if item.run not in RUN or not item.episode_id:
        raise InvalidValue(
            FieldProblem(
                "run",
                say("is {run}; expected one of {run2}, of a named run.", run=repr(item.run), run2=together(RUN, ", ")),
            )
        )
    found = routines.routine(house, item.set_key)
    if item.run in ("step", "unstep") and found.step(item.word) is None:
        raise InvalidValue(
            FieldProblem(
                "word", say("is {word}, which is no step of {set_key}.", word=repr(item.word), set_key=item.set_key)
            )
        )
    if item.run == "branch" and item.word not in found.conditions:
        raise InvalidValue(
            FieldProblem(
                "word",
                say("is {word}, on which no step of {set_key} hangs.", word=repr(item.word), set_key=item.set_key),
            )
        )
    if item.run == "invite" and (item.child_id is None or item.outcome not in ANSWERS):
        raise InvalidValue(
            FieldProblem(
                "outcome",
                say(
                    "is {outcome}; expected one of {answers}.",
                    outcome=repr(item.outcome),
                    answers=together(ANSWERS, ", "),
                ),
            )
        )


def _check_table(item: DeviceItem, _house: House) -> None:
    at_table(item, None, date.min)
    if item.cut not in ("", *CUTS):
        raise InvalidValue(
            FieldProblem("cut", say("is {cut}; expected one of {cuts}.", cut=repr(item.cut), cuts=together(CUTS, ", ")))
        )


def _check_talk(item: DeviceItem, house: House) -> None:
    if item.run not in TALK or not item.episode_id:
        raise InvalidValue(
            FieldProblem(
                "run",
                say(
                    "is {run}; expected one of {talk}, of a named talk.", run=repr(item.run), talk=together(TALK, ", ")
                ),
            )
        )
    talks.check(house, item.set_key, item.words, item.word if item.run in ("say", "unsay") else None, item.text)


_CHECKS: Mapping[str, Callable[[DeviceItem, House], None]] = {
    "showed": _check_showed,
    "answer": _check_answer,
    "routine": _check_run,
    "table": _check_table,
    "talk": _check_talk,
}


def at_table(item: DeviceItem, adult_id: int | None, day: date) -> TableEvent:
    """What happened at the table. Raises: InvalidValue."""
    return TableEvent(
        what=cast("AtTable", item.run),
        at=item.at,
        child_id=item.child_id,
        adult_id=adult_id,
        food=item.food,
        cut=item.cut,
        outcome=item.outcome,
        local_day=day,
    )

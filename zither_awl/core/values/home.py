"""Real work at home: routines with their steps, what happened at the snack table, talks about things in a circle."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from zither_awl.core.days import UNSAID, written_day
from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say, together

Doer = Literal["child", "together", "adult"]
DOERS: tuple[Doer, ...] = ("child", "together", "adult")
Piles = Literal["", "by person", "by kind"]
PILES: tuple[Piles, ...] = ("", "by person", "by kind")
MOST_STEPS = 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """A step of a routine: who usually does it, a timer in minutes if one starts with it, and a caution.

    `picture`: the drawn form the child follows it by. `amount`: how much, in the house's words ("30 ml, to the line").
    `only_if`: what must hold, or the step is passed over ("it is wet"). `piles`: the work is laid in one pile for each
    person of the house, or for each of `kinds`.
    """

    key: str
    text: str
    picture: str = ""
    who: Doer = "child"
    timer_min: float | None = None
    amount: str = ""
    caution: str = ""
    source: str = ""
    only_if: str = ""
    piles: Piles = ""
    kinds: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Routine:
    """Real work without a tray (TRAY-12): an invitation with steps, never an order.

    `weekdays`: the days it comes round, 0 Monday to 6 Sunday, none for whenever it is wanted. `adults`: by id, who of
    the adults sees to it. `own`: the household wrote it; `changed`: it ships, and the household wrote it anew.
    """

    key: str
    name: str
    invitation: str
    steps: tuple[Step, ...]
    from_months: int = 12
    weekdays: tuple[int, ...] = ()
    adults: tuple[int, ...] = ()
    own: bool = False
    changed: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.name.strip()) and len(self.name) <= 80, "name", say("must have 1 to 80 characters."))
        wrong.check(
            len(self.invitation) <= 200,
            "invitation",
            say("has {invitation} characters, at most 200.", invitation=len(self.invitation)),
        )
        wrong.check(
            0 <= self.from_months <= 144,
            "from_months",
            say("is {from_months}; expected 0 to 144 months.", from_months=self.from_months),
        )
        keys = [s.key for s in self.steps]
        wrong.check(
            1 <= len(keys) <= MOST_STEPS,
            "steps",
            say("are {keys}; a routine has 1 to {most_steps}.", keys=len(keys), most_steps=MOST_STEPS),
            say("One step a line."),
        )
        wrong.check(len(set(keys)) == len(keys), "steps", say("name one twice."))
        wrong.check(all(0 <= d <= 6 for d in self.weekdays), "weekdays", say("are 0 for Monday to 6 for Sunday."))
        for number, step in enumerate(self.steps, start=1):
            _check_step(wrong, f"step {number}", step)
        wrong.finish()

    def step(self, key: str) -> Step | None:
        """A step by its key, or the step a pile ("fold/child-2") belongs to."""
        name, _, pile = key.partition("/")
        found = next((s for s in self.steps if s.key == name), None)
        return found if found is not None and (not pile or found.piles) else None

    @property
    def conditions(self) -> tuple[str, ...]:
        """What its steps hang on, each once, in their order."""
        return tuple(dict.fromkeys(s.only_if for s in self.steps if s.only_if))


def _check_step(wrong: Gathering, name: str, step: Step) -> None:
    wrong.check(
        bool(step.text.strip()) and len(step.text) <= 200, f"{name}: text", say("must have 1 to 200 characters.")
    )
    least = step.timer_min is None or 0 < step.timer_min <= 240
    wrong.check(
        least, f"{name}: timer", say("is {timer_min} min; expected up to 240.", timer_min=figure(step.timer_min or 0))
    )
    wrong.among(step.who, DOERS, f"{name}: who")
    wrong.among(step.piles, PILES, f"{name}: piles")
    wrong.check(
        step.piles != "by kind" or len(step.kinds) >= 2,
        f"{name}: kinds",
        say("are fewer than two piles."),
        say("Name the piles, with a comma between."),
    )
    for field, most in (("amount", 60), ("caution", 300), ("only_if", 60)):
        many = len(getattr(step, field))
        wrong.check(
            many <= most,
            say("{name}: {field}", name=name, field=field),
            say("has {many} characters; at most {most}.", many=many, most=most),
        )
    wrong.check(
        len(step.kinds) <= 12 and all(0 < len(k) <= 40 for k in step.kinds),
        f"{name}: kinds",
        say("are at most 12, of 1 to 40 characters."),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class StepDone:
    """A step that was done: when, by which child, by an adult alone if by none."""

    step: str
    at: datetime
    child_id: int | None = None
    adult_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class RoutineRun:
    """One time through a routine. `invited`: each child asked, and whether it came or would rather not. `branches`:
    what was found of each condition a step hangs on."""

    key: str
    routine: str
    began: datetime
    ended: datetime | None = None
    invited: tuple[tuple[int, str], ...] = ()
    done: tuple[StepDone, ...] = ()
    branches: tuple[tuple[str, bool], ...] = ()
    adult_id: int | None = None
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.began))


ANSWERS = ("came", "rather not")
"""What a child said to an invitation. Neither is praised or blamed."""

AtTable = Literal["set", "poured", "empty", "refilled", "tasted"]
AT_TABLE: tuple[AtTable, ...] = ("set", "poured", "empty", "refilled", "tasted")
POURED = ("well", "spilled", "together")
"""How pouring went, as it was seen."""
TASTED = ("looked", "touched", "tasted", "ate")
"""How a child met a food: told, never counted and never praised."""
OUTCOMES_AT_TABLE: dict[AtTable, tuple[str, ...]] = {
    "set": (),
    "poured": POURED,
    "empty": (),
    "refilled": (),
    "tasted": TASTED,
}


@dataclass(frozen=True, slots=True, kw_only=True)
class TableEvent:
    """Something at the snack table. `food` and `cut` (core.food) are of what was set out or tasted."""

    what: AtTable
    at: datetime
    child_id: int | None = None
    adult_id: int | None = None
    food: str = ""
    cut: str = ""
    outcome: str = ""
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.among(self.what, AT_TABLE, "run")
        outcomes = OUTCOMES_AT_TABLE.get(self.what, ())
        wrong.check(
            self.outcome in outcomes or (not outcomes and not self.outcome),
            "outcome",
            say(
                "is {outcome}; expected {part}.",
                outcome=repr(self.outcome),
                part="one of " + together(outcomes, ", ") if outcomes else say("nothing"),
            ),
        )
        seen = self.what in ("poured", "tasted")
        wrong.check(not seen or self.child_id is not None, "child_id", say("must be said: who was it?"))
        wrong.check(self.what != "tasted" or bool(self.food), "food", say("must be said: which food was it?"))
        wrong.finish()
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.at))


@dataclass(frozen=True, slots=True, kw_only=True)
class TalkWord:
    """What was said of a thing: to which question of the talk, by which child; by an adult where none knew."""

    thing: str
    question: str
    child_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Talk:
    """One talk about things in a circle: `set_key` names the words the things are; `photo_id` a photograph of it."""

    key: str
    talk: str
    set_key: str
    began: datetime
    ended: datetime | None = None
    said: tuple[TalkWord, ...] = ()
    adult_id: int | None = None
    photo_id: int | None = None
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.began))

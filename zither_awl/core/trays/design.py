"""The design of a card: aims, levels, the roles to fill, the script. It ships, or a household writes or changes it."""

from __future__ import annotations

from dataclasses import dataclass, field
from math import factorial
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.safety.nature import DECLARED
from zither_awl.core.saying import say, small, together
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.things.subjects import SUBJECTS
from zither_awl.core.values import AREAS, TAGS, Rung
from zither_awl.core.values.checks import in_window

Use = Literal["vessel", "tool", "handled", "medium", "ground", "symbol", "care"]
USES: tuple[Use, ...] = ("vessel", "tool", "handled", "medium", "ground", "symbol", "care")
Sort = Literal["work", "song", "talk", "book", "demonstration"]
SORTS: tuple[Sort, ...] = ("work", "song", "talk", "book", "demonstration")
Nature = Literal["wet", "messy", "loose", "food", "tool"]

COSTS: dict[str, str] = {
    "nothing": say("nothing: it is in most homes, or made"),
    "little": say("a little: about as much as a loaf of bread"),
    "some": say("some: about as much as a picture book"),
    "much": say("much: a piece of furniture"),
}
"""What a card costs a household, without a currency. Common practice, no source."""

ABILITIES = frozenset(KINDS) | {use for kind in KINDS.values() for use in kind.can}
"""Every word a role may ask for."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Role:
    """A slot of a card. `accepts` are uses or kinds, the best first; `instead` what would also do, with what it
    changes. Limits in mm are on the longest side of one piece.

    `lies_in`: its pieces lie in the thing of that role, which must hold them.
    `fits_in`: one piece must go through that thing's opening. `same_as`: the very same thing as in that role;
    `unlike`: another thing than in each of those roles, and of another kind unless it shows or is coloured otherwise.
    `coloured_as`: of a colour it shares with the thing in each of those roles.
    `shows`: what the picture or the thing is, in words; `subject`: what it must show (core.things.subjects);
    `colours`: in how many colours it must be.
    `beside`: it hangs or stands beside the tray. `care`: what TRAY-1 wants it for.
    """

    name: str
    accepts: tuple[str, ...]
    use: Use = "vessel"
    count: int = 1
    instead: tuple[tuple[str, str], ...] = ()
    lies_in: str = ""
    fits_in: str = ""
    same_as: str = ""
    unlike: tuple[str, ...] = ()
    coloured_as: tuple[str, ...] = ()
    shows: str = ""
    subject: str = ""
    colours: int = 0
    beside: bool = False
    at_least_mm: float | None = None
    at_most_mm: float | None = None
    care: str = ""
    optional: bool = False

    @property
    def ties(self) -> tuple[str, ...]:
        """The other roles it is tied to by a rule."""
        links = (self.lies_in, self.fits_in, self.same_as, *self.unlike, *self.coloured_as)
        return tuple(name for name in links if name)

    def __post_init__(self) -> None:
        wrong = Gathering()
        unknown = [word for word in (*self.accepts, *(word for word, _ in self.instead)) if word not in ABILITIES]
        wrong.check(bool(self.name), "role.name", say("is empty."))
        wrong.check(
            bool(self.accepts) and not unknown,
            f"role {self.name}: accepts",
            say("has {unknown}, which no kind of thing can be.", unknown=together(unknown, ", ") or say("nothing")),
        )
        wrong.among(self.use, USES, f"role {self.name}: use")
        known = not self.subject or self.subject in SUBJECTS
        wrong.check(
            known,
            f"role {self.name}: subject",
            say("is {subject}, which nothing can show.", subject=repr(self.subject)),
        )
        wrong.check(
            1 <= self.count <= 200, f"role {self.name}: count", say("is {count}; expected 1 to 200.", count=self.count)
        )
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Pour:
    """What is poured or carried over: a share of what the thing in role `from_` holds, at most a half to begin with.

    `line`: there is a line on the receiver to stop at.
    """

    from_: str
    into: str
    share: float = 0.5
    line: bool = False
    total: bool = True
    """Whether all of it goes over at once (poured), or piece by piece (spooned, dropped)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Level:
    """One rung of a card. What cannot be computed from the tray is stated here, as steps 0 to 5 (core.difficulty)."""

    number: int
    name: str
    roles: tuple[Role, ...]
    container: tuple[str, ...] = ("tray", "basket")
    """What it may stand on, the best first; empty for work without a container (TRAY-12)."""
    pour: Pour | None = None
    from_months: int
    moves: int
    """How many separate actions the child's chain has."""
    stated: tuple[tuple[str, int], ...] = ()
    expects: str = ""
    not_yet: str = ""
    changes: str = ""
    """What is different in the showing from the level before; "" for the first."""

    def role(self, name: str) -> Role | None:
        """A role by name."""
        return next((role for role in self.roles if role.name == name), None)

    @property
    def guess(self) -> float:
        """The chance that work of choosing (one thing varies, or more) comes out right by luck: one way of laying so
        many pairs, or pieces, out of all. 0 where nothing is chosen."""
        if dict(self.stated).get("attributes", 0) < 1:
            return 0.0
        laid = [role.count for role in self.roles if role.use in ("handled", "symbol")]
        choices = len(laid) if len(laid) > 1 and set(laid) == {2} else sum(laid)
        return 1 / factorial(min(choices, 12)) if choices > 1 else 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Design:
    """The whole of a card. `follows` are (key, level) of what should be mastered before its first level."""

    key: str
    name: str
    area: str
    from_months: int
    to_months: int
    aim: str
    prepares: tuple[str, ...]
    control: str
    """Control of error: what in the material itself tells the child something is off."""
    interest: tuple[str, ...]
    """Points of interest."""
    steps: tuple[str, ...]
    clean_up: str = ""
    nature: tuple[str, ...] = ()
    levels: tuple[Level, ...]
    one_level_because: str = ""
    follows: tuple[tuple[str, int], ...] = ()
    words: tuple[tuple[str, str], ...] = ()
    """Vocabulary: the word and the Spanish one."""
    morning: str = ""
    """What an adult prepares each morning (TRAY-11)."""
    supervision: Literal["none", "near", "touch"] = "none"
    minds: tuple[str, ...] = ()
    """Hazards of the work itself that no thing on the tray tells of, by their kind (core.safety.nature)."""
    adults_part: tuple[str, ...] = ()
    """Hazards of what the adult does in it, while the child watches or waits: the hob, the sharp knife."""
    carried: Literal["", "whole", "one by one", "not"] = ""
    """What the child carries: the loaded tray, its things one by one, nothing; "" for the tray where there is one."""
    cost: Literal["", "nothing", "little", "some", "much"] = ""
    """What it costs a household that has an ordinary kitchen, in the words of COSTS; "" while nobody said."""
    themes: tuple[str, ...] = ()
    also: tuple[str, ...] = ()
    """What else it is called, in the field's plain terms."""
    invitation: str = ""
    """What the adult may say to begin."""
    tags: tuple[str, ...] = ()
    """What its tray counts as on the shelf (core.values.TAGS)."""
    then: tuple[str, ...] = ()
    """Where it may lead on from itself: print with it, sow the seeds."""
    sort: Sort = "work"
    """A song, a talk or a book is loved, and never mastered; a demonstration is the adult's."""
    grid: tuple[str, ...] = ()
    """What a talk asks of each thing: part, colour, texture."""
    own: bool = field(default=False, compare=False)
    """Whether the household wrote or changed it."""
    tied: tuple[tuple[int, Rung], ...] = field(default=(), compare=False)
    """By level: what the household wants known before it, beside what the card follows."""
    untied: tuple[tuple[int, Rung], ...] = field(default=(), compare=False)
    """By level: what need not be known before it, by the household's word."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.key), "key", say("is empty."))
        wrong.check(bool(self.name.strip()) and len(self.name) <= 80, "name", say("must have 1 to 80 characters."))
        wrong.among(self.area, AREAS, "area")
        in_window(wrong, self.from_months, self.to_months)
        wrong.check(bool(self.aim.strip()), "aim", say("is empty; say what it is for."))
        unknown = [kind for kind in (*self.minds, *self.adults_part) if kind not in DECLARED]
        wrong.check(
            not unknown, "minds", say("has {unknown}, which is no known hazard.", unknown=together(unknown, ", "))
        )
        wrong.among(self.cost, ("", *COSTS), "cost")
        wrong.among(self.sort, SORTS, "sort")
        strange = [tag for tag in self.tags if tag not in TAGS]
        wrong.check(not strange, "tags", say("has {strange}, which no shelf counts.", strange=together(strange, ", ")))
        wrong.check(bool(self.levels), "levels", say("is empty; a card has at least one level."))
        for level in self.levels:
            _check_links(wrong, level)
        wrong.finish()

    def level(self, number: int) -> Level:
        """A level by its number; the highest one for a number above it."""
        return self.levels[min(max(number, 1), len(self.levels)) - 1]

    def titled(self, level: Level) -> str:
        """What a tray at a level is called: the card's name, with the level's where there is more than one."""
        return self.name if len(self.levels) == 1 else say("{card}: {level}", card=self.name, level=small(level.name))

    def opens_at(self, level: Level) -> int:
        """From which month a level's window is open: inside the card's own."""
        return max(self.from_months, min(level.from_months, self.to_months - 1))

    def how_carried(self, level: Level) -> Literal["whole", "one by one", "not"]:
        """What a child carries of a level: the loaded tray, its things one by one, or nothing."""
        return self.carried or ("whole" if level.container else "one by one")

    def before(self, number: int) -> tuple[Rung, ...]:
        """What should be mastered before a level: the level below it, or what the card follows; and what the household
        tied to it, without what it untied."""
        usual = ((self.key, number - 1),) if number > 1 else self.follows
        more = tuple(rung for level, rung in self.tied if level == number and rung not in usual)
        return tuple(rung for rung in (*usual, *more) if (number, rung) not in self.untied)


def _check_links(wrong: Gathering, level: Level) -> None:
    names = {role.name for role in level.roles}
    for role in level.roles:
        links = [(link, getattr(role, link)) for link in ("lies_in", "fits_in", "same_as")]
        links += [("unlike", each) for each in role.unlike] + [("coloured_as", each) for each in role.coloured_as]
        for link, named in links:
            wrong.check(
                not named or named in names - {role.name},
                f"level {level.number}: {link}",
                say("of {role} names {named}, which is no other role.", role=role.name, named=repr(named)),
            )
    if level.pour:
        for named in (level.pour.from_, level.pour.into):
            wrong.check(
                named in names,
                f"level {level.number}: pour",
                say("names {named}, which is no role.", named=repr(named)),
            )
        wrong.check(
            0 < level.pour.share <= 1,
            f"level {level.number}: share",
            say("is {share}; expected 0 to 1.", share=level.pour.share),
        )

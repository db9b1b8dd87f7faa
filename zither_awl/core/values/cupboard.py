"""What is owned: bins, cards, and trays with what lies on them. Lengths mm, masses g."""

from __future__ import annotations

from dataclasses import dataclass, field

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say
from zither_awl.core.things.component import Component
from zither_awl.core.things.shapes import Shape, Softness
from zither_awl.core.values.checks import MOST_MM, NAME_LENGTH, in_window, named, sized

MOST_CHILD_MONTHS = 144
"""Children up to twelve are recorded: an older sister is part of the house."""

AREAS = (
    "practical life",
    "sensorial",
    "language",
    "mathematics",
    "geography",
    "botany",
    "zoology",
    "history",
    "science",
    "art",
    "music",
    "movement",
)

Rung = tuple[str, int]
"""A card's key and the number of a level."""

TAGS = ("open-ended", "puzzle", "books", "paper and crayons", "basket", "liquid", "food", "not carried")


@dataclass(frozen=True, slots=True, kw_only=True)
class Bin:
    """A labelled storage container. It is judged like an open placement unless it is locked.

    `height_mm` is where it stands above the floor, None while nobody said.
    """

    id: int
    name: str
    place: str = ""
    height_mm: float | None = None
    lid: bool = True
    locked: bool = False
    most: int | None = None
    """How many trays and loose things it takes; None for no cap."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.check(
            len(self.place) <= NAME_LENGTH,
            "place",
            say("has {place} characters; the limit is 80.", place=len(self.place)),
        )
        high = self.height_mm
        wrong.check(
            high is None or 0 <= high <= MOST_MM,
            "height_mm",
            say("is {high} mm; expected 0 to 5000 mm.", high=figure(high or 0)),
        )
        wrong.check(
            self.most is None or 1 <= self.most <= 500,
            "most",
            say("is {most}; expected 1 to 500 things.", most=self.most),
        )
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Card:
    """A card at one of its levels, as the household keeps it: its area, its window of ages, what it follows from.

    `key` names its design (see core.trays); empty for a card that came as a row of a file and has no design.
    """

    id: int
    name: str
    area: str
    from_months: int
    to_months: int
    follows: tuple[int, ...] = ()
    key: str = ""
    level: int = 1
    guess: float = 0.0
    """The chance of getting it right by luck."""
    sort: str = "work"
    """As of its design: a song, a talk or a book is loved, and never mastered."""
    toward: str = ""
    """The step it is on the way to, as "tongs:1", where it is not the level itself but a step between: who knows it
    does not know that step yet."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.among(self.area, AREAS, "area")
        in_window(wrong, self.from_months, self.to_months)
        wrong.check(0 <= self.guess < 1, "guess", say("is {guess}; expected 0 to less than 1.", guess=self.guess))
        wrong.finish()

    @property
    def between(self) -> bool:
        """Whether it is a step between, and not the level of its design itself."""
        return bool(self.toward)

    @property
    def concept(self) -> str:
        """What is the same concept: every level of one design, else the card itself."""
        return self.key or f"card {self.id}"


def one_chain(a: Card, b: Card) -> bool:
    """Whether one card is the next form of the other: it follows from it, and is of the same design where both have
    one. Work that follows from another design (bolts after buttons) may stand beside it."""
    follows = a.id in b.follows or b.id in a.follows
    return follows and (a.key == b.key or not (a.key and b.key))


@dataclass(frozen=True, slots=True, kw_only=True)
class Content:
    """Something of the cupboard on a tray: which, how many (or ml of a medium), in which role, where it lies.

    `x_mm` and `y_mm` are its near left corner from the inner near left corner of the container; None for what lies
    in another thing or stands `beside` the tray.
    """

    component: Component
    role: str
    count: int = 1
    ml: float | None = None
    x_mm: float | None = None
    y_mm: float | None = None
    turned: bool = False
    beside: bool = False

    @property
    def said(self) -> str:
        """It as people say it: "3 small bowls", "chickpeas"."""
        alone = self.component.medium or self.count == 1
        return (
            self.component.name
            if alone
            else say("{count} {component}", count=self.count, component=self.component.name)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Tray:
    """A card made real, on its container. `hazards` are the declared kinds (see core.safety);
    `cord_mm` the longest free cord or loop; `for_children` the ids it is meant for."""

    id: int
    name: str
    card: Card
    width_mm: float
    depth_mm: float
    height_mm: float
    mass_g: float
    pieces: int = 1
    piece: Shape | None = None
    softness: Softness = Softness.FIRM
    breakable: bool = False
    hazards: tuple[str, ...] = ()
    cord_mm: float | None = None
    tags: tuple[str, ...] = ()
    bin_id: int | None = None
    for_children: frozenset[int] = frozenset()
    archived: bool = False
    contents: tuple[Content, ...] = ()
    """What of the cupboard it holds; empty for a tray that came as a row of a file."""
    photo_id: int | None = None
    exception: str = ""
    """Why the household keeps it though something that must hold does not."""
    eased: tuple[str, ...] = ()
    """Dimensions of difficulty an adult makes one notch easier beforehand (core.ladders.bridge says how)."""
    alike: str = ""
    """A word of the household, as "shakers": trays with the same word are one sort of work, whatever their cards."""
    version: int = field(default=0, compare=False)
    """How often it was saved: who saves it says which one was read."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        sized(wrong, 1500.0, width_mm=self.width_mm, depth_mm=self.depth_mm, height_mm=self.height_mm)
        wrong.check(
            0 < self.mass_g <= 20000,
            "mass_g",
            say("is {mass_g} g; expected more than 0, at most 20000 g.", mass_g=figure(self.mass_g)),
        )
        wrong.check(1 <= self.pieces <= 1000, "pieces", say("is {pieces}; expected 1 to 1000.", pieces=self.pieces))
        wrong.check(self.cord_mm is None or self.cord_mm > 0, "cord_mm", say("must be more than 0 mm."))
        wrong.check(
            len(self.alike) <= 40, "alike", say("has {alike} characters; the limit is 40.", alike=len(self.alike))
        )
        wrong.finish()

    @property
    def concept(self) -> str:
        """What may stand beside it in one place (ROOM-2): the household's word for it, else its card's concept."""
        word = " ".join(self.alike.casefold().split())
        return f"alike {word}" if word else self.card.concept

    @property
    def liquid(self) -> bool:
        """Whether it carries something to spill."""
        return "liquid" in self.tags or "standing-water" in self.hazards

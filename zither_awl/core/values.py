"""The values everybody shares: people, furniture, things, and what was seen.

Lengths mm, masses g, ages completed months, instants aware datetimes in UTC. Every constructor
refuses a bad state with `InvalidValue` and names all bad fields at once.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from enum import StrEnum
from typing import Literal

from zither_awl.core.component import Component
from zither_awl.core.errors import Gathering
from zither_awl.core.shapes import Shape, Softness

NAME_LENGTH = 80
MOST_MONTHS = 96
"""Children are up to eight years old."""
MOST_MM = 5000.0

AREAS = (
    "practical life", "sensorial", "language", "mathematics", "geography", "botany", "zoology",
    "history", "science", "art", "music", "movement",
)  # fmt: skip
PATTERNS = ("ring", "dot", "stripe", "cross", "chevron")
TAGS = ("open-ended", "puzzle", "books", "paper and crayons", "basket", "liquid", "food")
UNIT_KINDS = ("shelf", "sill", "table", "floor", "rail", "ledge")


class Mobility(StrEnum):
    """How a child gets about; the adult sets it and it is kept with its date."""

    LIES_OR_SITS = "lies or sits"
    CRAWLS = "crawls"
    PULLS_UP = "pulls up"
    WALKS = "walks"
    CLIMBS = "climbs"


class Work(StrEnum):
    """How a piece of work ended, apart from where its things went."""

    RIGHT = "done right"
    MENDED = "done, mended by the child"
    MISTAKE = "done with a mistake left"
    UNFINISHED = "not finished"


class Place(StrEnum):
    """Where the things were when the child left."""

    BACK = "put back"
    OUT = "left out"


def _named(wrong: Gathering, name: str, field_name: str = "name") -> None:
    wrong.check(bool(name.strip()), field_name, "is empty; write a name.")
    wrong.check(len(name) <= NAME_LENGTH, field_name, f"has {len(name)} characters; the limit is {NAME_LENGTH}.")


def _sized(wrong: Gathering, most: float = MOST_MM, **sizes_mm: float) -> None:
    for name, size in sizes_mm.items():
        wrong.check(0 < size <= most, name, f"is {size:g} mm; expected more than 0 and at most {most:g} mm.")


@dataclass(frozen=True, slots=True, kw_only=True)
class Household:
    """The house: its name, how it writes lengths, and its time zone (an IANA name)."""

    name: str
    lengths: Literal["cm", "in"] = "cm"
    zone: str = "Europe/London"
    language: str = "en"
    emergency_number: str = ""
    poison_centre: str = ""
    most_bins: int | None = None
    """The cap of a one-bin house; None for no cap (ROOM-12)."""
    unbreakable_first: bool = False
    """The school of TRAY-7: unbreakable until pouring is mastered, or real glass and china (the default)."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        wrong.check(self.lengths in ("cm", "in"), "lengths", f"is {self.lengths!r}; expected cm or in.")
        most = self.most_bins
        wrong.check(most is None or 1 <= most <= 200, "most_bins", f"is {most}; expected 1 to 200 bins.")
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Adult:
    """Somebody who observes and sets out."""

    id: int
    name: str

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Measurement:
    """A child measured on a day; either number may be missing."""

    on: date
    stature_mm: float | None = None
    mass_g: float | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        tall, heavy = self.stature_mm, self.mass_g
        wrong.check(tall is None or 300 <= tall <= 1500, "stature_mm",
                    f"is {tall or 0:g} mm; expected 300 to 1500 mm.", "Height is in centimetres or inches?")
        wrong.check(heavy is None or 1500 <= heavy <= 50000, "mass_g",
                    f"is {heavy or 0:g} g; expected 1500 to 50000 g.", "Mass is in kilograms?")
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Child:
    """A child. `mobility_since` is the day the adult set it; `under_eyes_reason` is decision of the
    household to let the child do small-part work by hand with an adult at the table."""

    id: int
    name: str
    pattern: str
    born: date
    gestation_weeks: int | None = None
    sex: Literal["female", "male"] | None = None
    mobility: Mobility = Mobility.WALKS
    mobility_since: date | None = None
    still_mouths: bool = False
    allergies: tuple[str, ...] = ()
    under_eyes_reason: str = ""
    measurements: tuple[Measurement, ...] = ()
    archived: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        wrong.check(self.pattern in PATTERNS, "pattern", f"is {self.pattern!r}; expected one of {', '.join(PATTERNS)}.")
        weeks = self.gestation_weeks
        wrong.check(weeks is None or 22 <= weeks <= 44, "gestation_weeks", f"is {weeks}; expected 22 to 44 weeks.")
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """One surface. `height_mm` is its top above the floor; `load_g` what it may bear, if known."""

    height_mm: float
    places: int
    divided: bool = True
    load_g: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Unit:
    """A piece of furniture, or a bare place. `comes` are the children who come to it.

    Boards run from the top down. `climb_on_mm` is the highest thing to climb on in its room.
    """

    id: int
    name: str
    kind: str = "shelf"
    room: str = ""
    width_mm: float
    height_mm: float
    depth_mm: float
    boards: tuple[Board, ...]
    comes: frozenset[int]
    barrier: Literal["none", "gate", "door"] = "none"
    climb_on_mm: float | None = None
    archived: bool = False
    version: int = 1

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        wrong.check(self.kind in UNIT_KINDS, "kind", f"is {self.kind!r}; expected one of {', '.join(UNIT_KINDS)}.")
        _sized(wrong, width_mm=self.width_mm, depth_mm=self.depth_mm, height_mm=self.height_mm)
        wrong.check(1 <= len(self.boards) <= 10, "boards", f"has {len(self.boards)}; expected 1 to 10 boards.")
        self._check_boards(wrong)
        wrong.finish()

    def _check_boards(self, wrong: Gathering) -> None:
        for at, board in enumerate(self.boards):
            name = f"boards.{at}.height_mm"
            wrong.check(board.height_mm >= 0, name, f"is {board.height_mm:g} mm; a board cannot be below the floor.")
            wrong.check(board.height_mm <= self.height_mm, name,
                        f"is {board.height_mm:g} mm, above the top at {self.height_mm:g} mm.",
                        "Lower the board or raise the outer height.")
            wrong.check(1 <= board.places <= 12, f"boards.{at}.places", f"is {board.places}; expected 1 to 12.")
            if at:
                above = self.boards[at - 1].height_mm
                wrong.check(board.height_mm < above, name,
                            f"is {board.height_mm:g} mm, not below the board above it at {above:g} mm.")

    def place_width_mm(self, board: int) -> float:
        """The width of one place of a board, dividers of 18 mm taken off where there are any."""
        each = self.boards[board]
        dividers = 18.0 * (each.places - 1) if each.divided else 0.0
        return (self.width_mm - dividers) / each.places

    def clearance_mm(self, board: int) -> float | None:
        """Free height above a board: to the board above (18 mm thick) or to the top; None when open."""
        here = self.boards[board].height_mm
        if board > 0:
            return self.boards[board - 1].height_mm - 18.0 - here
        return self.height_mm - 18.0 - here if self.height_mm > here + 18.0 else None


@dataclass(frozen=True, slots=True, order=True)
class Spot:
    """One place: the unit, the board counted from the top, the place counted from the left; from 0."""

    unit_id: int
    board: int
    place: int

    def words(self, unit: Unit) -> str:
        """The spot as it is said: "second board, first place"."""
        boards = len(unit.boards)
        named = "top board" if self.board == 0 and boards > 1 else f"{_ORDINALS[self.board]} board"
        return (f"{named}, " if boards > 1 else "") + f"{_ORDINALS[self.place]} place"


_ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth",
             "eleventh", "twelfth")  # fmt: skip


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
        _named(wrong, self.name)
        wrong.check(len(self.place) <= NAME_LENGTH, "place", f"has {len(self.place)} characters; the limit is 80.")
        high = self.height_mm
        wrong.check(high is None or 0 <= high <= MOST_MM, "height_mm", f"is {high or 0:g} mm; expected 0 to 5000 mm.")
        wrong.check(self.most is None or 1 <= self.most <= 500, "most", f"is {self.most}; expected 1 to 500 things.")
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

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        wrong.check(self.area in AREAS, "area", f"is {self.area!r}; expected one of {', '.join(AREAS)}.")
        wrong.check(0 <= self.from_months < self.to_months <= MOST_MONTHS, "from_months",
                    f"to to_months is {self.from_months} to {self.to_months}; expected 0 to {MOST_MONTHS}, rising.")
        wrong.finish()


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

    def __post_init__(self) -> None:
        wrong = Gathering()
        _named(wrong, self.name)
        _sized(wrong, 1500.0, width_mm=self.width_mm, depth_mm=self.depth_mm, height_mm=self.height_mm)
        wrong.check(0 < self.mass_g <= 20000, "mass_g", f"is {self.mass_g:g} g; expected more than 0, at most 20000 g.")
        wrong.check(1 <= self.pieces <= 1000, "pieces", f"is {self.pieces}; expected 1 to 1000.")
        wrong.check(self.cord_mm is None or self.cord_mm > 0, "cord_mm", "must be more than 0 mm.")
        wrong.finish()

    @property
    def liquid(self) -> bool:
        """Whether it carries something to spill."""
        return "liquid" in self.tags or "standing-water" in self.hazards


@dataclass(frozen=True, slots=True, kw_only=True)
class Placement:
    """A tray on a spot from one instant to another. `by_hand`: closed away, an adult sets it out."""

    id: int
    tray: Tray
    spot: Spot
    by_hand: bool = False
    since: datetime | None = None
    until: datetime | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class EpisodeEvent:
    """Something in an episode: taken, once round, broken off, back again, helped, a note, finished.

    A second "start" is another observer who saw the same beginning; its text is the id that observer gave it.
    """

    kind: Literal["start", "finish", "round", "broken", "back", "helped", "note", "part"]
    at: datetime
    cause: str = ""
    text: str = ""


HELPS = ("prompted", "shown again", "together")
CAUSES = ("adult", "other child", "noise", "need", "material missing", "finished")


@dataclass(frozen=True, slots=True, kw_only=True)
class Episode:
    """One child at one tray from taking it to leaving it. Open while `ended` is None."""

    id: str
    child_id: int
    tray_id: int
    began: datetime
    ended: datetime | None = None
    work: Work | None = None
    place: Place | None = None
    events: tuple[EpisodeEvent, ...] = ()
    morning_id: int | None = None
    adult_id: int | None = None
    question: str = ""
    """Asked in the evening: "ended when?" for a forgotten timer, "which one?" for an overlap."""
    struck: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        ended = self.ended
        wrong.check(ended is None or ended > self.began, "ended",
                    f"{ended:%H:%M:%S} is not after the beginning at {self.began:%H:%M:%S} (UTC)." if ended else "")
        wrong.check(ended is None or ended - self.began <= timedelta(hours=8), "ended",
                    "is more than 8 hours after the beginning.", "Check the date.")
        wrong.finish()

    @property
    def finished(self) -> bool:
        """Whether it ended with the work done, well or not; unfinished work is about interest, not skill."""
        return self.ended is not None and self.work is not None and self.work != Work.UNFINISHED

    @property
    def helped(self) -> bool:
        """Whether anyone helped, in any way."""
        return any(event.kind == "helped" for event in self.events)

    @property
    def done_alone(self) -> bool:
        """Done right, or mended by the child, with no help."""
        return self.work in (Work.RIGHT, Work.MENDED) and not self.helped


@dataclass(frozen=True, slots=True, kw_only=True)
class Presentation:
    """An adult showing a tray to a child, first or again."""

    id: int
    child_id: int
    tray_id: int
    at: datetime
    again: bool = False
    adult_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Morning:
    """One work cycle: who was here, who watched, and how much was seen. Open while `ended` is None."""

    id: int
    day: date
    began: datetime
    present: frozenset[int]
    ended: datetime | None = None
    seen: Literal["all", "part"] | None = None
    adult_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeRecord:
    """An accepted change of the shelf, for the pause after it and for looking back."""

    id: int
    at: datetime
    out: tuple[int, ...] = ()
    in_: tuple[int, ...] = ()
    why_out: tuple[str, ...] = ()
    """For each tray that went out: "too hard", "faded", "successor" or "ignored"."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Declined:
    """A proposal that was declined: which trays were to leave, and the reason given."""

    at: datetime
    out: tuple[int, ...]
    note: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Log:
    """What was seen, all of it: mornings, episodes, presentations, placements past and present."""

    mornings: tuple[Morning, ...] = ()
    episodes: tuple[Episode, ...] = ()
    presentations: tuple[Presentation, ...] = ()
    placements: tuple[Placement, ...] = field(default=())

"""The people of a household. Masses g, ages completed months."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date
from enum import StrEnum
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.values.checks import named

PATTERNS = ("ring", "dot", "stripe", "cross", "chevron")


class Mobility(StrEnum):
    """How a child gets about; the adult sets it and it is kept with its date."""

    LIES_OR_SITS = "lies or sits"
    CRAWLS = "crawls"
    PULLS_UP = "pulls up"
    WALKS = "walks"
    CLIMBS = "climbs"


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
    showing: Literal["by age", "shown first", "free"] = "by age"
    """The school of ROOM-8: a child waits for a showing from 30 months on (the default), always, or never."""
    takes: Literal["whole", "picked"] = "whole"
    """The whole catalogue, new cards too; or only what was picked from it."""
    paper: Literal["A4", "Letter"] = "A4"
    """What the house prints on."""
    counter_mm: float | None = None
    basin_mm: float | None = None
    """Heights of the kitchen counter and the wash basin; None while nobody measured them."""
    rather_new: int = 0
    rather_by_area: int = 0
    rather_full: int = 0
    """What a plan of the shelf leans to, -1 to 1: familiar or new, areas mixed or together, calm or full."""
    version: int = field(default=0, compare=False)
    """How often it was saved: who saves it says which one was read."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.check(self.lengths in ("cm", "in"), "lengths", f"is {self.lengths!r}; expected cm or in.")
        schools = ("by age", "shown first", "free")
        wrong.check(self.showing in schools, "showing", f"is {self.showing!r}; expected one of {', '.join(schools)}.")
        wrong.check(self.takes in ("whole", "picked"), "takes", f"is {self.takes!r}; expected whole or picked.")
        wrong.check(self.paper in ("A4", "Letter"), "paper", f"is {self.paper!r}; expected A4 or Letter.")
        most = self.most_bins
        wrong.check(most is None or 1 <= most <= 200, "most_bins", f"is {most}; expected 1 to 200 bins.")
        for name in ("counter_mm", "basin_mm"):
            high = getattr(self, name)
            wrong.check(high is None or 300 <= high <= 1300, name, f"is {high or 0:g} mm; expected 300 to 1300 mm.")
        for name in ("rather_new", "rather_by_area", "rather_full"):
            wrong.check(getattr(self, name) in (-1, 0, 1), name, f"is {getattr(self, name)}; expected -1, 0 or 1.")
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Adult:
    """Somebody who observes and sets out."""

    id: int
    name: str

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
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
    version: int = field(default=0, compare=False)
    """How often it was saved: who saves it says which one was read."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.check(self.pattern in PATTERNS, "pattern", f"is {self.pattern!r}; expected one of {', '.join(PATTERNS)}.")
        weeks = self.gestation_weeks
        wrong.check(weeks is None or 22 <= weeks <= 44, "gestation_weeks", f"is {weeks}; expected 22 to 44 weeks.")
        wrong.finish()

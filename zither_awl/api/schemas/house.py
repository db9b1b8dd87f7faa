"""Models of the session, the household and the children."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, Flag, Id, In, Out, Pattern, Text, Whole
from zither_awl.core.values import Mobility, PermissionKind


class HouseholdIn(In):
    name: Text
    lengths: Literal["cm", "in"] = "cm"
    zone: Text = "Europe/London"
    language: Annotated[str, Field(max_length=8)] = "en"
    emergency_number: Annotated[str, Field(max_length=80)] = ""
    poison_centre: Annotated[str, Field(max_length=80)] = ""
    most_bins: Annotated[int | None, Field(ge=1, le=200), Whole] = None
    unbreakable_first: Flag = False
    showing: Literal["by age", "shown first", "free"] = "by age"
    paper: Literal["A4", "Letter"] = "A4"
    practice: dict[str, str | int] | None = None
    """What the household set of its practice; left out, it stays as it is."""
    version: Annotated[int | None, Field(ge=1), Whole] = None
    """The one that was read; somebody else's later one is not overwritten."""


class LeaningsIn(In):
    """What a plan of the shelf leans to: familiar (-1) or new (1), areas mixed or together, calm or full."""

    rather_new: Annotated[int, Field(ge=-1, le=1), Whole]
    rather_by_area: Annotated[int, Field(ge=-1, le=1), Whole]
    rather_full: Annotated[int, Field(ge=-1, le=1), Whole]


class SurfacesIn(In):
    """Heights of the house that children stand at; null while nobody measured."""

    counter_mm: float | None = None
    basin_mm: float | None = None


class HouseholdOut(Out):
    version: int
    name: str
    lengths: Literal["cm", "in"]
    zone: str
    language: str
    emergency_number: str
    poison_centre: str
    most_bins: int | None
    unbreakable_first: bool
    showing: Literal["by age", "shown first", "free"]
    paper: Literal["A4", "Letter"]
    counter_mm: float | None
    basin_mm: float | None
    rather_new: int
    rather_by_area: int
    rather_full: int
    practice: dict[str, str | int]
    """What this house set."""


class AdultIn(In):
    name: Text


class AdultOut(Out):
    id: int
    name: str
    minutes: list[int]
    language: str
    """The language it reads; "" for the household's."""


class AdultLanguageIn(In):
    language: Annotated[str, Field(max_length=8)]


class SessionOut(Out):
    household: HouseholdOut | None
    usual_practice: dict[str, str | int]
    """What holds where a household set nothing."""
    adults: list[AdultOut]
    csrf_token: str
    now: dt.datetime
    today: dt.date
    version: str
    demo: bool
    right: Literal["watcher", "keeper", "here"]
    """Of which right who asks is: a watcher's device, a keeper's, the machine itself."""
    looked_at: bool
    """Whether the demo was moved in from the first screen, to be left again."""


class MeasurementIn(In):
    on: Day
    stature_mm: float | None = None
    mass_g: float | None = None


class MeasurementOut(Out):
    on: dt.date
    stature_mm: float | None
    mass_g: float | None


class ChildIn(In):
    name: Text
    pattern: Pattern
    born: Day
    gestation_weeks: Annotated[int | None, Whole] = None
    sex: Literal["female", "male"] | None = None
    mobility: Mobility | None = None
    """Left out, the latest stage a child of this age may have reached."""
    mobility_since: Day | None = None
    still_mouths: Flag = False
    allergies: list[str] = []
    passions: Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=12)] = []
    language: Annotated[str, Field(max_length=8)] = ""
    """The one it is spoken to first; "" for the household's."""
    comes: Annotated[list[Annotated[int, Field(ge=0, le=6), Whole]], Field(max_length=7)] = []
    shown: Literal["no", "own", "all"] = "own"
    """Where it may be seen and named: in no story, in its own, in those of other children too."""
    """The days it is here, 0 Monday to 6 Sunday; none for every day."""
    measurements: list[MeasurementIn] = []
    version: Annotated[int | None, Field(ge=1), Whole] = None
    """The one that was read; somebody else's later one is not overwritten."""


class ReachOut(Out):
    comfort_low: float
    comfort_high: float
    sight: float
    stretch: float
    climb: float


class PermissionOut(Out):
    """What an adult allowed a child with an adult at the table."""

    id: int
    kind: PermissionKind
    work: str
    adult: str
    given_on: dt.date | None
    note: str
    withdrawn_on: dt.date | None


class AllowanceOut(Out):
    """What can be decided for a child: the work, from which month, the caution, what holds then; and why not yet."""

    kind: PermissionKind
    work: str
    from_months: int
    caution: str
    then: str
    why_not: str
    given: bool


class DecideOut(Out):
    """What the household may decide for a child with an adult at the table, so that a rule gives way."""

    child_id: int
    child: str
    kind: PermissionKind
    work: str
    from_months: int
    caution: str
    then: str


class PermitIn(In):
    kind: PermissionKind
    note: Annotated[str, Field(max_length=200)] = ""


class ChildOut(Out):
    id: int
    version: int
    name: str
    pattern: Pattern
    born: dt.date
    gestation_weeks: int | None
    sex: Literal["female", "male"] | None
    mobility: Mobility
    mobility_since: dt.date | None
    still_mouths: bool
    allergies: list[str]
    passions: list[str]
    language: str
    comes: list[int]
    shown: Literal["no", "own", "all"]
    permissions: list[PermissionOut]
    allowances: list[AllowanceOut]
    measurements: list[MeasurementOut]
    archived: bool
    age: str
    months: int
    reach: ReachOut | None
    carry_g: float | None
    later_mm: float | None


class GroupOut(Out):
    """Children who are together, and the adults who know them."""

    id: int
    name: str
    children: list[int]
    adults: list[int]


class GroupsOut(Out):
    groups: list[GroupOut]


class GroupIn(In):
    """A group; 0 for a new one."""

    id: Annotated[int, Field(ge=0, le=2**31 - 1), Whole] = 0
    name: Text
    children: Annotated[list[Id], Field(max_length=40)] = []
    adults: Annotated[list[Id], Field(max_length=12)] = []


class ChildrenOut(Out):
    children: list[ChildOut]
    archived: list[ChildOut]


class ArchiveIn(In):
    archived: Flag


class DeleteIn(In):
    name: Text


class ChangeSetOut(Out):
    id: int
    at: dt.datetime
    adult_id: int | None
    label: str
    undone: bool
    device: str
    """The name of the device of the house it came from; "" for the machine the program runs on."""


class HistoryOut(Out):
    sets: list[ChangeSetOut]


class UndoneOut(Out):
    label: str | None
    left: list[str]

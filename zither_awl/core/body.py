"""The child's body: stature, mass, reach and what a child carries. A default for reach, never a judgement of health.

Ratios of stature for 1 to 6 years are rounded from published child anthropometry (Snyder et al. 1977
and later surveys; from memory); the zones built on them are common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import Literal, Protocol

from zither_awl.core import growth_table as table
from zither_awl.core.ages import completed_months, exact_months
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.furniture import Fit, furniture_fit
from zither_awl.core.practice import Practice
from zither_awl.core.saying import say
from zither_awl.core.values import MOST_MONTHS, Child, Mobility

__all__ = [
    "Fit",
    "Reach",
    "carry_limit_g",
    "elbow_mm",
    "furniture_fit",
    "hazard_stature",
    "hazard_zone_mm",
    "latest_mobility",
    "lms_value",
    "mass_g",
    "mass_of",
    "reach",
    "stature_mm",
    "stature_of",
]

Sex = Literal["female", "male"]
ELBOW, SHOULDER, EYE, TIPTOE, KNEE = 0.60, 0.78, 0.89, 1.22, 0.26
WALKS_MONTHS = 12.1
"""Half of children walk alone at this age: WHO motor milestones, from memory."""
MONTH_DAYS = 30.4375
CLIMB_STEP_MM = 250.0
"""A step, a box or the shelf's own lowest board under a walking child's feet. Common practice, no source."""

_STRETCH = {
    Mobility.LIES_OR_SITS: 0.55,
    Mobility.CRAWLS: 0.75,
    Mobility.PULLS_UP: 1.17,
    Mobility.WALKS: TIPTOE,
    Mobility.CLIMBS: TIPTOE,
}
_HAZARD = {
    Mobility.LIES_OR_SITS: 0.60,
    Mobility.CRAWLS: 0.85,
    Mobility.PULLS_UP: TIPTOE,
    Mobility.WALKS: TIPTOE,
    Mobility.CLIMBS: TIPTOE,
}


class _Median(Protocol):
    def __call__(self, months: float, sex: Sex | None = None) -> float: ...


@dataclass(frozen=True, slots=True)
class Reach:
    """Heights in mm above the floor: where a child lifts with comfort, sees, stretches, and could get to."""

    comfort_low: float
    comfort_high: float
    sight: float
    stretch: float
    climb: float

    @property
    def choosing(self) -> float:
        """The highest board from which the child can choose and lift a tray."""
        return min(self.comfort_high, self.sight)


def lms_value(lms: table.Lms, deviations: float = 0.0) -> float:
    """The value so many standard deviations from the median: M (1 + L S z)^(1/L). Source: WHO 2006 (LMS method)."""
    power, median, spread = lms
    if deviations == 0:
        return median
    return float(median * (1 + power * spread * deviations) ** (1 / power))


def stature_mm(months: float, sex: Sex | None = None, deviations: float = 0.0) -> float:
    """Median stature at an age, or so many SD from it, evenly grown within a month. A missing sex averages both.

    Raises: InvalidValue above 96 months: please measure.
    """
    return 10 * _averaged(table.STATURE_CM_FEMALE, table.STATURE_CM_MALE, months, sex, deviations)


def mass_g(months: float, sex: Sex | None = None, deviations: float = 0.0) -> float:
    """Median mass at an age, or so many SD from it, evenly grown within a month. A missing sex averages both."""
    return 1000 * _averaged(table.MASS_KG_FEMALE, table.MASS_KG_MALE, months, sex, deviations)


def _averaged(
    girls: tuple[table.Lms, ...], boys: tuple[table.Lms, ...], months: float, sex: Sex | None, deviations: float
) -> float:
    if not 0 <= months <= MOST_MONTHS:
        raise InvalidValue(
            FieldProblem(
                "months",
                say(
                    "is {months}; the table holds 0 to {most_months}: please measure.",
                    months=months,
                    most_months=MOST_MONTHS,
                ),
            )
        )
    girl, boy = _between(girls, months, deviations), _between(boys, months, deviations)
    return girl if sex == "female" else boy if sex == "male" else (girl + boy) / 2


def _between(rows: tuple[table.Lms, ...], months: float, deviations: float) -> float:
    """A month's value and the next one's, by the part of the month that has run."""
    whole = int(months)
    value = lms_value(rows[whole], deviations)
    return value if months == whole else value + (months - whole) * (lms_value(rows[whole + 1], deviations) - value)


@lru_cache(maxsize=2048)
def stature_of(child: Child, on: date) -> float:
    """The child's stature in mm: the newest measurement grown along the median since, else the median."""
    measured = [m for m in child.measurements if m.stature_mm is not None and m.on <= on]
    return _grown(child, on, [(m.on, m.stature_mm or 0) for m in measured], stature_mm)


@lru_cache(maxsize=2048)
def mass_of(child: Child, on: date) -> float:
    """The child's mass in g: the newest measurement grown along the median since, else the median."""
    measured = [m for m in child.measurements if m.mass_g is not None and m.on <= on]
    return _grown(child, on, [(m.on, m.mass_g or 0) for m in measured], mass_g)


def _grown(child: Child, on: date, measured: list[tuple[date, float]], median: _Median) -> float:
    now = median(_table_months(child, on), child.sex)
    if not measured:
        return now
    day, value = max(measured)
    # A growth chart's percentile hardly moves in a few months, so the measured share of the median is kept.
    return value * max(1.0, now / median(_table_months(child, day), child.sex))


def _table_months(child: Child, on: date) -> float:
    return min(exact_months(child.born, child.gestation_weeks, on), MOST_MONTHS)


@lru_cache(maxsize=2048)
def hazard_stature(child: Child, on: date, practice: Practice = Practice()) -> float:
    """Stature for hazards in mm: as measured within three months, else the larger of that and + 2 SD.

    Nobody said which growth table: the taller one, since unsure means the dangerous reading.
    """
    fresh = [
        m
        for m in child.measurements
        if m.stature_mm and m.on <= on and completed_months(m.on, on) < practice.stale_measure_months
    ]
    usual = stature_of(child, on)
    sexes: tuple[Sex, ...] = (child.sex,) if child.sex else ("female", "male")
    tall = max(stature_mm(_table_months(child, on), sex, 2.0) for sex in sexes)
    return usual if fresh else max(usual, tall)


def latest_mobility(months: int) -> Mobility:
    """How a child of an age moves when nobody said it: the latest stage a first child of that age has reached.

    Standing with help from 4.8 and walking alone from 8.2 months: the earliest windows of the WHO motor milestones,
    from memory. Climbing from 12 months: common practice, no source.
    """
    stages = ((12, Mobility.CLIMBS), (8, Mobility.WALKS), (4, Mobility.PULLS_UP))
    return next((stage for least, stage in stages if months >= least), Mobility.LIES_OR_SITS)


def hazard_zone_mm(
    child: Child,
    on: date,
    climb_on_mm: float | None = None,
    practice: Practice = Practice(),
    mobility: Mobility | None = None,
) -> float:
    """How high in mm a child could get at something, by how the child gets about (or by another `mobility`)."""
    moves = mobility or child.mobility
    zone = _HAZARD[moves] * hazard_stature(child, on, practice)
    if moves is Mobility.WALKS:
        return zone + CLIMB_STEP_MM
    if moves is Mobility.CLIMBS:
        return zone + max(practice.climb_on_mm if climb_on_mm is None else climb_on_mm, CLIMB_STEP_MM)
    return zone


@lru_cache(maxsize=2048)
def reach(child: Child, on: date, climb_on_mm: float | None = None, *, practice: Practice = Practice()) -> Reach:
    """Where a child lifts, sees, stretches and could get to, in mm above the floor on a day."""
    tall = stature_of(child, on)
    arm = _STRETCH[child.mobility]
    low = 0.25 if child.mobility in (Mobility.WALKS, Mobility.CLIMBS) else 0.0
    return Reach(
        comfort_low=low * tall,
        comfort_high=min(SHOULDER, arm) * tall,
        sight=min(EYE, arm) * tall,
        stretch=arm * tall,
        climb=hazard_zone_mm(child, on, climb_on_mm, practice),
    )


def elbow_mm(child: Child, on: date) -> float:
    """Elbow height of a child: heavy and wet things stand no higher."""
    return ELBOW * stature_of(child, on)


def carry_limit_g(child: Child, on: date) -> float | None:
    """What a child carries level in two hands, in g; None while it works where things stand.

    None until three months after walking; from there the share of body mass rises evenly from 5 % at walking to 10 %
    at 36 months. Common practice, no source.
    """
    months = completed_months(child.born, on)
    if child.mobility not in (Mobility.WALKS, Mobility.CLIMBS):
        return None
    since = child.mobility_since
    if months < 24 and since is not None and (on < since or completed_months(since, on) < 3):
        return None
    return _carried_share(child, on) * mass_of(child, on)


def _carried_share(child: Child, on: date) -> float:
    """5 % of body mass at walking, 10 % from 36 months, evenly between by days."""
    born = child.born
    walked = max(child.mobility_since or born, born + timedelta(days=round(WALKS_MONTHS * MONTH_DAYS)))
    grown = born + timedelta(days=round(36 * MONTH_DAYS))
    if on >= grown:
        return 0.10
    return 0.05 + 0.05 * max(0.0, (on - walked).days / max((grown - walked).days, 1))

"""The settings of practice: every number a household may shift, with its default.

Common practice, no source, unless a line says otherwise.
"""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.errors import Gathering


@dataclass(frozen=True, slots=True, kw_only=True)
class Practice:
    """One household's way of working. Lengths mm, ages completed months, times days or minutes."""

    trays_out: tuple[tuple[int, int], ...] = ((12, 6), (24, 8), (36, 8), (48, 10), (10_000, 12))
    """How many trays may be out, as (below this age in months, at most this many)."""
    side_gap_mm: float = 10.0
    """Room for a hand at each side of a tray in a divided place."""
    top_gap_mm: float = 40.0
    """Room for the hands above a tray."""
    neighbour_gap_mm: float = 50.0
    """Air between two trays on an undivided board; under half of it they do not fit."""
    pair_gap_mm: float = 30.0
    """Air between two trays of one concept that share a place."""
    bedroom_trays: int = 4
    """How many trays a bedroom shelf takes (ROOM-9)."""
    stale_measure_months: int = 3
    """A measurement older than this no longer lowers a hazard line."""
    climb_on_mm: float = 450.0
    """Height of the highest thing to climb on in a room, unless the unit says: a chair."""
    heavy_share: float = 0.5
    """A tray is heavy above this share of the carry limit."""
    mastered_times: int = 3
    mastered_of_last: int = 5
    mastered_days: int = 3
    unhelped_last: int = 2
    fading_days: int = 42
    ignored_mornings: int = 6
    ignored_after_remedy: int = 6
    missed_by_luck: float = 0.2
    """Out is proposed once the chance that some tray is missed this long by luck is below this."""
    recent_mornings: int = 8
    earlier_mornings: int = 24
    least_earlier_mornings: int = 8
    faded_p: float = 0.10
    faded_stretch_share: float = 0.6
    faded_least_visits: int = 6
    half_life_mornings: float = 7.0
    taken_again_mornings: int = 3
    """Untouched for so many counted mornings and then taken: it stays for as many (ROT-5)."""
    changes_at_once: int = 2
    mornings_between_changes: int = 3
    rest_days: int = 28
    rest_too_hard_days: int = 42
    notice_mornings: int = 5
    near_window_months: int = 3
    """So far outside its window a card is still offered: under it, it is almost time."""
    outside_window_share: float = 0.7
    """Share that is left of the fit outside the window."""
    almost_share: float = 0.5
    """Share that is left of the fit while one thing before it is still at work."""
    fit_of_state: tuple[tuple[str, float], ...] = (
        ("working", 1.0), ("shown", 0.9), ("alone", 0.9), ("not shown", 0.8), ("loved", 0.7), ("fading", 0.8),
        ("faded", 0.1),
    )  # fmt: skip
    """What a state of mastery is worth to the fit; a mastered one is loved or faded."""
    shown_first_from_months: int = 30
    unbreakable_first: bool = False
    """The school of TRAY-7: unbreakable until pouring is mastered; the default is real glass and china."""
    showings_a_day: int = 2
    """New showings per child and day (PRES-4)."""
    sweep_min: float = 5.0
    """Minutes between two sweeps of the room."""
    same_sweep_s: float = 90.0
    """Two observers' sweeps that began within this are the same look round the room."""
    settled_min: float = 3.0
    """A child has settled when it first works unbroken for so long. This and the two below are ours, no source."""
    dip_min: float = 2.0
    """A pause before the great work counts as the restless dip from this on."""
    great_work_min: float = 10.0
    """The longest unbroken work of a morning is called its great work from this on."""
    forgotten_timer_min: float = 90.0
    same_morning_min: float = 120.0
    """A second device that begins a morning at most so long before the first begins the same one. Ours, no source."""
    same_event_s: float = 10.0
    """Two devices that write the same happening down within this saw it once. Ours, no source."""
    same_start_s: float = 120.0
    """Two live starts of the same child and card within this are one episode seen twice."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(0 < self.faded_p < 1, "faded_p", f"is {self.faded_p}; expected between 0 and 1.")
        wrong.check(0 < self.missed_by_luck < 1, "missed_by_luck", f"is {self.missed_by_luck}; expected 0 to 1.")
        wrong.check(self.changes_at_once >= 1, "changes_at_once", "must be at least 1.")
        wrong.check(self.side_gap_mm >= 0, "side_gap_mm", "cannot be negative.")
        wrong.finish()

    def trays_out_at(self, months: int) -> int:
        """How many trays may be out for a child of so many completed months (ROOM-1)."""
        return next(most for below, most in self.trays_out if months < below)

"""The settings of practice: every number a household may shift, with its default.

Common practice, no source, unless a line says otherwise.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say, together

Look = Literal["weekly", "daily", "calendar", "calendar, by signs"]
LOOKS: tuple[Look, ...] = ("weekly", "daily", "calendar", "calendar, by signs")
BUDGETS = ("nothing", "little", "some", "much")
SNACK_STAGES = ("by pouring", "water alone", "one dry food", "food to prepare")
SNACK_REFILLS = ("not refilled", "once", "when empty")
CHOICES: dict[str, tuple[str, ...]] = {
    "mastery": ("criterion", "estimate"),
    "boards": ("by area", "one ladder"),
    "letters": ("sounds first", "names first"),
    "look": LOOKS,
    "theme_change": ("gently", "whole shelf"),
    "budget": BUDGETS,
    "snack_stage": SNACK_STAGES,
    "snack_refill": SNACK_REFILLS,
}
"""The settings that are one of some words."""
LIMITS = {
    "rest_days": (0, 365),
    "rest_too_hard_days": (0, 365),
    "pause_cycles": (0, 60),
    "pause_days": (0, 90),
    "ignored_cycles": (0, 60),
    "prepare_min": (0, 240),
    "buy_days": (0, 60),
    "snack_pouring_days": (1, 30),
    "snack_dry_days": (0, 90),
    "snack_pieces_small": (1, 40),
    "snack_pieces": (1, 40),
    "calendar_days": (1, 60),
    "invitations": (3, 6),
    "changes_at_once": (1, 12),
}
"""The settings that are whole numbers: at least, at most."""


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
    alone_last: int = 2
    """The criterion asks that so many of the newest were done alone."""
    lucky_guess: float = 0.3
    """From this chance of getting it right by luck on, the criterion asks for `mastered_times_lucky`."""
    mastered_times_lucky: int = 4
    slips: tuple[int, int] = (2, 3)
    """Mastered, and so many of the last so many not alone: it may be slipping."""
    taken_back: tuple[int, int] = (3, 4)
    """Mastered, and so many of the last so many not alone: it is at work again."""
    slipping_days: int = 84
    """So long away it may be slipping."""
    estimate_enters: float = 0.95
    estimate_slips: float = 0.60
    estimate_taken_back: float = 0.25
    ignored_cycles: int = 6
    """Fewer work cycles in a row untouched are never called ignored."""
    ignored_chance: float = 0.01
    """Ignored is a silence that the tray's own record makes less likely than this."""
    ignored_after_remedy: int = 6
    fresh_rate: tuple[float, float] = (3.0, 7.0)
    """How a fresh tray is taken while a house has no record of it: as if chosen so often, and so often not."""
    fresh_cycles: int = 8
    """The first so many work cycles of a tray's first stay are what the house's rate of fresh trays is taken from."""
    part_seen_share: float = 0.5
    """What a work cycle that was partly seen weighs when no choice was seen in it; a choice that was seen weighs 1."""
    new_stay_days: int = 7
    """A tray that was away so long begins a new stay when it returns."""
    faded_posterior: float = 0.9
    faded_share: float = 0.5
    """Faded: a change of rate more likely than this, and the later rate under this share of the earlier."""
    faded_cycles: int = 60
    """So many of the last work cycles are looked at for a change."""
    least_cycles: int = 10
    """Before so many work cycles nothing is said about fading."""
    shorter_visits: int = 5
    shorter_before: int = 16
    shorter_p: float = 0.01
    """Shorter work: the rank test of the last visits against those before. It is told; nothing leaves for it."""
    half_life_mornings: float = 7.0
    taken_again_mornings: int = 3
    """Untouched for so many counted work cycles and then taken: it stays for as many (ROT-5)."""
    changes_at_once: int = 2
    pause_cycles: int = 3
    pause_days: int = 7
    """After a change none is proposed before so many work cycles or so many days, whichever is first."""
    mastery: Literal["criterion", "estimate"] = "criterion"
    """The school of evidence that decides; both are always reckoned."""
    letters: Literal["sounds first", "names first"] = "sounds first"
    """The school of letters (SEQ-8)."""
    boards: Literal["by area", "one ladder"] = "by area"
    """What stands beside each other: by area as the plan leans, or one ladder a board."""
    look: Look = "weekly"
    """The school of ROT-1: by signs with a weekly look, by signs daily, by the calendar, or the calendar to look and
    the signs to act."""
    calendar_days: int = 7
    """So many days lie between two looks by the calendar."""
    theme_change: Literal["gently", "whole shelf"] = "gently"
    """A theme comes a few trays a day, or all on its first day (ROT-2)."""
    prepare_min: int = 20
    """Minutes a day the adults have to make and prepare, where they did not say."""
    budget: Literal["nothing", "little", "some", "much"] = "little"
    """What a theme may cost at most, in the words of the cards."""
    buy_days: int = 3
    """So many days before it is needed a thing is bought."""
    look_day: int = 6
    """The day of the weekly look: 0 Monday to 6 Sunday."""
    snack_stage: Literal["by pouring", "water alone", "one dry food", "food to prepare"] = "by pouring"
    """How the snack table grows: by pouring that is seen to go well, or as the household says (SEQ-5)."""
    snack_pouring_days: int = 3
    """Water alone until pouring went well on so many days."""
    snack_dry_days: int = 10
    """So many days of one dry food before food to prepare. Ours, no source."""
    snack_pieces_small: int = 3
    snack_pieces: int = 5
    """What the card says one child takes, under three years and from then on. Ours, no source."""
    snack_refill: Literal["not refilled", "once", "when empty"] = "not refilled"
    """Whether the bowl is filled again (TRAY-10)."""
    rest_days: int = 28
    rest_too_hard_days: int = 42
    way_back_days: int = 56
    """A that went out for B does not come back for B before so many days."""
    notice_mornings: int = 5
    near_window_months: int = 3
    """So far outside its window a card is still offered: under it, it is almost time."""
    outside_window_share: float = 0.7
    """Share that is left of the fit outside the window."""
    almost_share: float = 0.5
    """Share that is left of the fit while one thing before it is still at work."""
    fit_of_state: tuple[tuple[str, float], ...] = (
        ("working", 1.0),
        ("shown", 0.9),
        ("alone", 0.9),
        ("not shown", 0.8),
        ("loved", 0.7),
        ("said", 0.7),
        ("fading", 0.8),
        ("faded", 0.1),
    )
    """What a state of mastery is worth to the fit; a mastered one is loved or faded."""
    stuck_visits: int = 8
    stuck_alone: int = 1
    stuck_last: int = 2
    """Stuck: of the last so many finished tries at most so many alone, and none of the last so many."""
    easy_visits: int = 3
    """Too easy: the first so many tries were all right at once."""
    show_again_days: int = 14
    """What is stuck is shown again when it was not shown for so long."""
    left_behind_days: int = 56
    """Work that was begun and not touched for so long is left behind."""
    next_of_faded: int = 15
    """What it adds to the fit of a tray that the child is done with the one before it."""
    shown_first_from_months: int = 30
    unbreakable_first: bool = False
    """The school of TRAY-7: unbreakable until pouring is mastered; the default is real glass and china."""
    invitations: int = 5
    """How many things a child is invited to on a day."""
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
        for name in ("faded_posterior", "faded_share", "ignored_chance", "shorter_p", "part_seen_share"):
            value = getattr(self, name)
            wrong.check(0 < value < 1, name, say("is {value}; expected between 0 and 1.", value=value))
        for name, words in CHOICES.items():
            wrong.among(getattr(self, name), words, name)
        for name, (least, most) in LIMITS.items():
            value = getattr(self, name)
            wrong.check(
                least <= value <= most,
                name,
                say("is {value}; expected {least} to {most}.", value=value, least=least, most=most),
            )
        look_day = self.look_day
        wrong.check(
            0 <= look_day <= 6, "look_day", say("is {look_day}; expected 0 (Monday) to 6 (Sunday).", look_day=look_day)
        )
        wrong.check(self.side_gap_mm >= 0, "side_gap_mm", say("cannot be negative."))
        wrong.finish()

    def trays_out_at(self, months: int) -> int:
        """How many trays may be out for a child of so many completed months (ROOM-1)."""
        return next(most for below, most in self.trays_out if months < below)


SETTABLE = (
    "mastery",
    "letters",
    "boards",
    "look",
    "look_day",
    "rest_days",
    "rest_too_hard_days",
    "pause_cycles",
    "pause_days",
    "ignored_cycles",
    "changes_at_once",
    "near_window_months",
    "showings_a_day",
    "invitations",
    "calendar_days",
    "theme_change",
    "prepare_min",
    "budget",
    "buy_days",
    "snack_stage",
    "snack_pouring_days",
    "snack_dry_days",
    "snack_pieces_small",
    "snack_pieces",
    "snack_refill",
)
_IN_WORDS = ("mastery", "letters", "boards", "look", "theme_change", "budget", "snack_stage", "snack_refill")
"""What House lets a household set; the rest stays as usual."""


def usual_practice() -> dict[str, str | int]:
    """What holds of the settable where a household set nothing."""
    usual = Practice()
    return {name: getattr(usual, name) for name in SETTABLE}


def practice_of(told: Mapping[str, Any], **more: Any) -> Practice:
    """The practice with what a household set. Raises: InvalidValue for a name or value it cannot be."""
    wrong = Gathering()
    for name, value in told.items():
        wrong.check(
            name in SETTABLE,
            f"practice.{name}",
            say("is no setting; expected one of {settable}.", settable=together(SETTABLE, ", ")),
        )
        usual = getattr(Practice(), name, None) if name in SETTABLE else None
        kind = str if name in _IN_WORDS else int
        fits = isinstance(value, kind) and not isinstance(value, bool)
        wrong.check(
            fits or name not in SETTABLE,
            f"practice.{name}",
            say("is {value}; expected such as {usual}.", value=repr(value), usual=repr(usual)),
        )
    wrong.finish()
    return Practice(**told, **more)

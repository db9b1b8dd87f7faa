"""Every rule the program judges by: its code, what it says, what shifts it, where practitioners differ, its source.

The screen, the prints and docs/rules.md tell the same. What a rule is like is an attribute here; nothing in the program
asks for a code.
"""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.saying import say
from zither_awl.core.sources import COMMON_PRACTICE

OURS = say("ours; no source")


@dataclass(frozen=True, slots=True, kw_only=True)
class Rule:
    """One rule. `parameters` are fields of `Practice` that shift it; `school` says where practitioners differ.

    `guards`: it keeps a child or a board from harm and is never offered as a way out. `hazard`: it is about a child
    who could get at something; setting the tray out by hand cures it. `about_size`: what breaks it fits nowhere.
    `by_sum`: it is judged by its sum alone. `on_today`: it is repeated on Today even as a note. `brings_in`: it says
    why something comes in.
    """

    code: str
    sentence: str
    parameters: tuple[str, ...] = ()
    school: str = ""
    source: str = COMMON_PRACTICE
    guards: bool = False
    hazard: bool = False
    about_size: bool = False
    by_sum: bool = False
    on_today: bool = False
    brings_in: bool = False


_ALL = (
    Rule(
        code="ROOM-1",
        sentence=say("Few trays are out for one child, fewer the younger it is."),
        by_sum=True,
        parameters=("trays_out",),
    ),
    Rule(
        code="ROOM-2",
        sentence=say("One place holds one tray, or two of one card or of what the household calls one sort."),
    ),
    Rule(
        code="ROOM-3",
        sentence=say("There is air around a tray, and room for the hands that take it."),
        guards=True,
        about_size=True,
        parameters=("side_gap_mm", "top_gap_mm", "neighbour_gap_mm", "pair_gap_mm"),
    ),
    Rule(code="ROOM-4", sentence=say("A tray that stays keeps its place; a move needs a reason.")),
    Rule(
        code="ROOM-5",
        sentence=say("What is heavy or spills stands low; a child can carry what is out for it."),
        guards=True,
        parameters=("heavy_share",),
    ),
    Rule(code="ROOM-6", sentence=say("What a child may choose is within its reach and seen from the front.")),
    Rule(
        code="ROOM-8",
        sentence=say("A new child begins with a nearly empty shelf; trays are added as they are shown."),
        parameters=("shown_first_from_months",),
        school=say("shown first from 30 months; free exploration before"),
    ),
    Rule(code="ROOM-9", sentence=say("A bedroom is for sleep: a few quiet things."), parameters=("bedroom_trays",)),
    Rule(code="ROOM-12", sentence=say("What is outgrown or worn leaves a full bin before something comes in.")),
    Rule(code="place", sentence=say("A place holds only as many trays as it has room for."), source=OURS),
    Rule(
        code="load",
        sentence=say("A board bears no more than its maker says."),
        guards=True,
        source=say("the maker's own limit, entered by the household"),
    ),
    Rule(
        code="exposure",
        sentence=say("No hazard is open to a child who could get at it."),
        guards=True,
        hazard=True,
        source=say("the limit's own source stands beside each finding"),
    ),
    Rule(
        code="with-an-adult",
        sentence=say("What was allowed with an adult at the table is said again."),
        on_today=True,
        source=OURS,
    ),
    Rule(
        code="SAFETY",
        sentence=say("A thing or what is done with it is a hazard under an age, or wants an adult near."),
        guards=True,
        source=say("the limit's own source stands beside each finding"),
    ),
    Rule(code="SPACE", sentence=say("Everything of a tray lies on its container."), about_size=True),
    Rule(code="TRAY-1", sentence=say("A tray holds everything to begin, do, finish and clean up.")),
    Rule(code="TRAY-3", sentence=say("A new concept begins with few pieces, two or three; then more.")),
    Rule(code="TRAY-4", sentence=say("A jug begins at or below half, and what is poured fits what receives it.")),
    Rule(
        code="TRAY-5", sentence=say("A tray weighs what lies in it too; a child lifts a small share of its own weight.")
    ),
    Rule(
        code="TRAY-6",
        sentence=say("A small child tilts: its tray has a rim and grips, and loads come step by step."),
        parameters=("unbreakable_first",),
        school=say("real glass and china; unbreakable until pouring is mastered"),
    ),
    Rule(code="TRAY-10", sentence=say("Food is checked for allergens and choking, cut, and a day's portion.")),
    Rule(code="TRAY-11", sentence=say("Some trays need an adult's work each morning.")),
    Rule(code="TRAY-12", sentence=say("Real work of the house needs no tray; it is an invitation.")),
    Rule(
        code="SEQ-1",
        sentence=say("A step comes after what it rests on, one thing new at a time."),
        parameters=("almost_share",),
    ),
    Rule(code="SEQ-5", sentence=say("Long chains go in their order: water alone before food.")),
    Rule(
        code="SEQ-6",
        sentence=say("Ages are windows, not gates; a little outside is almost."),
        parameters=("near_window_months", "outside_window_share"),
    ),
    Rule(code="PRES-1", sentence=say("Three periods: this is, show me, what is this; a miss goes back to the second.")),
    Rule(code="PRES-3", sentence=say("Effort counts, not perfection: a showing is given again on other days.")),
    Rule(
        code="PRES-4",
        sentence=say("A few new showings a day, and not when the child is tired."),
        parameters=("showings_a_day",),
    ),
    Rule(code="PLANNED", sentence=say("An adult means to show it on a day."), source=say("the household's own word")),
    Rule(
        code="ROT-1",
        sentence=say("The shelf changes when the signs ask for it."),
        school=say("by signs; by calendar; the calendar to look, the signs to act"),
    ),
    Rule(
        code="ROT-2",
        sentence=say("Few trays change at once, and the next change waits until the last was taken in."),
        parameters=("changes_at_once", "pause_cycles", "pause_days", "look", "look_day", "calendar_days"),
    ),
    Rule(
        code="ROT-3",
        sentence=say("Out goes what lies untouched for long, or is mastered and no longer loved."),
        parameters=("ignored_cycles", "ignored_chance", "ignored_after_remedy", "faded_posterior", "faded_share"),
    ),
    Rule(
        code="ROT-4",
        sentence=say("What is mastered and loved stays, until its next step is ready and takes its place."),
    ),
    Rule(
        code="ROT-5",
        sentence=say("What was about to go and is taken again stays."),
        parameters=("taken_again_mornings",),
    ),
    Rule(
        code="ROT-6",
        sentence=say("In comes the next or an easier step, an aim, a passion, a missing area, a rested one."),
        brings_in=True,
        parameters=("rest_days",),
    ),
    Rule(code="ROT-7", sentence=say("Something of what is always out stays out: blocks, a puzzle, books, paper.")),
    Rule(
        code="ROT-8",
        sentence=say("Rest is not the end: too hard comes back later, forgotten things are learned again."),
        parameters=("rest_days", "rest_too_hard_days"),
    ),
    Rule(
        code="ROT-9",
        sentence=say("A new thing is watched for; untouched, it is shown again before it counts."),
        parameters=("notice_mornings",),
    ),
    Rule(
        code="KEPT",
        sentence=say("An adult kept it, and is not asked again for a while."),
        source=say("the household's own word"),
        parameters=("pause_cycles", "pause_days"),
    ),
    Rule(code="PIN", sentence=say("An adult pinned it to its place."), source=say("the household's own word")),
    Rule(code="BAN", sentence=say("An adult took it out of the planning."), source=say("the household's own word")),
    Rule(
        code="FIT",
        sentence=say("How well a level suits a child: its state, how often it is taken, its age."),
        source=OURS,
        parameters=("fit_of_state", "outside_window_share", "almost_share"),
    ),
    Rule(
        code="THEME",
        sentence=say(
            "A theme takes the places of what is not loved, a few a day, as far as the "
            "adults' minutes and the budget go; nothing of it is ever a must."
        ),
        source=OURS,
        parameters=("theme_change", "changes_at_once", "prepare_min", "budget", "buy_days"),
    ),
    Rule(
        code="BOOKS",
        sentence=say(
            "What is asked for again stays; what comes fits these weeks, a language "
            "that is missing, or has rested longest."
        ),
        source=OURS,
    ),
    Rule(
        code="AWAY",
        sentence=say("On days away no work cycle is expected, and judgements wait."),
        source=say("the household's own word"),
    ),
    Rule(code="AHEAD", sentence=say("A look ahead is a simulation of this house, told as ranges."), source=OURS),
    Rule(code="FIRST", sentence=say("A first shelf has few trays, of many areas, made of what is there."), source=OURS),
    Rule(
        code="EFFORT",
        sentence=say("What must be fetched and prepared each morning counts against a tray."),
        source=OURS,
    ),
    Rule(
        code="STOCK",
        sentence=say("What is used up lasts so many days, with a range."),
        source=say("Garwood 1936 by Wilson and Hilferty 1931, from memory"),
    ),
    Rule(
        code="MASTERY",
        sentence=say(
            "Mastered: done alone three times of the last five, on three days, the "
            "last two among them; it slips when two of the last three were not, or "
            "after long away; three of four take it back."
        ),
        parameters=(
            "mastery",
            "mastered_times",
            "mastered_of_last",
            "mastered_days",
            "alone_last",
            "slips",
            "taken_back",
            "slipping_days",
            "lucky_guess",
            "mastered_times_lucky",
        ),
        school=say("a criterion; an estimate by knowledge tracing (Corbett and Anderson 1995)"),
    ),
    Rule(
        code="SAID",
        sentence=say(
            "Said to be known counts as known until three of the last four tries seen "
            "since were not alone; it is never mastered by a word."
        ),
        parameters=("taken_back",),
        source=say("the household's own word"),
    ),
    Rule(
        code="INTEREST",
        sentence=say("Loved or not is told by the work cycles in which it could be chosen and was."),
        parameters=(
            "faded_posterior",
            "faded_share",
            "faded_cycles",
            "least_cycles",
            "ignored_chance",
            "fresh_rate",
            "part_seen_share",
            "shorter_p",
            "half_life_mornings",
        ),
        source=say("change of a rate at an unknown time; beta-binomial; rank-sum test; the limits are ours"),
    ),
)
RULES = {each.code: each for each in _ALL}


def rule(code: str) -> Rule:
    """A rule by its code, or by a code with a word after it ("ROOM-6 in the open"). Raises: KeyError."""
    return RULES[code] if code in RULES else RULES[code.split(" ")[0]]

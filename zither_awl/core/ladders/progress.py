"""How a child gets on with a step it works at: stuck, too easy, or neither; and when what is known is due again.

Common practice, no source; the numbers are ours (bench/ladders.py says how they do).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.mastery import Mastery
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say, unstopped
from zither_awl.core.values import Visit, Work

Remedy = Literal["a step between", "the easier step", "show it again", "rest"]
REMEDIES: tuple[Remedy, ...] = ("a step between", "the easier step", "show it again", "rest")
"""In the order in which they are thought of."""


@dataclass(frozen=True, slots=True)
class Progress:
    """What the tries at a step say. `stuck`: the chain of remedies applies; `easy`: it can go on."""

    stuck: bool
    easy: bool
    reasons: tuple[Reason, ...] = ()


def progress(tries: Sequence[Visit], *, practice: Practice = Practice()) -> Progress:
    """How the tries of one child at one level go, oldest first; what was not finished tells of interest, not of skill.

    Stuck: of the last eight at most one was done alone, and neither of the last two. Too easy: the first three were
    done right at once, without help and without a mistake to mend.
    """
    done = [visit for visit in tries if visit.finished]
    last, first = done[-practice.stuck_visits :], done[: practice.easy_visits]
    evidence = tuple(f"episode:{v.id}" for v in last)
    alone = sum(v.done_alone for v in last)
    stuck = (
        len(last) == practice.stuck_visits
        and alone <= practice.stuck_alone
        and not any(v.done_alone for v in last[-practice.stuck_last :])
    )
    if stuck:
        text = say(
            "Worked at {times}, done alone {times2}.",
            times=say("{n, plural, one {# time} other {# times}}", n=len(last)),
            times2=say("{n, plural, one {# time} other {# times}}", n=alone) if alone else say("never"),
        )
        numbers = (
            Quantity(
                say("done alone"),
                alone,
                say("of the last {last}", last=len(last)),
                practice.stuck_alone + 1,
                needed=True,
            ),
        )
        return Progress(True, False, (Reason("SEQ-1", text, numbers, evidence),))
    easy = len(done) >= practice.easy_visits and all(_at_once(v) for v in first)
    if easy:
        text = say(
            "Done right at once the first {times}: too easy.",
            times=say("{n, plural, one {# time} other {# times}}", n=len(first)),
        )
        return Progress(False, True, (Reason("SEQ-1", text, (), evidence),))
    return Progress(False, False)


def _at_once(visit: Visit) -> bool:
    return visit.work is Work.RIGHT and not visit.helped and not visit.self_corrections


@dataclass(frozen=True, slots=True)
class Offered:
    """What can be done about a step a child is stuck at: the first remedy that is at hand, and why not those before."""

    remedy: Remedy
    text: str
    passed: tuple[str, ...] = ()


def remedy_for(
    *, bridge: str = "", easier: str = "", shown_days_ago: int | None = None, practice: Practice = Practice()
) -> Offered:
    """What to do about a step that is stuck, in the order of REMEDIES. `bridge` and `easier` are what they are called,
    empty where there is none; `shown_days_ago` since it was last shown, None for never."""
    passed: list[str] = []
    if bridge:
        return Offered("a step between", say("Make the step between: {bridge}.", bridge=unstopped(bridge)))
    passed.append(say("No step between can be made from the cupboard."))
    if easier:
        return Offered("the easier step", say("Go one step back: {easier}.", easier=easier), tuple(passed))
    passed.append(say("There is no easier step before it that is not known."))
    if shown_days_ago is None or shown_days_ago > practice.show_again_days:
        return Offered("show it again", say("Show it again, slowly, without words."), tuple(passed))
    passed.append(
        say("It was shown {days} ago.", days=say("{n, plural, one {# day} other {# days}}", n=shown_days_ago))
    )
    return Offered(
        "rest",
        say("Let it rest for {rest_too_hard_days} days.", rest_too_hard_days=practice.rest_too_hard_days),
        tuple(passed),
    )


def relearn_due(mastery: Mastery, last: date | None, *, practice: Practice = Practice()) -> date | None:
    """From which day on a level that is known should be seen again with the same material: at once where it slips, else
    when it was away for so long that it may; None for what is not mastered, or was never worked with."""
    if mastery.state not in ("mastered", "fading") or last is None:
        return None
    return last if mastery.state == "fading" else last + timedelta(days=practice.slipping_days)

"""Should a tray leave? Judged for each child it is for; it goes only if the rule holds for every one."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.attendance import ended_cycles
from zither_awl.core.judgement import Judgement, Judgements
from zither_awl.core.reasons import Reason
from zither_awl.core.rotation.chain import below
from zither_awl.core.rotation.rest import came_for_it, still_resting
from zither_awl.core.saying import say
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import Child, Placement, Tray, Work

Why = Literal["faded", "too hard", "too easy", "ignored", "successor", "calendar", ""]


@dataclass(frozen=True, slots=True)
class Leaving:
    """For one child: why it should leave ("" when it stays), and the reason either way."""

    child: Child
    why: Why
    reason: Reason
    successor: Tray | None = None
    remedy: bool = False
    """Untouched, and wants showing again, moving or fewer pieces before it counts."""

    @property
    def goes(self) -> bool:
        """Whether the rule holds for this child."""
        return self.why != ""


def leavings(placement: Placement, judge: Judgements) -> tuple[Leaving, ...]:
    """The verdict on one open tray for each child it is for."""
    return tuple(
        _verdict(child, placement.tray, judge)
        for child in judge.state.children
        if child.id in placement.tray.for_children
    )


def _verdict(child: Child, tray: Tray, judge: Judgements) -> Leaving:
    return judge.once(("leaving", child.id, tray.id), lambda: _leaving(judge.of(child, tray), judge))


def _leaving(known: Judgement, judge: Judgements) -> Leaving:
    mastered = known.mastery.state == "mastered"
    seen = known.interest
    # A mastered tray whose fading shows in the counts is simply done with; only when its lying untouched is the
    # whole evidence does it need the remedy first.
    if seen.ignored_mornings >= judge.state.practice.ignored_cycles and not (mastered and seen.faded):
        return _untouched(known, judge)
    if known.mastery.state in ("mastered", "fading"):
        return _known(known, judge)
    return Leaving(known.child, "", _still_working(known))


def _known(known: Judgement, judge: Judgements) -> Leaving:
    child, tray, seen, mastery = known.child, known.tray, known.interest, known.mastery
    told = seen.reasons[0]
    next_one = ready_successor(child, tray, judge)
    if seen.faded and seen.taken_again:
        text = say("It was about to go, and {child} took it again: it stays.", child=child.name)
        return Leaving(child, "", Reason("ROT-5", text, told.numbers, told.evidence))
    if seen.faded and mastery.state == "mastered":
        text = say("Mastered, and {child} is done with it: {counts}.", child=child.name, counts=_counts(known))
        return Leaving(child, "faded", Reason("ROT-3", text, told.numbers, told.evidence, told.source), next_one)
    if next_one is not None and mastery.state == "mastered":
        text = say("Mastered, and its next step is ready: {next_one} takes its place.", next_one=next_one.name)
        shown = mastery.reasons[0]
        return Leaving(child, "successor", Reason("ROT-4", text, shown.numbers, shown.evidence), next_one)
    if mastery.state == "fading":
        text = say("{child} knew it and it may be slipping: it stays; show it again.", child=child.name)
        return Leaving(child, "", Reason("ROT-8", text, mastery.reasons[0].numbers, told.evidence))
    text = (
        say("Mastered and still loved by {child}: it stays.", child=child.name)
        if seen.chosen
        else (say("Mastered by {child}; {too_few}.", child=child.name, too_few=_too_few(known)))
    )
    return Leaving(child, "", Reason("ROT-4", text, told.numbers, told.evidence))


def _counts(known: Judgement) -> str:
    (late, of), (early, before) = known.interest.recent, known.interest.earlier
    text = say(
        "chosen in {late} of the last {cycles}",
        late=late,
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=of),
    )
    return say("{text}, before that in {early} of {before}", text=text, early=early, before=before) if before else text


def _too_few(known: Judgement) -> str:
    seen = known.interest
    return say(
        "chosen in {chosen} of {cycles} of this stay so far",
        chosen=seen.chosen,
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=seen.available),
    )


def _still_working(known: Judgement) -> Reason:
    name, seen = known.child.name, known.interest
    told = seen.reasons[0]
    if not seen.available and seen.unmarked:
        text = say("No work cycle counts yet: it was never marked as shown to {name}.", name=name)
        return Reason("ROT-9", text, told.numbers, told.evidence)
    if not seen.chosen:
        text = say(
            "{name} has not taken it yet, in {cycles}.",
            name=name,
            cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=seen.available),
        )
        return Reason("ROT-9", text, told.numbers, told.evidence)
    text = say(
        "{name} is at it: chosen in {chosen} of {cycles}, not mastered yet.",
        name=name,
        chosen=seen.chosen,
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=seen.available),
    )
    return Reason("ROT-1", text, told.numbers, told.evidence)


def _untouched(known: Judgement, judge: Judgements) -> Leaving:
    child, quiet = known.child, known.interest.ignored_mornings
    told = known.interest.reasons[0]
    why = likelier(known, judge)
    since = since_remedy(child, known.tray, quiet, judge)
    said = say(
        "Untouched by {child} for {cycles}",
        child=child.name,
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=quiet),
    )
    if known.interest.ignored or since >= judge.state.practice.ignored_after_remedy:
        return Leaving(
            child,
            why,
            Reason(
                "ROT-3", say("{said}: {words}.", said=said, words=_WORDS[why]), told.numbers, told.evidence, told.source
            ),
        )
    text = say("{said}. Show it again, move it to eye height, or take pieces away, before it counts.", said=said)
    return Leaving(child, "", Reason("ROT-9", text, told.numbers, told.evidence), remedy=True)


_WORDS: dict[Why, str] = {
    "too hard": say("likelier too hard"),
    "too easy": say("likelier too easy"),
    "ignored": say("it cannot be told why"),
}


def likelier(known: Judgement, judge: Judgements) -> Why:
    """Too hard or too easy, whichever the record makes likelier; "ignored" when it cannot tell."""
    child, card = known.child, known.tray.card
    unfinished = sum(e.helped or e.work in (Work.UNFINISHED, Work.MISTAKE) for e in known.visits)
    early = judge.readiness(child, known.tray).verdict in ("almost", "later")
    if known.mastery.state in ("mastered", "fading"):
        return "too easy"
    if early or (len(known.visits) >= 2 and unfinished * 2 >= len(known.visits)):
        return "too hard"
    in_use = {p.tray.card.id for p in judge.state.placements}
    followed = any(t.card.id in in_use and card.id in t.card.follows for t in judge.state.trays)
    return "too easy" if followed else "ignored"


def since_remedy(child: Child, tray: Tray, quiet: int, judge: Judgements) -> int:
    """How many of the untouched work cycles followed a remedy (shown again, or moved); 0 without one."""
    log = judge.state.log
    remedies = [p.at for p in log.presentations if p.tray_id == tray.id and p.child_id == child.id and p.again]
    moved = sorted(p.since for p in judge.placed(tray) if p.since)
    remedies += moved[1:]
    if not remedies:
        return 0
    after = [m for m in ended_cycles(log) if child.id in m.present and m.began > max(remedies)]
    return min(quiet, len(after))


def ready_successor(child: Child, tray: Tray, judge: Judgements) -> Tray | None:
    """The resting tray that is the next step of this one and ready for the child, the earliest window first."""
    out = {p.tray.id for p in judge.state.placements}
    for other in sorted(judge.state.trays, key=lambda t: (t.card.from_months, t.id)):
        if (
            tray.card.id in other.card.follows
            and other.id not in out
            and child.id in other.for_children
            and suits(child, other, judge).verdict == "ready"
            and still_resting(other, child, judge) is None
            and not came_for_it(tray, other, judge)
        ):
            return other
    return None


UNTAKEN_CYCLES = 3
"""A shown tray not taken in so many work cycles is shown again (PRES-3). Common practice, no source."""


def shown_again_because(known: Judgement, verdict: Leaving, judge: Judgements) -> Reason | None:
    """Why a tray that stays should be shown again: untouched, slipping, or not taken since its showing."""
    if verdict.remedy:
        return verdict.reason
    if known.mastery.state == "fading":
        text = say("{child} knew {tray}, and it may be slipping.", child=known.child.name, tray=known.tray.name)
        return Reason("ROT-8", text, known.mastery.reasons[0].numbers, known.mastery.reasons[0].evidence)
    shown = [p for p in judge.state.log.presentations if p.child_id == known.child.id and p.tray_id == known.tray.id]
    if len(shown) == 1 and not known.visits and known.interest.available >= UNTAKEN_CYCLES:
        cycles = say("{n, plural, one {# work cycle} other {# work cycles}}", n=known.interest.available)
        return Reason(
            "PRES-3", say("Shown once, and not taken in {cycles} since.", cycles=cycles), (), (f"tray:{known.tray.id}",)
        )
    return None


def easier_steps(child: Child, tray: Tray, judge: Judgements) -> list[Tray]:
    """The resting trays below a too hard one that suit the child and are not mastered, the nearest first.

    What is known teaches nothing more, and would soon be out for the same step again: then a step between has to be
    made.
    """
    out = {p.tray.id for p in judge.state.placements}
    return [
        t
        for t in below(tray, judge.state)
        if t.id not in out
        and child.id in t.for_children
        and suits(child, t, judge).now
        and judge.mastery_of(child, t.card.id).state != "mastered"
    ]

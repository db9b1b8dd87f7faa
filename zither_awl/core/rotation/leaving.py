"""Should a tray leave? Judged for each child it is for; it goes only if the rule holds for every one."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.attendance import fell_in
from zither_awl.core.concentration import folded
from zither_awl.core.judgement import Judgement, Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import Child, Log, Placement, Tray, Work
from zither_awl.core.words import counted

Why = Literal["faded", "too hard", "too easy", "ignored", "successor", ""]


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
        for child in judge.state.children if child.id in placement.tray.for_children
    )  # fmt: skip


def _verdict(child: Child, tray: Tray, judge: Judgements) -> Leaving:
    return judge.once(("leaving", child.id, tray.id), lambda: _leaving(judge.of(child, tray), judge))


def _leaving(known: Judgement, judge: Judgements) -> Leaving:
    child, tray = known.child, known.tray
    evidence = known.interest.reasons[0].evidence
    # A mastered tray whose fading shows in the counts is simply done with; only when its lying untouched is the
    # whole evidence does it need the remedy first.
    only_ignored = known.interest.ignored and (known.mastery.state != "mastered" or known.interest.sign == "ignored")
    if only_ignored:
        return _ignored(known, judge)
    if known.mastery.state in ("mastered", "fading"):
        next_one = ready_successor(child, tray, judge)
        if known.interest.faded and known.interest.taken_again:
            text = f"It was about to go, and {child.name} took it again: it stays."
            return Leaving(child, "", Reason("ROT-5", text, known.interest.reasons[0].numbers, evidence))
        if known.interest.faded and known.mastery.state == "mastered":
            text = f"Mastered, and {child.name} is done with it ({known.interest.sign})."
            return Leaving(child, "faded", Reason("ROT-3", text, known.interest.reasons[0].numbers, evidence), next_one)
        if next_one is not None and known.mastery.state == "mastered":
            text = f"Mastered, and its next rung is ready: {next_one.name} takes its place."
            return Leaving(child, "successor", Reason("ROT-4", text, known.mastery.reasons[0].numbers,
                                                      known.mastery.reasons[0].evidence), next_one)  # fmt: skip
        text = f"Mastered and still loved by {child.name}: it stays."
        return Leaving(child, "", Reason("ROT-4", text, known.interest.reasons[0].numbers, evidence))
    return Leaving(child, "", _still_working(known, evidence))


def _still_working(known: Judgement, evidence: tuple[str, ...]) -> Reason:
    name, seen = known.child.name, known.interest
    if seen.available < 3:
        text = f"Too early to say for {name}: {counted(seen.available, 'counted morning')} so far."
        mornings = Quantity("counted mornings", seen.available, "mornings", 6, needed=True)
        return Reason("ROT-9", text, (mornings,), evidence)
    text = f"{name} is at it: chosen {seen.chosen} of {seen.available} mornings, not mastered yet."
    return Reason("ROT-1", text, seen.reasons[0].numbers, evidence)


def _ignored(known: Judgement, judge: Judgements) -> Leaving:
    child, tray, mornings = known.child, known.tray, known.interest.ignored_mornings
    luck = missed_by_luck(child, mornings, judge)
    limit = judge.state.practice.missed_by_luck
    why = likelier(known, judge)
    numbers = (
        Quantity("mornings in a row untouched", mornings, "mornings", judge.state.practice.ignored_mornings),
        Quantity("chance that some tray is missed so long by luck", luck, "", limit),
    )
    since = since_remedy(child, tray, mornings, judge)
    if luck < limit or since >= judge.state.practice.ignored_after_remedy:
        text = f"Untouched by {child.name} for {counted(mornings, 'morning')}: {_WORDS[why]}."
        return Leaving(child, why, Reason("ROT-3", text, numbers))
    text = (f"Untouched by {child.name} for {counted(mornings, 'morning')}: {_WORDS[why]}. "
            "Show it again, move it to eye height, or take pieces away, before it counts.")  # fmt: skip
    return Leaving(child, "", Reason("ROT-9", text, numbers), remedy=True)


_WORDS: dict[Why, str] = {
    "too hard": "likelier too hard", "too easy": "likelier too easy", "ignored": "it cannot be told why",
}  # fmt: skip


def likelier(known: Judgement, judge: Judgements) -> Why:
    """Too hard or too easy, whichever the record makes likelier; "ignored" when it cannot tell."""
    child, card = known.child, known.tray.card
    unfinished = sum(e.helped or e.work is Work.UNFINISHED for e in known.visits)
    early = judge.readiness(child, known.tray).verdict in ("almost", "later")
    if early or (known.visits and unfinished * 2 >= len(known.visits)):
        return "too hard"
    in_use = {p.tray.card.id for p in judge.state.placements}
    followed = any(t.card.id in in_use and card.id in t.card.follows for t in judge.state.trays)
    return "too easy" if known.mastery.state in ("mastered", "fading") or followed else "ignored"


def missed_by_luck(child: Child, mornings: int, judge: Judgements) -> float:
    """The chance that some tray goes untouched that many mornings by luck: trays (1 - picks / trays)^mornings.

    It takes all trays for equally loved, which they are not, so it is on the patient side for a dull one.
    """
    out = [p for p in judge.state.placements if child.id in p.tray.for_children and not p.by_hand]
    trays = max(1, len(out))
    log = judge.state.log
    picks = judge.remember(("picks", child.id), (log.mornings, log.episodes), lambda: picks_per_morning(child, log))
    return min(1.0, trays * max(0.0, 1 - picks / trays) ** mornings)


def picks_per_morning(child: Child, log: Log) -> float:
    """Different trays a child took, on the mean of its last eight whole mornings."""
    recent = sorted((m for m in log.mornings if child.id in m.present and m.seen == "all"), key=lambda m: m.began)[-8:]
    if not recent:
        return 0.0
    own = folded(e for e in log.episodes if e.child_id == child.id and e.began >= recent[0].began)
    picked = {(m.id, e.tray_id) for m in recent for e in own if fell_in(e, m)}
    return len(picked) / len(recent)


def since_remedy(child: Child, tray: Tray, mornings: int, judge: Judgements) -> int:
    """How many of the untouched mornings followed a remedy (shown again, or moved); 0 without one."""
    log = judge.state.log
    remedies = [p.at for p in log.presentations if p.tray_id == tray.id and p.child_id == child.id and p.again]
    moved = sorted(p.since for p in log.placements if p.tray.id == tray.id and p.since)
    remedies += moved[1:]
    if not remedies:
        return 0
    after = [m for m in log.mornings if m.seen == "all" and child.id in m.present and m.began > max(remedies)]
    return min(mornings, len(after))


def ready_successor(child: Child, tray: Tray, judge: Judgements) -> Tray | None:
    """The resting tray that is the next rung of this one and ready for the child, the earliest window first."""
    out = {p.tray.id for p in judge.state.placements}
    for other in sorted(judge.state.trays, key=lambda t: (t.card.from_months, t.id)):
        if (
            tray.card.id in other.card.follows and other.id not in out and child.id in other.for_children
            and suits(child, other, judge).verdict == "ready"
        ):  # fmt: skip
            return other
    return None

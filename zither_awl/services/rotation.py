"""Use cases of changing the shelf: propose, accept, decline, explain."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.finding import Action
from zither_awl.core.reasons import Reason
from zither_awl.core.rotation import Change, Swap, after_swaps, explain_not, new_trouble, propose_change
from zither_awl.core.rotation.leaving import leavings, shown_again_because
from zither_awl.core.saying import say, together
from zither_awl.core.shelf import Scene, check_shelf
from zither_awl.core.shelf.check import applied
from zither_awl.core.values import ChangeRecord, Spot, Tray
from zither_awl.core.wishes import Aim
from zither_awl.core.words import sentence
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import put


@dataclass(frozen=True, slots=True)
class ChosenSwap:
    """One swap as a person chose it: a tray out, one in, and where it goes (its place, if not said)."""

    out: int | None
    in_: int | None
    spot: Spot | None = None


def proposal(desk: Desk) -> Change:
    """What the signs ask for today, reckoned once per revision and day."""
    house, today = desk.house(), desk.today()
    return house.once(
        ("change", today),
        lambda: propose_change(house.state, house.practice.mastery, today, judge=house.judgements(today)),
    )


def why_not(desk: Desk, tray_id: int) -> tuple[Reason, ...]:
    """Why a tray stays, or does not come in."""
    house, today = desk.house(), desk.today()
    return explain_not(house.tray(tray_id), house.state, today, judge=house.judgements(today))


def accept(desk: Desk, choices: Sequence[ChosenSwap], by_hand: Sequence[int], adult_id: int | None) -> int:
    """Carry out a change as it was chosen: move the placements, write the set-up list, keep the history.

    Raises: InvalidValue if it would bring a hazard or a new kind of finding, or names what is not there.
    """
    house, today = desk.house(), desk.today()
    scene = _by_hand(house, by_hand, today)
    signs = {s.out.id: s.why_out for s in proposal(desk).swaps if s.out}
    swaps = [_swap(choice, house, scene, signs) for choice in choices]
    after = after_swaps(scene, swaps)
    # What stood there before may be overruled; what this would bring may not.
    known = {f.key for f in check_shelf(scene.placements, scene.units, scene.children, today, practice=scene.practice)}
    trouble = [f for f in new_trouble(scene, after) if f.key not in known] if swaps else []
    if trouble:
        raise InvalidValue(FieldProblem("swaps", trouble[0].reasons[0].text, say("Choose another tray, or leave it.")))
    return _carry_out(desk, house, swaps, by_hand, adult_id)


def _by_hand(house: House, by_hand: Sequence[int], today: date) -> Scene:
    scene = house.scene(today)
    for tray_id in by_hand:
        if tray_id not in house.standing:
            raise InvalidValue(
                FieldProblem("by_hand", say("{tray} stands nowhere.", tray=house.tray(tray_id).name), say("Reload."))
            )
        scene = applied(Action("by_hand", "", tray_id), scene)
    return scene


def _swap(choice: ChosenSwap, house: House, scene: Scene, signs: Mapping[int, str]) -> Swap:
    standing = {p.tray.id: p for p in scene.placements}
    if choice.out is not None and choice.out not in standing:
        raise InvalidValue(
            FieldProblem("out", say("{tray} no longer stands there.", tray=house.tray(choice.out).name), say("Reload."))
        )
    if choice.in_ is not None and choice.in_ in standing:
        raise InvalidValue(
            FieldProblem("in", say("{tray} is out already.", tray=house.tray(choice.in_).name), say("Reload."))
        )
    spot = choice.spot or (standing[choice.out].spot if choice.out is not None else None)
    if choice.in_ is not None and spot is None:
        raise InvalidValue(FieldProblem("spot", say("is missing: say where it goes.")))
    out = house.tray(choice.out) if choice.out is not None else None
    # It leaves by the signs if they say so, and as "chosen" where the adult overruled them.
    why = signs.get(choice.out or 0, "chosen")
    return Swap(out, house.tray(choice.in_) if choice.in_ is not None else None, spot, why, ())


def _carry_out(desk: Desk, house: House, swaps: Sequence[Swap], by_hand: Sequence[int], adult_id: int | None) -> int:
    out = [s.out for s in swaps if s.out is not None]
    coming = [(s.in_, s.spot) for s in swaps if s.in_ is not None and s.spot is not None]
    record = ChangeRecord(
        id=0,
        at=desk.now(),
        out=tuple(t.id for t in out),
        in_=tuple(t.id for t, _ in coming),
        why_out=tuple(s.why_out for s in swaps if s.out is not None),
    )
    label = together(
        [*(say("{t} out", t=t.name) for t in out), *(say("{t} in", t=t.name) for t, _ in coming)], ", "
    ) or say("Kept away")
    with desk.write(adult_id, say("Change: {label}", label=label)[:200]) as work:
        change_id = work.weeks.add_change(record, "accepted", "", adult_id)
        standing = {p.tray.id: p for p in house.placements}
        for tray_id in by_hand:
            put(work, desk, tray_id, standing[tray_id].spot, True)
        for tray in out:
            put(work, desk, tray.id, None, False)
        for tray, spot in coming:
            put(work, desk, tray.id, spot, False)
        touched = {standing[t.id].spot.unit_id for t in out} | {s.unit_id for _, s in coming}
        for unit_id in touched | {standing[t].spot.unit_id for t in by_hand}:
            work.room.touch(unit_id)
        lines = [("rest", t.id) for t in out] + [("put", t.id) for t, _ in coming]
        work.weeks.add_tasks(change_id, lines + [("by hand", t) for t in by_hand])
    return change_id


def decline(desk: Desk, choices: Sequence[ChosenSwap], reason: str, adult_id: int | None) -> None:
    """Write down that a proposal was declined, and why. Raises: InvalidValue without a reason."""
    if not reason.strip():
        raise InvalidValue(
            FieldProblem("reason", say("is empty; a few words will do."), say('For example "still talks of it".'))
        )
    record = ChangeRecord(
        id=0,
        at=desk.now(),
        out=tuple(c.out for c in choices if c.out is not None),
        in_=tuple(c.in_ for c in choices if c.in_ is not None),
    )
    with desk.write(adult_id, say("Declined a change")) as work:
        work.weeks.add_change(record, "declined", reason.strip()[:1000], adult_id)


def add_aim(desk: Desk, words: str, until_day: date | None, child_id: int | None, adult_id: int | None) -> int:
    """Say what some weeks are about, from today on. Returns its id. Raises: NotFound, InvalidValue."""
    if child_id is not None:
        desk.house().child(child_id)
    aim = Aim(id=0, words=words.strip(), from_day=desk.today(), until_day=until_day, child_id=child_id)
    with desk.write(adult_id, say("Aim: {aim}", aim=aim.words)) as work:
        return work.weeks.save_aim(aim)


def drop_aim(desk: Desk, aim_id: int, adult_id: int | None) -> None:
    """Drop an aim. Raises: NotFound."""
    with desk.write(adult_id, say("Dropped an aim")) as work:
        work.weeks.delete_aim(aim_id)


def said(change: Change) -> str:
    """A proposal in one plain sentence, to be read aloud; "" when nothing would change."""
    parts = []
    for swap in (*change.swaps, *change.let_in):
        if swap.out is not None and swap.in_ is not None:
            parts.append(say("{out} goes, {in_} comes in its place", out=swap.out.name, in_=swap.in_.name))
        elif swap.out is not None:
            parts.append(say("{out} goes", out=swap.out.name))
        elif swap.in_ is not None:
            parts.append(say("{in_} comes", in_=swap.in_.name))
    return sentence(together(parts, "; ")) if parts else ""


def remedies(desk: Desk) -> list[tuple[int, Tray, Reason]]:
    """What wants showing again (PRES-3, ROT-9): untouched before it counts, untaken after its showing, slipping.

    Each as (child, tray, reason).
    """
    house, today = desk.house(), desk.today()
    judge = house.judgements(today)
    return [
        (verdict.child.id, p.tray, reason)
        for p in house.placements
        if not p.by_hand
        for verdict in leavings(p, judge)
        if not verdict.goes
        and (reason := shown_again_because(judge.of(verdict.child, p.tray), verdict, judge)) is not None
    ]


def tick(desk: Desk, task_id: int, done: bool, adult_id: int | None) -> None:
    """Tick a line of the set-up list off, or take the tick back."""
    with desk.write(adult_id, say("Ticked the set-up list") if done else say("Took a tick back")) as work:
        work.weeks.tick(task_id, desk.now() if done else None)


def recent(house: House, today: date, days: int = 2) -> tuple[ChangeRecord, ...]:
    """The changes accepted in the last days: their lines still stand on Today."""
    first = today - timedelta(days=days)
    return tuple(c for c in house.changes if c.at.astimezone(house.zone).date() >= first)

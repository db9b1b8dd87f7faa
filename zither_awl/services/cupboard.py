"""Use cases of the cupboard by hand: a tray added or mended, whose it is, archived."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.safety import BinFinding, bin_exposure
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.core.values import Bin, Tray
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import resting_trays
from zither_awl.services.things import bin_for


@dataclass(frozen=True, slots=True)
class TrayDraft:
    """A tray as it is typed: the tray, the names of its bin, and the cards it follows from."""

    tray: Tray
    bin: str
    follows: Sequence[int]


def save_tray(desk: Desk, draft: TrayDraft, adult_id: int | None, *, version: int | None = None) -> int:
    """Add (id 0) or change a tray.

    Raises: InvalidValue for a card that is not there or follows itself; StaleWrite if it was saved since `version` was
    read.
    """
    house = desk.house()
    old = house.tray(draft.tray.id) if draft.tray.id else None
    cards = {t.card.id for t in house.all_trays}
    card_id = old.card.id if old else 0
    if set(draft.follows) - cards or card_id in draft.follows:
        raise InvalidValue(
            FieldProblem("follows", say("names a tray that cannot be followed."), say("Choose another."))
        )
    with desk.write(
        adult_id, say("{old} {tray}", old=say("Changed") if old else say("Added"), tray=draft.tray.name)
    ) as work:
        if old is not None:
            work.cupboard.expect(old.id, version)
        card = replace(draft.tray.card, id=card_id, follows=tuple(draft.follows))
        bin_id = bin_for(work, house, draft.bin)
        made = replace(draft.tray, card=card, bin_id=bin_id)
        if old is not None:
            made = as_before(made, old)
        return work.cupboard.save_tray(made)


def as_before(made: Tray, old: Tray) -> Tray:
    """A changed tray with what neither form nor file says of it: what lies on it, its card's design, why it is kept."""
    was = old.card
    card = replace(made.card, key=was.key, level=was.level, guess=was.guess, sort=was.sort, toward=was.toward)
    if was.key:
        # Its card may be that of other trays too: it is not called as this one is.
        card = replace(card, name=was.name)
    return replace(
        made, card=card, contents=old.contents, photo_id=old.photo_id, exception=old.exception, eased=old.eased
    )


def set_children(desk: Desk, tray_id: int, children: Iterable[int], adult_id: int | None) -> None:
    """Say who a tray is for."""
    house = desk.house()
    tray, meant = house.tray(tray_id), frozenset(children)
    for child_id in meant:
        house.child(child_id)
    with desk.write(adult_id, say("Whose {tray} is", tray=tray.name)) as work:
        work.cupboard.save_tray(replace(tray, for_children=meant))


@dataclass(frozen=True, slots=True)
class BinCheck:
    """A bin, what rests in it, and what was found in it."""

    bin: Bin
    holds: tuple[Tray, ...]
    things: tuple[Component, ...]
    found: tuple[BinFinding, ...]


def bins_of(house: House, today: date) -> tuple[BinCheck, ...]:
    """Every bin with what rests in it, judged like an open placement unless it is locked."""
    return house.once(("bins", today), lambda: _bins_of(house, today))


def _bins_of(house: House, today: date) -> tuple[BinCheck, ...]:
    # What an adult brings is kept in its bin as well.
    resting = [*resting_trays(house), *(p.tray for p in house.placements if p.by_hand)]
    found = bin_exposure(house.bins, resting, house.children, today, practice=house.practice)
    return tuple(
        BinCheck(
            b,
            tuple(t for t in resting if t.bin_id == b.id),
            tuple(c for c in house.components if c.bin_id == b.id and not c.archived and house.stock.free(c)),
            tuple(f for f in found if f.bin == b.id),
        )
        for b in house.bins
    )


def change_bin(desk: Desk, changed: Bin, adult_id: int | None) -> None:
    """Say where a bin stands and whether it is locked."""
    with desk.write(adult_id, say("Where {changed} stands", changed=changed.name)) as work:
        work.cupboard.change_bin(changed)


def archive_tray(desk: Desk, tray_id: int, archived: bool, adult_id: int | None) -> None:
    """Put a tray away with its history, off its spot, or bring it back."""
    tray = desk.house().tray(tray_id)
    with desk.write(
        adult_id,
        say("{archived} {tray}", archived=say("Archived") if archived else say("Brought back"), tray=tray.name),
    ) as work:
        work.cupboard.save_tray(replace(tray, archived=archived))
        if archived:
            work.weeks.take_away(tray_id, desk.now(), desk.today())

"""Use cases of Make: which cards there are, what can be made, and a tray put together. Nothing is written here."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from datetime import date

from zither_awl.core.difficulty import Difficulty, compared, up
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.ladders.bridge import EASED, beforehand, lighter
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import figure, say, together
from zither_awl.core.trays import Clash, Design, Level, Made, Makeable, Need, at_once, make, makeable, shared_stock
from zither_awl.core.trays.assemble import CONTAINER
from zither_awl.core.trays.check import Check, Costs, cost_per_use
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.trays.tailored import notes, tailored
from zither_awl.core.values import Card, Child, Tray
from zither_awl.languages import told
from zither_awl.services import catalogue, ladders
from zither_awl.services.desk import Desk, House
from zither_awl.services.need import need_of
from zither_awl.services.rungs import rung_of
from zither_awl.services.shelf import resting_trays


def design(house: House, key: str) -> Design:
    """A card by its key. Raises: NotFound."""
    return catalogue.entry(house, key).design


@dataclass(frozen=True, slots=True)
class CanMake:
    """What can be made for a child, and which of it can stand at the same time."""

    found: Makeable
    at_once: tuple[str, ...]


def can_make(desk: Desk, child_id: int) -> CanMake:
    """Everything that can be made for a child from what is free now, the best first. Raises: NotFound."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)

    def reckon() -> CanMake:
        found = makeable(
            catalogue.taken(house), house.stock, ladders.need_with_steps(house, child, today), practice=house.practice
        )
        return CanMake(found, tuple(m.design.key for m in at_once(found.made, house.stock)))

    return house.once(("can make", child_id, today), reckon)


@dataclass(frozen=True, slots=True)
class Wish:
    """A tray as it is wished for: the card, the level, for whom, and what was chosen by hand.

    `instead_of` is the tray being composed anew; its things count as free.
    """

    key: str
    level: int
    child_id: int
    fixed: Mapping[str, int] = field(default_factory=dict)
    counts: Mapping[str, int] = field(default_factory=dict)
    container: int | None = None
    spots: Mapping[str, tuple[float, float, bool]] = field(default_factory=dict)
    share: float | None = None
    instead_of: int | None = None
    left_out: tuple[str, ...] = ()
    """Roles the household leaves out."""
    added: Mapping[str, int] = field(default_factory=dict)
    """Things the card does not name, by the role they are given."""
    eased: tuple[str, ...] = ()
    """Dimensions the adult makes one notch easier beforehand."""
    toward: str = ""
    """The step it is on the way to, as "tongs:1", where it is a step between."""

    def __post_init__(self) -> None:
        strange = [dim for dim in self.eased if dim not in EASED]
        if strange:
            raise InvalidValue(
                FieldProblem(
                    "eased",
                    say("names {strange}; expected some of {eased}.", strange=strange[0], eased=together(EASED, ", ")),
                )
            )
        if self.toward:
            rung_of(self.toward)


@dataclass(frozen=True, slots=True)
class Nearest:
    """The mastered tray a tray is nearest to, and how it differs, in words."""

    name: str
    difficulty: Difficulty
    words: str


@dataclass(frozen=True, slots=True)
class Freeing:
    """A tray whose unpacking would make what is missing free, and why this one."""

    tray: Tray
    why: str


@dataclass(frozen=True, slots=True)
class Composed:
    """A tray put together, checked, compared, and what it takes from others."""

    made: Made
    level: Level
    child: Child
    nearest: Nearest | None
    takes: tuple[Clash, ...]
    freeing: tuple[Freeing, ...]
    costs: Costs
    name: str


def _refuse_unknown(house: House, wish: Wish) -> None:
    for thing in (*wish.fixed.values(), *wish.added.values(), *([wish.container] if wish.container else ())):
        if thing:
            house.component(thing)


def _itself(made: Made) -> Tray:
    """The tray being composed, as something that uses things; what it is only drawn on is not taken from anybody."""
    card = made.design
    drawn_only = CONTAINER in made.short
    return Tray(
        id=-1,
        name=card.name,
        card=Card(id=0, name=card.name, area=card.area, from_months=card.from_months, to_months=card.to_months),
        width_mm=1,
        depth_mm=1,
        height_mm=1,
        mass_g=1,
        contents=tuple(c for c in made.assembled.contents if not (drawn_only and c.role == CONTAINER)),
    )


def compose(desk: Desk, wish: Wish, *, ranked: bool = True) -> Composed:
    """Put a tray together as wished; what was not chosen by hand is matched. Nothing is written.

    `ranked`: with what it is worth to the child among all others, which takes a look at its ladders.

    Raises: NotFound for a card, child or thing that is not there, InvalidValue for a level, share or count.
    """
    house, today = desk.house(), desk.today()
    child, card = house.child(wish.child_id), design(house, wish.key)
    level = _wished_level(card, wish)
    _refuse_unknown(house, wish)
    told = (*notes(level, wish.left_out, wish.added), *(_beforehand(dim, level) for dim in wish.eased))
    level = tailored(level, wish.left_out, {name: house.component(key) for name, key in wish.added.items()})
    gone = [wish.instead_of] if wish.instead_of else []
    stock = house.stock.without(gone)
    need = ladders.need_with_steps(house, child, today) if ranked else need_of(house, child, today)
    made = make(
        card,
        level,
        stock,
        need,
        fixed={**wish.fixed, **wish.added},
        counts=wish.counts,
        container=wish.container,
        spots=wish.spots,
        practice=house.practice,
        told=told,
    )
    itself = _itself(made)
    others = [t for t in house.trays if t.id not in gone]
    return Composed(
        made=made,
        level=level,
        child=child,
        nearest=_nearest(house, child, today, lighter(made.assembled.difficulty, wish.eased)),
        takes=tuple(c for c in shared_stock([*others, itself], stock) if -1 in dict(c.trays)),
        freeing=_freeing(house, today, card, level, need, wish) if made.short else (),
        costs=cost_per_use(((c.component, c.count) for c in made.assembled.contents), _uses(desk, wish.instead_of)),
        name=house.tray(wish.instead_of).name if wish.instead_of else free_name(house, card, level, wish.toward),
    )


def _beforehand(dim: str, level: Level) -> Check:
    return Check("note", Reason("SEQ-1", beforehand(dim, imagined_difficulty(level))))


def _wished_level(card: Design, wish: Wish) -> Level:
    if not 1 <= wish.level <= len(card.levels):
        raise InvalidValue(
            FieldProblem(
                "level",
                say("is {level}; {card} has 1 to {levels}.", level=wish.level, card=card.name, levels=len(card.levels)),
            )
        )
    level = card.level(wish.level)
    known = {role.name for role in level.roles}
    for name, count in wish.counts.items():
        if name in known and not 1 <= count <= 200:
            raise InvalidValue(
                FieldProblem(f"counts.{name}", say("is {count}; expected 1 to 200 pieces.", count=count))
            )
    if wish.share is None or level.pour is None:
        return level
    if not 0.05 <= wish.share <= 1:
        raise InvalidValue(
            FieldProblem("share", say("is {share}; expected 0.05 to 1 of the full vessel.", share=figure(wish.share)))
        )
    return replace(level, pour=replace(level.pour, share=wish.share))


def free_name(house: House, card: Design, level: Level, toward: str = "") -> str:
    """A name for a tray that no other tray bears."""
    taken = {t.name for t in house.all_trays}
    titled = told(card.titled(level))
    plain = told(say("{titled} (a step between)", titled=titled[:54])) if toward else titled[:72]
    return next(
        name
        for n in range(1, 1000)
        if (name := plain if n == 1 else say("{plain} ({n})", plain=plain, n=n)) not in taken
    )


def _uses(desk: Desk, tray_id: int | None) -> int:
    with desk.read() as work:
        return work.log.uses(tray_id) if tray_id else 0


def _nearest(house: House, child: Child, today: date, of: Difficulty) -> Nearest | None:
    """The mastered tray it is fewest notches above; of equal ones the one it is fewest notches below."""
    known = [
        (tray.name, vector)
        for tray in house.trays
        if (vector := ladders.vector_of(house, tray)) is not None and house.judgements(today).knows(child, tray.card.id)
    ]
    if not known:
        return None
    name, vector = min(known, key=lambda each: (up(each[1], of), up(of, each[1]), each[0]))
    return Nearest(name, vector, compared(vector, of))


def _freeing(house: House, today: date, card: Design, level: Level, need: Need, wish: Wish) -> tuple[Freeing, ...]:
    """The trays each of which, unpacked, makes this one possible: outgrown ones, resting ones, then those that fade."""
    resting = {t.id for t in resting_trays(house)}
    offered: list[tuple[int, str, Freeing]] = []
    for tray in house.trays:
        if not tray.contents or tray.id == wish.instead_of:
            continue
        why = _why_free(house, today, tray, tray.id in resting)
        if why is None:
            continue
        gone = [tray.id, *([wish.instead_of] if wish.instead_of else [])]
        again = make(
            card,
            level,
            house.stock.without(gone),
            need,
            fixed=wish.fixed,
            counts=wish.counts,
            container=wish.container,
            practice=house.practice,
        )
        if not again.short:
            offered.append((why[0], tray.name, Freeing(tray, why[1])))
    return tuple(each for _, _, each in sorted(offered, key=lambda o: o[:2])[:4])


def _why_free(house: House, today: date, tray: Tray, rests: bool) -> tuple[int, str] | None:
    judged = house.judgements(today)
    meant = [c for c in house.children if c.id in tray.for_children]
    if rests and meant and all(judged.months(c) > tray.card.to_months for c in meant):
        return 0, say("It rests, and is outgrown.")
    if rests:
        return 1, say("It rests in {bin_name}.", bin_name=house.bin_name(tray.bin_id) or say("no bin"))
    if meant and all(judged.of(c, tray).interest.faded for c in meant):
        return 2, say("It stands out, and is less loved.")
    return None

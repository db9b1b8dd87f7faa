"""Use cases of Make: which cards there are, what can be made, a tray put together, kept and unpacked again."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date

from zither_awl.core.difficulty import Difficulty, compared, up
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.ladders.bridge import EASED, beforehand, lighter
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import figure, say, together
from zither_awl.core.things.component import Component
from zither_awl.core.trays import (
    Clash,
    Design,
    Level,
    Made,
    Makeable,
    Need,
    Packing,
    at_once,
    make,
    makeable,
    shared_stock,
    tray_of,
)
from zither_awl.core.trays.assemble import CONTAINER
from zither_awl.core.trays.check import Check, Costs, cost_per_use
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.trays.tailored import notes, tailored
from zither_awl.core.values import Card, Child, Content, Tray
from zither_awl.languages import told
from zither_awl.services import catalogue, ladders
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House
from zither_awl.services.need import need_of
from zither_awl.services.rungs import card_for, goal_of, link_rungs, rung_of
from zither_awl.services.shelf import resting_trays
from zither_awl.services.things import bin_for
from zither_awl.store import Store


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


def _wrong(field: str, message: str, hint: str) -> InvalidValue:
    return InvalidValue(FieldProblem(field, message, hint))


def _refuse_unfinished(house: House, composed: Composed) -> None:
    """Raises: InvalidValue while something is missing, does not fit, or lies on another tray."""
    made = composed.made
    if composed.takes:
        clash = composed.takes[0]
        on = [house.tray(key).name for key, _ in clash.trays if key > 0]
        told = say("{component} lies on {on}.", component=clash.component.name, on=together(on, ", "))
        raise _wrong("roles", told, say("Unpack one of them, or choose something else."))
    if made.short:
        told = say("are not all filled: {short}.", short=together(made.short, ", "))
        raise _wrong("roles", told, say("Choose something for each, or free it from another tray."))
    if not isinstance(made.assembled.packing, Packing | None):
        raise _wrong("container", say("is too small for these things."), say("Choose a larger one."))


def _exception(made: Made, why: str) -> str:
    """Why a tray is kept though something that must hold does not; "" where all of it does. Raises: InvalidValue."""
    must = next((c for c in made.checks if c.severity == "must"), None)
    if must is None:
        return ""
    if not why.strip():
        told = say("is missing: {reason}", reason=must.reason.text)
        raise _wrong("exception", told, say("Change it, or write why it is kept all the same."))
    return why.strip()


def keep(
    desk: Desk,
    wish: Wish,
    name: str,
    bin_name: str,
    for_children: frozenset[int],
    adult_id: int | None,
    *,
    exception: str = "",
) -> int:
    """Keep the tray: its things are then in use. With `instead_of` that tray is composed anew.

    `exception` is why it is kept though something that must hold does not. Raises: InvalidValue while something is
    missing, does not fit, or lies on another tray; or for a rule that must hold, without a reason.
    """
    composed = compose(desk, wish, ranked=False)
    made, house = composed.made, desk.house()
    _refuse_unfinished(house, composed)
    for child_id in for_children:
        house.child(child_id)
    why = _exception(made, exception)
    old = house.tray(wish.instead_of) if wish.instead_of else None
    part = say("Composed") if old is None else say("Composed anew")
    with desk.write(adult_id, say("{part} {name}", part=part, name=name)) as work:
        meant = (for_children or frozenset({composed.child.id})) | (old.for_children if old else frozenset())
        bin_id = bin_for(work, house, bin_name) if bin_name.strip() or not old else old.bin_id
        tray = made_tray(
            work,
            made,
            composed.level,
            name,
            meant,
            tray_id=old.id if old else 0,
            bin_id=bin_id,
            eased=wish.eased,
            toward=wish.toward,
        )
        kept = work.cupboard.save_tray(replace(tray, photo_id=old.photo_id if old else None, exception=why))
        link_rungs(work, designs(house))
        return kept


def made_tray(
    work: Store,
    made: Made,
    level: Level,
    name: str,
    meant: frozenset[int],
    *,
    tray_id: int = 0,
    bin_id: int | None = None,
    eased: tuple[str, ...] = (),
    toward: str = "",
) -> Tray:
    """A tray as it was put together, with the household's own card for it, ready to be saved."""
    contents = _with_tap_water(work, made.assembled.contents)
    return tray_of(
        made.design,
        level,
        replace(made.assembled, contents=contents),
        name=name,
        card=card_for(work, made.design, level, toward=toward),
        eased=eased,
        for_children=meant,
        tray_id=tray_id,
        bin_id=bin_id,
    )


def save_made(work: Store, house: House, trays: Sequence[tuple[Made, str, frozenset[int]]]) -> list[int]:
    """Keep trays as they were put together: each with its name and the children it is for. Returns their ids."""
    kept = [work.cupboard.save_tray(made_tray(work, made, made.level, name, meant)) for made, name, meant in trays]
    link_rungs(work, designs(house))
    return kept


def next_level(desk: Desk, tray_id: int, adult_id: int | None) -> int:
    """Compose the same tray at the next level of its card; its name, its history and its place stay.

    Raises: NotFound, or InvalidValue at the last level, or where the cupboard cannot make it, with what is missing.
    """
    house, wish = desk.house(), wish_of(desk, tray_id)
    tray, card = house.tray(tray_id), designs(house)[wish.key]
    if wish.level >= len(card.levels):
        raise InvalidValue(
            FieldProblem(
                "level",
                say("{card} has no level after {level}.", card=card.name, level=card.level(wish.level).name),
                say("Make what it leads to."),
            )
        )
    raised = Wish(key=wish.key, level=wish.level + 1, child_id=wish.child_id, instead_of=tray_id)
    return keep(desk, raised, tray.name, "", tray.for_children, adult_id)


def lay_out(desk: Desk, tray_id: int, wish: Wish, adult_id: int | None = None) -> None:
    """Say what lies on a tray that came from a file: the things of a wish. Its measures stay as they were taken."""
    house, tray = desk.house(), desk.house().tray(tray_id)
    composed = compose(desk, replace(wish, instead_of=tray_id), ranked=False)
    if composed.made.short or composed.takes:
        lacks = [*composed.made.short, *(clash.component.name for clash in composed.takes)]
        raise InvalidValue(
            FieldProblem(
                "roles", say("of {tray} are not all filled: {lacks}.", tray=tray.name, lacks=together(lacks, ", "))
            )
        )
    with desk.write(adult_id, say("What lies on {tray}", tray=tray.name)) as work:
        contents = _with_tap_water(work, composed.made.assembled.contents)
        card = replace(tray.card, key=wish.key, level=wish.level)
        work.cupboard.save_tray(replace(house.tray(tray_id), card=card, contents=contents))
        link_rungs(work, designs(house))


def _with_tap_water(work: Store, contents: tuple[Content, ...]) -> tuple[Content, ...]:
    """Water that nobody entered becomes a thing of the cupboard when it is first used."""
    if all(c.component.id for c in contents):
        return contents
    fresh = next(c.component for c in contents if not c.component.id)
    water = replace(fresh, name=told(fresh.name))
    saved: Component = replace(water, id=work.cupboard.save_component(water))
    return tuple(replace(c, component=saved) if not c.component.id else c for c in contents)


def wish_of(desk: Desk, tray_id: int) -> Wish:
    """The wish that makes a kept tray again. Raises: NotFound for a tray without a card of ours."""
    house = desk.house()
    tray = house.tray(tray_id)
    if not tray.contents or tray.card.key not in designs(house):
        raise NotFound(say("{tray} was not made under Make.", tray=tray.name))
    container = next((c.component.id for c in tray.contents if c.role == CONTAINER), None)
    inner = [c for c in tray.contents if c.role != CONTAINER]
    child = next((c.id for c in house.children if c.id in tray.for_children), house.children[0].id)
    level = designs(house)[tray.card.key].level(tray.card.level)
    there = {c.role for c in inner} | {role.same_as for role in level.roles if role.same_as}
    return Wish(
        left_out=tuple(
            role.name for role in level.roles if not role.optional and not role.same_as and role.name not in there
        ),
        added={c.role: c.component.id for c in inner if level.role(c.role) is None},
        eased=tuple(dim for dim in tray.eased if dim in EASED),
        toward=tray.card.toward if goal_of(tray.card) else "",
        key=tray.card.key,
        level=tray.card.level,
        child_id=child,
        fixed={c.role: c.component.id for c in inner},
        counts={c.role: c.count for c in inner if not c.component.medium},
        container=container,
        instead_of=tray_id,
        spots={c.role: (c.x_mm, c.y_mm, c.turned) for c in inner if c.x_mm is not None and c.y_mm is not None},
    )


def unpack(desk: Desk, tray_id: int, adult_id: int | None) -> None:
    """Take a tray apart: its things are free again, it leaves its spot and is archived with its history.

    Raises: NotFound, or InvalidValue if it holds nothing of the cupboard.
    """
    tray = desk.house().tray(tray_id)
    if not tray.contents:
        raise InvalidValue(FieldProblem("tray", say("{tray} holds nothing the cupboard knows of.", tray=tray.name)))
    with desk.write(adult_id, say("Unpacked {tray}", tray=tray.name)) as work:
        work.weeks.take_away(tray_id, desk.now(), desk.today())
        work.cupboard.save_tray(replace(tray, contents=(), archived=True))

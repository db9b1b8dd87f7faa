"""Trays put together under Make, kept: composed anew, raised a level, for a second child, laid out, unpacked."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.ladders.bridge import EASED
from zither_awl.core.saying import say, together
from zither_awl.core.things.component import Component
from zither_awl.core.trays import Level, Made, Packing, makeable_level, tray_of
from zither_awl.core.trays.assemble import CONTAINER
from zither_awl.core.values import Content, Tray
from zither_awl.languages import told
from zither_awl.services import ladders
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House
from zither_awl.services.make import Composed, Wish, compose, free_name
from zither_awl.services.rungs import card_for, goal_of, link_rungs
from zither_awl.services.things import bin_for
from zither_awl.store import Store


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
        if old is not None:
            tray = replace(tray, photo_id=old.photo_id, alike=old.alike)
        kept = work.cupboard.save_tray(replace(tray, exception=why))
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


def for_another(desk: Desk, tray_id: int, child_id: int, adult_id: int | None) -> int:
    """Compose the same work a second time, at the level another child is at; the planner sets the two side by side.

    Returns the id of the new tray. Raises: NotFound; InvalidValue where the tray is the child's already or the child
    is at the very level of it, or where the cupboard cannot make it, with what is missing.
    """
    house, wish = desk.house(), wish_of(desk, tray_id)
    tray, child, card = house.tray(tray_id), house.child(child_id), designs(house)[wish.key]
    if child.id in tray.for_children:
        raise _wrong("child_id", say("has it: {tray} is for {child} already.", tray=tray.name, child=child.name), "")
    need = ladders.need_with_steps(house, child, desk.today())
    tried = makeable_level(card, house.stock, need, practice=house.practice)
    if tried.level.number == tray.card.level:
        raise _wrong(
            "child_id",
            say("is at this very level: {child} can share {tray}.", child=child.name, tray=tray.name),
            say("Tick {child} under For.", child=child.name),
        )
    if tried.short:
        lacks = say("needs what the cupboard has not free: {short}.", short=together(tried.short, ", "))
        raise _wrong("child_id", lacks, say("Open it in Make for {child}.", child=child.name))
    second = Wish(key=wish.key, level=tried.level.number, child_id=child.id)
    name = free_name(house, card, tried.level)
    return keep(desk, second, name, house.bin_name(tray.bin_id), frozenset({child.id}), adult_id)


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

"""Use cases of the catalogue: which cards there are, which the household takes, and cards of its own."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any, Literal

from zither_awl.catalogue import design_of, shipped_cards
from zither_awl.catalogue.loader import written_design
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say, together
from zither_awl.core.trays import Design
from zither_awl.core.trays.own import Data, OwnCard, Updated, updated
from zither_awl.core.values import Rung
from zither_awl.core.words import listed, own_key
from zither_awl.formats.card_table import card_rows, read_card
from zither_awl.services.desk import Desk, House

Ties = Mapping[tuple[Rung, Rung], bool]
"""By step and the one before it: whether they are tied or untied."""
Origin = Literal["catalogue", "changed", "own"]


@dataclass(frozen=True, slots=True)
class Entry:
    """A card as it stands in the household: the design that counts, whether it is taken, and where it comes from."""

    design: Design
    taken: bool
    origin: Origin
    update: Updated | None = None


def whole(design: Design) -> dict[str, Any]:
    """A card as plain data in which every level holds all its roles, so that two cards can be compared by fields."""
    return written_design(read_card(card_rows(design))[0])


def entries(house: House) -> Mapping[str, Entry]:
    """Every card by key: those that ship, and the household's own, which stand before them."""
    return house.once(
        "catalogue",
        lambda: {
            key: each if each.origin == "own" else replace(each, taken=_taken(house, key))
            for key, each in _cards(house, house.practice.letters).items()
        },
    )


def _cards(house: House, letters: str) -> Mapping[str, Entry]:
    """Every card as if all were taken, under a school of letters: nothing is looked at but the section of cards."""
    return house.once(("cards", letters), lambda: _entries(house, letters))


def _entries(house: House, letters: str) -> dict[str, Entry]:
    shipped = {d.key: d for d in shipped_cards()}
    found = {key: Entry(design, True, "catalogue") for key, design in shipped.items()}
    for key, own in house.catalogue.own_cards.items():
        theirs = shipped.get(key)
        update = updated(own, whole(theirs) if theirs else None)
        design = _design_of(own, update)
        changed = theirs is not None and (own.base is None or bool(update.changed))
        origin: Origin = "changed" if changed else "own" if theirs is None else "catalogue"
        found[key] = Entry(design, True, origin, update)
    tied = _with_ties({key: each.design for key, each in found.items()}, letters, house.catalogue.ties)
    return {key: replace(each, design=tied[key]) for key, each in found.items()}


def tied_designs(house: House, letters: str, ties: Ties) -> dict[str, Design]:
    """Every card's design as it would be under a school of letters and with these ties of the household."""
    return _with_ties(designs(house), letters, ties)


def _with_ties(cards: Mapping[str, Design], letters: str, ties: Ties) -> dict[str, Design]:
    """Cards with what a school ties and unties, and the household over it; what they were tied to before is gone."""
    by_key: dict[str, list[tuple[int, Rung, bool]]] = {}
    for ((key, number), before), tied in {**(NAMES_FIRST if letters == "names first" else {}), **ties}.items():
        # A tie to a card that was thrown away since would hold back for ever.
        if before[0] in cards and before[1] <= len(cards[before[0]].levels):
            by_key.setdefault(key, []).append((number, before, tied))
    return {
        key: replace(
            design,
            tied=tuple((n, before) for n, before, tied in by_key.get(key, ()) if tied),
            untied=tuple((n, before) for n, before, tied in by_key.get(key, ()) if not tied),
        )
        if key in by_key or design.tied or design.untied
        else design
        for key, design in cards.items()
    }


NAMES_FIRST: Ties = {(("letters", 1), ("i-spy", 1)): False, (("i-spy", 3), ("letters", 1)): True}
"""The school of names first (SEQ-8): letters do not wait for the listening game; its last level waits for them."""


def _design_of(own: OwnCard, update: Updated) -> Design:
    """The merged card; where an update does not go together with what was changed, the household's card as it was."""
    try:
        return design_of(update.data, own=True)
    except InvalidValue:
        return design_of(own.data, own=True)


def _taken(house: House, key: str) -> bool:
    takes = house.household.takes if house.household else "whole"
    return house.catalogue.choices.get(key, takes == "whole")


def designs(house: House) -> Mapping[str, Design]:
    """Every card's design by key, taken or not: a tray made of a card that was left out later keeps it."""
    return designs_of(house, house.practice.letters)


def designs_of(house: House, letters: str) -> Mapping[str, Design]:
    """Every card's design under a school of letters: what rests on it is not reckoned again when people change."""
    return house.once(("designs", letters), lambda: {key: each.design for key, each in _cards(house, letters).items()})


def graph_of(house: House) -> dict[Rung, tuple[Rung, ...]]:
    """By level of every card: what should be known before it."""
    return house.once(
        "graph",
        lambda: {(d.key, level.number): d.before(level.number) for d in designs(house).values() for level in d.levels},
    )


def taken(house: House) -> list[Design]:
    """The designs the household takes."""
    return [each.design for each in entries(house).values() if each.taken]


def entry(house: House, key: str) -> Entry:
    """A card by its key. Raises: NotFound."""
    found = entries(house).get(key)
    if found is None:
        raise NotFound(say("There is no card {key}.", key=repr(key)))
    return found


def choose(desk: Desk, keys: Sequence[str], is_taken: bool, adult_id: int | None) -> None:
    """Take cards of the catalogue, or leave them out. Raises: NotFound."""
    house = desk.house()
    for key in keys:
        entry(house, key)
    label = entry(house, keys[0]).design.name if len(keys) == 1 else say("{keys} cards", keys=len(keys))
    with desk.write(
        adult_id, say("{is_taken} {label}", is_taken=say("Took") if is_taken else say("Left out"), label=label)
    ) as work:
        work.catalogue.choose(keys, taken=is_taken)


def take_whole(desk: Desk, takes: Literal["whole", "picked"], adult_id: int | None) -> None:
    """Take the whole catalogue, cards of later versions too; or only what is picked. What is taken now stays taken."""
    house = desk.house()
    if house.household is None:
        raise NotFound(say("There is no household yet."))
    now = [key for key, each in entries(house).items() if each.taken and each.origin != "own"]
    with desk.write(
        adult_id, say("The whole catalogue") if takes == "whole" else say("Picking from the catalogue")
    ) as work:
        if takes == "picked":
            work.catalogue.choose(now, taken=True)
        work.people.save_household(replace(house.household, takes=takes))


def change(desk: Desk, key: str, rows: Sequence[Mapping[str, str]], adult_id: int | None) -> None:
    """Change a card: the household's own then stands before the one that ships. Raises: NotFound, InvalidValue."""
    house = desk.house()
    entry(house, key)
    data = _read(house, [{**row, "key": key} for row in rows], beside=key)
    lost = lost_levels(house, key, len(data["levels"]))
    if lost:
        raise InvalidValue(lost)
    with desk.write(adult_id, say("Changed the card {data}", data=data["name"])) as work:
        work.catalogue.save_own_card(key, own_card(house, key, data))


def lost_levels(house: House, key: str, levels: int) -> FieldProblem | None:
    """Why a card cannot be left with so many levels: a tray stands at one that would go, or a card comes after it."""
    trays = [t.name for t in house.trays if t.card.key == key and t.card.level > levels]
    after = [d.name for d in designs(house).values() if any(k == key and n > levels for k, n in d.follows)]
    if not trays and not after:
        return None
    why = [
        say("{trays} was made of one that would go", trays=listed(trays)) if trays else "",
        say("{after} comes after one that would go", after=listed(after)) if after else "",
    ]
    return FieldProblem(
        "levels",
        say("would be {levels}; {why}.", levels=levels, why=together((w for w in why if w), "; ")),
        say("Keep those levels."),
    )


def own_card(house: House, key: str, data: Data, settled: str = "") -> OwnCard | None:
    """A card as the household now has it, with what it is compared with when the catalogue changes: the card that
    ships now, except in fields whose news nobody answered. None where nothing differs from what ships."""
    shipped = shipped_as(key)
    if not shipped:
        return OwnCard(data)
    if data == shipped:
        return None
    old = entries(house)[key]
    before = house.catalogue.own_cards[key].base if key in house.catalogue.own_cards else None
    waiting = old.update.news if old.update else ()
    return OwnCard(data, {**shipped, **{name: (before or {})[name] for name in waiting if name != settled}})


def shipped_as(key: str) -> Data:
    """A card as it ships, as whole data; empty where none ships."""
    found = next((d for d in shipped_cards() if d.key == key), None)
    return whole(found) if found is not None else {}


def write_new(desk: Desk, rows: Sequence[Mapping[str, str]], adult_id: int | None) -> str:
    """Write a card, or a copy of one under a new name. Returns its key. Raises: InvalidValue."""
    house = desk.house()
    name = rows[0].get("name", "") if rows else ""
    if any(each.design.name.casefold() == name.strip().casefold() for each in entries(house).values()):
        raise InvalidValue(
            FieldProblem("name", say("{name} is a card already.", name=name), say("Give the copy a name of its own."))
        )
    key = own_key(name, entries(house))
    data = _read(house, [{**row, "key": key} for row in rows], beside=key)
    with desk.write(adult_id, say("Wrote the card {data}", data=data["name"])) as work:
        work.catalogue.save_own_card(key, OwnCard(data))
    return key


def _read(house: House, rows: Sequence[Mapping[str, str]], *, beside: str) -> dict[str, Any]:
    if not rows:
        raise InvalidValue(FieldProblem("levels", say("is empty; a card has at least one level.")))
    data, problems = read_card(rows)
    if problems:
        raise InvalidValue(*problems)
    made = design_of(data)
    rungs = {(d.key, v.number) for key, d in designs(house).items() for v in d.levels if key != beside}
    unknown = [f"{k}:{n}" for k, n in made.follows if (k, n) not in rungs]
    if unknown:
        raise InvalidValue(
            FieldProblem(
                "follows",
                say("names {unknown}, which is no card and level.", unknown=together(unknown, ", ")),
                say("Write key:level, as carry-empty:2."),
            )
        )
    return written_design(data)


def forget(desk: Desk, key: str, adult_id: int | None) -> None:
    """Drop the household's own card; where one ships it stands again. Raises: NotFound, InvalidValue while in use."""
    house = desk.house()
    old = entry(house, key)
    if key not in house.catalogue.own_cards:
        raise InvalidValue(
            FieldProblem("card", say("{design} is as it ships.", design=old.design.name), say("Leave it out instead."))
        )
    used = [tray.name for tray in house.trays if tray.card.key == key]
    after = [d.name for d in designs(house).values() if key in {k for k, _ in d.follows}]
    if old.origin == "own" and (used or after):
        why = say("is used by {used}", used=listed(used)) if used else say("comes before {after}", after=listed(after))
        raise InvalidValue(
            FieldProblem("card", say("{design} {why}.", design=old.design.name, why=why), say("Change that first."))
        )
    label = say("Dropped the card") if old.origin == "own" else say("As it ships again:")
    with desk.write(adult_id, say("{label} {design}", label=label, design=old.design.name)) as work:
        work.catalogue.save_own_card(key, None)


def settle(desk: Desk, key: str, field: str, theirs: bool, adult_id: int | None) -> None:
    """Answer a piece of news: take the catalogue's word for a field, or keep one's own for good. Raises: NotFound,
    InvalidValue for a field that is no news."""
    house = desk.house()
    old = entry(house, key)
    if old.update is None or field not in old.update.changed:
        raise InvalidValue(
            FieldProblem(
                "field", say("{field} of {design} is not changed here.", field=repr(field), design=old.design.name)
            )
        )
    data = {**old.update.data, field: shipped_as(key)[field]} if theirs else old.update.data
    with desk.write(
        adult_id,
        say(
            "{theirs} {field} for {design}",
            theirs=say("The catalogue’s") if theirs else say("Our own"),
            field=field,
            design=old.design.name,
        ),
    ) as work:
        work.catalogue.save_own_card(key, own_card(house, key, data, settled=field))

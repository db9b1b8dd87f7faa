"""Use cases about the household, its adults and its children."""

from __future__ import annotations

from dataclasses import replace
from datetime import date
from zoneinfo import ZoneInfo, available_timezones

from zither_awl.core.ages import completed_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.practice import usual_practice
from zither_awl.core.safety.permissions import ALLOWANCES, permission_of, why_not_allowed
from zither_awl.core.saying import say
from zither_awl.core.values import MOST_CHILD_MONTHS, Adult, Child, Household, Permission, PermissionKind
from zither_awl.languages import CODES
from zither_awl.services import copies
from zither_awl.services.desk import Desk
from zither_awl.services.rungs import relink_school
from zither_awl.store import Store


def save_household(
    desk: Desk, household: Household, adult_id: int | None = None, *, version: int | None = None
) -> None:
    """Name the house and its units and zone. Raises: InvalidValue for an unknown zone; StaleWrite if it was saved since
    `version` was read."""
    if household.zone not in available_timezones():
        raise InvalidValue(
            FieldProblem(
                "zone", say("{zone} is not a time zone.", zone=repr(household.zone)), say("For example Europe/London.")
            )
        )
    ZoneInfo(household.zone)
    with desk.write(adult_id, say("Named the house {household}", household=household.name)) as work:
        work.people.expect(version)
        _save(work, desk, household)


def change_household(desk: Desk, label: str, adult_id: int | None, **more: object) -> None:
    """Change some settings of the house. Raises: InvalidValue before there is a house, or for a bad value."""
    kept = desk.house().household
    if kept is None:
        raise InvalidValue(FieldProblem("name", say("is missing: the house has no name yet.")))
    changed = replace(kept, **more)  # type: ignore[arg-type]
    with desk.write(adult_id, label) as work:
        _save(work, desk, changed)


def _save(work: Store, desk: Desk, household: Household) -> None:
    """Write the household; what its school ties is tied on its cards too."""
    before = desk.house()
    work.people.save_household(household)
    relink_school(work, before, str(household.practice.get("letters", usual_practice()["letters"])))


def add_adult(desk: Desk, name: str, adult_id: int | None = None) -> Adult:
    """Add an adult who watches and sets out."""
    with desk.write(adult_id, say("Added {name}", name=name)) as work:
        return work.people.add_adult(name)


def save_minutes(desk: Desk, who: int, minutes: tuple[int, ...], adult_id: int | None) -> None:
    """Keep how many minutes an adult has to make and prepare on each day of the week, Monday first; none for as usual.

    Raises: NotFound, InvalidValue.
    """
    told = replace(_adult(desk, who), minutes=minutes)
    with desk.write(adult_id, say("The minutes of {adult}", adult=told.name)) as work:
        work.people.save_adult(told)


def save_language(desk: Desk, who: int, language: str, adult_id: int | None) -> None:
    """Keep the language an adult reads; "" for the household's. Raises: NotFound, InvalidValue for an unknown one."""
    if language and language not in CODES:
        raise InvalidValue(
            FieldProblem(
                "language",
                say("is {language}; expected one of {codes}.", language=repr(language), codes=", ".join(CODES)),
            )
        )
    told = replace(_adult(desk, who), language=language)
    with desk.write(adult_id, say("The language of {adult}", adult=told.name)) as work:
        work.people.save_adult(told)


def _adult(desk: Desk, who: int) -> Adult:
    found = next((a for a in desk.house().adults if a.id == who), None)
    if found is None:
        raise NotFound(say("There is no adult {who}.", who=who))
    return found


def save_child(desk: Desk, child: Child, adult_id: int | None, *, version: int | None = None) -> int:
    """Add or change a child; a change of how it gets about is kept with today's date.

    A new child comes to every unit that is open to all. Raises: InvalidValue for a birth in the future or over
    12 years ago; StaleWrite if it was saved since `version` was read.
    """
    today = desk.today()
    _check_birth(child.born, today)
    house = desk.house()
    old = house.child(child.id) if child.id else None
    if old is not None and old.mobility is child.mobility:
        child = replace(child, mobility_since=child.mobility_since or old.mobility_since)
    elif child.mobility_since is None:
        child = replace(child, mobility_since=today if old is not None else None)
    for measured in child.measurements:
        if measured.on > today or measured.on < child.born:
            raise InvalidValue(
                FieldProblem("measured_on", say("{on} is not between the birth and today.", on=measured.on))
            )
    with desk.write(
        adult_id, say("{old} {child}", old=say("Changed") if old else say("Added"), child=child.name)
    ) as work:
        if child.id:
            work.people.expect(version, child.id)
        child_id = work.people.save_child(child)
        if old is None:
            for unit in house.units:
                if unit.comes >= {c.id for c in house.children}:
                    work.room.save_unit(replace(unit, comes=unit.comes | {child_id}))
    return child_id


def permit(desk: Desk, child_id: int, kind: PermissionKind, note: str, adult_id: int | None) -> None:
    """Decide once that a child may do a kind of work with an adult at the table.

    Raises: NotFound; InvalidValue where the child is too young for it, or mouths; when it is allowed already nothing
    changes.
    """
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    allowance = ALLOWANCES[kind]
    against = why_not_allowed(allowance, child, today)
    if against:
        raise InvalidValue(
            FieldProblem("kind", say("{work} cannot be allowed yet: {against}.", work=allowance.work, against=against))
        )
    if permission_of(child, kind) is not None:
        return
    adult = next((a.name for a in house.adults if a.id == adult_id), "")
    with desk.write(adult_id, say("Allowed {child}: {work}", child=child.name, work=allowance.work)) as work:
        work.people.permit(child_id, Permission(kind=kind, adult=adult, given_on=today, note=note.strip()))


def withdraw(desk: Desk, child_id: int, permission_id: int, adult_id: int | None) -> None:
    """Withdraw what was allowed. Raises: NotFound."""
    child = desk.house().child(child_id)
    if permission_id not in {p.id for p in child.permissions}:
        raise NotFound(say("{child} has no permission {permission_id}.", child=child.name, permission_id=permission_id))
    with desk.write(adult_id, say("Withdrew a permission of {child}", child=child.name)) as work:
        work.people.withdraw(permission_id, desk.today())


def _check_birth(born: date, today: date) -> None:
    if born > today:
        raise InvalidValue(FieldProblem("born", say("{born} is in the future.", born=born), say("Check the year.")))
    months = completed_months(born, today)
    if months > MOST_CHILD_MONTHS:
        hint = say("Children up to 12 years are recorded. Check the year.")
        raise InvalidValue(
            FieldProblem("born", say("makes {months} years; the limit is 12 years.", months=months // 12), hint)
        )


def archive_child(desk: Desk, child_id: int, archived: bool, adult_id: int | None) -> None:
    """Put a child away with its history, or bring it back."""
    child = desk.house().child(child_id)
    with desk.write(
        adult_id,
        say("{archived} {child}", archived=say("Archived") if archived else say("Brought back"), child=child.name),
    ) as work:
        work.people.save_child(replace(child, archived=archived))


def delete_child(desk: Desk, child_id: int, typed_name: str) -> date:
    """Delete a child and everything written about it, for good; the undo list goes with it, and every picture the
    child is in. Returns the day on which the last copy that holds it is let go of.

    Raises: InvalidValue unless the child's name was typed.
    """
    child = desk.house().child(child_id)
    if typed_name.strip() != child.name:
        raise InvalidValue(
            FieldProblem(
                "name",
                say(
                    "is {typed_name}; write {child} to delete for good.", typed_name=repr(typed_name), child=child.name
                ),
            )
        )
    with desk.write_untracked() as work:
        photos = work.telling.drop_pictures_of(child_id) | work.home.drop_photos_of(child_id)
        work.people.delete_child(child_id)
        work.cupboard.drop_photos(photos)
        work.history.forget()
    desk.forget()
    return copies.note_removal(desk.database.parent, desk.today())

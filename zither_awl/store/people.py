"""Keeps the household, its adults and its children."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import fields
from datetime import date
from typing import Any, cast

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound, StaleWrite
from zither_awl.core.saying import say
from zither_awl.core.values import Adult, Child, Group, Household, Measurement, Mobility, Permission, Said
from zither_awl.store.damage import readable
from zither_awl.store.models.people import (
    AdultRow,
    ChildRow,
    GroupChildRow,
    GroupRow,
    HouseholdRow,
    MeasurementRow,
    PermissionRow,
    SaidRow,
)


class PeopleKeeper:
    """Household, adults, children with their measurements."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def household(self) -> Household | None:
        """The house, or None before the first run is through."""
        row = self._session.get(HouseholdRow, 1)
        if row is None:
            return None
        kept: dict[str, Any] = {each.name: getattr(row, each.name) for each in fields(Household)}
        return Household(**kept)

    def save_household(self, household: Household) -> None:
        """Write the house."""
        row = self._session.get(HouseholdRow, 1) or HouseholdRow(id=1, version=0)
        for each in fields(household):
            if each.name != "version":
                setattr(row, each.name, getattr(household, each.name))
        row.version += 1
        self._session.add(row)

    def expect(self, version: int | None, child_id: int | None = None) -> None:
        """Whether the household, or a child, is still as somebody read it. Raises: StaleWrite."""
        row = self._session.get(HouseholdRow, 1) if child_id is None else self._row(child_id)
        if row is not None and version is not None and row.version != version:
            raise StaleWrite(say("{row} was changed in another window since you opened it.", row=row.name), row.version)

    def adults(self) -> tuple[Adult, ...]:
        """Every adult, in the order they were added."""
        rows = self._session.scalars(select(AdultRow).order_by(AdultRow.id))
        return tuple(Adult(id=r.id, name=r.name, minutes=tuple(r.minutes or ()), language=r.language) for r in rows)

    def add_adult(self, name: str) -> Adult:
        """Add an adult. Raises: InvalidValue if the name is taken."""
        adult = Adult(id=0, name=name)
        if self._session.scalar(select(AdultRow.id).where(AdultRow.name == name)) is not None:
            raise InvalidValue(
                FieldProblem(
                    "name", say("{name} is there already.", name=name), say("Add a second letter or a nickname.")
                )
            )
        row = AdultRow(name=adult.name, minutes=[], language="")
        self._session.add(row)
        self._session.flush()
        return Adult(id=row.id, name=row.name)

    def save_adult(self, adult: Adult) -> None:
        """Keep an adult's minutes on each day of the week, and the language it reads. Raises: NotFound."""
        row = self._session.get(AdultRow, adult.id)
        if row is None:
            raise NotFound(say("There is no adult {adult}.", adult=adult.id))
        row.minutes, row.language = list(adult.minutes), adult.language

    def groups(self) -> tuple[Group, ...]:
        """The groups of children, in the order they were made."""
        members: defaultdict[int, set[int]] = defaultdict(set)
        for row in self._session.scalars(select(GroupChildRow)):
            members[row.group_id].add(row.child_id)
        return tuple(
            Group(id=r.id, name=r.name, adults=frozenset(r.adults), children=frozenset(members[r.id]))
            for r in self._session.scalars(select(GroupRow).order_by(GroupRow.id))
        )

    def save_group(self, group: Group) -> int:
        """Insert (id 0) or update a group; a child leaves the group it was in. Returns its id. Raises: NotFound,
        InvalidValue if the name is taken."""
        g = GroupRow
        if self._session.scalar(select(g.id).where(g.name == group.name, g.id != group.id)) is not None:
            raise InvalidValue(
                FieldProblem("name", say("{group} is there already.", group=group.name), say("Use another name."))
            )
        row = g() if group.id == 0 else self._session.get(g, group.id)
        if row is None:
            raise NotFound(say("There is no group {group}.", group=group.id))
        row.name, row.adults = group.name, sorted(group.adults)
        self._session.add(row)
        self._session.flush()
        for each in self._session.scalars(
            select(GroupChildRow).where((GroupChildRow.group_id == row.id) | GroupChildRow.child_id.in_(group.children))
        ):
            self._session.delete(each)
        self._session.flush()
        self._session.add_all(GroupChildRow(child_id=c, group_id=row.id) for c in sorted(group.children))
        self._session.flush()
        return row.id

    def drop_group(self, group_id: int) -> None:
        """Take a group away; its children stay. Raises: NotFound."""
        row = self._session.get(GroupRow, group_id)
        if row is None:
            raise NotFound(say("There is no group {group_id}.", group_id=group_id))
        for each in self._session.scalars(select(GroupChildRow).where(GroupChildRow.group_id == group_id)):
            self._session.delete(each)
        self._session.flush()
        self._session.delete(row)
        self._session.flush()

    def children(self) -> tuple[Child, ...]:
        """Every child, archived ones too, in the order they were added."""
        measured: defaultdict[int, list[Measurement]] = defaultdict(list)
        for m in self._session.scalars(select(MeasurementRow).order_by(MeasurementRow.measured_on, MeasurementRow.id)):
            measured[m.child_id].append(Measurement(on=m.measured_on, stature_mm=m.stature_mm, mass_g=m.mass_g))
        rows = self._session.scalars(select(ChildRow).order_by(ChildRow.id))
        allowed: defaultdict[int, list[Permission]] = defaultdict(list)
        for p in self._session.scalars(select(PermissionRow).order_by(PermissionRow.id)):
            allowed[p.child_id].append(
                Permission(
                    id=p.id,
                    kind=cast("Any", p.kind),
                    adult=p.adult,
                    given_on=p.given_on,
                    note=p.note,
                    withdrawn_on=p.withdrawn_on,
                )
            )
        return tuple(
            readable(
                self._session,
                rows,
                lambda row: _child(row, tuple(measured[row.id]), tuple(allowed[row.id])),
                _plain_child,
            )
        )

    def permit(self, child_id: int, permission: Permission) -> None:
        """Keep what an adult allows a child. Raises: NotFound."""
        self._row(child_id)
        self._session.add(
            PermissionRow(
                child_id=child_id,
                kind=permission.kind,
                adult=permission.adult,
                given_on=permission.given_on,
                note=permission.note,
            )
        )
        self._session.flush()

    def withdraw(self, permission_id: int, on: date) -> None:
        """End a permission; it stays in the list. Raises: NotFound."""
        row = self._session.get(PermissionRow, permission_id)
        if row is None:
            raise NotFound(say("There is no permission {permission_id}.", permission_id=permission_id))
        row.withdrawn_on = on
        self._session.flush()

    def said(self) -> tuple[Said, ...]:
        """What was said to be known, in the order it was first said."""
        return tuple(
            Said(
                child_id=r.child_id,
                key=r.key,
                level=r.level,
                word=r.word,
                answer=cast("Any", r.answer),
                on=r.said_on,
                adult=r.adult,
                concluded=r.concluded,
            )
            for r in self._session.scalars(select(SaidRow).order_by(SaidRow.id))
        )

    def save_said(self, words: Iterable[Said]) -> None:
        """Keep these words; each takes the place of an earlier one on the same."""
        for each in words:
            row = self._session.scalar(
                select(SaidRow).where(
                    SaidRow.child_id == each.child_id,
                    SaidRow.key == each.key,
                    SaidRow.level == each.level,
                    SaidRow.word == each.word,
                )
            )
            row = row or SaidRow(child_id=each.child_id, key=each.key, level=each.level, word=each.word)
            row.answer, row.said_on, row.adult, row.concluded = each.answer, each.on, each.adult, each.concluded
            self._session.add(row)
        self._session.flush()

    def forget_said(self, words: Iterable[Said]) -> None:
        """Take words back, as if they had never been said."""
        for each in words:
            for row in self._session.scalars(
                select(SaidRow).where(
                    SaidRow.child_id == each.child_id,
                    SaidRow.key == each.key,
                    SaidRow.level == each.level,
                    SaidRow.word == each.word,
                )
            ):
                self._session.delete(row)
        self._session.flush()

    def save_child(self, child: Child) -> int:
        """Insert (id 0) or update a child; new measurements are added to the old. Returns its id."""
        taken = self._session.scalar(select(ChildRow.id).where(ChildRow.name == child.name, ChildRow.id != child.id))
        if taken is not None:
            raise InvalidValue(
                FieldProblem("name", say("{child} is there already.", child=child.name), say("Use another name."))
            )
        row = ChildRow(version=0) if child.id == 0 else self._row(child.id)
        row.version += 1
        for name in (
            "name",
            "pattern",
            "born",
            "gestation_weeks",
            "sex",
            "mobility_since",
            "still_mouths",
            "archived",
            "language",
            "shown",
        ):
            setattr(row, name, getattr(child, name))
        row.mobility, row.allergies, row.passions = child.mobility.value, list(child.allergies), list(child.passions)
        row.comes = sorted(set(child.comes))
        self._session.add(row)
        self._session.flush()
        self._add_measurements(row.id, child)
        return row.id

    def _add_measurements(self, child_id: int, child: Child) -> None:
        known = {
            (m.measured_on, m.stature_mm, m.mass_g)
            for m in self._session.scalars(select(MeasurementRow).where(MeasurementRow.child_id == child_id))
        }
        self._session.add_all(
            MeasurementRow(child_id=child_id, measured_on=m.on, stature_mm=m.stature_mm, mass_g=m.mass_g)
            for m in child.measurements
            if (m.on, m.stature_mm, m.mass_g) not in known
        )
        self._session.flush()

    def delete_child(self, child_id: int) -> None:
        """Delete a child for good, with everything written about it."""
        self._row(child_id)
        self._session.execute(delete(ChildRow).where(ChildRow.id == child_id))

    def _row(self, child_id: int) -> ChildRow:
        row = self._session.get(ChildRow, child_id)
        if row is None:
            raise NotFound(say("There is no child {child_id}.", child_id=child_id))
        return row


def _plain_child(row: ChildRow) -> Child:
    """A child whose row cannot be read, with as little as can be: who climbs and mouths is kept from most."""
    name = (str(row.name).strip() or say("Child {row}", row=row.id))[:80]
    return Child(
        id=row.id,
        name=name,
        pattern="ring",
        born=row.born,
        mobility=Mobility.CLIMBS,
        still_mouths=True,
        archived=bool(row.archived),
        version=row.version,
    )


def _child(row: ChildRow, measurements: tuple[Measurement, ...], permissions: tuple[Permission, ...]) -> Child:
    return Child(
        id=row.id,
        name=row.name,
        pattern=row.pattern,
        born=row.born,
        gestation_weeks=row.gestation_weeks,
        sex=cast("Any", row.sex),
        mobility=Mobility(row.mobility),
        mobility_since=row.mobility_since,
        still_mouths=row.still_mouths,
        allergies=tuple(row.allergies),
        passions=tuple(row.passions),
        language=row.language,
        comes=tuple(row.comes),
        shown=cast("Any", row.shown),
        permissions=permissions,
        measurements=measurements,
        archived=row.archived,
        version=row.version,
    )

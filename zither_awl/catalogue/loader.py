"""Reads cards from their data files, and refuses what is not understood with the file, card and field named."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import lru_cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError, field_validator

from zither_awl.catalogue.wording import each_said, one_said
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.trays.design import Design, Level, Pour, Role


class _Strict(BaseModel):
    model_config = ConfigDict(extra="forbid")


class RoleData(_Strict):
    """A role as it is written in a file."""

    name: str
    accepts: list[str]
    use: Literal["vessel", "tool", "handled", "medium", "ground", "symbol", "care"] = "vessel"
    count: int = 1
    instead: list[tuple[str, str]] = []
    lies_in: str = ""
    fits_in: str = ""
    same_as: str = ""
    unlike: list[str] = []
    coloured_as: list[str] = []
    shows: str = ""
    subject: str = ""
    colours: int = 0
    beside: bool = False
    at_least_mm: float | None = None
    at_most_mm: float | None = None
    care: str = ""
    optional: bool = False

    @field_validator("unlike", "coloured_as", mode="before")
    @classmethod
    def _several(cls, told: Any) -> Any:
        """One role may be written without brackets."""
        return [each for each in [told] if each] if isinstance(told, str) else told


class PourData(_Strict):
    """What is poured, as it is written."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True)
    from_: str = Field(alias="from")
    into: str
    share: float = 0.5
    line: bool = False
    total: bool = True


class LevelData(_Strict):
    """A level: what it changes in the card's roles, adds to them and leaves out."""

    name: str
    months: int
    moves: int
    container: list[str] | None = None
    stated: dict[str, int] = {}
    change: dict[str, dict[str, Any]] = {}
    add: list[RoleData] = []
    without: list[str] = []
    pour: PourData | None = None
    expects: str
    not_yet: str
    changes: str = ""


class CardData(_Strict):
    """A card as it is written."""

    key: str
    name: str
    area: str = ""
    months: tuple[int, int]
    aim: str
    prepares: list[str]
    control: str
    interest: list[str]
    steps: list[str]
    clean_up: str = ""
    nature: list[Literal["wet", "messy", "loose", "food", "tool"]] = []
    follows: list[str] = []
    words: dict[str, str] = {}
    morning: str = ""
    supervision: Literal["none", "near", "touch"] = "none"
    minds: list[str] = []
    adults_part: list[str] = []
    carried: Literal["", "whole", "one by one", "not"] = ""
    cost: Literal["", "nothing", "little", "some", "much"] = ""
    themes: list[str] = []
    one_level_because: str = ""
    also: list[str] = []
    invitation: str = ""
    tags: list[str] = []
    then: list[str] = []
    sort: Literal["work", "song", "talk", "book", "demonstration"] = "work"
    grid: list[str] = []
    roles: list[RoleData]
    levels: list[LevelData]


def _read(written: Mapping[str, Any]) -> CardData:
    try:
        return CardData.model_validate(written)
    except ValidationError as problem:
        raise InvalidValue(
            *(FieldProblem(".".join(str(part) for part in each["loc"]), f"{each['msg']}.") for each in problem.errors())
        ) from None


def design_of(written: Mapping[str, Any], *, area: str = "", own: bool = False) -> Design:
    """The design a card's data means. Raises: InvalidValue with every bad field."""
    card = _read(written)
    levels = tuple(_level(card, data, number, own) for number, data in enumerate(card.levels, start=1))
    return Design(
        key=card.key,
        name=one_said(card.name, own),
        area=card.area or area,
        from_months=card.months[0],
        to_months=card.months[1],
        aim=one_said(card.aim, own),
        prepares=each_said(card.prepares, own),
        control=one_said(card.control, own),
        interest=each_said(card.interest, own),
        steps=each_said(card.steps, own),
        clean_up=one_said(card.clean_up, own),
        nature=tuple(card.nature),
        levels=levels,
        one_level_because=one_said(card.one_level_because, own),
        follows=tuple(_follow(each) for each in card.follows),
        words=tuple(card.words.items()),
        morning=one_said(card.morning, own),
        supervision=card.supervision,
        minds=tuple(card.minds),
        adults_part=each_said(card.adults_part, own),
        carried=card.carried,
        cost=card.cost,
        themes=tuple(card.themes),
        also=each_said(card.also, own),
        invitation=one_said(card.invitation, own),
        tags=tuple(card.tags),
        then=each_said(card.then, own),
        sort=card.sort,
        grid=each_said(card.grid, own),
        own=own,
    )


def written_design(written: Mapping[str, Any]) -> dict[str, Any]:
    """A card's data as it is kept: checked, complete, plain JSON. Raises: InvalidValue."""
    design_of(written)
    return CardData.model_validate(written).model_dump(mode="json", by_alias=True)


def _follow(text: str) -> tuple[str, int]:
    key, _, level = text.partition(":")
    if not level.isdigit():
        raise InvalidValue(
            FieldProblem(
                "follows", say("{text} is not understood.", text=repr(text)), say("Write card:level, as carry-empty:2.")
            )
        )
    return key, int(level)


def _level(card: CardData, data: LevelData, number: int, own: bool) -> Level:
    unknown = sorted({*data.change, *data.without} - {role.name for role in card.roles})
    if unknown:
        raise InvalidValue(
            FieldProblem(
                say("{card}, level {number}", card=card.key, number=number),
                say("changes {unknown}, which is no role.", unknown=together(unknown, ", ")),
            )
        )
    kept = [role for role in card.roles if role.name not in data.without]
    roles = [RoleData.model_validate({**role.model_dump(), **data.change.get(role.name, {})}) for role in kept]
    pour = data.pour
    return Level(
        number=number,
        name=one_said(data.name, own),
        roles=tuple(_role(role, own) for role in [*roles, *data.add]),
        container=("tray", "basket") if data.container is None else tuple(data.container),
        pour=Pour(from_=pour.from_, into=pour.into, share=pour.share, line=pour.line, total=pour.total)
        if pour
        else None,
        from_months=data.months,
        moves=data.moves,
        stated=tuple(data.stated.items()),
        expects=one_said(data.expects, own),
        not_yet=one_said(data.not_yet, own),
        changes=one_said(data.changes, own),
    )


def _role(data: RoleData, own: bool) -> Role:
    kept = data.model_dump()
    several = {name: tuple(getattr(data, name)) for name in ("unlike", "coloured_as", "accepts", "instead")}
    return Role(**{**kept, **several, "shows": one_said(data.shows, own)})


def read_cards(text: str, *, area: str = "", name: str = "") -> tuple[Design, ...]:
    """The cards of one data file. Raises: InvalidValue naming the file, the card and the field."""
    try:
        tables = tomllib.loads(text)
    except tomllib.TOMLDecodeError as problem:
        raise InvalidValue(FieldProblem(name or "file", say("cannot be read: {problem}.", problem=problem))) from None
    found = []
    for written in tables.get("card", []):
        try:
            found.append(design_of(written, area=area))
        except InvalidValue as problem:
            where = f"{name} {written.get('key', '?')}".strip()
            raise InvalidValue(
                *(FieldProblem(f"{where}: {p.field}", p.message, p.hint) for p in problem.problems)
            ) from None
    return tuple(found)


@lru_cache(maxsize=1)
def shipped_cards() -> tuple[Design, ...]:
    """Every card that ships. Raises: InvalidValue; a key twice, or a card that follows an unknown one, is refused."""
    found: list[Design] = []
    for path in sorted((files(__package__) / "cards").iterdir(), key=lambda p: p.name):
        if path.name.endswith(".toml"):
            area = path.name.removesuffix(".toml").replace("-", " ")
            found += read_cards(path.read_text(encoding="utf-8"), area=area, name=path.name)
    check_links(found)
    return tuple(found)


def check_links(designs: list[Design]) -> None:
    """Refuse a key used twice, and a card that follows a card or level nobody wrote. Raises: InvalidValue."""
    keys = [d.key for d in designs]
    known = {(d.key, level.number) for d in designs for level in d.levels}
    problems = [FieldProblem(key, say("is used by two cards.")) for key in sorted(set(keys)) if keys.count(key) > 1]
    problems += [
        FieldProblem(d.key, say("follows {key}, level {number}, which nobody wrote.", key=key, number=number))
        for d in designs
        for key, number in d.follows
        if (key, number) not in known
    ]
    if problems:
        raise InvalidValue(*problems)

"""Models of the catalogue: its cards, one card in full, and what the household takes and changes."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, In, Out, ReasonOut, Text
from zither_awl.api.schemas.make import CardTextOut, WordOut

Takes = Literal["whole", "picked"]
Origin = Literal["catalogue", "changed", "own"]
Key = Annotated[str, Field(min_length=1, max_length=40)]


class CatalogueCardOut(Out):
    key: str
    name: str
    area: str
    from_months: int
    to_months: int
    aim: str
    levels: int
    cost: str
    supervision: str
    themes: list[str]
    taken: bool
    origin: Origin
    news: int
    trays: list[str]


class CatalogueOut(Out):
    takes: Takes
    shipped: int
    cards: list[CatalogueCardOut]


class NeededOut(Out):
    """What a role asks for, the best first, and what would also do."""

    role: str
    count: int
    needs: list[str]
    shows: str
    instead: list[WordOut]
    optional: bool


class CardLevelOut(Out):
    number: int
    name: str
    from_months: int
    expects: str
    not_yet: str
    container: list[str]
    roles: list[NeededOut]
    changes: str
    showing: str
    """What is different in the showing from the level before."""


class LinkedCardOut(Out):
    key: str
    name: str
    level: int
    level_name: str


class NewsOut(Out):
    """A field both the household and the catalogue changed, in words."""

    field: str
    ours: str
    theirs: str


class LadderPlaceOut(Out):
    """Where a card stands on its ladder: its first and last step, of so many."""

    name: str
    first: int
    last: int
    of: int


class CatalogueEntryOut(CardTextOut):
    ladder: LadderPlaceOut | None
    cautions: list[ReasonOut]
    cost: str
    themes: list[str]
    follows: list[LinkedCardOut]
    leads_to: list[LinkedCardOut]
    levels: list[CardLevelOut]
    one_level_because: str
    taken: bool
    origin: Origin
    changed: list[str]
    news: list[NewsOut]
    taken_over: list[str]
    trays: list[str]
    rows: list[dict[str, str]]


class CardChoiceIn(In):
    keys: Annotated[list[Key], Field(min_length=1, max_length=1000)]
    taken: Flag


class TakesIn(In):
    takes: Takes


class CardRowsIn(In):
    """A card as rows of its CSV, one for every level."""

    rows: Annotated[list[dict[Key, Annotated[str, Field(max_length=6000)]]], Field(min_length=1, max_length=20)]


class SettleIn(In):
    field: Text
    theirs: Flag

"""Models of books: what is told of them, where they stand, the weekly turn."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from zither_awl.api.schemas.base import Day, Id, In, Out, ReasonOut, Whole

Months = Annotated[int, Field(ge=0, le=96), Whole]


class BookOut(Out):
    id: int
    title: str
    cover_mm: float
    language: str
    themes: list[str]
    from_months: int
    to_months: int
    lent_by: str
    back_on: dt.date | None
    photo_id: int | None
    unit_id: int | None
    """The ledge it stands on; None where it rests."""
    since: dt.date | None
    asked: int


class TurnedOut(Out):
    """A book in the turn that is proposed: what it would do, and why; `unit_id` the ledge it would stand on."""

    id: int
    title: str
    unit_id: int | None
    reason: ReasonOut


class LedgeOut(Out):
    unit_id: int
    name: str
    width_mm: float
    free_mm: float


class BooksOut(Out):
    books: list[BookOut]
    stays: list[TurnedOut]
    goes: list[TurnedOut]
    comes: list[TurnedOut]
    ledges: list[LedgeOut]
    turn_on: dt.date


class BookIn(In):
    id: Id = 0
    title: Annotated[str, Field(max_length=80)]
    cover_mm: Annotated[float | None, Field(ge=20, le=600)] = None
    language: Annotated[str, Field(min_length=2, max_length=8)] = "en"
    themes: Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=12)] = []
    from_months: Months = 0
    to_months: Months = 96
    lent_by: Annotated[str, Field(max_length=80)] = ""
    back_on: Day | None = None


class OntoIn(In):
    id: Id
    unit_id: Id


class TurnBooksIn(In):
    out: Annotated[list[Id], Field(max_length=40)]
    in_: Annotated[list[OntoIn], Field(max_length=40)]

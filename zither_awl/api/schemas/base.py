"""The roots of the models, the problem shape, and values that many subjects share."""

from __future__ import annotations

import datetime as dt
import re
from typing import Annotated, ClassVar, Literal, get_args

from pydantic import (
    AwareDatetime,
    BaseModel,
    BeforeValidator,
    ConfigDict,
    Field,
    Strict,
    ValidationInfo,
    field_validator,
    model_validator,
)

from zither_awl.core.saying import say
from zither_awl.languages import told


def _only_text(value: object) -> object:
    if isinstance(value, dt.date) or (isinstance(value, str) and re.match(r"\d{4}-\d\d-\d\d", value)):
        return value
    raise ValueError(say("Write the date as YYYY-MM-DD."))


def _json_whole(value: object) -> object:
    if isinstance(value, bool):
        raise ValueError(say("A whole number is expected."))
    return int(value) if isinstance(value, float) and value.is_integer() else value


Day = Annotated[dt.date, BeforeValidator(_only_text)]
"""Pydantic would take 0 and "0" for 1 January 1970."""
Instant = Annotated[AwareDatetime, BeforeValidator(_only_text)]
"""A time with its zone, as text. Pydantic would take 0 for the first moment of 1970."""
Whole = BeforeValidator(_json_whole)
"""Pydantic would take false for 0. Stands last in an Annotated, or the limits vanish from the schema."""
Flag = Annotated[bool, Strict()]
"""Of a body. Pydantic would take 0 for false."""
Id = Annotated[int, Field(ge=0, le=2**53), Whole]
Mm = Annotated[float, Field(ge=-10_000, le=100_000, allow_inf_nan=False)]
Text = Annotated[str, Field(max_length=1000)]


def _numeric(kind: object) -> bool:
    return kind is float or kind is int or any(map(_numeric, get_args(kind)))


class GroupQuery(BaseModel):
    """`group`: one group of children only."""

    group: int | None = Field(None, ge=1, le=2**31 - 1)


class In(BaseModel):
    """Something that comes in: unknown fields are refused, spaces around words dropped."""

    # Built at its first use: most of a house's days need a few of the hundreds.
    model_config = ConfigDict(defer_build=True, extra="forbid", str_strip_whitespace=True)

    @model_validator(mode="before")
    @classmethod
    def _no_flag_for_a_number(cls, told: object) -> object:
        """Pydantic would take false for 0."""
        flags = [name for name, value in told.items() if isinstance(value, bool)] if isinstance(told, dict) else []
        for name in flags:
            kind = cls.model_fields[name].annotation if name in cls.model_fields else bool
            if _numeric(kind):
                raise ValueError(say("A number is expected for {name}.", name=name))
        return told


class Out(BaseModel):
    """Something that goes out: every key is always there."""

    model_config = ConfigDict(defer_build=True, from_attributes=True, json_schema_serialization_defaults_required=True)

    KEPT: ClassVar[frozenset[str]] = frozenset()
    """The fields that hold keys, though they read like words: they come back, and must come back as they were."""

    @field_validator("*", mode="before")
    @classmethod
    def _told(cls, value: object, info: ValidationInfo) -> object:
        """What the program says goes out in the language of whoever reads."""
        return value if info.field_name in cls.KEPT else told(value)


class ErrorOut(Out):
    """One bad field."""

    KEPT = frozenset(("field",))
    field: str
    message: str
    hint: str


class ProblemOut(Out):
    """What went wrong (RFC 9457), with one entry per bad field."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[ErrorOut]
    theirs: int | None = None
    other: str | None = None


class QuantityOut(Out):
    """A number with its unit and limit."""

    label: str
    value: float
    unit: str
    limit: float | None
    needed: bool


class ReasonOut(Out):
    """A rule, said plainly, with its numbers and evidence."""

    rule: str
    text: str
    numbers: list[QuantityOut]
    evidence: list[str]
    source: str


class SpotIn(In):
    """A place of a unit."""

    unit_id: Id
    board: Id
    place: Id


class SpotOut(Out):
    """A place of a unit."""

    unit_id: int
    board: int
    place: int


class DoneOut(Out):
    """It is done; the id of what was made, where something was."""

    id: int | str | None = None


Pattern = Literal["ring", "dot", "stripe", "cross", "chevron"]

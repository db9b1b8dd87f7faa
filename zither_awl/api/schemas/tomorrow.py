"""Models of a day's invitations, child by child."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from zither_awl.api.schemas.base import Day, Id, In, Out, ReasonOut, Text
from zither_awl.core.tomorrow import Kind


class InvitationOut(Out):
    """One thing a child is invited to; `ref` as "tray:3", "set:colours-first", "routine:dishes"."""

    kind: Kind
    ref: str
    title: str
    area: str
    reason: ReasonOut
    prepare: str
    condition: str
    minutes: int | None
    taken_up: bool


class ChildsDayOut(Out):
    """`chosen`: the household put it together; else it is the proposal."""

    child_id: int
    child: str
    pattern: str
    chosen: bool
    items: list[InvitationOut]
    others: list[InvitationOut]


class InvitationsOut(Out):
    day: dt.date
    children: list[ChildsDayOut]


class InvitationsQuery(In):
    day: Day | None = None
    group: Annotated[int | None, Field(ge=1, le=2**31 - 1)] = None
    """One group of children only."""


class InviteIn(In):
    """What a child is invited to on a day, in its order; None leaves it to the proposal."""

    child_id: Id
    day: Day
    refs: Annotated[list[Text], Field(max_length=40)] | None

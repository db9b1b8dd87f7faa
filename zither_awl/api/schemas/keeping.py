"""Copies, going back to one, the household and a family as files, PINs."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Id, In, Out

Passphrase = Annotated[str, Field(max_length=200)]


class KeepingOut(Out):
    key: str
    severity: Literal["must", "should", "note"]
    text: str


class KeptOut(Out):
    """`second`: the second folder's path, "" while none is named; `sealed`: whether copies in it are sealed."""

    lines: list[KeepingOut]
    second: str
    sealed: bool


class CopyOut(Out):
    key: str
    at: dt.datetime
    mb: float
    second: bool
    sealed: bool


class CopiesOut(Out):
    copies: list[CopyOut]


class CopyIn(In):
    key: Annotated[str, Field(max_length=120)]
    passphrase: Passphrase = ""


class ContentsOut(Out):
    name: str
    children: int
    trays: int
    things: int
    works: int
    newest: dt.date | None


class CopyPreviewOut(Out):
    """What the copy holds, and what the household holds now."""

    then: ContentsOut
    now: ContentsOut | None


class RestoringOut(Out):
    """How far going back is; `kept`: the copy of what was there before."""

    state: Literal["none", "running", "done", "failed"]
    step: str
    share: float
    message: str
    kept: str


class SecondIn(In):
    """A folder of this machine; with a passphrase the copies in it are sealed."""

    folder: Annotated[str, Field(max_length=400)]
    passphrase: Passphrase = ""


class SealIn(In):
    passphrase: Passphrase


class HouseholdFileOut(Out):
    name: str
    children: int
    trays: int
    photos: int
    kept_copy: str


class FamilyIn(In):
    children: list[Id]


class FamilyFileOut(Out):
    house: str
    children: list[str]
    trays: int
    works: int
    photos: int
    kept_copy: str


class AdultPinIn(In):
    """A PIN of four to twelve digits; "" takes it away. `old`: the one there is now."""

    pin: Annotated[str, Field(max_length=12)]
    old: Annotated[str, Field(max_length=12)] = ""


class UnlockIn(In):
    adult_id: Id
    pin: Annotated[str, Field(max_length=12)]


class LockOut(Out):
    """`wanted`: whether what a keeper does asks for a PIN on this device now; `adults` have one."""

    wanted: bool
    adults: list[int]


class RemovedOut(Out):
    """The day on which the last copy that holds it is let go of."""

    copies_until: dt.date

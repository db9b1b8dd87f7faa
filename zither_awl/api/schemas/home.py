"""Models of the home network."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from zither_awl.api.schemas.base import Flag, In, Out


class PairIn(In):
    code: Annotated[str, Field(max_length=20)]
    name: Annotated[str, Field(max_length=80)]


class BarIn(In):
    barred: Flag


class RaiseIn(In):
    keeper: Flag


class CodeOut(Out):
    digits: str
    until: dt.datetime


class DeviceOut(Out):
    id: str
    name: str
    paired_at: dt.datetime
    barred: bool
    keeper: bool


class HomeOut(Out):
    """`here`: asked on the machine the program runs on, where devices are let in."""

    serving: bool
    here: bool
    addresses: list[str]
    fingerprint: str
    devices: list[DeviceOut]

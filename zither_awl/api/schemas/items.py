"""What a device sends: one model a kind, made from core.happenings, so that every kind carries its own fields only."""

from functools import reduce
from operator import or_
from typing import TYPE_CHECKING, Annotated, Any, Literal, cast

from pydantic import ConfigDict, Field, create_model, field_validator

from zither_awl.api.schemas.base import Id, In, Instant, Text, Whole
from zither_awl.api.schemas.watch import LookIn, Uuid
from zither_awl.core.happenings import KINDS, Kind
from zither_awl.core.values import Place, Work


class WrittenIn(In):
    """What every item says: whose it is, its count, its clocks."""

    device: Uuid
    sequence: Id
    schema_version: Id
    at: Instant
    monotonic_ms: Annotated[float | None, Field(allow_inf_nan=False), Whole] = None


class NewerItemIn(WrittenIn):
    """An item of a kind this program does not know: it is kept as it is, for one that does."""

    model_config = ConfigDict(extra="allow")

    kind: Annotated[str, Field(max_length=32)]

    @field_validator("kind")
    @classmethod
    def _unknown(cls, kind: str) -> str:
        if kind in KINDS:
            raise ValueError(f"{kind} is a known kind, and something else is wrong with it")
        return kind


_FIELDS: dict[str, Any] = {
    "episode_id": (Annotated[str, Field(max_length=36)], ""),
    "child_id": (Id | None, None),
    "tray_id": (Id | None, None),
    "activity": (Annotated[str, Field(max_length=80)], ""),
    "cause": (Annotated[str, Field(max_length=80)], ""),
    "text": (Text, ""),
    "work": (Work | None, None),
    "place": (Place | None, None),
    "present": (Annotated[list[Id], Field(max_length=40)], []),
    "seen": (Literal["all", "part"] | None, None),
    "states": (Annotated[list[LookIn], Field(max_length=40)], []),
    "outcome": (Annotated[str, Field(max_length=24)], ""),
    "set_key": (Annotated[str, Field(max_length=40)], ""),
    "word": (Annotated[str, Field(max_length=80)], ""),
    "turn": (Annotated[str, Field(max_length=24)], ""),
    "right": (bool, False),
    "run": (Annotated[str, Field(max_length=8)], ""),
    "food": (Annotated[str, Field(max_length=40)], ""),
    "cut": (Annotated[str, Field(max_length=16)], ""),
    "manner": (Annotated[str, Field(max_length=12)], ""),
    "words": (Annotated[str, Field(max_length=40)], ""),
}
"""How each field of an item is written; which kind carries which says core.happenings."""


def _item(kind: Kind) -> type[WrittenIn]:
    fields = {name: _FIELDS[name] for name in kind.fields}
    made: type[WrittenIn] = create_model(
        f"{kind.name.capitalize()}ItemIn",
        __base__=WrittenIn,
        __doc__=f"Written down by a device: {kind.words}.",
        kind=(cast("Any", Literal[kind.name]), ...),
        **fields,
    )
    return made


_KNOWN: Any = reduce(or_, (_item(kind) for kind in KINDS.values()))
ItemIn: Any = Annotated[_KNOWN, Field(discriminator="kind")] | NewerItemIn
"""One thing a device wrote down, by its kind."""

if TYPE_CHECKING:

    class ItemsIn(In):
        items: list[WrittenIn]

else:
    ItemsIn = create_model(
        "ItemsIn",
        __base__=In,
        __doc__="What a device sends, in its order.",
        items=(Annotated[list[ItemIn], Field(max_length=500)], ...),
    )

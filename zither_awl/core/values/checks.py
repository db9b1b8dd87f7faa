"""What several constructors check alike."""

from __future__ import annotations

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say

NAME_LENGTH = 80

MOST_MM = 5000.0


def named(wrong: Gathering, name: str, field_name: str = "name") -> None:
    wrong.check(bool(name.strip()), field_name, say("is empty; write a name."))
    wrong.check(
        len(name) <= NAME_LENGTH,
        field_name,
        say("has {name} characters; the limit is {name_length}.", name=len(name), name_length=NAME_LENGTH),
    )


def sized(wrong: Gathering, most: float = MOST_MM, **sizes_mm: float) -> None:
    for name, size in sizes_mm.items():
        wrong.check(
            0 < size <= most,
            name,
            say("is {size} mm; expected more than 0 and at most {most} mm.", size=figure(size), most=figure(most)),
        )

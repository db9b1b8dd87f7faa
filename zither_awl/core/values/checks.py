"""What several constructors check alike."""

from __future__ import annotations

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say

NAME_LENGTH = 80

MOST_MM = 5000.0

MOST_MONTHS = 96
"""Windows and judgements end at eight years."""


def named(wrong: Gathering, name: str, field_name: str = "name") -> None:
    wrong.check(bool(name.strip()), field_name, say("is empty; write a name."))
    wrong.check(
        len(name) <= NAME_LENGTH,
        field_name,
        say("has {name} characters; the limit is {name_length}.", name=len(name), name_length=NAME_LENGTH),
    )


def in_window(wrong: Gathering, from_months: int, to_months: int) -> None:
    wrong.check(
        0 <= from_months < to_months <= MOST_MONTHS,
        "from_months",
        say(
            "to to_months is {from_months} to {to_months}; expected 0 to {most_months}, rising.",
            from_months=from_months,
            to_months=to_months,
            most_months=MOST_MONTHS,
        ),
    )


def sized(wrong: Gathering, most: float = MOST_MM, **sizes_mm: float) -> None:
    for name, size in sizes_mm.items():
        wrong.check(
            0 < size <= most,
            name,
            say("is {size} mm; expected more than 0 and at most {most} mm.", size=figure(size), most=figure(most)),
        )

"""What several constructors check alike."""

from __future__ import annotations

from zither_awl.core.errors import Gathering

NAME_LENGTH = 80

MOST_MM = 5000.0


def named(wrong: Gathering, name: str, field_name: str = "name") -> None:
    wrong.check(bool(name.strip()), field_name, "is empty; write a name.")
    wrong.check(len(name) <= NAME_LENGTH, field_name, f"has {len(name)} characters; the limit is {NAME_LENGTH}.")


def sized(wrong: Gathering, most: float = MOST_MM, **sizes_mm: float) -> None:
    for name, size in sizes_mm.items():
        wrong.check(0 < size <= most, name, f"is {size:g} mm; expected more than 0 and at most {most:g} mm.")

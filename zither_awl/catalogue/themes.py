"""The themes that ship, read from their data file."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib import resources

from zither_awl.catalogue.wording import worded
from zither_awl.core.weeks.theme import ThemePattern

_WORDS = ("name", "question", "outing", "caution")


@cache
def shipped_themes() -> tuple[ThemePattern, ...]:
    """The themes that ship, in the order they are offered."""
    text = resources.files("zither_awl.catalogue").joinpath("themes.toml").read_text("utf-8")
    return tuple(
        ThemePattern(
            key=data["key"],
            name=data["name"],
            question=data["question"],
            words=tuple(_word(line) for line in data["words"]),
            near=tuple(data["near"]),
            songs=tuple(data["songs"]),
            routines=tuple(data["routines"]),
            sets=tuple(data.get("sets", ())),
            outing=data["outing"],
            caution=data.get("caution", ""),
            months=tuple(data.get("months", ())),
        )
        for data in (worded(each, *_WORDS) for each in tomllib.loads(text)["theme"])
    )


def _word(line: str) -> tuple[str, str]:
    first, _, second = line.partition(" = ")
    return first, second

"""The drawn forms of things on paper: the same paths the screen draws, as lines.

A path is written in a box of a hundred by a hundred, y downwards, with M, L, C and Z only.
"""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import files

Command = tuple[str, tuple[float, ...]]


@cache
def forms() -> dict[str, tuple[tuple[Command, ...], ...]]:
    """Every form as its paths, each a row of commands."""
    told = json.loads(files("zither_awl").joinpath("catalogue", "forms.json").read_text("utf-8"))
    return {name: tuple(_commands(path) for _, path in paths) for name, paths in told.items()}


def _commands(path: str) -> tuple[Command, ...]:
    found: list[tuple[str, list[float]]] = []
    for word in path.split():
        if word in "MLCZ":
            found.append((word, []))
        else:
            found[-1][1].append(float(word))
    return tuple((letter, tuple(numbers)) for letter, numbers in found)

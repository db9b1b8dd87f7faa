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
    return {name: tuple(commands for _, commands in paths) for name, paths in _read("forms.json").items()}


Inked = tuple[str, tuple[Command, ...]]
"""A path and its ink: "line" and "none" are not filled, "dark" is."""


@cache
def pictures() -> dict[str, tuple[Inked, ...]]:
    """Every drawing a step of a routine or a word can be followed by: those of steps, and the forms of things."""
    return {**_read("forms.json"), **_read("pictures.json")}


def _read(name: str) -> dict[str, tuple[Inked, ...]]:
    told = json.loads(files("zither_awl").joinpath("catalogue", name).read_text("utf-8"))
    return {name: tuple((ink, _commands(path)) for ink, path in paths) for name, paths in told.items()}


def _commands(path: str) -> tuple[Command, ...]:
    found: list[tuple[str, list[float]]] = []
    for word in path.split():
        if word in "MLCZ":
            found.append((word, []))
        else:
            found[-1][1].append(float(word))
    return tuple((letter, tuple(numbers)) for letter, numbers in found)

"""The kinds of things as data: read once, from the files that lie beside the cards, and constant like any table.

Sizes mm, masses g, bulk densities g/ml. Common practice, no source, except the densities: kitchen and grain handbooks
and the FAO/INFOODS Density Database, from memory (the accepted ranges are in core.things.fill).
"""

from __future__ import annotations

import tomllib
from collections.abc import Iterator, Mapping
from importlib.resources import files
from typing import Any

from zither_awl.core.things.component import Inside
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Sphere

FILES = ("vessels", "tools", "care", "pieces", "wear", "senses", "letters", "making", "outdoors", "food", "harm")
LISTS = ("can", "words", "es", "bears", "dangers", "allergens")


def rows() -> Iterator[dict[str, Any]]:
    """Every kind as its file has it, its shape, inside and softness made ours."""
    for name in FILES:
        text = files("zither_awl").joinpath("catalogue", "kinds", f"{name}.toml").read_text("utf-8")
        yield from (_row(each) for each in tomllib.loads(text)["kind"])


def _row(told: Mapping[str, Any]) -> dict[str, Any]:
    row = dict(told)
    for name in LISTS:
        if name in row:
            row[name] = tuple(row[name])
    row["shape"] = _shape(row["shape"])
    if "softness" in row:
        row["softness"] = Softness(row["softness"])
    if "inside" in row:
        inside = dict(row["inside"])
        inside["marks"] = tuple((float(ml), float(up)) for ml, up in inside.pop("marks", ()))
        row["inside"] = Inside(**inside)
    return row


def _shape(told: Mapping[str, list[float]]) -> Shape:
    ((form, sizes),) = told.items()
    match form, sizes:
        case "ball", [wide]:
            return Sphere(wide)
        case "cylinder", [wide, long]:
            return Cylinder(wide, long)
        case "box", [wide, deep, high]:
            return Box(wide, deep, high)
        case _:
            return Irregular(None, Box(*sizes))

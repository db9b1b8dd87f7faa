"""The files that ship: samples to download, made out to the household's own children, and the demo's cupboard."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from datetime import date, timedelta
from importlib.resources import files

from zither_awl.formats.episode_table import COLUMNS
from zither_awl.formats.tables import write_table


def _text(name: str) -> str:
    return (files(__package__) / "data" / name).read_text(encoding="utf-8")


def demo_trays_csv() -> str:
    """The cupboard of the demo household."""
    return _text("demo-trays.csv")


def demo_components_csv() -> str:
    """The things of the demo household."""
    return _text("demo-components.csv")


def things_csv() -> str:
    """A few things to begin from; only names and counts are told, the rest is assumed from the kind."""
    return _text("sample-things.csv")


def trays_csv(children: Sequence[str] = ()) -> str:
    """Fourteen trays to begin from. `children` are the names of the household, the oldest first."""
    return _for(children, _text("sample-trays.csv"))


def episodes_csv(today: date, children: Sequence[str] = ()) -> str:
    """Three weeks of past episodes with the sample trays, ending yesterday."""
    rows = csv.DictReader(io.StringIO(_for(children, _text("sample-episodes.csv"))))
    # In the file a day is a number of days ago.
    dated = [{**row, "day": (today - timedelta(days=int(row["day"]))).isoformat()} for row in rows]
    return write_table(COLUMNS, dated)


def _for(children: Sequence[str], text: str) -> str:
    """The file with the household's own names; without children the columns stay empty."""
    older, younger = (children[0], children[-1]) if children else ("", "")
    both = " | ".join(dict.fromkeys((older, younger)))
    return text.replace("{older}", older).replace("{younger}", younger).replace("{both}", both)

"""The words of the data files as messages: what ships can be told in every language, by its English words."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any

from zither_awl.core.saying import say


def worded(data: Mapping[str, Any], *names: str) -> dict[str, Any]:
    """A table of a data file, with what stands under these names as messages."""
    return {name: _said(value) if name in names else value for name, value in data.items()}


def each_said(words: Iterable[str], own: bool = False) -> tuple[str, ...]:
    """Words as messages; the household's own stay as they were written."""
    return tuple(words) if own else tuple(map(say, words))


def one_said(text: str, own: bool = False) -> str:
    """A text as a message, unless it is the household's own, or empty."""
    return text if own or not text else say(text)


def _said(value: Any) -> Any:
    return one_said(value) if isinstance(value, str) else each_said(value)

"""Answers in the household's units: sentences only. Numbers and what people wrote themselves stay as they are kept."""

from __future__ import annotations

import json
from typing import Any

from flask import Response, request

from zither_awl.api.context import desk
from zither_awl.core.measure import in_inches
from zither_awl.languages import point_read

SENTENCES = frozenset(
    {
        "text",
        "message",
        "hint",
        "detail",
        "why",
        "words",
        "reason",
        "reasons",
        "condition",
        "then",
        "fill",
        "held",
        "would_change",
        "compared",
        "minds",
        "emergency",
        "caution",
        "stability",
        "spoken",
        "expects",
        "few",
    }
)
"""The fields that hold sentences of the program's own."""
OWN_WORDS = {"words": ("until_day",), "text": ("cause", "picture")}
"""What people wrote themselves, though the field is called so: an aim, a note, a step of a routine. By a field that
stands beside it there. Such words come back when a form is saved, and must come back as they were."""
AS_KEPT = ("/api/export/", "/api/openapi.json")
"""Files that go out hold what is kept."""


def in_their_units(response: Response) -> Response:
    """An answer to a house of inches, its sentences in inches."""
    if response.mimetype not in ("application/json", "application/problem+json") or response.direct_passthrough:
        return response
    if request.path.startswith(AS_KEPT):
        return response
    if response.status_code >= 500 or not in_inches_here():
        return response
    response.set_data(json.dumps(_put(json.loads(response.get_data(as_text=True)))))
    return response


def _own(key: str, beside: dict[str, Any]) -> bool:
    return any(other in beside for other in OWN_WORDS.get(key, ()))


def in_inches_here() -> bool:
    """Whether the household measures in inches."""
    try:
        home = desk().house().household
    except Exception:
        # The answer is made, and did not need the house; a question that needs it says what is wrong with the file.
        return False
    return home is not None and home.lengths == "in"


def _put(value: Any, sentence: bool = False) -> Any:
    if isinstance(value, dict):
        return {key: _put(each, key in SENTENCES and not _own(key, value)) for key, each in value.items()}
    if isinstance(value, list):
        return [_put(each, sentence) for each in value]
    return in_inches(value, point_read()) if sentence and isinstance(value, str) else value

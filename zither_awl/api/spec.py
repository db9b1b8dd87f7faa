"""The OpenAPI document, made from the views themselves."""

from __future__ import annotations

from http import HTTPStatus
from typing import Any

from pydantic import ValidationError
from spectree import Response, SpecTree

from zither_awl import __version__
from zither_awl.api.problems import mistake
from zither_awl.api.schemas.base import ErrorOut, ProblemOut
from zither_awl.core.saying import filled, said_of, say

WORDED = {
    "missing": say("Field required."),
    "extra_forbidden": say("Extra inputs are not permitted."),
    "greater_than_equal": say("Input should be greater than or equal to {ge}."),
    "less_than_equal": say("Input should be less than or equal to {le}."),
    "greater_than": say("Input should be greater than {gt}."),
    "less_than": say("Input should be less than {lt}."),
    "string_too_long": say("Write at most {max_length, plural, one {# character} other {# characters}}."),
    "string_too_short": say("Write at least {min_length, plural, one {# character} other {# characters}}."),
    "too_long": say("At most {max_length} are taken; there were {actual_length}."),
    "too_short": say("At least {min_length} are needed; there were {actual_length}."),
    "literal_error": say("Input should be {expected}."),
    **dict.fromkeys(
        ("int_type", "int_parsing", "int_from_float", "float_type", "float_parsing", "finite_number"),
        say("A number is expected."),
    ),
    **dict.fromkeys(("date_type", "date_parsing", "date_from_datetime_parsing"), say("Write the date as YYYY-MM-DD.")),
}
"""By pydantic's kind of error: what is said of it. What a page of ours never sends keeps pydantic's own words."""


def _said(error: Any) -> str:
    if error["type"] == "value_error":
        return said_of(error["ctx"]["error"])
    said = WORDED.get(error["type"])
    return filled(said, **error.get("ctx", {})) if said is not None else f"{error['msg']}."


def _before(_request: Any, response: Any, error: Exception | None, _instance: Any, *_rest: Any) -> None:
    """Give a refused request the same shape as every other problem."""
    if not isinstance(error, ValidationError):
        return
    errors = [
        ErrorOut(field=".".join(map(str, e["loc"])) or "body", message=_said(e), hint="")
        for e in error.errors(include_url=False, include_input=False)
    ]
    title = say("Some fields need another look.")
    problem = ProblemOut(title=title, status=422, detail=errors[0].message, errors=errors)
    response.set_data(problem.model_dump_json())
    response.content_type = "application/problem+json"


def _after(_request: Any, response: Any, error: Exception | None, _instance: Any, *_rest: Any) -> None:
    """An answer that breaks its own schema is our mistake: say so without its insides."""
    if error is not None:
        wrong = error.errors(include_url=False, include_input=False) if isinstance(error, ValidationError) else error
        told = mistake(f"an answer broke its own schema: {wrong}")
        response.set_data(told.get_data())
        response.content_type = told.content_type


FILES = {
    "pdf": "application/pdf",
    "png": "image/png",
    "zip": "application/zip",
    "age": "application/octet-stream",
    "html": "text/html",
}


class Document(SpecTree):
    """The document as it is written, but for what every answer shares. It is made when it is asked for: made while the
    program starts, it took a third of the start."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        self._waiting: dict[tuple[str, Any], Any] = {}
        super().__init__(*args, **kwargs)

    def _add_model(self, model: Any, mode: Any = "validation") -> str:
        """Take note of a model; the last word on it counts."""
        key = str(self.naming_strategy(model))
        self._waiting.pop((key, mode), None)
        self._waiting[key, mode] = model
        return key

    def _generate_spec(self) -> dict[str, Any]:
        """Files by their kind, and problems as RFC 9457 has them, at every operation."""
        for (_, mode), model in self._waiting.items():
            super()._add_model(model=model, mode=mode)
        spec = super()._generate_spec()
        problem = {"application/problem+json": {"schema": {"$ref": "#/components/schemas/ProblemOut"}}}
        spec["components"]["responses"] = {
            str(status): {"description": HTTPStatus(status).phrase, "content": problem} for status in PROBLEMS
        }
        for path, operations in spec["paths"].items():
            for operation in operations.values():
                given = operation["responses"]
                if not given:
                    kind = FILES[path.rsplit(".", 1)[-1]]
                    given["200"] = {"description": "OK", "content": {kind: {"schema": {"type": "string"}}}}
                body = operation.get("requestBody", {}).get("content", {}).get("application/json")
                if body is not None:
                    model = spec["components"]["schemas"][body["schema"]["$ref"].rsplit("/", 1)[-1]]
                    # Where every field has its usual value nothing needs to be said.
                    operation["requestBody"]["required"] = bool(model.get("required"))
                given.update({str(each): {"$ref": f"#/components/responses/{each}"} for each in PROBLEMS})
        return spec


PROBLEMS = (400, 401, 403, 404, 405, 409, 413, 415, 422, 423, 502, 503)

api = Document(
    "flask",
    title="Zither Awl",
    version=__version__,
    path="apidoc",
    page_templates={},
    mode="strict",
    before=_before,
    after=_after,
    validation_error_model=ProblemOut,
    naming_strategy=lambda model: model.__name__,
    nested_naming_strategy=lambda _parent, child: child,
)


def answers(**by_status: Any) -> Response:
    """The answers of a view, with the problems every view may give."""
    return Response(
        HTTP_400=ProblemOut,
        HTTP_401=ProblemOut,
        HTTP_403=ProblemOut,
        HTTP_404=ProblemOut,
        HTTP_409=ProblemOut,
        HTTP_422=ProblemOut,
        HTTP_503=ProblemOut,
        **by_status,
    )

"""One handler turns the error tree into `application/problem+json` (RFC 9457)."""

from __future__ import annotations

from itertools import chain
from typing import Any

from flask import Flask, Response, request
from werkzeug.exceptions import HTTPException, MethodNotAllowed, NotFound

from zither_awl.api.context import desk
from zither_awl.api.schemas.base import ErrorOut, ProblemOut
from zither_awl.core import errors as domain
from zither_awl.core.saying import said_of, say, together
from zither_awl.services.journal import LOGGER, incident
from zither_awl.services.transfer import damaged_values

STATUS: dict[type[domain.ZitherAwlError], int] = {
    domain.InvalidValue: 422,
    domain.AgeError: 422,
    domain.NotFound: 404,
    domain.StaleWrite: 409,
    domain.Overlap: 409,
    domain.Busy: 409,
    domain.StoppedEarly: 422,
    domain.StoreUnavailable: 503,
    domain.DeviceTrouble: 502,
}
TITLE = {
    422: say("Some fields need another look."),
    404: say("That is not here."),
    409: say("Two things do not go together."),
    502: say("A device does not do it."),
    503: say("The database cannot be used."),
}


TOO_LARGE = say("The file is larger than 25 MB. Split it, or make it smaller; nothing was changed.")

GO_BACK = say("Stop the program and go back to a copy with zither-awl restore: it shows what would change first.")
NOWHERE = say("There is no such address in the API.")


def register(app: Flask) -> None:
    """Answer every error of ours, and every HTTP error, as a problem."""
    app.register_error_handler(domain.ZitherAwlError, _of_domain)
    app.register_error_handler(HTTPException, _of_http)
    app.register_error_handler(Exception, _of_mistake)


def _of_domain(error: Any) -> Response:
    status = STATUS[type(error)]
    if status >= 500:
        LOGGER.warning("%s %s: %s", request.method, request.path, error, exc_info=error.__cause__ or error)
    problems = error.problems if isinstance(error, domain.InvalidValue) else ()
    detail = together(chain.from_iterable((p.message, p.hint) for p in problems)) or said_of(error)
    return _answer(
        ProblemOut(
            title=TITLE[status],
            status=status,
            detail=detail,
            errors=[ErrorOut(field=p.field, message=p.message, hint=p.hint) for p in problems],
            theirs=getattr(error, "theirs", None),
            other=getattr(error, "other", None),
        )
    )


def _of_http(error: Any) -> Response:
    status = error.code or 500
    detail = TOO_LARGE if status == 413 else NOWHERE if error.description == NotFound.description else error.description
    title = TITLE.get(status, error.name)
    answer = _answer(ProblemOut(title=title, status=status, detail=detail or error.name, errors=[]))
    if isinstance(error, MethodNotAllowed):
        answer.headers["Allow"] = ", ".join(sorted(error.valid_methods or ()))
    return answer


def _of_mistake(error: Any) -> Response:
    damaged = damaged_values(desk())
    if damaged:
        LOGGER.error("%s %s: the file holds what cannot be read: %s", request.method, request.path, "; ".join(damaged))
        said = say("The file holds what cannot be read: {damaged}. ", damaged=together(damaged[:3], "; "))
        return _answer(ProblemOut(title=TITLE[503], status=503, errors=[], detail=said + GO_BACK))
    return mistake(f"{request.method} {request.path}: {type(error).__name__}")


def mistake(what: str) -> Response:
    """The answer when the program is to blame, with the number under which the log tells more."""
    number = incident(what)
    return _answer(
        ProblemOut(
            title=say("The program made a mistake."),
            status=500,
            errors=[],
            detail=say(
                "The program made a mistake (incident {number}). Nothing was changed. Reload, and try again.",
                number=number,
            ),
        )
    )


def _answer(problem: ProblemOut) -> Response:
    return Response(problem.model_dump_json(), problem.status, content_type="application/problem+json")

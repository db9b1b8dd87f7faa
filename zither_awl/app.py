"""The factory: all wiring, no logic."""

from __future__ import annotations

import gzip
import mimetypes
import secrets
from pathlib import Path
from typing import Any

from flask import Flask, Response, jsonify, request, send_from_directory
from flask.sessions import SecureCookieSessionInterface
from flask_wtf import CSRFProtect
from werkzeug.exceptions import NotFound
from werkzeug.routing import IntegerConverter, Map, PathConverter

from zither_awl.api import problems
from zither_awl.api.context import (
    DOOR,
    KEY,
    PRINTER,
    RESTORING,
    SCALE,
    TRIES,
    admit,
    ask_for_pin,
    decide,
    decided,
    guard,
    hear,
    heard,
)
from zither_awl.api.spec import api
from zither_awl.api.units import in_their_units
from zither_awl.api.views import (
    books,
    calendar,
    catalogue,
    change,
    children,
    cupboard,
    devices,
    groups,
    heights,
    home,
    keeping,
    ladders,
    lessons,
    make,
    making,
    morning,
    older,
    paper,
    plan,
    routines,
    session,
    shelf,
    showing,
    table,
    talks,
    telling,
    themes,
    things,
    tomorrow,
    watch,
    weeks,
    welcome,
)
from zither_awl.devices import SimulatedPrinter
from zither_awl.services.clock import Clock
from zither_awl.services.desk import Desk
from zither_awl.services.pairing import Door
from zither_awl.services.pins import Tries
from zither_awl.services.restoring import Restoring
from zither_awl.services.weighing import Weighbridge
from zither_awl.settings import Settings
from zither_awl.store import Engine, prepare

STATIC = Path(__file__).parent / "static"
CSP = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self'",
        # Radix and dnd-kit put <style> elements into the page; without them it scrolls behind an open dialog.
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "worker-src 'self'",
        "manifest-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
    )
)
HEADERS = {
    "Content-Security-Policy": CSP,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "same-origin",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), geolocation=(), microphone=()",
}
VIEWS = (
    session,
    home,
    keeping,
    children,
    shelf,
    plan,
    heights,
    cupboard,
    things,
    making,
    catalogue,
    make,
    watch,
    morning,
    showing,
    lessons,
    routines,
    paper,
    devices,
    older,
    change,
    welcome,
    ladders,
    tomorrow,
    weeks,
    themes,
    books,
    calendar,
    table,
    talks,
    groups,
    telling,
)
WORTH_PACKING = 1400
"""Bytes: what fits into one packet of the network is no shorter for being packed."""
FOREVER = "public, max-age=31536000, immutable"

# Bare Python 3.11 does not know these everywhere.
mimetypes.add_type("font/woff2", ".woff2")
mimetypes.add_type("text/javascript", ".js")
mimetypes.add_type("application/manifest+json", ".webmanifest")


class _Id(IntegerConverter):
    """A number in an address: an id, and no larger than one can be."""

    def __init__(self, url_map: Map) -> None:
        super().__init__(url_map, max=2**31 - 1)


class _Sessions(SecureCookieSessionInterface):
    """Over https the session's cookie is for https only."""

    def get_cookie_secure(self, app: Flask) -> bool:
        return request.is_secure


def create_app(
    settings: Settings,
    engine: Engine | None = None,
    clock: Clock | None = None,
    door: Door | None = None,
    scale: Weighbridge | None = None,
) -> Flask:
    """The application on one household's database, which is opened, checked and migrated first.

    With a `door` it can be served to the home network too, under the door's names.

    Raises: StoreUnavailable, in plain words, if the database cannot be used.
    """
    app = Flask(__name__, static_folder=None)
    app.session_interface = _Sessions()
    app.url_map.converters.update(int=_Id, page=PagePath)
    app.extensions[KEY] = Desk(engine or prepare(settings.database), clock)
    app.extensions[DOOR] = door = door or Door()
    app.extensions[SCALE] = scale or Weighbridge()
    app.extensions[RESTORING], app.extensions[TRIES] = Restoring(), Tries()
    app.extensions[PRINTER] = SimulatedPrinter(settings.data / "print-jobs")
    app.config.update(
        SECRET_KEY=_secret(settings.data),
        SESSION_COOKIE_HTTPONLY=True,
        SESSION_COOKIE_SAMESITE="Strict",
        SESSION_COOKIE_NAME="zither-awl",
        WTF_CSRF_TIME_LIMIT=None,
        WTF_CSRF_HEADERS=["X-CSRF-Token"],
        MAX_CONTENT_LENGTH=25 * 2**20,
        TRUSTED_HOSTS=["127.0.0.1", "localhost", *door.names],
    )
    problems.register(app)
    for before in (hear, _refuse_foreign_host, guard, admit, ask_for_pin, decide):
        app.before_request(before)
    for at_the_end in (heard, decided):
        app.teardown_request(at_the_end)
    _serve_pages(app)
    # What is named last is done first.
    for after in (_packed, _headers, in_their_units):
        app.after_request(after)
    return app


def _serve_pages(app: Flask) -> None:
    csrf = CSRFProtect(app)
    # Before it is let in a device has no token; its own page is all that may ask (guard), and a code has to be known.
    csrf.exempt("zither_awl.api.views.home.pair")
    for view in VIEWS:
        app.register_blueprint(view.bp)
    app.add_url_rule("/api/openapi.json", "openapi", lambda: jsonify(document(app)))
    app.add_url_rule("/", "page", page)
    app.add_url_rule("/<page:path>", "page", page)


def _refuse_foreign_host() -> None:
    # Flask looks at TRUSTED_HOSTS only when the host is read: read it on every request.
    _ = request.host


def _secret(folder: Path) -> str:
    """The key that signs the session cookie: made once, kept beside the database, readable by its owner only."""
    folder.mkdir(parents=True, exist_ok=True)
    key = folder / "secret-key"
    kept = _read_key(key)
    if kept is None:
        if key.is_dir():
            key.rename(key.with_name(f"{key.name}-set-aside-{secrets.token_hex(4)}"))
        # Whoever was let in has to be let in anew: better than a program that cannot start.
        key.unlink(missing_ok=True)
        key.touch(mode=0o600)
        kept = secrets.token_hex(32)
        key.write_text(kept)
    return kept


def _read_key(key: Path) -> str | None:
    """The key as it was made, or None where there is none or it is damaged."""
    try:
        kept = key.read_text(encoding="ascii").strip()
    except (OSError, UnicodeDecodeError):
        return None
    return kept if len(kept) >= 32 else None


def document(app: Flask) -> dict[str, Any]:
    """The OpenAPI document of the API."""
    with app.app_context():
        return dict(api.spec)


class PagePath(PathConverter):
    """An address of the front end: none of the API, so that a method the API lacks is told as just that."""

    regex = "(?!api/)[^/].*?"


def page(path: str = "") -> Response:
    """A built file, or the one page of the front end for every other address: for a view's, the one that asks for all
    of the view's scripts at once."""
    of_view = f"views/{path}.html"
    built = next((each for each in (path, of_view) if path and (STATIC / each).is_file()), "index.html")
    if not (STATIC / built).is_file():
        raise NotFound("The front end is not built. Run make build.")
    answer = _send(built)
    answer.headers["Cache-Control"] = FOREVER if built.startswith("assets/") else "no-cache"
    return answer


def _send(path: str) -> Response:
    """A file in the best encoding the browser takes; the build leaves the compressed twins beside it."""
    for ending, encoding in ((".br", "br"), (".gz", "gzip")):
        if request.accept_encodings.quality(encoding) > 0 and (STATIC / (path + ending)).is_file():
            mime = mimetypes.guess_type(path)[0] or "application/octet-stream"
            answer = send_from_directory(STATIC, path + ending, mimetype=mime)
            answer.headers["Content-Encoding"] = encoding
            answer.vary.add("Accept-Encoding")
            return answer
    return send_from_directory(STATIC, path)


def _packed(answer: Response) -> Response:
    """A long answer of the API as gzip where the browser takes it: a third to a tenth as long for a tablet."""
    shown = answer.is_json and not answer.is_streamed and "Content-Disposition" not in answer.headers
    long = shown and (answer.content_length or 0) >= WORTH_PACKING
    if long:
        answer.vary.add("Accept-Encoding")
    if long and request.accept_encodings.quality("gzip") > 0 and "Content-Encoding" not in answer.headers:
        answer.set_data(gzip.compress(answer.get_data(), compresslevel=4, mtime=0))
        answer.headers["Content-Encoding"] = "gzip"
    return answer


def _headers(answer: Response) -> Response:
    for name, value in HEADERS.items():
        answer.headers.setdefault(name, value)
    if request.path.startswith("/api/"):
        answer.headers.setdefault("Cache-Control", "no-store")
    return answer

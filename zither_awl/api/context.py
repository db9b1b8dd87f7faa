"""What every view needs: the desk of this household, and which adult is looking."""

from __future__ import annotations

from flask import current_app, g, request, session
from itsdangerous import BadSignature, URLSafeSerializer
from werkzeug.exceptions import BadRequest, Forbidden, HTTPException, Unauthorized, UnsupportedMediaType

from zither_awl.api.rights import HERE, Right, may, right_of
from zither_awl.core.saying import filled, say
from zither_awl.core.words import CONTROL
from zither_awl.devices import LabelPrinter
from zither_awl.languages import best_of, reading
from zither_awl.services.desk import Desk, acting_device
from zither_awl.services.pairing import Door, device_of
from zither_awl.services.pins import OPEN_MIN, Tries, who_has_one
from zither_awl.services.restoring import Restoring
from zither_awl.services.weighing import Weighbridge

KEY, DOOR = "zither_awl_desk", "zither_awl_door"
SCALE, PRINTER = "zither_awl_scale", "zither_awl_printer"
RESTORING, TRIES = "zither_awl_restoring", "zither_awl_tries"
HOME_MARK = "zither_awl.home"
"""What the server of the home network marks its requests with."""
DEVICE_COOKIE = "zither-awl-device"
LANGUAGE_COOKIE = "zither-awl-language"
ADULT_HEADER = "X-Adult"
MOST_DIGITS = 16
RAW = (
    "keeping.check_household",
    "keeping.take_household",
    "keeping.check_family",
    "keeping.take_family",
    "things.photograph_first",
    "things.add_thing_photo",
    "things.add_photo",
    "lessons.add_word_photo",
    "calendar.read_calendar",
    "routines.add_step_photo",
    "talks.add_photo",
    "telling.add_picture",
)
"""The views that take the bytes of a file instead of JSON."""
LARGE = frozenset(each for each in RAW if each.startswith("keeping."))
"""Of those, the ones whose file may be large: it is read piece by piece."""
MOST_LARGE = 4 * 2**30


def desk() -> Desk:
    """The desk the factory put up."""
    found: Desk = current_app.extensions[KEY]
    return found


READS_ONLY = frozenset(
    (
        "make.compose",
        "welcome.ask_next",
        "welcome.compose_first",
        "plan.ask",
        "plan.stop",
        "plan.why",
        "things.guess",
        "keeping.check_household",
        "keeping.check_family",
        "keeping.preview",
        "keeping.sealed",
        "keeping.family_file",
        "session.unlock",
        "themes.plan_theme",
        "weeks.begin_ahead",
        "calendar.read_calendar",
        "cupboard.check_trays",
        "cupboard.check_episodes",
        "things.check_things",
        "things.check_cards",
    )
)
"""POSTs that write nothing and may take their time: no write waits for them."""
HOLD_THEMSELVES = frozenset(("keeping.take_household", "keeping.take_family", "keeping.restore"))
"""They read a large file first, and hold other writes off only when they put it in its place."""


def hear() -> None:
    """Answer in the language chosen on this device; while none is, in the one its browser asks for."""
    wished = [request.cookies.get(LANGUAGE_COOKIE, ""), *request.accept_languages.values()]
    g.read_before = reading.set(best_of(wished))


def heard(_problem: BaseException | None = None) -> None:
    """Whoever is answered next by this thread is heard anew."""
    if "read_before" in g:
        reading.reset(g.pop("read_before"))


def decide() -> None:
    """From here on to the end of a request that writes nobody else writes: what it was decided on stays true."""
    if request.method not in ("GET", "HEAD", "OPTIONS") and request.endpoint not in READS_ONLY | HOLD_THEMSELVES:
        # All of it is here before anybody is held off, however slowly it comes.
        request.get_data(cache=True)
        g.deciding = desk().deciding()
        g.deciding.__enter__()


def decided(_problem: BaseException | None = None) -> None:
    """Let the next write go on."""
    held = g.pop("deciding", None)
    if held is not None:
        held.__exit__(None, None, None)


def adult_id() -> int | None:
    """The adult chosen on this device, if that adult is still in the house."""
    word = request.headers.get(ADULT_HEADER, "")
    chosen = int(word) if word.isdecimal() and len(word) < MOST_DIGITS else None
    return chosen if chosen in {a.id for a in desk().house().adults} else None


def door() -> Door:
    """The door to the home network."""
    found: Door = current_app.extensions[DOOR]
    return found


def weighbridge() -> Weighbridge:
    """The kitchen scale with its last readings."""
    found: Weighbridge = current_app.extensions[SCALE]
    return found


def printer() -> LabelPrinter:
    """The label printer."""
    found: LabelPrinter = current_app.extensions[PRINTER]
    return found


def from_home() -> bool:
    """Whether a request came in over the home network, and not from this machine."""
    return bool(request.environ.get(HOME_MARK))


def admit() -> None:
    """Over the home network only devices that were let in learn or write anything; the way in stays open."""
    acting_device.set("")
    if request.endpoint in LARGE:
        request.max_content_length = MOST_LARGE
    if not from_home() or not request.path.startswith("/api/") or request.path == "/api/pair":
        return
    token = request.cookies.get(DEVICE_COOKIE, "")
    try:
        device_id = str(URLSafeSerializer(str(current_app.secret_key), salt=DEVICE_COOKIE).loads(token))
    except BadSignature:
        device_id = ""
    device = device_of(desk(), device_id)
    if device is None:
        raise Unauthorized(
            say("This device is not paired. Ask for a code in House, on the machine the program runs on.")
        )
    if device.barred:
        raise Unauthorized(filled(BARRED, device=device.name))
    acting_device.set(device.name)
    of: Right = "keeper" if device.keeper else "watcher"
    g.right = of
    if not may(request.endpoint, of):
        here = right_of(request.endpoint) == "here"
        raise Forbidden(say("This is done on the machine the program runs on only.") if here else WATCHES)


BARRED = say(
    "This device, {device}, was barred in House. Nothing is taken from it; what it has not sent is kept on "
    "it. On the machine the program runs on it can be let in again."
)
WATCHES = say(
    "This device watches: it records. In House, on the machine the program runs on, it can be made a keeper’s."
)


class Locked(HTTPException):
    """What a keeper does asks for a PIN first."""

    code = 423
    description = say("This asks for the PIN of an adult who has one.")


def ask_for_pin() -> None:
    """Once an adult has a PIN, what a keeper does asks for one, on every device; what is recorded does not."""
    of = right_of(request.endpoint)
    reads = request.method == "GET" and request.endpoint not in HERE
    if not request.path.startswith("/api/") or of in ("open", "watcher") or reads or request.endpoint in UNPINNED:
        return
    if pin_wanted():
        raise Locked
    if session.get("opened"):
        session["opened"] = [session["opened"][0], desk().now().timestamp()]


def pin_wanted() -> bool:
    """Whether a PIN is to be given on this device before a keeper's act."""
    have = who_has_one(desk())
    opened = session.get("opened")
    if not have:
        return False
    return not opened or opened[0] not in have or desk().now().timestamp() - opened[1] > OPEN_MIN * 60


UNPINNED = frozenset(("session.unlock", "session.lock"))


def tries() -> Tries:
    """The wrong tries of PINs."""
    found: Tries = current_app.extensions[TRIES]
    return found


def restoring() -> Restoring:
    """Going back to a copy."""
    found: Restoring = current_app.extensions[RESTORING]
    return found


def right() -> Right:
    """Of which right who asks is: this machine, or a device by what it was raised to."""
    found: Right = g.get("right", "here")
    return found


def guard() -> None:
    """Refuse what no page of ours sends: a foreign origin, a body that is not a JSON object."""
    origin = request.headers.get("Origin")
    if origin is not None and origin != request.host_url.rstrip("/"):
        raise Forbidden(say("This request came from another page. Open Zither Awl itself."))
    if not request.path.startswith("/api/") or request.endpoint in RAW or not request.get_data(cache=True):
        return
    # Spectree would take a malformed body for an empty one.
    if not request.is_json:
        raise UnsupportedMediaType(say("Send application/json."))
    try:
        body = request.get_json()
    except RecursionError:
        raise BadRequest(say("The body is nested too deeply.")) from None
    if not isinstance(body, dict):
        raise BadRequest(say("The body must be a JSON object."))
    if _holds_a_control(body):
        raise BadRequest(say("The text holds a sign that cannot be written. Type it anew."))


def _holds_a_control(value: object) -> bool:
    """Whether any text in a body has a control character, which no file or paper could carry."""
    if isinstance(value, str):
        return CONTROL.search(value) is not None
    if isinstance(value, dict):
        return any(_holds_a_control(each) for pair in value.items() for each in pair)
    return isinstance(value, list) and any(_holds_a_control(each) for each in value)

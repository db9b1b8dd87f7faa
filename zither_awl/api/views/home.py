"""The home network: how it is reached and trusted, letting devices in, and barring them."""

from __future__ import annotations

from flask import Blueprint, Response, current_app, make_response, render_template_string, send_file
from itsdangerous import URLSafeSerializer
from werkzeug.exceptions import NotFound

from zither_awl.api.context import DEVICE_COOKIE, desk, door, from_home
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.home import BarIn, CodeOut, DeviceOut, HomeOut, PairIn, RaiseIn
from zither_awl.api.spec import answers, api
from zither_awl.core.saying import say
from zither_awl.languages import language_read, told
from zither_awl.services import pairing

bp = Blueprint("home", __name__)
COOKIE_S = 400 * 24 * 3600
TRUST = """<!doctype html><html lang="{{ language }}"><meta charset="utf-8">
<meta name="viewport" content="width=device-width"><title>{{ said.title }}</title>
<style>body{font:1.0625rem/1.5 system-ui,sans-serif;color:#1d2b33;background:#eef2f1;margin:0}
main{max-width:40rem;margin:0 auto;padding:1.5rem}a{color:#1f5673}code{overflow-wrap:anywhere;font-weight:700}
li{margin:.4rem 0}a.b{display:inline-block;padding:.8rem 1.1rem;border-radius:12px;background:#1f5673;color:#fbfcfb}
</style>
<main><h1>{{ said.head }}</h1><p>{{ said.what }}</p><p>{{ said.compare }}</p><p><code>{{ fingerprint }}</code></p>
<p><a class="b" href="/trust/zither-awl.crt">{{ said.take }}</a></p><h2>{{ said.then }}</h2>
<ul><li>{{ said.asks }}</li><li>{{ said.profile }}</li><li>{{ said.computer }}</li></ul>
<p>{{ said.only }}</p><p><a href="/">{{ said.back }}</a></p></main></html>"""
TRUST_SAID = {
    "title": say("Trusting Zither Awl"),
    "head": say("How this device comes to trust Zither Awl"),
    "what": say(
        "The program runs on a machine of this house, and its pages come over the home network only. It "
        "vouches for itself with a certificate of its own. A device that trusts it can open Zither Awl without "
        "a warning, and goes on while the program is away."
    ),
    "compare": say(
        "Before you trust it, compare this fingerprint with the one in House on the machine the program "
        "runs on, or in the window it was started from. If one pair of letters differs, stop: something "
        "else is answering."
    ),
    "take": say("Take the certificate"),
    "then": say("Then"),
    "asks": say(
        "A telephone or tablet that asks where to install it: as a certificate of an authority. It may ask for "
        "the screen lock."
    ),
    "profile": say(
        "A tablet that keeps it as a profile: open its settings, install the profile, then switch on full "
        "trust for it under the certificate settings."
    ),
    "computer": say(
        "A computer: open the file, and put it among the trusted authorities of this user or of the browser."
    ),
    "only": say(
        "The certificate can vouch for this machine and for private addresses only, nothing else. Take it away "
        "again in the same settings."
    ),
    "back": say("To Zither Awl"),
}


@bp.get("/trust")
def trust() -> Response:
    """How a device comes to trust the program, with the fingerprint to compare."""
    certificate = door().certificate
    if certificate is None:
        raise NotFound(say("The program does not serve the home network. Start it with serve --home."))
    return make_response(
        render_template_string(
            TRUST, fingerprint=certificate.fingerprint, said=told(TRUST_SAID), language=language_read()
        )
    )


@bp.get("/trust/zither-awl.crt")
def authority() -> Response:
    """The authority's certificate, to be installed."""
    certificate = door().certificate
    if certificate is None:
        raise NotFound(say("The program does not serve the home network. Start it with serve --home."))
    return send_file(
        certificate.authority.resolve(), mimetype="application/x-x509-ca-cert", download_name="zither-awl.crt"
    )


@bp.get("/api/home")
@api.validate(resp=answers(HTTP_200=HomeOut), tags=["home"])
def get_home() -> HomeOut:
    """Whether the home network is served, under which addresses, and who may come in."""
    certificate = door().certificate
    return HomeOut(
        serving=certificate is not None,
        addresses=list(door().addresses),
        here=not from_home(),
        fingerprint=certificate.fingerprint if certificate else "",
        devices=[DeviceOut.model_validate(d) for d in pairing.devices(desk())],
    )


@bp.post("/api/home/code")
@api.validate(resp=answers(HTTP_200=CodeOut), tags=["home"])
def new_code() -> CodeOut:
    """A code that lets one device in, given on the machine the program runs on only."""
    code = door().new_code(desk().now())
    return CodeOut(digits=code.digits, until=code.until)


@bp.post("/api/home/devices/<device_id>/bar")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["home"])
def bar(device_id: str, json: BarIn) -> DoneOut:
    """Bar a device, or let it in again."""
    pairing.bar(desk(), device_id, json.barred)
    return DoneOut(id=device_id)


@bp.post("/api/home/devices/<device_id>/keeper")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["home"])
def raise_device(device_id: str, json: RaiseIn) -> DoneOut:
    """Let a device do what a keeper does, or only watch."""
    pairing.raise_device(desk(), device_id, json.keeper)
    return DoneOut(id=device_id)


@bp.post("/api/pair")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["home"])
def pair(json: PairIn) -> Response:
    """Let this device in by its code; it is known by a cookie from then on."""
    device_id = door().pair(desk(), json.code, json.name)
    answer = make_response(DoneOut(id=device_id).model_dump())
    token = URLSafeSerializer(str(current_app.secret_key), salt=DEVICE_COOKIE).dumps(device_id)
    answer.set_cookie(DEVICE_COOKIE, token, max_age=COOKIE_S, secure=True, httponly=True, samesite="Strict")
    return answer

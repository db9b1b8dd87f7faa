"""Use cases of letting devices in over the home network: one code for one device, and barring it again."""

from __future__ import annotations

import hmac
import secrets
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from pathlib import Path
from threading import Lock
from uuid import uuid4

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.services.desk import Desk
from zither_awl.store.settings import Device

CODE_MIN, MOST_TRIES = 10, 5
CHAIN = "home.pem"
"""The file of the certificate in the household's folder."""


@dataclass(frozen=True, slots=True)
class Certificate:
    """Where the files are, and the authority's SHA-256 fingerprint in pairs of letters."""

    chain: Path
    key: Path
    authority: Path
    fingerprint: str


@dataclass(frozen=True, slots=True)
class Code:
    """A code for one device, and until when it can be used."""

    digits: str
    until: datetime


class Door:
    """The door to the home network: open when the program serves it. Holds the code that is out, in memory only."""

    def __init__(self, certificate: Certificate | None = None, addresses: tuple[str, ...] = ()) -> None:
        self.certificate, self.addresses = certificate, addresses
        self.names = tuple(address.split("//")[-1].split(":")[0] for address in addresses)
        """The hosts the program answers to besides its own machine's."""
        self._code: Code | None = None
        self._tries = 0
        self._lock = Lock()

    def new_code(self, now: datetime) -> Code:
        """A new code; one given out before no longer works."""
        with self._lock:
            self._code = Code(f"{secrets.randbelow(10**8):08d}", now + timedelta(minutes=CODE_MIN))
            self._tries = 0
            return self._code

    def _use(self, digits: str, now: datetime) -> bool:
        """Whether this is the code. It works once, for ten minutes, and not after five wrong tries."""
        with self._lock:
            code = self._code
            self._tries += 1
            if code is None or now > code.until or self._tries > MOST_TRIES:
                return False
            right = hmac.compare_digest(code.digits, "".join(c for c in digits if c.isdigit()))
            self._code = None if right else code
            return right

    def pair(self, desk: Desk, digits: str, name: str) -> str:
        """Let a device in by its code. Returns its id. Raises: InvalidValue for a code that does not work."""
        if not name.strip():
            raise InvalidValue(FieldProblem("name", say("is empty."), say("Say what the device is called.")))
        if not self._use(digits, desk.now()):
            hint = say("Ask for a new one in House, on the machine the program runs on.")
            said = say("does not work: it is wrong, used, or older than ten minutes.")
            raise InvalidValue(FieldProblem("code", said, hint))
        device = Device(str(uuid4()), name.strip()[:80], desk.now(), barred=False)
        with desk.write_untracked() as work:
            work.settings.save_device(device)
        return device.id


def devices(desk: Desk) -> tuple[Device, ...]:
    """Every device that was ever let in."""
    with desk.read() as work:
        return work.settings.devices()


def device_of(desk: Desk, device_id: str) -> Device | None:
    """A device that was let in once, also one that is barred; None for a stranger."""
    return next((d for d in devices(desk) if d.id == device_id), None)


def bar(desk: Desk, device_id: str, barred: bool) -> None:
    """Bar a device, or let it in again. Raises: NotFound."""
    _save(desk, replace(_device(desk, device_id), barred=barred))


def raise_device(desk: Desk, device_id: str, keeper: bool) -> None:
    """Let a device do what a keeper does, or only watch. Raises: NotFound."""
    _save(desk, replace(_device(desk, device_id), keeper=keeper))


def _device(desk: Desk, device_id: str) -> Device:
    known = device_of(desk, device_id)
    if known is None:
        raise NotFound(say("There is no device {device_id}.", device_id=device_id))
    return known


def _save(desk: Desk, device: Device) -> None:
    with desk.write_untracked() as work:
        work.settings.save_device(device)

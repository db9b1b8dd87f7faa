"""Use cases of an adult's PIN: once anybody has one, what a keeper does asks for the PIN of somebody who has.

It keeps small hands and curious guests out, not a burglar: who holds the machine holds the file.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from threading import Lock

from werkzeug.security import check_password_hash, generate_password_hash

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.services.desk import Desk

SHORTEST, LONGEST = 4, 12
OPEN_MIN, MOST_TRIES, WAIT_MIN = 30, 5, 5
"""So long a device stays open after the last thing a keeper did; so many wrong tries, then so long none. Ours."""


class Tries:
    """Counts wrong tries of every adult's PIN, in memory."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._wrong: dict[int, list[datetime]] = {}

    def blocked(self, adult_id: int, now: datetime) -> bool:
        """Whether too many were wrong lately."""
        with self._lock:
            lately = [at for at in self._wrong.get(adult_id, []) if now - at < timedelta(minutes=WAIT_MIN)]
            self._wrong[adult_id] = lately
            return len(lately) >= MOST_TRIES

    def note(self, adult_id: int, now: datetime, right: bool) -> None:
        """A try was right, or wrong."""
        with self._lock:
            if right:
                self._wrong.pop(adult_id, None)
            else:
                self._wrong.setdefault(adult_id, []).append(now)


def who_has_one(desk: Desk) -> frozenset[int]:
    """The adults that have a PIN."""
    return frozenset(adult.id for adult in desk.house().adults if adult.id in desk.house().settings.pins)


def is_right(desk: Desk, tries: Tries, adult_id: int, pin: str) -> bool:
    """Whether this is an adult's PIN. Raises: InvalidValue after too many wrong ones."""
    if tries.blocked(adult_id, desk.now()):
        raise InvalidValue(
            FieldProblem(
                "pin",
                say("was wrong {most_tries} times.", most_tries=MOST_TRIES),
                say("Wait {wait_min} minutes.", wait_min=WAIT_MIN),
            )
        )
    hashed = desk.house().settings.pins.get(adult_id)
    right = hashed is not None and check_password_hash(hashed, pin)
    tries.note(adult_id, desk.now(), right)
    return right


def set_pin(desk: Desk, tries: Tries, adult_id: int, pin: str, old: str) -> None:
    """Give an adult a PIN, another one, or ("") none. Raises: NotFound; InvalidValue for a wrong old one, or for a PIN
    that is none."""
    if adult_id not in {adult.id for adult in desk.house().adults}:
        raise NotFound(say("There is no adult {adult_id}.", adult_id=adult_id))
    if adult_id in who_has_one(desk) and not is_right(desk, tries, adult_id, old):
        raise InvalidValue(FieldProblem("old", say("is not the PIN there is now.")))
    if pin and not (pin.isascii() and pin.isdigit() and SHORTEST <= len(pin) <= LONGEST):
        raise InvalidValue(
            FieldProblem("pin", say("must be {shortest} to {longest} digits.", shortest=SHORTEST, longest=LONGEST))
        )
    with desk.write_untracked() as work:
        work.settings.save_pin(adult_id, generate_password_hash(pin) if pin else "")


def forget_pin(desk: Desk, name: str) -> None:
    """Take an adult's PIN away, on the machine itself, for one who forgot it. Raises: NotFound."""
    adult = next((a for a in desk.house().adults if a.name == name), None)
    if adult is None or adult.id not in who_has_one(desk):
        raise NotFound(say("There is no adult {name} who has a PIN.", name=name))
    with desk.write_untracked() as work:
        work.settings.save_pin(adult.id, "")

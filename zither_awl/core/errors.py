"""Everything that can go wrong in the domain, as one tree. No HTTP here."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from zither_awl.core.saying import say, together


@dataclass(frozen=True, slots=True)
class FieldProblem:
    """One bad field: its name, what is wrong with which value, and what would do."""

    field: str
    message: str
    hint: str = ""


class ZitherAwlError(Exception):
    """The root of every error the program raises on purpose."""


class InvalidValue(ZitherAwlError, ValueError):
    """A value outside its domain. `problems` names every bad field at once."""

    def __init__(self, *problems: FieldProblem) -> None:
        super().__init__(" ".join(f"{p.field}: {p.message}" for p in problems))
        self.problems = problems


class AgeError(InvalidValue):
    """A date before the birth was asked for an age."""


class NotFound(ZitherAwlError, LookupError):
    """Something was named that is not in the household."""


class StaleWrite(ZitherAwlError):
    """Somebody else saved first. `theirs` is the version that stands now."""

    def __init__(self, message: str, theirs: int) -> None:
        super().__init__(message)
        self.theirs = theirs


class Overlap(ZitherAwlError, ValueError):
    """Two episodes of one child overlap. `other` is the id of the one already there."""

    def __init__(self, message: str, other: str) -> None:
        super().__init__(message)
        self.other = other


class StoppedEarly(ZitherAwlError):
    """The planner was stopped, or ran out of its work, before it had any plan."""


class Busy(ZitherAwlError):
    """A plan is being worked out already: one at a time for a household."""


class DeviceTrouble(ZitherAwlError):
    """A device of the house does not do what was asked; the message says what to do."""


class StoreUnavailable(ZitherAwlError):
    """The database is locked, missing, read-only, corrupt or newer than the program."""


class Gathering:
    """Collects field problems in a constructor and raises them all together."""

    def __init__(self) -> None:
        self._problems: list[FieldProblem] = []

    def check(self, fine: bool, field: str, message: str, hint: str = "") -> None:
        """Note a problem with `field` unless `fine`."""
        if not fine:
            self._problems.append(FieldProblem(field, message, hint))

    def among(self, value: str, words: Collection[str], field: str) -> None:
        """Note a problem with `field` unless `value` is one of `words`; "" is not named among them."""
        known = together((word for word in words if word), ", ")
        self.check(value in words, field, say("is {value}; expected one of {words}.", value=repr(value), words=known))

    def add(self, *problems: FieldProblem) -> None:
        """Keep what a value inside this one refused."""
        self._problems += problems

    def finish(self) -> None:
        """Raise InvalidValue if anything was noted."""
        if self._problems:
            raise InvalidValue(*self._problems)

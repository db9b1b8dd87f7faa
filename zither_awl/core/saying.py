"""What the program says to people, kept as message and values, so that it can be told in any language.

A `Said` is its English text, for code that only wants a text; it also remembers the message it was made of. The edge
(API, paper, command line) tells it in the reader's language from that language's catalogue. Nothing here knows which
languages there are.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache, reduce
from typing import Any, Self, SupportsIndex

from icu4py.messageformat import MessageFormat

ENGLISH = "en"
_LETTERS = re.compile(r"[^\W\d_]")
_PLACE = re.compile(r"\{\w+\}")


FORMS: Mapping[str, Callable[[str], str]] = {
    "capital": lambda text: text[:1].upper() + text[1:],
    "small": lambda text: text[:1].lower() + text[1:],
    "unstopped": lambda text: text.rstrip("."),
    "as written": str,
}
"""What is done to a text after it is told: its first letter large or small, its full stop left out; or it is not
told at all, because it is a word of one language."""


class Said(str):
    """A text with the ICU message and the values it was made of. `forms`: what of FORMS is done to it, in order."""

    __slots__ = ("forms", "message", "values")
    forms: tuple[str, ...]
    message: str
    values: Mapping[str, object]

    def __new__(cls, text: str, message: str, values: Mapping[str, object], forms: tuple[str, ...] = ()) -> Self:
        made = super().__new__(cls, text)
        made.message, made.values, made.forms = message, values, forms
        return made

    def __reduce__(self) -> tuple[Any, ...]:
        return Said, (str(self), self.message, self.values, self.forms)

    def __add__(self, other: str) -> str:
        return together((self, other), "")

    def strip(self, chars: str | None = None, /) -> str:
        """Itself where there is nothing to strip."""
        bare = super().strip(chars)
        return self if len(bare) == len(self) else bare

    def __getitem__(self, key: SupportsIndex | slice) -> str:
        """Itself where nothing is cut off."""
        cut = super().__getitem__(key)
        return self if cut == str(self) else cut

    def __radd__(self, other: str) -> str:
        return together((other, self), "")


def say(message: str, /, **values: object) -> str:
    """An English ICU message with its values: texts, numbers, or what was itself said."""
    return Said(_filled(message, ENGLISH, values), message, values)


def filled(message: str, /, **values: object) -> str:
    """A message that stood in a table, said with its values."""
    return say(message.message if isinstance(message, Said) else message, **values)


def together(parts: Iterable[str], between: str = " ") -> str:
    """Texts one after another, those that are empty left out."""
    told = [each for each in parts if each]
    if len(told) == 1 and isinstance(told[0], Said):
        return told[0]
    places = [f"p{n}" for n in range(len(told))]
    message = ("{between}" if isinstance(between, Said) else between).join(f"{{{name}}}" for name in places)
    return say(message, **dict(zip(places, told, strict=True)), between=between)


def capital(text: str) -> str:
    """A text with its first letter large."""
    return _formed(text, "capital")


def small(text: str) -> str:
    """A text with its first letter small."""
    return _formed(text, "small")


def unstopped(text: str) -> str:
    """A text without its full stop."""
    return _formed(text, "unstopped")


def as_written(text: str) -> str:
    """A text that stays as it is in every language: a word a child learns in one of them."""
    return _formed(text, "as written")


def _formed(text: str, form: str) -> str:
    made = FORMS[form](str(text))
    if isinstance(text, Said):
        return Said(made, text.message, text.values, (*text.forms, form))
    return Said(made, "{text}", {"text": text}, (form,))


def figure(value: float) -> str:
    """A number as short as it is: 7, 2.5."""
    return _decimal(f"{value:g}")


def decimal(value: float, places: int) -> str:
    """A number with so many places: 2.50."""
    return _decimal(f"{value:.{places}f}")


def _decimal(written: str) -> str:
    whole, point, part = written.partition(".")
    return say("{whole}.{part}", whole=whole, part=part) if point else Said(written, "{whole}", {"whole": whole})


def said_of(error: Exception) -> str:
    """What an error says, as it was said: str() would make it English."""
    return error.args[0] if error.args and isinstance(error.args[0], str) else str(error)


def changed(text: str, change: Callable[[str], str]) -> str:
    """A text with what others wrote in it changed: the words of the message itself stay."""
    if not isinstance(text, Said):
        return change(text)
    made = say(
        text.message, **{n: changed(each, change) if isinstance(each, str) else each for n, each in text.values.items()}
    )
    return reduce(_formed, text.forms, made)


def to_kept(text: str) -> object:
    """A text as it is kept in a file: one that was said with its message and values, any other as it is."""
    if not isinstance(text, Said):
        return text
    values = {name: to_kept(each) if isinstance(each, str) else each for name, each in text.values.items()}
    forms = list(text.forms)
    return {"said": text.message, **({"with": values} if values else {}), **({"forms": forms} if forms else {})}


def from_kept(kept: Any) -> Any:
    """What `to_kept` made, as it was."""
    if not isinstance(kept, dict):
        return kept
    made = say(kept["said"], **{name: from_kept(each) for name, each in kept.get("with", {}).items()})
    return reduce(_formed, kept.get("forms", ()), made)


@dataclass(frozen=True, slots=True)
class Language:
    """A language by its code (BCP 47), with a message of its own for each English one, `others` for what it lacks, and
    `words` for what is a key to the program: an area, a state, a kind of thing."""

    code: str
    messages: Mapping[str, str] = field(hash=False)
    words: Mapping[str, str] = field(hash=False)
    others: Callable[[str], str] = field(default=str, hash=False)

    def tell(self, text: str) -> str:
        """A text in this language; what was not said by `say` is a name or a word of the household's, and stays."""
        if not isinstance(text, Said):
            return text
        if "as written" in text.forms:
            return str(text)
        values = {name: self._value(each) for name, each in text.values.items()}
        filled = _filled(self.message(text.message), self.code, values)
        return reduce(lambda told, form: FORMS[form](told), text.forms, filled)

    def _value(self, value: object) -> object:
        if not isinstance(value, str):
            return value
        return self.tell(value) if isinstance(value, Said) else self.words.get(value, value)

    def message(self, english: str) -> str:
        """Its own message for an English one."""
        return self.messages.get(english) or (self.others(english) if is_worded(english) else english)

    def told(self, value: Any) -> Any:
        """A value with every text in it told: the texts themselves, lists, tuples and tables of them."""
        if isinstance(value, Said):
            return self.tell(value)
        if isinstance(value, list | tuple):
            return type(value)(map(self.told, value)) if type(value) in (list, tuple) else value
        if type(value) is dict:
            return {key: self.told(each) for key, each in value.items()}
        return value


def is_worded(message: str) -> bool:
    """Whether a message has words of its own, beside its places and signs."""
    return bool(_LETTERS.search(_PLACE.sub("", message)))


def _filled(message: str, language: str, values: Mapping[str, object]) -> str:
    if not values:
        return message
    if _is_plain(message):
        return message.format_map(values)
    return _pattern(message, language).format({name: _known(each) for name, each in values.items()})


def _known(value: object) -> Any:
    return value if isinstance(value, int | float) else str(value)


@lru_cache(maxsize=8192)
def _is_plain(message: str) -> bool:
    """Whether only places are to be filled: no plural, nothing to choose."""
    return "{" not in _PLACE.sub("", message)


@lru_cache(maxsize=8192)
def _pattern(message: str, language: str) -> MessageFormat:
    return MessageFormat(message, language)

"""A text that was said: kept, sent, cut, changed, and told in every language the same."""

from __future__ import annotations

import pickle
from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY
from zither_awl.core.saying import (
    Language,
    Said,
    as_written,
    capital,
    changed,
    decimal,
    figure,
    from_kept,
    say,
    small,
    to_kept,
    together,
    unstopped,
)
from zither_awl.core.words import day_text, listed, mass_text, month_of_year_text, short_day_text
from zither_awl.languages import best_of, language_of

es = language_of("es")

plain = st.text(alphabet=st.characters(exclude_categories=("Cs", "Cc"), exclude_characters="{}'"), max_size=12)
forms: st.SearchStrategy[Callable[[str], str]] = st.sampled_from([capital, small, unstopped])
said = st.recursive(
    plain.map(lambda name: say("for {name}", name=name))
    | st.integers(0, 300).map(lambda n: say("{n, plural, one {# day} other {# days}}", n=n)),
    lambda texts: (
        st.lists(texts, min_size=1, max_size=3).map(listed)
        | st.tuples(texts, plain).map(lambda pair: say("{names} and {last}", names=pair[0], last=pair[1]))
        | st.tuples(forms, texts).map(lambda pair: pair[0](pair[1]))
    ),
    max_leaves=6,
)


@given(said)
def test_what_is_kept_and_what_is_sent_is_told_as_before(text: str) -> None:
    for again in (from_kept(to_kept(text)), pickle.loads(pickle.dumps(text))):
        assert again == text
        assert es.tell(again) == es.tell(text)
    assert language_of("en").tell(text) == str(text)


@given(said)
def test_a_name_that_is_taken_out_is_taken_out_of_values_only(text: str) -> None:
    """The words of the message itself stay; so a child called Day leaves "3 days" alone."""
    gone = changed(text, lambda word: "")
    assert changed(gone, lambda word: "") == gone
    assert not any(value for value in _leaves(gone) if isinstance(value, str))


def _leaves(text: object) -> list[object]:
    if isinstance(text, Said):
        return [leaf for value in text.values.values() for leaf in _leaves(value)]
    return [text]


@given(plain, plain)
def test_a_text_that_fits_is_not_cut(one: str, other: str) -> None:
    text = say("{one} and {other}", one=one, other=other)
    assert isinstance(text[: len(text)], Said)
    assert text[:3] == str(text)[:3]
    assert together((text,)) is text


SPANISH = [
    (day_text(TODAY), "16 de marzo de 2026"),
    (short_day_text(TODAY), "16 de marzo"),
    (month_of_year_text(TODAY), "marzo de 2026"),
    (mass_text(1400), "1,4 kg"),
    (mass_text(400), "400 g"),
    (figure(2.5), "2,5"),
    (figure(7), "7"),
    (decimal(0.3, 2), "0,30"),
    (listed(["Wren", "Tove", "Ada"]), "Wren, Tove y Ada"),
    (capital(say("a cloth to wipe with")), "Un paño para limpiar"),
]
"""Spanish usage (dates with "de", the comma in decimals) as Unicode CLDR has it for "es"."""


@pytest.mark.parametrize(("text", "spanish"), SPANISH)
def test_numbers_days_and_lists_in_spanish(text: str, spanish: str) -> None:
    assert es.tell(text) == spanish


def test_a_word_a_child_learns_is_told_in_its_own_language() -> None:
    assert es.tell(say("{words}.", words=listed(["red", "blue"]))) == "rojo y azul."
    learned = say("{language}: {words}.", language="en", words=listed(map(as_written, ["red", "blue"])))
    assert es.tell(learned) == es.tell(from_kept(to_kept(learned))) == "inglés: red y blue."


def test_a_word_without_a_message_is_the_households_and_stays() -> None:
    assert es.tell("Monday") == "Monday"
    assert es.told({"a": [say("Monday")], "b": ("red",)}) == {"a": ["lunes"], "b": ("red",)}
    assert Language("es", {}, {}).tell(say("{n} trays", n=3)) == "3 trays"


@pytest.mark.parametrize(
    ("wished", "spoken"),
    [
        (["es-MX"], "es-419"),
        (["es_AR.UTF-8"], "es-419"),
        (["es-ES"], "es"),
        (["es.UTF-8"], "es"),
        (["fr", "es"], "es"),
        (["de", "pt-BR"], "en"),
        (["es_ES.UTF-8"], "es"),
        (["C.UTF-8"], "en"),
        ([""], "en"),
        ([], "en"),
        (["en", "es"], "en"),
    ],
)
def test_the_first_wished_language_that_is_spoken(wished: list[str], spoken: str) -> None:
    assert best_of(wished) == spoken

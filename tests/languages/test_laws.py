"""Laws of what is told and understood, whatever the words."""

from __future__ import annotations

import unicodedata

from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.measure import in_inches
from zither_awl.core.safety.allergens import ALLERGENS, MEANT, allergen_named, is_allergic, means
from zither_awl.core.saying import Said, capital, decimal, figure, say, small, unstopped
from zither_awl.languages import CODES, PSEUDO, language_of, table

es = language_of("es")
written = st.sampled_from([(allergen, word) for allergen, words in MEANT.items() for word in (allergen, *words)])
measured = st.tuples(st.floats(0.1, 5000), st.sampled_from(["mm", "cm", "g", "kg", "ml", "l"]))


@given(written, st.sampled_from([str, str.upper, str.title, "  {} ".format]))
def test_an_allergy_is_understood_in_any_letters(told: tuple[str, str], typed: object) -> None:
    allergen, word = told
    assert callable(typed)
    assert means(typed(word), allergen)
    assert is_allergic(("pollen", typed(word)), allergen)


@given(written)
def test_one_allergen_is_named_or_nothing_is_guessed(told: tuple[str, str]) -> None:
    """Who writes nuts may mean either kind: the word stays, and both are kept from the child."""
    allergen, word = told
    meant = [each for each in ALLERGENS if means(word, each)]
    assert allergen in meant
    assert allergen_named(word) == (allergen if len(meant) == 1 else word)
    assert allergen_named(allergen_named(word)) == allergen_named(word)


@given(st.text(max_size=20))
def test_what_means_no_allergen_is_left_as_it_was_written(word: str) -> None:
    assert allergen_named(word) in (word, *ALLERGENS)


@given(measured)
def test_a_measure_is_the_same_with_a_comma_and_with_a_point(told: tuple[float, str]) -> None:
    english = f"{told[0]:.1f} {told[1]}"
    assert in_inches(english.replace(".", ","), ",") == in_inches(english).replace(".", ",")


@given(st.floats(-1e6, 1e6), st.integers(0, 4))
def test_a_number_in_spanish_differs_by_its_mark_alone(value: float, places: int) -> None:
    for text in (decimal(value, places), figure(value)):
        assert es.tell(text) == str(text).replace(".", ",")


@given(st.text(min_size=1, max_size=12))
def test_the_forms_of_a_text_are_those_of_its_words(name: str) -> None:
    text = say("{name}.", name=name)
    assert unstopped(text) == f"{name}.".rstrip(".")
    assert small(capital(text))[:1] == capital(text)[:1].lower()[:1]
    assert isinstance(small(unstopped(text)), Said)


def test_every_table_is_written_in_composed_letters_without_spaces_at_the_ends_of_words() -> None:
    for code in CODES[1:]:
        for part in ("messages", "cards", "words"):
            for own in table(code, part).values():
                assert own == unicodedata.normalize("NFC", own)
        assert all(word == word.strip() for word in table(code, "words").values())


def test_the_language_that_is_none_brackets_what_is_said_and_nothing_else() -> None:
    pseudo = language_of(PSEUDO)
    told = pseudo.tell(say("{child} carries {mass}", child="Ada", mass="1 kg"))
    assert told.startswith("\u27e6")
    assert "Ada" in told
    assert pseudo.tell(say("{n, plural, one {# day} other {# days}}", n=2)) == "2 d\u00e1\u00fds"
    assert pseudo.tell("Ada") == "Ada"

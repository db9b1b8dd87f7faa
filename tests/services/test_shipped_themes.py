"""The themes that ship: everything they name is there, in both languages, and cards carry them."""

from __future__ import annotations

import pytest

from tests.conftest import SmallHouse
from zither_awl.catalogue.themes import shipped_themes
from zither_awl.core.weeks.theme import NAMED, RELATED, ThemePattern, step_carries
from zither_awl.services import catalogue, lessons, routines
from zither_awl.services.theme_ask import pattern_of

EACH = pytest.mark.parametrize("theme", shipped_themes(), ids=lambda t: t.key)
WATER = {"pond", "water", "sea", "rain", "river"}


def test_there_are_enough_of_them_for_a_year_and_no_two_are_alike() -> None:
    themes = shipped_themes()
    assert len({t.key for t in themes}) == len({t.name for t in themes}) == len(themes) >= 12
    for month in range(1, 13):
        assert any(month in t.months for t in themes), f"nothing is usual in month {month}"
    assert any(not t.months for t in themes)
    assert pattern_of(themes[0].key) == themes[0]
    assert pattern_of("") is None


@EACH
def test_a_theme_is_whole(theme: ThemePattern) -> None:
    assert theme.question.endswith("?")
    assert theme.outing.endswith((".", "?"))
    assert 5 <= len(theme.words) <= 24
    english, spanish = zip(*theme.words, strict=True)
    assert all(english)
    assert all(spanish), "each word has its second"
    assert len(set(english)) == len(english)
    assert len(set(spanish)) == len(spanish)
    assert set(theme.months) <= set(range(1, 13))
    assert len(set(theme.months)) == len(theme.months)
    if WATER & {word for word in english}:
        assert "water" in theme.caution.lower(), "where there is water somebody stays with it"


@EACH
def test_what_a_theme_names_is_in_the_house(theme: ThemePattern, house: SmallHouse) -> None:
    here = house.desk.house()
    designs = catalogue.designs(here)
    assert set(theme.songs) <= set(designs)
    assert set(theme.routines) <= {r.key for r in routines.routines(here)}
    assert set(theme.sets) <= {s.key for s in lessons.sets(here)}
    assert set(theme.near) <= {name for d in designs.values() for name in d.themes}


@EACH
def test_cards_carry_a_theme_and_some_by_its_very_words(theme: ThemePattern, house: SmallHouse) -> None:
    words = (theme.name, *(word for pair in theme.words for word in pair))
    strengths = [
        step_carries(words, theme.near, design, level)
        for design in catalogue.designs(house.desk.house()).values()
        for level in design.levels
    ]
    assert set(strengths) <= {0, RELATED, NAMED}
    assert sum(s > 0 for s in strengths) >= 6, "enough to choose from"
    assert NAMED in strengths
    assert sum(s > 0 for s in strengths) < len(strengths) / 3, "a theme of everything is none"

"""What becomes of a card the household changed when the catalogue's card changes too."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.trays.own import OwnCard, updated

FIELDS = ("name", "steps", "morning", "levels")
cards = st.fixed_dictionaries({name: st.integers(0, 2) for name in FIELDS})


@given(cards, cards, cards)
def test_the_households_word_stands_and_the_rest_follows_the_catalogue(
    base: dict[str, Any], own: dict[str, Any], shipped: dict[str, Any]
) -> None:
    now = updated(OwnCard(own, base), shipped)
    for name in FIELDS:
        if own[name] != base[name]:
            assert now.data[name] == own[name]
            assert (name in now.changed) == (own[name] != shipped[name])
            assert (name in now.news) == (own[name] != shipped[name] and shipped[name] != base[name])
        else:
            assert now.data[name] == shipped[name]
            assert (name in now.taken_over) == (shipped[name] != base[name])
    # An update that changes nothing changes nothing, and the same update again neither.
    assert updated(OwnCard(own, base), base).data == own
    assert updated(OwnCard(now.data, shipped), shipped).data == now.data


@pytest.mark.parametrize("own", [OwnCard({"name": "Ours"}), OwnCard({"name": "Ours"}, {"name": "Theirs"})])
def test_a_card_of_ones_own_or_one_the_catalogue_dropped_stays_altogether(own: OwnCard) -> None:
    shipped = {"name": "New"} if own.base is None else None
    assert updated(own, shipped).data == {"name": "Ours"}


def test_a_field_an_update_brings_comes_in() -> None:
    now = updated(OwnCard({"name": "Ours"}, {"name": "Theirs"}), {"name": "Theirs", "cost": "little"})
    assert now.data == {"name": "Ours", "cost": "little"}
    assert now.taken_over == ("cost",)

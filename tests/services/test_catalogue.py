"""The catalogue as a household uses it: taking all or picking, changing, copying, writing, and an update that comes."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.conftest import SmallHouse
from zither_awl.catalogue import design_of, shipped_cards
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.things.said import understood
from zither_awl.core.trays import Design
from zither_awl.formats.card_table import card_rows
from zither_awl.services import catalogue, history, importing_things, kept_trays, make, things
from zither_awl.services.desk import Desk
from zither_awl.services.make import Wish

FOLD = next(d for d in shipped_cards() if d.key == "fold")


def rows_of(design: Design, **told: str) -> list[dict[str, str]]:
    """A card's rows with some cells written anew."""
    return [{**row, **told} for row in card_rows(design)]


def now(desk: Desk, key: str = "fold") -> catalogue.Entry:
    """A card as it stands."""
    return catalogue.entry(desk.house(), key)


def shipped_instead(monkeypatch: pytest.MonkeyPatch, **told: object) -> None:
    """A later version of the catalogue, in which the folding card says something else."""
    later = tuple(replace(d, **told) if d.key == "fold" else d for d in shipped_cards())  # type: ignore[arg-type]
    monkeypatch.setattr(catalogue, "shipped_cards", lambda: later)


def test_a_card_of_the_catalogue_says_the_same_as_whole_data() -> None:
    for design in shipped_cards():
        data = catalogue.whole(design)
        assert design_of(data) == design
        assert catalogue.whole(design_of(data)) == data


def test_the_whole_catalogue_is_taken_until_a_card_is_left_out(house: SmallHouse) -> None:
    desk = house.desk
    assert len(catalogue.taken(desk.house())) == len(shipped_cards())
    catalogue.choose(desk, ["fold", "snip"], False, house.adult)
    assert {"fold", "snip"}.isdisjoint(d.key for d in catalogue.taken(desk.house()))
    can = make.can_make(desk, house.ilse)
    assert "fold" not in {m.design.key for m in can.found.made}
    history.undo(desk)
    assert now(desk).taken
    with pytest.raises(NotFound, match="no card"):
        catalogue.choose(desk, ["fold", "unheard-of"], False, house.adult)


def test_who_picks_keeps_what_was_there_and_gets_nothing_unasked(
    house: SmallHouse, monkeypatch: pytest.MonkeyPatch
) -> None:
    desk = house.desk
    catalogue.choose(desk, ["snip"], False, house.adult)
    catalogue.take_whole(desk, "picked", house.adult)
    assert now(desk).taken
    assert not now(desk, "snip").taken
    later = (*shipped_cards(), replace(FOLD, key="fold-later", name="Folding later"))
    monkeypatch.setattr(catalogue, "shipped_cards", lambda: later)
    newer = Desk(desk._engine, desk._clock)
    assert not now(newer, "fold-later").taken
    catalogue.take_whole(newer, "whole", house.adult)
    assert now(newer, "fold-later").taken
    assert not now(newer, "snip").taken


def test_a_changed_card_stands_before_the_one_that_ships_and_goes_back(house: SmallHouse) -> None:
    desk = house.desk
    catalogue.change(desk, "fold", rows_of(FOLD, morning="Iron the squares."), house.adult)
    assert (now(desk).origin, now(desk).design.morning) == ("changed", "Iron the squares.")
    assert now(desk).update.changed == ("morning",)  # type: ignore[union-attr]
    catalogue.forget(desk, "fold", house.adult)
    assert (now(desk).origin, now(desk).design) == ("catalogue", FOLD)
    with pytest.raises(InvalidValue, match="as it ships"):
        catalogue.forget(desk, "fold", house.adult)
    # Saved as it ships it is no change.
    catalogue.change(desk, "fold", rows_of(FOLD), house.adult)
    assert "fold" not in desk.house().catalogue.own_cards


def test_local_changes_survive_an_update_and_the_rest_follows_it(
    house: SmallHouse, monkeypatch: pytest.MonkeyPatch
) -> None:
    desk = house.desk
    catalogue.change(desk, "fold", rows_of(FOLD, morning="Iron the squares.", aim="To fold."), house.adult)
    shipped_instead(monkeypatch, aim="To fold a cloth in half.", control="Edges that do not meet.")
    desk = Desk(desk._engine, desk._clock)
    card = now(desk)
    assert card.design.morning == "Iron the squares."
    assert card.design.aim == "To fold."
    assert card.design.control == "Edges that do not meet."
    assert card.update is not None
    assert (card.update.news, card.update.taken_over) == (("aim",), ("control",))
    # Another change does not answer the news; answering does.
    catalogue.change(desk, "fold", rows_of(card.design, morning="Starch them."), house.adult)
    assert now(desk).update.news == ("aim",)  # type: ignore[union-attr]
    catalogue.settle(desk, "fold", "aim", True, house.adult)
    assert now(desk).design.aim == "To fold a cloth in half."
    assert now(desk).design.morning == "Starch them."
    assert now(desk).update.news == ()  # type: ignore[union-attr]
    history.undo(desk)
    catalogue.settle(desk, "fold", "aim", False, house.adult)
    assert (now(desk).design.aim, now(desk).update.news) == ("To fold.", ())  # type: ignore[union-attr]
    with pytest.raises(InvalidValue, match="not changed here"):
        catalogue.settle(desk, "fold", "control", True, house.adult)


def test_a_copy_gets_a_key_of_its_own_and_must_have_a_name_of_its_own(house: SmallHouse) -> None:
    desk = house.desk
    key = catalogue.write_new(desk, rows_of(FOLD, name="Folding napkins"), house.adult)
    assert (key, now(desk, key).origin, now(desk, key).taken) == ("folding-napkins", "own", True)
    with pytest.raises(InvalidValue, match="is a card already"):
        catalogue.write_new(desk, rows_of(FOLD, name="folding NAPKINS"), house.adult)
    with pytest.raises(InvalidValue, match="no card and level"):
        catalogue.write_new(desk, rows_of(FOLD, name="Folding", follows="fold:9"), house.adult)
    with pytest.raises(InvalidValue, match="unicorn"):
        catalogue.write_new(desk, rows_of(FOLD, name="Folding", roles="cloths (handled, 2): unicorn"), house.adult)
    with pytest.raises(InvalidValue, match="at least one level"):
        catalogue.write_new(desk, [], house.adult)


def test_a_card_in_use_is_not_dropped(house: SmallHouse) -> None:
    desk = house.desk
    key = catalogue.write_new(desk, rows_of(FOLD, name="Folding napkins", follows="fold:2"), house.adult)
    after = catalogue.write_new(desk, rows_of(FOLD, name="Folding stars", follows=f"{key}:1"), house.adult)
    with pytest.raises(InvalidValue, match="comes before Folding stars"):
        catalogue.forget(desk, key, house.adult)
    catalogue.forget(desk, after, house.adult)
    for typed in ("4 cloths", "2 trays"):
        things.save_component(desk, understood(typed), "Bin 1", house.adult)
    wish = Wish(key=key, level=1, child_id=house.ilse)
    kept_trays.keep(desk, wish, "Napkins", "Bin 1", frozenset({house.ilse}), house.adult)
    with pytest.raises(InvalidValue, match="is used by Napkins"):
        catalogue.forget(desk, key, house.adult)


def test_a_level_in_use_or_with_a_card_after_it_cannot_go(house: SmallHouse) -> None:
    desk = house.desk
    pour = now(desk, "pour-water").design
    with pytest.raises(InvalidValue, match="Pouring through a funnel comes after one that would go"):
        catalogue.change(desk, "pour-water", card_rows(pour)[:2], house.adult)
    for typed in ("4 cloths", "2 trays"):
        things.save_component(desk, understood(typed), "Bin 1", house.adult)
    kept_trays.keep(desk, Wish(key="fold", level=2, child_id=house.ilse), "Squares", "Bin 1", frozenset(), house.adult)
    with pytest.raises(InvalidValue, match="Squares was made of one that would go"):
        catalogue.change(desk, "fold", rows_of(FOLD)[:1], house.adult)
    report = importing_things.check_cards(desk, rows_of(FOLD)[:1])
    assert report.rows[0].status == "bad"


def test_an_update_that_does_not_go_with_a_change_leaves_the_card_as_it_was(
    house: SmallHouse, monkeypatch: pytest.MonkeyPatch
) -> None:
    desk = house.desk
    catalogue.change(desk, "fold", rows_of(FOLD, morning="Iron them."), house.adult)
    whole = catalogue.shipped_as("fold")
    monkeypatch.setattr(catalogue, "whole", lambda design: {**whole, "months": [48, 22]})
    entry = now(Desk(desk._engine, desk._clock))
    assert (entry.design.from_months, entry.design.morning) == (22, "Iron them.")

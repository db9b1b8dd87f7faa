"""What a device sent is taken back by its own kind, and that can be undone like any other write."""

from __future__ import annotations

import pytest

from tests.builders import tray
from tests.conftest import SmallHouse
from tests.devices import Tablet
from zither_awl.core.errors import NotFound
from zither_awl.services import cupboard, history, lessons, removing, sweeping
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.recording import open_morning


@pytest.fixture
def tablet(house: SmallHouse) -> Tablet:
    made = Tablet(house.desk, adult=house.adult)
    made.begin([house.ilse, house.tove])
    return made


def test_a_showing(house: SmallHouse, tablet: Tablet) -> None:
    made = TrayDraft(tray("Pouring", id=0, for_children=frozenset({house.ilse})), "Bin 1", ())
    pouring = cupboard.save_tray(house.desk, made, house.adult)
    tablet.write("showed", 1, child_id=house.ilse, tray_id=pouring)
    (shown,) = house.desk.house().window.presentations
    removing.remove_showing(house.desk, shown.id, house.adult)
    assert house.desk.house().window.presentations == ()
    undone = history.undo(house.desk)
    assert undone is not None
    assert undone.label == "Removed the showing of Pouring to Ilse"
    assert house.desk.house().window.presentations == (shown,)
    with pytest.raises(NotFound):
        removing.remove_showing(house.desk, 99, house.adult)


def test_the_newest_answer_of_a_set(house: SmallHouse, tablet: Tablet) -> None:
    words = next(s for s in lessons.sets(house.desk.house()) if s.kind == "colours")
    told = {"child_id": house.ilse, "set_key": words.key, "turn": "name", "right": True}
    for minute, word in enumerate(words.words[:2], start=1):
        tablet.write("answer", minute, word=word.key, **told)
    removing.remove_last_answer(house.desk, house.ilse, words.key, house.adult)
    with house.desk.read() as work:
        assert [a.word for a in work.lessons.answers(house.ilse)] == [words.words[0].key]
    assert history.undo(house.desk) is not None
    with house.desk.read() as work:
        assert len(work.lessons.answers(house.ilse)) == 2
    with pytest.raises(NotFound, match="no answer of Tove"):
        removing.remove_last_answer(house.desk, house.tove, words.key, house.adult)


def test_the_newest_look_round_the_room(house: SmallHouse, tablet: Tablet) -> None:
    for minute in (5, 10):
        tablet.sweep(minute, {house.ilse: "at work", house.tove: "resting"})
    removing.remove_last_look(house.desk, house.adult)
    (left,) = sweeping.sweeps_of(house.desk, open_morning(house.desk.house()))
    assert left.at.minute == 5
    assert history.undo(house.desk) is not None
    assert len(sweeping.sweeps_of(house.desk, open_morning(house.desk.house()))) == 2
    tablet.end(60)
    with pytest.raises(NotFound):
        removing.remove_last_look(house.desk, house.adult)

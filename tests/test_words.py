"""One word a thing: what was called otherwise once is no longer said, on any page or in any answer."""

from __future__ import annotations

import re

import pytest

from tests.conftest import Client, texts_in
from zither_awl.app import STATIC

GONE = (
    "Bench",
    "Makeable",
    "on the bench",
    "at the bench",
    "Once round",
    "times round",
    "Broken off",
    "broken off",
    "Came back",
    "Sweep the room",
    "Tell the morning",
    "Told the morning",
    "How deep",
    "Otherwise…",
    "Something of the others",
    "To mind",
    "Mended it",
    "Strike it out",
    "Struck out",
    "Set out by hand",
    "Rather this",
    "Just missed",
    "under eyes",
    "Ways out",
    "Gets about",
    "What was taken for what",
    "Begin the morning",
    "End the morning",
    "the last morning",
    "typical morning",
    "whole mornings",
    "rungs of",
    "The rungs",
)
MEANT = ("Bench for putting on shoes", "Two carry a bench", "Once round the sun", "Once round the table")
"""A seat, and a walk: what the word means there is no name of ours."""
SAID = re.compile("|".join(re.escape(each) for each in GONE))
ASKED = (
    "today",
    "shelf",
    "change",
    "make/makeable?child=1",
    "make/cards",
    "cupboard",
    "children/1/record",
    "watch",
    "mornings/last",
    "home",
    "heights",
    "routines",
    "catalogue",
    "things",
    "history",
    "showings/1/2",
)


def test_no_page_says_it() -> None:
    pages = list((STATIC / "assets").glob("*.js"))
    assert pages, "The front end is not built: run make build."
    # What stands between quotes or tags; names in the code are not read by anybody.
    told = {(path.name, found) for path in pages for found in SAID.findall(path.read_text(encoding="utf-8"))}
    # A bench to sit on is furniture, drawn on the wall of House heights.
    assert {each for each in told if each[1] != "Bench"} == set()


@pytest.mark.parametrize("path", ASKED)
def test_no_answer_says_it(demo_client: Client, path: str) -> None:
    texts = [text for text in texts_in(demo_client.get(f"/api/{path}")) if not any(each in text for each in MEANT)]
    assert [text for text in texts if SAID.search(text)] == []

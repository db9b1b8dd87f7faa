"""Every rule the program names is one that is written down, and its page is current."""

from __future__ import annotations

import ast
import re
from dataclasses import fields
from pathlib import Path

import pytest

from tests.test_promises import ROOT
from zither_awl.core.practice import Practice
from zither_awl.core.rules import RULES, Rule, rule
from zither_awl.core.shelf import RULES as SHELF_RULES
from zither_awl.core.shelf.rules import PLACE_RULES
from zither_awl.formats.rule_list import rules_page

CODE = re.compile(r"(ROOM|ROT|SEQ|TRAY|PRES|OBS)-\d+")
SOURCE = [p for p in (ROOT / "zither_awl").rglob("*.py") if "migrations" not in p.parts and p.name != "rules.py"]


def named_in(path: Path) -> set[str]:
    """The codes a file gives to reasons and findings: first arguments, and words that look like a code."""
    found: set[str] = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and CODE.fullmatch(node.value):
            found.add(node.value)
        if isinstance(node, ast.Call) and getattr(node.func, "id", "") in ("Reason", "Finding") and node.args:
            first = node.args[0]
            found |= {first.value} if isinstance(first, ast.Constant) and isinstance(first.value, str) else set()
    return found


@pytest.mark.parametrize("path", SOURCE, ids=lambda p: str(p.relative_to(ROOT)))
def test_a_file_names_rules_that_are_written_down(path: Path) -> None:
    assert named_in(path) <= set(RULES)


def test_rules_of_the_shelf_are_written_down_and_those_that_guard_are_known() -> None:
    names = {each.name for each in SHELF_RULES} | {each.name for each in PLACE_RULES}
    assert {name for name in names if rule(name).guards} == {"exposure", "ROOM-3", "ROOM-5", "load"}


@pytest.mark.parametrize("each", RULES.values(), ids=lambda r: r.code)
def test_a_rule_is_a_sentence_with_a_source_and_parameters_that_are_there(each: Rule) -> None:
    assert each.sentence[0].isupper()
    assert each.sentence.endswith(".")
    assert each.source
    assert set(each.parameters) <= {f.name for f in fields(Practice)}


def test_the_page_of_the_rules_is_current() -> None:
    assert (ROOT / "docs/rules.md").read_text() == rules_page(), "run: zither-awl rules docs/rules.md"

"""What the pages for people promise is there: every command, every column, every picture."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from zither_awl.cli import main
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.safety.nature import DECLARED
from zither_awl.core.values import AREAS, TAGS
from zither_awl.formats import card_table, component_table, episode_table, tray_table

ROOT = Path(__file__).parents[1]
README = (ROOT / "README.md").read_text()
FILES = (ROOT / "docs/files.md").read_text()


@pytest.mark.parametrize("name", [name for name, command in main.commands.items() if not command.hidden])
def test_every_command_stands_in_the_readme(name: str) -> None:
    assert f"zither-awl {name}" in README


COLUMNS = (*tray_table.WRITTEN, *episode_table.COLUMNS, *component_table.COLUMNS, *card_table.COLUMNS)


@pytest.mark.parametrize("column", COLUMNS)
def test_every_column_is_described(column: str) -> None:
    assert f"`{column}`" in FILES


@pytest.mark.parametrize("word", [*AREAS, *TAGS, *(kind for kind in DECLARED if kind != "allergen")])
def test_every_word_a_cell_may_hold_is_named(word: str) -> None:
    assert word in FILES
    assert len(ALLERGENS) == 14


def test_every_picture_is_linked_and_every_link_leads_somewhere() -> None:
    pictures = {path.name for path in (ROOT / "docs/screenshots").glob("*.png")}
    linked = set(re.findall(r"docs/screenshots/([\w-]+\.png)", README))
    assert linked == pictures
    assert len(pictures) < 20
    for target in re.findall(r"\]\((docs/[\w./-]+)\)", README):
        assert (ROOT / target).is_file(), target


def test_every_package_the_program_needs_stands_with_its_licence() -> None:
    listed = (ROOT / "docs/licences.md").read_text(encoding="utf-8")
    for name, version in re.findall(r"^([\w.-]+)==(\S+)", (ROOT / "requirements.lock").read_text(), re.MULTILINE):
        (row,) = re.findall(rf"^\| {re.escape(name)} \| {re.escape(version)} \| (.+) \|$", listed, re.MULTILINE)
        assert row != "not said", name


def test_every_make_target_of_the_readme_is_there() -> None:
    made = (ROOT / "Makefile").read_text()
    for target in set(re.findall(r"make (\w+)", README)) - {"it"}:
        assert re.search(rf"^{target}:", made, re.MULTILINE), target

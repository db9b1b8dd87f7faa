"""docs/rules.md: every rule with its sentence, what shifts it and by how much, the schools, the source."""

from __future__ import annotations

from zither_awl.core.practice import Practice
from zither_awl.core.rules import RULES, Rule

HEAD = """# The rules

Made by `zither-awl rules docs/rules.md` from `zither_awl/core/rules.py`; a test holds that it is current. Common
practice has no source; where practitioners differ the household chooses its school in House. A number is its default.

| code | what it says | shifted by | schools | source |
|---|---|---|---|---|
"""


def rules_page() -> str:
    """The page, in the order of the rooms."""
    return HEAD + "".join(_line(each) for each in RULES.values())


def _line(each: Rule) -> str:
    practice = Practice()
    shifted = "; ".join(f"`{name}` {_value(getattr(practice, name))}" for name in each.parameters)
    return f"| {each.code} | {each.sentence} | {shifted} | {each.school} | {each.source} |\n"


def _value(value: object) -> str:
    if isinstance(value, tuple) and not isinstance(value[0], tuple):
        return " of ".join(f"{number:g}" for number in value)
    if isinstance(value, tuple):
        return ", ".join(f"{key}: {number:g}" for key, number in value)
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value)

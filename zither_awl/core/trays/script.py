"""How a card is shown, step by step: it begins with fetching, and ends with going back to the shelf."""

from __future__ import annotations

import re

from zither_awl.core.saying import say
from zither_awl.core.trays.design import Design, Level

FETCHING = re.compile(
    r"\b(fetch|carry|carries|bring|unroll|roll out|go to|go together|set the|take the .* from the shelf)\b", re.I
)
BACK = re.compile(
    r"\b(back|shelf|return|hang|home|put \S+( \S+)? away|clear away|to (the|their|its) drawer"
    r"|(to|in) (its|their|the same) (own )?places?)\b",
    re.I,
)
OPENS = {
    "whole": say("Invite the child, and fetch the tray from the shelf together, both hands on its short sides."),
    "one by one": say("Invite the child, and fetch the things from the shelf together, one by one."),
    "not": say("Invite the child, and go together to where the work stands."),
}
ENDS = {
    "whole": say("Put everything back as it lay, and carry the tray to its own place on the shelf."),
    "one by one": say("Carry the things back one by one, each to its own place."),
    "not": say("Put it back as the next one will want to find it."),
}
"""Common practice, no source."""


def script_of(design: Design, level: Level) -> tuple[str, ...]:
    """The steps of showing a card at a level, with its fetching and its return where the card does not say them.

    A card without a script has none. A song, a talk or a demonstration begins and ends by itself.
    """
    steps = design.steps
    if not steps or design.sort != "work":
        return steps
    how = design.how_carried(level)
    if not level.roles and how != "whole":
        return steps
    before = () if FETCHING.search(steps[0]) else (OPENS[how],)
    after = () if BACK.search(steps[-1]) else (ENDS[how],)
    return (*before, *steps, *after)

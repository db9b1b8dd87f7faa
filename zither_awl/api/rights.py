"""Who may do what: this machine, a keeper's device, a watcher's, and what needs no pairing. The page of rights is made
from it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from flask import Flask

Right = Literal["open", "watcher", "keeper", "here"]
"""From whom on: nobody needs to be let in, a watcher's device, a keeper's, the machine the program runs on only."""
ORDER: tuple[Right, ...] = ("open", "watcher", "keeper", "here")

OPEN = frozenset(("home.pair",))
HERE = frozenset(
    (
        "children.delete_child",
        "welcome.look_at_demo",
        "welcome.leave_demo",
        "keeping.check_household",
        "keeping.take_household",
        "keeping.export_json",
        "keeping.export_zip",
        "keeping.check_family",
        "keeping.take_family",
        "keeping.family_file",
        "keeping.list_copies",
        "keeping.preview",
        "keeping.restore",
        "keeping.get_restoring",
        "keeping.name_second",
        "keeping.forget_second",
        "keeping.copy_now",
        "keeping.sealed",
        "session.set_pin",
        "home.new_code",
        "home.bar",
        "home.raise_device",
        "calendar.export_weeks",
        "calendar.get_feed",
        "calendar.renew",
        "cupboard.export_trays",
        "cupboard.export_episodes",
        "things.export_things",
        "things.export_cards",
    )
)
"""Deleting a child for good, devices, PINs, copies, and the household or a family as a file, in or out."""
WATCHER = frozenset(
    (
        "openapi",
        "session.get_session",
        "session.get_history",
        "session.get_lock",
        "session.unlock",
        "session.lock",
        "watch.get_clock",
        "watch.get_watch",
        "watch.sync",
        "older.send_events",
        "older.sweep",
        "watch.remove_look",
        "watch.list_episodes",
        "watch.trace",
        "watch.tell_morning",
        "watch.add_episode",
        "watch.mend_episode",
        "watch.strike",
        "watch.strike_event",
        "watch.change_present",
        "morning.get_last",
        "morning.get_morning",
        "change.get_today",
        "change.tick",
        "change.complete",
        "themes.tick_line",
        "tomorrow.get_invitations",
        "ladders.get_completed",
        "children.list_children",
        "groups.get_groups",
        "welcome.get_welcome",
        "showing.get_script",
        "showing.remove",
        "lessons.get_sets",
        "lessons.get_lesson",
        "lessons.remove_answer",
        "lessons.get_word_photo",
        "routines.get_routines",
        "routines.get_step_photo",
        "table.get_table",
        "table.get_foods",
        "table.check_food",
        "table.take_back",
        "talks.get_talks",
        "talks.get_photo",
        "talks.add_photo",
        "things.get_photo",
        "things.find",
        "home.get_home",
        "telling.add_picture",
    )
)
"""What is recorded, and what is read while recording: Today, Watch, scripts, lessons, routines, the table, talks."""
WORDS: dict[Right, str] = {
    "open": "Anybody on the home network",
    "watcher": "Also a device that watches",
    "keeper": "Also a keeper’s device",
    "here": "Only the machine the program runs on",
}


def right_of(endpoint: str | None) -> Right:
    """From whom on an endpoint may be asked; what is named nowhere needs a keeper."""
    if endpoint in OPEN:
        return "open"
    if endpoint in HERE:
        return "here"
    return "watcher" if endpoint in WATCHER else "keeper"


def may(endpoint: str | None, of: Right) -> bool:
    """Whether somebody of a right may ask an endpoint."""
    return ORDER.index(right_of(endpoint)) <= ORDER.index(of)


def endpoints(app: Flask) -> Iterator[tuple[str, str, str]]:
    """Every endpoint of the API: its method, its address, its name."""
    for rule in sorted(app.url_map.iter_rules(), key=lambda r: (r.rule, r.endpoint)):
        if rule.rule.startswith("/api/"):
            for method in sorted((rule.methods or set()) - {"HEAD", "OPTIONS"}):
                yield method, rule.rule, rule.endpoint


def rights_page(app: Flask) -> str:
    """The page docs/rights.md: who may ask what."""
    lines = [PREFACE]
    for right in ORDER:
        own = [f"- `{method} {address}`" for method, address, name in endpoints(app) if right_of(name) == right]
        lines += [f"## {WORDS[right]}", "", *own, ""]
    return "\n".join(lines)


PREFACE = """\
# Who may do what

Made from `zither_awl/api/rights.py` by `zither-awl rights docs/rights.md`.

On the machine the program runs on everything may be done. Over the home network a device has to be let in by a code. It
then watches: it records, and reads what is read while recording. House, on that machine, can make it a keeper's. A
request from another page or host is refused, whoever sends it.
"""

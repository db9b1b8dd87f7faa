"""The command line in the language of whoever types: its help, what it says, what it asks."""

from __future__ import annotations

import inspect
import os
from collections.abc import Iterable, Mapping
from textwrap import shorten
from typing import Any

import click

from zither_awl.core.saying import say
from zither_awl.languages import best_of, reading, told

ASKED = ("LC_ALL", "LC_MESSAGES", "LANG")
"""The settings of a shell that name a language, the first that is set before the others."""
USAGE, OPTIONS, COMMANDS = say("Usage"), say("Options"), say("Commands")
HELP, VERSION = say("Show this message and exit."), say("Show the version and exit.")
_HEADS = {str(each): each for each in (USAGE, OPTIONS, COMMANDS)}


def language_asked(environment: Mapping[str, str] = os.environ) -> str:
    """The language a shell asks for, English where it asks for none or for one that is not spoken here."""
    return best_of([next((environment[name] for name in ASKED if environment.get(name)), "")])


def tell(text: str) -> None:
    """Say something on the command line."""
    click.echo(told(text))


def in_one_line(text: str) -> str:
    """The words of a docstring: its paragraphs, each on one line."""
    return "\n\n".join(" ".join(part.split()) for part in inspect.cleandoc(text).split("\n\n"))


def help_messages(command: click.Command) -> set[str]:
    """What the help of a command and of the commands under it says."""
    found = {in_one_line(command.help or "")} - {""}
    found |= {in_one_line(each.help) for each in command.params if isinstance(each, click.Option) and each.help}
    for under in command.commands.values() if isinstance(command, click.Group) else ():
        found |= set() if under.hidden else help_messages(under)
    return found


def _own(text: str) -> str:
    """A text of the help in the language that is read now."""
    told_now: str = told(say(in_one_line(text))) if text else text
    return told_now


class SpokenHelp(click.HelpFormatter):
    """A page of help, its heads and texts in the language that is read now."""

    def write_usage(self, prog: str, args: str = "", prefix: str | None = None) -> None:
        """The line that tells how a command is typed."""
        super().write_usage(prog, args, prefix or f"{told(USAGE)}: ")

    def write_heading(self, heading: str) -> None:
        """A head: options, commands."""
        super().write_heading(told(_HEADS.get(heading, heading)))

    def write_text(self, text: str) -> None:
        """A text in paragraphs."""
        super().write_text(_own(text))

    def write_dl(self, rows: Iterable[tuple[str, str]], *args: Any, **kwargs: Any) -> None:
        """Options or commands, each with what it does; a value that is meant when nothing is said stays as it is."""
        super().write_dl(
            [(name, _own(text.partition("  [")[0]) + "".join(text.partition("  [")[1:])) for name, text in rows],
            *args,
            **kwargs,
        )


class SpokenContext(click.Context):
    """A context whose help is spoken."""

    formatter_class = SpokenHelp


class SpokenCommand(click.Command):
    """A command whose help is spoken."""

    context_class = SpokenContext

    def get_short_help_str(self, limit: int = 45) -> str:
        """The first sentence of its help, for the list of commands."""
        return shorten(_own(self.help or "").partition(". ")[0], limit, placeholder="…")


class SpokenGroup(click.Group):
    """Commands that speak the language the shell asks for."""

    context_class = SpokenContext
    command_class = SpokenCommand

    def main(self, *args: Any, **kwargs: Any) -> Any:
        """Read the command line, and do what it says."""
        before = reading.set(language_asked())
        try:
            return super().main(*args, **kwargs)
        finally:
            reading.reset(before)

"""The commands: serve, demo, import, migrate, check, backup, restore, diagnose, forget-pin; without one, serve."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any

import click

from zither_awl import __version__
from zither_awl.core.errors import ZitherAwlError
from zither_awl.core.saying import said_of, say, together
from zither_awl.formats.rule_list import rules_page
from zither_awl.languages import reading, told
from zither_awl.services import copies, importing, keeping, pins, sealing
from zither_awl.services.desk import Desk
from zither_awl.services.diagnose import diagnose as write_diagnosis
from zither_awl.services.folder import alone_with
from zither_awl.services.machine import data_folder, demo_folder
from zither_awl.services.restoring import opened
from zither_awl.settings import Settings
from zither_awl.spoken import SpokenGroup, language_asked, tell
from zither_awl.store import backup as copy_database
from zither_awl.store import prepare

_data = click.option(
    "--data",
    type=click.Path(file_okay=False, path_type=Path),
    default=data_folder,
    help="The folder that holds the household's database; if not said, data here where there is one, "
    "or else where this machine keeps what is yours.",
)
_demo_data = click.option(
    "--data",
    type=click.Path(file_okay=False, path_type=Path),
    default=demo_folder,
    help="The folder of the demo; if not said, demo in the household's.",
)


_PORT = click.option(
    "--port",
    type=click.IntRange(1, 65535),
    default=8136,
    show_default=True,
    help="Where to listen, on this machine only.",
)
_BROWSER = click.option("--browser/--no-browser", default=True, help="Open a browser where there is one.")


def _home(command: Callable[..., Any]) -> Callable[..., Any]:
    """The options of serving the home network."""
    for option in (
        click.option("--home", is_flag=True, help="Serve the devices of the house too, each let in by a code."),
        click.option(
            "--home-port",
            type=click.IntRange(1, 65535),
            default=8137,
            show_default=True,
            help="Where to listen on the home network.",
        ),
        click.option("--home-host", default="0.0.0.0", show_default=True, help="On which address of this machine."),
        click.option("--name", "names", multiple=True, help="A further name this machine has at home."),
    ):
        command = option(command)
    return command


@click.group(cls=SpokenGroup, invoke_without_command=True)
@click.version_option(__version__)
@click.pass_context
def main(context: click.Context) -> None:
    """Zither Awl: curate toddler shelves, watch the work, change one thing at a time.

    Without a command it serves your household and opens the browser.

    Everything stays on this machine: the program listens on 127.0.0.1, on the home network only when told to, and sends
    nothing anywhere.
    """
    if context.invoked_subcommand is None:
        context.invoke(serve)


def run() -> None:
    """The console command: our own errors are said in a sentence, not as a trace."""
    reading.set(language_asked())
    try:
        main()
    except ZitherAwlError as problem:
        click.echo(told(said_of(problem)), err=True)
        sys.exit(1)


@main.command()
@_data
@_PORT
@_BROWSER
@_home
def serve(data: Path, port: int, browser: bool, **home: Any) -> None:
    """Serve your household. On an empty folder it begins with the welcome."""
    _serve(Settings(data=data, port=port, **home), browser)


@main.command()
@_demo_data
@_PORT
@_BROWSER
@_home
@click.option("--keep", is_flag=True, help="Keep the demo as it is, even if its last day is not yesterday.")
def demo(data: Path, port: int, browser: bool, keep: bool, **home: Any) -> None:
    """Serve the invented household of the demo, with sixteen weeks that end yesterday."""
    from zither_awl.services.demo import prepare_demo

    settings = Settings(data=data, port=port, **home)
    tell(prepare_demo(settings.database, keep=keep))
    _serve(settings, browser)


def _serve(settings: Settings, browser: bool) -> None:
    from zither_awl.serve import serve as listen

    listen(settings, browser)


@main.command("import")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@_data
@click.option("--episodes", is_flag=True, help="The file holds past episodes, not trays.")
@click.option("--take", is_flag=True, help="Take the good rows; without it the file is only checked.")
def import_file(file: Path, data: Path, episodes: bool, take: bool) -> None:
    """Check a CSV of trays (or episodes), and take its good rows with --take. Nothing is half imported."""
    text = file.read_text(encoding="utf-8-sig")
    with alone_with(data, ""):
        report = _imported(Desk(prepare(Settings(data=data).database)), text, episodes, take)
    for row in report.rows:
        for problem in row.problems:
            tell(
                say(
                    "row {number}, {field}: {problem}",
                    number=row.number,
                    field=problem.field,
                    problem=together((problem.message, problem.hint)),
                )
            )
    bad = sum(row.status == "bad" for row in report.rows)
    tell(say("{rows} rows, {bad} with problems, {taken} taken.", rows=len(report.rows), bad=bad, taken=report.taken))


def _imported(desk: Desk, text: str, episodes: bool, take: bool) -> importing.Report:
    try:
        if episodes:
            rows = importing.rows_of_episodes(text)
            return importing.take_episodes(desk, rows, None) if take else importing.check_episodes(desk, rows)
        rows = importing.rows_of_trays(text)
        return importing.take_trays(desk, rows, None) if take else importing.check_trays(desk, rows)
    finally:
        desk.close()


@main.command()
@_data
def migrate(data: Path) -> None:
    """Bring the database to this version (serve does it by itself). A copy of it as it was is kept first."""
    with alone_with(data, ""):
        prepare(Settings(data=data).database, create=False)
    tell(say("The database is up to date."))


@main.command()
@_data
def check(data: Path) -> None:
    """Check the database: whole, what is folded equal to the log; print what the rules find on the shelves today, and
    how the household is kept: every copy opened, room on the disk, days the certificate lasts.
    """
    desk = Desk(prepare(Settings(data=data).database, create=False))
    with desk.trial() as work:
        differ = work.projections_differ()
    for line in differ:
        tell(say("differs from the log: {line}", line=line))
    if differ:
        with desk.write_untracked() as work:
            work.rebuild_projections()
        tell(say("{n} lines were made anew from the log; nothing anybody wrote was changed.", n=len(differ)))
    findings = desk.house().findings(desk.today())
    for finding in findings:
        _found(
            finding.severity,
            say("{tray}: {reason}", tray=desk.house().tray(finding.tray).name, reason=finding.reasons[0].text),
        )
    for kept in keeping.how_kept(desk, every=True):
        _found(kept.severity, kept.text)
    tell(
        say("The database is whole. {n} findings by the rules checked; it cannot say more than that.", n=len(findings))
    )


def _found(severity: str, text: str) -> None:
    click.echo(f"{told(say('{severity}', severity=severity)):6}  {told(text)}")


@main.command()
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
@_data
@click.option(
    "--sealed",
    is_flag=True,
    help="Encrypt it by a passphrase (asked for), in the age format: it leaves the house, or others can get at it.",
)
def backup(file: Path, data: Path, sealed: bool) -> None:
    """Copy the household's database to FILE, even while it is in use."""
    if sealed:
        words = click.prompt(told(say("Passphrase, at least 12 letters")), hide_input=True, confirmation_prompt=True)
        sealing.check_passphrase(words)
    copy_database(Settings(data=data).database, file)
    if sealed:
        part = file.with_name(f".{file.name}.part")
        sealing.seal(file, part, words)
        part.replace(file)
    tell(say("Copied to {file}. To go back to it: zither-awl restore {file} --data {data}", file=file, data=data))


@main.command()
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@_data
@click.option("--yes", is_flag=True, help="Do it without asking.")
def restore(file: Path, data: Path, yes: bool) -> None:
    """Go back to a copy: shows what is in it and what is there now, then puts it in its place in one step.

    The present database is kept among the copies. A sealed copy asks for its passphrase.
    """
    database = Settings(data=data).database
    words = click.prompt(told(say("Its passphrase")), hide_input=True) if sealing.is_sealed(file) else ""
    with alone_with(data, ""), opened(file, words) as plain:
        then, now = copies.what_would_change(plain, database)
        tell(say("In {file}: {words}", file=file.name, words=then.words))
        tell(say("There now: {words}", words=now.words if now else say("nothing that can be read.")))
        if not yes and not click.confirm(told(say("Put the copy in its place?"))):
            tell(say("Nothing was changed."))
            return
        kept = copies.go_back_to(plain, database)
    where = f"{kept.parent.name}/{kept.name}" if kept else ""
    tell(say("Done. What was there is kept as {where}.", where=where) if kept else say("Done."))


@main.command()
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path), default=Path("zither-awl-diagnosis.zip"))
@_data
def diagnose(file: Path, data: Path) -> None:
    """Write FILE, a ZIP for somebody who helps: versions, sizes, whether the file is whole, places in the log; no
    names, no notes. Nothing is sent: you give it away.
    """
    write_diagnosis(data, file)
    tell(say("Written: {file}. Its README.txt says what is in it; read it before you give it away.", file=file))


@main.command("forget-pin")
@click.argument("adult")
@_data
def forget_pin(adult: str, data: Path) -> None:
    """Take the PIN of ADULT (by name) away, for one who forgot it."""
    with alone_with(data, ""):
        desk = Desk(prepare(Settings(data=data).database, create=False))
        pins.forget_pin(desk, adult)
        desk.close()
    tell(say("{adult} has no PIN any more.", adult=adult))


@main.command(hidden=True)
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def rules(file: Path) -> None:
    """Write the page of the rules."""
    file.write_text(rules_page(), encoding="utf-8")


@main.command(hidden=True)
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def rights(file: Path) -> None:
    """Write the page of who may do what."""
    import tempfile

    from zither_awl.api.rights import rights_page
    from zither_awl.app import create_app

    with tempfile.TemporaryDirectory() as folder:
        page = rights_page(create_app(replace(Settings(), data=Path(folder))))
    file.write_text(page, encoding="utf-8")


@main.command(hidden=True)
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def openapi(file: Path) -> None:
    """Write the OpenAPI document, for the types of the front end."""
    import tempfile

    from zither_awl.app import create_app, document

    with tempfile.TemporaryDirectory() as folder:
        made = document(create_app(replace(Settings(), data=Path(folder))))
    file.write_text(json.dumps(made, indent=1, sort_keys=True) + "\n")


if __name__ == "__main__":
    run()

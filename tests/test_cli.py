"""The commands, as a person types them."""

from __future__ import annotations

from pathlib import Path

import pytest
from click.testing import CliRunner, Result

from zither_awl.cli import main, run
from zither_awl.formats import samples


@pytest.fixture
def typed(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.chdir(tmp_path)
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "share"))
    return tmp_path


def call(*words: str) -> Result:
    return CliRunner().invoke(main, list(words), catch_exceptions=False)


COMMANDS = ("serve", "demo", "import", "migrate", "check", "backup", "restore", "diagnose", "forget-pin")


@pytest.mark.parametrize("command", COMMANDS)
def test_every_command_explains_itself(command: str) -> None:
    told = call(command, "--help")
    assert told.exit_code == 0
    assert len(told.output.splitlines()) > 4
    assert command in call("--help").output


def test_without_a_command_the_household_is_served(typed: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    served = []
    monkeypatch.setattr("zither_awl.serve.serve", lambda settings, browser: served.append((settings.data, browser)))
    assert call().exit_code == 0
    assert served == [(typed / "share" / "zither-awl", True)]


def test_a_file_is_checked_then_taken_then_backed_up(typed: Path) -> None:
    (typed / "trays.csv").write_text("\ufeff" + samples.trays_csv(), encoding="utf-8")
    assert "14 rows, 0 with problems, 0 taken." in call("import", "trays.csv").output
    assert "14 rows, 0 with problems, 14 taken." in call("import", "trays.csv", "--take").output
    (typed / "work.csv").write_text("child,tray,day,began\nIlse,Blocks,2026-03-01,9:00\n")
    assert "row 1, child: 'Ilse' is not known." in call("import", "work.csv", "--episodes").output
    assert "up to date" in call("migrate").output
    assert "0 findings" in call("check").output
    call("backup", "copy.db")
    assert (typed / "copy.db").stat().st_size > 10_000


def test_what_goes_wrong_is_said_in_a_sentence(
    typed: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr("sys.argv", ["zither-awl", "check"])
    with pytest.raises(SystemExit) as stopped:
        run()
    assert stopped.value.code == 1
    assert f"There is no database at {typed}/share/zither-awl/zither-awl.db" in capsys.readouterr().err


def test_a_port_that_is_taken_is_named(typed: Path) -> None:
    import socket

    assert typed
    with socket.socket() as holder:
        holder.bind(("127.0.0.1", 0))
        holder.listen()
        port = holder.getsockname()[1]
        told = call("serve", "--port", str(port), "--no-browser")
    assert told.exit_code == 1
    assert f"Port {port} is taken" in told.output

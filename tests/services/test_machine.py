"""A family's own computer: where the data lies on each kind, what is given to somebody who helps, what is installed."""

from __future__ import annotations

import configparser
import ctypes
import importlib.util
import json
import logging
import re
import zipfile
from pathlib import Path

import pytest
from click.testing import CliRunner

from tests.conftest import SmallHouse
from zither_awl.cli import main
from zither_awl.services import journal, machine
from zither_awl.services.diagnose import diagnose, plain_lines

ROOT = Path(__file__).parents[2]


def test_the_data_lies_where_each_kind_of_machine_keeps_what_is_yours(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Judge: platformdirs' own classes for each system."""
    from platformdirs import macos, unix, windows

    monkeypatch.setattr(windows, "get_win_folder", lambda _: "C:/Users/keeper/AppData/Local")
    for system in (unix.Unix, macos.MacOS, windows.Windows):
        folder = Path(system("zither-awl", appauthor=False).user_data_dir)
        monkeypatch.setattr(machine, "user_data_path", lambda *_, found=folder, **__: found)
        assert machine.data_folder(tmp_path) == folder
        assert "zither-awl" in folder.name
    (tmp_path / "data").mkdir()
    (tmp_path / "data" / "zither-awl.db").touch()
    assert machine.data_folder(tmp_path) == Path("data"), "a household that is here already is found again"
    assert machine.data_folder(ROOT) == Path("data"), "so is the folder the program is worked on in"


@pytest.mark.parametrize(
    ("platform", "environment", "screen"),
    [
        ("linux", {}, False),
        ("linux", {"DISPLAY": ":0"}, True),
        ("linux", {"WAYLAND_DISPLAY": "wayland-0"}, True),
        ("darwin", {}, True),
        ("win32", {}, True),
    ],
)
def test_a_browser_is_opened_where_there_is_a_screen(platform: str, environment: dict[str, str], screen: bool) -> None:
    assert machine.has_a_screen(platform, environment) is screen


def test_only_where_the_library_can_do_it_the_threads_share_a_heap() -> None:
    assert machine.keep_one_heap("win32") is machine.keep_one_heap("darwin") is False
    assert machine.keep_one_heap("linux") is hasattr(ctypes.CDLL(None), "mallopt")


def test_no_module_of_one_system_only_is_imported_at_a_files_top() -> None:
    assert machine.limit_memory(1, "win32") is False
    for file in (ROOT / "zither_awl").rglob("*.py"):
        text = file.read_text(encoding="utf-8")
        assert not re.search(r"^\s*(?:import|from) (?:resource|fcntl|pwd|grp|termios|winreg)\b", text, re.M), file
        assert "shell=True" not in text, file


def test_what_is_given_to_somebody_who_helps_names_nobody(house: SmallHouse, tmp_path: Path) -> None:
    data, target = house.desk.database.parent, tmp_path / "given.zip"
    journal.begin(data)
    logging.getLogger("zither_awl").info("Ilse took the low shelf of Garden Flat")
    try:
        raise ValueError("Tove spilt it")
    except ValueError:
        number = journal.incident("POST /api/sync: ValueError")
    journal.end()
    diagnose(data, target)
    with zipfile.ZipFile(target) as archive:
        assert sorted(archive.namelist()) == ["README.txt", "about.json", "log.txt"]
        whole = b"".join(archive.read(name) for name in archive.namelist()).decode()
        about = json.loads(archive.read("about.json"))
    for name in ("Ilse", "Tove", "Bram", "Garden Flat", "low shelf", "spilt", str(data)):
        assert name not in whole, name
    assert (about["file"]["integrity"], about["file"]["rows"]["child"]) == ("ok", 2)
    assert f"incident {number}" in whole
    assert "test_machine.py:" in whole
    assert about["packages"]["Flask"] or about["packages"]["flask"]
    said = CliRunner().invoke(main, ["diagnose", str(tmp_path / "again.zip"), "--data", str(data)])
    assert "read it before you give it away" in said.output
    diagnose(tmp_path / "nothing here", tmp_path / "empty.zip")
    with zipfile.ZipFile(tmp_path / "empty.zip") as archive:
        assert json.loads(archive.read("about.json"))["file"] == {"there": False}


def test_of_the_log_only_what_tells_nothing_is_kept() -> None:
    lines = [
        "2026-03-16 09:00:00,123 ERROR   zither_awl: incident abc234: Ilse, Bo, Boat",
        "Traceback (most recent call last):",
        '  File "/home/bram/x/zither_awl/core/ages.py", line 7, in months',
        "    return months(ilse)",
        "ValueError: Ilse is 3",
        "sqlite3.OperationalError: no column Tove",
    ]
    assert plain_lines(lines, frozenset({"Ilse", "Bo"})) == [
        "2026-03-16 09:00:00,123 ERROR zither_awl: incident abc234: …, …, Boat",
        "    ages.py:7 months",
        "    ValueError",
        "    sqlite3.OperationalError",
    ]


def test_no_wheel_is_built_without_the_front_end(tmp_path: Path) -> None:
    spec = importlib.util.spec_from_file_location("hatch_build", ROOT / "hatch_build.py")
    assert spec is not None
    assert spec.loader is not None
    module = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(module)
    hook = module.FrontEnd(str(tmp_path), {}, None, None, str(tmp_path), "wheel")
    hook.initialize("editable", {})
    with pytest.raises(RuntimeError, match="make build first"):
        hook.initialize("standard", {})
    (tmp_path / "zither_awl" / "static").mkdir(parents=True)
    (tmp_path / "zither_awl" / "static" / "index.html").touch()
    hook.initialize("standard", {})


def test_the_user_unit_serves_gives_no_rights_and_writes_one_folder() -> None:
    unit = configparser.ConfigParser(strict=False, interpolation=None)
    unit.optionxform = str  # type: ignore[assignment,method-assign]
    unit.read(ROOT / "packaging" / "zither-awl.service")
    service = unit["Service"]
    command = service["ExecStart"].split()[1:]
    assert CliRunner().invoke(main, [*command[:1], "--help"]).exit_code == 0
    assert set(command[1:]) == {"--home", "--no-browser"}
    assert (service["NoNewPrivileges"], service["ProtectSystem"]) == ("true", "strict")
    assert service["ReadWritePaths"] == "%h/.local/share/zither-awl"
    assert unit["Install"]["WantedBy"] == "default.target"


def test_the_container_is_nobody_special_and_has_one_volume() -> None:
    """Its lines only: building it wants an image from a registry."""
    lines = [
        line.split(" ", 1)
        for line in (ROOT / "packaging" / "Containerfile").read_text().splitlines()
        if line and not line.startswith((" ", "#"))
    ]
    words = dict(lines)
    assert [name for name, _ in lines][-1] == "CMD"
    assert words["USER"] == "keeper"
    assert words["VOLUME"] == "/data"
    assert [name for name, _ in lines].index("USER") < [name for name, _ in lines].index("CMD")
    assert "ADD" not in words
    command = json.loads(words["CMD"])
    assert command[:4] == ["zither-awl", "serve", "--data", "/data"]
    for option in (each for each in command if each.startswith("--")):
        assert option in CliRunner().invoke(main, ["serve", "--help"]).output

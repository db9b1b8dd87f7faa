"""What differs from one kind of machine to another: where a family's data lies, whether a browser can be opened, how
much memory a helper may take. Everything else is the same everywhere."""

from __future__ import annotations

import importlib
import os
import sys
from collections.abc import Mapping
from pathlib import Path

from platformdirs import user_data_path

NAME = "zither-awl"
HERE = Path("data")


def data_folder(cwd: Path | None = None) -> Path:
    """Where the household lies if nobody says: in `data` here, where there is one already or the program is worked on;
    otherwise where this kind of machine keeps what belongs to a person."""
    at = cwd or Path.cwd()
    here = (at / HERE / "zither-awl.db").exists() or (at / "zither_awl" / "cli.py").exists()
    return HERE if here else Path(user_data_path(NAME, appauthor=False))


def demo_folder() -> Path:
    """Where the demo lies if nobody says: in the household's folder, by itself."""
    return data_folder() / "demo"


def has_a_screen(platform: str = sys.platform, environment: Mapping[str, str] = os.environ) -> bool:
    """Whether there is a screen on which a browser can be opened."""
    return platform in ("darwin", "win32") or bool(environment.get("DISPLAY") or environment.get("WAYLAND_DISPLAY"))


def limit_memory(most_bytes: int, platform: str = sys.platform) -> bool:
    """Let this process take no more memory than so many bytes, where the system can do that. Returns whether it can."""
    if platform == "win32":
        return False
    resource = importlib.import_module("resource")
    resource.setrlimit(resource.RLIMIT_AS, (most_bytes, most_bytes))
    return True


def told() -> dict[str, str]:
    """This kind of machine in words, without its name or its user's."""
    import platform

    return {"system": platform.system(), "release": platform.release(), "machine": platform.machine(),
            "python": platform.python_version()}  # fmt: skip

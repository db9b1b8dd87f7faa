"""What differs from one kind of machine to another: where a family's data lies, whether a browser can be opened, how
much memory a helper may take. Everything else is the same everywhere."""

from __future__ import annotations

import ctypes
import importlib
import ipaddress
import os
import sys
from collections.abc import Mapping
from pathlib import Path

from platformdirs import user_data_path

NAME = "zither-awl"
HERE = Path("data")
_ARENA_MAX = -8
"""M_ARENA_MAX of glibc's malloc.h."""
PRIVATE = ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8")
"""The nets of home networks, and this machine's own (RFC 1918, RFC 3927)."""


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


def private(address: ipaddress.IPv4Address | ipaddress.IPv6Address) -> bool:
    """Whether an address is one of a home network, or this machine's own."""
    return any(address in ipaddress.ip_network(net) for net in PRIVATE)


def limit_memory(most_bytes: int, platform: str = sys.platform) -> bool:
    """Let this process take no more memory than so many bytes, where the system can do that. Returns whether it can."""
    if platform == "win32":
        return False
    resource = importlib.import_module("resource")
    resource.setrlimit(resource.RLIMIT_AS, (most_bytes, most_bytes))
    return True


def keep_one_heap(platform: str = sys.platform) -> bool:
    """Let all threads of this process share one heap, where the system's library can do that (glibc): eight of them
    keep some megabytes each that nobody uses. Returns whether it did."""
    if platform != "linux":
        return False
    try:
        return bool(ctypes.CDLL(None).mallopt(_ARENA_MAX, 1))
    except (OSError, AttributeError):
        return False


def told() -> dict[str, str]:
    """This kind of machine in words, without its name or its user's."""
    import platform

    return {
        "system": platform.system(),
        "release": platform.release(),
        "machine": platform.machine(),
        "python": platform.python_version(),
    }

"""The settings of the program, read from the environment once, in the factory or the command line."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    """Where the data lives and where the program listens. Children's data never leaves this folder."""

    data: Path = Path("data")
    host: str = "127.0.0.1"
    port: int = 8136
    home: bool = False
    """Whether to listen on the home network too, by https only."""
    home_host: str = "0.0.0.0"
    home_port: int = 8137
    names: tuple[str, ...] = ()
    """Further names this machine has at home."""

    @property
    def database(self) -> Path:
        """The household's one database file."""
        return self.data / "zither-awl.db"

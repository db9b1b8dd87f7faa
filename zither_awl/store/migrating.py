"""The versions of the tables, and bringing a file from one to another."""

from __future__ import annotations

from pathlib import Path

from alembic import command
from alembic.config import Config
from alembic.script import ScriptDirectory
from sqlalchemy import Engine

MIGRATIONS = Path(__file__).parent / "migrations"


def versions() -> list[str]:
    """The versions of the tables this program knows, the newest first."""
    return [script.revision for script in ScriptDirectory(str(MIGRATIONS)).walk_revisions()]


def migrate(engine: Engine, target: str = "head") -> None:
    """Bring the tables to a version, up or down, in one transaction."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["engine"] = engine
    if target == "base":
        command.downgrade(config, target)
    else:
        command.upgrade(config, target)

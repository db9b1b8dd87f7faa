"""The versions of the tables, and bringing a file from one to another."""

from __future__ import annotations

from pathlib import Path

from sqlalchemy import Engine

MIGRATIONS = Path(__file__).parent / "migrations"


def versions() -> list[str]:
    """The versions of the tables this program knows, the newest first; a file's name begins with its version."""
    return sorted((path.name[:4] for path in (MIGRATIONS / "versions").glob("[0-9]*.py")), reverse=True)


def migrate(engine: Engine, target: str = "head") -> None:
    """Bring the tables to a version, up or down, in one transaction."""
    # Most starts find the tables as they should be: 11 MB are not taken for that.
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["engine"] = engine
    if target == "base":
        command.downgrade(config, target)
    else:
        command.upgrade(config, target)

"""The program's own log: a rotating file in the data folder, with levels; and a number for whatever went wrong."""

from __future__ import annotations

import logging
import secrets
import sys
from logging.handlers import RotatingFileHandler
from pathlib import Path

LOGGER = logging.getLogger("zither_awl")
NAME, MOST_BYTES, KEPT = "zither-awl.log", 1_000_000, 4
_SIGNS = "23456789abcdefghjkmnpqrstuvwxyz"


def begin(folder: Path, level: str = "INFO") -> None:
    """Write the log into a folder from now on; the newest megabytes are kept."""
    folder.mkdir(parents=True, exist_ok=True)
    end()
    handler = RotatingFileHandler(folder / NAME, maxBytes=MOST_BYTES, backupCount=KEPT, encoding="utf-8", delay=True)
    handler.setFormatter(logging.Formatter("%(asctime)s %(levelname)-7s %(name)s: %(message)s"))
    LOGGER.addHandler(handler)
    LOGGER.setLevel(level)


def end() -> None:
    """Write the log no more."""
    for handler in list(LOGGER.handlers):
        if isinstance(handler, RotatingFileHandler):
            LOGGER.removeHandler(handler)
            handler.close()


def incident(what: str) -> str:
    """Log what went wrong, with its trace if there is one, under a number the screen can show. Returns the number."""
    number = "".join(secrets.choice(_SIGNS) for _ in range(6))
    LOGGER.error("incident %s: %s", number, what, exc_info=sys.exc_info()[0] is not None)
    return number

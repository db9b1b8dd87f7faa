"""The cellar: keeps core values in SQLite through SQLAlchemy. Rows never leave it."""

from sqlalchemy import Engine

from zither_awl.store.engine import backup, open_engine, prepare
from zither_awl.store.work import Signature, Work, unit_of_work, untracked

__all__ = ["Engine", "Signature", "Work", "backup", "open_engine", "prepare", "unit_of_work", "untracked"]

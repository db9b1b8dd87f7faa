"""The cellar: keeps core values in SQLite through SQLAlchemy. Rows never leave it."""

from sqlalchemy import Engine
from sqlalchemy.exc import SQLAlchemyError

from zither_awl.store.engine import backup, open_engine
from zither_awl.store.opening import prepare
from zither_awl.store.work import Signature, Store, reading, trying, writing

RECOVERABLE = (SQLAlchemyError, ValueError, OverflowError, LookupError, TypeError)
"""What can go wrong with one item of many without the file being to blame."""

__all__ = [
    "RECOVERABLE",
    "Engine",
    "Signature",
    "Store",
    "backup",
    "open_engine",
    "prepare",
    "reading",
    "trying",
    "writing",
]

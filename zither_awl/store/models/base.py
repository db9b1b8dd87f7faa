"""The root of the rows, and the columns many of them have."""

from __future__ import annotations

from typing import Any

from sqlalchemy import ForeignKey, MetaData, String
from sqlalchemy.orm import DeclarativeBase, mapped_column

Name = String(80)


class Base(DeclarativeBase):
    """The declarative root, with a name for every constraint."""

    metadata = MetaData(
        naming_convention={
            "pk": "pk_%(table_name)s",
            "fk": "fk_%(table_name)s_%(column_0_name)s",
            "ix": "ix_%(table_name)s_%(column_0_name)s",
            "uq": "uq_%(table_name)s_%(column_0_name)s",
            "ck": "ck_%(table_name)s_%(constraint_name)s",
        }
    )


def child_key(**kw: Any) -> Any:
    return mapped_column(ForeignKey("child.id", ondelete="CASCADE"), **kw)

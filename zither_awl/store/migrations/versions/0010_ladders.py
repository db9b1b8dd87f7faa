"""Steps the household ties or unties itself; an aim at one step; what is done beforehand; the invitations of a day."""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"
branch_labels = None
depends_on = None

_KEY = sa.String(length=40)
_ADDED: tuple[tuple[str, str, Any, str], ...] = (
    ("aim", "key", _KEY, ""),
    ("aim", "level", sa.Integer(), "0"),
    ("tray", "eased", sa.JSON(), "[]"),
    ("card", "toward", sa.String(length=48), ""),
)


def upgrade() -> None:
    op.create_table(
        "tie",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("key", _KEY, nullable=False),
        sa.Column("level", sa.Integer(), nullable=False),
        sa.Column("before_key", _KEY, nullable=False),
        sa.Column("before_level", sa.Integer(), nullable=False),
        sa.Column("tied", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_tie")),
        sa.UniqueConstraint("key", "level", "before_key", "before_level", name=op.f("uq_tie_key")),
    )
    op.create_table(
        "invited",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("refs", sa.JSON(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_invited_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_invited")),
        sa.UniqueConstraint("child_id", "day", name=op.f("uq_invited_child_id")),
    )
    op.create_index(op.f("ix_invited_child_id"), "invited", ["child_id"])
    for table, name, kind, usual in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.add_column(sa.Column(name, kind, nullable=False, server_default=usual))
        with op.batch_alter_table(table) as altered:
            altered.alter_column(name, server_default=None)


def downgrade() -> None:
    for table, name, _, _ in reversed(_ADDED):
        with op.batch_alter_table(table) as altered:
            altered.drop_column(name)
    op.drop_index(op.f("ix_invited_child_id"), table_name="invited")
    op.drop_table("invited")
    op.drop_table("tie")

"""What an adult allows a child at the table, aims, passions, the household's own practice, the main shelf, guessing."""

from typing import Any

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"
branch_labels = None
depends_on = None

_NAME = sa.String(length=80)
_ADDED: tuple[tuple[str, str, Any, str], ...] = (
    ("household", "practice", sa.JSON(), "{}"),
    ("child", "passions", sa.JSON(), "[]"),
    ("unit", "main", sa.Boolean(), "0"),
    ("card", "guess", sa.Double(), "0"),
    ("tray", "exception", sa.String(length=200), ""),
    ("planned_showing", "reason", sa.String(length=200), ""),
)


def upgrade() -> None:
    for table, name, kind, usual in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.add_column(sa.Column(name, kind, nullable=False, server_default=usual))
        with op.batch_alter_table(table) as altered:
            altered.alter_column(name, server_default=None)
    permission = op.create_table(
        "permission",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("adult", _NAME, nullable=False),
        sa.Column("given_on", sa.Date(), nullable=True),
        sa.Column("note", sa.String(length=200), nullable=False),
        sa.Column("withdrawn_on", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_permission_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_permission")),
    )
    op.create_index(op.f("ix_permission_child_id"), "permission", ["child_id"])
    op.create_table(
        "aim",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=True),
        sa.Column("words", _NAME, nullable=False),
        sa.Column("from_day", sa.Date(), nullable=False),
        sa.Column("until_day", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_aim_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_aim")),
    )
    op.create_index(op.f("ix_aim_child_id"), "aim", ["child_id"])
    # What was one sentence on the child becomes a permission for small things at the table.
    rows = op.get_bind().execute(sa.text("SELECT id, under_eyes_reason FROM child WHERE under_eyes_reason <> ''"))
    op.bulk_insert(
        permission,
        [
            {
                "child_id": r.id,
                "kind": "small",
                "adult": "",
                "given_on": None,
                "note": r.under_eyes_reason,
                "withdrawn_on": None,
            }
            for r in rows
        ],
    )
    with op.batch_alter_table("child") as child:
        child.drop_column("under_eyes_reason")
    # A unit of a house that has only one is its main shelf.
    op.execute("UPDATE unit SET main = 1 WHERE (SELECT count(*) FROM unit WHERE archived = 0) = 1 AND archived = 0")


def downgrade() -> None:
    with op.batch_alter_table("child") as child:
        child.add_column(sa.Column("under_eyes_reason", sa.String(length=200), nullable=False, server_default=""))
    op.execute(
        "UPDATE child SET under_eyes_reason = coalesce((SELECT note FROM permission "
        "WHERE permission.child_id = child.id AND kind = 'small' AND withdrawn_on IS NULL), '')"
    )
    with op.batch_alter_table("child") as child:
        child.alter_column("under_eyes_reason", server_default=None)
    for table in ("aim", "permission"):
        op.drop_table(table)
    for table, name, _, _ in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.drop_column(name)

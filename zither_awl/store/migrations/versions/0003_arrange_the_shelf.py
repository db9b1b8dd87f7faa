"""Arrange the shelf: uneven places, drawers, what a unit weighs and may take, what the house prefers; and sweeps.

Units there already are as they were: places alike, no drawers, not weighed, not anchored, no bedroom. Nothing is leaned
to, and no counter was measured.
"""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"
branch_labels = None
depends_on = None


def added() -> dict[str, tuple[sa.Column[object], ...]]:
    """The new columns, made afresh: a column belongs to one table only."""
    return {
        "unit": (
            sa.Column("mass_g", sa.Double(), nullable=True),
            sa.Column("anchored", sa.Boolean(), nullable=False, server_default=sa.false()),
            sa.Column("bedroom", sa.Boolean(), nullable=False, server_default=sa.false()),
            sa.Column("most", sa.Integer(), nullable=True),
        ),
        "board": (
            sa.Column("widths_mm", sa.JSON(), nullable=False, server_default="[]"),
            sa.Column("drawer", sa.Boolean(), nullable=False, server_default=sa.false()),
        ),
        "household": (
            sa.Column("counter_mm", sa.Double(), nullable=True),
            sa.Column("basin_mm", sa.Double(), nullable=True),
            sa.Column("rather_new", sa.Integer(), nullable=False, server_default="0"),
            sa.Column("rather_by_area", sa.Integer(), nullable=False, server_default="0"),
            sa.Column("rather_full", sa.Integer(), nullable=False, server_default="0"),
        ),
    }


def upgrade() -> None:
    for table, columns in added().items():
        with op.batch_alter_table(table) as altered:
            for column in columns:
                altered.add_column(column)
    # The defaults were for the rows that were there; from now on the program says every value.
    for table, columns in added().items():
        with op.batch_alter_table(table) as altered:
            for column in columns:
                if not column.nullable:
                    altered.alter_column(column.name, server_default=None)
    op.create_table(
        "aid_done",
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("key", sa.String(length=16), nullable=False),
        sa.Column("done_on", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_aid_done_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("child_id", "key", name=op.f("pk_aid_done")),
    )
    op.create_table(
        "sweep",
        sa.Column("key", sa.String(length=36), nullable=False),
        sa.Column("morning_id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["morning_id"], ["morning.id"], name=op.f("fk_sweep_morning_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_sweep_adult_id")),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_sweep")),
    )
    with op.batch_alter_table("sweep") as sweep:
        sweep.create_index(op.f("ix_sweep_morning_id"), ["morning_id"], unique=False)
    op.create_table(
        "sweep_child",
        sa.Column("sweep_key", sa.String(length=36), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("state", sa.String(length=16), nullable=False),
        sa.ForeignKeyConstraint(
            ["sweep_key"], ["sweep.key"], name=op.f("fk_sweep_child_sweep_key"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_sweep_child_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("sweep_key", "child_id", name=op.f("pk_sweep_child")),
    )


def downgrade() -> None:
    for table in ("sweep_child", "sweep", "aid_done"):
        op.drop_table(table)
    for table, columns in added().items():
        with op.batch_alter_table(table) as altered:
            for column in columns:
                altered.drop_column(column.name)

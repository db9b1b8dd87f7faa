"""The string of weeks: themes with their trays and what is to be done by then, days away, arrivals, books and where
they stood; the minutes adults have; the calendar's secret address."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"
branch_labels = None
depends_on = None

_TABLES = ("theme", "theme_tray", "by_then", "absence", "arrival", "arrived", "book", "book_stay", "book_asked", "feed")


def upgrade() -> None:
    op.create_table(
        "theme",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("question", sa.String(length=200), nullable=False),
        sa.Column("words", sa.JSON(), nullable=False),
        sa.Column("song", sa.String(length=120), nullable=False),
        sa.Column("outing", sa.String(length=200), nullable=False),
        sa.Column("keep", sa.String(length=1000), nullable=False),
        sa.Column("from_day", sa.Date(), nullable=False),
        sa.Column("until_day", sa.Date(), nullable=False),
        sa.Column("taken", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_theme")),
    )
    op.create_index(op.f("ix_theme_from_day"), "theme", ["from_day"])
    op.create_table(
        "theme_tray",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("theme_id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=True),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("level", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("children", sa.JSON(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("unit_id", sa.Integer(), nullable=True),
        sa.Column("board", sa.Integer(), nullable=True),
        sa.Column("place", sa.Integer(), nullable=True),
        sa.Column("out_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["out_id"], ["tray.id"], name=op.f("fk_theme_tray_out_id")),
        sa.ForeignKeyConstraint(["theme_id"], ["theme.id"], name=op.f("fk_theme_tray_theme_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_theme_tray_tray_id")),
        sa.ForeignKeyConstraint(["unit_id"], ["unit.id"], name=op.f("fk_theme_tray_unit_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_theme_tray")),
    )
    op.create_index(op.f("ix_theme_tray_theme_id"), "theme_tray", ["theme_id"])
    op.create_table(
        "by_then",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("theme_id", sa.Integer(), nullable=True),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("amount", sa.String(length=120), nullable=False),
        sa.Column("due", sa.Date(), nullable=False),
        sa.Column("minutes", sa.Integer(), nullable=False),
        sa.Column("done_on", sa.Date(), nullable=True),
        sa.Column("ref", sa.String(length=60), nullable=False),
        sa.ForeignKeyConstraint(["theme_id"], ["theme.id"], name=op.f("fk_by_then_theme_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_by_then")),
    )
    op.create_index(op.f("ix_by_then_theme_id"), "by_then", ["theme_id"])
    op.create_table(
        "absence",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("from_day", sa.Date(), nullable=False),
        sa.Column("until_day", sa.Date(), nullable=False),
        sa.Column("children", sa.JSON(), nullable=False),
        sa.Column("uid", sa.String(length=200), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_absence")),
    )
    op.create_table(
        "arrival",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=True),
        sa.Column("every_days", sa.Integer(), nullable=True),
        sa.Column("giver", sa.String(length=80), nullable=False),
        sa.Column("note", sa.String(length=200), nullable=False),
        sa.Column("arrived_on", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_arrival_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_arrival")),
    )
    op.create_table(
        "arrived",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("arrival_id", sa.Integer(), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["arrival_id"], ["arrival.id"], name=op.f("fk_arrived_arrival_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["component_id"], ["component.id"], name=op.f("fk_arrived_component_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_arrived")),
    )
    op.create_index(op.f("ix_arrived_arrival_id"), "arrived", ["arrival_id"])
    op.create_table(
        "book",
        sa.Column("component_id", sa.Integer(), nullable=False),
        sa.Column("language", sa.String(length=8), nullable=False),
        sa.Column("themes", sa.JSON(), nullable=False),
        sa.Column("from_months", sa.Integer(), nullable=False),
        sa.Column("to_months", sa.Integer(), nullable=False),
        sa.Column("lent_by", sa.String(length=80), nullable=False),
        sa.Column("back_on", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(
            ["component_id"], ["component.id"], name=op.f("fk_book_component_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("component_id", name=op.f("pk_book")),
    )
    op.create_table(
        "book_stay",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=False),
        sa.Column("unit_id", sa.Integer(), nullable=False),
        sa.Column("since", sa.Date(), nullable=False),
        sa.Column("until", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(
            ["component_id"], ["component.id"], name=op.f("fk_book_stay_component_id"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["unit_id"], ["unit.id"], name=op.f("fk_book_stay_unit_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_book_stay")),
    )
    op.create_index(op.f("ix_book_stay_component_id"), "book_stay", ["component_id"])
    op.create_table(
        "book_asked",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(
            ["component_id"], ["component.id"], name=op.f("fk_book_asked_component_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_book_asked")),
    )
    op.create_index(op.f("ix_book_asked_component_id"), "book_asked", ["component_id"])
    op.create_table(
        "feed",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("secret", sa.String(length=64), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_feed")),
    )
    with op.batch_alter_table("adult") as altered:
        altered.add_column(sa.Column("minutes", sa.JSON(), nullable=False, server_default="[]"))
    with op.batch_alter_table("adult") as altered:
        altered.alter_column("minutes", server_default=None)


def downgrade() -> None:
    with op.batch_alter_table("adult") as altered:
        altered.drop_column("minutes")
    for table in reversed(_TABLES):
        op.drop_table(table)

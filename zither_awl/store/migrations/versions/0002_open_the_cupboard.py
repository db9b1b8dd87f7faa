"""Open the cupboard: components, what lies on a tray, cards of one's own, photographs, and the household's settings.

Trays there already keep their measures and hold nothing: nobody said what lies on them. No cap, no numbers, real glass.
"""

import sqlalchemy as sa
from alembic import op

revision = "0002"
down_revision = "0001"
branch_labels = None
depends_on = None


def upgrade() -> None:
    _add_tables()
    with op.batch_alter_table("household") as household:
        household.add_column(sa.Column("emergency_number", sa.String(length=80), nullable=False, server_default=""))
        household.add_column(sa.Column("poison_centre", sa.String(length=80), nullable=False, server_default=""))
        household.add_column(sa.Column("most_bins", sa.Integer(), nullable=True))
        household.add_column(sa.Column("unbreakable_first", sa.Boolean(), nullable=False, server_default=sa.false()))
    with op.batch_alter_table("bin") as each:
        each.add_column(sa.Column("most", sa.Integer(), nullable=True))
    with op.batch_alter_table("card") as card:
        card.add_column(sa.Column("key", sa.String(length=40), nullable=False, server_default=""))
        card.add_column(sa.Column("level", sa.Integer(), nullable=False, server_default="1"))
    with op.batch_alter_table("tray") as tray:
        tray.add_column(sa.Column("photo_id", sa.Integer(), nullable=True))
        tray.create_foreign_key(op.f("fk_tray_photo_id"), "photo", ["photo_id"], ["id"])
    # The defaults were for the rows that were there; from now on the program says every value.
    for table, columns in (
        ("household", ("emergency_number", "poison_centre", "unbreakable_first")),
        ("card", ("key", "level")),
    ):
        with op.batch_alter_table(table) as altered:
            for column in columns:
                altered.alter_column(column, server_default=None)


def _add_tables() -> None:
    op.create_table(
        "component",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("kind", sa.String(length=32), nullable=False),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("shape", sa.JSON(), nullable=False),
        sa.Column("mass_g", sa.Double(), nullable=False),
        sa.Column("softness", sa.String(length=8), nullable=False),
        sa.Column("material", sa.String(length=80), nullable=False),
        sa.Column("breakable", sa.Boolean(), nullable=False),
        sa.Column("inside", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("density_g_ml", sa.Double(), nullable=True),
        sa.Column("stock_ml", sa.Double(), nullable=True),
        sa.Column("per_use", sa.Double(), nullable=True),
        sa.Column("sealed", sa.String(length=8), nullable=False),
        sa.Column("magnet", sa.Boolean(), nullable=False),
        sa.Column("cell", sa.Boolean(), nullable=False),
        sa.Column("cord_mm", sa.Double(), nullable=True),
        sa.Column("allergens", sa.JSON(), nullable=False),
        sa.Column("dangers", sa.JSON(), nullable=False),
        sa.Column("colours", sa.JSON(), nullable=False),
        sa.Column("cost", sa.Double(), nullable=True),
        sa.Column("came_from", sa.String(length=80), nullable=False),
        sa.Column("bin_id", sa.Integer(), nullable=True),
        sa.Column("assumed", sa.JSON(), nullable=False),
        sa.Column("archived", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["bin_id"], ["bin.id"], name=op.f("fk_component_bin_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_component")),
        sa.UniqueConstraint("name", name=op.f("uq_component_name")),
    )
    op.create_table(
        "own_card",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("design", sa.JSON(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_own_card")),
        sa.UniqueConstraint("key", name=op.f("uq_own_card_key")),
    )
    op.create_table(
        "photo",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("jpeg", sa.LargeBinary(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_photo")),
    )
    op.create_table(
        "content",
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=False),
        sa.Column("role", sa.String(length=40), nullable=False),
        sa.Column("count", sa.Integer(), nullable=False),
        sa.Column("ml", sa.Double(), nullable=True),
        sa.Column("x_mm", sa.Double(), nullable=True),
        sa.Column("y_mm", sa.Double(), nullable=True),
        sa.Column("turned", sa.Boolean(), nullable=False),
        sa.Column("beside", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["component_id"], ["component.id"], name=op.f("fk_content_component_id")),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_content_tray_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("tray_id", "position", name=op.f("pk_content")),
    )
    with op.batch_alter_table("content") as content:
        content.create_index(op.f("ix_content_component_id"), ["component_id"], unique=False)


def downgrade() -> None:
    with op.batch_alter_table("tray") as tray:
        tray.drop_constraint(op.f("fk_tray_photo_id"), type_="foreignkey")
        tray.drop_column("photo_id")
    with op.batch_alter_table("card") as card:
        card.drop_column("level")
        card.drop_column("key")
    with op.batch_alter_table("bin") as each:
        each.drop_column("most")
    with op.batch_alter_table("household") as household:
        for name in ("unbreakable_first", "most_bins", "poison_centre", "emergency_number"):
            household.drop_column(name)
    for table in ("content", "photo", "own_card", "component"):
        op.drop_table(table)

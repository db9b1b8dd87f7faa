"""What a thing shows, its photograph, the age on its box; what is to be made and who checked it; worn, wash, renew."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None

_NAME = sa.String(length=80)


def upgrade() -> None:
    with op.batch_alter_table("component") as component:
        component.add_column(sa.Column("subject", sa.String(length=40), nullable=False, server_default=""))
        component.add_column(sa.Column("photo_id", sa.Integer(), nullable=True))
        component.add_column(sa.Column("box_months", sa.Integer(), nullable=True))
        component.create_foreign_key(op.f("fk_component_photo_id"), "photo", ["photo_id"], ["id"])
    with op.batch_alter_table("component") as component:
        component.alter_column("subject", server_default=None)
    with op.batch_alter_table("card") as card:
        card.add_column(sa.Column("sort", sa.String(length=16), nullable=False, server_default="work"))
    with op.batch_alter_table("card") as card:
        card.alter_column("sort", server_default=None)
    op.create_table(
        "making",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("recipe", sa.String(length=40), nullable=False),
        sa.Column("name", _NAME, nullable=False),
        sa.Column("wanted_for", _NAME, nullable=False),
        sa.Column("done", sa.JSON(), nullable=False),
        sa.Column("checked", sa.JSON(), nullable=False),
        sa.Column("checked_by", _NAME, nullable=False),
        sa.Column("checked_on", sa.Date(), nullable=True),
        sa.Column("begun_on", sa.Date(), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["component_id"], ["component.id"], name=op.f("fk_making_component_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_making")),
    )
    op.create_table(
        "mark",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("what", sa.String(length=8), nullable=False),
        sa.Column("component_id", sa.Integer(), nullable=True),
        sa.Column("tray_id", sa.Integer(), nullable=True),
        sa.Column("note", sa.String(length=200), nullable=False),
        sa.Column("marked_by", _NAME, nullable=False),
        sa.Column("marked_on", sa.Date(), nullable=False),
        sa.Column("done_on", sa.Date(), nullable=True),
        sa.ForeignKeyConstraint(
            ["component_id"], ["component.id"], name=op.f("fk_mark_component_id"), ondelete="CASCADE"
        ),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_mark_tray_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_mark")),
    )


def downgrade() -> None:
    for table in ("mark", "making"):
        op.drop_table(table)
    with op.batch_alter_table("card") as card:
        card.drop_column("sort")
    with op.batch_alter_table("component") as component:
        component.drop_constraint(op.f("fk_component_photo_id"), type_="foreignkey")
        for column in ("box_months", "photo_id", "subject"):
            component.drop_column(column)

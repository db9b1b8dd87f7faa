"""Catalogue and paper: what a household takes of the catalogue, what its own cards were made from, its paper,
pictures of words."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("own_card") as own:
        own.add_column(sa.Column("base", sa.JSON(none_as_null=True), nullable=True))
    with op.batch_alter_table("household") as household:
        household.add_column(sa.Column("takes", sa.String(length=8), nullable=False, server_default="whole"))
        household.add_column(sa.Column("paper", sa.String(length=8), nullable=False, server_default="A4"))
    # The defaults were for the row that was there; from now on the program says every value.
    with op.batch_alter_table("household") as household:
        for column in ("takes", "paper"):
            household.alter_column(column, server_default=None)
    op.create_table(
        "card_choice",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("taken", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_card_choice")),
        sa.UniqueConstraint("key", name=op.f("uq_card_choice_key")),
    )
    op.create_table(
        "word_photo",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("set_key", sa.String(length=40), nullable=False),
        sa.Column("word", sa.String(length=80), nullable=False),
        sa.Column("photo_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["photo_id"], ["photo.id"], name=op.f("fk_word_photo_photo_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_word_photo")),
        sa.UniqueConstraint("set_key", "word", name=op.f("uq_word_photo_set_key")),
    )


def downgrade() -> None:
    op.drop_table("word_photo")
    op.drop_table("card_choice")
    with op.batch_alter_table("household") as household:
        household.drop_column("paper")
        household.drop_column("takes")
    with op.batch_alter_table("own_card") as own:
        own.drop_column("base")

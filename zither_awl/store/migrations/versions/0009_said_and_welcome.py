"""What an adult says a child knows; and how far the first evening is."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"
branch_labels = None
depends_on = None

_NAME = sa.String(length=80)


def upgrade() -> None:
    op.create_table(
        "said",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("key", sa.String(length=40), nullable=False),
        sa.Column("level", sa.Integer(), nullable=False),
        sa.Column("word", _NAME, nullable=False),
        sa.Column("answer", sa.String(length=12), nullable=False),
        sa.Column("said_on", sa.Date(), nullable=False),
        sa.Column("adult", _NAME, nullable=False),
        sa.Column("concluded", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_said_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_said")),
        sa.UniqueConstraint("child_id", "key", "level", "word", name=op.f("uq_said_child_id")),
    )
    op.create_index(op.f("ix_said_child_id"), "said", ["child_id"])
    op.create_table(
        "welcome_step",
        sa.Column("name", sa.String(length=16), nullable=False),
        sa.Column("state", sa.String(length=8), nullable=False),
        sa.PrimaryKeyConstraint("name", name=op.f("pk_welcome_step")),
    )
    # The card that ships calls what lies around the square by another word now; a card of the household's own does not.
    op.execute(
        "UPDATE content SET role = 'dropped pieces' WHERE role = 'strays' AND tray_id IN (SELECT tray.id FROM tray "
        "JOIN card ON card.id = tray.card_id WHERE card.key = 'sweep' AND card.key NOT IN (SELECT key FROM own_card))"
    )


def downgrade() -> None:
    op.drop_table("welcome_step")
    op.drop_index(op.f("ix_said_child_id"), table_name="said")
    op.drop_table("said")

"""Alike: the word under which a household counts trays of different cards as one sort of work."""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"
branch_labels = None
depends_on = None


def upgrade() -> None:
    with op.batch_alter_table("tray") as altered:
        altered.add_column(sa.Column("alike", sa.String(length=40), nullable=False, server_default=""))
    with op.batch_alter_table("tray") as altered:
        altered.alter_column("alike", server_default=None)


def downgrade() -> None:
    with op.batch_alter_table("tray") as altered:
        altered.drop_column("alike")

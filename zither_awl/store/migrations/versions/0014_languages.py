"""Languages: what each adult reads; columns that hold what the program said, as message and values."""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"
branch_labels = None
depends_on = None

_SAID = (("change_set", "label", 200), ("trace", "label", 200), ("by_then", "name", 80), ("by_then", "amount", 120))


def upgrade() -> None:
    with op.batch_alter_table("adult") as altered:
        altered.add_column(sa.Column("language", sa.String(length=8), nullable=False, server_default=""))
    with op.batch_alter_table("adult") as altered:
        altered.alter_column("language", server_default=None)
    for table, column, length in _SAID:
        with op.batch_alter_table(table) as altered:
            altered.alter_column(
                column, type_=sa.Text(), existing_type=sa.String(length=length), existing_nullable=False
            )


def downgrade() -> None:
    for table, column, length in _SAID:
        with op.batch_alter_table(table) as altered:
            altered.alter_column(
                column, type_=sa.String(length=length), existing_type=sa.Text(), existing_nullable=False
            )
    with op.batch_alter_table("adult") as altered:
        altered.drop_column("language")

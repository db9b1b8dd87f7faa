"""Real work at home: pictures of steps, what a routine hung on, the snack table, talks; groups of children, the days
they come, the language a child is spoken to first, and how a showing went."""

import sqlalchemy as sa
from alembic import op

revision = "0012"
down_revision = "0011"
branch_labels = None
depends_on = None

_NAME = sa.String(length=80)
_TABLES = (
    "step_photo",
    "run_branch",
    "table_event",
    "talk",
    "talk_word",
    "child_group",
    "group_child",
    "own_aid",
    "moved_stop",
)
_ADDED = (
    ("child", "language", sa.String(length=8), ""),
    ("child", "comes", sa.JSON(), "[]"),
    ("presentation", "manner", sa.String(length=12), ""),
    # Who was let in before devices had rights could do everything, and can.
    ("paired_device", "keeper", sa.Boolean(), "1"),
)


def upgrade() -> None:
    for table, name, kind, usual in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.add_column(sa.Column(name, kind, nullable=False, server_default=usual))
        with op.batch_alter_table(table) as altered:
            altered.alter_column(name, server_default=None)
    op.create_table(
        "step_photo",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("routine", sa.String(length=40), nullable=False),
        sa.Column("step", sa.String(length=40), nullable=False),
        sa.Column("photo_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["photo_id"], ["photo.id"], name=op.f("fk_step_photo_photo_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_step_photo")),
        sa.UniqueConstraint("routine", "step", name=op.f("uq_step_photo_routine")),
    )
    op.create_table(
        "run_branch",
        sa.Column("run_key", sa.String(length=36), nullable=False),
        sa.Column("branch", sa.String(length=60), nullable=False),
        sa.Column("holds", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(
            ["run_key"], ["routine_run.key"], name=op.f("fk_run_branch_run_key"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("run_key", "branch", name=op.f("pk_run_branch")),
    )
    op.create_table(
        "table_event",
        sa.Column("key", sa.String(length=64), nullable=False),
        sa.Column("what", sa.String(length=8), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("local_day", sa.Date(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=True),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("food", sa.String(length=40), nullable=False),
        sa.Column("cut", sa.String(length=16), nullable=False),
        sa.Column("outcome", sa.String(length=16), nullable=False),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_table_event_adult_id")),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_table_event_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_table_event")),
    )
    op.create_index(op.f("ix_table_event_local_day"), "table_event", ["local_day"])
    op.create_table(
        "talk",
        sa.Column("key", sa.String(length=36), nullable=False),
        sa.Column("talk", sa.String(length=40), nullable=False),
        sa.Column("set_key", sa.String(length=40), nullable=False),
        sa.Column("began", sa.String(length=32), nullable=False),
        sa.Column("local_day", sa.Date(), nullable=False),
        sa.Column("ended", sa.String(length=32), nullable=True),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("photo_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_talk_adult_id")),
        sa.ForeignKeyConstraint(["photo_id"], ["photo.id"], name=op.f("fk_talk_photo_id")),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_talk")),
    )
    op.create_table(
        "talk_word",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("talk_key", sa.String(length=36), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=True),
        sa.Column("thing", _NAME, nullable=False),
        sa.Column("question", sa.String(length=40), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_talk_word_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["talk_key"], ["talk.key"], name=op.f("fk_talk_word_talk_key"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_talk_word")),
    )
    op.create_index(op.f("ix_talk_word_talk_key"), "talk_word", ["talk_key"])
    op.create_table(
        "child_group",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", _NAME, nullable=False),
        sa.Column("adults", sa.JSON(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_child_group")),
        sa.UniqueConstraint("name", name=op.f("uq_child_group_name")),
    )
    op.create_table(
        "group_child",
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("group_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_group_child_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["group_id"], ["child_group.id"], name=op.f("fk_group_child_group_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("child_id", name=op.f("pk_group_child")),
    )
    op.create_table(
        "own_aid",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("room", sa.String(length=40), nullable=False),
        sa.Column("name", _NAME, nullable=False),
        sa.Column("at", sa.String(length=12), nullable=False),
        sa.Column("height_mm", sa.Double(), nullable=True),
        sa.Column("daily", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_own_aid")),
    )
    op.create_table(
        "moved_stop",
        sa.Column("key", sa.String(length=24), nullable=False),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("to_day", sa.Date(), nullable=False),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_moved_stop")),
    )


def downgrade() -> None:
    for table in reversed(_TABLES):
        op.drop_table(table)
    for table, name, _, _ in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.drop_column(name)

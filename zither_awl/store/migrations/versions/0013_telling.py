"""Keeping and telling: a PIN an adult, the device an act came from; pictures and notes of the work, who may be seen in
them, and stories."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"
branch_labels = None
depends_on = None

_NAME = sa.String(length=80)
_TABLES = ("pin", "picture", "picture_child", "story")
_ADDED = (
    ("child", "shown", sa.String(length=8), "own"),
    ("change_set", "device", _NAME, ""),
    ("trace", "device", _NAME, ""),
)


def upgrade() -> None:
    for table, name, kind, usual in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.add_column(sa.Column(name, kind, nullable=False, server_default=usual))
        with op.batch_alter_table(table) as altered:
            altered.alter_column(name, server_default=None)
    op.create_table(
        "pin",
        sa.Column("adult_id", sa.Integer(), nullable=False),
        sa.Column("hashed", sa.String(length=200), nullable=False),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_pin_adult_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("adult_id", name=op.f("pk_pin")),
    )
    op.create_table(
        "picture",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("photo_id", sa.Integer(), nullable=True),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("local_day", sa.Date(), nullable=False),
        sa.Column("note", sa.String(length=1000), nullable=False),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("episode_id", sa.String(length=36), nullable=True),
        sa.Column("presentation_id", sa.Integer(), nullable=True),
        sa.Column("talk_key", sa.String(length=36), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_picture_adult_id")),
        sa.ForeignKeyConstraint(
            ["episode_id"], ["episode.id"], name=op.f("fk_picture_episode_id"), ondelete="SET NULL"
        ),
        sa.ForeignKeyConstraint(["photo_id"], ["photo.id"], name=op.f("fk_picture_photo_id")),
        sa.ForeignKeyConstraint(
            ["presentation_id"], ["presentation.id"], name=op.f("fk_picture_presentation_id"), ondelete="SET NULL"
        ),
        sa.ForeignKeyConstraint(["talk_key"], ["talk.key"], name=op.f("fk_picture_talk_key"), ondelete="SET NULL"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_picture")),
    )
    op.create_index(op.f("ix_picture_local_day"), "picture", ["local_day"])
    op.create_table(
        "picture_child",
        sa.Column("picture_id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_picture_child_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["picture_id"], ["picture.id"], name=op.f("fk_picture_child_picture_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("picture_id", "child_id", name=op.f("pk_picture_child")),
    )
    op.create_index(op.f("ix_picture_child_child_id"), "picture_child", ["child_id"])
    op.create_table(
        "story",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("from_day", sa.Date(), nullable=False),
        sa.Column("until_day", sa.Date(), nullable=False),
        sa.Column("title", _NAME, nullable=False),
        sa.Column("parts", sa.JSON(), nullable=False),
        sa.Column("pictures", sa.JSON(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_story_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_story")),
        sa.UniqueConstraint("child_id", "from_day", "until_day", name=op.f("uq_story_child_id")),
    )
    op.execute("INSERT INTO section (name, revision) VALUES ('telling', 0)")


def downgrade() -> None:
    for table in reversed(_TABLES):
        op.drop_table(table)
    for table, name, _, _ in _ADDED:
        with op.batch_alter_table(table) as altered:
            altered.drop_column(name)
    op.execute("DELETE FROM section WHERE name = 'telling'")

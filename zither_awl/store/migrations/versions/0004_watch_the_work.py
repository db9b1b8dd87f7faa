"""Watch the work: the log as devices sent it, work that stands on no shelf, showings planned, words, routines.

Of the work that was there, what is ended counts as told: nothing sent later changes it. The rest can still be ended.
"""

import sqlalchemy as sa
from alembic import op

revision = "0004"
down_revision = "0003"
branch_labels = None
depends_on = None

_NAME, _KEY, _INSTANT = sa.String(length=80), sa.String(length=40), sa.String(length=32)


def upgrade() -> None:
    with op.batch_alter_table("episode") as episode:
        episode.alter_column("tray_id", existing_type=sa.Integer(), nullable=True)
        episode.add_column(sa.Column("activity", _NAME, nullable=False, server_default=""))
        episode.add_column(sa.Column("told", sa.Boolean(), nullable=False, server_default=sa.false()))
    op.execute("UPDATE episode SET told = 1 WHERE ended IS NOT NULL OR struck")
    _widen_events()
    with op.batch_alter_table("presentation") as presentation:
        presentation.add_column(sa.Column("outcome", sa.String(length=24), nullable=False, server_default=""))
        presentation.add_column(sa.Column("key", sa.String(length=64), nullable=True))
        presentation.create_unique_constraint(op.f("uq_presentation_key"), ["key"])
    with op.batch_alter_table("household") as household:
        household.add_column(sa.Column("showing", sa.String(length=12), nullable=False, server_default="by age"))
    # The defaults were for the rows that were there; from now on the program says every value.
    for table, columns in (
        ("episode", ("activity", "told")),
        ("presentation", ("outcome",)),
        ("household", ("showing",)),
    ):
        with op.batch_alter_table(table) as altered:
            for column in columns:
                altered.alter_column(column, server_default=None)
    _add_tables()


def _widen_events() -> None:
    with op.batch_alter_table("episode_event") as event:
        event.add_column(sa.Column("sent_id", sa.String(length=36), nullable=False, server_default=""))
        event.add_column(sa.Column("child_id", sa.Integer(), nullable=True))
        event.add_column(sa.Column("tray_id", sa.Integer(), nullable=True))
        event.add_column(sa.Column("activity", _NAME, nullable=False, server_default=""))
        event.add_column(sa.Column("work", sa.String(length=32), nullable=True))
        event.add_column(sa.Column("place", sa.String(length=16), nullable=True))
        event.add_column(sa.Column("adult_id", sa.Integer(), nullable=True))
        event.add_column(sa.Column("struck", sa.Boolean(), nullable=False, server_default=sa.false()))
    # A second start carried the name its own device gave the work in its text.
    op.execute(
        "UPDATE episode_event SET "
        "sent_id = CASE WHEN kind = 'start' AND text <> '' THEN text ELSE episode_id END, "
        "child_id = (SELECT child_id FROM episode WHERE episode.id = episode_event.episode_id), "
        "tray_id = CASE WHEN kind = 'start' THEN "
        "(SELECT tray_id FROM episode WHERE episode.id = episode_event.episode_id) END, "
        "adult_id = (SELECT adult_id FROM episode WHERE episode.id = episode_event.episode_id)"
    )
    for column in ("work", "place"):
        op.execute(
            f"UPDATE episode_event SET {column} = "
            f"(SELECT {column} FROM episode WHERE episode.id = episode_event.episode_id) "
            "WHERE kind = 'finish'"
        )
    op.execute("UPDATE episode_event SET text = '' WHERE kind = 'start'")
    with op.batch_alter_table("episode_event") as event:
        event.drop_constraint(op.f("fk_episode_event_episode_id"), type_="foreignkey")
        event.alter_column("episode_id", existing_type=sa.String(length=36), nullable=True)
        event.alter_column("child_id", existing_type=sa.Integer(), nullable=False)
        event.alter_column("cause", existing_type=sa.String(length=32), type_=_NAME)
        event.create_foreign_key(
            op.f("fk_episode_event_episode_id"), "episode", ["episode_id"], ["id"], ondelete="SET NULL"
        )
        event.create_foreign_key(op.f("fk_episode_event_child_id"), "child", ["child_id"], ["id"], ondelete="CASCADE")
        event.create_foreign_key(op.f("fk_episode_event_tray_id"), "tray", ["tray_id"], ["id"])
        event.create_foreign_key(op.f("fk_episode_event_adult_id"), "adult", ["adult_id"], ["id"])
        for column in ("sent_id", "activity", "struck"):
            event.alter_column(column, server_default=None)
        for column in ("sent_id", "child_id", "at"):
            event.create_index(op.f(f"ix_episode_event_{column}"), [column], unique=False)


def _child(table: str, *, nullable: bool = False) -> tuple[sa.Column[int], sa.ForeignKeyConstraint]:
    return (
        sa.Column("child_id", sa.Integer(), nullable=nullable),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f(f"fk_{table}_child_id"), ondelete="CASCADE"),
    )


def _adult(table: str) -> tuple[sa.Column[int], sa.ForeignKeyConstraint]:
    return (
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f(f"fk_{table}_adult_id")),
    )


def _add_tables() -> None:
    op.create_table(
        "planned_showing",
        sa.Column("id", sa.Integer(), nullable=False),
        *_child("planned_showing"),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_planned_showing_tray_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_planned_showing")),
    )
    op.create_table(
        "completed",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("at", _INSTANT, nullable=False),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_completed_tray_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_completed")),
    )
    op.create_table(
        "phrase",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("text", _NAME, nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_phrase")),
        sa.UniqueConstraint("text", name=op.f("uq_phrase_text")),
    )
    op.create_table(
        "paired_device",
        sa.Column("id", sa.String(length=36), nullable=False),
        sa.Column("name", _NAME, nullable=False),
        sa.Column("paired_at", _INSTANT, nullable=False),
        sa.Column("barred", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_paired_device")),
    )
    for table in ("word_set", "routine"):
        op.create_table(
            table,
            sa.Column("id", sa.Integer(), nullable=False),
            sa.Column("key", _KEY, nullable=False),
            sa.Column("design", sa.JSON(), nullable=False),
            sa.PrimaryKeyConstraint("id", name=op.f(f"pk_{table}")),
            sa.UniqueConstraint("key", name=op.f(f"uq_{table}_key")),
        )
    op.create_table(
        "word_answer",
        sa.Column("key", sa.String(length=64), nullable=False),
        *_child("word_answer"),
        sa.Column("set_key", _KEY, nullable=False),
        sa.Column("word", _NAME, nullable=False),
        sa.Column("turn", sa.String(length=16), nullable=False),
        sa.Column("right", sa.Boolean(), nullable=False),
        sa.Column("instead", _NAME, nullable=False),
        sa.Column("at", _INSTANT, nullable=False),
        *_adult("word_answer"),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_word_answer")),
    )
    op.create_table(
        "routine_run",
        sa.Column("key", sa.String(length=36), nullable=False),
        sa.Column("routine", _KEY, nullable=False),
        sa.Column("began", _INSTANT, nullable=False),
        sa.Column("ended", _INSTANT, nullable=True),
        *_adult("routine_run"),
        sa.PrimaryKeyConstraint("key", name=op.f("pk_routine_run")),
    )
    op.create_table(
        "invitation",
        sa.Column("run_key", sa.String(length=36), nullable=False),
        *_child("invitation"),
        sa.Column("answer", sa.String(length=12), nullable=False),
        sa.ForeignKeyConstraint(
            ["run_key"], ["routine_run.key"], name=op.f("fk_invitation_run_key"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("run_key", "child_id", name=op.f("pk_invitation")),
    )
    op.create_table(
        "step_done",
        sa.Column("run_key", sa.String(length=36), nullable=False),
        sa.Column("step", _KEY, nullable=False),
        sa.Column("at", _INSTANT, nullable=False),
        *_child("step_done", nullable=True),
        *_adult("step_done"),
        sa.ForeignKeyConstraint(
            ["run_key"], ["routine_run.key"], name=op.f("fk_step_done_run_key"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("run_key", "step", name=op.f("pk_step_done")),
    )
    for table, column in (
        ("planned_showing", "child_id"),
        ("planned_showing", "day"),
        ("completed", "tray_id"),
        ("word_answer", "child_id"),
    ):
        op.create_index(op.f(f"ix_{table}_{column}"), table, [column], unique=False)


def downgrade() -> None:
    for table in (
        "step_done",
        "invitation",
        "routine_run",
        "word_answer",
        "routine",
        "word_set",
        "paired_device",
        "phrase",
        "completed",
        "planned_showing",
    ):
        op.drop_table(table)
    with op.batch_alter_table("household") as household:
        household.drop_column("showing")
    with op.batch_alter_table("presentation") as presentation:
        presentation.drop_constraint(op.f("uq_presentation_key"), type_="unique")
        presentation.drop_column("key")
        presentation.drop_column("outcome")
    # What the older form has no room for goes: states, and work that stands on no shelf.
    op.execute(
        "DELETE FROM episode_event WHERE episode_id IS NULL OR struck "
        "OR episode_id IN (SELECT id FROM episode WHERE tray_id IS NULL)"
    )
    op.execute("DELETE FROM episode WHERE tray_id IS NULL")
    with op.batch_alter_table("episode_event") as event:
        for column in ("sent_id", "child_id", "at"):
            event.drop_index(op.f(f"ix_episode_event_{column}"))
        for name in ("child_id", "tray_id", "adult_id", "episode_id"):
            event.drop_constraint(op.f(f"fk_episode_event_{name}"), type_="foreignkey")
        for column in ("sent_id", "child_id", "tray_id", "activity", "work", "place", "adult_id", "struck"):
            event.drop_column(column)
        event.alter_column("episode_id", existing_type=sa.String(length=36), nullable=False)
        event.alter_column("cause", existing_type=_NAME, type_=sa.String(length=32))
        event.create_foreign_key(
            op.f("fk_episode_event_episode_id"), "episode", ["episode_id"], ["id"], ondelete="CASCADE"
        )
    with op.batch_alter_table("episode") as episode:
        episode.drop_column("told")
        episode.drop_column("activity")
        episode.alter_column("tray_id", existing_type=sa.Integer(), nullable=False)

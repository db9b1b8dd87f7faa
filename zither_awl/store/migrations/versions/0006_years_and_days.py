"""Years and days: every happening carries the family's day, work is folded into visits, sections count their writes.

Days are reckoned by the zone the household has now: nobody wrote down an earlier one. Visits and milestones are made
by the program when it opens the file.
"""

import json
from datetime import datetime
from zoneinfo import ZoneInfo

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"
branch_labels = None
depends_on = None

_NAME, _INSTANT = sa.String(length=80), sa.String(length=32)
_DAYS = (("episode", "began"), ("presentation", "at"), ("word_answer", "at"), ("routine_run", "began"), ("sweep", "at"))
_SECTIONS = ("people", "room", "cupboard", "catalogue", "lessons", "log", "weeks", "settings")


def upgrade() -> None:
    _add_days()
    with op.batch_alter_table("episode") as episode:
        episode.add_column(sa.Column("card_id", sa.Integer(), nullable=True))
        episode.create_foreign_key(op.f("fk_episode_card_id"), "card", ["card_id"], ["id"])
    op.execute("UPDATE episode SET card_id = (SELECT card_id FROM tray WHERE tray.id = episode.tray_id)")
    op.create_index(op.f("ix_episode_local_day"), "episode", ["local_day"])
    op.create_index(op.f("ix_episode_morning_id"), "episode", ["morning_id"])
    op.create_index("ix_episode_asked", "episode", ["began"], sqlite_where=sa.text("ended IS NULL OR question <> ''"))
    for name, columns, where in (
        ("noted", ["child_id", "at"], "kind = 'note'"),
        ("missed", ["at"], "cause = 'material missing'"),
        ("states", ["at"], "kind = 'state'"),
    ):
        op.create_index(f"ix_episode_event_{name}", "episode_event", columns, sqlite_where=sa.text(where))
    with op.batch_alter_table("word_answer") as answer:
        answer.alter_column("turn", existing_type=sa.String(length=16), type_=sa.String(length=24))
    with op.batch_alter_table("revision") as file:
        file.add_column(sa.Column("projections", sa.Integer(), nullable=False, server_default="0"))
    with op.batch_alter_table("revision") as file:
        file.alter_column("projections", server_default=None)
    for table in ("household", "child", "tray"):
        with op.batch_alter_table(table) as versioned:
            versioned.add_column(sa.Column("version", sa.Integer(), nullable=False, server_default="1"))
        with op.batch_alter_table(table) as versioned:
            versioned.alter_column("version", server_default=None)
    _add_projections()
    _part_the_trace()


def _add_days() -> None:
    zone = ZoneInfo(op.get_bind().execute(sa.text("SELECT zone FROM household")).scalar() or "UTC")
    for table, column in (*_DAYS, ("placement", "until")):
        name = "until_day" if table == "placement" else "local_day"
        with op.batch_alter_table(table) as altered:
            altered.add_column(sa.Column(name, sa.Date(), nullable=True))
        days = {
            at: datetime.fromisoformat(at).astimezone(zone).date().isoformat()
            for (at,) in op.get_bind().execute(sa.text(f'SELECT DISTINCT "{column}" FROM "{table}"'))
            if at
        }
        for at, day in days.items():
            op.get_bind().execute(
                sa.text(f'UPDATE "{table}" SET {name} = :day WHERE "{column}" = :at'), {"day": day, "at": at}
            )
        if table != "placement":
            with op.batch_alter_table(table) as altered:
                altered.alter_column(name, existing_type=sa.Date(), nullable=False)


def _add_projections() -> None:
    op.create_table(
        "visit",
        sa.Column("episode_id", sa.String(length=36), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=True),
        sa.Column("card_id", sa.Integer(), nullable=True),
        sa.Column("activity", _NAME, nullable=False),
        sa.Column("local_day", sa.Date(), nullable=False),
        sa.Column("began", _INSTANT, nullable=False),
        sa.Column("ended", _INSTANT, nullable=True),
        sa.Column("last_at", _INSTANT, nullable=False),
        sa.Column("work", sa.String(length=32), nullable=True),
        sa.Column("place", sa.String(length=16), nullable=True),
        sa.Column("morning_id", sa.Integer(), nullable=True),
        sa.Column("minutes", sa.Double(), nullable=True),
        sa.Column("longest_min", sa.Double(), nullable=True),
        sa.Column("repetitions", sa.Integer(), nullable=False),
        sa.Column("helps", sa.Integer(), nullable=False),
        sa.Column("self_corrections", sa.Integer(), nullable=False),
        sa.Column("breaks", sa.Integer(), nullable=False),
        sa.Column("depth", sa.Integer(), nullable=True),
        sa.Column("parts", sa.JSON(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_visit_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["episode_id"], ["episode.id"], name=op.f("fk_visit_episode_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("episode_id", name=op.f("pk_visit")),
    )
    op.create_index(op.f("ix_visit_tray_id"), "visit", ["tray_id"])
    op.create_index(op.f("ix_visit_local_day"), "visit", ["local_day"])
    op.create_index("ix_visit_of_card", "visit", ["child_id", "card_id", "began"])
    op.create_index("ix_visit_of_child", "visit", ["child_id", "local_day"])
    op.create_table(
        "milestone",
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("card_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=12), nullable=False),
        sa.Column("local_day", sa.Date(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_milestone_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("child_id", "card_id", "kind", name=op.f("pk_milestone")),
    )
    op.create_table(
        "kept_item",
        sa.Column("device", sa.String(length=36), nullable=False),
        sa.Column("sequence", sa.Integer(), nullable=False),
        sa.Column("item", sa.JSON(), nullable=False),
        sa.PrimaryKeyConstraint("device", "sequence", name=op.f("pk_kept_item")),
    )
    section = op.create_table(
        "section",
        sa.Column("name", sa.String(length=16), nullable=False),
        sa.Column("revision", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("name", name=op.f("pk_section")),
    )
    op.bulk_insert(section, [{"name": name, "revision": 1} for name in _SECTIONS])


def _part_the_trace() -> None:
    trace = op.create_table(
        "trace",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("episode_id", sa.String(length=36), nullable=False),
        sa.Column("at", _INSTANT, nullable=False),
        sa.Column("change_set_id", sa.Integer(), nullable=True),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("label", sa.String(length=200), nullable=False),
        sa.Column("before", sa.JSON(), nullable=False),
        sa.Column("after", sa.JSON(), nullable=False),
        sa.ForeignKeyConstraint(["episode_id"], ["episode.id"], name=op.f("fk_trace_episode_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_trace")),
    )
    op.create_index(op.f("ix_trace_episode_id"), "trace", ["episode_id"])
    rows = op.get_bind().execute(
        sa.text(
            "SELECT row_key, change_set_id, change_set.at, change_set.adult_id, label, before, after FROM change_item "
            "JOIN change_set ON change_set.id = change_set_id JOIN episode ON episode.id = row_key "
            "WHERE table_name = 'episode' AND undone = 0 ORDER BY change_item.id"
        )
    )
    kept = [
        {
            "episode_id": r.row_key,
            "change_set_id": r.change_set_id,
            "at": r.at,
            "adult_id": r.adult_id,
            "label": r.label,
            "before": json.loads(r.before or "{}"),
            "after": json.loads(r.after or "{}"),
        }
        for r in rows
    ]
    op.bulk_insert(trace, kept)
    with op.batch_alter_table("change_item") as item:
        item.drop_index(op.f("ix_change_item_row_key"))
        item.alter_column("row_key", existing_type=sa.String(length=64), type_=sa.String(length=200))


def downgrade() -> None:
    counting = "SELECT name FROM sqlite_master WHERE type = 'trigger' AND name LIKE '%_counts'"
    for (name,) in list(op.get_bind().execute(sa.text(counting))):
        op.execute(f'DROP TRIGGER "{name}"')
    with op.batch_alter_table("change_item") as item:
        item.alter_column("row_key", existing_type=sa.String(length=200), type_=sa.String(length=64))
        item.create_index(op.f("ix_change_item_row_key"), ["row_key"])
    for table in ("trace", "section", "kept_item", "milestone", "visit"):
        op.drop_table(table)
    with op.batch_alter_table("revision") as file:
        file.drop_column("projections")
    for table in ("household", "child", "tray"):
        with op.batch_alter_table(table) as versioned:
            versioned.drop_column("version")
    with op.batch_alter_table("word_answer") as answer:
        answer.alter_column("turn", existing_type=sa.String(length=24), type_=sa.String(length=16))
    for name in ("noted", "missed", "states"):
        op.drop_index(f"ix_episode_event_{name}", "episode_event")
    for name in ("ix_episode_asked", "ix_episode_morning_id", "ix_episode_local_day"):
        op.drop_index(name, "episode")
    with op.batch_alter_table("episode") as episode:
        episode.drop_constraint(op.f("fk_episode_card_id"), type_="foreignkey")
        episode.drop_column("card_id")
    for table, _ in _DAYS:
        with op.batch_alter_table(table) as altered:
            altered.drop_column("local_day")
    with op.batch_alter_table("placement") as altered:
        altered.drop_column("until_day")

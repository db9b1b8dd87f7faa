"""Begin the house: people, furniture, cupboard, log, and the history of every write.

The one row of `revision` counts accepted writes from 0.
"""

import sqlalchemy as sa
from alembic import op

revision = "0001"
down_revision = None
branch_labels = None
depends_on = None


def upgrade() -> None:
    op.create_table(
        "adult",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_adult")),
        sa.UniqueConstraint("name", name=op.f("uq_adult_name")),
    )
    op.create_table(
        "bin",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("place", sa.String(length=80), nullable=False),
        sa.Column("height_mm", sa.Double(), nullable=True),
        sa.Column("lid", sa.Boolean(), nullable=False),
        sa.Column("locked", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_bin")),
        sa.UniqueConstraint("name", name=op.f("uq_bin_name")),
    )
    op.create_table(
        "card",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("area", sa.String(length=32), nullable=False),
        sa.Column("from_months", sa.Integer(), nullable=False),
        sa.Column("to_months", sa.Integer(), nullable=False),
        sa.CheckConstraint("from_months < to_months", name=op.f("ck_card_age_span")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_card")),
        sa.UniqueConstraint("name", name=op.f("uq_card_name")),
    )
    op.create_table(
        "change_set",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("label", sa.String(length=200), nullable=False),
        sa.Column("undone", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_change_set")),
    )
    op.create_table(
        "child",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("pattern", sa.String(length=16), nullable=False),
        sa.Column("born", sa.Date(), nullable=False),
        sa.Column("gestation_weeks", sa.Integer(), nullable=True),
        sa.Column("sex", sa.String(length=8), nullable=True),
        sa.Column("mobility", sa.String(length=16), nullable=False),
        sa.Column("mobility_since", sa.Date(), nullable=True),
        sa.Column("still_mouths", sa.Boolean(), nullable=False),
        sa.Column("allergies", sa.JSON(), nullable=False),
        sa.Column("under_eyes_reason", sa.String(length=200), nullable=False),
        sa.Column("archived", sa.Boolean(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_child")),
        sa.UniqueConstraint("name", name=op.f("uq_child_name")),
    )
    op.create_table(
        "household",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("lengths", sa.String(length=2), nullable=False),
        sa.Column("zone", sa.String(length=64), nullable=False),
        sa.Column("language", sa.String(length=8), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_household")),
    )
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("number", sa.Integer(), nullable=False),
        sa.Column("seeded_on", sa.Date(), nullable=True),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_revision")),
    )
    op.create_table(
        "unit",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("room", sa.String(length=80), nullable=False),
        sa.Column("width_mm", sa.Double(), nullable=False),
        sa.Column("height_mm", sa.Double(), nullable=False),
        sa.Column("depth_mm", sa.Double(), nullable=False),
        sa.Column("barrier", sa.String(length=8), nullable=False),
        sa.Column("climb_on_mm", sa.Double(), nullable=True),
        sa.Column("archived", sa.Boolean(), nullable=False),
        sa.Column("version", sa.Integer(), nullable=False),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_unit")),
        sa.UniqueConstraint("name", name=op.f("uq_unit_name")),
    )
    op.create_table(
        "board",
        sa.Column("unit_id", sa.Integer(), nullable=False),
        sa.Column("position", sa.Integer(), nullable=False),
        sa.Column("height_mm", sa.Double(), nullable=False),
        sa.Column("places", sa.Integer(), nullable=False),
        sa.Column("divided", sa.Boolean(), nullable=False),
        sa.Column("load_g", sa.Double(), nullable=True),
        sa.ForeignKeyConstraint(["unit_id"], ["unit.id"], name=op.f("fk_board_unit_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("unit_id", "position", name=op.f("pk_board")),
    )
    op.create_table(
        "card_follows",
        sa.Column("card_id", sa.Integer(), nullable=False),
        sa.Column("follows_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["card_id"], ["card.id"], name=op.f("fk_card_follows_card_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["follows_id"], ["card.id"], name=op.f("fk_card_follows_follows_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("card_id", "follows_id", name=op.f("pk_card_follows")),
    )
    op.create_table(
        "change",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("out", sa.JSON(), nullable=False),
        sa.Column("in", sa.JSON(), nullable=False),
        sa.Column("why_out", sa.JSON(), nullable=False),
        sa.Column("decision", sa.String(length=8), nullable=False),
        sa.Column("note", sa.String(length=1000), nullable=False),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_change_adult_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_change")),
    )
    op.create_table(
        "change_item",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("change_set_id", sa.Integer(), nullable=False),
        sa.Column("table_name", sa.String(length=32), nullable=False),
        sa.Column("row_key", sa.String(length=64), nullable=False),
        sa.Column("before", sa.JSON(none_as_null=True), nullable=True),
        sa.Column("after", sa.JSON(none_as_null=True), nullable=True),
        sa.ForeignKeyConstraint(
            ["change_set_id"], ["change_set.id"], name=op.f("fk_change_item_change_set_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_change_item")),
    )
    with op.batch_alter_table("change_item", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_change_item_change_set_id"), ["change_set_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_change_item_row_key"), ["row_key"], unique=False)

    op.create_table(
        "measurement",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("measured_on", sa.Date(), nullable=False),
        sa.Column("stature_mm", sa.Double(), nullable=True),
        sa.Column("mass_g", sa.Double(), nullable=True),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_measurement_child_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_measurement")),
    )
    with op.batch_alter_table("measurement", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_measurement_child_id"), ["child_id"], unique=False)

    op.create_table(
        "morning",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("day", sa.Date(), nullable=False),
        sa.Column("began", sa.String(length=32), nullable=False),
        sa.Column("ended", sa.String(length=32), nullable=True),
        sa.Column("seen", sa.String(length=8), nullable=True),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_morning_adult_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_morning")),
    )
    with op.batch_alter_table("morning", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_morning_day"), ["day"], unique=False)

    op.create_table(
        "tray",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("name", sa.String(length=80), nullable=False),
        sa.Column("card_id", sa.Integer(), nullable=False),
        sa.Column("width_mm", sa.Double(), nullable=False),
        sa.Column("depth_mm", sa.Double(), nullable=False),
        sa.Column("height_mm", sa.Double(), nullable=False),
        sa.Column("mass_g", sa.Double(), nullable=False),
        sa.Column("pieces", sa.Integer(), nullable=False),
        sa.Column("piece", sa.JSON(), nullable=True),
        sa.Column("softness", sa.String(length=8), nullable=False),
        sa.Column("breakable", sa.Boolean(), nullable=False),
        sa.Column("hazards", sa.JSON(), nullable=False),
        sa.Column("cord_mm", sa.Double(), nullable=True),
        sa.Column("tags", sa.JSON(), nullable=False),
        sa.Column("bin_id", sa.Integer(), nullable=True),
        sa.Column("archived", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["bin_id"], ["bin.id"], name=op.f("fk_tray_bin_id")),
        sa.ForeignKeyConstraint(["card_id"], ["card.id"], name=op.f("fk_tray_card_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_tray")),
        sa.UniqueConstraint("name", name=op.f("uq_tray_name")),
    )
    with op.batch_alter_table("tray", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_tray_card_id"), ["card_id"], unique=False)

    op.create_table(
        "unit_child",
        sa.Column("unit_id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_unit_child_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["unit_id"], ["unit.id"], name=op.f("fk_unit_child_unit_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("unit_id", "child_id", name=op.f("pk_unit_child")),
    )
    op.create_table(
        "episode",
        sa.Column("id", sa.String(length=36), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("morning_id", sa.Integer(), nullable=True),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.Column("began", sa.String(length=32), nullable=False),
        sa.Column("ended", sa.String(length=32), nullable=True),
        sa.Column("work", sa.String(length=32), nullable=True),
        sa.Column("place", sa.String(length=16), nullable=True),
        sa.Column("question", sa.String(length=32), nullable=False),
        sa.Column("struck", sa.Boolean(), nullable=False),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_episode_adult_id")),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_episode_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["morning_id"], ["morning.id"], name=op.f("fk_episode_morning_id")),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_episode_tray_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_episode")),
    )
    with op.batch_alter_table("episode", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_episode_began"), ["began"], unique=False)
        batch_op.create_index(batch_op.f("ix_episode_child_id"), ["child_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_episode_tray_id"), ["tray_id"], unique=False)

    op.create_table(
        "morning_child",
        sa.Column("morning_id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_morning_child_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(
            ["morning_id"], ["morning.id"], name=op.f("fk_morning_child_morning_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("morning_id", "child_id", name=op.f("pk_morning_child")),
    )
    op.create_table(
        "placement",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("unit_id", sa.Integer(), nullable=False),
        sa.Column("board", sa.Integer(), nullable=False),
        sa.Column("place", sa.Integer(), nullable=False),
        sa.Column("by_hand", sa.Boolean(), nullable=False),
        sa.Column("since", sa.String(length=32), nullable=True),
        sa.Column("until", sa.String(length=32), nullable=True),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_placement_tray_id")),
        sa.ForeignKeyConstraint(["unit_id"], ["unit.id"], name=op.f("fk_placement_unit_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_placement")),
    )
    with op.batch_alter_table("placement", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_placement_tray_id"), ["tray_id"], unique=False)
        batch_op.create_index(batch_op.f("ix_placement_unit_id"), ["unit_id"], unique=False)

    op.create_table(
        "presentation",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("again", sa.Boolean(), nullable=False),
        sa.Column("adult_id", sa.Integer(), nullable=True),
        sa.ForeignKeyConstraint(["adult_id"], ["adult.id"], name=op.f("fk_presentation_adult_id")),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_presentation_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_presentation_tray_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_presentation")),
    )
    with op.batch_alter_table("presentation", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_presentation_child_id"), ["child_id"], unique=False)

    op.create_table(
        "task",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("change_id", sa.Integer(), nullable=False),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("done_at", sa.String(length=32), nullable=True),
        sa.ForeignKeyConstraint(["change_id"], ["change.id"], name=op.f("fk_task_change_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_task_tray_id")),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_task")),
    )
    op.create_table(
        "tray_child",
        sa.Column("tray_id", sa.Integer(), nullable=False),
        sa.Column("child_id", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(["child_id"], ["child.id"], name=op.f("fk_tray_child_child_id"), ondelete="CASCADE"),
        sa.ForeignKeyConstraint(["tray_id"], ["tray.id"], name=op.f("fk_tray_child_tray_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("tray_id", "child_id", name=op.f("pk_tray_child")),
    )
    op.create_table(
        "episode_event",
        sa.Column("id", sa.Integer(), nullable=False),
        sa.Column("episode_id", sa.String(length=36), nullable=False),
        sa.Column("kind", sa.String(length=8), nullable=False),
        sa.Column("at", sa.String(length=32), nullable=False),
        sa.Column("cause", sa.String(length=32), nullable=False),
        sa.Column("text", sa.String(length=1000), nullable=False),
        sa.Column("device", sa.String(length=36), nullable=False),
        sa.Column("sequence", sa.Integer(), nullable=False),
        sa.Column("monotonic_ms", sa.Double(), nullable=True),
        sa.Column("schema_version", sa.Integer(), nullable=False),
        sa.ForeignKeyConstraint(
            ["episode_id"], ["episode.id"], name=op.f("fk_episode_event_episode_id"), ondelete="CASCADE"
        ),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_episode_event")),
        sa.UniqueConstraint("device", "sequence", name=op.f("uq_episode_event_device")),
    )
    with op.batch_alter_table("episode_event", schema=None) as batch_op:
        batch_op.create_index(batch_op.f("ix_episode_event_episode_id"), ["episode_id"], unique=False)
    op.bulk_insert(sa.table("revision", sa.column("id"), sa.column("number")), [{"id": 1, "number": 0}])


def downgrade() -> None:
    with op.batch_alter_table("episode_event", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_episode_event_episode_id"))

    op.drop_table("episode_event")
    op.drop_table("tray_child")
    op.drop_table("task")
    with op.batch_alter_table("presentation", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_presentation_child_id"))

    op.drop_table("presentation")
    with op.batch_alter_table("placement", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_placement_unit_id"))
        batch_op.drop_index(batch_op.f("ix_placement_tray_id"))

    op.drop_table("placement")
    op.drop_table("morning_child")
    with op.batch_alter_table("episode", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_episode_tray_id"))
        batch_op.drop_index(batch_op.f("ix_episode_child_id"))
        batch_op.drop_index(batch_op.f("ix_episode_began"))

    op.drop_table("episode")
    op.drop_table("unit_child")
    with op.batch_alter_table("tray", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_tray_card_id"))

    op.drop_table("tray")
    with op.batch_alter_table("morning", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_morning_day"))

    op.drop_table("morning")
    with op.batch_alter_table("measurement", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_measurement_child_id"))

    op.drop_table("measurement")
    with op.batch_alter_table("change_item", schema=None) as batch_op:
        batch_op.drop_index(batch_op.f("ix_change_item_row_key"))
        batch_op.drop_index(batch_op.f("ix_change_item_change_set_id"))

    op.drop_table("change_item")
    op.drop_table("change")
    op.drop_table("card_follows")
    op.drop_table("board")
    op.drop_table("unit")
    op.drop_table("revision")
    op.drop_table("household")
    op.drop_table("child")
    op.drop_table("change_set")
    op.drop_table("card")
    op.drop_table("bin")
    op.drop_table("adult")

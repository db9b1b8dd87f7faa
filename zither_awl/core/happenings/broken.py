"""Something interrupts the work."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told

CAUSES = ("adult", "other child", "noise", "need", "material missing", "finished")
"""What interrupted it. "finished": the child itself had done for now, and came back or did not."""
MISSING = "material missing"


def fold(counts: Counts, _event: Told) -> None:
    """One break more."""
    counts.breaks += 1


# A break nobody gave a cause for is a break all the same.
KIND = Kind(
    name="broken",
    words="interrupted",
    of="work",
    fields=(*WORK, "cause"),
    needed=("episode_id",),
    causes=CAUSES,
    cause_open=True,
    fold=fold,
)

"""Somebody helps, in some way."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told

HELPS = ("prompted", "shown again", "together")


def fold(counts: Counts, _event: Told) -> None:
    """One help more."""
    counts.helps += 1


KIND = Kind(
    name="helped", words="helped", of="work", fields=(*WORK, "cause"), needed=("episode_id",), causes=HELPS, fold=fold
)

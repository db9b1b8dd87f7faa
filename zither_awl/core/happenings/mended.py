"""The child corrects something itself."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told


def fold(counts: Counts, _event: Told) -> None:
    """One self-correction more."""
    counts.self_corrections += 1


KIND = Kind(name="mended", words="self-corrected", of="work", fields=WORK, needed=("episode_id",), fold=fold)

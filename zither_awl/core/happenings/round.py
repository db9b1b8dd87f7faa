"""Once through the exercise."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told


def fold(counts: Counts, _event: Told) -> None:
    """One repetition more."""
    counts.repetitions += 1


KIND = Kind(name="round", words="repetition", of="work", fields=WORK, needed=("episode_id",), fold=fold)

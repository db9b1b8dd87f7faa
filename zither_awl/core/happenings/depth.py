"""How concentrated the work is, in one of five described steps."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told

DEPTHS = (
    "looks and leaves",
    "handles, eyes elsewhere",
    "works, turns at noises",
    "works on through noises",
    "has to be called twice",
)
"""Concentration as seen, in steps of our own, from the least to the deepest."""


def fold(counts: Counts, event: Told) -> None:
    """The deepest step that was told."""
    if event.cause in DEPTHS:
        counts.depth = max(DEPTHS.index(event.cause), counts.depth or 0)


KIND = Kind(
    name="depth",
    words="concentration",
    of="work",
    fields=(*WORK, "cause"),
    needed=("episode_id",),
    causes=DEPTHS,
    fold=fold,
)

"""How a part of the work goes: one fastening of six, one numeral of ten."""

from zither_awl.core.happenings.kind import WORK, Counts, Kind, Told

DONE = "done"
PARTS = (DONE, "not yet")
"""How it went; the event's text names the part."""


def fold(counts: Counts, event: Told) -> None:
    """The newest word on each part."""
    counts.parts[event.text] = event.cause == DONE


KIND = Kind(
    name="part",
    words="a part",
    of="work",
    fields=(*WORK, "cause", "text"),
    needed=("episode_id", "text"),
    causes=PARTS,
    fold=fold,
)

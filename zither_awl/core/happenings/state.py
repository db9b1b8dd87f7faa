"""What a child is at when it is not at work."""

from zither_awl.core.happenings.kind import Kind

LANE_STATES = ("watching", "wandering", "resting", "with an adult")
"""In words of our own."""

KIND = Kind(
    name="state",
    words="is",
    of="child",
    fields=("child_id", "cause", "episode_id"),
    needed=("child_id",),
    causes=LANE_STATES,
)

"""A look round the room: what each child is at, at that moment."""

from zither_awl.core.happenings.kind import Kind
from zither_awl.core.happenings.state import LANE_STATES

SWEEP_STATES = ("at work", *LANE_STATES)

KIND = Kind(name="sweep", words="a look round the room", of="cycle", fields=("states",))

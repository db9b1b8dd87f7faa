"""A line of words about the work."""

from zither_awl.core.happenings.kind import WORK, Kind

KIND = Kind(name="note", words="note", of="work", fields=(*WORK, "text"), needed=("episode_id",))

"""A child takes something up."""

from zither_awl.core.happenings.kind import WORK, Kind

KIND = Kind(name="start", words="takes it", of="work", fields=WORK, needed=("episode_id",))

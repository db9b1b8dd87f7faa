"""The child comes back to its work."""

from zither_awl.core.happenings.kind import WORK, Kind

KIND = Kind(name="back", words="returned", of="work", fields=WORK, needed=("episode_id",))

"""How a child goes about its work: effort is told, not neatness (PRES-3)."""

from zither_awl.core.happenings.kind import WORK, Kind

EFFORTS = ("tried hard", "careful", "hasty", "careless")

KIND = Kind(name="effort", words="effort", of="work", fields=(*WORK, "cause"), needed=("episode_id",), causes=EFFORTS)

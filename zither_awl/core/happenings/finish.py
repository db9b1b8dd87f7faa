"""The work ends: how, and where its things are."""

from zither_awl.core.happenings.kind import WORK, Kind

KIND = Kind(name="finish", words="ends", of="work", fields=(*WORK, "work", "place"), needed=("episode_id",))

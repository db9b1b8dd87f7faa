"""One thing within a talk: it begins, somebody says something of a thing, or did not after all, it ends."""

from zither_awl.core.happenings.kind import Kind

TALK = ("begin", "say", "unsay", "end")

KIND = Kind(
    name="talk",
    words="a talk",
    of="talk",
    fields=("episode_id", "child_id", "set_key", "words", "run", "word", "text"),
    needed=("run",),
)

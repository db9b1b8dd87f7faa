"""One thing within a time through a routine: it begins, somebody is asked, a step is done or not after all, what it
hangs on is found to hold or not, it ends."""

from zither_awl.core.happenings.kind import Kind

RUN = ("begin", "invite", "step", "unstep", "branch", "end")

KIND = Kind(
    name="routine",
    words="a routine",
    of="routine",
    fields=("episode_id", "child_id", "set_key", "run", "word", "outcome", "right"),
)

"""One turn of a lesson: what was asked of which word, and what the child said."""

from zither_awl.core.happenings.kind import Kind

KIND = Kind(
    name="answer",
    words="a turn of a lesson",
    of="lesson",
    fields=("child_id", "set_key", "word", "turn", "right", "text"),
    needed=("child_id",),
)

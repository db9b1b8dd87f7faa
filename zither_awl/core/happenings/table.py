"""One thing at the snack table: it is set, a child pours, the bowl is empty or filled again, a food is met."""

from zither_awl.core.happenings.kind import Kind

KIND = Kind(
    name="table",
    words="the snack table",
    of="table",
    fields=("child_id", "run", "food", "cut", "outcome"),
    needed=("run",),
)

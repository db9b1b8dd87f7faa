"""An adult has shown a tray to a child."""

from zither_awl.core.happenings.kind import Kind

KIND = Kind(
    name="showed",
    words="shown",
    of="child",
    fields=("child_id", "tray_id", "outcome", "manner"),
    needed=("child_id", "tray_id"),
)

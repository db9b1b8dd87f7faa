"""A work cycle ends, and how much of it was seen."""

from zither_awl.core.happenings.kind import Kind

KIND = Kind(name="end", words="the work cycle ends", of="cycle", fields=("seen",), needed=("seen",))

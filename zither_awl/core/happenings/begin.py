"""A work cycle begins, with who is here."""

from zither_awl.core.happenings.kind import Kind

KIND = Kind(name="begin", words="the work cycle begins", of="cycle", fields=("present",), needed=("present",))

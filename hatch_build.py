"""The wheel holds the built front end, or it is not built: an installed program without its pages is of no use."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from hatchling.builders.hooks.plugin.interface import BuildHookInterface


class FrontEnd(BuildHookInterface):  # type: ignore[type-arg]
    """Refuses to build a wheel without the front end; one that is worked on is installed as it is."""

    def initialize(self, version: str, build_data: dict[str, Any]) -> None:
        """Before a wheel is built. Raises: RuntimeError without the front end, or with one of another version."""
        if version == "editable":
            return
        page = Path(self.root) / "zither_awl" / "static" / "index.html"
        if not page.is_file():
            raise RuntimeError("The front end is not built: run make build first. No wheel was made.")

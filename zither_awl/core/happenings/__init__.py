"""Everything that can happen and be written down: one file a kind, and here the only list of them."""

from zither_awl.core.happenings import (
    answer,
    back,
    begin,
    broken,
    depth,
    effort,
    end,
    finish,
    helped,
    mended,
    note,
    part,
    round,
    routine,
    showed,
    start,
    state,
    sweep,
    table,
    talk,
)
from zither_awl.core.happenings.kind import Counts, Kind

__all__ = ["KINDS", "OF_WORK", "Counts", "Kind"]

KINDS: dict[str, Kind] = {
    module.KIND.name: module.KIND
    for module in (
        start,
        round,
        broken,
        back,
        helped,
        mended,
        part,
        depth,
        effort,
        note,
        finish,
        state,
        begin,
        end,
        sweep,
        showed,
        answer,
        routine,
        table,
        talk,
    )
}
OF_WORK = frozenset(name for name, kind in KINDS.items() if kind.of == "work")
"""What happens within a piece of work."""

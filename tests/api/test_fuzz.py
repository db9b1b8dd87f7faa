"""The API held against its own document by a short run of generated requests; `make fuzz` is the long one."""

from __future__ import annotations

import re
from pathlib import Path

from tests.fuzzing import OPERATIONS, fuzz


def test_no_request_that_can_be_made_up_is_answered_with_a_fault_of_our_own(tmp_path: Path) -> None:
    done = fuzz(tmp_path, examples=2, seed=13, phases="fuzzing")
    assert done.cases >= OPERATIONS
    assert done.held, re.sub(r"\x1b\[\d+m", "", done.said)[-3000:]

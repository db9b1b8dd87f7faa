"""Ten thousand generated requests against the API, every check on: `python -m bench.fuzz [cases] [seed]`.

Exits with 1 when any check does not hold, or when the program answered one with a fault of its own.
"""

from __future__ import annotations

import random
import sys
import tempfile
from pathlib import Path

from tests.fuzzing import OPERATIONS, fuzz


def main() -> int:
    """Print the seed, the run, and how many cases it was."""
    told = [int(each) for each in sys.argv[1:]]
    cases = told[0] if told else 10_000
    seed = told[1] if len(told) > 1 else random.SystemRandom().randrange(2**32)
    print(f"seed {seed}", flush=True)
    with tempfile.TemporaryDirectory() as folder:
        # Every operation's edges are gone through besides: about three cases to each that is drawn.
        done = fuzz(Path(folder), examples=-(-cases // (4 * OPERATIONS)), seed=seed)
    print(done.said)
    print(f"{done.cases} cases over {OPERATIONS} operations, seed {seed}")
    return 0 if done.held else 1


if __name__ == "__main__":
    sys.exit(main())

"""Real work without a tray: how far a routine is, what of it hangs on the weather, when it comes round (TRAY-12)."""

from __future__ import annotations

from datetime import date

from zither_awl.core.values import Routine, RoutineRun, Step


def open_steps(routine: Routine, run: RoutineRun) -> tuple[Step, ...]:
    """The steps of a time through: without those whose condition was found not to hold."""
    holds = dict(run.branches)
    return tuple(s for s in routine.steps if not s.only_if or holds.get(s.only_if, True))


def next_step(routine: Routine, run: RoutineRun) -> Step | None:
    """The first step that is not done; steps may be done in another order."""
    done = {d.step for d in run.done}
    return next((s for s in open_steps(routine, run) if s.key not in done), None)


def comes_round(routine: Routine, on: date) -> bool:
    """Whether a routine comes round on a day of the week by the house's word."""
    return on.weekday() in routine.weekdays

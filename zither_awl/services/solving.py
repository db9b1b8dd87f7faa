"""The planner in a process of its own: one at a time, watched while it works, stopped with the best kept.

A crash, or memory beyond the cap, ends that process and becomes a message; the server goes on. What passes through
the pipes is pickled by this program for this program, on this machine.
"""

from __future__ import annotations

import os
import pickle
import subprocess
import sys
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, replace
from threading import Event, Lock, Thread, Timer
from time import monotonic
from typing import IO, Literal

from zither_awl.core.errors import Busy, NotFound, StoppedEarly
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.shelf import Conflict, Progress, Runner, ShelfPlan, ShelfProblem, plan_shelf, why_not
from zither_awl.core.trays.first import First
from zither_awl.core.weeks.ahead import Looked, compare, look_ahead
from zither_awl.core.weeks.onward import HouseAhead
from zither_awl.core.weeks.plan import ThemeAsk, ThemePlan, plan_theme
from zither_awl.services.machine import limit_memory

MOST_MEMORY_BYTES = 3 * 1024**3
GRACE_S = 5.0
"""How long a stopped planner may take to hand over its best."""
CRASHED = say("The planner ended unexpectedly. Nothing was changed; try again, or plan with fewer trays at hand.")
STOPPED = say("Stopped before there was a plan. Nothing was changed.")
Status = Literal["working", "done", "stopped", "failed"]
Answer = ShelfPlan | ThemePlan | Looked | Conflict | Runner | tuple[Reason, ...]


@dataclass(frozen=True, slots=True)
class Question:
    """What the planner is asked: a plan, or (with a plan and a tray) why a tray is not in it."""

    problem: ShelfProblem | None
    rests_on: tuple[int, ...]
    plan: ShelfPlan | None = None
    tray: int | None = None
    first: tuple[First, ...] = ()
    """The trays of a first shelf, which are in no cupboard yet."""
    theme: ThemeAsk | None = None
    ahead: HouseAhead | None = None
    told: object = None
    """What whoever asked keeps beside the question; the planner does not see it."""

    @property
    def of_the_shelf(self) -> bool:
        """Whether it asks for a plan of the shelf."""
        return self.problem is not None and self.tray is None and not self.first and self.theme is None


@dataclass(frozen=True, slots=True)
class Solve:
    """One question, how far it is, and for how many seconds. `rests_on` of the question tells whether it is stale."""

    id: int
    question: Question
    began_s: float
    status: Status = "working"
    best: Progress | None = None
    answer: Answer | None = None
    message: str = ""
    seconds: float = 0.0


class Solves:
    """The solves of one household, the last few kept. Safe to ask from any thread."""

    KEPT = 6

    def __init__(self) -> None:
        self._lock = Lock()
        self._solves: dict[int, Solve] = {}
        self._processes: dict[int, subprocess.Popen[bytes]] = {}
        self._count = 0

    def start(self, question: Question) -> int:
        """Begin to answer a question. Raises: Busy while another is being answered."""
        with self._lock:
            self.check_free()
            self._count += 1
            solve = Solve(self._count, question, monotonic())
            self._solves = dict(list(self._solves.items())[-self.KEPT :]) | {solve.id: solve}
            process = subprocess.Popen([sys.executable, "-m", __name__], stdin=subprocess.PIPE, stdout=subprocess.PIPE)
            self._processes[solve.id] = process
        Thread(target=self._watch, args=(solve.id, process), daemon=True).start()
        return solve.id

    def check_free(self) -> None:
        """Raises: Busy while a question is being answered; asked before what takes long to put together."""
        if any(s.status == "working" for s in tuple(self._solves.values())):
            raise Busy(say("A plan is being worked out. Wait for it, or stop it first."))

    def get(self, solve_id: int) -> Solve:
        """A solve as it stands. Raises: NotFound for one that was not asked or is long past."""
        with self._lock:
            if solve_id not in self._solves:
                raise NotFound(say("There is no plan {solve_id} any more. Ask again.", solve_id=solve_id))
            return self._solves[solve_id]

    def newest(self) -> Solve | None:
        """The plan asked for last."""
        with self._lock:
            return next((s for s in reversed(self._solves.values()) if s.question.of_the_shelf), None)

    def stop(self, solve_id: int) -> None:
        """End a search, keeping the best so far; a planner that does not listen is ended after a few seconds."""
        with self._lock:
            process = self._processes.get(solve_id)
        if process is None or process.stdin is None:
            return
        with suppress(OSError):
            pickle.dump("stop", process.stdin)
            process.stdin.flush()
        killer = Timer(GRACE_S, process.kill)
        killer.daemon = True
        killer.start()
        self._change(solve_id, message=STOPPED)

    def close(self) -> None:
        """End what still works."""
        with self._lock:
            processes = list(self._processes.values())
        for process in processes:
            process.kill()

    def _watch(self, solve_id: int, process: subprocess.Popen[bytes]) -> None:
        """Hand the question over, then hear every message until the pipe ends."""
        try:
            assert process.stdin is not None
            assert process.stdout is not None
            pickle.dump(replace(self.get(solve_id).question, told=None), process.stdin)
            process.stdin.flush()
            self._hear(solve_id, process.stdout)
        except (OSError, pickle.UnpicklingError):
            pass
        finally:
            process.wait()
            for pipe in (process.stdin, process.stdout):
                if pipe is not None:
                    with suppress(OSError):
                        pipe.close()
            self._ended(solve_id)

    def _hear(self, solve_id: int, pipe: IO[bytes]) -> None:
        while True:
            try:
                said = pickle.load(pipe)
            except EOFError:
                return
            if isinstance(said, Progress):
                self._change(solve_id, best=said)
            elif isinstance(said, StoppedEarly):
                self._change(solve_id, status="stopped", message=str(said))
            else:
                self._change(solve_id, status="done", answer=said, message="")

    def _change(self, solve_id: int, **more: object) -> None:
        with self._lock:
            solve = self._solves[solve_id]
            self._solves[solve_id] = replace(solve, seconds=monotonic() - solve.began_s, **more)  # type: ignore[arg-type]

    def _ended(self, solve_id: int) -> None:
        with self._lock:
            self._processes.pop(solve_id, None)
            solve = self._solves[solve_id]
        if solve.status == "working":
            stopped = solve.message == STOPPED
            self._change(solve_id, status="stopped" if stopped else "failed", message=STOPPED if stopped else CRASHED)


def _answered(
    question: Question, send: Callable[[object], None], begun: Callable[[Callable[[], None]], None]
) -> Answer:
    if question.ahead is not None:
        return _looked(question.ahead, send, begun)
    if question.theme is not None:
        return plan_theme(question.theme, tell=send, begun=begun)
    if question.plan is not None and question.tray is not None and question.problem is not None:
        return why_not(question.problem, question.plan, question.tray)
    assert question.problem is not None
    return plan_shelf(question.problem, tell=send, begun=begun, runners=True)


AHEAD_SEED = 20


def _looked(house: HouseAhead, send: Callable[[object], None], begun: Callable[[Callable[[], None]], None]) -> Looked:
    """The house simulated onward, told run by run; stopped, with what was run until then."""
    stopped = Event()
    begun(stopped.set)

    def tell(done: int, of: int) -> bool:
        send(Progress((), done, of))
        return not stopped.is_set()

    forecast = look_ahead(house, seed=AHEAD_SEED, tell=tell)
    return Looked(forecast, () if stopped.is_set() else compare(house, seed=AHEAD_SEED), AHEAD_SEED)


def main() -> None:
    """The child: reads one question, tells of each better plan, says the answer, and ends."""
    limit_memory(MOST_MEMORY_BYTES)
    asked, told = sys.stdin.buffer, sys.stdout.buffer
    question = pickle.load(asked)

    def send(what: object) -> None:
        pickle.dump(what, told)
        told.flush()

    def begun(stop: Callable[[], None]) -> None:
        def listen() -> None:
            with suppress(EOFError, OSError):
                pickle.load(asked)
            stop()

        Thread(target=listen, daemon=True).start()

    try:
        send(_answered(question, send, begun))
    except StoppedEarly as early:
        send(early)
    # The listening thread still waits on its pipe: nothing is left to be tidied up.
    os._exit(0)


if __name__ == "__main__":
    main()

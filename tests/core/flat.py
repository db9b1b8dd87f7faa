"""The planner's first stage said again in another way, for HiGHS: every tray on every spot, no classes of spots."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import combinations
from typing import Any

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import lil_matrix

from tests.core.shelves import Worth
from zither_awl.core.shelf import Choices, ShelfProblem
from zither_awl.core.shelf.counts import share
from zither_awl.core.shelf.problem import BALANCE, CHANGES, COVERED, LOVED
from zither_awl.core.shelf.scene import spots_of
from zither_awl.core.shelf.score import counts_for
from zither_awl.core.values import Placement, Spot, Tray


def _loose(tray: Tray, spot: Spot, asked: ShelfProblem, choices: Choices) -> Placement | None:
    wanted = any(asked.fit(c, tray.id) for c in tray.for_children)
    if tray.id in choices.fixed or tray.id in asked.bans or not wanted:
        return None
    return Placement(id=0, tray=tray, spot=spot, by_hand=tray.id in asked.by_hand)


def _columns(asked: ShelfProblem, choices: Choices) -> list[tuple[Placement, ...]]:
    found: list[tuple[Placement, ...]] = []
    for unit in asked.units:
        for spot in spots_of(unit):
            fixed = [p for p in choices.fixed.values() if p.spot == spot and p.tray.id not in asked.bans]
            here = [*fixed, *(p for t in asked.trays if (p := _loose(t, spot, asked, choices)) is not None)]
            here = [p for p in here if next(choices.trouble(p), None) is None]
            found += [(p,) for p in here]
            if unit.boards[spot.board].divided:
                found += [(a, b) for a, b in combinations(here, 2) if share(a, replace(b, spot=spot), choices.scene)]
    return found


def best_by_highs(asked: ShelfProblem) -> Worth | None:
    """The best worth by mixed-integer programming, one kind of wish after the other and then the value; None when
    HiGHS proves that there is no plan."""
    choices = Choices(asked)
    columns = _columns(asked, choices)
    areas = [(b.child, b.months, area) for b in choices.scene.bodies for area in asked.areas_of(b.child.id)]
    n, first = len(columns), len(columns) + len(areas)
    total = first + len(choices.wishes)
    gain = np.zeros(total)
    gain[:n] = [-sum(choices.worth(p) for p in c) for c in columns]
    gain[n:first] = BALANCE
    rows: list[tuple[dict[int, float], float, float]] = []
    spots: dict[Spot, dict[int, float]] = {}
    trays: dict[int, dict[int, float]] = {}
    for at, column in enumerate(columns):
        spots.setdefault(column[0].spot, {})[at] = 1
        for p in column:
            trays.setdefault(p.tray.id, {})[at] = 1
    rows += [(of, 0, 1) for of in (*spots.values(), *trays.values())]
    for row in choices.rows:
        weights = {at: float(w) for at, c in enumerate(columns) if (w := row.total(c))}
        rows.append((weights, -np.inf if row.least is None else row.least, np.inf if row.most is None else row.most))
    rows += [(trays.get(tray, {}), 1, 1) for tray in asked.pinned]
    for at, (child, months, area) in enumerate(areas):
        out = {
            k: float(w) for k, c in enumerate(columns) if (w := sum(counts_for(p, child.id, area, choices) for p in c))
        }
        even = asked.share_of(child, months)
        rows.append(({**{k: -w for k, w in out.items()}, n + at: 1}, -even, np.inf))
        rows.append(({**out, n + at: 1}, even, np.inf))
    for at, row in enumerate(choices.wishes):
        weights = {k: float(w) for k, c in enumerate(columns) if (w := row.total(c))}
        if row.most is not None:
            rows.append(({**weights, first + at: -1}, -np.inf, row.most))
        if row.least is not None:
            rows.append(({**weights, first + at: 1}, row.least, np.inf))
    whole = np.concatenate([np.ones(n), np.zeros(len(areas)), np.ones(len(choices.wishes))])
    most = np.concatenate([np.ones(n), np.full(len(areas) + len(choices.wishes), np.inf)])
    kept: list[int] = []
    for kind in (CHANGES, LOVED, COVERED):
        short = {first + at: 1.0 for at, row in enumerate(choices.wishes) if row.wish == kind}
        cost = np.array([short.get(k, 0.0) for k in range(total)])
        least = _least(cost, rows, whole, most)
        if least is None:
            return None
        kept.append(-least)
        rows.append((short, -np.inf, least))
    value = _least(gain, rows, whole, most)
    return None if value is None else (kept[0], kept[1], kept[2], -value)


def _least(cost: Any, rows: Sequence[tuple[dict[int, float], float, float]], whole: Any, most: Any) -> int | None:
    matrix = lil_matrix((len(rows), len(cost)))
    for at, (of, _, _) in enumerate(rows):
        for k, weight in of.items():
            matrix[at, k] = weight
    limits = LinearConstraint(matrix.tocsr(), [r[1] for r in rows], [r[2] for r in rows])
    found = milp(cost, constraints=limits, integrality=whole, bounds=Bounds(0, most), options={"mip_rel_gap": 0})
    return round(found.fun) if found.success else None

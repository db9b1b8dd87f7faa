"""Plans, conflicts and solves as the models that go out. Only names and shapes change here."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date

from zither_awl.api.answers import named, reasons_out, spot_in, spot_out
from zither_awl.api.schemas import plan as models
from zither_awl.api.schemas.change import NamedOut
from zither_awl.core.shelf import Conflict, Pin, Remedy, Runner, ShelfPlan
from zither_awl.core.values import Tray
from zither_awl.services import planning
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import read_out
from zither_awl.services.solving import Solve


def wanted_in(json: models.PlanIn) -> planning.Wanted:
    """What a person asks, as it came in."""
    return planning.Wanted(
        changes=json.changes,
        pins=tuple(Pin(p.tray, spot_in(p.spot), p.by_hand) for p in json.pins),
        bans=frozenset(json.bans),
        by_hand=frozenset(json.by_hand),
        wanted=frozenset(json.wanted),
        more=json.more,
        without=frozenset(json.without),
    )


def solve_out(solve: Solve, desk: Desk) -> models.SolveOut:
    """A solve as it stands."""
    house, answer = desk.house(), solve.answer
    best = solve.best
    return models.SolveOut(
        id=solve.id,
        status=solve.status,
        message=solve.message,
        seconds=solve.seconds,
        stale=planning.stale(desk, solve),
        best=models.BestOut(trays=len(best.trays), value=best.value, bound=best.bound) if best else None,
        plan=arranged_out(answer, house, desk.today()) if isinstance(answer, ShelfPlan) else None,
        conflict=conflict_out(answer) if isinstance(answer, Conflict) else None,
        runner=runner_out(answer) if isinstance(answer, Runner) else None,
        reasons=reasons_out(answer) if isinstance(answer, tuple) else [],
    )


def arranged_out(plan: ShelfPlan, house: House, today: date) -> models.ArrangedOut:
    """A plan, tray by tray, with what is different from what stands now."""
    stands = [
        models.StandsOut(
            tray=each.tray.id,
            what=each.what,
            spot=spot_out(each.then.spot) if each.then else None,
            spot_words=each.then.spot.words(house.unit(each.then.spot.unit_id)) if each.then else "",
            spoken=read_out(each.then, house, today) if each.then else "",
            by_hand=bool(each.then and each.then.by_hand),
            reasons=reasons_out(plan.reasons_for(each.tray.id)),
        )
        for each in planning.differences(plan, house)
    ]
    score = plan.score
    return models.ArrangedOut(
        stands=stands,
        value=score.value,
        worth=score.worth,
        balance=score.balance,
        out_of_order=score.out_of_order,
        bound=plan.bound,
        gap=plan.gap,
        proven=plan.proven,
        runners=[runner_out(r) for r in plan.runners],
        unmet=[
            models.UnmetOut(
                text=u.text, reasons=reasons_out(u.reasons), ways=[_way_out(w) for w in u.ways], make_for=u.make_for
            )
            for u in plan.unmet
        ],
    )


def runner_out(runner: Runner) -> models.RunnerOut:
    """A tray that just missed."""
    return models.RunnerOut(
        tray=NamedOut(id=runner.tray.id, name=runner.tray.name),
        spot=spot_out(runner.spot),
        points=runner.points,
        instead_of=_named(runner.instead_of),
        with_=_named(runner.with_),
    )


def _named(trays: Iterable[Tray]) -> list[NamedOut]:
    return [found for tray in trays if (found := named(tray)) is not None]


def conflict_out(conflict: Conflict) -> models.ConflictOut:
    """Why there is no plan, and the ways out."""
    return models.ConflictOut(
        rules=[models.BrokenOut.model_validate(r) for r in conflict.rules],
        ways=[_way_out(w) for w in conflict.ways],
        blame=reasons_out(conflict.blame),
        smaller=_named(conflict.smaller),
    )


def _way_out(way: Remedy) -> models.WayOut:
    return models.WayOut(
        text=way.text,
        more=dict(way.more),
        without=list(way.without),
        by_hand=list(way.by_hand),
        unpin=list(way.unpin),
        unban=list(way.unban),
        wanted=list(way.wanted),
        smaller=list(way.smaller),
    )

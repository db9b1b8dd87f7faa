"""Ladders' values as the models that go out."""

from __future__ import annotations

from typing import Any

from zither_awl.api.answers import reasons_out
from zither_awl.api.schemas import ladders as models
from zither_awl.catalogue.making import recipes
from zither_awl.core.ages import age_text
from zither_awl.core.difficulty import NAMES, TEXTS
from zither_awl.core.ladders.bridge import Bridge, Lacking
from zither_awl.core.ladders.growth import Change
from zither_awl.core.ladders.likely import Likely
from zither_awl.core.mastery import KNOWN
from zither_awl.core.saying import filled, say, together
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.values import Rung
from zither_awl.services import ladders
from zither_awl.services.catalogue import graph_of
from zither_awl.services.desk import House
from zither_awl.services.ladder_step import About
from zither_awl.services.ladders import Completed, Grew, Map, Step, Strung


def map_out(house: House, here: Map, *, whole: bool, thread: str = "") -> models.LaddersOut:
    """A child's strings; with `whole` also those that are not near, with a `thread` those that carry it."""
    carried = ladders.carrying(here, thread) if thread.strip() else frozenset()
    shown = [
        each
        for each in here.strung
        if (any(s.rung in carried for s in each.steps) if thread.strip() else whole or each.near)
    ]
    names = ladders.names_of(house)
    drawn = {step.rung: each.string.name for each in shown for step in each.steps}
    own = house.catalogue.ties
    covered = ladders.covered(house, here.child, here.on)
    return models.LaddersOut(
        child_id=here.child.id,
        child=here.child.name,
        age=age_text(here.child.born, here.on),
        on=here.on,
        begun_on=ladders.begun_on(house, here.child),
        known=len(here.frontier.known),
        at_work=len(here.frontier.at_work),
        next=sum(any(step.next for step in each.steps) for each in shown),
        strings=[string_out(each, carried) for each in shown],
        further=[each.string.name for each in here.strung if each not in shown] if not whole and not thread else [],
        ties=[
            _tie_out(rung, before, names, own.get((rung, before)) is True)
            for rung, earlier in graph_of(house).items()
            if rung in drawn
            for before in earlier
            if drawn.get(before, drawn[rung]) != drawn[rung] or own.get((rung, before))
        ],
        problems=[each.text for each in ladders.problems(house)],
        coverage=models.CoverageOut(
            areas=[models.CoveredOut(name=name, by=list(by)) for name, by in covered.areas],
            missing_areas=list(covered.missing_areas),
            moves=[models.CoveredOut(name=name, by=list(by)) for name, by in covered.moves],
            missing_moves=list(covered.missing_moves),
        ),
    )


def _tie_out(step: Rung, before: Rung, names: dict[Rung, str], own: bool) -> models.TieOut:
    return models.TieOut(step=_rung_out(step, names), before=_rung_out(before, names), own=own)


def _rung_out(rung: Rung, names: dict[Rung, str]) -> models.StepNamedOut:
    return models.StepNamedOut(
        key=rung[0], level=rung[1], title=names.get(rung, say("{rung} {rung2}", rung=rung[0], rung2=rung[1]))
    )


def string_out(each: Strung, carried: frozenset[Rung] = frozenset()) -> models.StringOut:
    """A string with its holes; `carried` are the rungs of a thread."""
    at = {step.rung: n for n, step in enumerate(each.steps)}
    return models.StringOut(
        name=each.string.name,
        area=each.string.area,
        near=each.near,
        said=said_of(each),
        holes=[_hole_out(step, at, step.rung in carried) for step in each.steps],
    )


def _hole_out(step: Step, at: dict[Rung, int], carries: bool) -> models.HoleOut:
    hole = step.hole
    trays = (*step.out, *step.resting)
    return models.HoleOut(
        key=hole.design.key,
        level=hole.level.number,
        name=hole.level.name,
        card=hole.design.name,
        state=step.state,
        verdict=step.verdict.verdict,
        next=step.next,
        implied=step.implied,
        stuck=step.progress.stuck,
        easy=step.progress.easy,
        below=at[hole.below] if hole.below else None,
        notches=hole.notches,
        by=[models.RiseOut(name=NAMES[name], notches=size) for name, size in hole.by],
        tray_id=trays[0].id if trays else None,
        out=bool(step.out),
        between=len(step.between),
        carries=carries,
    )


def said_of(each: Strung) -> str:
    """How a string stands, in one sentence: what a screen reader hears, and what is printed."""
    known = sum(step.state in KNOWN for step in each.steps)
    parts = [say("{known} of {steps} known", known=known, steps=len(each.steps))]
    here = next((n for n, step in enumerate(each.steps) if step.state not in (*KNOWN, "not shown")), None)
    word = "at"
    if here is None:
        here = next((n for n, step in enumerate(each.steps) if step.next), None)
        word = "next is"
    if here is not None:
        step = each.steps[here]
        title = step.hole.design.titled(step.hole.level)
        parts.append(
            say("{word} step {here} of {steps}: {title}", word=word, here=here + 1, steps=len(each.steps), title=title)
        )
        parts += [say("{n, plural, one {# notch} other {# notches}}", n=step.hole.notches)] if step.hole.jump else []
        parts += ["stuck"] if step.progress.stuck else []
        parts += ["too easy"] if step.progress.easy else []
    return say("{string}: {parts}", string=each.string.name, parts=together(parts, ", "))


def step_out(house: House, about: About) -> models.LadderStepOut:
    """One step with everything the margin tells."""
    step, hole = about.step, about.step.hole
    return models.LadderStepOut(
        key=hole.design.key,
        level=hole.level.number,
        title=hole.design.titled(hole.level),
        card=hole.design.name,
        level_name=hole.level.name,
        area=hole.design.area,
        string=about.string.name,
        number=about.number,
        of=len(about.string.holes),
        state=step.state,
        verdict=step.verdict.verdict,
        next=step.next,
        implied=step.implied,
        jump=hole.jump,
        notches=hole.notches,
        below=_other_out(about.below, about) if about.below else None,
        changes=_changes(about),
        **_expected_out(about),
        missing=list(step.verdict.missing),
        reasons=reasons_out(about.reasons),
        ready_by=_likely_out(about.ready_by),
        known_by=_likely_out(about.known_by),
        own_spans=about.own_spans,
        again_on=about.again_on,
        notes=[models.StepNoteOut(day=day, text=text) for day, text in about.notes],
        **_around_out(about),
        way=_way_out(about, ladders.names_of(house)),
        easy=step.progress.easy,
        untied=_untied(house, step.rung),
        trays=[
            models.StepTrayOut(id=t.id, name=t.name, out=t.id in house.standing, between=t.card.between)
            for t in (*step.out, *step.resting, *step.between)
        ],
        chosen=_chosen_out(about),
        said=_said_out(about),
    )


def _expected_out(about: About) -> dict[str, Any]:
    told = about.expected
    serves = told.serves_as.name if told.serves_as else ""
    hole = about.step.hole
    months = {"from_months": hole.design.opens_at(hole.level), "to_months": hole.design.to_months}
    return {"expects": told.expects, "not_yet": told.not_yet, "serves_as": serves, **months}


def _around_out(about: About) -> dict[str, Any]:
    """The steps beside a step, and what lies between it and the one below."""
    return {
        "between": [_bridge_out(each) for each in about.between.offered],
        "lacking": [_lacking_out(each) for each in about.between.lacking],
        "remedy": _remedy_out(about),
        "beside": [_other_out(each, about) for each in about.beside],
        "before": [_other_out(each, about) for each in about.before],
        "after": [_other_out(each, about) for each in about.after],
    }


def _remedy_out(about: About) -> models.RemedyOut | None:
    told = about.remedy
    return models.RemedyOut(remedy=told.remedy, text=told.text, passed=list(told.passed)) if told else None


def _untied(house: House, rung: Rung) -> list[models.StepNamedOut]:
    """The steps this one was untied from."""
    names, ties = ladders.names_of(house), house.catalogue.ties
    return [_rung_out(before, names) for (at, before), tied in ties.items() if at == rung and not tied]


def _chosen_out(about: About) -> models.ChosenOut | None:
    aim = about.chosen
    return models.ChosenOut(id=aim.id, from_day=aim.from_day, until_day=aim.until_day) if aim else None


def _said_out(about: About) -> models.StepSaidOut | None:
    said = about.said
    if said is None:
        return None
    return models.StepSaidOut(answer=said.answer, on=said.on, adult=said.adult, concluded=said.concluded)


def _way_out(about: About, names: dict[Rung, str]) -> list[models.WayStepOut]:
    """The way to a step, where it is more than the step itself."""
    if about.way is None or len(about.way.rungs) < 2:
        return []
    jumps = {jump.to: jump.by for jump in about.way.jumps}
    return [
        models.WayStepOut(
            key=rung[0],
            level=rung[1],
            title=names[rung],
            by=[models.RiseOut(name=NAMES[name], notches=size) for name, size in jumps.get(rung, ())],
        )
        for rung in about.way.rungs
    ]


def _other_out(step: Step, about: About) -> models.OtherStepOut:
    hole = step.hole
    here = any(each.rung == hole.rung for each in about.string.holes)
    return models.OtherStepOut(
        key=hole.design.key,
        level=hole.level.number,
        title=hole.design.titled(hole.level),
        state=step.state,
        string=about.string.name if here else "",
    )


def _changes(about: About) -> list[models.ChangesOut]:
    """Every dimension that is not the easiest, here or below, in words."""
    here = dict(about.step.hole.vector.items())
    below = dict(about.below.hole.vector.items()) if about.below else None
    return [
        models.ChangesOut(
            name=NAMES[name],
            below=TEXTS[name][below[name]] if below else "",
            here=TEXTS[name][at],
            notches=at - below[name] if below else 0,
        )
        for name, at in here.items()
        if at or (below and below[name])
    ]


def _likely_out(likely: Likely | None) -> models.LikelyOut | None:
    if likely is None:
        return None
    return models.LikelyOut(earliest=likely.earliest, median=likely.median, latest=likely.latest)


def _bridge_out(each: Bridge) -> models.BridgeOut:
    made = each.made
    return models.BridgeOut(
        key=made.design.key,
        level=made.level.number,
        title=made.design.titled(made.level),
        how=list(each.how),
        from_below=each.from_below,
        fetch=[c.said for c in made.assembled.contents],
        fixed=dict(each.fixed),
        counts=dict(each.counts),
        eased=list(each.eased),
        left_out=list(each.left_out),
    )


def _lacking_out(each: Lacking) -> models.LackingOut:
    return models.LackingOut(
        title=each.name,
        against=list(each.against),
        missing=[
            models.LackingThingOut(
                role=role,
                kind=kind,
                on=list(on),
                made_at_home=next((r.name for r in recipes() if KINDS[r.makes].does((kind,))), ""),
            )
            for role, kind, on in each.missing
        ],
    )


_GREW = {
    "replaced": say("{step} gave way to {by}."),
    "known": say("{step}: learned."),
    "still loved": say("{step}: still loved."),
    "new": say("{step}: new."),
    "slipped": say("{step}: known then, not surely now."),
    "left behind": say("{step}: begun, and left."),
}


def growth_out(house: House, grew: Grew) -> models.GrowthOut:
    """How a child stood on an earlier day, and the list of what changed."""
    names = ladders.names_of(house)
    return models.GrowthOut(
        since=grew.since,
        then=[models.StoodOut(key=key, level=level, state=stood.mastery) for (key, level), stood in grew.then.items()],
        changes=[_grew_out(each, names) for each in grew.changes],
    )


def _grew_out(each: Change, names: dict[Rung, str]) -> models.GrewOut:
    by = _rung_out(each.by, names) if each.by else None
    said = filled(_GREW[each.kind], step=names[each.rung], by=by.title if by else "")
    return models.GrewOut(kind=each.kind, step=_rung_out(each.rung, names), by=by, said=said)


def completed_out(house: House, completed: tuple[Completed, ...]) -> models.CompletedTodayOut:
    """Steps that were completed, each with what it leads to."""
    names = ladders.names_of(house)
    return models.CompletedTodayOut(
        steps=[
            models.CompletedOut(
                child_id=each.child.id,
                child=each.child.name,
                step=_rung_out(each.step.rung, names),
                leads_to=[_rung_out(s.rung, names) for s in each.leads_to],
            )
            for each in completed
        ]
    )

"""Use cases of Ladders: every string with its holes, how a child stands at each, on a day; what it ties and unties."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass, replace
from datetime import date
from functools import lru_cache

from zither_awl.catalogue import shipped_cards
from zither_awl.catalogue.families import families
from zither_awl.core.difficulty import Difficulty
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.ladders.bridge import lighter
from zither_awl.core.ladders.graph import Frontier, GraphProblem, check_graph, circles, sorted_out
from zither_awl.core.ladders.growth import Change, Stood, growth
from zither_awl.core.ladders.movement import Coverage, coverage, movements
from zither_awl.core.ladders.progress import Progress, progress
from zither_awl.core.ladders.strings import Hole, String, strings
from zither_awl.core.mastery import KNOWN, MasteryState, mastery
from zither_awl.core.readiness import Readiness, Record
from zither_awl.core.saying import say, together
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.trays import Design, Need
from zither_awl.core.trays.assemble import difficulty_of
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.trays.makeable import ready_for
from zither_awl.core.values import Child, Presentation, Rung, Tray, Visit
from zither_awl.core.wishes import matched, words_of
from zither_awl.services import catalogue
from zither_awl.services.catalogue import designs, designs_of, graph_of
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.need import need_of
from zither_awl.services.rungs import goal_of, link_rungs

QUIET = Progress(False, False)
NEAR = ("ready", "almost")


@dataclass(frozen=True, slots=True)
class Step:
    """One level as it is for a child: its state, the verdict of readiness, how its tries go, and its trays that stand
    out and that rest."""

    hole: Hole
    state: MasteryState
    verdict: Readiness
    progress: Progress
    out: tuple[Tray, ...]
    resting: tuple[Tray, ...]
    implied: bool
    """Whether it was never shown, and something the child knows follows from it."""
    between: tuple[Tray, ...] = ()
    """Trays that were made as a step on the way to it."""

    @property
    def rung(self) -> Rung:
        """Its card's key and its number."""
        return self.hole.rung

    @property
    def next(self) -> bool:
        """Whether it is a next step: not shown yet, and ready or almost so."""
        return self.state == "not shown" and not self.implied and self.verdict.verdict in NEAR


@dataclass(frozen=True, slots=True)
class Strung:
    """A string with its steps for a child."""

    string: String
    steps: tuple[Step, ...]

    @property
    def near(self) -> bool:
        """Whether a child has begun it, or could."""
        return any(step.state != "not shown" or step.next for step in self.steps)


@dataclass(frozen=True, slots=True)
class Map:
    """Where a child stands on every string."""

    child: Child
    on: date
    strung: tuple[Strung, ...]
    frontier: Frontier

    def step(self, rung: Rung) -> Step | None:
        """A step by its rung."""
        return next((step for each in self.strung for step in each.steps if step.rung == rung), None)


@lru_cache(maxsize=1)
def _imagined() -> dict[Rung, Difficulty]:
    """The vectors of every level that ships, made of the usual things: they are the same in every house."""
    return {(d.key, level.number): imagined_difficulty(level) for d in shipped_cards() for level in d.levels}


def strings_of(house: House) -> tuple[String, ...]:
    """Every string of the cards the household takes, and of those it has trays of."""

    def kept() -> frozenset[str]:
        return frozenset(d.key for d in catalogue.taken(house)) | {t.card.key for t in house.trays}

    drawn, letters = house.once("cards on strings", kept), house.practice.letters
    return house.once(
        ("strings", letters, drawn),
        lambda: strings(
            [d for key, d in designs_of(house, letters).items() if key in drawn], families(), _vectors(house, letters)
        ),
    )


def ladders_of(house: House) -> Mapping[int, str]:
    """By tray: the ladder it is a step of."""

    def reckon() -> Mapping[int, str]:
        of_card = {hole.design.key: each.name for each in strings_of(house) for hole in each.holes}
        return {t.id: of_card[t.card.key] for t in house.trays if t.card.key in of_card}

    return house.once("ladders by tray", reckon)


def _vectors(house: House, letters: str) -> Mapping[Rung, Difficulty]:
    """The difficulty of every level: of the tray there is of it, else as it would be of the usual things."""

    def reckon() -> Mapping[Rung, Difficulty]:
        found, cards = dict(_imagined()), designs_of(house, letters)
        for design in cards.values():
            if design.own:
                found |= {(design.key, level.number): imagined_difficulty(level) for level in design.levels}
        for tray in house.trays:
            vector = _vector(cards, tray)
            if vector is not None and not tray.card.between:
                found[tray.card.key, tray.card.level] = vector
        return found

    return house.once(("vectors", letters), reckon)


def vector_of(house: House, tray: Tray) -> Difficulty | None:
    """A tray's difficulty from what lies on it; None for one whose card has no design or that holds nothing."""
    return _vector(designs(house), tray)


def _vector(cards: Mapping[str, Design], tray: Tray) -> Difficulty | None:
    card = cards.get(tray.card.key)
    if card is None or not tray.contents:
        return None
    return lighter(difficulty_of(card.level(tray.card.level), tray.contents), tray.eased)


def map_of(house: House, child: Child, on: date) -> Map:
    """Where a child stands today, on every string."""

    def reckon() -> Map:
        need, judge, practice = need_of(house, child, on), house.judgements(on), house.practice
        standing = house.standing
        card_ids = {(c.key, c.level): c.id for c in house.cupboard.cards.values() if c.key and not c.between}
        trays: dict[Rung, list[Tray]] = {}
        between: dict[Rung, list[Tray]] = {}
        for tray in house.trays:
            if child.id in tray.for_children:
                goal = goal_of(tray.card) if tray.card.between else (tray.card.key, tray.card.level)
                if goal is not None:
                    (between if tray.card.between else trays).setdefault(goal, []).append(tray)
        verdicts: dict[Rung, Readiness] = {}
        records: dict[Rung, Record] = {}

        def step(hole: Hole) -> Step:
            rung = hole.rung
            state: MasteryState = need.states.get(rung, "not shown")
            verdict = ready_for(hole.design, hole.level, need, need.names, practice)
            if rung not in need.implied:
                verdicts[rung], records[rung] = verdict, Record(mastery=state)
            tries = judge.tries(child, card_ids[rung]) if rung in card_ids else ()
            mine = trays.get(rung, ())
            return Step(
                hole,
                state,
                verdict,
                progress(tries, practice=practice) if tries else QUIET,
                tuple(t for t in mine if t.id in standing),
                tuple(t for t in mine if t.id not in standing),
                state == "not shown" and rung in need.implied,
                tuple(between.get(rung, ())),
            )

        strung = tuple(Strung(each, tuple(step(hole) for hole in each.holes)) for each in strings_of(house))
        return Map(child, on, strung, sorted_out(verdicts, records))

    return house.once(("ladders", child.id, on), reckon)


def next_steps(house: House, child: Child, on: date) -> Mapping[Rung, str]:
    """The single next steps of a child, each with the name of what it follows: ready, not shown yet, what is below it
    on its string known, and one notch or less above that."""
    found: dict[Rung, str] = {}
    for each in map_of(house, child, on).strung:
        states = {step.rung: step for step in each.steps}
        for step in each.steps:
            below = states.get(step.hole.below) if step.hole.below else None
            if below is None or below.state not in KNOWN or not step.next or step.hole.jump:
                continue
            if step.verdict.verdict == "ready":
                found[step.rung] = below.hole.design.titled(below.hole.level)
    return found


def next_step(house: House, child: Child, tray: Tray, on: date) -> str:
    """What a tray is the next single step after, for a child; empty where it is none. For a few trays; of all levels
    `next_steps` tells."""
    judge = house.judgements(on)
    if judge.mastery_of(child, tray.card.id).state != "not shown" or suits(child, tray, judge).verdict != "ready":
        return ""
    hole = _holes(house).get((tray.card.key, tray.card.level))
    if hole is None or hole.below is None or hole.jump or tray.card.between:
        return ""
    below = hole.below
    cards = [c.id for c in house.cupboard.cards.values() if (c.key, c.level) == below and not c.between]
    said = any((s.child_id, s.key, s.level, s.answer) == (child.id, *below, "yes") for s in house.people.said)
    return names_of(house)[below] if said or any(judge.knows(child, card_id) for card_id in cards) else ""


def _holes(house: House) -> Mapping[Rung, Hole]:
    return house.once("holes", lambda: {hole.rung: hole for each in strings_of(house) for hole in each.holes})


def need_with_steps(house: House, child: Child, on: date) -> Need:
    """What the ranking of Make asks about a child, with its next single steps."""
    return replace(need_of(house, child, on), next_steps=next_steps(house, child, on))


def names_of(house: House) -> dict[Rung, str]:
    """What every level is called."""
    return house.once(
        "names of levels",
        lambda: {(d.key, level.number): d.titled(level) for d in designs(house).values() for level in d.levels},
    )


def problems(house: House) -> tuple[GraphProblem, ...]:
    """What does not go together in what follows from what."""
    return house.once("graph problems", lambda: check_graph(graph_of(house), names_of(house)))


def tie(desk: Desk, step: Rung, before: Rung, tied: bool | None, adult_id: int | None) -> None:
    """Tie a step to one that should be known before it, untie them, or (None) leave it to the cards again.

    Raises: InvalidValue for a level that is not there, one tied to itself, or a circle, which is named.
    """
    house = desk.house()
    names = names_of(house)
    for name, rung in (("step", step), ("before", before)):
        if rung not in names:
            raise InvalidValue(
                FieldProblem(name, say("names {rung} {rung2}, which is not there.", rung=rung[0], rung2=rung[1]))
            )
    if step == before:
        raise InvalidValue(
            FieldProblem("before", say("is {names} itself.", names=names[step]), say("Choose another step."))
        )
    graph = graph_of(house)
    if tied:
        graph = {**graph, step: (*graph[step], before)}
        ring = next((c for c in circles(graph) if step in c), None)
        if ring is not None:
            way = say(", which waits for ").join(names[rung] for rung in (*ring, ring[0]))
            raise InvalidValue(
                FieldProblem("before", say("would make a circle: {way}.", way=way), say("Untie one of them first."))
            )
    words = say("Tied") if tied else say("Untied") if tied is False else say("Left to the cards")
    with desk.write(
        adult_id, say("{words} {names} and {names2}", words=words, names=names[step], names2=names[before])
    ) as work:
        work.catalogue.tie(step, before, tied)
        tied_now = catalogue.tied_designs(house, house.practice.letters, work.catalogue.ties())
        link_rungs(work, tied_now, without=() if tied else ((step, before),))


@dataclass(frozen=True, slots=True)
class Grew:
    """What changed between an earlier day and today."""

    since: date
    then: Mapping[Rung, Stood]
    changes: tuple[Change, ...]


def grew(desk: Desk, child_id: int, since: date) -> Grew:
    """How a child stood on an earlier day, and what changed since. Raises: NotFound; InvalidValue for a day to come or
    before its birth."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    if not child.born <= since <= today:
        raise InvalidValue(
            FieldProblem(
                "since", say("is {since}; expected {born} to {today}.", since=since, born=child.born, today=today)
            )
        )

    def reckon() -> Grew:
        with desk.read() as work:
            visits = work.visits_of(child_id)
        then, last = _stood(house, child, visits, since), _last_tries(house, visits)
        now = {rung: Stood(state, last.get(rung)) for rung, state in need_of(house, child, today).states.items()}
        names = names_of(house)
        changed = growth(then, now, graph_of(house), since, today, practice=house.practice)
        return Grew(since, then, tuple(c for c in changed if c.rung in names))

    return house.once(("grew", child_id, since, today), reckon)


def _last_tries(house: House, visits: Collection[Visit]) -> dict[Rung, date]:
    """When each level was last worked with."""
    cards = house.cupboard.cards
    mine = ((cards.get(v.card_id or 0), v.local_day) for v in visits)
    return {(card.key, card.level): day for card, day in mine if card is not None and not card.between}


def _stood(house: House, child: Child, visits: Collection[Visit], on: date) -> dict[Rung, Stood]:
    """How a child stood with every level on a day, from everything that was seen and said until then."""
    cards = house.cupboard.cards
    tries: dict[int, list[Visit]] = {}
    for visit in visits:
        if visit.local_day <= on and visit.card_id in cards:
            tries.setdefault(visit.card_id or 0, []).append(visit)
    card_of = {t.id: t.card.id for t in house.all_trays}
    shown: dict[int, list[Presentation]] = {}
    for each in house.log.presentations:
        if each.child_id == child.id and each.local_day <= on and each.tray_id in card_of:
            shown.setdefault(card_of[each.tray_id], []).append(each)
    said = {(s.key, s.level): s for s in house.people.said if s.child_id == child.id and not s.word and s.on <= on}
    ids = {(c.key, c.level): c.id for c in cards.values() if c.key and not c.between}
    found: dict[Rung, Stood] = {}
    practice = house.practice
    for rung in ids.keys() | said.keys():
        card_id = ids.get(rung, 0)
        done = tries.get(card_id, [])
        if not done and card_id not in shown and rung not in said:
            continue
        guess = cards[card_id].guess if card_id in cards else 0.0
        state = mastery(
            done,
            shown.get(card_id, ()),
            on,
            school=practice.mastery,
            practice=practice,
            guess=guess,
            said=said.get(rung),
        ).state
        found[rung] = Stood(state, max((v.local_day for v in done), default=None))
    return found


def covered(house: House, child: Child, on: date) -> Coverage:
    """Which areas and kinds of movement a child's work out now, and what it knows, exercises; and which are missing."""

    def reckon() -> Coverage:
        here = map_of(house, child, on)
        work = [
            (
                step.hole.design.titled(step.hole.level),
                step.hole.design.area,
                movements(step.hole.design, step.hole.level, step.hole.vector),
            )
            for each in here.strung
            for step in each.steps
            if step.out or step.state in KNOWN
        ]
        months = house.judgements(on).months(child)
        areas = dict.fromkeys(
            d.area for d in catalogue.taken(house) if d.sort == "work" and d.from_months <= months <= d.to_months
        )
        return coverage(work, areas, months)

    return house.once(("covered", child.id, on), reckon)


@dataclass(frozen=True, slots=True)
class Completed:
    """A step a child completed on a day, and what it leads to on its ladder."""

    child: Child
    step: Step
    leads_to: tuple[Step, ...]


def completed_on(house: House, on: date) -> tuple[Completed, ...]:
    """The steps that were mastered on a day, by anybody of the house."""
    graph, cards, found = graph_of(house), house.cupboard.cards, []
    for (child_id, card_id), day in house.window.mastered_on.items():
        child = next((c for c in house.children if c.id == child_id), None)
        card = cards.get(card_id)
        if day != on or child is None or card is None or card.between:
            continue
        here = map_of(house, child, on)
        step = here.step((card.key, card.level))
        if step is not None and step.state in KNOWN:
            after = tuple(s for each in here.strung for s in each.steps if step.rung in graph[s.rung] and s.next)
            found.append(Completed(child, step, after))
    return tuple(found)


def carrying(here: Map, thread: str) -> frozenset[Rung]:
    """The steps a thread runs through (SEQ-7): a number, a shape, a colour that stands in the name of the card or the
    level, or on a tray there is of it."""
    found = set()
    for each in here.strung:
        for step in each.steps:
            name = say(
                "{titled} {themes}",
                titled=step.hole.design.titled(step.hole.level),
                themes=together(step.hole.design.themes),
            )
            trays = (*step.out, *step.resting, *step.between)
            if words_of(thread) & words_of(name) or any(matched((thread,), tray) for tray in trays):
                found.add(step.rung)
    return frozenset(found)


def begun_on(house: House, child: Child) -> date | None:
    """The first day anything of a child was seen or shown, as far as it is at hand."""
    days = [v.local_day for v in house.window.visits if v.child_id == child.id]
    days += [p.local_day for p in house.window.presentations if p.child_id == child.id]
    return min(days, default=None)


def design_at(house: House, rung: Rung) -> Design | None:
    """The card of a rung, where it has such a level."""
    found = designs(house).get(rung[0])
    return found if found is not None and 1 <= rung[1] <= len(found.levels) else None

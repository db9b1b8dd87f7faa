"""What can I make from what I have: every card, matched, put together, checked and ranked; and what one cheap thing
would unlock."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.mastery import KNOWN, MasteryState
from zither_awl.core.practice import Practice
from zither_awl.core.readiness import LevelAsked, Readiness, Record, readiness
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rules import rule
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.trays.assemble import CONTAINER, Assembled, assemble
from zither_awl.core.trays.check import Check, check_tray
from zither_awl.core.trays.complete import missing
from zither_awl.core.trays.design import Design, Level, Role
from zither_awl.core.trays.match import Matches, Wary, consider, match_roles
from zither_awl.core.trays.pack import NoRoom, Packing
from zither_awl.core.trays.search import Candidate
from zither_awl.core.trays.stock import Stock
from zither_awl.core.values import Child, PermissionKind
from zither_awl.core.words import listed

AREA_MISSING, EFFORT_BIN, EFFORT_MORNING, EFFORT_THING, HELD_BACK = 15.0, 2.0, 5.0, 0.5, 100.0
EFFORT_ADULT, STANDS_IN = 6.0, 5.0
NEXT_STEP = 30.0
"""Weights of the ranking against fit (0 to 100); ours, no source."""
State = MasteryState


@dataclass(frozen=True, slots=True)
class Made:
    """One card at one level, made from the cupboard as well as it can be. `score` keeps its terms."""

    design: Design
    level: Level
    matches: Matches
    container: Component | None
    would_do: Component | None
    """The smallest owned container that would do, where none that is free does."""
    assembled: Assembled
    checks: tuple[Check, ...]
    short: tuple[str, ...]
    """What is missing: names of roles, or the container."""
    terms: Mapping[str, float]
    reasons: tuple[Reason, ...]

    @property
    def ready(self) -> bool:
        """Whether it can be set out: everything there, complete, and no must finding."""
        return not self.short and not any(c.severity == "must" for c in self.checks)

    @property
    def asks(self) -> frozenset[PermissionKind]:
        """What the household may allow so that it is ready; empty where that is not all that is against it."""
        musts = [c for c in self.checks if c.severity == "must"]
        if self.short or not all(c.asks for c in musts):
            return frozenset()
        return frozenset(kind for c in musts for _, kind in c.asks)

    @property
    def score(self) -> float:
        """Fit, and an area that is missing, less the effort."""
        return sum(self.terms.values())


@dataclass(frozen=True, slots=True)
class Unlock:
    """A kind of thing that is missing on its own for some cards."""

    kind: str
    role: str
    cards: tuple[str, ...]
    owned: bool = False
    """Whether one is owned, and only in use."""


@dataclass(frozen=True, slots=True)
class Makeable:
    """Everything that can be made for one child now, the best first; and what one thing more would unlock."""

    made: tuple[Made, ...]
    unlocks: tuple[Unlock, ...]
    looked_at: int
    to_allow: tuple[Made, ...] = ()
    """What could be made once the household allows it to this child with an adult at the table, the best first."""


@dataclass(frozen=True, slots=True)
class Need:
    """Who it is for, on which day, and what is known: the state by (card, level), and the areas now on the shelf."""

    child: Child
    children: tuple[Child, ...]
    on: date
    states: Mapping[tuple[str, int], State]
    areas_out: frozenset[str]
    names: Mapping[str, str] = field(default_factory=dict)
    """What cards are called, by key."""
    told: frozenset[str] = frozenset()
    """The cards of which an adult said what the child can."""
    likely: Mapping[tuple[str, int], float] = field(default_factory=dict)
    """How likely the child knows a level, as far as that is believed (core.asking)."""
    presumed: frozenset[tuple[str, int]] = frozenset()
    """Levels a child of whom nothing was seen yet most likely knows: they hold nothing back, and are not called
    known."""
    implied: frozenset[tuple[str, int]] = frozenset()
    """Levels never shown to it that something it knows follows from: they hold nothing back, and are not begun with."""
    next_steps: Mapping[tuple[str, int], str] = field(default_factory=dict)
    """The single next steps of its ladders (core.ladders), each with the name of what it follows."""


def makeable(designs: Iterable[Design], stock: Stock, need: Need, *, practice: Practice = Practice()) -> Makeable:
    """Every card whose window is near, at the level this child is at, made from what is free, ranked."""
    months = corrected_months(need.child.born, need.child.gestation_weeks, need.on)
    slack = practice.near_window_months
    near = [d for d in designs if d.from_months - slack <= months <= d.to_months + slack]
    tried = [_best_level(design, stock, need, months, practice) for design in near]
    ready = sorted((made for made in tried if made.ready), key=lambda made: (-made.score, made.design.key))
    to_allow = sorted((made for made in tried if made.asks), key=lambda made: (-made.score, made.design.key))
    return Makeable(tuple(ready), _unlocks(tried, stock), len(near), tuple(to_allow))


NEAR_MONTHS = Practice().near_window_months
OUTGROWN_MONTHS = 6
"""A level that opened so long ago is where a child of whom nothing is known begins (ours, no source)."""


def level_for(
    design: Design,
    states: Mapping[tuple[str, int], State],
    months: int,
    *,
    told: bool = False,
    implied: frozenset[tuple[str, int]] = frozenset(),
) -> Level:
    """The level a child is at: the first not mastered, as far as its age allows.

    Where nothing of a card was ever seen or said (`told`), what a child has outgrown by its age is not begun with.
    """
    seen = told or any(key == design.key and state != "not shown" for (key, _), state in states.items())
    grown = [] if seen else [lv for lv in design.levels if lv.from_months + OUTGROWN_MONTHS <= months]
    if grown:
        return grown[-1]
    for level in design.levels:
        rung = (design.key, level.number)
        if states.get(rung) not in KNOWN and rung not in implied:
            return level if level.from_months <= months + NEAR_MONTHS else design.level(max(level.number - 1, 1))
    return design.levels[-1]


def makeable_level(design: Design, stock: Stock, need: Need, *, practice: Practice = Practice()) -> Made:
    """One card for one child: at its own level, or the nearest other one its age allows that can be made."""
    months = corrected_months(need.child.born, need.child.gestation_weeks, need.on)
    return _best_level(design, stock, need, months, practice)


def _best_level(design: Design, stock: Stock, need: Need, months: int, practice: Practice) -> Made:
    """The child's own level, or the nearest other one its age allows that can be made."""
    own = level_for(design, need.states, months, told=design.key in need.told, implied=need.implied)
    first = make(design, own, stock, need, practice=practice)
    if first.ready:
        return first
    others = [lv for lv in design.levels if lv.number != own.number and lv.from_months <= months]
    for level in sorted(others, key=lambda lv: abs(lv.number - own.number)):
        made = make(design, level, stock, need, practice=practice)
        if made.ready:
            return made
    return first


def make(
    design: Design,
    level: Level,
    stock: Stock,
    need: Need,
    *,
    fixed: Mapping[str, int] = {},
    counts: Mapping[str, int] = {},
    container: int | None = None,
    spots: Mapping[str, tuple[float, float, bool]] = {},
    practice: Practice = Practice(),
    told: tuple[Check, ...] = (),
) -> Made:
    """Match, choose a container, put together and check one level. `fixed` and `container` are chosen by hand; `told`
    is what else is to be told of it."""
    # What a demonstration needs is never in a child's hands.
    wary = None if design.sort == "demonstration" else Wary(need.child, need.children, need.on)
    matches = match_roles(level, stock, wary=wary, fixed=fixed, counts=counts, practice=practice)
    assembled, chosen, would_do = choose_container(
        design, level, matches, stock, wary=wary, by_hand=container, counts=counts, spots=spots
    )
    checks = check_tray(design, level, assembled, [need.child], need.children, need.on, practice=practice)
    short = [*matches.unfilled]
    if level.container and (chosen is None or would_do is not None or isinstance(assembled.packing, NoRoom)):
        short.append(CONTAINER)
    lacks = [need_ for need_ in missing(design, level, matches.chosen.keys()) if not _asked(level, need_, short)]
    terms, reasons = _rank(design, level, matches, assembled, need, practice)
    if not matches.proven:
        many = say("It can be filled in more ways than were looked through: a better one may exist.")
        reasons = (*reasons, Reason("EFFORT", many))
    return Made(design, level, matches, chosen, would_do, assembled, (*checks, *told), (*short, *lacks), terms, reasons)


def _asked(level: Level, care: str, short: Sequence[str]) -> bool:
    return any(role.care == care and role.name in short for role in level.roles)


def container_role(level: Level) -> Role:
    """The container as a role of its own."""
    other = () if "container" in level.container else (("container", say("another flat thing with a rim")),)
    return Role(name=CONTAINER, accepts=level.container or ("tray",), use="ground", instead=other)


def choose_container(
    design: Design,
    level: Level,
    matches: Matches,
    stock: Stock,
    *,
    wary: Wary | None = None,
    by_hand: int | None = None,
    counts: Mapping[str, int] = {},
    spots: Mapping[str, tuple[float, float, bool]] = {},
) -> tuple[Assembled, Component | None, Component | None]:
    """The smallest free container everything fits on, and the smallest owned one that would do where none is free."""

    def put(on: Component | None) -> Assembled:
        return assemble(design, level, matches.chosen, on, counts=counts, spots=spots)

    if not level.container:
        return put(None), None, None
    spoken_for = [c.id for c in matches.chosen.values()]
    considered = consider(container_role(level), stock, wary)
    if by_hand is not None:
        chosen = next((c.component for c in considered if c.component.id == by_hand), None)
        return put(chosen), chosen, None
    usable = [
        c for c in considered if c.answer != "does not" and stock.free(c.component) > spoken_for.count(c.component.id)
    ]
    for candidate in _smallest_first(usable):
        made = put(candidate.component)
        if isinstance(made.packing, Packing):
            return made, candidate.component, None
    would_do = next(
        (c.component for c in _smallest_first(considered) if isinstance(put(c.component).packing, Packing)), None
    )
    # Drawn on what would do, so that it can be seen; it is still named as missing.
    best = would_do or max((c.component for c in usable), key=_floor, default=None)
    return put(best), best, would_do


def _smallest_first(candidates: Iterable[Candidate]) -> list[Candidate]:
    return sorted(candidates, key=lambda c: (c.cost, _floor(c.component), c.component.id))


def _floor(component: Component) -> float:
    inside = component.inside
    return inside.top_mm * (inside.across_mm or inside.top_mm) if inside else 0.0


def ready_for(
    design: Design, level: Level, need: Need, names: Mapping[str, str], practice: Practice = Practice()
) -> Readiness:
    """Whether a card at a level suits the child, before there is a tray of it. `names` of the cards, by key."""
    passed = need.presumed | need.implied
    asked = LevelAsked(
        from_months=design.opens_at(level),
        to_months=design.to_months,
        before=tuple(
            (names.get(key, key), _state(need, (key, number)))
            for key, number in design.before(level.number)
            if (key, number) not in passed
        ),
    )
    state = _state(need, (design.key, level.number))
    # No tray of it stands: what is mastered is done with, as far as anybody knows.
    record = Record(mastery=state, faded=state == "mastered")
    return readiness(need.child, asked, record, need.on, practice=practice)


def _state(need: Need, rung: tuple[str, int]) -> MasteryState:
    return need.states.get(rung, "not shown")


def _rank(
    design: Design, level: Level, matches: Matches, made: Assembled, need: Need, practice: Practice
) -> tuple[dict[str, float], tuple[Reason, ...]]:
    suited = ready_for(design, level, need, need.names, practice)
    fit = suited.fit
    bins = {c.component.bin_id for c in made.contents if c.component.bin_id is not None}
    effort = EFFORT_BIN * len(bins) + EFFORT_THING * len(made.contents) + (EFFORT_MORNING if design.morning else 0)
    # What is sung, told or shown takes an adult for as long as it lasts.
    effort += EFFORT_ADULT if design.sort != "work" else 0
    lacking = AREA_MISSING if design.area not in need.areas_out else 0.0
    # What does not suit yet comes after all that does, however little there is to fetch for it.
    held = -HELD_BACK if suited.held_back else 0.0
    follows = need.next_steps.get((design.key, level.number), "")
    terms = {
        "fit": fit,
        "next step": NEXT_STEP if follows else 0.0,
        "area missing": lacking,
        "effort": -effort,
        "stands in": -STANDS_IN * _standing_in(matches),
        "held back": held,
    }
    return terms, tuple(_reasons(design, need, suited, follows, bool(lacking), effort, len(bins)))


def _standing_in(matches: Matches) -> int:
    """In how many roles something only would do: it is not known what it shows, or it is not quite the size."""
    return sum(
        any(c.component.id == thing.id and c.answer == "would do" for c in matches.considered[role])
        for role, thing in matches.chosen.items()
    )


def _reasons(
    design: Design, need: Need, suited: Readiness, follows: str, lacking: bool, effort: float, bins: int
) -> Iterable[Reason]:
    if follows:
        yield Reason(
            "SEQ-1", say("{child}'s next single step, after {follows}.", child=need.child.name, follows=follows)
        )
    yield from suited.reasons
    if lacking:
        yield Reason(
            "ROT-6", say("Nothing of {area} stands out for {child} now.", area=design.area, child=need.child.name)
        )
    said = [say("from {bins}", bins=say("{n, plural, one {# bin} other {# bins}}", n=bins))] if bins else []
    said += [say("prepared each morning")] if design.morning else []
    yield Reason(
        "EFFORT",
        say("Things to fetch {said}.", said=listed(said)) if said else say("Everything is at hand."),
        (Quantity(say("effort"), round(effort, 1), ""),),
    )


def _unlocks(tried: Iterable[Made], stock: Stock) -> tuple[Unlock, ...]:
    """What is the only thing missing, by the kind that would do, the one that unlocks most first."""
    found: dict[tuple[str, str], list[str]] = {}
    for made in tried:
        held = [c for c in made.checks if c.severity == "must" and not rule(c.reason.rule).about_size]
        if len(made.short) != 1 or held:
            continue
        role = made.level.role(made.short[0]) or container_role(made.level)
        found.setdefault((role.accepts[0], role.name), []).append(made.design.name)
    by_kind: dict[str, list[str]] = {}
    names: dict[str, str] = {}
    for (kind, role_name), cards in found.items():
        by_kind.setdefault(kind, []).extend(cards)
        names.setdefault(kind, role_name)
    owned = {kind for kind in by_kind if any(kind_of(c).does((kind,)) for c in stock.all)}
    return tuple(
        sorted(
            (Unlock(kind, names[kind], tuple(dict.fromkeys(cards)), kind in owned) for kind, cards in by_kind.items()),
            key=lambda each: (-len(each.cards), each.kind),
        )
    )

"""A step between: what lies strictly between a level and one that is too far above it, made from this cupboard.

Five ways, the plainest first: another card that lies between; fewer pieces; other things (larger pieces, an easier
tool); more on the level below; the harder part done beforehand by the adult. Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from itertools import combinations

from zither_awl.core.difficulty import TEXTS, Difficulty, compared, pieces_step, rises
from zither_awl.core.ladders.order import strictly_between
from zither_awl.core.practice import Practice
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.trays.assemble import difficulty_of, reckoned
from zither_awl.core.trays.design import Design, Level, Role
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.trays.makeable import Made, Need, container_role, make
from zither_awl.core.trays.stock import Stock
from zither_awl.core.trays.tailored import tailored
from zither_awl.core.values import Content
from zither_awl.core.words import listed, sentence

PIECES = (10, 6, 4, 2)
"""Fewer pieces go down to the next of these."""
EASED: dict[str, str] = {
    "steps": say("The first part is done beforehand by the adult; the child goes on from there."),
    "force": say("It is loosened or begun beforehand, so that it takes little strength."),
    "hands": say("It is held steady: taped down, or on a damp cloth."),
    "contrast": say("Only what differs most is laid out; where it is cut or folded a broad line is marked."),
    "attributes": say("Only one thing varies: what differs otherwise is put away beforehand."),
    "abstraction": say("The thing itself lies beside it."),
    "memory": say("What is to be remembered stays in sight."),
    "grip": say("What is held is made thicker: wrapped, or set on a knob."),
    "tool": say("The pieces lie so that the tool finds them: few, near each other, before a rim or a mark."),
}
"""How the adult makes a dimension easier by one notch without another thing."""
_TOOL: dict[int, str] = {
    2: say("The pieces stand so that they can be grasped: on end, or on a sponge."),
    3: say("The pieces stand so that they can be grasped: on end, or on a sponge."),
    4: say("The tool's way is prepared: holes pricked, a cut begun."),
}
MOST_OFFERED = 3


@dataclass(frozen=True, slots=True)
class Bridge:
    """A tray that lies between: the card and level it is made as, what was chosen, how it differs from the level above
    it in words, and what the adult does beforehand (dimensions of EASED)."""

    made: Made
    vector: Difficulty
    how: tuple[str, ...]
    from_below: str
    """How it differs from the level below, in words."""
    fixed: Mapping[str, int] = field(default_factory=dict)
    counts: Mapping[str, int] = field(default_factory=dict)
    eased: tuple[str, ...] = ()
    left_out: tuple[str, ...] = ()
    """Roles that stay empty."""


@dataclass(frozen=True, slots=True)
class Lacking:
    """A tray that would lie between but for something: what is missing, by role, with the kind that would do, and the
    trays it lies on where one is owned and only in use."""

    name: str
    missing: tuple[tuple[str, str, tuple[str, ...]], ...]
    against: tuple[str, ...]
    """What must hold and does not, in words."""


@dataclass(frozen=True, slots=True)
class Bridging:
    """The steps between that can be made, the best first; and, where there is none, what is missing for one."""

    offered: tuple[Bridge, ...]
    lacking: tuple[Lacking, ...]


@dataclass(frozen=True, slots=True)
class _Way:
    """One way to try: a card's level with things and counts chosen, and what is eased."""

    design: Design
    level: Level
    how: tuple[str, ...]
    fixed: Mapping[str, int] = field(default_factory=dict)
    counts: Mapping[str, int] = field(default_factory=dict)
    eased: tuple[str, ...] = ()
    left_out: tuple[str, ...] = ()


def _offer(made: Made, vector: Difficulty, way: _Way, below: Difficulty) -> Bridge:
    how = compared(below, vector)
    return Bridge(made, vector, way.how, how, way.fixed, way.counts, way.eased, way.left_out)


def bridge(
    below: Difficulty,
    goal: tuple[Design, Level],
    stock: Stock,
    need: Need,
    *,
    under: tuple[Design, Level] | None = None,
    cards: Iterable[Design] = (),
    above: Difficulty | None = None,
    most: int = MOST_OFFERED,
    practice: Practice = Practice(),
) -> Bridging:
    """The trays between a level a child stands at and one a jump above it, made and checked for the whole house.

    `below`: the vector of what it stands at, `under` its card and level; `cards`: others that may lie between; `above`:
    the vector of a tray of the goal that there is, else it is made. Nothing is offered that lacks a thing, breaks what
    must hold, or does not lie strictly between.
    """
    design, level = goal
    at_goal = make(design, level, stock, need, practice=practice)
    top = above if above is not None else at_goal.assembled.difficulty
    at_under = make(*under, stock, need, practice=practice) if under is not None else None
    bases = {(each.design.key, each.level.number): each for each in (at_goal, at_under) if each is not None}
    offered, lacking = dict[Hashable, Bridge](), dict[str, Lacking]()
    for way in _ways(below, top, at_goal, at_under, cards, stock):
        if len(offered) >= most:
            break
        base = bases.get((way.design.key, way.level.number))
        if way.fixed and base is not None and not strictly_between(below, _guessed(base, way, stock), top):
            continue
        made = make(way.design, way.level, stock, need, fixed=way.fixed, counts=way.counts, practice=practice)
        vector = _vector(made.level, made.assembled.contents, base or made, way.eased)
        if not strictly_between(below, vector, top):
            continue
        there = (made.design.key, made.level.number, way.eased, made.assembled.contents)
        if not made.ready:
            lacking.setdefault((lack := _lacking(made, stock)).name, lack)
        elif there not in offered:
            offered[there] = _offer(made, vector, way, below)
    return Bridging(tuple(offered.values()), () if offered else tuple(lacking.values())[:MOST_OFFERED])


def _ways(
    below: Difficulty, top: Difficulty, goal: Made, under: Made | None, cards: Iterable[Design], stock: Stock
) -> Iterator[_Way]:
    design, level = goal.design, goal.level
    yield from _fewer(design, level)
    yield from _other_things(goal, stock)
    yield from _other_cards(below, top, [goal, *([under] if under else [])], cards)
    if under is not None:
        yield from _more(under.design, under.level)
        yield from _other_things(under, stock)
    yield from _eased(design, level, tuple(rises(below, top)), top)


def _handled(level: Level) -> list[tuple[str, int]]:
    return [(role.name, role.count) for role in level.roles if role.use in ("handled", "symbol")]


def _fewer(design: Design, level: Level) -> Iterator[_Way]:
    """Fewer pieces, a notch at a time; what is paired stays paired."""
    pieces = _handled(level)
    total = sum(count for _, count in pieces)
    for most in PIECES:
        if most >= total or pieces_step(most) >= pieces_step(total):
            continue
        counts = {name: max(1, count * most // total) for name, count in pieces}
        if sum(counts.values()) <= most:
            yield _Way(
                design,
                level,
                (
                    say(
                        "Only {pieces}.",
                        pieces=say("{n, plural, one {# piece} other {# pieces}}", n=sum(counts.values())),
                    ),
                ),
                counts=counts,
            )
        elif free := _spare(level, total - most):
            yield _Way(design, tailored(level, free, {}), (say("Without {free}.", free=listed(free)),), left_out=free)


def _spare(level: Level, wanted: int) -> tuple[str, ...]:
    """The last roles of single pieces that nothing is tied to, so many of them; empty where there are not enough."""
    tied = {name for role in level.roles for name in role.ties}
    free = [
        role.name
        for role in level.roles
        if role.use in ("handled", "symbol") and role.count == 1 and role.name not in tied and not role.ties
    ]
    return tuple(free[-wanted:]) if len(free) > wanted else ()


def _more(design: Design, level: Level) -> Iterator[_Way]:
    """More pieces on the level below."""
    pieces = _handled(level)
    total = sum(count for _, count in pieces)
    for least in (4, 6, 10):
        if pieces_step(least) == pieces_step(total) + 1 and total:
            counts = {name: max(1, count * least // total) for name, count in pieces}
            yield _Way(
                design,
                level,
                (
                    say(
                        "{pieces} of it.",
                        pieces=say("{n, plural, one {# piece} other {# pieces}}", n=sum(counts.values())),
                    ),
                ),
                counts=counts,
            )


def _other_things(made: Made, stock: Stock) -> Iterator[_Way]:
    """Another thing in one role: an easier tool, larger pieces; on the level below the other way."""
    design, level = made.design, made.level
    for role in level.roles:
        now = made.matches.chosen.get(role.name)
        if role.use not in ("tool", "handled", "medium", "vessel"):
            continue
        for candidate in made.matches.considered[role.name]:
            thing = candidate.component
            if candidate.answer == "does not" or (now is not None and thing.id == now.id) or stock.free(thing) < 1:
                continue
            yield _with(design, level, role, thing, now)
        if role.use == "medium":
            yield from (
                _with(design, level, role, thing, now)
                for thing in stock.all
                if thing.medium and thing.density_g_ml and (now is None or thing.id != now.id)
            )


def _with(design: Design, level: Level, role: Role, thing: Component, now: Component | None) -> _Way:
    there = say("{thing} in place of {now}", thing=thing.name, now=now.name) if now is not None else thing.name
    return _Way(design, level, (sentence(there),), fixed={role.name: thing.id})


def _other_cards(below: Difficulty, top: Difficulty, ends: Sequence[Made], cards: Iterable[Design]) -> Iterator[_Way]:
    """Levels of other cards that lie between when they are made of the usual things."""
    taken = {(each.design.key, each.level.number) for each in ends}
    for design in cards:
        for level in design.levels:
            if (design.key, level.number) not in taken and strictly_between(below, imagined_difficulty(level), top):
                yield _Way(design, level, (say("{titled} lies between.", titled=design.titled(level)),))


def _eased(design: Design, level: Level, dims: Sequence[str], top: Difficulty) -> Iterator[_Way]:
    """The harder part done beforehand, one dimension by one notch; then two; then with fewer pieces."""
    single = [dim for dim in dims if dim in EASED]
    for some in [*((dim,) for dim in single), *combinations(single, 2)]:
        yield _Way(design, level, tuple(beforehand(dim, top) for dim in some), eased=some)
    for fewer in _fewer(design, level):
        for dim in single:
            yield replace(fewer, how=(*fewer.how, beforehand(dim, top)), eased=(dim,))


def beforehand(dim: str, vector: Difficulty) -> str:
    """What the adult does so that a dimension of a tray of this vector is one notch easier."""
    return _TOOL.get(vector.tool, EASED[dim]) if dim == "tool" else EASED[dim]


def lighter(vector: Difficulty, dims: Iterable[str]) -> Difficulty:
    """A vector with some dimensions one notch easier, as far as they are not the easiest."""
    now = dict(vector.items())
    return Difficulty(**{dim: max(0, step - 1) if dim in dims else step for dim, step in now.items()})


def _vector(level: Level, contents: Sequence[Content], base: Made, dims: Iterable[str]) -> Difficulty:
    """The vector of a tray made another way. What its level states is meant for the things the level asks for: other
    things move it by as much as they differ from those."""
    vector = dict(difficulty_of(level, contents).items())
    usual, here = reckoned(base.level, base.assembled.contents), reckoned(level, contents)
    for dim, _ in base.level.stated:
        if dim in here:
            vector[dim] = min(max(0, vector[dim] + here[dim] - usual[dim]), len(TEXTS[dim]) - 1)
    return lighter(Difficulty(**vector), dims)


def _guessed(base: Made, way: _Way, stock: Stock) -> Difficulty:
    """The vector with other things on it, before it is made: nothing else is thought to change."""
    things = {each.id: each for each in stock.all}
    contents = [
        replace(c, component=things[way.fixed[c.role]]) if c.role in way.fixed else c for c in base.assembled.contents
    ]
    return _vector(base.level, contents, base, way.eased)


def _lacking(made: Made, stock: Stock) -> Lacking:
    missing = []
    for name in made.short:
        role = made.level.role(name) or container_role(made.level)
        owned = [c for c in stock.all if kind_of(c).does(role.accepts)]
        on = dict.fromkeys(tray.name for c in owned for tray, _ in stock.on_trays(c))
        missing.append((name, role.accepts[0], tuple(on)))
    against = tuple(check.reason.text for check in made.checks if check.severity == "must")
    return Lacking(made.design.titled(made.level), tuple(missing), against)

"""The rules of the shelf that count over several placements.

Each is a sum over placements with a limit (`Row`): the check adds it up, and the planner posts the very same sum.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol

from zither_awl.core.finding import Finding
from zither_awl.core.reasons import Quantity
from zither_awl.core.saying import decimal, say
from zither_awl.core.shelf.rules import PLACE_RULES, finding
from zither_awl.core.shelf.scene import Scene
from zither_awl.core.values import Placement, Spot, Unit
from zither_awl.core.words import listed, mass_text


@dataclass(frozen=True, slots=True)
class Row:
    """A sum over placements, whole numbers, and what it may at most and must at least be.

    `key` names this rule for this child, board or thing; `local` says that it depends on the spot, not only on what
    stands out for whom; `words` is the rule as it is said in an answer.
    """

    key: str
    words: str
    weight: Callable[[Placement], int]
    most: int | None = None
    least: int | None = None
    local: bool = False
    wish: int = 0
    """0 for a rule; else a wish, kept as far as the rules allow, the lower number before the higher."""

    def missed(self, placements: Iterable[Placement]) -> int:
        """By how much the sum is outside its limits."""
        total = self.total(placements)
        over = 0 if self.most is None else max(0, total - self.most)
        return over + (0 if self.least is None else max(0, self.least - total))

    def total(self, placements: Iterable[Placement]) -> int:
        """The sum over some placements."""
        return sum(self.weight(p) for p in placements)

    def broken(self, placements: Iterable[Placement]) -> bool:
        """Whether the sum is outside its limits."""
        return self.missed(placements) > 0


class CountRule(Protocol):
    """A rule of the shelf: what it finds in a scene, and the sums it asks of any plan."""

    name: str

    def check(self, scene: Scene) -> Iterable[Finding]:
        """The findings of this rule in a scene."""
        ...

    def rows(self, scene: Scene) -> Iterable[Row]:
        """The sums this rule limits, for the units and children of a scene."""
        ...


class EachPlacement:
    """All the rules about one placement, asked of each."""

    name = "place"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """What the rules about one placement find, rule by rule."""
        found = [
            scene.judged(p, lambda each: tuple(tuple(r.judge(scene, each)) for r in PLACE_RULES))
            for p in scene.placements
        ]
        for by_placement in zip(*found, strict=True):
            for findings in by_placement:
                yield from findings

    def rows(self, scene: Scene) -> Iterable[Row]:
        """None: the planner leaves out the places these rules forbid."""
        return ()


class FewThings:
    """ROOM-1: few trays out for one child, by age."""

    name = "ROOM-1"

    def rows(self, scene: Scene) -> Iterator[Row]:
        """One sum for each child: what is open, meant for it, where it comes."""
        # A ledge of books is not work: what stands on it is not counted among what is out.
        comes = {unit.id: unit.comes if unit.kind != "ledge" else frozenset() for unit in scene.units}
        for body in scene.bodies:
            child, most = body.child, scene.practice.trays_out_at(body.months)
            words = say(
                "at {months} months at most {trays} out for {child}",
                months=body.months,
                trays=say("{n, plural, one {# tray} other {# trays}}", n=most),
                child=child.name,
            )
            yield Row(f"ROOM-1:{child.id}", words, _out_for(child.id, comes), most)

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Children with more out than suits their age; said once, at the last tray."""
        for body, row in zip(scene.bodies, self.rows(scene), strict=True):
            out, most = row.total(scene.placements), row.most or 0
            if out > most:
                counted_in = [p for p in scene.out_for(body.child) if scene.unit(p.spot).kind != "ledge"]
                last = max(counted_in, key=lambda p: (p.spot, p.tray.id))
                text = say(
                    "{out} trays are out for {child}; at {months} months at most {most}.",
                    out=out,
                    child=body.child.name,
                    months=body.months,
                    most=most,
                )
                yield finding(self.name, "should", body.child, last, text, [Quantity(say("out"), out, "trays", most)])


def _out_for(child: int, comes: dict[int, frozenset[int]]) -> Callable[[Placement], int]:
    return lambda p: int(not p.by_hand and child in p.tray.for_children and child in comes[p.spot.unit_id])


class OnePlace:
    """ROOM-2: one tray to a place; two only of the same concept, side by side; never three."""

    name = "ROOM-2"

    def rows(self, scene: Scene) -> Iterable[Row]:
        """None: the planner makes its columns so."""
        return ()

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Places that hold more than they should, or two that are too wide together."""
        for spot, placements in scene.by_spot().items():
            if len(placements) > 2 or len({p.tray.concept for p in placements}) > 1:
                names = listed(p.tray.name for p in placements)
                text = say(
                    "{trays} in one place: {names}. One place, one tray.",
                    trays=say("{n, plural, one {# tray} other {# trays}}", n=len(placements)),
                    names=names,
                )
                numbers = [Quantity(say("in this place"), len(placements), "trays", 1)]
                yield finding(self.name, "should", None, placements[-1], text, numbers)
            elif len(placements) == 2 and not share(placements[0], placements[1], scene):
                unit = scene.unit(spot)
                needs, has = _together(placements, scene), unit.place_width_mm(spot.board, spot.place)
                names = listed(p.tray.name for p in placements)
                text = say(
                    "{names} do not fit one place: they need {needs} mm and it is {has} mm wide.",
                    names=names,
                    needs=decimal(needs, 0),
                    has=decimal(has, 0),
                )
                numbers = [Quantity(say("needed, wide"), needs, "mm", has)]
                yield finding("ROOM-3", "must", None, placements[-1], text, numbers)


def share(one: Placement, other: Placement, scene: Scene) -> bool:
    """Whether two trays may share the spot of the first: of one concept, and not too wide together."""
    spot = one.spot
    wide = scene.unit(spot).place_width_mm(spot.board, spot.place)
    return one.tray.concept == other.tray.concept and _together((one, other), scene) <= wide


def _together(placements: Iterable[Placement], scene: Scene) -> float:
    practice = scene.practice
    return sum(p.tray.width_mm for p in placements) + practice.pair_gap_mm + 2 * practice.side_gap_mm


class BoardLoad:
    """A board bears what stands on it, where its load is known."""

    name = "load"

    def rows(self, scene: Scene) -> Iterator[Row]:
        """One sum of masses (g, rounded up) for each board whose load is known."""
        for unit in scene.units:
            for at, board in enumerate(unit.boards):
                if board.load_g is not None:
                    words = say(
                        "board {at} of the {unit} may bear {mass_text}",
                        at=at + 1,
                        unit=unit.name,
                        mass_text=mass_text(board.load_g),
                    )
                    yield Row(f"load:{unit.id}:{at}", words, _mass_on(unit.id, at), int(board.load_g), local=True)

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Boards that carry more than they may."""
        for row in self.rows(scene):
            if row.broken(scene.placements):
                on_it = [p for p in scene.placements if row.weight(p)]
                text = say(
                    "The board carries {mass_text}; it may bear {mass_text2}.",
                    mass_text=mass_text(row.total(on_it)),
                    mass_text2=mass_text(row.most or 0),
                )
                numbers = [Quantity(say("on the board"), row.total(on_it), "g", row.most)]
                heaviest = max(on_it, key=lambda p: p.tray.mass_g)
                yield finding(self.name, "must", None, heaviest, text, numbers)


def _mass_on(unit: int, board: int) -> Callable[[Placement], int]:
    # Rounded up gram by gram: the planner never trusts a board with a fraction too much.
    return lambda p: -int(-p.tray.mass_g // 1) if p.spot.unit_id == unit and p.spot.board == board else 0


class Air:
    """ROOM-3: on an undivided board there is air between neighbours; under half of it they do not fit."""

    name = "ROOM-3"

    def rows(self, scene: Scene) -> Iterator[Row]:
        """For neighbouring places: half widths and half gaps, in tenths of a millimetre, within their distance."""
        gap = scene.practice.neighbour_gap_mm / 2
        for unit in scene.units:
            for at, board in enumerate(unit.boards):
                pitch = unit.width_mm / board.places
                for left in range(board.places - 1 if not board.divided else 0):
                    spots = (Spot(unit.id, at, left), Spot(unit.id, at, left + 1))
                    words = say(
                        "places {left} and {left2} of the {unit} are {pitch} mm apart",
                        left=left + 1,
                        left2=left + 2,
                        unit=unit.name,
                        pitch=decimal(pitch, 0),
                    )
                    yield Row(f"gap:{unit.id}:{at}:{left}", words, _half_width(spots, gap), int(10 * pitch), local=True)

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Neighbours too close: what does not fit, and what would be airier."""
        rows: dict[tuple[int, int], list[Placement]] = {}
        for placement in scene.placements:
            rows.setdefault((placement.spot.unit_id, placement.spot.board), []).append(placement)
        for (_, board), row in rows.items():
            unit = scene.unit(row[0].spot)
            if not unit.boards[board].divided:
                row.sort(key=lambda p: p.spot.place)
                for left, right in pairwise(row):
                    yield from self._pair(scene, unit, left, right)

    def _pair(self, scene: Scene, unit: Unit, left: Placement, right: Placement) -> Iterator[Finding]:
        pitch = unit.place_width_mm(left.spot.board)
        apart = (right.spot.place - left.spot.place) * pitch - (left.tray.width_mm + right.tray.width_mm) / 2
        wanted = scene.practice.neighbour_gap_mm
        if left.spot.place == right.spot.place or apart >= wanted:
            return
        numbers = [Quantity(say("between"), apart, "mm", wanted)]
        if apart < wanted / 2:
            short = wanted / 2 - apart
            text = say(
                "{tray} does not fit beside {tray2}: {short} mm are missing between them.",
                tray=right.tray.name,
                tray2=left.tray.name,
                short=decimal(short, 0),
            )
            yield finding(self.name, "must", None, right, text, numbers)
        else:
            text = say(
                "{tray} stands close to {tray2}: {apart} mm; {wanted} mm is airier.",
                tray=right.tray.name,
                tray2=left.tray.name,
                apart=decimal(apart, 0),
                wanted=decimal(wanted, 0),
            )
            yield finding("ROOM-3 air", "note", None, right, text, numbers)


def _half_width(spots: tuple[Spot, Spot], gap: float) -> Callable[[Placement], int]:
    return lambda p: -int(-10 * (p.tray.width_mm + gap) / 2 // 1) if p.spot in spots else 0


class FewHere:
    """ROOM-9: a bedroom shelf takes four; any unit takes no more than it was said to take."""

    name = "ROOM-9"

    def rows(self, scene: Scene) -> Iterator[Row]:
        """One count for each unit with a limit."""
        for unit in scene.units:
            most = unit.most or (scene.practice.bedroom_trays if unit.bedroom else None)
            if most is not None:
                where = say("the {unit}{part}", unit=unit.name, part=say(", in a bedroom,") if unit.bedroom else "")
                yield Row(
                    f"ROOM-9:{unit.id}",
                    say(
                        "{where} takes {trays}",
                        where=where,
                        trays=say("{n, plural, one {# tray} other {# trays}}", n=most),
                    ),
                    _on(unit.id),
                    most,
                    local=True,
                )

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Units with more on them than they take."""
        for row in self.rows(scene):
            here = [p for p in scene.placements if row.weight(p)]
            if row.broken(here):
                text = say(
                    "{trays} stand here; {row}.",
                    trays=say("{n, plural, one {# tray} other {# trays}}", n=len(here)),
                    row=row.words,
                )
                last = max(here, key=lambda p: (p.spot, p.tray.id))
                yield finding(
                    self.name, "should", None, last, text, [Quantity(say("here"), len(here), "trays", row.most)]
                )


def _on(unit: int) -> Callable[[Placement], int]:
    return lambda p: int(p.spot.unit_id == unit)


RULES: tuple[CountRule, ...] = (EachPlacement(), BoardLoad(), Air(), OnePlace(), FewHere(), FewThings())
"""Every rule of the shelf, most pressing first."""

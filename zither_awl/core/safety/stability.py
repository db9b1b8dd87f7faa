"""Does a unit tip over? Plain statics about its front feet; no momentum, no soft floor: always anchor it.

Coordinates: x mm back from the front face (what hangs in front is negative), z mm up. Masses g.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from math import cos, radians, sin

from zither_awl.core.saying import decimal, say
from zither_awl.core.sources import STURDY_HEIGHT_MM, STURDY_SOURCE
from zither_awl.core.values import BOARD_MM, Placement, Unit
from zither_awl.core.words import mass_text

GRAVITY = 9.80665
"""m/s². Standard gravity, ISO 80000-3."""
WOOD_G_PER_ML = 0.65
"""Density of the board a unit is taken to be made of while nobody weighed it. Common practice, no source."""
LEANS_OUT_MM = 100.0
"""How far in front of the edge the middle of a child is who stands on it and holds on. Common practice, no source."""
DRAWER_OPEN = 0.7
"""How far a drawer is pulled out, as a share of the depth. Common practice, no source."""
STEP_UP_MM = 500.0
"""The highest board a child steps on from the floor. Common practice, no source."""
PULL_SHARE = 0.2
"""Share of a child's weight with which it pulls at the top edge. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Load:
    """A mass and where its middle is."""

    mass_g: float
    back_mm: float
    height_mm: float


@dataclass(frozen=True, slots=True)
class Moments:
    """Moments about the front feet in N m. `safety` is restoring over overturning, None when nothing overturns."""

    restoring: float
    overturning: float
    least_pull_n: float | None

    @property
    def safety(self) -> float | None:
        """Restoring over overturning moment."""
        return self.restoring / self.overturning if self.overturning > 0 else None

    @property
    def tips(self) -> bool:
        """Whether it tips; exactly balanced does not."""
        return self.overturning > self.restoring + 1e-9


@dataclass(frozen=True, slots=True)
class Stability:
    """How far from tipping a unit is in its worst case. `margin` is restoring over overturning; under 1 it tips."""

    margin: float | None
    worst_case: str
    advice: str
    assumed: str
    source: str

    @property
    def tips(self) -> bool:
        """Whether it tips in the worst case."""
        return self.margin is not None and self.margin < 1 - 1e-9


def moments(
    loads: Iterable[Load],
    *,
    feet_back_mm: float = 0.0,
    tilt_deg: float = 0.0,
    pull_n: float = 0.0,
    pull_height_mm: float = 0.0,
) -> Moments:
    """The moments of some loads and of a pull forwards, about the front feet.

    `feet_back_mm` is how far the feet stand behind the front face, `tilt_deg` how far the floor falls to the front.
    Statics: the sum of g m ((x - f) cos a - z sin a).
    """
    restoring = overturning = 0.0
    for load in loads:
        arm = (load.back_mm - feet_back_mm) * cos(radians(tilt_deg)) - load.height_mm * sin(radians(tilt_deg))
        moment = GRAVITY * load.mass_g / 1000 * arm / 1000
        restoring, overturning = restoring + max(moment, 0.0), overturning + max(-moment, 0.0)
    least = (restoring - overturning) / (pull_height_mm / 1000) if pull_height_mm > 0 else None
    return Moments(restoring, overturning + pull_n * pull_height_mm / 1000, least)


def tip_over(unit: Unit, loads: Sequence[Load], child_mass: float) -> Stability:
    """How a free-standing unit with its loads takes a child of so many g: stepping on each low board, pulling the top,
    and leaning on each open drawer. Anchoring is advised whatever comes out.
    """
    own = Load(unit.mass_g or assumed_mass_g(unit), unit.depth_mm / 2, unit.height_mm / 2)
    cases = [(words, found.safety) for words, found in _cases(unit, (own, *loads), child_mass)]
    told = [(safety, words) for words, safety in cases if safety is not None]
    margin, worst = min(told, default=(None, say("nothing pulls it forwards")))
    assumed = (
        ""
        if unit.mass_g is not None
        else say("Taken to weigh {mass_text}, from its boards; weigh it.", mass_text=mass_text(own.mass_g))
    )
    source = say("plain statics; what to anchor: {sturdy_source}", sturdy_source=STURDY_SOURCE)
    return Stability(margin, worst, _advice(unit, margin), assumed, source)


def loads_of(unit: Unit, placements: Iterable[Placement]) -> tuple[Load, ...]:
    """What stands on a unit, as loads in the middle of its depth."""
    return tuple(
        Load(p.tray.mass_g, unit.depth_mm / 2, unit.boards[p.spot.board].height_mm + p.tray.height_mm / 2)
        for p in placements
        if p.spot.unit_id == unit.id
    )


def assumed_mass_g(unit: Unit) -> float:
    """What the boards, the top and the sides of a unit weigh if they are of common board."""
    wide = unit.width_mm + 2 * BOARD_MM
    area = (len(unit.boards) + 1) * wide * unit.depth_mm + 2 * unit.height_mm * unit.depth_mm
    return WOOD_G_PER_ML * area * BOARD_MM / 1000


def _cases(unit: Unit, standing: tuple[Load, ...], child_g: float) -> Iterator[tuple[str, Moments]]:
    weight = mass_text(child_g)
    for at, board in enumerate(unit.boards):
        named = say("board {at} from the top", at=at + 1) if len(unit.boards) > 1 else say("its edge")
        if board.drawer:
            out = Load(child_g, -DRAWER_OPEN * unit.depth_mm, board.height_mm)
            yield (
                say("a child of {weight} leaning on the open drawer of {named}", weight=weight, named=named),
                moments((*standing, out)),
            )
        elif board.height_mm <= STEP_UP_MM:
            step = Load(child_g, -LEANS_OUT_MM, board.height_mm + BOARD_MM)
            yield (
                say("a child of {weight} stepping on {named} and holding on", weight=weight, named=named),
                moments((*standing, step)),
            )
    pull = PULL_SHARE * child_g / 1000 * GRAVITY
    text = say("a child of {weight} pulling at the top with {pull} N", weight=weight, pull=decimal(pull, 0))
    yield text, moments(standing, pull_n=pull, pull_height_mm=unit.height_mm)


def _advice(unit: Unit, margin: float | None) -> str:
    anchored = say("It is noted as anchored: try the fixing now and then.")
    done = anchored if unit.anchored else say("Anchor it to the wall.")
    if margin is not None and margin < 1:
        first = say("By this reckoning it tips.")
    elif unit.height_mm >= STURDY_HEIGHT_MM:
        first = say("It is as tall as what the standards ask to be anchored.")
    else:
        first = say("Statics only: no swing, no soft floor, no climbing higher.")
    return say("{first} {done}", first=first, done=done)

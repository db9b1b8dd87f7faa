"""The hazards of one thing, from what it is: its size, what it is made of, what it holds.

The tray's are in `hazards`. Nothing here is a proof that a thing is harmless: only known hazards are looked for.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from zither_awl.core import sources as src
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Severity
from zither_awl.core.safety.cylinder import Verdict, fits_small_parts_cylinder, small_ball, too_big_when_squeezed
from zither_awl.core.saying import figure, say
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import Shape, Softness, Sphere, half_of, largest_mm, measured_less, scaled
from zither_awl.core.words import mass_text

Supervision = Literal["none", "near", "touch", "never"]


@dataclass(frozen=True, slots=True)
class Hazard:
    """One known hazard: under which completed age it must not be open, who must be how near, and why."""

    kind: str
    minimum_age_months: int | None
    supervision: Supervision
    text: str
    source: str
    severity: Severity = "must"
    mouthed: bool = False
    """Whether it is a hazard for a child who still mouths, whatever its age."""
    until_walking: bool = False
    """Whether it is a hazard for a child who does not walk yet, whatever its age."""
    numbers: tuple[Quantity, ...] = ()
    for_its_own: Severity | None = None
    """How grave it is for the very child a tray is for, where that is more than for another who could reach it."""

    def severity_for(self, own: bool) -> Severity:
        """How grave it is for the child a tray is for, or for another."""
        return self.for_its_own or self.severity if own else self.severity

    @property
    def words(self) -> str:
        """What it is, and under which age it must not be left open; with an adult it is the card that says how near."""
        limit = self.minimum_age_months
        return self.text + (say("; not left open under {limit} months", limit=limit) if limit else "")


DECLARED: dict[str, tuple[int | None, Supervision, str, str]] = {
    "marble": (36, "near", say("marbles: a small ball can block the windpipe"), src.SMALL_BALL_SOURCE),
    "magnet": (src.MAGNET_MONTHS, "touch", say("a loose magnet: two swallowed are an emergency"), src.MAGNET_SOURCE),
    "sealed-magnet": (None, "near", say("a magnet sewn or glued in: look at the seam each time"), src.COMMON_PRACTICE),
    "balloon": (
        src.BALLOON_MONTHS,
        "touch",
        say("a balloon: pieces can suffocate; an adult blows it up and clears it away"),
        src.BALLOON_SOURCE,
    ),
    "button-cell": (src.CELL_MONTHS, "touch", say("a button cell: a swallowed one is an emergency"), src.CELL_SOURCE),
    "glass": (18, "near", say("glass or china that can break"), src.COMMON_PRACTICE),
    "sharp": (30, "touch", say("a blade or point"), src.COMMON_PRACTICE),
    "dull-blade": (30, "near", say("a dull blade with a handle"), src.COMMON_PRACTICE),
    "heat": (48, "touch", say("something hot enough to burn"), src.COMMON_PRACTICE),
    "hob": (
        96,
        "touch",
        say("a hob, an oven or a flame: the adult does it, children watch from a distance"),
        src.COMMON_PRACTICE,
    ),
    "iron": (72, "touch", say("a hot iron or steam"), src.COMMON_PRACTICE),
    "hot-water": (48, "touch", say("hot water: at most 49 °C at the tap"), say("US CPSC / AAP, from memory")),
    "standing-water": (
        src.WATER_MONTHS,
        "touch",
        say("water 25 mm deep or more: never unattended, emptied after"),
        src.WATER_SOURCE,
    ),
    "mild": (
        None,
        "near",
        say("mild soap, glue or paint: keep it from the eyes, an adult measures it"),
        src.COMMON_PRACTICE,
    ),
    "toxic": (72, "touch", say("something poisonous: measured with the adult, stored locked"), src.COMMON_PRACTICE),
    "caustic": (
        None,
        "never",
        say("something caustic or strongly poisonous: locked away, never on a tray"),
        src.COMMON_PRACTICE,
    ),
    "poisonous-plant": (72, "touch", say("a plant poisonous in its leaves, seeds or berries"), src.COMMON_PRACTICE),
    "salt": (
        36,
        "near",
        say("salt, sugar or sand by the handful: harmful when swallowed, chokes when breathed in"),
        src.COMMON_PRACTICE,
    ),
    "salt-dough": (36, "near", say("salt dough: much salt in a small bite"), src.COMMON_PRACTICE),
    "raw": (36, "near", say("raw flour or egg: not eaten, hands washed after"), src.COMMON_PRACTICE),
    "honey": (src.HONEY_MONTHS, "near", say("honey: not before twelve months"), say("botulism: NHS, from memory")),
    "whole-food": (
        src.WHOLE_FOOD_MONTHS,
        "near",
        say("whole nuts, grapes or cherry tomatoes: quarter them, or wait"),
        src.WHOLE_FOOD_SOURCE,
    ),
    "bag": (36, "near", say("a bag or film a face can lie against"), src.COMMON_PRACTICE),
    "elastic": (
        36,
        "near",
        say("an elastic: it snaps, and can be swallowed or wound round a finger"),
        src.COMMON_PRACTICE,
    ),
    "hemisphere": (
        36,
        "near",
        say("a cup near half a ball: it can seal mouth and nose; it needs a hole"),
        src.HEMISPHERE_SOURCE,
    ),
    "animal": (None, "near", say("an animal: gently, hands washed after"), src.COMMON_PRACTICE),
    "soil": (None, "near", say("soil: not into the mouth, hands washed after"), src.COMMON_PRACTICE),
    "stool": (None, "near", say("a step to stand on: on a clear floor, against the wall"), src.COMMON_PRACTICE),
    "long-cord": (None, "near", say("a cord longer than 300 mm"), src.COMMON_PRACTICE),
    "cut-food": (
        src.CHOKING_FOOD_MONTHS,
        "near",
        say(
            "pieces of food: soft, or thin and at most 12 mm; what is "
            "round in quarters lengthwise, what is hard steamed; "
            "somebody sits by while it is eaten"
        ),
        src.CHOKING_FOOD_SOURCE,
    ),
    "melting-ice": (
        src.CHOKING_FOOD_MONTHS,
        "touch",
        say("ice that gets small: it leaves before it fits into a mouth"),
        src.COMMON_PRACTICE,
    ),
    "hanging": (
        None,
        "near",
        say(
            "hung out of reach, and taken down when the child pushes up on its hands or "
            "can grasp it, whichever is first"
        ),
        src.COMMON_PRACTICE,
    ),
    "plant": (None, "near", say("a plant: know its name, and that it harms nobody who bites it"), src.COMMON_PRACTICE),
    "choking-food": (
        src.CHOKING_FOOD_MONTHS,
        "near",
        say("food of a choking shape: cut it lengthwise, small"),
        src.CHOKING_FOOD_SOURCE,
    ),
    "swelling-beads": (None, "never", say("beads that swell in water: never"), src.COMMON_PRACTICE),
    "aerosol": (72, "touch", say("a spray can"), src.COMMON_PRACTICE),
    "allergen": (None, "near", say("an allergen"), say("EU Regulation 1169/2011, Annex II, from memory")),
    "heavy-drop": (30, "near", say("heavy enough to hurt a foot"), src.COMMON_PRACTICE),
    "sealed-cell": (None, "near", say("a cell behind a screw: see each time that it is tight"), src.CELL_SOURCE),
    "string-loop": (
        src.CORD_MONTHS,
        "near",
        say("cords that can be tied into a loop a head goes through"),
        src.CORD_SOURCE,
    ),
    "tip-over": (None, "near", say("something that can tip: anchor it"), say("16 CFR 1261, from memory")),
    "wet-floor": (None, "near", say("water: a wet floor is slippery; a cloth at hand"), src.COMMON_PRACTICE),
    "dried-pulses": (36, "near", say("dried pulses swell when breathed in"), src.COMMON_PRACTICE),
    "mains": (96, "touch", say("mains electricity or a machine: the adult does it"), src.COMMON_PRACTICE),
    "pinch": (24, "near", say("parts that pinch or hit fingers"), src.COMMON_PRACTICE),
    "dust": (36, "near", say("a powder that harms when it is breathed in"), src.COMMON_PRACTICE),
    "irritant": (36, "near", say("something that stings or burns skin and eyes"), src.COMMON_PRACTICE),
    "choking-bits": (36, "near", say("small bits that come off, crumble or snap"), src.COMMON_PRACTICE),
    "climb": (None, "near", say("something to climb on: keep the floor round it clear"), src.COMMON_PRACTICE),
}
"""Kinds a household can declare: minimum age in months, supervision, words, source. An allergen is
written "allergen:sesame"."""


HEAVY_DROP_G = 1500.0
"""One thing of this mass or more can hurt a foot (ours, no source)."""
POWDER_MM = 3.0
"""A grain smaller than this is a powder and no piece (ours, no source)."""
EMERGENCIES = ("magnet", "sealed-magnet", "button-cell", "sealed-cell", "toxic", "caustic", "poisonous-plant")
UNTIL_WALKING = ("mild",)
WITH_CARE = ("cut-food", "melting-ice")
"""Hazards that good preparation takes away: under the age they are told and do not forbid."""
"""Hazards where swallowing is an emergency: the screen shows the numbers entered in House."""


@lru_cache(maxsize=4096)
def component_hazards(component: Component, practice: Practice = Practice()) -> tuple[Hazard, ...]:
    """Every known hazard of one thing by its nature, worst first."""
    found = [*_of_its_piece(component), *_of_magnet_and_cell(component), *cord_hazards(component.cord_mm)]
    found += [declared(kind) for kind in component.dangers]
    found += [declared(f"allergen:{each}") for each in component.allergens]
    if component.box_months:
        found.append(Hazard("box-age", component.box_months, "near", say("its box names an age"), src.MAKER_SOURCE))
    if component.breakable and component.material in ("glass", "china"):
        found.append(replace(declared("glass"), severity="should", for_its_own="must"))
    if _near_half_a_ball(component):
        found.append(declared("hemisphere"))
    if component.mass_g >= HEAVY_DROP_G and "climb" not in component.dangers:
        limit = Quantity(say("one thing"), component.mass_g, "g", HEAVY_DROP_G)
        found.append(
            replace(
                declared("heavy-drop"),
                text=say("{mass_text} in one piece can hurt a foot", mass_text=mass_text(component.mass_g)),
                severity="should",
                numbers=(limit,),
            )
        )
    return worst_first(found)


def _near_half_a_ball(component: Component) -> bool:
    """A light cup whose opening is 64 to 102 mm, deeper than 13 mm and at most 0.75 of it deep.

    Source: EN 71-1 and ASTM F963, from memory; that it is light and holds under 177 ml is theirs too.
    """
    inside = component.inside
    if inside is None or inside.across_mm is not None or component.breakable or component.mass_g > 60:
        return False
    wide, deep = inside.top_mm, inside.depth_mm
    return 64 <= wide <= 102 and 13 < deep <= 0.75 * wide and component.capacity_ml < 177


def worst_first(found: list[Hazard]) -> tuple[Hazard, ...]:
    """Hazards by severity, each kind once, the worst of it kept."""
    ordered = sorted(found, key=lambda hazard: ("must", "should", "note").index(hazard.severity))
    kept: dict[str, Hazard] = {}
    for hazard in ordered:
        kept.setdefault(hazard.kind, hazard)
    return tuple(kept.values())


def _of_its_piece(component: Component) -> list[Hazard]:
    if component.kind == "water" or (component.medium and largest_mm(component.shape) < POWDER_MM):
        return []
    sure = piece_hazards(component.shape, component.softness, breakable=component.breakable)
    if sure or "shape" not in component.assumed:
        return sure
    return _of_an_assumed_size(component)


ASSUMED_MAY_BE, LARGE_MAY_BE, LARGE_MM = 0.4, 0.7, 100.0
"""A thing whose size was only assumed from its kind may be this much of it; vessels, and what is usually 100 mm or
more, vary less (ours, no source)."""


def _of_an_assumed_size(component: Component) -> list[Hazard]:
    """An assumed size is never a proof: a smaller one of its kind may go into the cylinder."""
    usual, least = largest_mm(component.shape), kind_of(component).least_mm
    large = component.inside is not None or usual >= LARGE_MM
    smaller = scaled(component.shape, least / usual if least else LARGE_MAY_BE if large else ASSUMED_MAY_BE)
    found = piece_hazards(smaller, component.softness, breakable=False)
    return [
        replace(
            h,
            text=say("its size is only assumed, and a smaller one goes into the small-parts cylinder: measure it"),
            numbers=(Quantity(say("assumed, longest size"), largest_mm(component.shape), "mm"), *h.numbers[1:]),
        )
        for h in found
        if h.kind in ("small-part", "small-ball")
    ][:1]


def _of_magnet_and_cell(component: Component) -> list[Hazard]:
    found = []
    if component.magnet:
        kept_in = component.sealed in ("sewn", "glued") or not _of_its_piece(component)
        found.append(declared("sealed-magnet" if kept_in else "magnet"))
    if component.cell:
        found.append(declared("sealed-cell" if component.sealed else "button-cell"))
    return found


def piece_hazards(shape: Shape, softness: Softness, *, breakable: bool) -> list[Hazard]:
    """What the smallest piece's size says. Sizes are taken less the ruler's tolerance; cloth is judged by its cords."""
    if softness is Softness.CLOTH:
        return []
    piece = measured_less(shape)
    if softness is Softness.SOFT:
        # A share of the volume is no gauge to be passed by a millimetre: it is taken as measured.
        big = too_big_when_squeezed(shape, src.CYLINDER_VOLUME_ML)
        return [] if big else [_small_part(shape, Verdict("test_it", 0.0), say("is soft: test it with the gauge"))]
    verdict = fits_small_parts_cylinder(piece)
    if verdict.small_part:
        return [_small_part(shape, verdict, _SAYS[verdict.answer])]
    return _of_ball(piece, shape) or (_of_broken_piece(piece) if breakable else [])


_SAYS = {
    "fits": say("drops into the small-parts cylinder"),
    "test_it": say("may have parts that go into the small-parts cylinder: test it with the gauge"),
}


def _small_part(piece: Shape, verdict: Verdict, says: str) -> Hazard:
    size = largest_mm(piece)
    return Hazard(
        "small-part",
        src.SMALL_PARTS_MONTHS,
        "near",
        say("a {size} mm piece {says}", size=figure(size), says=says),
        src.CYLINDER_SOURCE,
        mouthed=True,
        numbers=(
            Quantity(say("piece, longest size"), size, "mm"),
            Quantity(say("cylinder, inside"), src.CYLINDER_DIAMETER_MM, "mm"),
            Quantity(say("margin by the ruler"), verdict.margin_mm, "mm"),
        ),
    )


def _of_ball(piece: Shape, as_measured: Shape) -> list[Hazard]:
    if not isinstance(piece, Sphere) or not small_ball(piece.diameter_mm):
        return []
    size = largest_mm(as_measured)
    return [
        Hazard(
            "small-ball",
            src.SMALL_PARTS_MONTHS,
            "near",
            say("a {size} mm ball passes the small-ball gauge", size=figure(size)),
            src.SMALL_BALL_SOURCE,
            mouthed=True,
            numbers=(Quantity(say("ball"), size, "mm", src.SMALL_BALL_MM),),
        )
    ]


def _of_broken_piece(piece: Shape) -> list[Hazard]:
    half = half_of(piece)
    if not fits_small_parts_cylinder(half).small_part:
        return []
    return [
        Hazard(
            "small-part",
            src.SMALL_PARTS_MONTHS,
            "near",
            say(
                "half of a broken piece goes into the small-parts cylinder: thick or whole ones, with an adult at "
                "the table"
            ),
            src.CYLINDER_SOURCE,
            severity="should",
            mouthed=True,
            numbers=(Quantity(say("half a piece, longest size"), largest_mm(half), "mm"),),
        )
    ]


def cord_hazards(cord_mm: float | None) -> list[Hazard]:
    """What a free cord of a length says."""
    if cord_mm is None or cord_mm <= src.CORD_FREE_MM:
        return []
    found = [
        Hazard(
            "cord",
            src.CORD_MONTHS,
            "near",
            say("a cord {cord_mm} mm long", cord_mm=figure(cord_mm)),
            src.CORD_SOURCE,
            numbers=(Quantity(say("cord"), cord_mm, "mm", src.CORD_FREE_MM),),
        )
    ]
    if cord_mm > src.CORD_NEAR_MM:
        near = Quantity(say("cord"), cord_mm, "mm", src.CORD_NEAR_MM)
        found.append(
            replace(
                declared("long-cord"), text=say("a cord {cord_mm} mm long", cord_mm=figure(cord_mm)), numbers=(near,)
            )
        )
    return found


def declared(kind: str) -> Hazard:
    """The hazard a declared kind means; an allergen is written "allergen:sesame"."""
    name, _, what = kind.partition(":")
    months, supervision, text, source = DECLARED[name]
    early = name in UNTIL_WALKING
    limited = months is not None or supervision == "never" or bool(what) or early
    return Hazard(
        kind,
        months,
        supervision,
        say("{text}: {what}", text=text, what=what) if what else text,
        source,
        severity="should" if name in WITH_CARE else "must" if limited else "note",
        until_walking=early,
    )

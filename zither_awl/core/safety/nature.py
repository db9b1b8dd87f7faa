"""The hazards of one thing, from what it is: its size, what it is made of, what it holds.

The tray's are in `hazards`. Nothing here is a proof that a thing is harmless: only known hazards are looked for.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Literal

from zither_awl.core import sources as src
from zither_awl.core.component import Component
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Severity
from zither_awl.core.safety.cylinder import Verdict, fits_small_parts_cylinder, small_ball, too_big_when_squeezed
from zither_awl.core.shapes import Shape, Softness, Sphere, half_of, largest_mm, measured_less
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
    numbers: tuple[Quantity, ...] = ()

    @property
    def words(self) -> str:
        """What it is, and under which age it must not be left open; with an adult it is the card that says how near."""
        limit = self.minimum_age_months
        return self.text + (f"; not left open under {limit} months" if limit else "")


DECLARED: dict[str, tuple[int | None, Supervision, str, str]] = {
    "marble": (36, "near", "marbles: a small ball can block the windpipe", src.SMALL_BALL_SOURCE),
    "magnet": (src.MAGNET_MONTHS, "touch", "a loose magnet: two swallowed are an emergency", src.MAGNET_SOURCE),
    "sealed-magnet": (None, "near", "a magnet sewn or glued in: look at the seam each time", src.COMMON_PRACTICE),
    "balloon": (src.BALLOON_MONTHS, "touch", "a balloon: pieces can suffocate; an adult blows it up and clears it away",
                src.BALLOON_SOURCE),
    "button-cell": (src.CELL_MONTHS, "touch", "a button cell: a swallowed one is an emergency", src.CELL_SOURCE),
    "glass": (18, "near", "glass or china that can break", src.COMMON_PRACTICE),
    "sharp": (30, "touch", "a blade or point", src.COMMON_PRACTICE),
    "heat": (48, "touch", "heat", src.COMMON_PRACTICE),
    "hot-water": (48, "touch", "hot water: at most 49 °C at the tap", "US CPSC / AAP, from memory"),
    "standing-water": (src.WATER_MONTHS, "touch", "water 25 mm deep or more: never unattended, emptied after",
                       src.WATER_SOURCE),
    "toxic": (72, "touch", "something poisonous or caustic: measured with the adult, stored locked",
              src.COMMON_PRACTICE),
    "choking-food": (src.CHOKING_FOOD_MONTHS, "near", "food of a choking shape: cut it lengthwise, small",
                     src.CHOKING_FOOD_SOURCE),
    "swelling-beads": (None, "never", "beads that swell in water: never", src.COMMON_PRACTICE),
    "aerosol": (72, "touch", "a spray can", src.COMMON_PRACTICE),
    "allergen": (None, "near", "an allergen", "EU Regulation 1169/2011, Annex II, from memory"),
    "heavy-drop": (30, "near", "heavy enough to hurt a foot", src.COMMON_PRACTICE),
    "sealed-cell": (None, "near", "a cell behind a screw: see each time that it is tight", src.CELL_SOURCE),
    "string-loop": (src.CORD_MONTHS, "near", "cords that can be tied into a loop a head goes through", src.CORD_SOURCE),
    "tip-over": (None, "near", "something that can tip: anchor it", "16 CFR 1261, from memory"),
    "wet-floor": (None, "near", "water: a wet floor is slippery; a cloth at hand", src.COMMON_PRACTICE),
    "dried-pulses": (36, "near", "dried pulses swell when breathed in", src.COMMON_PRACTICE),
    "climb": (None, "near", "something to climb on: keep the floor round it clear", src.COMMON_PRACTICE),
}  # fmt: skip
"""Kinds a household can declare: minimum age in months, supervision, words, source. An allergen is
written "allergen:sesame"."""

ALLERGENS = (
    "gluten", "crustaceans", "eggs", "fish", "peanuts", "soya", "milk", "nuts", "celery", "mustard", "sesame",
    "sulphites", "lupin", "molluscs",
)  # fmt: skip
"""The fourteen of EU Regulation 1169/2011, Annex II, from memory."""


HEAVY_DROP_G = 1500.0
"""One thing of this mass or more can hurt a foot (ours, no source)."""
POWDER_MM = 3.0
"""A grain smaller than this is a powder and no piece (ours, no source)."""
EMERGENCIES = ("magnet", "sealed-magnet", "button-cell", "sealed-cell", "toxic")
"""Hazards where swallowing is an emergency: the screen shows the numbers entered in House."""


@lru_cache(maxsize=4096)
def component_hazards(component: Component, practice: Practice = Practice()) -> tuple[Hazard, ...]:
    """Every known hazard of one thing by its nature, worst first."""
    found = [*_of_its_piece(component), *_of_magnet_and_cell(component), *cord_hazards(component.cord_mm)]
    found += [declared(kind) for kind in component.dangers]
    found += [declared(f"allergen:{each}") for each in component.allergens]
    if component.breakable and component.material in ("glass", "china"):
        found.append(replace(declared("glass"), severity="should"))
    if component.mass_g >= HEAVY_DROP_G:
        limit = Quantity("one thing", component.mass_g, "g", HEAVY_DROP_G)
        found.append(replace(declared("heavy-drop"), text=f"{mass_text(component.mass_g)} in one piece can hurt a foot",
                             severity="should", numbers=(limit,)))  # fmt: skip
    return worst_first(found)


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
    return piece_hazards(component.shape, component.softness, breakable=component.breakable)


def _of_magnet_and_cell(component: Component) -> list[Hazard]:
    found = []
    if component.magnet:
        kept_in = component.sealed in ("sewn", "glued") or not fits_small_parts_cylinder(component.shape).small_part
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
        return [] if big else [_small_part(shape, Verdict("test_it", 0.0), "is soft: test it with the gauge")]
    verdict = fits_small_parts_cylinder(piece)
    if verdict.small_part:
        says = "drops into" if verdict.answer == "fits" else "may go into"
        return [_small_part(shape, verdict, f"{says} the small-parts cylinder")]
    return _of_ball(piece, shape) or (_of_broken_piece(piece) if breakable else [])


def _small_part(piece: Shape, verdict: Verdict, says: str) -> Hazard:
    size = largest_mm(piece)
    return Hazard(
        "small-part", src.SMALL_PARTS_MONTHS, "near", f"a {size:g} mm piece {says}",
        src.CYLINDER_SOURCE, mouthed=True,
        numbers=(
            Quantity("piece, longest size", size, "mm"),
            Quantity("cylinder, inside", src.CYLINDER_DIAMETER_MM, "mm"),
            Quantity("margin by the ruler", verdict.margin_mm, "mm"),
        ),
    )  # fmt: skip


def _of_ball(piece: Shape, as_measured: Shape) -> list[Hazard]:
    if not isinstance(piece, Sphere) or not small_ball(piece.diameter_mm):
        return []
    size = largest_mm(as_measured)
    return [Hazard(
        "small-ball", src.SMALL_PARTS_MONTHS, "near", f"a {size:g} mm ball passes the small-ball gauge",
        src.SMALL_BALL_SOURCE, mouthed=True,
        numbers=(Quantity("ball", size, "mm", src.SMALL_BALL_MM),),
    )]  # fmt: skip


def _of_broken_piece(piece: Shape) -> list[Hazard]:
    half = half_of(piece)
    if not fits_small_parts_cylinder(half).small_part:
        return []
    return [Hazard(
        "small-part", src.SMALL_PARTS_MONTHS, "near",
        "half of a broken piece goes into the small-parts cylinder: thick or whole ones, under eyes",
        src.CYLINDER_SOURCE, severity="should", mouthed=True,
        numbers=(Quantity("half a piece, longest size", largest_mm(half), "mm"),),
    )]  # fmt: skip


def cord_hazards(cord_mm: float | None) -> list[Hazard]:
    """What a free cord of a length says."""
    if cord_mm is None or cord_mm <= src.CORD_FREE_MM:
        return []
    return [Hazard(
        "cord", src.CORD_MONTHS, "near", f"a cord {cord_mm:g} mm long", src.CORD_SOURCE,
        numbers=(Quantity("cord", cord_mm, "mm", src.CORD_FREE_MM),),
    )]  # fmt: skip


def declared(kind: str) -> Hazard:
    """The hazard a declared kind means; an allergen is written "allergen:sesame"."""
    name, _, what = kind.partition(":")
    months, supervision, text, source = DECLARED[name]
    return Hazard(kind, months, supervision, f"{text}: {what}" if what else text, source,
                  severity="note" if months is None and supervision != "never" and not what else "must")  # fmt: skip

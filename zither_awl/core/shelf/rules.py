"""The rules of the shelf about one tray in one place: each one object, for check, planner and explanation alike."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from typing import Protocol

from zither_awl.core.finding import Finding
from zither_awl.core.reasons import Quantity, Reason, Severity
from zither_awl.core.safety import exposure_at
from zither_awl.core.saying import decimal, say
from zither_awl.core.shelf.scene import Body, Scene
from zither_awl.core.sources import COMMON_PRACTICE
from zither_awl.core.values import Child, Placement, Unit
from zither_awl.core.words import mass_text


class PlaceRule(Protocol):
    """A rule about one placement, whatever else stands on the shelf. `name` is its code, see core.rules."""

    name: str

    def judge(self, scene: Scene, placement: Placement) -> Iterable[Finding]:
        """The findings of this rule for one placement."""
        ...


def finding(
    rule: str,
    severity: Severity,
    child: Child | None,
    placement: Placement,
    text: str,
    numbers: Sequence[Quantity] = (),
) -> Finding:
    """A finding of a rule of the trade, with its one reason."""
    reason = Reason(rule, text, tuple(numbers), (f"tray:{placement.tray.id}",), COMMON_PRACTICE)
    return Finding(rule, severity, child.id if child else None, placement.tray.id, placement.spot, (reason,))


class Exposure:
    """No hazard open to a child under its age."""

    name = "exposure"

    def judge(self, scene: Scene, placement: Placement) -> Iterable[Finding]:
        """Every hazard of this placement some child could get at."""
        unit = scene.unit(placement.spot)
        pairs = scene.dangers(placement.tray)
        return exposure_at(placement, unit, pairs, scene.on, lambda child: scene.zone_mm(child, unit))


class Fits:
    """ROOM-3: a tray fits its place, with room for the hands."""

    name = "ROOM-3"

    def judge(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        """The first way in which a tray is too large for its place."""
        unit, tray, practice = scene.unit(placement.spot), placement.tray, scene.practice
        board = unit.boards[placement.spot.board]
        wide = tray.width_mm + (2 * practice.side_gap_mm if board.divided else 0)
        clear = unit.clearance_mm(placement.spot.board)
        place = unit.place_width_mm(placement.spot.board, placement.spot.place) if board.divided else unit.width_mm
        checks = [
            ("wide", wide, place),
            ("deep", tray.depth_mm, unit.depth_mm),
            *([("high", tray.height_mm + practice.top_gap_mm, clear)] if clear is not None else []),
        ]
        for way, needs, has in checks:
            if needs > has:
                text = say(
                    "{tray} does not fit: it needs {needs} mm and the place is {has} mm {way}.",
                    tray=tray.name,
                    needs=decimal(needs, 0),
                    has=decimal(has, 0),
                    way=way,
                )
                yield finding(
                    self.name,
                    "must",
                    None,
                    placement,
                    text,
                    [Quantity(say("needed, {way}", way=way), needs, "mm", has)],
                )
                return


class HeavyLow:
    """ROOM-5: a child can carry what is out for it, and heavy or wet things stand no higher than its elbow."""

    name = "ROOM-5"

    def judge(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        """A tray too heavy to carry, or heavy or wet and too high, for the smallest child it is for."""
        if placement.by_hand or "not carried" in placement.tray.tags:
            return
        carriers = [body for body in scene.meant_for(placement.tray) if body.carry_g is not None]
        if carriers:
            yield from self._judge(scene, placement, min(carriers, key=lambda body: body.carry_g or 0))

    def _judge(self, scene: Scene, placement: Placement, body: Body) -> Iterator[Finding]:
        tray, child, limit = placement.tray, body.child, body.carry_g or 0
        mass = Quantity(say("loaded"), tray.mass_g, "g", round(limit))
        if tray.mass_g > limit:
            text = say(
                "{tray} weighs {mass_text}; {child} carries {mass_text2}.",
                tray=tray.name,
                mass_text=mass_text(tray.mass_g),
                child=child.name,
                mass_text2=mass_text(limit),
            )
            yield finding(self.name, "should", child, placement, text, [mass])
            return
        height = scene.unit(placement.spot).boards[placement.spot.board].height_mm
        heavy = tray.mass_g > scene.practice.heavy_share * limit
        if (heavy or tray.liquid) and height > body.elbow:
            what = "heavy" if heavy else "wet"
            text = say(
                "{tray} is {what} and stands at {height} mm, above {child}'s elbow at {elbow} mm.",
                tray=tray.name,
                what=what,
                height=decimal(height, 0),
                child=child.name,
                elbow=decimal(body.elbow, 0),
            )
            numbers = [mass, Quantity(say("board"), height, "mm", round(body.elbow))]
            yield finding(self.name, "should", child, placement, text, numbers)


class AtTheirHeight:
    """ROOM-6: what a child may choose stands where that child comes, reaches and sees it."""

    name = "ROOM-6"

    def judge(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        """A tray too high for a child it is for, hidden in a drawer, or where the child does not come."""
        if placement.by_hand:
            return
        unit = scene.unit(placement.spot)
        for body in scene.meant_for(placement.tray):
            yield from self._judge(placement, unit, body)

    def _judge(self, placement: Placement, unit: Unit, body: Body) -> Iterator[Finding]:
        name, child = placement.tray.name, body.child
        board = unit.boards[placement.spot.board]
        if child.id not in unit.comes:
            text = say(
                "{name} is for {child}, who does not come to the {unit}.", name=name, child=child.name, unit=unit.name
            )
            yield finding(self.name, "should", child, placement, text)
        elif board.height_mm > body.choosing:
            text = say(
                "{name} stands at {height_mm} mm; {child} lifts and sees to {choosing} mm.",
                name=name,
                height_mm=decimal(board.height_mm, 0),
                child=child.name,
                choosing=decimal(body.choosing, 0),
            )
            numbers = [Quantity(say("board"), board.height_mm, "mm", round(body.choosing))]
            yield finding(self.name, "should", child, placement, text, numbers)


class InTheOpen:
    """ROOM-6: what may be chosen is seen from the front; an instrument does not lie hidden in a drawer."""

    name = "ROOM-6 in the open"

    def judge(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        """A tray in a drawer: a note, and for music a finding."""
        unit = scene.unit(placement.spot)
        if unit.boards[placement.spot.board].drawer and not placement.by_hand:
            hidden = placement.tray.card.area == "music"
            text = say("{tray} lies in a drawer, not seen from the front.", tray=placement.tray.name)
            yield finding(self.name, "should" if hidden else "note", None, placement, text)


class QuietBedroom:
    """ROOM-9: a bedroom is for sleep; what stands there is quiet."""

    name = "ROOM-9"
    _loud = ("music", "movement")

    def judge(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        """Music and movement on a bedroom shelf."""
        unit = scene.unit(placement.spot)
        if unit.bedroom and placement.tray.card.area in self._loud:
            name, area = placement.tray.name, placement.tray.card.area
            text = say(
                "{name} is {area}; the {unit} is in a bedroom, for quiet work.", name=name, area=area, unit=unit.name
            )
            yield finding(self.name, "should", None, placement, text)


PLACE_RULES: tuple[PlaceRule, ...] = (Exposure(), Fits(), HeavyLow(), AtTheirHeight(), InTheOpen(), QuietBedroom())
"""Every rule about one placement, most pressing first."""


def trouble(scene: Scene, placement: Placement) -> Iterator[Finding]:
    """What the rules about one placement find there that is more than a note, most pressing rule first."""
    for rule in PLACE_RULES:
        for found in rule.judge(scene, placement):
            if found.severity != "note":
                yield found

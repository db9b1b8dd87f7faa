"""Furniture, and the places on it. Lengths mm."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say
from zither_awl.core.values.checks import named, sized

UNIT_KINDS = ("shelf", "sill", "table", "floor", "wall", "rail", "ledge")
BOARD_MM = 18.0
"""Thickness taken for a board, a side and a divider. Common practice, no source."""
MEASURED_WITHIN_MM = 10.0
"""How far the widths of uneven places and their dividers may miss the width of the unit: a tape measure's error."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """One surface. `height_mm` is its top above the floor; `load_g` what it may bear, if known.

    `widths_mm` are the inner widths of uneven places, from the left; empty when all places are alike.
    What stands in a `drawer` is not seen from the front.
    """

    height_mm: float
    places: int
    divided: bool = True
    load_g: float | None = None
    widths_mm: tuple[float, ...] = ()
    drawer: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Unit:
    """A piece of furniture, or a bare place. `comes` are the children who come to it.

    Boards run from the top down. `climb_on_mm` is the highest thing to climb on in its room. `mass_g` is the unit
    empty, None while nobody weighed it. `bedroom` puts it under ROOM-9; `most` is how many trays it may take.
    """

    id: int
    name: str
    kind: str = "shelf"
    room: str = ""
    width_mm: float
    height_mm: float
    depth_mm: float
    boards: tuple[Board, ...]
    comes: frozenset[int]
    barrier: Literal["none", "gate", "door"] = "none"
    climb_on_mm: float | None = None
    mass_g: float | None = None
    anchored: bool = False
    bedroom: bool = False
    most: int | None = None
    main: bool = False
    """Whether it is the main shelf of the house, which a plan fills first."""
    archived: bool = False
    version: int = 1

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.among(self.kind, UNIT_KINDS, "kind")
        sized(wrong, width_mm=self.width_mm, depth_mm=self.depth_mm, height_mm=self.height_mm)
        wrong.check(
            1 <= len(self.boards) <= 10,
            "boards",
            say("has {boards}; expected 1 to 10 boards.", boards=len(self.boards)),
        )
        wrong.check(
            self.mass_g is None or 100 <= self.mass_g <= 300_000,
            "mass_g",
            say("is {mass_g} g; expected 0.1 to 300 kg.", mass_g=figure(self.mass_g or 0)),
        )
        wrong.check(
            self.most is None or 1 <= self.most <= 60, "most", say("is {most}; expected 1 to 60 trays.", most=self.most)
        )
        self._check_boards(wrong)
        wrong.finish()

    def _check_boards(self, wrong: Gathering) -> None:
        for at, board in enumerate(self.boards):
            name = f"boards.{at}.height_mm"
            wrong.check(
                board.height_mm >= 0,
                name,
                say("is {height_mm} mm; a board cannot be below the floor.", height_mm=figure(board.height_mm)),
            )
            wrong.check(
                board.height_mm <= self.height_mm,
                name,
                say(
                    "is {height_mm} mm, above the top at {height_mm2} mm.",
                    height_mm=figure(board.height_mm),
                    height_mm2=figure(self.height_mm),
                ),
                say("Lower the board or raise the outer height."),
            )
            wrong.check(
                1 <= board.places <= 12,
                f"boards.{at}.places",
                say("is {places}; expected 1 to 12.", places=board.places),
            )
            if at:
                above = self.boards[at - 1].height_mm
                wrong.check(
                    board.height_mm < above,
                    name,
                    say(
                        "is {height_mm} mm, not below the board above it at {above} mm.",
                        height_mm=figure(board.height_mm),
                        above=figure(above),
                    ),
                )
            self._check_widths(wrong, at, board)

    def _check_widths(self, wrong: Gathering, at: int, board: Board) -> None:
        name, widths = f"boards.{at}.widths_mm", board.widths_mm
        if not widths:
            return
        wrong.check(board.divided, name, say("need dividers between the places."))
        wrong.check(
            len(widths) == board.places,
            name,
            say("has {widths} widths for {places} places.", widths=len(widths), places=board.places),
        )
        wrong.check(min(widths) > 0, name, say("must all be more than 0 mm."))
        total = sum(widths) + BOARD_MM * (len(widths) - 1)
        short = self.width_mm - total
        wrong.check(
            abs(short) <= MEASURED_WITHIN_MM,
            name,
            say(
                "with their dividers make {total} mm; the unit is {width_mm} mm wide inside: {short} mm {part}.",
                total=figure(total),
                width_mm=figure(self.width_mm),
                short=figure(abs(short)),
                part=say("are missing") if short > 0 else say("too much"),
            ),
            say("Measure each place between its dividers, and the unit between its sides."),
        )

    def place_width_mm(self, board: int, place: int = 0) -> float:
        """The width of one place of a board, its dividers taken off where there are any."""
        each = self.boards[board]
        if each.widths_mm:
            return each.widths_mm[place]
        dividers = BOARD_MM * (each.places - 1) if each.divided else 0.0
        return (self.width_mm - dividers) / each.places

    def clearance_mm(self, board: int) -> float | None:
        """Free height above a board: to the board above or to the top; None when open."""
        here = self.boards[board].height_mm
        if board > 0:
            return self.boards[board - 1].height_mm - BOARD_MM - here
        return self.height_mm - BOARD_MM - here if self.height_mm > here + BOARD_MM else None


@dataclass(frozen=True, slots=True, order=True)
class Spot:
    """One place: the unit, the board counted from the top, the place counted from the left; from 0."""

    unit_id: int
    board: int
    place: int

    def words(self, unit: Unit) -> str:
        """The spot as it is said: "second board, first place"."""
        place = say("{nth} place", nth=_ORDINALS[self.place])
        board = self._board(unit)
        return say("{board}, {place}", board=board, place=place) if board else place

    def counted(self, unit: Unit) -> str:
        """The spot as it is read out: "top board, second of four"."""
        places = unit.boards[self.board].places
        place = say("{nth} of {many}", nth=_ORDINALS[self.place], many=_CARDINALS[places - 1])
        board = self._board(unit)
        return say("{board}, {place}", board=board, place=place) if board else place

    def _board(self, unit: Unit) -> str:
        if len(unit.boards) == 1:
            return ""
        return say("{nth} board", nth=_ORDINALS[self.board]) if self.board else say("top board")


_ORDINALS = tuple(
    map(
        say,
        (
            "first",
            "second",
            "third",
            "fourth",
            "fifth",
            "sixth",
            "seventh",
            "eighth",
            "ninth",
            "tenth",
            "eleventh",
            "twelfth",
        ),
    )
)
_CARDINALS = tuple(
    map(say, ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"))
)

"""The tray card, folded in the middle: in front what lies on the tray and how full, behind the script in large type."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from zither_awl.core.saying import say, together
from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style, wrapped

TITLE, SMALL = Style("serif", 23, 1.12), Style("sans", 9.5, 1.25)
BODY, BOLD = Style("sans", 11.5, 1.28), Style("sans-bold", 11.5, 1.28)
SCRIPT_SIZES = (20.0, 18.5, 17.0, 16.0, 15.0, 14.0, 13.0, 12.0, 11.0, 10.0, 9.0, 8.0)
"""The script is set as large as fits, in points."""
INSET_MM = 9.0


@dataclass(frozen=True, slots=True)
class Lying:
    """A thing on the tray: its rectangle in mm from the container's near left corner, or None where it stands beside or
    lies in another thing."""

    name: str
    count: int
    x_mm: float | None = None
    y_mm: float | None = None
    width_mm: float = 0.0
    depth_mm: float = 0.0
    is_round: bool = False
    where: str = ""
    drawn: str = ""
    """The form it is drawn in, where there is one of its own."""


@dataclass(frozen=True, slots=True)
class TrayCard:
    """What a tray card says. `inner_mm`: inner width and depth of the container, None for work without one."""

    name: str
    under: str
    for_whom: str
    container: str
    inner_mm: tuple[float, float] | None
    things: tuple[Lying, ...]
    fill: str
    mind: tuple[str, ...]
    bin_name: str
    steps: tuple[str, ...]
    interest: tuple[str, ...]
    clean_up: str
    expects: str
    morning: str = ""


def tray_cards_pdf(cards: Sequence[TrayCard], paper: Paper) -> bytes:
    """One sheet for each tray, lying: two halves to fold."""
    sheets = Sheets(say("Tray cards"), paper, lying=True)
    for card in cards:
        _sheet(sheets, card)
        sheets.new_page()
    return sheets.pdf()


def _sheet(sheets: Sheets, card: TrayCard) -> None:
    wide, high = sheets.width - 2 * MARGIN_MM, sheets.height - 2 * MARGIN_MM
    middle = sheets.width / 2
    sheets.cut_marks(MARGIN_MM, MARGIN_MM, wide, high)
    for top in (MARGIN_MM - 5.5, sheets.height - MARGIN_MM + 1.5):
        sheets.line(middle, top, middle, top + 4, dash=1)
    _front(sheets, card, MARGIN_MM + INSET_MM, MARGIN_MM + INSET_MM, wide / 2 - 2 * INSET_MM)
    _back(sheets, card, middle + INSET_MM, MARGIN_MM + INSET_MM, wide / 2 - 2 * INSET_MM)


def _front(sheets: Sheets, card: TrayCard, x: float, y: float, width: float) -> None:
    low = sheets.height - MARGIN_MM - INSET_MM
    y = sheets.column(x, y, width, card.name, TITLE)
    y = sheets.column(x, y + 1, width, card.under, SMALL)
    y += 4
    on = [each for each in card.things if each.x_mm is not None]
    if card.inner_mm:
        y = _plan(sheets, on, card.inner_mm, x, y, width, min(78.0, low - y - _list_mm(card, width)))
    y = sheets.column(x, y + 2, width, _belongs(card), BOLD)
    numbers = {each: at for at, each in enumerate(on, start=1)}
    for each in card.things:
        many = say("{count} × ", count=each.count) if each.count > 1 else ""
        where = say(" ({where})", where=each.where) if each.where else ""
        sheets.text(x, y + BODY.step_mm * 0.72, str(numbers.get(each, "·")), BODY)
        y = sheets.column(x + 6, y, width - 6, f"{many}{each.name}{where}", BODY)
    for label, said in _said(card):
        y = sheets.column(x, y + 1.6, width, label, BOLD)
        y = sheets.column(x, y, width, said, BODY)
    sheets.text(x, low, _foot(card), SMALL)


def _belongs(card: TrayCard) -> str:
    return (
        say("What belongs on it, on {container}", container=card.container)
        if card.container
        else say("What belongs to it")
    )


def _said(card: TrayCard) -> list[tuple[str, str]]:
    parts = [(say("How full"), card.fill), (say("Before work"), card.morning), (say("Watch out"), together(card.mind))]
    return [(label, said) for label, said in parts if said]


def _foot(card: TrayCard) -> str:
    return together(
        (
            each
            for each in (card.for_whom, say("rests in {bin_name}", bin_name=card.bin_name) if card.bin_name else "")
            if each
        ),
        " · ",
    )


def _list_mm(card: TrayCard, width: float) -> float:
    """How much room the list below the plan takes."""
    lines = sum(len(wrapped(each.name, BODY.face, BODY.size, width - 6)) for each in card.things)
    said = sum(len(wrapped(text, BODY.face, BODY.size, width)) + 1 for _, text in _said(card))
    return (lines + said + 2) * BODY.step_mm + 1.6 * len(_said(card)) + 10


def _plan(
    sheets: Sheets, on: Sequence[Lying], inner: tuple[float, float], x: float, y: float, width: float, height: float
) -> float:
    """The tray from above, to scale, its near edge below; every thing with its number."""
    scale = min(width / inner[0], max(height, 25.0) / inner[1])
    wide, deep = inner[0] * scale, inner[1] * scale
    left = x + (width - wide) / 2
    sheets.box(left, y, wide, deep, wide=0.7, round_mm=2)
    for number, each in enumerate(on, start=1):
        assert each.x_mm is not None
        a, b = each.width_mm * scale, each.depth_mm * scale
        at = left + each.x_mm * scale, y + deep - (each.y_mm or 0.0) * scale - b
        if sheets.form(each.drawn, *at, a, b):
            pass
        elif each.is_round:
            sheets.ring(at[0] + a / 2, at[1] + b / 2, min(a, b), wide=0.35)
        else:
            sheets.box(*at, a, b, wide=0.35, round_mm=1)
        sheets.text(at[0] + a / 2, at[1] + b / 2 + 1.3, str(number), BODY, align="middle")
    return y + deep + 1


def _back(sheets: Sheets, card: TrayCard, x: float, y: float, width: float) -> None:
    low = sheets.height - MARGIN_MM - INSET_MM
    size = next((s for s in SCRIPT_SIZES if _script(None, card, x, y, width, s) <= low), SCRIPT_SIZES[-1])
    _script(sheets, card, x, y, width, size)


def _script(sheets: Sheets | None, card: TrayCard, x: float, y: float, width: float, size: float) -> float:
    """Draws the script, or with no sheet only measures it. Returns where it ends."""

    def column(at: float, down: float, room: float, text: str, style: Style) -> float:
        if sheets is not None:
            return sheets.column(at, down, room, text, style)
        return down + len(wrapped(text, style.face, style.size, room)) * style.step_mm

    said, small = Style("serif", size, 1.26), Style("serif-italic", size * 0.82, 1.26)
    label = Style("sans-bold", max(size * 0.62, 8), 1.3)
    y = column(x, y, width, say("Showing it") if card.steps else say("This card has no script yet."), label)
    for number, step in enumerate(card.steps, start=1):
        if sheets is not None:
            sheets.text(x, y + 0.9 + said.step_mm * 0.72, f"{number}", Style("sans-bold", size * 0.7))
        y = column(x + 7, y + 0.9, width - 7, step, said)
    rest = (
        (say("Worth slowing down for"), together(card.interest, "; ")),
        (say("Expected now"), card.expects),
        (say("Putting it right"), card.clean_up),
    )
    for name, text in rest:
        if text:
            y = column(x, y + 2, width, name, label)
            y = column(x, y, width, text, small)
    return y

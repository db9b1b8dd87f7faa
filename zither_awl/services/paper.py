"""Use cases of paper: tray cards, bin labels, word cards and the set-up list as PDF, and what to know beforehand."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.measure import in_inches
from zither_awl.core.safety import hazards
from zither_awl.core.saying import decimal, figure, say, together
from zither_awl.core.things.component import Component, footprint_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import Cylinder, Sphere
from zither_awl.core.trays import Packing
from zither_awl.core.trays.assemble import CONTAINER, Assembled, Poured
from zither_awl.core.trays.design import Design
from zither_awl.core.trays.script import script_of
from zither_awl.core.values import Content, Tray
from zither_awl.core.words import day_text, listed, sentence, weekday_text
from zither_awl.formats.paper import (
    BinLabel,
    ListPart,
    Lying,
    SetUpSheet,
    SheetStep,
    StepSheet,
    TrayCard,
    WordCard,
    WordSheet,
    bin_labels_pdf,
    drawings,
    pictures_pdf,
    ring_cards_pdf,
    set_up_pdf,
    steps_pdf,
    tray_cards_pdf,
    word_cards_pdf,
)
from zither_awl.formats.paper.sheet import Paper, without_sign
from zither_awl.languages import point_read, told
from zither_awl.services import cupboard, kept_trays, make, today
from zither_awl.services.catalogue import designs, taken
from zither_awl.services.desk import Desk, House
from zither_awl.services.lessons import sets, word_set
from zither_awl.services.routines import routine, routines
from zither_awl.services.shelf import condition_of

Kind = Literal[
    "tray-cards", "bin-labels", "word-cards", "ring-cards", "pictures", "routine", "routine-strip", "set-up-list"
]

_WORDS = {"word-cards": word_cards_pdf, "ring-cards": ring_cards_pdf, "pictures": pictures_pdf}
Languages = Literal["first", "second", "both"]
MOST = 60
"""So many cards or labels at once."""
NO_CODE = say("The labels carry no code to scan: the program is not served to the home network. Start it with --home.")
CODE = say("The code on a label opens that bin on a device of the house that was let in and is on the home network.")


@dataclass(frozen=True, slots=True)
class Order:
    """What to print: `ids` of trays or bins, `key` of a set of words ("set:animals") or a card ("card:fold")."""

    kind: Kind
    paper: Paper = "A4"
    ids: tuple[int, ...] = ()
    key: str = ""
    languages: Languages = "both"
    group: int | None = None
    """For the set-up list: one group of children only."""


@dataclass(frozen=True, slots=True)
class Document:
    """A PDF, its name, and what to know before it is printed."""

    name: str
    pdf: bytes
    notes: tuple[str, ...] = ()


def document(desk: Desk, order: Order, address: str = "") -> Document:
    """The PDF of an order. `address`: where devices of the house reach the program; "" when they do not.

    It is drawn once for the house as it stands: every page of its preview is a question of its own.
    Raises: NotFound, InvalidValue for nothing or too much chosen.
    """
    house = desk.house()
    return house.once(("paper", order, address, desk.today()), lambda: _drawn(desk, order, address))


def _drawn(desk: Desk, order: Order, address: str) -> Document:
    if order.kind in ("tray-cards", "bin-labels") and not 1 <= len(order.ids) <= MOST:
        what = "trays" if order.kind == "tray-cards" else "bins"
        raise InvalidValue(
            FieldProblem("ids", say("are {ids}; choose 1 to {most} {what}.", ids=len(order.ids), most=MOST, what=what))
        )
    if order.kind == "tray-cards":
        cards = [tray_card(desk, tray_id) for tray_id in order.ids]
        blank = [c.name for c in cards if not c.things]
        notes = (
            (say("What lies on {blank} was never said: under Cupboard, or under Make.", blank=listed(blank)),)
            if blank
            else ()
        )
        return Document("tray-cards.pdf", tray_cards_pdf(cards, order.paper), _signs(notes, [c.name for c in cards]))
    if order.kind == "bin-labels":
        labels = _labels(desk, order.ids, address)
        notes = (CODE if address else NO_CODE,)
        return Document("bin-labels.pdf", bin_labels_pdf(labels, order.paper), _signs(notes, [b.name for b in labels]))
    if order.kind in _WORDS:
        sheet = _words(desk, order)
        words = [text for c in sheet.cards for text in (c.word, c.other)]
        pdf = _WORDS[order.kind](sheet, order.paper)
        return Document(f"{order.kind}.pdf", pdf, _signs(_pictures(sheet), words))
    if order.kind in ("routine", "routine-strip"):
        told = step_sheet(desk, order.key)
        pdf = steps_pdf(told, order.paper, "fields" if order.kind == "routine" else "strip")
        return Document(f"{order.kind}.pdf", pdf, _signs((), [s.text for s in told.steps]))
    return Document("set-up-list.pdf", set_up_pdf(set_up_sheet(desk, order.group), order.paper))


def _signs(notes: tuple[str, ...], texts: Sequence[str]) -> tuple[str, ...]:
    strange = without_sign("".join(texts))
    said = say("The fonts that ship have no sign for {strange}; a square stands there.", strange=together(strange))
    return (*notes, said) if strange else notes


def _pictures(sheet: WordSheet) -> tuple[str, ...]:
    bare = sum(card.picture is None and not card.drawn for card in sheet.cards)
    if not bare:
        return ()
    return (
        say(
            "{bare} of {cards} words have no photograph yet: their card leaves room to draw or stick one.",
            bare=bare,
            cards=len(sheet.cards),
        ),
    )


def _inches_read(text: str) -> str:
    return in_inches(told(text), point_read())


def tray_card(desk: Desk, tray_id: int) -> TrayCard:
    """What the card of a tray says. Raises: NotFound."""
    house, day = desk.house(), desk.today()
    tray = house.tray(tray_id)
    card = designs(house).get(tray.card.key)
    level = card.level(tray.card.level) if card else None
    made = _made(desk, tray)
    spots = made.packing.spots if made and isinstance(made.packing, Packing) else ()
    sides = {spot.name: (spot.width_mm, spot.depth_mm, spot.turned) for spot in spots}
    box = next((c.component for c in tray.contents if c.role == CONTAINER), None)
    inner = (box.inside.top_mm, box.inside.across_mm or box.inside.top_mm) if box and box.inside else None
    inside = {role.name: role.lies_in for role in level.roles} if level else {}
    condition = condition_of(house, tray, day)
    put = _inches_read if house.household and house.household.lengths == "in" else lambda text: text
    return TrayCard(
        name=tray.name,
        under=_under(tray, card),
        for_whom=_for_whom(house, tray),
        container=box.name if box else "",
        inner_mm=inner,
        things=tuple(_lying(c, inside, tray, sides.get(c.role)) for c in tray.contents if c.role != CONTAINER),
        fill=put(_fill(made.poured if made else None)),
        mind=tuple(map(put, _mind(house, tray, card, condition))),
        bin_name=house.bin_name(tray.bin_id) or "",
        steps=script_of(card, level) if card and level else (),
        interest=card.interest if card else (),
        clean_up=card.clean_up if card else "",
        expects=say("{expects} Not yet: {not_yet}", expects=level.expects, not_yet=level.not_yet) if level else "",
        morning=card.morning if card else "",
    )


def _made(desk: Desk, tray: Tray) -> Assembled | None:
    """The tray as it is put together, or None for one that was not made there."""
    try:
        return make.compose(desk, kept_trays.wish_of(desk, tray.id)).made.assembled
    except NotFound:
        return None


def _mind(house: House, tray: Tray, card: Design | None, condition: str) -> tuple[str, ...]:
    """How near an adult stays, where it may be worked with, and the known hazards of what lies on it: what holds
    wherever it stands, because the card goes with the tray."""
    found = [hazard.words for hazard in hazards(tray, practice=house.practice)]
    near = {"near": say("an adult stays near"), "touch": say("an adult stays within arm’s reach")}
    said = [near.get(card.supervision, "") if card else "", condition, *found]
    return tuple(dict.fromkeys(sentence(each) for each in said if each))


def _under(tray: Tray, card: Design | None) -> str:
    level = card.level(tray.card.level).name if card and len(card.levels) > 1 else ""
    window = say(
        "{from_months} to {to_months} months", from_months=tray.card.from_months, to_months=tray.card.to_months
    )
    return together((each for each in (level, tray.card.area, window) if each), " · ")


def _for_whom(house: House, tray: Tray) -> str:
    names = [c.name for c in house.children if c.id in tray.for_children]
    return say("For {names}", names=listed(names)) if names else ""


def _lying(content: Content, inside: dict[str, str], tray: Tray, block: tuple[float, float, bool] | None) -> Lying:
    """A thing on the card. `block`: the sides of the block its pieces were packed as, and whether that was turned."""
    thing = content.component
    wide, deep = (block[0], block[1]) if block else footprint_mm(thing)
    if block and content.turned != block[2]:
        wide, deep = deep, wide
    holder = next((c.component.name for c in tray.contents if c.role == inside.get(content.role)), "")
    where = say("beside the tray") if content.beside else say("in the {holder}", holder=holder) if holder else ""
    many = 1 if thing.medium else content.count
    amount = say(", {ml} ml", ml=decimal(content.ml, 0)) if content.ml else ""
    is_round = _round(thing) and many == 1
    return Lying(
        f"{thing.name}{amount}",
        many,
        content.x_mm,
        content.y_mm,
        wide,
        deep,
        is_round,
        where,
        kind_of(thing).drawn if many == 1 else "",
    )


def _round(thing: Component) -> bool:
    wide, deep = footprint_mm(thing)
    return wide == deep and isinstance(thing.shape, Sphere | Cylinder) and kind_of(thing).drawn != "divided"


def _fill(poured: Poured | None) -> str:
    if poured is None:
        return ""
    said = say(
        "{ml} ml of {medium} in the {source}",
        ml=decimal(poured.ml, 0),
        medium=poured.medium.name,
        source=poured.source.name,
    )
    if poured.source_line_mm is not None:
        said += say(", {source_line_mm} mm up its side", source_line_mm=decimal(poured.source_line_mm, 0))
    if poured.line_mm is not None:
        said += say(
            "; the line on the {target} stands {line_mm} mm up",
            target=poured.target.name,
            line_mm=decimal(poured.line_mm, 0),
        )
    return said + "."


def _labels(desk: Desk, ids: Sequence[int], address: str) -> list[BinLabel]:
    checks = {each.bin.id: each for each in cupboard.bins_of(desk.house(), desk.today())}
    found = []
    for bin_id in ids:
        if bin_id not in checks:
            raise NotFound(say("There is no bin {bin_id}.", bin_id=bin_id))
        each = checks[bin_id]
        lines = [tray.name for tray in each.holds]
        lines += [say("{count} × {c}", count=c.count, c=c.name) if c.count > 1 else c.name for c in each.things]
        url = f"{address}/cupboard?bin={bin_id}" if address else ""
        found.append(BinLabel(each.bin.name, each.bin.place, tuple(lines), url))
    return found


def _words(desk: Desk, order: Order) -> WordSheet:
    house = desk.house()
    of, _, key = order.key.partition(":")
    if of == "card":
        design = make.design(house, key)
        cards = [_word(order, word, other, "", None) for word, other in design.words]
        return WordSheet(design.name, tuple(cards))
    found = word_set(house, key)
    with desk.read() as work:
        pictures = {
            w.key: work.cupboard.photo(house.lessons.word_photos[key, w.key])
            for w in found.words
            if (key, w.key) in house.lessons.word_photos
        }
    cards = []
    for word in found.words:
        first, second = word.labels[0][1], dict(word.labels).get("es", "")
        cards.append(replace(_word(order, first, second, word.by, pictures.get(word.key)), drawn=_drawing(word.key)))
    return WordSheet(found.name, tuple(cards))


def _word(order: Order, first: str, second: str, by: str, picture: bytes | None) -> WordCard:
    """One card in the languages asked for; a word without a second label keeps its first."""
    shown = {"first": (first, ""), "second": (second or first, ""), "both": (first, second)}[order.languages]
    return WordCard(shown[0], shown[1], by, picture)


def _drawing(word: str) -> str:
    """The drawing of a word, if one is called so."""
    return word if word in drawings.pictures() else ""


def step_sheet(desk: Desk, key: str) -> StepSheet:
    """A routine as it is printed: its photographs before its drawings. Raises: NotFound."""
    house = desk.house()
    found = routine(house, key)
    kept = house.lessons.step_photos
    who = {"child": "", "together": "together", "adult": say("the adult")}
    with desk.read() as work:
        photos = {s.key: work.cupboard.photo(kept[key, s.key]) for s in found.steps if (key, s.key) in kept}
    return StepSheet(
        found.name,
        tuple(
            SheetStep(
                s.text,
                s.picture,
                photos.get(s.key),
                together(
                    (
                        x
                        for x in (
                            s.amount,
                            who[s.who],
                            say("if {only_if}", only_if=s.only_if) if s.only_if else "",
                            minutes_text(s.timer_min),
                        )
                        if x
                    ),
                    " · ",
                ),
                s.caution,
            )
            for s in found.steps
        ),
    )


def minutes_text(minutes: float | None) -> str:
    """A timer in words; nothing where there is none."""
    return "" if minutes is None else say("{minutes} min", minutes=figure(minutes))


def set_up_sheet(desk: Desk, group: int | None = None) -> SetUpSheet:
    """Today's set-up list as it hangs on the fridge; for one group it names no child of another. Raises: NotFound."""
    page = today.page(desk) if group is None else today.for_group(desk, group)
    house = desk.house()
    shows = [
        (
            say("{child}: {tray}", child=each.child.name, tray=show.tray.name),
            together((r.text for r in show.reasons[:1]), "; "),
            False,
        )
        for each in page.to_show
        for show in each.due
    ]
    parts = [
        ListPart(
            say("Set out"),
            tuple((t.text, together((x for x in (t.where, t.condition) if x), " · "), t.done) for t in page.tasks),
        ),
        ListPart(say("Fill and prepare"), tuple((line.tray, line.text, False) for line in page.prepare)),
        ListPart(say("Complete"), tuple((m.tray.name, m.note, False) for m in page.complete)),
        ListPart(say("Show"), tuple(shows)),
        ListPart(
            say("Kept away; you bring it"), tuple((line.tray, line.text, False) for line in page.by_hand), ticked=False
        ),
        ListPart(say("Mind"), tuple((line.tray, line.text, False) for line in page.mind), ticked=False),
        ListPart(
            say("Stands out"), tuple((unit, together(names, ", "), False) for unit, names in page.out), ticked=False
        ),
    ]
    kept = tuple(part for part in parts if part.lines) or (
        ListPart(say("Nothing to set out"), ((say("The shelf stays as it is."), "", False),), ticked=False),
    )
    name = house.household.name if house.household else ""
    return SetUpSheet(say("Set-up list"), together((x for x in (name, _day_words(page.day)) if x), " · "), kept)


def _day_words(day: date) -> str:
    return together((weekday_text(day), day_text(day)))


@dataclass(frozen=True, slots=True)
class PaperChoice:
    """Something that can be printed."""

    id: int | str
    name: str
    detail: str = ""


def choices(desk: Desk) -> dict[str, list[PaperChoice]]:
    """What can be printed: trays (those that stand first), bins, routines, sets of words, cards with their words."""
    house = desk.house()
    standing = {p.tray.id for p in house.placements}
    trays = sorted(house.trays, key=lambda t: (t.id not in standing, t.name.casefold()))
    checks = cupboard.bins_of(house, desk.today())
    return {
        "trays": [
            PaperChoice(t.id, t.name, say("stands out") if t.id in standing else house.bin_name(t.bin_id) or "")
            for t in trays
        ],
        "bins": [PaperChoice(c.bin.id, c.bin.name, c.bin.place) for c in checks],
        "words": [
            PaperChoice(f"set:{s.key}", s.name, say("{n, plural, one {# word} other {# words}}", n=len(s.words)))
            for s in sets(house)
        ],
        "routines": [
            PaperChoice(r.key, r.name, say("{n, plural, one {# step} other {# steps}}", n=len(r.steps)))
            for r in routines(house)
        ],
        "cards": [
            PaperChoice(f"card:{d.key}", d.name, together((word for word, _ in d.words), ", "))
            for d in sorted(taken(house), key=lambda d: d.name.casefold())
            if d.words
        ],
    }

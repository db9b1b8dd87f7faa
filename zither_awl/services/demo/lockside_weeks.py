"""The weeks of Lockside: wool behind, bread now, the winter pond ahead; its books, what arrives, days away, and the
lessons and routines of the last weeks. Invented."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import replace
from datetime import date, datetime, time, timedelta
from random import Random
from uuid import UUID

from zither_awl.core.absence import Absence
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.things.shapes import Box
from zither_awl.core.values import TableEvent, Talk, TalkWord, WordAnswer
from zither_awl.core.values.home import StepDone
from zither_awl.core.values.lessons import Turn
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.core.weeks.books import Book
from zither_awl.core.weeks.plan import plan_theme
from zither_awl.core.weeks.theme import ByThen, ByThenKind, Theme, ThemeTray
from zither_awl.core.wishes import Aim
from zither_awl.services import lessons, routines, themes
from zither_awl.services.desk import Desk, House
from zither_awl.services.theme_ask import WantedTheme, asked_of
from zither_awl.store import Store

SEED = 17
MINUTES = {"Odile": (20, 15, 20, 15, 20, 0, 0), "Kwame": (0, 0, 0, 0, 0, 40, 30), "Sefa": (0, 25, 0, 25, 0, 0, 0)}
"""Minutes to make and prepare, Monday first."""
LIBRARY = "the village library"

BOOKS: tuple[tuple[str, float, str, tuple[str, ...], int, int], ...] = (
    ("Before the shop opens", 180, "en", ("bread", "baking"), 24, 72),
    ("Pan caliente", 170, "es", ("bread", "dough"), 18, 60),
    ("A loaf for the bargeman", 190, "en", ("bread", "boats"), 36, 84),
    ("One stitch and the next", 180, "en", ("wool", "weaving"), 24, 72),
    ("La oveja que no quería", 175, "es", ("wool", "sheep"), 18, 60),
    ("Under the ice", 200, "en", ("pond", "fish", "winter"), 24, 84),
    ("The heron does not hurry", 185, "en", ("pond", "birds"), 24, 72),
    ("Ranas y juncos", 170, "es", ("pond", "frog"), 12, 60),
    ("Where the lock keeps the water", 200, "en", ("water", "boats"), 30, 84),
    ("Night on the towpath", 180, "en", ("night", "animals"), 12, 60),
)
"""Titles, width of the cover (mm), language, what they are about, from and to which month. All invented."""
BORROWED = {"Before the shop opens": 2, "A loaf for the bargeman": 5, "Under the ice": 19}
"""Which are borrowed, and in how many days they go back."""
TURNS: tuple[tuple[str, int, int | None], ...] = (
    ("Where the lock keeps the water", -56, -42),
    ("Night on the towpath", -56, -35),
    ("One stitch and the next", -42, -21),
    ("La oveja que no quería", -35, -14),
    ("Before the shop opens", -14, None),
    ("Pan caliente", -14, None),
    ("Night on the towpath", -21, None),
)
"""When each stood on the ledge, days from today."""


def furnish(desk: Desk) -> None:
    """The minutes of the adults, and the books."""
    house = desk.house()
    with desk.write_untracked() as work:
        for adult in house.adults:
            work.people.save_adult(replace(adult, minutes=MINUTES[adult.name]))
        for title, cover, language, about, first, last in BOOKS:
            key = work.cupboard.save_component(_book(title, cover))
            back = BORROWED.get(title)
            work.books.save(
                Book(
                    thing_id=key,
                    title=title,
                    cover_mm=cover,
                    language=language,
                    themes=about,
                    from_months=first,
                    to_months=last,
                    lent_by=LIBRARY if back is not None else "",
                    back_on=desk.today() + timedelta(days=back) if back is not None else None,
                )
            )


def _book(title: str, cover: float) -> Component:
    return of_kind(title, "book", count=1, shape=Box(cover, cover * 1.1, 12.0))


def plan(desk: Desk) -> None:
    """Everything that stands on the string: what was, what is, and the pond as it is planned."""
    house, today = desk.house(), desk.today()
    monday = today - timedelta(days=today.weekday())
    with desk.write_untracked() as work:
        _themes(work, house, today, monday)
        _books(work, house, today)
        _around(work, house, today, monday)
        _lessons(work, house, today)
        _at_home(work, house, today)
    asked = asked_of(
        desk.house(),
        WantedTheme(
            name="", key="winter-pond", from_day=monday + timedelta(days=7), until_day=monday + timedelta(days=20)
        ),
        today,
    )
    themes.keep_planned(desk, asked, plan_theme(asked.ask), None, "Five small ducks, with movements", None, None)
    with desk.write_untracked() as work:
        work.history.forget()


def _themes(work: Store, house: House, today: date, monday: date) -> None:
    ids = {t.name: t for t in house.trays}

    def tray(name: str, day: date) -> ThemeTray:
        found = ids[name]
        return ThemeTray(
            tray_id=found.id,
            key=found.card.key,
            level=found.card.level,
            name=name,
            day=day,
            children=tuple(sorted(found.for_children)),
        )

    _wool(work, monday - timedelta(days=28), tray)
    bread = monday - timedelta(days=7)
    bread_id = _bread(work, bread, tray)
    lines: tuple[tuple[ByThenKind, str, str, date, int, date | None], ...] = (
        ("make", "Dough for the week", "one batch", bread - timedelta(1), 25, bread - timedelta(1)),
        ("print", "Pictures of six breads", "6 cards", bread - timedelta(1), 20, bread - timedelta(2)),
        ("buy", "Yeast", "2 to 4 sachets, beside the 1 there is", today + timedelta(1), 0, None),
    )
    for kind, name, amount, due, minutes, done in lines:
        work.themes.save_by_then(
            ByThen(kind=kind, name=name, amount=amount, due=due, minutes=minutes, done_on=done, theme_id=bread_id)
        )


def _wool(work: Store, wool: date, tray: Callable[[str, date], ThemeTray]) -> None:
    work.themes.save_theme(
        Theme(
            id=0,
            key="wool",
            name="Wool and weaving",
            question="How does a fleece become a scarf?",
            words=("wool", "thread", "weave", "sheep"),
            song="A song with spinning hands",
            taken=True,
            keep="The carding was loved by Anselm; fewer words next time.",
            from_day=wool,
            until_day=wool + timedelta(20),
            outing="To see the sheep at the farm above the lock.",
            trays=(tray("Wool to its colour", wool), tray("Carding wool", wool + timedelta(2))),
        )
    )


def _bread(work: Store, bread: date, tray: Callable[[str, date], ThemeTray]) -> int:
    return work.themes.save_theme(
        Theme(
            id=0,
            key="bread",
            name="Bread week",
            question="What makes the dough grow?",
            words=("bread", "dough", "flour", "grain", "crust", "yeast"),
            song="Knead it, roll it",
            taken=True,
            outing="To the baker by the bridge: what comes out of the oven first?",
            from_day=bread,
            until_day=bread + timedelta(13),
            trays=(tray("Dough and roller", bread), tray("Books for bread week", bread + timedelta(1))),
        )
    )


def _books(work: Store, house: House, today: date) -> None:
    ledge = next(u for u in house.units if u.kind == "ledge")
    keys = {c.name: c.id for c in house.components}
    for title, came, left in TURNS:
        work.books.stand(keys[title], ledge.id, today + timedelta(days=came))
        if left is not None:
            work.books.take_away(keys[title], today + timedelta(days=left))
    for days in (-3, -1):
        work.books.ask(keys["Pan caliente"], today + timedelta(days=days))


def _around(work: Store, house: House, today: date, monday: date) -> None:
    """A box that comes every two months, a parcel, the holidays, and what these weeks are about."""
    tove = next(c for c in house.children if c.name == "Tove")
    box = work.themes.save_arrival(
        Arrival(
            id=0,
            name="Box of two months",
            day=today - timedelta(days=12),
            every_days=61,
            giver="an aunt",
            arrived_on=today - timedelta(days=12),
        )
    )
    bin_id = next(b.id for b in house.bins if b.name == "Bin 5")
    for name, kind, months in (("nesting boats", "nesting cup", 12), ("wooden whisk", "whisk", 24)):
        key = work.cupboard.save_component(
            of_kind(name, kind, count=1, box_months=months, bin_id=bin_id, came_from="Box of two months")
        )
        work.themes.add_arrived(box, key)
    work.themes.save_arrival(
        Arrival(id=0, name="Box of two months", day=today + timedelta(days=49), every_days=61, giver="an aunt")
    )
    work.themes.save_arrival(
        Arrival(id=0, name="Parcel for Tove", day=today + timedelta(days=9), child_id=tove.id, giver="a neighbour")
    )
    away = monday + timedelta(days=25)
    work.themes.save_absence(
        Absence(id=0, kind="holiday", name="Holidays", from_day=away, until_day=away + timedelta(days=11))
    )
    work.weeks.save_aim(Aim(id=0, words="seven", from_day=monday, until_day=monday + timedelta(days=13)))


def _lessons(work: Store, house: House, today: date) -> None:
    """Some weeks of words, numerals and work of the house."""
    rng, zone = Random(SEED), house.zone
    children = {c.name: c.id for c in house.children}
    for name, key, many in (("Wren", "shapes-flat", 5), ("Anselm", "numerals-ten", 5), ("Wren", "at-the-table", 4)):
        words = lessons.word_set(house, key).words[:many]
        for back in (30, 23, 16, 9, 3):
            at = datetime.combine(today - timedelta(days=back), time(10, 5), zone)
            for n, word in enumerate(words[: 3 + (30 - back) // 10]):
                turn: Turn = "recall" if back < 17 else "show"
                right = rng.random() < (0.9 if back < 17 else 0.8)
                answer = WordAnswer(
                    child_id=children[name],
                    set_key=key,
                    word=word.key,
                    turn=turn,
                    right=right,
                    at=at + timedelta(seconds=40 * n),
                )
                work.lessons.add_answer(answer, str(UUID(int=rng.getrandbits(128))))
    for key, every in (("table", 3), ("dishes", 5), ("laundry", 7), ("baking", 9)):
        routine = routines.routine(house, key)
        for back in range(2, 36, every):
            at = datetime.combine(today - timedelta(days=back), time(11, 40), zone)
            run = str(UUID(int=rng.getrandbits(128)))
            work.home.begin_run(run, key, at, today - timedelta(days=back), house.adults[0].id)
            for child in ("Anselm", "Wren"):
                work.home.invite(run, children[child], "came" if rng.random() < 0.8 else "rather not")
            for n, step in enumerate(routine.steps):
                who = children["Anselm"] if step.who == "child" else None
                work.home.do_step(
                    run,
                    StepDone(
                        step=step.key,
                        at=at + timedelta(minutes=2 * n),
                        child_id=who,
                        adult_id=house.adults[0].id if who is None else None,
                    ),
                )
            work.home.end_run(run, at + timedelta(minutes=2 * len(routine.steps)))


def _at_home(work: Store, house: House, today: date) -> None:
    """The snack table of some weeks, a talk of yesterday, and a routine that comes round."""
    rng, zone = Random(SEED + 1), house.zone
    children, adult = {c.name: c.id for c in house.children}, house.adults[0].id

    def key() -> str:
        return str(UUID(int=rng.getrandbits(128)))

    def at(back: int, hour: int, minute: int) -> datetime:
        return datetime.combine(today - timedelta(days=back), time(hour, minute), zone)

    for back, child, outcome in (
        (20, "Wren", "spilled"),
        (19, "Wren", "well"),
        (17, "Anselm", "well"),
        (16, "Wren", "well"),
        (15, "Anselm", "well"),
    ):
        work.home.add_at_table(
            TableEvent(what="poured", at=at(back, 10, 20), child_id=children[child], adult_id=adult, outcome=outcome),
            key(),
        )
    for back, food, cut in ((9, "crackers", "whole"), (5, "oatcakes", "whole"), (2, "crackers", "whole")):
        work.home.add_at_table(TableEvent(what="set", at=at(back, 9, 0), adult_id=adult, food=food, cut=cut), key())
    for back, outcome in ((9, "looked"), (5, "touched"), (2, "tasted")):
        work.home.add_at_table(
            TableEvent(
                what="tasted",
                at=at(back, 10, 5),
                child_id=children["Wren"],
                adult_id=adult,
                food="kiwi",
                outcome=outcome,
            ),
            key(),
        )
    _talk(work, children, adult, key(), at(1, 10, 30))
    laundry = routines.data_of(routines.routine(house, "laundry"))
    work.home.save_routine("laundry", laundry | {"key": "laundry", "weekdays": [0, 3], "adults": [adult]})


def _talk(work: Store, children: Mapping[str, int], adult: int, key: str, began: datetime) -> None:
    told = Talk(key=key, talk="fruit", set_key="fruit", began=began, adult_id=adult)
    work.home.begin_talk(told)
    for thing, question, who in (
        ("apple", "its name", "Anselm"),
        ("apple", "seeds", "Anselm"),
        ("pear", "its name", "Wren"),
        ("lemon", "smell", "Wren"),
        ("lemon", "its name", None),
    ):
        work.home.say_in_talk(
            told.key, TalkWord(thing=thing, question=question, child_id=children[who] if who else None)
        )
    work.home.end_talk(told.key, began + timedelta(minutes=15))

"""Use cases of finding: where something is, and doing what a few words ask for, from anywhere."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Literal
from urllib.parse import urlencode

from zither_awl.core.saying import say, together
from zither_awl.core.things.lexicon import plain
from zither_awl.core.values import Child, Tray
from zither_awl.languages import told
from zither_awl.services import catalogue, lessons
from zither_awl.services.desk import House
from zither_awl.services.things import things_of, where_is

What = Literal["do", "thing", "tray", "bin", "card", "child", "words", "view", "setting"]
MOST = 12
SMALL = frozenset(
    (
        "the",
        "a",
        "an",
        "to",
        "for",
        "of",
        "my",
        "is",
        "please",
        "la",
        "el",
        "los",
        "las",
        "al",
        "para",
        "de",
        "del",
        "un",
        "una",
        "con",
    )
)
"""Words that say nothing of what is meant."""
VIEWS: tuple[tuple[str, str, str], ...] = (
    (say("Today"), say("what to set out, show and watch out for"), "/today"),
    (say("Watch"), say("a work cycle, as it goes"), "/watch"),
    (say("Shelf"), say("what stands where, to scale"), "/shelf"),
    (say("Make"), say("trays from what you own"), "/make"),
    (say("Catalogue"), say("every card, by area and age"), "/make/catalogue"),
    (say("Weeks"), say("what goes out and comes in"), "/weeks"),
    (say("Ladders"), say("where a child stands, and the next step"), "/ladders"),
    (say("Tomorrow"), say("what each child is invited to"), "/tomorrow"),
    (say("Cupboard"), "things, trays, bins, files", "/cupboard"),
    (say("Children"), say("who they are, what they know"), "/children"),
    (say("House"), say("settings, adults, devices, the household as a file"), "/house"),
    (say("Words"), say("in three periods"), "/words"),
    (say("Routines"), say("real work without a tray"), "/routines"),
    (say("Snack table"), say("what is eaten today, pouring, foods checked"), "/table"),
    (say("Talks"), say("things in a circle, who said what"), "/talks"),
    (say("Evening"), say("what was left open today"), "/evening"),
    (say("Log"), say("every piece of work"), "/work"),
    (say("Work cycles"), say("how each went"), "/cycle"),
    (say("Paper"), say("tray cards, bin labels, word cards, the set-up list"), "/paper"),
    (say("House heights"), say("furniture to fit"), "/heights"),
    (say("Welcome"), say("the first evening"), "/welcome"),
    (say("Files"), say("things, trays, cards in and out"), "/cupboard?part=files"),
    (say("Keeping"), say("copies, going back, the household and a family as a file"), "/keeping"),
    (say("Telling"), say("the story of a child, the week on one page, the year"), "/telling"),
)
SETTINGS: tuple[tuple[str, str], ...] = (
    (say("Units and time zone"), "cm, inches, clock"),
    (say("Emergency number and poison centre"), say("shown with what is dangerous")),
    (say("How a new tray is met"), say("shown first, free to explore")),
    (say("Weekly or daily look at the shelves"), "rotation"),
    (say("Mastery: criterion or estimate"), say("how it is judged")),
    (say("Light: day or lamp"), say("dark, theme, on this device")),
    (say("Pair a tablet"), say("devices of the house")),
    (say("With an adult at the table"), say("permissions, what was allowed")),
    (say("The household as one file"), say("backup, export, bring in")),
)
DOING: dict[str, str] = {
    "show": "show",
    "mostrar": "show",
    "make": "make",
    "compose": "make",
    "hacer": "make",
    "print": "print",
    "imprimir": "print",
    "measure": "measure",
    "medir": "measure",
    "weigh": "measure",
    "pesar": "measure",
    "rung": "rung",
    "ladder": "rung",
    "next": "rung",
    "siguiente": "rung",
    "escalera": "rung",
}
"""The verbs that do something, by the word typed."""


@dataclass(frozen=True, slots=True)
class Found:
    """Something found by a few letters: what it is, where it is, and the address that shows or does it."""

    what: What
    name: str
    where: str
    address: str
    tells: str = ""
    """What else it may be found by: colours, what it shows, what it is made of, its kind."""


def find(house: House, typed: str, most: int = MOST) -> tuple[Found, ...]:
    """What these letters mean: a verb with what it is done to first, then names that begin with them, then the rest.

    Every word typed must be in the name or in what else tells of it.
    """
    words = plain(typed).split()
    if not words:
        return ()
    done = list(_doing(house, words))
    every = [
        *_things(house),
        *_trays(house),
        *_bins(house),
        *_children(house),
        *_cards(house),
        *_sets(house),
        *(Found("view", name, where, to) for name, where, to in VIEWS),
        *(Found("setting", name, say("in House"), "/house", tells) for name, tells in SETTINGS),
    ]
    hits = [each for each in every if _tells(words, each.name, told(each.name), each.tells, told(each.tells))]
    order: dict[What, int] = {
        "thing": 0,
        "tray": 0,
        "bin": 0,
        "child": 0,
        "view": 1,
        "setting": 2,
        "words": 2,
        "card": 3,
    }
    begins = " ".join(words)
    hits.sort(key=lambda f: (order[f.what], not plain(told(f.name)).startswith(begins), f.name.lower(), f.what))
    return (*done, *hits)[:most]


def _tells(words: Iterable[str], *texts: str) -> bool:
    """Whether every word typed is in one of these, accents and hyphens aside."""
    text = plain(" ".join(texts))
    return all(word in text for word in words)


def _doing(house: House, words: list[str]) -> Iterator[Found]:
    """What a verb at the front asks for: "show the globe to Anselm", "make pouring for Otto", "print tongs", "measure
    the tray", "next for Wren"."""
    verb = DOING.get(words[0])
    said = [word for word in words[1:] if word not in SMALL]
    if verb is None or not said:
        return
    named = [c for c in house.children if plain(c.name) in said]
    about = [word for word in said if word not in {plain(c.name) for c in named}]
    if verb == "make":
        yield from _made(house, about, named or list(house.children)[:1])
    elif verb == "measure":
        yield from _measured(house, about)
    elif verb == "rung":
        yield from (
            Found(
                "do",
                say("The next step of {child}", child=c.name),
                say("on the ladders"),
                f"/ladders?{urlencode({'child': c.id})}",
            )
            for c in named
        )
    elif about:
        yield from _with_tray(house, verb, about, named)


def _with_tray(house: House, verb: str, about: list[str], named: list[Child]) -> Iterator[Found]:
    for tray in (t for t in house.trays if _tells(about, t.name)):
        if verb == "print":
            where = {"kind": "tray-cards", "ids": tray.id}
            yield Found(
                "do",
                say("Print the card of {tray}", tray=tray.name),
                where_is(house, tray),
                f"/paper?{urlencode(where)}",
            )
        else:
            yield from _shown(house, tray, named)


def _measured(house: House, about: list[str]) -> Iterator[Found]:
    """The page of a thing, where its sizes and what it weighs are entered."""
    for each in (thing.component for thing in things_of(house)):
        if about and _tells(about, each.name):
            text = say("Measure or weigh {thing}", thing=each.name)
            yield Found("do", text, house.bin_name(each.bin_id) or say("no bin yet"), f"/cupboard?thing={each.id}")


def _shown(house: House, tray: Tray, named: list[Child]) -> Iterator[Found]:
    for child in named or [c for c in house.children if c.id in tray.for_children]:
        to = urlencode({"child": child.id, "tray": tray.id})
        yield Found(
            "do", say("Show {tray} to {child}", tray=tray.name, child=child.name), where_is(house, tray), f"/show?{to}"
        )


def _made(house: House, about: list[str], named: list[Child]) -> Iterator[Found]:
    for design in catalogue.taken(house):
        if about and _tells(about, design.name, told(design.name), *design.also):
            for child in named:
                to = urlencode({"card": design.key, "child": child.id})
                yield Found(
                    "do",
                    say("Make {design} for {child}", design=design.name, child=child.name),
                    design.area,
                    f"/make?{to}",
                )


def _things(house: House) -> Iterable[Found]:
    for thing in things_of(house):
        each = thing.component
        rests = house.bin_name(each.bin_id)
        on = (
            [say("{n} on {t} ({where_is})", n=n, t=t.name, where_is=where_is(house, t)) for t, n in thing.on]
            if not each.medium
            else []
        )
        free = (
            [say("{free} in {rests}", free=thing.free, rests=rests or say("no bin yet"))]
            if thing.free and not each.medium
            else []
        )
        where = together([*free, *on], "; ") or rests or say("no bin yet")
        tells = together((*each.colours, each.subject, each.material, each.kind))
        yield Found("thing", each.name, where, f"/cupboard?thing={each.id}", tells)


def _trays(house: House) -> Iterable[Found]:
    for tray in house.trays:
        view = "shelf" if tray.id in house.standing else "cupboard"
        yield Found("tray", tray.name, where_is(house, tray), f"/{view}?tray={tray.id}")


def _bins(house: House) -> Iterable[Found]:
    for each in house.bins:
        yield Found("bin", each.name, each.place or say("its place is not said yet"), f"/cupboard?bin={each.id}")


def _children(house: House) -> Iterable[Found]:
    return (
        Found("child", c.name, say("what was seen, and what is known"), f"/children?child={c.id}")
        for c in house.children
    )


def _cards(house: House) -> Iterable[Found]:
    return (
        Found(
            "card",
            d.name,
            say(
                "{area}, {from_months} to {to_months} months",
                area=d.area,
                from_months=d.from_months,
                to_months=d.to_months,
            ),
            f"/make/catalogue?card={d.key}",
            together(d.also),
        )
        for d in catalogue.taken(house)
    )


def _sets(house: House) -> Iterable[Found]:
    return (Found("words", s.name, say("words in three periods"), "/words") for s in lessons.sets(house))

"""The catalogue's core values as the models that go out."""

from __future__ import annotations

from collections import defaultdict
from itertools import pairwise
from typing import Any

from zither_awl.api.answers import reasons_out
from zither_awl.api.make_answers import card_text, hazard_said
from zither_awl.api.schemas import catalogue as models
from zither_awl.api.schemas.make import WordOut
from zither_awl.core.difficulty import compared
from zither_awl.core.saying import say, together
from zither_awl.core.trays import Design, Level, Role
from zither_awl.core.trays.cautions import cautions
from zither_awl.core.trays.design import COSTS
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.values import AREAS
from zither_awl.formats.card_table import card_rows
from zither_awl.services import ladders
from zither_awl.services.catalogue import Entry, designs, entries, shipped_as
from zither_awl.services.desk import House


def catalogue_out(house: House) -> models.CatalogueOut:
    """Every card, with whether it is taken and which trays were made of it."""
    trays: defaultdict[str, list[str]] = defaultdict(list)
    for tray in house.trays:
        trays[tray.card.key].append(tray.name)
    found = sorted(entries(house).values(), key=lambda each: (AREAS.index(each.design.area), each.design.from_months))
    return models.CatalogueOut(
        takes=house.household.takes if house.household else "whole",
        shipped=sum(each.origin != "own" for each in found),
        cards=[_brief(each, trays[each.design.key]) for each in found],
    )


def _brief(each: Entry, trays: list[str]) -> models.CatalogueCardOut:
    d = each.design
    return models.CatalogueCardOut(
        key=d.key,
        name=d.name,
        area=d.area,
        from_months=d.from_months,
        to_months=d.to_months,
        aim=d.aim,
        levels=len(d.levels),
        cost=d.cost,
        supervision=d.supervision,
        themes=list(d.themes),
        taken=each.taken,
        origin=each.origin,
        news=len(each.update.news) if each.update else 0,
        trays=trays,
    )


def card_out(house: House, each: Entry) -> models.CatalogueEntryOut:
    """One card in full: every level, what it brings along to mind, what comes before and after it, and its rows."""
    d, known = each.design, designs(house)
    after = [(other, 1) for other in known.values() if d.key in {key for key, _ in other.follows}]
    before = [(known[key], number) for key, number in d.follows if key in known]
    return models.CatalogueEntryOut(
        **card_text(d),
        ladder=_place(house, d),
        cautions=reasons_out(hazard_said(h) for h in cautions(d)),
        cost=COSTS.get(d.cost, ""),
        themes=list(d.themes),
        follows=[_rung(*rung) for rung in before],
        leads_to=[_rung(*rung) for rung in after],
        levels=_levels(d),
        one_level_because=d.one_level_because,
        taken=each.taken,
        origin=each.origin,
        changed=list(each.update.changed) if each.update else [],
        news=_news(each),
        taken_over=list(each.update.taken_over) if each.update else [],
        trays=[t.name for t in house.trays if t.card.key == d.key],
        rows=card_rows(d),
    )


def _place(house: House, design: Design) -> models.LadderPlaceOut | None:
    """Where a card stands on its ladder; None for what is on none."""
    for string in ladders.strings_of(house):
        at = [n for n, hole in enumerate(string.holes, 1) if hole.design.key == design.key]
        if at:
            return models.LadderPlaceOut(name=string.name, first=at[0], last=at[-1], of=len(string.holes))
    return None


def _rung(design: Design, number: int) -> models.LinkedCardOut:
    return models.LinkedCardOut(key=design.key, name=design.name, level=number, level_name=design.level(number).name)


def _levels(design: Design) -> list[models.CardLevelOut]:
    vectors = [imagined_difficulty(level) for level in design.levels]
    said = ["", *(compared(before, after) for before, after in pairwise(vectors))]
    return [_level(level, said[at]) for at, level in enumerate(design.levels)]


def _level(level: Level, changes: str) -> models.CardLevelOut:
    return models.CardLevelOut(
        number=level.number,
        name=level.name,
        from_months=level.from_months,
        expects=level.expects,
        not_yet=level.not_yet,
        container=list(level.container),
        roles=[_needed(role) for role in level.roles],
        changes=changes,
        showing=level.changes,
    )


def _needed(role: Role) -> models.NeededOut:
    instead = [WordOut(word=kind, other=changes) for kind, changes in role.instead]
    return models.NeededOut(
        role=role.name,
        count=role.count,
        needs=list(role.accepts),
        shows=role.shows,
        instead=instead,
        optional=role.optional,
    )


def _news(each: Entry) -> list[models.NewsOut]:
    if each.update is None:
        return []
    theirs = shipped_as(each.design.key)
    return [
        models.NewsOut(field=name, ours=_words(each.update.data.get(name)), theirs=_words(theirs.get(name)))
        for name in each.update.news
    ]


def _words(value: Any) -> str:
    """A field's value as one reads it; levels by their names."""
    if isinstance(value, list):
        return together(each.get("name", "") if isinstance(each, dict) else str(each) for each in value)
    if isinstance(value, dict):
        return together((say("{word} = {other}", word=word, other=other) for word, other in value.items()), ", ")
    return str(value)

"""The declarable allergens a food usually holds, by the words it is called: couscous pours like rice, and is wheat."""

from __future__ import annotations

from zither_awl.core.things.kinds import Kind
from zither_awl.core.things.lexicon import forms
from zither_awl.core.things.subjects import listed

EATEN = frozenset(("food", "medium", "liquid", "spread", "fruit", "vegetable"))
EATEN_DANGERS = frozenset(("choking-food", "whole-food", "cut-food", "raw"))

HOLD: dict[str, tuple[str, ...]] = {
    "gluten": listed(
        "barley, breadcrumb, bulgur, couscous, farro, freekeh, kamut, malt, oat, pretzel, rye, seitan, "
        "semolina, soy, spelt, triticale, wheat, avena, cebada, centeno, cuscus, espelta, galleta, semola, "
        "trigo"
    ),
    "crustaceans": listed("crab, crayfish, lobster, prawn, shrimp, cangrejo, gamba, langostino"),
    "eggs": listed("custard, mayonnaise, meringue, mayonesa, merengue, natillas"),
    "fish": listed(
        "anchovy, cod, fish, haddock, mackerel, salmon, sardine, surimi, trout, tuna, anchoa, atun, bacalao, "
        "merluza, pescado, sardina, trucha"
    ),
    "peanuts": listed("groundnut, nut, peanut, satay, cacahuate, cacahuete, mani"),
    "soya": listed("edamame, miso, soy, soya, tempeh, tofu, soja"),
    "milk": listed("cheese, chocolate, custard, fudge, ghee, pesto, yoghurt, yogurt, natillas, queso, yogur"),
    "nuts": listed(
        "almond, cashew, hazelnut, macadamia, marzipan, nougat, nut, pecan, pesto, pistachio, praline, "
        "walnut, almendra, anacardo, avellana, mazapan, nuez, pistacho, turron"
    ),
    "celery": listed("bouillon, celeriac, celery, stock, apio"),
    "mustard": listed("mustard, mostaza"),
    "sesame": listed("halva, hummus, sesame, tahini, ajonjoli, sesamo"),
    "sulphites": listed("raisin, sultana, wine, pasa"),
    "lupin": listed("lupin, altramuz"),
    "molluscs": listed("clam, mussel, octopus, oyster, squid, almeja, calamar, mejillon, pulpo"),
}
"""The fourteen of EU Regulation 1169/2011, Annex II (from memory), with what foods that usually hold them are called,
without accents; who says nut may mean a peanut. Common practice, no source: the maker's label is what counts."""


def eaten(kind: Kind) -> bool:
    """Whether a kind is eaten, or poured as food is: of nothing else a word in its name is an allergen."""
    told = kind.defaults
    return bool(EATEN & set(kind.can)) or bool(EATEN_DANGERS & set(told.get("dangers", ()))) or "allergens" in told


def held(kind: Kind, words: tuple[str, ...]) -> tuple[str, ...]:
    """The allergens the words of a food say it usually holds, besides those of its kind."""
    if not eaten(kind):
        return ()
    said = {form for word in words for form in forms(word)}
    own = kind.defaults.get("allergens", ())
    return tuple(each for each, names in HOLD.items() if each not in own and said & set(names))

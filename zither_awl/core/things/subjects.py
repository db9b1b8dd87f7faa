"""What a card or a figure may show, what a thing is made of, how it is, which colour: words read as data.

The lists are ours; English, British and American, and Spanish. A word is given as core.things.lexicon.plain has it.
"""

from __future__ import annotations

from typing import Final


def listed(words: str) -> tuple[str, ...]:
    """Words and phrases written in one line, with commas between."""
    return tuple(words.split(", "))


SUBJECTS: Final[dict[str, tuple[str, ...]]] = {
    "animals": listed(
        "animal, farm, zoo, dog, cat, cow, horse, pig, sheep, goat, duck, hen, chicken, rabbit, lion, tiger, "
        "elephant, giraffe, zebra, bear, monkey, fox, wolf, mouse, frog, turtle, tortoise, snake, crocodile, "
        "whale, dolphin, shark, fish, penguin, owl, bird, butterfly, bee, ladybird, ladybug, insect, bug, "
        "spider, snail, dinosaur, caterpillar, hedgehog, deer, sea creature, kitten, puppy, lamb, calf, "
        "animales, perro, gato, vaca, caballo, cerdo, oveja, pato, gallina, conejo, leon, oso, pez, pajaro, "
        "mariposa, rana, insecto, dinosaurio, granja"
    ),
    "fruit": listed(
        "fruit, apple, pear, banana, orange, strawberry, grape, cherry, lemon, fruta, manzana, platano, "
        "naranja, fresa, uva, limon"
    ),
    "vegetables": listed("vegetable, carrot, tomato, pea, cucumber, pumpkin, verdura, zanahoria, tomate, calabaza"),
    "food": listed("food, bread, cake, pizza, cheese, comida, alimento"),
    "vehicles": listed(
        "vehicle, car, truck, lorry, train, bus, boat, ship, plane, tractor, digger, transport, vehiculo, "
        "coche, carro, camion, tren, barco, avion, transporte"
    ),
    "tools": listed("tool, herramienta"),
    "numerals": listed("number, numeral, digit, counting, quantity, dot card, numero, cifra"),
    "letters": listed("letter, alphabet, abc, phonics, letra, alfabeto, abecedario"),
    "words": listed("word, palabra"),
    "faces": listed("face, feeling, emotion, cara, emocion"),
    "people": listed("people, person, family, job, baby, child, children, friend, persona, familia, oficio, bebe"),
    "body": listed("body, hand, skeleton, cuerpo, esqueleto"),
    "clothes": listed("clothes, clothing, ropa"),
    "shapes": listed("shape, heart, circle, square, triangle, figura, circulo, cuadrado, triangulo, corazon"),
    "colours": listed("colour, color"),
    "plants": listed("plant, flower, tree, leaf, seed, planta, flor, arbol, hoja"),
    "weather": listed("weather, season, cloud, clima, estacion, nube"),
    "lands": listed("flag, country, continent, world, map, landmark, bandera, pais, continente, mundo"),
    "sky": listed("planet, space, star, moon, planeta, espacio, estrella, luna"),
    "music": listed("instrument, music, instrumento, musica"),
    "life cycle": listed("life cycle, lifecycle, ciclo"),
    "opposites": listed("opposite, opuesto"),
}

COLOURS: Final[dict[str, tuple[str, ...]]] = {
    "red": listed("red, scarlet, crimson, rojo, roja"),
    "blue": listed("blue, navy, turquoise, azul, celeste"),
    "green": listed("green, verde"),
    "yellow": listed("yellow, amarillo, amarilla"),
    "orange": listed("orange, naranja, anaranjado, anaranjada"),
    "purple": listed("purple, violet, lilac, lila, morado, morada, violeta"),
    "pink": listed("pink, rosa, rosado, rosada"),
    "brown": listed("brown, marron, cafe"),
    "black": listed("black, negro, negra"),
    "white": listed("white, cream coloured, blanco, blanca"),
    "grey": listed("grey, gray, silver, gris, plateado, plateada"),
    "gold": listed("gold, golden, dorado, dorada"),
    "clear": listed("clear, transparent, see through, transparente"),
    "mixed": listed(
        "multicoloured, multicolored, multicolour, multicolor, mixed colours, mixed colors, assorted colours, "
        "assorted colors, rainbow, coloured, colored, colourful, colorful, de colores, colores"
    ),
}

MATERIALS: Final[dict[str, tuple[str, ...]]] = {
    "wood": listed("wooden, wood, bamboo, beech, oak, pine, madera"),
    "plastic": listed("plastic, melamine, acrylic, nylon, plastico, plastica"),
    "metal": listed(
        "metal, steel, stainless steel, stainless, tin, iron, brass, copper, aluminium, aluminum, enamel, "
        "enamelled, silver plated, acero, hierro, laton, cobre, esmaltado, esmaltada, lata"
    ),
    "glass": listed("glass, crystal, vidrio, cristal"),
    "china": listed("china, porcelain, ceramic, pottery, stoneware, earthenware, porcelana, ceramica, loza"),
    "clay": listed("terracotta, clay, barro, terracota"),
    "felt": listed("felt, fieltro"),
    "wool": listed("wool, woollen, woolen, woolly, lana"),
    "cotton": listed("cotton, cloth, fabric, algodon, tela"),
    "linen": listed("linen, lino"),
    "silk": listed("silk, chiffon, seda"),
    "paper": listed("paper, papel"),
    "card": listed("cardboard, card, laminated, carton"),
    "leather": listed("leather, cuero"),
    "rubber": listed("rubber, goma, caucho"),
    "silicone": listed("silicone, silicona"),
    "cork": listed("cork, corcho"),
    "willow": listed("wicker, willow, rattan, seagrass, woven, mimbre"),
    "stone": listed("stone, marble stone, granite, piedra"),
    "wax": listed("wax, beeswax"),
    "foam": listed("foam, espuma"),
}

SIZES: Final[dict[str, tuple[float, tuple[str, ...]]]] = {
    "tiny": (0.5, listed("tiny, mini, miniature, teeny, micro, diminuto, diminuta, chiquitito")),
    "small": (0.75, listed("small, little, short, pequeno, pequena, chico, chica, corto, corta")),
    "child-size": (0.8, listed("child size, child sized, childs, childrens, kids, toddler, toddlers, infantil")),
    "large": (
        1.35,
        listed("large, big, long, tall, wide, jumbo, chunky, thick, grande, largo, larga, alto, gordo, gorda"),
    ),
    "huge": (1.7, listed("huge, giant, extra large, enorme, gigante")),
}
"""What a word of size makes of the usual size, which stays assumed (ours, no source)."""

LIDDED: Final = listed("with lid, with lids, with a lid, lidded, con tapa, con tapas, with stopper")

STATES: Final[dict[str, tuple[str, ...]]] = {
    "electric": listed("electric, electrical, light bulb, light bulbs, mains, plug in, electrico, electrica"),
    "battery": listed(
        "battery operated, battery powered, light up, flashing, musical, electronic, singing, talking, led, "
        "plays music, lights up, that sings, that plays, "
        "digital, a pilas, con luz"
    ),
    "magnetic": listed(
        "magnetic, with magnet, magnet, magnets, with magnets, with a magnet, magnetico, magnetica, con iman"
    ),
    "sharp": listed("brooch, brooches, sharp, pointed, pointy, serrated, afilado, afilada, puntiagudo, puntiaguda"),
    "broken": listed("broken, cracked, chipped, smashed, rusty, splintered, roto, rota, oxidado"),
    "poisonous": listed("poisonous, toxic, lead, venenoso, venenosa, toxico, toxica"),
    "hot": listed("hot, boiling, caliente, hirviendo"),
    "raw": listed("raw, crudo, cruda"),
    "in small bits": listed(
        "marble run, marble track, marble maze, with marbles, with small parts, circuito de canicas, con "
        "canicas, con piezas pequenas"
    ),
    "dusty": listed("talc, talcum powder, baby powder, talco, cement, cemento, cal, perlite, perlita"),
    "corded": listed(
        "with string, with a string, with cord, with a cord, with ribbon, with a ribbon, on a string, on a "
        "cord, with strap, with a strap, con cuerda, con cordon"
    ),
}
"""Words that make a thing more dangerous than its kind."""

HARMLESS: Final = listed(
    "concentrate, granules, tabs, burst, manual, tip, tips, tipped, pump, wavy, dots, curved, straight, "
    "unbreakable, graded, outdoor, indoor, child, kids, crank, "
    "handle, handles, "
    "old, new, used, clean, empty, spare, plain, simple, assorted, mixed, various, different, matching, "
    "identical, same, nice, pretty, lovely, favourite, favorite, good, round, square, oval, flat, "
    "shallow, deep, low, high, heavy, light, soft, hard, stiff, smooth, rough, real, toy, pretend, play, "
    "handmade, homemade, home, made, knitted, crocheted, folded, sewn, painted, printed, striped, dotted, "
    "spotted, patterned, kitchen, bathroom, garden, craft, art, school, nursery, baby, adult, dry, dried, "
    "fresh, frozen, ripe, whole, sliced, chopped, grated, peeled, cooked, boiled, steamed, piece, bit, "
    "set, pack, some, few, several, lot, lots, many, couple, bunch, pair, our, my, the, a, an, of, more, "
    "extra, other, and, natural, organic, thin, narrow, fine, coarse, recycled, leftover, viejo, vieja, "
    "nuevo, nueva, usado, usada, limpio, vacio, vacia, varios, varias, unos, unas, el, la, los, las, de, "
    "del, y, seco, seca, fresco, fresca, redondo, redonda, suave, blando, blanda, duro, dura, cocina, "
    "jardin, casa, juguete, algunos, algunas, cut, torn, dyed, washed, rolled, blunt, shelled, unshelled, "
    "salted, unsalted, pitted, seedless, popped, a3, a4, a5, collected, found, bought, gathered, picked, "
    "approx, type, style, mesh, liquid, gel, one, ones, left, right, handed, approximately, about, "
    "around, roughly, nearly, almost, circa, unos, juego"
)
"""Words that say nothing about the kind."""

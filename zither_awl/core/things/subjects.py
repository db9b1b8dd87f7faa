"""What a card or a figure may show, what a thing is made of, how it is, which colour: words read as data.

The lists are ours; English, British and American, and Spanish. A word is given as core.things.lexicon.plain has it.
"""

from __future__ import annotations

from typing import Final

SUBJECTS: Final[dict[str, tuple[str, ...]]] = {
    "animals": ("animal", "farm", "zoo", "dog", "cat", "cow", "horse", "pig", "sheep", "goat", "duck", "hen",
                "chicken", "rabbit", "lion", "tiger", "elephant", "giraffe", "zebra", "bear", "monkey", "fox", "wolf",
                "mouse", "frog", "turtle", "tortoise", "snake", "crocodile", "whale", "dolphin", "shark", "fish",
                "penguin", "owl", "bird", "butterfly", "bee", "ladybird", "ladybug", "insect", "bug", "spider",
                "snail", "dinosaur", "caterpillar", "hedgehog", "deer", "sea creature", "kitten", "puppy", "lamb",
                "calf", "animales", "perro", "gato", "vaca", "caballo", "cerdo", "oveja", "pato", "gallina",
                "conejo", "leon", "oso", "pez", "pajaro", "mariposa", "rana", "insecto", "dinosaurio", "granja"),
    "fruit": ("fruit", "apple", "pear", "banana", "orange", "strawberry", "grape", "cherry", "lemon", "fruta",
              "manzana", "platano", "naranja", "fresa", "uva", "limon"),
    "vegetables": ("vegetable", "carrot", "tomato", "pea", "cucumber", "pumpkin", "verdura", "zanahoria", "tomate",
                   "calabaza"),
    "food": ("food", "bread", "cake", "pizza", "cheese", "comida", "alimento"),
    "vehicles": ("vehicle", "car", "truck", "lorry", "train", "bus", "boat", "ship", "plane", "tractor", "digger",
                 "transport", "vehiculo", "coche", "carro", "camion", "tren", "barco", "avion", "transporte"),
    "tools": ("tool", "herramienta"),
    "numerals": ("number", "numeral", "digit", "counting", "quantity", "dot card", "numero", "cifra"),
    "letters": ("letter", "alphabet", "abc", "phonics", "letra", "alfabeto", "abecedario"),
    "words": ("word", "palabra"),
    "faces": ("face", "feeling", "emotion", "cara", "emocion"),
    "people": ("people", "person", "family", "job", "baby", "child", "children", "friend", "persona", "familia",
               "oficio", "bebe"),
    "body": ("body", "hand", "skeleton", "cuerpo", "esqueleto"),
    "clothes": ("clothes", "clothing", "ropa"),
    "shapes": ("shape", "heart", "circle", "square", "triangle", "figura", "circulo", "cuadrado", "triangulo",
               "corazon"),
    "colours": ("colour", "color"),
    "plants": ("plant", "flower", "tree", "leaf", "seed", "planta", "flor", "arbol", "hoja"),
    "weather": ("weather", "season", "cloud", "clima", "estacion", "nube"),
    "lands": ("flag", "country", "continent", "world", "map", "landmark", "bandera", "pais", "continente", "mundo"),
    "sky": ("planet", "space", "star", "moon", "planeta", "espacio", "estrella", "luna"),
    "music": ("instrument", "music", "instrumento", "musica"),
    "life cycle": ("life cycle", "lifecycle", "ciclo"),
    "opposites": ("opposite", "opuesto"),
}  # fmt: skip

COLOURS: Final[dict[str, tuple[str, ...]]] = {
    "red": ("red", "scarlet", "crimson", "rojo", "roja"), "blue": ("blue", "navy", "turquoise", "azul", "celeste"),
    "green": ("green", "verde"), "yellow": ("yellow", "amarillo", "amarilla"),
    "orange": ("orange", "naranja", "anaranjado", "anaranjada"),
    "purple": ("purple", "violet", "lilac", "lila", "morado", "morada", "violeta"),
    "pink": ("pink", "rosa", "rosado", "rosada"), "brown": ("brown", "marron", "cafe"),
    "black": ("black", "negro", "negra"), "white": ("white", "cream coloured", "blanco", "blanca"),
    "grey": ("grey", "gray", "silver", "gris", "plateado", "plateada"), "gold": ("gold", "golden", "dorado", "dorada"),
    "clear": ("clear", "transparent", "see through", "transparente"),
    "mixed": ("multicoloured", "multicolored", "multicolour", "multicolor", "mixed colours", "mixed colors",
              "assorted colours", "assorted colors", "rainbow", "coloured", "colored", "colourful", "colorful",
              "de colores", "colores"),
}  # fmt: skip

MATERIALS: Final[dict[str, tuple[str, ...]]] = {
    "wood": ("wooden", "wood", "bamboo", "beech", "oak", "pine", "madera"),
    "plastic": ("plastic", "melamine", "acrylic", "nylon", "plastico", "plastica"),
    "metal": ("metal", "steel", "stainless steel", "stainless", "tin", "iron", "brass", "copper", "aluminium",
              "aluminum", "enamel", "enamelled", "silver plated", "acero", "hierro", "laton", "cobre", "esmaltado",
              "esmaltada", "lata"),
    "glass": ("glass", "crystal", "vidrio", "cristal"),
    "china": ("china", "porcelain", "ceramic", "pottery", "stoneware", "earthenware", "porcelana", "ceramica",
              "loza"),
    "clay": ("terracotta", "clay", "barro", "terracota"),
    "felt": ("felt", "fieltro"), "wool": ("wool", "woollen", "woolen", "woolly", "lana"),
    "cotton": ("cotton", "cloth", "fabric", "algodon", "tela"), "linen": ("linen", "lino"),
    "silk": ("silk", "chiffon", "seda"), "paper": ("paper", "papel"),
    "card": ("cardboard", "card", "laminated", "carton"), "leather": ("leather", "cuero"),
    "rubber": ("rubber", "goma", "caucho"), "silicone": ("silicone", "silicona"),
    "cork": ("cork", "corcho"), "willow": ("wicker", "willow", "rattan", "seagrass", "woven", "mimbre"),
    "stone": ("stone", "marble stone", "granite", "piedra"), "wax": ("wax",), "foam": ("foam", "espuma"),
}  # fmt: skip

SIZES: Final[dict[str, tuple[float, tuple[str, ...]]]] = {
    "tiny": (0.5, ("tiny", "mini", "miniature", "teeny", "micro", "diminuto", "diminuta", "chiquitito")),
    "small": (0.75, ("small", "little", "short", "pequeno", "pequena", "chico", "chica",
                     "corto", "corta")),
    "child-size": (0.8, ("child size", "child sized", "childs", "childrens", "kids", "toddler", "toddlers",
                         "infantil")),
    "large": (1.35, ("large", "big", "long", "tall", "wide", "jumbo", "chunky", "thick", "grande", "largo", "larga",
                     "alto", "gordo", "gorda")),
    "huge": (1.7, ("huge", "giant", "extra large", "enorme", "gigante")),
}  # fmt: skip
"""What a word of size makes of the usual size, which stays assumed (ours, no source)."""

LIDDED: Final = ("with lid", "with lids", "with a lid", "lidded", "con tapa", "con tapas", "with stopper")

STATES: Final[dict[str, tuple[str, ...]]] = {
    "electric": ("electric", "electrical", "mains", "plug in", "electrico", "electrica"),
    "battery": ("battery operated", "battery powered", "light up", "flashing", "musical", "electronic", "singing",
                "talking", "led", "digital", "a pilas", "con luz"),
    "magnetic": ("magnetic", "with magnet", "magnet", "magnets", "with magnets",
                 "with a magnet", "magnetico", "magnetica", "con iman"),
    "sharp": ("sharp", "pointed", "pointy", "serrated", "afilado", "afilada", "puntiagudo", "puntiaguda"),
    "broken": ("broken", "cracked", "chipped", "smashed", "rusty", "splintered", "roto", "rota", "oxidado"),
    "poisonous": ("poisonous", "toxic", "lead", "venenoso", "venenosa", "toxico", "toxica"),
    "hot": ("hot", "boiling", "caliente", "hirviendo"),
    "raw": ("raw", "crudo", "cruda"),
    "in small bits": ("marble run", "marble track", "marble maze", "with marbles", "with small parts",
                      "circuito de canicas", "con canicas", "con piezas pequenas"),
    "dusty": ("talc", "talcum powder", "baby powder", "talco", "cement", "cemento", "cal", "perlite", "perlita"),
    "corded": ("with string", "with a string", "with cord", "with a cord", "with ribbon", "with a ribbon",
               "on a string", "on a cord", "with strap", "with a strap", "con cuerda", "con cordon"),
}  # fmt: skip
"""Words that make a thing more dangerous than its kind."""

HARMLESS: Final = (
    "old", "new", "used", "clean", "empty", "spare", "plain", "simple", "assorted", "mixed", "various", "different",
    "matching", "identical", "same", "nice", "pretty", "lovely", "favourite", "favorite", "good", "round", "square",
    "oval", "flat", "shallow", "deep", "low", "high", "heavy", "light", "soft", "hard", "stiff", "smooth", "rough",
    "real", "toy", "pretend", "play", "handmade", "homemade", "home", "made", "knitted", "crocheted", "folded",
    "sewn", "painted", "printed", "striped", "dotted", "spotted", "patterned", "kitchen", "bathroom", "garden",
    "craft", "art", "school", "nursery", "baby", "adult", "dry", "dried", "fresh", "frozen", "ripe", "whole",
    "sliced", "chopped", "grated", "peeled", "cooked", "boiled", "steamed", "piece", "bit", "set", "pack", "some",
    "few", "several", "lot", "lots", "many", "couple", "bunch", "pair", "our", "my", "the", "a", "an", "of", "more",
    "extra", "other", "and", "natural", "organic", "thin", "narrow", "fine", "coarse", "recycled", "leftover",
    "viejo", "vieja", "nuevo", "nueva", "usado", "usada", "limpio", "vacio", "vacia", "varios", "varias", "unos",
    "unas", "el", "la", "los", "las", "de", "del", "y", "seco", "seca", "fresco", "fresca", "redondo", "redonda",
    "suave", "blando", "blanda", "duro", "dura", "cocina", "jardin", "casa", "juguete", "algunos", "algunas",
    "cut", "torn", "dyed", "washed", "rolled", "blunt", "shelled", "unshelled", "salted", "unsalted", "pitted",
    "seedless", "popped", "a3", "a4", "a5", "collected", "found", "bought", "gathered", "picked", "approx",
    "type", "style", "mesh", "liquid", "gel", "one", "ones", "left", "right", "handed",
    "approximately", "about", "around", "roughly", "nearly", "almost", "circa", "unos", "juego",
)  # fmt: skip
"""Words that say nothing about the kind."""

"""Fourteen ladders of the trade, as they are named from simple to complex. Common practice, no source.

Written down before any vector was computed from a tray; only the cards were mended afterwards.
"""

Rung = tuple[str, int]

CHAINS: dict[str, tuple[Rung, ...]] = {
    "carrying": (
        ("carry-empty", 1), ("carry-empty", 2), ("carry-soft", 1), ("carry-table", 1), ("carry-table", 2),
        ("carry-loaded", 1), ("carry-loaded", 2), ("carry-loaded", 3),
    ),
    "dry to wet pouring": (
        ("pour-coarse", 1), ("pour-coarse", 2), ("pour-fine", 1), ("pour-fine", 2), ("pour-water", 1),
        ("pour-water", 2), ("pour-water", 3), ("pour-funnel", 1),
    ),
    "spooning to tongs to tweezers": (
        ("transfer-hand", 1), ("transfer-hand", 2), ("spoon-large", 1), ("spoon-large", 2), ("spoon-large", 3),
        ("spoon-small", 1), ("spoon-small", 2), ("tongs", 1), ("tongs", 2), ("tongs", 3), ("tongs", 4),
        ("tweezers", 1), ("tweezers", 2), ("tweezers", 3),
    ),
    "one closing per piece to the board of many": (
        ("lids", 1), ("lids", 2), ("press-close", 1), ("jars", 1), ("jars", 2), ("jars", 3), ("buttons", 1),
        ("buttons", 2), ("bolts", 1), ("bolts", 2), ("bolts", 3), ("latch-board", 1), ("latch-board", 2),
        ("latch-board", 3),
    ),
    "sorting by hand to quantity and numeral": (
        ("sort-two", 1), ("sort-two", 2), ("sort-small", 1), ("sort-tool", 1), ("sort-tool", 2), ("count-touch", 1),
        ("count-touch", 2), ("count-touch", 3), ("how-many", 1), ("dots-objects", 1), ("dots-match", 1),
        ("numerals", 1), ("numerals", 2), ("numerals", 3), ("trace", 1), ("write-sand", 1), ("write-paper", 1),
        ("write-paper", 2),
    ),
    "object-object to picture to word": (
        ("match-objects", 1), ("match-objects", 2), ("object-picture", 1), ("object-picture", 2),
        ("picture-picture", 1), ("picture-picture", 2), ("name-pictures", 1), ("first-sound", 1),
        ("picture-word", 1), ("picture-word", 2), ("read-fetch", 1),
    ),
    "twisting to sharpening": (
        ("jars", 1), ("jars", 2), ("bolts", 1), ("bolts", 2), ("bolts", 3), ("little-bolts", 1), ("little-bolts", 2),
        ("sharpen", 1), ("sharpen", 2),
    ),
    "large knobs to small knobs to insets": (
        ("knobs-large", 1), ("knobs-large", 2), ("knobs-large", 3), ("knobs-small", 1), ("knobs-small", 2),
        ("insets", 1), ("insets", 2), ("insets", 3),
    ),
    "textured boards to globes to maps": (
        ("rough-smooth", 1), ("rough-smooth", 2), ("globe-rough", 1), ("globe-colour", 1), ("map-puzzle", 1),
        ("map-puzzle", 2), ("map-names", 1), ("map-names", 2), ("map-song", 1), ("map-continent", 1),
    ),
    "numerals from 1 to 3 up to 11 to 19": (
        ("numerals", 1), ("numerals", 2), ("numerals", 3), ("teens", 1), ("teens", 2), ("teens", 3),
    ),
    "snips to curves": (
        ("snip", 1), ("snip", 2), ("cut-line", 1), ("cut-line", 2), ("cut-curve", 1), ("cut-curve", 2),
        ("cut-curve", 3),
    ),
    "stiff lacing to running stitch": (
        ("lace-stiff", 1), ("lace-stiff", 2), ("lace-soft", 1), ("lace-soft", 2), ("sew-card", 1), ("sew-card", 2),
        ("sew-cloth", 1), ("sew-cloth", 2),
    ),
    "the snack table in stages": (
        ("snack", 1), ("snack", 2), ("snack", 3), ("snack", 4), ("snack", 5),
    ),
    "folding by lines": (
        ("fold", 1), ("fold", 2), ("fold-corner", 1), ("fold-corner", 2), ("fold-shirt", 1), ("fold-shirt", 2),
    ),
}  # fmt: skip

SUBJECTS: dict[str, tuple[str, ...]] = {
    "mats": ("carry-mat",), "washing": ("wash-hands", "wash-table", "wash-cloths"),
    "polishing": ("polish", "shoes-polish"), "food": ("peel-fruit", "cut-soft", "cut-firm", "spread"),
    "stringing": ("string",), "sealed bottles and magnets": ("tilt-bottles", "magnets"),
    "floating and sinking": ("float-sink",), "sound bottles": ("sound-bottles",), "wind instruments": ("wind",),
    "feelings": ("feelings",), "the body": ("body", "nose", "hair"), "botany of fruit": ("fruit-parts",),
    "life cycles": ("life-cycle",), "geometry": ("solids", "flat-shapes", "insets"), "colours": ("colours", "shades"),
    "rhythm and the line": ("walk-line", "walk-rhythm", "echo"), "climbing": ("climb", "stairs"),
    "watercolour and paste": ("watercolour", "paste"), "room by room": ("come-in", "own-bed", "own-cup", "wash-hands"),
    "laundry": ("sort-wash", "wash-cloths", "fold", "pairs"), "the table": ("lay-table", "snack"),
    "dishes": ("wash-dishes", "unload"), "windows": ("window",), "plants": ("water-plant", "wipe-leaves", "sow"),
    "the first year": ("look-up", "grasp", "treasure", "heuristic", "post", "shake", "mat-mirror"),
}  # fmt: skip
"""Subjects practitioners expect besides the ladders, and the cards that hold them."""

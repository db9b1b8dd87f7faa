"""Six ladders of the trade, as they are named from simple to complex. Common practice, no source.

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
}  # fmt: skip

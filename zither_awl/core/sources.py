"""Limits with their sources: one place to read them, one place to mend them.

"From memory" marks a number not yet verified at its source.
"""

from zither_awl.core.saying import say

CYLINDER_DIAMETER_MM = 31.7
"""Inner diameter of the small-parts cylinder."""
CYLINDER_SHALLOW_MM = 25.4
CYLINDER_DEEP_MM = 57.1
"""Its floor slants from the shallow to the deep side."""
CYLINDER_LONGEST_MM = 65.3
"""The longest straight line that fits into it, from edge to edge: the root of 31.7² + 57.1²."""
CYLINDER_VOLUME_ML = 32.6
CYLINDER_SOURCE = say("16 CFR 1501.4 (the same gauge in EN 71-1 and ISO 8124-1), from memory")

SMALL_BALL_MM = 44.4
SMALL_BALL_SOURCE = say("16 CFR 1500.18(a)(17), 1.75 in, from memory")

SMALL_PARTS_MONTHS = 36
BALLOON_MONTHS = 96
BALLOON_SOURCE = say("16 CFR 1500.19(b)(2), from memory")
MAGNET_MONTHS = 168
MAGNET_SOURCE = say("16 CFR 1262, ASTM F963, EN 71-1 (flux index below 50 kG²mm²), from memory")
CELL_MONTHS = 72
CELL_SOURCE = say("16 CFR 1263 (a compartment opened only with a tool), from memory; the age is common practice")
CORD_FREE_MM = 220.0
"""Longest free cord under 18 months; the stricter of the standards' values (EN 71-1; ASTM F963 has 300 mm)."""
CORD_NEAR_MM = 300.0
"""Above 18 months a cord longer than this wants an adult near: common practice, no source."""
LOOP_MM = 356.0
"""Longest perimeter of a loop or tangle under 18 months (14 in)."""
CORD_MONTHS = 18
CORD_SOURCE = say("EN 71-1 and ASTM F963 4.14, the stricter, from memory")
WATER_MONTHS = 48
WATER_SOURCE = say("US CPSC: a child can drown in about 25 mm of water, from memory")
CHOKING_FOOD_MONTHS = 48
WHOLE_FOOD_MONTHS = 60
WHOLE_FOOD_SOURCE = say("whole nuts not before five years (NHS); grapes and cherry tomatoes as long: from memory")
HONEY_MONTHS = 12
CHOKING_FOOD_SOURCE = say("American Academy of Pediatrics; USDA, from memory")
EN_1729_SOURCE = say("EN 1729-1:2015, from memory")
STURDY_SOURCE = say("US STURDY Act, 16 CFR 1261 (ASTM F2057-23): 27 in and taller, tested with 60 lb, from memory")
STURDY_HEIGHT_MM = 686.0
HEMISPHERE_SOURCE = say("EN 71-1 and ASTM F963: cups near half a ball need vents, from memory")
COMMON_PRACTICE = say("common practice, no source")
MAKER_SOURCE = say("the maker's own word, on the box")

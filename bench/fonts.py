"""Makes the fonts that PDFs embed, once, from the variable ones the screen uses: PDFs take neither woff2 nor variation.

Run it after `make build` when a font's version changes: python -m bench.fonts
"""

from __future__ import annotations

from pathlib import Path
from typing import Any

ROOT = Path(__file__).parents[1]
SOURCE, OUT = ROOT / "web/node_modules/@fontsource-variable", ROOT / "zither_awl/formats/paper/fonts"
FONTS = {
    "sans": ("atkinson-hyperlegible-next", "normal", 400),
    "sans-bold": ("atkinson-hyperlegible-next", "normal", 700),
    "serif": ("literata", "normal", 400),
    "serif-italic": ("literata", "italic", 400),
}


def static(package: str, subset: str, slope: str, weight: int) -> Any:
    """One weight of one subset, as a font that does not vary."""
    from fontTools.ttLib import TTFont
    from fontTools.varLib.instancer import instantiateVariableFont

    font = TTFont(SOURCE / package / "files" / f"{package}-{subset}-wght-{slope}.woff2")
    font.flavor = None
    return instantiateVariableFont(font, {"wght": weight})


def run() -> None:
    """Write every font, Latin and extended Latin in one file."""
    from fontTools.merge import Merger

    OUT.mkdir(parents=True, exist_ok=True)
    for name, (package, slope, weight) in FONTS.items():
        parts = []
        for subset in ("latin", "latin-ext"):
            part = OUT / f"{name}-{subset}.tmp"
            made = static(package, subset, slope, weight)
            # Tables the merger has no rule for, and PDFs no use.
            for table in ("STAT", "GSUB", "GPOS", "GDEF", "HVAR", "MVAR", "avar"):
                if table in made:
                    del made[table]
            made.save(part)
            parts.append(str(part))
        merged = Merger().merge(parts)
        # Every file its own name, or whoever shows a PDF takes the bold for the regular.
        for number, said in ((1, f"Zither Awl {name}"), (4, f"Zither Awl {name}"), (6, f"ZitherAwl-{name}")):
            merged["name"].setName(said, number, 3, 1, 0x409)
            merged["name"].removeNames(nameID=number, platformID=1)
        merged.save(OUT / f"{name}.ttf")
        for each in parts:
            Path(each).unlink(missing_ok=True)
        print(f"{name}.ttf {(OUT / f'{name}.ttf').stat().st_size // 1024} kB, {len(merged.getBestCmap())} signs")


if __name__ == "__main__":
    run()

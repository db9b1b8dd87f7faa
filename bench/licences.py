"""Writes docs/licences.md: what the program is built on, and under which licence each is.

python -m bench.licences       from the lock files and what is installed; nothing is asked from anywhere
"""

from __future__ import annotations

import json
import re
from importlib import metadata
from pathlib import Path

ROOT = Path(__file__).parents[1]
_LOCKED = re.compile(r"^([A-Za-z0-9_.-]+)==([^ ]+)", re.M)
PREFACE = """\
# Licences

Made by `make licences` from `requirements.lock` and `web/package-lock.json`: what the program ships with or installs.
What only developing it needs is not listed. The program itself is under the MIT licence; the fonts Atkinson
Hyperlegible Next and Literata are under the SIL Open Font License 1.1.
"""


def of_python() -> list[tuple[str, str, str]]:
    """Every package the program needs: name, version, licence."""
    return [
        (name, version, _licence(name)) for name, version in _LOCKED.findall((ROOT / "requirements.lock").read_text())
    ]


def _licence(name: str) -> str:
    """A package's licence by its own words: the expression, the classifiers, or the first line of the field."""
    try:
        told = metadata.metadata(name)
    except metadata.PackageNotFoundError:
        return "not installed here (another system's)"
    classed = [c.split(" :: ")[-1] for c in told.get_all("Classifier") or [] if c.startswith("License :: ")]
    field = (told["License"] or "").strip().splitlines() if "License" in told else []
    named = told["License-Expression"] if "License-Expression" in told else ", ".join(classed) or "".join(field[:1])
    return named or _first_line(name)


def _first_line(name: str) -> str:
    """How the text of a licence that came along begins."""
    texts = [file for file in metadata.files(name) or [] if "LICEN" in file.name.upper()]
    return texts[0].read_text().strip().splitlines()[0].strip() if texts else ""


def of_npm() -> list[tuple[str, str, str]]:
    """Every package of the front end: name, version, licence."""
    packages = json.loads((ROOT / "web/package-lock.json").read_text())["packages"]
    shipped = (
        (path, each) for path, each in packages.items() if path and not each.get("dev") and not each.get("optional")
    )
    return sorted(
        {
            (path.rsplit("node_modules/", 1)[-1], each["version"], str(each.get("license", "not said")))
            for path, each in shipped
        }
    )


def page() -> str:
    """The page."""
    lines = [PREFACE]
    for title, rows in (("Python", of_python()), ("Front end", of_npm())):
        lines += [f"## {title}", "", "| package | version | licence |", "|---|---|---|"]
        lines += [*(f"| {name} | {version} | {licence or 'not said'} |" for name, version, licence in rows), ""]
    return "\n".join(lines)


if __name__ == "__main__":
    (ROOT / "docs/licences.md").write_text(page(), encoding="utf-8")

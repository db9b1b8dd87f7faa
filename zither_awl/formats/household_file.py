"""The household as one file: a JSON document, alone or in a ZIP with its photographs. Only what is expected is read."""

from __future__ import annotations

import json
import re
import zipfile
import zlib
from collections.abc import Callable, Iterable, Mapping
from functools import partial
from pathlib import Path
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say

HOUSEHOLD, FAMILY = "zither-awl household", "zither-awl family"
FORMATS = {HOUSEHOLD: say("a household"), FAMILY: say("a family")}
BARE = {HOUSEHOLD: say("household"), FAMILY: say("family")}
DOCUMENT = "household.json"
MOST_BYTES, MOST_WHOLE = 400 * 2**20, 4 * 2**30
"""Of the document, and of everything a ZIP would unpack to: decades of work, thousands of photographs."""
MOST_FILES = 20_000
MOST_RATIO = 200
_IMAGE = re.compile(r"images/(\d{1,9})\.jpg")


def write_json(version: str, tables: Mapping[str, Any], form: str = HOUSEHOLD) -> bytes:
    """The document: its format, the version of its tables, the tables; the same bytes for the same household."""
    document = {"format": form, "version": version, "tables": tables}
    return (json.dumps(document, ensure_ascii=False, indent=1) + "\n").encode()


def write_zip(document: bytes, images: Iterable[tuple[int, bytes]], target: Path) -> None:
    """The document and its photographs by id, in one ZIP; the same bytes for the same household."""
    with zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(_entry(DOCUMENT), document)
        for key, jpeg in images:
            archive.writestr(_entry(f"images/{key}.jpg"), jpeg)


def _entry(name: str) -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo(name, date_time=(1980, 1, 1, 0, 0, 0))
    entry.compress_type = zipfile.ZIP_DEFLATED
    return entry


Read = Callable[[], bytes]
"""Reads one photograph when it is wanted."""


def read_file(file: Path, form: str = HOUSEHOLD) -> tuple[dict[str, Any], dict[int, Read]]:
    """The document and its photographs from a JSON or ZIP file; each photograph is read when it is asked for.

    Raises: InvalidValue for a file that is too large, packed too tightly, holds anything unexpected, or is not UTF-8
    JSON of this format. Nothing is ever unpacked to the disk.
    """
    with file.open("rb") as opened:
        packed = opened.read(2) == b"PK"
    size = file.stat().st_size
    if not packed and size > MOST_BYTES:
        raise _refused(
            say("is {size} MB; the limit is {most_bytes} MB.", size=size // 2**20, most_bytes=MOST_BYTES // 2**20)
        )
    text, images = _unzipped(file) if packed else (file.read_bytes(), {})
    try:
        document = json.loads(text.decode("utf-8-sig"))
    except UnicodeDecodeError:
        raise _refused(say("is not written in UTF-8."), say("Choose the file this program saved.")) from None
    except (json.JSONDecodeError, RecursionError) as problem:
        raise _refused(
            say("is no JSON: {problem}.", problem=problem), say("Choose the file this program saved.")
        ) from None
    found = document.get("format") if isinstance(document, dict) else None
    if found != form or not isinstance(document.get("tables"), dict):
        is_other = (
            say(": it is the file of {formats}", formats=FORMATS[found]) if found in FORMATS and found != form else ""
        )
        raise _refused(
            say("is no {form} of this program{is_other}.", form=BARE[form], is_other=is_other),
            say("Choose the file that House saved."),
        )
    return document, images


def _unzipped(file: Path) -> tuple[bytes, dict[int, Read]]:
    try:
        archive = zipfile.ZipFile(file)
        entries = archive.infolist()
        _check_entries(entries)
        names = {int(found[1]): e.filename for e in entries if (found := _IMAGE.fullmatch(e.filename))}
        return archive.read(DOCUMENT), {key: partial(_read, archive, name) for key, name in sorted(names.items())}
    except (zipfile.BadZipFile, RuntimeError, EOFError) as problem:
        raise _refused(say("cannot be opened as a ZIP: {problem}.", problem=problem)) from None


def _read(archive: zipfile.ZipFile, name: str) -> bytes:
    try:
        return archive.read(name)
    except (zipfile.BadZipFile, RuntimeError, EOFError, zlib.error) as problem:
        raise _refused(say("holds {name}, which cannot be read: {problem}.", name=name, problem=problem)) from None


def _check_entries(entries: list[zipfile.ZipInfo]) -> None:
    names = [entry.filename for entry in entries]
    strange = [name for name in names if name != DOCUMENT and not _IMAGE.fullmatch(name)]
    if strange:
        raise _refused(say("holds {strange}, which does not belong there.", strange=repr(strange[0][:80])))
    if DOCUMENT not in names or len(set(names)) != len(names):
        raise _refused(say("must hold one {document}.", document=DOCUMENT))
    if len(entries) > MOST_FILES:
        raise _refused(
            say("holds {entries} files; the limit is {most_files}.", entries=len(entries), most_files=MOST_FILES)
        )
    whole = sum(entry.file_size for entry in entries)
    packed = max(sum(entry.compress_size for entry in entries), 1)
    document = next(entry.file_size for entry in entries if entry.filename == DOCUMENT)
    if document > MOST_BYTES or whole > MOST_WHOLE or whole / packed > MOST_RATIO:
        raise _refused(say("would unpack to {whole} MB, more than a household is.", whole=whole // 2**20))


def _refused(what: str, hint: str = say("Nothing was changed.")) -> InvalidValue:
    return InvalidValue(FieldProblem("file", what, hint))

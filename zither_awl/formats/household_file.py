"""The household as one file: a JSON document, alone or in a ZIP with its photographs. Only what is expected is read."""

from __future__ import annotations

import io
import json
import re
import zipfile
from collections.abc import Mapping
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue

FORMAT = "zither-awl household"
DOCUMENT = "household.json"
MOST_BYTES = 40 * 2**20
MOST_FILES = 1000
MOST_RATIO = 200
_IMAGE = re.compile(r"images/(\d{1,9})\.jpg")


def write_json(version: str, tables: Mapping[str, Any]) -> bytes:
    """The document: its format, the version of its tables, the tables; the same bytes for the same household."""
    document = {"format": FORMAT, "version": version, "tables": tables}
    return (json.dumps(document, ensure_ascii=False, indent=1) + "\n").encode()


def write_zip(document: bytes, images: Mapping[int, bytes]) -> bytes:
    """The document and its photographs by id, in one ZIP; the same bytes for the same household."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(_entry(DOCUMENT), document)
        for key, jpeg in sorted(images.items()):
            archive.writestr(_entry(f"images/{key}.jpg"), jpeg)
    return out.getvalue()


def _entry(name: str) -> zipfile.ZipInfo:
    entry = zipfile.ZipInfo(name, date_time=(1980, 1, 1, 0, 0, 0))
    entry.compress_type = zipfile.ZIP_DEFLATED
    return entry


def read_file(data: bytes) -> tuple[dict[str, Any], dict[int, bytes]]:
    """The document and its photographs from a JSON or ZIP file.

    Raises: InvalidValue for a file that is too large, packed too tightly, holds anything unexpected, or is not UTF-8
    JSON of this format. Nothing is ever unpacked to the disk.
    """
    if data[:2] == b"PK":
        text, images = _unzipped(data)
    else:
        text, images = data, {}
    if len(text) > MOST_BYTES:
        raise _refused(f"is {len(text) // 2**20} MB; the limit is {MOST_BYTES // 2**20} MB.")
    try:
        document = json.loads(text.decode("utf-8-sig"))
    except UnicodeDecodeError:
        raise _refused("is not written in UTF-8.", "Choose the file this program saved.") from None
    except (json.JSONDecodeError, RecursionError) as problem:
        raise _refused(f"is no JSON: {problem}.", "Choose the file this program saved.") from None
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise _refused("is no household of this program.", "Choose the file that House saved.")
    return document, images


def _unzipped(data: bytes) -> tuple[bytes, dict[int, bytes]]:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            entries = archive.infolist()
            _check_entries(entries)
            images = {int(found[1]): archive.read(e) for e in entries if (found := _IMAGE.fullmatch(e.filename))}
            return archive.read(DOCUMENT), images
    except (zipfile.BadZipFile, RuntimeError, EOFError) as problem:
        raise _refused(f"cannot be opened as a ZIP: {problem}.") from None


def _check_entries(entries: list[zipfile.ZipInfo]) -> None:
    names = [entry.filename for entry in entries]
    strange = [name for name in names if name != DOCUMENT and not _IMAGE.fullmatch(name)]
    if strange:
        raise _refused(f"holds {strange[0][:80]!r}, which does not belong there.")
    if DOCUMENT not in names or len(set(names)) != len(names):
        raise _refused(f"must hold one {DOCUMENT}.")
    if len(entries) > MOST_FILES:
        raise _refused(f"holds {len(entries)} files; the limit is {MOST_FILES}.")
    whole = sum(entry.file_size for entry in entries)
    packed = max(sum(entry.compress_size for entry in entries), 1)
    if whole > MOST_BYTES or whole / packed > MOST_RATIO:
        raise _refused(f"would unpack to {whole // 2**20} MB; the limit is {MOST_BYTES // 2**20} MB.")


def _refused(what: str, hint: str = "Nothing was changed.") -> InvalidValue:
    return InvalidValue(FieldProblem("file", what, hint))

"""Keeping: copies and going back to one, the second folder, the household and a family as files."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import asdict
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from flask import Blueprint, Response, jsonify, request

from zither_awl.api.context import desk, restoring
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.keeping import (
    ContentsOut,
    CopiesOut,
    CopyIn,
    CopyOut,
    CopyPreviewOut,
    FamilyFileOut,
    FamilyIn,
    HouseholdFileOut,
    KeepingOut,
    KeptOut,
    RestoringOut,
    SealIn,
    SecondIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.services import copies, family, keeping, sealing, second, transfer
from zither_awl.services import restoring as going_back
from zither_awl.store import backup

bp = Blueprint("keeping", __name__, url_prefix="/api")
PIECE = 2**20


@bp.get("/keeping")
@api.validate(resp=answers(HTTP_200=KeptOut), tags=["keeping"])
def get_keeping() -> KeptOut:
    """How the household is kept: its copies, the room on the disk, the certificate."""
    named = second.named(desk().database.parent)
    return KeptOut(
        lines=[KeepingOut.model_validate(line) for line in keeping.how_kept(desk())],
        second=named.path if named else "",
        sealed=bool(named and named.key),
    )


@bp.get("/copies")
@api.validate(resp=answers(HTTP_200=CopiesOut), tags=["keeping"])
def list_copies() -> CopiesOut:
    """The copies that can be gone back to, the newest first."""
    return CopiesOut(copies=[CopyOut.model_validate(each) for each in going_back.listed(desk())])


@bp.post("/copies/look")
@api.validate(resp=answers(HTTP_200=CopyPreviewOut), tags=["keeping"])
def preview(json: CopyIn) -> CopyPreviewOut:
    """What a copy holds, and what the household holds now; nothing is changed."""
    then, now = going_back.preview(desk(), json.key, json.passphrase)
    return CopyPreviewOut(then=ContentsOut.model_validate(then), now=ContentsOut.model_validate(now) if now else None)


@bp.post("/copies/restore")
@api.validate(resp=answers(HTTP_200=RestoringOut), tags=["keeping"])
def restore(json: CopyIn) -> RestoringOut:
    """Begin to put a copy in the place of the household; what is there is kept first."""
    restoring().begin(desk(), json.key, json.passphrase)
    return _restoring()


@bp.get("/copies/restore")
@api.validate(resp=answers(HTTP_200=RestoringOut), tags=["keeping"])
def get_restoring() -> RestoringOut:
    """How far it is."""
    return _restoring()


def _restoring() -> RestoringOut:
    return RestoringOut(**asdict(restoring().progress))


@bp.put("/second-folder")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["keeping"])
def name_second(json: SecondIn) -> DoneOut:
    """Name the second folder for copies, and make the first there."""
    at = desk()
    house = at.house().household
    second.name(at.database.parent, json.folder, house.name if house else "", json.passphrase)
    copies.copy_to_second(at)
    return DoneOut()


@bp.delete("/second-folder")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["keeping"])
def forget_second() -> DoneOut:
    """Make no further copies there; those that lie there stay."""
    second.forget(desk().database.parent)
    return DoneOut()


@bp.post("/copies")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["keeping"])
def copy_now() -> DoneOut:
    """Make the copy of today, here and in the second folder."""
    copies.copy_of_today(desk())
    copies.copy_to_second(desk())
    return DoneOut()


def _sent(name: str, kind: str, write: Callable[[Path], object]) -> Response:
    """A file that is written, sent piece by piece, and gone."""
    folder = TemporaryDirectory()
    file = Path(folder.name) / "file"
    try:
        write(file)
    except BaseException:
        folder.cleanup()
        raise

    def pieces() -> Iterator[bytes]:
        with folder, file.open("rb") as opened:
            while piece := opened.read(PIECE):
                yield piece

    headers = {
        "Content-Disposition": f'attachment; filename="{name}"',
        "Cache-Control": "no-store",
        "Content-Length": str(file.stat().st_size),
    }
    return Response(pieces(), content_type=kind, headers=headers)


@bp.post("/export/sealed.age")
@api.validate(json=SealIn, tags=["keeping"])
def sealed() -> Response:
    """A copy of the household, sealed by a passphrase: it can leave the house."""
    words, at = SealIn.model_validate(request.get_json()).passphrase, desk()

    def write(target: Path) -> None:
        sealing.check_passphrase(words)
        plain = target.with_name("plain.db")
        backup(at.database, plain)
        sealing.seal(plain, target, words)
        plain.unlink()

    return _sent(f"zither-awl-{at.today()}.db.age", "application/octet-stream", write)


@bp.get("/export/household.json")
def export_json() -> Any:
    """The household as one JSON document."""
    return _sent("household.json", "application/json", lambda to: to.write_bytes(transfer.household_json(desk())))


@bp.get("/export/household.zip")
def export_zip() -> Any:
    """The household as one JSON document with its photographs beside it."""
    return _sent("household.zip", "application/zip", lambda to: transfer.household_zip(desk(), to))


@bp.get("/export/household.schema.json")
def export_schema() -> Any:
    """The JSON Schema of the document."""
    return jsonify(transfer.household_schema())


@contextmanager
def _uploaded() -> Iterator[Path]:
    """The file that comes with a request, for as long as the block lasts."""
    with TemporaryDirectory() as folder:
        file = Path(folder) / "uploaded"
        with file.open("wb") as opened:
            while piece := request.stream.read(PIECE):
                opened.write(piece)
        yield file


@bp.post("/import/household/check")
@api.validate(resp=answers(HTTP_200=HouseholdFileOut), tags=["files"])
def check_household() -> HouseholdFileOut:
    """What a file of a household holds; nothing is changed."""
    with _uploaded() as file:
        return HouseholdFileOut.model_validate(transfer.look_at(desk(), file))


@bp.post("/import/household")
@api.validate(resp=answers(HTTP_200=HouseholdFileOut), tags=["files"])
def take_household() -> HouseholdFileOut:
    """Put the household of a file in the place of this one, after a copy of this one was kept."""
    with _uploaded() as file:
        return HouseholdFileOut.model_validate(transfer.take_household(desk(), file))


@bp.post("/export/family.zip")
@api.validate(json=FamilyIn, tags=["files"])
def family_file() -> Response:
    """The children of one family, with everything that was seen of them, as a file another house takes in."""
    children = FamilyIn.model_validate(request.get_json()).children
    return _sent("family.zip", "application/zip", lambda to: family.family_zip(desk(), children, to))


@bp.post("/import/family/check")
@api.validate(resp=answers(HTTP_200=FamilyFileOut), tags=["files"])
def check_family() -> FamilyFileOut:
    """What a family's file holds; nothing is changed."""
    with _uploaded() as file:
        return FamilyFileOut.model_validate(family.look_at_family(file))


@bp.post("/import/family")
@api.validate(resp=answers(HTTP_200=FamilyFileOut), tags=["files"])
def take_family() -> FamilyFileOut:
    """Take the children of a family's file into this household, after a copy was kept."""
    with _uploaded() as file:
        return FamilyFileOut.model_validate(family.take_family(desk(), file))

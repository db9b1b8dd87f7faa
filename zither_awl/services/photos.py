"""Use cases of photographs of finished trays."""

from __future__ import annotations

from dataclasses import replace

from zither_awl.core.errors import NotFound
from zither_awl.formats.photo import clean_photo
from zither_awl.services.desk import Desk


def add_photo(desk: Desk, tray_id: int, data: bytes, adult_id: int | None) -> None:
    """Keep a photograph of a tray, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    tray = desk.house().tray(tray_id)
    jpeg = clean_photo(data)
    with desk.write(adult_id, f"A photograph of {tray.name}") as work:
        work.cupboard.save_tray(replace(tray, photo_id=work.cupboard.add_photo(jpeg)))


def drop_photo(desk: Desk, tray_id: int, adult_id: int | None) -> None:
    """Take the photograph off a tray."""
    tray = desk.house().tray(tray_id)
    with desk.write(adult_id, f"No photograph of {tray.name}") as work:
        work.cupboard.save_tray(replace(tray, photo_id=None))


def photo_of(desk: Desk, tray_id: int) -> bytes:
    """The photograph of a tray as JPEG. Raises: NotFound."""
    tray = desk.house().tray(tray_id)
    if tray.photo_id is None:
        raise NotFound(f"{tray.name} has no photograph.")
    with desk.read() as work:
        return work.cupboard.photo(tray.photo_id)

"""Use cases of photographs: of finished trays, of things, of what words mean, of steps of routines."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.formats.photo import clean_photo
from zither_awl.services.desk import Desk
from zither_awl.services.lessons import word_set
from zither_awl.services.routines import routine
from zither_awl.store import Store


def _keep(desk: Desk, data: bytes, adult_id: int | None, of: str, keep: Callable[[Store, int], object]) -> None:
    """Keep a photograph, re-encoded and without its origin, and what it is of with its id. Raises: InvalidValue."""
    jpeg = clean_photo(data)
    with desk.write(adult_id, say("A photograph of {of}", of=of)) as work:
        keep(work, work.cupboard.add_photo(jpeg))


def add_photo(desk: Desk, tray_id: int, data: bytes, adult_id: int | None) -> None:
    """Keep a photograph of a tray, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    tray = desk.house().tray(tray_id)
    _keep(desk, data, adult_id, tray.name, lambda work, key: work.cupboard.save_tray(replace(tray, photo_id=key)))


def drop_photo(desk: Desk, tray_id: int, adult_id: int | None) -> None:
    """Take the photograph off a tray."""
    tray = desk.house().tray(tray_id)
    with desk.write(adult_id, say("No photograph of {tray}", tray=tray.name)) as work:
        work.cupboard.save_tray(replace(tray, photo_id=None))


def add_thing_photo(desk: Desk, thing_id: int, data: bytes, adult_id: int | None) -> None:
    """Keep a photograph of a thing, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    thing = desk.house().component(thing_id)
    _keep(
        desk, data, adult_id, thing.name, lambda work, key: work.cupboard.save_component(replace(thing, photo_id=key))
    )


def drop_thing_photo(desk: Desk, thing_id: int, adult_id: int | None) -> None:
    """Take the photograph off a thing."""
    thing = desk.house().component(thing_id)
    with desk.write(adult_id, say("No photograph of {thing}", thing=thing.name)) as work:
        work.cupboard.save_component(replace(thing, photo_id=None))


def thing_photo_of(desk: Desk, thing_id: int) -> bytes:
    """The photograph of a thing as JPEG. Raises: NotFound."""
    thing = desk.house().component(thing_id)
    return _jpeg(desk, thing.photo_id, thing.name)


def add_word_photo(desk: Desk, set_key: str, word: str, data: bytes, adult_id: int | None) -> None:
    """Show a word by a photograph, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    _known_word(desk, set_key, word)
    _keep(desk, data, adult_id, word, lambda work, key: work.lessons.save_word_photo(set_key, word, key))


def drop_word_photo(desk: Desk, set_key: str, word: str, adult_id: int | None) -> None:
    """Show a word by no photograph."""
    _known_word(desk, set_key, word)
    with desk.write(adult_id, say("No photograph of {word}", word=word)) as work:
        work.lessons.save_word_photo(set_key, word, None)


def _known_word(desk: Desk, set_key: str, word: str) -> None:
    found = word_set(desk.house(), set_key)
    if found.word(word) is None:
        raise NotFound(say("{found} has no word {word}.", found=found.name, word=repr(word)))


def word_photo_of(desk: Desk, set_key: str, word: str) -> bytes:
    """The photograph of a word as JPEG. Raises: NotFound."""
    return _jpeg(desk, desk.house().lessons.word_photos.get((set_key, word)), word)


def add_step_photo(desk: Desk, key: str, step: str, data: bytes, adult_id: int | None) -> None:
    """Follow a step of a routine by a photograph, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    _known_step(desk, key, step)
    _keep(
        desk,
        data,
        adult_id,
        say("the step {step}", step=step),
        lambda work, photo: work.home.save_step_photo(key, step, photo),
    )


def drop_step_photo(desk: Desk, key: str, step: str, adult_id: int | None) -> None:
    """Follow a step by its drawing again."""
    _known_step(desk, key, step)
    with desk.write(adult_id, say("No photograph of the step {step}", step=step)) as work:
        work.home.save_step_photo(key, step, None)


def _known_step(desk: Desk, key: str, step: str) -> None:
    found = routine(desk.house(), key)
    if found.step(step) is None:
        raise NotFound(say("{found} has no step {step}.", found=found.name, step=repr(step)))


def step_photo_of(desk: Desk, key: str, step: str) -> bytes:
    """The photograph of a step as JPEG. Raises: NotFound."""
    return _jpeg(desk, desk.house().lessons.step_photos.get((key, step)), step)


def photo_of(desk: Desk, tray_id: int) -> bytes:
    """The photograph of a tray as JPEG. Raises: NotFound."""
    tray = desk.house().tray(tray_id)
    return _jpeg(desk, tray.photo_id, tray.name)


def _jpeg(desk: Desk, photo_id: int | None, of: str) -> bytes:
    if photo_id is None:
        raise NotFound(say("{of} has no photograph.", of=of))
    with desk.read() as work:
        return work.cupboard.photo(photo_id)

"""The rows, a file a section. Typed, bare, named to the last constraint; no rules and no queries here."""

from zither_awl.store.models import catalogue, cupboard, lessons, log, people, room, settings, telling, weeks
from zither_awl.store.models.base import Base

__all__ = ["Base", "catalogue", "cupboard", "lessons", "log", "people", "room", "settings", "telling", "weeks"]

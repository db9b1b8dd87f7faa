"""Use cases of taking back what a device sent: each kind by itself, so that nobody undoes another's work by chance.

Pieces of work and their events are taken back in the log (services.mending). All of it can be undone in its turn.
"""

from __future__ import annotations

from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.services.desk import Desk
from zither_awl.services.recording import open_morning


def remove_showing(desk: Desk, showing_id: int, adult_id: int | None) -> None:
    """Take back a showing that was written down. Raises: NotFound."""
    with desk.deciding() as house:
        given = next((p for p in house.window.presentations if p.id == showing_id), None)
        if given is None:
            raise NotFound(say("There is no showing {showing_id}.", showing_id=showing_id))
        label = say(
            "Removed the showing of {tray} to {child}",
            tray=house.tray(given.tray_id).name,
            child=house.child(given.child_id).name,
        )
        with desk.write(adult_id, label) as work:
            work.log.drop_presentation(showing_id)


def remove_last_answer(desk: Desk, child_id: int, set_key: str, adult_id: int | None) -> None:
    """Take back the newest answer of a child in a set of words. Raises: NotFound."""
    child = desk.house().child(child_id)
    with desk.write(adult_id, say("Removed an answer of {child}", child=child.name)) as work:
        if not work.lessons.drop_last_answer(child_id, set_key):
            raise NotFound(say("There is no answer of {child} in this set.", child=child.name))


def remove_last_look(desk: Desk, adult_id: int | None) -> None:
    """Take back the newest look round the room of the cycle that is open. Raises: NotFound."""
    with desk.deciding() as house:
        cycle = open_morning(house)
        with desk.write(adult_id, say("Removed a look round the room")) as work:
            if cycle is None or not work.log.drop_last_sweep(cycle.id):
                raise NotFound(say("There is no look round the room to take back."))

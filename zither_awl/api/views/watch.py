"""Mornings, episodes as devices send them, mending, and showings."""

from __future__ import annotations

from typing import Annotated

from flask import Blueprint
from pydantic import BaseModel, Field

from zither_awl.api.answers import children_out, episodes_out, morning_out, swept_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import groups_out
from zither_awl.api.schemas.base import Day, DoneOut
from zither_awl.api.schemas.items import ItemsIn, NewerItemIn, WrittenIn
from zither_awl.api.schemas.watch import (
    ClockOut,
    EpisodeIn,
    EpisodesOut,
    MorningIn,
    OfferOut,
    PhrasesIn,
    RefusedOut,
    ScaleOut,
    SpellOut,
    StrikeIn,
    TakenOut,
    ToldIn,
    TraceOut,
    TracesOut,
    WaitsOut,
    WatchOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.happenings import KINDS
from zither_awl.core.values import Episode, Morning
from zither_awl.services import mending, recording, removing, sweeping, watch
from zither_awl.services.desk import Desk
from zither_awl.services.recording import DeviceItem, NewerItem

bp = Blueprint("watch", __name__, url_prefix="/api")


class EpisodesQuery(BaseModel):
    """Which episodes: of a day, of a child, of a tray, or named ones; the newest first."""

    day: Day | None = None
    child: int | None = None
    tray: int | None = None
    ids: Annotated[str, Field(max_length=4000, description="Ids of episodes, with commas between.")] = ""
    limit: Annotated[int, Field(ge=1, le=500)] = 100


@bp.get("/watch")
@api.validate(resp=answers(HTTP_200=WatchOut), tags=["watch"])
def get_watch() -> WatchOut:
    """The morning as it stands: who is here, what each could take, what is open, what has to be asked."""
    at = desk()
    house, now = at.house(), at.now()
    board = watch.board(at)
    return WatchOut(
        morning=morning_out(board.morning, house),
        last=morning_out(board.last, house),
        children=children_out(at),
        offers=[
            OfferOut(
                tray_id=o.tray.id,
                name=o.tray.name,
                for_children=sorted(o.tray.for_children),
                by_hand=o.by_hand,
                condition=o.condition,
                parts=list(o.parts),
                waits=[WaitsOut(child_id=c, word=word, why=why) for c, word, why in o.waits],
            )
            for o in board.offers
        ],
        episodes=episodes_out(board.episodes, at),
        questions=episodes_out(mending.forgotten(at), at),
        scales=[ScaleOut(child_id=c, own_p90_min=p90) for c, p90 in board.scales],
        now=now,
        swept=swept_out(sweeping.swept(at, recording.open_morning(house)), house),
        spells=[SpellOut.model_validate(s) for s in board.spells],
        activities=list(board.activities),
        phrases=list(house.settings.phrases),
        groups=groups_out(house),
    )


@bp.get("/clock")
@api.validate(resp=answers(HTTP_200=ClockOut), tags=["watch"])
def get_clock() -> ClockOut:
    """The time by the program's clock. Devices set theirs by it, and never keep the answer."""
    return ClockOut(now=desk().now())


@bp.post("/sync")
@api.validate(resp=answers(HTTP_200=TakenOut), tags=["watch"])
def sync(json: ItemsIn) -> TakenOut:
    """Take in what a device wrote down, in its order, each item once; one that cannot be taken holds up no other."""
    at = desk()
    newer = [item for item in json.items if isinstance(item, NewerItemIn)]
    known = [_item(item) for item in json.items if not isinstance(item, NewerItemIn)]
    taken = recording.take(at, known, adult_id())
    kept = recording.keep_newer(at, [NewerItem(n.device, n.sequence, n.model_dump(mode="json")) for n in newer])
    return TakenOut(new=taken.new + kept, refused=[RefusedOut.model_validate(r) for r in taken.refused], now=at.now())


def _item(item: WrittenIn) -> DeviceItem:
    told = item.model_dump()
    states = {look["child"]: look["state"] for look in told.pop("states", ())}
    return DeviceItem(**told | {"states": states, "present": tuple(told.get("present", ()))})


def take_kept(at: Desk) -> int:
    """Take in what an older program kept because it did not know its kind, and this one does. Returns how many."""
    kept = recording.kept_newer(at, KINDS.keys())
    if not kept:
        return 0
    items = ItemsIn.model_validate({"items": [k.data for k in kept]}).items
    taken = recording.take(at, [_item(item) for item in items], None)
    recording.forget_newer(at, kept)
    return taken.new


@bp.post("/mornings/told")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def tell_morning(json: ToldIn) -> DoneOut:
    """Tell a whole morning afterwards; nothing is kept if one piece of it cannot be."""
    pieces = [(_episode(p, ""), _told(p)) for p in json.pieces]
    morning = Morning(
        id=0,
        day=desk().day_of(json.began),
        began=json.began,
        ended=json.ended,
        seen=json.seen,
        present=frozenset(json.present),
    )
    return DoneOut(id=mending.tell_morning(desk(), morning, pieces, adult_id()))


@bp.delete("/looks/last")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def remove_look() -> DoneOut:
    """Take back the newest look round the room."""
    removing.remove_last_look(desk(), adult_id())
    return DoneOut()


@bp.put("/phrases")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def put_phrases(json: PhrasesIn) -> DoneOut:
    """Keep just these phrases for notes."""
    mending.save_phrases(desk(), json.phrases, adult_id())
    return DoneOut()


@bp.put("/mornings/<int:morning_id>/present")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def change_present(morning_id: int, json: MorningIn) -> DoneOut:
    """Mend who is here."""
    mending.change_present(desk(), morning_id, json.present, adult_id())
    return DoneOut(id=morning_id)


@bp.get("/episodes")
@api.validate(resp=answers(HTTP_200=EpisodesOut), tags=["watch"])
def list_episodes(query: EpisodesQuery) -> EpisodesOut:
    """Episodes, newest first, struck ones too."""
    at, wanted = desk(), list(filter(None, query.ids.split(",")))
    found = mending.episodes_of(at, query.day, query.child, query.tray, ids=wanted, most=query.limit)
    return EpisodesOut(episodes=episodes_out(found, at))


@bp.post("/episodes")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def add_episode(json: EpisodeIn) -> DoneOut:
    """Enter a past episode by hand; an overlap is refused with the clash shown."""
    return _save(json, "")


@bp.put("/episodes/<episode_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def mend_episode(episode_id: str, json: EpisodeIn) -> DoneOut:
    """Mend an episode; the trace keeps what it was."""
    return _save(json, episode_id)


def _save(json: EpisodeIn, episode_id: str) -> DoneOut:
    told = _told(json)
    return DoneOut(id=mending.save_episode(desk(), _episode(json, episode_id), adult_id(), told))


def _told(piece: EpisodeIn) -> mending.Told:
    return mending.Told(
        piece.rounds, piece.helped, piece.note, piece.effort, tuple((part.name, part.done) for part in piece.parts)
    )


def _episode(json: EpisodeIn, episode_id: str) -> Episode:
    return Episode(
        id=episode_id,
        child_id=json.child_id,
        tray_id=json.tray_id,
        activity=json.activity,
        began=json.began,
        ended=json.ended,
        work=json.work,
        place=json.place,
    )


@bp.post("/events/<int:event_id>/strike")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def strike_event(event_id: int, json: StrikeIn) -> DoneOut:
    """Take one event of a piece of work back, or bring it back."""
    mending.strike_event(desk(), event_id, json.struck, adult_id())
    return DoneOut(id=event_id)


@bp.post("/episodes/<episode_id>/strike")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def strike(episode_id: str, json: StrikeIn) -> DoneOut:
    """Strike an episode out, or bring it back."""
    mending.strike(desk(), episode_id, json.struck, adult_id())
    return DoneOut(id=episode_id)


@bp.get("/episodes/<episode_id>/trace")
@api.validate(resp=answers(HTTP_200=TracesOut), tags=["watch"])
def trace(episode_id: str) -> TracesOut:
    """Who changed what in an episode, oldest first."""
    at = desk()
    adults = {a.id: a.name for a in at.house().adults}
    return TracesOut(
        lines=[
            TraceOut(
                at=t.at,
                adult=adults.get(t.adult_id or 0, ""),
                device=t.device,
                label=t.label,
                before=t.before,
                after=t.after,
            )
            for t in mending.trace(at, episode_id)
        ]
    )

"""Mornings, episodes as devices send them, mending, and showings."""

from __future__ import annotations

from typing import Annotated

from flask import Blueprint
from pydantic import BaseModel, Field

from zither_awl.api.answers import children_out, episode_out, morning_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import Day, DoneOut
from zither_awl.api.schemas.watch import (
    AgreementOut,
    EndIn,
    EpisodeIn,
    EpisodesOut,
    EventsIn,
    MorningIn,
    OfferOut,
    PresentationIn,
    PresentedOut,
    ScaleOut,
    ShareOut,
    StrikeIn,
    SweepIn,
    SweptOut,
    TakenOut,
    TraceOut,
    TracesOut,
    WatchOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.values import SWEEP_STATES, Episode
from zither_awl.services import sweeping, watch
from zither_awl.services.desk import Desk
from zither_awl.services.watch import DeviceEvent

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
        morning=morning_out(board.morning, house), last=morning_out(board.last, house), children=children_out(at),
        offers=[OfferOut(tray_id=o.tray.id, name=o.tray.name, for_children=sorted(o.tray.for_children),
                         by_hand=o.by_hand, condition=o.condition) for o in board.offers],
        episodes=[episode_out(e, house) for e in board.episodes],
        questions=[episode_out(e, house) for e in watch.forgotten(house, now)],
        scales=[ScaleOut(child_id=c, own_p90_min=p90) for c, p90 in board.scales], now=now,
        swept=_swept(at),
    )  # fmt: skip


def _swept(at: Desk) -> SweptOut:
    house = at.house()
    found = sweeping.swept(house, watch.open_morning(house))
    return SweptOut(
        count=found.count, last=found.last, due=found.due, every_min=house.practice.sweep_min,
        states=list(SWEEP_STATES), agreement=AgreementOut.model_validate(found.agreement) if found.agreement else None,
        shares=[ShareOut(child=c.id, at_work=s.at_work, looks=s.looks, share=s.share, low=s.low, high=s.high)
                for c, s in found.shares],
    )  # fmt: skip


@bp.post("/sweeps")
@api.validate(resp=answers(HTTP_200=TakenOut), tags=["watch"])
def sweep(json: SweepIn) -> TakenOut:
    """One look round the room; sent again it is taken once."""
    states = {look.child: look.state for look in json.states}
    return TakenOut(new=int(sweeping.sweep(desk(), json.key, json.at, states, adult_id())))


@bp.post("/mornings")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def begin_morning(json: MorningIn) -> DoneOut:
    """Begin a morning with who is here."""
    return DoneOut(id=watch.begin_morning(desk(), json.present, adult_id()))


@bp.put("/mornings/<int:morning_id>/present")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def change_present(morning_id: int, json: MorningIn) -> DoneOut:
    """Mend who is here."""
    watch.change_present(desk(), morning_id, json.present, adult_id())
    return DoneOut(id=morning_id)


@bp.post("/mornings/<int:morning_id>/end")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def end_morning(morning_id: int, json: EndIn) -> DoneOut:
    """End a morning as all seen or partly seen."""
    watch.end_morning(desk(), morning_id, json.seen, adult_id())
    return DoneOut(id=morning_id)


@bp.post("/events")
@api.validate(resp=answers(HTTP_200=TakenOut), tags=["watch"])
def send_events(json: EventsIn) -> TakenOut:
    """Take in a device's events, in its order, each once."""
    events = [DeviceEvent(**event.model_dump()) for event in json.events]
    return TakenOut(new=watch.append(desk(), events, adult_id()))


@bp.get("/episodes")
@api.validate(resp=answers(HTTP_200=EpisodesOut), tags=["watch"])
def list_episodes(query: EpisodesQuery) -> EpisodesOut:
    """Episodes, newest first, struck ones too."""
    house = desk().house()
    found = watch.episodes_of(house, query.day, query.child, query.tray)
    wanted = set(filter(None, query.ids.split(",")))
    found = [e for e in found if not wanted or e.id in wanted][: query.limit]
    return EpisodesOut(episodes=[episode_out(e, house) for e in found])


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
    episode = Episode(id=episode_id, child_id=json.child_id, tray_id=json.tray_id, began=json.began, ended=json.ended,
                      work=json.work, place=json.place)  # fmt: skip
    saved = watch.save_episode(desk(), episode, adult_id(), rounds=json.rounds, helped=json.helped, note=json.note)
    return DoneOut(id=saved)


@bp.post("/episodes/<episode_id>/strike")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["watch"])
def strike(episode_id: str, json: StrikeIn) -> DoneOut:
    """Strike an episode out, or bring it back."""
    watch.strike(desk(), episode_id, json.struck, adult_id())
    return DoneOut(id=episode_id)


@bp.get("/episodes/<episode_id>/trace")
@api.validate(resp=answers(HTTP_200=TracesOut), tags=["watch"])
def trace(episode_id: str) -> TracesOut:
    """Who changed what in an episode, oldest first."""
    at = desk()
    adults = {a.id: a.name for a in at.house().adults}
    return TracesOut(lines=[
        TraceOut(at=t.at, adult=adults.get(t.adult_id or 0, ""), label=t.label, before=t.before, after=t.after)
        for t in watch.trace(at, episode_id)
    ])  # fmt: skip


@bp.post("/presentations")
@api.validate(resp=answers(HTTP_200=PresentedOut), tags=["watch"])
def present_tray(json: PresentationIn) -> PresentedOut:
    """ "I showed this": first, or again."""
    return PresentedOut(again=watch.present_tray(desk(), json.child_id, json.tray_id, adult_id()))

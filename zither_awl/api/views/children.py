"""Children: who they are, and the record of each."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import child_out, children_out, episodes_out, reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.house import ArchiveIn, ChildIn, ChildrenOut, DeleteIn, PermitIn
from zither_awl.api.schemas.keeping import RemovedOut
from zither_awl.api.schemas.watch import PartOut, RecordOut, RecordRowOut, WeekOut
from zither_awl.api.spec import answers, api
from zither_awl.core.ages import corrected_months
from zither_awl.core.body import latest_mobility
from zither_awl.core.judgement import Judgement
from zither_awl.core.values import Child, Measurement, Mobility
from zither_awl.services import people
from zither_awl.services.desk import House
from zither_awl.services.record import record_of
from zither_awl.services.shelf import marks_of

bp = Blueprint("children", __name__, url_prefix="/api/children")


@bp.get("")
@api.validate(resp=answers(HTTP_200=ChildrenOut), tags=["children"])
def list_children() -> ChildrenOut:
    """The children of the house, and the archived ones."""
    at = desk()
    gone = [c for c in at.house().all_children if c.archived]
    return ChildrenOut(children=children_out(at), archived=[child_out(marks_of(c, at.today())) for c in gone])


def _child(json: ChildIn, child_id: int) -> Child:
    measured = tuple(Measurement(on=m.on, stature_mm=m.stature_mm, mass_g=m.mass_g) for m in json.measurements)
    return Child(
        id=child_id,
        name=json.name,
        pattern=json.pattern,
        born=json.born,
        gestation_weeks=json.gestation_weeks,
        sex=json.sex,
        mobility=json.mobility or _latest(json, child_id),
        mobility_since=json.mobility_since,
        still_mouths=json.still_mouths,
        allergies=tuple(json.allergies),
        passions=tuple(w.strip() for w in json.passions if w.strip()),
        language=json.language,
        comes=tuple(json.comes),
        shown=json.shown,
        measurements=measured,
    )


def _latest(json: ChildIn, child_id: int) -> Mobility:
    """What is known of a child's moving; of a new one of which nobody said it, the latest its age allows."""
    born, today = json.born, desk().today()
    if child_id:
        return desk().house().child(child_id).mobility
    return latest_mobility(corrected_months(born, json.gestation_weeks, today) if born <= today else 0)


@bp.post("")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def add_child(json: ChildIn) -> DoneOut:
    """Add a child."""
    return DoneOut(id=people.save_child(desk(), _child(json, 0), adult_id()))


@bp.put("/<int:child_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def change_child(child_id: int, json: ChildIn) -> DoneOut:
    """Change a child; new measurements are added to the old."""
    return DoneOut(id=people.save_child(desk(), _child(json, child_id), adult_id(), version=json.version))


@bp.post("/<int:child_id>/permissions")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def permit(child_id: int, json: PermitIn) -> DoneOut:
    """Decide once that a child may do a kind of work with an adult at the table."""
    people.permit(desk(), child_id, json.kind, json.note, adult_id())
    return DoneOut(id=child_id)


@bp.delete("/<int:child_id>/permissions/<int:permission_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def withdraw(child_id: int, permission_id: int) -> DoneOut:
    """Withdraw what was allowed; it stays in the list with its day."""
    people.withdraw(desk(), child_id, permission_id, adult_id())
    return DoneOut(id=child_id)


@bp.post("/<int:child_id>/archive")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def archive_child(child_id: int, json: ArchiveIn) -> DoneOut:
    """Put a child away with its history, or bring it back."""
    people.archive_child(desk(), child_id, json.archived, adult_id())
    return DoneOut(id=child_id)


@bp.post("/<int:child_id>/delete")
@api.validate(resp=answers(HTTP_200=RemovedOut), tags=["children"])
def delete_child(child_id: int, json: DeleteIn) -> RemovedOut:
    """Delete a child and everything written about it, for good."""
    return RemovedOut(copies_until=people.delete_child(desk(), child_id, json.name))


@bp.get("/<int:child_id>/record")
@api.validate(resp=answers(HTTP_200=RecordOut), tags=["children"])
def get_record(child_id: int) -> RecordOut:
    """Mastery, interest and concentration of one child, per tray, always apart."""
    at = desk()
    house, record = at.house(), record_of(at, child_id)
    slope = record.span.slope
    return RecordOut(
        child=child_out(record.marks),
        rows=[_row(j, house) for j in record.judgements],
        weeks=[WeekOut(week=week, median_min=minutes) for week, minutes in record.span.weeks],
        span_verdict=record.span.verdict,
        span_low=slope.low if slope else None,
        span_high=slope.high if slope else None,
        notes=episodes_out(record.notes, at),
    )


def _row(known: Judgement, house: House) -> RecordRowOut:
    mastery, interest = known.mastery, known.interest
    alone, of, days = mastery.criterion
    return RecordRowOut(
        tray_id=known.tray.id,
        key=known.tray.card.key,
        level=known.tray.card.level,
        tray=known.tray.name,
        area=known.tray.card.area,
        stands=any(p.tray.id == known.tray.id for p in house.placements),
        state=mastery.state,
        mastery=reasons_out(mastery.reasons),
        alone=alone,
        of=of,
        days=days,
        parts=[PartOut(name=name, done=done) for name, done in mastery.parts],
        probability=mastery.probability,
        probability_low=mastery.interval[0],
        probability_high=mastery.interval[1],
        interest=reasons_out(interest.reasons),
        sign=interest.sign,
        faded=interest.faded,
        chosen=interest.chosen,
        available=interest.available,
        seen=interest.seen,
        rate=interest.rate,
        longest_min=known.longest_min,
        repetitions=known.repetitions,
        visits=len(known.visits),
    )

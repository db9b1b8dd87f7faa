"""Use cases of files coming in: every row checked, nothing half imported, bad rows sent back with their problems."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, time, timedelta
from difflib import get_close_matches
from typing import Literal
from uuid import NAMESPACE_URL, uuid5
from zoneinfo import ZoneInfo

from zither_awl.core.cycles import containing
from zither_awl.core.errors import FieldProblem
from zither_awl.core.merge import FORGOTTEN
from zither_awl.core.saying import say, together
from zither_awl.core.values import Episode, EpisodeEvent, Morning, Presentation, Tray
from zither_awl.formats import episode_table, tray_table
from zither_awl.formats.episode_table import EpisodeLine
from zither_awl.formats.tables import read_table, write_table
from zither_awl.formats.tray_table import TrayLine, problem_table, tray_cells
from zither_awl.services.cupboard import as_before
from zither_awl.services.desk import Desk, House
from zither_awl.services.things import cap_problem
from zither_awl.store import Store
from zither_awl.store.log import ExportedWork

Row = Mapping[str, str]
Status = Literal["new", "same", "changed", "bad"]


@dataclass(frozen=True, slots=True)
class ReportRow:
    """One row of the report: its number in the file (from 1), its cells, and what will become of it."""

    number: int
    cells: Row
    status: Status
    changes: tuple[tuple[str, str, str], ...] = ()
    problems: tuple[FieldProblem, ...] = ()


@dataclass(frozen=True, slots=True)
class Report:
    """What was found in a file. `problem_csv` holds the bad rows with a column `problem`."""

    columns: tuple[str, ...]
    rows: tuple[ReportRow, ...]
    problem_csv: str
    taken: int = 0


def rows_of_trays(text: str) -> list[dict[str, str]]:
    """The rows of a CSV of trays. Raises: InvalidValue if the file itself cannot be read."""
    return read_table(text, tray_table.COLUMNS)


def rows_of_episodes(text: str) -> list[dict[str, str]]:
    """The rows of a CSV of episodes. Raises: InvalidValue if the file itself cannot be read."""
    return read_table(text, episode_table.COLUMNS)


def check_trays(desk: Desk, rows: Sequence[Row]) -> Report:
    """Check every row of trays against the house; nothing is written."""
    checked, _ = _check_trays(desk.house(), rows)
    return report_of(rows, checked, tray_table.COLUMNS)


def take_trays(desk: Desk, rows: Sequence[Row], adult_id: int | None) -> Report:
    """Import the good rows, all in one transaction, and report on all of them."""
    house = desk.house()
    checked, lines = _check_trays(house, rows)
    good = [line for row, line in zip(checked, lines, strict=True) if line and row.status in ("new", "changed")]
    if good:
        with desk.write(adult_id, say("Imported {good} trays", good=len(good))) as work:
            _save_trays(work, good, house)
    return replace(report_of(rows, checked, tray_table.COLUMNS), taken=len(good))


def _check_trays(house: House, rows: Sequence[Row]) -> tuple[list[ReportRow], list[TrayLine | None]]:
    read = [tray_table.read_tray(row) for row in rows]
    names = [line.tray.name for line, _ in read if line]
    known = {*names, *(t.name for t in house.trays), *(t.card.name for t in house.trays)}
    checked: list[ReportRow] = []
    lines: list[TrayLine | None] = []
    for number, (row, (line, problems)) in enumerate(zip(rows, read, strict=True), start=1):
        if line is not None:
            over = cap_problem(house, line.bin, (good.bin for good in lines if good))
            problems = (*problems, *_links(line, house, known), *_twice(line, names), *([over] if over else []))
        lines.append(None if problems else line)
        if line is None or problems:
            checked.append(ReportRow(number, row, "bad", (), problems))
        else:
            checked.append(_compared(number, row, line, house))
    return checked, lines


def _links(line: TrayLine, house: House, known: set[str]) -> list[FieldProblem]:
    problems = [_unknown("follows_from", name, sorted(known)) for name in line.follows if name not in known]
    children = [c.name for c in house.children]
    problems += [_unknown("for", name, children) for name in line.for_children if name not in children]
    if line.tray.name in line.follows:
        problems.append(FieldProblem("follows_from", say("{tray} cannot follow from itself.", tray=line.tray.name)))
    return problems


def _twice(line: TrayLine, names: Sequence[str]) -> list[FieldProblem]:
    many = names.count(line.tray.name) > 1
    return (
        [FieldProblem("name", say("{tray} is in the file twice.", tray=line.tray.name), say("Give each its own name."))]
        if many
        else []
    )


def _unknown(column: str, name: str, known: Sequence[str]) -> FieldProblem:
    close = get_close_matches(name, known, n=1)
    hint = (
        say("Did you mean {close}?", close=close[0])
        if close
        else say("Known here: {known}.", known=together(known[:12], ", ") or say("nobody yet"))
    )
    return FieldProblem(column, say("{name} is not known.", name=repr(name)), hint)


def _compared(number: int, row: Row, line: TrayLine, house: House) -> ReportRow:
    old = next((t for t in house.all_trays if t.name == line.tray.name), None)
    if old is None:
        return ReportRow(number, row, "new")
    before, after = cells_of(old, house), tray_cells(line.tray, list(line.follows), line.bin, list(line.for_children))
    changes = tuple((c, before[c], after[c]) for c in after if not _alike(c, before[c], after[c]))
    return ReportRow(number, row, "changed" if changes else "same", changes)


def _alike(column: str, before: str, after: str) -> bool:
    if column in ("follows_from", "for", "tags", "unsafe"):
        return sorted(before.split(" | ")) == sorted(after.split(" | "))
    return before == after


def cells_of(tray: Tray, house: House) -> dict[str, str]:
    """A tray of the house as the cells of a CSV row."""
    cards = {t.card.id: t.card.name for t in house.all_trays}
    children = [c.name for c in house.all_children if c.id in tray.for_children]
    return tray_cells(tray, [cards[f] for f in tray.card.follows if f in cards], house.bin_name(tray.bin_id), children)


def _save_trays(work: Store, lines: Sequence[TrayLine], house: House) -> None:
    """First every tray, then what follows from what, since a row may follow from a later one."""
    old = {t.name: t for t in house.all_trays}
    children = {c.name: c.id for c in house.all_children}
    for line in lines:
        before = old.get(line.tray.name)
        tray = replace(
            line.tray,
            bin_id=work.cupboard.save_bin(line.bin) if line.bin else None,
            for_children=frozenset(children[name] for name in line.for_children),
        )
        if before:
            card = replace(tray.card, id=before.card.id, follows=before.card.follows)
            tray = as_before(replace(tray, id=before.id, card=card), before)
        work.cupboard.save_tray(tray)
    trays = {t.name: t for t in work.cupboard.trays()}
    cards = {t.card.name: t.card.id for t in trays.values()} | {name: t.card.id for name, t in trays.items()}
    for line in lines:
        tray = trays[line.tray.name]
        after = tuple(sorted({cards[name] for name in line.follows}))
        work.cupboard.save_tray(replace(tray, card=replace(tray.card, follows=after)))


def report_of(rows: Sequence[Row], checked: list[ReportRow], columns: tuple[str, ...]) -> Report:
    """The report of rows that were checked, with the bad ones as a CSV to mend."""
    used = tuple(c for c in columns if any(row.get(c) for row in rows))
    bad = [(r.cells, r.problems) for r in checked if r.status == "bad"]
    return Report(used, tuple(checked), problem_table(bad, columns) if bad else "")


def export_trays(desk: Desk) -> str:
    """Every tray of the house as CSV, in the columns that come in."""
    house = desk.house()
    return write_table(tray_table.WRITTEN, [cells_of(t, house) for t in house.trays])


def export_episodes(desk: Desk) -> str:
    """Every episode that was not struck out as CSV, times in the household's zone."""
    house = desk.house()
    with desk.read() as work:
        return _episodes_csv(house, work.log.exported())


def _episodes_csv(house: House, works: Iterable[ExportedWork]) -> str:
    children, trays = {c.id: c.name for c in house.all_children}, {t.id: t.name for t in house.all_trays}
    adults, zone = {a.id: a.name for a in house.adults}, house.zone
    return write_table(
        episode_table.COLUMNS,
        (
            episode_table.episode_cells(
                children[w.child_id],
                trays.get(w.tray_id or 0, w.activity),
                adults.get(w.adult_id or 0, ""),
                _local(w, zone),
                work=w.work,
                place=w.place,
                rounds=w.repetitions if w.ended else 0,
                helped=w.helped,
                notes=w.notes,
            )
            for w in works
        ),
    )


def _local(episode: ExportedWork, zone: ZoneInfo) -> dict[str, str]:
    began = episode.began.astimezone(zone)
    ended = episode.ended.astimezone(zone) if episode.ended else None
    clock = f"{ended:%H:%M:%S}" if ended else ""
    return {"day": began.date().isoformat(), "began": f"{began:%H:%M:%S}", "ended": clock}


def check_episodes(desk: Desk, rows: Sequence[Row]) -> Report:
    """Check every row of episodes against the house; nothing is written."""
    checked, _ = _check_episodes(desk, rows)
    return report_of(rows, checked, episode_table.COLUMNS)


def take_episodes(desk: Desk, rows: Sequence[Row], adult_id: int | None, *, stood: bool = True) -> Report:
    """Import the good rows, their mornings and showings. With `stood`, the trays that stand now stood there then.

    The same file twice changes nothing: an episode is known by child, tray and beginning.
    """
    house = desk.house()
    checked, lines = _check_episodes(desk, rows)
    good = [line for row, line in zip(checked, lines, strict=True) if line and row.status == "new"]
    if good:
        with desk.write(adult_id, say("Imported {good} episodes", good=len(good))) as work:
            _save_episodes(work, good, house)
            if stood:
                _stood_since(work, good, house)
    return replace(report_of(rows, checked, episode_table.COLUMNS), taken=len(good))


def _check_episodes(desk: Desk, rows: Sequence[Row]) -> tuple[list[ReportRow], list[EpisodeLine | None]]:
    house, today = desk.house(), desk.today()
    read = [episode_table.read_episode(row) for row in rows]
    near = _near(desk, [line.day for line, _ in read if line is not None])
    busy: list[tuple[str, datetime, datetime, str]] = _busy(house, near)
    known = {e.id for e in near}
    checked: list[ReportRow] = []
    lines: list[EpisodeLine | None] = []
    for number, (row, (line, problems)) in enumerate(zip(rows, read, strict=True), start=1):
        if line is not None and _id_of(line) in known:
            checked.append(ReportRow(number, row, "same"))
            lines.append(None)
            continue
        if line is not None:
            problems = (*problems, *_named(line, house, today), *_overlap(line, busy, house.zone))
        if line is not None and not problems:
            busy.append((line.child, *_span(line, house.zone), line.tray))
        checked.append(ReportRow(number, row, "bad" if problems else "new", (), tuple(problems)))
        lines.append(None if problems else line)
    return checked, lines


def _near(desk: Desk, days: Sequence[date]) -> tuple[Episode, ...]:
    """The work of the days of a file, and of the days beside them."""
    if not days:
        return ()
    reach = timedelta(days=2)
    first, last = (datetime.combine(day, time(0), UTC) for day in (min(days), max(days)))
    with desk.read() as work:
        ids = work.log.episode_ids([c.id for c in desk.house().all_children], first - reach, last + reach)
        return work.log.episodes(ids)


def _busy(house: House, near: Sequence[Episode]) -> list[tuple[str, datetime, datetime, str]]:
    names, trays = {c.id: c.name for c in house.all_children}, {t.id: t.name for t in house.all_trays}
    return [
        (names[e.child_id], e.began, e.ended, trays.get(e.tray_id or 0, e.activity))
        for e in near
        if e.ended and not e.struck
    ]


def _named(line: EpisodeLine, house: House, today: date) -> list[FieldProblem]:
    children, trays = [c.name for c in house.children], [t.name for t in house.trays]
    problems = [_unknown("child", line.child, children)] if line.child not in children else []
    problems += [_unknown("tray", line.tray, trays)] if line.tray not in trays else []
    problems += [_unknown("present", name, children) for name in line.present if name not in children]
    if line.day > today:
        problems.append(FieldProblem("day", say("{day} is still to come.", day=line.day)))
    return problems


def _overlap(line: EpisodeLine, busy: list[tuple[str, datetime, datetime, str]], zone: ZoneInfo) -> list[FieldProblem]:
    began, ended = _span(line, zone)
    for child, from_, to, tray in busy:
        if child == line.child and from_ < ended and began < to:
            clock = say(
                "{from_} to {to}",
                from_=format(from_.astimezone(zone), "%H:%M"),
                to=format(to.astimezone(zone), "%H:%M"),
            )
            text = say(
                "{began} overlaps {tray}, {clock}, for {child}.",
                began=format(line.began, "%H:%M"),
                tray=tray,
                clock=clock,
                child=child,
            )
            return [FieldProblem("began", text, say("Mend one of the two times."))]
    return []


def _span(line: EpisodeLine, zone: ZoneInfo) -> tuple[datetime, datetime]:
    began = datetime.combine(line.day, line.began, zone)
    return began, datetime.combine(line.day, line.ended, zone) if line.ended else began + timedelta(seconds=1)


def _id_of(line: EpisodeLine) -> str:
    """The same row makes the same id, so that a file taken twice changes nothing."""
    return str(uuid5(NAMESPACE_URL, f"{line.child}/{line.tray}/{line.day}/{line.began}"))


def _save_episodes(work: Store, lines: Sequence[EpisodeLine], house: House) -> None:
    children, trays = {c.name: c.id for c in house.children}, {t.name: t.id for t in house.trays}
    adults = {a.name: a.id for a in house.adults}
    for name in {line.watched_by for line in lines} - {"", *adults}:
        adults[name] = work.people.add_adult(name).id
    mornings = _mornings(work, lines, house, children, adults)
    for line in sorted(lines, key=lambda line: (line.day, line.began)):
        began, ended = _span(line, house.zone)
        child_id, tray_id, adult_id = children[line.child], trays[line.tray], adults.get(line.watched_by)
        episode = Episode(
            id=_id_of(line),
            child_id=child_id,
            tray_id=tray_id,
            began=began,
            ended=ended if line.ended else None,
            work=line.work if line.ended else None,
            place=line.place,
            morning_id=mornings[_id_of(line)],
            adult_id=adult_id,
            local_day=line.day,
            question="" if line.ended else FORGOTTEN,
            told=True,
        )
        work.log.save_episode(house.with_card(episode))
        work.sent.tell(episode, _events(line, ended), episode.id)
        if line.shown:
            work.log.add_presentation(
                Presentation(id=0, child_id=child_id, tray_id=tray_id, at=began, local_day=line.day, adult_id=adult_id)
            )


def _events(line: EpisodeLine, at: datetime) -> list[EpisodeEvent]:
    told = [EpisodeEvent(kind="round", at=at)] * line.rounds
    told += [EpisodeEvent(kind="helped", at=at, cause=line.helped)] if line.helped else []
    return told + ([EpisodeEvent(kind="note", at=at, text=line.note)] if line.note else [])


def _mornings(
    work: Store, lines: Sequence[EpisodeLine], house: House, children: Mapping[str, int], adults: Mapping[str, int]
) -> dict[str, int]:
    """The work cycle of each line, by its id: lines that name another beginning are of another cycle of their day."""
    groups: dict[tuple[date, time | None], list[EpisodeLine]] = {}
    for line in lines:
        groups.setdefault((line.day, line.morning_began), []).append(line)
    found: dict[str, int] = {}
    for (day, _), of_cycle in sorted(groups.items(), key=lambda each: (each[0][0], each[0][1] or time(23, 59))):
        made = _cycle(day, of_cycle, house, children, adults)
        there = work.log.mornings(day=day)
        known = containing(there, made.began, made.ended or made.began)
        if known is None and of_cycle[0].morning_began is None:
            known = next(iter(there), None)
        cycle_id = known.id if known is not None else work.log.save_morning(made)
        found |= {_id_of(line): cycle_id for line in of_cycle}
    return found


def _cycle(
    day: date, lines: Sequence[EpisodeLine], house: House, children: Mapping[str, int], adults: Mapping[str, int]
) -> Morning:
    """The work cycle that lines of one day and one beginning tell of."""
    first, last = min(line.began for line in lines), max(line.ended or line.began for line in lines)
    began = next((line.morning_began for line in lines if line.morning_began), min(first, time(8, 30)))
    ended = next((line.morning_ended for line in lines if line.morning_ended), max(last, time(11, 30)))
    here = {name for line in lines for name in (*line.present, line.child)}
    watcher = next((line.watched_by for line in lines if line.watched_by), "")
    return Morning(
        id=0,
        day=day,
        began=datetime.combine(day, min(began, first), house.zone),
        ended=datetime.combine(day, max(ended, last), house.zone),
        present=frozenset(children[name] for name in here),
        adult_id=adults.get(watcher),
        seen="part" if any(line.seen == "part" for line in lines) else "all",
    )


def _stood_since(work: Store, lines: Sequence[EpisodeLine], house: House) -> None:
    """The trays of the file that stand now, and stood nowhere before, are taken to have stood there from its start."""
    first = min(
        datetime.combine(line.day, line.morning_began or min(line.began, time(8, 30)), house.zone) for line in lines
    )
    named = {line.tray for line in lines}
    for placement in house.placements:
        earlier = [p for p in house.all_placements if p.tray.id == placement.tray.id and p.until is not None]
        if placement.tray.name in named and not earlier and placement.since and placement.since > first:
            work.weeks.stood_since(placement.id, first)

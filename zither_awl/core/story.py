"""The story of a child: what was seen in a span, in sentences an adult can choose from and write anew.

No child is measured against another or against a curriculum: there are no percentages, no ranks, no other child's name
unless it was allowed. Whatever is told was seen or said, with its day.
"""

from __future__ import annotations

import re
from collections import Counter, defaultdict
from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median

from zither_awl.core.saying import as_written, changed, say, together
from zither_awl.core.values import Visit
from zither_awl.core.words import day_text, listed

MOST_ALONE, MOST_LOVED, MOST_NOTES, MOST_NEXT, LEAST_HALF = 8, 4, 6, 4, 6
"""How much of each is told, and so many pieces of work in each half before two halves are told apart. Ours."""
LOVED_DAYS = 3
SOMEBODY = say("another child")
KEYS = ("alone", "loved", "concentration", "words", "notes", "now", "next")


@dataclass(frozen=True, slots=True)
class Seen:
    """What a story is told from: `visits` of the span, oldest first; steps done `alone` with their day; `words` known
    by the language they were asked in; `notes` with their day and adult; what stands now, and what comes."""

    name: str
    from_day: date
    until_day: date
    visits: Sequence[Visit]
    trays: Mapping[int, str]
    alone: Sequence[tuple[date, str]]
    words: Mapping[str, Sequence[str]]
    notes: Sequence[tuple[date, str, str]]
    now: Sequence[str]
    coming: Sequence[tuple[str, str]]


@dataclass(frozen=True, slots=True)
class Part:
    """One part of a story as the program tells it: its heading and its sentences, each a line."""

    key: str
    title: str
    lines: tuple[str, ...]


def story_of(seen: Seen) -> tuple[Part, ...]:
    """The parts there is something to tell of, in their order."""
    told = (
        Part("alone", say("What {seen} came to do alone", seen=seen.name), tuple(_alone(seen))),
        Part("loved", say("What {seen} loves", seen=seen.name), tuple(_loved(seen))),
        Part("concentration", say("Long concentration"), tuple(_concentration(seen))),
        Part("words", say("Words"), tuple(_words(seen))),
        Part("notes", say("What we wrote down"), tuple(_notes(seen))),
        Part("now", say("On the shelf now"), tuple(_now(seen))),
        Part(
            "next",
            say("What comes next"),
            tuple(
                say("{title}: {why}", title=title, why=why) if why else title for title, why in seen.coming[:MOST_NEXT]
            ),
        ),
    )
    return tuple(part for part in told if part.lines)


def _alone(seen: Seen) -> Iterable[str]:
    for day, step in sorted(seen.alone)[-MOST_ALONE:]:
        yield say("{day}: {step}, for the first time without help.", day=day_text(day), step=step)


def _loved(seen: Seen) -> Iterable[str]:
    days: defaultdict[str, set[date]] = defaultdict(set)
    minutes: Counter[str] = Counter()
    for visit in seen.visits:
        name = seen.trays.get(visit.tray_id or 0, visit.activity)
        days[name].add(visit.local_day)
        minutes[name] += round(visit.minutes or 0)
    loved = sorted((name for name in days if name and len(days[name]) >= LOVED_DAYS), key=lambda n: (-len(days[n]), n))
    for name in loved[:MOST_LOVED]:
        yield say(
            "{name}, taken up on {days} days, {minutes} in all.",
            name=name,
            days=len(days[name]),
            minutes=say("{n, plural, one {# minute} other {# minutes}}", n=minutes[name]),
        )


def _concentration(seen: Seen) -> Iterable[str]:
    done = [v for v in seen.visits if v.longest_min is not None]
    if not done:
        return
    longest = max(done, key=lambda v: v.longest_min or 0)
    what = seen.trays.get(longest.tray_id or 0, longest.activity)
    yield (
        say(
            "The longest time without a break: {minutes} with {what}, on {day}.",
            minutes=say("{n, plural, one {# minute} other {# minutes}}", n=round(longest.longest_min or 0)),
            what=what,
            day=day_text(longest.local_day),
        )
    )
    half = seen.from_day + (seen.until_day - seen.from_day) / 2
    early = [v.longest_min or 0 for v in done if v.local_day <= half]
    late = [v.longest_min or 0 for v in done if v.local_day > half]
    if min(len(early), len(late)) >= LEAST_HALF:
        yield (
            say(
                "Usually {minutes} in the first half of this time, {minutes2} in the second.",
                minutes=say("{n, plural, one {# minute} other {# minutes}}", n=round(median(early))),
                minutes2=say("{n, plural, one {# minute} other {# minutes}}", n=round(median(late))),
            )
        )


def _words(seen: Seen) -> Iterable[str]:
    for language, words in sorted(seen.words.items()):
        if words:
            yield say("{language}: {words}.", language=language, words=listed(map(as_written, words)))


def _notes(seen: Seen) -> Iterable[str]:
    newest = {text: (day, text, adult) for day, text, adult in sorted(seen.notes)}
    for day, text, adult in sorted(newest.values())[-MOST_NOTES:]:
        yield say("“{text}” ({part})", text=text, part=together((x for x in (adult, day_text(day)) if x), ", "))


def _now(seen: Seen) -> Iterable[str]:
    if seen.now:
        yield say("{now}.", now=listed(sorted(seen.now)))


def without_names(text: str, names: Collection[str]) -> str:
    """A text in which nobody of these is named."""
    return changed(text, lambda words: _unnamed(words, names)) if names else text


def _unnamed(words: str, names: Collection[str]) -> str:
    for name in sorted(names, key=len, reverse=True):
        words = re.sub(rf"\b{re.escape(name)}\b", SOMEBODY, words)
    return words

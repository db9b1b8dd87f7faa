"""Three-period lessons (PRES-1): which words, which period, what to ask next, and what comes back when.

Review follows boxes with growing days: right at the asking moves a word on, a miss moves it back two and to "show me".
Source of the boxes: Leitner, So lernt man lernen, 1972, from memory; the days 1, 2, 4, 8, 16 are ours.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from itertools import pairwise

from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.values import RUNGS, Said, Turn, Word, WordAnswer, WordSet

REVIEW_DAYS = (1, 2, 4, 8, 16)
BACK = 2
"""A miss goes back two boxes."""
KNOWN_BOX = 3
"""From this box on a word is known well enough to stand beside one it is easily taken for. Ours, no source."""
SHOWN_RIGHT = 3
"""Right at "show me" so often, the last two in a row, before it is asked "what is this?". Ours, no source."""
NEW_IN = 3
"""At most one new word in three, once there are known ones to mix in."""
MOST_TURNS, MISSES = 16, 2
"""A lesson stops after so many turns, or so many misses in a row: before the child does. Ours, no source."""
SMALL_MONTHS = 30
"""Under this age two new words at once, else three (PRES-1). Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Standing:
    """How one word stands: its period, its box (0 to 5), and when it is due, None before it was ever recalled.

    `shown_right`: right at "show me" since it last began anew. `forgotten_at`: the box it was in when it was last
    forgotten, while it is; it then comes back the next day.
    """

    word: Word
    period: Turn
    box: int
    due: date | None
    shown_right: int
    missed: bool
    forgotten_at: int = 0

    @property
    def new(self) -> bool:
        """Whether it was never named."""
        return self.period == "name"


def standing(word: Word, answers: Iterable[WordAnswer], said: date | None = None) -> Standing:
    """How a word stands after these answers to it, in the order they were given.

    Only the last answer of a day at "what is this?" moves it on; a miss always moves it back at once, and it comes back
    the next day. A word that was never named cannot be missed: asked for and not known, it is as new as before. `said`:
    the day an adult said the child knows it; it then begins as known, and is asked for when its days are over.
    """
    period: Turn = "name" if said is None else "recall"
    box, right, missed = 0 if said is None else KNOWN_BOX, 0, False
    due: date | None = None if said is None else said + timedelta(days=REVIEW_DAYS[KNOWN_BOX - 1])
    moved: date | None = None
    forgotten = 0
    for each in sorted((a for a in answers if a.word == word.key), key=lambda a: (a.at, a.turn)):
        day = each.local_day
        if period == "name" and not each.right:
            continue
        if each.turn == "name":
            period = "show" if period == "name" else period
        elif each.turn == "show":
            right = right + 1 if each.right else 0
            missed = missed or not each.right
            period = "recall" if right >= SHOWN_RIGHT else "show"
        elif each.turn == "recall" and each.right:
            missed, period, forgotten = False, "recall", 0
            if moved != day:
                box, moved = min(box + 1, len(REVIEW_DAYS)), day
                due = day + timedelta(days=REVIEW_DAYS[box - 1])
        elif each.turn == "recall":
            forgotten = box or forgotten
            box, right, period, missed, moved = max(0, box - BACK), 0, "show", True, None
            due = day + timedelta(days=REVIEW_DAYS[0])
    return Standing(word, period, box, due, right, missed, forgotten)


@dataclass(frozen=True, slots=True)
class Pick:
    """A word of a lesson: how it stands and why it is in."""

    standing: Standing
    reason: Reason


@dataclass(frozen=True, slots=True)
class WordPlan:
    """The words of the next lesson, and what comes later: when each known word is due again."""

    picks: tuple[Pick, ...]
    coming: tuple[tuple[Word, date], ...]
    kept_apart: tuple[tuple[Word, Word], ...]
    """Words left out today, each with the one it is easily taken for."""


def three_period_plan(
    words: WordSet, history: Sequence[WordAnswer], on: date, months: int = 36, said: Mapping[str, date] = {}, *,
    but: Collection[str] = (), language: str = "en",
) -> WordPlan:  # fmt: skip
    """Which words to take in the next lesson, in which period.

    Two words under 30 months, else three; a set in pairs takes two, and the pair before them again. First what was
    forgotten or is half learned, then what is due, then new ones in the order of the set: any number while nothing is
    known yet, else at most one in three. Two that are kept apart, or were taken for one another, never meet until both
    are known; then they are laid side by side, to compare. Known words fill up. `said`: the words an adult said are
    known, by the day it was said. `but`: words the lesson has had already, when a child wants more.
    """
    stand = [standing(w, history, said.get(w.key)) for w in words.words if w.key not in but]
    mixed = mixed_up(words, history)
    most = 2 if words.in_pairs or months < SMALL_MONTHS else 3
    known = [s for s in stand if s.box > 0]
    new_left = most if not known else max(1, most // NEW_IN)
    picks = _compared(mixed, stand, most, language)
    taken = {p.standing.word.key for p in picks}
    apart: list[tuple[Word, Word]] = []
    for each in sorted((s for s in stand if s.word.key not in taken), key=lambda s: _urgency(s, on)):
        why = _why(each, on, language)
        if why is None or len(picks) >= most or (each.new and new_left == 0):
            continue
        foe = _foe(each, [p.standing for p in picks], words, mixed)
        if foe is not None:
            apart.append((each.word, foe.word))
            continue
        new_left -= each.new
        picks.append(Pick(each, why))
    if words.in_pairs:
        picks += _pair_before(words, picks, stand, language)
    else:
        picks += _filling(words, picks, known, most, mixed, language)
    coming = tuple((s.word, s.due) for s in sorted(stand, key=_by_due) if s.due and s.due > on)
    return WordPlan(tuple(picks), coming, tuple(apart))


def _by_due(each: Standing) -> tuple[date, str]:
    return (each.due or date.max, each.word.key)


def _urgency(each: Standing, on: date) -> tuple[int, date, str]:
    """Forgotten, half learned, due, new, not due; the longest due first, new ones in the set's order."""
    if each.missed:
        return (0, each.due or on, "")
    if not each.new and each.box == 0:
        return (1, each.due or on, "")
    if each.due is not None and each.due <= on:
        return (2, each.due, "")
    return (3 if each.new else 4, each.due or on, "")


def _compared(mixed: Sequence[tuple[str, str]], stand: Sequence[Standing], most: int, language: str) -> list[Pick]:
    """Two that were taken for one another and are both firm now: side by side, to compare."""
    by_key = {s.word.key: s for s in stand}
    for one, other in mixed:
        pair = [by_key[key] for key in (one, other) if key in by_key]
        if len(pair) == 2 <= most and min(s.box for s in pair) >= KNOWN_BOX:
            names = " and ".join(s.word.label(language) for s in pair)
            return [Pick(s, Reason("PRES-1", f"{names} were mixed up and are firm now: side by side, to compare."))
                    for s in pair]  # fmt: skip
    return []


def _why(each: Standing, on: date, language: str) -> Reason | None:
    """Why a word is in today's lesson; None when it need not be."""
    name = each.word.label(language)
    if each.forgotten_at > 1 and each.due is not None and each.due <= on:
        usual = Quantity("days it would have waited", REVIEW_DAYS[each.forgotten_at - 1], "days")
        text = f"{name} was forgotten: it comes back after a day, sooner than it would have."
        return Reason("PRES-1", text, (usual,))
    if each.missed and (each.due is None or each.due <= on):
        return Reason("PRES-1", f"{name} slipped: back to “show me”, without a word about it.")
    if each.missed:
        return None
    if each.new:
        return Reason("PRES-1", f"{name} is new.")
    if each.box == 0:
        return Reason("PRES-1", f"{name} was named and is not recalled yet.")
    if each.due is not None and each.due <= on:
        days = Quantity("days since it was due", (on - each.due).days, "days")
        return Reason("PRES-1", f"{name} is due again.", (days,), source="Leitner 1972, from memory; the days are ours")
    return None


def _foe(each: Standing, picked: Sequence[Standing], words: WordSet,
         mixed: Sequence[tuple[str, str]]) -> Standing | None:  # fmt: skip
    """A word already picked that this one must not meet yet."""
    for other in picked:
        pair = {each.word.key, other.word.key}
        if any(set(p) == pair for p in (*words.apart, *mixed)) and min(each.box, other.box) < KNOWN_BOX:
            return other
    return None


def _pair_before(words: WordSet, picks: Sequence[Pick], stand: Sequence[Standing], language: str) -> list[Pick]:
    """In a set of pairs: the pair just before the first new one, again."""
    new = [words.words.index(p.standing.word) for p in picks if p.standing.new]
    if not new or min(new) < 2:
        return []
    keys = {w.key for w in words.words[min(new) - 2 : min(new)]}
    before = [s for s in stand if s.word.key in keys]
    taken = {p.standing.word.key for p in picks}
    return [Pick(s, Reason("PRES-1", f"{s.word.label(language)} again, from the pair before."))
            for s in before if s.word.key not in taken and not s.new]  # fmt: skip


def _filling(words: WordSet, picks: Sequence[Pick], known: Sequence[Standing], most: int,
             mixed: Sequence[tuple[str, str]], language: str) -> list[Pick]:  # fmt: skip
    """Known words mixed in beside what is learned, so that most turns succeed; the longest unasked first."""
    if not picks or all(p.standing.box > 0 for p in picks):
        return []
    taken, found = [p.standing for p in picks], []
    for each in sorted(known, key=_by_due):
        if len(taken) < most and each not in taken and not each.missed and _foe(each, taken, words, mixed) is None:
            taken.append(each)
            found.append(Pick(each, Reason("PRES-1", f"{each.word.label(language)} is known: mixed in.")))
    return found


@dataclass(frozen=True, slots=True)
class Ask:
    """What to do next in a lesson. `far`: fetch it from across the room; `stop`: end here, with the reason."""

    turn: Turn
    word: Word | None
    far: bool
    stop: str = ""


def next_turn(picks: Sequence[Pick], asked: Sequence[WordAnswer], *, restless: bool = False) -> Ask:
    """What to ask next in a lesson of these words, after what was asked in it so far.

    Each new word is named; then many turns of "show me", the word asked least, every third from afar (always, for a
    child that needs to move: PRES-4); then each is asked for once by "what is this?". It stops kindly: after two misses
    in a row, after sixteen turns, or when every word was recalled.
    """
    if not picks:
        return Ask("name", None, False, "Nothing is due. Come back another day.")
    tries = [a for a in asked if a.turn != "name"]
    if len(tries) >= MISSES and not any(a.right for a in tries[-MISSES:]):
        return Ask("show", None, False, "Two went astray: stop here, put it back together, another day.")
    if len(asked) >= MOST_TURNS:
        return Ask("show", None, False, "That was long enough. Stop while it is still a pleasure.")
    named = {a.word for a in asked if a.turn == "name"}
    for pick in picks:
        if pick.standing.new and pick.standing.word.key not in named:
            return Ask("name", pick.standing.word, False)
    far = restless or len(tries) % 3 == 2
    # Those that are ready are asked in between, so that most turns succeed and no word stands alone.
    if any(not _ready(p.standing, asked) for p in picks):
        counts = Counter(a.word for a in asked if a.turn == "show")
        last = tries[-1].word if tries else ""
        return Ask("show", _least(picks, counts, last), far)
    recalled = {a.word for a in asked if a.turn == "recall"}
    left = [p for p in picks if p.standing.word.key not in recalled]
    if left:
        return Ask("recall", left[0].standing.word, False)
    return Ask("recall", None, False, "All of them. End on that.")


def _least(picks: Sequence[Pick], counts: Counter[str], last: str) -> Word:
    """The word asked least, not the same twice running if there is another."""
    words = [p.standing.word for p in picks]
    return min(words, key=lambda w: (w.key == last and len(words) > 1, counts[w.key], words.index(w)))


def _ready(before: Standing, asked: Sequence[WordAnswer]) -> bool:
    """Whether a word can be asked "what is this?": known before, or shown right often enough by now."""
    own = [a for a in asked if a.word == before.word.key and a.turn in ("show", "recall")]
    if any(a.turn == "recall" for a in own):
        return True
    if before.box > 0 and not before.missed:
        return True
    right = before.shown_right
    for answer in own:
        right = right + 1 if answer.right else 0
    return right >= SHOWN_RIGHT


NOTHING = "nothing"


@dataclass(frozen=True, slots=True)
class Confusions:
    """How often each word (row) was answered by each (column); the last column counts no answer."""

    words: tuple[str, ...]
    counts: tuple[tuple[int, ...], ...]

    def pairs(self, least: int = 2) -> tuple[tuple[str, str, int], ...]:
        """Pairs taken for one another at least so often, most first, both ways added up."""
        found = []
        for a in range(len(self.words)):
            for b in range(a + 1, len(self.words)):
                times = self.counts[a][b] + self.counts[b][a]
                if times >= least:
                    found.append((self.words[a], self.words[b], times))
        return tuple(sorted(found, key=lambda p: (-p[2], p[0], p[1])))


def confusions(words: WordSet, history: Iterable[WordAnswer]) -> Confusions:
    """What was answered for what, at "show me" and at "what is this?"."""
    keys = tuple(w.key for w in words.words)
    at = {key: n for n, key in enumerate(keys)}
    counts = [[0] * (len(keys) + 1) for _ in keys]
    for each in history:
        if each.turn in ("show", "recall") and each.word in at:
            said = each.word if each.right else each.instead
            counts[at[each.word]][at.get(said, len(keys))] += 1
    return Confusions(keys, tuple(tuple(row) for row in counts))


def mixed_up(words: WordSet, history: Iterable[WordAnswer], least: int = 2) -> tuple[tuple[str, str], ...]:
    """Pairs taken for one another at least so often since they were last both recalled rightly on one day."""
    told = sorted(history, key=lambda a: (a.at, a.turn))
    right: dict[str, set[date]] = {}
    for each in told:
        if each.turn == "recall" and each.right:
            right.setdefault(each.word, set()).add(each.local_day)
    found = []
    for one, other, _ in confusions(words, told).pairs(least):
        both = right.get(one, set()) & right.get(other, set())
        since = max(both, default=date.min)
        late = [a for a in told if a.local_day > since and not a.right and {a.word, a.instead} == {one, other}]
        if len(late) >= least:
            found.append((one, other))
    return tuple(found)


ALL_MISSES = 3
"""Asked once through: it ends kindly after so many in a row that are not known yet. Ours, no source."""


@dataclass(frozen=True, slots=True)
class Through:
    """A set asked once through: what is asked next, and what came of it so far. `stop` says why to end here."""

    word: Word | None
    known: tuple[Word, ...]
    not_yet: tuple[Word, ...]
    left: int
    stop: str = ""


def once_through(words: WordSet, asked: Sequence[WordAnswer]) -> Through:
    """What do they know? Each word of a set once, in its order, by "what is this?"; it counts as any other answer does.

    `asked`: the answers of the lesson that is going on. It ends kindly after three in a row that are not known yet.
    """
    told = {a.word: a.right for a in asked if a.turn == "recall"}
    known = tuple(w for w in words.words if told.get(w.key))
    not_yet = tuple(w for w in words.words if told.get(w.key) is False)
    left = [w for w in words.words if w.key not in told]
    in_order = [a.right for a in asked if a.turn == "recall"]
    if len(in_order) >= ALL_MISSES and left and not any(in_order[-ALL_MISSES:]):
        return Through(None, known, not_yet, len(left), "Enough for today: stop here, while it is still a pleasure.")
    if not left:
        return Through(None, known, not_yet, 0, "Each was asked once. Put them back together.")
    return Through(left[0], known, not_yet, len(left))


@dataclass(frozen=True, slots=True)
class Rung:
    """One rung of a quantity: right how often of how many tries, and whether it is firm."""

    turn: Turn
    right: int
    tries: int
    firm: bool


SAID_RUNGS: tuple[Turn, ...] = ("count along", "touch each", "how many")
"""What an adult can mean by saying that a child knows a number."""
FIRM_OF, FIRM_RIGHT = 3, 3
"""A rung is firm when the last three tries were right, on two days. Ours, no source."""


def rungs(words: WordSet, word: str, history: Iterable[WordAnswer], *, said: bool = False) -> tuple[Rung, ...]:
    """Where a child stands with one quantity, rung by rung; none says anything about another (SEQ-3). `said` to be
    known, the rungs up to "how many" are firm until one of them is tried."""
    own = sorted((a for a in history if a.word == word and a.set_key == words.key), key=lambda a: a.at)
    found = []
    for turn in RUNGS:
        tries = [a for a in own if a.turn == turn]
        last = tries[-FIRM_OF:]
        taken = said and not tries and turn in SAID_RUNGS
        firm = taken or (sum(a.right for a in last) >= FIRM_RIGHT and len({a.local_day for a in last}) >= 2)
        found.append(Rung(turn, sum(a.right for a in tries), len(tries), firm))
    return tuple(found)


def next_rung(words: WordSet, history: Sequence[WordAnswer], said: Collection[str] = ()) -> tuple[Word, Turn] | None:
    """The lowest rung that is not firm yet, of the first quantity that has one: small before large (TRAY-3)."""
    for word in words.words:
        for rung in rungs(words, word.key, history, said=word.key in said):
            if not rung.firm:
                return word, rung.turn
    return None


LESSON_GAP = timedelta(minutes=30)


def lesson_since(history: Iterable[WordAnswer], now: datetime) -> tuple[WordAnswer, ...]:
    """The answers of the lesson that is going on: those with no half hour between them and now."""
    found = sorted(history, key=lambda a: a.at)
    if not found or now - found[-1].at > LESSON_GAP:
        return ()
    start = 0
    for n, (a, b) in enumerate(pairwise(found), start=1):
        if b.at - a.at > LESSON_GAP:
            start = n
    return tuple(found[start:])


def proved(sets: Iterable[WordSet], answers: Iterable[WordAnswer], said: Iterable[Said]) -> Iterator[Said]:
    """The levels of cards that children know by their words: every word of the set was pointed to often enough.

    Where an adult said something of the level, that stands.
    """
    told: dict[tuple[int, str], list[WordAnswer]] = {}
    for each in answers:
        told.setdefault((each.child_id, each.set_key), []).append(each)
    spoken = {(s.child_id, s.key, s.level) for s in said}
    for words in sets:
        for (child_id, key), own in told.items():
            if key == words.key and all(standing(w, own).period == "recall" for w in words.words):
                on = max(a.local_day for a in own)
                yield from (Said(child_id=child_id, key=card, level=level, answer="yes", on=on, concluded=True)
                            for card, level in words.proves if (child_id, card, level) not in spoken)  # fmt: skip

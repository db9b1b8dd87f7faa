"""Keeps the small settings: phrases, the devices that were let in, and what the file says about itself."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import select, update
from sqlalchemy.orm import Session

from zither_awl.store.models.settings import FeedRow, PairedDeviceRow, PhraseRow, PinRow, RevisionRow, WelcomeStepRow


@dataclass(frozen=True, slots=True)
class Device:
    """A tablet or telephone that was let in over the home network."""

    id: str
    name: str
    paired_at: datetime
    barred: bool
    keeper: bool = False


class SettingsKeeper:
    """Phrases, devices, the file."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def phrases(self) -> tuple[str, ...]:
        """The household's own phrases, oldest first."""
        return tuple(self._session.scalars(select(PhraseRow.text).order_by(PhraseRow.id)))

    def save_phrases(self, texts: tuple[str, ...]) -> None:
        """Keep just these phrases."""
        rows = {r.text: r for r in self._session.scalars(select(PhraseRow))}
        for text in rows.keys() - set(texts):
            self._session.delete(rows[text])
        self._session.add_all(PhraseRow(text=t) for t in dict.fromkeys(texts) if t not in rows)
        self._session.flush()

    def welcome_steps(self) -> dict[str, str]:
        """The steps of the first evening that are through or put off, by name."""
        return {r.name: r.state for r in self._session.scalars(select(WelcomeStepRow))}

    def save_welcome_step(self, name: str, state: str) -> None:
        """Keep how a step of the first evening stands."""
        row = self._session.get(WelcomeStepRow, name) or WelcomeStepRow(name=name)
        row.state = state
        self._session.add(row)
        self._session.flush()

    def devices(self) -> tuple[Device, ...]:
        """Every device that was let in, barred ones too, oldest first."""
        rows = self._session.scalars(select(PairedDeviceRow).order_by(PairedDeviceRow.paired_at, PairedDeviceRow.id))
        return tuple(Device(r.id, r.name, r.paired_at, r.barred, r.keeper) for r in rows)

    def save_device(self, device: Device) -> None:
        """Insert or update a device."""
        row = self._session.get(PairedDeviceRow, device.id) or PairedDeviceRow(id=device.id)
        row.name, row.paired_at, row.barred = device.name, device.paired_at, device.barred
        row.keeper = device.keeper
        self._session.add(row)
        self._session.flush()

    def pins(self) -> dict[int, str]:
        """By adult: what a PIN is checked by."""
        return {r.adult_id: r.hashed for r in self._session.scalars(select(PinRow))}

    def save_pin(self, adult_id: int, hashed: str) -> None:
        """Keep what an adult's PIN is checked by; "" takes it away."""
        row = self._session.get(PinRow, adult_id)
        if hashed:
            row = row or PinRow(adult_id=adult_id)
            row.hashed = hashed
            self._session.add(row)
        elif row is not None:
            self._session.delete(row)
        self._session.flush()

    def feed_secret(self) -> str:
        """The secret of the calendar's address; "" while there is none."""
        return self._session.scalar(select(FeedRow.secret)) or ""

    def save_feed_secret(self, secret: str) -> None:
        """Give the calendar another secret address, or ("") none."""
        row = self._session.get(FeedRow, 1)
        if secret:
            row = row or FeedRow(id=1)
            row.secret = secret
            self._session.add(row)
        elif row is not None:
            self._session.delete(row)
        self._session.flush()

    def seeded_on(self) -> date | None:
        """The day the demo was seeded, if this is one."""
        return self._session.scalars(select(RevisionRow.seeded_on)).one()

    def mark_seeded(self, day: date) -> None:
        """Say that this is the demo, seeded on a day."""
        self._session.execute(update(RevisionRow).values(seeded_on=day))

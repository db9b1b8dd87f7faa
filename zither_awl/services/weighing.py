"""Use cases of the kitchen scale: what it shows, setting it to zero, and a weight that enters a thing."""

from __future__ import annotations

import time
from collections import deque
from collections.abc import Callable
from dataclasses import replace
from threading import Lock

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import figure, say
from zither_awl.core.weighing import Reading, Weighing, of_one_g, weighed
from zither_awl.devices import Scale, SimulatedScale
from zither_awl.services.desk import Desk
from zither_awl.services.things import save_component

KEPT_S = 4.0


class Weighbridge:
    """The scale of the house with its last seconds of readings. It is read when somebody looks, never by itself."""

    def __init__(self, scale: Scale | None = None, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock = clock
        self.scale: Scale = scale or SimulatedScale(clock)
        self._readings: deque[Reading] = deque()
        self._asked = self._looked = clock()
        self._lock = Lock()

    @property
    def stand_in(self) -> SimulatedScale | None:
        """The scale, where it is one nobody has to own."""
        return self.scale if isinstance(self.scale, SimulatedScale) else None

    def look(self) -> Weighing:
        """Read the scale, and say how it stands."""
        with self._lock:
            now = self._clock()
            if now - self._looked > KEPT_S:
                # Nobody looked for a while: what it showed then says nothing about now.
                self._readings.clear()
                self._asked = now
            self._looked = now
            self._readings.extend(self.scale.read())
            while len(self._readings) > 1 and self._readings[0].at_s < now - KEPT_S:
                self._readings.popleft()
            return weighed(tuple(self._readings), now, self._asked)

    def tare(self) -> None:
        """Set the scale to zero with what lies on it."""
        with self._lock:
            self.scale.read()
            self.scale.tare()
            self._readings.clear()
            self._asked = self._clock()


def weigh_in(desk: Desk, component_id: int, grams: float, pieces: float, adult_id: int | None) -> float:
    """Enter what was weighed: the mass of one of so many `pieces`, g; of a medium, whose `pieces` are ml, its bulk
    density in g/ml. Trays that hold it are reckoned again. Returns what was entered. Raises: NotFound, InvalidValue."""
    house = desk.house()
    thing = house.component(component_id)
    if thing.medium:
        if not 10 <= pieces <= 5000:
            hint = say("Fill a measuring cup to a line, with the empty cup set to zero.")
            raise InvalidValue(
                FieldProblem("pieces", say("is {pieces} ml; expected 10 to 5000 ml.", pieces=figure(pieces)), hint)
            )
        value = round(of_one_g(grams, 1) / pieces, 3)
        known = replace(thing, density_g_ml=value, assumed=tuple(a for a in thing.assumed if a != "density_g_ml"))
    else:
        if pieces != int(pieces):
            raise InvalidValue(
                FieldProblem("pieces", say("is {pieces}; a whole number is expected.", pieces=figure(pieces)))
            )
        value = of_one_g(grams, int(pieces))
        known = replace(thing, mass_g=value, assumed=tuple(a for a in thing.assumed if a != "mass_g"))
    save_component(desk, known, house.bin_name(thing.bin_id) or "", adult_id)
    return value

"""A weight taken from a kitchen scale that settles, trembles, is set to zero, bears too much, and falls silent."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.errors import InvalidValue
from zither_awl.core.weighing import Reading, Weighing, of_one_g, weighed
from zither_awl.devices import SimulatedScale
from zither_awl.devices.scale import ScaleSetting


class Bench:
    """A scale on a bench whose clock stands until somebody moves it; it is asked ten times a second."""

    def __init__(self, seed: int = 1) -> None:
        self.now, self.readings = 0.0, list[Reading]()
        self.scale = SimulatedScale(lambda: self.now, seed)

    def after(self, seconds: float) -> Weighing:
        """What it says after so long."""
        until = self.now + seconds
        while self.now < until:
            self.now += 0.1
            self.readings += self.scale.read()
        return weighed(self.readings, self.now)


def test_a_load_is_not_believed_while_it_settles() -> None:
    bench = Bench()
    assert bench.after(2).state == "waiting"
    bench.scale.steer(replace(bench.scale.setting, load_g=187, settle_s=1.0))
    assert bench.after(0.5).state == "settling"
    assert bench.after(1.0).weight is None
    assert bench.after(6.0).weight == pytest.approx(187, abs=1)


@given(st.floats(5, 4000), st.floats(0, 1.0), st.integers(0, 10_000))
def test_the_tremble_of_a_scale_does_not_move_the_weight_by_more_than_a_gram(
    load: float, noise: float, seed: int
) -> None:
    bench = Bench(seed)
    bench.scale.steer(ScaleSetting(load_g=load, noise_g=noise))
    steady = bench.after(3)
    for _ in range(40):
        if steady.state == "steady":
            break
        steady = bench.after(0.2)
    assert steady.weight == pytest.approx(load, abs=1.5)


def test_a_scale_that_trembles_too_much_is_never_steady() -> None:
    bench = Bench()
    bench.scale.steer(ScaleSetting(load_g=200, noise_g=8))
    assert {bench.after(0.3).state for _ in range(30)} <= {"settling", "waiting"}


def test_a_slow_creep_looks_still_for_a_moment_and_is_not_believed() -> None:
    creeping = [Reading(n / 10, 200 + n * 0.15) for n in range(20)]
    assert weighed(creeping, 1.9).state == "settling"
    assert weighed([Reading(n / 10, 200.0) for n in range(20)], 1.9).weight == 200


def test_a_few_readings_are_not_enough() -> None:
    assert weighed([Reading(n / 100, 200.0) for n in range(20)], 0.2).state == "settling"
    assert weighed([Reading(0.0, 200.0), Reading(1.4, 200.0)], 1.4).state == "settling"


def test_what_lies_on_it_when_it_is_set_to_zero_is_taken_off() -> None:
    bench = Bench()
    bench.scale.put_on(120)
    bench.after(4)
    bench.scale.tare()
    bench.readings.clear()
    assert bench.after(3).state == "waiting"
    bench.scale.put_on(120 + 85)
    assert bench.after(4).weight == pytest.approx(85, abs=1)
    bench.scale.put_on(0)
    emptied = bench.after(4)
    assert (emptied.state, emptied.weight) == ("below zero", None)
    assert "set it to zero again" in emptied.text


def test_too_much_is_told_and_gives_no_weight() -> None:
    bench = Bench()
    bench.scale.steer(ScaleSetting(load_g=5200, most_g=5000))
    over = bench.after(3)
    assert (over.state, over.weight) == ("overload", None)
    assert "in parts" in over.text


def test_silence_is_told_after_two_seconds_with_how_long_it_lasted() -> None:
    assert weighed([], 1.0, asked_s=0.0).state == "waiting"
    assert weighed([], 2.5, asked_s=0.0).state == "silent"
    bench = Bench()
    bench.scale.put_on(187)
    bench.after(3)
    bench.scale.steer(replace(bench.scale.setting, silent=True))
    assert bench.after(1).state != "silent"
    silent = bench.after(2)
    assert (silent.state, silent.weight) == ("silent", None)
    assert "gave no reading for 3 s; is it switched on?" in silent.text


def test_the_same_seed_gives_the_same_readings() -> None:
    first, second = Bench(7), Bench(7)
    for bench in (first, second):
        bench.scale.put_on(50)
        bench.after(1)
    assert first.readings == second.readings


def test_several_pieces_are_shared_out() -> None:
    assert of_one_g(120, 10) == 12
    for weight, pieces, field in ((0, 1, "grams"), (120, 0, "pieces"), (120, 2000, "pieces"), (30_000, 1, "grams")):
        with pytest.raises(InvalidValue) as caught:
            of_one_g(weight, pieces)
        assert [p.field for p in caught.value.problems] == [field]


def test_a_setting_that_no_scale_has_is_refused_by_name() -> None:
    with pytest.raises(InvalidValue) as caught:
        ScaleSetting(noise_g=-1, most_g=0)
    assert {p.field for p in caught.value.problems} == {"noise_g", "most_g"}

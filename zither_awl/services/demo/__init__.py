"""The invented household of the demo: its people and things, and sixteen weeks of simulated mornings."""

from zither_awl.services.demo.seed import SEED, prepare_demo, seed_demo

__all__ = ["SEED", "prepare_demo", "seed_demo"]

"""Devices of the house behind a Protocol each, and the stand-ins that ship: a kitchen scale and a label printer."""

from zither_awl.devices.printer import Job, LabelPrinter, SimulatedPrinter
from zither_awl.devices.scale import Scale, SimulatedScale

__all__ = ["Job", "LabelPrinter", "Scale", "SimulatedPrinter", "SimulatedScale"]

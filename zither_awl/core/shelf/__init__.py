"""What stands where, and whether it is right for everyone who can reach it."""

from zither_awl.core.shelf.check import actions_for, check_shelf
from zither_awl.core.shelf.rules import RULES, Rule, Scene

__all__ = ["RULES", "Rule", "Scene", "actions_for", "check_shelf"]

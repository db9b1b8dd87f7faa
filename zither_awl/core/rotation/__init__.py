"""What goes out, what comes in, and why; or why nothing should change yet."""

from zither_awl.core.judgement import State
from zither_awl.core.rotation.change import Change, Swap, after_swaps, new_trouble, propose_change
from zither_awl.core.rotation.explain import explain_not

__all__ = ["Change", "State", "Swap", "after_swaps", "explain_not", "new_trouble", "propose_change"]

"""Pure thought: values, rules and reasons. No clock, no disk, no network, no hidden chance."""

"""Things: what is owned, of which kind, in which shape, how full it gets, and how people say it."""

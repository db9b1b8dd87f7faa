"""The hall: one function a use case. Loads, calls the core, saves; the only place that reads the clock."""

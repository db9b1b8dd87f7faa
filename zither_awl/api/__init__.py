"""The front door: reads requests into core values, calls one service, answers in the words of the schemas."""

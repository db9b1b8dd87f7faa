"""The workshop: core values to and from the files people keep. Pure but for the format itself."""

"""What comes in and goes out, one file a subject. In and Out models are kept apart."""

"""A blueprint a subject. A view reads, makes one call and answers; it knows no other view."""

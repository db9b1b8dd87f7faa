"""What changes from week to week: themes, absences, books, arrivals, what is to be done by then, and looking ahead."""

"""Every language: its tables whole, its words in their places."""

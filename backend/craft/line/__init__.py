"""One line as practitioners say it, read into a situation."""

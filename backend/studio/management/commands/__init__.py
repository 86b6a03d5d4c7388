"""Commands for whoever runs the application."""

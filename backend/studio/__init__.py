"""The Django project: settings, addresses, the API and its one shape of error."""

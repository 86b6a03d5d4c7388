"""What Django knows of this app."""

from django.apps import AppConfig


class Config(AppConfig):
    """The app as it is installed."""

    name = "links"
    default_auto_field = "django.db.models.BigAutoField"

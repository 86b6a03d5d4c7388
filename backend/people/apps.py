"""App."""

from django.apps import AppConfig


class Config(AppConfig):
    """This app."""

    name = "people"
    default_auto_field = "django.db.models.BigAutoField"

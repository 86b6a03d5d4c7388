"""App."""

from django.apps import AppConfig


class Config(AppConfig):
    """This app."""

    name = "gear"
    default_auto_field = "django.db.models.BigAutoField"

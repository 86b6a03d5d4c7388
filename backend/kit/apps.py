"""Bodies and lenses of a person."""

from django.apps import AppConfig


class Config(AppConfig):
    """The tables keep the name that the first released database gave them."""

    name = "kit"
    label = "gear"
    default_auto_field = "django.db.models.BigAutoField"

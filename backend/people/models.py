"""What a photographer brings, one row per account."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Profile(models.Model):
    """Taste and habits: see forms.profile_form for the document. of_demo: the account is one that the demo made."""

    person = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="profile")
    document = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    of_demo = models.BooleanField(default=False)

    def __str__(self) -> str:
        return f"profile of {self.person}"

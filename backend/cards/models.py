"""Frozen setups."""

from __future__ import annotations

from django.db import models

from outings.models import Situation


class Card(models.Model):
    """A snapshot of a situation, its setup and the answers to the test frame.

    fingerprint: hash of what the advice was asked; the card is stale when it differs now.
    """

    situation = models.ForeignKey(Situation, models.CASCADE, related_name="cards")
    made_at = models.DateTimeField(auto_now_add=True)
    fingerprint = models.CharField(max_length=64)
    snapshot = models.JSONField()

    class Meta:
        ordering = ["-id"]

    def __str__(self) -> str:
        return f"card of {self.situation}"

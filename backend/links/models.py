"""A link to a body, and what was last written over it."""

from __future__ import annotations

from django.db import models

from kit.models import Piece
from outings.models import Situation


class Link(models.Model):
    """A body that was paired with. address: where it answers; token: what every call carries; named, serial: who answered when it was paired;
    simulated: it said that it is a stand-in; firmware: that it had when it was paired, or when what it has was last
    written down; facts_before: what was written down of it until then, null where that is not to be given back; standing: what it held before its slots are given back, null while that is not under way."""

    piece = models.OneToOneField(Piece, models.CASCADE, related_name="link")
    address = models.CharField(max_length=120)
    token = models.CharField(max_length=200)
    named = models.CharField(max_length=80)
    serial = models.CharField(max_length=40)
    simulated = models.BooleanField(default=False)
    firmware = models.CharField(max_length=40, blank=True)
    facts_before = models.JSONField(null=True)
    standing = models.JSONField(null=True)
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.piece.slug} at {self.address}"


class Loading(models.Model):
    """The setup that was written to a body last, a situation's or a special one. before: what it held of what was written; refused: by setting, why it did not take a value and what
    it would take instead; whole: it was written to its end, so that what differs from then on has moved."""

    link = models.OneToOneField(Link, models.CASCADE, related_name="loading")
    situation = models.ForeignKey(Situation, models.SET_NULL, null=True)
    special = models.CharField(max_length=20, blank=True)
    title = models.CharField(max_length=120)
    before = models.JSONField(default=dict)
    refused = models.JSONField(default=dict)
    whole = models.BooleanField(default=False)
    at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return f"{self.title} written to {self.link}"


class SlotBefore(models.Model):
    """What a slot of a body held before it was filled over a link; values: null where nothing was kept in it."""

    link = models.ForeignKey(Link, models.CASCADE, related_name="slots_before")
    bank = models.PositiveIntegerField()
    number = models.PositiveIntegerField()
    title = models.CharField(max_length=120, blank=True)
    values = models.JSONField(null=True)

    class Meta:
        ordering = ["bank", "number"]
        constraints = [models.UniqueConstraint(fields=["link", "bank", "number"], name="one_before_per_slot")]

    def __str__(self) -> str:
        return f"slot {self.number} of {self.link}, as it was"

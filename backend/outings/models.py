"""A day and the situations along it."""

from __future__ import annotations

from typing import Literal, cast

from django.conf import settings
from django.db import models

from forms.outing_form import DAWN_MIN


class Outing(models.Model):
    """A day out. mains_hz: frequency of the mains at its place, null where it is as usual; utc_offset_min: its clock's minutes before UTC's;
    lies: its forms.outing_form.Coordinates, null where nobody said; faces: names of those whose day it is, the first first."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="outings")
    title = models.CharField(max_length=120)
    place = models.CharField(max_length=120, blank=True)
    day = models.DateField()
    mains_hz = models.PositiveSmallIntegerField(null=True, blank=True)
    utc_offset_min = models.SmallIntegerField(null=True, blank=True)
    lies = models.JSONField(null=True, blank=True)
    faces = models.JSONField(default=list, blank=True)
    revision = models.PositiveIntegerField(default=1)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["day", "id"]

    def __str__(self) -> str:
        return self.title

    @property
    def mains(self) -> Literal[50, 60] | None:
        """Frequency of the mains at its place, as it may be."""
        return cast("Literal[50, 60] | None", self.mains_hz)

    def in_order(self) -> list[Situation]:
        """The situations that are there, in the order of their hours."""
        return sorted(self.situations.filter(deleted_at=None), key=lambda row: row.begins)


class Situation(models.Model):
    """One picture of the day. The document is forms.outing_form.SituationDocument."""

    outing = models.ForeignKey(Outing, models.CASCADE, related_name="situations")
    position = models.PositiveIntegerField()
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["position", "id"]
        indexes = [models.Index(fields=["outing", "deleted_at", "position"])]

    def __str__(self) -> str:
        return str(self.document.get("title", ""))

    @property
    def begins(self) -> int:
        """Minutes from the midnight before the day; the small hours come after its evening."""
        hours, minutes = self.document["starts_at"].split(":")[:2]
        since = int(hours) * 60 + int(minutes)
        return since + 24 * 60 if since < DAWN_MIN else since


class Earlier(models.Model):
    """An earlier document of a situation; a hundred are kept."""

    situation = models.ForeignKey(Situation, models.CASCADE, related_name="earlier")
    revision = models.PositiveIntegerField()
    document = models.JSONField()

    class Meta:
        ordering = ["-revision"]
        constraints = [models.UniqueConstraint(fields=["situation", "revision"], name="one_document_per_revision")]

    def __str__(self) -> str:
        return f"{self.situation} at {self.revision}"


class KeptFrame(models.Model):
    """A rehearsed frame that was kept: the figures it is drawn from (craft.render.shot.Shot), not its pixels."""

    situation = models.ForeignKey(Situation, models.CASCADE, related_name="kept")
    name = models.CharField(max_length=80)
    recipe = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class Picture(models.Model):
    """A picture of the place that a person brought: what it is, and how much light its middle tone is; its pixels are apart.

    kind: finished, raw, light or set; wide, high: pixels of the file; ev100: EV at ISO 100 of its middle tone, null where nobody knows;
    error: stops by which its tones may be wrong; told: figures of its exposure; size: bytes of its light; painted: distances painted
    over it, as forms.areas_form has them.
    """

    situation = models.ForeignKey(Situation, models.CASCADE, related_name="pictures")
    name = models.CharField(max_length=80)
    kind = models.CharField(max_length=10)
    wide = models.PositiveIntegerField()
    high = models.PositiveIntegerField()
    ev100 = models.FloatField(null=True)
    error = models.FloatField()
    told = models.JSONField(default=dict)
    size = models.PositiveIntegerField()
    painted = models.JSONField(default=dict)
    revision = models.PositiveIntegerField(default=1)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return self.name


class PictureLight(models.Model):
    """The light of a picture, scaled down: a PNG of a finished one's levels, else a TIFF of light and of what is unsure of it.

    In the database, so that it is nobody else's, goes when its owner or its situation goes, and is in every copy.
    """

    picture = models.OneToOneField(Picture, models.CASCADE, related_name="light", primary_key=True)
    data = models.BinaryField()

    def __str__(self) -> str:
        return f"light of {self.picture}"


class Ticked(models.Model):
    """A check of an outing that was made, and when; a check without a row has not been made."""

    outing = models.ForeignKey(Outing, models.CASCADE, related_name="ticked")
    check_slug = models.CharField(max_length=80)
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["outing", "check_slug"], name="one_tick_per_check")]

    def __str__(self) -> str:
        return self.check_slug


class Filling(models.Model):
    """What a slot of a body holds on an outing by the person's own choice; a slot without a row is computed.

    special: a setup that is none of the day's (craft.day.special), else the situation is given.
    """

    outing = models.ForeignKey(Outing, models.CASCADE, related_name="fillings")
    body = models.SlugField(max_length=80)
    bank = models.PositiveIntegerField(default=1)
    number = models.PositiveIntegerField()
    situation = models.ForeignKey(Situation, models.CASCADE, null=True, blank=True)
    special = models.CharField(max_length=20, blank=True)

    class Meta:
        ordering = ["body", "bank", "number"]
        constraints = [models.UniqueConstraint(fields=["outing", "body", "bank", "number"], name="one_choice_per_slot")]

    def __str__(self) -> str:
        return f"{self.body}, slot {self.number}"

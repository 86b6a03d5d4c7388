"""A person's bodies and lenses."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Piece(models.Model):
    """A body or a lens; the document is the open form of exchange.kit_form."""

    class Kind(models.TextChoices):
        """What it is."""

        BODY = "body"
        LENS = "lens"

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="pieces")
    kind = models.CharField(max_length=4, choices=Kind)
    slug = models.SlugField(max_length=80)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["kind", "id"]
        constraints = [models.UniqueConstraint(fields=["person", "kind", "slug"], name="one_slug_per_person")]

    def __str__(self) -> str:
        return f"{self.kind} {self.slug}"


class Dialect(models.Model):
    """A body's own words; the document is the open form of exchange.dialect_form."""

    piece = models.OneToOneField(Piece, models.CASCADE, related_name="dialect")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)

    def __str__(self) -> str:
        return f"words of {self.piece.slug}"


class Held(models.Model):
    """What a body is believed to hold for one setting; a setting without a row is unknown."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="held")
    setting = models.CharField(max_length=60)
    value = models.JSONField()
    since = models.DateTimeField()
    verified_at = models.DateTimeField(null=True, blank=True)
    firmware = models.CharField(max_length=40, blank=True)

    class Meta:
        ordering = ["setting"]
        constraints = [models.UniqueConstraint(fields=["piece", "setting"], name="one_value_per_setting")]

    def __str__(self) -> str:
        return f"{self.piece.slug}: {self.setting}"

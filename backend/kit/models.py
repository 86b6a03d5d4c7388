"""A person's bodies and lenses."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Piece(models.Model):
    """A body or a lens; the document is the open form of forms.kit_form."""

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
    """A body's own words; the document is the open form of forms.dialect_form."""

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


class Layout(models.Model):
    """How its owner has laid a body out; the document is forms.layout_form.LayoutForm."""

    piece = models.OneToOneField(Piece, models.CASCADE, related_name="layout")
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)

    def __str__(self) -> str:
        return f"layout of {self.piece.slug}"


class Slot(models.Model):
    """What a custom slot of a body is believed to bring back; a slot without a row holds nobody knows what."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="slots")
    bank = models.PositiveIntegerField(default=1)
    number = models.PositiveIntegerField()
    title = models.CharField(max_length=120)
    values = models.JSONField()
    at = models.DateTimeField()

    class Meta:
        ordering = ["bank", "number"]
        constraints = [models.UniqueConstraint(fields=["piece", "bank", "number"], name="one_content_per_slot")]

    def __str__(self) -> str:
        return f"{self.piece.slug}, slot {self.number}: {self.title}"


class Refused(models.Model):
    """A setting that could not be set on a body, and why."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="refused")
    setting = models.CharField(max_length=60)
    why = models.CharField(max_length=200)
    at = models.DateTimeField()

    class Meta:
        ordering = ["setting"]
        constraints = [models.UniqueConstraint(fields=["piece", "setting"], name="one_refusal_per_setting")]

    def __str__(self) -> str:
        return f"{self.piece.slug}: {self.setting}"


class FirstStep(models.Model):
    """A step of the first day with a body that was done, and when; a step without a row was not."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="first_steps")
    slug = models.CharField(max_length=40)
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["piece", "slug"], name="one_row_per_first_step")]

    def __str__(self) -> str:
        return f"{self.piece.slug}: {self.slug}"


class SensorFrame(models.Model):
    """The middle of a raw that a body's sensor is measured by: counts of its two greens (zlib of 16 bits), no picture. mean: over black; grey_stops: from what the meter aimed at to white, where the frame was metered."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="sensor_frames")
    digest = models.CharField(max_length=64)
    name = models.CharField(max_length=120)
    iso = models.FloatField()
    black = models.FloatField()
    white = models.FloatField()
    mean = models.FloatField()
    grey_stops = models.FloatField(null=True)
    across = models.PositiveIntegerField()
    data = models.BinaryField()

    class Meta:
        ordering = ["iso", "mean", "id"]
        constraints = [models.UniqueConstraint(fields=["piece", "digest"], name="one_sensor_frame_per_file")]

    def __str__(self) -> str:
        return f"{self.name} at ISO {self.iso:g}"


class LampFrame(models.Model):
    """A raw of an even wall under a lamp on the mains, by which it is measured how long a frame is read: the light of its lines (floats of 32 bits), no picture."""

    piece = models.ForeignKey(Piece, models.CASCADE, related_name="lamp_frames")
    digest = models.CharField(max_length=64)
    name = models.CharField(max_length=120)
    lines = models.BinaryField()

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["piece", "digest"], name="one_lamp_frame_per_file")]

    def __str__(self) -> str:
        return f"{self.name} under a lamp"


class SensorBefore(models.Model):
    """What a body's sensor was taken to be before it was measured: given back by a press."""

    piece = models.OneToOneField(Piece, models.CASCADE, related_name="sensor_before")
    figures = models.JSONField()
    frames = models.PositiveIntegerField()
    at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"{self.piece.slug} before it was measured"

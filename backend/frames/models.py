"""Frames that came back: what their files told, a small picture of each, and what a person says of them. The files themselves are not kept."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from outings.models import Outing, Situation


class Frame(models.Model):
    """A frame that came back from an outing.

    situation: where a hand put it, null where its hour decides; digest: of its file; body, lens: as the file names them; taken: by the body's own clock,
    kept as if it was UTC, null where the file does not tell; zone_min: that clock's minutes before UTC's; rating: 1 to 5, -1 thrown away, as the file has
    it; kept: as it was judged here; mean_stops: its mean from mid-grey; full: share at full white of red, green and blue; burnt: of any of them; smeared: what of it
    is (`craft.review.sharpness.How`), empty where its file is not read pixel by pixel; soft_px, focus_px, smear_px, smear_deg: its blur, null where that is not told;
    red_stops, blue_stops: its balance (`craft.review.cast.Balance`); distance_m: that its lens was focused at; mode: that it was exposed in, empty where its file does not tell; white: automatic or set, the same.
    """

    outing = models.ForeignKey(Outing, models.CASCADE, related_name="came")
    situation = models.ForeignKey(Situation, models.SET_NULL, null=True, blank=True, related_name="came")
    digest = models.CharField(max_length=64)
    name = models.CharField(max_length=120)
    kind = models.CharField(max_length=10)
    body = models.CharField(max_length=80, blank=True)
    lens = models.CharField(max_length=80, blank=True)
    taken = models.DateTimeField(null=True)
    zone_min = models.SmallIntegerField(null=True)
    shutter_s = models.FloatField(null=True)
    aperture = models.FloatField(null=True)
    iso = models.FloatField(null=True)
    focal_mm = models.FloatField(null=True)
    wide = models.PositiveIntegerField()
    high = models.PositiveIntegerField()
    rating = models.SmallIntegerField(null=True)
    kept = models.BooleanField(null=True)
    mean_stops = models.FloatField()
    burnt = models.FloatField()
    full = models.JSONField(default=list)
    smeared = models.CharField(max_length=10, blank=True)
    soft_px = models.FloatField(null=True)
    focus_px = models.FloatField(null=True)
    smear_px = models.FloatField(null=True)
    smear_deg = models.FloatField(null=True)
    red_stops = models.FloatField(null=True)
    blue_stops = models.FloatField(null=True)
    distance_m = models.FloatField(null=True)
    mode = models.CharField(max_length=20, blank=True)
    white = models.CharField(max_length=10, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["taken", "id"]
        indexes = [models.Index(fields=["outing", "taken"])]
        constraints = [models.UniqueConstraint(fields=["outing", "digest"], name="one_frame_per_file")]

    def __str__(self) -> str:
        return self.name


class SmallPicture(models.Model):
    """A small JPEG of a frame, in the database like the light of a picture: nobody else's, and in every copy."""

    frame = models.OneToOneField(Frame, models.CASCADE, related_name="small", primary_key=True)
    data = models.BinaryField()

    def __str__(self) -> str:
        return f"{self.frame}, small"


class FinePiece(models.Model):
    """A piece of a frame where it is sharpest, a JPEG pixel by pixel; place: its left, top, width and height, as shares of the frame; times: pixels of the file to one of it."""

    frame = models.OneToOneField(Frame, models.CASCADE, related_name="fine", primary_key=True)
    data = models.BinaryField()
    place = models.JSONField()
    times = models.PositiveSmallIntegerField()

    def __str__(self) -> str:
        return f"{self.frame}, pixel by pixel"


class BodyClock(models.Model):
    """How many seconds the clock of a body, as its files name it, was ahead of the day's on an outing."""

    outing = models.ForeignKey(Outing, models.CASCADE, related_name="clocks")
    said = models.CharField(max_length=80, blank=True)
    off_s = models.FloatField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["outing", "said"], name="one_clock_per_body")]

    def __str__(self) -> str:
        return f"{self.said}: {self.off_s:+g} s"


class KnownBody(models.Model):
    """Which of a person's bodies files mean by a name, as the person said once."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="known_bodies")
    said = models.CharField(max_length=80, blank=True)
    slug = models.SlugField(max_length=80)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "said"], name="one_body_per_name")]

    def __str__(self) -> str:
        return f"{self.said} is {self.slug}"

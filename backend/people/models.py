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


class Answered(models.Model):
    """What was answered to something that a page sends again when the answer was lost.

    key: the page's own name for what it sends; sent: hash of where and what; answer: its text.
    """

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="answered")
    key = models.CharField(max_length=80)
    sent = models.CharField(max_length=64)
    status = models.PositiveSmallIntegerField()
    answer = models.TextField()
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["person", "key"], name="one_answer_per_key")]
        indexes = [models.Index(fields=["at"])]

    def __str__(self) -> str:
        return f"{self.status} to {self.key}"


class RecoveryCode(models.Model):
    """A way back in that needs no mail: one of a person's codes, as its hash; one that was used is gone.

    digest: SHA-256 of the person and the code, which is long enough (79 bits) that nobody finds it from its hash.
    """

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="recovery_codes")
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["id"]

    def __str__(self) -> str:
        return f"a recovery code of {self.person}"


class Browser(models.Model):
    """A browser that signed in: known by a key that it keeps and we do not. session: that of its person, empty once signed out; kind: phone or desk."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="browsers")
    digest = models.CharField(max_length=64)
    session = models.CharField(max_length=40, blank=True, db_index=True)
    kind = models.CharField(max_length=8)
    made_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField()

    class Meta:
        ordering = ["-seen_at", "-id"]
        constraints = [models.UniqueConstraint(fields=["person", "digest"], name="one_row_per_browser")]

    def __str__(self) -> str:
        return f"a {self.kind} of {self.person}"


class Knock(models.Model):
    """Wrong passwords or codes for an account from one place that is not known: the place as a hash, so that it is told from others and not kept."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="knocks")
    place = models.CharField(max_length=64, blank=True)
    times = models.PositiveIntegerField(default=0)
    first_at = models.DateTimeField(auto_now_add=True)
    last_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["person", "place"], name="one_row_per_place")]

    def __str__(self) -> str:
        return f"{self.times} at the door of {self.person}"


class SecondFactor(models.Model):
    """A device of a person's whose figures are asked for beside the password. last_step: the step of time of the figures that were used last."""

    person = models.OneToOneField(settings.AUTH_USER_MODEL, models.CASCADE, related_name="second_factor")
    secret = models.CharField(max_length=64)
    confirmed = models.BooleanField(default=False)
    last_step = models.PositiveBigIntegerField(default=0)
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return f"second factor of {self.person}"

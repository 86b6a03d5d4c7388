"""Jobs: what was asked for, how far it is, and what it came to."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class State(models.TextChoices):
    """How far a job is."""

    WAITING = "waiting"
    WORKING = "working"
    DONE = "done"
    FAILED = "failed"
    STOPPED = "stopped"

    @property
    def ended(self) -> bool:
        """Whether nothing more comes of it."""
        return self in (State.DONE, State.FAILED, State.STOPPED)


class Job(models.Model):
    """A piece of work for a person.

    what: which work it is; key: hash of all that it is made from, so that it is done once; about: what the worker is told;
    part: share that is done; touched_at: when the worker last said so.
    """

    person = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="jobs")
    what = models.CharField(max_length=40)
    key = models.CharField(max_length=64)
    about = models.JSONField()
    state = models.CharField(max_length=8, choices=State, default=State.WAITING)
    part = models.FloatField(default=0)
    result = models.JSONField(null=True)
    asked_at = models.DateTimeField(auto_now_add=True)
    touched_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["id"]
        constraints = [models.UniqueConstraint(fields=["person", "what", "key"], name="one_job_for_the_same_work")]
        indexes = [models.Index(fields=["person", "touched_at"])]

    def __str__(self) -> str:
        return f"{self.what}: {self.state}"

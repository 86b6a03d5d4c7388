"""Asking for work, looking after it, stopping it."""

from __future__ import annotations

import hashlib
import time
from collections.abc import Callable, Hashable
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone
from django_tasks.base import Task

from jobs.models import Job, State

SILENT = timedelta(seconds=60)
"""After so long without a word from its worker, a job was broken off and is begun anew by whoever asks."""

KEPT = timedelta(days=2)
MOST_KEPT = 60
"""Jobs of a person whose results are kept, the latest ones."""

TOLD_EVERY_S = 0.3

Progress = Callable[[float], None]


class StoppedError(Exception):
    """The person does not want this any more, or what it was asked for is not there as it was."""


def key_of(of: Hashable) -> str:
    """The name of a job that is made from these things."""
    return hashlib.sha256(repr(of).encode()).hexdigest()


def found(person: User, what: str, key: str) -> Any:
    """What is known of a job by now: its result, or what was known when it was asked for; None where it was not."""
    return Job.objects.filter(person=person, what=what, key=key).values_list("result", flat=True).first()


def ask(person: User, what: str, key: str, task: Task[..., Any], about: dict[str, Any], so_far: Any = None) -> Job:
    """The job of this name, asked for if it was not yet; one that was broken off is begun anew, one that was stopped is not.

    so_far: what is known already, and stays the result until the job has a better one.
    """
    with transaction.atomic():
        job, new = Job.objects.get_or_create(person=person, what=what, key=key, defaults={"about": about, "result": so_far})
        state = State(job.state)
        lost = not state.ended and job.touched_at < timezone.now() - SILENT
        if new or lost:
            job.state, job.part = State.WAITING, 0.0
            job.save(update_fields=["state", "part", "touched_at"])
            transaction.on_commit(lambda: task.enqueue(job.pk))
        if new:
            _sweep(person)
    return job


def _sweep(person: User) -> None:
    rows = Job.objects.filter(person=person)
    rows.filter(touched_at__lt=timezone.now() - KEPT).delete()
    old = list(rows.order_by("-touched_at").values_list("pk", flat=True)[MOST_KEPT:])
    rows.filter(pk__in=old).delete()


def stop(job: Job) -> None:
    """Stop a job that has not ended; the worker sees it when it next says how far it is."""
    Job.objects.filter(pk=job.pk, state__in=(State.WAITING, State.WORKING)).update(state=State.STOPPED, touched_at=timezone.now())
    job.refresh_from_db()


def forget(job: Job) -> None:
    """Know nothing of a job any more: whoever asks for the work next has it begun anew. One that is at work sees it when it next says how far it is."""
    Job.objects.filter(pk=job.pk).delete()


def work(pk: int, make: Callable[[Job, Progress], Any]) -> None:
    """Do a job: what ``make`` gives is its result. Runs in the worker.

    Raises
    ------
    Exception : whatever broke it; the job is then marked as failed.
    """
    begun = Job.objects.filter(pk=pk, state=State.WAITING).update(state=State.WORKING, part=0.0, touched_at=timezone.now())
    if not begun:
        return
    job = Job.objects.select_related("person").get(pk=pk)
    told = time.monotonic()

    def progress(part: float) -> None:
        nonlocal told
        if time.monotonic() - told < TOLD_EVERY_S:
            return
        told = time.monotonic()
        if not _still(job).update(part=min(max(part, 0.0), 1.0), touched_at=timezone.now()):
            raise StoppedError

    try:
        result = make(job, progress)
    except StoppedError:
        _still(job).update(state=State.STOPPED, touched_at=timezone.now())
        return
    except Exception:
        _still(job).update(state=State.FAILED, touched_at=timezone.now())
        raise
    _still(job).update(state=State.DONE, part=1.0, result=result, touched_at=timezone.now())


def _still(job: Job) -> Any:
    return Job.objects.filter(pk=job.pk, state=State.WORKING)

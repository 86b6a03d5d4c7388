"""A job as it is said in JSON."""

from __future__ import annotations

from ninja import Schema

from jobs.models import Job, State


class JobOut(Schema):
    """A job. part: share that is done (0 to 1)."""

    id: int
    what: str
    state: State
    part: float


def job_out(job: Job) -> JobOut:
    """A job as it is told."""
    return JobOut(id=job.pk, what=job.what, state=State(job.state), part=job.part)

"""Stopping a job: over HTTP. How far it is stands in what it is looked for in."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router

from jobs.actions import stop
from jobs.models import Job
from jobs.schemas import JobOut, job_out
from people.guards import person_of

router = Router(tags=["jobs"])


@router.delete("/jobs/{pk}", response=JobOut)
def stop_job(request: HttpRequest, pk: int) -> JobOut:
    """Stop a job."""
    job = get_object_or_404(Job, pk=pk, person=person_of(request))
    stop(job)
    return job_out(job)

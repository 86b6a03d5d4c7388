"""Stopping a job, and having it begun again: over HTTP. How far it is stands in what it is looked for in."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from jobs.actions import forget, stop
from jobs.models import Job, State
from jobs.schemas import JobOut, job_out
from people.guards import person_of

router = Router(tags=["jobs"])


@router.delete("/jobs/{pk}", response=JobOut)
def stop_job(request: HttpRequest, pk: int) -> JobOut:
    """Stop a job."""
    job = get_object_or_404(Job, pk=pk, person=person_of(request))
    stop(job)
    return job_out(job)


@router.post("/jobs/{pk}/again", response={204: None})
def again(request: HttpRequest, pk: int) -> HttpResponse:
    """Have a job that failed or was stopped begun anew, when what it is for is next asked for; one that is under way or done stays."""
    job = get_object_or_404(Job, pk=pk, person=person_of(request))
    if job.state in (State.FAILED, State.STOPPED):
        forget(job)
    return HttpResponse(status=204)

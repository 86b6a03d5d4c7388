"""A search that takes longer than a page may: the set of five frames that noise would choose."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django_tasks import task

from forms.rehearsal_form import RehearseIn
from forms.rulers.sets import OptimalOut, longer_set_of
from jobs.actions import Progress, ask, forget, key_of, work
from jobs.models import Job, State
from jobs.schemas import job_out
from outings.bench.actions import theirs_of
from outings.rehearse.schemas import LongerOut

WHAT = "set of five frames"


def longer_set(person: User, asked: RehearseIn) -> LongerOut:
    """The search for a situation's set of five, asked for if it was not yet; what it found, once it has.

    Raises
    ------
    CraftError, InputError : the situation has no setup, or there is no such scene: told before anything is searched.
    """
    told, key = asked.model_dump(mode="json", exclude_unset=True), key_of(asked.model_dump_json(exclude_unset=True))
    for other in Job.objects.filter(person=person, what=WHAT, state__in=(State.WAITING, State.WORKING)).exclude(key=key):
        forget(other)  # one search at a time: whoever asks for another has left the one before, and finds it begun anew on coming back
    job = ask(person, WHAT, key, look_on, {"asked": told})
    done = job.state == State.DONE and job.result
    return LongerOut(job=job_out(job), found=OptimalOut.model_validate(job.result) if done else None)


@task()
def look_on(pk: int) -> None:
    """Look for the best set of five, however long that takes."""
    work(pk, _best)


def _best(job: Job, tell: Progress) -> dict[str, Any]:
    found = longer_set_of(RehearseIn.model_validate(job.about["asked"]), tell, theirs_of(job.person))
    return found.model_dump(mode="json") if found else {}

"""Jobs: done once, told how far, stopped, taken up again when their worker was lost, left alone when they failed."""

from __future__ import annotations

from datetime import timedelta
from typing import Any
from unittest.mock import patch

from django.contrib.auth import get_user_model
from django.test import TestCase
from django.utils import timezone
from django_tasks import task

from jobs import actions
from jobs.actions import Progress, ask, key_of, stop, work
from jobs.models import Job, State
from people.tests.caller import Caller

doing: list[Any] = []


@task()
def do(pk: int) -> None:
    """What the tests ask for."""
    work(pk, doing[-1])


class Jobs(TestCase):
    def setUp(self) -> None:
        self.wren = get_user_model().objects.create_user("wren")
        doing.append(lambda job, tell: {"about": job.about})

    def asked(self, of: str = "a") -> Job:
        with self.captureOnCommitCallbacks(execute=True):
            job = ask(self.wren, "sums", key_of(of), do, {"of": of})
        job.refresh_from_db()
        return job

    def test_the_same_work_is_done_once_for_each_person(self) -> None:
        first = self.asked()
        self.assertEqual((first.state, first.part, first.result), (State.DONE, 1.0, {"about": {"of": "a"}}))
        doing.append(lambda job, tell: 1 / 0)
        self.assertEqual(self.asked(), first)
        self.assertNotEqual(ask(get_user_model().objects.create_user("finch"), "sums", key_of("a"), do, {}), first)

    def test_what_fails_says_so_and_is_not_begun_again(self) -> None:
        doing.append(lambda job, tell: 1 / 0)
        self.assertEqual((self.asked().state, self.asked().result), (State.FAILED, None))
        with self.assertRaises(ZeroDivisionError):
            work(Job.objects.create(person=self.wren, what="sums", key="b", about={}).pk, doing[-1])

    def test_progress_is_told_and_a_stopped_job_ends_at_its_next_word(self) -> None:
        heard: list[tuple[float, str]] = []

        def long(job: Job, tell: Progress) -> str:
            for k in range(5):
                tell(k / 4)
                job.refresh_from_db()
                heard.append((job.part, job.state))
                if k == 2:
                    stop(job)
            return "never"

        doing.append(long)
        with patch.object(actions, "TOLD_EVERY_S", 0.0):
            job = self.asked()
        self.assertEqual(heard, [(0.0, "working"), (0.25, "working"), (0.5, "working")])
        self.assertEqual((job.state, job.result), (State.STOPPED, None))
        self.assertEqual(self.asked().state, State.STOPPED, "it is not begun again")

    def test_a_job_whose_worker_was_lost_is_begun_anew_and_the_lost_one_changes_nothing(self) -> None:
        job = self.asked()
        Job.objects.filter(pk=job.pk).update(state=State.WORKING, result=None, touched_at=timezone.now())
        self.assertEqual(self.asked().state, State.WORKING)
        Job.objects.filter(pk=job.pk).update(touched_at=timezone.now() - timedelta(minutes=5))
        self.assertEqual(self.asked().state, State.DONE)
        work(job.pk, lambda job, tell: "again")
        job.refresh_from_db()
        self.assertEqual(job.result, {"about": {"of": "a"}})

    def test_what_failed_or_was_stopped_is_begun_anew_where_its_owner_says_so_and_nothing_else_is(self) -> None:
        doing.append(lambda job, tell: 1 / 0)
        failed, caller = self.asked(), Caller(self.wren)
        doing.append(lambda job, tell: "this time")
        self.assertEqual(self.asked().state, State.FAILED)
        other = Caller(get_user_model().objects.create_user("finch"))
        self.assertEqual(other.post(f"/api/jobs/{failed.pk}/again").status_code, 404)
        self.assertEqual(caller.post(f"/api/jobs/{failed.pk}/again").status_code, 204)
        done = self.asked()
        self.assertEqual((done.state, done.result), (State.DONE, "this time"))
        self.assertEqual(caller.post(f"/api/jobs/{done.pk}/again").status_code, 204)
        self.assertEqual(self.asked().pk, done.pk, "what is done stays")

    def test_old_ones_go(self) -> None:
        with patch.object(actions, "MOST_KEPT", 3):
            for k in range(6):
                self.asked(str(k))
        self.assertEqual([job.about["of"] for job in Job.objects.all()], ["3", "4", "5"])

"""Long work beside: one after the other for each person, nobody behind another's, and errors as they are."""

from __future__ import annotations

import pickle
from concurrent.futures import Future
from threading import Event, Thread
from time import monotonic
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from django.contrib.auth.models import User
from django.http import Http404
from django.test import TestCase as WithDatabase

from craft.errors import CraftError, NotOnTheDialError
from forms.problems import InputError, Problem
from outings.demo_people import load_demo_people
from outings.models import Outing
from people.guards import HEAVY
from people.tests.caller import Caller
from people.waiting import MOST_WAITING, InTurn, TooManyError
from studio import aside
from studio.beside import run

SOON, LONG_S = 0.05, 60.0


class EachInTurn(TestCase):
    def setUp(self) -> None:
        self.turns, self.done = InTurn(), Event()
        self.threads: list[Thread] = []
        self.addCleanup(self.end)

    def end(self) -> None:
        self.done.set()
        for one in self.threads:
            one.join()
        self.assertEqual((dict(self.turns.waiting), self.turns.working), ({}, set()), "nothing is left behind")

    def works(self, person: int, begun: Event) -> None:
        def work() -> None:
            with self.turns.of(person, monotonic() + LONG_S):
                begun.set()
                self.done.wait()

        self.threads.append(Thread(target=work))
        self.threads[-1].start()

    def test_who_asks_for_much_waits_for_it_and_nobody_else_does(self) -> None:
        begun = Event()
        for _ in range(MOST_WAITING):
            self.works(1, begun)
        self.assertTrue(begun.wait(LONG_S))
        while self.turns.waiting[1] < MOST_WAITING:
            pass
        self.assertEqual(self.turns.working, {1})
        with self.assertRaises(TooManyError), self.turns.of(1, monotonic() + LONG_S):
            pass
        with self.turns.of(2, monotonic() + SOON):
            self.assertEqual(self.turns.working, {1, 2})

    def test_a_turn_that_does_not_come_in_time_is_given_up(self) -> None:
        begun = Event()
        self.works(1, begun)
        self.assertTrue(begun.wait(LONG_S))
        with self.assertRaises(TimeoutError), self.turns.of(1, monotonic() + SOON):
            pass
        self.assertEqual(self.turns.waiting[1], 1)


class AcrossProcesses(TestCase):
    def test_what_is_wrong_reads_alike_from_the_process_beside(self) -> None:
        wrong = InputError([Problem("/a", "no"), Problem("/b", "nor this")])
        self.assertEqual(pickle.loads(pickle.dumps(wrong)).problems, wrong.problems)
        for kind in (CraftError, NotOnTheDialError):
            error = pickle.loads(pickle.dumps(kind("no", ("iso", 2))))
            self.assertEqual((type(error), error.message, error.where), (kind, "no", ("iso", 2)))


class InPlaceOfAProcess:
    """A pool that runs what it is given at once, as it would come from another process."""

    def __init__(self) -> None:
        self.asked: list[str] = []

    def submit(self, what: Any, *given: Any) -> Future[Any]:
        future: Future[Any] = Future()
        if what is run:
            self.asked.append(given[0].name)
            try:
                future.set_result(pickle.loads(pickle.dumps(run(pickle.loads(pickle.dumps(given[0]))))))
            except (InputError, CraftError, Http404) as error:
                future.set_exception(pickle.loads(pickle.dumps(error)))
        return future


class AnsweredAlike(WithDatabase):
    """What is worked out beside is what would have been worked out here; reading, writing and refusals."""

    def test_pages_files_and_refusals_are_the_same_and_what_is_written_is_kept(self) -> None:
        load_demo_people("unused-here-9")
        ilse = User.objects.get(username="demo.ilse")
        day = Outing.objects.get(person=ilse)
        caller, pool = Caller(ilse), InPlaceOfAProcess()
        first = day.in_order()[0].pk
        asked = [
            *(
                ("GET", f"/api/outings/{day.pk}/{page}", None)
                for page in ("day", "slots", "fingers", "checks", "traffic", "alike", "checks.csv", "review", "nights")
            ),
            ("GET", f"/api/outings/{day.pk}/nights?kind=comet", None),
            ("GET", "/api/learned", None),
            ("GET", "/api/outings/999999/slots", None),
            ("GET", f"/api/situations/{first}/recipe.csv", None),
            ("PUT", f"/api/outings/{day.pk}/checks", {"slug": "no such", "done": True}),
            ("PUT", f"/api/outings/{day.pk}/checks", {"slug": "card_in", "done": True}),
            ("PUT", f"/api/outings/{day.pk}/checks", {"nonsense": 1}),
        ]
        caller.send(*asked[-2])  # so that both find it ticked
        here = [caller.send(*one) for one in asked]
        with patch.object(aside.beside, "pool", pool), patch("django.db.close_old_connections"):  # the test's own stays
            there = [caller.send(*one) for one in asked]
        for one, plain, beside in zip(asked, here, there, strict=True):
            self.assertEqual((plain.status_code, plain["Content-Type"]), (beside.status_code, beside["Content-Type"]), one)
            self.assertEqual(plain.content, beside.content, one)
        self.assertEqual([answer.status_code for answer in there[-5:]], [404, 200, 422, 200, 422])
        self.assertEqual(len(pool.asked), len(asked) - 2, "nonsense is told here, in a body and in an address")
        self.assertLessEqual(set(pool.asked), {view.__name__ for view in HEAVY})

"""Long answers are worked out in a process beside the server's own, which gives way to it: keystrokes are answered meanwhile.

Whoever asks for much waits for it alone: a person has one of them worked out at a time, and few of them waiting.
"""

from __future__ import annotations

import logging
import multiprocessing
import os
from collections.abc import Callable
from concurrent.futures import BrokenExecutor, Future, ProcessPoolExecutor
from functools import wraps
from inspect import unwrap
from threading import Lock
from time import monotonic
from typing import Any

from django.http import HttpRequest, HttpResponse

from people.guards import HEAVY, READING
from people.turns import KEY
from people.waiting import MOST_WAITING, InTurn, TooManyError
from studio.beside import Asked, Told, ready, run
from studio.problems import problem

log = logging.getLogger("django.request")
LIMIT_S = 30.0
"""Seconds after which a page is told that its answer is not there yet."""


class Beside:
    """The process beside; None of it where the application is not served, as in tests and commands."""

    def __init__(self) -> None:
        self.pool: ProcessPoolExecutor | None = None
        self.lock = Lock()
        self.turns = InTurn()

    def begin(self, instead_of: ProcessPoolExecutor | None = None) -> None:
        """Start it; or start it anew instead of one that broke off, unless somebody has already."""
        with self.lock:
            if self.pool is instead_of:
                self.pool = ProcessPoolExecutor(1, multiprocessing.get_context("spawn"), ready)
                self.pool.submit(os.getpid)

    def heard(self, asked: Asked) -> Any:
        """What a function comes to there.

        Raises
        ------
        TimeoutError : it takes too long; what has begun is gone on with, what has not is dropped. TooManyError : this person waits for
        too many. BrokenExecutor : it broke off twice. What the function raises.
        """
        until = monotonic() + LIMIT_S
        with self.turns.of(asked.person, until):
            pool = self.pool
            try:
                return self._done(pool, asked, until)
            except BrokenExecutor:
                log.exception("the process beside broke off at %s", asked.name)
                self.begin(instead_of=pool)
                return self._done(self.pool, asked, until)

    @staticmethod
    def _done(pool: ProcessPoolExecutor | None, asked: Asked, until: float) -> Any:
        if pool is None:
            raise BrokenExecutor
        future: Future[Any] = pool.submit(run, asked)
        try:
            return future.result(until - monotonic())
        except TimeoutError:
            future.cancel()
            raise


beside = Beside()


def aside(view: Callable[..., Any]) -> Callable[..., Any]:
    """An operation that is worked out beside, where it is a long one and there is a process for it. Who asks, and for what, is checked before."""
    plain = unwrap(view)
    if plain not in HEAVY:
        return view

    @wraps(view)
    def elsewhere(request: HttpRequest, **given: Any) -> Any:
        if beside.pool is None or request.user.pk is None or KEY in request.headers:
            return view(request, **given)
        writes = request.method not in READING
        try:
            told = beside.heard(Asked(plain.__module__, plain.__name__, request.user.pk, given, writes))
        except TimeoutError:
            return problem(503, "This takes longer than half a minute. Ask again in a while.")
        except TooManyError:
            return problem(503, f"{MOST_WAITING} long pages of yours are being worked out already. Ask again in a while.")
        if not isinstance(told, Told):
            return told
        answer = HttpResponse(told.content, status=told.status)
        for name, value in told.headers.items():
            answer[name] = value
        return answer

    return elsewhere

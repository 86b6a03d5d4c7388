"""Long answers are worked out in a process beside the server's own, which gives way to it: keystrokes are answered meanwhile."""

from __future__ import annotations

import logging
import multiprocessing
import os
from concurrent.futures import BrokenExecutor, Future, ProcessPoolExecutor
from concurrent.futures import TimeoutError as TooLongError
from functools import wraps
from threading import Lock
from typing import Any

from django.http import HttpRequest, HttpResponse

from people.guards import HEAVY, operation_of
from studio.beside import Asked, Told, answer, ready
from studio.problems import problem
from studio.whole import Run

log = logging.getLogger("django.request")
LIMIT_S = 30.0
"""Seconds after which a page is told that its answer is not there yet; it is gone on with."""


class Beside:
    """The process beside; None of it where the application is not served, as in tests and commands."""

    def __init__(self) -> None:
        self.pool: ProcessPoolExecutor | None = None
        self.lock = Lock()

    def begin(self) -> None:
        """Start it, or start it anew."""
        with self.lock:
            self.pool = ProcessPoolExecutor(1, multiprocessing.get_context("spawn"), ready)
        self.pool.submit(os.getpid)

    def hand_on(self, asked: Asked) -> Future[Told]:
        """Hand a request on."""
        if self.pool is None:
            raise RuntimeError("there is no process beside")
        return self.pool.submit(answer, asked)


beside = Beside()


def aside(run: Run) -> Run:
    """An operation that is worked out beside, where it is a long one and there is a process for it."""
    operation = operation_of(run)
    if operation.view_func not in HEAVY:
        return run

    @wraps(run)
    def elsewhere(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if beside.pool is None:
            return run(request, *args, **kwargs)
        refused = operation._run_checks(request)
        if refused is not None:
            return refused
        asked = Asked(
            request.method or "GET",
            request.path,
            request.META.get("QUERY_STRING", ""),
            request.body,
            request.content_type or "",
            request.user.pk,
        )
        return _heard(asked)

    return elsewhere


def _heard(asked: Asked) -> HttpResponse:
    for attempt in (1, 2):
        try:
            told = beside.hand_on(asked).result(LIMIT_S)
        except TooLongError:
            return problem(503, "This takes longer than half a minute. It is gone on with: ask again in a while.")
        except BrokenExecutor:
            log.exception("the process beside broke off at %s", asked.path)
            beside.begin()
            if attempt == 2:
                raise
            continue
        given = HttpResponse(told.content, status=told.status)
        for name, value in told.headers.items():
            given[name] = value
        return given
    raise AssertionError("two attempts are all")

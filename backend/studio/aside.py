"""Long answers are worked out in a process beside the server's own, which gives way to it: keystrokes are answered meanwhile."""

from __future__ import annotations

import logging
import multiprocessing
import os
from concurrent.futures import BrokenExecutor, ProcessPoolExecutor
from functools import wraps
from threading import Lock
from typing import Any

from django.http import HttpRequest, HttpResponse

from people.guards import HEAVY, Run, operation_of
from studio.beside import Asked, Told, answer, ready
from studio.problems import problem

log = logging.getLogger("django.request")
LIMIT_S = 30.0
"""Seconds after which a page is told that its answer is not there yet; it is gone on with."""


class Beside:
    """The process beside; None of it where the application is not served, as in tests and commands."""

    def __init__(self) -> None:
        self.pool: ProcessPoolExecutor | None = None
        self.lock = Lock()

    def begin(self, instead_of: ProcessPoolExecutor | None = None) -> None:
        """Start it; or start it anew instead of one that broke off, unless somebody has already."""
        with self.lock:
            if self.pool is instead_of:
                self.pool = ProcessPoolExecutor(1, multiprocessing.get_context("spawn"), ready)
                self.pool.submit(os.getpid)

    def heard(self, asked: Asked) -> Told | None:
        """What is answered to a request there; None where nobody is there to answer.

        Raises
        ------
        TimeoutError : it takes too long; it is gone on with. BrokenExecutor : it broke off twice.
        """
        pool = self.pool
        if pool is None:
            return None
        try:
            return pool.submit(answer, asked).result(LIMIT_S)
        except BrokenExecutor:
            log.exception("the process beside broke off at %s", asked.path)
            self.begin(instead_of=pool)
            return self.pool.submit(answer, asked).result(LIMIT_S) if self.pool else None


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
        person = request.user.pk
        if person is None:
            return run(request, *args, **kwargs)
        query, kind = request.META.get("QUERY_STRING", ""), request.content_type or ""
        try:
            told = beside.heard(Asked(request.method or "GET", request.path, query, request.body, kind, person))
        except TimeoutError:
            return problem(503, "This takes longer than half a minute. It is gone on with: ask again in a while.")
        if told is None:
            return run(request, *args, **kwargs)
        given = HttpResponse(told.content, status=told.status)
        for name, value in told.headers.items():
            given[name] = value
        return given

    return elsewhere

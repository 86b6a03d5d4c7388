"""Every operation that may write is one transaction, from reading what it is based on to its answer."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import transaction
from django.http import HttpRequest, HttpResponse

from people.guards import STATELESS, operation_of

Run = Callable[..., HttpResponse]
READING = {"GET", "HEAD", "OPTIONS"}


def whole(run: Run) -> Run:
    """An operation whose changes are kept all together, once its answer is there, or not at all.

    What only computes takes no lock. The body is read before the lock is taken: who sends slowly keeps nobody waiting.
    """
    operation = operation_of(run)
    if operation.view_func in STATELESS or set(operation.methods) <= READING:
        return run

    @wraps(run)
    def in_one(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        try:
            _ = request.body
        except RequestDataTooBig as error:
            return operation.api.on_exception(request, error)
        with transaction.atomic():
            answer: HttpResponse = run(request, *args, **kwargs)
            if answer.status_code >= 400:
                transaction.set_rollback(True)
        return answer

    return in_one

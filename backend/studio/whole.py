"""Every operation that may write is one transaction, from reading what it is based on to its answer."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from functools import wraps
from hashlib import sha256
from threading import Lock
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from people.guards import STATELESS, STREAMED, Run, operation_of
from people.models import Answered
from studio.problems import problem

KEY = "Idempotency-Key"
"""A page's own name for what it sends: sent again under it, what was answered is answered again, and nothing is done twice."""

LONGEST_KEY = 80
KEPT = timedelta(days=1)
turn = Lock()
"""Writers of one process take turns here, first come first served: waiting for the database's own lock is by polling, and unfair."""

READING = {"GET", "HEAD", "OPTIONS"}


def whole(run: Run) -> Run:
    """An operation whose changes are kept all together, once its answer is there, or not at all.

    What only computes takes no lock, nor does what reads its body as it comes. Else the body is read before the lock is taken: who sends slowly keeps nobody waiting.
    """
    operation = operation_of(run)
    if operation.view_func in STATELESS | STREAMED or set(operation.methods) <= READING:
        return run

    @wraps(run)
    def in_one(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        try:
            _ = request.body
        except RequestDataTooBig as error:
            return operation.api.on_exception(request, error)
        _ = request.user.is_authenticated
        with turn, transaction.atomic():
            answer = once(request, lambda: run(request, *args, **kwargs))
            if answer.status_code >= 400:
                transaction.set_rollback(True)
        return answer

    return in_one


def once(request: HttpRequest, run: Callable[[], HttpResponse]) -> HttpResponse:
    """The answer to a request, or what was answered when it was sent before under the same key."""
    key = request.headers.get(KEY, "")
    if not key or not request.user.is_authenticated:
        return run()
    if len(key) > LONGEST_KEY:
        return problem(422, f"The key of a request has at most {LONGEST_KEY} characters.")
    sent = sha256(f"{request.method} {request.path}\n".encode() + request.body).hexdigest()
    before = Answered.objects.filter(person=request.user, key=key).first()
    if before is not None and before.sent != sent:
        return problem(409, "Something else was sent under this key; send this under a key of its own.")
    if before is not None:
        return HttpResponse(before.answer, status=before.status, content_type="application/json; charset=utf-8")
    answer = run()
    if answer.status_code < 400:
        Answered.objects.filter(at__lt=timezone.now() - KEPT).delete()
        Answered.objects.create(person=request.user, key=key, sent=sent, status=answer.status_code, answer=answer.content.decode())
    return answer

"""Writing one after the other: whoever writes has the turn from when it begins until its answer is made, and no longer.

What is sent is read, checked, decoded and hashed before, so that nobody waits for another's nonsense, password or picture.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from contextvars import ContextVar
from datetime import timedelta
from hashlib import sha256
from threading import Lock

from django.contrib.auth.models import User
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja.errors import HttpError

from people.models import Answered

KEY = "Idempotency-Key"
"""A page's own name for what it sends: sent again under it, what was answered is answered again, and nothing is done twice."""

LONGEST_KEY = 80
KEPT = timedelta(days=1)
_turn = Lock()
"""Writers of one process take turns here, first come first served: waiting for the database's own lock is by polling, and unfair."""


class AnsweredBeforeError(Exception):
    """What was sent was sent before under the same key; carries what was answered then."""

    def __init__(self, row: Answered) -> None:
        super().__init__("answered before")
        self.answer = HttpResponse(row.answer, status=row.status, content_type="application/json; charset=utf-8")


class Turn:
    """A request's turn to write: not begun yet, or the only one in this process. sent: a hash of what was sent, or empty."""

    def __init__(self, request: HttpRequest, sent: str) -> None:
        self.holding = ExitStack()
        self.begun = False
        self.person = request.user if isinstance(request.user, User) else None
        self.key = request.headers.get(KEY, "") if self.person is not None else ""
        self.where, self.sent = f"{request.method} {request.get_full_path()}", sent

    def begin(self, sent: str) -> None:
        """Wait for the turn and have it; sent: a hash of what was sent, where it was not known before."""
        if self.begun:
            return
        if len(self.key) > LONGEST_KEY:
            raise HttpError(422, f"The key of a request has at most {LONGEST_KEY} characters.")
        self.sent = sha256(f"{self.where}\n{sent or self.sent}".encode()).hexdigest()
        self.holding.enter_context(_turn)
        self.holding.enter_context(transaction.atomic())
        self.begun = True
        before = Answered.objects.filter(person=self.person, key=self.key).first() if self.key else None
        if before is not None and before.sent != self.sent:
            raise HttpError(409, "Something else was sent under this key; send this under a key of its own.")
        if before is not None:
            raise AnsweredBeforeError(before)

    def end(self, answer: HttpResponse) -> None:
        """Keep what was written, with what was answered; nothing of it where that is a refusal."""
        if not self.begun:
            return
        if answer.status_code >= 400:
            transaction.set_rollback(True)
        elif self.key and self.person is not None and not Answered.objects.filter(person=self.person, key=self.key).exists():
            Answered.objects.filter(at__lt=timezone.now() - KEPT).delete()
            Answered.objects.create(
                person=self.person, key=self.key, sent=self.sent, status=answer.status_code, answer=answer.content.decode()
            )


_now: ContextVar[Turn | None] = ContextVar("turn", default=None)


@contextmanager
def turn_of(request: HttpRequest, sent: str) -> Iterator[Turn]:
    """A request's turn, which it begins by itself; it is over, and another's, behind this."""
    mine = Turn(request, sent)
    with mine.holding:
        token = _now.set(mine)
        try:
            yield mine
        finally:
            _now.reset(token)


def begin(sent: str = "") -> None:
    """From here on all that is written is one transaction, up to its answer; what takes long stands before it.

    sent: a hash of what was sent, where that was read as it came. Where nothing is answered, as in a command, it is as if this was not there.
    """
    mine = _now.get()
    if mine is not None:
        mine.begin(sent)

"""Every operation that may write is one transaction, from reading what it is based on to its answer."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from hashlib import sha256
from inspect import unwrap
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

from people.guards import OWN_TURN, READING, STATELESS, STREAMED, Run, operation_of
from people.turns import begin, turn_of


def whole(run: Run) -> Run:
    """An operation whose changes are kept all together, once its answer is there, or not at all.

    What only computes takes no turn. A body is read before, so that who sends slowly keeps nobody waiting.
    """
    operation = operation_of(run)
    view = unwrap(operation.view_func)
    if view in STATELESS or set(operation.methods) <= READING:
        return run

    @wraps(run)
    def in_one(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        try:
            sent = "" if view in STREAMED else sha256(request.body).hexdigest()
        except RequestDataTooBig as error:
            return operation.api.on_exception(request, error)
        try:
            with turn_of(request, sent) as turn:
                answer = run(request, *args, **kwargs)
                turn.end(answer)
        except DatabaseError as error:  # what only comes as it is committed
            return operation.api.on_exception(request, error)
        return answer

    return in_one


def in_turn(view: Callable[..., Any]) -> Callable[..., Any]:
    """An operation that has its turn once what was sent is checked, or begins it itself."""
    if unwrap(view) in OWN_TURN | STREAMED:
        return view

    @wraps(view)
    def then(*args: Any, **kwargs: Any) -> Any:
        begin()
        return view(*args, **kwargs)

    return then

"""Who may call: anyone with the page's token, or a signed-in person."""

from __future__ import annotations

from collections.abc import Callable
from inspect import unwrap
from types import MethodType
from typing import Any, TypeVar, cast

from django.conf import settings
from django.contrib.auth.models import AnonymousUser, User
from django.http import HttpRequest, HttpResponse
from ninja.errors import HttpError
from ninja.operation import Operation
from ninja.parser import Parser
from ninja.security import APIKeyCookie

from forms.reading import read_json


class Anyone(APIKeyCookie):
    """Anyone whose page carries the token against cross-site requests; touches no database."""

    param_name = "csrftoken"

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """Always, once the token has been checked."""
        return "anyone"


class Person(APIKeyCookie):
    """A signed-in person."""

    param_name = "sessionid"

    def authenticate(self, request: HttpRequest, key: str | None) -> User | None:
        """The person of the session."""
        return request.user if isinstance(request.user, User) else None


Somebody = User | AnonymousUser
"""Who calls: a person, or nobody that is known."""


def person_of(request: HttpRequest) -> User:
    """The signed-in person of a request, where only those get to.

    Raises
    ------
    HttpError : nobody is signed in.
    """
    if not isinstance(request.user, User):
        raise HttpError(401, "Sign in first.")
    return request.user


LARGEST_OF_STRANGERS = 200_000
"""Bytes of a body: a situation with its kit in full is a tenth of what a stranger may send."""

Run = Callable[..., HttpResponse]
"""How an operation is run: a request and what its address names, to an answer."""


class StrictParser(Parser):
    """Bodies read by the same strict reader as files: size, depth, duplicate keys, numbers that are none. Strangers may send less."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The decoded body."""
        if request.content_type != "application/json":
            raise HttpError(415, "JSON is accepted here (Content-Type: application/json).")
        return read_json(
            request.body, largest=settings.DATA_UPLOAD_MAX_MEMORY_SIZE if request.user.is_authenticated else LARGEST_OF_STRANGERS
        )


READING = {"GET", "HEAD", "OPTIONS"}
"""Methods of operations that write nothing."""

STATELESS: set[Callable[..., Any]] = set()
"""Operations that are sent something and write nothing."""

STREAMED: set[Callable[..., Any]] = set()
"""Operations that read their body as it comes, too large to be held, and begin their turn to write once they have made something of it."""

OWN_TURN: set[Callable[..., Any]] = set()
"""Operations that begin their turn to write themselves (`people.turns.begin`), once what takes long is done."""

HEAVY: set[Callable[..., Any]] = set()
"""Operations that may compute for long: done in the process beside, where what they compute from is kept."""

F = TypeVar("F", bound=Callable[..., Any])


def streamed(view: F) -> F:
    """Say of an operation that it reads its body as it comes."""
    STREAMED.add(view)
    return view


def own_turn(view: F) -> F:
    """Say of an operation that it begins its turn to write itself."""
    OWN_TURN.add(view)
    return view


def stateless(view: F) -> F:
    """Say of an operation that it only computes."""
    STATELESS.add(view)
    return view


def heavy(view: F) -> F:
    """Say of an operation that it may compute for long."""
    HEAVY.add(view)
    return view


def operation_of(run: Run) -> Operation:
    """The operation that a view decorator was put on, below whatever else was."""
    return cast(Operation, cast(MethodType, unwrap(run)).__self__)

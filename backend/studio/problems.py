"""One shape for every error that leaves the API: RFC 9457, with a JSON Pointer per field."""

from __future__ import annotations

import errno
from collections.abc import Callable
from http import HTTPStatus
from typing import Any

from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.db import DatabaseError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, Throttled, ValidationError
from pydantic import ValidationError as Unreadable
from pydantic_core import to_json

from craft.errors import CraftError
from forms.problems import InputError, Problem, from_craft, from_pydantic, problems_of
from people.doors import said
from people.turns import AnsweredBeforeError
from people.versions import Conflict

WRONG = "Some of this cannot be used."
PROBLEM_JSON = "application/problem+json"
MOST_TOLD = 40
"""Things wrong that one answer tells; who mends these asks again."""

PLAINLY = {
    400: "This request is not one of HTTP's: its address, a header or its form cannot be read.",
    401: "Sign in first.",
    403: "This is not open to you. If the page has stood open for long, load it again.",
    404: "There is nothing here.",
    413: "This is larger than what is accepted here; the most is 4 MB.",
    415: "JSON is accepted here.",
    500: "Something broke on the server; nothing was changed. Try again, and tell who runs it if it stays.",
}
"""What is said of an error where nothing closer is known."""


class FieldProblem(Schema):
    """One thing wrong, and where."""

    pointer: str
    detail: str


class ProblemOut(Schema):
    """A problem (RFC 9457). ``current`` is the stored document when a save came too late."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[FieldProblem] = []
    current: dict[str, Any] | None = None


def problem(status: int, detail: str, errors: tuple[Problem, ...] = (), current: dict[str, Any] | None = None) -> HttpResponse:
    """A response in the one shape."""
    body: dict[str, Any] = {
        "type": "about:blank",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "errors": [{"pointer": p.pointer, "detail": p.detail} for p in errors[:MOST_TOLD]],
        "current": current,
    }
    if len(errors) > MOST_TOLD:
        body["detail"] = f"{detail} The first {MOST_TOLD} of {len(errors):,} things wrong are told."
    return HttpResponse(to_json(body), status=status, content_type=PROBLEM_JSON)


def plainly(status: int, allowed: str = "") -> HttpResponse:
    """A problem of which no more is known than its status; allowed: the methods of the address, after one that it has not."""
    told = f"{allowed} can be asked of this address." if allowed else PLAINLY.get(status, "This could not be answered.")
    return problem(status, told)


def _wrong_input(_: HttpRequest, error: InputError) -> HttpResponse:
    return problem(422, WRONG, error.problems)


def _wrong_craft(_: HttpRequest, error: CraftError) -> HttpResponse:
    return problem(422, error.message, (from_craft(error),))


def _wrong_form(_: HttpRequest, error: ValidationError) -> HttpResponse:
    sent, said = ([row for row in error.errors if (row["loc"][:1] == ("body",)) is of] for of in (True, False))
    return problem(
        422, WRONG, (*problems_of(sent, skip=2), *problems_of(said, skip=1))
    )  # a body has a name of its own there, an address has none


def _unreadable(_: HttpRequest, error: Unreadable) -> HttpResponse:
    return problem(422, "What is stored here cannot be read as it stands: change it or remove it.", from_pydantic(error))


FULL = "There is no room left on the server's disk: nothing was changed. What is there can be read; tell who runs it."
ONLY_READS = "This server only reads just now: nothing was changed."


def of_database(request: HttpRequest, error: DatabaseError) -> HttpResponse:
    """A database that takes nothing: full, or only to be read; anything else is a fault."""
    told = str(error).casefold()
    if "full" in told:
        return problem(507, FULL)
    if "readonly" in told or "read-only" in told:
        return problem(503, ONLY_READS)
    raise error


def _no_room(request: HttpRequest, error: OSError) -> HttpResponse:
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return problem(507, FULL)
    raise error


def _before(_: HttpRequest, error: AnsweredBeforeError) -> HttpResponse:
    return error.answer


def _too_late(_: HttpRequest, error: Conflict) -> HttpResponse:
    return problem(412, "This was changed elsewhere since you opened it.", current=error.current)


def _too_often(_: HttpRequest, error: Throttled) -> HttpResponse:
    wait = int(error.wait or 1)
    answer = problem(429, f"That was tried too often. Wait {said(wait)}, then try again.")
    answer["Retry-After"] = str(wait)
    return answer


def _not_open(_: HttpRequest, error: PermissionDenied) -> HttpResponse:
    return problem(403, str(error) or PLAINLY[403])


def _other(_: HttpRequest, error: HttpError) -> HttpResponse:
    if isinstance(error.__context__, InputError):  # what the strict reader said of a body
        return problem(422, WRONG, error.__context__.problems)
    return problem(error.status_code, str(error))


def _plain(status: int) -> Callable[[HttpRequest, Exception], HttpResponse]:
    return lambda request, error: plainly(status)


def install(api: NinjaAPI) -> None:
    """Map every exception to the one shape."""
    handlers: dict[type[Exception], Callable[[HttpRequest, Any], HttpResponse]] = {
        InputError: _wrong_input,
        CraftError: _wrong_craft,
        ValidationError: _wrong_form,
        Unreadable: _unreadable,
        Conflict: _too_late,
        AnsweredBeforeError: _before,
        DatabaseError: of_database,
        OSError: _no_room,
        AuthenticationError: _plain(401),
        AuthorizationError: _plain(403),
        PermissionDenied: _not_open,
        Http404: _plain(404),
        RequestDataTooBig: _plain(413),
        Throttled: _too_often,
        HttpError: _other,
    }
    for kind, handler in handlers.items():
        api.add_exception_handler(kind, handler)

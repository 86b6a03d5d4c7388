"""One shape for every error that leaves the API: RFC 9457, with a JSON Pointer per field."""

from __future__ import annotations

from collections.abc import Callable
from http import HTTPStatus
from typing import Any

from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError
from pydantic import ValidationError as Unreadable
from pydantic_core import to_json

from craft.errors import CraftError
from forms.problems import InputError, Problem, from_craft, from_pydantic, problems_of
from people.versions import Conflict

WRONG = "Some of this cannot be used."


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
    body = {
        "type": "about:blank",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "errors": [{"pointer": p.pointer, "detail": p.detail} for p in errors],
        "current": current,
    }
    return HttpResponse(to_json(body), status=status, content_type="application/problem+json")


def _wrong_input(_: HttpRequest, error: InputError) -> HttpResponse:
    return problem(422, WRONG, error.problems)


def _wrong_craft(_: HttpRequest, error: CraftError) -> HttpResponse:
    return problem(422, error.message, (from_craft(error),))


def _wrong_form(_: HttpRequest, error: ValidationError) -> HttpResponse:
    return problem(422, WRONG, problems_of(error.errors, skip=2))


def _unreadable(_: HttpRequest, error: Unreadable) -> HttpResponse:
    return problem(422, "What is stored here cannot be read as it stands: change it or remove it.", from_pydantic(error))


def _too_late(_: HttpRequest, error: Conflict) -> HttpResponse:
    return problem(412, "This was changed elsewhere since you opened it.", current=error.current)


def _other(_: HttpRequest, error: HttpError) -> HttpResponse:
    if isinstance(error.__context__, InputError):  # what the strict reader said of a body
        return problem(422, WRONG, error.__context__.problems)
    return problem(error.status_code, str(error))


def _plain(status: int, detail: str) -> Callable[[HttpRequest, Exception], HttpResponse]:
    return lambda request, error: problem(status, detail)


def install(api: NinjaAPI) -> None:
    """Map every exception to the one shape."""
    handlers: dict[type[Exception], Callable[[HttpRequest, Any], HttpResponse]] = {
        InputError: _wrong_input,
        CraftError: _wrong_craft,
        ValidationError: _wrong_form,
        Unreadable: _unreadable,
        Conflict: _too_late,
        AuthenticationError: _plain(401, "Sign in first."),
        AuthorizationError: _plain(403, "This is not open to you."),
        PermissionDenied: _plain(403, "This is not open to you."),
        Http404: _plain(404, "There is nothing here."),
        RequestDataTooBig: _plain(413, "This is larger than 4 MB, the most that is accepted."),
        HttpError: _other,
    }
    for kind, handler in handlers.items():
        api.add_exception_handler(kind, handler)

"""The process beside the server's own. Nothing of the framework is loaded with this module: it has to be set up first."""

from __future__ import annotations

import ctypes
import os
import signal
import sys
from dataclasses import dataclass, field

GIVES_WAY = 10
"""How nice the process beside is (nice(2))."""

DIE_WITH_PARENT = 1
"""PR_SET_PDEATHSIG of Linux's prctl."""

KEPT = ("Content-Type", "Content-Disposition", "ETag", "Cache-Control")


@dataclass(frozen=True, slots=True)
class Asked:
    """A request as it is handed on."""

    method: str
    path: str
    query: str
    body: bytes
    content_type: str
    person: int


@dataclass(frozen=True, slots=True)
class Told:
    """What was answered to it."""

    status: int
    content: bytes
    headers: dict[str, str] = field(default_factory=dict)


def end_with_parent() -> None:
    """Have this process told to end when the one that began it does, even where that one is killed (Linux)."""
    if sys.platform == "linux":
        ctypes.CDLL(None).prctl(DIE_WITH_PARENT, signal.SIGTERM)


def ready() -> None:
    """Make the process beside ready: it gives way, and ends with the one that began it."""
    end_with_parent()
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    os.nice(GIVES_WAY)
    import django  # only in the process beside: the server's own is set up by its entry

    django.setup()


def answer(asked: Asked) -> Told:
    """Answer a request in the process beside."""
    from django.contrib.auth import get_user_model
    from django.db import close_old_connections
    from django.test import RequestFactory
    from django.urls import resolve

    close_old_connections()
    try:
        request = RequestFactory().generic(
            asked.method, asked.path, asked.body, asked.content_type, QUERY_STRING=asked.query, HTTP_COOKIE="sessionid=beside"
        )
        vars(request)["_dont_enforce_csrf_checks"] = True  # the server looked at the page's token
        request.user = get_user_model().objects.get(pk=asked.person)
        view = resolve(asked.path)
        given = view.func(request, *view.args, **view.kwargs)
        return Told(given.status_code, given.content, {name: given.headers[name] for name in KEPT if name in given.headers})
    finally:
        close_old_connections()

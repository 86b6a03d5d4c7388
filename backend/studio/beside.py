"""The process beside the server's own: it runs functions that take long. Nothing of the framework is loaded with this module: it has to be set up first."""

from __future__ import annotations

import ctypes
import os
import signal
import sys
from dataclasses import dataclass, field
from importlib import import_module
from typing import Any

GIVES_WAY = 10
"""How nice the process beside is (nice(2))."""

DIE_WITH_PARENT = 1
"""PR_SET_PDEATHSIG of Linux's prctl."""

KEPT = ("Content-Type", "Content-Disposition", "ETag", "Cache-Control")


@dataclass(frozen=True, slots=True)
class Asked:
    """A function to be run for a person: its module and name, what it is given, and whether it may write."""

    module: str
    name: str
    person: int
    given: dict[str, Any]
    writes: bool


@dataclass(frozen=True, slots=True)
class Told:
    """An answer that is whole already, such as a file."""

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


def run(asked: Asked) -> Any:
    """What a function comes to for a person; what it writes is kept whole, or not at all."""
    from django.contrib.auth import get_user_model
    from django.db import close_old_connections
    from django.http import HttpRequest, HttpResponse

    from people.turns import begin, turn_of

    close_old_connections()
    try:
        request = HttpRequest()
        request.user = get_user_model().objects.get(pk=asked.person)
        with turn_of(request, ""):
            if asked.writes:
                begin()
            given = getattr(import_module(asked.module), asked.name)(request, **asked.given)
        if isinstance(given, HttpResponse):
            return Told(given.status_code, given.content, {name: given.headers[name] for name in KEPT if name in given.headers})
        return given
    finally:
        close_old_connections()

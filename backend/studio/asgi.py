"""The server's entry: what is too large is refused before it is kept, and slow senders hold no thread."""

from __future__ import annotations

import asyncio
import gc
import os
import sys
from collections.abc import Awaitable, Callable, Mapping
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from functools import partial
from importlib import import_module
from time import monotonic
from typing import Any

import django
from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore
from django.core.handlers.asgi import ASGIHandler
from django.db import close_old_connections
from django.http import HttpRequest, parse_cookie
from django.http.response import HttpResponseBase

from studio.bodies import FOR_FILES, LARGEST_FILE, MOST_COMING, SLOWEST_FILE_S, SLOWEST_S

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
sys.setswitchinterval(0.001)
"""Threads give way five times as often as usual, so that a keystroke waits less for long work beside it."""


Scope = dict[str, Any]
Receive = Callable[[], Awaitable[Mapping[str, Any]]]
Send = Callable[[Mapping[str, Any]], Awaitable[None]]

THREADS = 64
"""Requests that a process answers at a time; each thread keeps its connection to the database."""


class InThreads(ASGIHandler):
    """The framework's handler for an application without coroutines.

    A request steps into a thread once, not at every piece of middleware, and threads stay, so that none opens the database anew.
    """

    def __init__(self) -> None:
        super(ASGIHandler, self).__init__()
        self.load_middleware()  # as it is written: to be called, not awaited
        self.threads = ThreadPoolExecutor(THREADS, "request")

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request; what the framework does before and after needs no thread of the request's own."""
        await self.handle(scope, receive, send)

    async def get_response_async(self, request: HttpRequest) -> HttpResponseBase:
        """The answer, made in one of the threads."""
        inside = partial(copy_context().run, self._answer, request)
        return await asyncio.get_running_loop().run_in_executor(self.threads, inside)

    def _answer(self, request: HttpRequest) -> HttpResponseBase:
        close_old_connections()
        try:
            return self.get_response(request)
        finally:
            close_old_connections()


django.setup(set_prefix=False)
django_application = InThreads()


def _begin() -> None:
    from studio.aside import beside  # only once the framework is set up

    import_module(settings.ROOT_URLCONF)  # everything that answers, so that the first to ask does not wait for it
    gc.collect()
    gc.freeze()  # what was read stays: it is not gone through again and again for garbage between two keystrokes
    beside.begin()


_begin()

LARGEST = settings.DATA_UPLOAD_MAX_MEMORY_SIZE + 100_000
"""Bytes of a body that are let in at all: a little over the most, which the framework refuses in its own words."""


class RefusedError(Exception):
    """A request that goes no further: its status, and why."""

    def __init__(self, status: int, why: str) -> None:
        super().__init__(why)
        self.status, self.why = status, why


def too_large(most: int) -> RefusedError:
    """More comes than is accepted."""
    return RefusedError(413, f"This is larger than what is accepted here. The most is {most // 1_000_000} MB.")


def _signed_in(cookies: str) -> bool:
    """Whether a cookie is of somebody's session, and not only called so."""
    close_old_connections()
    try:
        key = parse_cookie(cookies).get(settings.SESSION_COOKIE_NAME)
        return bool(key) and SESSION_KEY in SessionStore(key).load()
    finally:
        close_old_connections()


async def largest(scope: Scope) -> int:
    """How many bytes of body an address takes from whoever asks; a large file only from who is signed in."""
    cookies = b"; ".join(value for name, value in scope["headers"] if name == b"cookie").decode("latin-1")
    if not FOR_FILES.fullmatch(scope["path"]) or f"{settings.SESSION_COOKIE_NAME}=" not in cookies:
        return LARGEST
    known = await asyncio.get_running_loop().run_in_executor(django_application.threads, _signed_in, cookies)
    return LARGEST_FILE if known else LARGEST


class Coming:
    """Bytes of bodies that are coming to this process now."""

    def __init__(self) -> None:
        self.held = 0

    def take(self, more: int) -> None:
        """Count more of them in; refused where they would be too many together."""
        if self.held + more > MOST_COMING:
            raise RefusedError(503, "Too much is being sent to this server at once. Send this again in a while.")
        self.held += more


coming = Coming()


async def application(scope: Scope, receive: Receive, send: Send) -> None:
    """Pass a request on to the framework, which reads its body before a thread takes it; one that grows too large is refused."""
    if scope["type"] != "http":
        await django_application(scope, receive, send)
        return
    most, got, begun, whole = await largest(scope), 0, False, False
    ends = monotonic() + (SLOWEST_FILE_S if most == LARGEST_FILE else SLOWEST_S)
    told = next((value for name, value in scope["headers"] if name == b"content-length"), b"0")

    async def counted() -> Mapping[str, Any]:
        nonlocal got, whole
        part = await receive()
        if part["type"] == "http.disconnect" and not whole:
            raise RefusedError(408, "The rest of this did not come in time.")
        coming.take(len(part.get("body", b"")))
        got += len(part.get("body", b""))
        whole = not part.get("more_body", False)
        if not whole and monotonic() > ends:
            raise RefusedError(408, "This came too slowly.")
        if got > most:
            raise too_large(most)
        return part

    async def noted(part: Mapping[str, Any]) -> None:
        nonlocal begun
        begun = True
        await send(part)

    try:
        if int(told) > most:
            raise too_large(most)
        await django_application(scope, counted, noted)
    except RefusedError as refused:
        if begun:
            raise
        from studio.problems import PROBLEM_JSON, problem  # only once the framework is set up

        answer = problem(refused.status, refused.why)
        headers = [
            (b"content-type", PROBLEM_JSON.encode()),
            (b"connection", b"close"),
            (b"content-length", str(len(answer.content)).encode()),
        ]
        await send({"type": "http.response.start", "status": refused.status, "headers": headers})
        await send({"type": "http.response.body", "body": answer.content})
    finally:
        coming.held -= got

"""What every answer has in common: one shape for what went wrong, and nothing personal kept by the way."""

from __future__ import annotations

import logging
from collections.abc import Callable
from time import perf_counter

from django.conf import settings
from django.core.exceptions import MiddlewareNotUsed
from django.http import HttpRequest, HttpResponse
from whitenoise.middleware import WhiteNoiseMiddleware
from whitenoise.responders import StaticFile

from studio.problems import PROBLEM_JSON, plainly

Answer = Callable[[HttpRequest], HttpResponse]
KEPT = ("Allow", "Retry-After")
"""Headers of an answer that stay when its text is replaced."""


log = logging.getLogger("aperture.answered")


def logged(get_response: Answer) -> Answer:
    """A line for each answer, where whoever runs it wants them: which operation, how it ended, how long it took. Nothing of who asked, or for what."""
    if settings.LOGS != "json":
        raise MiddlewareNotUsed

    def answer(request: HttpRequest) -> HttpResponse:
        begun = perf_counter()
        given = get_response(request)
        route = request.resolver_match.route if request.resolver_match else ""
        told = {"method": request.method, "route": route, "status": given.status_code, "ms": round(1000 * (perf_counter() - begun))}
        log.info("answered", extra=told)
        return given

    return answer


def one_shape(get_response: Answer) -> Answer:
    """Whatever else answers with an error (the framework, the files' server, a fault) answers with a problem document."""

    def answer(request: HttpRequest) -> HttpResponse:
        given = get_response(request)
        if given.status_code < 400 or given.headers.get("Content-Type") == PROBLEM_JSON:
            return given
        said = plainly(given.status_code, given.headers.get("Allow", ""))
        for name in KEPT:
            if name in given.headers:
                said[name] = given.headers[name]
        return said

    return answer


def not_kept(get_response: Answer) -> Answer:
    """What the API says is for the one who asked: neither browsers nor what stands between keep it, where it does not say so itself."""

    def answer(request: HttpRequest) -> HttpResponse:
        given = get_response(request)
        if request.path.startswith("/api/"):
            given.headers.setdefault("Cache-Control", "no-store")
        return given

    return answer


class Files(WhiteNoiseMiddleware):
    """The built page's files, each answered whole: under ASGI a file that is streamed would first be gathered in another thread."""

    @staticmethod
    def serve(static_file: StaticFile, request: HttpRequest) -> HttpResponse:
        """A file's answer."""
        found = static_file.get_response(request.method, request.META)
        answer = HttpResponse(found.file.read() if found.file else b"", status=int(found.status))
        del answer["Content-Type"]
        for name, value in found.headers:
            answer[name] = value
        return answer

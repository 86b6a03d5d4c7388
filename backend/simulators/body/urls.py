"""Where a stand-in answers: its interface, and the page on which one handles it."""

from __future__ import annotations

from collections.abc import Callable

from django.http import FileResponse, HttpRequest, JsonResponse
from django.http.response import HttpResponseBase
from django.urls import path

from simulators.body import settings
from simulators.body.api import api
from simulators.body.plugged import thing

PAGE = "stand-in.html"
Answering = Callable[[HttpRequest], HttpResponseBase]


def in_reach(answer: Answering) -> Answering:
    """Nothing is answered under another name, to what a page from elsewhere could send, or over a link while the body is out of its reach."""

    def answered(request: HttpRequest) -> HttpResponseBase:
        request.get_host()  # refused where it is none of ours
        if request.body and request.content_type != "application/json":
            return JsonResponse({"detail": "JSON is accepted"}, status=415)
        if request.path.startswith("/link/") and not thing().reached:
            return JsonResponse({"detail": "out of reach"}, status=503)
        return answer(request)

    return answered


def page(request: HttpRequest) -> FileResponse:
    """The page on which one handles it."""
    return FileResponse((settings.DIST / PAGE).open("rb"), content_type="text/html")


urlpatterns = [path("", page), path("", api.urls)]

"""Addresses: the API, and the one page for everything else."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from studio.api import api
from studio.health import alive, ready
from studio.problems import problem


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The application's page; the router in the browser takes it from there."""
    return render(request, "index.html")


def nothing(request: HttpRequest, rest: str) -> HttpResponse:
    """The answer to an address under api/ that is no operation."""
    return problem(404, "There is nothing here.")


urlpatterns = [
    path("alive", alive),
    path("ready", ready),
    path("api/", api.urls),
    path("api/<path:rest>", nothing),
    re_path(r"^(?!api/|assets/).*$", page),
]

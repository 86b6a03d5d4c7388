"""Addresses: the API, and the one page for everything else."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.urls import path, re_path
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from studio.api import api


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """The application's page; the router in the browser takes it from there."""
    return render(request, "index.html")


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page)]

"""What a supervisor or a proxy asks: whether the server lives, and whether it can work. Neither tells anything about anybody."""

from __future__ import annotations

from django.db import DatabaseError, connection
from django.db.migrations.executor import MigrationExecutor
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.cache import cache_control
from django.views.decorators.http import require_safe

from studio.problems import problem

OK = {"status": "ok"}


@require_safe
@cache_control(no_store=True)
def alive(request: HttpRequest) -> HttpResponse:
    """The server answers."""
    return JsonResponse(OK)


@require_safe
@cache_control(no_store=True)
def ready(request: HttpRequest) -> HttpResponse:
    """The server answers, its database too, and that is of this version."""
    try:
        executor = MigrationExecutor(connection)
        behind = executor.migration_plan(executor.loader.graph.leaf_nodes())
    except DatabaseError:
        return problem(503, "The database cannot be read.")
    if behind:
        return problem(503, f"The database is {len(behind)} steps behind: run manage.py migrate.")
    return JsonResponse(OK)

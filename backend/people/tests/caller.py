"""A browser's way of calling the API in tests: with the page's token, with a version when one replaces something."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpResponse
from django.test import Client

TOKEN = "t" * 32


class Caller:
    """Calls as one person; keeps cookies between calls."""

    def __init__(self, person: Any = None, token: bool = True) -> None:
        self.client = Client(enforce_csrf_checks=True)
        if person is not None:
            self.client.force_login(person)
        self.token = token
        self.client.cookies["csrftoken"] = TOKEN

    def send(self, method: str, path: str, body: Any = None, version: str | None = None) -> HttpResponse:
        """One call; a body that is bytes goes as it is."""
        headers = {"If-Match": version} if version is not None else {}
        if self.token:
            headers["X-CSRFToken"] = self.client.cookies["csrftoken"].value
        data = body if isinstance(body, bytes) else b"" if body is None else json.dumps(body).encode()
        return self.client.generic(method, path, data, content_type="application/json", headers=headers)

    def get(self, path: str) -> HttpResponse:
        """Read."""
        return self.send("GET", path)

    def post(self, path: str, body: Any = None) -> HttpResponse:
        """Make, or do."""
        return self.send("POST", path, body)

    def put(self, path: str, body: Any, version: str) -> HttpResponse:
        """Replace what was read at this version."""
        return self.send("PUT", path, body, version)

    def delete(self, path: str) -> HttpResponse:
        """Put aside."""
        return self.send("DELETE", path)


def pointers(response: HttpResponse) -> set[str]:
    """Where a problem says something is wrong."""
    return {error["pointer"] for error in response.json()["errors"]}

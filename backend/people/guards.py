"""Who may call: anyone with the page's token, or a signed-in person."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import AbstractBaseUser
from django.http import HttpRequest
from ninja.parser import Parser
from ninja.security import APIKeyCookie

from forms.reading import read_json


class Anyone(APIKeyCookie):
    """Anyone whose page carries the token against cross-site requests; touches no database."""

    param_name = "csrftoken"

    def authenticate(self, request: HttpRequest, key: str | None) -> Any:
        """Always, once the token has been checked."""
        return "anyone"


class Person(APIKeyCookie):
    """A signed-in person."""

    param_name = "sessionid"

    def authenticate(self, request: HttpRequest, key: str | None) -> AbstractBaseUser | None:
        """The person of the session."""
        return request.user if request.user.is_authenticated else None


class StrictParser(Parser):
    """Bodies read by the same strict reader as files: size, duplicate keys, numbers that are none."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The decoded body."""
        return read_json(request.body, largest=4_000_000)

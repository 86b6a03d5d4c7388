"""How often somebody may knock: wrong passwords and new accounts, counted by account and by address, with a wait that grows.

Counts stand in the cache, which is a table: they outlive a restart and hold for all processes of a server.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import wraps
from hashlib import sha256
from typing import Any, Literal

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja.errors import Throttled
from ninja.throttling import SimpleRateThrottle

from forms.problems import InputError, Problem
from forms.reading import read_json
from people import browsers, factor
from people.guards import Run, operation_of
from people.names import plain


@dataclass(frozen=True, slots=True)
class Rate:
    """How many knocks a door takes in a time, from whom, and why so many. By account only those count that were refused."""

    door: str
    by: Literal["account", "address"]
    at_most: str
    because: str


RATES = (
    Rate("sign_in", "account", "5/m", "mistyping a few times in a row is usual; a sixth try waits up to a minute"),
    Rate("sign_in", "account", "20/h", "who goes on for an hour guesses"),
    Rate("sign_in", "account", "50/d", "fifty guesses a day find no password that was accepted here"),
    Rate("sign_in", "address", "30/m", "a workshop may share one address"),
    Rate("sign_in", "address", "300/h", "a workshop may share one address"),
    Rate("change_password", "account", "5/m", "the old password is asked for so that a screen left open cannot be taken over"),
    Rate("change_password", "account", "20/h", "who goes on for an hour guesses"),
    Rate("change_password", "account", "50/d", "fifty guesses a day find no password that was accepted here"),
    Rate("recover", "account", "5/m", "a code is copied from paper, and mistyped at times"),
    Rate("recover", "account", "20/d", "a code is long: who goes on has none"),
    Rate("recover", "address", "30/h", "a workshop may share one address, and hardly loses its passwords together"),
    Rate("new_codes", "account", "5/m", "the password is asked for so that a screen left open cannot be taken over"),
    Rate("new_codes", "account", "20/h", "who goes on for an hour guesses"),
    Rate("begin_factor", "account", "5/m", "the password is asked for so that a screen left open cannot be taken over"),
    Rate("begin_factor", "account", "20/h", "who goes on for an hour guesses"),
    Rate("confirm_factor", "account", "5/m", "six figures are mistyped at times"),
    Rate("drop_factor", "account", "5/m", "the password is asked for so that a screen left open cannot be taken over"),
    Rate("drop_factor", "account", "20/h", "who goes on for an hour guesses"),
    Rate("leave", "account", "5/m", "the password is asked for so that a screen left open deletes nothing"),
    Rate("leave", "account", "20/h", "who goes on for an hour guesses"),
    Rate("register", "address", "10/m", "a workshop may begin together"),
    Rate("register", "address", "40/h", "accounts made by the hundred fill the disk"),
    Rate("register", "address", "100/d", "accounts made by the hundred fill the disk"),
)
KNOCK_BYTES = 4_000
NAMED = ("sign_in", "recover")
"""Doors at which somebody says whose they are."""
COUNTED = "x-counted"
"""Marks these operations in the API's description of itself."""


class Turnstile(SimpleRateThrottle):
    """One rate for one account or address."""

    def __init__(self, rate: Rate, who: str) -> None:
        super().__init__(rate.at_most)
        self.by = rate.by
        self.name = f"{rate.door}:{rate.by}:{rate.at_most}:{sha256(who.encode()).hexdigest()}"

    def get_cache_key(self, request: HttpRequest) -> str:
        """Where its count stands."""
        return self.name

    def throttle_success(self) -> bool:
        """Let by, and not counted yet: another rate may still refuse."""
        return True

    def count(self) -> None:
        """Count one that was let by."""
        self.cache.set(self.name, [self.now, *self.history], self.duration)

    def forget(self) -> None:
        """Begin again."""
        self.cache.delete(self.name)


def _too_long(request: HttpRequest) -> bool:
    """Whether a knock is longer than any name, code and password: it could hide whose door it is, and is not counted but refused."""
    try:
        return len(request.body) > KNOCK_BYTES
    except RequestDataTooBig:
        return True


def _named(request: HttpRequest, what: str) -> str:
    """What a knock says under a name; empty where it says nothing that can be read."""
    try:
        told = read_json(request.body, KNOCK_BYTES)
    except InputError:
        return ""
    said = told.get(what) if isinstance(told, dict) else None
    return said if isinstance(said, str) else ""


def _account(request: HttpRequest, door: str) -> str | None:
    """Whose door it is: whom a sign-in or a recovery names, whoever is signed in already, else who is signed in; None where that cannot be read."""
    if door not in NAMED:
        return request.user.get_username().casefold() if request.user.is_authenticated else None
    name = _named(request, "name")
    return plain(name).casefold() if name else None


def _own(request: HttpRequest, door: str, account: str) -> str:
    """By what somebody is told from all others that knock at an account: a browser that was signed in before, or the figures of its device."""
    person = browsers.account(account)
    browser = browsers.known(request, person)
    if browser is not None:
        return browser.digest
    device = factor.of(person) if door == "sign_in" else None
    return "its device" if device is not None and factor.step_of(device, _named(request, "code")) is not None else ""


def _turnstiles(request: HttpRequest, door: str, account: str | None) -> Iterator[Turnstile]:
    """The rates of a door; who is told from all others has counts of their own, which nobody else's guesses fill."""
    own = _own(request, door, account) if account is not None and door in NAMED else ""
    for rate in RATES:
        if rate.door == door and rate.by == "address":
            yield Turnstile(rate, browsers.address(request))
        elif rate.door == door and account is not None:
            yield Turnstile(rate, f"{account} at {own}" if own else account)


def wait_of(turnstiles: list[Turnstile], request: HttpRequest) -> int:
    """Seconds until all of them let somebody by; 0 is at once, and is counted. Nobody slips between looking and counting."""
    with transaction.atomic():
        waits = [stile.wait() or 1 for stile in turnstiles if not stile.allow_request(request)]
        if not waits:
            for stile in turnstiles:
                stile.count()
    return math.ceil(max(waits, default=0))


def said(seconds: int) -> str:
    """A wait in words.

    >>> said(1), said(48), said(150), said(7300)
    ('1 second', '48 seconds', '3 minutes', '3 hours')
    """
    size, word = (3600, "hour") if seconds >= 7200 else (60, "minute") if seconds >= 120 else (1, "second")
    many = math.ceil(seconds / size)
    return f"{many} {word}{'' if many == 1 else 's'}"


def at_the_door(run: Run) -> Run:
    """An operation that somebody may only try so often; what went well is forgotten for the account."""
    operation = operation_of(run)
    door = operation.view_func.__name__

    @wraps(run)
    def guarded(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
        if not settings.DOORS:
            return run(request, *args, **kwargs)
        if _too_long(request):
            return operation.api.on_exception(request, InputError([Problem("", f"at most {KNOCK_BYTES:,} bytes are read at this door")]))
        account = _account(request, door)
        turnstiles = list(_turnstiles(request, door, account))
        wait = wait_of(turnstiles, request)
        answer: HttpResponse = operation.api.on_exception(request, Throttled(wait=wait)) if wait else run(request, *args, **kwargs)
        if answer.status_code >= 400 and door in NAMED and account is not None:
            browsers.knocked(request, account)
        elif answer.status_code < 400:
            for stile in turnstiles:
                if stile.by == "account":
                    stile.forget()
        return answer

    return guarded

"""Browsers that a person signed in with, each of which can be signed out, and who knocked from elsewhere.

A browser that signed in before keeps a key. At the doors it has counts of its own, so that whoever guesses from elsewhere locks nobody out.
"""

from __future__ import annotations

import logging
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import sha256
from secrets import token_urlsafe

from django.conf import settings
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.db import DatabaseError
from django.db.models import Count, F, Max, Min, Sum
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.crypto import salted_hmac
from ninja.throttling import SimpleRateThrottle

from people.models import Browser, Knock

log = logging.getLogger("aperture")
COOKIE, KEY_BYTES = "browser", 24
KEPT = timedelta(days=400)
"""How long a browser is known: as long as any keeps a cookie (RFC 6265bis, 5.5)."""

SEEN_EVERY = timedelta(hours=1)
"""How closely it is noted when a browser was last here: a page that is only looked at writes no oftener."""

MISTYPED = 5
"""Wrong passwords that somebody types before the right one; more stay told of, whoever got in then."""

MOST_BROWSERS, MOST_PLACES = 40, 200
"""Browsers and places that are told apart for a person; of more the oldest browsers go, and further places count as one."""


def _digest(key: str) -> str:
    return sha256(key.encode()).hexdigest()


def known(request: HttpRequest, person: User | None) -> Browser | None:
    """This browser, where a person signed in with it before."""
    key = request.COOKIES.get(COOKIE, "")
    return Browser.objects.filter(person=person, digest=_digest(key)).first() if key and person else None


def account(name: str) -> User | None:
    """The account that goes by a name, however its letters are written."""
    return User.objects.filter(username__iexact=name).first()


def signed_in(request: HttpRequest, response: HttpResponse, person: User) -> None:
    """Know this browser from now on as one of a person who has just signed in with it."""
    key = request.COOKIES.get(COOKIE, "")
    row = known(request, person)
    if row is None:
        key = key if len(key) >= KEY_BYTES else token_urlsafe(KEY_BYTES)
        row = Browser(person=person, digest=_digest(key))
        beyond = Browser.objects.filter(person=person).values_list("pk", flat=True)[MOST_BROWSERS - 1 :]
        Browser.objects.filter(pk__in=list(beyond)).delete()
    row.session, row.seen_at = request.session.session_key or "", timezone.now()
    row.kind = "phone" if "mobi" in request.headers.get("User-Agent", "").casefold() else "desk"
    row.save()
    Browser.objects.filter(person=person, session=row.session).exclude(pk=row.pk).delete()  # one that two pages noted at once
    Knock.objects.filter(person=person, place=_place(request), times__lte=MISTYPED).delete()  # it was they who mistyped
    secure = bool(settings.SESSION_COOKIE_SECURE)
    response.set_cookie(COOKIE, key, max_age=KEPT, httponly=True, secure=secure, samesite="Lax")


def seen(request: HttpRequest, response: HttpResponse, person: User) -> None:
    """Note that a person is here; one who signed in before browsers were noted is known from now on.

    A database that takes nothing just now is no reason to show nothing: it is said to whoever runs it.
    """
    try:
        _seen(request, response, person)
    except DatabaseError:
        log.warning("a browser could not be noted", exc_info=True)


def _seen(request: HttpRequest, response: HttpResponse, person: User) -> None:
    session = request.session.session_key or ""
    if not Browser.objects.filter(person=person, session=session).exists():
        signed_in(request, response, person)
    else:
        now = timezone.now()
        Browser.objects.filter(person=person, session=session, seen_at__lt=now - SEEN_EVERY).update(seen_at=now)


def signed_out(request: HttpRequest) -> None:
    """A browser has no session any more; it stays known."""
    if session := request.session.session_key:
        Browser.objects.filter(session=session).update(session="")


def others_out(request: HttpRequest, person: User, forget: bool) -> None:
    """Note that a new password has ended every session but this one; forget: whoever had the old one is known no more."""
    others = Browser.objects.filter(person=person).exclude(session=request.session.session_key or "")
    Session.objects.filter(pk__in=list(others.exclude(session="").values_list("session", flat=True))).delete()
    if forget:
        others.delete()
    else:
        others.update(session="")


def end(row: Browser) -> None:
    """Sign a browser out, and know it no more."""
    Session.objects.filter(pk=row.session).delete()
    row.delete()


def address(request: HttpRequest) -> str:
    """Where a request comes from, as far as the proxies that are trusted tell."""
    return SimpleRateThrottle("1/s").get_ident(request) or ""


def _place(request: HttpRequest) -> str:
    """Where a request comes from, as a hash that only this server can make."""
    return salted_hmac("people.knock", address(request)).hexdigest()


def knocked(request: HttpRequest, name: str) -> None:
    """Note a wrong password or code for an account, from a browser that is not known."""
    person = account(name)
    if person is None or known(request, person) is not None:
        return
    place = _place(request)
    rows = Knock.objects.filter(person=person)
    if not rows.filter(place=place).exists() and rows.count() >= MOST_PLACES:
        place = ""
    Knock.objects.get_or_create(person=person, place=place)
    rows.filter(place=place).update(times=F("times") + 1, last_at=timezone.now())


@dataclass(frozen=True, slots=True)
class Knocks:
    """Wrong passwords and codes from elsewhere: how many, from how many places, since when and when last."""

    times: int
    places: int
    since: datetime
    last: datetime


def knocks(person: User) -> Knocks | None:
    """Who knocked at a person's account from elsewhere since they last said that they saw it; None where nobody did."""
    told = Knock.objects.filter(person=person).aggregate(times=Sum("times"), places=Count("id"), since=Min("first_at"), last=Max("last_at"))
    return Knocks(**told) if told["times"] else None

"""Accounts and profiles."""

from __future__ import annotations

from dataclasses import asdict
from datetime import datetime
from typing import Annotated, Any, Literal, cast

from django.conf import settings
from django.contrib.auth import authenticate, get_user_model, login, logout, update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.sessions.models import Session
from django.db import transaction
from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import get_token
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from demo.door import WORK
from forms.problems import InputError, Problem, what_can_be_read
from forms.profile_form import PersonForm
from outings.demo_people import copy_demo
from people import actions, browsers, factor, recovery
from people.doors import COUNTED, at_the_door
from people.guards import Anyone, own_turn, person_of
from people.models import Browser, Knock, Profile, RecoveryCode
from people.names import LONGEST, plain
from people.replies import square
from people.turns import begin
from people.versions import IfMatch, replace, tag

router = Router(tags=["people"])
doors = Router(tags=["people"])
doors.add_decorator(at_the_door, mode="view")

Name = Annotated[str, Field(min_length=1, max_length=LONGEST)]
Password = Annotated[str, Field(min_length=1, max_length=200)]


Registration = Literal["open", "invited", "closed"]
"""Who may make an account."""


class Credentials(Schema):
    """A name and a password."""

    name: Name
    password: Password


class SignIn(Credentials):
    """A name, a password, and the figures of a second factor or a recovery code where the account asks for them."""

    code: Annotated[str, Field(max_length=60)] = ""


class Figures(Schema):
    """The figures that a device shows now."""

    code: Annotated[str, Field(min_length=1, max_length=20)]


class FactorOut(Schema):
    """Whether there is a second factor, and since when."""

    on: bool
    since: datetime | None


class NewFactorOut(Schema):
    """What a device is told, as letters and as a square code in SVG: shown this once."""

    secret: str
    svg: str


class NewAccount(Credentials):
    """A name, a password, and the word of invitation where the server asks for one."""

    invitation: Annotated[str, Field(max_length=200)] = ""


class Passwords(Schema):
    """The present password and the next."""

    old: Password
    new: Password


class Lost(Schema):
    """Whose password is lost, one of the account's recovery codes, and the next password."""

    name: Name
    code: Annotated[str, Field(min_length=1, max_length=60)]
    password: Password


class Present(Schema):
    """The present password, so that a screen left open cannot be taken over."""

    password: Password


class CodesOut(Schema):
    """New recovery codes: shown this once."""

    codes: list[str]


class CodesLeft(Schema):
    """How many recovery codes are left, and since when there are these; null where none were made."""

    left: int
    made_at: datetime | None


class DemoPerson(Schema):
    """A demo person and what they photograph."""

    name: str
    work: str


class KnocksOut(Schema):
    """Wrong passwords and codes for an account from browsers that are not known: how many, from how many places, since when, when last."""

    times: int
    places: int
    since: datetime
    last: datetime


class BrowserOut(Schema):
    """A browser that signed in. kind: phone or desk; signed_in: whether it still is; this: whether it is the one that asks."""

    id: int
    kind: Literal["phone", "desk"]
    made_at: datetime
    seen_at: datetime
    signed_in: bool
    this: bool


class Me(Schema):
    """Who is signed in; name null for nobody. demo: whether demo people may be stepped in as; registration: who may make an account;
    knocks: who tried the account from elsewhere, null where nobody did."""

    name: str | None
    knocks: KnocksOut | None
    demo: bool
    demo_people: list[DemoPerson]
    registration: Registration


class DemoName(Schema):
    """A demo person."""

    name: Name


class Start(Schema):
    """What a new account begins with."""

    copy_from_demo: Literal["kit", "kit_and_day"]


class ProfileOut(Schema):
    """A profile and its version; unread: what is stored in it and cannot be read, which the next save drops."""

    document: PersonForm
    version: str
    unread: list[str] = Field(default_factory=list)


def me_of(request: HttpRequest) -> Me:
    """Who is signed in, as a page is told."""
    name = request.user.get_username() if request.user.is_authenticated else None
    people = [DemoPerson(name=one, work=WORK.get(one, "")) for one in _demo_people().values_list("username", flat=True)]
    told = browsers.knocks(person_of(request)) if name else None
    return Me(
        name=name,
        knocks=KnocksOut(**asdict(told)) if told else None,
        demo=settings.DEMO,
        demo_people=people,
        registration=cast(Registration, settings.REGISTRATION),
    )


def _demo_people() -> QuerySet[Any]:
    """The accounts that the demo made, in the demo; nobody elsewhere."""
    people = get_user_model().objects.filter(profile__of_demo=True, is_active=True).order_by("username")
    return people if settings.DEMO else people.none()


def _signed_in(request: HttpRequest, response: HttpResponse, person: User) -> Me:
    """Sign somebody in, whose browser is known from now on."""
    begin()
    login(request, person)
    browsers.signed_in(request, response, person)
    return me_of(request)


@router.get("/me", response=Me, auth=Anyone())
def who_am_i(request: HttpRequest, response: HttpResponse) -> Me:
    """Who is signed in; sets the page's token, for pages that another server gave out."""
    get_token(request)
    if request.user.is_authenticated:
        browsers.seen(request, response, person_of(request))
    return me_of(request)


@doors.post("/people", response=Me, auth=Anyone(), openapi_extra={COUNTED: True})
@own_turn
def register(request: HttpRequest, response: HttpResponse, given: NewAccount) -> Me:
    """A new account, signed in."""
    actions.may_register(given.invitation)
    return _signed_in(request, response, actions.register(given.name, given.password))


@doors.post("/session", response=Me, auth=Anyone(), openapi_extra={COUNTED: True})
@own_turn
def sign_in(request: HttpRequest, response: HttpResponse, given: SignIn) -> Me:
    """Sign in; a browser that is not known is asked for the second factor, where there is one."""
    person = authenticate(request, username=plain(given.name), password=given.password)
    if person is None:
        raise InputError([Problem("/password", "name and password do not belong together")])
    if browsers.known(request, person) is None:
        factor.check(person, given.code)
    return _signed_in(request, response, person)


@doors.post("/recover", response=Me, auth=Anyone(), openapi_extra={COUNTED: True})
@own_turn
def recover(request: HttpRequest, response: HttpResponse, given: Lost) -> Me:
    """A new password by a recovery code, which is used up; signed in, and every other browser signed out and known no more."""
    person = recovery.recover(given.name, given.code, given.password)
    answer = _signed_in(request, response, person)
    browsers.others_out(request, person, forget=True)
    return answer


@doors.get("/me/codes", response=CodesLeft)
def codes_left(request: HttpRequest) -> CodesLeft:
    """How many recovery codes are left."""
    rows = RecoveryCode.objects.filter(person=person_of(request))
    return CodesLeft(left=rows.count(), made_at=rows.values_list("made_at", flat=True).first())


@doors.post("/me/codes", response=CodesOut, openapi_extra={COUNTED: True})
@own_turn
def new_codes(request: HttpRequest, given: Present) -> CodesOut:
    """New recovery codes in place of all that there were."""
    return CodesOut(codes=recovery.new_codes(person_of(request), given.password))


@router.post("/demo", response=Me, auth=Anyone(), openapi_extra={"responses": {404: {}}})
def step_in(request: HttpRequest, response: HttpResponse, given: DemoName) -> Me:
    """Step in as a demo person; in the demo only."""
    return _signed_in(request, response, get_object_or_404(_demo_people(), username=given.name))


@doors.delete("/session", response=Me)
def sign_out(request: HttpRequest) -> Me:
    """Sign out."""
    browsers.signed_out(request)
    logout(request)
    return me_of(request)


@doors.post("/me/password", response=Me, openapi_extra={COUNTED: True})
@own_turn
def change_password(request: HttpRequest, response: HttpResponse, given: Passwords) -> Me:
    """Change the password; the session goes on, every other ends."""
    person = person_of(request)
    actions.change_password(person, given.old, given.new)
    update_session_auth_hash(request, person)
    browsers.signed_in(request, response, person)
    browsers.others_out(request, person, forget=False)
    return me_of(request)


@doors.get("/me/factor", response=FactorOut)
def my_factor(request: HttpRequest) -> FactorOut:
    """Whether there is a second factor."""
    row = factor.of(person_of(request))
    return FactorOut(on=row is not None, since=row.made_at if row else None)


@doors.post("/me/factor", response=NewFactorOut, openapi_extra={COUNTED: True})
@own_turn
def begin_factor(request: HttpRequest, given: Present) -> NewFactorOut:
    """A new secret for a device; it counts for nothing until its figures are confirmed."""
    row = factor.begun(person_of(request), given.password)
    return NewFactorOut(secret=row.secret, svg=square(factor.address(row)))


@doors.put("/me/factor", response=FactorOut, openapi_extra={COUNTED: True})
@own_turn
def confirm_factor(request: HttpRequest, given: Figures) -> FactorOut:
    """Take the second factor into use."""
    factor.confirm(person_of(request), given.code)
    return my_factor(request)


@doors.post("/me/factor/off", response=FactorOut, openapi_extra={COUNTED: True})
@own_turn
def drop_factor(request: HttpRequest, given: Present) -> FactorOut:
    """Do without a second factor from now on."""
    factor.take_away(person_of(request), given.password)
    return my_factor(request)


@router.get("/me/browsers", response=list[BrowserOut])
def my_browsers(request: HttpRequest) -> list[BrowserOut]:
    """Browsers that signed in to this account, the one last here first."""
    rows, here = list(Browser.objects.filter(person=person_of(request))), request.session.session_key
    still = set(Session.objects.filter(pk__in=[row.session for row in rows], expire_date__gt=timezone.now()).values_list("pk", flat=True))
    return [
        BrowserOut(
            id=row.pk,
            kind=cast(Literal["phone", "desk"], row.kind),
            made_at=row.made_at,
            seen_at=row.seen_at,
            signed_in=row.session in still,
            this=row.session == here,
        )
        for row in rows
    ]


@router.delete("/me/browsers/{pk}", response={204: None})
def end_browser(request: HttpRequest, pk: int) -> HttpResponse:
    """Sign a browser out, and know it no more: its next try counts as one from elsewhere."""
    browsers.end(get_object_or_404(Browser, pk=pk, person=person_of(request)))
    return HttpResponse(status=204)


@router.delete("/me/knocks", response={204: None})
def knocks_seen(request: HttpRequest) -> HttpResponse:
    """Say that one saw who knocked: what comes from now on is counted anew."""
    Knock.objects.filter(person=person_of(request)).delete()
    return HttpResponse(status=204)


@router.post("/me/start", response=Me)
def start(request: HttpRequest, given: Start) -> Me:
    """Copy the demo kit, or the kit and the demo day, into this account."""
    copy_demo(person_of(request), day=given.copy_from_demo == "kit_and_day")
    return me_of(request)


def profile_of(request: HttpRequest) -> Profile:
    """The profile of the signed-in person, made when first asked for."""
    return Profile.objects.get_or_create(person=person_of(request))[0]


@router.get("/profile", response=ProfileOut)
def get_profile(request: HttpRequest, response: HttpResponse) -> ProfileOut:
    """The profile; one that nobody has changed yet is as it begins, and not stored for being looked at."""
    row = Profile.objects.filter(person=person_of(request)).first() or Profile(person=person_of(request))
    response["ETag"] = tag(row.revision)
    document, unread = what_can_be_read(PersonForm, row.document)
    return ProfileOut(document=document, version=tag(row.revision), unread=[problem.line for problem in unread])


@router.put("/profile", response=ProfileOut)
def put_profile(request: HttpRequest, response: HttpResponse, document: PersonForm, if_match: IfMatch) -> ProfileOut:
    """Replace the profile, if it is still the version that was read."""
    with transaction.atomic():
        row = Profile.objects.select_for_update().get(pk=profile_of(request).pk)
        replace(row, if_match, row.document, document=document.model_dump(mode="json"))
    response["ETag"] = tag(row.revision)
    return ProfileOut(document=document, version=tag(row.revision))

"""A second factor of one's own: figures that a device shows for half a minute (RFC 6238), by choice; a recovery code stands in for a lost device."""

from __future__ import annotations

from secrets import compare_digest

import pyotp
from django.contrib.auth.models import User
from django.utils import timezone

from forms.problems import InputError, Problem
from people.actions import be_present
from people.models import RecoveryCode, SecondFactor
from people.recovery import digest_of
from people.turns import begin

ISSUER = "Wide Aperture"
STEP_S, EITHER_WAY = 30, 1
"""Seconds for which figures stand, and how many steps a device's clock may be off."""

ASKED = Problem("/code", "this account asks for the figures that its device shows now, too, or one of its recovery codes")
WRONG = Problem("/code", "these are not the figures of now, or they were used already")


def of(person: User | None) -> SecondFactor | None:
    """A person's second factor, where there is one that they have confirmed."""
    return SecondFactor.objects.filter(person=person, confirmed=True).first() if person is not None else None


def begun(person: User, password: str) -> SecondFactor:
    """A new secret for a device, in place of one that was not confirmed; it counts for nothing until it is.

    Raises
    ------
    InputError : this is not the person's password, or there is a second factor already.
    """
    be_present(person, password)
    if of(person) is not None:
        raise InputError([Problem("/password", "there is a second factor already; take it away first")])
    begin()
    row, _ = SecondFactor.objects.update_or_create(
        person=person, defaults={"secret": pyotp.random_base32(), "confirmed": False, "last_step": 0}
    )
    return row


def address(row: SecondFactor) -> str:
    """What a device reads from a square code."""
    return pyotp.TOTP(row.secret).provisioning_uri(name=row.person.get_username(), issuer_name=ISSUER)


def step_of(row: SecondFactor, code: str) -> int | None:
    """Which step a code is of, where it is one that has not been used; None where it is none."""
    now = int(timezone.now().timestamp()) // STEP_S
    typed = "".join(code.split())
    steps = range(max(now - EITHER_WAY, row.last_step + 1), now + EITHER_WAY + 1)
    return next((step for step in steps if compare_digest(pyotp.TOTP(row.secret).generate_otp(step).encode(), typed.encode())), None)


def _use(row: SecondFactor, code: str) -> None:
    step = step_of(row, code)
    if step is None:
        raise InputError([WRONG])
    begin()
    if not SecondFactor.objects.filter(pk=row.pk, last_step__lt=step).update(last_step=step):
        raise InputError([WRONG])


def confirm(person: User, code: str) -> None:
    """Take a second factor into use, once its device shows the right figures.

    Raises
    ------
    InputError : none was begun, or these are not its figures.
    """
    row = SecondFactor.objects.filter(person=person, confirmed=False).first()
    if row is None:
        raise InputError([Problem("/code", "begin with a new square code")])
    _use(row, code)
    SecondFactor.objects.filter(pk=row.pk).update(confirmed=True)


def take_away(person: User, password: str) -> None:
    """Do without a second factor from now on.

    Raises
    ------
    InputError : this is not the person's password.
    """
    be_present(person, password)
    begin()
    SecondFactor.objects.filter(person=person).delete()


def check(person: User, code: str) -> None:
    """Whether somebody who knows the password may come in, by the figures of their device or a recovery code, which are used up by it.

    Raises
    ------
    InputError : nothing was said, or it is not right.
    """
    row = of(person)
    if row is None:
        return
    if not code.strip():
        raise InputError([ASKED])
    spare = RecoveryCode.objects.filter(person=person, digest=digest_of(person, code))
    if spare.exists():
        begin()
        if spare.delete()[0]:
            return
    _use(row, code)

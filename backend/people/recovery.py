"""A lost password without mail: codes that were shown once, each of which opens the account one time."""

from __future__ import annotations

from hashlib import sha256
from secrets import choice

from django.contrib.auth.models import User
from django.db import transaction

from forms.problems import InputError, Problem
from people.actions import be_present, check_password
from people.models import RecoveryCode
from people.names import plain
from people.turns import begin

ALPHABET = "23456789abcdefghjkmnpqrstuvwxyz"
"""Letters and figures that no hand takes for one another: no 0, 1, i, l, o."""
CODES, GROUPS, GROUP = 8, 4, 4
WRONG = Problem("/code", "name and code do not belong together, or the code was used before")


def digest_of(person: User, code: str) -> str:
    """A code as it is kept: however it was typed, with its person, so that two alike are two."""
    letters = "".join(letter for letter in code.casefold() if letter in ALPHABET)
    return sha256(f"{person.pk}:{letters}".encode()).hexdigest()


def new_codes(person: User, password: str) -> list[str]:
    """Codes in place of all that there were; this is the only time that anybody sees them.

    Raises
    ------
    InputError : this is not the person's password.
    """
    be_present(person, password)
    begin()
    codes = ["-".join("".join(choice(ALPHABET) for _ in range(GROUP)) for _ in range(GROUPS)) for _ in range(CODES)]
    with transaction.atomic():
        RecoveryCode.objects.filter(person=person).delete()
        RecoveryCode.objects.bulk_create(RecoveryCode(person=person, digest=digest_of(person, code)) for code in codes)
    return codes


def recover(name: str, code: str, password: str) -> User:
    """Give an account its new password by one of its codes, which is used up by it; a password that is too weak costs no code.

    Raises
    ------
    InputError : there is no such code of such a name, or the password is too weak.
    """
    person = User.objects.filter(username=plain(name), is_active=True).first()
    mine = RecoveryCode.objects.filter(person=person, digest=digest_of(person, code)) if person else RecoveryCode.objects.none()
    if person is None or not mine.exists():
        raise InputError([WRONG])
    check_password(password, person, "/password")
    person.set_password(password)
    begin()
    with transaction.atomic():
        if not mine.delete()[0]:
            raise InputError([WRONG])
        person.save(update_fields=["password"])
    return person

"""What can be done with an account."""

from __future__ import annotations

from secrets import compare_digest

from django.conf import settings
from django.contrib.auth import password_validation
from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied, ValidationError
from django.db import IntegrityError, transaction

from forms.problems import InputError, Problem, what_can_be_read
from forms.profile_form import PersonForm
from people.models import Profile
from people.names import checked
from people.turns import begin

TAKEN = Problem("/name", "this name is taken; choose another")


def habits_of(person: User) -> PersonForm:
    """What a person's profile says, without what of it cannot be read; as it begins where nobody changed it."""
    kept = Profile.objects.filter(person=person).first()
    return what_can_be_read(PersonForm, kept.document)[0] if kept else PersonForm()


def may_register(invitation: str) -> None:
    """Whether this server takes new accounts, and with which word.

    Raises
    ------
    PermissionDenied : it takes none. InputError : it asks for a word of invitation, and this is not it.
    """
    if settings.REGISTRATION == "closed":
        raise PermissionDenied("This server takes no new accounts.")
    if settings.REGISTRATION == "invited" and not compare_digest(invitation.encode(), settings.INVITATION.encode()):
        raise InputError([Problem("/invitation", "this is not the word of invitation; ask whoever runs this server")])


def register(name: str, password: str) -> User:
    """A new account, bare. Its turn to write begins once its password is hashed.

    Raises
    ------
    InputError : the name is taken or not usable, or the password is too weak.
    """
    name = checked(name)
    person = User(username=name)
    if User.objects.filter(username__iexact=name).exists():
        raise InputError([TAKEN])
    check_password(password, person, "/password")
    person.set_password(password)
    begin()
    try:
        with transaction.atomic():
            person.save()
            Profile.objects.create(person=person)
    except IntegrityError:
        raise InputError([TAKEN]) from None
    return person


def change_password(person: User, old: str, new: str) -> None:
    """Set a new password; the turn to write begins once it is hashed.

    Raises
    ------
    InputError : the old one is wrong, or the new one too weak.
    """
    be_present(person, old, "/old")
    check_password(new, person, "/new")
    person.set_password(new)
    begin()
    person.save(update_fields=["password"])


def be_present(person: User, password: str, pointer: str = "/password") -> None:
    """Whether it is the person who sits there, and not only their open screen.

    Raises
    ------
    InputError : this is not their password; the problem stands at the pointer.
    """
    if not person.check_password(password):
        raise InputError([Problem(pointer, "this is not your present password")])


def check_password(password: str, person: User, pointer: str) -> None:
    """Whether this may be a person's new password.

    Raises
    ------
    InputError : it is too weak; the problem stands at the pointer.
    """
    try:
        password_validation.validate_password(password, person)
    except ValidationError as error:
        raise InputError([Problem(pointer, text) for text in error.messages]) from None

"""The demo photographers, their kit and their day."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from demo.day import DAY, HELD, LAYOUTS, PEOPLE
from demo.kit import BODIES, LENSES
from forms.dialect_form import of_demo
from forms.kit_form import BodyForm, LensForm
from forms.layout_form import LayoutForm
from forms.outing_form import OutingFile
from kit.actions import body_of, hold
from kit.models import Dialect, Layout, Piece
from outings.exchange import import_outing
from people.models import Profile


def checked_words(slug: str) -> dict[str, Any]:
    """A demo body's own words as they are stored."""
    return of_demo(slug).model_dump(mode="json")


def copy_demo(person: User, *, day: bool) -> None:
    """Copy the demo kit, and the demo day if wanted, into an account; kit already there stays."""
    with transaction.atomic():
        for kind, rows in (("body", BODIES), ("lens", LENSES)):
            form = BodyForm if kind == "body" else LensForm
            for slug, row in rows.items():
                document = form.model_validate(row).model_dump(mode="json")
                piece, _ = Piece.objects.get_or_create(person=person, kind=kind, slug=slug, defaults={"document": document})
                if kind == "body":
                    Dialect.objects.get_or_create(piece=piece, defaults={"document": checked_words(slug)})
        if day:
            import_outing(person, OutingFile.model_validate({**DAY, "bodies": {}, "lenses": {}}))


def load_demo_people(password: str) -> list[str]:
    """The two demo photographers with their kit and day; run again, they are made anew."""
    for name, profile in PEOPLE.items():
        with transaction.atomic():
            User.objects.filter(username=name).delete()
            person = User.objects.create_user(name, password=password)
            Profile.objects.create(person=person, document=profile, of_demo=True)
            copy_demo(person, day=True)
            for slug, (values, verified) in HELD.get(name, {}).items():
                hold(Piece.objects.get(person=person, kind="body", slug=slug), values, verified=verified)
            for slug, layout in LAYOUTS.get(name, {}).items():
                piece = Piece.objects.get(person=person, kind="body", slug=slug)
                Layout.objects.create(
                    piece=piece, document=LayoutForm.model_validate(layout).checked(body_of(piece)).model_dump(mode="json")
                )
    return list(PEOPLE)

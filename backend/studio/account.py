"""An account as a whole: everything that is kept of it in one zip, and its end."""

from __future__ import annotations

import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import ExitStack
from typing import IO, Any

from django.apps import apps
from django.contrib.auth import logout
from django.contrib.auth.models import User
from django.core.exceptions import PermissionDenied
from django.db.models import Model
from django.http import FileResponse, HttpRequest
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router
from pydantic_core import to_json

from frames.models import FinePiece, SmallPicture
from outings.exchange import export
from outings.models import Outing, PictureLight
from people import browsers
from people.actions import be_present
from people.api import Me, Present, me_of
from people.doors import COUNTED, at_the_door
from people.guards import own_turn, person_of
from people.models import Profile
from people.replies import files
from people.turns import begin

router = Router(tags=["people"])
router.add_decorator(at_the_door, mode="view")

APPS = ("people", "jobs", "gear", "outings", "frames", "cards")
LEFT_OUT: dict[str, str] = {
    "people.recoverycode": "hashes of codes that open the account: of no use to its owner, and of some to a thief",
    "people.secondfactor": "what a device was told once; whoever had it could show its figures",
    "people.answered": "answers that were given already, kept a day so that nothing is done twice",
    "outings.picturelight": "the light of pictures, which lies beside as files",
    "gear.sensorframe": "counts of a sensor's middle, which only measure it; what they told stands in the body",
    "gear.lampframe": "light of a frame's lines, which only measures how long it is read; what that told stands in the body",
    "frames.smallpicture": "small pictures of frames, which lie beside as files",
    "frames.finepiece": "pieces of frames pixel by pixel, which lie beside as files",
}
"""What of an account is not told in its tables, and why."""

SECRET = {"people": ("digest", "session", "place"), "links": ("token",)}
"""Fields by which a browser or a place is told from others, and by which a body takes orders, by the app that has them."""

ROWS_AT_A_TIME = 500


def path_to_person(model: type[Model]) -> str | None:
    """How a table's rows belong to a person, as a lookup; None where they do not.

    >>> from cards.models import Card
    >>> path_to_person(Card)
    'situation__outing__person'
    """
    for field in model._meta.concrete_fields:
        target = field.related_model
        if target is User:
            return field.name
        beyond = path_to_person(target) if isinstance(target, type) and target is not model else None
        if beyond is not None:
            return f"{field.name}__{beyond}"
    return None


def tables() -> Iterator[tuple[str, type[Model], str]]:
    """Every table that holds something of a person: its name, its model and how it belongs to them."""
    for name in APPS:
        for model in apps.get_app_config(name).get_models():
            path = path_to_person(model)
            if path is not None and model._meta.label_lower not in LEFT_OUT:
                yield model._meta.label_lower, model, path


def _rows(model: type[Model], path: str, person: User) -> Iterator[dict[str, Any]]:
    names = [field.attname for field in model._meta.concrete_fields if field.name not in SECRET.get(model._meta.app_label, ())]
    found = model._default_manager.filter(**{path: person}).order_by("pk")
    return found.values(*names).iterator(chunk_size=ROWS_AT_A_TIME)


def write_whole(person: User, out: IO[bytes]) -> None:
    """Everything that is kept of an account, as a zip: each table, every day as it is imported, and the light of every picture."""
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as file:
        about = {"format": "wide-aperture-account", "version": 1, "name": person.get_username(), "at": timezone.now(), "left_out": LEFT_OUT}
        file.writestr("account.json", to_json(about, indent=2))
        for name, model, path in tables():
            with file.open(f"tables/{name}.jsonl", "w") as entry:
                for row in _rows(model, path, person):
                    entry.write(to_json(row) + b"\n")
        for day in Outing.objects.filter(person=person, deleted_at=None):
            name = f"days/{day.day}-{slugify(day.title)[:60] or 'day'}-{day.pk}.json"
            file.writestr(name, export(day).model_dump_json(indent=2, exclude_unset=True))
        light = PictureLight.objects.filter(picture__situation__outing__person=person).values_list("pk", "data")
        for pk, data in light.iterator(chunk_size=1):
            file.writestr(f"pictures/{pk}.png", bytes(data), zipfile.ZIP_STORED)
        for model, ending in ((SmallPicture, ""), (FinePiece, "-fine")):
            pictures = model.objects.filter(frame__outing__person=person).values_list("pk", "data")
            for pk, data in pictures.iterator(chunk_size=ROWS_AT_A_TIME):
                file.writestr(f"frames/{pk}{ending}.jpg", bytes(data), zipfile.ZIP_STORED)


@router.get("/me/export.zip", openapi_extra=files("application/zip"))
def export_account(request: HttpRequest) -> FileResponse:
    """Everything that is kept of this account, in one zip."""
    person = person_of(request)
    with ExitStack() as held:
        out = held.enter_context(tempfile.TemporaryFile())
        write_whole(person, out)
        held.pop_all()  # whoever sends it closes it
    out.seek(0)
    return FileResponse(out, as_attachment=True, filename=f"wide-aperture-{slugify(person.get_username()) or 'account'}.zip")


@router.post("/me/leave", response=Me, openapi_extra={COUNTED: True})
@own_turn
def leave(request: HttpRequest, given: Present) -> Me:
    """Delete this account and everything that is kept of it, for good; asks for the password."""
    person = person_of(request)
    if Profile.objects.filter(person=person, of_demo=True).exists():
        raise PermissionDenied("Demo people stay: others look round as them, too.")
    be_present(person, given.password)
    begin()
    browsers.others_out(request, person, forget=True)
    logout(request)
    person.delete()
    return me_of(request)

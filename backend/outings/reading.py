"""A person's kit, profile and what is believed of their bodies, read once for any number of situations."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable, Collection
from contextlib import suppress
from functools import cached_property
from typing import Any, TypeVar

from django.contrib.auth.models import User
from django.db.models import Count, Q, QuerySet, TextField
from django.db.models.fields.json import KT
from django.db.models.functions import Cast
from pydantic import ValidationError

from craft.sky.brightness import USUAL_MAG
from forms.dialect_form import DialectForm
from forms.kit_form import body_in_full, lens_in_full
from forms.outing_form import YEARS, Coordinates, OfDay, OverThere, SituationDocument, resolved
from forms.problems import InputError, Problem, from_pydantic
from forms.profile_form import PersonForm
from forms.situation_form import SituationForm
from forms.walk_form import Believed
from kit.actions import and_state, believed
from kit.models import Dialect, Held, Layout, Piece, Refused, Slot
from outings.kept import kept
from outings.models import Outing, Situation
from people.models import Profile

BELIEVED: dict[type[Dialect | Layout | Held | Slot | Refused], tuple[str, ...]] = {
    Dialect: ("document",),
    Layout: ("document", "revision"),
    Held: ("setting", "value", "since", "verified_at"),
    Slot: ("bank", "number", "title", "values", "at"),
    Refused: ("setting", "why", "at"),
}
"""What is believed of bodies, model by model: the fields that tell one state from another."""


def with_bodies(outings: QuerySet[Outing]) -> QuerySet[Outing]:
    """Outings with how many different bodies their situations use, for `bodies_on`."""
    there = Q(situations__deleted_at=None)
    return outings.annotate(bodies_used=Count(KT("situations__document__body"), distinct=True, filter=there))


def there_of(outing: Outing) -> OverThere | None:
    """Under which sky an outing is; None where nobody said where it lies, or by which clock, and in years of which no sky is told."""
    if outing.lies is None or outing.utc_offset_min is None or not YEARS[0] <= outing.day.year <= YEARS[1]:
        return None
    lies = Coordinates.model_validate(outing.lies)
    return OverThere(outing.day, lies.latitude_deg, lies.longitude_deg, outing.utc_offset_min, lies.land(), lies.dark_mag or USUAL_MAG)


def bodies_on(outing: Outing) -> int:
    """How many different bodies the situations of an outing use; nothing is asked for where they or their number came with it."""
    if (used := getattr(outing, "bodies_used", None)) is not None:
        return int(used)
    if "situations" in getattr(outing, "_prefetched_objects_cache", {}):
        return len({row.document["body"] for row in outing.situations.all()})
    return outing.situations.filter(deleted_at=None).order_by().values("document__body").distinct().count()


class Kit:
    """A person's kit and profile, read once, for resolving any number of situations.

    only: the pieces of these slugs, for those of one; profile: the person's document, where it is at hand."""

    def __init__(self, person: User, only: Collection[str] | None = None, profile: dict[str, Any] | None = None) -> None:
        rows = Piece.objects.filter(person=person)
        self._rows = list(rows if only is None else rows.filter(slug__in=only))
        self.pieces = {(row.kind, row.slug): row.document for row in self._rows}
        if profile is None:
            profile = Profile.objects.filter(person=person).values_list("document", flat=True).first()
        self.profile: dict[str, Any] = profile or {}
        self.person = person
        self.put_aside = {kind: {row.slug for row in self._rows if row.kind == kind and row.deleted_at} for kind in ("body", "lens")}
        self._bodies: dict[int, int] = {}

    @cached_property
    def standing(self) -> dict[str, str]:
        """Of each body, a fingerprint of its words, its layout, and all that is believed of it."""
        rows: dict[str, list[Any]] = {slug: [] for kind, slug in self.pieces if kind == "body"}
        for model, fields in BELIEVED.items():
            rows_of = model.objects.filter(piece__person=self.person, piece__kind="body").order_by("pk")
            for slug, *row in rows_of.values_list("piece__slug", *(Cast(field, TextField()) for field in fields)):
                if slug in rows:
                    rows[slug].append((model.__name__, *row))
        return {slug: hashlib.sha256(repr((self.pieces["body", slug], row)).encode()).hexdigest() for slug, row in rows.items()}

    @cached_property
    def dialects(self) -> dict[str, DialectForm]:
        """Each body's own words."""
        return {slug: state.dialect for slug, state in self.states.items()}

    @cached_property
    def own_labels(self) -> dict[str, dict[str, str]]:
        """Each body's own labels by setting."""
        return {slug: {e.setting: e.label for e in form.entries if e.setting} for slug, form in self.dialects.items()}

    @cached_property
    def states(self) -> dict[str, Believed]:
        """Each body as it is believed to stand."""
        return kept("states", (self.person.pk, *sorted(self.standing.items())), self._states)

    def _states(self) -> dict[str, Believed]:
        found = {}
        # of those that were read: a body that goes meanwhile is still in all of the answer
        bodies = [row for row in self._rows if row.kind == "body"]
        for piece in and_state(bodies):
            with suppress(ValidationError):  # a body that cannot be read has no setups either; the kit says so
                found[piece.slug] = believed(piece)
        return found

    def readable(self, kind: str, form: Callable[..., Form]) -> dict[str, Form]:
        """The pieces of a kind that can be read and are not put aside; what is wrong with the others their own page says."""
        found = {}
        for (of, slug), document in self.pieces.items():
            if of == kind and slug not in self.put_aside[kind]:
                try:
                    found[slug] = form(**document)
                except ValidationError:  # the kit's own page says what is wrong with it
                    continue
        return found

    def body_name(self, slug: str) -> str:
        """What a body of the kit is called; for one that is gone, what it was known by."""
        return self._name("body", slug)

    def lens_name(self, slug: str) -> str:
        """What a lens of the kit is called; for one that is gone, what it was known by."""
        return self._name("lens", slug)

    def _name(self, kind: str, slug: str) -> str:
        piece = self.pieces.get((kind, slug))
        return slug if piece is None else str(piece.get("name") or slug)

    def day_of(self, outing: Outing | None) -> OfDay:
        """What an outing tells by itself."""
        if outing is None:
            return OfDay()
        if outing.pk not in self._bodies:
            self._bodies[outing.pk] = bodies_on(outing)
        return OfDay(max(1, self._bodies[outing.pk]), outing.mains_hz, there_of(outing))

    def resolve(self, document: SituationDocument, outing: Outing | None = None) -> SituationForm:
        """What the advice is asked for a situation of an outing, or of none.

        Raises
        ------
        InputError : the situation names kit that is not this person's, or kit or profile cannot be read.
        """
        body, lens = self._piece("body", document.body), self._piece("lens", document.lens)
        own = body.get("fixed_lens")
        if own and own != document.lens:
            raise InputError([Problem("/lens", f"this body has its own lens: {own}")])
        return resolved(
            document,
            _read("/body", body_in_full, json.dumps(body)),
            _read("/lens", lens_in_full, json.dumps(lens)),
            _read("/profile", PersonForm.model_validate, self.profile),
            self.day_of(outing),
        )

    def resolve_row(self, row: Situation, outing: Outing | None = None) -> SituationForm:
        """What the advice is asked for a stored situation; outing: its own, where that is at hand.

        Raises
        ------
        InputError : as `resolve`, or the stored situation cannot be read.
        """
        return self.resolve(_read("", SituationDocument.model_validate, row.document), outing or row.outing)

    def _piece(self, kind: str, slug: str) -> dict[str, Any]:
        piece: dict[str, Any] | None = self.pieces.get((kind, slug))
        if piece is None:
            raise InputError([Problem(f"/{kind}", f"“{slug}” is not in your kit")])
        return piece


Raw = TypeVar("Raw")
Form = TypeVar("Form")


def _read(place: str, reader: Callable[[Raw], Form], raw: Raw) -> Form:
    """What is kept, as a form; what cannot be read is told under a place of the situation."""
    try:
        return reader(raw)
    except ValidationError as error:
        raise InputError(Problem(f"{place}{p.pointer}", p.detail) for p in from_pydantic(error)) from None

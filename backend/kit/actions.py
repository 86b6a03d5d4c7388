"""What can be done with kit."""

from __future__ import annotations

from collections.abc import Mapping
from operator import itemgetter
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import prefetch_related_objects
from django.utils import timezone
from django.utils.text import slugify

from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.traits import Bank, Traits
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG, setting_for
from forms.dialect_form import BodyProfileFile, DialectForm, checked
from forms.kit_form import BodyForm, LensForm, safe_slug
from forms.layout_form import LayoutForm, menus_of
from forms.problems import InputError, Problem, from_craft, what_can_be_read
from forms.traits_form import TraitsForm
from forms.walk_form import Believed, RefusedOut
from kit.models import Dialect, Held, Layout, Piece, Refused, Slot
from people.limits import room_for
from people.versions import replace


def add(person: User, kind: str, form: BodyForm | LensForm) -> Piece:
    """A new body or lens with a slug of its own.

    Raises
    ------
    InputError : the kit is full.
    """
    stem = safe_slug(slugify(form.name) or kind)[:56]
    with transaction.atomic():
        room_for(kind, Piece.objects.filter(person=person, kind=kind, deleted_at=None).count())
        taken = set(Piece.objects.filter(person=person, kind=kind, slug__startswith=stem).values_list("slug", flat=True))
        slug = next(s for s in (stem, *(f"{stem}-{k}" for k in range(2, len(taken) + 3))) if s not in taken)
        return Piece.objects.create(person=person, kind=kind, slug=slug, document=form.model_dump(mode="json"))


def keep_document(piece: Piece, form: BodyForm | LensForm) -> None:
    """Write down a piece as it is described now."""
    piece.document = form.model_dump(mode="json")
    piece.revision += 1
    piece.save()


def came_as(person: User, slug: str, values: Mapping[str, Value | None]) -> Piece:
    """Write down how a body left the box, setting by setting; None makes it a guess again. All or nothing.

    Raises
    ------
    Piece.DoesNotExist : the person has no such body. InputError : every setting or value that there is not, at its place.
    """
    with transaction.atomic():
        piece = Piece.objects.get(person=person, kind="body", slug=slug, deleted_at=None)
        form = BodyForm.model_validate(piece.document)
        traits = form.traits or TraitsForm()
        problems, kept = [], dict(traits.defaults)
        for setting, value in values.items():
            try:
                said = None if value is None else setting_for(setting).checked(value, tuple(traits.offered.get(setting, ())))
            except CraftError as error:
                problems.append(Problem(f"/values/{setting}", error.message))
                continue
            kept.pop(setting, None)
            if said is not None:
                kept[setting] = said
        if problems:
            raise InputError(problems)
        if kept != traits.defaults:
            keep_document(piece, form.model_copy(update={"traits": traits.model_copy(update={"defaults": kept})}))
    return piece


def remove(piece: Piece) -> None:
    """Put a piece aside; it can be brought back for thirty days."""
    piece.deleted_at = timezone.now()
    piece.save(update_fields=["deleted_at"])


def bring_back(piece: Piece) -> None:
    """Bring back a piece that was put aside.

    Raises
    ------
    InputError : there is no room for it any more.
    """
    if piece.deleted_at is not None:
        room_for(piece.kind, Piece.objects.filter(person=piece.person, kind=piece.kind, deleted_at=None).count())
        piece.deleted_at = None
        piece.save(update_fields=["deleted_at"])


def body_of(piece: Piece) -> Body:
    """A body as the craft's value."""
    return BodyForm.model_validate(piece.document).value(piece.slug)


def traits_of(piece: Piece) -> Traits:
    """What the profile of a body says about its settings."""
    return body_of(piece).traits


def dialect_read(row: Dialect | None) -> DialectForm:
    """The words of a stored dialect, without what of them cannot be read."""
    return DialectForm() if row is None else what_can_be_read(DialectForm, row.document)[0]


def laid_out(row: Layout | None) -> LayoutForm:
    """A stored layout, without what of it cannot be read."""
    return LayoutForm() if row is None else what_can_be_read(LayoutForm, row.document)[0]


def dialect_of(piece: Piece) -> Dialect:
    """A body's own words; empty until somebody types them."""
    return Dialect.objects.get_or_create(piece=piece, defaults={"document": DialectForm().model_dump(mode="json")})[0]


def save_dialect(piece: Piece, form: DialectForm, if_match: str) -> Dialect:
    """Replace a body's words, if they are still the version that was read.

    Raises
    ------
    InputError : a row that cannot be. Conflict : carries the newer words.
    """
    document = checked(form).model_dump(mode="json")
    with transaction.atomic():
        row = dialect_of(piece)
        replace(row, if_match, row.document, document=document)
    return row


def hold(piece: Piece, values: dict[str, float | str | None], *, verified: bool) -> None:
    """Write down what a body holds; None makes a setting unknown again. All or nothing.

    Raises
    ------
    InputError : every setting or value that there is not, at its place.
    """
    traits = traits_of(piece)
    problems, rows, now = [], [], timezone.now()
    for slug, value in values.items():
        try:
            setting = setting_for(slug)
            kept = None if value is None else setting.checked(value, tuple(traits.offered.get(slug, ())))
        except CraftError as error:
            problems.append(Problem(f"/values/{slug}", error.message))
            continue
        if kept is not None:
            rows.append(
                Held(piece=piece, setting=slug, value=kept, since=now, verified_at=now if verified else None, firmware=traits.firmware)
            )
    if problems:
        raise InputError(problems)
    with transaction.atomic():
        same = {row.setting: row for row in piece.held.filter(setting__in=values)}
        for row in rows:
            before = same.get(row.setting)
            if before is not None and before.value == row.value:
                row.since = before.since
                row.verified_at = row.verified_at or before.verified_at
        piece.held.filter(setting__in=values).delete()
        Held.objects.bulk_create(rows)


def layout_of(piece: Piece) -> Layout:
    """How a body is laid out; as it came until somebody says otherwise."""
    return Layout.objects.get_or_create(piece=piece, defaults={"document": LayoutForm().model_dump(mode="json")})[0]


def save_layout(piece: Piece, form: LayoutForm, if_match: str) -> Layout:
    """Replace a body's layout, if it is still the version that was read.

    Raises
    ------
    InputError : an item or role that cannot be. Conflict : carries the newer layout.
    """
    try:
        document = form.checked(body_of(piece)).model_dump(mode="json")
    except CraftError as error:
        raise InputError([from_craft(error)]) from None
    with transaction.atomic():
        row = layout_of(piece)
        replace(row, if_match, row.document, document=document)
    return row


def believed(piece: Piece) -> Believed:
    """A body as it is believed to stand; the piece comes with its rows, see ``with_state``."""
    held = list(piece.held.all())
    words, layout = dialect_read(getattr(piece, "dialect", None)), laid_out(getattr(piece, "layout", None))
    values: dict[str, Value] = {row.setting: row.value for row in held}
    seen = [(row.verified_at, row.setting) for row in held if row.verified_at]
    last = max(seen, key=itemgetter(0))[1] if seen and values.get("menu_memory") == "on" else None
    slots = {row.number: row.values for row in piece.slots.all() if row.bank == 1}
    refused = [RefusedOut(setting=r.setting, label=BY_SLUG[r.setting].label, why=r.why, at=r.at) for r in piece.refused.all()]
    revision = piece.layout.revision if hasattr(piece, "layout") else 1
    return Believed(menus_of(body_of(piece), words, layout, last), values, words, slots, refused, (layout, revision))


def with_state(person: User) -> Any:
    """A person's bodies with everything that is believed of them."""
    bodies = Piece.objects.filter(person=person, kind="body").select_related("dialect", "layout")
    return bodies.prefetch_related("held", "slots", "refused")


def and_state(bodies: list[Piece]) -> list[Piece]:
    """Bodies that have been read, with everything that is believed of them."""
    prefetch_related_objects(bodies, "dialect", "layout", "held", "slots", "refused")
    return bodies


def refuse(piece: Piece, setting: str, why: str) -> None:
    """Write down that a setting could not be set, and why; an empty reason takes that back.

    Raises
    ------
    InputError : there is no such setting.
    """
    try:
        setting_for(setting)
    except CraftError as error:
        raise InputError([Problem("/setting", error.message)]) from None
    if why:
        Refused.objects.update_or_create(piece=piece, setting=setting, defaults={"why": why, "at": timezone.now()})
    else:
        piece.refused.filter(setting=setting).delete()


def keep_in_slot(piece: Piece, bank: int, number: int, title: str, values: dict[str, Value]) -> None:
    """Write down what a slot holds now, without what it leaves out.

    Raises
    ------
    InputError : the body has no such slot.
    """
    found = slot_at(traits_of(piece), bank, number)
    kept = {slug: value for slug, value in values.items() if found.holds(slug)}
    Slot.objects.update_or_create(piece=piece, bank=bank, number=number, defaults={"title": title, "values": kept, "at": timezone.now()})


def name_of_slot(slot: Slot) -> str:
    """What a slot is called, on a body that may have other banks now than when it was filled."""
    banks = traits_of(slot.piece).all_banks
    return banks[slot.bank - 1].called(slot.number) if slot.bank <= len(banks) else f"slot {slot.number}"


def slot_at(traits: Traits, bank: int, number: int) -> Bank:
    """The bank of a slot.

    Raises
    ------
    InputError : the body has no such slot.
    """
    banks = traits.all_banks
    if not 1 <= bank <= len(banks):
        raise InputError([Problem("/bank", f"this body has {len(banks)} banks of slots, as far as its profile says")])
    if not 1 <= number <= banks[bank - 1].slots:
        raise InputError([Problem("/number", f"1 to {banks[bank - 1].slots} is accepted")])
    return banks[bank - 1]


def forget(piece: Piece) -> None:
    """Make every setting of a body unknown."""
    piece.held.all().delete()


def import_body(person: User, file: BodyProfileFile) -> Piece:
    """A body with its words from a file, all or nothing.

    Raises
    ------
    InputError : a row of the words that cannot be.
    """
    words = checked(file.dialect).model_dump(mode="json")
    with transaction.atomic():
        piece = add(person, "body", file.body)
        Dialect.objects.create(piece=piece, document=words)
    return piece

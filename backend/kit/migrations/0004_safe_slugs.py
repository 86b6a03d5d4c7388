"""Names of kit that cannot stand in an address get one that can, wherever they are named (they came from files, before those were looked at)."""

import re

from django.db import migrations

RESERVED = {"import"}


def safe(name):
    plain = re.sub(r"[^a-z0-9]+", "-", name.lower())[:60].strip("-") or "piece"
    return f"{plain}-1" if plain in RESERVED else plain


def rename(apps, editor):
    Piece = apps.get_model("gear", "Piece")
    Situation = apps.get_model("outings", "Situation")
    Filling = apps.get_model("outings", "Filling")
    Profile = apps.get_model("people", "Profile")
    for piece in Piece.objects.iterator():
        old, stem = piece.slug, safe(piece.slug)
        if old == stem:
            continue
        taken = set(Piece.objects.filter(person=piece.person, kind=piece.kind).values_list("slug", flat=True))
        piece.slug = next(s for s in (stem, *(f"{stem[:56]}-{k}" for k in range(2, len(taken) + 3))) if s not in taken)
        piece.save(update_fields=["slug"])
        for row in Situation.objects.filter(outing__person=piece.person, **{f"document__{piece.kind}": old}):
            row.document[piece.kind] = piece.slug
            row.save(update_fields=["document"])
        if piece.kind == "lens":
            for body in Piece.objects.filter(person=piece.person, kind="body", document__fixed_lens=old):
                body.document["fixed_lens"] = piece.slug
                body.save(update_fields=["document"])
            continue
        Filling.objects.filter(outing__person=piece.person, body=old).update(body=piece.slug)
        for profile in Profile.objects.filter(person=piece.person):
            ceilings = profile.document.get("iso_ceilings", {})
            if old in ceilings:
                ceilings[piece.slug] = ceilings.pop(old)
                profile.save(update_fields=["document"])


class Migration(migrations.Migration):

    dependencies = [
        ("gear", "0003_slots_layout_refused_first_steps"),
        ("outings", "0005_kept_frames"),
        ("people", "0001_initial"),
    ]

    operations = [migrations.RunPython(rename, migrations.RunPython.noop)]

"""What a body's profile says about its settings is called its traits."""

from __future__ import annotations

from django.apps.registry import Apps
from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor


def _renamed(apps: Apps, old: str, new: str) -> None:
    pieces = apps.get_model("gear", "Piece")
    for piece in pieces.objects.filter(kind="body").iterator():
        if old in piece.document:
            piece.document = {new if key == old else key: value for key, value in piece.document.items()}
            piece.save(update_fields=["document"])


def forwards(apps: Apps, editor: BaseDatabaseSchemaEditor) -> None:
    """Name them so."""
    _renamed(apps, "facts", "traits")


def backwards(apps: Apps, editor: BaseDatabaseSchemaEditor) -> None:
    """As they were named before."""
    _renamed(apps, "traits", "facts")


class Migration(migrations.Migration):
    dependencies = [("gear", "0004_safe_slugs")]
    operations = [migrations.RunPython(forwards, backwards)]

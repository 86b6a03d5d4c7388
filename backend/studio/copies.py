"""Copies of the whole database, taken and brought back while the application runs (SQLite's online backup)."""

from __future__ import annotations

import os
import sqlite3
from contextlib import closing
from pathlib import Path

from django.db import connection
from django.utils import timezone


class CopyError(Exception):
    """A copy that cannot be taken or brought back, and why."""


def _own() -> sqlite3.Connection:
    if connection.vendor != "sqlite":
        raise CopyError(f"the database is {connection.display_name}'s: use the dump and restore that come with it")
    connection.ensure_connection()
    own: sqlite3.Connection = connection.connection
    return own


def _sound(file: Path) -> sqlite3.Connection:
    """A copy, opened to read, once it has been found whole.

    Raises
    ------
    CopyError : it is no database of this application, or it is damaged.
    """
    if not file.is_file():
        raise CopyError(f"there is no file {file.name}")
    copy = sqlite3.connect(f"{file.resolve().as_uri()}?mode=ro", uri=True)
    try:
        (state,) = copy.execute("PRAGMA integrity_check").fetchone()
        apps = {app for (app,) in copy.execute("SELECT DISTINCT app FROM django_migrations")}
    except sqlite3.DatabaseError as error:
        copy.close()
        raise CopyError(f"{file.name} is no database of this application: {error}") from None
    if state != "ok" or not {"outings", "gear"} <= apps:
        copy.close()
        raise CopyError(f"{file.name} is damaged: {state}" if state != "ok" else f"{file.name} is no database of this application")
    return copy


def take(file: Path) -> int:
    """Write a copy of the database as it stands to a file that is not there yet; its size in bytes.

    Raises
    ------
    CopyError : the file is there, or its folder is not.
    """
    own = _own()
    if file.exists():
        raise CopyError(f"{file.name} is there already: give a name that is free")
    if not file.parent.is_dir():
        raise CopyError(f"there is no folder {file.parent}")
    part = file.with_name(f"{file.name}.part")
    part.unlink(missing_ok=True)
    with closing(sqlite3.connect(part)) as copy:
        own.backup(copy)
        copy.execute("PRAGMA journal_mode=DELETE")
    _sound(part).close()
    with part.open("rb") as written:
        os.fsync(written.fileno())
    part.rename(file)
    return file.stat().st_size


def bring_back(file: Path) -> Path | None:
    """Put a copy in the place of what is there; where that was kept, or None where there was nothing.

    Raises
    ------
    CopyError : the copy is not a sound one; nothing was changed.
    """
    own = _own()
    with closing(_sound(file)) as copy:
        database = Path(connection.settings_dict["NAME"])
        before = None
        if connection.introspection.table_names():
            before = database.with_name(f"{database.stem}-before-{timezone.now():%Y%m%d-%H%M%S-%f}{database.suffix}")
            take(before)
        copy.backup(own)
    return before

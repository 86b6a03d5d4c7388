"""Copies of the whole database, taken and brought back while the application runs (SQLite's online backup)."""

from __future__ import annotations

import multiprocessing
import os
import sqlite3
import tempfile
from contextlib import closing
from pathlib import Path

from django.db import connection
from django.db.migrations.loader import MigrationLoader
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
        steps = set(copy.execute("SELECT app, name FROM django_migrations"))
    except sqlite3.DatabaseError as error:
        copy.close()
        raise CopyError(f"{file.name} is no database of this application: {error}") from None
    known = MigrationLoader(None)
    ours = {(app, name) for app, name in steps if app in known.migrated_apps}
    beyond = ours - set(known.disk_migrations) - {key for one in known.disk_migrations.values() for key in one.replaces}
    wrong = (
        f"is damaged: {state}"
        if state != "ok"
        else "is no database of this application"
        if not {"outings", "gear"} <= {app for app, _ in steps}
        else f"is of a newer version of this application: it knows {sorted(beyond)[0][1]}"
        if beyond
        else ""
    )
    if wrong:
        copy.close()
        raise CopyError(f"{file.name} {wrong}")
    return copy


def _brought_forward(database: str) -> None:
    """In a process of its own: bring a database up to date, whatever this one's is."""
    os.environ["APERTURE_DATABASE"] = database
    import django
    from django.core.management import call_command

    django.setup()
    call_command("migrate", verbosity=0)


def _tried(copy: sqlite3.Connection, name: str, trial: Path) -> None:
    """Write a copy to a file and bring that up to date there, before anything is put in its place.

    Raises
    ------
    CopyError : it cannot be.
    """
    with closing(sqlite3.connect(trial)) as written:
        copy.backup(written)
        written.execute("PRAGMA journal_mode=DELETE")
    process = multiprocessing.get_context("spawn").Process(target=_brought_forward, args=(str(trial),))
    process.start()
    process.join()
    if process.exitcode != 0:
        raise CopyError(f"{name} cannot be brought up to date; what broke stands above")
    _sound(trial).close()


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
    """Put a copy in the place of what is there, brought up to date; where that was kept, or None where there was nothing.

    Raises
    ------
    CopyError : the copy is not a sound one, is of a newer version, or cannot be brought up to date; nothing was changed.
    """
    own = _own()
    database = Path(connection.settings_dict["NAME"])
    with closing(_sound(file)) as copy, tempfile.TemporaryDirectory(dir=database.parent) as folder:
        trial = Path(folder) / "trial.sqlite3"
        _tried(copy, file.name, trial)
        before = None
        if connection.introspection.table_names():
            before = database.with_name(f"{database.stem}-before-{timezone.now():%Y%m%d-%H%M%S-%f}{database.suffix}")
            take(before)
        with closing(sqlite3.connect(trial)) as proven:
            proven.backup(own)
    return before

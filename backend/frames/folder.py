"""Frames brought from a folder on the machine that the server runs on: a few at a time, none twice, whatever breaks off in between."""

from __future__ import annotations

import hashlib
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path

from forms.problems import InputError, Problem
from frames.actions import bring, is_sidecar, named, rate_by_sidecar, room_for_frames
from images.reading import came_back, sidecar_rating
from images.values import LARGEST_BYTES
from outings.models import Outing

AT_A_TIME = 500
"""Digests that are asked for together."""


@dataclass(slots=True)
class Brought:
    """How far a folder has been brought. wrong: files that could not be, with why."""

    looked_at: int = 0
    brought: int = 0
    again: int = 0
    rated: int = 0
    wrong: list[tuple[str, str]] = field(default_factory=list)

    @property
    def words(self) -> str:
        """It in words.

        >>> Brought(4, 3, 1).words
        '4 files: 3 brought, 1 had come already, 0 rated by what lay beside them, 0 could not be read'
        """
        return (
            f"{self.looked_at} files: {self.brought} brought, {self.again} had come already, "
            f"{self.rated} rated by what lay beside them, {len(self.wrong)} could not be read"
        )


def files_in(folder: Path) -> list[Path]:
    """The files of a folder and of those in it, frames first, then what lies beside them; none that a system hides, and none by a link out of it.

    Raises
    ------
    InputError : it is no folder.
    """
    if not folder.is_dir():
        raise InputError([Problem("/folder", f"{folder} is no folder on this machine: one with frames in it is accepted")])
    found = [
        path
        for path in folder.rglob("*")
        if path.is_file() and not path.is_symlink() and not any(part.startswith(".") for part in path.relative_to(folder).parts)
    ]
    return sorted(found, key=lambda path: (is_sidecar(path.name), str(path)))


def bring_folder(outing: Outing, folder: Path) -> Iterator[Brought]:
    """Bring what a folder holds to a day, told how far after each file; what had come is known by its digest, and not read again.

    Raises
    ------
    InputError : it is no folder, or there is no room for another frame.
    """
    told = Brought()
    files = files_in(folder)
    for k in range(0, len(files), AT_A_TIME):
        some = [(path, _digest(path)) for path in files[k : k + AT_A_TIME]]
        there = set(outing.came.filter(digest__in=[digest for _, digest in some]).values_list("digest", flat=True))
        for path, digest in some:
            told.looked_at += 1
            if digest in there:
                told.again += 1
            else:
                room_for_frames(outing.person)
                _bring(outing, path, digest, told)
            yield told


def _digest(path: Path) -> str:
    with path.open("rb") as file:
        return hashlib.file_digest(file, "sha256").hexdigest()


def _bring(outing: Outing, path: Path, digest: str, told: Brought) -> None:
    try:
        if is_sidecar(path.name):
            told.rated += rate_by_sidecar(outing, sidecar_rating(str(path)), named(path.name), digest).rated
            return
        if path.stat().st_size > LARGEST_BYTES:
            raise InputError([Problem("", f"a file of at most {LARGEST_BYTES // 1_000_000} MB is accepted")])
        came = bring(outing, came_back(str(path)), named(path.name), digest)
    except InputError as error:
        told.wrong.append((str(path), error.problems[0].detail))
        return
    told.again, told.brought = told.again + came.again, told.brought + (not came.again)

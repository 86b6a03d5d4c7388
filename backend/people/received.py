"""A file that is a request's body, written down as it comes: never held in memory, and gone when it has been looked at."""

from __future__ import annotations

import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from hashlib import sha256

from django.http import HttpRequest

from forms.problems import InputError

CHUNK = 1 << 20
FILE = {"content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}, "required": True}
"""What the description says of an operation whose body is a file."""


@dataclass(frozen=True, slots=True)
class Received:
    """A file that came: where it is, for as long as it is looked at, and a hash of it."""

    path: str
    digest: str


@contextmanager
def received(request: HttpRequest, largest: int, wrong: Callable[[str], InputError]) -> Iterator[Received]:
    """The file that is a request's body, for as long as it is looked at; it is written as it comes.

    Raises
    ------
    InputError : it is empty, or larger than so many bytes.
    """
    with tempfile.TemporaryFile() as kept:  # without a name: whatever ends this process, nothing stays
        size, digest = 0, sha256()
        while chunk := request.read(CHUNK):
            size += len(chunk)
            if size > largest:
                raise wrong(f"this file is larger than {largest // 1_000_000} MB")
            kept.write(chunk)
            digest.update(chunk)
        kept.flush()
        if not size:
            raise wrong("the file is empty")
        yield Received(f"/dev/fd/{kept.fileno()}", digest.hexdigest())

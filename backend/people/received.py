"""A file that is a request's body, written down as it comes: never held in memory, and gone when it has been looked at."""

from __future__ import annotations

import tempfile
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager
from dataclasses import dataclass
from hashlib import sha256
from time import monotonic

from django.http import HttpRequest
from ninja.errors import HttpError

from forms.problems import InputError
from people.guards import person_of
from people.waiting import MOST_WAITING, InTurn, TooManyError

CHUNK = 1 << 20
FILE = {"content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}}, "required": True}
"""What the description says of an operation whose body is a file."""


@dataclass(frozen=True, slots=True)
class Received:
    """A file that came: where it is, for as long as it is looked at, and a hash of it."""

    path: str
    digest: str


LIMIT_S = 90.0
"""Seconds that a file waits until those before it of the same person have been looked at."""

_files = InTurn()


@contextmanager
def _in_turn(person: int) -> Iterator[None]:
    with ExitStack() as held:
        try:
            held.enter_context(_files.of(person, monotonic() + LIMIT_S))
        except TooManyError:
            raise HttpError(503, f"{MOST_WAITING} files of yours are being looked at already. Send this again in a while.") from None
        except TimeoutError:
            raise HttpError(503, "Files of yours that came before are still being looked at. Send this again in a while.") from None
        yield


@contextmanager
def received(request: HttpRequest, largest: int, wrong: Callable[[str], InputError]) -> Iterator[Received]:
    """The file that is a request's body, for as long as it is looked at, one of a person's at a time; it is written as it comes.

    Raises
    ------
    InputError : it is empty, or larger than so many bytes. HttpError : more of this person's are waiting than are taken.
    """
    with _in_turn(person_of(request).pk), tempfile.TemporaryFile() as kept:  # without a name: whatever ends this process, nothing stays
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

"""The way in for files that people bring: each is read in a process that may die, and what became of it is said."""

from __future__ import annotations

import json
import os
import socket
import sys
from collections.abc import Iterator
from contextlib import closing, suppress
from dataclasses import dataclass
from multiprocessing.connection import Connection
from pathlib import Path
from threading import BoundedSemaphore, Lock
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic import ValidationError

from craft.tones.own import OwnLight, of_levels
from forms.outing_form import OutingFile
from forms.problems import InputError, Problem, from_pydantic
from forms.reading import read_json
from images.bounds import CPU_S, MEMORY_BYTES
from images.bundle import Bundle, PictureEntry, entries_of
from images.counted.archive import wrong
from images.parts import Part, receive
from images.store import is_light, packed
from images.told import Told
from images.values import LEAST_SIDE, Brought, CameBack, Detail

AT_A_TIME = 2
"""Files that a process of the server has read at a time; others wait for their turn."""

GIVEN_UP = (
    f"reading this file takes more than {MEMORY_BYTES // 1_000_000} MB of memory or {CPU_S} seconds, or broke off: "
    "a file as a camera or an open program writes it is accepted"
)
ROOM = Path(__file__).parents[1]


class Reader:
    """The process that readers are begun from; begun when first asked, and again when it is gone."""

    def __init__(self) -> None:
        self.lock = Lock()
        self.turns = BoundedSemaphore(AT_A_TIME)
        self.asking: socket.socket | None = None
        self.pid = self.of = 0

    def _begin(self) -> socket.socket:
        here, there = socket.socketpair()
        known = {name: os.environ[name] for name in ("PATH", "LD_LIBRARY_PATH", "SYSTEMROOT") if name in os.environ}
        known |= {"PYTHONPATH": str(ROOM), "OPENBLAS_NUM_THREADS": "1", "PYTHONDONTWRITEBYTECODE": "1"}
        command = [sys.executable, "-m", "images.reader"]
        pid = os.posix_spawn(sys.executable, command, known, file_actions=[(os.POSIX_SPAWN_DUP2, there.fileno(), 0)], setpgroup=0)
        there.close()
        if self.pid and self.of == os.getpid():
            with suppress(ChildProcessError):  # somebody else has buried it
                os.waitpid(self.pid, os.WNOHANG)
        self.asking, self.pid, self.of = here, pid, os.getpid()
        return here

    def ask(self, task: str, file: int, answer: int) -> None:
        """Have a task begun on an open file; what it comes to is written to `answer`."""
        with self.lock:
            asking = self.asking if self.asking is not None and self.of == os.getpid() else self._begin()
            try:
                self._tell(asking, task, file, answer)
            except OSError:  # it was ended from outside
                asking.close()
                self._tell(self._begin(), task, file, answer)

    @staticmethod
    def _tell(asking: socket.socket, task: str, file: int, answer: int) -> None:
        socket.send_fds(asking, [json.dumps(task).encode()], [file, answer])
        if asking.recv(1) != b"+":
            raise BrokenPipeError

    def parts(self, task: str, path: str) -> Iterator[Part]:
        """What reading a file comes to, part by part.

        Raises
        ------
        InputError : the file is none that is accepted, asks for more than is given, or its reader died of it.
        """
        with self.turns, Path(path).open("rb") as file:
            ours, theirs = os.pipe()
            try:
                self.ask(task, file.fileno(), theirs)
            finally:
                os.close(theirs)
            with closing(Connection(ours, writable=False)) as pipe:
                yield from _until_its_end(pipe)


def _until_its_end(pipe: Connection) -> Iterator[Part]:
    while True:
        try:
            part = receive(pipe)
        except (EOFError, OSError, ValueError):  # it ended, between two parts or within one, or told what is none
            raise InputError([Problem("", GIVEN_UP)]) from None
        match part.told.get("ends"):
            case None:
                yield part
            case "whole":
                return
            case "refused":
                raise InputError([Problem(str(one["pointer"]), str(one["detail"])) for one in part.told["problems"]])
            case _:
                raise InputError([Problem("", GIVEN_UP)])


reader = Reader()


def picture_light(path: str) -> Brought:
    """A picture file as light, at most `ACROSS` pixels along its longer side.

    Raises
    ------
    InputError : the file is none that is accepted, is not whole, or asks for more than is given.
    """
    [part] = reader.parts("light", path)
    error, arrays = part.told.pop("error", 0.0), part.arrays
    levels = arrays.get("levels")
    light = of_levels(levels) if levels is not None else OwnLight("", "", arrays["pixels"], arrays["unsure"], error)
    return Brought(light=light, levels=levels, **part.told)


def read_frame(path: str) -> dict[str, Told]:
    """Figures of one frame by name, each with its source; what the frame does not tell is not there.

    Raises
    ------
    InputError : the file is not a picture, or holds no data about the exposure.
    """
    [part] = reader.parts("figures", path)
    return {name: Told(**one) for name, one in part.told.items()}


def came_back(path: str) -> CameBack:
    """A frame that came back: what its file tells, a small picture, and what is measured in that.

    Raises
    ------
    InputError : the file is none that is accepted, is not whole, or asks for more than is given.
    """
    [part] = reader.parts("came back", path)
    detail = part.told.pop("detail", None)
    fine = None if detail is None else Detail(levels=part.arrays["detail"], **detail)
    return CameBack(small=part.arrays["small"], detail=fine, **part.told)


def sidecar_rating(path: str) -> int | None:
    """The rating in a sidecar of metadata; None where it holds none.

    Raises
    ------
    InputError : it is no sidecar.
    """
    [part] = reader.parts("sidecar", path)
    rating: int | None = part.told["rating"]
    return rating


@dataclass(frozen=True, slots=True)
class Counted:
    """What of a raw a sensor is measured by: counts of the two greens in its middle, (2, n, n), and the light of its lines from the first to the last, over black.

    metered_ev: the compensation of a frame that was metered, None of another."""

    counts: NDArray[np.uint16]
    lines: NDArray[np.float32]
    iso: float
    black: float
    white: float
    clipped: float
    time_s: float | None = None
    metered_ev: float | None = None


def counts_of(path: str) -> Counted:
    """What of a raw a sensor is measured by.

    Raises
    ------
    InputError : it is no raw that is read.
    """
    [part] = reader.parts("counts", path)
    return Counted(part.arrays["greens"], part.arrays["lines"], **part.told)


def unbundled(path: str) -> Bundle:
    """What a zip holds, all of it looked through; the light of its pictures is packed anew.

    Raises
    ------
    InputError : it is none of ours, is damaged, or holds more than is accepted.
    """
    told = (part.arrays["it"] for part in reader.parts("archive", path))
    raw, listed = (read_json(next(told).tobytes(), largest=4_000_000) for _ in range(2))
    try:
        outing, entries = OutingFile.model_validate(raw), entries_of(listed)
    except ValidationError as error:
        raise InputError(from_pydantic(error)) from None
    beyond = next((one for one in entries if one.situation >= len(outing.situations)), None)
    if beyond is not None:
        raise wrong(f"“{beyond.name}” belongs to a situation that is not in this zip")
    return Bundle(outing, [(entry, _light_of(entry, levels)) for entry, levels in zip(entries, told, strict=True)])


def _light_of(entry: PictureEntry, levels: Any) -> bytes:
    if not is_light(levels, finished=entry.kind == "finished") or min(levels.shape[:2]) < LEAST_SIDE:
        raise wrong(f"the light of “{entry.name}” is not what it is said to be")
    return packed(levels)

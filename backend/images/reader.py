"""The process that decodes what people bring: it begins one process a file, each with limits, and outlives all of them.

``python -m images.reader`` listens on its standard input, a socket, for what to read: a task, with the file and a pipe to answer over.
It knows no secrets, and loads each decoder once.
"""

from __future__ import annotations

import json
import os
import resource
import signal
import socket
import sys
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import asdict
from multiprocessing.connection import Connection
from pathlib import Path
from typing import Any, NoReturn

import cv2
import numpy as np

from forms.problems import InputError
from images.bounds import CPU_S, FILES, MEMORY_BYTES, WHOLE_S
from images.decoders.archive import unpacked
from images.decoders.counts import counts_of
from images.decoders.figures import read_frame
from images.decoders.frames import frame_of, sidecar_rating, told_of
from images.decoders.light import light_of
from images.parts import Part, send

LONGEST_TASK = 100
MOST_OPEN = 4096
"""Numbers of open files that may have been handed down."""


def _light(path: str) -> Iterator[Part]:
    found = light_of(path)
    about = {name: getattr(found, name) for name in ("kind", "ev100", "wide", "high", "told")}
    if found.levels is not None:
        yield Part(about, {"levels": found.levels})
    else:
        yield Part({**about, "error": found.light.error}, {"pixels": found.light.pixels, "unsure": found.light.unsure})


def _figures(path: str) -> Iterator[Part]:
    yield Part({name: asdict(one) for name, one in read_frame(path).items()})


def _archive(path: str) -> Iterator[Part]:
    for one in unpacked(path):
        yield Part(arrays={"it": np.frombuffer(one, np.uint8) if isinstance(one, bytes) else one})


def _came_back(path: str) -> Iterator[Part]:
    yield Part(*told_of(frame_of(path)))


def _sidecar(path: str) -> Iterator[Part]:
    yield Part({"rating": sidecar_rating(path)})


def _counts(path: str) -> Iterator[Part]:
    yield Part(*counts_of(path))


TASKS: dict[str, Callable[[str], Iterator[Part]]] = {
    "light": _light,
    "figures": _figures,
    "archive": _archive,
    "came back": _came_back,
    "sidecar": _sidecar,
    "counts": _counts,
}


def held() -> int:
    """Bytes of addresses that this process has."""
    return int(Path("/proc/self/statm").read_text().split()[0]) * resource.getpagesize()


def limit() -> None:
    """From here on this process may take so much memory and time, opens few files and writes none."""
    if sys.platform == "linux":  # where it can be told how much there is already
        most = held() + MEMORY_BYTES
        resource.setrlimit(resource.RLIMIT_AS, (most, most))
    resource.setrlimit(resource.RLIMIT_CPU, (CPU_S, CPU_S + 1))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
    resource.setrlimit(resource.RLIMIT_NOFILE, (FILES, FILES))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    signal.alarm(WHOLE_S)


def read(task: str, path: str, pipe: Connection) -> None:
    """Do a task and tell what it comes to, or why it is refused."""
    try:
        for part in TASKS[task](path):
            send(pipe, part)
        send(pipe, Part({"ends": "whole"}))
    except InputError as error:
        send(pipe, Part({"ends": "refused", "problems": [asdict(problem) for problem in error.problems]}))
    except MemoryError:
        send(pipe, Part({"ends": "memory"}))


def _one(task: str, file: int, answer: int) -> NoReturn:
    """In a process of its own: read a file, and end, whatever comes of it. What decoders have to say of it goes nowhere."""
    try:
        nowhere = os.open(os.devnull, os.O_WRONLY)
        for told in (1, 2):
            os.dup2(nowhere, told)
        limit()
        read(task, f"/dev/fd/{file}", Connection(answer, readable=False))
    finally:
        os._exit(0)


def main() -> None:
    """Begin a process for every task that comes, until nobody asks any more."""
    os.closerange(3, MOST_OPEN)  # what the server has open is none of a reader's business
    cv2.setNumThreads(1)
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # they are nobody's to bury
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    asked = socket.socket(fileno=os.dup(0))
    with suppress(ConnectionError):  # whoever asked was ended meanwhile
        while _begun(asked):
            pass


def _begun(asked: socket.socket) -> bool:
    """Begin a process for the next task; False once nobody asks any more."""
    data, files, _, _ = socket.recv_fds(asked, LONGEST_TASK, 2)
    if not data:
        return False
    told: Any = json.loads(data)
    if os.fork() == 0:
        asked.close()
        _one(told, *files)
    for file in files:
        os.close(file)
    asked.send(b"+")
    return True


if __name__ == "__main__":
    main()

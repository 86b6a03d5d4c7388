"""What a reader tells, part by part, over a pipe: plain numbers and texts in JSON, and arrays as bare bytes. Nothing of it is code."""

from __future__ import annotations

import json
from dataclasses import dataclass, field
from multiprocessing.connection import Connection
from typing import Any

import numpy as np
from numpy.typing import NDArray

MOST_BYTES = 20_000_000
"""Bytes of one message: the light of a picture is eight million at most."""

KINDS = ("uint8", "uint16", "float32")


@dataclass(frozen=True, slots=True)
class Part:
    """told: what JSON can say; arrays: by name."""

    told: dict[str, Any] = field(default_factory=dict)
    arrays: dict[str, NDArray[Any]] = field(default_factory=dict)


def send(pipe: Connection, part: Part) -> None:
    """Send a part."""
    shapes = {name: (array.dtype.name, array.shape) for name, array in part.arrays.items()}
    pipe.send_bytes(json.dumps([part.told, shapes]).encode())
    for array in part.arrays.values():
        pipe.send_bytes(np.ascontiguousarray(array).tobytes())


def receive(pipe: Connection) -> Part:
    """The next part.

    Raises
    ------
    EOFError : there is none any more. ValueError, OSError : it is none.

    >>> from multiprocessing import Pipe
    >>> here, there = Pipe()
    >>> send(there, Part({"iso": 100.0}, {"levels": np.full((1, 2), 7, np.uint8)}))
    >>> receive(here)
    Part(told={'iso': 100.0}, arrays={'levels': array([[7, 7]], dtype=uint8)})
    """
    told, shapes = json.loads(pipe.recv_bytes(MOST_BYTES))
    arrays = {}
    for name, (kind, shape) in shapes.items():
        if kind not in KINDS:
            raise ValueError(f"no array of {kind} is taken")
        arrays[name] = np.frombuffer(pipe.recv_bytes(MOST_BYTES), kind).reshape(shape)
    return Part(told, arrays)

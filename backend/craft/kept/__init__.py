"""What was worked out and takes room, kept so that it need not be worked out again: one budget of memory for all of it.

What is small and counted (a dial's values, a series) keeps a cache of its own, of a fixed number of results.
"""

from __future__ import annotations

import sys
from collections.abc import Callable
from dataclasses import dataclass, fields, is_dataclass
from functools import wraps
from threading import RLock
from typing import Any, ParamSpec, TypeVar, cast

import numpy as np
from cachetools import LRUCache
from cachetools.keys import hashkey

BUDGET_BYTES = 256_000_000
"""What one process keeps in all; the least lately used goes first. A rehearsed scene with its range, sets and series takes about thirty million."""

LEAST_BYTES = 400
"""What a result costs beside its own room: its key, and its place."""

DEEPEST = 6
ATOMS = (str, bytes, bytearray, int, float, bool, type(None))

P = ParamSpec("P")
R = TypeVar("R")


def size_of(value: Any, deep: int = 0) -> int:
    """Bytes that a result takes, about: its arrays whole, all that it holds counted as often as it holds it.

    >>> size_of(np.zeros((10, 10), np.float32)), size_of(b"x" * 100) > 100, size_of((np.zeros(50), np.zeros(50))) > 800
    (528, True, True)
    """
    if isinstance(value, np.ndarray):
        held = value if value.base is None or not isinstance(value.base, np.ndarray) else value.base  # a part keeps its whole
        return int(held.nbytes) + 128
    own = sys.getsizeof(value, LEAST_BYTES)
    if isinstance(value, ATOMS) or deep >= DEEPEST:
        return own
    if isinstance(value, dict):
        inside = [*value.keys(), *value.values()]
    elif isinstance(value, tuple | list | set | frozenset):
        inside = list(value)
    elif is_dataclass(value):
        inside = [getattr(value, field.name, None) for field in fields(value)]
    else:
        inside = []
    return own + sum(size_of(one, deep + 1) for one in inside)


@dataclass(frozen=True, slots=True)
class _Entry:
    value: Any
    size: int


_results: LRUCache[Any, _Entry] = LRUCache(BUDGET_BYTES, getsizeof=lambda entry: entry.size)
_lock = RLock()


def kept(function: Callable[P, R]) -> Callable[P, R]:
    """Keep what a function comes to, by what it was given, as long as there is room among all that is kept.

    >>> asked = []
    >>> @kept
    ... def ramp(width):
    ...     asked.append(width)
    ...     return np.linspace(0, 1, width)
    >>> ramp(3).tolist(), ramp(3).tolist(), asked
    ([0.0, 0.5, 1.0], [0.0, 0.5, 1.0], [3])
    """
    return _kept(function, size_of)


def kept_as(each: int) -> Callable[[Callable[P, R]], Callable[P, R]]:
    """Keep what a function comes to, as so many bytes: of many small parts that are alike each time, so that counting them costs more than it tells."""
    return lambda function: _kept(function, lambda value: each)


def _kept(function: Callable[P, R], size: Callable[[R], int]) -> Callable[P, R]:
    name = f"{function.__module__}.{function.__qualname__}"

    @wraps(function)
    def found(*args: P.args, **kwargs: P.kwargs) -> R:
        key = hashkey(name, args, tuple(sorted(kwargs.items())))
        with _lock:
            entry = _results.get(key)
        if entry is None:
            value = function(*args, **kwargs)
            entry = _Entry(value, size(value) + LEAST_BYTES)
            if entry.size <= BUDGET_BYTES:
                with _lock:
                    _results[key] = entry
        return cast(R, entry.value)

    return found


def forget(*functions: Callable[..., Any]) -> None:
    """Keep nothing any more of what these came to; of all, where none is named."""
    names = {f"{one.__module__}.{one.__qualname__}" for one in functions}
    with _lock:
        for key in [key for key in _results if not names or key[0] in names]:
            del _results[key]


def held() -> int:
    """Bytes that are kept now, about."""
    return int(_results.currsize)

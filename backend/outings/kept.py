"""What was computed once for the same things, kept for whoever asks again.

A result is kept by everything that it was made from, so nothing ever has to be thrown away by hand; the
least used goes when there are too many.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable
from threading import Lock, RLock
from typing import Any, TypeVar, cast

from cachetools import LRUCache

MOST = 512
"""Results that a process keeps: the pages of a few people's days, body by body."""

T = TypeVar("T")
_results: LRUCache[tuple[str, Hashable], Any] = LRUCache(MOST)
_lock = Lock()
one_at_a_time = RLock()
"""Held by whoever computes something long: of those in one process only one does at a time, so that keystrokes are answered between."""


def put(what: str, of: Hashable, result: Any) -> None:
    """Keep a better result of ``what`` for ``of``."""
    with _lock:
        _results[what, of] = result


def kept(what: str, of: Hashable, make: Callable[[], T]) -> T:
    """The result of ``make``, made once for the same ``of``; who asks while it is made waits for it.

    what: which computation it is; of: all that it depends on.
    """
    with _lock:
        if (what, of) in _results:
            return cast(T, _results[what, of])
    with one_at_a_time:
        with _lock:
            if (what, of) in _results:
                return cast(T, _results[what, of])
        result = make()
    put(what, of, result)
    return result

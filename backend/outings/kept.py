"""What was computed once for the same things, kept for whoever asks again.

A result is kept by everything that it was made from, so nothing ever has to be thrown away by hand; the
least used goes when there are too many.
"""

from __future__ import annotations

import logging
from collections.abc import Callable, Hashable
from concurrent.futures import ThreadPoolExecutor
from threading import Lock
from typing import Any, TypeVar, cast

from cachetools import LRUCache

MOST = 512
"""Results that a process keeps: the pages of a few people's days, body by body."""

log = logging.getLogger(__name__)
T = TypeVar("T")
_results: LRUCache[tuple[str, Hashable], Any] = LRUCache(MOST)
_lock = Lock()


_behind = ThreadPoolExecutor(1, "behind the page")
_looking: set[tuple[str, Hashable]] = set()


def bettered(what: str, of: Hashable, make: Callable[[], Any]) -> None:
    """Go on behind the page with what was kept as the best in time; the better result takes its place. Asked again, nothing is begun twice."""
    with _lock:
        if (what, of) in _looking:
            return
        _looking.add((what, of))

    def go_on() -> None:
        try:
            result = make()
            with _lock:
                _results[what, of] = result
        except Exception:
            log.exception("%s could not be bettered; what was found in time stays", what)
        finally:
            with _lock:
                _looking.discard((what, of))

    _behind.submit(go_on)


def kept(what: str, of: Hashable, make: Callable[[], T]) -> T:
    """The result of ``make``, made once for the same ``of``; two that ask at once may both make it.

    what: which computation it is; of: all that it depends on.
    """
    with _lock:
        if (what, of) in _results:
            return cast(T, _results[what, of])
    result = make()
    with _lock:
        _results[what, of] = result
    return result

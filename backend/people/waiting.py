"""Work that takes long, one piece after the other for each person: whoever asks for much waits for it alone, and nobody else behind it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Condition
from time import monotonic

MOST_WAITING = 8
"""Pieces that one person waits for at once, in one process of the server; more are refused at once."""


class TooManyError(Exception):
    """One person waits for more at once than is taken."""


class InTurn:
    """Long work of each person, one at a time; whose turn does not come in time is told so."""

    def __init__(self) -> None:
        self.changed = Condition()
        self.waiting: Counter[int] = Counter()
        self.working: set[int] = set()

    @contextmanager
    def of(self, person: int, until: float) -> Iterator[None]:
        """A person's turn.

        Raises
        ------
        TooManyError : they wait for too many. TimeoutError : their turn did not come in time.
        """
        with self.changed:
            if self.waiting[person] >= MOST_WAITING:
                raise TooManyError
            self.waiting[person] += 1
        try:
            with self.changed:
                if not self.changed.wait_for(lambda: person not in self.working, until - monotonic()):
                    raise TimeoutError
                self.working.add(person)
            try:
                yield
            finally:
                with self.changed:
                    self.working.discard(person)
                    self.changed.notify_all()
        finally:
            with self.changed:
                self.waiting[person] -= 1
                self.waiting += Counter()  # forgets whom nobody waits for

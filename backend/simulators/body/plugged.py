"""The one body of this process."""

from __future__ import annotations

from collections.abc import Callable

from simulators.body.thing import Thing

_made: list[Callable[[], Thing]] = []
_here: list[Thing] = []


def plug(make: Callable[[], Thing]) -> None:
    """Let a body be the one that answers, now and whenever it is taken out of its box anew."""
    _made[:] = [make]
    anew()


def anew() -> None:
    """Take the body out of its box: nothing of what was done to it is left."""
    _here[:] = [_made[0]()]


def thing() -> Thing:
    """The body that answers."""
    return _here[0]

"""Quantities of a situation that several rooms ask for: each is worked out once."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import TypeVar, cast

from craft.scene.situation import Situation

Quantity = TypeVar("Quantity")


def once(function: Callable[[Situation], Quantity]) -> Callable[[Situation], Quantity]:
    """Work a quantity out once per situation, which keeps it as it keeps its own cached properties.

    >>> asked = []
    >>> gulls, one = once(lambda situation: asked.append(1) or 7.0), situation()
    >>> gulls(one), gulls(one), gulls(situation()), len(asked)
    (7.0, 7.0, 7.0, 2)
    """

    name = f"{function.__module__}.{function.__qualname__}"

    @wraps(function)
    def found(situation: Situation) -> Quantity:
        kept = situation.__dict__
        if name not in kept:
            kept[name] = function(situation)
        return cast(Quantity, kept[name])

    return found

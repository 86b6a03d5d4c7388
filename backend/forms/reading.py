"""Reading JSON that strangers send: size, form, duplicate keys and numbers that are none."""

from __future__ import annotations

import json
from typing import Any

from forms.problems import InputError, Problem

LARGEST_BYTES = 1_000_000
DEEPEST = 40


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for key, value in pairs:
        if key in found:
            raise InputError([Problem("", f"the key “{key[:60]}” stands twice in one object; each key is accepted once")])
        found[key] = value
    return found


def _refuse(word: str) -> float:
    raise InputError([Problem("", f"{word} is not a number of JSON; write a finite number")])


def _depth(value: Any) -> int:
    deepest, stack = 0, [(value, 1)]
    while stack:
        here, level = stack.pop()
        deepest = max(deepest, level)
        inner = here.values() if isinstance(here, dict) else here if isinstance(here, list) else ()
        stack.extend((each, level + 1) for each in inner)
    return deepest


def read_json(data: bytes, largest: int = LARGEST_BYTES) -> Any:
    """The value of a JSON text in UTF-8.

    Raises
    ------
    InputError : too large, not UTF-8, not JSON, duplicate keys, NaN or Infinity, nested too deep.
    """
    if len(data) > largest:
        raise InputError([Problem("", f"the file has {len(data):,} bytes; at most {largest:,} are accepted")])
    try:
        value = json.loads(data.decode("utf-8-sig"), object_pairs_hook=_once, parse_constant=_refuse)
    except UnicodeDecodeError as error:
        raise InputError([Problem("", f"not UTF-8 text at byte {error.start}")]) from None
    except json.JSONDecodeError as error:
        raise InputError([Problem("", f"not JSON: {error.msg} at line {error.lineno}, column {error.colno}")]) from None
    except RecursionError:
        raise InputError([Problem("", f"nested deeper than {DEEPEST} levels")]) from None
    except ValueError as error:
        if isinstance(error, InputError):
            raise
        raise InputError([Problem("", "a number has more digits than any measurement; shorten it")]) from None
    if _depth(value) > DEEPEST:
        raise InputError([Problem("", f"nested deeper than {DEEPEST} levels")])
    return value

"""Reading JSON that strangers send: size, form, duplicate keys and numbers that are none."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from typing import Any

from forms.problems import InputError, Problem

LARGEST_BYTES = 1_000_000
DEEPEST = 40
BRACKETS = re.compile(r'"[^"\\]*+(?:\\.[^"\\]*+)*+"?|[\[\]{}]', re.DOTALL)
"""A text as a whole (one without an end reaches to the end, so that the search stays linear), or a bracket outside of one."""
NO_TEXT = re.compile("[\\x00\ud800-\udfff]")
"""What no store takes for text; in JSON it can only be written with an escape."""


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for key, value in pairs:
        if key in found:
            raise InputError([Problem("", f"the key “{key[:60]}” stands twice in one object; each key is accepted once")])
        found[key] = value
    return found


def _refuse(word: str) -> float:
    raise InputError([Problem("", f"{word} is not a number of JSON; write a finite number")])


def _depth(text: str) -> int:
    """How deep lists and objects stand in one another in a JSON text, before it is read.

    >>> _depth('{"a": [1, "[[["]}')
    2
    """
    deepest = level = 0
    for found in BRACKETS.finditer(text):
        level += {"[": 1, "{": 1, "]": -1, "}": -1}.get(found[0], 0)
        deepest = max(deepest, level)
    return deepest


def _words(value: Any) -> Iterator[str]:
    """Every text and key in a JSON value."""
    stack = [value]
    while stack:
        here = stack.pop()
        if isinstance(here, str):
            yield here
        elif isinstance(here, dict):
            yield from here
            stack.extend(here.values())
        elif isinstance(here, list):
            stack.extend(here)


def read_json(data: bytes, largest: int = LARGEST_BYTES) -> Any:
    """The value of a JSON text in UTF-8.

    Raises
    ------
    InputError : too large, not UTF-8, not JSON, duplicate keys, NaN or Infinity, nested too deep, or with text that cannot be kept.
    """
    if len(data) > largest:
        raise InputError([Problem("", f"the file has {len(data):,} bytes; at most {largest:,} are accepted")])
    try:
        text = data.decode("utf-8-sig")
        if _depth(text) > DEEPEST:
            raise InputError([Problem("", f"nested deeper than {DEEPEST} levels")])
        value = json.loads(text, object_pairs_hook=_once, parse_constant=_refuse)
    except UnicodeDecodeError as error:
        raise InputError([Problem("", f"not UTF-8 text at byte {error.start}")]) from None
    except json.JSONDecodeError as error:
        raise InputError([Problem("", f"not JSON: {error.msg} at line {error.lineno}, column {error.colno}")]) from None
    except ValueError as error:
        if isinstance(error, InputError):
            raise
        raise InputError([Problem("", "a number has more digits than any measurement; shorten it")]) from None
    if "\\u" in text and any(NO_TEXT.search(words) for words in _words(value)):
        raise InputError([Problem("", "text may not hold the character U+0000 or half of a pair (U+D800 to U+DFFF)")])
    return value

"""One shape for everything that is wrong with an input: where, what, and what is accepted."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from copy import deepcopy
from dataclasses import dataclass
from itertools import pairwise
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from craft.errors import CraftError

TAGS = {"(by slug)", "(in full)", "(of an outing)", "(one number)", "(two ends)"}
"""Names of union branches that pydantic puts into a path: no key of an input stands in brackets."""


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing wrong: a JSON Pointer (RFC 6901) into the input, and a sentence."""

    pointer: str
    detail: str

    @property
    def line(self) -> str:
        """As one line of text."""
        place = self.pointer.lstrip("/").replace("/", ".")
        return f"{place}: {self.detail}" if place else self.detail


class InputError(ValueError):
    """An input with one or more problems; nothing was done with it."""

    def __init__(self, problems: Iterable[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("; ".join(problem.line for problem in self.problems))

    def __reduce__(self) -> tuple[type[InputError], tuple[tuple[Problem, ...]]]:
        """As it goes to another process."""
        return type(self), (self.problems,)

    def under(self, *parents: str | int) -> InputError:
        """The same error seen from further out.

        >>> InputError([Problem("/iso", "no")]).under("locks").problems[0].pointer
        '/locks/iso'
        """
        return InputError(Problem(pointer(parents) + problem.pointer, problem.detail) for problem in self.problems)


def pointer(path: Iterable[str | int]) -> str:
    """A JSON Pointer from a path.

    >>> pointer(("concessions", 2, "to"))
    '/concessions/2/to'
    """
    return "".join("/" + str(part).replace("~", "~0").replace("/", "~1") for part in path)


def from_craft(error: CraftError) -> Problem:
    """The problem of an error in the craft."""
    return Problem(pointer(error.where), error.message)


def from_pydantic(error: ValidationError, skip: int = 0) -> tuple[Problem, ...]:
    """The problems of a validation, one per place; ``skip`` leading path parts are left out."""
    return problems_of(error.errors(include_url=False, include_context=False), skip)


F = TypeVar("F", bound=BaseModel)


def what_can_be_read(form: type[F], document: Mapping[str, Any]) -> tuple[F, tuple[Problem, ...]]:
    """A stored document without the parts that cannot be read, and what was wrong with those.

    Raises
    ------
    ValidationError : what is left without them is none either.
    """
    read = deepcopy(dict(document))
    found: list[Problem] = []
    while True:
        try:
            return form.model_validate(read), tuple(found)
        except ValidationError as error:
            rows = error.errors(include_url=False, include_context=False)
            taken = [_take_out(read, row["loc"]) for row in rows]
            if not any(taken):
                raise
            found += problems_of(rows)


def _take_out(document: dict[str, Any], path: tuple[str | int, ...]) -> bool:
    """Take the deepest part that there is along a path of keys out of a document; whether anything was."""
    for part, below in pairwise(path):
        inside = document.get(str(part))
        if not isinstance(inside, dict) or below not in inside:
            return _taken(document, part)
        document = inside
    return _taken(document, path[-1])


def _taken(document: dict[str, Any], part: str | int) -> bool:
    there = part in document
    document.pop(str(part), None)
    return there


def problems_of(rows: Iterable[Any], skip: int = 0) -> tuple[Problem, ...]:
    """The problems of pydantic's own error rows."""
    found = []
    for row in rows:
        path = [part for part in row["loc"][skip:] if part not in TAGS]
        text = row["msg"].removeprefix("Value error, ")
        if row["type"] == "extra_forbidden":
            text = "this key is not known here"
        elif row["type"] == "missing":
            text = "this is needed"
        given = row.get("input")
        if row["type"] not in ("extra_forbidden", "missing") and isinstance(given, str | int | float) and len(str(given)) < 40:
            text = f"{text} (got {json.dumps(given, ensure_ascii=False)})"
        found.append(Problem(pointer(path), text[:1].lower() + text[1:]))
    return tuple(found)

"""Versions of stored documents, as entity tags."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any, Protocol

from ninja import Header

IfMatch = Annotated[str, Header(alias="If-Match")]
"""The version that a save is based on."""


class Conflict(Exception):  # noqa: N818
    """A save on top of a newer document; carries the newer one."""

    def __init__(self, current: dict[str, Any]) -> None:
        self.current = current
        super().__init__("newer document")


def tag(revision: int) -> str:
    """The entity tag of a revision.

    >>> tag(3)
    '"3"'
    """
    return f'"{revision}"'


def check_version(revision: int, if_match: str, current: dict[str, Any]) -> None:
    """Refuse a save that was made on another revision.

    Raises
    ------
    Conflict : carries the stored document and its version.
    """
    if if_match != tag(revision):
        raise Conflict({"document": current, "version": tag(revision)})


class Versioned(Protocol):
    """A stored row that counts its revisions."""

    revision: int

    @property
    def save(self) -> Callable[..., None]:
        """Writes the fields that it is told."""


def replace(row: Versioned, if_match: str, current: dict[str, Any], **fields: Any) -> None:
    """Give a row these values as its next revision, if it is still the one that was read; current: what it says now.

    Raises
    ------
    Conflict : carries what the row says now, and its version.
    """
    check_version(row.revision, if_match, current)
    for name, value in fields.items():
        setattr(row, name, value)
    row.revision += 1
    row.save(update_fields=[*fields, "revision"])

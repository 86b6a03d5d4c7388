"""Versions of stored documents, as entity tags."""

from __future__ import annotations

from typing import Any


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

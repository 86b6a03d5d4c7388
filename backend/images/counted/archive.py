"""The end of a zip, which says how long its list of files is (PKWARE's published note, 4.3.16)."""

from __future__ import annotations

from forms.problems import InputError, Problem
from images.bounds import LARGEST_LIST, MOST_IN_ZIP
from images.values import Data

END, END_BYTES, LONGEST_COMMENT = b"PK\x05\x06", 22, 65_535
LARGE_END = b"PK\x06\x07"
ACCEPTED = "a zip that “with its pictures” has written, or an outing in JSON, is accepted"


def wrong(why: str) -> InputError:
    """That a zip cannot be read, and what can."""
    return InputError([Problem("", f"{why}: {ACCEPTED}")])


def count(data: Data) -> None:
    """Refuse what is no whole zip, or lists more than is read.

    Raises
    ------
    InputError : why, and what is accepted.
    """
    at = data.rfind(END, max(0, len(data) - END_BYTES - LONGEST_COMMENT))
    end = data[at : at + END_BYTES]
    if at < 0 or len(end) < END_BYTES:
        raise wrong("this is not a whole zip")
    files, listed = int.from_bytes(end[10:12], "little"), int.from_bytes(end[12:16], "little")
    if files > MOST_IN_ZIP or listed > LARGEST_LIST or data[max(0, at - 20) : at].startswith(LARGE_END):
        raise wrong(f"this zip holds more than {MOST_IN_ZIP} files")

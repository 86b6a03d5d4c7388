"""Names of accounts: one form for each, and none that reads like one of the demo's."""

from __future__ import annotations

import unicodedata

from confusable_homoglyphs import confusables
from django.contrib.auth.validators import UnicodeUsernameValidator
from django.core.exceptions import ValidationError

from forms.problems import InputError, Problem

LONGEST = 60
RESERVED = "demo."
"""How the names of the demo's people begin; nobody else's may."""


def plain(name: str) -> str:
    """A name in the one form it is kept and looked for in (Unicode normalisation form KC, UAX 15).

    >>> plain("ｗren")
    'wren'
    """
    return unicodedata.normalize("NFKC", name)


def looks(name: str) -> str:
    """A name as it looks: letters of other scripts as the Latin ones that they are taken for (Unicode UTS 39), all of them small.

    >>> looks("DЕMО.x")
    'demo.x'
    """
    alike = confusables.is_confusable(name, greedy=True, preferred_aliases=["latin"]) or []
    latin = {row["character"]: next((h["c"] for h in row["homoglyphs"] if h["c"].isascii()), row["character"]) for row in alike}
    return "".join(latin.get(letter, letter) for letter in name).casefold()


def checked(name: str) -> str:
    """A name for a new account, in its one form.

    Raises
    ------
    InputError : it is too long, has letters that a name has not, or reads like a name of the demo.

    >>> checked("wren")
    'wren'
    """
    kept = plain(name)
    if not 1 <= len(kept) <= LONGEST:
        raise InputError([Problem("/name", f"1 to {LONGEST} letters are accepted")])
    try:
        UnicodeUsernameValidator()(kept)
    except ValidationError:
        raise InputError([Problem("/name", "use letters, digits and @ . + - _ only")]) from None
    if looks(kept).startswith(RESERVED):
        raise InputError([Problem("/name", f"names that begin with {RESERVED} are the demo's; choose another")])
    if confusables.is_dangerous(kept):
        raise InputError([Problem("/name", "this mixes letters of several scripts that look alike; use letters of one")])
    return kept

"""A body's own words: the label and the menu place of each setting, as its owner typed them."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from craft.errors import CraftError
from craft.kit.own_steps import Scale
from craft.vocabulary.setting import Setting, Unit
from craft.vocabulary.settings import setting_for
from craft.vocabulary.words import say_value

DEEPEST = 5
LONGEST = 80


@dataclass(frozen=True, slots=True)
class Entry:
    """One item of a menu: its label, the pages above it (outermost first), and the setting behind it.

    setting: slug, or an empty text for an item that is none of ours; values: the body's words by
    token of the setting.
    """

    setting: str
    label: str
    menu: tuple[str, ...]
    values: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Dialect:
    """All items in the order of the menus, and the firmware they were read from."""

    entries: tuple[Entry, ...] = ()
    firmware: str = ""

    def __post_init__(self) -> None:
        """Refuse words without a place, two places for a setting, two items of one name on a page.

        The error's place is ``("entries", row, column)``.
        """
        settings: dict[str, int] = {}
        places: dict[tuple[str, ...], int] = {}
        for k, entry in enumerate(self.entries):
            _check(entry, k)
            place = (*entry.menu, entry.label)
            if place in places:
                raise CraftError(f"row {places[place] + 1} has this label on the same page already", ("entries", k, "label"))
            places[place] = k
            if entry.setting and entry.setting in settings:
                raise CraftError(f"row {settings[entry.setting] + 1} is this setting already", ("entries", k, "setting"))
            settings[entry.setting] = k

    def by_setting(self) -> dict[str, Entry]:
        """Entry by setting."""
        return {entry.setting: entry for entry in self.entries if entry.setting}


def value_key(value: float | str) -> str:
    """Under which token a body's word for a value is kept: numbers without idle zeros.

    >>> value_key(2.0), value_key(0.3333), value_key("low")
    ('2', '0.3333', 'low')
    """
    return value if isinstance(value, str) else f"{value:g}"


def in_own_words(setting: Setting, value: float | str, own: Mapping[str, str], scales: Mapping[str, Scale] | None = None) -> str:
    """A value in the body's words, where its owner wrote some for it, else in ours, with the body's own step where it prints steps.

    >>> in_own_words(setting_for("beeps"), "off", {"off": "Hush"}), in_own_words(setting_for("beeps"), "on", {"off": "Hush"})
    ('Hush', 'on')
    >>> in_own_words(setting_for("tracking_hold"), "long", {}, {"tracking_hold": Scale(-2, 2)})
    'long: +2'
    """
    word, scale = own.get(value_key(value)), (scales or {}).get(setting.slug)
    if word or scale is None:
        return word or say_value(setting, value)
    return f"{say_value(setting, value)}: {scale.printed(setting.slug, str(value))}"


def _is_number(word: str) -> bool:
    if word == "automatic":
        return True
    try:
        return value_key(float(word)) == word
    except ValueError:
        return False


def _check(entry: Entry, k: int) -> None:
    if not entry.label.strip() or len(entry.label) > LONGEST:
        raise CraftError(f"a label has 1 to {LONGEST} characters", ("entries", k, "label"))
    if not 1 <= len(entry.menu) <= DEEPEST or any(not page.strip() or len(page) > LONGEST for page in entry.menu):
        raise CraftError(
            f"a place in the menus is 1 to {DEEPEST} pages, each with a name of at most {LONGEST} characters", ("entries", k, "menu")
        )
    if not entry.setting:
        if entry.values:
            raise CraftError("words for values need a setting", ("entries", k, "values"))
        return
    try:
        setting = setting_for(entry.setting)
    except CraftError as error:
        raise CraftError(error.message, ("entries", k, "setting")) from None
    for token, word in entry.values.items():
        if token not in setting.values if setting.unit is Unit.CHOICE else not _is_number(token):
            known = ", ".join(str(v) for v in setting.values) if setting.unit is Unit.CHOICE else "a number, as 2, or automatic"
            raise CraftError(f"“{token}” is not a value of {setting.label}: {known}", ("entries", k, "values"))
        if not word.strip() or len(word) > LONGEST:
            raise CraftError(f"a word for a value has 1 to {LONGEST} characters", ("entries", k, "values"))


def in_menu_order(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Entries page by page, pages in the order in which they first appear.

    >>> [e.label for e in in_menu_order([Entry("", "a", ("P",)), Entry("", "b", ("Q",)), Entry("", "c", ("P",))])]
    ['a', 'c', 'b']
    """
    listed = list(entries)
    first: dict[tuple[str, ...], int] = {}
    for k, entry in enumerate(listed):
        for depth in range(1, len(entry.menu) + 1):
            first.setdefault(entry.menu[:depth], k)
    return tuple(sorted(listed, key=lambda e: tuple(first[e.menu[:d]] for d in range(1, len(e.menu) + 1))))

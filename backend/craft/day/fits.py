"""Does another's configuration fit me? Each of its settings carried over to this body, lens and person."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import Enum

from craft.configuration.configure import Configuration, Configured, Origin
from craft.configuration.habits import HABITS
from craft.day.alike import MUST_DIFFER
from craft.errors import CraftError
from craft.kit.dialect import Entry, value_key
from craft.vocabulary.checker import closed
from craft.vocabulary.features import lacking
from craft.vocabulary.rules import Around
from craft.vocabulary.setting import Group, Setting, Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value


class Fit(Enum):
    """What becomes of a setting of the other configuration here."""

    KEPT = "kept"
    RENAMED = "renamed"
    AGAINST_PROFILE = "against_profile"
    BREAKS_HABIT = "breaks_habit"
    POINTLESS = "pointless"
    IMPOSSIBLE = "impossible"


FIT_WORDS: dict[Fit, str] = {
    Fit.KEPT: "fits as it is",
    Fit.RENAMED: "fits, under another name",
    Fit.AGAINST_PROFILE: "against your profile",
    Fit.BREAKS_HABIT: "breaks a habit",
    Fit.POINTLESS: "pointless here",
    Fit.IMPOSSIBLE: "impossible here",
}

CARRIED = frozenset({Fit.KEPT, Fit.RENAMED})
"""What comes over without a question."""

OF_THE_LIGHT = frozenset({"shutter_time", "aperture", "iso_value", "compensation", "built_in_nd", "highlight_protection", "white_kelvin"})
"""Settings that belong to the light of the other's picture; here they are computed for this one."""

OF_THE_HAND = frozenset({"focus_activation", "hold_focus"})
"""Settings that fingers know by heart, beside those of the controls."""


@dataclass(frozen=True, slots=True)
class Fitted:
    """A setting of the other configuration: what it is there, what becomes of it, why, and what it would be here.

    value: to be set here, or None where nothing can be; already: whether this body's setup has it so.
    """

    setting: str
    theirs: Value
    fit: Fit
    because: str
    value: Value | None
    already: bool = False


@dataclass(frozen=True, slots=True)
class Other:
    """Another configuration: value by setting, and its body's own words by setting, where they are known."""

    values: Mapping[str, Value]
    words: Mapping[str, Entry]


@dataclass(frozen=True, slots=True)
class _Here:
    rows: Mapping[str, Configured]
    around: Around
    words: Mapping[str, Entry]
    held: Mapping[str, Value]
    shut: Mapping[str, str]

    def impossible(self, setting: Setting, value: Value) -> tuple[str, Value | None]:
        """Why a value cannot be had here, with the nearest that can; or an empty text."""
        row = self.rows.get(setting.slug)
        if row is None:
            return lacking(setting.needs, self.around.tokens) or "not here: this body has no such setting", None
        try:
            setting.checked(value, row.offered)
        except CraftError as error:
            nearest = None
            numbers = [v for v in row.offered if not isinstance(v, str)]
            if numbers and not isinstance(value, str):
                nearest = min(numbers, key=lambda v: abs(v - value))
            return error.message, nearest
        return "", value

    def pointless(self, setting: Setting) -> str:
        """Why it is no use to set it here, or an empty text."""
        if setting.slug in OF_THE_LIGHT:
            return "It belongs to the light of that picture; here it is computed for this one."
        if setting.slug in MUST_DIFFER or setting.group is Group.POWER:
            return "It is one body's own affair, or its lens's."
        if setting.slug in self.shut:
            return self.shut[setting.slug]
        return "This body has no other value." if len(self.rows[setting.slug].offered) == 1 else ""

    def against_profile(self, row: Configured, value: Value) -> str:
        """Which answer of the person's it goes against, or an empty text."""
        if row.origin is not Origin.PROFILE or row.value == value:
            return ""
        question = next(habit.question for habit in HABITS if habit.slug == row.by)
        return f"You answered “{question}” otherwise: {say_value(row.setting, row.value)}."

    def breaks_habit(self, row: Configured, value: Value) -> str:
        """What a finger does today and would no longer, or an empty text."""
        if row.setting.group is not Group.CONTROLS and row.setting.slug not in OF_THE_HAND:
            return ""
        now = self.held.get(row.setting.slug, row.value)
        return "" if now == value else f"Today it is {say_value(row.setting, now)} on this body: your fingers know that."

    def renamed(self, setting: Setting, value: Value, theirs: Entry | None) -> str:
        """What it is called here where it was called otherwise there, or an empty text."""
        own = self.words.get(setting.slug)
        if theirs is None or own is None:
            return ""
        word, was = own.values.get(value_key(value), ""), theirs.values.get(value_key(value), "")
        if own.label == theirs.label and (not word or word == was):
            return ""
        return f"There “{theirs.label}”{f': {was}' if was else ''}; here “{own.label}”{f': {word}' if word else ''}, under {' > '.join(own.menu)}."


def fits(other: Other, configuration: Configuration, words: Mapping[str, Entry], held: Mapping[str, Value]) -> tuple[Fitted, ...]:
    """What becomes of another configuration on this body, in the order in which one sets it.

    configuration: this body's setup for the situation; words: its own; held: what it is believed to hold.

    Raises
    ------
    CraftError : a setting or value that there is not at all.

    >>> [(one.fit.value, one.because) for one in fits(Other({"grid": "thirds"}, {}), configured(), {}, {})]
    [('kept', 'It means the same here.')]
    """
    rows = {row.setting.slug: row for row in configuration.rows}
    for slug, value in other.values.items():
        if slug not in BY_SLUG:
            raise CraftError(f"“{slug}” is not a setting", ("values", slug))
        try:
            BY_SLUG[slug].checked(value)
        except CraftError as error:
            raise CraftError(error.message, ("values", slug)) from None
    taken = {**configuration.values, **{slug: v for slug, v in other.values.items() if slug in rows and slug not in OF_THE_LIGHT}}
    around = configuration.around
    here = _Here(rows, around, words, held, closed(taken, around))
    order = [*(slug for slug in rows if slug in other.values), *(slug for slug in other.values if slug not in rows)]
    return tuple(_fitted(BY_SLUG[slug], other.values[slug], here, other.words.get(slug)) for slug in order)


def _fitted(setting: Setting, theirs: Value, here: _Here, entry: Entry | None) -> Fitted:
    why, value = here.impossible(setting, theirs)
    if why:
        pointless = setting.slug in OF_THE_LIGHT or setting.slug in MUST_DIFFER
        if pointless and setting.slug in here.rows:
            return Fitted(setting.slug, theirs, Fit.POINTLESS, here.pointless(setting), None)
        return Fitted(setting.slug, theirs, Fit.IMPOSSIBLE, why, value)
    row = here.rows[setting.slug]
    value = setting.checked(theirs, row.offered)
    already = row.value == value
    for fit, because in (
        (Fit.POINTLESS, here.pointless(setting)),
        (Fit.AGAINST_PROFILE, here.against_profile(row, value)),
        (Fit.BREAKS_HABIT, here.breaks_habit(row, value)),
        (Fit.RENAMED, here.renamed(setting, value, entry)),
    ):
        if because:
            return Fitted(setting.slug, theirs, fit, because, None if fit is Fit.POINTLESS else value, already)
    return Fitted(setting.slug, theirs, Fit.KEPT, "It means the same here.", value, already)

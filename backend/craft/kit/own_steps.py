"""A body's own steps of what it expects of a subject, and its presets of them: both ways between its numbers and our words."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from craft.errors import CraftError
from craft.vocabulary.settings import BY_SLUG

SCALED = ("tracking_hold", "subject_path", "area_switching")
"""Settings that bodies print as steps of a scale. Each has five values here, evenly along it."""


def values_of(setting: str) -> tuple[str, ...]:
    """Our five values along a scale.

    >>> values_of("subject_path")[0], values_of("subject_path")[-1]
    ('steady', 'erratic')
    """
    return tuple(map(str, BY_SLUG[setting].values))


def usual_values(setting: str) -> tuple[str, ...]:
    """Values of a body whose scale nobody has written down: both ends, and the middle.

    >>> usual_values("tracking_hold")
    ('short', 'middle', 'long')
    """
    return values_of(setting)[::2]


@dataclass(frozen=True, slots=True)
class Scale:
    """A body's steps of a setting, whole numbers from lowest to highest; turned: its highest step is the first of our values."""

    lowest: int
    highest: int
    turned: bool = False

    def __post_init__(self) -> None:
        """Refuse a scale that has not two to twenty-one steps."""
        if not 1 <= self.highest - self.lowest <= 20:
            raise CraftError(f"from {self.lowest} to {self.highest}: a scale has two to twenty-one steps, the highest last", ("highest",))

    @property
    def span(self) -> int:
        """Steps from one end to the other."""
        return self.highest - self.lowest

    def step_of(self, setting: str, value: str) -> int:
        """Its step that comes nearest to one of our values.

        >>> Scale(-2, 2).step_of("tracking_hold", "short"), Scale(-2, 2, turned=True).step_of("tracking_hold", "short")
        (-2, 2)
        """
        there = values_of(setting)
        along = round(there.index(value) / (len(there) - 1) * self.span)
        return self.highest - along if self.turned else self.lowest + along

    def value_of(self, setting: str, step: int) -> str:
        """Our value that comes nearest to one of its steps.

        Raises
        ------
        CraftError : it has no such step.

        >>> Scale(1, 5).value_of("subject_path", 4), Scale(1, 2).value_of("subject_path", 2)
        ('rather_erratic', 'erratic')
        """
        if not self.lowest <= step <= self.highest:
            raise CraftError(f"{step} is not on the scale: from {self.lowest} to {self.highest} is accepted")
        there = values_of(setting)
        along = self.highest - step if self.turned else step - self.lowest
        return there[round(along / self.span * (len(there) - 1))]

    def values(self, setting: str) -> tuple[str, ...]:
        """Our values that it can be set to, in our order.

        >>> Scale(0, 1).values("tracking_hold"), Scale(0, 3).values("tracking_hold")
        (('short', 'long'), ('short', 'rather_short', 'rather_long', 'long'))
        """
        met = {self.value_of(setting, step) for step in range(self.lowest, self.highest + 1)}
        return tuple(value for value in values_of(setting) if value in met)

    def shown(self, step: int) -> str:
        """A step as the body shows it: signed where its scale goes under nought.

        >>> Scale(-2, 2).shown(1), Scale(-2, 2).shown(0), Scale(1, 5).shown(1)
        ('+1', '0', '1')
        """
        return f"{step:+d}" if self.lowest < 0 and step else str(step)

    def printed(self, setting: str, value: str) -> str:
        """One of our values as the body shows it.

        >>> Scale(-2, 2).printed("tracking_hold", "long"), Scale(1, 5).printed("tracking_hold", "long")
        ('+2', '5')
        """
        return self.shown(self.step_of(setting, value))


@dataclass(frozen=True, slots=True)
class Preset:
    """Values of several scales that a body keeps under one name, in its own steps by setting."""

    name: str
    steps: Mapping[str, int] = field(default_factory=dict)

    def values(self, scales: Mapping[str, Scale]) -> dict[str, str]:
        """What it means, in our values.

        >>> Preset("two", {"tracking_hold": -1}).values({"tracking_hold": Scale(-2, 2)})
        {'tracking_hold': 'rather_short'}
        """
        return {setting: scales[setting].value_of(setting, step) for setting, step in self.steps.items()}


def check_own_steps(scales: Mapping[str, Scale], presets: tuple[Preset, ...]) -> None:
    """Refuse scales of what has none, and presets that say what their scales have not.

    Raises
    ------
    CraftError : with the place.

    >>> check_own_steps({"tracking_hold": Scale(1, 5)}, (Preset("two", {"tracking_hold": 3}),))
    """
    for slug in scales:
        if slug not in SCALED:
            raise CraftError(f"“{slug}” has no scale: {', '.join(SCALED)} have", ("scales", slug))
    for k, preset in enumerate(presets):
        if preset.name in (one.name for one in presets[:k]):
            raise CraftError(f"“{preset.name}” is the name of another preset already", ("presets", k, "name"))
        for slug, step in preset.steps.items():
            if slug not in scales:
                raise CraftError(f"write down the scale of {slug} first: a preset is told in its steps", ("presets", k, "steps", slug))
            try:
                scales[slug].value_of(slug, step)
            except CraftError as wrong:
                raise CraftError(f"“{preset.name}”: {wrong.message}", ("presets", k, "steps", slug)) from wrong


def nearest_preset(values: Mapping[str, str], scales: Mapping[str, Scale], presets: tuple[Preset, ...]) -> tuple[Preset, int] | None:
    """The preset that comes nearest to what is wanted, and how many of the body's steps it is off in all; None where there is none.

    A scale of which a preset says nothing stays as it is set, and costs nothing.

    >>> scales = {"tracking_hold": Scale(-2, 2), "subject_path": Scale(0, 2)}
    >>> there = Preset("one", {"tracking_hold": 0, "subject_path": 0}), Preset("two", {"tracking_hold": 2, "subject_path": 1})
    >>> found = nearest_preset({"tracking_hold": "long", "subject_path": "steady"}, scales, there)
    >>> found[0].name, found[1]
    ('two', 1)
    """

    def off(preset: Preset) -> int:
        wanted = ((scales[slug].step_of(slug, value), preset.steps[slug]) for slug, value in values.items() if slug in preset.steps)
        return sum(abs(step - has) for step, has in wanted)

    found = min(presets, key=off, default=None)
    return None if found is None else (found, off(found))

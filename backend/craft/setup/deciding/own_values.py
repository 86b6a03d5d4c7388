"""What a body can be set to of what it expects of a subject: its own values, those set by hand, and its presets by name."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from craft.focus.ways import HOLD, PATH, SWITCHING
from craft.kit.own_steps import SCALED, nearest_preset, values_of
from craft.kit.traits import Traits
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.vocabulary.settings import BY_SLUG

Together = tuple[str, str, str]
"""Hold, path and switching, as a preset sets them at once."""


def offered(course: Course, setting: str, usual: tuple[str, ...]) -> tuple[str, ...]:
    """Values of a setting that are to choose from: the one set by hand, else what the body has of them.

    >>> offered(course(), "tracking_hold", ("short", "middle", "long")), offered(course(settings={"tracking_hold": "long"}), "tracking_hold", ("long",))
    (('short', 'middle', 'long'), ('long',))
    """
    situation, default = course.situation, (str(BY_SLUG[setting].default),)
    hand = situation.settings.get(setting)
    if hand in usual:
        return (str(hand),)
    if setting in situation.body.traits.absent or (setting == SWITCHING and setting not in situation.body.traits.scales):
        return default
    said = situation.offered.get(setting)
    return tuple(value for value in usual if said is None or value in said) or usual[:1]


def scaled(course: Course) -> dict[str, tuple[str, ...]]:
    """Values of each setting that is a scale, as they are to choose from.

    >>> scaled(course())["area_switching"]
    ('usual',)
    """
    return {setting: offered(course, setting, values_of(setting)) for setting in SCALED}


def presets_of(situation: Situation) -> tuple[Together, ...]:
    """Hold, path and switching of each preset, where nobody set one of them by hand.

    >>> presets_of(situation())
    ()
    """
    traits, hand = situation.body.traits, situation.settings
    if any(setting in hand for setting in SCALED):
        return ()
    usual = {setting: str(BY_SLUG[setting].default) for setting in SCALED}
    return tuple(dict.fromkeys(together({**usual, **preset.values(traits.scales)}) for preset in traits.presets))


def presets_alone(situation: Situation) -> tuple[Together, ...]:
    """The same of a body that is set by its presets in no other way; none of any other.

    >>> presets_alone(situation())
    ()
    """
    return presets_of(situation) if situation.body.traits.presets_only else ()


def together(values: Mapping[str, str]) -> Together:
    """Values as a preset sets them.

    >>> together({"tracking_hold": "long", "subject_path": "steady", "area_switching": "usual"})
    ('long', 'steady', 'usual')
    """
    return values[HOLD], values[PATH], values[SWITCHING]


def preset_words(values: Mapping[str, str], traits: Traits) -> tuple[str, str]:
    """The preset of a body that these values are, empty where they are none, and the one that comes nearest in words.

    >>> preset_words({"tracking_hold": "long"}, BODY.traits)
    ('', '')
    """
    scaled = {setting: values[setting] for setting in traits.scales if setting in values}
    found = nearest_preset(scaled, traits.scales, traits.presets)
    if found is None:
        return "", ""
    preset, off = found
    if not off:
        return preset.name, f"The preset “{preset.name}” is this."
    differs = [
        f"{BY_SLUG[slug].label} at {traits.scales[slug].shown(preset.steps[slug])} where {traits.scales[slug].printed(slug, value)} is wanted"
        for slug, value in scaled.items()
        if slug in preset.steps and preset.steps[slug] != traits.scales[slug].step_of(slug, value)
    ]
    return "", f"The preset “{preset.name}” comes nearest: {listed_in_words(differs)}."


def on_scale(setting: str, value: str, offered: tuple[str, ...]) -> str:
    """The value of those offered that is nearest to the wanted one along its scale.

    >>> on_scale("tracking_hold", "rather_long", ("short", "long"))
    'long'
    """
    there = values_of(setting)
    return min(offered, key=lambda one: abs(there.index(one) - there.index(value)))


def apart(setting: str, one: str, other: str, traits: Traits) -> int:
    """Steps between two values, of the body where it has some.

    >>> apart("tracking_hold", "short", "long", BODY.traits)
    4
    """
    if setting in traits.scales:
        return abs(traits.scales[setting].step_of(setting, one) - traits.scales[setting].step_of(setting, other))
    return abs(values_of(setting).index(one) - values_of(setting).index(other))


def listed_in_words(words: Sequence[str]) -> str:
    """Words with commas, and the last with an and.

    >>> listed_in_words(("a", "b", "c")), listed_in_words(("a",))
    ('a, b and c', 'a')
    """
    return " and ".join((", ".join(words[:-1]), words[-1])) if len(words) > 1 else words[0]

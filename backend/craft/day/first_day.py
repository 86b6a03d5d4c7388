"""The first day with a body: what is set once, in the order in which people work."""

# fmt: off

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from craft.configuration.configure import Configuration, Configured
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True, kw_only=True)
class FirstStep:
    """A step: the settings it looks after, and why it comes where it comes; a body that has none of them skips it.

    how: what is done apart from settings; also: what else it is about: prefix, clock, cards, controls, pins, slots.
    """

    slug: str
    title: str
    settings: tuple[str, ...]
    because: str
    how: str = ""
    also: str = ""
    source: str = "practice of the trade: order of work with a new body"


FIRST_STEPS: tuple[FirstStep, ...] = (
    FirstStep(slug="upkeep", title="Version, clock, name", settings=("firmware_noted", "clock", "zone", "author"), because="What is known of a body is true for one version, and files can be sorted only by a clock that is right to the second.", how="A newer version comes from its maker's own page: the file alone on a freshly formatted card, a full battery in, then the line about the version in the menu. Set the clock by a phone, to the second.", also="clock"),
    FirstStep(slug="prefix", title="A prefix of its own", settings=("file_prefix", "file_numbering", "folders"), because="Two bodies whose files begin alike overwrite each other in one folder; it costs nothing to prevent and cannot be undone.", also="prefix"),
    FirstStep(slug="cards", title="What each card is for", settings=("card_roles",), because="Decide now which loss you can live with: a card fails once in a photographer's life, always at a wedding.", how="Format each card in this body, once everything on it is copied: a card formatted elsewhere is the commonest reason for one that fails.", also="cards"),
    FirstStep(slug="no_card", title="No frames without a card or a lens", settings=("fires_without_card", "fires_without_lens"), because="In the shop it may fire without them; with you it must not."),
    FirstStep(slug="files", title="Files", settings=("file_format", "raw_compression", "rendered_quality", "rendered_size", "colour_space", "aspect", "look", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections"), because="Format and size decide how much the cards hold and what can be mended at the desk; size is open only after format."),
    FirstStep(slug="sounds", title="Sounds and lamp", settings=("beeps", "shutter_sound", "assist_lamp"), because="Off once is off for every quiet room to come."),
    FirstStep(slug="displays", title="Displays and preview", settings=("exposure_true_view", "histogram", "clip_warning", "review_time", "playback_pages", "grid", "level", "finder_contents", "finder_switch", "screen_brightness"), because="You judge everything else by what these show, so they come before anything is judged."),
    FirstStep(slug="power", title="Power and batteries", settings=("screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off"), because="A body that sleeps when something happens is off.", how="Charge every battery, and number them."),
    FirstStep(slug="release", title="Shutter and stabiliser", settings=("shutter_type", "silent", "flicker_timing", "stabiliser"), because="What the body does at the press should be no surprise in front of people."),
    FirstStep(slug="iso", title="Limits of ISO", settings=("iso_mode", "iso_floor", "iso_ceiling", "iso_slowest_shutter"), because="Once the limits are yours, automatic ISO is a help and not a gamble."),
    FirstStep(slug="dials", title="Dials and their direction", settings=("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "exposure_step", "iso_step"), because="Fingers learn a direction once: every body of yours should turn the same way."),
    FirstStep(slug="focusing", title="Focus points and detection", settings=("area_list", "point_count", "point_wrap", "point_speed", "point_memory", "subject_detection", "eye_detection", "priority_single", "priority_continuous", "pre_focus", "thumb_pointing", "thumb_part", "touch_release"), because="Fewer places to step through, and none that answers to a nose."),
    FirstStep(slug="by_hand", title="Focusing by hand", settings=("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale"), because="When the camera hunts there is no time to find these."),
    FirstStep(slug="controls", title="Buttons", settings=("focus_activation", "hold_focus", "eye_button", "second_setup_button", "press_and_turn"), because="What is needed between shots belongs under a finger, and stays there for years.", also="controls"),
    FirstStep(slug="pins", title="Pinned items and the short list", settings=("pinned_items", "short_list", "menu_memory", "choice_lists"), because="What found no button should be two presses away.", also="pins"),
    FirstStep(slug="links", title="Links", settings=("pairing", "send_while_shooting", "send_what", "location"), because="Pairing takes minutes at a desk and never works on the spot.", how="Pair the phone at home, send one picture, and switch the link off again."),
    FirstStep(slug="slots", title="The slots", settings=("slot_keeps_changes",), because="Only now: a slot keeps all that was set before it.", also="slots"),
)

SECONDS_A_ROW = 12.0
"""Finding a line in a menu one knows a little, setting it and looking (an estimate)."""

USUAL_LIGHT: dict[Genre, str] = {
    Genre.SPORTS: "bright_cloud",
    Genre.WILDLIFE: "overcast",
    Genre.STREET: "open_shade",
    Genre.LANDSCAPE: "sunset_glow",
    Genre.WEDDING: "daylit_room",
    Genre.NIGHT_SKY: "moonless",
    Genre.PORTRAIT: "window_light",
    Genre.EVERYDAY: "overcast",
}
"""A light to take values in where somebody only says what they mostly photograph (each row of craft.scene.conditions)."""

CARD_LOSS: dict[str, str] = {
    "continues": "the frames on the card that failed; with one card in use, all since the last copy",
    "copies": "nothing: each frame is on both cards; the slower card sets the pace, and the smaller one the room",
    "splits_by_format": "one kind of file: the raws, or the finished pictures, of all frames",
}
"""What the failure of one card loses, by what the second card is for."""


@dataclass(frozen=True, slots=True)
class Agreed:
    """What one setting of a body should hold once and for all: as most of its setups have it, or as its owner says.

    mine: its owner says so; otherwise: places of the setups that want something else, with what.
    """

    row: Configured
    mine: bool
    otherwise: tuple[tuple[int, Value], ...]


def agreed(configurations: Sequence[Configuration], own: Mapping[str, Value]) -> tuple[Agreed, ...]:
    """What each setting of a body should hold, over one or more of its setups; the earlier setup decides between equals.

    own: what its owner wants whatever is advised, by setting.

    >>> [one.row.value for one in agreed([configured()], {}) if one.row.setting.slug == "grid"]
    ['off']
    """
    found = []
    for row in configurations[0].rows:
        slug = row.setting.slug
        values = [made.values[slug] for made in configurations if slug in made.values]
        value = own.get(slug, max(values, key=values.count))
        first = next((r for made in configurations for r in made.rows if r.setting.slug == slug and r.value == value), row)
        otherwise = tuple((k, v) for k, v in enumerate(values) if v != value)
        found.append(Agreed(replace(first, value=value), slug in own, otherwise))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Task:
    """A step with the settings of this body that it looks after."""

    step: FirstStep
    rows: tuple[Agreed, ...]


def tasks_of(rows: Iterable[Agreed]) -> tuple[Task, ...]:
    """The steps for a body, in their order; what it lacks or cannot choose is left out, and steps that are then empty.

    >>> [task.step.slug for task in tasks_of(Agreed(row, False, ()) for row in configured().rows)][:2]
    ['upkeep', 'prefix']
    """
    there = {one.row.setting.slug: one for one in rows if not one.row.closed}
    tasks = (Task(step, tuple(there[slug] for slug in step.settings if slug in there)) for step in FIRST_STEPS)
    return tuple(task for task in tasks if task.rows or task.step.also in ("controls", "prefix"))

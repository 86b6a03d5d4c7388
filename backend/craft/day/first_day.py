"""The first day with a body: what is set once, in the order in which people work."""

# fmt: off

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace

from craft.configuration.configure import Configuration, Configured
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True)
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
    FirstStep("upkeep", "Version, clock, name", ("firmware_noted", "clock", "zone", "author"), "What is known of a body is true for one version, and files can be sorted only by a clock that is right to the second.", "A newer version comes from its maker's own page: the file alone on a freshly formatted card, a full battery in, then the line about the version in the menu. Set the clock by a phone, to the second.", "clock"),
    FirstStep("prefix", "A prefix of its own", ("file_prefix", "file_numbering", "folders"), "Two bodies whose files begin alike overwrite each other in one folder; it costs nothing to prevent and cannot be undone.", also="prefix"),
    FirstStep("cards", "What each card is for", ("card_roles",), "Decide now which loss you can live with: a card fails once in a photographer's life, always at a wedding.", "Format each card in this body, once everything on it is copied: a card formatted elsewhere is the commonest reason for one that fails.", "cards"),
    FirstStep("no_card", "No frames without a card or a lens", ("fires_without_card", "fires_without_lens"), "In the shop it may fire without them; with you it must not."),
    FirstStep("files", "Files", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "colour_space", "aspect", "look", "high_iso_noise_reduction", "long_exposure_noise_reduction", "lens_corrections"), "Format and size decide how much the cards hold and what can be mended at the desk; size is open only after format."),
    FirstStep("sounds", "Sounds and lamp", ("beeps", "shutter_sound", "assist_lamp"), "Off once is off for every quiet room to come."),
    FirstStep("displays", "Displays and preview", ("exposure_true_view", "histogram", "clip_warning", "review_time", "playback_pages", "grid", "level", "finder_contents", "finder_switch", "screen_brightness"), "You judge everything else by what these show, so they come before anything is judged."),
    FirstStep("power", "Power and batteries", ("screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off"), "A body that sleeps when something happens is off.", "Charge every battery, and number them."),
    FirstStep("release", "Shutter and stabiliser", ("shutter_type", "silent", "flicker_timing", "stabiliser"), "What the body does at the press should be no surprise in front of people."),
    FirstStep("iso", "Limits of ISO", ("iso_mode", "iso_floor", "iso_ceiling", "iso_slowest_shutter"), "Once the limits are yours, automatic ISO is a help and not a gamble."),
    FirstStep("dials", "Dials and their direction", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "exposure_step", "iso_step"), "Fingers learn a direction once: every body of yours should turn the same way."),
    FirstStep("focusing", "Focus points and detection", ("area_list", "point_count", "point_wrap", "point_speed", "point_memory", "subject_detection", "eye_detection", "priority_single", "priority_continuous", "pre_focus", "thumb_pointing", "thumb_part", "touch_release"), "Fewer places to step through, and none that answers to a nose."),
    FirstStep("by_hand", "Focusing by hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale"), "When the camera hunts there is no time to find these."),
    FirstStep("controls", "Buttons", ("focus_activation", "hold_focus", "eye_button", "second_setup_button", "press_and_turn"), "What is needed between shots belongs under a finger, and stays there for years.", also="controls"),
    FirstStep("pins", "Pinned items and the short list", ("pinned_items", "short_list", "menu_memory", "choice_lists"), "What found no button should be two presses away.", also="pins"),
    FirstStep("links", "Links", ("pairing", "send_while_shooting", "send_what", "location"), "Pairing takes minutes at a desk and never works on the spot.", "Pair the phone at home, send one picture, and switch the link off again."),
    FirstStep("slots", "The slots", ("slot_keeps_changes",), "Only now: a slot keeps all that was set before it.", also="slots"),
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
    """The steps for a body, in their order; what it lacks or cannot choose is left out, and steps that are then empty."""
    there = {one.row.setting.slug: one for one in rows if not one.row.closed}
    tasks = (Task(step, tuple(there[slug] for slug in step.settings if slug in there)) for step in FIRST_STEPS)
    return tuple(task for task in tasks if task.rows or task.step.also in ("controls", "prefix"))

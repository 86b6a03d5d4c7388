"""The first day with a body: what is set once, in the order in which people work."""

# fmt: off

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from craft.configuration.configure import Configured


@dataclass(frozen=True, slots=True)
class FirstStep:
    """A step: the settings it looks after, and why it comes where it comes; a body that has none of them skips it.

    also: what else it is about: prefix, clock, cards, controls, pins, slots.
    """

    slug: str
    title: str
    settings: tuple[str, ...]
    because: str
    also: str = ""
    source: str = "practice of the trade: order of work with a new body"


FIRST_STEPS: tuple[FirstStep, ...] = (
    FirstStep("upkeep", "Version, clock, name", ("firmware_noted", "clock", "zone", "author"), "What is known of a body is true for one version, and files can be sorted only by a clock that is right to the second.", "clock"),
    FirstStep("prefix", "A prefix of its own", ("file_prefix", "file_numbering", "folders"), "Two bodies whose files begin alike overwrite each other in one folder; it costs nothing to prevent and cannot be undone.", "prefix"),
    FirstStep("cards", "What each card is for", ("card_roles",), "Decide now which loss you can live with: a card fails once in a photographer's life, always at a wedding.", "cards"),
    FirstStep("no_card", "No frames without a card", ("fires_without_card",), "In the shop it may fire without one; with you it must not."),
    FirstStep("files", "Files", ("file_format", "raw_compression", "rendered_quality", "rendered_size", "colour_space", "aspect"), "Format and size decide how much the cards hold and what can be mended at the desk; size is open only after format."),
    FirstStep("sounds", "Sounds and lamp", ("beeps", "shutter_sound", "assist_lamp"), "Off once is off for every quiet room to come."),
    FirstStep("displays", "Displays and preview", ("exposure_true_view", "histogram", "clip_warning", "review_time", "playback_pages", "grid", "level", "finder_contents", "finder_switch", "screen_brightness"), "You judge everything else by what these show, so they come before anything is judged."),
    FirstStep("power", "Power and batteries", ("screen_off_delay", "reduced_power", "battery_order", "temperature_cutoff", "sensor_cleaning", "shutter_closed_when_off"), "A body that sleeps when something happens is off."),
    FirstStep("dials", "Dials and their direction", ("front_dial", "rear_dial", "dial_direction", "compensation_direction", "wheel_lock", "exposure_step", "iso_step"), "Fingers learn a direction once: every body of yours should turn the same way."),
    FirstStep("by_hand", "Focusing by hand", ("ring_override", "peaking", "peaking_level", "peaking_colour", "magnifier", "magnifier_time", "direction_pointer", "distance_scale"), "When the camera hunts there is no time to find these."),
    FirstStep("controls", "Buttons", ("focus_activation", "hold_focus", "eye_button", "second_setup_button", "press_and_turn"), "What is needed between shots belongs under a finger, and stays there for years.", "controls"),
    FirstStep("pins", "Pinned items and the short list", ("pinned_items", "short_list", "menu_memory", "choice_lists"), "What found no button should be two presses away.", "pins"),
    FirstStep("slots", "The slots", ("slot_keeps_changes",), "Only now: a slot keeps all that was set before it.", "slots"),
)

CARD_LOSS: dict[str, str] = {
    "continues": "the frames on the card that failed; with one card in use, all since the last copy",
    "copies": "nothing: each frame is on both cards; the slower card sets the pace, and the smaller one the room",
    "splits_by_format": "one kind of file: the raws, or the finished pictures, of all frames",
}
"""What the failure of one card loses, by what the second card is for."""


@dataclass(frozen=True, slots=True)
class Task:
    """A step with the settings of this body that it looks after."""

    step: FirstStep
    rows: tuple[Configured, ...]


def tasks_of(rows: Iterable[Configured]) -> tuple[Task, ...]:
    """The steps for a body, in their order; what it lacks or cannot choose is left out, and steps that are then empty."""
    there = {row.setting.slug: row for row in rows if not row.closed}
    tasks = (Task(step, tuple(there[slug] for slug in step.settings if slug in there)) for step in FIRST_STEPS)
    return tuple(task for task in tasks if task.rows or task.step.also in ("controls", "prefix"))

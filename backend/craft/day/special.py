"""Setups that a slot may hold besides those of the day: for other hands, and for sets of frames."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass, replace

from craft.configuration.configure import Configuration, configure
from craft.errors import CraftError
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.vocabulary.setting import Value


@dataclass(frozen=True, slots=True)
class Special:
    """A setup for a slot of its own: settings, each with the values wanted, the best first; and why it has a slot."""

    slug: str
    label: str
    sets: tuple[tuple[str, tuple[Value, ...]], ...]
    because: str
    source: str = "practice of the trade"


SPECIALS: tuple[Special, ...] = (
    Special("hand_over", "for other hands", (("hand_over", ("yes",)), ("exposure_mode", ("program", "aperture_priority")), ("iso_mode", ("automatic",)), ("metering_pattern", ("multi_zone",)), ("compensation", (0.0,)), ("white_mode", ("automatic",)), ("focus_mode", ("automatic", "single", "continuous")), ("focus_area", ("whole_frame", "zone")), ("focus_activation", ("shutter_button",)), ("subject_detection", ("people", "automatic")), ("eye_detection", ("always",)), ("drive_mode", ("single",)), ("bracket_kind", ("off",)), ("stabiliser", ("always", "at_release")), ("touch_release", ("off",)), ("beeps", ("on",))), "Whoever takes the camera presses one button: it must focus, and everything else must look after itself."),
    Special("sets", "sets of frames", (("bracket_kind", ("exposure",)), ("bracket_frames", (3.0, 5.0)), ("bracket_step", (2.0, 1.0, 1.3333)), ("bracket_one_press", ("on",)), ("merge", ("off",)), ("drive_mode", ("low", "medium", "high", "single"))), "A set is for one picture; left on in a setup it spoils the next."),
)

BY_SPECIAL: dict[str, Special] = {special.slug: special for special in SPECIALS}


def special_configuration(slug: str, situation: Situation, setup: Setup) -> Configuration:
    """A situation's configuration as a special setup has it; what the body lacks is left out.

    Raises
    ------
    CraftError : there is no such special setup, or this body can do nothing of it.

    >>> from craft.kit.body import BracketOffer
    >>> offers = {"bracket_offers": (BracketOffer(3, 1.0),)}
    >>> special_configuration("sets", situation(body=offers), advised(body=offers)).values["bracket_kind"]
    'exposure'
    """
    special = BY_SPECIAL.get(slug)
    if special is None:
        raise CraftError(f"“{slug}” is not a special setup: {', '.join(BY_SPECIAL)}", ("special",))
    offered = {row.setting.slug: row.offered for row in configure(situation, setup).rows}
    if special.sets[0][0] not in offered:
        raise CraftError(f"this body has no setting for {special.label}", ("special",))
    by_hand = dict(situation.settings)
    for setting, values in special.sets:
        value = next((v for v in values if v in offered.get(setting, ()) or (setting in offered and not offered[setting])), None)
        if value is not None:
            by_hand[setting] = value
    return configure(replace(situation, settings=by_hand), setup)

"""Which features a body with a lens has: those its figures show, and those its profile states."""

from __future__ import annotations

import math
from collections.abc import Callable, Collection, Mapping

from craft.kit.body import Body, Finder, Shutter
from craft.kit.lens import Lens
from craft.vocabulary.features import FEATURES
from craft.vocabulary.setting import Setting

SLACK_MM = 0.2
"""An image circle this much under the sensor's diagonal still counts as covering it (rounding of printed figures)."""


def _joined(body: Body) -> bool:
    return body.fixed_lens is not None or "one_piece" in body.traits.features


def _small_circle(body: Body, lens: Lens) -> bool:
    diagonal = math.hypot(body.sensor.width_mm, body.sensor.height_mm)
    return lens.circle_mm is not None and lens.circle_mm < diagonal - SLACK_MM and not _joined(body)


SHOWN: Mapping[str, Callable[[Body, Lens], bool]] = {
    "area_switching": lambda body, lens: "area_switching" in body.traits.scales,
    "autofocus": lambda body, lens: body.autofocus,
    "body_stabiliser": lambda body, lens: body.stabiliser_stops > 0,
    "brackets": lambda body, lens: bool(body.bracket_offers),
    "bursts": lambda body, lens: body.frames_per_second is not None,
    "circle_small": _small_circle,
    "detection": lambda body, lens: bool(body.detects) and body.autofocus,
    "direct_iso": lambda body, lens: not body.sets_iso_by_limits_only,
    "electronic": lambda body, lens: Shutter.ELECTRONIC in body.shutters,
    "electronic_flash": lambda body, lens: body.sync_electronic_s is not None,
    "electronic_finder": lambda body, lens: body.finder is Finder.ELECTRONIC,
    "eye_finder": lambda body, lens: body.finder is not Finder.SCREEN,
    "flash": lambda body, lens: body.sync_s is not None or body.sync_electronic_s is not None,
    "focuses": lambda body, lens: lens.fixed_m is None,
    "interchangeable": lambda body, lens: not _joined(body),
    "lens_known": lambda body, lens: lens.ring_reported or lens.autofocus,
    "lens_manual": lambda body, lens: not (body.autofocus and lens.autofocus) and lens.fixed_m is None,
    "lens_switch": lambda body, lens: lens.stabiliser_switch,
    "lens_unreported": lambda body, lens: not lens.ring_reported and not lens.autofocus,
    "live_view": lambda body, lens: body.finder is not Finder.OPTICAL,
    "mechanical": lambda body, lens: Shutter.MECHANICAL in body.shutters,
    "nd": lambda body, lens: bool(body.nd_stops),
    "protection": lambda body, lens: bool(body.protection_stops),
    "nothing_steers": lambda body, lens: body.traits.nothing_steers,
    "raw_files": lambda body, lens: True,
    "ring_reported": lambda body, lens: lens.ring and lens.ring_reported,
    "slots": lambda body, lens: body.traits.slots > 0,
    "rear_button": lambda body, lens: any(control.spot == "thumb_rest" for control in body.traits.controls),
    "two_cards": lambda body, lens: len(body.traits.traffic.card_mb_s) > 1,
    "several_apertures": lambda body, lens: lens.widest_short < lens.narrowest_aperture and len(set(lens.listed)) != 1,
    "several_patterns": lambda body, lens: len(body.patterns) > 1,
    "several_shutters": lambda body, lens: len(body.shutters) > 1,
    "stabiliser": lambda body, lens: body.stabiliser_stops > 0 or lens.stabiliser_stops > 0,
}
"""Features that the figures of body and lens show."""

ALSO_STATED = ("electronic_flash", "live_view", "rear_button", "two_cards")
"""Features that figures may show and a profile may state all the same."""

STATED: tuple[str, ...] = tuple(name for name in FEATURES if name not in SHOWN or name in ALSO_STATED)
"""Features that a body's profile can state."""


def features_of(body: Body, lens: Lens) -> frozenset[str]:
    """Features as tokens of craft.vocabulary.features.

    >>> sorted(features_of(BODY, LENS))[:3]
    ['autofocus', 'bursts', 'direct_iso']
    """
    return body.traits.features | {token for token, there in SHOWN.items() if there(body, lens)}


def missing_features(setting: Setting, declared: Collection[str]) -> frozenset[str]:
    """Features that a setting needs and that have to be said of a body, where they are not said: no other figure of it shows them.

    >>> from craft.vocabulary.settings import BY_SLUG
    >>> missing_features(BY_SLUG["dark_view"], ()), missing_features(BY_SLUG["dark_view"], ("dark_view",))
    (frozenset({'dark_view'}), frozenset())
    """
    return frozenset(need for need in setting.needs if need not in SHOWN and need not in declared)

"""Which features a body with a lens has: those its figures show, and those its profile states."""

from __future__ import annotations

from craft.kit.body import Body, Finder, Shutter
from craft.kit.lens import Lens


def features_of(body: Body, lens: Lens) -> frozenset[str]:
    """Features as tokens of craft.vocabulary.features."""
    shutters = body.shutters
    electronic = Shutter.ELECTRONIC in shutters
    focuses = body.autofocus and lens.autofocus
    joined = body.fixed_lens is not None or "one_piece" in body.facts.features
    steady = body.stabiliser_stops > 0
    smaller = lens.circle_mm is not None and lens.circle_mm < (body.sensor.width_mm**2 + body.sensor.height_mm**2) ** 0.5 - 0.2
    shown = {
        "autofocus": body.autofocus,
        "body_stabiliser": steady,
        "brackets": bool(body.bracket_offers),
        "bursts": body.frames_per_second is not None,
        "circle_small": smaller and not joined,
        "detection": bool(body.detects) and body.autofocus,
        "direct_iso": not body.sets_iso_by_limits_only,
        "electronic": electronic,
        "electronic_finder": body.finder is Finder.ELECTRONIC,
        "eye_finder": body.finder is not Finder.SCREEN,
        "flash": body.sync_s is not None,
        "interchangeable": not joined,
        "lens_known": lens.ring_reported or lens.autofocus,
        "lens_manual": not focuses,
        "lens_switch": lens.stabiliser_switch,
        "lens_unreported": not lens.ring_reported and not lens.autofocus,
        "live_view": body.finder is not Finder.OPTICAL,
        "mechanical": Shutter.MECHANICAL in shutters,
        "nd": bool(body.nd_stops),
        "protection": bool(body.protection_stops),
        "raw_files": True,
        "ring_reported": lens.ring_reported,
        "several_apertures": len(set(lens.apertures)) != 1,
        "several_patterns": len(body.patterns) > 1,
        "several_shutters": len(shutters) > 1,
        "stabiliser": steady or lens.stabiliser_stops > 0,
    }
    return body.facts.features | {token for token, there in shown.items() if there}

"""Everything around the settings of a situation that a dependency may ask for."""

from __future__ import annotations

from collections.abc import Mapping

from craft.kit.body import Body
from craft.kit.features import features_of
from craft.kit.lens import Lens
from craft.scales.series import Dial
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.vocabulary.dependencies import AFTERS, RULES
from craft.vocabulary.rules import Around, Rule, Term, Test
from craft.vocabulary.setting import Setting, Value
from craft.vocabulary.settings import SETTINGS
from craft.vocabulary.terms import Genre, Support

LEANS_PX = 12.0
"""Skew in pixels past which a subject visibly leans: the bar of the silent-shutter school."""

RAW_PACKINGS = {"none": "not packed", "lossless": "packed without loss", "lossy": "packed with a little loss"}
"""How raw files may be packed, and how each is said."""

_DIAL_SETTING = {Dial.TIME: "shutter_time", Dial.APERTURE: "aperture", Dial.ISO: "iso_value"}


def settings_of(body: Body, lens: Lens) -> tuple[Setting, ...]:
    """The settings that exist on a body with a lens, in the order in which one sets them.

    >>> [setting.slug for setting in settings_of(BODY, LENS)][:3]
    ['clock', 'zone', 'firmware_noted']
    """
    there = features_of(body, lens)
    return tuple(s for s in SETTINGS if s.slug not in body.traits.absent and all(need in there for need in s.needs))


def circumstances(situation: Situation, facts: Mapping[str, float]) -> frozenset[str]:
    """What the scene brings, as tokens of craft.vocabulary.features.

    >>> sorted(circumstances(situation(), advised().facts))
    ['fast_across', 'lamp_unwelcome', 'will_not_wait']
    """
    carried = situation.carried_by
    there = {
        "handheld": carried is Support.HANDHELD,
        "tripod": carried is Support.TRIPOD,
        "will_not_wait": facts["wants_blur"] == 0 and (facts["skill_quick"] == 1 or facts["subject_moves"] == 1),
        "pulsing_light": facts["flicker_hz"] > 0,
        "fast_across": facts["skew_px"] > LEANS_PX,
        "stars_in_series": facts["stars"] == 1,
        "quiet": facts["quiet"] == 1,
        "lamp_unwelcome": facts["quiet"] == 1 or situation.genre in (Genre.WILDLIFE, Genre.SPORTS),
        "wild_animals": situation.genre is Genre.WILDLIFE,
        "other_body": situation.person.bodies > 1,
    }
    return frozenset(token for token, is_there in there.items() if is_there)


def offered_values(situation: Situation, setup: Setup) -> dict[str, tuple[Value, ...]]:
    """The values that this kit has, where the vocabulary alone does not say.

    >>> offered_values(situation(), advised())["iso_value"][:3]
    (100.0, 125.0, 160.0)
    """
    body = situation.body
    isos = tuple(setup.dials[Dial.ISO])
    detects = ("off", *body.detects, *(("automatic",) if len(body.detects) > 1 else ()))
    areas = (*body.areas, *(("tracking",) if body.detects else ()), "none")
    drives = tuple(d for d in ("single", "low", "medium", "high", "timer") if body.frames_per_second or d in ("single", "timer"))
    modes = tuple(
        m
        for m in ("manual", "aperture_priority", "shutter_priority", "program", "fixed_distance", "timed")
        if m != "fixed_distance" or body.zone_focus
    )
    focuses = ("single", "continuous", "automatic", "manual") if body.autofocus and situation.lens.autofocus else ("manual",)
    usual: dict[str, tuple[Value, ...]] = {
        "shutter_time": tuple(setup.dials[Dial.TIME]),
        "aperture": tuple(setup.dials[Dial.APERTURE]),
        "iso_slowest_shutter": tuple(setup.dials[Dial.TIME]),
        "iso_value": isos,
        "iso_floor": isos,
        "iso_ceiling": isos,
        "metering_pattern": tuple(body.patterns),
        "shutter_type": tuple(shutter.value for shutter in body.shutters) + (("automatic",) if len(body.shutters) > 1 else ()),
        "highlight_protection": (0.0, *body.protection_stops, *(("automatic",) if body.protection_automatic else ())),
        "built_in_nd": (0.0, *body.nd_stops),
        "focus_mode": focuses,
        "focus_area": areas,
        "subject_detection": detects,
        "drive_mode": drives,
        "exposure_mode": modes,
        "bracket_frames": tuple(sorted({float(o.frames) for o in body.bracket_offers})),
        "bracket_step": tuple(sorted({o.step_ev for o in body.bracket_offers})),
    }
    return {**usual, **{slug: tuple(values) for slug, values in situation.offered.items()}}


def only_with_rules(body: Body) -> tuple[Rule, ...]:
    """A body's values that exist only together with others, as dependencies.

    >>> only_with_rules(BODY)
    ()
    """
    found = []
    for k, row in enumerate(body.only_with):
        here = Term(_DIAL_SETTING[row.dial], Test.WITHIN, tuple(sorted((row.lowest, row.highest))))
        there = Term(_DIAL_SETTING[row.needs_dial], Test.OUTSIDE, tuple(sorted((row.needs_lowest, row.needs_highest))))
        found.append(
            Rule(
                slug=f"only_with_{k}",
                terms=(here, there),
                reason=row.reason[:1].upper() + row.reason[1:] + ".",
                way_out="another value of either",
                source=body.name,
            )
        )
    return tuple(found)


def rules_of(body: Body) -> tuple[Rule, ...]:
    """Dependencies in force on a body: the usual ones without those it is free of, and its own.

    >>> len(rules_of(BODY)) == len(RULES)
    True
    """
    usual = tuple(rule for rule in RULES if rule.slug not in body.traits.dropped)
    return (*usual, *body.traits.added, *only_with_rules(body))


def around_of(situation: Situation, setup: Setup) -> Around:
    """Everything that a dependency may ask for.

    >>> around_of(situation(), advised()).numbers["base_iso"]
    100
    """
    body = situation.body
    facts = setup.facts
    numbers: dict[str, float] = {
        "base_iso": body.base_iso,
        "longest_dial_s": facts["longest_dial_s"],
        "focal_mm": situation.focal_mm,
    }
    if (sync := body.sync_with(setup.shutter_type)) is not None:
        numbers["sync_s"] = sync
    for name, rate in (("raw_rate", body.traits.raw_rate), ("mechanical_rate", body.traits.mechanical_rate)):
        if rate is not None:
            numbers[name] = rate
    return Around(
        features_of(body, situation.lens) | circumstances(situation, facts),
        numbers,
        offered_values(situation, setup),
        rules_of(body),
        AFTERS,
        {"unopened": tuple(p for p in RAW_PACKINGS if p not in situation.person.raw_opens)},
    )

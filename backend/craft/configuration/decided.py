"""What the decisions of a setup set on the body, setting by setting."""

from __future__ import annotations

from craft.decisions.facts import Fact, tells, yes
from craft.decisions.schools import DECISIONS, Decision
from craft.scales.series import Dial
from craft.scene.situation import Situation
from craft.setup.setup import Merge, Setup
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Area, Drive, FocusMode, Pattern, Priority


def of_settings() -> dict[str, Decision]:
    """Setting -> the decision that sets it; its reason is the decision's.

    >>> of_settings()["white_kelvin"].slug
    'white'
    """
    return {slug: decision for decision in DECISIONS.values() for slug in (*decision.sets, *decision.besides)}


def decided(setup: Setup) -> dict[str, Value]:
    """Value by setting, as the decisions have them; what a decision leaves alone is not there.

    Of a dial that the mode, or automatic ISO, leaves to the body: what the body shows in the present light.

    >>> decided(advised())["drive_mode"], "white_kelvin" in decided(advised())
    ('high', True)
    """
    limits, focus = setup.iso_limits, setup.focus
    values: dict[str, Value | None] = {
        **setup.settled,
        "exposure_mode": setup.exposure.mode.value,
        "shutter_time": setup.exposure.shutter_s,
        "aperture": setup.exposure.aperture,
        "compensation": setup.exposure.compensation_ev,
        "built_in_nd": setup.exposure.nd_stops - setup.exposure.glass_stops,
        "shutter_type": setup.shutter_type.value,
        "iso_mode": "automatic" if limits.automatic else "fixed",
        "iso_value": setup.exposure.iso,
        "iso_floor": limits.floor if limits.automatic else None,
        "iso_ceiling": limits.ceiling if limits.automatic else None,
        "iso_slowest_shutter": limits.slowest_shutter_s,
        "highlight_protection": "automatic" if setup.range.protection_automatic else setup.range.highlight_protection_stops,
        "bracket_kind": "exposure" if setup.bracketing.frames > 1 else "off",
        "bracket_frames": float(setup.bracketing.frames) if setup.bracketing.frames > 1 else None,
        "bracket_step": setup.bracketing.step_ev or None,
        **_merged(setup.bracketing.merge),
        "white_kelvin": None if setup.white.kelvin is None else float(setup.white.kelvin),
        "tracking_hold": focus.hold or None,
        "subject_path": focus.path or None,
        "area_switching": focus.switching or None,
        "priority_continuous": focus.priority.value if setup.facts["simulated"] else None,
        "focus_area": None if focus.mode is FocusMode.MANUAL and focus.area is not Area.NONE else focus.area.value,
        "subject_detection": None if focus.mode is FocusMode.MANUAL else focus.detection.value,
        "rate_high": setup.drive.frames_per_second if setup.drive.mode is Drive.HIGH else None,
    }
    return {slug: value for slug, value in values.items() if value is not None}


def _merged(merge: Merge | None) -> dict[str, Value]:
    """What a merge in the body sets."""
    if merge is None:
        return {}
    return {"merge": merge.step, "merge_strength": merge.strength, "merge_align": "on" if merge.aligned else "off"}


def facts_of(situation: Situation, setup: Setup, tokens: frozenset[str]) -> dict[str, float]:
    """Numbers about a setup that habits, rows and checks ask for, beside those of its decisions.

    >>> facts_of(situation(), advised(), frozenset({"two_cards"}))["two_cards_offered"]
    1.0
    """
    return {**setup.facts, **_of_tokens(tokens), **_of_setup(setup), **_of_person(situation)}


@tells(
    old_programs=Fact("a program of yours opens no packed raw", "yes", "your programs open packed raw"),
    shape_given=Fact("the delivery has its own shape", "yes", "the delivery has no shape of its own"),
    cable=Fact("frames go to a computer over a cable", "yes", "no cable leads to a computer"),
)
def _of_person(situation: Situation) -> dict[str, float]:
    """What follows from who works with the frames, and who gets them."""
    return {
        "old_programs": yes("lossless" not in situation.person.raw_opens),
        "shape_given": yes(situation.delivery.shape is not None),
        "cable": yes(situation.delivery.cable),
    }


@tells(
    two_cards_offered=Fact("the body takes two cards", "yes", "the body takes one card"),
    rear_button_offered=Fact("a button under the thumb can focus", "yes", "no button under the thumb can focus"),
    thumb_offered=Fact("the screen answers a thumb beside the finder", "yes", "no thumb can point beside the finder"),
    nothing_steers=Fact("no control leads the focus point", "yes", "a stick or pad leads the focus point"),
    touch_offered=Fact("the screen answers a touch", "yes", "the screen answers no touch"),
    ring_offered=Fact("the lens reports its ring", "yes", "the lens does not report its ring"),
    links_offered=Fact("the body has a wireless link", "yes", "the body has no wireless link"),
    electronic_finder=Fact("the finder is electronic", "yes", "the finder is not electronic"),
    screen_only=Fact("there is no finder", "yes", "there is a finder"),
    reports=Fact("the lens reports itself", "yes", "the lens does not report itself"),
    small_circle=Fact("the lens leaves the corners dark", "yes", "the lens lights the whole sensor"),
    wild=Fact("wild animals are the subject", "yes", "no wild animals"),
)
def _of_tokens(tokens: frozenset[str]) -> dict[str, float]:
    """What the body has, and what is before it."""
    there = {
        "two_cards_offered": "two_cards" in tokens,
        "rear_button_offered": "rear_button" in tokens,
        "thumb_offered": {"touch", "eye_finder"} <= tokens,
        "nothing_steers": "nothing_steers" in tokens,
        "touch_offered": "touch" in tokens,
        "ring_offered": "ring_reported" in tokens,
        "links_offered": "links" in tokens,
        "electronic_finder": "electronic_finder" in tokens,
        "screen_only": "eye_finder" not in tokens,
        "reports": "lens_unreported" not in tokens,
        "small_circle": "circle_small" in tokens,
        "wild": "wild_animals" in tokens,
    }
    return {name: yes(value) for name, value in there.items()}


@tells(
    bursting=Fact("the drive fires bursts", "yes", "the drive fires no bursts"),
    by_hand=Fact("focus is by hand", "yes", "focus is automatic"),
    continuous=Fact("focus follows all the time", "yes", "focus does not follow"),
    electronic_now=Fact("the electronic shutter is taken", "yes", "the electronic shutter is not taken"),
    mechanical_now=Fact("the mechanical shutter is taken", "yes", "the mechanical shutter is not taken"),
    fires_first=Fact("the release comes first", "yes", "the release waits"),
    waits=Fact("the release waits for focus", "yes", "the release does not wait"),
    held_aperture=Fact("the aperture is held", "yes", "the aperture is not held"),
    held_time=Fact("the time is held", "yes", "the time is not held"),
    spot_now=Fact("the spot is metered", "yes", "more than a spot is metered"),
    deadline_given=Fact("there is a deadline", "yes", "there is no deadline"),
    your_word=Fact("you say so", "yes", "you do not say so"),
)
def _of_setup(setup: Setup) -> dict[str, float]:
    """What the decisions came to."""
    there = {
        "bursting": setup.drive.mode in (Drive.MEDIUM, Drive.HIGH),
        "by_hand": setup.focus.mode is FocusMode.MANUAL,
        "continuous": setup.focus.mode is FocusMode.CONTINUOUS,
        "electronic_now": setup.shutter_type.value == "electronic",
        "mechanical_now": setup.shutter_type.value == "mechanical",
        "fires_first": setup.focus.priority is Priority.RELEASE,
        "waits": setup.focus.priority is Priority.FOCUS,
        "held_aperture": Dial.APERTURE in setup.exposure.mode.by_hand,
        "held_time": Dial.TIME in setup.exposure.mode.by_hand,
        "spot_now": setup.metering.pattern is Pattern.SPOT and setup.focus.area is not Area.NONE,
        "deadline_given": setup.facts["deadline_h"] < float("inf"),
        "your_word": False,
    }
    return {name: yes(value) for name, value in there.items()}

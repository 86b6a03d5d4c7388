"""What is known from the beginning, what is kept of a frame, and whether one frame is enough."""

from __future__ import annotations

from dataclasses import replace

from craft.bracketing.of_exposure import SINGLE, placed_as_metered, sets_as_metered
from craft.decisions import numbers
from craft.decisions.choice import choose
from craft.decisions.facts import Fact, Facts, tells, yes
from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.file import FILE
from craft.exposure.bounds import Dials, number
from craft.kit.body import BracketOffer, Shutter
from craft.kit.dials import aperture_axis, iso_axis, time_axis
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.solving.plan import cap_stops
from craft.setup.solving.ranged import MOST_RIGHT
from craft.tones.tonemap import map_of
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Drive, File


def look(course: Course) -> Course:
    """Light, meter, movement, kit and delivery, in numbers.

    >>> course().told["moving"], course().told["holds_stops"]
    (1.0, 1.4999998807907104)
    """
    situation = course.situation
    body = situation.body
    whole = Dials(time_axis(body, body.shutters[0]), aperture_axis(body, situation.lens, situation.focal_mm), iso_axis(body))
    return replace(course, whole=whole).tell(numbers.of_situation(situation, whole))


@tells(
    raw=Fact("raw is kept", "yes", "no raw is kept"),
    rendered=Fact("a finished file is kept", "yes", "no finished file is kept"),
    darkest_stops=Fact("the most that a frame is darkened for what is bright", "stops"),
    curtain_rate=Fact("the body's highest rate with curtains", "rate"),
    reading_rate=Fact("the body's highest rate without curtains", "rate"),
    rate_by_hand=Fact("the rate set by hand", "rate"),
)
def _of_file(situation: Situation, kept: File, rate: float) -> dict[str, float]:
    raw, body = kept is not File.RENDERED, situation.body
    return {
        "raw": yes(raw),
        "rendered": yes(kept is not File.RAW),
        "darkest_stops": cap_stops(situation, raw),
        "curtain_rate": body.highest_rate(Shutter.MECHANICAL, raw) or 1.0,
        "reading_rate": body.highest_rate(Shutter.ELECTRONIC, raw) or 1.0,
        "rate_by_hand": rate,
    }


def _rate_by_hand(course: Course) -> float:
    """The rate set by hand; 0 where there is none, or the drive was set to a level without it."""
    high = Drive.HIGH.value
    drive = course.wishes.of(DRIVE).get("drive_mode", course.wishes.ways.get(DRIVE.slug, high))
    return number(course.situation, "rate_high") or 0.0 if drive == high else 0.0


def keep(course: Course) -> Course:
    """What is kept of a frame.

    >>> course().told["raw"], course().told["rendered"]
    (1.0, 1.0)
    """
    made = choose(FILE, course.told, course.wishes)
    return course.take(made).tell(_of_file(course.situation, File(made.value[0]), _rate_by_hand(course)))


def _excess(situation: Situation, facts: Facts) -> float:
    """Stops of the scene that one frame at base ISO loses at its best, no darker under the meter than may be and no paler."""
    clip, held = situation.body.sensor.clip_above_grey_stops, facts["range_stops"]
    above, below = facts["scene_above_stops"], facts["scene_below_stops"]
    offset = min(max(clip - above, -facts["darkest_stops"]), MOST_RIGHT)
    return max(0.0, above - (clip - offset)) + max(0.0, below - (held - clip + offset))


@tells(
    span_excess_stops=Fact("what one frame loses of the scene", "stops"),
    merge_offered=Fact("the body can merge frames by itself, in this kind of file", "yes", "the body merges nothing in this kind of file"),
    merge_step_stops=Fact("step of a merge", "stops"),
    merge_frames=Fact("frames of a merge", "count"),
    bracket_possible=Fact("the body offers a set that covers the span", "yes", "no set the body offers covers the span"),
)
def _of_span(situation: Situation, kept: File, least: BracketOffer | None, merge: Value | None, facts: Facts) -> dict[str, float]:
    """What one frame loses of the situation's scene, and whether a set, or a merge in the body, would hold more."""
    excess = _excess(situation, facts)
    return {
        "span_excess_stops": excess,
        "merge_offered": yes(numbers.merges(situation.body, kept)),
        "merge_step_stops": numbers.merge_step(situation.body, excess, merge)[1],
        "merge_frames": float(numbers.MERGED),
        "bracket_possible": yes(least),
    }


@tells(
    bracketed=Fact("a set of frames is taken", "yes", "single frames are taken"),
    merging=Fact("the body merges its frames", "yes", "nothing is merged in the body"),
    frames=Fact("frames", "count"),
    step_stops=Fact("step", "stops"),
    set_misses=Fact("share of the picture that the set misses", "percent"),
)
def _of_bracket(situation: Situation, offer: BracketOffer | None, merging: bool) -> dict[str, float]:
    placed = None if offer is None else placed_as_metered(situation, map_of(situation), offer)
    return {
        "bracketed": yes(offer),
        "merging": yes(merging),
        "frames": float((offer or SINGLE).frames),
        "step_stops": (offer or SINGLE).step_ev,
        "set_misses": 0.0 if placed is None else placed.missed,
    }


def _by_hand(hand: dict[str, Value]) -> str | None:
    """The way that what was set by hand of sets comes to: a set, none, a merge; None where nothing of it says."""
    kind = hand.get("bracket_kind")
    if kind is not None:
        return "set" if kind == "exposure" else "none"
    merge = hand.get("merge")
    if merge is not None and merge != "off":
        return "merge"
    frames = hand.get("bracket_frames")
    return "set" if isinstance(frames, int | float) and frames > 1 else None


def bracket(course: Course) -> Course:
    """Whether a set of frames is taken, and which; a set that was set by hand is taken as it stands.

    >>> course().told["frames"], course(settings={"bracket_frames": 3.0}).told["frames"]
    (1.0, 3.0)
    """
    situation, wishes = course.situation, course.wishes
    _, covers = sets_as_metered(situation, map_of(situation))
    least = None if covers is None else covers.offer
    merge = wishes.of(BRACKETING).get("merge")
    course = course.tell(_of_span(situation, File(course.value(FILE)), least, merge, course.told))
    usual = choose(BRACKETING, course.told, replace(wishes, hand={}))
    way = _by_hand(dict(wishes.of(BRACKETING))) or usual.value[0]
    if way != "set":
        course = course.without(dict.fromkeys(("bracket_frames", "bracket_step"), "no set of frames is taken"))
        situation, wishes = course.situation, course.wishes
    frames, step = number(situation, "bracket_frames"), number(situation, "bracket_step")
    offer = least or BracketOffer(3, 1.0)
    taken = BracketOffer(int(frames or offer.frames), step or offer.step_ev) if way == "set" else None
    hand = wishes.of(BRACKETING)
    another = way != usual.value[0] or (taken is not None and taken != least)
    made = choose(BRACKETING, course.told, wishes)
    made = replace(made, value=(way,), by_hand=bool(hand) and another)
    return course.take(made).tell(_of_bracket(situation, taken, way == "merge"))


def taken_set(course: Course) -> BracketOffer | None:
    """The set that is taken, or None.

    >>> taken_set(course()), taken_set(course(settings={"bracket_frames": 3.0})).frames
    (None, 3)
    """
    told = course.told
    return BracketOffer(int(told["frames"]), told["step_stops"]) if told["bracketed"] else None

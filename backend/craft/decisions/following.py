"""Following in numbers that decisions speak of, and what photographers set for it by habit, before anything is simulated."""

# fmt: off

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from craft.decisions.facts import Fact, When, all_hold, phrase, tells, yes
from craft.focus.chase import head_share, outline_shows, over_darkest, taken_stops
from craft.focus.loops import found_in, found_share, loop_of
from craft.focus.search import WORTH, Searched
from craft.focus.surroundings import about
from craft.focus.ways import AREA, AREAS, Way
from craft.scene.situation import Situation


@dataclass(frozen=True, slots=True, kw_only=True)
class Practice:
    """A value that photographers give a setting of following, when, and why (no digits); later rows win."""

    setting: str
    value: str
    when: tuple[When, ...] = ()
    because: str
    source: str = "practice of the trade"


PRACTICES: tuple[Practice, ...] = (
    Practice(setting="tracking_hold", value="middle", because="Nothing speaks for holding on, nor for letting go."),
    Practice(setting="tracking_hold", value="long", when=(When("unpredictability", "<", 0.6), When("speed_m_s", ">=", 1.0)), because="The path is steady: whatever crosses in front is not your subject."),
    Practice(setting="tracking_hold", value="short", when=(When("unpredictability", ">=", 0.6),), because="The path is random ({unpredictability} of one): let go at once and find it again."),
    Practice(setting="subject_path", value="usual", because="Its pace changes as that of most subjects ({unpredictability} of one)."),
    Practice(setting="subject_path", value="steady", when=(When("unpredictability", "<=", 0.2),), because="It runs as on rails ({unpredictability} of one)."),
    Practice(setting="subject_path", value="erratic", when=(When("unpredictability", ">=", 0.6),), because="It turns at any moment ({unpredictability} of one)."),
)
"""The first row of each setting asks for nothing."""


def practised(setting: str, facts: Mapping[str, float]) -> tuple[str, str]:
    """What photographers set, and why.

    >>> practised("subject_path", {"unpredictability": 0.7, "speed_m_s": 6.0})
    ('erratic', 'It turns at any moment (0.7 of one).')
    """
    row = next(row for row in reversed(PRACTICES) if row.setting == setting and all_hold(row.when, facts))
    return row.value, phrase(row.because, facts)[0]


EYE_OF_HEAD = 0.125
"""Of what a body looks for, how high its eye is (30 mm of an opened eye across, of a head of 240 mm: Farkas, *Anthropometry of the Head and Face*)."""

EYES_NEED = 4.0
"""So many times larger than to be found itself something must be for its eye to be found (an estimate: an eye is an eighth of a head, and darker)."""

EYES_APART_M = 0.063
"""Between the pupils of grown people (Dodgson 2004, mean of both sexes)."""


@tells(
    head_share=Fact("what the body looks for, of the frame's height", "percent"),
    head_px=Fact("what the body looks for, in pixels", "count"),
    eye_px=Fact("its eye, in pixels", "count"),
    eye_found=Fact("share of readings at which the body finds an eye", "percent"),
    others_about=Fact("others of its kind in the frame", "plain"),
)
def of_seeing(situation: Situation) -> dict[str, float]:
    """How large what a body looks for comes out, and what stands beside it.

    >>> told = of_seeing(situation())
    >>> round(told["head_px"]), told["others_about"]
    (229, 1.0)
    """
    share = head_share(situation)
    pixels = share * situation.used_mm[1] / 1000 / situation.body.sensor.pitch_m
    loop = loop_of(situation.body, situation.body.shutters[0])
    over = over_darkest(situation, loop.darkest_ev) - sum(taken_stops(situation).values())
    looks = situation.subject.detection.value in situation.body.detects
    found = found_share(share, EYES_NEED * loop.finds_share) * found_in(over) * outline_shows(situation)
    return {
        "head_share": min(share, 1.0),
        "head_px": pixels,
        "eye_px": pixels * EYE_OF_HEAD,
        "eye_found": found if looks else 0.0,
        "others_about": about(situation.genre, situation.subject.slug).others,
    }


def a_second(frames: float) -> float:
    """Frames a second as they are told everywhere.

    >>> a_second(2.449)
    2.4
    """
    return round(frames, 1)


@tells(
    simulated=Fact("bursts that were simulated", "count"),
    focus_asked=Fact("a moving subject is focused on by the body", "yes", "nothing moving is focused on by the body"),
    in_focus_off=Fact("half of the interval that holds the frames in focus as set", "plain"),
    in_focus=Fact("frames in focus as set, a second", "plain"),
    fired=Fact("frames fired as set, a second", "plain"),
    in_focus_share=Fact("share of them in focus", "percent"),
    gap_s=Fact("the longest time without one in focus, in an ordinary burst", "s"),
    gap_frames=Fact("frames in a row out of focus, in an ordinary burst", "count"),
    in_focus_worth=Fact("frames in focus a second under which another way is surely worse", "plain"),
    all_areas_do=Fact("every area does as well", "yes", "areas differ"),
    in_focus_point=Fact("frames in focus with a point, a second", "plain"),
    in_focus_small_group=Fact("frames in focus with a small group, a second", "plain"),
    in_focus_zone=Fact("frames in focus with a zone, a second", "plain"),
    in_focus_whole_frame=Fact("frames in focus with the whole frame, a second", "plain"),
    in_focus_tracking=Fact("frames in focus with tracking, a second", "plain"),
    found_once=Fact("focus is found once and left", "yes", "focus follows"),
    in_focus_followed=Fact("frames in focus where focus follows as well as it can, a second", "plain"),
    nearer_share=Fact("frames with focus on something nearer", "percent"),
    farther_share=Fact("frames with focus on what is behind", "percent"),
)
def of_following(asked: bool, way: Way | None, found: Searched | None) -> dict[str, float]:
    """What following comes to as it is set, without a way what comes of focus that is found once; nothing where it was not simulated.

    asked: whether the body focuses on something that moves.

    >>> of_following(True, None, None)["simulated"]
    0.0
    """
    mine = found.of(way) if found and way else None
    once = found.once if found and not way else None
    one = mine or once
    areas = {row.slug: found.best_with(AREA, row.slug) if found else None for row in AREAS}
    there = [one for one in areas.values() if one]
    return {
        "simulated": float(found.bursts) if found else 0.0,
        "focus_asked": yes(asked),
        "in_focus_off": a_second(one.off) if one else 0.0,
        "in_focus": a_second(one.kept) if one else 0.0,
        "fired": a_second(one.fired) if one else 0.0,
        "in_focus_share": one.kept / one.fired if one and one.fired else 0.0,
        "found_once": yes(once),
        "in_focus_followed": a_second(found.best.kept) if found else 0.0,
        "gap_s": round(one.gap_s, 2) if one else 0.0,
        "gap_frames": one.gap_s * one.fired if one else 0.0,
        "in_focus_worth": mine.kept - WORTH * mine.fired if mine else 0.0,
        "all_areas_do": yes(mine and there and all(one.as_good for one in there)),
        **{f"in_focus_{slug}": a_second(one.kept) if one else math.inf for slug, one in areas.items()},
        "nearer_share": mine.nearer if mine else 0.0,
        "farther_share": mine.farther if mine else 0.0,
    }

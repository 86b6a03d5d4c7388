"""Distance on the scene, in JSON: what is sharp, how large the discs are along it, what stands where, and focus that is put somewhere."""

from __future__ import annotations

import math

from pydantic import BaseModel

from craft.bracketing.of_others import focus_set, stack_s
from craft.decisions.facts import say
from craft.decisions.following import EYES_APART_M
from craft.focus.loops import Loop, loop_of
from craft.kit.features import features_of
from craft.optics.focusing import diffracted_aperture, recomposing_m, share_within, told_sharp_m
from craft.optics.sharpness import aperture_interval, defocus_disc_m, depth_limits_m, hyperfocal_m
from craft.render.distances import Landmark, landmarks
from craft.render.sets import drifts
from craft.render.shot import Shot
from craft.scales.series import Dial, exact_stops, label
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.setup.zone import DISTANCES_M, how_to_set, open_end
from craft.vocabulary.terms import Detection, FocusMode
from forms.rehearsal_form import RehearseIn, Theirs, shot_under
from forms.rulers.sets import DriftOut

FINDER_PX = 1280.0
"""Pixels across an ordinary finder (3.7 million dots, three to a pixel)."""

ENLARGED = 8.0
"""Times that a magnifier usually enlarges to."""

FARTHEST_M = 128.0
"""The ruler ends here, and at infinity, unless something must be sharp beyond."""

ROUND_M = (*(d for d in DISTANCES_M if math.isfinite(d)), 0.3, 0.5, 0.7, 4.0, 7.0, 10.0, 15.0, 20.0, 30.0, 50.0, 70.0, 100.0, 200.0)
"""Distances that one paces out or reads off a ring."""

MOST_DISTANCES = 6

TOUCH_S = 0.4
"""A finger comes to the screen and points in so long (an estimate: pointing at a target of a centimetre)."""

READINGS = 3
"""Readings until focus is found once (an estimate)."""

SPREADS = (1.25, 1.5, 2.0)
"""Factors within which two in three of the distances lie at which people come by."""


class SpanOnRulerOut(BaseModel):
    """From where to where, in metres; null is infinity."""

    near_m: float
    far_m: float | None


class ThingOut(BaseModel):
    """A thing at a distance (null: infinity); disc: of its blur, as a share of the frame's height, times: in circles of confusion."""

    name: str
    distance_m: float | None
    disc: float
    times: float


class DiscOut(BaseModel):
    """The blur disc at a distance, as a share of the frame's height."""

    distance_m: float
    disc: float


class RecomposedOut(BaseModel):
    """Focus found in the middle, then the frame turned so that the subject stands a share of half the frame's width off it: by degrees, and metres by which the plane falls behind; matters: it is
    more than half of what is sharp behind the subject."""

    share: float
    turned_deg: float
    behind_m: float
    matters: bool


class ZoneRowOut(BaseModel):
    """An aperture of a zone table, and what is sharp at each of its distances."""

    aperture: float
    label: str
    reach: list[SpanOnRulerOut]


class CaughtOut(BaseModel):
    """Share of frames within what is sharp, where distances vary by a factor."""

    spread: float
    share: float


class UntilOut(BaseModel):
    """A way from the moment one sees it to the frame: seconds, and what it asks for."""

    label: str
    seconds: float
    asks: str


class DistanceOnSceneOut(BaseModel):
    """The ruler of distance. nearest_m, farthest_m: its ends, infinity lies past the farther; focus_m: where focus lies, near_m to far_m: what is sharp; wanted: what must be; puts: whether a hand may put focus
    somewhere, by_hand: whether it did, follows: whether focus follows the subject; hyperfocal_m; diffracted: f-number at which diffraction alone shows; spare_stops: to open and still hold
    what must be sharp, under 0 what is wanting; subject, others, things: at their distances; scale: discs along the ruler; coc_um; stack: distances of a set of focus, empty where one frame does, stack_s: its seconds, stack_drifts: what moves meanwhile;
    zone, distances: the zone table, null is infinity; how: focus comes to lie there; peaking, magnified: what they show as sharp; caught: of people who come by, none where there are none; until: ways from the press to the frame."""

    nearest_m: float
    farthest_m: float
    focus_m: float
    near_m: float
    far_m: float | None
    wanted: SpanOnRulerOut
    puts: bool
    by_hand: bool
    follows: bool
    mode: FocusMode
    aperture: str
    hyperfocal_m: float
    diffracted: float
    spare_stops: float
    coc_um: float
    subject: ThingOut
    others: list[ThingOut]
    things: list[ThingOut]
    scale: list[DiscOut]
    recomposed: list[RecomposedOut]
    stack: list[float]
    stack_words: str
    stack_s: float
    stack_drifts: list[DriftOut]
    zone: list[ZoneRowOut]
    distances: list[float | None]
    how: str
    peaking: SpanOnRulerOut
    magnified: SpanOnRulerOut
    caught: list[CaughtOut]
    until: list[UntilOut]
    words: list[str]


def _span(near: float, far: float) -> SpanOnRulerOut:
    return SpanOnRulerOut(near_m=round(near, 4), far_m=open_end(float(f"{far:.4g}")))


def distance_on(asked: RehearseIn, theirs: Theirs) -> DistanceOnSceneOut:
    """The ruler of distance of a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    answer, shot = shot_under(asked, theirs)
    situation, setup = answer.situation, answer.setup
    focal, at, aperture = situation.focal_mm / 1000, situation.focus_m, shot.aperture
    near, far = (float(end) for end in depth_limits_m(focal, aperture, at, situation.coc_m))
    wanted, loop = situation.band, loop_of(situation.body, setup.shutter_type)
    others = [_thing(f"at {say(other.distance_m, 'm')}", other.distance_m, situation, shot) for other in situation.others]
    ends = [wanted[0], at, near, *(other.distance_m for other in situation.others)]
    nearest = situation.lens.fixed_m or situation.lens.closest_m
    farthest = max(FARTHEST_M, *(2 * end for end in (*ends, wanted[1]) if math.isfinite(end) and end < 20_000))
    things = [] if shot.own else [_thing(one.name, one.distance_m, situation, shot) for one in _named(shot, farthest)]
    stack = focus_set(situation, setup.exposure.aperture, bool(setup.facts["moving"]))
    lasts = stack_s(situation, stack.places, shot.time_s)
    moved = drifts(situation, shot, lasts)[0] if stack.frames > 1 and shot.own is None else ()
    distances = _distances(situation)
    follows = setup.pursuit is not None
    return DistanceOnSceneOut(
        nearest_m=min(nearest, *ends),
        farthest_m=farthest,
        focus_m=round(at, 4),
        near_m=round(near, 4),
        far_m=open_end(far),
        wanted=_span(*wanted),
        puts=situation.lens.fixed_m is None and (situation.lens.ring or situation.finds_by_itself),
        by_hand=situation.focus_is_put and situation.motion.focus_m is not None,
        follows=follows,
        mode=setup.focus.mode,
        aperture=label(Dial.APERTURE, setup.exposure.aperture),
        hyperfocal_m=float(hyperfocal_m(focal, aperture, situation.coc_m)),
        diffracted=round(diffracted_aperture(situation.coc_m, situation.magnification), 1),
        spare_stops=_spare(situation, aperture),
        coc_um=round(situation.coc_m * 1e6, 1),
        subject=_thing(situation.subject.label.lower(), situation.distance_m, situation, shot),
        others=others,
        things=things,
        scale=_scale(situation, shot, min(nearest, *ends), farthest),
        recomposed=[_recomposed(situation, share, far - at) for share in (1 / 3, 1 / 2, 2 / 3)],
        stack=[min(place, farthest) for place in stack.places] if stack.frames > 1 else [],
        stack_words=stack.words if stack.frames != 1 else "",
        stack_s=round(lasts, 2),
        stack_drifts=[DriftOut(what=one.what, pixels=one.pixels) for one in moved],
        zone=_zone(situation, setup, distances),
        distances=[open_end(d) for d in distances],
        how=how_to_set(situation),
        peaking=_span(*told_sharp_m(focal, situation.lens.widest_at(situation.focal_mm), at, situation.used_mm[0] / 1000, FINDER_PX)),
        magnified=_span(
            *told_sharp_m(focal, situation.lens.widest_at(situation.focal_mm), at, situation.used_mm[0] / 1000, FINDER_PX, ENLARGED)
        ),
        caught=[
            CaughtOut(spread=spread, share=share_within(near, far, situation.distance_m, spread))
            for spread in SPREADS
            if setup.facts["skill_quick"]
        ],
        until=_until(situation, loop),
        words=_words(situation, setup, near, far),
    )


def _named(shot: Shot, farthest: float) -> list[Landmark]:
    """What stands on the ruler, and the largest of what lies past it."""
    there = landmarks(shot)
    past = sorted((one for one in there if one.distance_m > farthest), key=lambda one: -one.share)
    return [*(one for one in there if one.distance_m <= farthest), *past[:1]]


def _disc(situation: Situation, shot: Shot, distance_m: float) -> float:
    return float(defocus_disc_m(situation.focal_mm / 1000, shot.aperture, situation.focus_m, distance_m))


def _thing(name: str, distance_m: float, situation: Situation, shot: Shot) -> ThingOut:
    disc = _disc(situation, shot, distance_m)
    return ThingOut(
        name=name,
        distance_m=open_end(distance_m),
        disc=disc / (situation.used_mm[1] / 1000),
        times=round(disc / situation.coc_m, 2),
    )


def _scale(situation: Situation, shot: Shot, nearest: float, farthest: float) -> list[DiscOut]:
    """Four to each doubling."""
    count = math.ceil(4 * math.log2(farthest / nearest)) + 1
    places = [nearest * (farthest / nearest) ** (k / (count - 1)) for k in range(count)]
    return [DiscOut(distance_m=at, disc=_disc(situation, shot, at) / (situation.used_mm[1] / 1000)) for at in places]


def _spare(situation: Situation, aperture: float) -> float:
    near, far = situation.band
    low, _, there = aperture_interval(
        situation.focal_mm / 1000, situation.focus_m, near, far, situation.coc_m, situation.body.sensor.pitch_m
    )
    stops = 2 * math.log2(aperture / low) if low > 0 else math.inf
    to_widest = 2 * math.log2(aperture / situation.lens.widest_at(situation.focal_mm))
    return max(-99.0, min(stops if there else min(stops, 0.0), to_widest))


def _recomposed(situation: Situation, share: float, room_m: float) -> RecomposedOut:
    turned = math.atan(share * situation.used_mm[0] / 2 / situation.focal_mm)
    behind = float(recomposing_m(situation.focus_m, turned))
    return RecomposedOut(share=share, turned_deg=math.degrees(turned), behind_m=behind, matters=behind > room_m / 2)


def _distances(situation: Situation) -> list[float]:
    """Distances of the zone table: round ones that lie nearest to where focus is, and infinity."""
    there = sorted((d for d in ROUND_M if d >= situation.lens.closest_m), key=lambda d: abs(math.log(d / situation.focus_m)))
    return [*sorted(there[:MOST_DISTANCES]), math.inf]


def _until(situation: Situation, loop: Loop) -> list[UntilOut]:
    """From the press to the frame: the release's lag, and what finding focus takes before it."""
    left = [UntilOut(label="focus set and left", seconds=loop.lag_s, asks="a distance one trusts")]
    if not situation.finds_by_itself:
        return left
    finding = READINGS / loop.updates_s + 1 / situation.lens.closest_m / situation.lens.dioptres_s / 2
    tokens = features_of(situation.body, situation.lens)
    held = UntilOut(label="followed already, by half a press or the thumb", seconds=loop.lag_s, asks="that it is in the area before")
    found = UntilOut(label="found by the press that fires", seconds=loop.lag_s + finding, asks="focus first: it waits")
    touched = UntilOut(label="touched on the screen, then found", seconds=loop.lag_s + finding + TOUCH_S, asks="a hand off the lens")
    return [*left, held, found, *([touched] if "touch" in tokens else [])]


def _zone(situation: Situation, setup: Setup, distances: list[float]) -> list[ZoneRowOut]:
    """Whole stops of the lens, and what is sharp at each of some distances."""
    whole = [one for one in setup.dials[Dial.APERTURE] if abs(exact_stops(Dial.APERTURE, one) % 1) < 1e-6]
    focal = situation.focal_mm / 1000
    rows = []
    for aperture in sorted({*whole, setup.exposure.aperture}):
        true = 2 ** (exact_stops(Dial.APERTURE, aperture) / 2)
        reach = [_span(*(float(end) for end in depth_limits_m(focal, true, min(d, 1000.0), situation.coc_m))) for d in distances]
        rows.append(ZoneRowOut(aperture=aperture, label=label(Dial.APERTURE, aperture), reach=reach))
    return rows


FACE_SHOWS = 0.1
"""From this share of the frame's height on one sees in a face which eye is sharp."""


def _eyes(behind_m: float) -> str:
    """Whether both eyes of a face that is turned half away are sharp where focus is on the nearer one; behind_m: of depth."""
    deep = EYES_APART_M * math.sin(math.pi / 4)
    apart = f"Eyes of a face turned by half lie {say(deep, 'm')} one behind the other"
    if behind_m >= deep:
        return f"{apart}: both are sharp with focus on the nearer one."
    stops = 2 * math.log2(deep / max(behind_m, 1e-6))
    return f"{apart}, and {say(behind_m, 'm')} are sharp behind the nearer one: focus on it, or {say(min(stops, 9.0), 'stops')} narrower for both."


def _words(situation: Situation, setup: Setup, near: float, far: float) -> list[str]:
    at = situation.focus_m
    where = "on the subject" if at == situation.distance_m else "where it was put"
    if situation.lens.fixed_m is not None:
        where = "where it stands for good"
    words = [
        f"With focus {where}, at {say(at, 'm')}, {say(near, 'm')} to {say(far, 'm')} is sharp at {label(Dial.APERTURE, setup.exposure.aperture)}."
    ]
    wanted_near, wanted_far = situation.band
    if situation.depth_m:
        spare = _spare(situation, 2 ** (exact_stops(Dial.APERTURE, setup.exposure.aperture) / 2))
        what = f"{say(wanted_near, 'm')} to {say(wanted_far, 'm')}"
        if spare >= 0.2:
            words.append(f"{say(spare, 'stops')} wider would still hold {what}.")
        elif spare <= -0.2:
            words.append(f"{what} must be sharp: {say(min(-spare, 99.0), 'stops')} are wanting.")
    if situation.subject.detection is Detection.PEOPLE and setup.facts["head_share"] >= FACE_SHOWS:
        words.append(_eyes(far - at))
    if setup.pursuit is not None:
        words.append("Focus follows the subject: put it somewhere, and it stays there.")
    return words

"""Following in JSON: what each value of autofocus comes to, one burst of it to be looked at, what costs frames."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from craft.decisions.facts import say
from craft.decisions.following import a_second
from craft.errors import CraftError
from craft.focus.burst import SHOWN, Burst, Came, bursts_of, caught_waiting
from craft.focus.causes import causes_of
from craft.focus.chase import FARTHEST_M, KNOWN, MIDDLE, NEAREST, PREFERENCES, Chase
from craft.focus.paths import BURST_S
from craft.focus.search import WORTH, Figured, Offered, Once, Searched, beside, searched
from craft.focus.ways import AREA, BY_AREA, HOLD, HOLDS, OF_WAY, PATH, PATHS, PRIORITIES, PRIORITY, SWITCHES, SWITCHING, Way
from craft.kit.dialect import in_own_words
from craft.kit.own_steps import SCALED, Preset
from craft.scene.plan import Plan
from craft.scene.situation import Situation
from craft.setup.deciding.following import areas_of
from craft.setup.deciding.own_values import presets_alone
from craft.setup.pursuit import Pursuit
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Detection, Drive
from craft.vocabulary.words import say_value
from forms.answer import Answer
from forms.rehearsal_form import RehearseIn, Theirs, answer_under
from forms.situation_form import ThingForm

VALUES: dict[str, tuple[str, ...]] = {
    AREA: tuple(BY_AREA),
    HOLD: tuple(HOLDS),
    PATH: tuple(PATHS),
    PRIORITY: tuple(PRIORITIES),
    SWITCHING: tuple(SWITCHES),
}

AreaName = Literal["point", "small_group", "zone", "whole_frame", "tracking"]
HoldName = Literal["short", "rather_short", "middle", "rather_long", "long"]
PathName = Literal["steady", "rather_steady", "usual", "rather_erratic", "erratic"]
SwitchingName = Literal["slow", "rather_slow", "usual", "rather_quick", "quick"]
PriorityName = Literal["focus", "mixed", "release"]


class WayIn(BaseModel):
    """A way of setting a body that follows."""

    focus_area: AreaName
    tracking_hold: HoldName
    subject_path: PathName
    priority_continuous: PriorityName
    area_switching: SwitchingName = "usual"


class FollowingIn(RehearseIn):
    """A situation whose focus follows; burst: which of its bursts is looked at; beside: another way through the same burst, stopped down by
    stops and at a share of the rate."""

    burst: Annotated[int, Field(strict=True, ge=0, lt=SHOWN)] = 0
    beside: WayIn | None = None
    narrower: Annotated[float, Field(strict=True, ge=-4, le=4)] = 0.0
    rate: Annotated[float, Field(strict=True, gt=0, le=1)] = 1.0


class FollowedOut(BaseModel):
    """What a value comes to with the rest as it is set, or, of an area, at its best: frames a second. as_good: as good as the best of all ways, within what is known;
    rate: share of the rate as it is; set: settings of the body that take it; way: null where focus does not follow."""

    value: str
    label: str
    kept: float
    off: float
    fired: float
    gap_s: float
    as_good: bool
    as_set: bool
    way: WayIn | None
    rate: float = 1.0
    set: dict[str, float | str]


class ChoicesOut(BaseModel):
    """A setting of following with what each of its values comes to."""

    setting: str
    label: str
    rows: list[FollowedOut]


class BurstFrameOut(BaseModel):
    """A frame of a burst; off: of the plane from the subject in circles of confusion, over 0 behind it; across, up: of the frame's middle from the subject, shares of half the frame."""

    at_s: float
    came: Came
    off: float
    stands_m: float
    subject_m: float
    across: float
    up: float


class OnPlanOut(BaseModel):
    """A place on a plan in metres, the camera at nought."""

    x_m: float
    y_m: float


class PassingOut(BaseModel):
    """Something that stands before the subject for a while: seconds of the burst, and how near it is."""

    from_s: float
    to_s: float
    at_m: float


class FollowedBurstOut(BaseModel):
    """One burst: its frames, and by reading the subject on a plan and the plane's distance; passes: null where nothing does."""

    title: str
    kept: int
    frames: list[BurstFrameOut]
    at_s: list[float]
    subject: list[OnPlanOut]
    plane_m: list[float]
    passes: PassingOut | None


class CostOut(BaseModel):
    """What costs frames, as a share of them, and what one does against it."""

    label: str
    share: float
    against: str


class PlanOut(BaseModel):
    """The subject's way on a plan and what stands about, as large as it lies; drawn: whether a hand drew it, else straight on."""

    drawn: bool
    way: list[OnPlanOut]
    things: list[ThingForm]


class FollowingOut(BaseModel):
    """Following on a situation, null parts where nothing is followed. bursts: that were simulated, shown: how many can be looked at; half_deg: half of the frame, across; plan: from above; depth_m: in which all is in
    focus about the subject; drawn: what is followed, as it is drawn."""

    words: list[str]
    follows: bool
    bursts: int
    shown: int
    choices: list[ChoicesOut]
    seen: list[FollowedBurstOut]
    costs: list[CostOut]
    depth_m: float
    half_deg: float
    plan: PlanOut | None
    drawn: Detection


def following_of(asked: FollowingIn, theirs: Theirs) -> FollowingOut:
    """What following comes to in a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow; a way that this body has not.
    InputError : what is not there.
    """
    answer = answer_under(asked, theirs, at_once=False)
    pursuit = answer.setup.pursuit
    if pursuit is None or pursuit.found is None or pursuit.chase is None:
        return _nothing(answer)
    seen = [_burst("as set", bursts_of(pursuit.chase, (pursuit.way,), asked.burst)[0])]
    if asked.beside:
        other = _way(asked.beside, answer, pursuit.way.looks)
        chase = replace(
            pursuit.chase, tolerance_d=pursuit.chase.tolerance_d * 2 ** (asked.narrower / 2), rate=pursuit.chase.rate * asked.rate
        )
        seen.append(_burst(_named(other, pursuit, asked), bursts_of(chase, (other,), asked.burst)[0]))
    return FollowingOut(
        words=_words(answer, pursuit),
        follows=True,
        bursts=pursuit.found.bursts,
        shown=SHOWN,
        choices=_choices(answer, pursuit),
        seen=seen,
        costs=[
            CostOut(label=one.cause.label, share=one.share, against=one.cause.against)
            for one in causes_of(pursuit.chase, pursuit.way, answer.situation.sight)
        ],
        half_deg=math.degrees(math.atan(pursuit.chase.frame_wide)),
        plan=_plan(answer.situation, pursuit.chase),
        depth_m=2 * pursuit.chase.tolerance_d * pursuit.chase.distance_m**2,
        drawn=answer.situation.subject.detection,
    )


LEAST_PACE_M_S = 0.02
"""Slower than this no way is drawn: it would be a dot."""


def _plan(situation: Situation, chase: Chase) -> PlanOut:
    """The way as it was drawn, else straight on for as long as a burst lasts."""
    drawn = situation.motion.plan
    if drawn:
        plan = drawn.scaled(min(situation.distance_m, FARTHEST_M))
    else:
        half = BURST_S / 2
        ends = ((chase.across_m_s * t, max(chase.distance_m - chase.toward_m_s * t, 0.1)) for t in (-half, half))
        here = (-0.5, chase.distance_m), (0.5, chase.distance_m)
        plan = Plan(tuple(ends) if math.hypot(chase.across_m_s, chase.toward_m_s) > LEAST_PACE_M_S else here)
    return PlanOut(
        drawn=drawn is not None,
        way=[OnPlanOut(x_m=round(x, 2), y_m=round(y, 2)) for x, y in plan.way],
        things=[
            ThingForm(x_m=round(thing.at[0], 2), y_m=round(thing.at[1], 2), wide_m=thing.wide_m, alike=thing.alike) for thing in plan.things
        ],
    )


def _nothing(answer: Answer) -> FollowingOut:
    """Why nothing is followed."""
    made = next(made for made in answer.setup.decisions if made.decision == "focus")
    return FollowingOut(
        words=[f"Nothing is followed here: {made.label}.", made.because],
        follows=False,
        bursts=0,
        shown=0,
        choices=[],
        seen=[],
        costs=[],
        depth_m=0.0,
        half_deg=0.0,
        plan=None,
        drawn=Detection.OFF,
    )


def _way(asked: WayIn, answer: Answer, looks: bool) -> Way:
    if asked.focus_area not in areas_of(answer.situation):
        raise CraftError(f"{answer.situation.body.name} has no {asked.focus_area.replace('_', ' ')}", ("beside", AREA))
    return Way(asked.focus_area, asked.tracking_hold, asked.subject_path, asked.priority_continuous, looks, asked.area_switching)


def _named(way: Way, pursuit: Pursuit, asked: FollowingIn) -> str:
    """What is other about it."""
    differs = [say_value(BY_SLUG[setting], value) for setting, value in way.values.items() if pursuit.way.values[setting] != value]
    if asked.narrower:
        differs.append(f"{say(abs(asked.narrower), 'stops')} {'narrower' if asked.narrower > 0 else 'wider'}")
    if asked.rate < 1:
        differs.append(f"at {say(asked.rate, 'percent')} of the rate")
    return ", ".join(differs) or "the same"


def _offers(answer: Answer, setting: str) -> tuple[str, ...]:
    """Values that the body has of a setting; none of one it lacks, or that it takes from its presets alone."""
    traits = answer.situation.body.traits
    if setting in traits.absent or (setting == SWITCHING and setting not in traits.scales) or (setting in SCALED and traits.presets_only):
        return ()
    there = areas_of(answer.situation) if setting == AREA else VALUES[setting]
    said = answer.situation.offered.get(setting)
    return tuple(value for value in there if value in VALUES[setting] and (said is None or value in said))


def _choices(answer: Answer, pursuit: Pursuit) -> list[ChoicesOut]:
    way, chase = pursuit.way, pursuit.chase
    if chase is None:
        return []
    offered = {setting: _offers(answer, setting) for setting in OF_WAY}
    steps = [way.but(setting, value) for setting in OF_WAY[1:] for value in offered[setting]]
    open_to = {setting: offered[setting] or (way.values[setting],) for setting in OF_WAY}
    presets = [(preset, _as_preset(way, preset, answer)) for preset in answer.situation.body.traits.presets]
    together = (*steps, *(other for _, other in presets))
    everything = Offered(
        open_to[AREA],
        open_to[HOLD],
        open_to[PATH],
        open_to[PRIORITY],
        (True, False) if way.looks else (False,),
        open_to[SWITCHING],
        presets_alone(answer.situation),
    )
    found = searched(chase, everything, (pursuit.practice,))
    steps_on = beside(chase, found.best.way, (way, *together))
    scales, has = answer.situation.body.traits.scales, [setting for setting in OF_WAY if offered[setting]]
    told = [
        ChoicesOut(
            setting=setting,
            label=BY_SLUG[setting].label,
            rows=[
                _row(found, steps_on, way, setting, value, in_own_words(BY_SLUG[setting], value, {}, scales), has)
                for value in offered[setting]
            ],
        )
        for setting in OF_WAY
        if len(offered[setting]) > 1
    ]
    mode = BY_SLUG["focus_mode"]
    if "single" in answer.situation.offered.get("focus_mode", mode.values):
        now = answer.setup.focus.mode.value
        followed = _out(now, say_value(mode, now), steps_on.of(way), True, {"focus_mode": now})
        told.append(ChoicesOut(setting="focus_mode", label=mode.label, rows=[followed, _found_once(found.once, say_value(mode, "single"))]))
    if way.looks and answer.situation.subject.detection is Detection.PEOPLE and answer.setup.facts["others_about"] >= 1:
        told.append(ChoicesOut(setting="registered_faces", label="whose face, of several", rows=_faces(chase, way)))
    if answer.setup.drive.mode is Drive.HIGH:
        told.append(ChoicesOut(setting="rate_high", label=BY_SLUG["rate_high"].label, rows=_rates(chase, way)))
    if presets:
        rows = [_out(preset.name, preset.name, steps_on.of(other), other == way, preset.values(scales)) for preset, other in presets]
        told.append(ChoicesOut(setting="preset", label="presets of this body", rows=rows))
    return told


def _found_once(once: Once, label: str) -> FollowedOut:
    """What it comes to where focus is found once and then stands."""
    return FollowedOut(
        value="single",
        label=label,
        kept=a_second(once.kept),
        off=a_second(once.off),
        fired=a_second(once.fired),
        gap_s=round(once.gap_s, 2),
        as_good=once.as_good,
        as_set=False,
        way=None,
        set={"focus_mode": "single"},
    )


WHOSE = {NEAREST: "the nearest", MIDDLE: "the one in the middle", KNOWN: "the one it was shown"}


def _faces(chase: Chase, way: Way) -> list[FollowedOut]:
    """What the way comes to by whose face the body prefers; which of the first two it does is its own and not to be set."""
    rows = []
    for prefers in PREFERENCES:
        one = beside(replace(chase, prefers=prefers), way, ()).of(way)
        sets = {"registered_faces": "on" if prefers == KNOWN else "off"} if prefers != MIDDLE else {}
        rows.append(_out(prefers, WHOSE[prefers], one, prefers == chase.prefers, sets))
    most = max(row.kept for row in rows)
    return [row.model_copy(update={"as_good": row.kept >= most - WORTH * chase.rate, "way": None}) for row in rows]


def _rates(chase: Chase, way: Way) -> list[FollowedOut]:
    """What the way comes to at the rate as it is, at half and at a quarter of it; as good: it keeps as many a second."""
    rows = []
    for share in (1.0, 0.5, 0.25):
        rate = chase.rate * share
        one = beside(replace(chase, rate=rate), way, ()).of(way)
        rows.append(_out(f"{rate:g}", f"{rate:g} a second", one, share == 1.0, {"rate_high": rate}).model_copy(update={"rate": share}))
    return [row.model_copy(update={"as_good": row.kept >= rows[0].kept - WORTH * chase.rate}) for row in rows]


def _as_preset(way: Way, preset: Preset, answer: Answer) -> Way:
    """The way as it is with a preset of the body turned to."""
    for setting, value in preset.values(answer.situation.body.traits.scales).items():
        way = way.but(setting, value)
    return way


def _row(found: Searched, steps: Searched, way: Way, setting: str, value: str, label: str, sets: list[str]) -> FollowedOut:
    """What a value comes to: an area at its best, all else with the rest as it is set."""
    as_set = way.values[setting] == value
    best = found.best_with(setting, value) if setting == AREA and not as_set else None
    one = best or steps.of(way.but(setting, value))
    return _out(value, label, one, as_set, {slug: one.way.values[slug] for slug in sets} if setting == AREA else {setting: value})


def _out(value: str, label: str, one: Figured, as_set: bool, sets: Mapping[str, float | str]) -> FollowedOut:
    return FollowedOut(
        value=value,
        label=label,
        kept=a_second(one.kept),
        off=a_second(one.off),
        fired=a_second(one.fired),
        gap_s=round(one.gap_s, 2),
        as_good=one.as_good,
        as_set=as_set,
        way=WayIn.model_validate(one.way.values),
        set=dict(sets),
    )


def _burst(title: str, burst: Burst) -> FollowedBurstOut:
    frames = [
        BurstFrameOut(
            at_s=round(one.at_s, 3),
            came=one.came,
            off=a_second(one.off),
            stands_m=round(one.stands_m, 3),
            subject_m=round(one.subject_m, 3),
            across=round(one.aim[0], 3),
            up=round(one.aim[1], 3),
        )
        for one in burst.frames
    ]
    return FollowedBurstOut(
        title=title,
        kept=burst.kept,
        frames=frames,
        at_s=[round(at, 3) for at in burst.at_s],
        subject=[OnPlanOut(x_m=round(x, 3), y_m=round(y, 3)) for x, y in burst.subject],
        plane_m=[round(at, 3) for at in burst.plane_m],
        passes=PassingOut(from_s=burst.passes[0], to_s=burst.passes[1], at_m=burst.passes[2]) if burst.passes else None,
    )


def _found(answer: Answer, chase: Chase) -> str:
    """How large what the body looks for comes out, and in what share of its readings it is found."""
    facts, people = answer.setup.facts, answer.situation.subject.detection is Detection.PEOPLE
    what = "A head" if people else "What the body looks for"
    size = f"{what} has {say(round(facts['head_px']), 'px')} here, {say(facts['head_share'], 'percent')} of the frame's height"
    if not chase.found:
        return f"{size}; this body looks for none."
    eye = f"its eye, of {say(round(facts['eye_px']), 'px')}, in {say(facts['eye_found'], 'percent')}"
    return f"{size}: the body finds it in {say(chase.found, 'percent')} of its readings, {eye}."


def _words(answer: Answer, pursuit: Pursuit) -> list[str]:
    made, chase = next(made for made in answer.setup.decisions if made.decision == "focus"), pursuit.chase
    focus = answer.setup.focus.following
    if chase is None or focus is None:
        return [made.because]
    words = [made.because]
    if answer.setup.facts["gap_frames"] < 2:
        words.append("In an ordinary burst no two frames in a row are lost.")
    if answer.setup.focus.preset_words:
        words.append(answer.setup.focus.preset_words)
    if focus.cull >= 1:
        words.append(f"Of an outing some {focus.cull:.0f} frames are out of focus: {max(1, round(focus.minutes))} min to look through.")
    if answer.situation.subject.detection is not Detection.OFF:
        words.append(_found(answer, chase))
    waits = caught_waiting(chase)
    if pursuit.found:
        words.append(f"Found once and left there, focus would keep {a_second(pursuit.found.once.kept):g} a second.")
    if waits < 1000:
        place = say(chase.distance_m, "m")
        caught = "every frame" if waits >= chase.rate * BURST_S else f"{a_second(waits):g} frames"
        words.append(f"Waiting for it with focus left at {place}, {caught} of a burst within depth.")
    return words

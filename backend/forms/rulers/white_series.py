"""White over a series, in JSON."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from pydantic import BaseModel

from craft.decisions.numbers import DAYLIGHT_KELVIN
from craft.render.white_series import COURSES, MIRED_A_STOP, Way, lights_over, ways_over
from craft.white.automatic import BEHAVIOURS, BY_BEHAVIOUR
from forms.rehearsal_form import RehearseIn, Theirs
from forms.rulers.asked import asked_of
from forms.rulers.white import ALIKE_MIRED, off_in_words, offers

CourseName = Literal["as_it_swings", "dusk", "rooms"]


class WhiteSeriesIn(RehearseIn):
    """A situation whose series is looked at, and how its light goes on."""

    course: CourseName = "as_it_swings"


class CourseOut(BaseModel):
    """How light may go on over a series."""

    slug: CourseName
    label: str


class WayOverOut(BaseModel):
    """A way of setting white over a series; deltas: of skin, frame by frame; raw_min, finished_min: at the desk for the pictures of the outing."""

    slug: str
    label: str
    deltas: list[float]
    mean: float
    worst: float
    spread: float
    raw_min: float
    finished_min: float
    as_set: bool
    best: bool


class WhiteSeriesOut(BaseModel):
    """White over a series. drift: mireds that the light moves; pictures: that minutes are counted for; words: which way wins, and by how much."""

    drift: float
    pictures: float
    courses: list[CourseOut]
    course: CourseName
    ways: list[WayOverOut]
    words: list[str]


def series_of_white(asked: WhiteSeriesIn, theirs: Theirs) -> WhiteSeriesOut:
    """What each way of setting white makes of a series of a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    situation, setup, shot = of.situation, of.setup, replace(of.shot, own=None)
    drift = 0.0 if situation.light.mains else situation.light_swing * MIRED_A_STOP
    body, mode = situation.body, setup.white.mode.value
    automatic = [(row.slug, row.label) for row in BEHAVIOURS if offers(body, row.slug)]
    fixed = [] if shot.automatic else [("set", "as set", shot.white_k, shot.white_tint)]
    if offers(body, "daylight") and mode != "daylight":
        fixed.append(("daylight", "by daylight", DAYLIGHT_KELVIN, 0.0))
    lights = lights_over(shot, drift, asked.course)
    ways = ways_over(shot, lights, automatic, fixed)
    kept, finished, pictures = setup.facts["raw"] > 0, setup.facts["rendered"] > 0, setup.facts["pictures"]

    def raws(way: Way) -> float:
        """Minutes of raws: one by one where white is found anew at each frame, else by the batch."""
        return way.raw_min * (pictures / 100 if way.slug in BY_BEHAVIOUR else 1)

    def minutes(way: Way) -> float:
        return (raws(way) if kept else 0.0) + (way.finished_min * pictures / 100 if finished else 0.0)

    best = min(ways, key=lambda way: (round(minutes(way)), way.mean))
    rows = [
        WayOverOut(
            slug=way.slug,
            label=way.label,
            deltas=list(way.deltas),
            mean=way.mean,
            worst=max(way.deltas),
            spread=way.spread,
            raw_min=raws(way),
            finished_min=way.finished_min * pictures / 100,
            as_set=way.slug in ("set", shot.automatic),
            best=way is best,
        )
        for way in ways
    ]
    moved = max(1e6 / light.kelvin for light in lights) - min(1e6 / light.kelvin for light in lights)
    how = next(one.said for one in COURSES if one.slug == asked.course)
    said = "the light keeps its colour" if moved < ALIKE_MIRED else f"the light moves {moved:.0f} mired {how}"
    kept_as = "finished files and raws" if finished and kept else "finished files" if finished else "raws"
    lines = [
        f"Twelve frames, each framed a little otherwise, while {said}.",
        f"Least work for {pictures:.0f} {kept_as}: {best.label}, about {minutes(best):.0f} min; skin {off_in_words(best.mean)} off at the mean, {off_in_words(max(best.deltas))} at the worst.",
    ]
    return WhiteSeriesOut(
        drift=moved,
        pictures=pictures,
        courses=[CourseOut.model_validate({"slug": one.slug, "label": one.label}) for one in COURSES],
        course=asked.course,
        ways=rows,
        words=lines,
    )

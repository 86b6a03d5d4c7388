"""All about an outing's place at a picture's hour, for the strip one turns round by."""

from __future__ import annotations

import math

from craft.day.sunlight import sun_in_words
from craft.render.shot import shot_of, small_framing_of
from craft.sky.around import around, edge_of
from craft.sky.night import Stands
from craft.sky.overhead import camera
from craft.sky.sun import LIGHT_DEG, clock
from craft.tones.heavens import looks_by
from forms.answer import Answer
from forms.outing_form import OverThere, SituationDocument, begins_of, overhead_of
from outings.bench.schemas import AroundOut, AroundStar, AroundWay, BandPoint, Direction, WayHour

NO_PLACE = "Say on the day's page where it lies and by which clock: then this draws what stands about you."
EVERY_DEG = 5
BY_DAY = ("the sun", "the moon")
"""What one sees of it all while the sky is light."""


def _at(of: Stands) -> Direction:
    return Direction(bearing_deg=round(of.bearing_deg, 2), height_deg=round(of.height_deg, 2))


def around_of(document: SituationDocument, answer: Answer, there: OverThere | None) -> AroundOut:
    """What stands about, the land, and what the lens takes in; nothing but why where nobody said where or when."""
    if there is None:
        return AroundOut(told=NO_PLACE, toward_deg=0.0, stars=[], ways=[], band=[], land=[], frame=[])
    over = answer.situation.looking or overhead_of(document.starts_at, there, document.overhead.toward_deg)
    found = around(over)
    sun = next(way.at for way in found.ways if way.name == BY_DAY[0])
    shot = shot_of(answer.situation, answer.setup)
    half_wide, half_high = (side / shot.focal_mm / 2 for side in (shot.width_mm, shot.height_mm))
    seen = looks_by(shot.heavens, small_framing_of(shot)) if shot.heavens else camera(over.toward_deg or 0.0, 0.0)
    begins = begins_of(document.starts_at)
    bearings = [float(at) for at in range(0, 360, EVERY_DEG)]
    dark = sun.height_deg < LIGHT_DEG
    wide_deg, high_deg = (math.degrees(math.atan(half)) for half in (half_wide, half_high))
    return AroundOut(
        told=sun_in_words(sun, float(there.horizon.over(sun.bearing_deg)), over.toward_deg, wide_deg, high_deg),
        toward_deg=round(sun.bearing_deg if over.toward_deg is None else over.toward_deg, 1),
        stars=[AroundStar(at=_at(one.at), magnitude=round(one.magnitude, 1)) for one in found.stars if dark],
        ways=[
            AroundWay(
                name=way.name,
                at=_at(way.at),
                lit=round(way.lit, 2),
                hours=[WayHour(at=_at(at), clock=clock(begins + minutes)) for minutes, at in way.hours],
            )
            for way in found.ways
            if dark or way.name in BY_DAY
        ],
        band=[BandPoint(**dict(_at(at)), light=light) for at, light in found.band if dark],
        land=[
            Direction(bearing_deg=at, height_deg=round(float(up), 2)) for at, up in zip(bearings, there.horizon.over(bearings), strict=True)
        ],
        frame=[] if over.toward_deg is None else [_at(one) for one in edge_of(seen, half_wide, half_high)],
    )

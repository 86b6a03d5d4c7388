"""All about an outing's place at a picture's hour, for the strip one turns round by."""

from __future__ import annotations

from craft.render.shot import shot_of, small_framing_of
from craft.sky.around import around, edge_of
from craft.sky.night import Stands
from craft.sky.sun import clock
from craft.tones.framing import Heavens
from craft.tones.heavens import looks_by
from forms.answer import Answer
from forms.outing_form import OverThere, SituationDocument, begins_of
from outings.bench.schemas import AroundOut, AroundStar, AroundWay, BandPoint, Direction, WayHour

NO_PLACE = "Say on the day's page where it lies and by which clock: then this draws what stands about you."
EVERY_DEG = 5


def _at(of: Stands) -> Direction:
    return Direction(bearing_deg=round(of.bearing_deg, 2), height_deg=round(of.height_deg, 2))


def around_of(document: SituationDocument, answer: Answer, there: OverThere | None) -> AroundOut:
    """What stands about, the land, and what the lens takes in; nothing but why where nobody said where or when."""
    over = answer.situation.looking
    if over is None or there is None:
        return AroundOut(told=NO_PLACE, toward_deg=0.0, stars=[], ways=[], band=[], land=[], frame=[])
    shot, found = shot_of(answer.situation, answer.setup), around(over)
    seen = looks_by(Heavens(over, answer.situation.light.ev100), small_framing_of(shot))
    frame = edge_of(seen, shot.width_mm / shot.focal_mm / 2, shot.height_mm / shot.focal_mm / 2)
    begins = begins_of(document.starts_at)
    bearings = [float(at) for at in range(0, 360, EVERY_DEG)]
    return AroundOut(
        told="",
        toward_deg=round(over.toward_deg or 0.0, 1),
        stars=[AroundStar(at=_at(one.at), magnitude=round(one.magnitude, 1)) for one in found.stars],
        ways=[
            AroundWay(
                name=way.name,
                at=_at(way.at),
                lit=round(way.lit, 2),
                hours=[WayHour(at=_at(at), clock=clock(begins + minutes)) for minutes, at in way.hours],
            )
            for way in found.ways
        ],
        band=[BandPoint(**dict(_at(at)), light=light) for at, light in found.band],
        land=[
            Direction(bearing_deg=at, height_deg=round(float(up), 2)) for at, up in zip(bearings, there.horizon.over(bearings), strict=True)
        ],
        frame=[_at(one) for one in frame],
    )

"""What costs frames: the same bursts once more without one cause after the other, and what one does against it."""

# fmt: off

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from craft.focus.chase import Chase
from craft.focus.following import follow
from craft.focus.paths import AT_THE_LENS_M
from craft.focus.search import SURE, standard_error
from craft.focus.ways import Way
from craft.kept import kept_as
from craft.scene.sight import OUTLINE, THROUGH
from craft.scene.situation import Sight

FREELY = Sight()
"""Nothing before it, and it stands out as most subjects do."""

BURSTS = 96
LEAST_SHARE = 0.01
"""A cause that costs less of the frames is not told."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cause:
    """Why frames are lost. without: the same chase with nothing of it; against: what one does."""

    slug: str
    label: str
    without: Callable[[Chase], Chase]
    against: str


BRIGHT = 12.0
"""Stops over the darkest in which nothing is lost by the dark."""


CAUSES: tuple[Cause, ...] = (
    Cause(slug="crossing", label="something passes before it", without=lambda c: replace(c, crossed=0.0), against="hold on for longer, or a button that holds focus while it is pressed"),
    Cause(slug="clutter", label="nearer things about it", without=lambda c: replace(c, before=0.0), against="a smaller area, or the ring to turn focus through them"),
    Cause(slug="others", label="others of its kind", without=lambda c: replace(c, others=0.0, changes=0.0), against="begin tracking on the one you mean, or a small area"),
    Cause(slug="turns", label="its turns", without=lambda c: replace(c, turns_m_s2=0.0), against="a shorter focal length or a narrower aperture: more depth"),
    Cause(slug="dark", label="the dark", without=lambda c: replace(c, light=max(c.light, BRIGHT + c.light - c.over)), against="a faster lens, a brighter edge to focus on, or a place focused beforehand"),
    Cause(slug="against", label="the light behind it", without=lambda c: replace(c, against=0.0), against="a hood, a step to the side, or a lit edge of it to focus on"),
    Cause(slug="small", label="it is small for the body to find", without=lambda c: replace(c, large=1.0), against="come nearer, or keep a small area on it by hand"),
    Cause(slug="aim", label="your aim", without=lambda c: replace(c, aim=c.aim / 20), against="a support, a shorter focal length, or a larger area"),
    Cause(slug="near", label="it comes nearer than the lens focuses", without=lambda c: replace(c, nearest_d=1 / AT_THE_LENS_M), against="a step back, or a lens that focuses nearer"),
    Cause(slug="lens", label="the lens is slow", without=lambda c: replace(c, travel_d_s=c.travel_d_s * 20), against="focus near its place beforehand"),
    Cause(slug="blackout", label="readings that frames take away", without=lambda c: replace(c, blackout_s=0.0), against="a lower rate, or the electronic shutter"),
)


@dataclass(frozen=True, slots=True)
class Costs:
    """What a cause costs, as a share of the frames; the shares of several do not add up: one frame may have two."""

    cause: Cause
    share: float


def _of_sight(sight: Sight) -> tuple[Cause, ...]:
    """What it is seen through, and its outline, as causes."""
    found = []
    if sight.through:
        row = THROUGH[sight.through]
        found.append(Cause(slug="through", label=row.label, without=lambda c: replace(c, pane=0.0, veil=0.0), against=row.against))
    if sight.outline:
        seen = OUTLINE[sight.outline]
        found.append(Cause(slug="outline", label=seen.label, without=lambda c: replace(c, faint=0.0, shows=1.0), against=seen.against))
    return tuple(found)


@kept_as(4_000)
def causes_of(chase: Chase, way: Way, sight: Sight = FREELY) -> tuple[Costs, ...]:
    """What costs frames of this way surely, dearest first; sight: how the subject is seen.

    >>> from craft.focus.chase import chase_of
    >>> causes_of(chase_of(situation(), 22.0, BODY.shutters[0], 12.0), Way("zone", "long", "steady", "release", False))
    ()
    """
    as_it_is = follow(chase, (way,), BURSTS, 2).kept[0]
    found = []
    for cause in (*CAUSES, *_of_sight(sight)):
        other = cause.without(chase)
        if other == chase:
            continue
        gained = follow(other, (way,), BURSTS, 2).kept[0] - as_it_is
        share = float(gained.mean()) / chase.rate
        if share >= LEAST_SHARE and gained.mean() > SURE * float(standard_error(gained)):
            found.append(Costs(cause, share))
    return tuple(sorted(found, key=lambda one: -one.share))

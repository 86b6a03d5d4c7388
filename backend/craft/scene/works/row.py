"""What a row of a kind of work says: intents, not settings."""

from __future__ import annotations

from dataclasses import dataclass

from craft.sky.overhead import GALAXY
from craft.vocabulary.terms import AimDepth, AimMotion, Detection, File, Genre, Intent, Limit, Support

Rung = tuple[Intent, float | Limit | None]
"""An intent with a number of stops (None: to the dial's end) or with a named limit."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Subject:
    """What is photographed, with its usual movement, place and size; SI units, tones in stops.

    Movement
        body_m_s: of the whole; limb_m_s: of its fastest visible part against the body, called ``limb``;
        followed: share of the body's movement that is left when the camera follows it, 1 where nobody
        follows; follows: focus has to keep up with it; in_picture: movement is a part of the picture
        (water, grass), nothing to be followed; lies: nobody holds it once a tripod is put up; holds_still_s: no longer
        time is trusted, whatever its speed; unpredictability: 0 runs on rails, 1 turns at any moment.
    Place
        toward: what a camera under the sky looks to, as `craft.sky.overhead.looking` has it; distance_m, at ``usual_mm`` (focal length in 36 mm terms); afar_mm: where a lens is used that
        cannot be as short as the usual one; steps_back: with a longer lens one stands farther away;
        near_m: nearest thing of a zone that runs to infinity; depth_m: depth about the distance; framed: its size is what the
        frame is to hold, where it is not a place or the sky.
    Wishes
        least_aperture: f-number in 36 mm terms below which the work is not drawn by choice;
        spare_time_stops, spare_aperture: what is taken beyond need while light is plenty (f-number in 36 mm terms).
    Tones
        holds_above: brightest tone that must keep detail, in stops over the key; None: the scene's brightest;
        tone_spread: from the palest to the darkest subject metered; to_the_right: may be exposed to the right.
    Frames
        rate: frames a second that suit it, None for the body's best; action_s: seconds of it in a usual
        outing; pressing: share of them with the button down.
    blur_share: share of frame width that wanted blur should cover; background_share: share of frame
    height that a background disc should cover when it is to melt; indoors: usually under a roof.
    """

    slug: str
    label: str
    source: str
    body_m_s: float
    limb_m_s: float = 0.0
    limb: str = "limbs"
    followed: float = 1.0
    follows: bool = False
    in_picture: bool = False
    lies: bool = False
    holds_still_s: float | None = None
    unpredictability: float = 0.0
    angle_deg: float = 90.0
    distance_m: float
    usual_mm: float
    afar_mm: float | None = None
    steps_back: bool = False
    near_m: float | None = None
    depth_m: float = 0.0
    size_m: float
    framed: bool = True
    least_aperture: float = 0.0
    spare_time_stops: float = 0.0
    spare_aperture: float = 0.0
    holds_above: float | None = None
    tone_spread: float
    to_the_right: bool = True
    detection: Detection = Detection.OFF
    rate: float | None = 1.0
    action_s: float
    pressing: float
    aim_depth: AimDepth = AimDepth.ENOUGH
    aim_motion: AimMotion = AimMotion.FREEZE
    quiet: bool = False
    quick: bool = False
    sky: bool = False
    toward: str = GALAXY
    indoors: bool = False
    blur_share: float = 0.02
    background_share: float = 0.04


@dataclass(frozen=True, slots=True, kw_only=True)
class Order:
    """What gives first.

    below_ev: for light below an EV; by_hand: only off the tripod; subjects: only for these. None and
    an empty tuple mean any.
    """

    rungs: tuple[Rung, ...]
    reason: str
    below_ev: float | None = None
    by_hand: bool = False
    subjects: tuple[str, ...] = ()

    def fits(self, subject: Subject, ev100: float, support: Support) -> bool:
        """Whether it is meant for a subject in a light, carried so."""
        return (
            (self.below_ev is None or ev100 < self.below_ev)
            and (not self.by_hand or support is not Support.TRIPOD)
            and (not self.subjects or subject.slug in self.subjects)
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Work:
    """One kind of work; the first subject is its usual one, the first order that fits is used.

    light_swing: stops that its light swings by while one works; flash: people there know that they are photographed, and expect one.
    """

    genre: Genre
    label: str
    support: Support
    file: File
    light_swing: float
    orders: tuple[Order, ...]
    subjects: tuple[Subject, ...]
    reason: str
    source: str
    flash: bool = False

    def order_for(self, subject: Subject, ev100: float, support: Support) -> Order:
        """The order of concessions for a subject in a light; the last row of each work fits all.

        >>> from craft.scene.works import WORK
        >>> street = WORK[Genre.STREET]
        >>> street.order_for(street.subjects[0], 3.0, Support.HANDHELD).rungs[0][0].value
        'depth'
        """
        return next(order for order in self.orders if order.fits(subject, ev100, support))


SKIN, WHITE_CLOTH = 1.0, 1.0 + 2 / 3
"""Stops over the key at which light skin and white cloth lie (skin reflects about 36 %, white cloth 57 to 90 %, grey 18 %)."""

GLOW = 2.0
"""Stops over the key that the glow of a night sky reaches; stars themselves may burn, they are points (an estimate from what is kept)."""

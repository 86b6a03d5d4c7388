"""Kinds of work and their subjects: intents, not numbers (CRAFT 5). Data, with reasons and sources.

Speeds are those of the fastest part that has to be sharp. A rung is an intent with a number of stops
(None: to the dial's end) or with a named limit.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.advice.terms import AimDepth, AimMotion, Detection, File, Genre, Intent, Limit, Support

Rung = tuple[Intent, float | Limit | None]

_D, _S, _F, _I, _B = Intent.DEPTH, Intent.SEPARATION, Intent.FREEZE, Intent.ISO, Intent.BRIGHTNESS
_WIDEST, _CEILING, _SHAKE, _TRAIL, _BODY = Limit.WIDEST, Limit.CEILING, Limit.SHAKE, Limit.TRAIL, Limit.BODY_LIMIT


@dataclass(frozen=True, slots=True)
class Subject:
    """What is photographed, with its usual speed, place and size; SI units, tones in stops.

    size_m: height in the frame; unpredictability: 0 runs on rails, 1 turns at any moment;
    tone_spread: from the palest to the darkest subject metered; blur_share: share of frame width
    that wanted blur should cover; background_share: share of frame height that a background disc
    should cover when it is to melt.
    """

    slug: str
    label: str
    speed_m_s: float
    distance_m: float
    depth_m: float
    size_m: float
    unpredictability: float
    tone_spread: float
    detection: Detection
    source: str
    angle_deg: float = 90.0
    aim_depth: AimDepth = AimDepth.ENOUGH
    aim_motion: AimMotion = AimMotion.FREEZE
    quiet: bool = False
    quick: bool = False
    sky: bool = False
    blur_share: float = 0.02
    background_share: float = 0.04


@dataclass(frozen=True, slots=True)
class Order:
    """What gives first, for light below an EV (None: any light)."""

    below_ev: float | None
    rungs: tuple[Rung, ...]
    reason: str


@dataclass(frozen=True, slots=True)
class Work:
    """One kind of work; the first subject is its usual one, the first order that fits is used."""

    genre: Genre
    label: str
    support: Support
    file: File
    light_swing: float
    orders: tuple[Order, ...]
    subjects: tuple[Subject, ...]
    reason: str
    source: str


_NO, _PEOPLE, _ANIMALS, _BIRDS, _VEHICLES = Detection.OFF, Detection.PEOPLE, Detection.ANIMALS, Detection.BIRDS, Detection.VEHICLES
_SHALLOW, _BLUR, _PAN = AimDepth.SHALLOW, AimMotion.BLUR, AimMotion.PAN

WORKS: tuple[Work, ...] = (
    Work(
        Genre.SPORTS,
        "Sports",
        Support.MONOPOD,
        File.BOTH,
        1.7,
        (Order(None, ((_D, _WIDEST), (_I, _CEILING), (_F, 1.0), (_I, _BODY), (_B, 1.0), (_F, None)), "limbs must be frozen; a shallow frame costs least, a dark one comes late"),),
        (
            Subject("rowing", "Rowing", 5.5, 35, 1.2, 1.2, 0.1, 3.0, _PEOPLE, "racing eights cover 2000 m in about 360 s: 5.5 m/s; the blade in the air is about as fast again but clears the hull", angle_deg=90),
            Subject("court_games", "Court games", 9.0, 15, 1.5, 1.9, 0.8, 2.5, _PEOPLE, "hands in a throw move at 8 to 12 m/s (biomechanics of throwing, textbook range)"),
            Subject("sprint", "Running, sprint", 12.0, 25, 1.0, 1.8, 0.2, 2.5, _PEOPLE, "a sprinter runs at 10 to 12 m/s; the swinging foot passes the body at up to twice that", angle_deg=60),
            Subject("swimming", "Swimming", 4.0, 20, 0.8, 0.6, 0.2, 3.0, _PEOPLE, "swimmers cover 100 m in about 50 s: 2 m/s; the recovering hand about twice that"),
            Subject("cycling", "Cycling", 14.0, 12, 2.0, 1.7, 0.2, 2.5, _PEOPLE, "a racing bunch rides at 45 to 55 km/h", aim_motion=_PAN, blur_share=0.005),
        ),
        "the moment cannot be repeated",
        "sports are decided by the fastest visible part of the subject",
    ),
    Work(
        Genre.WILDLIFE,
        "Wildlife",
        Support.MONOPOD,
        File.RAW,
        2.0,
        (Order(None, ((_D, _WIDEST), (_I, _CEILING), (_F, 1.0), (_B, 1.0), (_I, _BODY), (_F, None)), "a frozen wing or gait first; a dark frame can be lifted, a smeared one cannot"),),
        (
            Subject("perched", "Bird at rest", 0.15, 20, 0.25, 0.3, 0.3, 2.0, _BIRDS, "estimate: preening and head turns of a small bird, 0.1 to 0.2 m/s", quiet=True),
            Subject("walking", "Animal walking", 1.5, 25, 0.8, 0.6, 0.4, 1.5, _ANIMALS, "walking gaits of medium mammals, 1 to 2 m/s", quiet=True),
            Subject("running", "Animal running", 10.0, 40, 1.2, 0.9, 0.6, 1.5, _ANIMALS, "galloping deer and hares, 10 to 18 m/s; 10 for a canter"),
            Subject("large_bird_flight", "Large bird in flight", 10.0, 40, 0.8, 0.7, 0.3, 3.0, _BIRDS, "cruising flight of gulls, geese and herons, 9 to 16 m/s (Alerstam et al. 2007)"),
            Subject("small_bird_flight", "Small bird in flight", 12.0, 20, 0.35, 0.3, 0.9, 3.0, _BIRDS, "terns and swallows fly at 8 to 12 m/s (Alerstam et al. 2007)"),
            Subject("otter", "Otter in water", 1.2, 25, 0.6, 0.35, 0.7, 2.0, _ANIMALS, "otters swim at 1 to 1.5 m/s (zoological textbooks)", quiet=True),
        ),
        "the animal decides when",
        "wild animals are decided by gait and distance",
    ),
    Work(
        Genre.STREET,
        "Street",
        Support.HANDHELD,
        File.BOTH,
        2.5,
        (
            Order(6.0, ((_D, _WIDEST), (_F, _SHAKE), (_B, 1.0), (_I, _CEILING), (_I, _BODY), (_F, None)), "by night lamps would burn out: depth and time give before ISO, and a darker frame looks right"),
            Order(None, ((_I, _CEILING), (_D, _WIDEST), (_F, _SHAKE), (_I, _BODY), (_B, 1.0), (_F, None)), "by day depth at the zone distance is what makes it fast, so ISO gives first"),
        ),
        (
            Subject("passers_by", "People passing", 1.5, 3.0, 2.0, 1.7, 0.5, 3.0, _PEOPLE, "preferred walking speed, 1.4 m/s (Browning et al. 2006)", quiet=True, quick=True),
            Subject("queue", "People waiting", 0.4, 4.0, 2.5, 1.7, 0.2, 3.0, _PEOPLE, "estimate: shifting weight and turning heads", quiet=True, quick=True),
            Subject("market", "Hands at work", 1.0, 2.0, 0.6, 0.6, 0.5, 2.5, _PEOPLE, "estimate: hands passing goods, about 1 m/s", quiet=True, quick=True),
            Subject("bustle", "Bustle drawn as blur", 1.5, 5.0, 3.0, 1.7, 0.5, 2.5, _PEOPLE, "preferred walking speed, 1.4 m/s (Browning et al. 2006)", aim_motion=_BLUR, blur_share=0.05),
        ),
        "nobody waits for the camera",
        "the street is decided by depth at a known distance",
    ),
    Work(
        Genre.LANDSCAPE,
        "Landscape",
        Support.TRIPOD,
        File.RAW,
        0.3,
        (Order(None, ((_I, 1.0), (_D, 1.0), (_I, _CEILING), (_B, None)), "on a tripod the time is free; detail and depth come first"),),
        (
            Subject("still", "Still land, near to far", 0.0, 6.0, 6.0, 2.0, 0.0, 1.5, _NO, "focus at twice the nearest stone: sharp from half the distance to infinity"),
            Subject("causeway", "Stones and wet sand to the horizon", 0.0, 4.0, 4.0, 0.5, 0.0, 1.5, _NO, "focus at twice the nearest stone: sharp from half the distance to infinity"),
            Subject("grass", "Grass and leaves in wind", 0.3, 5.0, 5.0, 0.5, 0.2, 1.0, _NO, "estimate: stems swaying 0.1 m at 1 Hz move at about 0.3 m/s"),
            Subject("water_blur", "Water drawn smooth", 1.0, 10.0, 8.0, 2.0, 0.1, 1.5, _NO, "shallow streams run at 0.5 to 1.5 m/s (hydraulics textbooks)", aim_motion=_BLUR, blur_share=0.15),
            Subject("waves", "Waves held", 3.0, 30.0, 30.0, 1.5, 0.3, 2.0, _NO, "breaking waves of half a metre travel at about 2 to 3 m/s (shallow-water speed, square root of g h)"),
        ),
        "the picture is decided before the light comes",
        "land keeps still",
    ),
    Work(
        Genre.WEDDING,
        "Wedding",
        Support.HANDHELD,
        File.RAW,
        1.5,
        (Order(None, ((_I, _CEILING), (_B, 1.0), (_F, 1.0), (_I, _BODY), (_F, _SHAKE)), "the group's depth must hold; whites forgive a darker frame more than skin forgives noise"),),
        (
            Subject("ceremony", "Ceremony", 0.3, 5.0, 0.6, 1.7, 0.1, 4.0, _PEOPLE, "estimate: people standing and turning, 0.2 to 0.4 m/s", quiet=True),
            Subject("procession", "Walking in", 1.1, 6.0, 0.8, 1.7, 0.2, 4.0, _PEOPLE, "slow walk, about 1 m/s", angle_deg=20),
            Subject("dancing", "Dancing", 2.0, 3.5, 0.6, 1.7, 0.6, 3.5, _PEOPLE, "estimate: arms and skirts in a dance, about 2 m/s"),
            Subject("group", "Group standing", 0.2, 6.0, 1.2, 1.7, 0.0, 4.0, _PEOPLE, "estimate: swaying and blinking people, 0.2 m/s"),
            Subject("details", "Rings and tables", 0.0, 0.8, 0.05, 0.1, 0.0, 2.0, _NO, "still life: nothing on a table moves by itself"),
        ),
        "the moment comes once, and white and black cloth stand side by side",
        "a wedding is decided by skin and by whites",
    ),
    Work(
        Genre.NIGHT_SKY,
        "Night sky",
        Support.TRIPOD,
        File.RAW,
        0.1,
        (Order(None, ((_D, _WIDEST), (_F, _TRAIL), (_I, _BODY), (_B, None)), "light from the sky is all there is: every dial opens before ISO"),),
        (
            Subject("galaxy", "Core of the galaxy", 0.0, 1000.0, 0.0, 100.0, 0.0, 0.5, _NO, "the sky turns 15.041 arc seconds a second", sky=True),
            Subject("stars_over_land", "Stars over the causeway", 0.0, 12.0, 12.0, 1.0, 0.0, 0.5, _NO, "the sky turns 15.041 arc seconds a second; land from half the distance to infinity", sky=True),
            Subject("trails", "Star trails", 0.0, 1000.0, 0.0, 100.0, 0.0, 0.5, _NO, "the sky turns 15.041 arc seconds a second", sky=True, aim_motion=_BLUR, blur_share=0.1),
            Subject("moon", "The moon's disc", 1023.0, 3.844e8, 0.0, 3.474e6, 0.0, 0.5, _NO, "orbital speed 1.02 km/s at 384 400 km; the turning sky is the faster part and is counted too", sky=True),
            Subject("figure_under_stars", "Someone under the stars", 0.05, 8.0, 8.0, 1.7, 0.0, 1.0, _PEOPLE, "estimate: a person standing as still as they can sways about 0.05 m/s", sky=True),
        ),
        "signal is scarce and the sky turns",
        "the sky is decided by its own rate",
    ),
    Work(
        Genre.PORTRAIT,
        "Portrait",
        Support.HANDHELD,
        File.BOTH,
        0.5,
        (Order(None, ((_S, None), (_I, _CEILING), (_F, _SHAKE), (_I, _BODY)), "the melting background gives only when the light is too much; then ISO, then time down to shake"),),
        (
            Subject("seated", "Sitting for a portrait", 0.1, 2.0, 0.12, 0.5, 0.0, 2.0, _PEOPLE, "estimate: a sitter breathing and shifting, 0.1 m/s", aim_depth=_SHALLOW),
            Subject("standing", "Standing, half length", 0.2, 3.0, 0.2, 0.9, 0.1, 2.0, _PEOPLE, "estimate: swaying, 0.2 m/s", aim_depth=_SHALLOW),
            Subject("child", "Child at play", 1.5, 2.5, 0.25, 0.8, 0.7, 2.0, _PEOPLE, "estimate: a child's walk and hands, 1.5 m/s", aim_depth=_SHALLOW),
            Subject("at_work", "Someone at work in their place", 0.8, 3.0, 1.2, 1.2, 0.3, 2.5, _PEOPLE, "estimate: hands at a bench, 0.8 m/s"),
            Subject("group_portrait", "Two or three together", 0.2, 3.5, 0.5, 1.2, 0.0, 3.0, _PEOPLE, "estimate: swaying, 0.2 m/s"),
        ),
        "the eye is sharp and the rest may melt",
        "a portrait is decided by the eye and the background",
    ),
)

WORK = {work.genre: work for work in WORKS}
SUBJECT = {(work.genre, subject.slug): subject for work in WORKS for subject in work.subjects}


def order_for(work: Work, ev100: float) -> Order:
    """The order of concessions that fits the light.

    >>> order_for(WORK[Genre.STREET], 3.0).rungs[0][0].value
    'depth'
    """
    return next(order for order in work.orders if order.below_ev is None or ev100 < order.below_ev)

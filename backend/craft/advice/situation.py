"""A situation: one picture to be taken, with a body, a lens, a light and a person."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from craft.advice.genres import SUBJECT, WORK, Subject, Work, order_for
from craft.advice.schools import BY_DECISION
from craft.advice.terms import AimDepth, AimMotion, Decision, File, Genre, Intent, Limit, Support
from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.lens import Lens
from craft.picture.sharpness import Acuity, circle_of_confusion_m, magnification
from craft.scales.conditions import BY_SLUG
from craft.scales.light import ev100_of_lux, ev100_of_stops
from craft.scales.series import Dial, exact_stops
from craft.vocabulary.setting import Value


@dataclass(frozen=True, slots=True)
class Light:
    """The key tone's light and its surroundings.

    ev100: as metered; through_lens: the reading has the lens's losses in it already; below, above:
    tones in stops from the key; swing: how far it moves while one works; flicker_hz: None if steady;
    sources: kinds of light in the picture.
    """

    ev100: float
    through_lens: bool = False
    below: float = 4.0
    above: float = 2.0
    kelvin: float = 5500.0
    swing: float | None = None
    flicker_hz: float | None = None
    sources: int = 1

    def __post_init__(self) -> None:
        """Refuse light outside what any camera meets."""
        if not -20 <= self.ev100 <= 24:
            raise CraftError(f"the light comes to EV {self.ev100:.1f}: from -20 to 24 is accepted", ("light",))


def light_from_lux(lux: float) -> float:
    """EV at ISO 100 of an incident reading.

    >>> light_from_lux(2560.0)
    10.0
    """
    return float(ev100_of_lux(lux))


def light_from_metered(shutter_s: float, aperture: float, iso: float) -> float:
    """EV at ISO 100 of a metered exposure; printed values mean their exact steps.

    >>> light_from_metered(0.004, 5.6, 100)
    13.0
    """
    stops = (exact_stops(Dial.TIME, shutter_s), exact_stops(Dial.APERTURE, aperture), exact_stops(Dial.ISO, iso))
    return float(ev100_of_stops(*stops))


def light_from_condition(slug: str) -> Light:
    """The light of a described condition.

    Raises
    ------
    CraftError : an unknown condition; names those there are.
    """
    if slug not in BY_SLUG:
        raise CraftError(f"“{slug}” is not a condition: {', '.join(BY_SLUG)}", ("light", "condition"))
    row = BY_SLUG[slug]
    return Light(row.ev100, below=row.below, above=row.above, kelvin=row.kelvin, flicker_hz=row.flicker_hz, sources=row.sources)


@dataclass(frozen=True, slots=True)
class Motion:
    """The subject's movement and place; None takes the subject's usual figure. Metres, m/s, degrees."""

    speed_m_s: float | None = None
    angle_deg: float | None = None
    distance_m: float | None = None
    depth_m: float | None = None
    declination_deg: float = 0.0


@dataclass(frozen=True, slots=True)
class Aims:
    """What the picture is after; None takes the subject's usual aim."""

    depth: AimDepth | None = None
    motion: AimMotion | None = None


@dataclass(frozen=True, slots=True)
class Output:
    """How the picture will be seen: metres."""

    width_m: float = 0.40
    viewing_m: float = 0.50
    acuity: Acuity = Acuity.TRADITIONAL


@dataclass(frozen=True, slots=True)
class Delivery:
    """What has to be handed over; shape as width over height."""

    shape: float | None = None
    colour_space: str | None = None
    count: int | None = None
    deadline_h: float | None = None


@dataclass(frozen=True, slots=True)
class Person:
    """What the photographer brings. steadiness: 1 is ordinary, 2 one stop steadier; noise_bar: the
    signal to noise asked of the mid-tone; schools: a fixed way per decision; habits: an answer per
    habit of craft.configuration; undecided: habits to be decided per situation; raw_opens: packings of
    raw that the person's programs open; bodies: how many are used on the day."""

    iso_ceiling: float | None = None
    steadiness: float = 1.0
    noise_bar: float = 20.0
    schools: Mapping[Decision, str] = field(default_factory=dict)
    habits: Mapping[str, str] = field(default_factory=dict)
    undecided: frozenset[str] = frozenset()
    raw_opens: frozenset[str] = frozenset({"none", "lossless", "lossy"})
    bodies: int = 1


@dataclass(frozen=True, slots=True)
class Concession:
    """One line of *what gives first*: some stops (None: to the dial's end) or a named limit."""

    intent: Intent
    up_to_stops: float | None = None
    to: Limit | None = None


@dataclass(frozen=True, slots=True)
class Locks:
    """Values held by hand, as printed; None is free."""

    shutter_s: float | None = None
    aperture: float | None = None
    iso: float | None = None


SET_BY: Mapping[Decision, tuple[str, ...]] = {
    Decision.EXPOSURE_MODE: ("exposure_mode",),
    Decision.METERING: ("metering_pattern",),
    Decision.WHITE: ("white_mode",),
    Decision.FOCUS: ("focus_mode", "focus_area"),
    Decision.DRIVE: ("drive_mode",),
    Decision.SHUTTER_TYPE: ("shutter_type",),
    Decision.STABILISER: ("stabiliser",),
    Decision.FILE: ("file_format",),
}
"""Decisions whose school's values are these settings, in this order."""


def _schools_by_hand(settings: Mapping[str, Value]) -> dict[Decision, str]:
    """The first school of each decision that has what was set by hand; none where no school has it."""
    found = {}
    for decision, slugs in SET_BY.items():
        wanted = [(k, settings[slug]) for k, slug in enumerate(slugs) if slug in settings]
        fitting = [s for s in BY_DECISION[decision] if all(k < len(s.value) and s.value[k] == value for k, value in wanted)]
        if wanted and fitting:
            found[decision] = fitting[0].slug
    return found


@dataclass(frozen=True)
class Situation:
    """One picture to be taken. What is None is filled from the genre and the subject; settings: values set by hand."""

    genre: Genre
    body: Body
    lens: Lens
    light: Light
    subject_slug: str | None = None
    focal_length_mm: float | None = None
    motion: Motion = Motion()
    aims: Aims = Aims()
    support: Support | None = None
    delivery: Delivery = Delivery()
    output: Output = Output()
    file: File | None = None
    locks: Locks = Locks()
    person: Person = Person()
    concessions: tuple[Concession, ...] | None = None
    settings: Mapping[str, Value] = field(default_factory=dict)

    def __post_init__(self) -> None:
        """Refuse what cannot be a picture: a wrong lens, a distance too close, a depth with no near end."""
        if self.subject_slug is not None and (self.genre, self.subject_slug) not in SUBJECT:
            known = ", ".join(subject.slug for subject in self.work.subjects)
            raise CraftError(f"“{self.subject_slug}” is not a subject of {self.work.label.lower()}: {known}", ("subject",))
        if self.body.fixed_lens and self.body.fixed_lens != self.lens.slug:
            raise CraftError(f"{self.body.name} has its own lens: {self.body.fixed_lens}", ("lens",))
        self.lens.check_focal(self.focal_mm)
        if self.distance_m < self.lens.closest_m - 1e-9:
            raise CraftError(
                f"{self.distance_m:g} m is too close: {self.lens.name} focuses from {self.lens.closest_m:g} m", ("motion", "distance_m")
            )
        if self.depth_m / 2 >= self.distance_m - self.focal_mm / 1000:
            raise CraftError(
                f"a depth of {self.depth_m:g} m has no near end: it must be less than twice the distance, {self.distance_m:g} m",
                ("motion", "depth_m"),
            )

    @cached_property
    def work(self) -> Work:
        """The kind of work, as data."""
        return WORK[self.genre]

    @cached_property
    def subject(self) -> Subject:
        """The subject, as data: the one named or the genre's usual one."""
        return SUBJECT[self.genre, self.subject_slug] if self.subject_slug else self.work.subjects[0]

    @property
    def focal_mm(self) -> float:
        """Focal length in millimetres: as given, else the lens's longest."""
        return self.lens.focal_max_mm if self.focal_length_mm is None else self.focal_length_mm

    @property
    def distance_m(self) -> float:
        """Focus distance in metres; the usual one is moved out to the lens's closest."""
        usual = max(self.subject.distance_m, self.lens.closest_m)
        return usual if self.motion.distance_m is None else self.motion.distance_m

    @property
    def depth_m(self) -> float:
        """Depth that must be sharp, in metres, half on either side of the distance."""
        usual = min(self.subject.depth_m, 1.9 * (self.distance_m - self.focal_mm / 1000))
        return usual if self.motion.depth_m is None else self.motion.depth_m

    @property
    def speed_m_s(self) -> float:
        """Speed of the subject in m/s."""
        return self.subject.speed_m_s if self.motion.speed_m_s is None else self.motion.speed_m_s

    @property
    def angle_rad(self) -> float:
        """Direction of movement in radians: 0 towards the camera, a right angle across."""
        return math.radians(self.subject.angle_deg if self.motion.angle_deg is None else self.motion.angle_deg)

    @property
    def aim_depth(self) -> AimDepth:
        """The depth aimed at."""
        return self.aims.depth or self.subject.aim_depth

    @property
    def aim_motion(self) -> AimMotion:
        """The rendering of movement aimed at."""
        return self.aims.motion or self.subject.aim_motion

    @property
    def carried_by(self) -> Support:
        """What carries the camera."""
        return self.support or self.work.support

    @property
    def fixed(self) -> Mapping[Decision, str]:
        """Schools that are not open: those of the person, the file that was asked for, and what was set by hand."""
        asked = {File.RAW: "raw", File.RENDERED: "rendered", File.BOTH: "both"}
        file = {} if self.file is None else {Decision.FILE: asked[self.file]}
        return {**self.person.schools, **file, **_schools_by_hand(self.settings)}

    @property
    def light_swing(self) -> float:
        """Swing of the light in stops while one works."""
        return self.work.light_swing if self.light.swing is None else self.light.swing

    @property
    def magnification(self) -> float:
        """Image size over subject size."""
        return float(magnification(self.focal_mm / 1000, self.distance_m))

    @cached_property
    def used_mm(self) -> tuple[float, float]:
        """Width and height of the part of the sensor that is shown, in millimetres."""
        sensor = self.body.sensor
        wide, high = sensor.width_mm, sensor.height_mm
        if self.lens.circle_mm is not None:
            shrink = min(1.0, self.lens.circle_mm / math.hypot(wide, high))
            wide, high = wide * shrink, high * shrink
        if self.delivery.shape is None:
            return wide, high
        return (wide, wide / self.delivery.shape) if self.delivery.shape > wide / high else (high * self.delivery.shape, high)

    @property
    def coc_m(self) -> float:
        """Circle of confusion on the sensor in metres."""
        out = self.output
        return circle_of_confusion_m(out.acuity, self.used_mm[0] / 1000, out.width_m, out.viewing_m, self.body.sensor.pitch_m)

    @property
    def rungs(self) -> tuple[Concession, ...]:
        """What gives first: as given, else the order that fits the work and the light."""
        if self.concessions is not None:
            return self.concessions
        rows = order_for(self.work, self.light.ev100).rungs
        return tuple(Concession(i, to=t) if isinstance(t, Limit) else Concession(i, up_to_stops=t) for i, t in rows)

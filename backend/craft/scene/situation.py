"""A situation: one picture to be taken, with a body, a lens, a light and a person."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.flash import Flash
from craft.kit.lens import Lens
from craft.optics.movement import pulses_hz
from craft.optics.sharpness import Acuity, aperture_interval, circle_of_confusion_m, hyperfocal_m, magnification
from craft.scene.flashed import AS_USUAL, FlashUse
from craft.scene.framed import ROOM, framing_mm, on_a_ring, share_of
from craft.scene.light import Light
from craft.scene.plan import Plan
from craft.scene.works import SUBJECT, WORK, Subject, Work
from craft.sensor.noise import OUTPUT_PIXEL_RAD
from craft.sky.overhead import Overhead, looking
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import AimDepth, AimMotion, File, Genre, Intent, Limit, Outline, RangeFirst, Support, Through

NIGHT_EV = 6.0
"""Below this nobody works by a zone of depth: lamps light the place (EV 6 is the dusk of ten to twenty minutes after sunset)."""

ZONE_APERTURE = 13.0
"""f-number in 36 mm terms past which a zone is not worth its light: 35 mm from 1.5 m to infinity comes to 12, 50 mm to 24."""

BY_ITSELF: tuple[Value, ...] = ("single", "continuous", "automatic")
"""Ways of focusing without a hand."""

PUT: tuple[Value, ...] = ("single", "manual")
"""Ways of focusing in which focus stays where it is put."""

ORDINARY, ORDINARY_ON_TRIPOD = 8.0, 11.0
"""f-numbers in 36 mm terms that near to infinity is usually taken at (practice of the trade)."""

OUTDOORS_EV = 9.0
"""Rooms are darker than this (a metre from a large window is about EV 8)."""


@dataclass(frozen=True, slots=True)
class Motion:
    """The subject's movement and place; None takes the subject's usual figure. Metres, m/s, degrees.

    speed_m_s: of the body; limb_m_s: of its fastest part against it; followed: share of the body's
    movement that is left when the camera follows it, 0 to 1; near_m, far_m: what must be sharp, from
    the camera; near alone runs to infinity; focus_m: where focus is put, None for on the subject; plan: its way as it was drawn, which has
    the angle, and the distance unless that is said: then the plan is as large as it must be.
    """

    speed_m_s: float | None = None
    limb_m_s: float | None = None
    followed: float | None = None
    angle_deg: float | None = None
    distance_m: float | None = None
    depth_m: float | None = None
    near_m: float | None = None
    far_m: float | None = None
    focus_m: float | None = None
    declination_deg: float = 0.0
    plan: Plan | None = None


@dataclass(frozen=True, slots=True)
class Other:
    """Somebody or something else that is to be sharp with the subject.

    distance_m: from the camera; depth_m: about it, None for as deep as the subject; speed_m_s: None if it
    moves with the subject and is followed with it, else by itself, across the frame, and nobody follows it.
    """

    distance_m: float
    depth_m: float | None = None
    speed_m_s: float | None = None


@dataclass(frozen=True, slots=True)
class Sight:
    """How the subject is seen; None: freely, and as clearly as most subjects are."""

    through: Through | None = None
    outline: Outline | None = None


@dataclass(frozen=True, slots=True)
class Aims:
    """What the picture is after; None takes the subject's usual aim. brighter_stops: than metered, None for what range comes to."""

    depth: AimDepth | None = None
    motion: AimMotion | None = None
    brighter_stops: float | None = None


@dataclass(frozen=True, slots=True)
class Output:
    """How the picture will be seen: metres."""

    width_m: float = 0.40
    viewing_m: float = 0.50
    acuity: Acuity = Acuity.TRADITIONAL


@dataclass(frozen=True, slots=True)
class Delivery:
    """What has to be handed over; shape as width over height; count: pictures handed over; frames: that one expects to shoot; cable: frames
    go to a computer over a cable as they are taken."""

    shape: float | None = None
    colour_space: str | None = None
    count: int | None = None
    deadline_h: float | None = None
    frames: int | None = None
    cable: bool = False


@dataclass(frozen=True, slots=True)
class Person:
    """What the photographer brings. ceiling_frames: judged frames that the ceiling was learned from, 0 where it is by taste; following_frames: those that practice was learned from, 0 where a person said it; steadiness: 1 is ordinary, 2 one stop steadier; noise_bar: the
    signal to noise asked of the mid-tone; schools: a fixed way per decision; habits: an answer per
    habit of craft.configuration; undecided: habits to be decided per situation; raw_opens: packings of
    raw that the person's programs open; bodies: how many are used on the day; slowest_handheld_s: no
    hand-held frame is longer; practised: follows movement twice as closely; mains_hz: of the lamps where
    one works; darker_cap_stops: how far under the meter highlights may be saved, None for the usual; range_first: what
    comes first in range where it cannot have everything."""

    iso_ceiling: float | None = None
    steadiness: float = 1.0
    noise_bar: float = 40.0
    slowest_handheld_s: float = 1 / 15
    practised: bool = False
    mains_hz: float = 50.0
    darker_cap_stops: float | None = None
    schools: Mapping[str, str] = field(default_factory=dict)
    habits: Mapping[str, str] = field(default_factory=dict)
    undecided: frozenset[str] = frozenset()
    raw_opens: frozenset[str] = frozenset({"none", "lossless", "lossy"})
    bodies: int = 1
    range_first: RangeFirst = RangeFirst.BRIGHTEST
    ceiling_frames: int = 0
    following_frames: int = 0


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

    @property
    def as_settings(self) -> dict[str, Value]:
        """What is held, by the setting that it is.

        >>> Locks(iso=800.0).as_settings
        {'iso_value': 800.0}
        """
        held = {"shutter_time": self.shutter_s, "aperture": self.aperture, "iso_value": self.iso}
        return {slug: value for slug, value in held.items() if value is not None}


IN_ONE_GO = "in_one_go"
"""The way of the drive that draws a long blur in one frame."""


@dataclass(frozen=True)
class Situation:
    """One picture to be taken. What is None is filled from the genre and the subject.

    filters_stops: neutral filters in the bag; flashes: those at hand; flash: how one is used; settings: values set by hand; overhead: what stands over the
    place at the picture's hour, None where nobody said where or when.
    """

    genre: Genre
    body: Body
    lens: Lens
    light: Light
    subject_slug: str | None = None
    focal_length_mm: float | None = None
    motion: Motion = Motion()
    others: tuple[Other, ...] = ()
    sight: Sight = Sight()
    aims: Aims = Aims()
    support: Support | None = None
    delivery: Delivery = Delivery()
    output: Output = Output()
    file: File | None = None
    locks: Locks = Locks()
    person: Person = Person()
    concessions: tuple[Concession, ...] | None = None
    filters_stops: tuple[float, ...] = ()
    flashes: tuple[Flash, ...] = ()
    flash: FlashUse = AS_USUAL
    settings: Mapping[str, Value] = field(default_factory=dict)
    overhead: Overhead | None = None

    def __post_init__(self) -> None:
        """Refuse what cannot be a picture: a wrong lens, a distance too close, a depth with no near end."""
        if self.subject_slug is not None and (self.genre, self.subject_slug) not in SUBJECT:
            known = ", ".join(subject.slug for subject in self.work.subjects)
            raise CraftError(f"“{self.subject_slug}” is not a subject of {self.work.label.lower()}: {known}", ("subject",))
        if self.body.fixed_lens and self.body.fixed_lens != self.lens.slug:
            raise CraftError(f"{self.body.name} has its own lens: {self.body.fixed_lens}", ("lens",))
        self.lens.check_focal(self.focal_mm)
        motion, closest = self.motion, self.lens.closest_m
        drawn = motion.plan.middle_m if motion.plan and motion.distance_m is None else None
        for name, at in (("distance_m", motion.distance_m), ("focus_m", motion.focus_m), ("plan", drawn)):
            if at is not None and at < closest - 1e-9:
                raise CraftError(f"{at:g} m is too close: {self.lens.name} focuses from {closest:g} m", ("motion", name))
        if motion.depth_m is not None and (motion.near_m is not None or motion.far_m is not None):
            raise CraftError("give a depth about the distance, or a near and a far, not both", ("motion", "depth_m"))
        if motion.plan and motion.angle_deg is not None:
            raise CraftError("a way that was drawn has its angle: give the one or the other, not both", ("motion", "angle_deg"))
        if motion.far_m is not None and motion.near_m is None:
            raise CraftError("give near_m too: a far end alone has no near one", ("motion", "near_m"))
        if motion.near_m is not None:
            self._check_band(motion.near_m, math.inf if motion.far_m is None else motion.far_m)
        self._check_others()
        if self.band[0] <= self.focal_mm / 1000:
            raise CraftError(
                f"a depth of {motion.depth_m or 0:g} m has no near end: it must be less than twice the distance, {self.distance_m:g} m",
                ("motion", "depth_m"),
            )

    def _check_others(self) -> None:
        for k, other in enumerate(self.others):
            if self._about(other.distance_m, other.depth_m)[0] <= self.focal_mm / 1000:
                raise CraftError(
                    f"{other.distance_m:g} m with its depth has no near end before the lens: farther away, or less deep, is accepted",
                    ("other_subjects", k, "distance_m"),
                )

    def _check_band(self, near: float, far: float) -> None:
        if far < near:
            raise CraftError(f"far is {far:g} m: it must be at least near, {near:g} m", ("motion", "far_m"))
        if near <= self.focal_mm / 1000 or self.distance_m < self.lens.closest_m - 1e-9:
            raise CraftError(
                f"sharp from {near:g} m needs focus at {self.distance_m:.2g} m: {self.lens.name} focuses from {self.lens.closest_m:g} m",
                ("motion", "near_m"),
            )
        plan, at = self.motion.plan, self.motion.distance_m
        name, at = ("plan", plan.middle_m) if plan and at is None else ("distance_m", at)
        if at is not None and not near <= at <= far:
            raise CraftError(
                f"{at:.3g} m lies outside what must be sharp: from {near:g} m to {'infinity' if math.isinf(far) else f'{far:g} m'} is accepted",
                ("motion", name),
            )

    @cached_property
    def work(self) -> Work:
        """The kind of work, as data."""
        return WORK[self.genre]

    @cached_property
    def subject(self) -> Subject:
        """The subject, as data: the one named or the genre's usual one."""
        return SUBJECT[self.genre, self.subject_slug] if self.subject_slug else self.work.subjects[0]

    @cached_property
    def looking(self) -> Overhead | None:
        """What stands over the place, with the way that one looks: as given, else as the subject has it."""
        return None if self.overhead is None else looking(self.overhead, self.subject.toward)

    @cached_property
    def focal_mm(self) -> float:
        """Focal length in millimetres: as given, else where the subject is usually taken, on this lens; where that would not hold it even
        upright from this distance, the one of the ring that frames it."""
        lens = self.lens
        if self.focal_length_mm is not None:
            return self.focal_length_mm
        subject, (wide, high) = self.subject, self.used_mm
        usual_mm = subject.afar_mm if self.from_afar and subject.afar_mm else subject.usual_mm
        there = min(max(usual_mm / self.crop, lens.focal_min_mm), lens.focal_max_mm)
        given, size = self.motion.distance_m, subject.size_m
        follows = subject.steps_back or self.from_afar  # then one stands where this focal length frames it
        at = max(subject.distance_m if given is None else given, lens.closest_m)
        if not subject.framed or (follows and given is None) or share_of(size, there, at, max(wide, high)) <= ROOM:
            return there
        return on_a_ring(framing_mm(size, at, min(wide, high)), lens.focal_min_mm, lens.focal_max_mm)

    @cached_property
    def crop(self) -> float:
        """How many times smaller the sensor is than 36 mm x 24 mm: f-numbers and focal lengths times it are in 36 mm terms."""
        return self.body.sensor.crop

    @property
    def from_afar(self) -> bool:
        """Whether the lens is longer than this subject is usually taken with, and it may be taken from farther away."""
        return self.subject.afar_mm is not None and self.lens.focal_min_mm * self.crop > self.subject.usual_mm

    @cached_property
    def steps_back(self) -> float:
        """How many times farther away than usual one stands, because the lens is longer than usual; at least 1."""
        if not self.subject.steps_back and not self.from_afar:
            return 1.0
        return max(1.0, self.focal_mm * self.crop / self.subject.usual_mm)

    @cached_property
    def zone(self) -> bool:
        """Whether a zone to infinity is worked in: the subject has one, it is day, and this lens reaches it by an ordinary aperture."""
        subject, motion = self.subject, self.motion
        near = motion.near_m or subject.near_m
        if subject.near_m is None or near is None or motion.depth_m is not None:
            return False
        if not subject.quick:
            return True
        low, _, _ = aperture_interval(self.focal_mm / 1000, 2 * near, near, math.inf, self.coc_m, self.body.sensor.pitch_m)
        return self.light.ev100 >= NIGHT_EV and low * self.crop <= ZONE_APERTURE

    @cached_property
    def distance_m(self) -> float:
        """Focus distance in metres: as given, else as drawn, else what follows from near and far, else the usual one, no closer than the lens can."""
        motion, subject = self.motion, self.subject
        if motion.distance_m is not None:
            return motion.distance_m
        if motion.plan:
            return motion.plan.middle_m
        if motion.near_m is not None:
            near, far = motion.near_m, motion.far_m
            return 2 * near if far is None else 2 * near * far / (near + far)
        usual = (subject.distance_m if subject.near_m is None or not self.zone else 2 * subject.near_m) * self.steps_back
        if subject.near_m is not None and not subject.quick and not subject.sky:
            usual = max(usual, self._reached_m)
        return max(usual, self.lens.closest_m)

    @property
    def offered(self) -> Mapping[str, tuple[Value, ...]]:
        """Values that the kit is said to have, by setting; without a ring nothing is focused by hand."""
        said = self.body.offered
        if self.lens.ring or not self.lens.autofocus:
            return said
        modes = tuple(mode for mode in said.get("focus_mode", BY_ITSELF) if mode in BY_ITSELF)
        return {**said, "focus_mode": modes or BY_ITSELF}

    @property
    def focus_m(self) -> float:
        """Where focus lies: on the subject, where a hand put it, or where a lens stands for good."""
        put = self.motion.focus_m if self.focus_is_put else None
        return self.lens.fixed_m or put or self.distance_m

    @property
    def focus_is_put(self) -> bool:
        """Whether focus stays where it is put: by hand, or found once; a body that follows asks nobody."""
        return self.settings.get("focus_mode", "manual" if not self.finds_by_itself else "") in PUT

    @property
    def finds_by_itself(self) -> bool:
        """Whether body and lens focus by themselves."""
        return self.body.autofocus and self.lens.autofocus

    @property
    def _reached_m(self) -> float:
        """The distance from which half of it to infinity is sharp at an ordinary aperture: with a long lens nobody counts on less."""
        aperture = (ORDINARY_ON_TRIPOD if self.carried_by is Support.TRIPOD else ORDINARY) / self.crop
        return float(hyperfocal_m(self.focal_mm / 1000, aperture, self.coc_m))

    def _about(self, at: float, depth_m: float | None) -> tuple[float, float]:
        """Near and far end of a depth about a distance: the subject's usual one, as deep as there is room before it, where none is given."""
        half = (min(self.subject.depth_m, 1.9 * (at - self.focal_mm / 1000)) if depth_m is None else depth_m) / 2
        return at - half, at + half

    @cached_property
    def band(self) -> tuple[float, float]:
        """Nearest and farthest distance that must be sharp, in metres from the camera; far may be infinite."""
        ends = [self.own_band, *(self._about(other.distance_m, other.depth_m) for other in self.others)]
        return min(near for near, _ in ends), max(far for _, far in ends)

    @cached_property
    def own_band(self) -> tuple[float, float]:
        """The same of the subject alone."""
        motion, at = self.motion, self.distance_m
        if motion.near_m is not None:
            return motion.near_m, math.inf if motion.far_m is None else motion.far_m
        if self.zone:
            return at / 2, math.inf
        return self._about(at, motion.depth_m)

    @cached_property
    def between_m(self) -> float:
        """The focus distance from which both ends of what must be sharp are equally so: the harmonic mean of the ends."""
        near, far = self.band
        if self.lens.fixed_m is not None:
            return self.lens.fixed_m
        return 2 * near if math.isinf(far) else 2 * near * far / (near + far)

    @property
    def fills(self) -> float:
        """Share of the frame's height that the subject fills, the body held level."""
        return share_of(self.subject.size_m, self.focal_mm, self.distance_m, self.used_mm[1])

    @property
    def depth_m(self) -> float:
        """Depth that must be sharp, in metres; infinite for a zone to infinity."""
        near, far = self.band
        return far - near

    @property
    def speed_m_s(self) -> float:
        """Speed of the subject's body in m/s."""
        if self.motion.speed_m_s is not None:
            return self.motion.speed_m_s
        return 0.0 if self.subject.lies and self.carried_by is Support.TRIPOD else self.subject.body_m_s

    @property
    def limb_m_s(self) -> float:
        """Speed of its fastest visible part against the body in m/s; with another body speed it changes in proportion."""
        given, subject = self.motion, self.subject
        if given.limb_m_s is not None:
            return given.limb_m_s
        if given.speed_m_s is None or subject.body_m_s == 0:
            return subject.limb_m_s
        return subject.limb_m_s * given.speed_m_s / subject.body_m_s

    @property
    def followed(self) -> float:
        """Share of the body's movement that is left when the camera follows it: 1 on a tripod and in a zone, where nobody does."""
        if self.motion.followed is not None:
            return self.motion.followed
        if self.carried_by is Support.TRIPOD or (self.zone and self.subject.quick):
            return 1.0
        usual = self.subject.followed
        return usual / 2 if self.person.practised and usual < 1 else usual

    @property
    def flicker_hz(self) -> float:
        """Frequency at which the light pulses; 0 for steady light."""
        if self.light.flicker_hz is not None:
            return self.light.flicker_hz
        return pulses_hz(self.person.mains_hz) if self.light.mains else 0.0

    @property
    def holds_above(self) -> float:
        """Brightest tone that must keep detail, in stops over the key."""
        given, usual, above = self.light.holds_above, self.subject.holds_above, self.light.above
        if given is not None:
            return given
        return above if usual is None else min(usual, above)

    @property
    def indoors(self) -> bool:
        """Whether the picture is taken under a roof."""
        if self.light.indoors is not None:
            return self.light.indoors
        return self.subject.indoors and self.light.ev100 < OUTDOORS_EV

    @property
    def angle_rad(self) -> float:
        """Direction of movement in radians: 0 towards the camera, a right angle across."""
        if self.motion.plan:
            return self.motion.plan.angle_rad
        return math.radians(self.subject.angle_deg if self.motion.angle_deg is None else self.motion.angle_deg)

    @property
    def aim_depth(self) -> AimDepth:
        """The depth aimed at; where others are to be sharp too, a melting background is no aim unless somebody says so."""
        usual = self.subject.aim_depth
        return self.aims.depth or (AimDepth.ENOUGH if self.others and usual is AimDepth.SHALLOW else usual)

    @property
    def aim_motion(self) -> AimMotion:
        """The rendering of movement aimed at."""
        return self.aims.motion or self.subject.aim_motion

    @property
    def carried_by(self) -> Support:
        """What carries the camera."""
        return self.support or self.work.support

    @property
    def in_one_go(self) -> bool:
        """Whether a long blur is wanted in one frame, where most take a series: the person's own way."""
        return self.person.schools.get("drive") == IN_ONE_GO and "drive_mode" not in self.settings

    @property
    def light_swing(self) -> float:
        """Swing of the light in stops while one works."""
        return self.work.light_swing if self.light.swing is None else self.light.swing

    @cached_property
    def magnification(self) -> float:
        """Image size over subject size."""
        return float(magnification(self.focal_mm / 1000, self.distance_m))

    @cached_property
    def lit_mm(self) -> tuple[float, float]:
        """Width and height of the part of the sensor that the lens lights, in millimetres."""
        sensor = self.body.sensor
        wide, high = sensor.width_mm, sensor.height_mm
        shrink = 1.0 if self.lens.circle_mm is None else min(1.0, self.lens.circle_mm / math.hypot(wide, high))
        return wide * shrink, high * shrink

    @cached_property
    def used_mm(self) -> tuple[float, float]:
        """Width and height of the part of the sensor that is shown, in millimetres, the body held level.

        A shape has two orientations: 2:3 is 3:2 with the body held upright, and loses nothing.
        """
        wide, high = self.lit_mm
        shape = self.delivery.shape
        if shape is None:
            return wide, high
        if (shape < 1) != (wide < high) and shape != 1:
            shape = 1 / shape  # the frame held the other way round
        return (wide, wide / shape) if shape > wide / high else (high * shape, high)

    @cached_property
    def coc_m(self) -> float:
        """Circle of confusion on the sensor in metres."""
        out = self.output
        return circle_of_confusion_m(out.acuity, self.used_mm[0] / 1000, out.width_m, out.viewing_m, self.body.sensor.pitch_m)

    @property
    def hidden_share(self) -> float:
        """Blur that the output hides, as a share of the frame's long side."""
        return self.coc_m * 1000 / max(self.used_mm)

    @property
    def pixels_across(self) -> float:
        """Pixels across the part of the sensor that is shown."""
        sensor = self.body.sensor
        return sensor.pixels_wide * self.used_mm[0] / sensor.width_mm

    @property
    def output_pixels(self) -> float:
        """Pixels across that the output shows to whoever looks at it from its viewing distance."""
        return self.output.width_m / (self.output.viewing_m * OUTPUT_PIXEL_RAD)

    @cached_property
    def rungs(self) -> tuple[Concession, ...]:
        """What gives first: as given, else the order that fits the work and the light."""
        if self.concessions is not None:
            return self.concessions
        rows = self.work.order_for(self.subject, self.light.ev100, self.carried_by).rungs
        return tuple(Concession(i, to=t) if isinstance(t, Limit) else Concession(i, up_to_stops=t) for i, t in rows)

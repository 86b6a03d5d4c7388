"""A situation in JSON."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace
from enum import Enum
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, Discriminator, Field, Tag, ValidationError, WithJsonSchema, model_validator
from pydantic_core import InitErrorDetails, PydanticCustomError

from craft.configuration.habits import BY_HABIT
from craft.decisions.schools import DECISIONS
from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.lens import Lens
from craft.optics.sharpness import Acuity
from craft.scene.flashed import FlashUse, Further
from craft.scene.light import Light, light_from_condition, light_from_lux, light_from_metered, lit_also
from craft.scene.plan import FEWEST, MOST, Plan, Thing
from craft.scene.situation import Aims, Concession, Delivery, Locks, Motion, Other, Output, Person, Sight, Situation
from craft.scene.skies import BY_CLOUD, light_of_moon, light_of_sky
from craft.sky.overhead import Overhead
from craft.vocabulary.terms import (
    AimDepth,
    AimMotion,
    File,
    FlashAim,
    FlashLights,
    Genre,
    Intent,
    Limit,
    Outline,
    RangeFirst,
    Support,
    Through,
)
from craft.white.lights import BY_KIND, kind_of, spectrum_of
from demo.kit import BODIES, LENSES
from forms.kit_form import Aperture, BodyForm, FlashForms, Form, Iso, LensForm, Natural, Positive, Seconds, Stops
from forms.problems import InputError, Problem, from_pydantic
from forms.traits_form import Flag, Slug, Value

MOST_BODIES = 40
"""Bodies at hand, beyond which no advice changes."""

MOST_OTHERS = 6
"""Further lights, and further subjects, of one picture."""

GIVEN_AS = ("ev100", "lux", "condition", "metered", "sky")


def _branch(value: Any) -> str:
    return "(by slug)" if isinstance(value, str) else "(in full)"


BodyChoice = Annotated[
    Annotated[str, Field(max_length=80), Tag("(by slug)")] | Annotated[BodyForm, Tag("(in full)")], Discriminator(_branch)
]
LensChoice = Annotated[
    Annotated[str, Field(max_length=80), Tag("(by slug)")] | Annotated[LensForm, Tag("(in full)")], Discriminator(_branch)
]


Share = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1)]


class MeteredForm(Form):
    """A metered exposure, as printed on the body."""

    shutter_s: Seconds
    aperture: Aperture
    iso: Iso


def _known_condition(slug: str) -> str:
    try:
        light_from_condition(slug)
    except CraftError as error:
        raise ValueError(error.message) from None
    return slug


def _known_cloud(slug: str) -> str:
    if slug not in BY_CLOUD:
        raise ValueError(f"“{slug}” is no cloud: {', '.join(BY_CLOUD)}")
    return slug


MOMENT_PATTERN = r"^[12]\d{3}-\d\d-\d\dT\d\d:\d\d$"


def _moment(text: str) -> str:
    try:
        return Overhead(0.0, 0.0, text).at
    except CraftError as error:
        raise ValueError(error.message) from None


def _known_kind(slug: str) -> str:
    try:
        return kind_of(slug).slug
    except CraftError as error:
        raise ValueError(error.message) from None


class SkyForm(Form):
    """The light of the open sky at the picture's hour. cloud: how cloudy it is; the rest follows from the day's place and clock, and may be said where there is no day: EV at ISO 100 under a clear
    sky, the sun's height, and the colour of its daylight; where the moon's disc is what one photographs, how high it stands and how far from the sun, 180 when full."""

    cloud: Annotated[str, Field(max_length=20, json_schema_extra={"enum": list(BY_CLOUD)}), AfterValidator(_known_cloud)]
    ev100: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-12, le=18)] | None = None
    sun_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-90, le=90)] | None = None
    kelvin: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1000, le=40_000)] | None = None
    moon_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-90, le=90)] | None = None
    moon_from_sun_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=180)] | None = None

    def value(self) -> Light:
        """The light as the craft's value.

        Raises
        ------
        CraftError : nobody said where and when; a moon that is not up.
        """
        if self.moon_deg is not None and self.moon_from_sun_deg is not None:
            return light_of_moon(self.cloud, self.moon_from_sun_deg, self.moon_deg)
        if self.ev100 is None or self.sun_deg is None or self.kelvin is None:
            raise CraftError(
                "the sky's light wants the place and the clock of its day: say them on the day's page, or give the light another way",
                ("light", "sky"),
            )
        return light_of_sky(self.cloud, self.ev100, self.sun_deg, self.kelvin)


class OverheadForm(Form):
    """Which way a picture of the sky looks, degrees from north by east, left out as its subject has it. The rest follows from the day's place and clock: where that is, and universal time."""

    toward_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=360)] | None = None
    latitude_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-90, le=90)] | None = None
    longitude_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-180, le=180)] | None = None
    at: Annotated[str, AfterValidator(_moment), Field(json_schema_extra={"pattern": MOMENT_PATTERN})] | None = None

    def value(self) -> Overhead | None:
        """It as the craft's value; None where nobody said where or when."""
        if self.latitude_deg is None or self.longitude_deg is None or self.at is None:
            return None
        return Overhead(self.latitude_deg, self.longitude_deg, self.at, self.toward_deg)


class LightForm(Form):
    """The light, given one of five ways, and what surrounds it; made_of: its kind, that of a described light unless given."""

    ev100: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-20, le=24)] | None = None
    lux: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1e-5, le=10_000_000)] | None = None
    condition: Annotated[str, Field(max_length=60), AfterValidator(_known_condition)] | None = None
    metered: MeteredForm | None = None
    sky: SkyForm | None = None
    stops_below: Stops | None = None
    stops_above: Stops | None = None
    holds_above: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-5, le=15)] | None = None
    kelvin: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1000, le=40_000)] | None = None
    made_of: Annotated[str, Field(max_length=40, json_schema_extra={"enum": list(BY_KIND)}), AfterValidator(_known_kind)] | None = None
    keeps_colour: Share | None = None
    indoors: Flag | None = None
    swing_stops: Stops | None = None
    flicker_hz: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1000)] | None = None
    sources: Annotated[int, Field(strict=True, ge=1, le=9)] | None = None

    @model_validator(mode="after")
    def _one_way(self) -> Self:
        given = [name for name in GIVEN_AS if getattr(self, name) is not None]
        if len(given) != 1:
            raise ValueError(f"give the light exactly one way, as {', '.join(GIVEN_AS[:-1])} or {GIVEN_AS[-1]}; here are {len(given)}")
        return self

    def _kind(self, described: str) -> str:
        """What it is made of: as somebody said, else that of the described light, unless it has no such temperature as was typed."""
        if self.made_of is not None or self.kelvin is None or not described:
            return described if self.made_of is None else self.made_of
        try:
            spectrum_of(described, self.kelvin)
        except CraftError:
            return ""
        return described

    def value(self) -> Light:
        """The light as the craft's value."""
        if self.sky is not None:
            light = self.sky.value()
        elif self.condition is not None:
            light = light_from_condition(self.condition)
        elif self.metered is not None:
            light = Light(light_from_metered(self.metered.shutter_s, self.metered.aperture, self.metered.iso), through_lens=True)
        elif self.lux is not None:
            light = Light(light_from_lux(self.lux))
        else:
            light = Light(self.ev100 or 0.0)
        kelvin = light.kelvin
        if self.made_of is not None:
            kelvin = kind_of(self.made_of).kelvin
        return replace(
            light,
            kind=self._kind(light.kind),
            below=_or(self.stops_below, light.below),
            above=_or(self.stops_above, light.above),
            stated=self.stops_above is not None,
            kelvin=_or(self.kelvin, kelvin),
            holds_above=self.holds_above,
            keeps=_or(self.keeps_colour, light.keeps),
            indoors=light.indoors if self.indoors is None else self.indoors,
            swing=self.swing_stops,
            sources=light.sources if self.sources is None else self.sources,
            flicker_hz=self.flicker_hz,
        )


def _or(given: float | None, usual: float) -> float:
    return usual if given is None else given


Metres = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-10_000, le=10_000)]


class PlaceForm(Form):
    """A place on a plan from above, in metres: across, over 0 to the right, and away from the camera."""

    x_m: Metres
    y_m: Metres


class ThingForm(PlaceForm):
    """Something that stands on a plan; alike: of the subject's kind."""

    wide_m: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.01, le=1000)]
    alike: Flag = False


class PlanForm(Form):
    """The subject's way as it was drawn, point by point, and what stands about. It lies where the subject is: its middle at the distance."""

    way: Annotated[list[PlaceForm], Field(min_length=FEWEST, max_length=MOST)]
    things: Annotated[list[ThingForm], Field(max_length=40)] = Field(default_factory=list)

    def value(self) -> Plan:
        """It as the craft's value."""
        things = tuple(Thing((thing.x_m, thing.y_m), thing.wide_m, thing.alike) for thing in self.things)
        return Plan(tuple((at.x_m, at.y_m) for at in self.way), things)


class MotionForm(Form):
    """Movement and place of the subject."""

    speed_m_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)] | None = None
    limb_m_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)] | None = None
    followed: Share | None = None
    angle_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=180)] | None = None
    distance_m: Positive | None = None
    depth_m: Natural | None = None
    near_m: Positive | None = None
    far_m: Positive | None = None
    focus_m: Positive | None = None
    declination_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-89, le=89)] = 0.0
    plan: PlanForm | None = None

    def value(self) -> Motion:
        """It as the craft's value.

        Raises
        ------
        CraftError : a plan that shows no way.
        """
        try:
            plan = self.plan.value() if self.plan else None
        except CraftError as wrong:
            raise wrong.under("motion", "plan") from None
        return Motion(**{**dict(self), "plan": plan})


class OtherForm(Form):
    """Somebody or something else that is to be sharp with the subject. ``speed_m_s``: left out if it moves with the subject."""

    distance_m: Positive
    depth_m: Natural | None = None
    speed_m_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100_000)] | None = None

    def value(self) -> Other:
        """It as the craft's value."""
        return Other(self.distance_m, self.depth_m, self.speed_m_s)


class AimsForm(Form):
    """What the picture is after; ``brighter_stops``: than metered, where that is not left to range."""

    depth: AimDepth | None = None
    motion: AimMotion | None = None
    brighter_stops: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-5, le=5)] | None = None


SHAPE = r"^[1-9]\d{0,2}:[1-9]\d{0,2}$"


def _shape(text: str) -> str:
    if not re.match(SHAPE, text):
        raise ValueError("write the shape as width to height in whole numbers, such as 3:2 or 16:9")
    return text


class DeliveryForm(Form):
    """What has to be handed over."""

    shape: Annotated[str, AfterValidator(_shape), Field(json_schema_extra={"pattern": SHAPE})] | None = None
    colour_space: Literal["srgb", "wide"] | None = None
    count: Annotated[int, Field(strict=True, ge=1, le=1_000_000)] | None = None
    deadline_h: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=10_000)] | None = None
    frames: Annotated[int, Field(strict=True, ge=1, le=1_000_000)] | None = None
    cable: Flag = False

    def value(self) -> Delivery:
        """The delivery as the craft's value."""
        wide, high = (float(part) for part in self.shape.split(":")) if self.shape else (0.0, 1.0)
        return Delivery(wide / high if wide else None, self.colour_space, self.count, self.deadline_h, self.frames, self.cable)


class OutputForm(Form):
    """How the picture is seen."""

    width_cm: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=10_000)] | None = None
    viewing_distance_cm: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=100_000)] | None = None
    acuity: Acuity | None = None

    def value(self) -> Output:
        """The output as the craft's value; left-out figures keep the usual ones."""
        usual = Output()
        width = usual.width_m if self.width_cm is None else self.width_cm / 100
        viewing = usual.viewing_m if self.viewing_distance_cm is None else self.viewing_distance_cm / 100
        return Output(width, viewing, self.acuity or usual.acuity)


class LocksForm(Form):
    """Values held by hand."""

    shutter_s: Seconds | None = None
    aperture: Aperture | None = None
    iso: Iso | None = None


def _known(given: dict[Any, str], accepted: Callable[[Any], tuple[str, ...] | None], what: str) -> dict[Any, str]:
    """The same answers, once each is one of those there are.

    Raises
    ------
    ValidationError : at the place of each that is not, with what is accepted there.
    """
    wrong: list[InitErrorDetails] = []
    for key, answer in given.items():
        ways = accepted(key)
        if ways is None or answer not in ways:
            told = f"there is no such {what}" if ways is None else f"{', '.join(ways)} is accepted"
            place = key.value if isinstance(key, Enum) else key
            wrong.append(InitErrorDetails(type=PydanticCustomError("known", "{told}", {"told": told}), loc=(place,), input=answer))
    if wrong:
        raise ValidationError.from_exception_data(what, wrong)
    return given


def _ways(slug: str) -> tuple[str, ...] | None:
    habit = BY_HABIT.get(slug)
    return None if habit is None else (*(way.slug for way in habit.ways), *UNANSWERED)


def _schools(decision: str) -> tuple[str, ...] | None:
    known = DECISIONS.get(decision)
    return None if known is None else tuple(school.slug for school in known.schools)


def _decision(name: str) -> str:
    if name not in DECISIONS:
        raise PydanticCustomError("known", "{told}", {"told": f"{', '.join(DECISIONS)} is accepted"})
    return name


DecisionName = Annotated[str, AfterValidator(_decision), WithJsonSchema({"type": "string", "enum": list(DECISIONS)})]
"""A decision by its name."""


Answer = Annotated[str, Field(max_length=60)]
Habits = Annotated[dict[Slug, Answer], Field(max_length=100), AfterValidator(lambda given: _known(given, _ways, "habit"))]
"""Habit -> a way of it, or an answer that leaves it to the numbers."""

Schools = Annotated[dict[Slug, Answer], Field(max_length=100), AfterValidator(lambda given: _known(given, _schools, "decision"))]
"""Decision -> the school that is fixed."""

RawOpens = Annotated[list[Literal["none", "lossless", "lossy"]], Field(max_length=3)]
UNANSWERED = ("per_situation", "unknown")
"""Answers that leave a habit to the numbers: decided per situation, and *I don't know*."""


HandheldSeconds = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=10)]
Mains = Literal[50, 60]
Darkest = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=2)]
FilterStops = Annotated[list[Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=20)]], Field(max_length=12)]


class ProfileForm(Form):
    """What the photographer brings. ``ceiling_frames``: judged frames that ``iso_ceiling`` was learned from; ``following_frames``: those that ``practised_follower`` was; ``habits``: habit -> a way, ``per_situation`` or ``unknown``;
    ``raw_opens``: packings of raw that the person's programs open; ``bodies``: how many the day uses."""

    iso_ceiling: Iso | None = None
    ceiling_frames: Annotated[int, Field(strict=True, ge=1, le=1_000_000)] | None = None
    steadiness: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.1, le=16)] | None = None
    noise_bar: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=2, le=100)] | None = None
    slowest_handheld_s: HandheldSeconds | None = None
    practised_follower: Flag = False
    following_frames: Annotated[int, Field(strict=True, ge=1, le=1_000_000)] | None = None
    mains_hz: Mains | None = None
    darkest_stops: Darkest | None = None
    range_first: RangeFirst | None = None
    schools: Schools = Field(default_factory=dict)
    habits: Habits = Field(default_factory=dict)
    raw_opens: RawOpens | None = None
    bodies: Annotated[int, Field(strict=True, ge=1, le=MOST_BODIES)] = 1

    def value(self) -> Person:
        """The person as the craft's value."""
        usual = Person()
        return Person(
            self.iso_ceiling,
            self.steadiness or usual.steadiness,
            self.noise_bar or usual.noise_bar,
            self.slowest_handheld_s or usual.slowest_handheld_s,
            self.practised_follower,
            self.mains_hz or usual.mains_hz,
            self.darkest_stops,
            self.schools,
            habits={habit: way for habit, way in self.habits.items() if way not in UNANSWERED},
            undecided=frozenset(habit for habit, way in self.habits.items() if way == "per_situation"),
            raw_opens=usual.raw_opens if self.raw_opens is None else frozenset(self.raw_opens),
            bodies=self.bodies,
            range_first=self.range_first or usual.range_first,
            ceiling_frames=self.ceiling_frames or 0,
            following_frames=self.following_frames or 0,
        )


class SightForm(Form):
    """How the subject is seen: through something, and hardly standing out or dark before the light; null where neither is so."""

    through: Through | None = None
    outline: Outline | None = None


class FurtherForm(Form):
    """A flash beside the one that leads. ``under_stops``: its light on what it ``lights``, under that of the one that leads on the subject; ``distance_m``:
    from it to what it lights.
    """

    name: Annotated[str, Field(max_length=80)]
    lights: FlashLights = FlashLights.SUBJECT
    under_stops: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-4, le=8)] = 2.0
    distance_m: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.1, le=1000)] | None = None
    aim: FlashAim | None = None


class FlashUseForm(Form):
    """How a flash is used. ``name``: of one at hand; ``distance_m``: from it to the subject, left out where it sits on the camera;
    ``metered_aperture``: what a flash meter reads at the subject at ISO 100; ``gelled``: a filter gives it the colour of the room."""

    name: Annotated[str, Field(max_length=80)] | None = None
    aim: FlashAim | None = None
    distance_m: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.1, le=1000)] | None = None
    metered_aperture: Aperture | None = None
    further: Annotated[list[FurtherForm], Field(max_length=4)] = Field(default_factory=list)
    gelled: Flag = False


class ConcessionForm(Form):
    """One line of what gives first."""

    intent: Intent
    up_to_stops: Stops | None = None
    to: Limit | None = None

    @model_validator(mode="after")
    def _one_end(self) -> Self:
        if ("up_to_stops" in self.model_fields_set) == (self.to is not None):
            raise ValueError("give either up_to_stops (a number, or null for the dial's end) or to")
        return self


HELD_AS = {"shutter_time": "shutter_s", "aperture": "aperture", "iso_value": "iso"}
"""Settings that are dials of the exposure, and the lock under which each is held."""


class Inputs(Form):
    """What a situation is made of, wherever its kit and its person come from."""

    genre: Genre
    subject: Annotated[str, Field(max_length=60)] | None = None
    focal_length_mm: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=1, le=3000)] | None = None
    light: LightForm
    motion: MotionForm = Field(default_factory=MotionForm)
    other_lights: Annotated[list[LightForm], Field(max_length=MOST_OTHERS)] = Field(default_factory=list)
    other_subjects: Annotated[list[OtherForm], Field(max_length=MOST_OTHERS)] = Field(default_factory=list)
    sight: SightForm = Field(default_factory=SightForm)
    aims: AimsForm = Field(default_factory=AimsForm)
    support: Support | None = None
    delivery: DeliveryForm = Field(default_factory=DeliveryForm)
    output: OutputForm = Field(default_factory=OutputForm)
    file: File | None = None
    locks: LocksForm = Field(default_factory=LocksForm)
    settings: Annotated[dict[Slug, Value], Field(max_length=200)] = Field(default_factory=dict)
    concessions: Annotated[list[ConcessionForm], Field(max_length=16)] | None = None
    filters_stops: FilterStops | None = None
    flashes: FlashForms | None = None
    flash: FlashUseForm = Field(default_factory=FlashUseForm)
    overhead: OverheadForm = Field(default_factory=OverheadForm)


class SituationForm(Inputs):
    """A situation. All but genre, body, lens and light may be left out."""

    body: BodyChoice
    lens: LensChoice
    profile: ProfileForm = Field(default_factory=ProfileForm)

    def value(self) -> Situation:
        """The situation as the craft's value.

        Raises
        ------
        CraftError : what the kit does not have or the numbers do not allow.
        """
        held = next((slug for slug in HELD_AS if slug in self.settings), None)
        if held:
            raise CraftError(f"hold it under locks.{HELD_AS[held]}, where it has its cost in stops", ("settings", held))
        return Situation(
            genre=self.genre,
            body=_body(self.body),
            lens=_lens(self.lens),
            light=lit_also(self.light.value(), [_further(other, k) for k, other in enumerate(self.other_lights)]),
            subject_slug=self.subject,
            focal_length_mm=self.focal_length_mm,
            motion=self.motion.value(),
            others=tuple(other.value() for other in self.other_subjects),
            sight=Sight(self.sight.through, self.sight.outline),
            aims=Aims(self.aims.depth, self.aims.motion, self.aims.brighter_stops),
            support=self.support,
            delivery=self.delivery.value(),
            output=self.output.value(),
            file=self.file,
            locks=Locks(self.locks.shutter_s, self.locks.aperture, self.locks.iso),
            person=self.profile.value(),
            concessions=None if self.concessions is None else tuple(Concession(c.intent, c.up_to_stops, c.to) for c in self.concessions),
            filters_stops=tuple(self.filters_stops or ()),
            flashes=tuple(flash.value() for flash in self.flashes or ()),
            flash=FlashUse(**{**dict(self.flash), "further": tuple(Further(**dict(one)) for one in self.flash.further)}),
            settings=self.settings,
            overhead=self.overhead.value(),
        )


def _further(light: LightForm, k: int) -> Light:
    """The value of a further light; what is wrong with it is told at its place."""
    try:
        return light.value()
    except CraftError as error:
        raise CraftError(error.message, ("other_lights", k)) from None


def _body(choice: str | BodyForm) -> Body:
    if isinstance(choice, BodyForm):
        return choice.value("")
    if choice not in BODIES:
        raise CraftError(f"“{choice}” is not a body of the demo kit: {', '.join(BODIES)}; or give an object", ("body",))
    return BodyForm.model_validate(BODIES[choice]).value(choice)


def _lens(choice: str | LensForm) -> Lens:
    if isinstance(choice, LensForm):
        return choice.value("")
    if choice not in LENSES:
        raise CraftError(f"“{choice}” is not a lens of the demo kit: {', '.join(LENSES)}; or give an object", ("lens",))
    return LensForm.model_validate(LENSES[choice]).value(choice)


def read_situation(raw: Any) -> SituationForm:
    """A situation from decoded JSON, in the open form.

    Raises
    ------
    InputError : with every problem found, each at its place.
    """
    if not isinstance(raw, dict):
        raise InputError([Problem("", "a situation is a JSON object")])
    try:
        return SituationForm.model_validate(raw)
    except ValidationError as error:
        raise InputError(from_pydantic(error)) from None

"""A situation as it is stored, and a whole outing as one file."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import re
from dataclasses import asdict, dataclass
from typing import Annotated, Any, Literal, Self

from pydantic import AfterValidator, BeforeValidator, Field, WithJsonSchema, model_validator

from craft.errors import CraftError
from craft.scene.works import SUBJECT, WORK, Subject
from craft.scene.works.night_sky import DISC
from craft.sky.brightness import NIGHT_MAG, USUAL_MAG
from craft.sky.daylight import sky_over
from craft.sky.horizon import HIGHEST_DEG, LEVEL, LOWEST_DEG, Horizon
from craft.sky.open_sky import ev_of_open_sky
from craft.sky.overhead import Overhead, looking, overhead_at, wanderers
from craft.vocabulary.terms import Genre
from forms.clocks import Zone, offset_at
from forms.kit_form import BodyForm, Form, LensForm
from forms.profile_form import PersonForm
from forms.situation_form import MOST_BODIES, Habits, Inputs, LightForm, Mains, OverheadForm, Schools, SituationForm

Slug = Annotated[str, Field(min_length=1, max_length=80)]
HOUR = r"^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,6})?)?$"


def _hour(value: Any) -> Any:
    if not isinstance(value, dt.time) and not (isinstance(value, str) and re.fullmatch(HOUR, value, re.ASCII)):
        raise ValueError("an hour on a clock of twenty-four hours is accepted: 04:20")
    return value


Hour = Annotated[dt.time, BeforeValidator(_hour), WithJsonSchema({"type": "string", "pattern": HOUR})]
"""When a picture begins, without a zone."""


def _day(value: Any) -> Any:
    if not isinstance(value, dt.date) and not (isinstance(value, str) and re.fullmatch(r"\d{4}-\d\d-\d\d", value, re.ASCII)):
        raise ValueError("a day is accepted as 2027-06-12")
    if isinstance(value, str) and not YEARS[0] <= int(value[:4]) <= YEARS[1]:
        raise ValueError(f"days of the years {YEARS[0]} to {YEARS[1]} are accepted")
    return value


YEARS = (1839, 2999)
"""Years of which a day may be: from the first photographs on, and no farther than the sun is told for. What was kept before has any."""

Day = Annotated[dt.date, BeforeValidator(_day)]
"""A day of the calendar."""


UtcOffset = Annotated[int, Field(strict=True, ge=-720, le=840, multiple_of=15)]
"""How far a place's clock is ahead of universal time, in minutes: clocks on earth differ by quarters of an hour."""


def _degrees(value: Any) -> Any:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise ValueError("should be a number of degrees, such as 54.4; say both, or leave both empty")
    return value


class LandForm(Form):
    """How high the land stands at a bearing, in degrees."""

    bearing_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, lt=360)]
    height_deg: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=LOWEST_DEG, le=HIGHEST_DEG)]


def _land(points: list[LandForm]) -> list[LandForm]:
    try:
        Horizon(tuple((at.bearing_deg, at.height_deg) for at in points))
    except CraftError as wrong:
        raise ValueError(wrong.message) from None
    return points


MOST_LAND = 72
"""Points of land at most: one for every five degrees."""


class Coordinates(Form):
    """Where a place lies, in degrees: north and east are positive; how high the land about it stands, level where nobody said; and how dark its sky is at night,
    in magnitudes of a square arc second, as over open country where nobody said; zone: of its clocks, by name: where it is said, the offset of a day follows from it."""

    latitude_deg: Annotated[float, Field(ge=-90, le=90), BeforeValidator(_degrees)]
    longitude_deg: Annotated[float, Field(ge=-180, le=180), BeforeValidator(_degrees)]
    horizon: Annotated[list[LandForm], Field(max_length=MOST_LAND), AfterValidator(_land)] = Field(default_factory=list)

    zone: Zone = ""
    dark_mag: Annotated[float, Field(ge=NIGHT_MAG[1], le=NIGHT_MAG[0], allow_inf_nan=False)] | None = None

    def clock_on(self, day: dt.date, otherwise: int | None) -> int | None:
        """Minutes that its clock is ahead of universal time on a day: as its zone has it, else as somebody said."""
        return offset_at(self.zone, day) if self.zone else otherwise

    def land(self) -> Horizon:
        """The land about it as the craft's value."""
        return Horizon(tuple((at.bearing_deg, at.height_deg) for at in self.horizon))


Faces = Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=10)]
"""Names of those whose day it is, the first first, as they are shown to the body."""


class SituationDocument(Inputs):
    """A stored situation: inputs, locks, schools and concessions; body and lens by their slug in the person's kit."""

    title: Annotated[str, Field(min_length=1, max_length=120)]
    starts_at: Hour
    note: Annotated[str, Field(max_length=2000)] = ""
    body: Slug
    lens: Slug
    schools: Schools = Field(default_factory=dict)
    habits: Habits = Field(default_factory=dict)

    def stored(self) -> dict[str, Any]:
        """As JSON values, without what was left out."""
        return self.model_dump(mode="json", exclude_unset=True)


class SituationNow(Form):
    """A situation of an outing as it stands on a screen: its kit, the person's profile and the day are put to it where they are kept."""

    outing: Annotated[int, Field(ge=1, le=2**31)]
    document: SituationDocument


BESIDE = {"title", "starts_at", "note", "schools", "habits"}
"""What a stored situation has that the advice does not ask for by that name."""


DAWN_MIN = 3 * 60
"""Minutes after midnight before which an hour belongs to the night of the day before."""


def begins_of(hour: dt.time) -> int:
    """Minutes from the midnight before the day; the small hours come after its evening.

    >>> begins_of(dt.time(4, 20)), begins_of(dt.time(1, 0))
    (260, 1500)
    """
    since = hour.hour * 60 + hour.minute
    return since + 24 * 60 if since < DAWN_MIN else since


@dataclass(frozen=True, slots=True)
class OverThere:
    """Under which sky a day lies: its date, its place in degrees, its clock's minutes before universal time's, the land about, and how dark its sky is: magnitudes of a square arc second."""

    day: dt.date
    latitude_deg: float
    longitude_deg: float
    utc_offset_min: int
    horizon: Horizon = LEVEL
    dark_mag: float = USUAL_MAG

    @property
    def day_and_place(self) -> tuple[dt.date, float, float, int]:
        """Its date, degrees north and east, and its clock's minutes: as everything under the sky is asked."""
        return self.day, self.latitude_deg, self.longitude_deg, self.utc_offset_min


@dataclass(frozen=True, slots=True)
class OfDay:
    """What a day tells by itself: how many bodies its situations use, the mains frequency in Hz of its place (None: as usual), and its sky, None where nobody said where it lies or by which clock."""

    bodies: int = 1
    mains_hz: int | None = None
    there: OverThere | None = None


def overhead_of(hour: dt.time, there: OverThere, toward_deg: float | None = None) -> Overhead:
    """What stands over a day's place at an hour of it."""
    return overhead_at(*there.day_and_place, begins_of(hour), toward_deg)


def under_the_sky(
    light: LightForm, hour: dt.time, there: OverThere | None, subject: Subject | None = None, toward_deg: float | None = None
) -> LightForm:
    """A light that is given as the sky's with what the sky is at that hour: of what lies under it, or the sky's own where that is the subject, or the moon's disc's; any other, and one of a
    day without a place, as it is.

    toward_deg : the way that a picture of the sky looks, None as its subject has it."""
    if light.sky is None or there is None:
        return light
    [sky] = sky_over(*there.day_and_place, (begins_of(hour),))
    told = {"ev100": round(sky.ev100, 2), "sun_deg": round(sky.sun_deg, 2), "kelvin": float(round(sky.kelvin))}
    if subject is not None and subject.sky:
        over = looking(overhead_of(hour, there, toward_deg), subject.toward)
        moon = wanderers(over)[0]
        told["ev100"] = round(ev_of_open_sky(over, there.dark_mag), 2)
        if subject.slug == DISC:
            told |= {"moon_deg": round(moon.at.height_deg, 2), "moon_from_sun_deg": round(moon.elongation_deg, 2)}
    return light.model_copy(update={"sky": light.sky.model_copy(update=told)})


def subject_of(genre: str, slug: str | None) -> Subject | None:
    """What is photographed, as data: the one named or the genre's usual one; None where there is no such thing, which is told elsewhere."""
    return SUBJECT.get((Genre(genre), slug)) if slug else WORK[Genre(genre)].subjects[0]


def resolved(document: SituationDocument, body: BodyForm, lens: LensForm, person: PersonForm, day: OfDay = OfDay()) -> SituationForm:
    """The situation that the advice is asked: kit in full, the person's profile under what the day and the situation say.

    Each part has been read already, so nothing is read again.
    """
    profile = person.beside(document.body).model_copy(
        update={
            "schools": {**person.schools, **document.schools},
            "habits": {**person.habits, **document.habits},
            "bodies": min(MOST_BODIES, max(person.bodies, day.bodies)),
            "mains_hz": day.mains_hz or person.mains_hz,
        }
    )
    filters, output = document.filters_stops, document.output
    if "acuity" not in output.model_fields_set:
        output = output.model_copy(update={"acuity": person.acuity})
    beside = {
        "body": body,
        "lens": lens,
        "profile": profile,
        "filters_stops": person.filters_stops if filters is None else filters,
        "flashes": person.flashes if document.flashes is None else document.flashes,
        "output": output,
        "light": under_the_sky(
            document.light, document.starts_at, day.there, subject_of(document.genre.value, document.subject), document.overhead.toward_deg
        ),
        "other_lights": [under_the_sky(one, document.starts_at, day.there) for one in document.other_lights],
    }
    if "other_lights" not in document.model_fields_set:
        del beside["other_lights"]
    if document.genre is Genre.NIGHT_SKY and day.there is not None:
        over = overhead_of(document.starts_at, day.there)
        beside["overhead"] = OverheadForm(**{**asdict(over), "toward_deg": document.overhead.toward_deg})
    said = document.model_fields_set - BESIDE
    asked = {name: getattr(document, name) for name in Inputs.model_fields}
    return SituationForm.model_construct(_fields_set=said | beside.keys(), **{**asked, **beside})


def document_from(form: SituationForm, title: str, body_slug: str, lens_slug: str) -> SituationDocument:
    """A situation to store, from one in the open form and the slugs of its kit; ceiling and steadiness stay the person's own."""
    given = form.model_dump(mode="json", exclude_unset=True)
    person = given.pop("profile", {})
    kept = {"schools": person.get("schools", {}), "habits": person.get("habits", {})}
    beside = {"title": title, "starts_at": "12:00", **kept, "body": body_slug, "lens": lens_slug}
    return SituationDocument.model_validate({**given, **beside})


def fingerprint(asked: SituationForm) -> str:
    """A hash of what the advice was asked: two that agree have the same setup."""
    return hashlib.sha256(json.dumps(asked.model_dump(mode="json"), sort_keys=True).encode()).hexdigest()


class OutingFile(Form):
    """A whole outing in one file, with the kit that its situations use."""

    format: Literal["wide-aperture-outing"]
    version: Literal[1]
    title: Annotated[str, Field(min_length=1, max_length=120)]
    place: Annotated[str, Field(max_length=120)] = ""
    mains_hz: Mains | None = None
    utc_offset_min: UtcOffset | None = None
    lies: Coordinates | None = None
    faces: Faces = Field(default_factory=list)
    day: Day
    situations: Annotated[list[SituationDocument], Field(max_length=200)]
    bodies: Annotated[dict[Slug, BodyForm], Field(max_length=40)]
    lenses: Annotated[dict[Slug, LensForm], Field(max_length=80)]

    @model_validator(mode="after")
    def _by_its_zone(self) -> Self:
        if self.lies is not None:
            self.utc_offset_min = self.lies.clock_on(self.day, self.utc_offset_min)
        return self

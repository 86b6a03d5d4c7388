"""Advice without a database: the setup, the pairs, the words, and reading what was typed."""

from __future__ import annotations

from typing import Literal, Self

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field, model_validator

from craft.decisions.schools import SCHOOLS
from craft.exposure.targets import ACCEPTED_LIMITS
from craft.scales.parsing import READERS, parse_stops
from craft.scales.series import Dial
from craft.scene.conditions import CONDITIONS
from craft.scene.works import WORKS
from craft.setup.pairs import rank
from forms.answer import answer_to
from forms.configuration_form import ClashesOut, clashes_form
from forms.kit_form import BodyForm, LensForm
from forms.setup_form import DecidedOut, SetupOut, decided_of, setup_of
from forms.situation_form import SituationForm
from people.guards import Anyone, Person, heavy, stateless
from people.replies import as_json
from studio.problems import ProblemOut

router = Router(tags=["advice"], auth=Anyone())
MOST_PAIRS = 200
"""Each is a setup: two hundred take a second."""


class SubjectWords(Schema):
    """A subject and its usual figures."""

    slug: str
    label: str
    speed_m_s: float
    limb_m_s: float
    limb: str
    followed: float
    distance_m: float
    near_m: float | None
    depth_m: float
    holds_above: float | None
    usual_mm: float
    source: str


class GenreWords(Schema):
    """A kind of work."""

    slug: str
    label: str
    support: str
    file: str
    subjects: list[SubjectWords]


class ConditionWords(Schema):
    """A described light."""

    slug: str
    label: str
    ev100: float
    stops_below: float
    stops_above: float
    kelvin: float
    source: str


class SchoolWords(Schema):
    """A way of taking a decision."""

    decision: str
    slug: str
    label: str
    costs: str


class Words(Schema):
    """Everything a screen needs to name things."""

    genres: list[GenreWords]
    conditions: list[ConditionWords]
    schools: list[SchoolWords]
    limits: dict[str, list[str]]


class Typed(Schema):
    """Something typed for a quantity."""

    quantity: Literal["shutter_s", "aperture", "iso", "stops"]
    text: str = Field(max_length=200)


class Read(Schema):
    """What it means."""

    value: float


class PairsIn(Schema):
    """A situation, and the kit to choose from; its own body and lens are not used."""

    situation: SituationForm
    bodies: dict[str, BodyForm] = Field(max_length=100)
    lenses: dict[str, LensForm] = Field(max_length=100)

    @model_validator(mode="after")
    def _few_enough(self) -> Self:
        pairs = len(self.bodies) * len(self.lenses)
        if pairs > MOST_PAIRS:
            raise ValueError(f"these are {pairs:,} pairs; at most {MOST_PAIRS} are compared at once: leave out some bodies or lenses")
        return self


class PairOut(Schema):
    """A ranked pair, costs in stops."""

    body: str
    lens: str
    focal_length_mm: float
    share: float
    crop_stops: float
    gave_stops: float
    cost_stops: float
    binding: str | None
    out_of_reach: bool
    iso: float


@router.post("/advise", response={200: SetupOut, 422: ProblemOut})
@stateless
def make_setup(request: HttpRequest, situation: SituationForm) -> HttpResponse:
    """The setup of a situation. Stateless."""
    return as_json(setup_of(situation))


@router.post("/advise/decided", auth=Person(), response={200: DecidedOut, 422: ProblemOut})
@stateless
def make_decided(request: HttpRequest, situation: SituationForm) -> HttpResponse:
    """What the bench shows of a setup, at each keystroke: all but the rest of the body's settings. Stateless."""
    return as_json(decided_of(situation))


@router.post("/advise/clashes", auth=Person(), response={200: ClashesOut, 422: ProblemOut})
@stateless
def find_clashes(request: HttpRequest, situation: SituationForm) -> HttpResponse:
    """What does not go together among the settings of a situation: asked once typing pauses. Stateless."""
    return as_json(clashes_form(answer_to(situation)))


@router.post("/pairs", auth=Person(), response=list[PairOut])
@stateless
@heavy
def rank_pairs(request: HttpRequest, asked: PairsIn) -> list[PairOut]:
    """Bodies and lenses for a situation, best first. Stateless. Pairs that cannot be joined are left out."""
    pairs, values = [], []
    built_in = {body.fixed_lens for body in asked.bodies.values()}
    for body_slug, body in asked.bodies.items():
        for lens_slug, lens in asked.lenses.items():
            if lens_slug != body.fixed_lens if body.fixed_lens else lens_slug in built_in:
                continue
            focal = min(max(asked.situation.focal_length_mm or lens.focal_max_mm, lens.focal_min_mm), lens.focal_max_mm)
            distance = asked.situation.motion.distance_m
            if distance is not None and distance < lens.closest_m:
                continue
            form = asked.situation.model_copy(
                update={"body": body.model_copy(update={"fixed_lens": None}), "lens": lens, "focal_length_mm": focal}
            )
            form = form.model_copy(update={"locks": type(form.locks)()})
            pairs.append((body_slug, lens_slug))
            values.append(form.value())
    return [
        PairOut(
            body=pairs[p.index][0],
            lens=pairs[p.index][1],
            focal_length_mm=p.focal_length_mm,
            share=p.share,
            crop_stops=p.crop_stops,
            gave_stops=p.gave_stops,
            cost_stops=p.cost_stops,
            binding=p.binding.value if p.binding else None,
            out_of_reach=p.out_of_reach,
            iso=p.iso,
        )
        for p in rank(tuple(values))
    ]


@router.post("/read", response=Read)
@stateless
def read_text(request: HttpRequest, typed: Typed) -> Read:
    """What was typed, as a number. Stateless."""
    reader = parse_stops if typed.quantity == "stops" else READERS[Dial(typed.quantity)]
    return Read(value=reader(typed.text))


@router.get("/words", response=Words)
def words(request: HttpRequest) -> Words:
    """The names of everything. Stateless."""
    return Words(
        genres=[
            GenreWords(
                slug=work.genre.value,
                label=work.label,
                support=work.support.value,
                file=work.file.value,
                subjects=[
                    SubjectWords(
                        slug=s.slug,
                        label=s.label,
                        speed_m_s=s.body_m_s,
                        limb_m_s=s.limb_m_s,
                        limb=s.limb,
                        followed=s.followed,
                        distance_m=s.distance_m,
                        near_m=s.near_m,
                        depth_m=s.depth_m,
                        holds_above=s.holds_above,
                        usual_mm=s.usual_mm,
                        source=s.source,
                    )
                    for s in work.subjects
                ],
            )
            for work in WORKS
        ],
        conditions=[
            ConditionWords(
                slug=c.slug, label=c.label, ev100=c.ev100, stops_below=c.below, stops_above=c.above, kelvin=c.kelvin, source=c.source
            )
            for c in CONDITIONS
        ],
        schools=[SchoolWords(decision=s.decision.value, slug=s.slug, label=s.label, costs=s.costs) for s in SCHOOLS],
        limits={intent.value: [limit.value for limit in limits] for intent, limits in ACCEPTED_LIMITS.items()},
    )

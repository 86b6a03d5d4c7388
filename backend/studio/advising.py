"""Advice without a database: the setup, the words, and reading what was typed."""

from __future__ import annotations

from typing import Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from craft.decisions.schools import DECISIONS
from craft.exposure.targets import ACCEPTED_LIMITS
from craft.scales.parsing import READERS, parse_stops
from craft.scales.series import Dial
from craft.scene.conditions import CONDITIONS
from craft.scene.works import WORKS
from craft.vocabulary.concessions import INTENT_SHORT, rung_words
from forms.choices import choices_out
from forms.configuration_form import ChoiceOut
from forms.setup_form import SetupOut, setup_of
from forms.situation_form import MOST_OTHERS, SituationForm
from people.guards import Anyone, stateless
from people.replies import as_json
from studio.problems import ProblemOut

router = Router(tags=["advice"], auth=Anyone())


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


class RungWords(Schema):
    """A concession that may be put on the list of what gives, as a situation takes it, and in words."""

    intent: str
    up_to_stops: float | None
    to: str | None
    words: str


class Words(Schema):
    """Everything a screen needs to name things; intents: each in a word, and decisions, by their names; rungs: what may give; choices: what the short lists of a situation, a profile and a body offer, by their fields; most_others: further lights, and further subjects, of one picture."""

    genres: list[GenreWords]
    conditions: list[ConditionWords]
    schools: list[SchoolWords]
    decisions: dict[str, str]
    intents: dict[str, str]
    rungs: list[RungWords]
    choices: dict[str, list[ChoiceOut]]
    most_others: int


class Typed(Schema):
    """Something typed for a quantity."""

    quantity: Literal["shutter_s", "aperture", "iso", "stops"]
    text: str = Field(max_length=200)


class Read(Schema):
    """What it means."""

    value: float


@router.post("/advise", response={200: SetupOut, 422: ProblemOut})
@stateless
def make_setup(request: HttpRequest, situation: SituationForm) -> HttpResponse:
    """The setup of a situation. Stateless."""
    return as_json(setup_of(situation))


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
        schools=[
            SchoolWords(decision=decision.slug, slug=s.slug, label=s.label, costs=s.costs)
            for decision in DECISIONS.values()
            for s in decision.schools
        ],
        decisions={decision.slug: decision.label for decision in DECISIONS.values()},
        intents={intent.value: short for intent, short in INTENT_SHORT.items()},
        rungs=[
            RungWords(intent=intent.value, up_to_stops=stops, to=to and to.value, words=rung_words(intent, stops, to))
            for intent, limits in ACCEPTED_LIMITS.items()
            for stops, to in ((1.0, None), *((None, limit) for limit in limits or (None,)))
        ],
        choices=choices_out(),
        most_others=MOST_OTHERS,
    )

"""What the bench asks: the question of a situation as it stands on a screen, put together from what is kept."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from functools import partial

from django.contrib.auth.models import User
from django.db.models import F

from craft.day.pairs import best_mm, rank
from craft.errors import CraftError
from craft.kept import kept_as
from craft.setup.saying.why import Taken, why
from craft.setup.steps import decided
from forms.answer import Answer, answer_to
from forms.kit_form import BodyForm, LensForm
from forms.outing_form import SituationDocument, SituationNow
from forms.problems import InputError, Problem
from forms.rehearsal_form import RehearseIn, Theirs, WhiteElsewhere
from forms.setup_form import WayOutOut
from forms.situation_form import SituationForm
from outings.bench.schemas import PairOut, PairsOut, WhyIn, WhyOut
from outings.models import Outing, Situation
from outings.pictures.actions import own_of
from outings.reading import Kit, with_bodies
from people.guards import Somebody

MOST_PAIRS = 200
"""Each is a setup: two hundred take four seconds, the first time."""


def question_of(person: Somebody, now: SituationNow, kit: Kit | None = None) -> SituationForm:
    """What the advice is asked for a situation as it stands on a screen.

    Raises
    ------
    InputError : the outing is not this person's, its kit is not there, or the profile cannot be read; seen from the situation.
    """
    there = Outing.objects.filter(person_id=person.pk, pk=now.outing, deleted_at=None)
    outing = with_bodies(there).annotate(profile=F("person__profile__document")).first()
    if outing is None or not isinstance(person, User):
        raise InputError([Problem("/outing", "this outing is not among yours")])
    with seen_from("document"):
        kit = kit or Kit(person, (now.document.body, now.document.lens), outing.profile)
        return kit.resolve(now.document, outing)


def answer_now(person: Somebody, now: SituationNow, at_once: bool = False) -> Answer:
    """The answer to a situation as it stands on a screen; at once: before what follows is simulated.

    Raises
    ------
    CraftError, InputError : what its kit does not have or the numbers do not allow, under its document.
    """
    question = question_of(person, now)
    with seen_from("document"):
        return answer_to(question, at_once)


def why_of(person: Somebody, asked: WhyIn) -> list[WhyOut]:
    """What made the body choose a frame's dials, and what to change.

    Raises
    ------
    CraftError, InputError : what its kit does not have or the numbers do not allow, under its document; a dial that the body has not, at its name.
    """
    with seen_from("situation"):
        question = question_of(person, asked.situation)
        with seen_from("document"):
            course = decided(question.value())
    frame = Taken(asked.frame.shutter_s, asked.frame.aperture, asked.frame.iso)
    return [WhyOut(text=one.text, ways=[WayOutOut.model_validate(way) for way in one.ways]) for one in why(course, frame)]


@contextmanager
def seen_from(*place: str) -> Iterator[None]:
    """Tell what is wrong from further out.

    Raises
    ------
    CraftError, InputError : as they were, under a place.
    """
    try:
        yield
    except (CraftError, InputError) as error:
        raise error.under(*place) from error


def theirs_of(person: Somebody) -> Theirs:
    """What is a person's own and may be named in a question."""
    return Theirs(own_of(person), partial(answer_now, person), partial(whites_elsewhere, person))


MOST_ELSEWHERE = 8


def whites_elsewhere(person: Somebody, now: SituationNow) -> tuple[WhiteElsewhere, ...]:
    """Whites that a person set by their numbers in other situations of the same day; what cannot be read is left out."""
    there = Situation.objects.filter(outing_id=now.outing, outing__person_id=person.pk, outing__deleted_at=None, deleted_at=None)
    rows = there.filter(document__settings__white_kelvin__isnull=False).exclude(document__title=now.document.title).order_by("pk")
    found = []
    for row in rows.select_related("outing__person")[:MOST_ELSEWHERE]:
        try:
            document = SituationDocument.model_validate(row.document)
            light = Kit(row.outing.person, (document.body, document.lens)).resolve(document, row.outing).value().light
        except (InputError, CraftError, ValueError):
            continue
        settings = document.settings
        tint = str(settings.get("white_tint", "none"))
        found.append(WhiteElsewhere(document.title, float(settings["white_kelvin"]), tint, light))
    return tuple(found)


def in_full(person: Somebody, asked: RehearseIn) -> RehearseIn:
    """The same question with its kit in full: it stays what it is, whatever becomes of the kit.

    Raises
    ------
    InputError : the situation's kit is not there, or cannot be read; under its place.
    """
    if not isinstance(asked.situation, SituationNow):
        return asked
    with seen_from("situation"):
        return asked.model_copy(update={"situation": question_of(person, asked.situation)})


def pairs_of(person: Somebody, now: SituationNow) -> PairsOut:
    """A person's bodies and lenses for a situation, best first; where they make too many pairs, those of its own body.

    Pairs that cannot be joined, and kit that cannot be read, are left out.

    Raises
    ------
    CraftError, InputError : what the situation's own kit does not have or the numbers do not allow.
    """
    if not isinstance(person, User):
        raise InputError([Problem("/outing", "this outing is not among yours")])
    kit = Kit(person)
    form = question_of(person, now, kit)
    bodies, lenses = kit.readable("body", BodyForm), kit.readable("lens", LensForm)
    built_in = {body.fixed_lens for body in bodies.values()}
    many = len(bodies) * len(lenses) > MOST_PAIRS
    if many:
        bodies = {slug: body for slug, body in bodies.items() if slug == now.document.body}
    free = form.model_copy(update={"locks": type(form.locks)(), "focal_length_mm": None})
    said = [
        free.model_dump_json(exclude={"body", "lens"}),
        *(f"{slug} {one.model_dump_json()}" for slug, one in (*bodies.items(), *lenses.items())),
    ]
    pairs = _ranked(_Asked("\n".join(said), lambda: _joined(free, bodies, lenses, built_in)))
    return PairsOut(pairs=list(pairs), of_one_body=many)


@dataclass(frozen=True, slots=True)
class _Asked:
    """Pairs that are the same as others when all that was said of them is."""

    said: str
    joined: Callable[[], list[tuple[str, str, SituationForm]]] = field(compare=False)


@kept_as(40_000)
def _ranked(asked: _Asked) -> tuple[PairOut, ...]:
    """The pairs, best first: each is a setup, and somebody who holds a dial by hand asks for the same again."""
    joined = asked.joined()
    return tuple(
        PairOut(
            body=joined[p.index][0],
            lens=joined[p.index][1],
            focal_length_mm=p.focal_length_mm,
            share=p.share,
            crop_stops=p.crop_stops,
            gave_stops=p.gave_stops,
            cost_stops=p.cost_stops,
            binding=p.binding.value if p.binding else None,
            out_of_reach=p.out_of_reach,
            iso=p.iso,
        )
        for p in rank(tuple(one.value() for _, _, one in joined))
    )


def _joined(
    form: SituationForm, bodies: dict[str, BodyForm], lenses: dict[str, LensForm], built_in: set[str | None]
) -> list[tuple[str, str, SituationForm]]:
    """The situation with each body and lens that go together; built_in: lenses that belong to one body."""
    found = []
    for body_slug, body in bodies.items():
        for lens_slug, lens in lenses.items():
            if lens_slug != body.fixed_lens if body.fixed_lens else lens_slug in built_in:
                continue
            distance = form.motion.distance_m
            if distance is not None and distance < lens.closest_m:
                continue
            kit = {"body": body.model_copy(update={"fixed_lens": None}), "lens": lens}
            one = form.model_copy(update=kit)
            found.append((body_slug, lens_slug, one.model_copy(update={"focal_length_mm": best_mm(one.value())})))
    return found

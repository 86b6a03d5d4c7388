"""Controls of the bodies of an outing: what the day wants under a finger, and where to put it."""

from __future__ import annotations

from collections.abc import Sequence

from django.http import HttpRequest
from ninja import Router, Schema

from craft.configuration.around import given_for
from craft.configuration.decided import facts_of
from craft.errors import CraftError
from craft.kit.controls import Control, Given, Use
from craft.loading.controls import Clash, Hour, Wanted, clashes_of, pairs_of, roles_of, two_meanings
from craft.loading.day import Stop
from craft.loading.functions import BY_FUNCTION
from craft.loading.pins import Errand, pins_of
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from exchange.layout_form import LayoutForm
from gear.models import Layout
from outings.actions import Kit
from outings.day import Made, by_body, made_of, minutes_of
from outings.mine import my_outing
from people.versions import tag

router = Router(tags=["controls"])


class ControlOut(Schema):
    """A control of the body: what its owner calls it, and where it lies."""

    slug: str
    label: str
    spot: str
    uses: list[Use]


class RoleOut(Schema):
    """A role: on which control, how, what; fixed by the person; uses of the day, and why one wants it."""

    control: str
    use: Use
    function: str
    label: str
    fixed: bool
    uses: float
    because: str
    situations: list[str]


class WantedOut(Schema):
    """Something the day wants under a finger that found no place: uses, frames that looking for it in the menus may lose; pinned instead."""

    function: str
    label: str
    uses: float
    lost: float
    because: str
    pinned: bool


class ClashOut(Schema):
    """What is wrong with a role, and in which situations."""

    control: str
    function: str
    label: str
    because: str
    situations: list[str]


class MeaningOut(Schema):
    """One value of a setting that decides what a finger does, and where it holds."""

    value: str
    situations: list[str]


class TwoMeaningsOut(Schema):
    """A finger that would mean different things in different setups."""

    setting: str
    label: str
    values: list[MeaningOut]


class InTurnsOut(Schema):
    """Two situations so close that two fingers should hold their setups; differs: settings to be borrowed."""

    one: str
    other: str
    minutes: float
    differs: list[str]


class PinOut(Schema):
    """An item worth pinning, and how often the day sets it."""

    setting: str
    label: str
    times: int


class BodyControls(Schema):
    """Controls of one body on the day.

    kept: the roles as they are written down; proposed: the best, fixed ones kept; worth: frames that
    those save; problem: why none can be proposed; pins: what to pin, with presses of the day without
    and with them.
    """

    body: str
    version: str
    borrows_from: str
    controls: list[ControlOut]
    kept: list[RoleOut]
    proposed: list[RoleOut]
    worth: float
    without: list[WantedOut]
    clashes: list[ClashOut]
    kept_clashes: list[ClashOut]
    meanings: list[TwoMeaningsOut]
    pairs: list[InTurnsOut]
    pins: list[PinOut]
    pins_without: float
    pins_presses: float
    pinned_room: int
    problem: str


class ControlsOut(Schema):
    """Controls of every body of the outing; problems: situations that have no setup, and why."""

    title: str
    bodies: list[BodyControls]
    problems: list[str]


def hour_of(made: Made) -> Hour:
    """A situation as the fingers meet it."""
    tokens = given_for(made.situation, made.setup).tokens
    facts = facts_of(made.setup, tokens)
    return Hour(made.title, facts, tokens, made.configuration.values, facts["shots"])


def _role(given: Given, wanted: dict[str, Wanted]) -> RoleOut:
    function, day = BY_FUNCTION[given.function], wanted.get(given.function)
    return RoleOut(
        control=given.control,
        use=given.use,
        function=given.function,
        label=function.label,
        fixed=given.fixed,
        uses=day.uses if day else 0,
        because=function.because,
        situations=list(day.situations) if day else [],
    )


def _clashes(found: Sequence[Clash]) -> list[ClashOut]:
    return [
        ClashOut(
            control=clash.given[0].control,
            function=clash.given[0].function,
            label=BY_FUNCTION[clash.given[0].function].label,
            because=clash.because,
            situations=list(clash.situations),
        )
        for clash in found
    ]


def _there(roles: Sequence[Given], controls: Sequence[Control]) -> list[Given]:
    """Roles on controls and of functions that there still are."""
    names = {control.slug for control in controls}
    return [role for role in roles if role.control in names and role.function in BY_FUNCTION]


def _body(body: str, day: list[Made], starts: dict[int, str], layout: tuple[LayoutForm, int], kit: Kit) -> BodyControls:
    facts, state, form = day[0].situation.body.facts, kit.states[body], layout[0]
    hours = [hour_of(made) for made in day]
    kept = _there([role.value() for role in form.roles], facts.controls)
    problem = ""
    try:
        roles = roles_of(hours, facts.controls, [role for role in kept if role.fixed], form.own())
    except CraftError as error:
        problem = error.message
        roles = roles_of(hours, facts.controls, (), form.own())
    wanted = {one.function.slug: one for one in roles.wanted}
    stops = [Stop(made.configuration, given_for(made.situation, made.setup)) for made in day]
    errands: list[Errand] = [(stop, stops[k].values) for k, stop in enumerate(stops[1:])]
    pins = pins_of(errands, state.menus)
    words = kit.words.get(body, {})
    return BodyControls(
        body=body,
        version=tag(layout[1]),
        borrows_from=facts.borrows_from,
        controls=[ControlOut(slug=c.slug, label=c.label, spot=c.spot, uses=list(c.uses)) for c in facts.controls],
        kept=[_role(given, wanted) for given in kept],
        proposed=[_role(given, wanted) for given in roles.given],
        worth=roles.worth,
        without=[
            WantedOut(
                function=w.function.slug,
                label=w.function.label,
                uses=w.uses,
                lost=w.lost,
                because=w.function.because,
                pinned=w.function.setting in form.pinned,
            )
            for w in roles.without
        ],
        clashes=_clashes(roles.clashes),
        kept_clashes=_clashes(clashes_of(kept, facts.controls, hours)),
        meanings=[
            TwoMeaningsOut(
                setting=one.setting,
                label=words.get(one.setting, BY_SLUG[one.setting].label),
                values=[MeaningOut(value=say_value(BY_SLUG[one.setting], v), situations=list(t)) for v, t in one.values],
            )
            for one in two_meanings(hours)
        ],
        pairs=[
            InTurnsOut(one=p.one, other=p.other, minutes=p.minutes, differs=[words.get(s, BY_SLUG[s].label) for s in p.differs])
            for p in pairs_of(hours, [minutes_of(starts[made.pk]) for made in day])
        ],
        pins=[
            PinOut(setting=slug, label=words.get(slug, BY_SLUG[slug].label), times=times)
            for slug, times in zip(pins.settings, pins.times, strict=True)
        ],
        pins_without=pins.without,
        pins_presses=pins.presses,
        pinned_room=facts.moves.pinned_room,
        problem=problem,
    )


@router.get("/outings/{pk}/controls", response=ControlsOut)
def controls(request: HttpRequest, pk: int) -> ControlsOut:
    """What the day wants under a finger, body by body."""
    outing = my_outing(request, pk)
    kit = Kit(request.user)
    setups, problems = made_of(outing, kit)
    starts = {row.pk: row.document["starts_at"] for row in outing.situations.filter(deleted_at=None)}
    days = by_body(setups)
    rows = Layout.objects.filter(piece__person=request.user, piece__slug__in=days).select_related("piece")
    layouts = {row.piece.slug: (LayoutForm.model_validate(row.document), row.revision) for row in rows}
    bodies = [_body(body, day, starts, layouts.get(body, (LayoutForm(), 1)), kit) for body, day in days.items()]
    return ControlsOut(title=outing.title, bodies=bodies, problems=problems)

"""Controls of the bodies of an outing: what the day wants under a finger, and where to put it: what is computed and written down."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from craft.day.areas import areas_needed
from craft.day.as_made import one_changed
from craft.day.fingers import Clash, Hour, Wanted, clashes_of, pairs_of, rests_of, roles_of, turns_of, two_meanings
from craft.day.functions import BY_FUNCTION, made_for
from craft.day.pins import Errand, pins_of
from craft.errors import CraftError
from craft.kit.controls import Control, Role
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.layout_form import LayoutForm
from outings.fingers.schemas import (
    BodyControls,
    ClashOut,
    ControlOut,
    InTurnsOut,
    MeaningOut,
    OneChangedOut,
    PinOut,
    RoleOut,
    TurnOut,
    TwoMeaningsOut,
    WantedOut,
)
from outings.kept import kept
from outings.reading import Kit
from outings.setups import Made, told_by
from people.versions import tag


def hour_of(made: Made) -> Hour:
    """A situation as the fingers meet it."""
    facts, configuration = made.facts, made.configuration
    areas = frozenset(str(area) for area in configuration.around.offered.get("focus_area", ()))
    return Hour(made.title, facts, made.tokens, configuration.values, facts["shots"], areas, made.begins)


def _role(given: Role, wanted: dict[str, Wanted], hours: Sequence[Hour]) -> RoleOut:
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
        rests=list(rests_of(given, hours)),
        looking_back=function.looking_back,
    )


def _control(control: Control, hours: Sequence[Hour]) -> ControlOut:
    turns = [TurnOut(function=f.slug, label=f.label, situations=list(titles)) for f, titles in turns_of(control, hours)]
    made = made_for(control)
    return ControlOut(
        slug=control.slug,
        label=control.label,
        spot=control.spot,
        uses=list(control.uses),
        turns=turns,
        made=made[0].label if made else "",
        lever=control.lever,
    )


def _one_changed(hours: Sequence[Hour], controls: Sequence[Control], form: LayoutForm, wanted: dict[str, Wanted]) -> OneChangedOut | None:
    found = one_changed(hours, controls, form.own())
    if found is None:
        return None
    return OneChangedOut(
        changed=_role(found.changed, wanted, hours),
        before=found.before.label if found.before else "",
        roles=[_role(one, wanted, hours) for one in found.roles],
        saves=found.saves,
        lost=found.lost,
    )


def _clashes(found: Sequence[Clash]) -> list[ClashOut]:
    return [
        ClashOut(
            control=clash.given[0].control if clash.given else "",
            function=clash.function.slug,
            label=clash.function.label,
            because=clash.because,
            situations=list(clash.situations),
        )
        for clash in found
    ]


def _there(roles: Sequence[Role], controls: Sequence[Control]) -> list[Role]:
    """Roles on controls and of functions that there still are."""
    names = {control.slug for control in controls}
    return [role for role in roles if role.control in names and role.function in BY_FUNCTION]


def clashes_on(body: str, day: list[Made], kit: Kit) -> int:
    """How many clashes the roles that are written down have on a day."""
    controls = day[0].situation.body.traits.under_fingers
    roles = _there([role.value() for role in kit.states[body].layout[0].roles], controls)
    return len(clashes_of(roles, controls, [hour_of(made) for made in day]))


def kept_controls(body: str, day: list[Made], kit: Kit) -> BodyControls:
    """The controls of one body over the day, computed once for the same day and the same body."""
    return kept("fingers", (body, told_by(day), kit.standing[body]), lambda: body_controls(body, day, kit))


def body_controls(body: str, day: list[Made], kit: Kit) -> BodyControls:
    """The controls of one body over the day: what is kept, what is proposed, what clashes, and what is worth pinning."""
    traits, state = day[0].situation.body.traits, kit.states[body]
    form, revision = state.layout
    hours = [hour_of(made) for made in day]
    kept = _there([role.value() for role in form.roles], traits.under_fingers)
    problem = ""
    try:
        roles = roles_of(hours, traits.under_fingers, [role for role in kept if role.fixed], form.own())
    except CraftError as error:
        problem = error.message
        roles = roles_of(hours, traits.under_fingers, (), form.own())
    wanted = {one.function.slug: one for one in roles.wanted}
    errands: list[Errand] = [(later.configuration, earlier.configuration.values) for earlier, later in pairwise(day)]
    pins = pins_of(errands, state.menus)
    words = kit.own_labels.get(body, {})
    return BodyControls(
        body=body,
        version=tag(revision),
        borrows_from=traits.borrows_from,
        finder=day[0].situation.body.finder.value,
        areas=sorted(set().union(*(hour.areas for hour in hours))),
        needed_areas=[say_value(BY_SLUG["focus_area"], area) for area in areas_needed(hours)],
        needed_modes=list(
            dict.fromkeys(say_value(BY_SLUG["focus_mode"], hour.values["focus_mode"]) for hour in hours if "focus_mode" in hour.values)
        ),
        controls=[_control(control, hours) for control in traits.under_fingers],
        kept=[_role(given, wanted, hours) for given in kept],
        proposed=[_role(given, wanted, hours) for given in roles.given],
        worth=roles.worth,
        one_changed=_one_changed(hours, traits.under_fingers, form, wanted),
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
        kept_clashes=_clashes(clashes_of(kept, traits.under_fingers, hours)),
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
            for p in pairs_of(hours, [made.begins for made in day])
        ],
        pins=[
            PinOut(setting=slug, label=words.get(slug, BY_SLUG[slug].label), times=times)
            for slug, times in zip(pins.settings, pins.times, strict=True)
        ],
        pins_without=pins.without,
        pins_presses=pins.presses,
        pins_walked=None if pins.walked == len(errands) else pins.walked,
        pinned_room=traits.moves.pinned_room,
        problem=problem,
    )

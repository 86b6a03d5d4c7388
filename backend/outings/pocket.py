"""What a pocket card says about getting the body there: slot and button for each change, checks, a note for other hands."""

from __future__ import annotations

from craft.day.checks import CHECKS, Check, Moment, applying
from craft.day.functions import BY_FUNCTION
from craft.day.moon import disc_frame
from craft.day.moon import in_a_line as disc_line
from craft.day.schedule import sky_leads
from craft.day.shortcuts import Through
from craft.day.special import special_configuration
from craft.day.stars import in_a_line as stars_line
from craft.day.stars import night_frame
from craft.day.walk import Way, walk
from craft.errors import CraftError
from craft.kit.controls import USE_WORDS
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Genre
from craft.vocabulary.words import say_value
from forms.card_form import PocketOut, ToSetOut
from forms.dialect_form import BETWEEN
from forms.walk_form import Believed
from kit.actions import laid_out
from kit.models import Layout
from outings.bench.schedule import moments_of
from outings.day.actions import night_there
from outings.models import Outing
from outings.reading import Kit
from outings.setups import Made, made_of
from outings.slots.actions import slots_of
from outings.slots.schemas import BodySlots

MOST_CHANGES = 24
"""Changes that a card has room for; the walk itself shows all of them."""


def pocket_of(outing: Outing, pk: int, kit: Kit) -> PocketOut | None:
    """What the card of a situation says of the way there; None where the situation has no setup."""
    setups = made_of(outing, kit)[0]
    here = next((made for made in setups if made.pk == pk), None)
    if here is None:
        return None
    day = [made for made in setups if made.body == here.body]
    before = next((day[k - 1] for k, made in enumerate(day) if k and made.pk == pk), None)
    plan = next(body for body in slots_of(outing, kit).bodies if body.body == here.body)
    state = kit.states[here.body]
    turns, brought = _turns(plan, pk, {made.pk: made for made in day}, here)
    changes = _changes(here, before, brought, state) if before else []
    night = night_there(outing) if here.situation.genre is Genre.NIGHT_SKY else None
    own = applying(CHECKS, here.facts, here.tokens, here.configuration.values)
    return PocketOut(
        before=before.title if before else "",
        turns=turns,
        changes=changes[:MOST_CHANGES],
        more=max(0, len(changes) - MOST_CHANGES),
        roles=_roles(kit, here),
        counts_on=_counts_on(here, state, outing.faces),
        checks=[one.text for one in own if isinstance(one.row, Check) and one.row.moment is Moment.SITUATION],
        hand_over=_hand_over(here, plan, kit.own_labels.get(here.body, {})),
        sky=" ".join(part for part in (night.told if night else "", _in_frame(here)) if part),
        schedule=_schedule(outing, here),
    )


def _in_frame(here: Made) -> str:
    """What a picture of the sky holds, in a line: its stars, or the moon's disc."""
    stars, disc = night_frame(here.situation, here.setup), disc_frame(here.situation, here.setup)
    return stars_line(stars) if stars else disc_line(disc) if disc else ""


def _schedule(outing: Outing, here: Made) -> list[str]:
    """When which dial moves as the sky goes; nothing where it moves none, or does not lead."""
    moments = () if sky_leads(here.situation, here.setup) else moments_of(outing, here.situation, here.setup, here.begins)[0]
    return [one.told for one in moments] if len(moments) > 1 else []


def _turns(plan: BodySlots, pk: int, day: dict[int, Made], here: Made) -> tuple[list[str], dict[str, Value]]:
    """The slots to turn to, in words, and what they bring back."""
    reached = next((r for r in plan.reached if r.situation == pk), None)
    turns: list[str] = []
    brought: dict[str, Value] = {}
    for bank, number in zip(plan.banks, reached.slots if reached else [], strict=False):
        if number is None:
            continue
        turns.append(bank.slots[number - 1].name)
        holds = here.situation.body.traits.all_banks[bank.bank - 1].holds
        held = day.get(bank.slots[number - 1].situation or 0, here).configuration.values
        brought |= {slug: value for slug, value in held.items() if holds(slug)}
    return turns, brought


def _changes(here: Made, before: Made, brought: dict[str, Value], state: Believed) -> list[ToSetOut]:
    made = walk(here.configuration, {**before.configuration.values, **brought}, state.menus, Way.AUDIT)
    return [
        ToSetOut(
            what=step.label,
            neutral=BY_SLUG[step.setting].label,
            value=say_value(BY_SLUG[step.setting], step.value),
            where=BETWEEN.join(step.menu),
            through=step.through,
        )
        for step in made.steps
    ]


COUNTED_ON: dict[str, frozenset[Value]] = {
    "flicker_timing": frozenset({"off"}),
    "fine_flicker_shutter": frozenset({"off"}),
    "focus_activation": frozenset({"shutter_button"}),
    "card_roles": frozenset(),
    "highlight_protection": frozenset({0.0}),
    "merge": frozenset({"off"}),
    "bracket_kind": frozenset({"off"}),
    "registered_faces": frozenset({"off"}),
}
"""What the field has to know is set, and the values at which there is nothing to know."""


def _ranked(faces: list[str]) -> list[str]:
    """Faces by their rank, as the card says them."""
    return [f"{k} {name}" for k, name in enumerate(faces, 1)]


def _counts_on(here: Made, state: Believed, faces: list[str]) -> list[ToSetOut]:
    """What the setup counts on and cannot be seen from outside, with its place in the menus."""
    values, words = here.configuration.values, {e.setting: e for e in state.dialect.entries if e.setting}
    return [
        ToSetOut(
            what=words[slug].label if slug in words else BY_SLUG[slug].label,
            neutral=BY_SLUG[slug].label,
            value=", ".join([say_value(BY_SLUG[slug], values[slug]), *(_ranked(faces) if slug == "registered_faces" else [])]),
            where=BETWEEN.join(words[slug].menu) if slug in words else "",
            through=Through.MENU,
        )
        for slug, dull in COUNTED_ON.items()
        if slug in values and values[slug] not in dull
    ]


def _roles(kit: Kit, here: Made) -> list[str]:
    """What lies under the fingers, as it is written down."""
    row = Layout.objects.filter(piece__person=kit.person, piece__slug=here.body).first()
    labels = {control.slug: control.called for control in here.situation.body.traits.under_fingers}
    roles = laid_out(row).roles
    return [
        f"{labels[role.control]}, {USE_WORDS[role.use]}: {BY_FUNCTION[role.function].label}"
        for role in roles
        if role.control in labels and role.function in BY_FUNCTION
    ]


def _hand_over(here: Made, plan: BodySlots, words: dict[str, str]) -> str:
    """What to do before someone else takes the camera."""
    for bank in plan.banks:
        for slot in bank.slots:
            if slot.special == "hand_over":
                return f"For other hands turn to {slot.name}: the release focuses, everything else looks after itself."
    try:
        then = special_configuration("hand_over", here.situation, here.setup).values
    except CraftError as error:
        return f"For other hands: {error.message}."
    now = here.configuration.values
    wanted = [
        s for s in ("exposure_mode", "focus_activation", "focus_mode", "iso_mode", "drive_mode") if s in then and then[s] != now.get(s)
    ]
    told = [f"{words.get(slug, BY_SLUG[slug].label)}: {say_value(BY_SLUG[slug], then[slug])}" for slug in wanted]
    return f"Before other hands take it: {'; '.join(told)}." if told else "Other hands can take it as it is."

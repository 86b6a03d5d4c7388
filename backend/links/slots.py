"""A body's slots over a link: filled, and given back what they held before."""

from __future__ import annotations

from craft.kit.dialect import in_own_words
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from forms.link_form import HeldSaid, SettingsSaid, SlotSaid
from forms.problems import InputError, Problem
from kit.actions import keep_in_slot, traits_of
from kit.models import Slot
from links.actions import alike, compared, differs_of, out_of, rows_that_differ, speaking, title_of, wanted_of, write_down, written_back
from links.models import Link, SlotBefore
from links.schemas import KeepSlotIn, KeptSlotOut, SlotBesideOut, SlotsBackOut
from links.speaking import Speaking
from outings.models import Situation
from outings.reading import Kit
from people.turns import begin


def keep(link: Link, situation: Situation, kit: Kit, at: KeepSlotIn) -> KeptSlotOut:
    """Keep what a body holds in one of its slots, and write down here what is in it.

    What the slot held is noted before it is written over, in a request of its own, so that whatever ends the other it can be given back: asked a
    first time, it is only that.

    Raises
    ------
    InputError : there is no such slot, or the body does not answer. CraftError : the situation has no setup.
    """
    title, wanted = title_of(situation, at.special), wanted_of(situation, kit)
    noted = link.slots_before.filter(bank=at.bank, number=at.number).exists()
    with speaking(link) as body:
        before = None if noted else _of(body, at)
        if noted:
            body.keep(at.bank, at.number, title[:120])
        held, state = body.settings(), body.state()
    begin()
    if before is not None:
        link.slots_before.get_or_create(bank=at.bank, number=at.number, defaults={"title": before.title, "values": before.values})
    else:
        write_down(link.piece, held)
        keep_in_slot(link.piece, at.bank, at.number, title, {row.setting: row.value for row in link.piece.held.all()})
    now = compared(link, wanted, held, out_of(link, state), kit.lens_name(situation.document["lens"]))
    return KeptSlotOut(kept=noted, now=now)


def _of(body: Speaking, at: KeepSlotIn) -> SlotSaid:
    found = next((slot for slot in body.slots().slots if (slot.bank, slot.number) == (at.bank, at.number)), None)
    if found is None:
        raise InputError([Problem("/number", "the body has no such slot")])
    return found


def slot_beside(link: Link, situation: Situation, kit: Kit, at: KeepSlotIn) -> SlotBesideOut:
    """What one of a body's slots brings back beside the setup that it is for, line by line; what the slot leaves out is in no line.

    Raises
    ------
    InputError : there is no such slot, or the body does not answer. CraftError : the situation has no setup.
    """
    wanted = wanted_of(situation, kit, at.special)
    with speaking(link) as body:
        slot, held = _of(body, at), body.settings()
    if slot.values is None:
        return SlotBesideOut(title="", empty=True, same=0, differs=[])
    labels, scales = {one.setting: one.label for one in held.settings}, traits_of(link.piece).scales
    there = {
        slug: HeldSaid(setting=slug, value=value, label=labels.get(slug, slug), word=in_own_words(BY_SLUG[slug], value, {}, scales))
        for slug, value in slot.values.items()
        if slug in BY_SLUG
    }
    differs = rows_that_differ(wanted, SettingsSaid(settings=list(there.values())))
    compared_to = [row for row in wanted.rows if not row.closed and row.setting.slug in there]
    return SlotBesideOut(
        title=slot.title,
        empty=False,
        same=len(compared_to) - len(differs),
        differs=[differs_of(link.piece, row, there[row.setting.slug], {}) for row in differs],
    )


def give_back(link: Link) -> SlotsBackOut:
    """Give the next slot back what it held before it was filled over this link; after the last one the body holds what it held before the first.

    What the body holds is noted first, in a request of its own; asked again, it goes on until nothing is left.

    Raises
    ------
    InputError : no slot was filled over this link, or the body does not answer.
    """
    row = link.slots_before.first()
    if row is None and link.standing is None:
        raise InputError([Problem("", "no slot was filled over this link that could be given back")])
    left: dict[str, Value] = {}
    with speaking(link) as body:
        held = body.settings()
        if link.standing is not None and row is not None:
            left = _give(body, row, held)
        elif link.standing is not None:
            left = written_back(body, _apart(link.standing, held))
            held = body.settings()
        state = body.state()
    begin()
    if link.standing is None:
        link.standing = {one.setting: one.value for one in held.settings}
    elif row is not None:
        _write_down_slot(link, row)
        row.delete()
    else:
        link.standing = None
        write_down(link.piece, held)
    link.save()
    return SlotsBackOut(
        left=link.slots_before.count() + (link.standing is not None),
        refused=sorted(left),
        title=row.title if row else "",
        link=out_of(link, state),
    )


def _apart(values: dict[str, Value], held: SettingsSaid) -> dict[str, Value]:
    return {
        one.setting: values[one.setting] for one in held.settings if one.setting in values and not alike(values[one.setting], one.value)
    }


def _give(body: Speaking, row: SlotBefore, held: SettingsSaid) -> dict[str, Value]:
    """Give a slot back what it held; what the body does not take of it."""
    if row.values is None:
        body.empty(row.bank, row.number)
        return {}
    left = written_back(body, _apart(row.values, held))
    body.keep(row.bank, row.number, row.title)
    return left


def _write_down_slot(link: Link, row: SlotBefore) -> None:
    if row.values is None:
        Slot.objects.filter(piece=link.piece, bank=row.bank, number=row.number).delete()
    else:
        keep_in_slot(link.piece, row.bank, row.number, row.title or "what it held before", row.values)

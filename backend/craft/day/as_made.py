"""What the controls of a body do as it leaves the box, and the one change of them that is worth most."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from craft.day.fingers import Hour, feel_of, free_on, seats, together, wanted_of, worth
from craft.day.functions import Function, made_for
from craft.kit.controls import Control, Feel, Role


@dataclass(frozen=True, slots=True)
class OneChanged:
    """One role changed, the rest as the body leaves the box.

    changed: the new role; before: what was there; roles: all of them with it; saves: frames of the day
    that it saves; lost: frames that the controls as made would lose.
    """

    changed: Role
    before: Function | None
    roles: tuple[Role, ...]
    saves: float
    lost: float


def as_made(controls: Sequence[Control]) -> tuple[Role, ...]:
    """The roles that controls leave the box with, as far as they are said or named; each function once, what is found soonest first.

    >>> keys = Control("k", "ISO button", "top_behind"), Control("l", "second ISO button", "back_left"), Control("a", "key", "thumb_rest")
    >>> [(one.control, one.use.value, one.function) for one in as_made(keys)]
    [('k', 'press', 'iso')]
    """
    found: dict[str, Role] = {}
    for control in sorted(controls, key=lambda one: feel_of(one, {}).missed):
        made = made_for(control)
        if made is not None:
            found.setdefault(made[0].slug, Role(control.slug, made[1], made[0].slug))
    return tuple(found.values())


def one_changed(hours: Sequence[Hour], controls: Sequence[Control], own: Mapping[str, Feel] | None = None) -> OneChanged | None:
    """The one change that saves most frames where the rest stays as made; None where none saves any.

    >>> keys = Control("k", "ISO button", "top_behind"), Control("a", "thumb button", "thumb_rest")
    >>> best = one_changed([hour()], keys)
    >>> best.changed.control, best.changed.function, [(role.control, role.function) for role in best.roles]
    ('a', 'exposure_lock', [('k', 'iso'), ('a', 'exposure_lock')])
    """
    own, wanted = own or {}, wanted_of(hours)
    by_slug = {control.slug: control for control in controls}
    made = as_made(controls)
    there = {one.function.slug: one for one in wanted}

    def saved(role: Role) -> float:
        one, control = there.get(role.function), by_slug[role.control]
        return (worth(one, control, role.use, feel_of(control, own)) or 0.0) if one else 0.0

    best: OneChanged | None = None
    kept = sum(map(saved, made))
    lost = sum(one.lost for one in wanted) - kept
    for one, control, use, value in seats(wanted, controls, own, free_on(hours, wanted, controls)):
        there_now = [r for r in made if r.control == control.slug and together(r.function, one.function.slug)]
        gone = [r for r in there_now if r.use is use or control.excluded(r.use, use)]
        moved = [r for r in made if r.function == one.function.slug and r not in gone]
        gain = value - sum(map(saved, (*gone, *moved)))
        if gain > 0 and (best is None or gain > best.saves):
            rest = tuple(r for r in made if r not in gone and r not in moved)
            new = Role(control.slug, use, one.function.slug, fixed=True)
            before = made_for(control)
            best = OneChanged(new, before[0] if gone and before else None, (*rest, new), gain, lost)
    return best

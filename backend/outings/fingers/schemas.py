"""Controls of the bodies of an outing: what the day wants under a finger, and where to put it: as it is said in JSON."""

from __future__ import annotations

from typing import Literal

from ninja import Schema

from craft.kit.controls import Use


class TurnOut(Schema):
    """What the setups of some situations put on a dial."""

    function: str
    label: str
    situations: list[str]


class ControlOut(Schema):
    """A control of the body: what its owner calls it, where it lies, and what the setups themselves put on it."""

    slug: str
    label: str
    spot: str
    uses: list[Use]
    turns: list[TurnOut]
    made: str
    lever: str


class RoleOut(Schema):
    """A role: on which control, how, what; fixed by the person; uses of the day, why one wants it, where it does nothing; looking_back: it acts while frames are looked at."""

    control: str
    use: Use
    function: str
    label: str
    fixed: bool
    uses: float
    because: str
    situations: list[str]
    rests: list[str]
    looking_back: bool


class WantedOut(Schema):
    """Something the day wants under a finger that found no place: uses, frames that looking for it in the menus may lose; pinned instead."""

    function: str
    label: str
    uses: float
    lost: float
    because: str
    pinned: bool


class ClashOut(Schema):
    """What is wrong with a role, and in which situations; without a control: what they count on and no finger has."""

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


class OneChangedOut(Schema):
    """One role changed, the rest as the body leaves the box: what, what was there, all the roles, frames saved of those that would be lost."""

    changed: RoleOut
    before: str
    roles: list[RoleOut]
    saves: float
    lost: float


class BodyControls(Schema):
    """Controls of one body on the day.

    finder, areas: what it looks like, and where it can focus; needed_areas: the fewest of them that do for the day, in words; needed_modes: its ways of focusing; kept: the roles as they are written down; proposed: the best, fixed ones kept; worth: frames that
    those save; problem: why none can be proposed; pins: what to pin, with presses of the day without
    and with them.
    """

    body: str
    version: str
    borrows_from: str
    finder: Literal["electronic", "optical", "screen"]
    areas: list[str]
    needed_areas: list[str]
    needed_modes: list[str]
    controls: list[ControlOut]
    kept: list[RoleOut]
    proposed: list[RoleOut]
    worth: float
    one_changed: OneChangedOut | None
    without: list[WantedOut]
    clashes: list[ClashOut]
    kept_clashes: list[ClashOut]
    meanings: list[TwoMeaningsOut]
    pairs: list[InTurnsOut]
    pins: list[PinOut]
    pins_without: float
    pins_presses: float
    pins_walked: int | None
    pinned_room: int
    problem: str


class ControlsOut(Schema):
    """Controls of every body of the outing; problems: situations that have no setup, and why."""

    title: str
    bodies: list[BodyControls]
    problems: list[str]

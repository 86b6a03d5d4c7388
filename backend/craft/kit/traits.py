"""What a body's own profile says about its settings, beyond the figures of craft.kit.body."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from craft.errors import CraftError
from craft.kit.controls import REAR_SCREEN, Control, Use
from craft.kit.moves import Moves
from craft.kit.own_steps import Preset, Scale, check_own_steps
from craft.vocabulary.features import FEATURES
from craft.vocabulary.rules import Rule
from craft.vocabulary.setting import Reach, Value
from craft.vocabulary.settings import setting_for

FIRST_BANK = "slots"


@dataclass(frozen=True, slots=True)
class Bank:
    """Custom slots that are turned to together; several banks of a body combine.

    slots: how many; only: settings it holds (empty: all but those left out); leaves_out: settings it
    does not hold; names: what their owner or the body calls them, the first ones first.
    """

    label: str
    slots: int
    only: frozenset[str] = frozenset()
    leaves_out: frozenset[str] = frozenset()
    names: tuple[str, ...] = ()

    def holds(self, setting: str) -> bool:
        """Whether a slot of it brings a setting back."""
        return setting not in self.leaves_out and (not self.only or setting in self.only)

    def called(self, number: int) -> str:
        """What a slot of it is called.

        >>> [Bank(label, 2, names=("wings",)).called(k) for label in (FIRST_BANK, "focus sets") for k in (1, 2)]
        ['wings', 'slot 2', 'wings', 'focus sets 2']
        """
        own = self.names[number - 1] if number <= len(self.names) else ""
        return own or f"{'slot' if self.label == FIRST_BANK else self.label} {number}"


@dataclass(frozen=True, slots=True)
class Traffic:
    """How fast frames leave a body, in megabytes and megabytes a second; 0: nobody knows.

    buffer_mb: what it holds before anything is written; card_mb_s: writing to the first and the second
    card; link_mb_s: sending over its link; blocks: what it cannot do while frames wait to be sent, in
    the owner's words; raw_mb: size of one raw frame, by how it is packed, as far as its files have been seen.
    """

    buffer_mb: float = 0
    card_mb_s: tuple[float, ...] = ()
    link_mb_s: float = 0
    blocks: tuple[str, ...] = ()
    raw_mb: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Following:
    """How autofocus runs, as far as it is known of a body; None: as is usual in its class (craft.focus.loops, where each is explained).

    stack_sizes: how many sizes its step of a set of focus has; stack_finest: how far the finest moves the plane, as a share of the depth of
    a frame. Both or neither are of use.
    """

    updates_s: float | None = None
    blackout_s: float | None = None
    lag_s: float | None = None
    darkest_ev: float | None = None
    finds_share: float | None = None
    stack_sizes: int | None = None
    stack_finest: float | None = None


@dataclass(frozen=True, slots=True)
class Traits:
    """Traits of one body about its settings.

    firmware: the version that all of this is true for, unless ``true_for`` names another for a
    setting; features: what it has, tokens of craft.vocabulary.features; absent: settings it lacks all
    the same; defaults: as it leaves the box; defaults_known: its owner has gone through them, so that what is
    not listed is as most bodies have it, and no guess; offered: values it has; reach: where a setting touches
    something else than usual; added, dropped: dependencies of its own, and usual ones it is free of;
    raw_rate, mechanical_rate: highest rates with raw and with curtains, in frames per second; slots: how
    many custom slots a turn of a dial brings back; slot_leaves_out: settings that a slot does not hold; slot_names: what they are called;
    second_bank: slots that combine with those, and what they hold; following: how its autofocus runs; scales: its own steps of settings that it
    prints as steps; presets: values of several of them under one name; presets_only: they are set in no other way;
    moves: what moving through its menus costs; controls: its buttons and dials; borrows_from: where values
    come from that a button borrows while it is held.
    """

    firmware: str = ""
    features: frozenset[str] = frozenset()
    absent: frozenset[str] = frozenset()
    defaults: Mapping[str, Value] = field(default_factory=dict)
    defaults_known: bool = False
    offered: Mapping[str, tuple[Value, ...]] = field(default_factory=dict)
    reach: Mapping[str, Reach] = field(default_factory=dict)
    true_for: Mapping[str, str] = field(default_factory=dict)
    added: tuple[Rule, ...] = ()
    dropped: frozenset[str] = frozenset()
    raw_rate: float | None = None
    mechanical_rate: float | None = None
    slots: int = 0
    slot_leaves_out: frozenset[str] = frozenset()
    slot_names: tuple[str, ...] = ()
    second_bank: Bank | None = None
    moves: Moves = field(default_factory=Moves)
    controls: tuple[Control, ...] = ()
    borrows_from: str = ""
    traffic: Traffic = field(default_factory=Traffic)
    following: Following = field(default_factory=Following)
    scales: Mapping[str, Scale] = field(default_factory=dict)
    presets: tuple[Preset, ...] = ()
    presets_only: bool = False

    def says_default(self, setting: str) -> bool:
        """Whether the owner has said how a setting leaves the box; otherwise it is a guess.

        >>> Traits(defaults={"beeps": "off"}).says_default("beeps"), Traits().says_default("beeps")
        (True, False)
        """
        return self.defaults_known or setting in self.defaults

    @property
    def nothing_steers(self) -> bool:
        """Whether its controls are written down and none of them leads the point any way."""
        return bool(self.controls) and not any(Use.STEER in control.uses for control in self.controls)

    @property
    def under_fingers(self) -> tuple[Control, ...]:
        """Its controls; a screen that answers a touch leads the point where nothing else does.

        >>> thumb = Control("thumb", "thumb button", "thumb_rest")
        >>> [[c.slug for c in Traits(features=frozenset(has), controls=(thumb,)).under_fingers] for has in ((), ("touch",))]
        [['thumb'], ['thumb', 'rear_screen']]
        """
        screen = "touch" in self.features and self.nothing_steers and all(one.slug != REAR_SCREEN.slug for one in self.controls)
        return (*self.controls, REAR_SCREEN) if screen else self.controls

    @property
    def all_banks(self) -> tuple[Bank, ...]:
        """Every bank of slots, the usual one first; none where there are no slots."""
        second = self.second_bank
        if not self.slots:
            return ()
        first = Bank(FIRST_BANK, self.slots, frozenset(), self.slot_leaves_out | (second.only if second else frozenset()), self.slot_names)
        return (first, second) if second else (first,)

    def __post_init__(self) -> None:
        """Refuse traits about settings, values and features that there are not."""
        unknown = sorted(self.features - set(FEATURES))
        if unknown:
            raise CraftError(f"“{unknown[0]}” is not a feature: {', '.join(sorted(FEATURES))}", ("features",))
        names = [control.slug for control in self.controls]
        for k, name in enumerate(names):
            if name in names[:k]:
                raise CraftError(f"“{name}” is the name of another control already", ("controls", k, "slug"))
        if self.second_bank and not self.second_bank.only:
            raise CraftError("name the settings that the second bank holds", ("second_bank", "only"))
        check_own_steps(self.scales, self.presets)
        if self.presets_only and not self.presets:
            raise CraftError("write down at least one preset: without any, nothing could be set", ("presets_only",))
        self._check_settings()

    def _check_settings(self) -> None:
        second = self.second_bank.only if self.second_bank else frozenset()
        own = (slug for rule in self.added for slug in rule.settings)
        for slug in (*self.absent, *self.reach, *self.slot_leaves_out, *self.true_for, *second, *own):
            setting_for(slug)
        for slug, values in self.offered.items():
            if not values:
                raise CraftError(f"{slug} needs at least one value, or belongs under absent", ("offered", slug))
            for value in values:
                setting_for(slug).checked(value)
        for slug, value in self.defaults.items():
            setting_for(slug).checked(value, tuple(self.offered.get(slug, ())))

"""What a body's own profile says about its settings, beyond the figures of craft.kit.body."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from craft.errors import CraftError
from craft.vocabulary.features import FEATURES
from craft.vocabulary.rules import Rule
from craft.vocabulary.setting import Reach, Value
from craft.vocabulary.settings import setting_for


@dataclass(frozen=True, slots=True)
class BodyFacts:
    """Facts of one body about its settings.

    firmware: the version that all of this is true for, unless ``true_for`` names another for a
    setting; features: what it has, tokens of craft.vocabulary.features; absent: settings it lacks all
    the same; defaults: as it leaves the box; offered: values it has; reach: where a setting touches
    something else than usual; added, dropped: dependencies of its own, and usual ones it is free of;
    raw_rate, mechanical_rate: highest rates with raw and with curtains, in frames per second; slots: how
    many custom slots a turn of a dial brings back; slot_leaves_out: settings that a slot does not hold.
    """

    firmware: str = ""
    features: frozenset[str] = frozenset()
    absent: frozenset[str] = frozenset()
    defaults: Mapping[str, Value] = field(default_factory=dict)
    offered: Mapping[str, tuple[Value, ...]] = field(default_factory=dict)
    reach: Mapping[str, Reach] = field(default_factory=dict)
    true_for: Mapping[str, str] = field(default_factory=dict)
    added: tuple[Rule, ...] = ()
    dropped: frozenset[str] = frozenset()
    raw_rate: float | None = None
    mechanical_rate: float | None = None
    slots: int = 0
    slot_leaves_out: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        """Refuse facts about settings, values and features that there are not."""
        unknown = sorted(self.features - set(FEATURES))
        if unknown:
            raise CraftError(f"“{unknown[0]}” is not a feature: {', '.join(sorted(FEATURES))}", ("features",))
        for slug in (*self.absent, *self.reach, *self.slot_leaves_out, *self.true_for, *(s for rule in self.added for s in rule.settings)):
            setting_for(slug)
        for slug, values in self.offered.items():
            if not values:
                raise CraftError(f"{slug} needs at least one value, or belongs under absent", ("offered", slug))
            for value in values:
                setting_for(slug).checked(value)
        for slug, value in self.defaults.items():
            setting_for(slug).checked(value, tuple(self.offered.get(slug, ())))

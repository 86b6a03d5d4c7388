"""What a body's profile says about its settings, in JSON."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, field_validator

from craft.day.functions import BY_FUNCTION
from craft.errors import CraftError
from craft.kit.controls import Control, Use
from craft.kit.moves import Moves
from craft.kit.own_steps import SCALED, Preset, Scale, values_of
from craft.kit.traits import Bank, Following, Traffic, Traits
from craft.vocabulary.rules import Rule, Term, Test
from craft.vocabulary.setting import Reach
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value

Flag = Annotated[bool, Field(strict=True)]
"""True or false; no number or word is taken for either."""

Slug = Annotated[str, Field(min_length=1, max_length=60)]
Sentence = Annotated[str, Field(min_length=1, max_length=300)]
Value = Annotated[float, Field(strict=True, allow_inf_nan=False)] | Annotated[str, Field(max_length=60)]
Rate = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1000)]


class _Form(BaseModel):
    model_config = ConfigDict(extra="forbid")


class TermForm(_Form):
    """One setting's part in a clash: the values for which it plays its part."""

    setting: Slug
    test: Test
    values: Annotated[list[Value], Field(min_length=1, max_length=20)]


class RuleForm(_Form):
    """A dependency of one body: broken when all terms hold."""

    slug: Slug
    terms: Annotated[list[TermForm], Field(min_length=1, max_length=8)]
    reason: Sentence
    way_out: Sentence


Presses = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100)]
Room = Annotated[int, Field(strict=True, ge=0, le=60)]


class MovesForm(_Form):
    """What moving through the menus costs, in presses (whole quarters), and how many items its two own lists hold."""

    line: Presses = 1
    enter: Presses = 1
    back: Presses = 1
    choose: Presses = 2
    number: Presses = 4
    reset: Presses = 8
    shortcut: Presses = 1
    pinned_room: Room = 0
    short_list_room: Room = 0


class ExcludedForm(_Form):
    """Two uses of a control of which only one can have a role."""

    one: Use
    other: Use


class ControlForm(_Form):
    """A button or dial: what its owner calls it, where it lies, how it can be used, what it can take (empty: anything)."""

    slug: Slug
    label: Annotated[str, Field(min_length=1, max_length=40)]
    spot: Slug
    uses: Annotated[list[Use], Field(min_length=1, max_length=len(Use))]
    takes: Annotated[list[Slug], Field(max_length=60)] = Field(default_factory=list)
    excludes: Annotated[list[ExcludedForm], Field(max_length=10)] = Field(default_factory=list)
    modes: Annotated[list[Slug], Field(max_length=10)] = Field(default_factory=list)
    made: Slug | Literal[""] = ""
    lever: Annotated[str, Field(max_length=40)] = ""

    @field_validator("made")
    @classmethod
    def made_is_a_function(cls, made: str) -> str:
        """Refuse what no control can do."""
        if made and made not in BY_FUNCTION:
            raise ValueError(f"“{made}” is not a function: {', '.join(BY_FUNCTION)}")
        return made

    def value(self) -> Control:
        """The control as the craft's value.

        Raises
        ------
        CraftError : a place that there is not.
        """
        return Control(
            self.slug,
            self.label,
            self.spot,
            tuple(self.uses),
            frozenset(self.takes),
            tuple((pair.one, pair.other) for pair in self.excludes),
            frozenset(self.modes),
            self.made,
            self.lever,
        )


SlotName = Annotated[str, Field(max_length=24)]


def control_form(control: Control) -> ControlForm:
    """A control in the open form."""
    return ControlForm(
        slug=control.slug,
        label=control.label,
        spot=control.spot,
        uses=list(control.uses),
        takes=sorted(control.takes),
        excludes=[ExcludedForm(one=one, other=other) for one, other in control.excludes],
        modes=sorted(control.modes),
        made=control.made,
        lever=control.lever,
    )


class BankForm(_Form):
    """A second bank of slots, turned to apart from the first: what it and its slots are called, how many, and the settings it holds."""

    label: Annotated[str, Field(min_length=1, max_length=40)]
    slots: Annotated[int, Field(strict=True, ge=1, le=20)]
    only: Annotated[list[Slug], Field(min_length=1, max_length=200)]
    names: Annotated[list[SlotName], Field(max_length=20)] = Field(default_factory=list)

    def value(self) -> Bank:
        """The bank as the craft's value."""
        return Bank(self.label, self.slots, frozenset(self.only), names=tuple(name.strip() for name in self.names))


Megabytes = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1_000_000)]


RawMegabytes = Annotated[
    dict[Literal["none", "lossless", "lossy"], Annotated[float, Field(allow_inf_nan=False, ge=0.01, le=2000)]], Field(max_length=3)
]
"""Size of one raw frame, by how it is packed."""


class TrafficForm(_Form):
    """How fast frames leave the body, in megabytes and megabytes a second (0: nobody knows); blocks: what waits while frames are sent;
    raw_mb: size of one raw frame, by how it is packed."""

    buffer_mb: Megabytes = 0
    card_mb_s: Annotated[list[Megabytes], Field(max_length=2)] = Field(default_factory=list)
    link_mb_s: Megabytes = 0
    blocks: Annotated[list[Annotated[str, Field(min_length=1, max_length=120)]], Field(max_length=12)] = Field(default_factory=list)
    raw_mb: RawMegabytes = Field(default_factory=dict)


Seconds = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=2)]


class FollowingForm(_Form):
    """How autofocus runs, null where nobody knows. updates_s: readings a second; blackout_s: for so long after a frame it reads nothing; lag_s: from the press to
    the frame; darkest_ev: light, through a lens of f/2, in which half of its readings come to nothing; finds_share: of the frame's height that a head must
    fill to be found; stack_sizes: sizes of its step of a set of focus, stack_finest: how far the finest moves the plane, as a share of a frame's depth."""

    updates_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=2, le=240)] | None = None
    blackout_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=2)] | None = None
    lag_s: Seconds | None = None
    darkest_ev: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-12, le=10)] | None = None
    finds_share: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=1)] | None = None
    stack_sizes: Annotated[int, Field(strict=True, ge=1, le=100)] | None = None
    stack_finest: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=10)] | None = None


Step = Annotated[int, Field(strict=True, ge=-20, le=20)]


class ScaleForm(_Form):
    """A body's own steps of a setting, from the lowest to the highest; turned: the highest is the first of our values (short, steady, slow) and not the last."""

    lowest: Step
    highest: Step
    turned: Flag = False


class PresetForm(_Form):
    """What a body keeps under one name: its own steps, by setting."""

    name: Annotated[str, Field(min_length=1, max_length=40)]
    steps: Annotated[dict[Slug, Step], Field(min_length=1, max_length=3)]


class TraitsForm(_Form):
    """Traits about a body's settings. See docs/formats for features, settings and values."""

    firmware: Annotated[str, Field(max_length=40)] = ""
    features: Annotated[list[Slug], Field(max_length=60)] = Field(default_factory=list)
    absent: Annotated[list[Slug], Field(max_length=200)] = Field(default_factory=list)
    defaults: Annotated[dict[Slug, Value], Field(max_length=200)] = Field(default_factory=dict)
    defaults_known: Flag = False
    offered: Annotated[dict[Slug, Annotated[list[Value], Field(max_length=100)]], Field(max_length=200)] = Field(default_factory=dict)
    reach: Annotated[dict[Slug, Reach], Field(max_length=200)] = Field(default_factory=dict)
    true_for: Annotated[dict[Slug, Annotated[str, Field(max_length=40)]], Field(max_length=200)] = Field(default_factory=dict)
    added: Annotated[list[RuleForm], Field(max_length=40)] = Field(default_factory=list)
    dropped: Annotated[list[Slug], Field(max_length=100)] = Field(default_factory=list)
    raw_rate: Rate | None = None
    mechanical_rate: Rate | None = None
    slots: Annotated[int, Field(strict=True, ge=0, le=20)] = 0
    slot_leaves_out: Annotated[list[Slug], Field(max_length=200)] = Field(default_factory=list)
    slot_names: Annotated[list[SlotName], Field(max_length=20)] = Field(default_factory=list)
    second_bank: BankForm | None = None
    moves: MovesForm = Field(default_factory=MovesForm)
    controls: Annotated[list[ControlForm], Field(max_length=30)] = Field(default_factory=list)
    borrows_from: Annotated[str, Field(max_length=80)] = ""
    traffic: TrafficForm = Field(default_factory=TrafficForm)
    following: FollowingForm = Field(default_factory=FollowingForm)
    scales: Annotated[dict[Slug, ScaleForm], Field(max_length=3)] = Field(default_factory=dict)
    presets: Annotated[list[PresetForm], Field(max_length=20)] = Field(default_factory=list)
    presets_only: Flag = False

    def _scales(self) -> dict[str, Scale]:
        found = {}
        for slug, scale in self.scales.items():
            try:
                found[slug] = Scale(scale.lowest, scale.highest, scale.turned)
            except CraftError as wrong:
                raise CraftError(wrong.message, ("scales", slug, *wrong.where)) from wrong
        return found

    def value(self, owner: str) -> Traits:
        """The traits as the craft's value; owner: the body's name, the source of its own dependencies.

        Raises
        ------
        CraftError : a feature, setting or value that there is not.
        """
        return Traits(
            firmware=self.firmware,
            features=frozenset(self.features),
            absent=frozenset(self.absent),
            defaults=dict(self.defaults),
            defaults_known=self.defaults_known,
            offered={slug: tuple(values) for slug, values in self.offered.items()},
            reach=dict(self.reach),
            true_for=dict(self.true_for),
            added=tuple(
                Rule(
                    slug=row.slug,
                    terms=tuple(Term(t.setting, t.test, tuple(t.values)) for t in row.terms),
                    reason=row.reason,
                    way_out=row.way_out,
                    source=f"profile of {owner}",
                )
                for row in self.added
            ),
            dropped=frozenset(self.dropped),
            raw_rate=self.raw_rate,
            mechanical_rate=self.mechanical_rate,
            slots=self.slots,
            slot_leaves_out=frozenset(self.slot_leaves_out),
            slot_names=tuple(name.strip() for name in self.slot_names),
            second_bank=self.second_bank.value() if self.second_bank else None,
            moves=Moves(**self.moves.model_dump()),
            controls=tuple(control.value() for control in self.controls),
            borrows_from=self.borrows_from,
            traffic=Traffic(
                self.traffic.buffer_mb,
                tuple(self.traffic.card_mb_s),
                self.traffic.link_mb_s,
                tuple(self.traffic.blocks),
                {str(packing): size for packing, size in self.traffic.raw_mb.items()},
            ),
            following=Following(**self.following.model_dump()),
            scales=self._scales(),
            presets=tuple(Preset(preset.name.strip(), dict(preset.steps)) for preset in self.presets),
            presets_only=self.presets_only,
        )


class OwnStepOut(BaseModel):
    """One of our values, and the step that shows on the body for it."""

    value: str
    label: str
    printed: str


class OwnScaleOut(BaseModel):
    """A setting that bodies print as steps: what its ends mean, and this body's steps; none where they are not known."""

    setting: str
    label: str
    first: str
    last: str
    steps: list[OwnStepOut]


class OwnPresetOut(BaseModel):
    """A preset of a body, in our words."""

    name: str
    words: str


class OwnStepsOut(BaseModel):
    """A body's own steps and its presets."""

    scales: list[OwnScaleOut]
    presets: list[OwnPresetOut]


def own_steps_out(traits: Traits) -> OwnStepsOut:
    """What a body shows, beside our words for it."""
    scales = []
    for slug in SCALED:
        setting, ends, scale = BY_SLUG[slug], values_of(slug), traits.scales.get(slug)
        steps = [] if scale is None else scale.values(slug)
        scales.append(
            OwnScaleOut(
                setting=slug,
                label=setting.label,
                first=say_value(setting, ends[0]),
                last=say_value(setting, ends[-1]),
                steps=[OwnStepOut(value=v, label=say_value(setting, v), printed=scale.printed(slug, v)) for v in steps if scale],
            )
        )
    presets = [
        OwnPresetOut(
            name=preset.name,
            words="; ".join(f"{BY_SLUG[slug].label}: {say_value(BY_SLUG[slug], v)}" for slug, v in preset.values(traits.scales).items()),
        )
        for preset in traits.presets
    ]
    return OwnStepsOut(scales=scales, presets=presets)

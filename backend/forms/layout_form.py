"""How a person has laid a body out: pinned items, the short list, roles of its controls, and how they meet the hand."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from craft.day.fingers import assign
from craft.day.functions import BY_FUNCTION
from craft.day.walk import Menus
from craft.errors import CraftError
from craft.kit.body import Body
from craft.kit.controls import Feel, Role, Use
from craft.kit.moves import Shortcuts
from craft.vocabulary.settings import setting_for
from craft.vocabulary.terms import Genre
from forms.configuration_form import Value
from forms.dialect_form import DialectForm
from forms.kit_form import Form
from forms.traits_form import Flag, Slug

Share = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1)]
Items = Annotated[list[Slug], Field(max_length=60)]


class RoleForm(Form):
    """A role on a control; fixed: wanted there whatever is computed."""

    control: Slug
    use: Use
    function: Slug
    fixed: Flag = False

    @model_validator(mode="after")
    def focus_is_held(self) -> RoleForm:
        """Focus under the thumb lasts while it is held: roles written down as a press mean that."""
        if self.use is Use.PRESS and self.function == "focus":
            self.use = Use.HOLD
        return self

    def value(self) -> Role:
        """The role as the craft's value."""
        return Role(self.control, self.use, self.function, self.fixed)


class FeelForm(Form):
    """How a control meets this hand: how often it is missed, and how often pressed by accident, as shares."""

    missed: Share
    bumped: Share


class LayoutForm(Form):
    """A body as one person has laid it out.

    prefix: that its files begin with; author: the name it writes into them; clock_offset_s: seconds that
    its clock is ahead of the true time, when last compared; works: what it is mostly used for; wants: what
    its owner wants of settings once and for all, whatever is advised.
    """

    pinned: Items = Field(default_factory=list)
    short_list: Items = Field(default_factory=list)
    roles: Annotated[list[RoleForm], Field(max_length=60)] = Field(default_factory=list)
    feel: Annotated[dict[Slug, FeelForm], Field(max_length=30)] = Field(default_factory=dict)
    prefix: Annotated[str, Field(max_length=8, pattern=r"^[A-Z0-9_]*$")] = ""
    author: Annotated[str, Field(max_length=60)] = ""
    works: Annotated[list[Genre], Field(max_length=3)] = Field(default_factory=list)
    wants: Annotated[dict[Slug, Value], Field(max_length=160)] = Field(default_factory=dict)
    clock_offset_s: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=-86_400, le=86_400)] | None = None

    def own(self) -> dict[str, Feel]:
        """How each control meets the hand, where the person has said so."""
        return {slug: Feel(feel.missed, feel.bumped) for slug, feel in self.feel.items()}

    def shortcuts(self, body: Body) -> Shortcuts:
        """What the layout offers beside the menus; roles on controls that the body has lost count for nothing.

        Raises
        ------
        CraftError : a setting that there is not, or more items than there is room for.
        """
        labels = {control.slug: control.label for control in body.traits.under_fingers}
        buttons = {
            BY_FUNCTION[role.function].setting: f"{labels[role.control]}"
            for role in self.roles
            if role.control in labels and role.function in BY_FUNCTION and role.use in (Use.PRESS, Use.PRESS_AND_TURN, Use.TURN)
        }
        return Shortcuts(tuple(self.pinned), tuple(self.short_list), tuple((slug, label) for slug, label in buttons.items() if slug))

    def checked(self, body: Body) -> LayoutForm:
        """The same layout, once it has been found sound on a body.

        Raises
        ------
        CraftError : an item or role that cannot be, at its place.
        """
        self.shortcuts(body).fitting(body.traits.moves)
        try:
            assign((), body.traits.under_fingers, [role.value() for role in self.roles])
        except CraftError as error:
            raise CraftError(error.message, ("roles", *error.where[1:])) from None
        for slug, value in self.wants.items():
            try:
                setting_for(slug).checked(value, tuple(body.traits.offered.get(slug, ())))
            except CraftError as error:
                raise CraftError(error.message, ("wants", slug)) from None
        unknown = sorted(set(self.feel) - {control.slug for control in body.traits.under_fingers})
        if unknown:
            raise CraftError(f"“{unknown[0]}” is not a control of this body", ("feel", unknown[0]))
        return self


def menus_of(body: Body, words: DialectForm, layout: LayoutForm, last: str | None = None) -> Menus:
    """A body's menus as its owner walks them; last: the setting at which they were left, if they open there."""
    return Menus(words.value(), body.traits.moves, layout.shortcuts(body), last)

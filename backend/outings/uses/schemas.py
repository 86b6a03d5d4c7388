"""Which setups use a value, and which a new profile would change: as it is said in JSON."""

from __future__ import annotations

from ninja import Schema

from craft.configuration.configure import Origin
from forms.configuration_form import Value as ValueOut


class UseOut(Schema):
    """The value of a setting in one of the person's setups; problem: why there is none."""

    situation: int
    title: str
    outing: str
    body: str
    value: ValueOut | None
    shown: str
    reason: str
    origin: Origin | None
    problem: str


class DifferenceOut(Schema):
    """A setting whose value would change; own: what the body calls it, or an empty text."""

    setting: str
    own: str
    label: str
    before: str
    after: str


class AffectedOut(Schema):
    """A setup that a new profile would change; problem: why it would have none."""

    situation: int
    title: str
    outing: str
    body: str
    differences: list[DifferenceOut]
    problem: str

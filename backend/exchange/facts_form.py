"""What a body's profile says about its settings, in JSON."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from craft.kit.facts import BodyFacts
from craft.vocabulary.rules import Rule, Term, Test
from craft.vocabulary.setting import Reach

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


class BodyFactsForm(_Form):
    """Facts about a body's settings. See docs/formats for features, settings and values."""

    firmware: Annotated[str, Field(max_length=40)] = ""
    features: Annotated[list[Slug], Field(max_length=60)] = Field(default_factory=list)
    absent: Annotated[list[Slug], Field(max_length=200)] = Field(default_factory=list)
    defaults: Annotated[dict[Slug, Value], Field(max_length=200)] = Field(default_factory=dict)
    offered: Annotated[dict[Slug, Annotated[list[Value], Field(max_length=100)]], Field(max_length=200)] = Field(default_factory=dict)
    reach: Annotated[dict[Slug, Reach], Field(max_length=200)] = Field(default_factory=dict)
    true_for: Annotated[dict[Slug, Annotated[str, Field(max_length=40)]], Field(max_length=200)] = Field(default_factory=dict)
    added: Annotated[list[RuleForm], Field(max_length=40)] = Field(default_factory=list)
    dropped: Annotated[list[Slug], Field(max_length=100)] = Field(default_factory=list)
    raw_rate: Rate | None = None
    mechanical_rate: Rate | None = None
    slots: Annotated[int, Field(strict=True, ge=0, le=20)] = 0
    slot_leaves_out: Annotated[list[Slug], Field(max_length=200)] = Field(default_factory=list)

    def value(self, owner: str) -> BodyFacts:
        """The facts as the craft's value; owner: the body's name, the source of its own dependencies.

        Raises
        ------
        CraftError : a feature, setting or value that there is not.
        """
        return BodyFacts(
            firmware=self.firmware,
            features=frozenset(self.features),
            absent=frozenset(self.absent),
            defaults=dict(self.defaults),
            offered={slug: tuple(values) for slug, values in self.offered.items()},
            reach=dict(self.reach),
            true_for=dict(self.true_for),
            added=tuple(
                Rule(
                    row.slug,
                    tuple(Term(t.setting, t.test, tuple(t.values)) for t in row.terms),
                    row.reason,
                    row.way_out,
                    f"profile of {owner}",
                )
                for row in self.added
            ),
            dropped=frozenset(self.dropped),
            raw_rate=self.raw_rate,
            mechanical_rate=self.mechanical_rate,
            slots=self.slots,
            slot_leaves_out=frozenset(self.slot_leaves_out),
        )

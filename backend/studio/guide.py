"""The settings guide: what every setting is, touches, needs and rules out. Stateless."""

from __future__ import annotations

from functools import cache

from django.http import HttpRequest
from ninja import Router, Schema

from craft.configuration.bundles import BUNDLES
from craft.configuration.decided import of_settings
from craft.configuration.habits import HABITS
from craft.decisions.facts import wins_when
from craft.kit.features import STATED
from craft.vocabulary.called import CALLED
from craft.vocabulary.dependencies import AFTERS, RULES
from craft.vocabulary.features import CIRCUMSTANCES, FEATURES
from craft.vocabulary.setting import GROUP_WORDS, REACH_WORDS, Group, Reach, Setting
from craft.vocabulary.settings import BY_SLUG, SETTINGS
from craft.vocabulary.words import say_value
from forms.configuration_form import ChangedOut, ChoiceOut
from people.guards import Anyone

router = Router(tags=["guide"], auth=Anyone())


class DependencyWords(Schema):
    """A dependency: the settings that play a part, why, a way out, and when it applies (or an empty text)."""

    slug: str
    settings: list[str]
    reason: str
    way_out: str
    applies: str


class AfterWords(Schema):
    """What a setting is open only after."""

    setting: str
    reason: str


class SettingWords(Schema):
    """A setting. touches: the answer to *does this touch my raw?*; decision: which one sets it, or an empty text."""

    slug: str
    group: Group
    label: str
    unit: str
    values: list[ChoiceOut]
    default_shown: str
    lowest: float
    highest: float
    reach: Reach
    also: list[Reach]
    touches: str
    meaning: str
    called: list[str]
    needs: list[str]
    after: list[AfterWords]
    dependencies: list[str]
    habits: list[str]
    bundles: list[str]
    decision: str


class WayWords(Schema):
    """A way of a habit."""

    slug: str
    label: str
    wins_when: str
    costs: str
    sets: list[ChangedOut]


class HabitWords(Schema):
    """A choice in which good photographers differ."""

    slug: str
    question: str
    ways: list[WayWords]


class BundleWords(Schema):
    """Settings that help only as a whole."""

    slug: str
    label: str
    helps: str
    why_whole: str
    proof: str
    sets: list[ChangedOut]


class Named(Schema):
    """A token and its words."""

    slug: str
    label: str


class FeatureWords(Named):
    """A feature; stated: only a body's profile can say that it is there."""

    stated: bool


class Guide(Schema):
    """Everything that can be looked up about settings."""

    settings: list[SettingWords]
    groups: list[Named]
    reaches: list[Named]
    features: list[FeatureWords]
    dependencies: list[DependencyWords]
    habits: list[HabitWords]
    bundles: list[BundleWords]


def _applies(given: tuple[str, ...], unless: tuple[str, ...]) -> str:
    known = {**FEATURES, **CIRCUMSTANCES}
    parts = [*(known[token] for token in given), *(f"unless {known[token]}" for token in unless)]
    return "; ".join(parts)


def _changed(sets: tuple[tuple[str, float | str], ...]) -> list[ChangedOut]:
    return [ChangedOut(setting=slug, value=value, shown=say_value(BY_SLUG[slug], value)) for slug, value in sets]


def _setting(setting: Setting) -> SettingWords:
    slug = setting.slug
    return SettingWords(
        slug=slug,
        group=setting.group,
        label=setting.label,
        unit=setting.unit.value,
        values=[ChoiceOut(value=v, shown=say_value(setting, v)) for v in setting.values],
        default_shown=say_value(setting, setting.default),
        lowest=setting.lowest,
        highest=setting.highest,
        reach=setting.reach,
        also=list(setting.also),
        touches=REACH_WORDS[setting.reach],
        meaning=setting.meaning,
        called=list(CALLED.get(slug, ())),
        needs=[FEATURES[token] for token in setting.needs],
        after=[AfterWords(setting=a.term.setting, reason=a.reason) for a in AFTERS if a.setting == slug],
        dependencies=[rule.slug for rule in RULES if slug in rule.settings],
        habits=[habit.slug for habit in HABITS if any(slug == name for way in habit.ways for name, _ in way.sets)],
        bundles=[bundle.slug for bundle in BUNDLES if any(slug == name for name, _ in bundle.sets)],
        decision=made[slug].slug if (made := of_settings()) and slug in made else "",
    )


@cache
def guide() -> Guide:
    """The whole guide, made once."""
    return Guide(
        settings=[_setting(setting) for setting in SETTINGS],
        groups=[Named(slug=group.value, label=GROUP_WORDS[group]) for group in Group],
        reaches=[Named(slug=reach.value, label=REACH_WORDS[reach]) for reach in Reach],
        features=[FeatureWords(slug=slug, label=label, stated=slug in STATED) for slug, label in FEATURES.items()],
        dependencies=[
            DependencyWords(
                slug=rule.slug,
                settings=list(rule.settings),
                reason=rule.reason,
                way_out=rule.way_out,
                applies=_applies(rule.given, rule.unless),
            )
            for rule in RULES
        ],
        habits=[
            HabitWords(
                slug=habit.slug,
                question=habit.question,
                ways=[
                    WayWords(slug=w.slug, label=w.label, wins_when=wins_when(w.when, {}), costs=w.costs, sets=_changed(w.sets))
                    for w in habit.ways
                ],
            )
            for habit in HABITS
        ],
        bundles=[
            BundleWords(slug=b.slug, label=b.label, helps=b.helps, why_whole=b.why_whole, proof=b.proof, sets=_changed(b.sets))
            for b in BUNDLES
        ],
    )


@router.get("/settings", response=Guide)
def look_up(request: HttpRequest) -> Guide:
    """Every setting: meaning, reach, dependencies, habits and bundles. Stateless."""
    return guide()

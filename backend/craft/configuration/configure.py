"""Setup in, whole configuration out: every setting of the body with a value, a reason and an origin.

Layers are laid over each other: what the body leaves the box with, guards, what the kind of work
wants, habits computed or answered, decisions, and what is set by hand. Settings that no decision and
no hand has set then follow where a dependency asks it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, replace
from enum import Enum
from functools import cached_property
from types import MappingProxyType

from craft.configuration.around import around_of, settings_of
from craft.configuration.bundles import BUNDLES, BundleState, state_of
from craft.configuration.decided import decided, facts_of, of_settings
from craft.configuration.habits import HABITS, Habit, Way
from craft.configuration.rows import GUARDS, ROWS, Row
from craft.decisions.facts import Facts, all_hold, phrase
from craft.decisions.schools import DECISIONS
from craft.errors import CraftError
from craft.kit.body import Body
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.vocabulary.checker import Change, Violation, closed, order_to_set, smallest_change, violations
from craft.vocabulary.features import lacking
from craft.vocabulary.rules import Around
from craft.vocabulary.setting import Reach, Setting, Value
from craft.vocabulary.settings import setting_for
from craft.vocabulary.terms import File
from craft.vocabulary.words import say_value


class Origin(Enum):
    """Where a value comes from, the strongest first."""

    LOCKED = "locked"
    DECIDED = "decided"
    FOLLOWS = "follows"
    PROFILE = "profile"
    SCHOOL = "school"
    GENRE = "genre"
    GUARD = "guard"
    BODY_DEFAULT = "body_default"


WEIGHT = {
    Origin.LOCKED: 60,
    Origin.DECIDED: 50,
    Origin.PROFILE: 40,
    Origin.GUARD: 30,
    Origin.SCHOOL: 20,
    Origin.FOLLOWS: 15,
    Origin.GENRE: 10,
    Origin.BODY_DEFAULT: 1,
}
"""What it means to change a setting of an origin, for choosing among equally few changes."""


FIRM = (Origin.LOCKED, Origin.DECIDED)
"""What does not follow where a dependency asks for it."""


@dataclass(frozen=True, slots=True)
class Configured:
    """One setting of a configuration.

    by: slug of the habit or decision behind the value, or an empty text; closed: why it cannot be
    chosen now, or an empty text; reach: what it touches on this body; offered: the values to choose
    from (empty: any number between the setting's ends); default: as the body leaves the box; guessed: as most
    bodies do, its owner has not said so of this one;
    firmware: the version that what is known of it here is true for, where that is another than the body's.
    """

    setting: Setting
    value: Value
    because: str
    numbers: Mapping[str, float]
    origin: Origin
    by: str
    default: Value
    guessed: bool
    reach: Reach
    offered: tuple[Value, ...]
    closed: str = ""
    firmware: str = ""


@dataclass(frozen=True, slots=True)
class Unkept:
    """An answer of a person's to a habit that this body cannot keep, and what it lacks for it."""

    habit: Habit
    way: Way
    why: str


@dataclass(frozen=True)
class Configuration:
    """The whole configuration, in the order in which one sets it.

    violations: dependencies that it breaks; change: the smallest change that clears them without
    touching what was set by hand, or the settings set by hand that clash; bundles: how each stands;
    unkept: answers of the person's that this body has nothing for; around: what of the situation its dependencies ask for.
    """

    rows: tuple[Configured, ...]
    violations: tuple[Violation, ...]
    change: Change
    bundles: tuple[BundleState, ...]
    around: Around
    unkept: tuple[Unkept, ...] = ()

    @cached_property
    def values(self) -> Mapping[str, Value]:
        """Value by setting."""
        return MappingProxyType({row.setting.slug: row.value for row in self.rows})

    @property
    def fresh(self) -> dict[str, Value]:
        """What the body is known to hold when it has just been reset, by setting; a guess is not known."""
        return {row.setting.slug: row.default for row in self.rows if not row.guessed}

    def clashes(self, bundle: BundleState) -> tuple[Violation, ...]:
        """Dependencies that setting all of a bundle would break with what is decided or set by hand; the rest follows.

        >>> made = configured()
        >>> next(one for one in ([v.rule.slug for v in made.clashes(bundle)] for bundle in made.bundles) if one)
        ['electronic_leans']
        """
        new = bundle.changes.keys()
        fixed = new | {row.setting.slug for row in self.rows if row.origin in FIRM}
        touched = replace(self.around, rules=tuple(rule for rule in self.around.rules if not new.isdisjoint(rule.settings)))
        broken = violations({**self.values, **bundle.changes}, touched) if new else ()
        return tuple(one for one in broken if not new.isdisjoint(one.settings) and fixed.issuperset(one.settings))


@dataclass(frozen=True, slots=True)
class _Laid:
    value: Value
    because: str
    numbers: Mapping[str, float]
    origin: Origin
    by: str = ""


def way_for(habit: Habit, facts: Facts, possible: Callable[[Way], bool] = lambda way: True) -> Way:
    """The first way of a habit that is possible and wins by the numbers, else the last that asks for nothing.

    >>> from craft.configuration.habits import BY_HABIT
    >>> way_for(BY_HABIT["review"], {**advised().facts, "bursting": 0.0, "cable": 0.0}).slug
    'short'
    """
    return next((way for way in habit.ways if all_hold(way.when, facts) and possible(way)), habit.ways[-1])


def default_of(setting: Setting, body: Body, offered: tuple[Value, ...]) -> Value:
    """The value with which a body leaves the box; where the usual one is not offered, the nearest that is.

    >>> from craft.vocabulary.settings import BY_SLUG
    >>> default_of(BY_SLUG["grid"], BODY, ("off", "on"))
    'off'
    """
    figures: dict[str, Value] = {"rate_high": body.frames_per_second or 1.0, "rate_low": max(1.0, (body.frames_per_second or 1.0) / 4)}
    value = body.traits.defaults.get(setting.slug, figures.get(setting.slug, setting.default))
    if not offered or value in offered:
        return value
    if isinstance(value, str):
        return offered[0]
    return min((v for v in offered if not isinstance(v, str)), key=lambda v: abs(v - value))


def _from_rows(rows: Iterable[Row], situation: Situation, facts: Facts, origin: Origin) -> Iterable[tuple[str, _Laid]]:
    for row in rows:
        if situation.genre in row.genres and all_hold(row.when, facts):
            because, numbers = phrase(row.because, facts)
            yield row.setting, _Laid(row.value, because, numbers, origin)


def _whole(way: Way, there: Mapping[str, Setting], around: Around) -> bool:
    """Whether a way that is taken whole or not at all can be had here."""
    return not way.whole or all(s not in there or _has(there[s], v, around.offered.get(s, ())) for s, v in way.sets)


def _unkept(situation: Situation, facts: Facts, there: Mapping[str, Setting], around: Around) -> Iterable[Unkept]:
    for habit in HABITS:
        way = next((way for way in habit.ways if way.slug == situation.person.habits.get(habit.slug)), None)
        if way is None or not all_hold(habit.only, facts):
            continue
        for slug, value in way.sets:
            setting = setting_for(slug)
            if slug not in there:
                yield Unkept(habit, way, f"{setting.label}: {lacking(setting.needs, around.tokens) or 'this body has no such setting'}")
            elif not _has(there[slug], value, around.offered.get(slug, ())):
                yield Unkept(habit, way, f"{setting.label} has no {say_value(setting, value)} on this body")


def _from_habits(
    situation: Situation, facts: Facts, there: Mapping[str, Setting], around: Around, why: Mapping[str, str]
) -> Iterable[tuple[str, _Laid]]:
    """why: what the setup has to say of settings, beside the reasons of the habits."""
    answers, undecided = situation.person.habits, situation.person.undecided
    for habit in HABITS:
        if not all_hold(habit.only, facts):
            continue
        answer = answers.get(habit.slug)
        named = next((way for way in habit.ways if way.slug == answer), None)
        if answer is not None and named is None:
            known = ", ".join(way.slug for way in habit.ways)
            raise CraftError(f"“{answer}” is not a way of {habit.slug}: {known}", ("profile", "habits", habit.slug))
        if named and not _whole(named, there, around):
            named = None
        way = named or way_for(habit, facts, lambda way: _whole(way, there, around))
        because, numbers = phrase(way.because, facts)
        if named:
            because, numbers = f"Your answer to “{habit.question}”: {way.label}. It costs: {way.costs}.", {}
        elif habit.slug in undecided:
            because = f"You decide this per situation; by the numbers: {because}"
        for slug, value in way.sets:
            said = f"{because} {why[slug]}" if slug in why else because
            yield slug, _Laid(value, said, numbers, Origin.PROFILE if named else Origin.SCHOOL, habit.slug)


def _from_decisions(setup: Setup) -> Iterable[tuple[str, _Laid]]:
    made, by = {reasoned.decision: reasoned for reasoned in setup.decisions}, of_settings()
    for slug, value in decided(setup).items():
        why = made[by[slug].slug]
        yield slug, _Laid(value, setup.why.get(slug, why.said), why.numbers, Origin.DECIDED, why.decision)


def _by_hand(situation: Situation, unused: Mapping[str, str], there: Mapping[str, Setting], around: Around) -> Iterable[tuple[str, _Laid]]:
    """What was set by hand; what nothing uses is checked like everything else, and not laid."""
    held = {slug: value for slug, value in situation.locks.as_settings.items() if slug in there}
    for slug, value in situation.settings.items():
        if slug not in there:
            raise CraftError(
                f"{setting_for(slug).label}: {lacking(setting_for(slug).needs, around.tokens) or 'this body has no such setting'}",
                ("settings", slug),
            )
        held[slug] = there[slug].checked(value, around.offered.get(slug, ()))
    for slug, value in held.items():
        if slug not in unused:
            yield slug, _Laid(value, "You set this by hand.", {}, Origin.LOCKED)


def _layers(situation: Situation, setup: Setup, facts: Facts, there: Mapping[str, Setting], around: Around) -> dict[str, _Laid]:
    """All layers over each other; a value that the body does not have is not laid."""
    laid = {
        slug: _Laid(
            default_of(setting, situation.body, around.offered.get(slug, setting.values)),
            "As the body leaves the box.",
            {},
            Origin.BODY_DEFAULT,
        )
        for slug, setting in there.items()
    }
    for slug, found in (
        *_from_rows(GUARDS, situation, facts, Origin.GUARD),
        *_from_rows(ROWS, situation, facts, Origin.GENRE),
        *_from_habits(situation, facts, there, around, setup.why),
        *_from_decisions(setup),
    ):
        if slug in there and _has(there[slug], found.value, around.offered.get(slug, ())):
            laid[slug] = found
    shaped = _shaped(situation, setup, around)
    if "aspect" in there and shaped:
        laid["aspect"] = shaped
    laid.update(_by_hand(situation, setup.unused, there, around))
    return laid


ASPECTS = {"square": 1.0, "4:5": 5 / 4, "4:3": 4 / 3, "16:9": 16 / 9}
"""Width over height of the shapes a body may cut finished files to, held level."""


def _shaped(situation: Situation, setup: Setup, around: Around) -> _Laid | None:
    """The shape nearest to the delivery's that the body offers, for finished files beside a raw that keeps the rest."""
    shape = situation.delivery.shape
    if shape is None or setup.file is not File.BOTH:
        return None
    level = max(shape, 1 / shape)
    sensor = situation.body.sensor
    offered = around.offered.get("aspect", setting_for("aspect").values)
    shapes = {"as_sensor": sensor.width_mm / sensor.height_mm} | {a: ASPECTS[a] for a in ASPECTS if a in offered}
    nearest = min(shapes, key=lambda a: abs(math.log(shapes[a] / level)))
    if nearest == "as_sensor":
        return None
    numbers = {"shape": level, "nearest": shapes[nearest]}
    because = f"Finished files go out at {level:.3g} to one; {nearest} is the nearest the body cuts, and the raw keeps everything."
    return _Laid(nearest, because, numbers, Origin.FOLLOWS)


def _has(setting: Setting, value: Value, offered: tuple[Value, ...]) -> bool:
    """Whether the body has a value."""
    try:
        setting.checked(value, offered)
    except CraftError:
        return False
    return True


def configure(situation: Situation, setup: Setup) -> Configuration:
    """The whole configuration of a setup.

    Raises
    ------
    CraftError : a setting, value or answer that there is not, and what is accepted.

    >>> made = configured()
    >>> len(made.rows) > 100, made.values["drive_mode"], made.violations
    (True, 'high', ())
    """
    around = around_of(situation, setup)
    there = {setting.slug: setting for setting in settings_of(situation.body, situation.lens)}
    facts = facts_of(situation, setup, around.tokens)
    laid = _layers(situation, setup, facts, there, around)
    values = {slug: row.value for slug, row in laid.items()}
    broken = violations(values, around)
    change = Change({})
    if broken:
        weights = {slug: WEIGHT[row.origin] for slug, row in laid.items()}
        firm = frozenset(slug for slug, row in laid.items() if row.origin in FIRM)
        follows = smallest_change(values, around, firm, weights)
        if follows.values:
            laid |= _following(follows, values, around)
        else:
            hand = frozenset(slug for slug, row in laid.items() if row.origin is Origin.LOCKED)
            change = _mended(values, around, hand, weights, broken)
        values = {slug: row.value for slug, row in laid.items()}
        broken = violations(values, around)
    shut = closed(values, around)
    rows = tuple(_row(there[slug], laid[slug], situation, around, shut.get(slug, "")) for slug in order_to_set(values, around))
    offered = {row.setting.slug: row.offered for row in rows}
    bundles = tuple(state_of(bundle, values, offered, around.tokens) for bundle in BUNDLES)
    unkept = tuple(_unkept(situation, facts, there, around))
    return Configuration(tuple(_as_a_whole(row, bundles) for row in rows), broken, change, bundles, around, unkept)


def _mended(
    values: Mapping[str, Value], around: Around, hand: frozenset[str], weights: Mapping[str, int], broken: tuple[Violation, ...]
) -> Change:
    """The smallest change that touches nothing set by hand, and leaves it in use: what a value by hand rests on stays too.

    Where only that would clear the rules, what was set by hand is what clashes.
    """
    rests_on = frozenset(slug for row in DECISIONS.values() if hand & frozenset(row.besides) for slug in row.sets if slug in values)
    kept = smallest_change(values, around, hand | rests_on, weights)
    clash = tuple(sorted(hand & {slug for violation in broken for slug in violation.settings}))
    if kept.values or not (kept.blocked and rests_on):
        return kept
    return replace(kept, blocked=clash) if len(clash) > 1 else smallest_change(values, around, hand, weights)


def _as_a_whole(row: Configured, bundles: Iterable[BundleState]) -> Configured:
    """A setting by hand that belongs to what was set as a whole says so."""
    whole = next((one for one in bundles if one.holds and row.setting.slug in one.sets), None)
    if row.origin is not Origin.LOCKED or whole is None:
        return row
    return replace(row, because=f"It belongs to “{whole.bundle.label}”, all of which is set. {whole.bundle.why_whole}")


def _following(change: Change, before: Mapping[str, Value], around: Around) -> dict[str, _Laid]:
    """Rows of settings that follow, each with the reason of a rule that its old value would break."""
    found = {}
    for slug, value in change.values.items():
        back = {**before, **change.values, slug: before[slug]}
        reasons = [v.rule.reason for v in violations(back, around) if slug in v.settings]
        found[slug] = _Laid(value, reasons[0] if reasons else "It follows from other settings.", {}, Origin.FOLLOWS)
    return found


def _row(setting: Setting, laid: _Laid, situation: Situation, around: Around, shut: str) -> Configured:
    facts = situation.body.traits
    offered = around.offered.get(setting.slug, setting.values)
    return Configured(
        setting,
        laid.value,
        laid.because,
        laid.numbers,
        laid.origin,
        laid.by,
        default_of(setting, situation.body, offered),
        not facts.says_default(setting.slug),
        facts.reach.get(setting.slug, setting.reach),
        offered,
        shut,
        "" if (known := facts.true_for.get(setting.slug, facts.firmware)) == facts.firmware else known,
    )

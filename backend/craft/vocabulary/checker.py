"""Which dependencies a configuration breaks, and the smallest change that clears them all.

A rule forbids its terms from all holding at once, so clearing is a choice of one value per setting:
an integer program, solved exactly by SciPy's ``milp`` (HiGHS). The fewest settings change; among
equally few, those that weigh least; among those, values nearest the head of their list.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp
from scipy.sparse import csr_array

from craft.errors import CraftError
from craft.vocabulary.rules import TOLERANCE, Around, Rule, Term, Test
from craft.vocabulary.setting import Unit, Value
from craft.vocabulary.settings import BY_SLUG

Configuration = Mapping[str, Value]

CHANGE, LOCK = 100_000, 10_000_000
"""What a change costs, and what changing a locked setting costs: more than all other changes together."""
HEAVIEST = 60
"""Weights of settings run from 0 to this, so that those of sixteen changes together stay under one change."""


@dataclass(frozen=True, slots=True)
class Violation:
    """A broken dependency: its rule and the settings that play a part."""

    rule: Rule
    settings: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Obstacle:
    """A value that would clear one rule and break another."""

    setting: str
    value: Value
    rule: Rule


@dataclass(frozen=True, slots=True)
class Change:
    """The smallest change: new values by setting; blocked: the fewest locks that stand in the way, and then
    no value is given but obstacles are: what else would be tried, and why it would not do; impossible:
    nothing on this kit clears the rules."""

    values: Mapping[str, Value]
    blocked: tuple[str, ...] = ()
    obstacles: tuple[Obstacle, ...] = ()
    impossible: bool = False


Clause = tuple[Rule, tuple[Term, ...]]


def clauses_of(around: Around, there: Configuration, domains: Mapping[str, Iterable[Value]]) -> list[Clause]:
    """The rules in force on settings that are there, each as terms over one setting.

    A bound that moves with another setting becomes one clause per value in that setting's domain.
    """
    found: list[Clause] = []
    for rule in around.rules:
        if not around.in_force(rule) or any(slug not in there for slug in rule.settings):
            continue
        terms = tuple(around.named(term) for term in rule.terms)
        moving = rule.against
        if moving is None:
            found.append((rule, terms))
            continue
        for value in domains.get(moving.other, (there[moving.other],)):
            bound = Term(moving.setting, moving.test, (moving.bound(value, around.numbers),))
            found.append((rule, (*terms, Term(moving.other, Test.IS, (value,)), bound)))
    return found


def violations(configuration: Configuration, around: Around) -> tuple[Violation, ...]:
    """Every rule in force that the configuration breaks, in the order of the rules.

    >>> from craft.vocabulary.dependencies import RULES
    >>> silent = {"silent": "on", "beeps": "on", "shutter_type": "electronic"}
    >>> [v.rule.slug for v in violations(silent, Around(frozenset(), rules=RULES))]
    ['silent_beeps']
    """
    broken = {
        rule.slug: rule for rule, terms in clauses_of(around, configuration, {}) if all(t.holds(configuration[t.setting]) for t in terms)
    }
    return tuple(Violation(rule, rule.settings) for rule in broken.values())


def domain(slug: str, configuration: Configuration, around: Around) -> tuple[Value, ...]:
    """The values worth trying for a setting: its present one first, then its list, or the numbers at which a rule turns."""
    setting = BY_SLUG[slug]
    now = configuration[slug]
    offered = around.offered.get(slug, setting.values)
    if setting.unit is Unit.CHOICE:
        return tuple(dict.fromkeys((now, *(value for value in offered if value != setting.left_to_body))))
    turning: list[float] = [] if isinstance(setting.default, str) else [setting.default]
    for rule in around.rules:
        if around.in_force(rule):
            for term in rule.terms:
                if term.setting == slug:
                    turning += [float(v) for v in around.named(term).values]
            moving = rule.against
            if moving is not None and slug in rule.settings and moving.other in configuration and moving.setting in configuration:
                turning.append(moving.bound(configuration[moving.other], around.numbers))
                if slug == moving.other and not moving.base:
                    turning.append(float(configuration[moving.setting]))
    tried = list(_on_the_dial(turning, offered)) if offered else turning + [_past(v) for v in turning]
    inside = (v for v in tried if setting.lowest <= v <= setting.highest)
    here = 0.0 if isinstance(now, str) else now
    return tuple(dict.fromkeys((now, *sorted(inside, key=lambda v: abs(v - here)))))


def _past(bound: float) -> float:
    """A little under a bound: for rules that end below it."""
    return bound * (1 - 2 * TOLERANCE)


def _on_the_dial(turning: Iterable[float], offered: tuple[Value, ...]) -> Iterable[float]:
    """Offered values on either side of each number."""
    values = sorted(v for v in offered if not isinstance(v, str))
    for number in turning:
        above = [v for v in values if v >= number * (1 - TOLERANCE)]
        below = [v for v in values if v <= number * (1 + TOLERANCE)]
        yield from (*above[:2], *below[-2:])


def _touched(around: Around, configuration: Configuration, broken: Iterable[Violation]) -> set[str]:
    """Settings that a repair may have to change: those of broken rules, and of every rule that meets them."""
    found = {slug for violation in broken for slug in violation.settings}
    rules = [rule for rule in around.rules if around.in_force(rule) and all(slug in configuration for slug in rule.settings)]
    while True:
        more = {slug for rule in rules if found & set(rule.settings) for slug in rule.settings} - found
        if not more:
            return found
        found |= more


def smallest_change(
    configuration: Configuration, around: Around, locks: frozenset[str] = frozenset(), weights: Mapping[str, int] | None = None
) -> Change:
    """The smallest change that clears every broken rule and breaks no other.

    configuration: value by setting; locks: settings that stay; weights: 0 to 60, what it means to
    change a setting, for choosing among equally few changes (1 where not given).

    Raises
    ------
    CraftError : a weight out of range.

    >>> from craft.vocabulary.dependencies import RULES
    >>> silent = {"silent": "on", "beeps": "on", "shutter_type": "electronic"}
    >>> smallest_change(silent, Around(frozenset(), rules=RULES), frozenset({"silent"})).values
    {'beeps': 'off'}
    """
    broken = violations(configuration, around)
    if not broken:
        return Change({})
    weights = weights or {}
    if any(not 0 <= weight <= HEAVIEST for weight in weights.values()):
        raise CraftError(f"a weight lies between 0 and {HEAVIEST}")
    slugs = sorted(_touched(around, configuration, broken))
    domains = {slug: domain(slug, configuration, around) for slug in slugs}
    clauses = [c for c in clauses_of(around, configuration, domains) if set(c[0].settings) <= set(slugs)]
    chosen = _solve(configuration, domains, clauses, locks, weights)
    if chosen is None:
        return Change({}, impossible=True)
    changed = {slug: value for slug, value in chosen.items() if value != configuration[slug]}
    blocked = tuple(slug for slug in changed if slug in locks)
    return Change({}, blocked, _obstacles(configuration, around, broken, locks)) if blocked else Change(changed)


def _obstacles(configuration: Configuration, around: Around, broken: Iterable[Violation], locks: frozenset[str]) -> tuple[Obstacle, ...]:
    """For settings of broken rules that may move: each other value, and the rule that it would break."""
    known = {violation.rule.slug for violation in broken}
    found = []
    for violation in broken:
        for slug in violation.settings:
            for value in () if slug in locks else domain(slug, configuration, around)[1:]:
                then = [v.rule for v in violations({**configuration, slug: value}, around)]
                worse = [rule for rule in then if rule.slug not in known]
                if violation.rule not in then and worse:
                    found.append(Obstacle(slug, value, worse[0]))
    return tuple(found)


def cost_of(slug: str, rank: int, locks: frozenset[str], weights: Mapping[str, int]) -> int:
    """What it costs to move a setting to the value at a place of its domain; the first is the present one."""
    if rank == 0:
        return 0
    return (LOCK if slug in locks else CHANGE) + 100 * weights.get(slug, 1) + min(rank, 99)


def _solve(
    configuration: Configuration,
    domains: Mapping[str, tuple[Value, ...]],
    clauses: list[Clause],
    locks: frozenset[str],
    weights: Mapping[str, int],
) -> dict[str, Value] | None:
    """One value per setting at least cost, or None when no choice clears every clause."""
    column = {pair: k for k, pair in enumerate((slug, rank) for slug, values in domains.items() for rank in range(len(values)))}
    cost = np.array([cost_of(slug, rank, locks, weights) for slug, rank in column], dtype=np.float64)
    rows: list[int] = []
    columns: list[int] = []
    lower: list[float] = []
    upper: list[float] = []
    for slug, values in domains.items():
        rows += [len(lower)] * len(values)
        columns += [column[slug, rank] for rank in range(len(values))]
        lower.append(1.0)
        upper.append(1.0)
    for _, terms in clauses:
        by_setting: dict[str, list[Term]] = {}
        for term in terms:
            by_setting.setdefault(term.setting, []).append(term)
        hits = [
            column[slug, rank]
            for slug, parts in by_setting.items()
            for rank, value in enumerate(domains[slug])
            if all(part.holds(value) for part in parts)
        ]
        rows += [len(lower)] * len(hits)
        columns += hits
        lower.append(-np.inf)
        upper.append(len(by_setting) - 1.0)
    matrix = csr_array((np.ones(len(rows)), (rows, columns)), shape=(len(lower), len(column)))
    found = milp(
        cost,
        constraints=LinearConstraint(matrix, lower, upper),
        integrality=np.ones(len(cost), dtype=np.int64),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0},
    )
    if found.x is None:
        return None
    return {slug: domains[slug][rank] for (slug, rank), k in column.items() if found.x[k] > 0.5}


def closed(configuration: Configuration, around: Around) -> dict[str, str]:
    """Settings that cannot be chosen now, with the reason.

    >>> from craft.vocabulary.dependencies import AFTERS
    >>> closed({"merge": "off", "merge_align": "on"}, Around(frozenset(), afters=AFTERS))
    {'merge_align': 'open only while merging is on'}
    """
    return {
        after.setting: after.reason
        for after in around.afters
        if after.setting in configuration
        and after.term.setting in configuration
        and all(token in around.tokens for token in after.given)
        and not after.term.holds(configuration[after.term.setting])
    }


def order_to_set(wanted: Configuration, around: Around) -> tuple[str, ...]:
    """Settings in an order in which each is open when its turn comes; otherwise in the order of the vocabulary.

    A setting comes after what opens it, and before what closes it.

    >>> from craft.vocabulary.dependencies import AFTERS
    >>> order_to_set({"white_kelvin": 5000.0, "white_mode": "kelvin"}, Around(frozenset(), afters=AFTERS))
    ('white_mode', 'white_kelvin')
    """
    before: dict[str, set[str]] = {slug: set() for slug in wanted}
    for after in around.afters:
        other = after.term.setting
        if after.setting not in wanted or other not in wanted or not all(token in around.tokens for token in after.given):
            continue
        if after.term.holds(wanted[other]):
            before[after.setting].add(other)
        else:
            before[other].add(after.setting)
    usual = [slug for slug in BY_SLUG if slug in wanted]
    done: list[str] = []
    while usual:
        following = next((slug for slug in usual if not before[slug] - set(done)), usual[0])
        usual.remove(following)
        done.append(following)
    return tuple(done)

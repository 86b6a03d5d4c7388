"""The numbers a decision may speak of, how they are said, and predicates over them. Each is told by the function that computes it.

A school wins when its comparisons hold; the same rows are read out as *wins when*. A reason is a
template without digits, so that every number in it comes from the facts.
"""

from __future__ import annotations

import math
import operator
import string
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from functools import cache, wraps
from typing import Any, Literal, TypeVar, cast

from craft.scales.series import Dial, label, printed, stops_of, value_of
from craft.scales.words import power_words

Facts = Mapping[str, float]

_OPERATORS = {"<": operator.lt, "<=": operator.le, ">": operator.gt, ">=": operator.ge, "=": operator.eq}
_WORDS = {"<": "under", "<=": "at most", ">": "over", ">=": "at least"}


Unit = Literal[
    "plain",
    "yes",
    "count",
    "percent",
    "power",
    "stops",
    "signed",
    "ev",
    "time",
    "aperture",
    "iso",
    "s",
    "hours",
    "m",
    "m_s",
    "rate",
    "hz",
    "kelvin",
    "delta_e",
    "px",
]
"""How a fact is written: as a bare number, as holding or not, as a share, as a dial prints it, or with a unit."""


@dataclass(frozen=True, slots=True)
class Fact:
    """How a number is called and written. A fact that holds or not is 1 or 0: its label says that it does, no that it does not.

    lasting: it is so of the body, the lens or the subject, whatever the light and whatever is set.
    """

    label: str
    unit: Unit = "plain"
    no: str = ""
    lasting: bool = False


class UntoldError(LookupError):
    """A fact was read before the step that tells it: the order of deciding is wrong."""


class Told(dict[str, float]):
    """Facts as far as they have been told. Reading another raises, and none is told twice.

    >>> told = Told(gulls=7.0)
    >>> told.also({"terns": 2.0})["terns"]
    2.0
    >>> told["herons"]
    Traceback (most recent call last):
    craft.decisions.facts.UntoldError: nobody has told “herons” yet
    >>> told.also({"gulls": 8.0})
    Traceback (most recent call last):
    craft.decisions.facts.UntoldError: told already: gulls
    """

    def __missing__(self, name: str) -> float:
        raise UntoldError(f"nobody has told “{name}” yet")

    def also(self, more: Facts) -> Told:
        """These facts and more.

        Raises
        ------
        UntoldError : one of them has been told already.
        """
        if twice := self.keys() & more.keys():
            raise UntoldError(f"told already: {', '.join(sorted(twice))}")
        return type(self)({**self, **more})


INFINITY_M = 10_000.0
"""A lens knows no distance past this from infinity."""


def yes(flag: object) -> float:
    """1 for true, 0 for false: facts are numbers.

    >>> yes(True), yes(None)
    (1.0, 0.0)
    """
    return 1.0 if flag else 0.0


def seconds(stops: float | None) -> float:
    """A time asked in true stops as seconds; infinite where none is asked.

    >>> seconds(8.0), seconds(None)
    (0.00390625, inf)
    """
    return math.inf if stops is None or math.isinf(stops) else float(value_of(Dial.TIME, stops))


FACTS: dict[str, Fact] = {}
"""Every fact by its name, as the functions that compute them tell it."""

TOLD_BY: dict[Callable[..., dict[str, float]], frozenset[str]] = {}
"""The facts that each function tells."""


def names_of(*functions: Callable[..., dict[str, float]]) -> str:
    """The names of the facts that functions tell, in order, with spaces between.

    >>> from craft.decisions.numbers import of_rate
    >>> names_of(of_rate)
    'frames_per_second rate_share wanted_rate'
    """
    return " ".join(sorted(name for function in functions for name in TOLD_BY[function]))


Telling = TypeVar("Telling", bound=Callable[..., dict[str, float]])


def tells(*again: str, **rows: Fact) -> Callable[[Telling], Telling]:
    """Say of a function which facts it computes, and how each is called and written; it must give all of them, and no other.

    again : facts that are written down elsewhere, because they are another function's in another use.

    Raises
    ------
    ValueError : where the function is called: it gave other facts than it tells; where it is defined: a fact is told twice.

    >>> @tells(gulls=Fact("gulls", "count"))
    ... def of_the_beach() -> dict[str, float]:
    ...     return {"gulls": 7.0}
    >>> phrase("{gulls} gulls", of_the_beach())[0], FACTS.pop("gulls").label
    ('7 gulls', 'gulls')
    """
    names = {*again, *rows}
    if twice := FACTS.keys() & rows.keys():
        raise ValueError(f"told already: {', '.join(sorted(twice))}")
    FACTS.update(rows)

    def telling(function: Telling) -> Telling:
        @wraps(function)
        def told(*given: Any, **named: Any) -> dict[str, float]:
            found = function(*given, **named)
            if found.keys() != names:
                raise ValueError(f"{function.__name__} gives and tells different facts: {', '.join(sorted(found.keys() ^ names))}")
            return found

        TOLD_BY[told] = frozenset(names)
        return cast(Telling, told)

    return telling


def _number(value: float, digits: int = 3) -> str:
    if abs(value) < 1e-3:
        return "0"
    return f"{value:.{digits}g}" if abs(value) < 10**digits else f"{value:.0f}"


def _stops(value: float, signed: bool) -> str:
    rounded = round(value, 2) if abs(value) < 1 else round(value, 1)
    number = f"{abs(rounded):g}" if signed else f"{rounded:g}"
    sign = "" if not signed or not rounded else "+" if rounded > 0 else "−"
    return f"{sign}{number} stop" if abs(rounded) <= 1 else f"{sign}{number} stops"


ON_DIALS: Mapping[Unit, Callable[[float], str]] = {
    "time": lambda value: label(Dial.TIME, printed(Dial.TIME, stops_of(Dial.TIME, value), 3)),
    "aperture": lambda value: label(Dial.APERTURE, value),
    "iso": lambda value: label(Dial.ISO, value),
    "power": power_words,
}
"""How a fact is written that stands on a dial."""


def say(value: float, unit: Unit) -> str:
    """A number as it is written in a sentence.

    >>> say(1 / 3, "stops"), say(0.002, "time"), say(35.0, "m"), say(0.5, "percent"), say(-2.0, "signed")
    ('0.33 stop', '1/500', '35 m', '50 %', '−2 stops')
    """
    if math.isinf(value) or (unit == "m" and value >= INFINITY_M):
        return "infinity"
    if unit in ON_DIALS:
        return ON_DIALS[unit](value)
    if unit in ("stops", "signed"):
        return _stops(value, unit == "signed")
    suffix = {"m": " m", "s": " s", "m_s": " m/s", "kelvin": " K", "hz": " Hz", "rate": " a second", "px": " px"}
    if unit == "percent":
        return f"{100 * value:.0f} %"
    if unit == "ev":
        return f"EV {round(value, 1):g}"
    if unit in ("count", "delta_e"):
        return f"{value:.1f}" if unit == "delta_e" and value < 10 else f"{value:.0f}"
    if unit == "hours":
        return f"{_number(value)} hour" if value == 1 else f"{_number(value)} hours"
    return _number(value) + suffix.get(unit, "")


@cache
def _parts(template: str) -> tuple[tuple[str, str | None], ...]:
    return tuple((text, name) for text, name, _, _ in string.Formatter().parse(template))


def phrase(template: str, facts: Facts) -> tuple[str, dict[str, float]]:
    """Fill a template with facts; return the sentence and just the numbers it used.

    >>> phrase("the light swings {light_swing_stops}", {"light_swing_stops": 1.5, "iso": 100})
    ('the light swings 1.5 stops', {'light_swing_stops': 1.5})
    """
    used: dict[str, float] = {}
    parts: list[str] = []
    for text, name in _parts(template):
        parts.append(text)
        if name is not None:
            used[name] = facts[name]
            parts.append(say(facts[name], FACTS[name].unit))
    sentence = "".join(parts)
    return sentence[:1].upper() + sentence[1:] if sentence.endswith(".") else sentence, used


@cache
def _said(name: str, test: str, against: float) -> str:
    """A comparison with a number in words, which are the same whatever the facts."""
    fact = FACTS[name]
    if fact.unit == "yes":
        return fact.label if against else fact.no
    return f"{fact.label} {_WORDS.get(test, 'of')} {say(against, fact.unit)}"


@dataclass(frozen=True, slots=True)
class When:
    """One comparison of a fact with a number or with another fact."""

    fact: str
    test: str
    against: float | str

    def holds(self, facts: Facts) -> bool:
        """Whether it holds for these facts; two facts that are written alike are alike: a sentence says no more of them.

        >>> When("light_swing_stops", ">", "meter_swing_stops").holds({"light_swing_stops": 1.71, "meter_swing_stops": 1.69})
        False
        """
        left = facts[self.fact]
        if not isinstance(self.against, str):
            return bool(_OPERATORS[self.test](left, self.against))
        right, unit = facts[self.against], FACTS[self.fact].unit
        return bool(_OPERATORS[self.test](right if say(left, unit) == say(right, unit) else left, right))

    def words(self, facts: Facts) -> str:
        """The comparison in words; a fact it is held against that is not known is named only.

        >>> When("light_swing_stops", "<", "meter_swing_stops").words({"meter_swing_stops": 2.0})
        "the light's swing under 2 stops (the meter's own swing, over pale and dark subjects and other framings)"
        """
        if not isinstance(self.against, str):
            return _said(self.fact, self.test, self.against)
        fact, other = FACTS[self.fact], FACTS[self.against]
        right = f"{say(facts[self.against], fact.unit)} ({other.label})" if self.against in facts else other.label
        return f"{fact.label} {_WORDS.get(self.test, 'of')} {right}"


def all_hold(tests: tuple[When, ...], facts: Facts) -> bool:
    """Whether every comparison holds; none at all always holds.

    >>> all_hold((), {}), all_hold((When("iso", ">", 100.0),), {"iso": 100.0})
    (True, False)
    """
    return all(test.holds(facts) for test in tests)


def wins_when(tests: Iterable[When], facts: Facts) -> str:
    """When a way wins, in words.

    >>> wins_when((When("tripod", "=", 1.0),), {}), wins_when((), {})
    ('on a tripod', 'no other way wins')
    """
    return " and ".join(test.words(facts) for test in tests) or "no other way wins"

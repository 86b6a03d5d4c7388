"""What gives first: the exposure that concedes least, at every level of light.

Every candidate (time, aperture, ISO) is evaluated. Candidates of one exposure position
E = n + x - s are equally bright, so the best of each such group does not depend on the light
(unless noise is on a rung) and each level of light only chooses among groups. A group's best is
the least key, an exact sum of three integer vectors of ranks in mixed radix; where the ranks do not
fit one 64-bit word they go on in a second.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from copy import copy
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Any

import numpy as np
from numpy.lib.stride_tricks import sliding_window_view
from numpy.typing import NDArray

from craft.exposure.candidates import DECIMALS, Best, Digit, Groups, Place, added, packed, ranks_of
from craft.kit.dials import Axis
from craft.scales.series import Dial, Floats, Ints
from craft.vocabulary.terms import Intent, Limit

FEW_LEVELS = 3
"""Up to so many levels it costs less to compare all candidates than to narrow them first."""

WORST = 1 << 62
"""More than anything gives, as stops or as ranks."""

KEPT = 32
"""Searches that a process keeps."""

UNLISTED_ORDER = (Intent.SHAKE, Intent.FREEZE, Intent.MOTION_BLUR, Intent.DEPTH, Intent.SEPARATION, Intent.NOISE, Intent.ISO)
"""Intents that are on no rung must hold, in this order of weight."""


@dataclass(frozen=True, slots=True)
class Targets:
    """What the picture asks, in true stops of a dial; None where nothing is asked.

    freeze, shake: longest time, as x = -log2 t; motion_blur: shortest time; depth: widest and
    narrowest aperture as n = 2 log2 N; separation: narrowest aperture; iso: floor; noise: the
    highest comfortable ISO, as s = log2(ISO/100).
    """

    iso: float
    freeze: float | None = None
    shake: float | None = None
    motion_blur: float | None = None
    depth: tuple[float, float] | None = None
    separation: float | None = None
    noise: float | None = None


@dataclass(frozen=True, slots=True)
class Rung:
    """One concession: how many stops of an intent may give here, and by which name that was asked."""

    intent: Intent
    share: float
    limit: Limit | None = None


@dataclass(frozen=True, slots=True)
class Problem:
    """The dials (locks already folded in), what is asked and what may give.

    allowed: bool array over (time, aperture, ISO), None when all combinations exist;
    n_best: the aperture preferred among equals, in stops.
    """

    time: Axis
    aperture: Axis
    iso: Axis
    targets: Targets
    rungs: tuple[Rung, ...]
    n_best: float
    allowed: NDArray[np.bool_] | None = None


@dataclass(frozen=True, slots=True)
class Weight:
    """One entry of the comparison, most significant first: an intent, and its rung or what else it is."""

    intent: Intent
    kind: str
    rung: int | None = None


@dataclass(frozen=True, slots=True, eq=False)
class Solution:
    """The best candidate at each of L levels.

    time, aperture, iso: int positions (L,); gave: stops given per intent, each (L,);
    entries: (L, K) values in the order of ``weights``.
    """

    time: Ints
    aperture: Ints
    iso: Ints
    gave: dict[Intent, Floats]
    entries: Floats
    weights: tuple[Weight, ...]

    def binding(self, level: int) -> Weight | None:
        """The most significant entry that is not zero, if any."""
        return self.bindings()[level]

    def bindings(self) -> list[Weight | None]:
        """The most significant entry that is not zero, per level."""
        gives = self.entries != 0
        return [self.weights[k] if any_gives else None for k, any_gives in zip(gives.argmax(axis=1), gives.any(axis=1), strict=True)]

    @property
    def out_of_reach(self) -> NDArray[np.bool_]:
        """Levels at which something gave that no rung allows: bool array (L,)."""
        beyond = [k for k, weight in enumerate(self.weights) if weight.kind != "rung"]
        return np.asarray((self.entries[:, beyond] > 0).any(axis=1))


def target_position(ev100: float, per_stop: int) -> int:
    """The whole exposure position nearest to a target exposure in stops; a tie goes darker.

    >>> target_position(11.0, 3), target_position(0.5, 1)
    (33, 1)
    """
    return int(np.floor(round(ev100 * per_stop, DECIMALS) + 0.5))


def _shortfalls(problem: Problem) -> dict[Intent, tuple[str, Floats]]:
    """Stops short per step of the one dial that decides each intent: intent -> (dial letter, array)."""
    x, n, s = problem.time.stops, problem.aperture.stops, problem.iso.stops
    asks = problem.targets
    found: dict[Intent, tuple[str, Floats]] = {Intent.ISO: ("s", s - asks.iso)}
    if asks.freeze is not None:
        found[Intent.FREEZE] = ("x", asks.freeze - x)
    if asks.shake is not None:
        found[Intent.SHAKE] = ("x", asks.shake - x)
    if asks.motion_blur is not None:
        found[Intent.MOTION_BLUR] = ("x", x - asks.motion_blur)
    if asks.depth is not None:
        low, high = asks.depth
        found[Intent.DEPTH] = ("n", np.maximum(low - n, n - high))
    if asks.separation is not None:
        found[Intent.SEPARATION] = ("n", n - asks.separation)
    return {intent: (dial, np.maximum(0.0, values.round(DECIMALS))) for intent, (dial, values) in found.items()}


@dataclass(frozen=True, slots=True)
class _Entry:
    """A weight: what is short of its intent past the first stops, and at most so many of it."""

    weight: Weight
    before: float = 0.0
    share: float = np.inf

    def of(self, short: Floats) -> Floats:
        """What gives here, by what is short."""
        return np.minimum(np.maximum((short - self.before).round(DECIMALS), 0.0), self.share)


def _entries(rungs: tuple[Rung, ...]) -> Iterator[_Entry]:
    """The comparison, most significant first, without over-exposure and the final ties."""
    last = {rung.intent: k for k, rung in enumerate(rungs)}
    total = {intent: sum(r.share for r in rungs if r.intent is intent) for intent in last}
    for intent in UNLISTED_ORDER:
        if intent not in last:
            yield _Entry(Weight(intent, "must_hold"))
    for intent in sorted(last, key=lambda i: -last[i]):
        if intent is not Intent.BRIGHTNESS:
            yield _Entry(Weight(intent, "beyond"), total[intent])
    yield _Entry(Weight(Intent.BRIGHTNESS, "beyond"), total.get(Intent.BRIGHTNESS, 0.0))
    for k in reversed(range(len(rungs))):
        before = sum(rung.share for rung in rungs[:k] if rung.intent is rungs[k].intent)
        yield _Entry(Weight(rungs[k].intent, "rung", k), before, rungs[k].share)


def _gives(entries: Sequence[_Entry], short: Sequence[Floats]) -> list[Floats]:
    """What gives at each entry, by what is short of its intent: all of one shape in one go."""
    found: list[Floats] = list(short)
    for shape in {values.shape for values in short}:
        at = [k for k, values in enumerate(short) if values.shape == shape]
        edges = (-1, *[1] * len(shape))
        before, share = (np.reshape([getattr(entries[k], name) for k in at], edges) for name in ("before", "share"))
        gives = np.minimum(np.maximum((np.stack([short[k] for k in at]) - before).round(DECIMALS), 0.0), share)
        for k, values in zip(at, gives, strict=True):
            found[k] = values
    return found


def _ties(problem: Problem) -> list[tuple[str, Floats]]:
    n = problem.aperture.stops
    return [("n", np.abs(n - problem.n_best)), ("s", problem.iso.stops), ("n", -n), ("x", -problem.time.stops)]


def _but_for_brightness(rungs: tuple[Rung, ...]) -> list[Rung]:
    return [rung for rung in rungs if rung.intent is not Intent.BRIGHTNESS]


class Search:
    """Everything about a problem that does not depend on the light: entries, ranks and the words of the key."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.groups = Groups(problem.time, problem.aperture, problem.iso, problem.allowed)
        self.shorts = _shortfalls(problem)
        self.entries = list(_entries(problem.rungs))
        self.tones: Floats = np.empty(0)
        self.tone_at: Ints = np.empty((0, 0), dtype=np.int64)
        self.in_turn = False
        if problem.targets.noise is not None:
            tones = self.groups.exposure[:, None] / problem.time.per_stop + problem.iso.stops
            _, first, flat = np.unique(tones.round(DECIMALS), return_index=True, return_inverse=True)
            self.tones = tones.ravel()[first]  # as they are: what is rounded once more, after the light is taken off, may be a digit off
            self.tone_at = flat.reshape(tones.shape)
            positions, isos = (np.arange(size) for size in tones.shape)
            self.in_turn = bool((self.tone_at == positions[:, None] + isos).all())
        self.words, self.places = packed([*self._digits(), *(Digit(dial, *ranks_of(values)) for dial, values in _ties(problem))])
        self.keys = [self.groups.key(word) for word in self.words]
        self.alone: dict[int, Solution] = {}

    def with_rungs(self, rungs: tuple[Rung, ...]) -> Search:
        """The same search with other rungs. How bright the picture is has no place in the key: where only that differs, the key stays."""
        return _with_rungs(self, rungs)

    @cached_property
    def in_any_light(self) -> Best:
        """The best of each exposure position where noise is on no rung: the same in any light."""
        return self.groups.best(self.keys)

    @cached_property
    def compared(self) -> list[_Entry | Place]:
        """What is compared among the best of each position, most significant first: brightness, which the light changes, and between that as
        many digits of the key at once as stand in one word."""
        places = iter(self.places)
        found: list[_Entry | Place] = []
        for entry in self.entries:
            if entry.weight.intent is Intent.BRIGHTNESS:
                found.append(entry)
            elif (place := next(places)) is not None:
                before = found[-1] if found else None
                joined = before.and_after(place) if isinstance(before, Place) else None
                found[-1 if joined else len(found) :] = [joined or place]
        return found

    def _digits(self) -> list[Digit[_Entry]]:
        """The places of the key in order, one for each entry but brightness: ranks along a dial of what gives, of noise only how many tones
        there are; of what is not asked nothing differs."""
        there = [entry for entry in self.entries if entry.weight.intent in self.shorts]
        gives = iter(_gives(there, [self.shorts[entry.weight.intent][1] for entry in there]))
        digits: list[Digit[_Entry]] = []
        for entry in self.entries:
            if entry.weight.intent in self.shorts:
                digits.append(Digit(self.shorts[entry.weight.intent][0], *ranks_of(next(gives))))
            elif entry.weight.intent is Intent.NOISE and len(self.tones):
                digits.append(Digit("", None, len(self.tones), entry))
            elif entry.weight.intent is not Intent.BRIGHTNESS:
                digits.append(Digit("", None, 1))
        return digits

    def at(self, levels: Ints) -> Solution:
        """The candidate with the least concessions at each level of light.

        Parameters
        ----------
        levels : int array (L,), target exposure positions T.

        Returns
        -------
        Solution : positions, what gave, and the compared entries per level.
        """
        if self.problem.targets.noise is None:
            return _across(self, levels, self.in_any_light)
        keys, apertures = self.narrowed if len(levels) > FEW_LEVELS else (self.keys, None)
        return _across(self, levels, self.groups.best(added(keys, self._lit(levels)), apertures))

    def at_one(self, level: int) -> Solution:
        """The candidate at one level of light: deciding asks for the same few again and again."""
        if level not in self.alone:
            if len(self.alone) >= KEPT:
                self.alone.clear()
            self.alone[level] = self.at(np.array([level]))
        return self.alone[level]

    @cached_property
    def narrowed(self) -> tuple[list[Ints], Ints]:
        """The keys of the best aperture of each exposure position and ISO, which noise does not change."""
        return self.groups.narrowed(self.keys)

    def held(self, level: int, holds: Sequence[tuple[Dial, int]]) -> Solution:
        """The best candidate at one level of light for each of H holds: a dial kept at one position, the others free.

        As `at` with that axis reduced to the position, H times; the ranks are made once.
        """
        lit = self._lit(np.array([level]))
        best = [self.groups.best_held(self.words, lit, dial, position) for dial, position in holds]
        return _across(self, np.full(len(holds), level), Best.joined(best))

    def _lit(self, levels: Ints) -> list[Ints | None]:
        """What each word of the key has of noise at levels of light (L,): (L, E, s), or None.

        Noise is all that depends on the light: on the tone a candidate's ISO leaves, which takes few values.
        """
        noise = self.problem.targets.noise
        if noise is None:
            return [None for _ in self.words]
        short = np.maximum(0.0, (self.tones - levels[:, None] / self.problem.time.per_stop - noise).round(DECIMALS))
        found: list[Ints | None] = []
        for word in self.words:
            part = np.zeros(short.shape, dtype=np.int64)
            for place, entry in word.noise:
                part[:, 1:] += (np.diff(entry.of(short), axis=1) > 0).cumsum(axis=1) * np.int64(place)
            found.append(self._by_tone(part) if word.noise else None)
        return found

    def _by_tone(self, values: Ints) -> Ints:
        """Values of tones (L, T) at each exposure position and ISO, (L, E, s): a view where tones follow one another step by step."""
        if self.in_turn:
            return sliding_window_view(values, self.tone_at.shape[1], axis=1)
        return np.take(values, self.tone_at, axis=1)


def search_of(problem: Problem) -> Search:
    """The search of a problem. While one types, the light changes and the problem does not: the last few are kept.

    >>> from craft.setup.steps import exposed
    >>> problem = exposed(situation()).planned.problem()
    >>> search_of(problem) is search_of(problem)
    True
    """
    return Search(problem) if problem.allowed is not None else _kept(problem)


@lru_cache(maxsize=KEPT)
def _kept(problem: Problem) -> Search:
    return Search(problem)


@lru_cache(maxsize=KEPT)
def _with_rungs(search: Search, rungs: tuple[Rung, ...]) -> Search:
    problem = replace(search.problem, rungs=rungs)
    if _but_for_brightness(rungs) != _but_for_brightness(search.problem.rungs):
        return search_of(problem)
    again = copy(search)
    again.problem, again.entries = problem, list(_entries(rungs))
    again.__dict__.pop("compared", None)
    again.alone = {}
    return again


def solve(problem: Problem, levels: Ints) -> Solution:
    """The candidate with the least concessions at each level of light: `Search.at`.

    >>> from craft.setup.steps import exposed
    >>> plan = exposed(situation()).planned
    >>> found = solve(plan.problem(), np.array([plan.target]))
    >>> plan.dials.time.printed_at(int(found.time[0])), plan.dials.iso.printed_at(int(found.iso[0]))
    (0.0025, 160.0)
    """
    return Search(problem).at(levels)


def _across(search: Search, levels: Ints, best: Best) -> Solution:
    """Choose among the best of each exposure position, for every level at once."""
    problem, groups, q = search.problem, search.groups, search.problem.time.per_stop
    over = (groups.exposure - levels[:, None]) / q
    dark = np.maximum(0.0, over)
    dead = np.broadcast_to(~best.there, over.shape)
    too_bright = np.maximum(0.0, -over)
    compared = (part.of(best.words) if isinstance(part, Place) else part.of(dark) for part in search.compared)
    for column in (too_bright, *compared):
        if column.any():
            masked = np.where(dead, np.asarray(WORST, column.dtype), column)
            dead = masked != masked.min(axis=1, keepdims=True)
    chosen = (~dead).argmax(axis=1)
    rows = np.arange(len(levels))

    def of_chosen(values: NDArray[Any]) -> NDArray[Any]:
        picked: NDArray[Any] = values[rows, chosen] if values.ndim == 2 and len(values) > 1 else values.ravel()[chosen]
        return picked

    x, n, s = (of_chosen(part) for part in (best.time, best.aperture, best.iso))
    at = {"x": x, "n": n, "s": s}
    given = {intent: values[at[dial]] for intent, (dial, values) in search.shorts.items()}
    given[Intent.BRIGHTNESS] = of_chosen(dark)
    if problem.targets.noise is not None:
        given[Intent.NOISE] = np.maximum(0.0, np.round(of_chosen(over) + problem.iso.stops[s] - problem.targets.noise, DECIMALS))
    asked = [entry for entry in search.entries if entry.weight.intent in given]
    return Solution(
        problem.time.first + x,
        problem.aperture.first + n,
        problem.iso.first + s,
        {intent: given.get(intent, np.zeros(len(levels))) for intent in Intent},
        np.stack([of_chosen(too_bright), *_gives(asked, [given[entry.weight.intent] for entry in asked])], axis=1),
        (Weight(Intent.BRIGHTNESS, "over"), *(entry.weight for entry in asked)),
    )

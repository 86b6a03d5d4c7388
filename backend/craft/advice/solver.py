"""What gives first: the exposure that concedes least, at every level of light (MODEL 8).

Every candidate (time, aperture, ISO) is evaluated. Candidates of one exposure position
E = n + x - s are equally bright, so the best of each such group does not depend on the light
(unless noise is on a rung) and each level of light only chooses among groups. A group's best is
the least key, an exact sum of three integer vectors of ranks in mixed radix; where the ranks do not
fit one 64-bit word they go on in a second.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.advice.candidates import DECIMALS, Best, Digit, Groups, ranks_of, words_of
from craft.advice.terms import Intent, Limit
from craft.kit.dials import Axis
from craft.scales.series import Dial, Floats, Ints

FEW_LEVELS = 3
"""Up to so many levels it costs less to compare all candidates than to narrow them first."""

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
    """A weight with how it follows from its intent's shortfall."""

    weight: Weight
    of: Callable[[Floats], Floats]


def _excess(total: float) -> Callable[[Floats], Floats]:
    return lambda short: np.maximum(0.0, (short - total).round(DECIMALS)) if np.isfinite(total) else np.zeros_like(short)


def _give(before: float, share: float) -> Callable[[Floats], Floats]:
    if not np.isfinite(before):
        return np.zeros_like
    return lambda short: np.minimum(np.maximum((short - before).round(DECIMALS), 0.0), share)


def _same(short: Floats) -> Floats:
    return short


def _entries(rungs: tuple[Rung, ...]) -> Iterator[_Entry]:
    """The comparison, most significant first, without over-exposure and the final ties."""
    last = {rung.intent: k for k, rung in enumerate(rungs)}
    total = {intent: sum(r.share for r in rungs if r.intent is intent) for intent in last}
    for intent in UNLISTED_ORDER:
        if intent not in last:
            yield _Entry(Weight(intent, "must_hold"), _same)
    for intent in sorted(last, key=lambda i: -last[i]):
        if intent is not Intent.BRIGHTNESS:
            yield _Entry(Weight(intent, "beyond"), _excess(total[intent]))
    yield _Entry(Weight(Intent.BRIGHTNESS, "beyond"), _excess(total.get(Intent.BRIGHTNESS, 0.0)))
    for k in reversed(range(len(rungs))):
        before = sum(rung.share for rung in rungs[:k] if rung.intent is rungs[k].intent)
        yield _Entry(Weight(rungs[k].intent, "rung", k), _give(before, rungs[k].share))


def _ties(problem: Problem) -> list[tuple[str, Floats]]:
    n = problem.aperture.stops
    return [("n", np.abs(n - problem.n_best)), ("s", problem.iso.stops), ("n", -n), ("x", -problem.time.stops)]


class Search:
    """Everything about a problem that does not depend on the light: entries, ranks and the words of the key."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.groups = Groups(problem.time, problem.aperture, problem.iso, problem.allowed)
        self.shorts = _shortfalls(problem)
        self.entries = list(_entries(problem.rungs))
        self.tones: Floats = np.empty(0)
        self.tone_at: Ints = np.empty((0, 0), dtype=np.int64)
        if problem.targets.noise is not None:
            tones = (self.groups.exposure[:, None] / problem.time.per_stop + problem.iso.stops).round(DECIMALS)
            self.tones, flat = np.unique(tones, return_inverse=True)
            self.tone_at = flat.reshape(tones.shape)
        digits = [digit for entry in self.entries if (digit := self._digit(entry)) is not None]
        self.words = words_of(digits + [_ranked(dial, values) for dial, values in _ties(problem)])
        self.keys = [self.groups.key(word) for word in self.words]

    def _digit(self, entry: _Entry) -> Digit[_Entry] | None:
        if entry.weight.intent is Intent.NOISE:
            return None if self.problem.targets.noise is None else Digit("", None, len(self.tones), entry)
        if entry.weight.intent not in self.shorts:
            return None
        dial, values = self.shorts[entry.weight.intent]
        return _ranked(dial, entry.of(values))

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
            return _across(self, levels, self.groups.best(self.keys))
        keys, apertures = self.groups.narrowed(self.keys) if len(levels) > FEW_LEVELS else (self.keys, None)
        return _across(self, levels, self.groups.best(self.keys_at(levels, keys), apertures))

    def held(self, level: int, holds: Sequence[tuple[Dial, int]]) -> Solution:
        """The best candidate at one level of light for each of H holds: a dial kept at one position, the others free.

        As `at` with that axis reduced to the position, H times; the ranks are made once.
        """
        first, *others = self.keys_at(np.array([level]), self.keys)
        best = [self.groups.best([first + self.groups.held(dial, position), *others]) for dial, position in holds]
        return _across(self, np.full(len(holds), level), Best.joined(best))

    def keys_at(self, levels: Ints, keys: list[Ints]) -> list[Ints]:
        """The words of candidates' keys (E, n, s) at levels of light (L,): (L, E, n, s), or one for all without noise.

        Noise is all that depends on the light: on the tone a candidate's ISO leaves, which takes few values.
        """
        noise = self.problem.targets.noise
        if noise is None:
            return [key[None] for key in keys]
        short = np.maximum(0.0, (self.tones - levels[:, None] / self.problem.time.per_stop - noise).round(DECIMALS))
        found = []
        for word, key in zip(self.words, keys, strict=True):
            key = key[None]
            for place, entry in word.noise:
                gives = entry.of(short).round(DECIMALS)
                ranks = (np.diff(gives, axis=1, prepend=gives[:, :1]) > 0).cumsum(axis=1)
                key = np.add(key, np.take(ranks * np.int64(place), self.tone_at, axis=1)[:, :, None, :])
            found.append(key)
        return found


def _ranked(dial: str, values: Floats) -> Digit[_Entry]:
    ranks = ranks_of(values)
    return Digit(dial, ranks, int(ranks.max()) + 1)


def solve(problem: Problem, levels: Ints) -> Solution:
    """The candidate with the least concessions at each level of light: `Search.at`."""
    return Search(problem).at(levels)


def _across(search: Search, levels: Ints, best: Best) -> Solution:
    """Choose among the best of each exposure position, for every level at once."""
    problem, groups, shorts = search.problem, search.groups, search.shorts
    over = (groups.exposure - levels[:, None]) / problem.time.per_stop
    at = {"x": best.time, "n": best.aperture, "s": best.iso}
    given = {intent: np.broadcast_to(values[at[dial]], over.shape) for intent, (dial, values) in shorts.items()}
    given[Intent.BRIGHTNESS] = np.maximum(0.0, over)
    if problem.targets.noise is not None:
        given[Intent.NOISE] = np.maximum(0.0, np.round(over + problem.iso.stops[best.iso] - problem.targets.noise, DECIMALS))
    weights = [Weight(Intent.BRIGHTNESS, "over")]
    columns = [np.maximum(0.0, -over)]
    for entry in search.entries:
        if entry.weight.intent in given:
            weights.append(entry.weight)
            columns.append(entry.of(given[entry.weight.intent]))
    dead = np.broadcast_to(~best.there, over.shape)
    for column in columns:
        if column.any():
            masked = np.where(dead, np.inf, column)
            dead = masked != masked.min(axis=1, keepdims=True)
    alive = ~dead
    chosen = alive.argmax(axis=1)
    rows = np.arange(len(levels))
    gave = {intent: given[intent][rows, chosen] if intent in given else np.zeros(len(levels)) for intent in Intent}
    x, n, s = (np.broadcast_to(at[dial], over.shape)[rows, chosen] for dial in "xns")
    return Solution(
        problem.time.first + x,
        problem.aperture.first + n,
        problem.iso.first + s,
        gave,
        np.stack([column[rows, chosen] for column in columns], axis=1),
        tuple(weights),
    )

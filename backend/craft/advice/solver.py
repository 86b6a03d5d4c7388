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

from craft.advice.terms import Intent, Limit
from craft.kit.dials import Axis
from craft.scales.series import Dial, Floats, Ints

UNLISTED_ORDER = (Intent.SHAKE, Intent.FREEZE, Intent.MOTION_BLUR, Intent.DEPTH, Intent.SEPARATION, Intent.NOISE, Intent.ISO)
"""Intents that are on no rung must hold, in this order of weight."""

_DECIMALS = 9
_FORBIDDEN = np.int64(1) << 60
_NEVER = np.int64(1) << 62


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
        hit = np.flatnonzero(self.entries[level])
        return self.weights[int(hit[0])] if len(hit) else None

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
    return int(np.floor(round(ev100 * per_stop, _DECIMALS) + 0.5))


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
    return {intent: (dial, np.maximum(0.0, values.round(_DECIMALS))) for intent, (dial, values) in found.items()}


@dataclass(frozen=True, slots=True)
class _Entry:
    """A weight with how it follows from its intent's shortfall."""

    weight: Weight
    of: Callable[[Floats], Floats]


def _excess(total: float) -> Callable[[Floats], Floats]:
    return lambda short: np.maximum(0.0, (short - total).round(_DECIMALS)) if np.isfinite(total) else np.zeros_like(short)


def _give(before: float, share: float) -> Callable[[Floats], Floats]:
    if not np.isfinite(before):
        return np.zeros_like
    return lambda short: np.minimum(np.maximum((short - before).round(_DECIMALS), 0.0), share)


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


def _ranks(values: Floats) -> Ints:
    """Dense ranks, equal values alike: 0 is the least. Any shape."""
    flat = values.round(_DECIMALS).ravel()
    order = flat.argsort(kind="stable")
    ranks = np.zeros(len(flat), dtype=np.int64)
    ranks[order[1:]] = (flat[order[1:]] > flat[order[:-1]]).cumsum()
    return ranks.reshape(values.shape)


@dataclass(frozen=True, slots=True)
class _Digit:
    """One place of the key: ranks along a dial (x, n or s), or for noise the entry that ranks each level anew."""

    dial: str
    ranks: Ints | None
    radix: int
    noise: _Entry | None = None


@dataclass(frozen=True, slots=True)
class _Word:
    """One 60-bit word of the key: a part along each dial, and the noise entries with their place values."""

    parts: dict[str, Ints]
    noise: list[tuple[int, _Entry]]


def _words(digits: list[_Digit]) -> list[_Word]:
    """Digits, most significant first, packed into as few words as hold them."""
    words: list[_Word] = []
    room = 0
    for digit in reversed(digits):
        if digit.radix == 1:
            continue
        if not words or room * digit.radix >= int(_FORBIDDEN):
            words.insert(0, _Word({}, []))
            room = 1
        parts = words[0].parts
        if digit.noise is not None:
            words[0].noise.append((room, digit.noise))
        elif digit.ranks is not None:
            part = digit.ranks * np.int64(room)
            parts[digit.dial] = parts[digit.dial] + part if digit.dial in parts else part
        room *= digit.radix
    return words or [_Word({}, [])]


@dataclass(frozen=True, slots=True)
class _Best:
    """Indices of the best time, aperture and ISO of each exposure position, and which have one: (E,) or (L, E)."""

    time: Ints
    aperture: Ints
    iso: Ints
    there: NDArray[np.bool_]

    @staticmethod
    def stacked(rows: list[_Best]) -> _Best:
        """One row per level."""
        return _Best(*(np.stack([getattr(row, name) for row in rows]) for name in ("time", "aperture", "iso", "there")))


class _Groups:
    """The candidates laid out as (exposure position, aperture, ISO), and the best of each position."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        time, aperture, iso = problem.time, problem.aperture, problem.iso
        self.sizes = len(time.stops), len(aperture.stops), len(iso.stops)
        wide, deep, tall = self.sizes
        self.first = time.first + aperture.first - iso.last
        self.count = wide + deep + tall - 2
        self.exposure = self.first + np.arange(self.count, dtype=np.int64)
        self.holes = {dial: np.where(axis.exists, 0, _FORBIDDEN) for dial, axis in (("x", time), ("n", aperture), ("s", iso))}

    def _over_time(self, values: Ints, fill: int) -> Ints:
        """A view (E, n, s) of an array over the times: its element x = E - n + s, filled where none is."""
        _, deep, tall = self.sizes
        pad = deep + tall - 2
        padded = np.full(len(values) + 2 * pad, fill, dtype=np.int64)
        padded[pad : pad + len(values)] = values
        step = padded.itemsize
        return np.ndarray((self.count, deep, tall), np.int64, padded.data, (deep - 1) * step, (step, -step, step))

    def key(self, word: _Word) -> Ints:
        """One word of the key of every candidate, noise apart, (E, n, s); forbidden ones are at least `_FORBIDDEN`."""
        x, n, s = (word.parts[dial] + self.holes[dial] if dial in word.parts else self.holes[dial] for dial in "xns")
        key = self._over_time(x, int(_FORBIDDEN)) + (n[:, None] + s)
        if self.problem.allowed is not None:
            at = self._over_time(np.arange(self.sizes[0]), 0)
            key[~self.problem.allowed[at, np.arange(self.sizes[1])[:, None], np.arange(self.sizes[2])]] = _FORBIDDEN
        return key

    def held(self, dial: Dial, position: int) -> Ints:
        """What to add to a word so that one dial keeps one position, shaped to broadcast over (E, n, s)."""
        axis = {Dial.TIME: self.problem.time, Dial.APERTURE: self.problem.aperture, Dial.ISO: self.problem.iso}[dial]
        other = np.where(np.arange(len(axis.stops)) + axis.first == position, 0, _FORBIDDEN)
        if dial is Dial.TIME:
            return self._over_time(other, int(_FORBIDDEN))
        return other[:, None] if dial is Dial.APERTURE else other

    def best(self, keys: list[Ints]) -> _Best:
        """The best candidate of each position by the words of its key."""
        rows = np.arange(self.count)
        first, *others = (key.reshape(self.count, -1) for key in keys)
        winner = first.argmin(axis=1)
        there = first[rows, winner] < _FORBIDDEN
        for word in others:
            first = np.where(first == first[rows, winner][:, None], word, _NEVER)
            winner = first.argmin(axis=1)
        n, s = np.divmod(winner, self.sizes[2])
        x = rows - n + s - (self.sizes[2] - 1)
        return _Best(np.clip(x, 0, self.sizes[0] - 1), n, s, there)


def _ties(problem: Problem) -> list[tuple[str, Floats]]:
    n = problem.aperture.stops
    return [("n", np.abs(n - problem.n_best)), ("s", problem.iso.stops), ("n", -n), ("x", -problem.time.stops)]


class _Search:
    """Everything about a problem that does not depend on the light: entries, ranks and the words of the key."""

    def __init__(self, problem: Problem) -> None:
        self.problem = problem
        self.groups = _Groups(problem)
        self.shorts = _shortfalls(problem)
        self.entries = list(_entries(problem.rungs))
        self.tones: Floats = np.empty(0)
        self.tone_at: Ints = np.empty((0, 0), dtype=np.int64)
        if problem.targets.noise is not None:
            tones = (self.groups.exposure[:, None] / problem.time.per_stop + problem.iso.stops).round(_DECIMALS)
            self.tones, flat = np.unique(tones, return_inverse=True)
            self.tone_at = flat.reshape(tones.shape)
        digits = [digit for entry in self.entries if (digit := self._digit(entry)) is not None]
        self.words = _words(digits + [_ranked(dial, values) for dial, values in _ties(problem)])
        self.keys = [self.groups.key(word) for word in self.words]

    def _digit(self, entry: _Entry) -> _Digit | None:
        if entry.weight.intent is Intent.NOISE:
            return None if self.problem.targets.noise is None else _Digit("", None, len(self.tones), entry)
        if entry.weight.intent not in self.shorts:
            return None
        dial, values = self.shorts[entry.weight.intent]
        return _ranked(dial, entry.of(values))

    def keys_at(self, level: int) -> list[Ints]:
        """The words of every candidate's key at one level of light.

        Noise is all that depends on it: on the tone a candidate's ISO leaves, which takes few values.
        """
        noise = self.problem.targets.noise
        if noise is None:
            return self.keys
        short = np.maximum(0.0, (self.tones - level / self.problem.time.per_stop - noise).round(_DECIMALS))
        keys = []
        for word, key in zip(self.words, self.keys, strict=True):
            for place, entry in word.noise:
                ranks = np.concatenate(([0], (np.diff(entry.of(short).round(_DECIMALS)) > 0).cumsum()))
                key = np.add(key, (ranks * np.int64(place))[self.tone_at][:, None, :])
            keys.append(key)
        return keys


def _ranked(dial: str, values: Floats) -> _Digit:
    ranks = _ranks(values)
    return _Digit(dial, ranks, int(ranks.max()) + 1)


def solve(problem: Problem, levels: Ints) -> Solution:
    """The candidate with the least concessions at each level of light.

    Parameters
    ----------
    problem : dials, targets, rungs.
    levels : int array (L,), target exposure positions T.

    Returns
    -------
    Solution : positions, what gave, and the compared entries per level.
    """
    search = _Search(problem)
    if problem.targets.noise is None:
        return _across(search, levels, search.groups.best(search.keys))
    return _across(search, levels, _Best.stacked([search.groups.best(search.keys_at(int(level))) for level in levels]))


def solve_held(problem: Problem, level: int, holds: Sequence[tuple[Dial, int]]) -> Solution:
    """The best candidate at one level of light for each of H holds: a dial kept at one position, the others free.

    As `solve` with that axis reduced to the position, H times; the ranks are made once.
    """
    search = _Search(problem)
    first, *others = search.keys_at(level)
    best = [search.groups.best([first + search.groups.held(dial, position), *others]) for dial, position in holds]
    return _across(search, np.full(len(holds), level), _Best.stacked(best))


def _across(search: _Search, levels: Ints, best: _Best) -> Solution:
    """Choose among the best of each exposure position, for every level at once."""
    problem, groups, shorts = search.problem, search.groups, search.shorts
    over = (groups.exposure - levels[:, None]) / problem.time.per_stop
    at = {"x": best.time, "n": best.aperture, "s": best.iso}
    given = {intent: np.broadcast_to(values[at[dial]], over.shape) for intent, (dial, values) in shorts.items()}
    given[Intent.BRIGHTNESS] = np.maximum(0.0, over)
    if problem.targets.noise is not None:
        given[Intent.NOISE] = np.maximum(0.0, np.round(over + problem.iso.stops[best.iso] - problem.targets.noise, _DECIMALS))
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

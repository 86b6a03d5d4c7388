"""The candidates of an exposure as arrays, and the best of each exposure position.

Candidates are laid out as (E, n, s): exposure position E = n + x - s, aperture, ISO; the time follows.
A key is an exact sum of three integer vectors of ranks in mixed radix, in as few 60-bit words as hold it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Generic, TypeVar

import numpy as np
from numpy.typing import NDArray

from craft.kit.dials import Axis
from craft.scales.series import Dial, Floats, Ints

DECIMALS = 9
"""Stops that agree to this many decimals are equal."""

_FORBIDDEN = np.int64(1) << 60
_NEVER = np.int64(1) << 62

Entry = TypeVar("Entry")


def ranks_of(values: Floats) -> tuple[Ints, int]:
    """Dense ranks along a dial, equal values alike: 0 is the least; and how many there are.

    >>> ranks_of(np.array([0.5, 0.0, 0.5, 2.0]))
    (array([1, 0, 1, 2]), 3)
    """
    rounded = values.round(DECIMALS)
    order = rounded.argsort(kind="stable")
    sorted_ = rounded[order]
    ranks = np.zeros(len(rounded), dtype=np.int64)
    ranks[order[1:]] = (sorted_[1:] > sorted_[:-1]).cumsum()
    return ranks, int(ranks[order[-1]]) + 1


@dataclass(frozen=True, slots=True)
class Digit(Generic[Entry]):
    """One place of the key: ranks along a dial (x, n or s), or for noise the entry that ranks each level anew."""

    dial: str
    ranks: Ints | None
    radix: int
    noise: Entry | None = None


@dataclass(frozen=True, slots=True)
class Word(Generic[Entry]):
    """One 60-bit word of the key: a part along each dial, and the noise entries with their place values."""

    parts: dict[str, Ints]
    noise: list[tuple[int, Entry]]


def words_of(digits: list[Digit[Entry]]) -> list[Word[Entry]]:
    """Digits, most significant first, packed into as few words as hold them.

    >>> (word,) = words_of([Digit("s", np.array([2, 0]), 3), Digit("x", np.array([1, 3]), 4)])
    >>> word.parts["s"].tolist(), word.parts["x"].tolist()
    ([8, 0], [1, 3])
    """
    words: list[Word[Entry]] = []
    room = 0
    for digit in reversed(digits):
        if digit.radix == 1:
            continue
        if not words or room * digit.radix >= int(_FORBIDDEN):
            words.insert(0, Word({}, []))
            room = 1
        parts = words[0].parts
        if digit.noise is not None:
            words[0].noise.append((room, digit.noise))
        elif digit.ranks is not None:
            part = digit.ranks * np.int64(room)
            parts[digit.dial] = parts[digit.dial] + part if digit.dial in parts else part
        room *= digit.radix
    return words or [Word({}, [])]


@dataclass(frozen=True, slots=True)
class Best:
    """Indices of the best time, aperture and ISO of each exposure position, and which have one: (E,) or (L, E)."""

    time: Ints
    aperture: Ints
    iso: Ints
    there: NDArray[np.bool_]

    @staticmethod
    def joined(rows: list[Best]) -> Best:
        """Several one after the other."""
        return Best(*(np.concatenate([getattr(row, name) for row in rows]) for name in ("time", "aperture", "iso", "there")))


class Groups:
    """The candidates laid out as (exposure position, aperture, ISO), and the best of each position."""

    def __init__(self, time: Axis, aperture: Axis, iso: Axis, allowed: NDArray[np.bool_] | None) -> None:
        self.axes = {Dial.TIME: time, Dial.APERTURE: aperture, Dial.ISO: iso}
        self.allowed = allowed
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

    def key(self, word: Word[Entry]) -> Ints:
        """One word of the key of every candidate, noise apart, (E, n, s); forbidden ones are at least `_FORBIDDEN`."""
        x, n, s = (word.parts[dial] + self.holes[dial] if dial in word.parts else self.holes[dial] for dial in "xns")
        key = self._over_time(x, int(_FORBIDDEN)) + (n[:, None] + s)
        if self.allowed is not None:
            at = self._over_time(np.arange(self.sizes[0]), 0)
            key[~self.allowed[at, np.arange(self.sizes[1])[:, None], np.arange(self.sizes[2])]] = _FORBIDDEN
        return key

    def best_held(self, keys: list[Ints], dial: Dial, position: int) -> Best:
        """The best candidate of each exposure position with one dial kept at a position, by keys (1, E, n, s)."""
        axis = self.axes[dial]
        k = position - axis.first
        if dial is Dial.APERTURE:
            return self.best([key[..., k : k + 1, :] for key in keys], np.full((self.count, self.sizes[2]), k))
        if dial is Dial.ISO:
            return self.best([key[..., k : k + 1] for key in keys], iso=k)
        others = np.where(np.arange(len(axis.stops)) == k, 0, _FORBIDDEN)
        return self.best([keys[0] + self._over_time(others, int(_FORBIDDEN)), *keys[1:]])

    def narrowed(self, keys: list[Ints]) -> tuple[list[Ints], Ints]:
        """The best aperture of each position and ISO: words (E, 1, s) and index of the aperture (E, s).

        Noise is alike for all of them, so this does not depend on the light.
        """
        left, *others = keys
        winner = left.argmin(axis=1)[:, None, :]
        for word in others:
            left = np.where(left == np.take_along_axis(left, winner, 1), word, _NEVER)
            winner = left.argmin(axis=1)[:, None, :]
        return [np.take_along_axis(key, winner, 1) for key in keys], winner[:, 0, :]

    def best(self, keys: list[Ints], apertures: Ints | None = None, iso: int = 0) -> Best:
        """The best candidate of each position by the words of its key, (..., E, n, s); apertures: of narrowed words; iso: the first of them."""
        left, *others = (key.reshape(*key.shape[:-2], -1) for key in keys)
        winner = left.argmin(axis=-1)[..., None]
        least = np.take_along_axis(left, winner, -1)
        there = least[..., 0] < _FORBIDDEN
        for word in others:
            left = np.where(left == least, word, _NEVER)
            winner = left.argmin(axis=-1)[..., None]
            least = np.take_along_axis(left, winner, -1)
        rows = np.arange(self.count)
        n, s = np.divmod(winner[..., 0], keys[0].shape[-1])
        s = s + iso
        if apertures is not None:
            n = apertures[rows, s]
        x = rows - n + s - (self.sizes[2] - 1)
        return Best(np.minimum(np.maximum(x, 0), self.sizes[0] - 1), n, s, there)

"""The candidates of an exposure as arrays, and the best of each exposure position.

Candidates are laid out as (E, n, s): exposure position E = n + x - s, aperture, ISO; the time follows.
A key is an exact sum of three integer vectors of ranks in mixed radix, in as few 60-bit words as hold it.
"""

from __future__ import annotations

from collections.abc import Sequence
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

ALL = slice(None)

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
class Packed(Generic[Entry]):
    """One 60-bit word of the key: a part along each dial, and the noise entries with their place values."""

    parts: dict[str, Ints]
    noise: list[tuple[int, Entry]]


@dataclass(frozen=True, slots=True)
class Place:
    """Where one or more digits stand in the key: in which word, counted from the last, from which place value, and how many there are of them."""

    word: int
    low: int
    count: int

    def of(self, words: Sequence[Ints]) -> Ints:
        """The digits, by the words of keys.

        >>> Place(1, 4, 3).of([np.array([9, 4, 12])])
        array([2, 1, 0])
        """
        return np.asarray(words[-self.word] // self.low % self.count)

    def and_after(self, other: Place) -> Place | None:
        """This and the digits after it as one, if they stand in one word."""
        return Place(self.word, other.low, self.count * other.count) if other.word == self.word else None


def packed(digits: list[Digit[Entry]]) -> tuple[list[Packed[Entry]], list[Place | None]]:
    """Digits, most significant first, packed into as few words as hold them, and where each stands; one that never differs has no place.

    >>> (word,), places = packed([Digit("s", np.array([2, 0]), 3), Digit("x", np.array([1, 3]), 4)])
    >>> word.parts["s"].tolist(), word.parts["x"].tolist(), places[0]
    ([8, 0], [1, 3], Place(word=1, low=4, count=3))
    """
    words: list[Packed[Entry]] = []
    places: list[Place | None] = []
    room = 0
    for digit in reversed(digits):
        if digit.radix == 1:
            places.insert(0, None)
            continue
        if not words or room * digit.radix >= int(_FORBIDDEN):
            words.insert(0, Packed({}, []))
            room = 1
        parts = words[0].parts
        if digit.noise is not None:
            words[0].noise.append((room, digit.noise))
        elif digit.ranks is not None:
            part = digit.ranks * np.int64(room)
            parts[digit.dial] = parts[digit.dial] + part if digit.dial in parts else part
        places.insert(0, Place(len(words), room, digit.radix))
        room *= digit.radix
    return words or [Packed({}, [])], places


def _least(values: Ints) -> tuple[Ints, Ints]:
    """Where the least of each row is, along the last axis, and the least."""
    winner = values.argmin(axis=-1)
    rows = values.reshape(-1, values.shape[-1])
    return winner, rows[np.arange(len(rows)), winner.ravel()].reshape(winner.shape)


def added(keys: list[Ints], lit: list[Ints | None]) -> list[Ints]:
    """Words of keys (E, n, s) with what the light adds to each, (L, E, s): (L, E, n, s), or one for all where it adds nothing.

    >>> [key.shape for key in added([np.zeros((4, 3, 2), int)] * 2, [np.zeros((5, 4, 2), int), None])]
    [(5, 4, 3, 2), (1, 4, 3, 2)]
    """
    return [key[None] if part is None else key + part[:, :, None, :] for key, part in zip(keys, lit, strict=True)]


@dataclass(frozen=True, slots=True)
class Best:
    """Indices of the best time, aperture and ISO of each exposure position, which have one, and the words of its key: (E,) or (L, E)."""

    time: Ints
    aperture: Ints
    iso: Ints
    there: NDArray[np.bool_]
    words: tuple[Ints, ...]

    @staticmethod
    def joined(rows: list[Best]) -> Best:
        """Several one after the other."""
        time, aperture, iso, there = (np.concatenate([getattr(row, name) for row in rows]) for name in ("time", "aperture", "iso", "there"))
        words = zip(*(row.words for row in rows), strict=True)
        return Best(time, aperture, iso, there, tuple(np.concatenate(parts) for parts in words))


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

    def _parts(self, word: Packed[Entry]) -> tuple[Ints, Ints, Ints]:
        """The parts of a word along the three dials; a step that is not there is forbidden."""
        x, n, s = (word.parts[dial] + self.holes[dial] if dial in word.parts else self.holes[dial] for dial in "xns")
        return x, n, s

    def key(self, word: Packed[Entry], n_at: slice = ALL, s_at: slice = ALL) -> Ints:
        """One word of the key of every candidate at some apertures and ISO, noise apart, (E, n, s); forbidden ones are at least `_FORBIDDEN`."""
        x, n, s = self._parts(word)
        key = self._over_time(x, int(_FORBIDDEN))[:, n_at, s_at] + (n[n_at, None] + s[s_at])
        if self.allowed is not None:
            wide, deep, tall = (np.arange(size) for size in self.sizes)
            at = self._over_time(wide, 0)[:, n_at, s_at]
            key[~self.allowed[at, deep[n_at, None], tall[s_at]]] = _FORBIDDEN
        return key

    def _key_at_time(self, word: Packed[Entry], k: int) -> tuple[Ints, Ints]:
        """The same at one time, (E, 1, s), and the aperture that each position and ISO then has, (E, s)."""
        x, n, s = self._parts(word)
        _, deep, tall = self.sizes
        sums = x[k] + n[:, None] + s
        if self.allowed is not None:
            sums[~self.allowed[k]] = _FORBIDDEN
        aperture, iso = np.arange(deep)[:, None], np.arange(tall)
        positions = aperture + k - iso + (tall - 1)
        key, apertures = np.full((self.count, 1, tall), _FORBIDDEN), np.zeros((self.count, tall), dtype=np.int64)
        key[positions, 0, iso], apertures[positions, iso] = sums, aperture
        return key, apertures

    def best_held(self, words: list[Packed[Entry]], lit: list[Ints | None], dial: Dial, position: int) -> Best:
        """The best candidate of each exposure position with one dial kept at a position; lit: what the light adds to each word, (1, E, s)."""
        k = position - self.axes[dial].first
        n_at, s_at = (slice(k, k + 1) if dial is kept else ALL for kept in (Dial.APERTURE, Dial.ISO))
        apertures = np.full((self.count, self.sizes[2]), k) if dial is Dial.APERTURE else None
        keys = []
        for word in words:
            if dial is Dial.TIME:
                key, apertures = self._key_at_time(word, k)
            else:
                key = self.key(word, n_at, s_at)
            keys.append(key)
        return self.best(added(keys, [None if part is None else part[..., s_at] for part in lit]), apertures, s_at.start or 0)

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
        winner, least = _least(left)
        there, words = least < _FORBIDDEN, [least]
        for word in others:
            left = np.where(left == least[..., None], word, _NEVER)
            winner, least = _least(left)
            words.append(least)
        rows = np.arange(self.count)
        n, s = np.divmod(winner, keys[0].shape[-1])
        s = s + iso
        if apertures is not None:
            n = apertures[rows, s]
        x = rows - n + s - (self.sizes[2] - 1)
        return Best(np.minimum(np.maximum(x, 0), self.sizes[0] - 1), n, s, there, tuple(words))

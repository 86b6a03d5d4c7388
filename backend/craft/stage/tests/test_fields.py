"""Grain is a tile laid side by side, whatever part of a stage is looked at and however closely."""

from __future__ import annotations

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.ndimage import map_coordinates

from craft.stage.fields import FINEST, Place, _texture, grain, ripples


def place(left: float, top: float, step: float, wide: int = 40, high: int = 30) -> Place:
    x = (left + step * np.arange(wide, dtype=np.float32))[None, :]
    y = (top + step * np.arange(high, dtype=np.float32))[:, None]
    return Place(np.asarray(x, np.float32), np.asarray(y, np.float32), step)


class Grain(unittest.TestCase):
    @settings(max_examples=60)
    @given(st.floats(-900, 900), st.floats(-900, 900), st.floats(0.05, 3), st.floats(2, 90), st.floats(2, 90), st.integers(1, 60))
    def test_it_is_the_tile_between_its_cells_as_another_library_reads_it(
        self, left: float, top: float, step: float, wide: float, high: float, seed: int
    ) -> None:
        at = place(left, top, step)
        expected = np.zeros(at.shape)
        for octave in range(FINEST):
            cell = 0.5**octave
            if octave and not (min(wide, high) * cell > 0.6 * step and max(wide, high) * cell > 2 * step):
                break
            rows, columns = np.meshgrid(at.y[:, 0].astype(float) / (high * cell), at.x[0].astype(float) / (wide * cell), indexing="ij")
            tile = map_coordinates(_texture(seed + 37 * octave).astype(float), [rows, columns], order=1, mode="grid-wrap")
            expected += 0.55**octave * tile
        np.testing.assert_allclose(grain(wide, high, 1.0, seed).at(at), expected, atol=2e-3)

    @given(st.floats(200, 600), st.floats(0.2, 2), st.integers(1, 9))
    def test_ripples_of_a_part_are_those_of_the_whole(self, top: float, step: float, seed: int) -> None:
        water = ripples(258.0, 1.0, seed)
        whole = water.at(place(100.0, top, step))
        part = place(100.0, top, step)
        np.testing.assert_allclose(water.at(Place(part.x[:, 7:20], part.y[5:25], step)), whole[5:25, 7:20], atol=2e-3)

"""Bursts that slowed, against a buffer that is filled frame by frame."""

from __future__ import annotations

import math
import unittest

import numpy as np

from craft.day.traffic import bursts
from craft.kit.traits import Traffic
from craft.review.frame import Frame
from craft.review.slowed import slowed_of


def shot(begins_s: float, frames: int, fps: float, room: int, away_fps: float, lots: np.random.Generator) -> list[Frame]:
    """A burst with the release held: a frame waits for room in the buffer, from which the card takes one after the other."""
    at, leaves, taken = begins_s, [], []
    for _ in range(frames):
        at = max(at, leaves[-room] if len(leaves) >= room else at)
        taken.append(at + abs(float(lots.normal(0, 0.03 / fps))))
        leaves.append(max(at, leaves[-1] if leaves else at) + 1 / away_fps)
        at += 1 / fps
    return [Frame(one + 0.0123) for one in sorted(taken)]


class Slows(unittest.TestCase):
    def test_what_a_buffer_does_is_told_and_agrees_with_what_is_planned_by_it(self) -> None:
        lots = np.random.default_rng(3)
        for fps, room, away in ((20.0, 40, 5.0), (10.0, 25, 2.0), (30.0, 90, 12.0), (8.0, 20, 1.5)):
            frames = [frame for k in range(6) for frame in shot(500.0 * k, 3 * room, fps, room, away, lots)]
            [planned] = bursts(50e6, 0, fps, Traffic(50.0 * room, (50.0 * away,)), ("continues",))
            found = slowed_of(frames)
            assert found is not None
            with self.subTest(fps=fps):
                self.assertEqual((found.bursts, found.slowed), (6, 6))
                self.assertAlmostEqual(found.frames, planned.frames, delta=2 + 0.05 * planned.frames)
                self.assertAlmostEqual(found.seconds, planned.seconds, delta=2 / fps + 0.05 * planned.seconds)
                self.assertAlmostEqual(math.log(found.fps / fps), 0, delta=0.05)
                self.assertAlmostEqual(math.log(found.then_fps / away), 0, delta=0.05)

    def test_a_card_that_keeps_up_a_hand_that_pauses_and_seconds_without_parts_tell_of_no_slowing(self) -> None:
        lots = np.random.default_rng(4)
        never = [frame for k in range(9) for frame in shot(100.0 * k, 60, 20.0, 40, 30.0, lots)]
        found = slowed_of(never)
        assert found is not None
        self.assertEqual((found.bursts, found.slowed, found.words(None)), (9, 0, ""))
        paused = [Frame(begins + 0.1 * k + 0.01) for begins in (0.0, 2.5, 5.0) for k in range(14)]
        self.assertEqual(getattr(slowed_of(paused), "slowed", None), 0)
        pressed = [
            Frame(60.0 * k + at) for k in range(9) for at in np.cumsum([*([0.05] * 9), *lots.lognormal(-0.4, 0.6, 9).clip(0.2, 2.9)])
        ]
        self.assertLessEqual(getattr(slowed_of(pressed), "slowed", 9), 1, "single frames after a burst are a hand's")
        self.assertIsNone(slowed_of([Frame(float(k // 10)) for k in range(200)]))

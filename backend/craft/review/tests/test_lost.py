"""What frames were lost to: every one that is not kept to one thing, and more of a fault never to a lesser one."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.review.frame import Frame, usual_of
from craft.review.lost import Cause, cause_of, lost_of
from craft.review.sharpness import How, Sharpness, Smear

LIMIT = 6 / 6000


@st.composite
def frames(draw: st.DrawFn) -> Frame:
    how = draw(st.sampled_from(How))
    focus = draw(st.floats(0, 6))
    soft = None if how is How.UNSURE else focus + draw(st.floats(0, 6))
    smear = Smear(9.0, 0.3) if how in (How.ALL, How.AROUND) else None
    sharp = draw(st.sampled_from([None, Sharpness(how, soft, smear, 6000, None if soft is None else focus)]))
    kept, mean, burnt = draw(st.sampled_from([True, False, None])), draw(st.floats(-4, 4)), draw(st.sampled_from([0.0, 0.0, 0.5]))
    return Frame(draw(st.floats(0, 80_000)), mean_stops=mean, burnt=burnt, kept=kept, sharp=sharp)


class Lost(unittest.TestCase):
    @settings(max_examples=200, deadline=None)
    @given(st.lists(frames(), max_size=30), st.sampled_from([None, LIMIT]))
    def test_each_frame_that_is_not_kept_was_lost_to_one_thing_that_is_true_of_it(self, shot: list[Frame], hidden: float | None) -> None:
        found = lost_of(shot, hidden)
        self.assertEqual(sum(found.values()), sum(frame.kept is False for frame in shot))
        usual = usual_of(shot)
        for frame in shot:
            cause, sharp = cause_of(frame, usual, hidden), frame.sharp
            disc, focus = (None, None) if sharp is None or sharp.soft_px is None else (4 * sharp.soft_px, 4 * (sharp.focus_px or 0))
            self.assertEqual(cause is Cause.EXPOSED, usual.odd(frame))
            if cause is Cause.SHAKEN:
                self.assertTrue(sharp is not None and sharp.how is How.ALL)
            if cause in (Cause.FOCUS, Cause.MOVED):
                self.assertTrue(hidden is not None and disc is not None and disc > 6)
                self.assertEqual(cause is Cause.FOCUS, focus is not None and focus > 1.25 * 6)
            if cause is Cause.NOTHING and hidden is not None and disc is not None:
                self.assertLessEqual(disc, 1.25 * 6)

"""Schools of bracketing."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import HELD, NO_PEOPLE, RENDERED, STILL, TRIPOD, Also, Decision, Desk, School, said_by_hand

BRACKETING = Decision(
    slug="bracketing",
    label="bracketing",
    by_hand=said_by_hand(
        "The scene spans {span_stops}; one frame loses {span_excess_stops}.",
        "The scene spans {span_stops}, and one frame, no more than {darkest_stops} under the meter, loses {span_excess_stops} of it.",
        Also(when=(When("bracketed", "=", 1.0),), text="{frames} frames {step_stops} apart miss {set_misses} of the picture."),
        Also(when=(When("bracketed", "=", 1.0), When("moving", "=", 1.0)), text="It moves at {speed_m_s} between them: it will not line up."),
        Also(when=(When("bracketed", "=", 1.0), When("people", "=", 1.0), STILL), text="People do not keep still for a set."),
        Also(when=(When("merging", "=", 1.0),), text="The camera puts {merge_frames} frames together."),
        Also(when=(When("bracketed", "=", 0.0), When("merging", "=", 0.0)), text="One frame is taken."),
    ),
    besides=("bracket_kind", "bracket_frames", "bracket_step", "merge", "merge_strength", "merge_align"),
    desk=Desk(minutes=1 / 10, each="sets", reason="two minutes for a merge, and one set in twenty is merged"),
    schools=(
        School(
            slug="in_body_merge",
            label="merged in the camera",
            value=("merge",),
            when=(When("span_excess_stops", ">", 0.5), STILL, NO_PEOPLE, When("merge_offered", "=", 1.0), RENDERED, When("deadline_h", "<", 4.0)),
            brief="One frame loses {span_excess_stops}: {merge_frames} are put together in the camera.",
            because="The scene spans {span_stops}, and one frame loses {span_excess_stops} of it; finished files are due in {deadline_h}: the camera puts {merge_frames} frames together, {merge_step_stops} apart, at one press.",
            also=(
                Also(when=(TRIPOD,), text="On the tripod nothing is shifted, and no edge is lost."),
                Also(when=(HELD,), text="By hand it is fired as one burst and lined up: the edges are cropped for it. Brace yourself."),
                Also(when=(When("in_picture", "=", 1.0),), text="What moves in it, water or leaves, shows twice."),
                Also(when=(When("people", "=", 1.0),), text="People who move between its frames show twice."),
                Also(when=(When("moving", "=", 1.0),), text="It moves at {speed_m_s}: it will not line up."),
            ),
            costs="a finished file that cannot be taken apart again, its strength chosen beforehand; the sources are kept for that",
            rules_out="exposure set to the right, sets for the desk",
        ),
        School(
            slug="bracket",
            label="a set of frames",
            value=("set",),
            when=(When("span_excess_stops", ">", 0.5), STILL, NO_PEOPLE, When("bracket_possible", "=", 1.0), TRIPOD),
            brief="One frame loses {span_excess_stops}: {frames}, {step_stops} apart, hold it.",
            because="The scene spans {span_stops}, and one frame, no more than {darkest_stops} under the meter, loses {span_excess_stops} of it: {frames} frames {step_stops} apart hold it, and nothing moves between them.",
            costs="frames to merge, and a setting that must not stay on",
            rules_out="single frames in this slot",
            desk="About {minutes} min of merging.",
        ),
        School(
            slug="hand_held_set",
            label="a short set by hand",
            value=("set",),
            when=(When("span_excess_stops", ">", 1.0), STILL, NO_PEOPLE, When("bracket_possible", "=", 1.0), HELD, When("ev100", ">", 8.0)),
            brief="One frame loses {span_excess_stops}: {frames} in one burst, {step_stops} apart.",
            because="The scene spans {span_stops}, and one frame loses {span_excess_stops} of it: {frames} frames {step_stops} apart, fired as one fast burst; ISO is high enough for the longest of them to be held.",
            costs="edges lost to alignment, and noise",
            rules_out="single frames in this slot",
            desk="About {minutes} min of merging.",
        ),
        School(
            slug="accept",
            label="one frame, and accept",
            value=("none",),
            when=(When("span_excess_stops", ">", 0.3),),
            brief="The scene spans {span_stops}; one frame at its best holds all but {span_excess_stops}.",
            because="The scene spans {span_stops}, and one frame at its best, no more than {darkest_stops} under the meter, loses {span_excess_stops} of it.",
            also=(
                Also(when=(When("bracket_possible", "=", 0.0),), text="No set that the body offers holds more of it."),
                Also(when=(When("moving", "=", 1.0),), text="A set would not line up: it moves at {speed_m_s} between the frames."),
                Also(when=(STILL, When("people", "=", 1.0)), text="People do not keep still for a set."),
                Also(when=(NO_PEOPLE,), text="A graduated filter over the bright side would shorten the span by its stops."),
            ),
            costs="shadow or highlight, as you choose",
        ),
        School(
            slug="none",
            label="none",
            value=("none",),
            brief="The scene spans {span_stops}; one frame at base ISO holds {range_stops}.",
            because="One frame is enough: the scene spans {span_stops}, and at base ISO a frame has room for {range_stops}.",
            also=(Also(when=(When("past_clip_stops", ">", 0.05),), text="As exposed, {past_clip_stops} at its bright end is let go."),
                  Also(when=(When("shadow_contrast", "<", 0.8),), text="Stray light in the lens leaves the deepest shadow {shadow_contrast} of its contrast, whatever the sensor."),),
            costs="nothing",
        ),
    ),
)

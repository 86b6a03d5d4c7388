"""Schools of stabiliser."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import FOLLOWED, HELD, TRIPOD, Also, Decision, School, said_by_hand

STABILISER = Decision(
    slug="stabiliser",
    label="stabiliser",
    sets=("stabiliser",),
    by_hand=said_by_hand(
        "The time is {time_s}.",
        "The time is {time_s}.",
        Also(when=(HELD,), text="With what there is to steady it, {shake_s} is what the hand allows."),
        Also(when=(TRIPOD,), text="The camera stands: there is nothing to steady."),
    ),
    schools=(
        School(
            slug="none",
            label="there is none",
            value=("off",),
            when=(When("stabiliser_offered", "=", 0.0),),
            brief="Neither body nor lens has a stabiliser.",
            because="Neither body nor lens has a stabiliser.",
            also=(Also(when=(HELD,), text="At this focal length {shake_s} is what the hand allows."),),
            costs="nothing",
        ),
        School(
            slug="off_on_tripod",
            label="off",
            value=("off",),
            when=(TRIPOD,),
            brief="The camera stands: there is nothing to steady during {time_s}.",
            because="The camera stands: a stabiliser would look for movement that is not there during {time_s}.",
            costs="switch it on again when you lift the camera",
            rules_out="hand-held frames",
        ),
        School(
            slug="panning",
            label="panning",
            value=("panning",),
            when=(When("wants_pan", "=", 1.0),),
            brief="The camera follows at {speed_m_s}: steady only across that.",
            because="The camera follows at {speed_m_s}: steady only across the movement.",
            costs="none",
            rules_out="still subjects",
        ),
        School(
            slug="at_release",
            label="at release",
            value=("at_release",),
            when=(FOLLOWED,),
            brief="{steadiness_stops} at the moment of release is enough at {time_s}.",
            because="The subject moves and the finder should not swim: {steadiness_stops} at the moment of release is enough at {time_s}.",
            costs="the finder is not steadied",
            rules_out="a steady finder",
        ),
        School(
            slug="always",
            label="always",
            value=("always",),
            brief="At {time_s} it gives {steadiness_stops} against shake.",
            because="At {time_s} it gives {steadiness_stops} against shake, and the finder stands still for framing.",
            costs="some battery",
            rules_out="saving power",
        ),
    ),
)

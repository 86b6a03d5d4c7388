"""Schools of iso limits."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import EVERYDAY, Also, Decision, School, said_by_hand

KEEPS = "At ISO {iso} the mid-tone keeps a signal to noise of {snr} at this output; your bar is {bar}."
SLOWEST = Also(when=(When("slowest_used", "=", 1.0),), text="No time is slower than {slowest_s}.")

ISO_LIMITS = Decision(
    slug="iso_limits",
    label="ISO limits",
    sets=("iso_mode",),
    besides=("iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter"),
    by_hand=said_by_hand(
        "At ISO {iso} signal to noise is {snr}; your bar is {bar}.",
        KEEPS,
        Also(when=(When("floats", "=", 1.0),), text="ISO floats from {floor_iso} to {ceiling_iso}, where a metered mid-tone keeps {ceiling_snr}."),
        SLOWEST,
        Also(when=(When("floats", "=", 0.0),), text="The light reaching the sensor makes the noise, not the number."),
    ),
    schools=(
        School(
            slug="by_limits",
            label="pinned by floor and ceiling",
            value=("automatic",),
            when=(When("limits_only", "=", 1.0),),
            brief="No ISO is taken directly: {floor_iso} and {ceiling_iso} hold it.",
            because="This body takes no ISO directly: floor {floor_iso} and ceiling {ceiling_iso} hold it.",
            costs="a second place to look",
            rules_out="a direct ISO",
        ),
        School(
            slug="fixed",
            label="fixed",
            value=("fixed",),
            when=(When("mode_floats", "=", 0.0),),
            brief="The light reaching the sensor makes the noise, not ISO {iso}.",
            because="ISO stays at {iso}: the light reaching the sensor makes the noise, not the number.",
            also=(
                Also(when=(When("meters", "=", 0.0),), text="Time and aperture are held too."),
                Also(when=(When("meters", "=", 1.0),), text="Time or aperture answers what is metered."),
            ),
            costs="a cloud is yours to answer",
            rules_out="floating",
            see=KEEPS,
            holds=True,
        ),
        School(
            slug="one_high_for_the_room",
            label="one high ISO for the room",
            value=("fixed",),
            when=(EVERYDAY, When("indoors", "=", 1.0), When("ev100", "<=", 6.0), When("light_swing_stops", "<", 1.0)),
            brief="The room swings only {light_swing_stops}: ISO {iso} for the evening.",
            because="The room's light swings only {light_swing_stops} at {ev100}: ISO {iso} for the evening, and nothing floats.",
            costs="by the window it is too much",
            rules_out="walking out with it",
            holds=True,
            see=KEEPS,
        ),
        School(
            slug="ceiling_by_taste",
            label="automatic to my own ceiling",
            value=("automatic",),
            when=(When("iso_given", "=", 1.0),),
            brief="From {floor_iso} to your own {ceiling_iso}; past it the order decides.",
            because="ISO floats from {floor_iso} to your own {ceiling_iso}; past it the order of what gives decides.",
            also=(SLOWEST, Also(when=(When("ceiling_frames", ">", 0.0),), text="It was learned from {ceiling_frames} frames that you judged."), Also(when=(When("ceiling_by_need", "=", 1.0),), text="This light takes more than your ceiling now, so it is lifted to what is needed.")),
            costs="above the ceiling something else gives",
            rules_out="ISO over the ceiling",
            see=KEEPS,
        ),
        School(
            slug="ceiling_by_noise",
            label="automatic to a computed ceiling",
            value=("automatic",),
            brief="At {ceiling_iso} a mid-tone keeps {ceiling_snr}; your bar is {bar}.",
            because="ISO floats from {floor_iso} to {ceiling_iso}, where a metered mid-tone keeps {ceiling_snr}; your bar is {bar} at this output, and a quarter of it in the deepest shadow.",
            also=(
                Also(when=(When("ceiling_by_tone", "=", 1.0),), text="A step more and the mid-tone falls under it."),
                Also(when=(When("ceiling_by_shadow", "=", 1.0),), text="A step more and the deepest shadow falls under its own."),
                Also(when=(When("ceiling_by_least", "=", 1.0),), text="No ceiling is set lower than {least_comfort_stops} over base, whatever the bar."),
                Also(when=(When("ceiling_by_need", "=", 1.0),), text="The light needs that much now."),
                Also(when=(When("ceiling_by_end", "=", 1.0),), text="The body goes no higher."),
                SLOWEST,
            ),
            costs="above the ceiling something else gives",
            rules_out="ISO over the ceiling",
            see=KEEPS,
        ),
    ),
)

"""Schools of iso limits."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import EVERYDAY, Decision, School

ISO_LIMITS = Decision(
    slug="iso_limits",
    sets=("iso_mode",),
    besides=("iso_value", "iso_floor", "iso_ceiling", "iso_slowest_shutter"),
    schools=(
        School(
            slug="by_limits",
            label="pinned by floor and ceiling",
            value=("automatic",),
            when=(When("limits_only", "=", 1.0),),
            because="This body takes no ISO directly: floor {floor_iso} and ceiling {ceiling_iso} hold it.",
            costs="a second place to look",
            rules_out="a direct ISO",
        ),
        School(
            slug="fixed",
            label="fixed",
            value=("fixed",),
            when=(When("floats", "=", 0.0),),
            because="ISO stays at {iso}: the light reaching the sensor makes the noise, not the number, and here time and aperture are held. The ceiling would be {ceiling_iso}.",
            costs="a cloud is yours to answer",
            rules_out="floating",
            see="The mid-tone keeps a signal to noise of {snr} at this output; your bar is {bar}.",
            holds=True,
        ),
        School(
            slug="one_high_for_the_room",
            label="one high ISO for the room",
            value=("fixed",),
            when=(EVERYDAY, When("indoors", "=", 1.0), When("ev100", "<=", 6.0), When("light_swing_stops", "<", 1.0)),
            because="The room's light swings only {light_swing_stops} at {ev100}: ISO {iso} for the evening, and nothing floats.",
            costs="by the window it is too much",
            rules_out="walking out with it",
            holds=True,
            see="The mid-tone keeps a signal to noise of {snr} at this output; your bar is {bar}.",
        ),
        School(
            slug="ceiling_by_taste",
            label="automatic to my own ceiling",
            value=("automatic",),
            when=(When("iso_given", "=", 1.0),),
            because="ISO floats from {floor_iso} to your own {ceiling_iso}, with nothing slower than {slowest_s}; past it the order of what gives decides.",
            costs="above the ceiling something else gives",
            rules_out="ISO over the ceiling",
            see="At {iso} the mid-tone keeps a signal to noise of {snr}; your bar is {bar}.",
        ),
        School(
            slug="ceiling_by_noise",
            label="automatic to a computed ceiling",
            value=("automatic",),
            because="ISO floats from {floor_iso} to {ceiling_iso}, the highest at which the mid-tone keeps your bar of {bar} at this output, with nothing slower than {slowest_s}.",
            costs="above the ceiling something else gives",
            rules_out="ISO over the ceiling",
            see="At {iso} the mid-tone keeps a signal to noise of {snr}; your bar is {bar}.",
        ),
    ),
)

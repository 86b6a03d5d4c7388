"""Schools of exposure mode."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import EVERYDAY, FOLLOWED, HELD, LIGHT_SWINGS, NOT_STARS, PEOPLE, QUICK, STILL, Decision, Desk, School

EXPOSURE_MODE = Decision(
    slug="exposure_mode",
    sets=("exposure_mode",),
    besides=("shutter_time", "aperture", "built_in_nd"),
    desk=Desk(minutes=1 / 60, reason="a glance at the brightness of each picture"),
    schools=(
        School(
            slug="one_aperture",
            label="let the body choose between floor and ceiling",
            value=("program",),
            when=(When("one_aperture", "=", 1.0), NOT_STARS),
            because="There is one aperture, {aperture}, so only time and ISO can answer a swing of {light_swing_stops}.",
            costs="no say in the time beyond the slowest allowed",
            rules_out="depth as a choice",
        ),
        School(
            slug="timed",
            label="timed by hand",
            value=("timed",),
            when=(When("time_s", ">", "longest_dial_s"),),
            because="The time comes to {time_s}, past the {longest_dial_s} of an ordinary dial, so it is counted.",
            costs="every frame takes its full time and is not metered",
            rules_out="automatic ISO, bursts",
            holds=True,
        ),
        School(
            slug="fixed_distance",
            label="hold the distance",
            value=("fixed_distance",),
            when=(When("zone_offered", "=", 1.0), QUICK, When("zone_covers", "=", 1.0)),
            because="From {near_m} to {far_m} is sharp at {aperture} with the distance set to {distance_m}: nothing is left to focus.",
            costs="nothing outside the zone is sharp",
            rules_out="autofocus",
        ),
        School(
            slug="leave_it",
            label="hold the depth, with a slowest time",
            value=("aperture_priority",),
            when=(EVERYDAY,),
            because="Any light may come, it swings {light_swing_stops}: {aperture} stays, ISO follows from {floor_iso} to {ceiling_iso} and no time is slower than {slowest_s} before that.",
            costs="in the dark ISO goes to its ceiling before anyone has thought about it",
            rules_out="one time for a whole series",
        ),
        School(
            slug="hold_in_steady_light",
            label="hold everything, the light is steady",
            value=("manual",),
            when=(When("light_swing_stops", "<", 0.5),),
            because="The light swings {light_swing_stops}, which nobody sees from frame to frame: held, nothing moves under you, and no automatic would be steadier.",
            costs="a change of light that does come is yours to notice",
            rules_out="automatic ISO",
            desk="One correction serves the whole series.",
            holds=True,
        ),
        School(
            slug="hold_time",
            label="hold the time, float the rest",
            value=("shutter_priority",),
            when=(When("wants_blur", "=", 1.0), LIGHT_SWINGS, HELD),
            because="The blur is drawn by {time_s}; the light swings {light_swing_stops} and the meter {meter_swing_stops}, so the rest floats.",
            costs="depth moves with the light",
            rules_out="a steady depth",
        ),
        School(
            slug="slowest_time",
            label="hold the depth, float time and ISO over a slowest time",
            value=("aperture_priority",),
            when=(LIGHT_SWINGS, PEOPLE, FOLLOWED, When("speed_m_s", "<=", 2.0), When("zone", "=", 0.0)),
            because="People move at {speed_m_s} and the light swings {light_swing_stops}, more than the meter's {meter_swing_stops}: {aperture} stays, no time is slower than {slowest_s}, and ISO takes up the rest.",
            costs="in good light the time is shorter than it need be",
            rules_out="one time for a whole series",
            desk="About {minutes} min of evening out brightness over {pictures} pictures.",
        ),
        School(
            slug="hold_depth",
            label="hold the depth, float time and ISO",
            value=("aperture_priority",),
            when=(LIGHT_SWINGS, STILL),
            because="The light swings {light_swing_stops}, the meter {meter_swing_stops}, and no movement asks for a time of its own: hold {aperture} and let time and ISO follow.",
            costs="the time moves with the meter",
            rules_out="a fixed time",
        ),
        School(
            slug="float_iso",
            label="hold the picture, float the ISO",
            value=("manual",),
            when=(LIGHT_SWINGS,),
            because="The light swings {light_swing_stops}, more than the {meter_swing_stops} that the meter swings by itself over pale and dark subjects and other framings: time and aperture hold the picture, ISO follows the light.",
            costs="brightness shifts from frame to frame with what is metered",
            rules_out="identical frames in a series",
            desk="About {minutes} min of evening out brightness over {pictures} pictures.",
        ),
        School(
            slug="hold_everything",
            label="hold everything",
            value=("manual",),
            when=(When("light_swing_stops", "<=", "meter_swing_stops"),),
            because="The light swings {light_swing_stops}, no more than the {meter_swing_stops} that the meter would swing by itself over pale and dark subjects and other framings: a held exposure is steadier than an automatic one.",
            costs="every change of light is yours to notice",
            rules_out="automatic ISO",
            desk="One correction serves the whole series.",
            holds=True,
        ),
    ),
)

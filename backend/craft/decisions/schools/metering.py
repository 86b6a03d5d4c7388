"""Schools of metering."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import FOLLOWED, NOT_STARS, STILL, Also, Decision, School, said_by_hand

DIALS = (
    Also(when=(When("meters", "=", 1.0), When("correct_stops", "=", 0.0)), text="Nothing is dialled on top."),
    Also(when=(When("meters", "=", 1.0), When("correct_stops", ">", 0.0)), text="Dial {correct_stops} on top."),
    Also(when=(When("meters", "=", 1.0), When("correct_stops", "<", 0.0)), text="Dial {correct_stops} on top."),
    Also(when=(When("meters", "=", 1.0), When("pattern_reads_stops", ">", 0.5)), text="Left to itself it makes the frame dark by what it reads: look at the first one."),
    Also(when=(When("meters", "=", 1.0), When("pattern_reads_stops", "<", -0.5)), text="Left to itself it makes the frame pale by what it reads: look at the first one."),
    Also(when=(When("meters", "=", 0.0), When("asks_more_stops", ">=", 0.1)), text="Nothing floats: read it once, and set {asks_more_stops} brighter than it asks."),
    Also(when=(When("meters", "=", 0.0), When("asks_less_stops", ">=", 0.1)), text="Nothing floats: read it once, and set {asks_less_stops} darker than it asks."),
    Also(when=(When("meters", "=", 0.0), When("asks_more_stops", "<", 0.1), When("asks_less_stops", "<", 0.1)), text="Nothing floats: read it once, and set what it asks."),
)

METERING = Decision(
    slug="metering",
    label="metering",
    sets=("metering_pattern",),
    by_hand=said_by_hand(
        "It reads {pattern_reads_stops} from the key and swings {pattern_swing_stops}.",
        "On this scene it reads {pattern_reads_stops} from the key and swings {pattern_swing_stops} by itself, over pale and dark subjects and other framings; many zones swing {meter_swing_stops}.",
        *DIALS,
    ),
    schools=(
        School(
            slug="highlight_guard",
            label="guard the highlights",
            value=("highlight_guard",),
            when=(When("highlight_guard_offered", "=", 1.0), When("headroom_stops", "<", 0.0), When("guard_stops", ">", 0.0), When("guard_stops", "<=", 1.0), FOLLOWED),
            brief="Brightest {stops_above} up, clip at {clip_above_stops}: the guard takes {guard_stops}.",
            because="The brightest tones lie {stops_above} over the key and the sensor clips at {clip_above_stops}: the guard takes the frame {guard_stops} down by itself, and nothing is to be corrected on top of it.",
            also=(Also(when=(When("meters", "=", 0.0),), text="Nothing floats: read it once, and set what it asks."),),
            costs="the rest of the frame darkens with every small light",
            rules_out="steady brightness",
        ),
        School(
            slug="spot_near_brightest",
            label="spot on the brightest tone that must hold",
            value=("spot",),
            when=(When("spot_offered", "=", 1.0), When("span_stops", ">=", 9.0), When("stops_above", ">=", 2.5), STILL, When("skill_quick", "=", 0.0), When("optical_finder", "=", 0.0), NOT_STARS, When("unheld_stops", "<=", 0.0), When("spot_off_stops", "<=", 0.34), When("merging", "=", 0.0)),
            brief="Spot on the brightest that must hold, {place_stops} over the middle.",
            because="The scene spans {span_stops}; the brightest tone that must hold lies {holds_stops} over the key. Point the spot at it, so that it comes {place_stops} over the middle, and focus apart from it.",
            also=(Also(when=(When("meters", "=", 1.0),), text="Dial {correct_stops}, lock, recompose."),
                  Also(when=(When("meters", "=", 0.0),), text="Nothing floats: set time, aperture and ISO by it, then leave them.")),
            costs="practice, and a lock that must not slip",
            rules_out="focus and metering at one point",
        ),
        School(
            slug="centre_weighted",
            label="centre-weighted",
            value=("centre_weighted",),
            when=(When("centre_steadier_stops", ">=", 0.25), FOLLOWED),
            brief="A broad middle swings {centre_swing_stops} here, many zones {meter_swing_stops}.",
            because="On this scene a broad middle swings {centre_swing_stops} over pale and dark subjects and other framings, many zones {meter_swing_stops}, a spot {spot_swing_stops}. It reads {centre_reads_stops} from the key.",
            also=DIALS,
            costs="bright edges are ignored",
            rules_out="metering off the centre",
        ),
        School(
            slug="by_optical_finder",
            label="centre-weighted through an optical finder",
            value=("centre_weighted",),
            when=(When("optical_finder", "=", 1.0), When("span_stops", ">=", 6.0)),
            brief="The finder shows no exposure: take what you can predict.",
            because="The finder does not show the exposure and the scene spans {span_stops}: a pattern that you can predict beats one that guesses. It reads {centre_reads_stops} from the key.",
            also=DIALS,
            costs="reading the scene is your work",
            rules_out="live correction by eye",
        ),
        School(
            slug="multi_zone",
            label="multi-zone and correct",
            value=("multi_zone",),
            brief="Many zones swing {meter_swing_stops} here, a broad middle {centre_swing_stops}.",
            because="On this scene it reads {zone_reads_stops} from the key and swings {meter_swing_stops} by itself, a broad middle {centre_swing_stops}, a spot {spot_swing_stops}.",
            also=DIALS,
            costs="bright skies pull it down",
            rules_out="knowing what it looked at",
        ),
    ),
)

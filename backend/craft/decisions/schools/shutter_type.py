"""Schools of shutter type."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import TRIPOD, Also, Decision, School, said_by_hand

SHUTTER_TYPE = Decision(
    slug="shutter_type",
    label="shutter",
    sets=("shutter_type",),
    by_hand=said_by_hand(
        "The time is {time_s}.",
        "The time is {time_s}.",
        Also(when=(When("reads_lines", "=", 1.0),), text="Its lines are read in {readout_s}: the image skews by {skew_px}, and a flash stays dark."),
        Also(when=(When("reads_lines", "=", 1.0), When("flicker_hz", ">", 0.0)), text="Lamps that pulse at {flicker_hz} leave {bands} bands."),
        Also(when=(When("reads_lines", "=", 0.0),), text="A curtain ends it: no skew, and flash stays possible."),
    ),
    schools=(
        School(
            slug="only_electronic",
            label="electronic, the only one",
            value=("electronic",),
            when=(When("mechanical_offered", "=", 0.0),),
            brief="No mechanical shutter; read in {readout_s}, it skews by {skew_px}.",
            because="The body has no mechanical shutter; a frame is read in {readout_s}, so the image skews by {skew_px}.",
            costs="skew and bands",
            rules_out="flash",
        ),
        School(
            slug="silent",
            label="electronic, for quiet",
            value=("electronic",),
            when=(When("quiet", "=", 1.0), When("electronic_offered", "=", 1.0), When("flash_dark", "=", 0.0), When("flicker_hz", "=", 0.0), When("skew_px", "<", 12.0)),
            brief="Quiet is wanted, and it skews by only {skew_px}.",
            because="Quiet is wanted, the light is steady and the image skews by only {skew_px} while {readout_s} passes.",
            costs="no flash, and skew if it suddenly moves",
            rules_out="flash",
        ),
        School(
            slug="past_mechanical",
            label="electronic, for its shorter times",
            value=("electronic",),
            when=(When("over_stops", ">", 0.0), When("electronic_offered", "=", 1.0), When("flash_dark", "=", 0.0), When("flicker_hz", "=", 0.0)),
            brief="The mechanical one leaves {over_stops} too much light.",
            because="The mechanical shutter leaves {over_stops} too much light at the wanted aperture; the electronic one is short enough.",
            costs="no flash, and what moves is skewed",
            rules_out="flash",
        ),
        School(
            slug="past_curtains",
            label="electronic, for its rate",
            value=("electronic",),
            when=(
                When("rate_by_hand", ">", "curtain_rate"),
                When("reading_rate", ">", "curtain_rate"),
                When("electronic_offered", "=", 1.0), When("flash_dark", "=", 0.0),
                When("flicker_hz", "=", 0.0),
            ),
            brief="You set {rate_by_hand}; curtains keep to {curtain_rate}.",
            because="You set {rate_by_hand}: curtains keep to {curtain_rate}, reading alone gives {reading_rate}. Each frame is read in {readout_s} and skews by {skew_px}.",
            costs="no flash, and skew",
            rules_out="flash",
        ),
        School(
            slug="first_curtain",
            label="electronic first curtain",
            value=("first_curtain",),
            when=(When("first_curtain_offered", "=", 1.0), TRIPOD, When("metered_s", ">", 0.002)),
            brief="On a tripod the first curtain's knock would show at {time_s}.",
            because="On a tripod the first curtain's knock would show at {time_s}; an electronic start has none.",
            costs="clipped blur discs wide open at short times",
            rules_out="the shortest times wide open",
        ),
        School(
            slug="mechanical",
            label="mechanical",
            value=("mechanical",),
            brief="No skew against {skew_px}, and flash stays possible.",
            because="No skew against {skew_px}, and flash stays possible.",
            costs="its sound",
            rules_out="silence",
        ),
    ),
)

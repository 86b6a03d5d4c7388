"""Schools of file."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import RAW, Also, Decision, Desk, School, said_by_hand

FILE = Decision(
    slug="file",
    label="file",
    by_hand=said_by_hand(
        "The scene spans {span_stops}.",
        "The scene spans {span_stops}.",
        Also(when=(RAW,), text="Raw keeps all that the sensor holds of it, and white and brightness can be settled afterwards."),
        Also(when=(When("raw", "=", 0.0),), text="No raw is kept: white and exposure must be right in the camera."),
        Also(when=(RAW, When("rendered", "=", 1.0)), text="A finished file beside it can be sent without a desk, and takes room on the card."),
    ),
    sets=("file_format",),
    desk=Desk(minutes=10 / 60, reason="a conversion of each picture"),
    schools=(
        School(
            slug="both",
            label="raw and finished",
            value=("both",),
            when=(When("deadline_h", "<=", 24.0), When("count", "<=", 2000.0)),
            brief="Due in {deadline_h}: the finished file leaves now, raw stays.",
            because="Hand over in {deadline_h}: the finished file leaves now, raw stays for what goes wrong.",
            costs="twice the card",
            rules_out="in-camera merges on some bodies",
        ),
        School(
            slug="rendered",
            label="finished only",
            value=("rendered",),
            when=(When("count", ">", 2000.0), When("deadline_h", "<=", 24.0)),
            brief="{count} pictures in {deadline_h}: only finished files get there.",
            because="{count} pictures in {deadline_h}: only finished files get there.",
            costs="white and exposure must be right in camera",
            rules_out="rescue afterwards",
        ),
        School(
            slug="raw_and_finished",
            label="raw, and a finished file beside it",
            value=("both",),
            when=(When("usual_both", "=", 1.0),),
            brief="One to show at once; the {span_stops} of the scene stay in the raw.",
            because="A finished file beside the raw can be shown and sent without a desk; the {span_stops} of the scene stay in the raw.",
            costs="twice the card",
            rules_out="in-camera merges on some bodies",
        ),
        School(
            slug="raw",
            label="raw",
            value=("raw",),
            brief="Raw keeps all {span_stops}; white and brightness are settled later.",
            because="The scene spans {span_stops}: raw keeps all of it, and white and brightness can be settled afterwards.",
            costs="every frame passes the desk",
            rules_out="handing over from the camera",
            desk="About {minutes} min of conversion over {pictures} pictures.",
        ),
    ),
)

"""Schools of white."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import EVERYDAY, MIXED, PEOPLE, RENDERED, STARS, STILL, Also, Decision, Desk, School, said_by_hand
from craft.white.colorimetry import BESIDE, UNSEEN

OTHER = Also(when=(MIXED,), text="The light of {kelvin} and that of {other_kelvin} lie {mired_apart} mired apart.")

FIXED = When("white_fixed", "=", 1.0)
SKIN = (
    Also(when=(PEOPLE, FIXED, When("white_skin", ">", BESIDE)), text="Skin comes out {white_skin} from itself by CIEDE2000, which one sees alone."),
    Also(when=(PEOPLE, FIXED, When("white_skin", ">", UNSEEN), When("white_skin", "<=", BESIDE)), text="Skin comes out {white_skin} from itself by CIEDE2000, which one sees side by side."),
)
LAMP = Also(when=(PEOPLE, When("lamp_skin", ">", BESIDE)), text="No white mends this light wholly: skin stays {lamp_skin} off, since parts of its spectrum are missing.")

WHITE = Decision(
    slug="white",
    label="white",
    by_hand=said_by_hand(
        "The light is of {kelvin}.",
        "The light is of {kelvin}.",
        Also(when=(When("white_warm_mired", ">=", 5.0),), text="Set to {kelvin_set}, the picture comes {white_warm_mired} mired warmer than neutral."),
        Also(when=(When("white_cold_mired", ">=", 5.0),), text="Set to {kelvin_set}, the picture comes {white_cold_mired} mired colder than neutral."),
        Also(when=(When("white_kept", ">", 0.05), When("white_kept", "<", 1.02)), text="That keeps {white_kept} of the light's own colour."),
        Also(when=(When("white_fixed", "=", 1.0), When("white_warm_mired", "<", 5.0), When("white_cold_mired", "<", 5.0)), text="Set to {kelvin_set}, a grey card comes out grey."),
        Also(when=(When("white_fixed", "=", 0.0),), text="The body looks anew at each frame, and colour drifts through a series."),
        OTHER,
        *SKIN,
        LAMP,
        Also(when=(RENDERED, FIXED), text="A finished file goes out with it: look at skin in the first frame."),
    ),
    sets=("white_mode",),
    besides=("white_kelvin",),
    desk=Desk(minutes=5 / 60, reason="a correction of colour for each picture"),
    schools=(
        School(
            slug="daylight_for_stars",
            label="daylight for stars",
            value=("daylight",),
            when=(STARS,),
            brief="Star colours stay whole, and every frame stacks alike.",
            because="Star colours are kept whole by one daylight setting, near the {kelvin} of the sky, and every frame of the night stacks alike.",
            costs="lamps on the land go orange",
            rules_out="a neutral foreground",
        ),
        School(
            slug="keep_the_glow",
            label="keep part of the light's own colour",
            value=("kelvin",),
            when=(When("keeps", ">", 0.0), When("everyday", "=", 0.0)),
            brief="{kelvin_set} keeps {keeps} of the colour of {kelvin}.",
            because="The light of {kelvin} is part of the picture: {kelvin_set} keeps {keeps} of its colour and takes the rest away.",
            also=(*SKIN,),
            costs="paper is not white",
            rules_out="neutral whites",
            desk="One correction serves the series.",
        ),
        School(
            slug="measured",
            label="measured from a card",
            value=("measured",),
            when=(RENDERED, PEOPLE, STILL, When("sources", "=", 1.0), When("light_swing_stops", "<", 1.0)),
            brief="One light of about {kelvin}: a card settles skin for the series.",
            because="One light of about {kelvin}, people nearly still and a finished file to hand over: a minute with a card settles skin for the series.",
            also=(LAMP,),
            costs="a new card shot at every move of the light",
            rules_out="walking from room to room",
            desk="None: the finished files agree.",
        ),
        School(
            slug="automatic_anywhere",
            label="automatic, whatever comes",
            value=("automatic",),
            when=(EVERYDAY,),
            brief="The next picture may be in another light than {kelvin}.",
            because="The next picture may be in another light than these {kelvin}, and a finished file is kept: the body looks anew at each.",
            costs="colour drifts through a series",
            rules_out="one correction for all",
        ),
        School(
            slug="automatic",
            label="automatic",
            value=("automatic",),
            when=(When("sources", ">=", 2.0), RENDERED),
            brief="{sources} kinds of light: no one number is right for all frames.",
            because="There are {sources} kinds of light and a finished file to hand over: no single number is right for all frames.",
            also=(OTHER, LAMP),
            costs="colour drifts through a series",
            rules_out="one correction for all",
            desk="About {minutes} min of colour over {pictures} pictures.",
        ),
        School(
            slug="one_for_the_room",
            label="one fixed white for the room",
            value=("kelvin",),
            when=(When("sources", ">=", 2.0), When("indoors", "=", 1.0)),
            brief="{sources} kinds of light in the room: {kelvin_set} keeps one series.",
            because="There are {sources} kinds of light in the room; raw forgives, so one setting of {kelvin_set} keeps the series together and is corrected once.",
            also=(OTHER, LAMP),
            costs="the other light keeps its colour",
            rules_out="finished files without correction",
            desk="One correction for the room.",
        ),
        School(
            slug="one_for_the_place",
            label="one fixed white for the place",
            value=("kelvin",),
            when=(When("sources", ">=", 2.0), When("indoors", "=", 0.0)),
            brief="{sources} kinds of light out here: {kelvin_set} keeps one series.",
            because="There are {sources} kinds of light out here; raw forgives, so one setting of {kelvin_set} keeps the series together and is corrected once.",
            also=(OTHER, LAMP),
            costs="the other light keeps its colour",
            rules_out="finished files without correction",
            desk="One correction for the place.",
        ),
        School(
            slug="fixed_kelvin",
            label="one fixed kelvin",
            value=("kelvin",),
            brief="One kind of light, about {kelvin}: the series is one batch.",
            because="One kind of light at about {kelvin}: fixed at {kelvin_set}, the whole series is one batch.",
            also=(*SKIN, LAMP, Also(when=(RENDERED,), text="Finished files go out with it: look at skin in the first frame.")),
            costs="a change of light is yours to notice",
            rules_out="following mixed light by itself",
            desk="One correction serves the series.",
        ),
    ),
)

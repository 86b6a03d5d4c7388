"""Schools of range."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import NO_PEOPLE, NOT_RENDERED, RAW, RENDERED, STILL, TRIPOD, Also, Decision, School, said_by_hand

LET_GO = Also(
    when=(When("past_clip_stops", ">", 0.05),),
    text="What lies {brightest_stops} over the key is {past_clip_stops} past the clip and is let go.",
)

CAPPED = Also(
    when=(When("capped", "=", 1.0),),
    text="No frame is taken more than {darkest_stops} under the meter for it.",
)
LACKING = Also(
    when=(When("lacking_stops", ">", 0.05),),
    text="Of what must hold, {lacking_stops} at the bright end is wanting.",
)
SPARE = Also(
    when=(When("lacking_stops", "<=", 0.05),),
    text="{spare_stops} is spare over it.",
)

RANGE = Decision(
    slug="range",
    label="range",
    by_hand=said_by_hand(
        "Full {clips_stops} over the key; what must hold reaches {holds_stops}.",
        "It comes {offset_stops} from the metered exposure, with {protection_stops} of protection: the first channel is full {clips_stops} over the key, and tones that must hold reach {holds_stops}.",
        LACKING,
        SPARE,
        LET_GO,
    ),
    besides=("compensation", "highlight_protection"),
    schools=(
        School(
            slug="middle_of_set",
            label="the set holds both ends",
            value=("as_metered",),
            when=(When("bracketed", "=", 1.0),),
            brief="{frames} frames hold {scene_above_stops} over the key and {scene_below_stops} under.",
            because="The {frames} frames are placed so that both ends hold, {scene_above_stops} over the key and {scene_below_stops} under: their middle lies {offset_stops} from the metered exposure.",
            costs="the middle frame alone may clip",
        ),
        School(
            slug="automatic_protection",
            label="leave protection to the body",
            value=("protect", "protection", "darker", "by_itself"),
            when=(When("best_protection_stops", ">", 0.0), When("automatic_protection_offered", "=", 1.0), RENDERED, When("light_swing_stops", ">", 2.0)),
            brief="The light swings {light_swing_stops}: the body chooses, here {protection_stops}.",
            because="The light swings {light_swing_stops}: what must hold lies now {holds_stops} over the key, and the body chooses from frame to frame. Here it takes {protection_stops}, which lifts its lowest ISO by as much.",
            also=(LET_GO,),
            costs="brightness and noise that change without a word",
            rules_out="knowing the lowest ISO",
        ),
        School(
            slug="highlight_protection",
            label="highlight protection",
            value=("protect", "protection", "darker"),
            when=(When("best_protection_stops", ">", 0.0), RENDERED),
            brief="{protection_stops} of protection keeps tones {holds_stops} over the key.",
            because="Tones that must hold reach {holds_stops} over the key and the first channel is full at {clip_above_stops}; ISO is up anyway, so {protection_stops} of protection keeps them and the finished file stays bright. The deepest shadow goes from a signal to noise of {snr_shadow_unprotected} to {snr_shadow}.",
            also=(CAPPED, LACKING, LET_GO),
            costs="noise in the shadows, as the numbers say",
            rules_out="the lowest ISO values",
        ),
        School(
            slug="to_the_right",
            label="expose to the right",
            value=("to_the_right", "brighter"),
            when=(When("best_offset_stops", ">", 0.0), RAW, NOT_RENDERED, NO_PEOPLE, STILL, TRIPOD, When("may_go_right", "=", 1.0)),
            brief="{headroom_stops} of room: {offset_stops} more light goes into the shadows.",
            because="The brightest tone that must hold leaves {headroom_stops} of room; raw is kept and nothing moves, so {offset_stops} more light goes into the shadows, where the list has it to give.",
            also=(LET_GO,),
            costs="the picture opens pale and is pulled down afterwards",
            rules_out="judging brightness on the back screen",
            desk="One exposure correction of {offset_stops}, applied to all.",
        ),
        School(
            slug="protect",
            label="keep the highlights that matter",
            value=("protect", "darker"),
            when=(When("best_offset_stops", "<", 0.0),),
            brief="{holds_stops} must hold, full at {clip_above_stops}: {offset_stops} saves {saves_stops}.",
            because="Tones that must hold reach {holds_stops} over the key and the first channel is full at {clip_above_stops}, {swing_kept_stops} kept back for the swing: {offset_stops} saves {saves_stops} of it.",
            also=(CAPPED, LACKING, LET_GO),
            costs="the shadows lose as much light",
            rules_out="straight-from-camera brightness",
        ),
        School(
            slug="as_metered",
            label="as metered",
            value=("as_metered",),
            brief="What must hold reaches {holds_stops}; the first channel is full at {clips_stops}.",
            because="Tones that must hold reach {holds_stops} over the key, and as exposed the first channel is full at {clips_stops}.",
            also=(SPARE, LACKING, Also(when=(When("swing_kept_stops", ">", 0.05),), text="{swing_kept_stops} is kept back for the light's swing."), LET_GO),
            costs="unused room, if there is any",
        ),
    ),
)

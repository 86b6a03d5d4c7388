"""Schools of drive."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import HELD, NO_PEOPLE, NOT_FOLLOWED, STARS, TRIPOD, Also, Decision, Desk, School, said_by_hand

BURSTS = When("bursts", "=", 1.0)
SHARP = Also(
    when=(When("sharp_chance", "<", 0.95), When("sharp_chance", ">", 0.02)),
    text="A single frame is sharp as a whole, shake and subject together, with a chance of {sharp_chance}, one of {burst_frames} with {sharp_chance_burst}.",
)
SMEARS = Also(
    when=(When("sharp_chance", "<=", 0.02),),
    text="At {time_s} it smears past what would freeze it, {freeze_s}: more frames do not help, a lucky stillness does.",
)
LOOK_THROUGH = "About {minutes} min to look through {shots} frames; at the body's highest, {frames_per_second}, they would be {shots_at_best}."

DRIVE = Decision(
    slug="drive",
    label="drive",
    by_hand=said_by_hand(
        "It moves at {speed_m_s}.",
        "It moves at {speed_m_s}.",
        Also(when=(When("frames_follow", "=", 1.0),), text="{rate} comes to about {shots} frames; {wanted_rate} would suit it."),
        Also(when=(When("frames_follow", "=", 0.0), BURSTS), text="One frame at a press: {wanted_rate} would suit it."),
        SHARP,
        SMEARS,
        desk=LOOK_THROUGH,
    ),
    sets=("drive_mode",),
    besides=("rate_high",),
    desk=Desk(minutes=1 / 60, each="shots", reason="a glance at each frame"),
    schools=(
        School(
            slug="as_it_charges",
            label="one frame for each charge",
            value=("single",),
            when=(When("flash_leads", "=", 1.0), When("flash_known", "=", 1.0), When("recycle_s", ">", 0.2)),
            brief="The flash is full again after {recycle_s}: a burst would go dark.",
            because="The flash is full again after {recycle_s}: the second frame of a burst would be dark.",
            costs="the moment between two charges",
            rules_out="bursts",
        ),
        School(
            slug="in_one_go",
            label="minutes in one go",
            value=("timer",),
            when=(STARS, When("wants_blur", "=", 1.0), When("blur_total_s", "<=", 240.0)),
            brief="The trail takes {blur_total_s}: one frame of it has no gaps.",
            because="The trail takes {blur_total_s}: one frame of it has no gaps, and warms the sensor little.",
            costs="one knock or one lamp loses all of it, and the sensor warms",
            rules_out="frames to choose from",
        ),
        School(
            slug="series",
            label="a series without gaps",
            value=("timer",),
            when=(When("series_frames", ">", 1.0), TRIPOD),
            brief="{series_frames} frames of {time_s} draw what one of {blur_total_s} would.",
            because="{series_frames} frames of {time_s}, one every {interval_s}, come to {series_h}: merged, they draw what one frame of {blur_total_s} would, and a knock costs one frame.",
            costs="frames to merge, and a timer of intervals",
            rules_out="long-exposure noise reduction",
            desk="About {minutes} min of merging.",
        ),
        School(
            slug="timer_for_stars",
            label="timer or remote, for stars",
            value=("timer",),
            when=(STARS, TRIPOD),
            brief="The frame takes {time_s}: the press dies away before it begins.",
            because="The frame takes {time_s}: a timer lets the press die away before it begins.",
            costs="two seconds a frame",
            rules_out="bursts",
        ),
        School(
            slug="set_in_one_burst",
            label="a set in one burst",
            value=("high",),
            when=(When("frames_per_second", ">", 1.0), HELD, When("bracketed", "=", 1.0), When("moving", "=", 0.0)),
            brief="{frames} frames by hand: in one burst least moves between them.",
            because="The {frames} frames of a set come as one burst by hand: the less it moves between them, the less edge is lost.",
            costs="the drive goes back for single frames",
            rules_out="a look at each frame before the next",
            desk="About {minutes} min to look through them.",
        ),
        School(
            slug="timer",
            label="timer or remote",
            value=("timer",),
            when=(TRIPOD, NOT_FOLLOWED, NO_PEOPLE, When("skill_quick", "=", 0.0), When("time_s", ">", 0.002)),
            brief="The camera stands: the press dies away before it begins.",
            because="The camera stands and nothing is followed: a timer lets the press die away before the {time_s} begins.",
            also=(Also(when=(When("in_picture", "=", 1.0),), text="What moves does so at {speed_m_s}: with a remote the moment stays yours."),),
            costs="the moment is not yours",
            rules_out="bursts",
        ),
        School(
            slug="high",
            label="high",
            value=("high",),
            when=(BURSTS, When("rate_share", ">", 0.7)),
            brief="It moves at {speed_m_s}: {wanted_rate} suits it, {rate} it gets.",
            because="It moves at {speed_m_s}: {wanted_rate} suits it, and {rate} is what the body gives with this file and shutter.",
            also=(SHARP, SMEARS),
            costs="frames to look through",
            rules_out="quiet",
            desk="About {minutes} min to look through {shots} frames.",
        ),
        School(
            slug="medium",
            label="medium",
            value=("medium",),
            when=(BURSTS, When("rate_share", ">", 0.35)),
            brief="{wanted_rate} suits {speed_m_s}; the middle level is {rate}.",
            because="It moves at {speed_m_s}: {wanted_rate} suits it; of the levels the body has, its middle one of {rate} is nearest.",
            also=(SHARP, SMEARS),
            costs="some frames more to look through",
            rules_out="quiet",
            desk=LOOK_THROUGH,
        ),
        School(
            slug="low",
            label="a short burst",
            value=("low",),
            when=(BURSTS,),
            brief="{wanted_rate} suits {speed_m_s}; the lowest level is {rate}.",
            because="A few frames for each moment: {wanted_rate} suits what moves at {speed_m_s}, and the body's lowest level of {rate} comes nearest.",
            also=(SHARP, SMEARS),
            costs="a few frames more to look through",
            rules_out="waiting for the one frame",
            desk=LOOK_THROUGH,
        ),
        School(
            slug="single",
            label="single",
            value=("single",),
            brief="It moves at no more than {speed_m_s}: one frame, one decision.",
            because="It moves at no more than {speed_m_s}: one frame for each decision.",
            costs="a blink is a lost frame",
            rules_out="bursts",
        ),
    ),
)

"""Schools of flash."""

# fmt: off

from __future__ import annotations

from craft.decisions.facts import When
from craft.decisions.schools.row import PEOPLE, Also, Decision, School, said_by_hand

INDOORS, OUTDOORS = When("indoors", "=", 1.0), When("indoors", "=", 0.0)
IN_SUN = When("ev100", ">=", 12.5)
DIM = When("dim_stops", ">", 0.0)
KNOWN, LACKS = When("flash_known", "=", 1.0), When("flash_lacks_stops", ">", 0.1)
POWER = (
    Also(when=(KNOWN, When("flash_lacks_stops", "<=", 0.1), When("flash_over_stops", "<=", 0.1)), text="At {distance_m} it gives that with {flash_power} of its power, and is full again after {recycle_s}."),
    Also(when=(KNOWN, When("flash_over_stops", ">", 0.1)), text="At {distance_m} even {flash_power} of its power, its least, gives {flash_over_stops} more than that."),
    Also(when=(KNOWN, LACKS), text="Full power lacks {flash_lacks_stops} for that: it reaches {flash_reach_m}."),
    Also(when=(KNOWN, When("charge_lasts", "<", "shots")), text="A charge gives {charge_lasts} of them, and about {shots} frames are likely: take another."),
    Also(when=(When("flash_loss_stops", ">", 0.0),), text="Pulsing at {time_s} costs it {flash_loss_stops}."),
)
GEL = Also(when=(INDOORS, PEOPLE, When("gel_warm_mired", ">=", 60.0)), text="Its light is colder than the room's of {kelvin}: a filter of {gel_warm_mired} mired over it makes them one.")

FLASH = Decision(
    slug="flash",
    label="flash",
    sets=("flash",),
    besides=("high_speed_sync",),
    by_hand=said_by_hand(
        "It is {time_s} at {aperture}, ISO {iso}.",
        "The time is {time_s} at {aperture} and ISO {iso}.",
        Also(when=(When("flash_on", "=", 0.0),), text="The light that is there makes the picture."),
        Also(when=(When("flash_on", "=", 1.0), When("flash_leads", "=", 0.0)), text="The light that is there leads, and the flash fills under it."),
        Also(when=(When("flash_leads", "=", 1.0),), text="The flash lights the subject; the room lies {room_under_stops} under the meter."),
        Also(when=(When("flash_on", "=", 1.0), When("flash_there", "=", 0.0)), text="No flash of yours is described, so its power is yours to find."),
        *POWER,
    ),
    schools=(
        School(
            slug="none_at_hand",
            label="off, none is at hand",
            value=("off", "none"),
            when=(When("flash_there", "=", 0.0),),
            brief="No flash is at hand: the light that is there makes the picture.",
            because="No flash is in the kit: the light that is there, {ev100}, makes the picture.",
            costs="shade stays shade",
            rules_out="a light of one's own",
        ),
        School(
            slug="stays_dark",
            label="off, this body lights none",
            value=("off", "none"),
            when=(When("flash_possible", "=", 0.0),),
            brief="This body opens its whole frame at no known time: none is lit.",
            because="A flash needs a time at which the whole frame is open, and this body is not known to have one.",
            costs="shade stays shade",
            rules_out="a light of one's own",
        ),
        School(
            slug="unseen",
            label="off, to be quiet",
            value=("off", "none"),
            when=(When("quiet", "=", 1.0),),
            brief="It is to stay unseen, and a flash is seen by everybody.",
            because="Nobody is to notice the camera here, and at {distance_m} a flash is seen by everybody.",
            costs="the light that is there decides the ISO",
            rules_out="a light of one's own",
        ),
        School(
            slug="beyond",
            label="off, the sky is beyond it",
            value=("off", "none"),
            when=(When("sky", "=", 1.0),),
            brief="No flash lights the sky: it blinds eyes that are used to the dark.",
            because="The sky of {ev100} lies beyond any flash: one would light the haze before the lens, and blind eyes that are used to the dark.",
            costs="a foreground wants a frame or a lamp of its own",
            rules_out="a light of one's own",
        ),
        School(
            slug="unasked",
            label="off, nobody asked for it",
            value=("off", "none"),
            when=(When("flash_welcome", "=", 0.0),),
            brief="At {distance_m} it disturbs whoever does not expect it.",
            because="What is before you does not expect a flash from {distance_m} away, and would be disturbed or dazzled by one.",
            costs="the light that is there decides the ISO",
            rules_out="a light of one's own",
        ),
        School(
            slug="as_metered",
            label="as it was metered, alone",
            value=("on", "alone"),
            when=(When("flash_metered", "=", 1.0), INDOORS),
            brief="Set up and metered: {aperture} at ISO {iso}, any time to {sync_s}.",
            because="The flash is set up and its light was read at the subject: {aperture} at ISO {iso} takes it as it is, and at {time_s} the room lies {room_under_stops} under the meter.",
            costs="aperture and ISO belong together",
            rules_out="bursts",
        ),
        School(
            slug="alone",
            label="all the light, the room out",
            value=("on", "alone"),
            when=(When("flash_studio", "=", 1.0), INDOORS, PEOPLE),
            brief="At {time_s} the room lies {room_under_stops} under the meter.",
            because="The flash is set up for this picture: at {time_s}, {aperture} and ISO {iso} the room lies {room_under_stops} under the meter.",
            also=(
                Also(when=(When("room_under_stops", ">=", 4.0),), text="It leaves no trace: light is as the flash makes it."),
                Also(when=(When("room_under_stops", "<", 4.0),), text="It still shows beside the flash: nearer, the flash would drown it."),
                *POWER,
            ),
            costs="one frame for each charge",
            rules_out="bursts, the room's own light",
        ),
        School(
            slug="out_of_reach",
            label="off, too far",
            value=("off", "none"),
            when=(INDOORS, DIM, When("flash_key_short_stops", ">", 0.0)),
            brief="At {distance_m} full power lacks {flash_key_short_stops}.",
            because="The room asks for {dim_stops} of ISO past your bar, and at {distance_m} full power lacks {flash_key_short_stops} to help.",
            costs="the light that is there decides the ISO",
            rules_out="a light of one's own",
        ),
        School(
            slug="key",
            label="lights the subject, the room kept under it",
            value=("on", "key"),
            when=(INDOORS, DIM, PEOPLE),
            brief="The room alone asks for {dim_stops} past your bar: it lights the subject.",
            because="By the room alone, time and depth ask for {dim_stops} of ISO past your bar. The flash lights the subject and freezes it; the room stays {room_under_stops} under the meter and shows.",
            also=(*POWER, GEL),
            costs="what only the room lights is darker, and smears",
            rules_out="bursts, staying unnoticed",
        ),
        School(
            slug="against_the_sun",
            label="off, the sun is stronger",
            value=("off", "none"),
            when=(OUTDOORS, IN_SUN, PEOPLE, When("flash_fill_short_stops", ">", 0.0)),
            brief="To fill at {distance_m} full power lacks {flash_fill_short_stops} to this sun.",
            because="Against {ev100} at {sync_s}, full power lacks {flash_fill_short_stops} to fill shade at {distance_m}: nearer, or softened less, it would.",
            costs="shade in faces stays",
            rules_out="filled shade",
        ),
        School(
            slug="fill",
            label="fills the shade",
            value=("on", "fill"),
            when=(OUTDOORS, IN_SUN, PEOPLE),
            brief="The sun throws hard shade; the flash fills it, times to {sync_s}.",
            because="In {ev100} the sun throws hard shade on faces: the sun leads, the flash fills under it, and no time is shorter than {sync_s}.",
            also=POWER,
            costs="no time shorter than sync",
            rules_out="the shortest times",
        ),
        School(
            slug="enough",
            label="off, the light is enough",
            value=("off", "none"),
            brief="{aperture} and ISO {iso} do with the light that is there.",
            because="The light that is there is enough: {time_s} at {aperture} and ISO {iso}, with {snr} of signal to noise in the mid-tones.",
            costs="shade stays shade",
            rules_out="a light of one's own",
        ),
    ),
)

"""What a kind of work wants of settings that no decision and no habit covers, and the guards that always stand.

A row holds for its genres when all comparisons hold; later rows win over earlier ones.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import When
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True)
class Row:
    """A value that a kind of work, or caution, wants of a setting, with its reason (no digits) and source."""

    setting: str
    value: Value
    genres: tuple[Genre, ...]
    when: tuple[When, ...]
    because: str
    source: str = "practice of the trade"


_ALL = tuple(Genre)
_SPORTS, _WILD, _STREET, _LAND, _WEDDING, _NIGHT, _PORTRAIT, _EVERYDAY = ((genre,) for genre in Genre)
_TRIPOD, _HELD = When("tripod", "=", 1.0), When("tripod", "=", 0.0)
_MOVES, _QUIET, _QUICK = When("moving", "=", 1.0), When("quiet", "=", 1.0), When("skill_quick", "=", 1.0)
_PULSES, _BY_HAND, _ELECTRONIC = When("flicker_hz", ">", 0.0), When("by_hand", "=", 1.0), When("electronic_now", "=", 1.0)

GUARDS: tuple[Row, ...] = (
    Row("clock", "set_to_the_second", _ALL, (), "Frames of two bodies, and the light log, are put in order by the clock."),
    Row("firmware_noted", "yes", _ALL, (), "What is known of a body is true for one version of it."),
    Row("fires_without_card", "off", _ALL, (), "A body that fires and keeps nothing sounds just like one that works."),
    Row("file_prefix", "one_per_body", _ALL, (), "Files of two bodies meet in one folder sooner or later."),
    Row("file_numbering", "goes_on", _ALL, (), "Numbers that begin again make two pictures with one name."),
    Row("author", "written", _ALL, (), "A file that leaves the body should say whose it is."),
    Row("merge_keep_sources", "on", _ALL, (), "A merged file that came out wrong cannot be merged again without its frames."),
    Row("meter_offset", 0.0, _ALL, (), "A standing correction is forgotten and blamed on the meter."),
    Row("white_shift", "none", _ALL, (), "A shift left on from another day tints everything."),
    Row("white_tint", "none", _ALL, (), "Tint belongs to one lamp; left on it colours the next."),
    Row("very_long_times", "off", _ALL, (When("time_s", "<=", "longest_dial_s"),), "Times of minutes on the dial are met by accident."),
    Row("very_long_times", "on", _ALL, (When("time_s", ">", "longest_dial_s"),), "The frame takes {time_s}, past the dial's usual end."),
    Row("shutter_closed_when_off", "on", _ALL, (), "Dust falls on a sensor while lenses are changed outdoors."),
    Row("menu_memory", "on", _ALL, (), "Going back to where one was is the commonest walk through menus."),
    Row("fires_without_lens", "off", _ALL, (When("reports", "=", 1.0),), "A loose lens should stop the shutter."),
    Row("fires_without_lens", "on", _ALL, (When("reports", "=", 0.0),), "The lens does not report itself: the body must fire all the same."),
    Row("sensor_crop", "on", _ALL, (When("small_circle", "=", 1.0),), "The lens leaves the corners of the whole sensor dark."),
    Row("stabiliser_focal_length", 0.0, _ALL, (), "The lens tells the stabiliser how long it is."),
    Row("pre_capture", "off", _ALL, (), "Frames from before the press fill cards while one waits."),
    Row("send_what", "small", _ALL, (), "A small file is enough to choose from, and gets through."),
    Row("flash", "off", _ALL, (), "This setup is for the light that is there."),
    Row("bracket_one_press", "on", _ALL, (), "One press for a set leaves nothing to be counted or shaken."),
    Row("iso_step", "third", _ALL, (), "ISO moves with the other two dials in equal steps."),
    Row("hand_over", "no", _ALL, (), "The camera stays in your hands; a slot of its own is for others."),
)
"""Guards: they stand for every kind of work, and everything else may overrule them."""

ROWS: tuple[Row, ...] = (
    Row("flicker_timing", "on", _ALL, (_PULSES, When("electronic_now", "=", 0.0)), "The lamps pulse at {flicker_hz}: the release waits for their bright part."),
    Row("fine_flicker_shutter", "on", _ALL, (_PULSES, _ELECTRONIC), "The lamps pulse at {flicker_hz} and the shutter is electronic: fine times meet the pulse and leave no bands."),
    Row("magnifier_time", "two_seconds", _SPORTS, (), "The next start does not wait for an enlarged view."),
    Row("finder_refresh", "fast", (*_SPORTS, *_WILD), (), "At {speed_m_s} a slow finder shows where the subject was."),
    Row("tracking_hold", "long", (*_SPORTS, *_WILD), (When("unpredictability", "<", 0.6),), "The path is steady: whatever crosses in front is not your subject."),
    Row("tracking_hold", "short", (*_SPORTS, *_WILD), (When("unpredictability", ">=", 0.6),), "The path is random ({unpredictability} of one): let go at once and find it again."),
    Row("subject_path", "steady", _ALL, (_MOVES, When("unpredictability", "<=", 0.2)), "It runs as on rails ({unpredictability} of one)."),
    Row("subject_path", "erratic", _ALL, (_MOVES, When("unpredictability", ">=", 0.6)), "It turns at any moment ({unpredictability} of one)."),
    Row("tracking_start", "chosen_point", _SPORTS, (), "In a crowd tracking must begin on the one you chose."),
    Row("tracking_start", "anywhere", _WILD, (), "Against sky and water there is only one subject to find."),
    Row("point_count", "fewer", _SPORTS, (), "Fewer points are crossed faster than the next player runs."),
    Row("wheel_lock", "on", (*_SPORTS, *_WILD, *_WEDDING), (), "A sleeve that turns ISO costs a whole series."),
    Row("location", "off", _WILD, (), "A place written into files leads others to nests and dens."),
    Row("location", "on", _LAND, (), "The place and the hour of good light are worth keeping."),
    Row("temperature_cutoff", "high", (*_SPORTS, *_WEDDING), (), "A body that switches itself off in the middle of it loses more than warmth costs."),
    Row("battery_order", "grip", (*_SPORTS, *_WILD, *_WEDDING), (), "The grip's battery is the one that can be changed without taking the body from the monopod or the strap."),
    Row("silent", "on", _ALL, (_QUIET, _ELECTRONIC), "Quiet is wanted, the electronic shutter is taken and the light is steady."),
    Row("shutter_sound", "off", _ALL, (_QUIET,), "A made sound is still a sound."),
    Row("screen_brightness", "low", _NIGHT, (), "At {ev100} a bright screen blinds for a quarter of an hour."),
    Row("screen_brightness", "low", _WEDDING, (_QUIET,), "A bright screen is seen from the pews."),
    Row("screen_brightness", "high", (*_SPORTS, *_LAND), (When("ev100", ">=", 13.0),), "At {ev100} a dim screen cannot be read."),
    Row("night_display", "on", _NIGHT, (), "Dim red keeps the eye used to the dark while you look at menus."),
    Row("screen_colour", "warm", _NIGHT, (), "A warm screen costs the eye less of its night sight."),
    Row("screen_off_delay", "ten_seconds", _NIGHT, (), "A lit screen beside the tripod lights the foreground."),
    Row("playback_pages", "with_histogram_and_warnings", (*_LAND, *_NIGHT), (), "Between frames there is time to look at what the file holds."),
    Row("playback_pages", "picture_only", (*_SPORTS, *_WILD, *_STREET), (), "Looking back is for expressions; pages of figures are in the way."),
    Row("release_delay", 1.0, (*_LAND, *_NIGHT), (_TRIPOD, When("moving", "=", 0.0), When("mechanical_now", "=", 1.0), When("time_s", ">", 0.002), When("time_s", "<", 20.0)), "At {time_s} the shake of mirror or curtain would show: it dies down first."),
    Row("self_timer", 2.0, (*_LAND, *_NIGHT), (_TRIPOD,), "Two breaths are enough for the press to die away."),
    Row("remote", "cable", (*_LAND, *_NIGHT), (_TRIPOD,), "A remote touches nothing and keeps the moment yours."),
    Row("tether", "on", _PORTRAIT, (_TRIPOD,), "With the camera standing, both of you see each frame large."),
    Row("distance_scale", "on", (*_LAND, *_STREET, *_NIGHT), (), "Distance and depth side by side: sharp from {near_m} to {far_m}."),
    Row("direction_pointer", "on", _ALL, (_BY_HAND,), "It says which way to turn the ring when the eye is not sure."),
    Row("peaking_colour", "red", (*_LAND, *_WILD), (), "Nothing in grass, stone and sky is that red."),
    Row("peaking_colour", "yellow", (*_PORTRAIT, *_WEDDING), (), "It stands out from skin and from white cloth."),
    Row("file_focal_length", 0.0, _ALL, (When("reports", "=", 1.0),), "The lens writes its own focal length."),
    Row("sensor_cleaning", "off", _NIGHT, (), "Cleaning at every switch eats into a cold battery."),
    Row("crop_mark", "on", _ALL, (When("shape_given", "=", 1.0),), "The delivery has its own shape: a mark shows it, and the raw keeps what lies around."),
    Row("rendered_quality", "best", (*_WEDDING, *_PORTRAIT, *_STREET), (), "Finished files are what the people in them will see."),
    Row("rendered_quality", "good", _SPORTS, (), "Finished files go out by the hundred: good is smaller and nobody sees the rest."),
    Row("burst_limit", "ten", (*_WEDDING, *_STREET), (), "A finger that forgets itself fills no card."),
    Row("merge", "off", _ALL, (), "Frames are merged at the desk, where the strength can be chosen."),
    Row("look_sharpness", "low", (*_LAND, *_PORTRAIT, *_NIGHT), (), "A sharpened view makes focus look better than it is."),
    Row("look_sharpness", "high", _SPORTS, (), "Small files on small screens bear it, and it goes out untouched."),
    Row("shadow_lift", "off", _ALL, (), "Lifting in the camera hides what the exposure really holds."),
    Row("shadow_lift", "low", (*_SPORTS, *_STREET), (When("rendered", "=", 1.0), When("stops_below", ">=", 4.0)), "Finished files go out and shadows lie {stops_below} under the key."),
    Row("aperture_change_moves", "iso", _ALL, (When("floats", "=", 1.0),), "ISO floats, so it takes up a change of aperture by itself."),
    Row("aperture_change_moves", "time", (*_LAND, *_NIGHT), (When("floats", "=", 0.0),), "On a tripod the time is what is free."),
    Row("thumb_part", "right_half", _ALL, (), "The nose lies on the left half when the right eye looks."),
    Row("press_and_turn", "off", _ALL, (), "The thumb's button has another role here."),
    Row("front_dial", "time", _ALL, (When("meters", "=", 0.0),), "Nothing floats with the meter: the finger turns the time."),
    Row("front_dial", "compensation", _ALL, (When("meters", "=", 1.0),), "The meter is at work: brightness is what the finger corrects."),
    Row("rear_dial", "aperture", _ALL, (When("held_aperture", "=", 1.0), When("one_aperture", "=", 0.0)), "Depth is under the thumb."),
    Row("rear_dial", "time", _ALL, (When("held_time", "=", 1.0), When("held_aperture", "=", 0.0)), "The time is what is held: it is under the thumb."),
    Row("rear_dial", "compensation", _ALL, (When("held_time", "=", 0.0), When("held_aperture", "=", 0.0)), "The body chooses time and aperture: brightness is what is left to turn."),
    Row("meter_at_focus_point", "off", _ALL, (When("spot_now", "=", 1.0),), "The spot is read on one tone and focus lies on another: metering that follows the focus point would lose the reading."),
    Row("meter_on_face", "off", _ALL, (When("spot_now", "=", 1.0),), "A face in the frame would take the reading from the tone you chose."),
    Row("white_card_slot", "first", _ALL, (), "The first slot is the one that menus open at."),
    Row("iso_with_flash", "ambient", _ALL, (), "With a flash ISO should still answer to the room."),
    Row("ambient_balance", "ambient_first", (*_PORTRAIT, *_WEDDING), (), "The room is why one is there; a flash only fills."),
    Row("flash_compensation_on", "ambient_only", (*_PORTRAIT, *_WEDDING), (), "The room is darkened without touching the light on the face."),
    Row("flash_sync", "second", _WEDDING, (_MOVES,), "A trail of light behind a dancer looks like movement; before one it looks like a mistake."),
    Row("linked_release", "off", _ALL, (), "One body is in use at a time."),
    Row("release_on_entry", "off", _ALL, (), "You are there to press."),
    Row("aspect", "as_sensor", _ALL, (), "The whole sensor is kept: a crop can be made later and not unmade."),
    Row("exposure_step", "third", _ALL, (), "A third is the smallest change that anyone sees."),
    Row("tether", "off", _ALL, (_HELD,), "A cable and a moving photographer do not go together."),
    Row("zone", "home", _ALL, (), "The day is in your own time zone."),
)
"""What kinds of work want; the last row that fits wins."""

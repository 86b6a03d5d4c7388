"""What a kind of work wants of settings that no decision and no habit covers, and the guards that always stand.

A row holds for its genres when all comparisons hold; later rows win over earlier ones.
"""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.decisions.facts import When
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True, kw_only=True)
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
_CABLE = When("cable", "=", 1.0)
_PULSES, _BY_HAND, _ELECTRONIC = When("flicker_hz", ">", 0.0), When("by_hand", "=", 1.0), When("electronic_now", "=", 1.0)

GUARDS: tuple[Row, ...] = (
    Row(setting="clock", value="set_to_the_second", genres=_ALL, when=(), because="Frames of two bodies, and the light log, are put in order by the clock."),
    Row(setting="firmware_noted", value="yes", genres=_ALL, when=(), because="What is known of a body is true for one version of it."),
    Row(setting="fires_without_card", value="off", genres=_ALL, when=(), because="A body that fires and keeps nothing sounds just like one that works."),
    Row(setting="file_prefix", value="one_per_body", genres=_ALL, when=(), because="Files of two bodies meet in one folder sooner or later."),
    Row(setting="file_numbering", value="goes_on", genres=_ALL, when=(), because="Numbers that begin again make two pictures with one name."),
    Row(setting="author", value="written", genres=_ALL, when=(), because="A file that leaves the body should say whose it is."),
    Row(setting="merge_keep_sources", value="on", genres=_ALL, when=(), because="A merged file that came out wrong cannot be merged again without its frames."),
    Row(setting="meter_offset", value=0.0, genres=_ALL, when=(), because="A standing correction is forgotten and blamed on the meter."),
    Row(setting="white_shift", value="none", genres=_ALL, when=(), because="A shift left on from another day tints everything."),
    Row(setting="white_tint", value="none", genres=_ALL, when=(), because="Tint belongs to one lamp; left on it colours the next."),
    Row(setting="very_long_times", value="off", genres=_ALL, when=(When("time_s", "<=", "longest_dial_s"),), because="Times of minutes on the dial are met by accident."),
    Row(setting="very_long_times", value="on", genres=_ALL, when=(When("time_s", ">", "longest_dial_s"),), because="The frame takes {time_s}, past the dial's usual end."),
    Row(setting="shutter_closed_when_off", value="on", genres=_ALL, when=(), because="Dust falls on a sensor while lenses are changed outdoors."),
    Row(setting="menu_memory", value="on", genres=_ALL, when=(), because="Going back to where one was is the commonest walk through menus."),
    Row(setting="fires_without_lens", value="off", genres=_ALL, when=(When("reports", "=", 1.0),), because="A loose lens should stop the shutter."),
    Row(setting="fires_without_lens", value="on", genres=_ALL, when=(When("reports", "=", 0.0),), because="The lens does not report itself: the body must fire all the same."),
    Row(setting="sensor_crop", value="on", genres=_ALL, when=(When("small_circle", "=", 1.0),), because="The lens leaves the corners of the whole sensor dark."),
    Row(setting="stabiliser_focal_length", value=0.0, genres=_ALL, when=(), because="The lens tells the stabiliser how long it is."),
    Row(setting="pre_capture", value="off", genres=_ALL, when=(), because="Frames from before the press fill cards while one waits."),
    Row(setting="send_what", value="small", genres=_ALL, when=(), because="A small file is enough to choose from, and gets through."),
    Row(setting="bracket_one_press", value="on", genres=_ALL, when=(), because="One press for a set leaves nothing to be counted or shaken."),
    Row(setting="iso_step", value="third", genres=_ALL, when=(), because="ISO moves with the other two dials in equal steps."),
    Row(setting="turned_upright", value="in_files", genres=_ALL, when=(), because="An upright picture fills the screen while one looks back, and stands upright at the desk."),
    Row(setting="look_place", value="none", genres=_ALL, when=(), because="A look kept in the body is met again by surprise; the one that is set says what it is."),
    Row(setting="finder_colour", value="neutral", genres=_ALL, when=(), because="White is judged in the finder: it must have no colour of its own."),
    Row(setting="card_of_raw", value="first", genres=_ALL, when=(), because="The first card is the one that is changed when it is full, and raw fills it."),
    Row(setting="dark_view", value="usual", genres=_ALL, when=(), because="A view that collects light for longer lags behind and is no longer true."),
    Row(setting="hand_over", value="no", genres=_ALL, when=(), because="The camera stays in your hands; a slot of its own is for others."),
)
"""Guards: they stand for every kind of work, and everything else may overrule them."""

ROWS: tuple[Row, ...] = (
    Row(setting="bracket_order", value="dark_to_bright", genres=_ALL, when=(When("bracketed", "=", 1.0), _TRIPOD), because="In order of brightness a set of {frames} shows where it begins and ends."),
    Row(setting="bracket_order", value="middle_first", genres=_ALL, when=(When("bracketed", "=", 1.0), _HELD), because="The first frame by hand is the steadiest: the middle one is the picture to fall back on."),
    Row(setting="flicker_timing", value="on", genres=_ALL, when=(_PULSES, When("electronic_now", "=", 0.0)), because="The lamps pulse at {flicker_hz}: the release waits for their bright part."),
    Row(setting="fine_flicker_shutter", value="on", genres=_ALL, when=(_PULSES, _ELECTRONIC), because="The lamps pulse at {flicker_hz} and the shutter is electronic: fine times meet the pulse and leave no bands."),
    Row(setting="magnifier_time", value="two_seconds", genres=_SPORTS, when=(), because="The next start does not wait for an enlarged view."),
    Row(setting="finder_refresh", value="fast", genres=(*_SPORTS, *_WILD), when=(), because="At {speed_m_s} a slow finder shows where the subject was."),
    Row(setting="tracking_start", value="chosen_point", genres=_ALL, when=(When("others_about", ">=", 0.5),), because="About {others_about} of its kind are in the frame with it: tracking must begin on the one you chose."),
    Row(setting="tracking_start", value="anywhere", genres=_ALL, when=(When("others_about", "<", 0.5),), because="It is alone in the frame: whatever is found first is it."),
    Row(setting="point_count", value="fewer", genres=_SPORTS, when=(), because="Fewer points are crossed faster than the next player runs."),
    Row(setting="wheel_lock", value="on", genres=(*_SPORTS, *_WILD, *_WEDDING), when=(), because="A sleeve that turns ISO costs a whole series."),
    Row(setting="location", value="off", genres=_WILD, when=(), because="A place written into files leads others to nests and dens."),
    Row(setting="location", value="on", genres=_LAND, when=(), because="The place and the hour of good light are worth keeping."),
    Row(setting="temperature_cutoff", value="high", genres=(*_SPORTS, *_WEDDING), when=(), because="A body that switches itself off in the middle of it loses more than warmth costs."),
    Row(setting="battery_order", value="grip", genres=(*_SPORTS, *_WILD, *_WEDDING), when=(), because="The grip's battery is the one that can be changed without taking the body from the monopod or the strap."),
    Row(setting="silent", value="on", genres=_ALL, when=(_QUIET, _ELECTRONIC), because="Quiet is wanted, the electronic shutter is taken and the light is steady."),
    Row(setting="shutter_sound", value="off", genres=_ALL, when=(_QUIET,), because="A made sound is still a sound."),
    Row(setting="timer_beep", value="off", genres=_ALL, when=(_QUIET,), because="A countdown is heard by everybody for whom it is quiet."),
    Row(setting="timer_beep", value="on", genres=_EVERYDAY, when=(_TRIPOD,), because="People in the picture hear when it comes."),
    Row(setting="finder_brightness", value="middle", genres=_ALL, when=(), because="A finder that follows the light outside makes every picture look well exposed."),
    Row(setting="finder_brightness", value="low", genres=_NIGHT, when=(), because="At {ev100} the finder is the brightest thing the eye meets."),
    Row(setting="finder_colour", value="warm", genres=_NIGHT, when=(), because="At {ev100} the finder is what the eye looks into: warm light costs it least."),
    Row(setting="dark_view", value="brightened", genres=_NIGHT, when=(), because="At {ev100} a true view is black: brighten it to frame, and judge by a test frame."),
    Row(setting="dark_focus", value="slow_and_sure", genres=(*_NIGHT, *_LAND, *_PORTRAIT), when=(When("ev100", "<", 3.0),), because="At {ev100} the usual way gives up; nothing runs away here."),
    Row(setting="dark_focus", value="usual", genres=(*_SPORTS, *_WILD, *_STREET), when=(), because="At {speed_m_s} a slow way comes too late."),
    Row(setting="display_pages", value="own", genres=(*_SPORTS, *_WILD, *_WEDDING, *_STREET), when=(), because="A page that nobody reads is one more press between two moments."),
    Row(setting="top_display", value="off", genres=(*_NIGHT, *_WILD), when=(), because="Its lamp is seen farther than one thinks."),
    Row(setting="lit_buttons", value="off", genres=(*_NIGHT, *_WILD), when=(), because="Fingers know their buttons; light spoils the dark for eye and animal."),
    Row(setting="lit_buttons", value="off", genres=_WEDDING, when=(_QUIET,), because="Glowing buttons are seen from the pews."),
    Row(setting="area_size", value="small", genres=(*_PORTRAIT, *_STREET, *_WEDDING, *_LAND), when=(), because="What matters is a small part of the frame: a small area takes nothing beside it."),
    Row(setting="area_size", value="middle", genres=(*_SPORTS, *_WILD), when=(When("unpredictability", "<", 0.6),), because="Its way can be followed at {speed_m_s}: no larger than the hand's own error."),
    Row(setting="area_size", value="large", genres=_ALL, when=(_MOVES, When("unpredictability", ">=", 0.6)), because="It turns at any moment ({unpredictability} of one): a large area still has it where a small one has grass."),
    Row(setting="shown_on_top", value="exposure", genres=_ALL, when=(_TRIPOD,), because="On the tripod time and aperture are read from above, with the screen off."),
    Row(setting="detection_part", value="eye", genres=_ALL, when=(When("eye_found", ">=", 0.5),), because="Its eye has {eye_px} px and is found in {eye_found} of the readings: it is sharp where its eye is."),
    Row(setting="detection_part", value="head", genres=_ALL, when=(When("eye_found", "<", 0.5),), because="Its eye has {eye_px} px and is found in only {eye_found} of the readings: the whole head is found sooner."),
    Row(setting="flash_burst", value="waits_until_charged", genres=(*_PORTRAIT, *_WEDDING), when=(), because="A frame that the flash did not light is not the same picture."),
    Row(setting="screen_brightness", value="low", genres=_NIGHT, when=(), because="At {ev100} a bright screen blinds for a quarter of an hour."),
    Row(setting="screen_brightness", value="low", genres=_WEDDING, when=(_QUIET,), because="A bright screen is seen from the pews."),
    Row(setting="screen_brightness", value="high", genres=(*_SPORTS, *_LAND), when=(When("ev100", ">=", 13.0),), because="At {ev100} a dim screen cannot be read."),
    Row(setting="night_display", value="on", genres=_NIGHT, when=(), because="Dim red keeps the eye used to the dark while you look at menus."),
    Row(setting="screen_colour", value="warm", genres=_NIGHT, when=(), because="A warm screen costs the eye less of its night sight."),
    Row(setting="screen_off_delay", value="ten_seconds", genres=_NIGHT, when=(), because="A lit screen beside the tripod lights the foreground."),
    Row(setting="playback_pages", value="with_histogram_and_warnings", genres=(*_LAND, *_NIGHT), when=(), because="Between frames there is time to look at what the file holds."),
    Row(setting="playback_pages", value="picture_only", genres=(*_SPORTS, *_WILD, *_STREET), when=(), because="Looking back is for expressions; pages of figures are in the way."),
    Row(setting="release_delay", value=1.0, genres=(*_LAND, *_NIGHT), when=(_TRIPOD, When("moving", "=", 0.0), When("mechanical_now", "=", 1.0), When("time_s", ">", 0.002), When("time_s", "<", 20.0)), because="At {time_s} the shake of mirror or curtain would show: it dies down first."),
    Row(setting="self_timer", value=2.0, genres=(*_LAND, *_NIGHT), when=(_TRIPOD,), because="Two breaths are enough for the press to die away."),
    Row(setting="remote", value="cable", genres=(*_LAND, *_NIGHT), when=(_TRIPOD,), because="A remote touches nothing and keeps the moment yours."),
    Row(setting="tether", value="on", genres=_PORTRAIT, when=(_TRIPOD,), because="With the camera standing, both of you see each frame large."),
    Row(setting="distance_scale", value="on", genres=(*_LAND, *_STREET, *_NIGHT), when=(), because="Distance and depth side by side: sharp from {near_m} to {far_m}."),
    Row(setting="direction_pointer", value="on", genres=_ALL, when=(_BY_HAND,), because="It says which way to turn the ring when the eye is not sure."),
    Row(setting="peaking_colour", value="red", genres=(*_LAND, *_WILD), when=(), because="Nothing in grass, stone and sky is that red."),
    Row(setting="peaking_colour", value="yellow", genres=(*_PORTRAIT, *_WEDDING), when=(), because="It stands out from skin and from white cloth."),
    Row(setting="file_focal_length", value=0.0, genres=_ALL, when=(When("reports", "=", 1.0),), because="The lens writes its own focal length."),
    Row(setting="sensor_cleaning", value="off", genres=_NIGHT, when=(), because="Cleaning at every switch eats into a cold battery."),
    Row(setting="crop_mark", value="on", genres=_ALL, when=(When("shape_given", "=", 1.0),), because="The delivery has its own shape: a mark shows it, and the raw keeps what lies around."),
    Row(setting="rendered_quality", value="best", genres=(*_WEDDING, *_PORTRAIT, *_STREET), when=(), because="Finished files are what the people in them will see."),
    Row(setting="rendered_quality", value="good", genres=_SPORTS, when=(), because="Finished files go out by the hundred: good is smaller and nobody sees the rest."),
    Row(setting="rendered_quality", value="best", genres=_ALL, when=(When("raw", "=", 0.0),), because="Finished files are all that is kept: nothing brings back what a smaller one drops."),
    Row(setting="burst_limit", value="ten", genres=(*_WEDDING, *_STREET), when=(), because="A finger that forgets itself fills no card."),
    Row(setting="merge", value="off", genres=_ALL, when=(), because="Frames are merged at the desk, where the strength can be chosen."),
    Row(setting="look_sharpness", value="low", genres=(*_LAND, *_PORTRAIT, *_NIGHT), when=(), because="A sharpened view makes focus look better than it is."),
    Row(setting="look_sharpness", value="high", genres=_SPORTS, when=(), because="Small files on small screens bear it, and it goes out untouched."),
    Row(setting="shadow_lift", value="off", genres=_ALL, when=(), because="Lifting in the camera hides what the exposure really holds."),
    Row(setting="shadow_lift", value="low", genres=(*_SPORTS, *_STREET), when=(When("rendered", "=", 1.0), When("stops_below", ">=", 4.0)), because="Finished files go out and shadows lie {stops_below} under the key."),
    Row(setting="aperture_change_moves", value="iso", genres=_ALL, when=(When("floats", "=", 1.0),), because="ISO floats, so it takes up a change of aperture by itself."),
    Row(setting="aperture_change_moves", value="time", genres=(*_LAND, *_NIGHT), when=(When("floats", "=", 0.0),), because="On a tripod the time is what is free."),
    Row(setting="thumb_part", value="right_half", genres=_ALL, when=(), because="The nose lies on the left half when the right eye looks."),
    Row(setting="press_and_turn", value="off", genres=_ALL, when=(), because="The thumb's button has another role here."),
    Row(setting="front_dial", value="time", genres=_ALL, when=(When("meters", "=", 0.0),), because="Nothing floats with the meter: the finger turns the time."),
    Row(setting="front_dial", value="compensation", genres=_ALL, when=(When("meters", "=", 1.0),), because="The meter is at work: brightness is what the finger corrects."),
    Row(setting="rear_dial", value="aperture", genres=_ALL, when=(When("held_aperture", "=", 1.0), When("one_aperture", "=", 0.0)), because="Depth is under the thumb."),
    Row(setting="rear_dial", value="time", genres=_ALL, when=(When("held_time", "=", 1.0), When("held_aperture", "=", 0.0)), because="The time is what is held: it is under the thumb."),
    Row(setting="rear_dial", value="compensation", genres=_ALL, when=(When("held_time", "=", 0.0), When("held_aperture", "=", 0.0)), because="The body chooses time and aperture: brightness is what is left to turn."),
    Row(setting="meter_at_focus_point", value="off", genres=_ALL, when=(When("spot_now", "=", 1.0),), because="The spot is read on one tone and focus lies on another: metering that follows the focus point would lose the reading."),
    Row(setting="meter_on_face", value="off", genres=_ALL, when=(When("spot_now", "=", 1.0),), because="A face in the frame would take the reading from the tone you chose."),
    Row(setting="white_card_slot", value="first", genres=_ALL, when=(), because="The first slot is the one that menus open at."),
    Row(setting="iso_with_flash", value="ambient", genres=_ALL, when=(), because="With a flash ISO should still answer to the room."),
    Row(setting="ambient_balance", value="ambient_first", genres=(*_PORTRAIT, *_WEDDING), when=(), because="The room is why one is there; a flash only fills."),
    Row(setting="flash_compensation_on", value="ambient_only", genres=(*_PORTRAIT, *_WEDDING), when=(), because="The room is darkened without touching the light on the face."),
    Row(setting="flash_sync", value="second", genres=_WEDDING, when=(_MOVES,), because="A trail of light behind a dancer looks like movement; before one it looks like a mistake."),
    Row(setting="linked_release", value="off", genres=_ALL, when=(), because="One body is in use at a time."),
    Row(setting="release_on_entry", value="off", genres=_ALL, when=(), because="You are there to press."),
    Row(setting="aspect", value="as_sensor", genres=_ALL, when=(), because="The whole sensor is kept: a crop can be made later and not unmade."),
    Row(setting="exposure_step", value="third", genres=_ALL, when=(), because="A third is the smallest change that anyone sees."),
    Row(setting="tether", value="off", genres=_ALL, when=(_HELD,), because="A cable and a moving photographer do not go together."),
    Row(setting="tether", value="on", genres=_ALL, when=(_CABLE,), because="Frames go to the computer over the cable as they are taken."),
    Row(setting="pairing", value="off", genres=_ALL, when=(_CABLE,), because="The cable carries them: a wireless link beside it only drains the battery."),
    Row(setting="send_while_shooting", value="off", genres=_ALL, when=(_CABLE,), because="The cable carries each frame already."),
    Row(setting="zone", value="home", genres=_ALL, when=(), because="The day is in your own time zone."),
)
"""What kinds of work want; the last row that fits wins."""

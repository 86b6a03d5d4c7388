"""Settings of exposure, metering, ISO, range and white."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting, Unit

_E, _M, _I, _R, _W, _B = Group.EXPOSURE, Group.METERING, Group.ISO, Group.RANGE, Group.WHITE, Group.BRACKETING
_RAW, _METER, _FILE, _PREVIEW, _HANDLING = Reach.RAW, Reach.METER, Reach.FILE, Reach.PREVIEW, Reach.HANDLING
_ON = ("off", "on")

LIGHT_SETTINGS: tuple[Setting, ...] = (
    Setting("exposure_mode", _E, "exposure mode", ("manual", "aperture_priority", "shutter_priority", "program", "fixed_distance", "timed"), "program", _METER, "Says which of time and aperture you hold and which the body chooses."),
    Setting("shutter_time", _E, "time", (), 0.004, _RAW, "How long light falls on the sensor; it draws or freezes movement.", Unit.SECONDS, highest=100_000.0),
    Setting("aperture", _E, "aperture", (), 5.6, _RAW, "How wide the lens opens; it sets light and depth.", Unit.APERTURE, needs=("several_apertures",), lowest=0.5, highest=128.0),
    Setting("compensation", _E, "compensation", (), 0.0, _METER, "Makes the body aim brighter or darker than its meter reads.", Unit.STOPS, lowest=-5.0, highest=5.0),
    Setting("exposure_step", _E, "exposure step", ("third", "half", "whole"), "third", _HANDLING, "How far one click of an exposure dial goes."),
    Setting("exposure_lock", _E, "exposure lock", ("held", "toggled"), "held", _METER, "Whether the metered value stays while a button is held, or until it is pressed again."),
    Setting("burst_exposure", _E, "exposure within a burst", ("locked_at_first", "follows"), "follows", _METER, "Whether every frame of a burst is metered afresh.", needs=("bursts",)),
    Setting("aperture_change_moves", _E, "what moves with the aperture", ("nothing", "time", "iso"), "nothing", _METER, "What keeps the brightness when a manual aperture changes, by hand or by zooming.", needs=("several_apertures",)),
    Setting("shutter_type", _E, "shutter type", ("mechanical", "first_curtain", "electronic", "automatic"), "automatic", _RAW, "What starts and ends the exposure: curtains, or the sensor's own read-out.", needs=("several_shutters",)),
    Setting("very_long_times", _E, "very long times on the dial", _ON, "off", _HANDLING, "Puts times of minutes on the dial beside the usual seconds.", needs=("long_times",)),
    Setting("flicker_timing", _E, "flicker timing", _ON, "off", _RAW, "Waits for the bright part of pulsing lamps before it releases.", needs=("mechanical",)),
    Setting("fine_flicker_shutter", _E, "fine flicker times", _ON, "off", _RAW, "Gives times between the steps, to meet the pulse of one kind of lamp.", needs=("electronic",)),
    Setting("built_in_nd", _E, "built-in filter", (), 0.0, _RAW, "A grey filter inside the body that takes some stops of light.", Unit.STOPS, needs=("nd",), highest=12.0),
    Setting("metering_pattern", _M, "pattern", ("multi_zone", "centre_weighted", "spot", "highlight_guard"), "multi_zone", _METER, "Which part of the picture the meter looks at, and how it weighs it.", needs=("several_patterns",)),
    Setting("meter_at_focus_point", _M, "spot at the focus point", _ON, "off", _METER, "Moves the metered spot with the focus point instead of keeping it in the middle.", needs=("autofocus",)),
    Setting("meter_on_face", _M, "meter on faces", _ON, "on", _METER, "Lets a found face decide the brightness; very dark and very light skin may be misjudged.", needs=("detection",)),
    Setting("meter_offset", _M, "fine offset of the pattern", (), 0.0, _METER, "A standing correction of the meter, apart from compensation and easily forgotten.", Unit.STOPS, lowest=-1.0, highest=1.0),
    Setting("iso_mode", _I, "ISO", ("fixed", "automatic"), "automatic", _RAW, "Whether ISO stays, or follows the light between two limits.", needs=("direct_iso",)),
    Setting("iso_value", _I, "ISO value", (), 100.0, _RAW, "How much the signal is amplified; the light makes the noise, not the number.", Unit.ISO, needs=("direct_iso",), lowest=1.0, highest=10_000_000.0),
    Setting("iso_floor", _I, "ISO floor", (), 100.0, _METER, "The lowest value that automatic ISO takes.", Unit.ISO, lowest=1.0, highest=10_000_000.0),
    Setting("iso_ceiling", _I, "ISO ceiling", (), 6400.0, _METER, "The highest value that automatic ISO takes before something else gives.", Unit.ISO, lowest=1.0, highest=10_000_000.0),
    Setting("iso_slowest_shutter", _I, "slowest time before ISO rises", (), 0.016667, _METER, "Automatic ISO raises the value rather than let the time grow longer than this.", Unit.SECONDS, highest=100_000.0),
    Setting("iso_step", _I, "ISO step", ("third", "whole"), "third", _HANDLING, "How far one click of ISO goes."),
    Setting("iso_with_flash", _I, "automatic ISO with flash", ("off", "ambient", "subject"), "subject", _METER, "Whether a flash holds ISO down, or ISO still follows the room.", needs=("flash",)),
    Setting("highlight_protection", _R, "highlight protection", (), 0.0, _METER, "Meters as usual but amplifies less, so bright tones keep room; the lowest ISO rises as much.", Unit.STOPS, needs=("protection",), highest=6.0),
    Setting("shadow_lift", _R, "shadow lift", ("off", "low", "strong", "automatic"), "automatic", _FILE, "Brightens dark parts of the finished file; some bodies expose less for it.", also=(_PREVIEW,)),
    Setting("look", _R, "look", ("flat", "neutral", "natural", "vivid", "grey"), "natural", _FILE, "The tone curve and colours of the finished file, and of all you see in the camera.", also=(_PREVIEW,)),
    Setting("look_contrast", _R, "contrast of the look", ("low", "middle", "high"), "middle", _FILE, "How steep the look's curve is; a steep one makes warnings come early.", also=(_PREVIEW,)),
    Setting("look_saturation", _R, "saturation of the look", ("low", "middle", "high"), "middle", _FILE, "How strong the look's colours are; strong ones clip single channels early.", also=(_PREVIEW,)),
    Setting("look_sharpness", _R, "sharpness of the look", ("low", "middle", "high"), "middle", _FILE, "Sharpening of the finished file; high makes focus look better on the screen than it is.", also=(_PREVIEW,)),
    Setting("warning_points", _R, "warning points", ("near_the_ends", "usual", "early"), "usual", _PREVIEW, "How bright or dark a tone must be before it is marked."),
    Setting("clip_warning", _R, "clip warning", ("off", "bright", "both_ends"), "off", _PREVIEW, "Marks areas that the finished file cannot hold."),
    Setting("histogram", _R, "histogram", ("off", "brightness", "channels"), "off", _PREVIEW, "Shows how the tones of the finished file are spread."),
    Setting("exposure_true_view", _R, "exposure-true view", _ON, "on", _PREVIEW, "Shows the picture as bright as it will be, instead of always comfortable to see.", needs=("live_view",)),
    Setting("high_iso_noise_reduction", _R, "noise reduction at high ISO", ("off", "low", "usual", "strong"), "usual", _FILE, "Smooths grain in the finished file, and fine detail with it."),
    Setting("long_exposure_noise_reduction", _R, "noise reduction for long times", _ON, "on", _RAW, "Takes a dark frame after every long one and subtracts it: each frame takes twice its time."),
    Setting("lens_corrections", _R, "lens corrections", _ON, "on", _FILE, "Takes bending, fringes and dark corners of the lens out of the finished file.", needs=("lens_known",)),
    Setting("merge", _R, "in-body merge", ("off", "automatic", "one_stop", "two_stops", "three_stops"), "off", _FILE, "Takes several exposures and puts one finished file together from them.", needs=("merge",)),
    Setting("merge_strength", _R, "strength of the merge", ("low", "middle", "high"), "middle", _FILE, "How strongly a merge pulls bright and dark together.", needs=("merge",)),
    Setting("merge_align", _R, "align the merge", _ON, "on", _FILE, "Shifts the frames of a merge onto each other, and crops the edges for it.", needs=("merge",)),
    Setting("merge_keep_sources", _R, "keep the sources of a merge", _ON, "off", Reach.SAFETY, "Keeps the single frames beside the merged file.", needs=("merge",)),
    Setting("white_mode", _W, "white", ("automatic", "automatic_warm", "kelvin", "daylight", "shade", "tungsten", "measured"), "automatic", _FILE, "What counts as white in the finished file and in what you see; raw only remembers it.", also=(_PREVIEW,)),
    Setting("white_kelvin", _W, "white in kelvin", (), 5500.0, _FILE, "The colour temperature taken for white: lower cools the picture, higher warms it.", Unit.KELVIN, also=(_PREVIEW,), lowest=1000.0, highest=40000.0),
    Setting("white_tint", _W, "tint", ("greener", "none", "pinker"), "none", _FILE, "Moves white across from green to pink, which kelvin cannot.", also=(_PREVIEW,)),
    Setting("white_shift", _W, "shift of automatic white", ("cooler", "none", "warmer"), "none", _FILE, "A standing correction of the automatic white.", also=(_PREVIEW,)),
    Setting("white_card_slot", _W, "slot for a measured white", ("first", "second", "third"), "first", _HANDLING, "Where a white measured from a card is kept."),
    Setting("bracket_kind", _B, "kind of set", ("off", "exposure", "focus", "white", "iso"), "off", _RAW, "What changes from frame to frame of a set.", needs=("brackets",)),
    Setting("bracket_frames", _B, "frames of a set", (), 3.0, _RAW, "How many frames make a set.", Unit.COUNT, needs=("brackets",), lowest=2.0, highest=15.0),
    Setting("bracket_step", _B, "step of a set", (), 1.0, _RAW, "How far apart the frames of a set lie.", Unit.STOPS, needs=("brackets",), highest=6.0),
    Setting("bracket_order", _B, "order of a set", ("middle_first", "dark_to_bright"), "middle_first", _HANDLING, "Which frame of a set comes first.", needs=("brackets",)),
    Setting("bracket_one_press", _B, "one press fires the set", _ON, "off", _HANDLING, "One press takes all the frames, instead of one press each.", needs=("brackets",)),
)

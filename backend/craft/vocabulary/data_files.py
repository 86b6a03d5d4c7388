"""Settings of files, drive, stabiliser, flash and connections."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting, Unit

_F, _D, _S, _L, _C = Group.FILE, Group.DRIVE, Group.STABILISER, Group.FLASH, Group.CONNECTIONS
_RAW, _METER, _FILE, _PREVIEW, _HANDLING, _SAFETY = Reach.RAW, Reach.METER, Reach.FILE, Reach.PREVIEW, Reach.HANDLING, Reach.SAFETY
_ON = ("off", "on")

FILE_SETTINGS: tuple[Setting, ...] = (
    Setting("card_roles", _F, "what the second card does", ("continues", "copies", "splits_by_format"), "continues", _SAFETY, "What becomes of the pictures when one card fails depends on this.", needs=("two_cards",)),
    Setting("file_format", _F, "file", ("raw", "rendered", "both"), "rendered", _RAW, "What is kept of each frame: the raw data, a finished file, or both.", needs=("raw_files",)),
    Setting("raw_compression", _F, "raw compression", ("none", "lossless", "lossy"), "lossless", _RAW, "How the raw is packed; lossy throws some of it away.", needs=("raw_files",)),
    Setting("rendered_quality", _F, "quality of finished files", ("small", "good", "best"), "good", _FILE, "How strongly finished files are compressed."),
    Setting("rendered_size", _F, "size of finished files", ("full", "half", "quarter"), "full", _FILE, "How many pixels finished files keep; whether raw follows is the body's affair."),
    Setting("sensor_crop", _F, "sensor crop", _ON, "off", _RAW, "Uses only the middle of the sensor: less angle, fewer pixels.", needs=("large_sensor",)),
    Setting("aspect", _F, "shape", ("as_sensor", "square", "4:5", "4:3", "16:9"), "as_sensor", _FILE, "The shape of the picture: it cuts the finished file and only tags the raw.", also=(_PREVIEW,)),
    Setting("crop_mark", _F, "crop mark", _ON, "off", _PREVIEW, "Draws the wanted shape over the whole picture instead of cutting it.", needs=("live_view",)),
    Setting("colour_space", _F, "colour space", ("srgb", "wide"), "srgb", _FILE, "Which colours the finished file can name; raw holds them all."),
    Setting("file_prefix", _F, "file prefix", ("as_made", "one_per_body"), "as_made", _SAFETY, "The letters before the number: one per body, so that two bodies never collide."),
    Setting("file_numbering", _F, "numbering", ("goes_on", "restarts"), "goes_on", _SAFETY, "Whether numbers go on from card to card or begin again."),
    Setting("folders", _F, "folders", ("by_count", "by_date"), "by_count", _HANDLING, "When a new folder is begun on the card."),
    Setting("author", _F, "author and rights", ("empty", "written"), "empty", _SAFETY, "Whether every file carries the name of whoever took it."),
    Setting("fires_without_card", _F, "fires with no card", _ON, "on", _SAFETY, "Whether the shutter releases when nothing can be kept."),
    Setting("drive_mode", _D, "drive", ("single", "low", "medium", "high", "timer"), "single", _HANDLING, "One frame a press, or as many as the button is held.", needs=("bursts",)),
    Setting("rate_high", _D, "rate of the high drive", (), 10.0, _HANDLING, "Frames a second at the high position.", Unit.PER_SECOND, needs=("bursts",), lowest=0.1, highest=1000.0),
    Setting("rate_low", _D, "rate of the low drive", (), 3.0, _HANDLING, "How fast the slower burst runs, for few frames to look through.", Unit.PER_SECOND, needs=("bursts",), lowest=0.1, highest=1000.0),
    Setting("burst_limit", _D, "longest burst", ("none", "ten", "thirty"), "none", _HANDLING, "Stops a burst after so many frames, even if the button is held.", needs=("bursts",)),
    Setting("pre_capture", _D, "pre-capture", _ON, "off", _RAW, "Keeps frames from just before the press.", needs=("electronic", "detection")),
    Setting("release_on_entry", _D, "release when something enters", _ON, "off", _HANDLING, "Fires by itself when a subject comes into a chosen place.", needs=("detection",)),
    Setting("linked_release", _D, "linked release", ("off", "leads", "follows"), "off", _HANDLING, "Fires two bodies together.", needs=("links",)),
    Setting("self_timer", _D, "self-timer", (0.0, 2.0, 5.0, 10.0), 10.0, _HANDLING, "How long the timer drive waits after the press.", Unit.SECONDS),
    Setting("release_delay", _D, "release delay", (0.0, 1.0, 3.0), 0.0, _RAW, "Lifts mirror or curtain first and fires when the shaking has died down.", Unit.SECONDS, needs=("mechanical",)),
    Setting("silent", _D, "silent", _ON, "off", _RAW, "No sound, no lamp, no flash: the sensor starts and ends the frame.", needs=("electronic",)),
    Setting("stabiliser", _S, "stabiliser", ("off", "always", "at_release", "panning"), "always", _RAW, "When lens or sensor moves against the shake of the hand.", needs=("stabiliser",)),
    Setting("stabiliser_focal_length", _S, "focal length told to the stabiliser", (), 0.0, _RAW, "What the body must know to steady a lens that does not report itself; none is 0.", Unit.MILLIMETRES, needs=("body_stabiliser", "interchangeable"), highest=5000.0),
    Setting("flash", _L, "flash", _ON, "off", _RAW, "Whether a flash takes part in the exposure.", needs=("flash",)),
    Setting("flash_sync", _L, "curtain that fires the flash", ("first", "second"), "first", _RAW, "Whether the flash comes at the start or the end of the time.", needs=("flash",)),
    Setting("high_speed_sync", _L, "high-speed sync", _ON, "off", _RAW, "Pulses the flash so that it works at times shorter than sync, at the price of power.", needs=("flash",)),
    Setting("modelling_lamp", _L, "modelling lamp", _ON, "off", _HANDLING, "A steady lamp on the flash; on some bodies the release fires it instead of the picture.", needs=("flash",)),
    Setting("flash_compensation_on", _L, "what compensation acts on", ("both", "ambient_only"), "both", _METER, "Whether compensation darkens the room, or room and flash alike.", needs=("flash",)),
    Setting("ambient_balance", _L, "ambient against flash", ("ambient_first", "even", "flash_first"), "even", _RAW, "How much of the picture the room's own light may make.", needs=("flash",)),
    Setting("pairing", _C, "wireless", _ON, "off", _HANDLING, "Keeps a link to a phone; it costs battery.", needs=("links",)),
    Setting("send_while_shooting", _C, "send while shooting", _ON, "off", _HANDLING, "Hands frames on as they are taken; a backlog can hold up other things.", needs=("links",)),
    Setting("send_what", _C, "what is sent", ("small", "rendered", "raw"), "small", _HANDLING, "How much of each frame goes over the link.", needs=("links",)),
    Setting("tether", _C, "tether", _ON, "off", _HANDLING, "Hands frames to a computer on a cable.", needs=("links",)),
    Setting("remote", _C, "remote release", ("off", "cable", "wireless"), "off", _HANDLING, "What else than the button may release.", needs=("remote",)),
    Setting("location", _C, "location in files", _ON, "off", _SAFETY, "Writes where a picture was taken into the file, nests and homes too.", needs=("links",)),
)

"""Settings of files, drive, stabiliser, flash and connections."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting, Unit

OFF_OR_ON = ("off", "on")

FILE_SETTINGS: tuple[Setting, ...] = (
    Setting(slug="card_roles", group=Group.FILE, label="what the second card does", values=("continues", "copies", "splits_by_format"), default="continues", reach=Reach.SAFETY, meaning="What becomes of the pictures when one card fails depends on this.", needs=("two_cards",)),
    Setting(slug="card_of_raw", group=Group.FILE, label="card that takes the raw", values=("first", "second"), default="first", reach=Reach.SAFETY, meaning="Which card the raw goes to while each kind of file has a card of its own.", needs=("two_cards", "raw_files")),
    Setting(slug="file_format", group=Group.FILE, label="file", values=("raw", "rendered", "both"), default="rendered", reach=Reach.RAW, meaning="What is kept of each frame: the raw data, a finished file, or both.", needs=("raw_files",)),
    Setting(slug="raw_compression", group=Group.FILE, label="raw compression", values=("none", "lossless", "lossy"), default="lossless", reach=Reach.RAW, meaning="How the raw is packed; lossy throws some of it away.", needs=("raw_files",)),
    Setting(slug="rendered_quality", group=Group.FILE, label="quality of finished files", values=("small", "good", "best"), default="good", reach=Reach.FILE, meaning="How strongly finished files are compressed."),
    Setting(slug="rendered_size", group=Group.FILE, label="size of finished files", values=("full", "half", "quarter"), default="full", reach=Reach.FILE, meaning="How many pixels finished files keep; whether raw follows is the body's affair."),
    Setting(slug="sensor_crop", group=Group.FILE, label="sensor crop", values=OFF_OR_ON, default="off", reach=Reach.RAW, meaning="Uses only the middle of the sensor: less angle, fewer pixels.", needs=("large_sensor",)),
    Setting(slug="aspect", group=Group.FILE, label="shape", values=("as_sensor", "square", "4:5", "4:3", "16:9"), default="as_sensor", reach=Reach.FILE, meaning="The shape of the picture: it cuts the finished file and only tags the raw.", also=(Reach.PREVIEW,)),
    Setting(slug="crop_mark", group=Group.FILE, label="crop mark", values=OFF_OR_ON, default="off", reach=Reach.PREVIEW, meaning="Draws the wanted shape over the whole picture instead of cutting it.", needs=("live_view",)),
    Setting(slug="colour_space", group=Group.FILE, label="colour space", values=("srgb", "wide"), default="srgb", reach=Reach.FILE, meaning="Which colours the finished file can name; raw holds them all."),
    Setting(slug="file_prefix", group=Group.FILE, label="file prefix", values=("as_made", "one_per_body"), default="as_made", reach=Reach.SAFETY, meaning="The letters before the number: one per body, so that two bodies never collide."),
    Setting(slug="file_numbering", group=Group.FILE, label="numbering", values=("goes_on", "restarts"), default="goes_on", reach=Reach.SAFETY, meaning="Whether numbers go on from card to card or begin again."),
    Setting(slug="folders", group=Group.FILE, label="folders", values=("by_count", "by_date"), default="by_count", reach=Reach.HANDLING, meaning="When a new folder is begun on the card."),
    Setting(slug="author", group=Group.FILE, label="author and rights", values=("empty", "written"), default="empty", reach=Reach.SAFETY, meaning="Whether every file carries the name of whoever took it."),
    Setting(slug="fires_without_card", group=Group.FILE, label="fires with no card", values=OFF_OR_ON, default="on", reach=Reach.SAFETY, meaning="Whether the shutter releases when nothing can be kept."),
    Setting(slug="drive_mode", group=Group.DRIVE, label="drive", values=("single", "low", "medium", "high", "timer"), default="single", reach=Reach.HANDLING, meaning="One frame a press, or as many as the button is held.", needs=("bursts",)),
    Setting(slug="rate_high", group=Group.DRIVE, label="rate of the high drive", values=(), default=10.0, reach=Reach.HANDLING, meaning="Frames a second at the high position.", unit=Unit.PER_SECOND, needs=("bursts",), lowest=0.1, highest=1000.0),
    Setting(slug="rate_low", group=Group.DRIVE, label="rate of the low drive", values=(), default=3.0, reach=Reach.HANDLING, meaning="How fast the slower burst runs, for few frames to look through.", unit=Unit.PER_SECOND, needs=("bursts",), lowest=0.1, highest=1000.0),
    Setting(slug="burst_limit", group=Group.DRIVE, label="longest burst", values=("none", "ten", "thirty"), default="none", reach=Reach.HANDLING, meaning="Stops a burst after so many frames, even if the button is held.", needs=("bursts",)),
    Setting(slug="pre_capture", group=Group.DRIVE, label="pre-capture", values=OFF_OR_ON, default="off", reach=Reach.RAW, meaning="Keeps frames from just before the press.", needs=("electronic", "detection")),
    Setting(slug="release_on_entry", group=Group.DRIVE, label="release when something enters", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Fires by itself when a subject comes into a chosen place.", needs=("detection",)),
    Setting(slug="linked_release", group=Group.DRIVE, label="linked release", values=("off", "leads", "follows"), default="off", reach=Reach.HANDLING, meaning="Fires two bodies together.", needs=("links",)),
    Setting(slug="self_timer", group=Group.DRIVE, label="self-timer", values=(0.0, 2.0, 5.0, 10.0), default=10.0, reach=Reach.HANDLING, meaning="How long the timer drive waits after the press.", unit=Unit.SECONDS),
    Setting(slug="release_delay", group=Group.DRIVE, label="release delay", values=(0.0, 1.0, 3.0), default=0.0, reach=Reach.RAW, meaning="Lifts mirror or curtain first and fires when the shaking has died down.", unit=Unit.SECONDS, needs=("mechanical",)),
    Setting(slug="silent", group=Group.DRIVE, label="silent", values=OFF_OR_ON, default="off", reach=Reach.RAW, meaning="No sound, no lamp, no flash: the sensor starts and ends the frame.", needs=("electronic",)),
    Setting(slug="stabiliser", group=Group.STABILISER, label="stabiliser", values=("off", "always", "at_release", "panning"), default="always", reach=Reach.RAW, meaning="When lens or sensor moves against the shake of the hand.", needs=("stabiliser",)),
    Setting(slug="stabiliser_focal_length", group=Group.STABILISER, label="focal length told to the stabiliser", values=(), default=0.0, reach=Reach.RAW, meaning="What the body must know to steady a lens that does not report itself; none is 0.", unit=Unit.MILLIMETRES, needs=("body_stabiliser", "interchangeable"), highest=5000.0),
    Setting(slug="flash", group=Group.FLASH, label="flash", values=OFF_OR_ON, default="off", reach=Reach.RAW, meaning="Whether a flash takes part in the exposure.", needs=("flash",)),
    Setting(slug="flash_sync", group=Group.FLASH, label="curtain that fires the flash", values=("first", "second"), default="first", reach=Reach.RAW, meaning="Whether the flash comes at the start or the end of the time.", needs=("flash",)),
    Setting(slug="high_speed_sync", group=Group.FLASH, label="high-speed sync", values=OFF_OR_ON, default="off", reach=Reach.RAW, meaning="Pulses the flash so that it works at times shorter than sync, at the price of power.", needs=("flash",)),
    Setting(slug="flash_slowest_time", group=Group.FLASH, label="slowest time with flash", values=(), default=0.016667, reach=Reach.METER, meaning="How long the body lets the time grow while a flash is on and it chooses the time itself.", unit=Unit.SECONDS, needs=("flash",), highest=100_000.0),
    Setting(slug="flash_burst", group=Group.FLASH, label="flash within a burst", values=("waits_until_charged", "fires_as_it_can", "first_frame_only"), default="fires_as_it_can", reach=Reach.RAW, meaning="Whether a burst waits for the flash, or goes on with frames that it did not light.", needs=("flash", "bursts")),
    Setting(slug="modelling_lamp", group=Group.FLASH, label="modelling lamp", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="A steady lamp on the flash; on some bodies the release fires it instead of the picture.", needs=("flash",)),
    Setting(slug="flash_compensation_on", group=Group.FLASH, label="what compensation acts on", values=("both", "ambient_only"), default="both", reach=Reach.METER, meaning="Whether compensation darkens the room, or room and flash alike.", needs=("flash",)),
    Setting(slug="ambient_balance", group=Group.FLASH, label="ambient against flash", values=("ambient_first", "even", "flash_first"), default="even", reach=Reach.RAW, meaning="How much of the picture the room's own light may make.", needs=("flash",)),
    Setting(slug="pairing", group=Group.CONNECTIONS, label="wireless", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Keeps a link to a phone; it costs battery.", needs=("links",)),
    Setting(slug="send_while_shooting", group=Group.CONNECTIONS, label="send while shooting", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Hands frames on as they are taken; a backlog can hold up other things.", needs=("links",)),
    Setting(slug="send_what", group=Group.CONNECTIONS, label="what is sent", values=("small", "rendered", "raw"), default="small", reach=Reach.HANDLING, meaning="How much of each frame goes over the link.", needs=("links",)),
    Setting(slug="tether", group=Group.CONNECTIONS, label="tether", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Hands frames to a computer on a cable.", needs=("links",)),
    Setting(slug="remote", group=Group.CONNECTIONS, label="remote release", values=("off", "cable", "wireless"), default="off", reach=Reach.HANDLING, meaning="What else than the button may release.", needs=("remote",)),
    Setting(slug="location", group=Group.CONNECTIONS, label="location in files", values=OFF_OR_ON, default="off", reach=Reach.SAFETY, meaning="Writes where a picture was taken into the file, nests and homes too.", needs=("links",)),
)

"""Settings of autofocus and of focusing by hand."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting, Unit

OFF_OR_ON = ("off", "on")

FOCUS_SETTINGS: tuple[Setting, ...] = (
    Setting(slug="focus_mode", group=Group.FOCUS, label="focus mode", values=("single", "continuous", "automatic", "manual"), default="automatic", reach=Reach.FOCUS, meaning="Focuses once, keeps following, switches by itself, or leaves it to your hand.", needs=("autofocus",)),
    Setting(slug="focus_area", group=Group.FOCUS, label="focus area", values=("point", "small_group", "zone", "whole_frame", "tracking", "none"), default="whole_frame", reach=Reach.FOCUS, meaning="Where in the frame the body may focus.", needs=("autofocus",)),
    Setting(slug="area_size", group=Group.FOCUS, label="size of the area", values=("small", "middle", "large"), default="middle", reach=Reach.FOCUS, meaning="How much of the frame an area takes, where a body has areas of several sizes; a small one obeys, a large one catches.", needs=("autofocus", "area_sizes")),
    Setting(slug="area_list", group=Group.FOCUS, label="areas on the list", values=("all", "those_used"), default="all", reach=Reach.HANDLING, meaning="Which areas one meets when stepping through them.", needs=("autofocus",)),
    Setting(slug="subject_detection", group=Group.FOCUS, label="subject detection", values=("off", "people", "animals", "birds", "vehicles", "automatic"), default="automatic", reach=Reach.FOCUS, meaning="What the body looks for and prefers to focus on.", needs=("detection",)),
    Setting(slug="eye_detection", group=Group.FOCUS, label="eyes", values=("off", "always", "while_held"), default="always", reach=Reach.FOCUS, meaning="Whether the nearest eye is taken, always or only while a button is held.", needs=("detection",)),
    Setting(slug="detection_part", group=Group.FOCUS, label="what is looked for first", values=("eye", "head", "body"), default="eye", reach=Reach.FOCUS, meaning="Which part of a found subject focus goes to; small parts are lost sooner in dim light.", needs=("detection", "detection_part")),
    Setting(slug="registered_faces", group=Group.FOCUS, label="registered faces", values=OFF_OR_ON, default="off", reach=Reach.FOCUS, meaning="Prefers faces that were shown to the body before, by rank.", needs=("detection",)),
    Setting(slug="tracking_hold", group=Group.FOCUS, label="hold when something crosses", values=("short", "middle", "long"), default="middle", reach=Reach.FOCUS, meaning="How long focus stays when something passes in front.", needs=("autofocus",)),
    Setting(slug="subject_path", group=Group.FOCUS, label="path of the subject", values=("steady", "usual", "erratic"), default="usual", reach=Reach.FOCUS, meaning="How sudden the changes of pace are that focus expects.", needs=("autofocus",)),
    Setting(slug="priority_single", group=Group.FOCUS, label="release in single focus", values=("focus", "mixed", "release"), default="focus", reach=Reach.FOCUS, meaning="Whether a single frame waits until it is sharp.", needs=("autofocus",)),
    Setting(slug="priority_continuous", group=Group.FOCUS, label="release in continuous focus", values=("focus", "mixed", "release"), default="mixed", reach=Reach.FOCUS, meaning="Whether a burst waits for every frame to be sharp.", needs=("autofocus",)),
    Setting(slug="focus_activation", group=Group.FOCUS, label="what starts the focus", values=("shutter_button", "rear_button", "both"), default="shutter_button", reach=Reach.FOCUS, meaning="Which button focuses: the one that fires, one under the thumb, or either.", needs=("autofocus", "rear_button")),
    Setting(slug="single_focus_starts", group=Group.FOCUS, label="what starts single focus", values=("as_the_other", "shutter_button", "rear_button"), default="as_the_other", reach=Reach.FOCUS, meaning="What focuses in single focus, where a body keeps that apart from continuous.", needs=("autofocus", "rear_button", "start_per_mode")),
    Setting(slug="hold_focus", group=Group.FOCUS, label="hold-focus button", values=OFF_OR_ON, default="off", reach=Reach.FOCUS, meaning="A button that stops following for as long as it is held.", needs=("autofocus", "rear_button")),
    Setting(slug="ring_override", group=Group.FOCUS, label="override by the ring", values=OFF_OR_ON, default="off", reach=Reach.FOCUS, meaning="Lets the lens ring correct autofocus at any time; the lens must report its ring.", needs=("autofocus", "ring_reported")),
    Setting(slug="peaking", group=Group.FOCUS, label="peaking", values=("off", "on_demand", "always"), default="off", reach=Reach.PREVIEW, meaning="Colours edges with contrast; it proves contrast, not sharpness at full size.", needs=("live_view", "focuses")),
    Setting(slug="peaking_level", group=Group.FOCUS, label="peaking level", values=("fine", "middle", "broad"), default="middle", reach=Reach.PREVIEW, meaning="How much contrast an edge needs to be coloured.", needs=("live_view", "focuses")),
    Setting(slug="peaking_colour", group=Group.FOCUS, label="peaking colour", values=("white", "yellow", "red", "blue"), default="white", reach=Reach.PREVIEW, meaning="A colour that the subject does not have.", needs=("live_view", "focuses")),
    Setting(slug="magnifier", group=Group.FOCUS, label="magnifier", values=("by_button", "by_ring"), default="by_button", reach=Reach.PREVIEW, meaning="Enlarges the picture for focusing, on a press or as soon as the ring turns.", needs=("live_view", "focuses")),
    Setting(slug="magnifier_time", group=Group.FOCUS, label="magnifier stays", values=("two_seconds", "five_seconds", "until_pressed"), default="five_seconds", reach=Reach.PREVIEW, meaning="How long the enlarged picture stays.", needs=("live_view", "focuses")),
    Setting(slug="direction_pointer", group=Group.FOCUS, label="direction pointer", values=OFF_OR_ON, default="off", reach=Reach.PREVIEW, meaning="Says which way to turn the ring.", needs=("autofocus", "focuses")),
    Setting(slug="distance_scale", group=Group.FOCUS, label="distance scale with depth", values=OFF_OR_ON, default="off", reach=Reach.PREVIEW, meaning="Shows the distance and the depth around it, by the body's own idea of sharp.", needs=("live_view", "focuses")),
    Setting(slug="thumb_pointing", group=Group.FOCUS, label="thumb pointing", values=("off", "jumps", "follows"), default="off", reach=Reach.HANDLING, meaning="Moves the focus point by a thumb on the rear screen while the eye is at the finder.", needs=("touch", "eye_finder")),
    Setting(slug="thumb_part", group=Group.FOCUS, label="part of the screen for the thumb", values=("whole", "right_half", "left_half"), default="whole", reach=Reach.HANDLING, meaning="Which part answers the thumb; the nose of the eye at the finder decides which is free.", needs=("touch", "eye_finder")),
    Setting(slug="touch_release", group=Group.FOCUS, label="a touch releases", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Whether touching the screen takes a picture.", needs=("touch",)),
    Setting(slug="tracking_start", group=Group.FOCUS, label="tracking starts at", values=("anywhere", "chosen_point", "last_point"), default="anywhere", reach=Reach.FOCUS, meaning="Where tracking looks for its subject first.", needs=("detection",)),
    Setting(slug="point_memory", group=Group.FOCUS, label="point remembers upright and level", values=("no", "point", "point_and_area"), default="no", reach=Reach.HANDLING, meaning="Keeps one point, or point and area, for each way of holding the body.", needs=("autofocus",)),
    Setting(slug="point_count", group=Group.FOCUS, label="number of points", values=("all", "fewer"), default="all", reach=Reach.HANDLING, meaning="Fewer points are crossed faster.", needs=("autofocus",)),
    Setting(slug="point_speed", group=Group.FOCUS, label="travel of the point", values=("slow", "middle", "fast"), default="middle", reach=Reach.HANDLING, meaning="How fast the point moves under the thumb.", needs=("autofocus",)),
    Setting(slug="point_wrap", group=Group.FOCUS, label="point goes round the edge", values=OFF_OR_ON, default="off", reach=Reach.HANDLING, meaning="Whether the point stops at the edge or comes in on the other side.", needs=("autofocus",)),
    Setting(slug="pre_focus", group=Group.FOCUS, label="pre-focus", values=OFF_OR_ON, default="on", reach=Reach.FOCUS, meaning="Focuses before you ask; a little faster, and it eats the battery.", needs=("autofocus", "live_view")),
    Setting(slug="assist_lamp", group=Group.FOCUS, label="assist lamp", values=OFF_OR_ON, default="on", reach=Reach.SAFETY, meaning="Lights the subject to focus in the dark; it is seen by everyone.", needs=("autofocus",)),
    Setting(slug="dark_focus", group=Group.FOCUS, label="focus in the dark", values=("usual", "slow_and_sure"), default="usual", reach=Reach.FOCUS, meaning="Reads the sensor for longer before it focuses: slower, and it still finds where the usual way gives up.", needs=("autofocus", "dark_focus")),
    Setting(slug="file_focal_length", group=Group.FOCUS, label="focal length in the file", values=(), default=0.0, reach=Reach.HANDLING, meaning="The focal length written into files for a lens that does not report itself; none is 0.", unit=Unit.MILLIMETRES, needs=("interchangeable",), highest=5000.0),
)

"""Settings of autofocus and of focusing by hand."""

# fmt: off

from __future__ import annotations

from craft.vocabulary.setting import Group, Reach, Setting, Unit

_F = Group.FOCUS
_FOCUS, _PREVIEW, _HANDLING, _SAFETY = Reach.FOCUS, Reach.PREVIEW, Reach.HANDLING, Reach.SAFETY
_ON = ("off", "on")

FOCUS_SETTINGS: tuple[Setting, ...] = (
    Setting("focus_mode", _F, "focus mode", ("single", "continuous", "automatic", "manual"), "automatic", _FOCUS, "Focuses once, keeps following, switches by itself, or leaves it to your hand.", needs=("autofocus",)),
    Setting("focus_area", _F, "focus area", ("point", "small_group", "zone", "whole_frame", "tracking", "none"), "whole_frame", _FOCUS, "Where in the frame the body may focus.", needs=("autofocus",)),
    Setting("area_list", _F, "areas on the list", ("all", "those_used"), "all", _HANDLING, "Which areas one meets when stepping through them.", needs=("autofocus",)),
    Setting("subject_detection", _F, "subject detection", ("off", "people", "animals", "birds", "vehicles", "automatic"), "automatic", _FOCUS, "What the body looks for and prefers to focus on.", needs=("detection",)),
    Setting("eye_detection", _F, "eyes", ("off", "always", "while_held"), "always", _FOCUS, "Whether the nearest eye is taken, always or only while a button is held.", needs=("detection",)),
    Setting("registered_faces", _F, "registered faces", _ON, "off", _FOCUS, "Prefers faces that were shown to the body before, by rank.", needs=("detection",)),
    Setting("tracking_hold", _F, "hold when something crosses", ("short", "middle", "long"), "middle", _FOCUS, "How long focus stays when something passes in front.", needs=("autofocus",)),
    Setting("subject_path", _F, "path of the subject", ("steady", "usual", "erratic"), "usual", _FOCUS, "How sudden the changes of pace are that focus expects.", needs=("autofocus",)),
    Setting("priority_single", _F, "release in single focus", ("focus", "mixed", "release"), "focus", _FOCUS, "Whether a single frame waits until it is sharp.", needs=("autofocus",)),
    Setting("priority_continuous", _F, "release in continuous focus", ("focus", "mixed", "release"), "mixed", _FOCUS, "Whether a burst waits for every frame to be sharp.", needs=("autofocus",)),
    Setting("focus_activation", _F, "what starts the focus", ("shutter_button", "rear_button", "both"), "shutter_button", _FOCUS, "Which button focuses: the one that fires, one under the thumb, or either.", needs=("autofocus", "rear_button")),
    Setting("hold_focus", _F, "hold-focus button", _ON, "off", _FOCUS, "A button that stops following for as long as it is held.", needs=("autofocus", "rear_button")),
    Setting("ring_override", _F, "override by the ring", _ON, "off", _FOCUS, "Lets the lens ring correct autofocus at any time; the lens must report its ring.", needs=("autofocus",)),
    Setting("peaking", _F, "peaking", ("off", "on_demand", "always"), "off", _PREVIEW, "Colours edges with contrast; it proves contrast, not sharpness at full size.", needs=("live_view",)),
    Setting("peaking_level", _F, "peaking level", ("fine", "middle", "broad"), "middle", _PREVIEW, "How much contrast an edge needs to be coloured.", needs=("live_view",)),
    Setting("peaking_colour", _F, "peaking colour", ("white", "yellow", "red", "blue"), "white", _PREVIEW, "A colour that the subject does not have.", needs=("live_view",)),
    Setting("magnifier", _F, "magnifier", ("by_button", "by_ring"), "by_button", _PREVIEW, "Enlarges the picture for focusing, on a press or as soon as the ring turns.", needs=("live_view",)),
    Setting("magnifier_time", _F, "magnifier stays", ("two_seconds", "five_seconds", "until_pressed"), "five_seconds", _PREVIEW, "How long the enlarged picture stays.", needs=("live_view",)),
    Setting("direction_pointer", _F, "direction pointer", _ON, "off", _PREVIEW, "Says which way to turn the ring.", needs=("autofocus",)),
    Setting("distance_scale", _F, "distance scale with depth", _ON, "off", _PREVIEW, "Shows the distance and the depth around it, by the body's own idea of sharp.", needs=("live_view",)),
    Setting("thumb_pointing", _F, "thumb pointing", ("off", "jumps", "follows"), "off", _HANDLING, "Moves the focus point by a thumb on the rear screen while the eye is at the finder.", needs=("touch", "eye_finder")),
    Setting("thumb_part", _F, "part of the screen for the thumb", ("whole", "right_half", "left_half"), "whole", _HANDLING, "Which part answers the thumb; the nose of the eye at the finder decides which is free.", needs=("touch", "eye_finder")),
    Setting("touch_release", _F, "a touch releases", _ON, "off", _HANDLING, "Whether touching the screen takes a picture.", needs=("touch",)),
    Setting("tracking_start", _F, "tracking starts at", ("anywhere", "chosen_point", "last_point"), "anywhere", _FOCUS, "Where tracking looks for its subject first.", needs=("detection",)),
    Setting("point_memory", _F, "point remembers upright and level", ("no", "point", "point_and_area"), "no", _HANDLING, "Keeps one point, or point and area, for each way of holding the body.", needs=("autofocus",)),
    Setting("point_count", _F, "number of points", ("all", "fewer"), "all", _HANDLING, "Fewer points are crossed faster.", needs=("autofocus",)),
    Setting("point_speed", _F, "travel of the point", ("slow", "middle", "fast"), "middle", _HANDLING, "How fast the point moves under the thumb.", needs=("autofocus",)),
    Setting("point_wrap", _F, "point goes round the edge", _ON, "off", _HANDLING, "Whether the point stops at the edge or comes in on the other side.", needs=("autofocus",)),
    Setting("pre_focus", _F, "pre-focus", _ON, "on", _FOCUS, "Focuses before you ask; a little faster, and it eats the battery.", needs=("autofocus", "live_view")),
    Setting("assist_lamp", _F, "assist lamp", _ON, "on", _SAFETY, "Lights the subject to focus in the dark; it is seen by everyone.", needs=("autofocus",)),
    Setting("file_focal_length", _F, "focal length in the file", (), 0.0, _HANDLING, "The focal length written into files for a lens that does not report itself; none is 0.", Unit.MILLIMETRES, needs=("interchangeable",), highest=5000.0),
)

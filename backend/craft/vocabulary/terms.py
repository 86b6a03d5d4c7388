"""The closed vocabularies of a situation and a setup. The values are the tokens of the JSON form."""

from __future__ import annotations

from enum import Enum

from craft.scales.series import Dial


class Genre(Enum):
    """Kinds of work."""

    SPORTS = "sports"
    WILDLIFE = "wildlife"
    STREET = "street"
    LANDSCAPE = "landscape"
    WEDDING = "wedding"
    NIGHT_SKY = "night_sky"
    PORTRAIT = "portrait"
    EVERYDAY = "everyday"


class Intent(Enum):
    """What a picture asks of the exposure, and what may give."""

    __hash__ = object.__hash__  # by identity: intents are keys in the innermost loops

    DEPTH = "depth"
    SEPARATION = "separation"
    FREEZE = "freeze"
    MOTION_BLUR = "motion_blur"
    SHAKE = "shake"
    NOISE = "noise"
    ISO = "iso"
    BRIGHTNESS = "brightness"


class Limit(Enum):
    """Named ends that a concession may run to. SPARE: what is taken beyond need while light is plenty;
    SMEAR: where a moving person is still a person."""

    SPARE = "spare"
    F4 = "f4"
    WIDEST = "widest"
    CEILING = "ceiling"
    SMEAR = "smear"
    SHAKE = "shake"
    TRAIL = "trail"
    BODY_LIMIT = "body_limit"


class FlashAim(Enum):
    """How a flash is turned at the subject: straight, through something that softens it, or by way of the ceiling."""

    DIRECT = "direct"
    SOFTENED = "softened"
    BOUNCED = "bounced"


class FlashLights(Enum):
    """What a further flash lights: the subject, beside the one that leads, or what is behind it."""

    SUBJECT = "subject"
    BEHIND = "behind"


class FlashRole(Enum):
    """What a flash is for: nothing, filling the shade under a light that leads, leading over a room that is kept, or being all the light."""

    NONE = "none"
    FILL = "fill"
    KEY = "key"
    ALONE = "alone"

    @property
    def leads(self) -> bool:
        """Whether it and not the light that is there lights the subject."""
        return self in (FlashRole.KEY, FlashRole.ALONE)


class AimDepth(Enum):
    """Enough sharp from near to far, or a background that melts."""

    ENOUGH = "enough"
    SHALLOW = "shallow"


class AimMotion(Enum):
    """Movement frozen, drawn as blur, or followed with the camera."""

    FREEZE = "freeze"
    BLUR = "blur"
    PAN = "pan"


class Support(Enum):
    """What carries the camera."""

    HANDHELD = "handheld"
    MONOPOD = "monopod"
    TRIPOD = "tripod"


class Through(Enum):
    """What a subject is seen through."""

    GLASS = "glass"
    FENCE = "fence"
    LEAVES = "leaves"


class Outline(Enum):
    """How a subject stands out, where it does not as most do: hardly, or dark before the light."""

    FAINT = "faint"
    DARK = "dark"


class File(Enum):
    """What is kept of a frame."""

    RAW = "raw"
    RENDERED = "rendered"
    BOTH = "both"


class Mode(Enum):
    """Exposure mode."""

    MANUAL = "manual"
    APERTURE_PRIORITY = "aperture_priority"
    SHUTTER_PRIORITY = "shutter_priority"
    PROGRAM = "program"
    FIXED_DISTANCE = "fixed_distance"
    TIMED = "timed"

    @property
    def by_hand(self) -> frozenset[Dial]:
        """Of time and aperture, those that the mode leaves to the hand; the body chooses the others.

        >>> Mode.APERTURE_PRIORITY.by_hand
        frozenset({<Dial.APERTURE: 'aperture'>})
        """
        return BY_HAND[self]


BY_HAND = {
    Mode.MANUAL: frozenset({Dial.TIME, Dial.APERTURE}),
    Mode.TIMED: frozenset({Dial.TIME, Dial.APERTURE}),
    Mode.SHUTTER_PRIORITY: frozenset({Dial.TIME}),
    Mode.APERTURE_PRIORITY: frozenset({Dial.APERTURE}),
    Mode.FIXED_DISTANCE: frozenset({Dial.APERTURE}),
    Mode.PROGRAM: frozenset(),
}
"""Which of time and aperture each mode leaves to the hand."""


class Pattern(Enum):
    """Metering pattern."""

    MULTI_ZONE = "multi_zone"
    CENTRE_WEIGHTED = "centre_weighted"
    SPOT = "spot"
    HIGHLIGHT_GUARD = "highlight_guard"


class White(Enum):
    """How the white is set."""

    AUTOMATIC = "automatic"
    AUTOMATIC_WARM = "automatic_warm"
    AUTOMATIC_NEUTRAL = "automatic_neutral"
    KELVIN = "kelvin"
    DAYLIGHT = "daylight"
    SHADE = "shade"
    TUNGSTEN = "tungsten"
    MEASURED = "measured"

    @property
    def by_body(self) -> bool:
        """Whether the body finds it by itself.

        >>> White.AUTOMATIC_WARM.by_body, White.SHADE.by_body
        (True, False)
        """
        return self in (White.AUTOMATIC, White.AUTOMATIC_WARM, White.AUTOMATIC_NEUTRAL)


class FocusMode(Enum):
    """Focus mode."""

    SINGLE = "single"
    CONTINUOUS = "continuous"
    AUTOMATIC = "automatic"
    MANUAL = "manual"

    @property
    def priority_setting(self) -> str:
        """The setting that says whether the body waits for focus in this mode: one that may follow is set as one that does."""
        return "priority_continuous" if self in (FocusMode.CONTINUOUS, FocusMode.AUTOMATIC) else "priority_single"


class Area(Enum):
    """Focus area."""

    POINT = "point"
    SMALL_GROUP = "small_group"
    ZONE = "zone"
    WHOLE_FRAME = "whole_frame"
    TRACKING = "tracking"
    NONE = "none"


class Priority(Enum):
    """Whether the release waits for focus."""

    FOCUS = "focus"
    MIXED = "mixed"
    RELEASE = "release"


class Detection(Enum):
    """What the body looks for in the frame."""

    OFF = "off"
    PEOPLE = "people"
    ANIMALS = "animals"
    BIRDS = "birds"
    VEHICLES = "vehicles"


class Drive(Enum):
    """Drive mode."""

    SINGLE = "single"
    LOW = "low"
    MEDIUM = "medium"
    HIGH = "high"
    TIMER = "timer"


class Stabiliser(Enum):
    """When the stabiliser works."""

    OFF = "off"
    ALWAYS = "always"
    AT_RELEASE = "at_release"
    PANNING = "panning"


class RangePolicy(Enum):
    """Where the exposure is placed against the clip."""

    GREY = "as_metered"
    PROTECT = "protect"
    RIGHT = "to_the_right"


class RangeFirst(Enum):
    """What comes first for a person where range cannot have everything."""

    SKIN = "skin"
    BRIGHTEST = "brightest"
    SHADOWS = "shadows"


class RangeMove(Enum):
    """What a way of range may do to the exposure; by itself: the body does it from frame to frame."""

    DARKER = "darker"
    BRIGHTER = "brighter"
    PROTECTION = "protection"
    BY_ITSELF = "by_itself"

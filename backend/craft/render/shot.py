"""A shot: every figure that a simulated frame is made from, and nothing else."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import asdict, dataclass, fields, replace
from functools import cached_property
from typing import Any

from craft.errors import CraftError
from craft.exposure.flash import FLASH_KELVIN
from craft.kit.body import Body, Sensor, Shutter
from craft.optics.movement import star_speed_m_s
from craft.render.looks import AS_USUAL, MERGED, Taste, taste_of
from craft.scales.series import Dial, exact_stops
from craft.scene.imaged import PAN_RESIDUE, base_stops, hand_speed, image_speed, limb_speed
from craft.scene.situation import Situation
from craft.sensor.taken import Taken
from craft.setup.setup import FurtherTaken, Setup
from craft.sky.overhead import Overhead
from craft.stage.stage import Stage
from craft.stage.stages import BY_SLUG
from craft.tones.boxes import Tuning
from craft.tones.burst import Burst
from craft.tones.colours import automatic_on_own, automatic_on_scene, small_framing
from craft.tones.framing import WIDE_MM, Framing, Heavens
from craft.tones.heavens import axis_of
from craft.tones.own import OwnLight
from craft.tones.staging import stage_for
from craft.vocabulary.setting import Value
from craft.vocabulary.terms import AimMotion, File, FlashAim, FlashLights, FlashRole, Support
from craft.white.automatic import BY_BEHAVIOUR, SHIFTS, shifted


def no_pictures(name: str) -> OwnLight:
    """Where nobody has pictures of their own.

    Raises
    ------
    CraftError : always.

    >>> no_pictures("mine")
    Traceback (most recent call last):
    craft.errors.CraftError: the picture that this frame was taken of is not there any more
    """
    raise CraftError("the picture that this frame was taken of is not there any more")


USUAL: Mapping[str, Value] = {}
"""Settings of a body that nobody has told: its looks are as usual."""


@dataclass(frozen=True, slots=True)
class Flashed:
    """A flash in a frame. stops: its light on a grey card at the subject over that of the light that is there, as exposed; pulsed: it burns as
    long as the curtains travel, so that a shorter time takes less of it; at_end: it fires as the second curtain starts; alone: it is all the
    light, and what is told of the light is told of it; fixed: its power was set up and metered, and does not follow the exposure; beside: flashes
    that burn with it, each with its stops over it."""

    stops: float
    burst: Burst
    pulsed: bool = False
    at_end: bool = False
    alone: bool = False
    fixed: bool = False
    beside: tuple[tuple[float, Burst], ...] = ()


STAR_WAY = (0.993, 0.119)
"""The way that the middle of the sky goes where nobody said which sky it is, across and down: a little downwards, as over most places."""


@dataclass(frozen=True)
class Shot:
    """One frame to be simulated. Metres, seconds, stops; focal_mm as engraved.

    sensor: as it is read under that protection. stage: the scene's slug; above, below, kelvin, kind: its light as the situation has it; key_stops: EV of the key at the
    sensor less EV of time and aperture at base ISO; iso_stops: as dialled; protection: stops of it that the sensor is
    not given; lift: stops added when the file is made; white_k, white_tint: what the file calls neutral, in kelvin and in thousandths of Duv;
    automatic: the way in which the body finds it by itself, empty where it is set; others: distances of others who are to be sharp with the subject; shift: mireds that a standing shift lays over what
    it finds; of_set: frames of a set, each
    in stops longer than this one, none for a single frame; joined: stops between three frames that the body puts together by itself, this one in
    the middle, 0 for a single frame; taste: how the file is finished; own: a picture of
    one's own in the scene's place. Lengths on the sensor
    that are drawn while it is open: shake_m by the hand, body_m and limb_m by the subject, pan_m by what the camera
    turns past, star_m by the sky, turn_m by its turn about the axis at a focal length from it; traverse_s: from the first line's exposure to the last's.
    flash: None where none is lit; heavens: what stands over the place, None where nobody said which; star_way: the way that the middle of the sky goes, across and down, of length one.
    """

    stage: str
    above: float
    below: float
    kelvin: float
    distance_m: float
    focal_mm: float
    width_mm: float
    height_mm: float
    sensor: Sensor
    base_stops: float
    aperture: float
    time_s: float
    iso_stops: float
    protection: float
    key_stops: float
    white_k: float
    focus_m: float
    shake_m: float = 0.0
    body_m: float = 0.0
    limb_m: float = 0.0
    pan_m: float = 0.0
    star_m: float = 0.0
    turn_m: float = 0.0
    traverse_s: float = 0.0
    skew_m: float = 0.0
    flicker_hz: float = 0.0
    lift: float = 0.0
    raw: bool = True
    seed: int = 1
    of_set: tuple[float, ...] = ()
    taste: Taste = AS_USUAL
    joined: float = 0.0
    own: OwnLight | None = None
    kind: str = ""
    white_tint: float = 0.0
    automatic: str = ""
    others: tuple[float, ...] = ()
    shift: float = 0.0
    flash: Flashed | None = None
    heavens: Heavens | None = None
    star_way: tuple[float, float] = STAR_WAY

    @cached_property
    def scene(self) -> Stage:
        """The scene, as data."""
        return BY_SLUG[self.stage]

    @property
    def tuning(self) -> Tuning:
        """How the light falls on it."""
        return Tuning(self.above, self.below, self.kelvin, self.kind)

    @property
    def gain_stops(self) -> float:
        """ISO of the amplification, after protection, in stops."""
        return self.iso_stops - self.protection

    def taken(self, gain: float = 1.0) -> Taken:
        """Its key tone; gain: of the output's averaging in signal to noise."""
        return Taken(self.sensor, self.key_stops, self.gain_stops, self.base_stops, self.time_s, gain)

    @property
    def key_e(self) -> float:
        """Electrons of the key tone."""
        return self.taken().key_e

    @property
    def flash_lifts(self) -> float:
        """Stops by which flashes put a grey card at the subject over the key; 0 without one."""
        if self.flash is None:
            return 0.0
        on_subject = [0.0, *(stops for stops, burst in self.flash.beside if not burst.beyond_m)]
        return math.log2(1 + sum(2 ** (self.flash.stops + stops) for stops in on_subject))

    @property
    def clip_e(self) -> float:
        """Electrons at the clip."""
        return self.taken().clip_e

    @property
    def clip_above_key(self) -> float:
        """Stops from the key tone to where the raw clips; of frames that are put together, the shortest."""
        return self.taken().clip_above_key + self.joined

    @property
    def used_pixels(self) -> float:
        """Sensor pixels across the picture."""
        return self.sensor.pixels_wide * self.width_mm / self.sensor.width_mm

    def recipe(self) -> dict[str, Any]:
        """The shot as plain values, from which `from_recipe` makes it again; a picture of one's own by its name."""
        return asdict(replace(self, own=None)) | {"own": self.own.name if self.own else None}


def from_recipe(recipe: Mapping[str, Any], own: Callable[[str], OwnLight] = no_pictures) -> Shot:
    """A shot from what `Shot.recipe` gave; own: finds a picture of one's own by its name.

    Raises
    ------
    CraftError : what another version gave: a scene or a figure that is not there; a picture that is not there any more.

    >>> from_recipe(shot().recipe()) == shot()
    True
    """
    recipe = {
        "own": None,
        "kind": "",
        "white_tint": 0.0,
        "automatic": "",
        "others": (),
        "shift": 0.0,
        "flash": None,
        "heavens": None,
        "star_way": STAR_WAY,
        **recipe,
    }
    if recipe.get("stage") not in BY_SLUG or set(recipe) != {one.name for one in fields(Shot)}:
        raise CraftError("this frame was made by another version, and cannot be drawn any more")
    tuples = {name: tuple(recipe[name]) for name in ("of_set", "others", "star_way")}
    flash = recipe["flash"] and _flashed_from(recipe["flash"])
    heavens = recipe["heavens"] and Heavens(**{**recipe["heavens"], "over": Overhead(**recipe["heavens"]["over"])})
    known = {"flash": flash, "heavens": heavens, "sensor": Sensor(**recipe["sensor"]), "taste": Taste(**recipe["taste"]), **tuples}
    return Shot(**{**recipe, **known, "own": own(recipe["own"]) if recipe["own"] else None})


def _flashed_from(recipe: Mapping[str, Any]) -> Flashed:
    beside = tuple((stops, Burst(**burst)) for stops, burst in recipe.get("beside", ()))
    return Flashed(**{**recipe, "burst": Burst(**recipe["burst"]), "beside": beside})


def on_own(shot: Shot, own: OwnLight | None) -> Shot:
    """The same shot of a picture of one's own: as much of the sensor as has its shape, held upright where it is.

    >>> on_own(shot(), None) == shot()
    True
    """
    if own is None:
        return shot
    high, wide = own.unsure.shape
    long, short = max(shot.width_mm, shot.height_mm), min(shot.width_mm, shot.height_mm)
    across, down = (long, short) if wide >= high else (short, long)
    aspect = wide / high
    width = min(across, down * aspect)
    framed = replace(
        shot,
        own=own,
        width_mm=width,
        height_mm=width / aspect,
        body_m=0.0,
        limb_m=0.0,
        pan_m=0.0,
        star_m=0.0,
        turn_m=0.0,
        skew_m=0.0,
        others=(),
        flash=None,
        heavens=None,
    )
    return found(framed) if shot.automatic else framed


def traverse_s(body: Body, shutter: Shutter) -> float:
    """From the first line's exposure to the last's: how long a sensor is read, or how long curtains travel; 0 where nobody said.

    >>> traverse_s(BODY, Shutter.ELECTRONIC)
    0.02
    """
    return (body.readout_s or 0.0) if shutter is Shutter.ELECTRONIC else (body.sync_with(shutter) or 0.0)


def shot_of(situation: Situation, setup: Setup, stage: str | None = None, seed: int = 1, values: Mapping[str, Value] = USUAL) -> Shot:
    """The frame that a setup takes of a situation, on its own scene or another, in the look that these settings of the body have.

    >>> round(shot_of(situation(), advised()).time_s, 4)
    0.0025
    """
    time_s = 2 ** -exact_stops(Dial.TIME, setup.exposure.shutter_s)
    aperture = 2 ** (exact_stops(Dial.APERTURE, setup.exposure.aperture) / 2)
    base = base_stops(situation)
    wide, high = situation.used_mm
    key_ev = situation.light.ev100 - setup.light.lens_loss_stops - setup.exposure.nd_stops
    body = situation.body
    drawn = _drawn(situation, time_s)
    traverse = traverse_s(body, setup.shutter_type)
    merge = setup.bracketing.merge
    taste = taste_of(values)
    drawn_on = stage or stage_for(situation).slug
    skew = image_speed(situation) * traverse if setup.shutter_type is Shutter.ELECTRONIC and not situation.subject.sky else 0.0
    shot = Shot(
        stage=drawn_on,
        above=situation.light.above,
        below=situation.light.below,
        kelvin=situation.light.kelvin,
        kind=situation.light.kind,
        distance_m=situation.distance_m,
        focal_mm=situation.focal_mm,
        width_mm=wide,
        height_mm=high,
        sensor=body.sensor.protected(setup.range.highlight_protection_stops),
        base_stops=base,
        aperture=aperture,
        time_s=time_s,
        iso_stops=exact_stops(Dial.ISO, setup.exposure.iso, body.per_stop),
        protection=setup.range.highlight_protection_stops,
        key_stops=key_ev - (2 * math.log2(aperture) - math.log2(time_s) - base),
        white_k=setup.facts["kelvin_set"],
        white_tint=setup.facts["tint_set"],
        shift=SHIFTS.get(str(situation.settings.get("white_shift")), 0.0),
        automatic=setup.white.mode.value if setup.white.mode.value in BY_BEHAVIOUR else "",
        focus_m=setup.focus.distance_m,
        traverse_s=traverse,
        skew_m=skew,
        flicker_hz=situation.flicker_hz,
        others=tuple(other.distance_m for other in situation.others),
        raw=setup.file is not File.RENDERED,
        seed=seed,
        taste=replace(taste, contrast=taste.contrast * MERGED[merge.strength]) if merge else taste,
        joined=setup.facts["merge_step_stops"] if merge else 0.0,
        flash=flashed_of(situation, setup, values),
        heavens=Heavens(situation.looking, situation.light.ev100) if situation.looking else None,
        **drawn,
    )
    if shot.heavens is not None and situation.subject.sky:
        shot = turned_under(shot, shot.heavens)
    return found(shot) if shot.automatic else shot


def turned_under(shot: Shot, heavens: Heavens) -> Shot:
    """The same shot with stars drawn as the sky of its place turns before this lens.

    >>> from craft.sky.overhead import Overhead
    >>> over = Heavens(Overhead(54.4, 0.6, "2027-06-12T22:40", 180.0), -8.0)
    >>> east = replace(over, over=replace(over.over, toward_deg=90.0))
    >>> night = replace(shot(), stage="stars", focal_mm=20.0, distance_m=12.0, time_s=10.0)
    >>> [round(turned_under(night, one).star_way[1], 1) + 0.0 for one in (over, east)]
    [0.0, -0.6]
    """
    x, y, z = axis_of(heavens, small_framing_of(shot))
    drawn_m = shot.focal_mm / 1000 * shot.time_s
    across = math.hypot(x, y)
    return replace(shot, star_m=across * drawn_m, turn_m=z * drawn_m, star_way=(y / across, -x / across) if across else STAR_WAY)


def laid_together(shot: Shot, series_s: float) -> Shot | None:
    """A series of this frame laid together by what is lighter: stars draw arcs through all of it, the rest is as in one; None where nobody said under which sky.

    >>> laid_together(shot(), 3600.0) is None
    True
    """
    if shot.heavens is None:
        return None
    return replace(shot, heavens=replace(shot.heavens, series_s=series_s, frame_s=shot.time_s), star_m=0.0, turn_m=0.0)


def flashed_of(situation: Situation, setup: Setup, values: Mapping[str, Value]) -> Flashed | None:
    """The flash of a setup as it is drawn.

    >>> flashed_of(situation(), advised(), {}) is None
    True
    """
    taken = setup.flash
    if taken is None:
        return None
    use, light = situation.flash, situation.light
    burst = Burst(
        taken.distance_m,
        situation.distance_m,
        bounced=taken.aim is FlashAim.BOUNCED,
        direct=taken.aim is FlashAim.DIRECT,
        kelvin=light.kelvin if use.gelled else FLASH_KELVIN,
    )
    return Flashed(
        taken.gives_stops + setup.facts["room_under_stops"],
        burst,
        taken.loss_stops > 0,
        values.get("flash_sync") == "second",
        taken.role is FlashRole.ALONE,
        beside=tuple((one.gives_stops - taken.gives_stops, _beside(one, situation)) for one in taken.further),
    )


def _beside(one: FurtherTaken, situation: Situation) -> Burst:
    """A further flash as it is drawn: what is behind is lit a step behind the subject, and nothing before that."""
    away, bounced = situation.distance_m, one.aim is FlashAim.BOUNCED
    if one.lights is FlashLights.SUBJECT:
        return Burst(one.distance_m, away, bounced, one.aim is FlashAim.DIRECT)
    return Burst(one.distance_m, away * BEHIND, bounced, False, beyond_m=away * BEHIND_FROM)


BEHIND_FROM, BEHIND = 1.15, 1.5
"""Distances of the subject from which something lies behind it, and at which a flash that lights that is turned at it (estimates)."""


def small_framing_of(shot: Shot) -> Framing:
    """A shot's scene as its lens frames it, small.

    >>> small_framing_of(shot()).stage.slug
    'regatta'
    """
    aspect = shot.width_mm / shot.height_mm
    return small_framing(shot.scene, shot.focal_mm * WIDE_MM / shot.width_mm, shot.distance_m, aspect, shot.heavens)


def found(shot: Shot, behaviour: str = "") -> Shot:
    """The same shot with the white that an automatic way finds on its scene; its own way unless another is given.

    >>> 4500 < found(shot(), "automatic").white_k < 7500
    True
    """
    behaviour = behaviour or shot.automatic
    if shot.own is not None:
        white = automatic_on_own(shot.own, shot.kind, shot.kelvin, behaviour)
    else:
        white = automatic_on_scene(small_framing_of(shot), shot.tuning, behaviour, round(shot.clip_above_key, 1))
    kelvin, tint = shifted(white, shot.shift)
    return replace(shot, white_k=kelvin, white_tint=tint, automatic=behaviour)


def _drawn(situation: Situation, time_s: float) -> dict[str, Any]:
    """Lengths drawn on the sensor in a time, in metres."""
    held = situation.carried_by is not Support.TRIPOD
    focal_m = situation.focal_mm / 1000
    shake = hand_speed(situation) * time_s if held else 0.0
    if situation.subject.sky:
        away = math.radians(situation.motion.declination_deg)
        stars, turn = (float(star_speed_m_s(focal_m, angle)) * time_s for angle in (away, math.pi / 2 - away))
        return {"shake_m": shake, "star_m": stars, "turn_m": turn}
    left = {AimMotion.PAN: PAN_RESIDUE, AimMotion.BLUR: 1.0}.get(situation.aim_motion, situation.followed)
    speed = image_speed(situation)
    turning = (1 - left) * situation.speed_m_s * math.sin(situation.angle_rad) / situation.distance_m
    return {
        "shake_m": shake,
        "body_m": left * speed * time_s,
        "limb_m": limb_speed(situation) * time_s,
        "pan_m": turning * focal_m * time_s,
    }


def exposed(shot: Shot, time_stops: float = 0.0, aperture_stops: float = 0.0, iso_stops: float = 0.0, lift: float = 0.0) -> Shot:
    """The same frame with its dials moved: stops shorter, stops narrower, stops of ISO, stops lifted afterwards.

    >>> exposed(shot(), time_stops=1.0).time_s * 2 == shot().time_s
    True
    """
    longer, flash = 2**-time_stops, shot.flash
    if flash is not None and not flash.pulsed:  # it does not ask how long the shutter is open
        flash = replace(flash, stops=flash.stops + time_stops)
    return replace(
        shot,
        flash=flash,
        time_s=shot.time_s * longer,
        aperture=shot.aperture * 2 ** (aperture_stops / 2),
        iso_stops=shot.iso_stops + iso_stops,
        key_stops=shot.key_stops - time_stops - aperture_stops,
        lift=shot.lift + lift,
        **{name: getattr(shot, name) * longer for name in ("shake_m", "body_m", "limb_m", "pan_m", "star_m", "turn_m")},
    )

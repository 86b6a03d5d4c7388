"""What a frame of the night sky holds: how stars are drawn by three schools, the sky they stand on, and how many frames a picture of the galaxy takes."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import cached_property

from craft.bracketing.series import GAP_S, Series, series_of
from craft.optics.trails import STRAIGHT, Drawn, Frame, drawn_by, trail_s
from craft.render.shot import Shot, shot_of, small_framing_of
from craft.scene.imaged import output_gain
from craft.scene.situation import Situation
from craft.sensor.starlight import Starlight, frames_for
from craft.setup.setup import Setup
from craft.sky.brightness import PLACES, Place, apart_deg, mag_of_ev, moonlit_mag
from craft.sky.night import Stands
from craft.sky.overhead import Wanderer, stands, wanderers
from craft.tones.heavens import axis_of, looks_by

SEEN_SNR = 5.0
"""A star is told from the noise at so many times it (the usual limit of detection)."""

WANTED_SNR = 100.0
"""Signal to noise at which the galaxy's band can be drawn out: its structure is a fifth of its light, and twenty to one of that is clean (an estimate)."""

TRACKED_S = 60.0
"""Seconds that a mount which follows the sky gives with short lenses, roughly aligned (practice)."""

USUAL_SERIES_MIN = 60.0
"""Minutes of a series of trails where nobody said: an hour draws fifteen degrees."""

WHOLE_STOPS = 8
"""ISOs that are laid side by side, whole stops from the base."""

FAINTEST = 20.0


@dataclass(frozen=True, slots=True)
class UnderMoon:
    """The sky where one looks with the moon in it: magnitudes of a square arc second, the moon, and how many degrees beside."""

    mag: float
    moon: Wanderer
    apart_deg: float


@dataclass(frozen=True, slots=True)
class AtIso:
    """The band's signal to noise at an ISO, the light the same."""

    iso: float
    snr: float


@dataclass(frozen=True)
class NightFrame:
    """A frame of the sky. sky_mag: magnitudes of a square arc second of what lies behind the stars; wanted: signal to noise that the band is to have; interval_s: from frame to frame, with the gap between; series: the setup's own, where it is one."""

    situation: Situation
    shot: Shot
    aperture: float
    sky_mag: float
    wanted: float
    interval_s: float
    series: Series | None = None

    @cached_property
    def frame(self) -> Frame:
        """What trails are told of."""
        shot = self.shot
        axis = STRAIGHT if shot.heavens is None else axis_of(shot.heavens, small_framing_of(shot))
        pitch_m = self.situation.body.sensor.pitch_m
        declination = math.radians(self.situation.motion.declination_deg)
        return Frame(shot.focal_mm / 1000, shot.width_mm / 2000, shot.height_mm / 2000, pitch_m, axis, declination)

    @cached_property
    def schools(self) -> tuple[Drawn, ...]:
        """Three schools of how long the shutter may be open."""
        return drawn_by(self.aperture, self.frame)

    def light(self, times: float = 1.0, trail_px: float | None = None, iso_stops: float | None = None) -> Starlight:
        """Its starlight; so many times as long with ISO as much lower, or at another ISO."""
        shot = self.shot
        taken = shot.taken(output_gain(self.situation))
        stops = math.log2(times)
        gain = taken.gain_stops - stops if iso_stops is None else iso_stops
        taken = replace(taken, key_stops=taken.key_stops + stops, gain_stops=max(gain, taken.base_stops), time_s=taken.time_s * times)
        trail = self.longest_px if trail_px is None else trail_px
        return Starlight(taken, self.situation.light.ev100, self.sky_mag, self.frame.focal_m, self.frame.pitch_m, trail)

    @property
    def middle_px(self) -> float:
        """Pixels that the shutter draws a star in the middle."""
        return self.frame.middle_px_s * self.shot.time_s

    @property
    def longest_px(self) -> float:
        """Pixels of the longest trail in the picture."""
        return self.frame.fastest_px_s * self.shot.time_s

    @property
    def frames(self) -> int:
        """Frames laid on each other until the band has what is wanted."""
        return frames_for(self.wanted, self.light().band_snr)

    @property
    def takes(self) -> Series:
        """What those frames take: hours, with the gaps between them, cards and batteries in mild air."""
        return series_of(self.situation, self.frames, self.interval_s)

    @property
    def minutes(self) -> float:
        """How long they take."""
        return 60 * self.takes.hours

    @property
    def tracked_minutes(self) -> float:
        """How long it takes on a mount that follows the sky, in frames of a minute."""
        one = self.light(TRACKED_S / self.shot.time_s, 0.0).band_snr
        return frames_for(self.wanted, one) * (TRACKED_S + GAP_S) / 60

    def series_minutes(self, minutes: float | None) -> float:
        """How long a series of trails is: as asked, as the setup's own is, else an hour."""
        return minutes or (60 * self.series.hours if self.series else USUAL_SERIES_MIN)

    def frames_in(self, minutes: float) -> int:
        """Frames of a series of so many minutes, with the gaps between them."""
        return max(1, math.ceil(minutes * 60 / self.interval_s - 1e-6))

    def faintest(self, frames: int = 1) -> float:
        """Magnitude of the faintest star that is told from the noise, of so many frames laid on each other: found by halving."""
        light, low, high = self.light(), -5.0, FAINTEST
        for _ in range(30):
            middle = (low + high) / 2
            seen = light.star_snr(middle) * math.sqrt(frames) >= SEEN_SNR
            low, high = (middle, high) if seen else (low, middle)
        return low

    @property
    def isos(self) -> tuple[AtIso, ...]:
        """What ISO alone does to the band, time and aperture kept: nothing beyond the sensor's second gain, while its highlights go."""
        body, base = self.situation.body, self.shot.base_stops
        stops = [k for k in range(WHOLE_STOPS) if body.base_iso * 2**k <= body.max_iso]
        return tuple(AtIso(body.base_iso * 2.0**k, self.light(iso_stops=base + k).band_snr) for k in stops)

    @property
    def like(self) -> Place:
        """The kind of place that has such a sky without a moon."""
        return min(PLACES, key=lambda place: abs(place.mag - self.sky_mag))

    @cached_property
    def looks(self) -> Stands | None:
        """Where the middle of the picture looks; None where nobody said where and when."""
        heavens = self.shot.heavens
        if heavens is None:
            return None
        return stands(looks_by(heavens, small_framing_of(self.shot)).axes[2])

    def under_moon(self, dark_mag: float) -> UnderMoon | None:
        """The sky where one looks as the moon lights it, over a place that is so dark without it; None where it is not up or nobody knows."""
        if self.looks is None or self.situation.looking is None:
            return None
        moon = wanderers(self.situation.looking)[0]
        if moon.at.height_deg <= 0:
            return None
        return UnderMoon(moonlit_mag(dark_mag, self.looks, moon.at, moon.elongation_deg), moon, apart_deg(self.looks, moon.at))


def in_a_line(found: NightFrame) -> str:
    """What a card has of it: the arcs of a series of trails; else how long stars are points here, and how many frames the band takes.

    >>> from craft.vocabulary.terms import Genre
    >>> dark = dict(genre=Genre.NIGHT_SKY, subject_slug="galaxy", light=Light(-8.0))
    >>> in_a_line(night_frame(situation(**dark), advised(**dark)))
    "Stars are points to 4.3 s at 100 %, drawn 7 pixels as it is set; the galaxy's band takes 23 frames, 6 min."
    """
    if found.series:
        minutes = found.series_minutes(None)
        return f"{found.frames_in(minutes)} frames in {minutes:.0f} min draw arcs of {minutes * 60 / trail_s(1.0):.0f}°."
    *_, pixels = found.schools
    frames = "one frame" if found.frames == 1 else f"{found.frames} frames, {found.minutes:.0f} min"
    return f"Stars are points to {pixels.time_s:.1f} s at 100 %, drawn {found.longest_px:.0f} pixels as it is set; the galaxy's band takes {frames}."


def night_frame(situation: Situation, setup: Setup, wanted: float = WANTED_SNR) -> NightFrame | None:
    """What a frame of a setup holds of the sky, as bright as the situation's light has it; None where it is not the sky, or too light for stars.

    >>> night_frame(situation(), advised()) is None
    True
    """
    if not situation.subject.sky or situation.light.ev100 >= TWILIGHT_EV:
        return None
    shot = shot_of(situation, setup)
    interval_s = setup.series.interval_s if setup.series else setup.exposure.shutter_s + GAP_S
    return NightFrame(situation, shot, shot.aperture, mag_of_ev(situation.light.ev100), wanted, interval_s, setup.series)


TWILIGHT_EV = 0.0
"""From here on it is dusk: nothing of the band is left."""

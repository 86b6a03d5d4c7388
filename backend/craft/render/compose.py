"""Light on the sensor: the planes of a stage far to near, out of focus and smeared as this lens and time draw them."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import cv2
import numpy as np

from craft.kept import kept
from craft.optics.sharpness import defocus_disc_m, diffraction_sigma_m, magnification
from craft.optics.trails import star_motion
from craft.render.blur import defocused, smeared, softened
from craft.render.looks import AS_USUAL
from craft.render.shot import Shot
from craft.sensor.noise import GLARE_SHARE
from craft.stage.colour import Pixels
from craft.stage.stage import Moves
from craft.tones.boxes import Box, Tuning, boxes_of, lay, within
from craft.tones.burst import Burst
from craft.tones.framing import WIDE_MM, Framing, View, kept_by_lens
from craft.tones.own import OwnLight, lit
from craft.tones.painted import planes_of

LONGEST_SMEAR = 0.6
"""A smear longer than this share of the frame is drawn so long: what is left of a shape is even by then."""

WIDEST_DISC = 0.25
"""A disc out of focus wider than this share of the frame is drawn so wide."""

MARGIN_PX = 96
"""Pixels about the frame that are drawn at most, so that blurs have something to take in."""

FAR_M = 1e7
"""A distance that is as good as none, in metres."""

LIMB_WAY = (0.45, 0.89)
"""Limbs swing more up and down than along; a unit length."""

GOLDEN = (math.sqrt(5) - 1) / 2
"""Steps of this share fill a range evenly, however many there are."""

SHAKE_WAY_RAD = 2.4
"""How much of a turn the way of the hand's movement differs from seed to seed (the golden angle, so that neighbours differ)."""


def framing_of(shot: Shot, view: View) -> Framing:
    """Where the camera stands; focal length in 36 mm terms by the width of the frame.

    >>> framing_of(shot(), VIEW).view == VIEW
    True
    """
    aspect = shot.width_mm / shot.height_mm
    return Framing(shot.scene, shot.focal_mm * 36 / shot.width_mm, shot.distance_m, aspect, view, shot.others, shot.heavens)


def _moves(shot: Shot, box: Box, px_per_m: float) -> tuple[float, float]:
    """Across and down, in pixels, what a plane draws while the shutter is open."""
    pan = -shot.pan_m
    # who moves as the subject does, nearer or farther, draws so much more or less
    near_by = shot.distance_m / max(box.at + shot.distance_m - shot.scene.distance_m, 0.5)
    if box.moves is Moves.BODY:
        across, down = near_by * shot.body_m, 0.0
    elif box.moves is Moves.LIMB:
        across, down = near_by * (shot.body_m + LIMB_WAY[0] * shot.limb_m), near_by * LIMB_WAY[1] * shot.limb_m
    elif box.moves is Moves.SKY:
        across, down = (0.0, 0.0)  # each place has its own way
    else:
        across, down = pan, 0.0
        if box.moves is Moves.WIND:
            near = magnification(shot.focal_mm / 1000, max(box.at + shot.distance_m - shot.scene.distance_m, 0.5))
            across += float(near) * box.speed_m_s[0] * shot.time_s
            down += float(near) * box.speed_m_s[1] * shot.time_s
    return across * px_per_m, down * px_per_m


MOST_TAPS = 8
"""Pixels of a trail at most that are looked at place by place."""


def sky_moves(shot: Shot, view: View, x: Pixels, y: Pixels) -> tuple[Pixels, Pixels]:
    """Across and down, in pixels, what the sky draws at places of a picture, in its pixels: longer the farther from the axis.

    The part of the sky's turn across the view goes the way of `Shot.star_way` in the middle, the part along it turns about the middle.

    >>> [round(float(d[0]), 2) for d in sky_moves(replace(shot(), star_m=1e-4), VIEW, np.array([12.0]), np.array([8.0]))]
    [0.07, 0.01]
    """
    px_per_m, focal_px = view.frame_px / (shot.width_mm / 1000), shot.focal_mm / shot.width_mm * view.frame_px
    u = (x + view.left - view.frame_px / 2) / focal_px
    v = (y + view.top - view.frame_px * shot.height_mm / shot.width_mm / 2) / focal_px
    straight, turned = shot.star_m * px_per_m, shot.turn_m * px_per_m
    across, down = star_motion((-straight * shot.star_way[1], straight * shot.star_way[0], turned), u, v)
    return np.asarray(across, np.float32), np.asarray(down, np.float32)


def _turning(pixels: Pixels, left: int, top: int, shot: Shot, view: View) -> Pixels:
    """A piece of sky drawn out as it turns, each place along its own way."""
    height, width = pixels.shape[:2]
    x, y = np.meshgrid(np.arange(width, dtype=np.float32), np.arange(height, dtype=np.float32))
    across, down = sky_moves(shot, view, x + np.float32(left), y + np.float32(top))
    lengths = np.hypot(across[:: max(1, height - 1)], down[:: max(1, height - 1)])
    most = float(lengths.max())
    if most < ALIKE_PX:
        return pixels
    share = min(1.0, LONGEST_SMEAR * view.frame_px / most)
    # a short part of the way is looked at place by place; each doubling lays what there is beside itself, and makes it twice as long
    doublings = max(0, math.ceil(math.log2(most * share / MOST_TAPS)))
    part = share / 2**doublings
    taps = math.ceil(most * part) + 1

    def seen(pixels: Pixels, at: float) -> Pixels:
        x0, y0 = x - np.float32(at) * across, y - np.float32(at) * down
        return np.asarray(cv2.remap(pixels, x0, y0, cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE), np.float32)

    out = np.zeros_like(pixels)
    for along in (np.arange(taps) + 0.5) / taps - 0.5:
        cv2.scaleAdd(seen(pixels, float(along) * part), 1 / taps, out, dst=out)
    for k in range(doublings):
        away = part * 2**k / 2
        out = np.asarray(cv2.addWeighted(seen(out, away), 0.5, seen(out, -away), 0.5, 0), np.float32)
    return out


def _capped(across: float, down: float, most: float) -> tuple[float, float]:
    length = math.hypot(across, down)
    share = min(1.0, most / length) if length else 1.0
    return across * share, down * share


def _sheared(pixels: Pixels, over_frame: float, frame_height: float) -> tuple[Pixels, int]:
    """A moving shape as lines read one after the other draw it: each a little later, so a little farther; and its growth at each side.

    over_frame : pixels that the shape moves while the whole frame is read.
    """
    height, width = pixels.shape[:2]
    tilt = over_frame / frame_height
    grew = math.ceil(abs(tilt) * height / 2)
    turn = np.array(((1.0, tilt, grew - tilt * height / 2), (0.0, 1.0, 0.0)))
    return np.asarray(cv2.warpAffine(pixels, turn, (width + 2 * grew, height), borderMode=cv2.BORDER_CONSTANT), np.float32), grew


ALIKE_PX = 0.6
"""Ways that differ by less than so many pixels are one way."""


class _Ground:
    """Planes laid far to near; neighbours that move alike are laid together and drawn out once, as one thing that moves."""

    def __init__(self, view: View, margin: int) -> None:
        self.light = np.zeros((view.height, view.width, 3), np.float32)
        self.margin = margin
        self.shape = (view.height + 2 * margin, view.width + 2 * margin, 4)
        self.together: Pixels | None = None
        self.reach: list[tuple[int, int, int, int]] = []
        self.way = (0.0, 0.0)

    def lay(self, pixels: Pixels, left: int, top: int, way: tuple[float, float]) -> None:
        """Lay one plane, which is to be drawn out by a way across and down."""
        if math.hypot(way[0] - self.way[0], way[1] - self.way[1]) > ALIKE_PX:
            self.settle()
            self.way = way
        if math.hypot(*self.way) < ALIKE_PX:
            lay(self.light, pixels, left, top)
            return
        if self.together is None:
            self.together = np.zeros(self.shape, np.float32)
        left, top = left + self.margin, top + self.margin
        lay(self.together, pixels, left, top)
        self.reach.append((left, top, left + pixels.shape[1], top + pixels.shape[0]))

    def settle(self) -> None:
        """Draw out what has been laid together, and lay it."""
        if self.together is not None:
            past = math.ceil(max(map(abs, self.way))) + 2
            left, top = (max(0, min(ends) - past) for ends in list(zip(*self.reach, strict=True))[:2])
            right, bottom = (max(ends) + past for ends in list(zip(*self.reach, strict=True))[2:])
            drawn, _ = smeared(self.together[top:bottom, left:right], *self.way, edge=cv2.BORDER_REPLICATE)
            lay(self.light, drawn, left - self.margin, top - self.margin)
            self.together, self.reach = None, []


@kept
def _on_sensor(shot: Shot, view: View, sharp: bool) -> Pixels:
    if shot.own is not None:
        out = _photographed(shot.own, shot, view) if sharp else _refocused(shot.own, shot, view)
        return out if sharp else _held(out, shot, view)
    framing = framing_of(shot, view)
    if sharp:
        out = np.zeros((view.height, view.width, 3), np.float32)
        for box in boxes_of(framing, shot.tuning, 0):
            lay(out, box.pixels, box.left, box.top)
        return out
    out = _held(_through_the_lens(shot, view, framing, shot.tuning), shot, view)
    if shot.flash is not None:
        for stops, burst in ((0.0, shot.flash.burst), *shot.flash.beside):
            out += _flashed(shot, burst, view, framing) * np.float32(2.0 ** (shot.flash.stops + stops))
    out = _veiled(out, view, shot)
    return np.asarray(cv2.multiply(out, _falloff(view, shot), dst=out), np.float32)


STILL: dict[str, Any] = dict.fromkeys(("body_m", "limb_m", "pan_m", "star_m", "turn_m", "skew_m", "shake_m"), 0.0)

OVER_LENS_M, ACROSS_M = 0.12, 0.02
"""How much higher than the lens a flash on a camera sits, and half its width: what its shadow falls beside and how soft its edge is (as
shoes and heads are built)."""

DEEP = 0.85
"""How much of its light a shadow takes: the rest comes back from what is about."""


def _flashed(shot: Shot, burst: Burst, view: View, framing: Framing) -> Pixels:
    """What a flash alone lights: an instant, so that nothing is smeared, at the start or the end of what the shutter draws."""
    tuning = replace(shot.tuning, burst=burst)
    instant = _through_the_lens(replace(shot, **STILL), view, framing, tuning, shot)
    return _held(instant, replace(shot, shake_m=0.0), view)


def _shaded(boxes: tuple[Box, ...], shot: Shot, view: View, framing: Framing, burst: Burst) -> list[Box]:
    """Planes with the shadow that the subject throws on what is behind it, where the flash sits by the lens."""
    out: list[Box] = []
    thrown = [box for box in boxes if abs(framing.distance(box.at) - shot.distance_m) < 0.25 * shot.distance_m and math.isfinite(box.at)]
    if not burst.direct or burst.from_m < burst.away_m or not thrown:
        return list(boxes)
    cover = np.zeros((view.height, view.width), np.float32)
    for box in thrown:
        left, top = max(0, box.left), max(0, box.top)
        there = box.pixels[top - box.top : max(0, view.height - box.top), left - box.left : max(0, view.width - box.left), 3]
        under = cover[top : top + there.shape[0], left : left + there.shape[1]]
        np.maximum(under, there, out=under)
    focal_px = shot.focal_mm / shot.width_mm * view.frame_px
    for box in boxes:
        away = framing.distance(box.at)
        apart = 1 / shot.distance_m - (0.0 if math.isinf(away) else 1 / away)
        if box in thrown or apart <= 0:
            out.append(box)
            continue
        turn = np.array(((1.0, 0.0, -box.left), (0.0, 1.0, focal_px * OVER_LENS_M * apart - box.top)))
        size = (box.pixels.shape[1], box.pixels.shape[0])
        shade = cv2.warpAffine(cover, turn, size)
        shade = cv2.GaussianBlur(shade, (0, 0), max(0.6, focal_px * ACROSS_M * apart))
        pixels = box.pixels.copy()
        pixels[..., :3] *= (1 - np.float32(DEEP) * shade)[..., None]
        out.append(replace(box, pixels=pixels))
    return out


def _leant(box: Box, shot: Shot, px_per_m: float, most: float) -> tuple[int, int]:
    """How far from the middle of its way a plane stands when a flash fires, in pixels: at its start, or at its end."""
    if shot.flash is None or box.moves not in (Moves.BODY, Moves.LIMB):
        return 0, 0
    across, down = _capped(*_moves(shot, box, px_per_m), most)
    side = 0.5 if shot.flash.at_end else -0.5
    return round(side * across), round(side * down)


def _through_the_lens(shot: Shot, view: View, framing: Framing, tuning: Tuning, moving: Shot | None = None) -> Pixels:
    """The planes of a scene out of focus and smeared, each as it is; moving: the frame in which these are an instant."""
    px_per_m = view.frame_px / (shot.width_mm / 1000)
    drawn = min(MARGIN_PX, math.ceil(0.1 * view.frame_px))
    boxes = boxes_of(framing, tuning, drawn)
    if tuning.burst is not None:
        boxes = tuple(_shaded(boxes, shot, view, framing, tuning.burst))
    if moving is not None:
        leans = [_leant(box, moving, px_per_m, LONGEST_SMEAR * view.frame_px) for box in boxes]
        boxes = tuple(replace(box, left=box.left + x, top=box.top + y) for box, (x, y) in zip(boxes, leans, strict=True))
    discs = [_disc_px(shot, framing, box, px_per_m) for box in boxes]
    ways = [_capped(*_moves(shot, box, px_per_m), LONGEST_SMEAR * view.frame_px) for box in boxes]
    trail = 2 * math.hypot(shot.star_m, shot.turn_m) * px_per_m
    reach = max((disc + math.hypot(*way) for disc, way in zip(discs, ways, strict=True)), default=0.0) + trail
    margin = min(drawn, math.ceil(reach) + 4)
    ground = _Ground(view, margin)
    for whole, disc, way in zip(boxes, discs, ways, strict=True):
        box = within(whole, view.width, view.height, margin)
        if not box.pixels.size:
            continue
        pixels, grew = defocused(box.pixels, disc)
        left, top = box.left - grew, box.top - grew
        if box.moves is Moves.SKY:
            pixels = _turning(pixels, left, top, shot, view)
        if box.moves in (Moves.BODY, Moves.LIMB):
            pixels, grew = smeared(pixels, *way)
            left, top, way = left - grew, top - grew, (0.0, 0.0)
            if shot.skew_m:
                pixels, grew = _sheared(pixels, shot.skew_m * px_per_m, view.frame_px * shot.height_mm / shot.width_mm)
                left -= grew
        ground.lay(pixels, left, top, way)
    ground.settle()
    return ground.light


def _disc_px(shot: Shot, framing: Framing, box: Box, px_per_m: float) -> float:
    """Diameter of a plane's disc out of focus, in pixels."""
    away = min(framing.distance(box.at), FAR_M)
    disc = float(defocus_disc_m(shot.focal_mm / 1000, shot.aperture, shot.focus_m, away)) * px_per_m
    return min(disc, WIDEST_DISC * framing.view.frame_px)


def shake_of(shot: Shot) -> float:
    """How far the hand draws this frame, in metres on the sensor: frames vary as a Rayleigh distribution does, of which `shot.shake_m` is the
    root of the mean square.

    The first seed has the median, so that one frame alone is neither lucky nor unlucky; further ones lie evenly over all chances.

    >>> round(shake_of(replace(shot(), shake_m=1.0)), 3), shake_of(replace(shot(), shake_m=0.0))
    (0.833, 0.0)
    """
    chance = (0.5 + (shot.seed - 1) * GOLDEN) % 1.0
    return shot.shake_m * math.sqrt(-math.log(1 - chance))


def _held(light: Pixels, shot: Shot, view: View) -> Pixels:
    """Light smeared as the camera is held, and softened by the aperture."""
    px_per_m, turn = view.frame_px / (shot.width_mm / 1000), SHAKE_WAY_RAD * shot.seed
    mag = float(magnification(shot.focal_mm / 1000, shot.focus_m))
    length = shake_of(shot) * px_per_m
    way = math.cos(turn) * length, math.sin(turn) * length
    out, _ = smeared(light, *_capped(*way, LONGEST_SMEAR * view.frame_px), edge=cv2.BORDER_REPLICATE)
    return softened(out, float(diffraction_sigma_m(shot.aperture, mag)) * px_per_m)


def _looked_at(source: Pixels, view: View) -> Pixels:
    """The part of a picture that is looked at; its edges are taken to go on."""
    scale = source.shape[1] / view.frame_px
    turn = np.array(((scale, 0.0, (view.left + 0.5) * scale - 0.5), (0.0, scale, (view.top + 0.5) * scale - 0.5)))
    if scale > 1:  # each pixel that is shown is the mean of those under it
        high = max(1, round(source.shape[0] / scale))
        source = np.asarray(cv2.resize(source, (max(1, round(view.frame_px)), high), interpolation=cv2.INTER_AREA), np.float32)
        turn = np.array(((1.0, 0.0, view.left), (0.0, 1.0, view.top)))
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    drawn = cv2.warpAffine(source, turn, (view.width, view.height), flags=flags, borderMode=cv2.BORDER_REPLICATE)
    return np.asarray(drawn, np.float32)


def _photographed(own: OwnLight, shot: Shot, view: View) -> Pixels:
    """A picture of one's own in the situation's light. What its lens did to it stays as it was."""
    return lit(_looked_at(own.pixels, view), shot.kind, shot.kelvin)


def _refocused(own: OwnLight, shot: Shot, view: View) -> Pixels:
    """The same, with the planes that were painted at distances of their own as far out of focus as this lens draws them."""
    if not own.planes:
        return _photographed(own, shot, view)
    px_per_m, most = view.frame_px / (shot.width_mm / 1000), 0.25 * view.frame_px
    planes = planes_of(own, shot.distance_m)
    discs = [float(defocus_disc_m(shot.focal_mm / 1000, shot.aperture, shot.focus_m, min(at, FAR_M))) * px_per_m for at, _ in planes]
    pad = math.ceil(min(max(discs), most)) + 4  # wide discs are drawn at a part of the scale, which carries edges farther
    wider = replace(view, width=view.width + 2 * pad, height=view.height + 2 * pad, left=view.left - pad, top=view.top - pad)
    out = np.zeros((view.height, view.width, 3), np.float32)
    for (_, plane), disc_px in zip(planes, discs, strict=True):
        pixels, grew = defocused(_looked_at(plane, wider), min(disc_px, most))
        lay(out, pixels, -pad - grew, -pad - grew)
    return lit(out, shot.kind, shot.kelvin)


def _veiled(light: Pixels, view: View, shot: Shot) -> Pixels:
    """Stray light of the lens: half of it about bright places, half over the whole frame ([iso9358] measures the sum)."""
    reach = 0.06 * view.frame_px
    part = max(1, view.width // 120, int(reach / 8))
    small = cv2.resize(light, (max(1, view.width // part), max(1, view.height // part)), interpolation=cv2.INTER_AREA)
    strayed = cv2.GaussianBlur(small, (0, 0), max(1.0, reach / part)) + small.mean((0, 1))
    share = GLARE_SHARE / 2
    return np.asarray(cv2.addWeighted(light, 1 - 2 * share, cv2.resize(strayed, (view.width, view.height)), share, 0), np.float32)


def _falloff(view: View, shot: Shot) -> Pixels:
    """What the lens keeps of each channel towards the corners."""
    kept = kept_by_lens(view, shot.width_mm / shot.height_mm, shot.focal_mm * WIDE_MM / shot.width_mm)
    return np.asarray(cv2.merge([kept] * 3), np.float32)


def _optical(shot: Shot) -> Shot:
    """A shot without what only the sensor feels, so that frames that differ in ISO share their light."""
    plain: dict[str, Any] = {"iso_stops": 0.0, "protection": 0.0, "key_stops": 0.0, "lift": 0.0, "flicker_hz": 0.0, "traverse_s": 0.0}
    return replace(shot, white_k=5500.0, white_tint=0.0, raw=True, of_set=(), taste=AS_USUAL, **plain)


def on_sensor(shot: Shot, view: View) -> Pixels:
    """Light on the sensor, (h, w, 3), the key tone 1: blurred, smeared, veiled, falling off towards the corners.

    >>> on_sensor(shot(), VIEW).shape
    (16, 24, 3)
    """
    return _on_sensor(_optical(shot), view, False)


def as_it_is(shot: Shot, view: View) -> Pixels:
    """The same picture with no camera in it: all of it sharp and still.

    >>> as_it_is(shot(), VIEW).shape
    (16, 24, 3)
    """
    return _on_sensor(_optical(shot), view, True)

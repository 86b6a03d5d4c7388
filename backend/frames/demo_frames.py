"""Frames of the demo day, as somebody would bring them back: simulated, along a light that is made up here."""

from __future__ import annotations

import datetime as dt
import hashlib
import math
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

import cv2
import numpy as np
from django.contrib.auth.models import User
from django.db import transaction
from scipy.special import expit

from craft.render.picture import Look, picture
from craft.render.shot import Shot, exposed, shot_of
from craft.review.measured import LINEAR, SMALL_PX, Levels, measured_file
from craft.setup.setup import Level
from craft.white.colorimetry import xyz_of
from craft.white.screen import XYZ_TO_RGB, encoded
from craft.white.spectra import black_body
from demo.kit import BODIES
from forms.kit_form import BodyForm
from frames.day import AUTOMATIC, SET
from frames.kept import FINE, SMALL, balance_fields, blur_fields, kept_as
from frames.models import FinePiece, Frame, SmallPicture
from images.detail import detail_of
from images.values import Detail
from outings.models import Outing
from outings.reading import Kit
from outings.setups import Made, made_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Shooting:
    """Frames of one picture. light: stops of light over that of the plan, at the quarters of the time; bumped: from which frame to which the ISO wheel stood elsewhere, and by how many stops;
    keeps: share that is kept where it is easy; half_at: ISO at which half of that is; quicker: stops by which the hand takes a shorter time from half way on; warmer: mireds by which all of it
    comes out warmer at the end than at the beginning; second: the body in the other hand, which takes the first of every burst too."""

    title: str
    frames: int
    begins_min: float
    lasts_min: float
    light: tuple[float, ...]
    bumped: tuple[int, int, float] = (0, 0, 0.0)
    keeps: float
    half_at: float
    quicker: float = 0.0
    warmer: float = 0.0
    second: str = ""


SHOOTINGS = (
    Shooting(
        title="Terns over the bar",
        frames=160,
        begins_min=4,
        lasts_min=62,
        light=(0.0, 0.5, -0.8, -1.6, -0.4),
        bumped=(52, 61, 5.0),
        keeps=0.4,
        half_at=2500,
    ),
    Shooting(
        title="Sprint heats off the quay",
        frames=240,
        begins_min=3,
        lasts_min=88,
        light=(0.3, -0.6, -2.6, -4.0, -1.2),
        keeps=0.75,
        half_at=2200,
        quicker=1.0,
        warmer=16.0,
        second="merrow-glass-36",
    ),
)
SECOND_BRIGHTER, SECOND_WARMER = 0.4, 9.0
"""How much brighter the other body's frames come out with the same dials, in stops, and how much warmer, in mireds: makers differ."""

SWAY_MIRED = 2.5
"""How much white that a body finds by itself sways from frame to frame, a standard deviation."""

DAYLIGHT_MIRED, MIRED_STEP = 1e6 / 6504, 2.0
"""White of a screen, and steps of white in which frames are drawn: those within one are drawn once."""
STEP = 1 / 3
STEEP = 1.3
"""How much less is kept with each stop of ISO about there, in log odds."""


@dataclass(frozen=True, slots=True)
class Hand:
    """What came of one press. shake_px: length of the smear of the hand; off: distance that was focused on, of that of the subject."""

    shake_px: float = 0.8
    off: float = 1.0


HANDS = (Hand(), Hand(off=0.97), Hand(1.5), Hand(11.0))
"""Pictures that are rendered of each shooting: frames share them, as drawing each would take a minute."""

PIECE_PX = 720
"""Pixels across the piece in the middle that is rendered pixel by pixel, to be measured."""


@dataclass(frozen=True, slots=True)
class Drawn:
    """A frame as it is drawn: its small picture, and the piece where it is sharpest."""

    levels: Levels
    fine: Detail


def add_demo_frames(person: User) -> int:
    """Bring the demo frames to a demo person's day; how many there are."""
    outing = Outing.objects.filter(person=person).earliest("pk")
    made = {one.title: one for one in made_of(outing, Kit(person))[0]}
    with transaction.atomic():
        outing.came.all().delete()
        return sum(_shoot(outing, made[one.title], one) for one in SHOOTINGS if one.title in made)


def _row(made: Made, ev100: float) -> Level:
    return min(made.setup.ladder, key=lambda level: abs(level.ev100 - ev100))


def _taken(made: Made, plan: Shooting) -> Iterator[tuple[float, float, float, float, float]]:
    """Minutes into the picture, time, aperture and ISO of each frame, and stops by which it came out brighter than it was wanted."""
    lots = np.random.default_rng(len(plan.title))
    bursts = np.sort(lots.uniform(0, 1, plan.frames // 8))
    for k in range(plan.frames):
        at = bursts[min(k // 8, len(bursts) - 1)] + (k % 8) / 8 / 60 / plan.lasts_min
        light = float(np.interp(at, np.linspace(0, 1, len(plan.light)), plan.light))
        level = _row(made, made.situation.light.ev100 + round(light / STEP) * STEP)
        time_s, iso, brighter = level.shutter_s, level.iso, 0.0
        if plan.quicker and at > 0.5:
            time_s, iso = time_s / 2**plan.quicker, iso * 2**plan.quicker
        if plan.bumped[0] <= k < plan.bumped[1]:
            iso, brighter = iso * 2 ** plan.bumped[2], plan.bumped[2]
        yield plan.begins_min + at * plan.lasts_min, time_s, level.aperture, iso, brighter


def _rendered(made: Made, brighter: float, seed: int, hand: Hand) -> Drawn:
    shot: Shot = exposed(shot_of(made.situation, made.setup, seed=seed), iso_stops=brighter)
    pixel_m = shot.width_mm / 1000 / shot.used_pixels
    shot = replace(shot, shake_m=hand.shake_px * pixel_m, focus_m=shot.focus_m * hand.off)
    small = picture(shot, Look.FINDER, SMALL_PX, marks=False)
    share = PIECE_PX / shot.used_pixels
    centre = _finest(small, share)
    piece = detail_of(picture(shot, Look.FINDER, PIECE_PX, centre=centre, part=share, marks=False))
    left, top, wide, high = (part * share for part in piece.place)
    return Drawn(small, replace(piece, place=(centre[0] - share / 2 + left, centre[1] - share / 2 + top, wide, high)))


def _finest(levels: Levels, share: float) -> tuple[float, float]:
    """Where most of a small picture is fine, as shares of it, so far from its border as half of a piece."""
    fine = cv2.blur(np.abs(cv2.Laplacian(cv2.cvtColor(levels, cv2.COLOR_RGB2GRAY), cv2.CV_32F)), (31, 31))
    high, wide = fine.shape
    row, column = np.unravel_index(int(fine.argmax()), fine.shape)
    x, y = (min(max(share / 2, at), 1 - share / 2) for at in (column / wide, row / high))
    return float(x), float(y)


def _in_white(levels: Levels, stops: float, mired: float) -> Levels:
    """A finished file as it comes out brighter and warmer by so much."""
    xyz = [xyz_of(black_body(1e6 / (DAYLIGHT_MIRED + more))) for more in (0.0, mired)]
    here, there = (XYZ_TO_RGB @ one / one[1] for one in xyz)
    light = np.clip(LINEAR[levels] * (there / here * 2**stops).astype(np.float32), 0, 1)
    return np.asarray(np.round(255 * encoded(light)), np.uint8)


@dataclass
class _Drawer:
    """Frames of a picture as they are drawn: those alike are drawn once."""

    made: Made
    rendered: dict[tuple[float, int], Drawn] = field(default_factory=dict)
    shown: dict[tuple[float, ...], Drawn] = field(default_factory=dict)

    def drawn(self, brighter: float, hand: int, stops: float, mired: float) -> Drawn:
        """A frame that was given so much more light, that comes out brighter and warmer by so much more."""
        mired = MIRED_STEP * round(mired / MIRED_STEP)
        key = brighter, hand, stops, mired
        if key not in self.shown:
            if (brighter, hand) not in self.rendered:
                self.rendered[brighter, hand] = _rendered(self.made, brighter, hand + 1, HANDS[hand])
            one = self.rendered[brighter, hand]
            fine = replace(one.fine, levels=_in_white(one.fine.levels, stops, mired))
            self.shown[key] = Drawn(_in_white(one.levels, stops, mired), fine)
        return self.shown[key]


def _shoot(outing: Outing, made: Made, plan: Shooting) -> int:
    lots, whites = np.random.default_rng(plan.frames), np.random.default_rng(plan.frames + 1)
    drawer = _Drawer(made)
    midnight = dt.datetime.combine(outing.day, dt.time(), dt.UTC)
    rows: list[Frame] = []
    shown: list[Drawn] = []
    body = made.situation.body
    by_body = made.setup.white.mode.by_body or bool(plan.warmer)
    second = BodyForm(**BODIES[plan.second]).value(plan.second) if plan.second else None
    for k, (minutes, time_s, aperture, iso, brighter) in enumerate(_taken(made, plan)):
        going = (minutes - plan.begins_min) / plan.lasts_min
        mired = plan.warmer * (going - 0.5) + float(whites.normal(0, SWAY_MIRED)) * by_body
        chance = 0.0 if brighter else plan.keeps * expit(STEEP * math.log2(plan.half_at / iso))
        kept, sway = bool(lots.random() < chance), float(lots.normal(0, 0.12))
        taken = midnight + dt.timedelta(minutes=made.begins + minutes)
        dials = {"shutter_s": time_s, "aperture": aperture, "iso": iso}
        for other, by in ((False, body), (True, second)):
            if by is None or (other and k % 8):
                continue
            own = (SECOND_BRIGHTER, SECOND_WARMER) if other else (0.0, 0.0)
            drawn = drawer.drawn(brighter, k % len(HANDS), own[0], mired + own[1])
            found = measured_file(drawn.levels)
            rows.append(
                Frame(
                    outing=outing,
                    situation_id=made.pk if other else None,  # by its hour it would belong to a picture that was planned for it
                    digest=hashlib.sha256(f"{plan.title} {k} {other}".encode()).hexdigest(),
                    name=f"{'TSG' if other else 'TSW'}_{4000 + len(plan.title) * 10 + k:04d}.JPG",
                    kind="finished",
                    body=by.name,
                    lens=made.situation.lens.name,
                    taken=taken + dt.timedelta(seconds=0.4 * other),
                    zone_min=outing.utc_offset_min,
                    **dials,
                    focal_mm=made.situation.focal_mm,
                    distance_m=made.situation.distance_m,
                    mode=made.setup.exposure.mode.value,
                    white=AUTOMATIC if by_body else SET,
                    wide=by.sensor.pixels_wide,
                    high=by.sensor.pixels_high,
                    kept=None if other else kept,
                    mean_stops=found.mean_stops + sway,
                    burnt=found.burnt,
                    full=list(found.full),
                    **blur_fields(drawn.fine),
                    **balance_fields(None if found.balance is None else (found.balance.red, found.balance.blue)),
                )
            )
            shown.append(drawn)
    files = {id(one): (kept_as(one.levels, SMALL), kept_as(one.fine.levels, FINE)) for one in drawer.shown.values()}
    made_rows = Frame.objects.bulk_create(rows)
    came = list(zip(made_rows, shown, strict=True))
    SmallPicture.objects.bulk_create(SmallPicture(frame=row, data=files[id(one)][0]) for row, one in came)
    FinePiece.objects.bulk_create(
        FinePiece(frame=row, data=files[id(one)][1], place=list(one.fine.place), times=one.fine.times) for row, one in came
    )
    return len(made_rows)

"""A body's sensor measured: raws of even light and of none, kept as their middles, and of a lamp that pulses, kept as their lines, until they tell."""

from __future__ import annotations

import zlib
from collections.abc import Iterable

import numpy as np
from django.db import transaction

from craft.errors import CraftError
from craft.review.bands import MOST_FRAMES, Banded, banded, wrong_with_lines
from craft.review.mid_grey import MidGrey, mid_grey, stops_to_clip
from craft.review.photon import AtIso, Crop, Measured, Pair, pair_of, sensor_of, transferred, wrong_with
from forms.kit_form import BodyForm
from forms.problems import InputError, Problem
from images.reading import Counted
from kit.actions import keep_document
from kit.models import Piece, SensorBefore, SensorFrame
from people.turns import begin

MOST = 120
"""Frames that a body is measured by: ten ISOs of a dozen; each takes about 200 kB."""

FIGURES = ("full_well_e", "read_noise_pre_e", "read_noise_post_e", "dual_gain_iso", "dual_gain_read_noise_e")


def bring(piece: Piece, of: Counted, name: str, digest: str, *, lamp: bool = False) -> str:
    """Keep what a raw tells, of even light or of none, or of a wall under a lamp that pulses; what became of it in words.

    Raises
    ------
    InputError : it tells nothing true, and why; or there are as many as are kept.
    """
    return _bring_lines(piece, of, name, digest) if lamp else _bring_middle(piece, of, name, digest)


def _bring_lines(piece: Piece, of: Counted, name: str, digest: str) -> str:
    if why := wrong_with_lines(of.lines.astype(float), of.clipped, of.white - of.black, of.time_s):
        raise InputError([Problem("", f"{name}: {why}")])
    begin(digest)
    with transaction.atomic():
        there = piece.lamp_frames.all()
        if there.filter(digest=digest).exists():
            return f"{name} had come already"
        if piece.sensor_frames.filter(digest=digest).exists():
            raise InputError([Problem("", f"{name}: it came as one of even light already")])
        if there.count() >= MOST_FRAMES:
            raise InputError([Problem("", f"{MOST_FRAMES} frames under a lamp are kept, and tell what they can: begin again, or take it")])
        if (first := there.first()) is not None and len(bytes(first.lines)) != of.lines.nbytes:
            raise InputError([Problem("", f"{name}: it has not as many lines as those before: one body, one format")])
        piece.lamp_frames.create(digest=digest, name=name, lines=of.lines.tobytes())
    return f"{name}: under a lamp"


def _bring_middle(piece: Piece, of: Counted, name: str, digest: str) -> str:
    counts = of.counts
    crop = Crop(counts, of.iso, of.black, of.white)
    if why := wrong_with(crop):
        raise InputError([Problem("", f"{name}: {why}")])
    packed = zlib.compress(counts.tobytes(), 1)
    begin(digest)
    with transaction.atomic():
        if piece.sensor_frames.filter(digest=digest).exists():
            return f"{name} had come already"
        if piece.lamp_frames.filter(digest=digest).exists():
            raise InputError([Problem("", f"{name}: it came as one under a lamp already")])
        if piece.sensor_frames.count() >= MOST:
            raise InputError([Problem("", f"{MOST} frames are kept to measure a body by: begin again, or take what they tell")])
        grey = None if of.metered_ev is None or crop.is_dark else stops_to_clip(crop.mean, crop.white - crop.black, of.metered_ev)
        levels = {"grey_stops": grey, "iso": crop.iso, "black": crop.black, "white": crop.white, "mean": crop.mean}
        piece.sensor_frames.create(digest=digest, name=name, across=counts.shape[1], data=packed, **levels)
    return f"{name}: {'dark' if crop.is_dark else f'even, {100 * crop.mean / (crop.white - crop.black):.0f} % full'}, ISO {crop.iso:g}"


def _crop(row: SensorFrame) -> Crop:
    counts = np.frombuffer(zlib.decompress(bytes(row.data)), np.uint16).reshape(2, row.across, row.across)
    return Crop(counts, row.iso, row.black, row.white)


def _pairs(rows: Iterable[SensorFrame]) -> list[Pair]:
    """Frames of one ISO in pairs of one light: neighbours by their mean; what has no partner waits for one."""
    found: list[Pair] = []
    waits: Crop | None = None
    for row in rows:
        crop = _crop(row)
        if waits is not None:
            try:
                found.append(pair_of(waits, crop))
                waits = None
                continue
            except CraftError:  # of another light: it waits for its own partner
                pass
        waits = crop
    return found


def told_by(piece: Piece) -> tuple[list[AtIso], Measured | None]:
    """What the frames of a body tell, ISO by ISO, and of its sensor."""
    by_iso: dict[float, list[SensorFrame]] = {}
    for row in piece.sensor_frames.all():
        by_iso.setdefault(row.iso, []).append(row)
    found = []
    for iso, rows in sorted(by_iso.items()):
        pairs = _pairs(rows)
        found.append(transferred(pairs) if pairs else AtIso(iso, 0, 0, "a second frame of the same light beside each"))
    return found, sensor_of(found)


def bands_of(piece: Piece) -> Banded:
    """What the frames under a lamp tell of how long a frame is read."""
    return banded([np.frombuffer(bytes(row.lines), np.float32).astype(np.float64) for row in piece.lamp_frames.all()])


def grey_of(piece: Piece) -> MidGrey:
    """What the frames of a body that were metered tell of where its middle grey lies."""
    return mid_grey([stops for stops in piece.sensor_frames.values_list("grey_stops", flat=True) if stops is not None])


def take(piece: Piece) -> None:
    """Have a body's sensor be as it was measured; what stood there is kept to be given back.

    Raises
    ------
    InputError : its frames do not tell it yet.
    """
    found = told_by(piece)[1]
    if found is None:
        raise InputError([Problem("", "no ISO is told yet: bring what each still lacks")])
    _take(piece, {name: _figure(getattr(found, name)) for name in FIGURES})


def take_readout(piece: Piece, mains_hz: float) -> None:
    """Have a body's frames be read as long as its bands tell by a lamp on mains of this frequency; what stood there is kept to be given back.

    Raises
    ------
    InputError : its frames do not tell it yet.
    """
    told = bands_of(piece)
    if told.lacks:
        raise InputError([Problem("", told.lacks)])
    _take(piece, {"readout_s": _figure(told.read_in_s(mains_hz)[0])})


def take_grey(piece: Piece) -> None:
    """Have a body's middle grey lie as far under white as its metered frames tell; what stood there is kept to be given back.

    Raises
    ------
    InputError : its frames do not tell it yet.
    """
    told = grey_of(piece)
    if told.lacks:
        raise InputError([Problem("", told.lacks)])
    _take(piece, {"clip_above_grey_stops": _figure(told.stops)})


def _take(piece: Piece, figures: dict[str, float | None]) -> None:
    """Write measured figures down; of each the first that stood there is kept."""
    document, assumed = dict(piece.document), piece.document.get("assumed", [])
    kept = SensorBefore.objects.filter(piece=piece).first()
    before = {name: document.get(name) for name in figures} | {"assumed": assumed} | (kept.figures if kept else {})
    SensorBefore.objects.update_or_create(piece=piece, defaults={"figures": before, "frames": piece.sensor_frames.count()})
    left = [name for name in assumed if name not in figures]
    keep_document(piece, BodyForm.model_validate({**document, **figures, "assumed": left}))


def taken(piece: Piece) -> set[str]:
    """Names of the figures that a body has as they were measured."""
    kept = SensorBefore.objects.filter(piece=piece).first()
    return set(kept.figures) - {"assumed"} if kept else set()


def clear(piece: Piece) -> None:
    """Let the frames go; the body stays as it is."""
    with transaction.atomic():
        piece.sensor_frames.all().delete()
        piece.lamp_frames.all().delete()


def _figure(value: float | None) -> float | None:
    """A figure as it is written down: four places of it are more than is known."""
    return None if value is None else float(f"{value:.4g}")


def give_back(piece: Piece) -> None:
    """Have a body's sensor be as it was before it was measured.

    Raises
    ------
    InputError : it is not measured.
    """
    kept = SensorBefore.objects.filter(piece=piece).first()
    if kept is None:
        raise InputError([Problem("", "this body's sensor is not measured: there is nothing to give back")])
    keep_document(piece, BodyForm.model_validate({**piece.document, **kept.figures}))
    kept.delete()

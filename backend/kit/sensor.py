"""A body's sensor measured: raws of even light and of none, kept as their middles, until they tell."""

from __future__ import annotations

import zlib
from collections.abc import Iterable
from typing import Any

import numpy as np
from django.db import transaction
from numpy.typing import NDArray

from craft.errors import CraftError
from craft.review.photon import AtIso, Crop, Measured, Pair, pair_of, sensor_of, transferred, wrong_with
from forms.kit_form import BodyForm
from forms.problems import InputError, Problem
from kit.actions import keep_document
from kit.models import Piece, SensorBefore, SensorFrame
from people.turns import begin

MOST = 120
"""Frames that a body is measured by: ten ISOs of a dozen; each takes about 200 kB."""

FIGURES = ("full_well_e", "read_noise_pre_e", "read_noise_post_e", "dual_gain_iso", "dual_gain_read_noise_e")


def bring(piece: Piece, told: dict[str, Any], counts: NDArray[np.uint16], name: str, digest: str) -> str:
    """Keep the middle of a raw; what became of it in words.

    Raises
    ------
    InputError : it tells nothing true, and why; or there are as many as are kept.
    """
    crop = Crop(counts, float(told["iso"]), float(told["black"]), float(told["white"]))
    if why := wrong_with(crop):
        raise InputError([Problem("", f"{name}: {why}")])
    packed = zlib.compress(counts.tobytes(), 1)
    begin(digest)
    with transaction.atomic():
        if piece.sensor_frames.filter(digest=digest).exists():
            return f"{name} had come already"
        if piece.sensor_frames.count() >= MOST:
            raise InputError([Problem("", f"{MOST} frames are kept to measure a body by: begin again, or take what they tell")])
        of = {"iso": crop.iso, "black": crop.black, "white": crop.white, "mean": crop.mean}
        piece.sensor_frames.create(digest=digest, name=name, across=counts.shape[1], data=packed, **of)
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


def take(piece: Piece) -> None:
    """Have a body's sensor be as it was measured; what stood there is kept to be given back.

    Raises
    ------
    InputError : its frames do not tell it yet.
    """
    found = told_by(piece)[1]
    if found is None:
        raise InputError([Problem("", "no ISO is told yet: bring what each still lacks")])
    document = dict(piece.document)
    figures = {name: _figure(getattr(found, name)) for name in FIGURES}
    before = {name: document.get(name) for name in FIGURES} | {"assumed": document.get("assumed", [])}
    kept = SensorBefore.objects.filter(piece=piece).first()
    SensorBefore.objects.update_or_create(
        piece=piece, defaults={"figures": kept.figures if kept else before, "frames": piece.sensor_frames.count()}
    )
    assumed = [name for name in document.get("assumed", []) if name not in FIGURES]
    keep_document(piece, BodyForm.model_validate({**document, **figures, "assumed": assumed}))


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

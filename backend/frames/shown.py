"""Frames as they are looked through: burst by burst, each with how sharp it is and where its piece lies."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from craft.errors import CraftError
from craft.review.bursts import bursts_of, sharpest_of
from craft.review.sharpness import Sharpness
from forms.problems import InputError
from frames.day import Day, Row, day_of
from frames.hours import hour
from frames.models import FinePiece
from frames.schemas import CameFrame, CameFrames, FinePlace, SharpOut
from outings.models import Outing
from outings.reading import Kit


@dataclass(frozen=True, slots=True)
class Shown:
    """Frames of a picture, burst by burst in the order of their hours. burst: the first of those taken with each; sharpest: numbers of the sharpest of each burst; more: others come behind them."""

    rows: Sequence[Row]
    burst: Mapping[int, int]
    sharpest: frozenset[int]
    more: bool


def frames_of(day: Day, situation: int | None, after: int, most: int) -> Shown:
    """A part of a picture's frames, those behind a number in their order: burst by burst."""
    bursts = _bursts(day.of(situation))
    rows = [row for together in bursts for row in together]
    at = next((k + 1 for k, row in enumerate(rows) if row.pk == after), 0)
    burst: dict[int, int] = {}
    sharpest: set[int] = set()
    for together in bursts:
        burst |= dict.fromkeys((row.pk for row in together), together[0].pk)
        sharpest |= {together[k].pk for k in sharpest_of([row.frame for row in together])}
    return Shown(rows[at : at + most], burst, frozenset(sharpest), len(rows) > at + most)


def _bursts(rows: Sequence[Row]) -> list[Sequence[Row]]:
    """Frames by bursts, each of one body, in the order in which they begin."""
    found: list[Sequence[Row]] = []
    of: dict[str, list[Row]] = {}
    for row in rows:
        of.setdefault(row.said, []).append(row)
    for own in of.values():
        found += [own[one.start : one.stop] for one in bursts_of([row.frame for row in own])]
    return sorted(found, key=lambda together: (together[0].frame.at_s, together[0].pk))


def hidden_of(outing: Outing, situation: int | None, kit: Kit) -> float | None:
    """Blur that a picture's output hides, as a share of the frame's long side; None where no picture says."""
    row = outing.situations.filter(pk=situation, deleted_at=None).first() if situation is not None else None
    if row is None:
        return None
    try:
        return kit.resolve_row(row, outing).value().hidden_share
    except (InputError, CraftError):  # its bench says why; frames are told without it
        return None


def came_of(outing: Outing, situation: int | None, after: int, most: int, kit: Kit) -> CameFrames:
    """A part of a picture's frames, as they go out; situation: None for those that belong to none."""
    shown = frames_of(day_of(outing), situation, after, most)
    hidden = hidden_of(outing, situation, kit)
    fine = {piece.pk: piece for piece in FinePiece.objects.filter(pk__in=[row.pk for row in shown.rows]).defer("data")}
    return CameFrames(frames=[_out(row, shown, fine.get(row.pk), hidden) for row in shown.rows], more=shown.more)


def _out(row: Row, shown: Shown, fine: FinePiece | None, hidden: float | None) -> CameFrame:
    frame = row.frame
    return CameFrame(
        id=row.pk,
        name=row.name,
        at=hour(frame.at_s),
        body=row.said,
        words=frame.words,
        focal_mm=frame.focal_mm,
        kept=frame.kept,
        burnt=frame.burnt,
        exposed_ev=frame.exposed_ev,
        by_hand=row.by_hand,
        burst=shown.burst[row.pk],
        sharp=None if frame.sharp is None else _sharp(frame.sharp, hidden, row.pk in shown.sharpest),
        fine=None if fine is None else FinePlace(**dict(zip(PLACE, fine.place, strict=True)), times=fine.times),
    )


PLACE = ("left", "top", "width", "height")


def _sharp(sharp: Sharpness, hidden: float | None, sharpest: bool) -> SharpOut:
    smear = sharp.smear
    return SharpOut(
        text=sharp.words(hidden),
        how=sharp.how.value,
        disc_px=sharp.disc_px,
        smear_px=None if smear is None else smear.line_px,
        smear_deg=None if smear is None else math.degrees(smear.way_rad),
        soft=hidden is not None and sharp.shows(hidden),
        sharpest=sharpest,
    )

"""A place in a frame that came back that is known to be grey: how its file made it, and the white that would have made it so."""

from __future__ import annotations

import io

import numpy as np
from PIL import Image

from craft.errors import CraftError
from craft.review.grey import Grey, grey_at
from forms.problems import InputError
from frames.day import day_of
from frames.models import SmallPicture
from frames.schemas import CameGreyOut
from outings.reading import Kit
from outings.setups import answered


def grey_of(small: SmallPicture, x: float, y: float, kit: Kit) -> CameGreyOut:
    """How a place of a frame came out, and the white instead of the planned one that makes it grey."""
    levels = np.asarray(Image.open(io.BytesIO(bytes(small.data))).convert("RGB"), np.uint8)  # of our own making
    found = grey_at(levels, x, y)
    told = not found.why
    planned = _planned_kelvin(small, kit) if told and abs(found.mired) >= 1 else None
    return CameGreyOut(
        text=" ".join(filter(None, (found.text, _instead(found, planned)))),
        mired=found.mired if told else None,
        tint=found.tint if told else None,
        delta=found.delta if told else None,
        kelvin=None if planned is None else found.kelvin_from(planned),
    )


def _instead(found: Grey, planned: float | None) -> str:
    if planned is None:
        return ""
    return f"If white stood at {planned:.0f} K as planned, about {round(found.kelvin_from(planned), -2):.0f} K makes it grey."


def _planned_kelvin(small: SmallPicture, kit: Kit) -> float | None:
    """The white that the frame's picture has by a number; None where it has none, or another body took it."""
    outing = small.frame.outing
    row = next(one for one in day_of(outing).rows if one.pk == small.pk)
    picture = next((one for one in outing.in_order() if one.pk == row.situation), None)
    if picture is None or not row.may_be_by(picture.document["body"]):
        return None
    try:
        return answered(picture, outing, kit).setup.white.kelvin
    except (InputError, CraftError):  # its bench says why it has no setup
        return None

"""The frame that a body took last, fetched and answered: what it shows, and why the body chose its dials."""

from __future__ import annotations

import base64
import tempfile

from craft.review.frame import Frame
from craft.review.sharpness import Sharpness
from craft.vocabulary.terms import File
from forms.answer import answer_to
from forms.card_form import frame_shown, lead_thirds
from forms.outing_form import SituationDocument, SituationNow
from forms.problems import InputError, Problem
from frames.kept import FINE, kept_as
from images.reading import came_back, picture_light
from images.values import LARGEST_BYTES, CameBack
from links.actions import speaking
from links.models import Link
from links.schemas import LastFrameOut
from outings.bench.actions import why_of
from outings.bench.schemas import FrameTaken, WhyIn
from outings.models import Situation
from outings.reading import Kit

DIALS = ("time_s", "aperture", "iso")


def last_frame(link: Link, situation: Situation, kit: Kit) -> LastFrameOut:
    """What the last finished file on a body's cards shows of a situation; nothing of it is kept.

    Raises
    ------
    InputError : the body does not answer, or there is no finished file on its cards. CraftError : the situation has no setup.
    """
    answer = answer_to(kit.resolve_row(situation))
    with speaking(link) as body, tempfile.TemporaryFile() as kept:
        name = body.state().newest
        if not name:
            raise InputError([Problem("", "there is no finished file on its cards yet")])
        body.fetch(name, kept, LARGEST_BYTES)
        path = f"/dev/fd/{kept.fileno()}"
        found, came = picture_light(path), came_back(path)
    shown = frame_shown(found.levels, None if answer.setup.file is File.RENDERED else lead_thirds(answer), answer)
    time, aperture, iso = (float(found.told[one]) if one in found.told else None for one in DIALS)
    words = Frame(0.0, time, aperture, iso, None, 0.0, 0.0, None).words
    why = []
    if time and aperture and iso:
        now = SituationNow(outing=situation.outing_id, document=SituationDocument.model_validate(situation.document))
        why = why_of(situation.outing.person, WhyIn(situation=now, frame=FrameTaken(shutter_s=time, aperture=aperture, iso=iso)))
    sharp, fine = _sharp(came, answer.situation.hidden_share)
    return LastFrameOut(name=name, dials=words, shown=shown, why=why, sharp=sharp, fine=fine)


def _sharp(came: CameBack, hidden: float) -> tuple[str, str]:
    """How sharp a frame is, in a sentence, and its piece as a data address; both empty where its file is not read pixel by pixel."""
    fine = came.detail
    if fine is None:
        return "", ""
    figures = (fine.soft_px, fine.focus_px, fine.smear_px, fine.smear_deg)
    words = Sharpness.of_figures(fine.how, *figures, max(came.wide, came.high)).words(hidden)
    return words, "data:image/jpeg;base64," + base64.b64encode(kept_as(fine.levels, FINE)).decode()

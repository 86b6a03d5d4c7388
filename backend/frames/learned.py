"""What the judged frames of all of a person's days tell of them, as it may be taken into the profile."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from django.contrib.auth.models import User

from craft.errors import CraftError
from craft.exposure.hand import ordinary_hand
from craft.exposure.targets import movement_of
from craft.review.frame import usual_of
from craft.review.learning import Fall, Hand, How, Rate, fall_of, hand_of, rates_of
from craft.review.stood import CALLED
from craft.scales.series import Dial, label, printed, stops_of
from craft.scene.situation import Situation as Asked
from craft.vocabulary.terms import Support
from forms.outing_form import SituationDocument
from forms.problems import InputError, what_can_be_read
from forms.profile_form import PersonForm
from frames.day import Row, day_of
from frames.followed import followed_of
from frames.schemas import HandLearnedOut, IsoLearnedOut, KeptByOut, LearnedOut, RateOut
from outings.models import Outing, Situation
from outings.reading import Kit

STILL_STOPS = 1.0
"""A time so much shorter than what freezes the subject: what is not sharp then is the hand's."""

STEP = 1 / 6
"""Octaves of focal length that count as one: a hand holds hardly differently within them."""


Shares = Sequence[tuple[float, bool]]
"""Values of judged frames, each with whether it is kept."""

MODES = tuple(CALLED)


@dataclass(frozen=True, slots=True)
class Judged:
    """Judged frames of a person: ISO in stops with what became of it and the picture it is of, body by body; times by hand of what hardly moves, of those that an ordinary hand holds; octaves of
    focal length and of distance in metres; and modes, by their place among those that a file tells."""

    frames: int
    judged: int
    isos: Mapping[str, tuple[tuple[float, bool, int], ...]]
    hands: tuple[tuple[float, bool, int], ...]
    focals: Shares
    distances: Shares
    modes: Shares


def learned_of(person: User, kit: Kit) -> LearnedOut:
    """What the judged frames of a person's days tell."""
    found = _judged(person, kit)
    profile = what_can_be_read(PersonForm, kit.profile)[0]
    hand = hand_of(*zip(*found.hands, strict=True)) if found.hands else hand_of([], [])
    return LearnedOut(
        frames=found.frames,
        judged=found.judged,
        isos=[_iso(body, kit.body_name(body), rows, profile.iso_ceilings.get(body)) for body, rows in sorted(found.isos.items())],
        hand=_hand(hand, found.hands, profile.steadiness),
        kept_by=[
            *_kept_by("focal length", found.focals, lambda octaves: f"{_rough(octaves):g} mm"),
            *_kept_by("distance that the lens told", found.distances, lambda octaves: f"{_rough(octaves):g} m"),
            *_kept_by("mode", found.modes, lambda place: CALLED[MODES[round(place)]]),
        ],
        following=followed_of(person, kit),
    )


def _kept_by(of: str, shares: Shares, named: Callable[[float], str]) -> list[KeptByOut]:
    rates = rates_of(*zip(*shares, strict=True)) if shares else ()
    return [KeptByOut(of=of, rates=[_rate(one, named(one.stops)) for one in rates])] if rates else []


def _rough(octaves: float) -> float:
    """A value in the middle of an octave, as one says it.

    >>> _rough(7.0), _rough(-1.0)
    (130.0, 0.5)
    """
    return float(f"{2**octaves:.2g}")


def _judged(person: User, kit: Kit) -> Judged:
    frames = judged = 0
    isos: dict[str, list[tuple[float, bool, int]]] = {}
    hands: list[tuple[float, bool, int]] = []
    focals: list[tuple[float, bool]] = []
    distances: list[tuple[float, bool]] = []
    modes: list[tuple[float, bool]] = []
    ordinary = _Ordinary()
    for outing in Outing.objects.filter(person=person, deleted_at=None, came__isnull=False).distinct().select_related("person"):
        rows = day_of(outing).rows
        frames += len(rows)
        asked = {row.pk: _asked(row, outing, kit) for row in outing.in_order()}
        usual = {pk: usual_of([row.frame for row in rows if row.situation == pk]) for pk in {row.situation for row in rows}}
        for row in rows:
            kept = row.frame.kept
            if kept is None:
                continue
            judged += 1
            if usual[row.situation].odd(row.frame):  # what was exposed for another light tells of that, not of its ISO or its time
                continue
            if row.body and row.frame.iso:
                isos.setdefault(row.body, []).append((stops_of(Dial.ISO, row.frame.iso), kept, row.situation or 0))
            if row.frame.focal_mm:
                focals.append((math.log2(row.frame.focal_mm), kept))
            if row.frame.distance_m:
                distances.append((math.log2(row.frame.distance_m), kept))
            if row.frame.mode in MODES:
                modes.append((MODES.index(row.frame.mode), kept))
            held = ordinary.ratio(row, asked.get(row.situation or 0))
            if held is not None:
                hands.append((held, kept, row.situation or 0))
    return Judged(frames, judged, {body: tuple(of) for body, of in isos.items()}, tuple(hands), focals, distances, modes)


def _asked(row: Situation, outing: Outing, kit: Kit) -> Asked | None:
    """A stored picture as the craft sees it; None where it cannot be read: its own page says why."""
    try:
        return kit.resolve(SituationDocument.model_validate(row.document), outing).value()
    except (InputError, CraftError, ValueError):
        return None


class _Ordinary:
    """How long an ordinary hand holds body, lens and focal length, worked out once for each."""

    def __init__(self) -> None:
        self._held: dict[tuple[int | None, float], float | None] = {}

    def ratio(self, row: Row, asked: Asked | None) -> float | None:
        """A frame's time, of what an ordinary hand holds; None where it was not by hand, what it shows moves too much, or nothing is told."""
        frame = row.frame
        if asked is None or frame.shutter_s is None or asked.carried_by is not Support.HANDHELD:
            return None
        need = movement_of(asked).need
        if need is not None and stops_of(Dial.TIME, frame.shutter_s) < need + STILL_STOPS:
            return None
        focal = frame.focal_mm or asked.focal_mm
        focal = 2.0 ** (round(math.log2(focal) / STEP) * STEP)
        focal = min(max(focal, asked.lens.focal_min_mm), asked.lens.focal_max_mm)
        key = (row.situation, focal)
        if key not in self._held:
            try:
                self._held[key] = ordinary_hand(asked.body, asked.lens, focal, asked.output.acuity, stabilised=True).sharp_s
            except CraftError:  # a focal length or a lens that is not this body's
                self._held[key] = None
        sharp_s = self._held[key]
        return None if sharp_s is None else frame.shutter_s / sharp_s


def _percent(share: float) -> str:
    return f"{100 * share:.0f} %"


def _iso_text(name: str, fall: Fall, ceiling: float | None) -> str:
    """What was learned of an ISO, in a sentence."""
    first, last = (label(Dial.ISO, _printed(stops)) for stops in (fall.first, fall.last))
    match fall.how:
        case How.FEW:
            return f"{name}: {fall.frames} judged frames so far. It takes {fall.lacks}."
        case How.FLAT:
            return f"{name}: you keep no fewer at ISO {last} than at ISO {first}. Your frames show no ceiling."
        case How.BEYOND:
            return f"{name}: you keep fewer as ISO rises, but more than half of your best up to ISO {last}, the highest that you used."
    return (
        f"{name}: past ISO {label(Dial.ISO, ceiling or 0)} you keep less than half of the {_percent(fall.best)} that you keep where ISO costs nothing. "
        f"Learned from {fall.frames} frames."
    )


def _printed(stops: float) -> float:
    """The ISO that a dial of thirds prints nearest under some stops: a ceiling is not taken higher than it was learned."""
    return printed(Dial.ISO, math.floor(stops * 3 + 1e-6) / 3, 3)


def _iso(body: str, name: str, rows: Sequence[tuple[float, bool, int]], now: float | None) -> IsoLearnedOut:
    stops, kept = np.array([row[0] for row in rows]), np.array([row[1] for row in rows], bool)
    fall = fall_of(stops, kept, [row[2] for row in rows])
    ceiling = None if fall.at is None else _printed(fall.at)
    return IsoLearnedOut(
        body=body,
        how=fall.how.value,
        text=_iso_text(name, fall, ceiling),
        iso=ceiling,
        low=None if fall.low is None else _printed(fall.low),
        high=None if fall.high is None else _printed(fall.high),
        frames=fall.frames,
        kept=fall.kept,
        now=now,
        taken=ceiling is not None and now == ceiling,
        at_stops=fall.at,
        low_stops=fall.low,
        high_stops=fall.high,
        rates=[_rate(one, f"ISO {label(Dial.ISO, _printed(one.stops))}") for one in rates_of(stops, kept)],
    )


def _rate(one: Rate, words: str) -> RateOut:
    return RateOut(label=words, stops=one.stops, frames=one.frames, kept=one.kept, low=one.low, high=one.high)


def _hand(hand: Hand, rows: Sequence[tuple[float, bool, int]], now: float) -> HandLearnedOut:
    found = hand.hand
    steady = None if found is None else round(found.steadiness, 2)
    if found is None:
        text = f"By hand, of what hardly moves: {hand.frames} judged frames so far. It takes {hand.lacks}."
    else:
        stops = math.log2(found.steadiness)
        than = (
            "as long as"
            if abs(stops) < STEP
            else f"{abs(stops):.1f} {'stop' if abs(stops) < 1.05 else 'stops'} {'longer' if stops > 0 else 'shorter'} than"
        )
        text = f"By hand you hold {than} an ordinary hand, by {hand.frames} frames of what hardly moves; of sharp ones you keep {_percent(hand.keeps)}."
    rates = rates_of([math.log2(row[0]) for row in rows], [row[1] for row in rows]) if rows else ()
    return HandLearnedOut(
        text=text,
        steadiness=steady,
        low=None if found is None else round(found.low, 2),
        high=None if found is None else round(found.high, 2),
        frames=hand.frames,
        kept=hand.kept,
        now=now,
        taken=steady is not None and abs(now - steady) < 0.005,
        rates=[_rate(one, _longer(one.stops)) for one in rates],
    )


def _longer(stops: float) -> str:
    """A time by hand in stops of what an ordinary hand holds, in words.

    >>> _longer(0), _longer(-2), _longer(1)
    ('as an ordinary hand holds', '2 stops shorter', '1 stop longer')
    """
    if not round(stops):
        return "as an ordinary hand holds"
    return f"{abs(stops):.0f} {'stop' if abs(round(stops)) == 1 else 'stops'} {'longer' if stops > 0 else 'shorter'}"

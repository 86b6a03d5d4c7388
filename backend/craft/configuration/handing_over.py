"""What the delivery decides about files: format, shape, framing, room on cards, copies, names, packing."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction

from craft.configuration.around import RAW_PACKINGS
from craft.decisions.facts import say
from craft.decisions.numbers import HALF_SIZE, MERGED
from craft.scene.situation import Situation
from craft.vocabulary.setting import Value

FINISHED_BYTES = {"small": 0.15, "good": 0.3, "best": 0.6}
"""Bytes per pixel of a finished file by its quality (estimates for ordinary scenes)."""

SIZE = {"full": 1.0, "half": HALF_SIZE, "quarter": 0.25}
"""Share of the pixels that a finished file keeps."""

STRAIGHTENING = 0.03
"""Share of each side that straightening and a second thought about the edge use up (estimate)."""

MOST_PARTS = 20
"""Parts of a side in which a shape is said: 4:5, 16:9."""

SEEN = 0.005
"""Share of a side that nobody frames wider for."""

FRAMES_A_CHARGE = 500
"""Frames on one charge (figures by [cipa_dc002] of present bodies lie between 350 and 700; bursts give several times as many)."""

GIGA = 1e9


@dataclass(frozen=True, slots=True)
class Handed:
    """One thing that the delivery decides: what, its value in words, why, and the numbers used."""

    what: str
    value: str
    because: str
    numbers: Mapping[str, float]


def frame_bytes(situation: Situation, values: Mapping[str, Value]) -> float:
    """Bytes that one frame takes on the card, raw and finished together.

    >>> round(frame_bytes(situation(), {"file_format": "raw", "raw_compression": "none"}) / 1e6, 1)
    42.0
    """
    return sum(file_bytes(situation, values))


def file_bytes(situation: Situation, values: Mapping[str, Value]) -> tuple[float, float]:
    """Bytes that one frame takes on the card, as raw and as a finished file; none of a kind that is not kept.

    A merge in the body takes a finished file, and its sources beside it where they are kept.

    >>> [round(size / 1e6, 1) for size in file_bytes(situation(), {"file_format": "both"})]
    [27.3, 7.2]
    """
    sensor = situation.body.sensor
    pixels = float(sensor.pixels_wide * sensor.pixels_high)
    kept = str(values["file_format"]) if "file_format" in values else "rendered"
    raw = situation.body.raw_bytes(str(values.get("raw_compression", "lossless")))
    finished = pixels * SIZE[str(values.get("rendered_size", "full"))] * FINISHED_BYTES[str(values.get("rendered_quality", "good"))]
    raw, finished = (raw if kept in ("raw", "both") else 0.0), (finished if kept in ("rendered", "both") else 0.0)
    if str(values.get("merge", "off")) == "off":
        return raw, finished
    sources = MERGED if values.get("merge_keep_sources") == "on" else 0
    return raw * sources, finished * (sources + 1)


def handing_over(situation: Situation, values: Mapping[str, Value], shots: float) -> tuple[Handed, ...]:
    """Everything the delivery decides, for a configuration's values and a number of frames.

    >>> [(one.what, one.value) for one in handing_over(situation(), configured().values, 500.0)][0]
    ('shape', 'as the sensor')
    """
    return (_shape(situation, values), _framing(situation), *_cards(situation, values, shots), _packing(situation, values))


def _shape(situation: Situation, values: Mapping[str, Value]) -> Handed:
    shape = situation.delivery.shape
    if shape is None:
        return Handed("shape", "as the sensor", "Nobody asked for a shape: the whole sensor is kept.", {})
    wide, high = situation.used_mm
    share = wide * high / (situation.lit_mm[0] * situation.lit_mm[1])
    cuts = (
        "the crop would cut the finished file and only tag the raw, so"
        if values.get("file_format") != "rendered"
        else "there is no raw to keep the rest, so"
    )
    how = "a mark over the whole picture" if values.get("crop_mark") == "on" else "cut at the desk"
    numbers = {"share": share, "shape": shape}
    return Handed("shape", how, f"The shape keeps {say(share, 'percent')} of the sensor; {cuts} {how} loses nothing.", numbers)


def _framing(situation: Situation) -> Handed:
    """How much wider to frame, so that shape and straightening fit, and whether the pixels suffice."""
    wide, high = situation.used_mm
    side = min(wide / situation.lit_mm[0], high / situation.lit_mm[1])
    for_shape, to_straighten = 1 / side - 1, 1 / (1 - 2 * STRAIGHTENING) - 1
    shape = situation.delivery.shape
    across = situation.pixels_across * (1 - 2 * STRAIGHTENING)
    wanted = situation.output_pixels
    numbers = {"for_shape": for_shape, "to_straighten": to_straighten, "pixels": across, "wanted": wanted}
    straight = f"{say(to_straighten, 'percent')} {'wider ' if for_shape < SEEN else ''}to straighten"
    wide_to_high = Fraction(shape or 1.0).limit_denominator(MOST_PARTS)
    named = f"{wide_to_high.numerator}:{wide_to_high.denominator}"
    enough = "more than" if across >= wanted else "less than"
    return Handed(
        "framing",
        straight if for_shape < SEEN else f"{say(for_shape, 'percent')} wider for {named}, {straight}",
        f"What is cut away for it must be in the picture: frame so much wider. {across:.0f} pixels across remain, "
        f"{enough} the {wanted:.0f} that the output shows.",
        {**numbers, "straightening": STRAIGHTENING},
    )


def _charges(shots: float) -> Handed:
    charges = max(1, math.ceil(shots / FRAMES_A_CHARGE))
    return Handed(
        "charges",
        f"{charges}",
        f"{shots:.0f} frames at about {FRAMES_A_CHARGE} on a charge; bursts give several times as many, cold half.",
        {"shots": shots, "a_charge": float(FRAMES_A_CHARGE), "charges": float(charges)},
    )


def _cards(situation: Situation, values: Mapping[str, Value], shots: float) -> tuple[Handed, ...]:
    size = frame_bytes(situation, values)
    roles = values.get("card_roles")
    room = size * shots / GIGA
    each = f"{room:.1f} GB"
    copies = {"copies": "two, in the body", "splits_by_format": "one of each kind, in the body"}.get(
        str(roles), "one in the body, one at the desk"
    )
    lost = {"copies": "nothing", "splits_by_format": "one kind of file"}.get(str(roles), "what was on it")
    digits = max(4, math.ceil(math.log10(max(shots, 1) + 1)))
    return (
        Handed(
            "card room",
            each,
            f"{shots:.0f} frames of {size / 1e6:.0f} MB come to {each} on each card that takes all of them.",
            {"shots": shots, "frame_mb": size / 1e6, "room_gb": room},
        ),
        Handed("copies", copies, f"If a card fails, {lost} is lost.", {}),
        _charges(shots),
        Handed(
            "names",
            "date, prefix, number",
            f"A prefix per body and {digits} digits keep {shots:.0f} frames of two bodies apart in one folder.",
            {"digits": float(digits), "shots": shots},
        ),
    )


def _packing(situation: Situation, values: Mapping[str, Value]) -> Handed:
    packing = str(values.get("raw_compression", "lossless"))
    if values.get("file_format") == "rendered":
        return Handed("packing", "finished files only", "No raw is kept.", {})
    opens = packing in situation.person.raw_opens
    return Handed(
        "packing",
        RAW_PACKINGS[packing],
        "Your programs open it." if opens else "None of your programs opens it: try one file before the day.",
        {},
    )

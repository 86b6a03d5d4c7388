"""Reading what people type for a time, an aperture, an ISO or a number of stops.

Forgiving about spelling, never about meaning: what could mean two things is refused, and the
message says which spellings are accepted.
"""

from __future__ import annotations

import re
from fractions import Fraction

from craft.errors import CraftError
from craft.scales.series import Dial

_SPACES = re.compile(r"[\s\u00a0\u2009\u202f]+")
_VULGAR = {"⅓": "1/3", "⅔": "2/3", "½": "1/2", "¼": "1/4", "¾": "3/4"}
_NUMBER = r"(?:\d+(?:[.,]\d+)?|[.,]\d+)"
_TIME = re.compile(rf"^(?P<over>1/)?(?P<number>{_NUMBER})(?P<unit>s|sec|\"|″|ms|min|m|')?$")
_UNIT_SECONDS = {"s": 1.0, "sec": 1.0, '"': 1.0, "″": 1.0, "ms": 1e-3, "min": 60.0, "m": 60.0, "'": 60.0}
_STOPS = re.compile(r"^(?P<sign>[+-]?)(?P<whole>\d+(?:[.,]\d+)?)?(?: ?(?P<top>\d)/(?P<bottom>[1-9]))?$")

TIME_ACCEPTED = "write 1/250, 250 (above 60), 0.004, 4 s or 2 min"
APERTURE_ACCEPTED = "write f/2.8, 2.8 or 2,8"
ISO_ACCEPTED = "write 400, ISO 400 or 12 800"
STOPS_ACCEPTED = "write 2, +1 2/3, 1⅔ or -0.7"
LONGEST_TEXT = 40


def _clean(text: str) -> str:
    return _SPACES.sub("", text.strip().lower())


def _positive(number: str, text: str, accepted: str) -> float:
    value = float(number.replace(",", "."))
    if not 0 < value < 1e7:
        raise CraftError(f"“{text}” is out of range: {accepted}")
    return value


def parse_time(text: str) -> float:
    """Seconds of a typed shutter time.

    A bare whole number above 60 is the lower half of a fraction; 2 to 60 could be either and is refused.

    >>> parse_time("1/250"), parse_time("250"), parse_time("0,004"), parse_time('4"')
    (0.004, 0.004, 0.004, 4.0)
    >>> parse_time("30")
    Traceback (most recent call last):
    craft.errors.CraftError: “30” could be 1/30 or 30 s: write 1/30 or 30 s
    """
    found = _TIME.match(_clean(text)) if len(text) <= LONGEST_TEXT else None
    if found is None:
        raise CraftError(f"“{text[:LONGEST_TEXT]}” is not a shutter time: {TIME_ACCEPTED}")
    number, unit = found["number"], found["unit"]
    value = _positive(number, text, TIME_ACCEPTED)
    if found["over"]:
        if unit not in (None, "s", "sec"):
            raise CraftError(f"“{text}” is not a shutter time: {TIME_ACCEPTED}")
        return 1 / value
    if unit:
        return value * _UNIT_SECONDS[unit]
    if number.isdigit() and value > 60:
        return 1 / value
    if number.isdigit() and value > 1:
        raise CraftError(f"“{text}” could be 1/{value:g} or {value:g} s: write 1/{value:g} or {value:g} s")
    return value


def parse_aperture(text: str) -> float:
    """The f-number typed.

    >>> parse_aperture("f/2.8"), parse_aperture("2,8"), parse_aperture("F8")
    (2.8, 2.8, 8.0)
    """
    found = re.match(rf"^(?:f/?|1:)?({_NUMBER})$", _clean(text)) if len(text) <= LONGEST_TEXT else None
    if found is None:
        raise CraftError(f"“{text[:LONGEST_TEXT]}” is not an aperture: {APERTURE_ACCEPTED}")
    return _positive(found[1], text, APERTURE_ACCEPTED)


def parse_iso(text: str) -> float:
    """The ISO typed; spaces, points and commas may group thousands.

    >>> parse_iso("ISO 12 800"), parse_iso("12,800"), parse_iso("400")
    (12800.0, 12800.0, 400.0)
    """
    clean = _clean(text).removeprefix("iso")
    if len(text) > LONGEST_TEXT or not re.match(r"^\d{1,3}(?:[.,]\d{3})+$|^\d+$", clean):
        raise CraftError(f"“{text[:LONGEST_TEXT]}” is not an ISO value: {ISO_ACCEPTED}")
    return _positive(re.sub(r"[.,]", "", clean), text, ISO_ACCEPTED)


def parse_stops(text: str) -> float:
    """Stops typed as a decimal or with thirds, halves or quarters.

    >>> parse_stops("+1 2/3"), parse_stops("1⅔"), parse_stops("−0,7"), parse_stops("1/3")
    (1.6666666666666667, 1.6666666666666667, -0.7, 0.3333333333333333)
    """
    plain = _SPACES.sub(" ", text.strip().lower()).replace("−", "-").removesuffix(" stops").removesuffix(" ev")
    for glyph, words in _VULGAR.items():
        plain = plain.replace(glyph, " " + words)
    plain = re.sub(r"^([+-]) ", r"\1", plain.strip())
    found = _STOPS.match(plain) if len(text) <= LONGEST_TEXT and plain not in ("", "+", "-") else None
    if found is None:
        raise CraftError(f"“{text[:LONGEST_TEXT]}” is not a number of stops: {STOPS_ACCEPTED}")
    total = Fraction((found["whole"] or "0").replace(",", "."))
    if found["top"]:
        total += Fraction(int(found["top"]), int(found["bottom"]))
    return float(-total if found["sign"] == "-" else total)


READERS = {Dial.TIME: parse_time, Dial.APERTURE: parse_aperture, Dial.ISO: parse_iso}
"""The reader of each dial."""

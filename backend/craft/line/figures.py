"""Figures in a line: lenses, focal lengths, apertures, times, ISO, distances, speeds, hours, counts."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from craft.scales.series import Dial, printed, stops_of

SLOWEST = 16.0
"""The narrowest aperture that is anybody's widest."""

NUMBER = r"\d+(?:[.,]\d+)?"
_APERTURE = rf"f\s*/?\s*({NUMBER})(?:\s*[-–]\s*({NUMBER}))?"


def _number(text: str) -> float:
    return float(text.replace(",", "."))


@dataclass(frozen=True, slots=True)
class LensSaid:
    """A lens by its figures: focal lengths in mm and widest apertures at either end; an aperture that was not said is None."""

    focal_min_mm: float
    focal_max_mm: float
    widest: float | None
    widest_long: float | None

    @property
    def called(self) -> str:
        """It as it is written.

        >>> LensSaid(70, 200, 2.8, 2.8).called, LensSaid(50, 50, None, None).called
        ('70–200 f/2.8', '50')
        """
        ends = f"{self.focal_min_mm:g}" if self.focal_min_mm == self.focal_max_mm else f"{self.focal_min_mm:g}–{self.focal_max_mm:g}"
        if self.widest is None:
            return ends
        wide = f"{self.widest:g}" if self.widest_long in (None, self.widest) else f"{self.widest:g}–{self.widest_long:g}"
        return f"{ends} f/{wide}"


@dataclass(frozen=True, slots=True)
class Figure:
    """A figure found in a line: where it stands, what it is of, and its value in metres, seconds, stops or as printed."""

    start: int
    end: int
    of: str
    value: float | str | LensSaid


_PATTERNS: tuple[tuple[str, re.Pattern[str]], ...] = tuple(
    (of, re.compile(pattern, re.IGNORECASE))
    for of, pattern in (
        ("hour", r"(?<![\d/.])([01]?\d|2[0-3])[:.h]([0-5]\d)(?:\s*(am|pm))?(?![\d/])"),
        ("hour", r"(?<![\d/.])(1[0-2]|[1-9])\s*(am|pm)\b"),
        ("time", r"(?<![\d.])1\s*/\s*([1-9]\d*)(?:\s*s(?:ec(?:onds?)?)?\b)?"),
        ("time", rf"(?<![\d./])({NUMBER})\s*(?:s|secs?|seconds?|[\"″])(?![\w/])"),
        ("iso", r"\biso\s*(\d{1,3} \d{3}(?!\d|\s*mm)|\d{2,7})"),
        (
            "zoom",
            rf"(?<![\d/.])(\d+)\s*(?:mm)?\s*[-–]\s*(\d+)\s*(?:mm\b)?(?:\s*(?:{_APERTURE}|({NUMBER})(?:\s*[-–]\s*({NUMBER}))?(?![\d:]|\s*(?:m|km|mm|h|s)\b)))?",
        ),
        ("prime", rf"(?<![\d/.])(\d+)\s*(?:mm)?\s*(?:{_APERTURE}|(1[.,][0248]|2[.,]8|(?:2|4|5[.,]6)(?=\s*(?:,|$|\s[a-z])))(?![\d.]))"),
        ("aperture", rf"(?<![\w]){_APERTURE}"),
        ("speed", rf"(?<![\d/.])({NUMBER})\s*(km/h|kmh|kph|mph|m/s|knots?)"),
        ("distance", rf"(?<![\d/.])({NUMBER})\s*(km|m|metres?|meters?|ft|feet)(?![\w/])"),
        ("deadline", rf"(?:within|in|due in)\s+({NUMBER})\s*(?:h|hours?)\b"),
        ("count", r"(?<![\d/.])(\d{2,6})\s*(?:pictures|photos|frames|files|keepers)\b"),
        ("focal", r"(?<![\d/.])(\d+)\s*mm\b"),
        ("prime", r"(?<![\d/.])(\d{2,3})\s*/\s*(1[.,]\d|2[.,]8|4)(?![\d.])"),
        ("focal", r"(?<![\d/.:])(1\d|[2-9]\d|[1-8]\d\d)(?=\s*(?:,|$|at\s+f))"),
        ("focal", r"(?:\bat|@)\s*(\d{1,4})(?![\d.:/]|\s*(?:m|km|h|s|am|pm|ft)\b)"),
    )
)

_METRES = {"km": 1000.0, "f": 0.3048}
_PER_SECOND = {"kmh": 1 / 3.6, "kph": 1 / 3.6, "km/h": 1 / 3.6, "mph": 0.44704, "m/s": 1.0, "kno": 0.514444}


def _hour(match: re.Match[str]) -> str:
    hour, half = int(match[1]), (match[match.re.groups] or "").lower()
    minute = match[2] if match.re.groups == 3 else "00"
    if half:
        hour = hour % 12 + (12 if half == "pm" else 0)
    return f"{hour:02}:{minute}"


def _lens(match: re.Match[str], focal: int) -> LensSaid:
    """A lens of which the first groups are so many focal lengths, and the rest its apertures."""
    short, *more = sorted(float(match[k + 1]) for k in range(focal))
    said = [_number(part) for part in match.groups()[focal:] if part]
    return LensSaid(short, more[0] if more else short, said[0] if said else None, said[-1] if said else None)


def _value(of: str, match: re.Match[str]) -> float | str | LensSaid:
    if of == "hour":
        return _hour(match)
    if of == "zoom":
        return _lens(match, 2)
    if of == "prime":
        return _lens(match, 1)
    if of == "time":
        return 1 / _number(match[1]) if "/" in match[0] else _number(match[1])
    if of == "iso":
        return _number(match[1].replace(" ", ""))
    if of == "speed":
        unit = match[2].lower()
        return _number(match[1]) * next(times for name, times in _PER_SECOND.items() if unit.startswith(name))
    if of == "distance":
        unit = match[2].lower()
        return _number(match[1]) * next((times for name, times in _METRES.items() if unit.startswith(name)), 1.0)
    return _number(match[1])


def _usable(of: str, value: float | str | LensSaid) -> bool:
    """Whether a figure can be what it looks like."""
    if isinstance(value, LensSaid):
        widest = [one for one in (value.widest, value.widest_long) if one is not None]
        return 4 <= value.focal_min_mm <= value.focal_max_mm <= 3000 and all(0.7 <= one <= SLOWEST for one in widest)
    if isinstance(value, str):
        return True
    ends = {"aperture": (0.7, 90), "iso": (25, 1e7), "focal": (4, 3000), "time": (1e-6, 3600), "distance": (0.05, 1e6), "speed": (0, 1000)}
    low, high = ends.get(of, (0, 1e7))
    return low <= value <= high


def figures_in(line: str) -> Iterator[Figure]:
    """Figures of a line in their order, none over another: the one that says most of what stands there.

    >>> [(one.of, one.value) for one in figures_in("1/500 f/4 iso 800 at 135, 20 m, 17:30")]
    [('time', 0.002), ('aperture', 4.0), ('iso', 800.0), ('focal', 135.0), ('distance', 20.0), ('hour', '17:30')]
    >>> [one.value.called for one in figures_in("70-200 2.8")]
    ['70–200 f/2.8']
    """
    taken: list[tuple[int, int]] = []
    found = []
    for of, pattern in _PATTERNS:
        for match in pattern.finditer(line):
            if any(match.start() < end and start < match.end() for start, end in taken):
                continue
            value = _value(of, match)
            if _usable(of, value):
                taken.append((match.start(), match.end()))
                found.append(Figure(match.start(), match.end(), "lens" if of in ("zoom", "prime") else of, value))
    yield from sorted(found, key=lambda one: one.start)


NEAR_STOPS = 0.1
"""Stops within which what is said is the third that a dial prints there."""


def on_dial(dial: Dial, value: float) -> float:
    """What a dial of thirds of a stop prints for a value that is said; one that lies between them stays as it was said.

    >>> on_dial(Dial.APERTURE, 3.9), on_dial(Dial.APERTURE, 4.8), round(on_dial(Dial.TIME, 1 / 480), 4)
    (4.0, 4.8, 0.002)
    """
    stops = stops_of(dial, value)
    third = round(stops * 3) / 3
    return printed(dial, third, 3) if abs(third - stops) < NEAR_STOPS else value

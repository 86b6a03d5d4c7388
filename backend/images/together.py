"""What several frames of one camera tell together: more than each by itself."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from statistics import median

from images.told import Told

BEST_FIRST = ("the resolution of the focal plane", "the focal length and its equivalent on 36 mm")
"""Where a sensor's size comes from, the surer source first."""

BY_HAND_S = 30.0
"""A longer time is taken to have been timed by hand, and is none of the dial's."""


@dataclass(frozen=True, slots=True)
class LensSeen:
    """A lens on the frames; widest: f-numbers at its short and its long end; exact: by the lens's own figures, and not only by what was seen."""

    name: str
    frames: int
    focal_min_mm: float
    focal_max_mm: float
    widest: tuple[float, float] | None
    exact: bool


@dataclass(frozen=True, slots=True)
class Together:
    """Figures by name, as `read_frame` has them, but iso, time_s, aperture and raw_mb: lowest_iso, highest_iso, shortest_s, longest_s, and raw_mb_<packing>.

    lenses: the one of most frames first, of as many those that say what they are; others: cameras whose frames are left out, and how many there are of each.
    """

    frames: int
    figures: Mapping[str, Told]
    lenses: tuple[LensSeen, ...]
    others: Mapping[str, int]


Frame = Mapping[str, Told]


def together(frames: Sequence[Frame]) -> Together:
    """Frames of the camera that took most of them; those of another camera are left out and counted.

    >>> frames = [{"name": Told("Quillon", ""), "iso": Told(iso, "")} for iso in (100.0, 6400.0)]
    >>> found = together([*frames, {"name": Told("Heron", "")}])
    >>> found.figures["lowest_iso"].value, found.figures["highest_iso"].value, dict(found.others)
    (100.0, 6400.0, {'Heron': 1})
    """
    names = Counter(str(frame["name"].value) for frame in frames if "name" in frame)
    name = names.most_common(1)[0][0] if names else ""
    own = [frame for frame in frames if str(frame["name"].value if "name" in frame else name) == name]
    figures: dict[str, Told] = {}
    if name:
        figures["name"] = Told(name, _on(names[name]))
    _sizes(own, figures)
    _ends(own, figures)
    _raws(own, figures)
    return Together(len(own), figures, _lenses(own), {other: count for other, count in names.items() if other != name})


def _on(frames: int) -> str:
    return f"{frames} {'frame' if frames == 1 else 'frames'}"


def _values(frames: Iterable[Frame], name: str) -> list[float]:
    return [float(frame[name].value) for frame in frames if name in frame]


def _sizes(frames: Sequence[Frame], figures: dict[str, Told]) -> None:
    """The largest picture, since a crop is smaller; and the sensor by the surest source, of those by the longest lens."""
    sized = [frame for frame in frames if "pixels_wide" in frame]
    if sized:
        largest = max(sized, key=lambda frame: float(frame["pixels_wide"].value))
        alike = [frame for frame in sized if frame["pixels_wide"].value == largest["pixels_wide"].value]
        for name in ("pixels_wide", "pixels_high"):
            figures[name] = Told(largest[name].value, f"the largest picture of {_on(len(sized))}")
        measured = [frame for frame in alike if "sensor_width_mm" in frame]
        if measured:
            best = min(measured, key=_how_sure)
            figures |= {name: best[name] for name in ("sensor_width_mm", "sensor_height_mm")}


def _how_sure(frame: Frame) -> tuple[int, float]:
    """By source; an equivalent is written in whole millimetres, so a longer one says more."""
    source = frame["sensor_width_mm"].source
    focal = float(frame["focal_mm"].value) if "focal_mm" in frame else 0.0
    return BEST_FIRST.index(source) if source in BEST_FIRST else len(BEST_FIRST), -focal


def _ends(frames: Sequence[Frame], figures: dict[str, Told]) -> None:
    isos, times = _values(frames, "iso"), _values(frames, "time_s")
    dialled = [time for time in times if time <= BY_HAND_S]
    for name, values, end in (
        ("lowest_iso", isos, min),
        ("highest_iso", isos, max),
        ("shortest_s", times, min),
        ("longest_s", dialled, max),
    ):
        if values:
            figures[name] = Told(end(values), f"{_on(len(values))} that tell it")


def _raws(frames: Sequence[Frame], figures: dict[str, Told]) -> None:
    raws = [frame for frame in frames if "packing" in frame]
    if raws:
        figures["bits"] = Told(max(_values(raws, "bits")), f"the highest count of {_on(len(raws))}")
    for packing in ("none", "lossless", "lossy"):
        sizes = _values((frame for frame in raws if frame["packing"].value == packing), "raw_mb")
        if sizes:
            figures[f"raw_mb_{packing}"] = Told(round(median(sizes), 2), f"the middle size of {_on(len(sizes))}")


def _lenses(frames: Sequence[Frame]) -> tuple[LensSeen, ...]:
    named: dict[str, list[Frame]] = {}
    for frame in frames:
        if "focal_min_mm" in frame:
            named.setdefault(str(frame["lens_name"].value if "lens_name" in frame else ""), []).append(frame)
    found = []
    for name, of in named.items():
        exact = [frame for frame in of if "widest_short" in frame]
        shortest, longest = min(_values(of, "focal_min_mm")), max(_values(of, "focal_max_mm"))
        widest = min(_values(of, "aperture"), default=None)
        ends = (float(exact[0]["widest_short"].value), float(exact[0]["widest_long"].value)) if exact else (widest, widest)
        called = name or (f"{shortest:g} mm" if shortest == longest else f"{shortest:g} to {longest:g} mm")
        found.append(LensSeen(called, len(of), shortest, longest, None if ends[0] is None else (ends[0], ends[1] or ends[0]), bool(exact)))
    return tuple(sorted(found, key=lambda lens: (-lens.frames, not lens.exact, lens.name)))

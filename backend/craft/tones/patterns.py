"""Metering patterns: which part of the frame each weighs, and how; rows with their sources."""

# fmt: off

from __future__ import annotations

from dataclasses import dataclass

from craft.vocabulary.terms import Pattern


@dataclass(frozen=True, slots=True, kw_only=True)
class PatternRow:
    """A pattern: its name, a word for where there is little room, what it looks at, and where that is from."""

    pattern: Pattern
    label: str
    short: str
    looks_at: str
    source: str


SPOT_SHARE = 0.03
"""Share of the frame that a spot covers (bodies state 1.5 to 5 per cent)."""

CENTRE_MM, CENTRE_WEIGHT = 12.0, 0.7
"""A centre-weighted pattern gives 60 to 80 per cent of its weight to a disc of 8 to 15 mm on a frame 36 mm wide; the rest to all of it."""

ZONES = (7, 5)
"""Zones across and down of a typical pattern of many zones (bodies have from five to several hundred)."""

MIDDLE, FOCUSED = 2.0, 4.0
"""How much more than one at the edge a zone in the middle weighs, and one that is focused on (estimates: makers keep theirs secret)."""

DISCOUNT_STOPS = 2.5
"""A zone so much over the middle one counts as no brighter than that: lamps and the sun are not exposed for."""

FACE_WEIGHT = 0.7
"""Share of the reading that a face gets where the meter is linked to it (an estimate)."""

GUARD_SHARE, GUARD_MARGIN = 0.995, 1 / 3
"""A highlight guard keeps all but so much of the frame under the clip, by this margin in stops."""

AIM = 0.02
"""How far off one points, as a share of the frame's width (an estimate for a finder at arm's steadiness)."""

MOST_PLACED = 3.0
"""Stops by which a reading can be placed off the middle: the compensation of most bodies ends there or at five."""

PATTERNS: tuple[PatternRow, ...] = (
    PatternRow(pattern=Pattern.MULTI_ZONE, label="multi-zone", short="zones", looks_at="35 zones, the middle and the focus point weigh more, what is very bright counts less", source="a typical behaviour, since makers keep theirs secret"),
    PatternRow(pattern=Pattern.CENTRE_WEIGHTED, label="centre-weighted", short="centre", looks_at="seven tenths on a disc of 12 mm, the rest on all of it", source="figures that bodies state: 60 to 80 % on 8 to 15 mm"),
    PatternRow(pattern=Pattern.SPOT, label="spot", short="spot", looks_at="a disc of 3 % of the frame and nothing else", source="figures that bodies state: 1.5 to 5 %"),
    PatternRow(pattern=Pattern.HIGHLIGHT_GUARD, label="highlight guard", short="guard", looks_at="many zones, but never brighter than keeps 99.5 % under the clip", source="a typical behaviour, since makers keep theirs secret"),
)
LABELS = {row.pattern: row.label for row in PATTERNS}


@dataclass(frozen=True, slots=True, kw_only=True)
class Cloth:
    """Something a meter may meet in a subject's place; reflectance as a share, the key being eighteen hundredths."""

    name: str
    reflectance: float
    skin: bool = False
    source: str


GREY = 0.18

CLOTHS: tuple[Cloth, ...] = (
    Cloth(name="white cloth", reflectance=0.80, source="white cotton and paper return 0.75 to 0.9"),
    Cloth(name="pale skin", reflectance=0.36, skin=True, source="measured skins at 550 nm lie between 0.07 and 0.45 (NIST reference set of skin reflectance, 2017); its pale end"),
    Cloth(name="mid skin", reflectance=0.20, skin=True, source="the same set, its middle"),
    Cloth(name="dark skin", reflectance=0.09, skin=True, source="the same set, its dark end"),
    Cloth(name="dark cloth", reflectance=0.04, source="black cloth returns 0.02 to 0.05"),
    Cloth(name="white hull", reflectance=0.75, source="white paint in the weather, 0.7 to 0.85"),
    Cloth(name="tarred hull", reflectance=0.03, source="tar and bitumen return 0.03 to 0.05"),
)

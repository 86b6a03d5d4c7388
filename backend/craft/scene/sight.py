"""How a subject is seen: through what, and how it stands out from what is behind it. Rows, each with what one does about it."""

from __future__ import annotations

from dataclasses import dataclass

from craft.vocabulary.terms import Outline, Through


@dataclass(frozen=True, slots=True, kw_only=True)
class ThroughRow:
    """Something between the lens and the subject. stops: that reading focus loses by it; covers: share of the frame that it covers; at_m: how far from
    the lens it usually is; against: what one does."""

    through: Through
    label: str
    stops: float = 0.0
    covers: float = 0.0
    at_m: float = 1.0
    against: str
    source: str


@dataclass(frozen=True, slots=True, kw_only=True)
class OutlineRow:
    """How a subject stands out. stops: that reading focus loses by it; shows: share left at which a body finds a head or an eye in it."""

    outline: Outline
    label: str
    stops: float = 0.0
    shows: float = 1.0
    against: str
    source: str


THROUGH: dict[Through, ThroughRow] = {
    row.through: row
    for row in (
        ThroughRow(
            through=Through.GLASS,
            label="the glass",
            stops=1.0,
            covers=0.04,
            at_m=0.6,
            against="the lens against the glass and square to it, a dark cloth about it",
            source="a pane returns a twelfth of the light at its two faces (Fresnel at an index of 1.5); what it mirrors is an estimate",
        ),
        ThroughRow(
            through=Through.FENCE,
            label="the fence",
            covers=0.2,
            at_m=1.5,
            against="as near to the fence as one gets and wide open, a small area in a gap, or the ring",
            source="wire of 3 mm in meshes of 30 mm covers a fifth of the view",
        ),
        ThroughRow(
            through=Through.LEAVES,
            label="the leaves before it",
            stops=0.5,
            covers=0.3,
            at_m=3.0,
            against="a small area in a gap, and the ring to turn focus through them",
            source="a third of a view through a hedge is leaf (an estimate)",
        ),
    )
}

OUTLINE: dict[Outline, OutlineRow] = {
    row.outline: row
    for row in (
        OutlineRow(
            outline=Outline.FAINT,
            label="it hardly stands out",
            stops=4.0,
            shows=0.7,
            against="an edge of it, or of something as far away; the magnifier and the ring where nothing has one",
            source="mist and plain coats leave a sixteenth of the contrast (Koschmieder's law at three fourths of the visual range)",
        ),
        OutlineRow(
            outline=Outline.DARK,
            label="only its outline is seen",
            shows=0.15,
            against="an area on its outline; what looks for eyes finds none in the dark of it",
            source="an outline before the light has the most contrast there is, and no face (an estimate)",
        ),
    )
}

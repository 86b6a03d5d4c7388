"""A card as files: one self-contained page, print sheets, and the ladder as a table."""

from __future__ import annotations

import base64
import csv
import hashlib
import io
import json
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.template.loader import render_to_string
from PIL import Image

from craft.decisions.schools import DECISIONS
from craft.scales.series import Dial, label
from craft.vocabulary.terms import Intent
from forms.card_form import CardSnapshot
from forms.setup_form import ReachOut, ZoneOut

FONT = Path(__file__).parent / "fonts" / "archivo.woff2"
SCRIPT = Path(__file__).parent / "templates" / "cards" / "card.js"
TOKENS = settings.BASE_DIR.parent / "frontend" / "src" / "theme" / "tokens.json"
SHEETS = {"A6": "105mm 148mm", "A4": "210mm 297mm"}
ORDER = (
    "exposure_mode",
    "metering",
    "iso_limits",
    "range",
    "flash",
    "white",
    "focus",
    "drive",
    "shutter_type",
    "stabiliser",
    "bracketing",
    "file",
)
"""Decisions in the order one sets them."""


@cache
def font() -> str:
    """The labels' typeface, for a page that stands alone."""
    return base64.b64encode(FONT.read_bytes()).decode()


@cache
def themes() -> dict[str, dict[str, str]]:
    """The colours of each theme."""
    found: dict[str, dict[str, str]] = json.loads(TOKENS.read_text())
    return found


@cache
def script_source() -> str:
    """The one script that a card's page may run, as a policy names it (Content Security Policy level 3)."""
    digest = hashlib.sha256(SCRIPT.read_bytes()).digest()
    return f"'sha256-{base64.b64encode(digest).decode()}'"


def policy() -> str:
    """What a card's page may load: what it carries, and nothing else. It holds for the file wherever it is opened."""
    return f"default-src 'none'; script-src {script_source()}; style-src 'unsafe-inline'; font-src data:; img-src data:; base-uri 'none'"


def _signed(stops: float) -> str:
    return "0" if abs(stops) < 1e-9 else f"{stops:+.3g}".replace("-", "−")


def _values(card: CardSnapshot) -> dict[str, str]:
    """The few words that each decision is set by."""
    spot = card.setup.metering.spot
    words = {made.decision: made.value or made.label for made in card.setup.decisions}
    if spot is not None:
        words["metering"] = f"spot on {spot.point_at}, placed {_signed(spot.place_stops)}; {spot.hold}"
    return words


def _metres(value: float | None) -> str:
    return "infinity" if value is None else f"{value:.2g} m" if value < 100 else f"{value:.0f} m"


def _reach(reach: ReachOut) -> str:
    return f"{_metres(reach.near_m)} to {_metres(reach.far_m)}"


def _zone(zone: ZoneOut | None) -> dict[str, Any] | None:
    """The distance to set and what is sharp: now, by aperture and by distance, in words."""
    if zone is None:
        return None
    return {
        "distance": _metres(zone.now.distance_m),
        "reach": _reach(zone.now),
        "how": zone.how,
        "by_aperture": [(label(Dial.APERTURE, r.aperture), _reach(r)) for r in zone.by_aperture],
        "by_distance": [(_metres(r.distance_m), _reach(r)) for r in zone.by_distance],
    }


def _context(card: CardSnapshot, sheet: str) -> dict[str, Any]:
    setup = card.setup
    made = {d.decision: d for d in setup.decisions}
    values = _values(card)
    per_stop = (len(setup.ladder) - 1) // 18
    rows = [
        {
            "stops": _signed((6 * per_stop - k) / per_stop),
            "time": label(Dial.TIME, row.shutter_s),
            "aperture": label(Dial.APERTURE, row.aperture),
            "iso": label(Dial.ISO, row.iso),
            "gives": row.gives,
            "lost": row.out_of_reach,
            "why": row.why,
            "turn": row.turn_the_dial,
            "alone": row.alone.words if row.alone else "",
            "whole": (6 * per_stop - k) % per_stop == 0,
        }
        for k, row in enumerate(setup.ladder)
    ]
    return {
        "card": card,
        "now": rows[6 * per_stop],
        "rows": rows,
        "to_set": [
            *([("compensation", _signed(setup.exposure.compensation_ev))] if setup.exposure.meters else []),
            *([("areas on the list", ", ".join(area.value.replace("_", " ") for area in setup.focus.areas))] if setup.focus.areas else []),
            *((DECISIONS[name].label, values[name]) for name in ORDER if name in made and (name != "flash" or setup.flash)),
        ],
        "zone": _zone(setup.zone),
        "gives": [(c.words, c.gave_stops, c.comfortable) for c in setup.concessions],
        "answers": card.answers,
        "font": font(),
        "themes": themes(),
        "sheet": sheet,
        "size": SHEETS.get(sheet, ""),
        "zero": 6 * per_stop,
        "policy": "" if sheet else policy(),
        "data": {
            "themes": list(themes()),
            "rows": rows,
            "answers": [a.model_dump(mode="json") for a in card.answers],
            "casts": [one.model_dump(mode="json") for one in card.casts],
            "zero": 6 * per_stop,
        },
    }


def page(card: CardSnapshot) -> str:
    """One self-contained HTML page: every ladder row and every answer of the two taps; works offline."""
    return render_to_string("cards/card.html", _context(card, ""))


def pdf(card: CardSnapshot, sheet: str) -> bytes:
    """A print sheet, A6 or A4, from the same template and font."""
    from weasyprint import HTML  # a second to load, so only when printing

    return bytes(HTML(string=render_to_string("cards/card.html", _context(card, sheet))).write_pdf())


PROOF_WIDTH = 640
"""Pixels across a page of the proof: twice what it is shown at."""


def proof(card: CardSnapshot) -> bytes:
    """The pages of the A6 sheet as they will be printed, one under the other: drawn from the very file that the printer gets."""
    import pypdfium2  # only where a proof is looked at

    with pypdfium2.PdfDocument(pdf(card, "A6")) as sheet:
        pages = [page.render(scale=PROOF_WIDTH / page.get_width()).to_pil() for page in sheet]
    gap = 24
    whole = Image.new("RGBA", (PROOF_WIDTH, sum(page.height + gap for page in pages) - gap))
    down = 0
    for page in pages:
        whole.paste(page, (0, down))
        down += page.height + gap
    out = io.BytesIO()
    whole.save(out, "PNG")
    return out.getvalue()


def ladder_csv(card: CardSnapshot) -> str:
    """The ladder as a table: one row a step, stops given per intent."""
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(
        ["ev100", "shutter_s", "aperture", "iso", "brightness_ev", *(f"gave_{i.value}_stops" for i in Intent), "out_of_reach", "why"]
    )
    for row in card.setup.ladder:
        given = [round(row.gave[i], 3) for i in Intent]
        table.writerow(
            [round(row.ev100, 3), row.shutter_s, row.aperture, row.iso, round(row.brightness_ev, 3), *given, row.out_of_reach, row.why]
        )
    return out.getvalue()

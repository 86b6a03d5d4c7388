"""How a stand-in's process is started: its command, its files, and what its environment says."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from demo.day import DAY, HELD
from demo.kit import BODIES, LENSES
from forms.dialect_form import of_demo

THREADS = 8
"""One process, since there is one body; a thread for each that listens to what happens, and some that ask."""


def command(python: str, descriptor: int) -> list[str]:
    """The command that answers on a socket that listens already, from the folder of the backend."""
    return [
        *(python, "-m", "gunicorn", "simulators.body.wsgi:application", "--workers", "1", "--threads", str(THREADS)),
        *("--bind", f"fd://{descriptor}", "--log-level", "warning", "--no-control-socket"),
    ]


def environment(
    folder: Path, slug: str, day: dict[str, Any], words: dict[str, Any] | None, held: dict[str, Any], code: str = ""
) -> dict[str, str]:
    """Write a body's files to a folder, and say where they are."""
    told = {"DAY": day, "WORDS": words, "HELD": held}
    found = {"APERTURE_BODY_SLUG": slug, "APERTURE_BODY_CODE": code}
    for name, content in told.items():
        if content is not None:
            place = folder / f"body-{slug}-{name.lower()}.json"
            place.write_text(json.dumps(content))
            found[f"APERTURE_BODY_{name}"] = str(place)
    return found


def of_demo_day(folder: Path, slug: str = "merrow-swift-20", code: str = "") -> dict[str, str]:
    """The environment of a stand-in for one of the demo's bodies, as its owner left it, out on the demo's day."""
    used = [one for one in DAY["situations"] if one["body"] == slug]
    day = {**DAY, "situations": used, "bodies": {slug: BODIES[slug]}, "lenses": {one["lens"]: LENSES[one["lens"]] for one in used}}
    held = next((of[slug][0] for of in HELD.values() if slug in of), {})
    left = {setting: value for setting, value in held.items() if value is not None}
    return environment(folder, slug, day, of_demo(slug).model_dump(mode="json"), left, code)

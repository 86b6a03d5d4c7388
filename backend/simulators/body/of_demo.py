"""The files of a stand-in for one of the demo's bodies: `python -m simulators.body.of_demo FOLDER` writes them, and says where they are."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any

from demo.day import DAY, HELD
from demo.kit import BODIES, LENSES
from forms.dialect_form import of_demo


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


if __name__ == "__main__":
    sys.stdout.write(json.dumps(of_demo_day(Path(sys.argv[1]))))

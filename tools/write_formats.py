"""Write docs/formats/: the API's OpenAPI file and the JSON Schemas of the open forms."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
sys.path.insert(0, str(ROOT / "backend"))
os.environ.setdefault("APERTURE_LOCAL", "1")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")


def forms() -> dict[str, Any]:
    """The open forms by name, and the API under its own; imported late, since Django must be told its settings first."""
    import django

    django.setup()
    from exchange.card_form import CardSnapshot
    from exchange.kit_form import BodyForm, LensForm
    from exchange.outing_form import OutingFile
    from exchange.setup_form import SetupOut
    from exchange.situation_form import SituationForm

    return {"situation": SituationForm, "setup": SetupOut, "outing": OutingFile, "body": BodyForm, "lens": LensForm, "card": CardSnapshot}


def openapi() -> dict[str, Any]:
    """The API's own description."""
    from studio.api import api

    return dict(api.get_openapi_schema(path_prefix="/api/"))


def formats() -> dict[str, str]:
    """File name -> its text."""
    texts = {}
    for name, form in forms().items():
        schema = {
            "$schema": "https://json-schema.org/draft/2020-12/schema",
            **form.model_json_schema(mode="serialization" if name in ("setup", "card") else "validation"),
        }
        texts[f"{name}.schema.json"] = json.dumps(schema, indent=2, ensure_ascii=False) + "\n"
    texts["openapi.json"] = json.dumps(openapi(), indent=2, ensure_ascii=False, default=str) + "\n"
    return texts


if __name__ == "__main__":
    for name, text in formats().items():
        (ROOT / "docs" / "formats" / name).write_text(text)

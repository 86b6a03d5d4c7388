"""Write docs/formats/: the API's OpenAPI file and the JSON Schemas of the open forms."""

from __future__ import annotations

import json
import os
import sys
from enum import Enum
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
    from forms.card_form import CardSnapshot
    from forms.dialect_form import BodyProfileFile, DialectForm
    from forms.kit_form import BodyForm, LensForm
    from forms.layout_form import LayoutForm
    from forms.outing_form import OutingFile
    from forms.recipe_form import RecipeForm
    from forms.setup_form import SetupOut
    from forms.situation_form import SituationForm

    return {
        "situation": SituationForm,
        "setup": SetupOut,
        "outing": OutingFile,
        "body": BodyForm,
        "lens": LensForm,
        "card": CardSnapshot,
        "dialect": DialectForm,
        "body-profile": BodyProfileFile,
        "recipe": RecipeForm,
        "layout": LayoutForm,
    }


def openapi() -> dict[str, Any]:
    """The API's own description."""
    from studio.api import api

    return dict(api.get_openapi_schema(path_prefix="/api/"))


def body_link() -> dict[str, Any]:
    """What a body that is plugged in understands: the stand-in's own description."""
    from simulators.body.api import description

    return description()


def tokens() -> str:
    """The closed lists, told for people: enumerations of the schemas, subjects, conditions, schools, demo kit."""
    from craft.decisions.choice import By
    from craft.decisions.schools import DECISIONS
    from craft.kit.body import Finder, Shutter
    from craft.optics.sharpness import Acuity
    from craft.scene.conditions import CONDITIONS
    from craft.scene.works import WORKS
    from craft.vocabulary import terms
    from demo.kit import BODIES, LENSES

    enums = [v for v in vars(terms).values() if isinstance(v, type) and issubclass(v, Enum) and v is not Enum]
    lines = ["# Closed lists", "", "Written by `tools/write_formats.py` from the code; a check keeps the two in step.", ""]
    for kind in [*enums, Shutter, Finder, Acuity, By]:
        lines += [f"## {kind.__name__}", "", str(kind.__doc__).strip(), "", ", ".join(f"`{one.value}`" for one in kind), ""]
    lines += ["## Binding limits", "", "The named limits above, and `stops` (its share in stops), `must_hold` (an intent on no rung).", ""]
    lines += ["## Subjects", ""]
    for work in WORKS:
        lines.append(f"- `{work.genre.value}`: " + ", ".join(f"`{s.slug}` ({s.body_m_s:g} m/s: {s.source})" for s in work.subjects))
    lines += ["", "## Conditions of light", ""]
    lines += [f"- `{c.slug}`: {c.label}, EV {c.ev100:g}. {c.reason} ({c.source})" for c in CONDITIONS]
    lines += ["", "## Schools", ""]
    lines += [f"- `{d.slug}`: " + ", ".join(f"`{s.slug}` ({s.label})" for s in d.schools) for d in DECISIONS.values()]
    for name, rows in (("Demo bodies", BODIES), ("Demo lenses", LENSES)):
        lines += ["", f"## {name}", "", *(f"- `{slug}`: {row['name']}" for slug, row in rows.items())]
    return "\n".join([*lines, "", *_of_settings()]) + "\n"


def _of_settings() -> list[str]:
    """Settings, features, habits, bundles and dependencies, told for people."""
    from craft.configuration.bundles import BUNDLES
    from craft.configuration.habits import HABITS
    from craft.vocabulary.dependencies import RULES
    from craft.vocabulary.features import CIRCUMSTANCES, FEATURES
    from craft.vocabulary.setting import Group
    from craft.vocabulary.settings import SETTINGS

    lines = ["## Settings", "", "Token, values (or unit), what it touches."]
    for group in Group:
        lines += ["", f"### {group.value}", ""]
        for s in (s for s in SETTINGS if s.group is group):
            values = ", ".join(f"`{v}`" for v in s.values) or f"a number ({s.unit.value}), {s.lowest:g} to {s.highest:g}"
            lines.append(f"- `{s.slug}` ({s.label}): {values}; {s.reach.value}")
    lines += ["", "## Features of kit", "", *(f"- `{token}`: {words}" for token, words in FEATURES.items())]
    lines += ["", "## Circumstances", "", *(f"- `{token}`: {words}" for token, words in CIRCUMSTANCES.items())]
    lines += ["", "## Habits", "", *(f"- `{h.slug}`: " + ", ".join(f"`{w.slug}` ({w.label})" for w in h.ways) for h in HABITS)]
    lines += ["", "## Bundles", "", *(f"- `{b.slug}`: " + ", ".join(f"`{s}` {v}" for s, v in b.sets) for b in BUNDLES)]
    lines += ["", "## Dependencies", "", *(f"- `{r.slug}` ({', '.join(r.settings)}): {r.reason} ({r.source})" for r in RULES)]
    return lines


def deciding() -> str:
    """The order of deciding, told for people: what each step needs and tells, with units."""
    from craft.decisions.facts import FACTS
    from craft.setup.steps import FIRST, LAST, ROUND, ROUNDS

    lines = [
        "# The order of deciding",
        "",
        "Written by `tools/write_formats.py` from `craft/setup/steps.py`; a check keeps the two in step.",
    ]
    parts = (("First", FIRST), (f"In rounds, until the mode comes out as it went in, at most {ROUNDS}", ROUND), ("Then", LAST))
    for title, rows in parts:
        lines += ["", f"## {title}"]
        for step in rows:
            lines += ["", f"### {step.does}", ""]
            if step.decides:
                lines += [f"Decides {', '.join(f'`{slug}`' for slug in step.decides)}.", ""]
            lines += [f"Needs {', '.join(f'`{name}`' for name in sorted(step.reads - set(step.tells.split()))) or 'the situation'}.", ""]
            lines += [f"- `{name}` ({FACTS[name].unit}): {FACTS[name].label}" for name in step.tells.split()]
    return "\n".join(lines) + "\n"


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
    texts["body-link.json"] = json.dumps(body_link(), indent=2, ensure_ascii=False, default=str) + "\n"
    texts["tokens.md"] = tokens()
    texts["deciding.md"] = deciding()
    return texts


if __name__ == "__main__":
    for name, text in formats().items():
        (ROOT / "docs" / "formats" / name).write_text(text)

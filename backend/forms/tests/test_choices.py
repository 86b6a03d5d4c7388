"""Short lists offer what their fields take: all of it, and nothing else."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any
from unittest import TestCase

from forms.choices import CHOICES, choices_out
from forms.describe_form import DescribeForm
from forms.kit_form import BodyForm
from forms.outing_form import SituationDocument
from forms.profile_form import PersonForm
from forms.situation_form import SituationForm

FORMS = (SituationForm, PersonForm, DescribeForm, BodyForm, SituationDocument)


def taken(schema: Any, defs: dict[str, Any]) -> Iterator[frozenset[Any]]:
    """The closed lists that a field's schema takes values of."""
    if not isinstance(schema, dict):
        return
    if "$ref" in schema:
        yield from taken(defs[schema["$ref"].rsplit("/", 1)[1]], defs)
    if "enum" in schema:
        yield frozenset(schema["enum"])
    for inner in (*schema.get("anyOf", ()), schema.get("items")):
        yield from taken(inner, defs)


def fields(schema: dict[str, Any]) -> Iterator[tuple[str, frozenset[Any]]]:
    """Every field of a form, of its parts too, that takes values of a closed list."""
    defs = schema.get("$defs", {})
    for part in (schema, *defs.values()):
        for name, inner in part.get("properties", {}).items():
            yield from ((name, values) for values in taken(inner, defs))


class Choices(TestCase):
    def test_each_list_offers_what_every_field_of_its_name_takes(self) -> None:
        found: dict[str, set[frozenset[Any]]] = {}
        for form in FORMS:
            for name, values in fields(form.model_json_schema()):
                found.setdefault(name, set()).add(values)
        for field, rows in CHOICES.items():
            with self.subTest(field):
                self.assertEqual(found.get(field), {frozenset(rows)})

    def test_no_two_of_a_list_read_alike(self) -> None:
        for field, rows in choices_out().items():
            said = [one.shown for one in rows]
            self.assertEqual(len(said), len(set(said)), field)
            self.assertTrue(all(words.strip() == words and words for words in said), field)

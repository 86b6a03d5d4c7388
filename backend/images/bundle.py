"""An outing with its pictures in one zip: the outing as it is exported, a list of its pictures, and the light of each."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter

from forms.areas_form import AreasForm
from forms.kit_form import Form
from forms.outing_form import OutingFile

OUTING, LIST = "outing.json", "pictures.json"
MOST = 40


class PictureEntry(Form):
    """A picture in the zip: which situation it belongs to, from 0, and in which file its light is."""

    situation: Annotated[int, Field(strict=True, ge=0, le=199)]
    file: Annotated[str, Field(max_length=80)]
    name: Annotated[str, Field(min_length=1, max_length=80)]
    kind: Literal["finished", "raw", "light", "set"]
    wide: Annotated[int, Field(strict=True, ge=1, le=1_000_000)]
    high: Annotated[int, Field(strict=True, ge=1, le=1_000_000)]
    ev100: Annotated[float, Field(allow_inf_nan=False, ge=-30, le=30)] | None = None
    error: Annotated[float, Field(allow_inf_nan=False, ge=0, le=3)]
    told: Annotated[dict[str, float | Annotated[str, Field(max_length=80)]], Field(max_length=20)] = Field(default_factory=dict)
    painted: AreasForm = Field(default_factory=AreasForm)


_LIST = TypeAdapter(Annotated[list[PictureEntry], Field(max_length=MOST)])


def entries_of(listed: Any) -> list[PictureEntry]:
    """The list of pictures.

    Raises
    ------
    ValidationError : it is none.
    """
    return _LIST.validate_python(listed)


@dataclass(frozen=True, slots=True)
class Bundle:
    """An outing, and its pictures with their light."""

    outing: OutingFile
    pictures: list[tuple[PictureEntry, bytes]]


def bundled(outing: OutingFile, pictures: Iterable[tuple[PictureEntry, bytes]]) -> bytes:
    """The zip. What is in it is packed already, and is only laid side by side."""
    out = io.BytesIO()
    entries = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_STORED) as file:
        for entry, light in pictures:
            entries.append(entry)
            file.writestr(entry.file, light)
        file.writestr(OUTING, outing.model_dump_json(indent=2, exclude_unset=True))
        file.writestr(LIST, _LIST.dump_json(entries, indent=2))
    return out.getvalue()

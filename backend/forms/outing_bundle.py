"""An outing with its pictures in one zip: the outing as it is exported, a list of its pictures, and the light of each."""

from __future__ import annotations

import io
import zipfile
import zlib
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field, TypeAdapter, ValidationError

from forms.areas_form import AreasForm
from forms.kit_form import Form
from forms.outing_form import OutingFile
from forms.picture_light import ACROSS, LEAST_SIDE
from forms.picture_store import from_bytes
from forms.problems import InputError, Problem, from_pydantic
from forms.reading import read_json

OUTING, LIST = "outing.json", "pictures.json"
LARGEST_LIGHT = 16_000_000
"""Bytes of one picture's light: four half-precision numbers for each of its pixels come to five at most."""

BROKEN = (zipfile.BadZipFile, zlib.error, NotImplementedError, RuntimeError, EOFError, OSError)
"""Ways in which an entry of a damaged zip cannot be read."""

MOST = 40
ACCEPTED = "a zip that “with its pictures” has written, or an outing in JSON, is accepted"


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


def _wrong(why: str) -> InputError:
    return InputError([Problem("", f"{why}: {ACCEPTED}")])


def _json(file: zipfile.ZipFile, name: str, largest: int) -> Any:
    try:
        info = file.getinfo(name)
        if info.file_size > largest:
            raise _wrong(f"{name} in this zip is larger than {largest // 1000} kB")
        return read_json(file.read(info))
    except (KeyError, *BROKEN):
        raise _wrong(f"there is no {name} to be read in this zip") from None


def _light(file: zipfile.ZipFile, entry: PictureEntry) -> bytes:
    try:
        info = file.getinfo(entry.file)
        if info.file_size > LARGEST_LIGHT:
            raise _wrong(f"the light of “{entry.name}” is larger than {LARGEST_LIGHT // 1_000_000} MB")
        data = file.read(info)
    except (KeyError, *BROKEN):
        raise _wrong(f"the light of “{entry.name}” is not in this zip") from None
    if tuple(int.from_bytes(data[k : k + 4], "big") > ACROSS for k in (16, 20)) != (False, False):  # a PNG's own size, before it is decoded
        raise _wrong(f"the light of “{entry.name}” is larger than what is kept")
    try:
        light, levels = from_bytes(data, "", "", entry.error)
    except ValueError:
        raise _wrong(f"the light of “{entry.name}” cannot be read") from None
    high, wide = light.unsure.shape
    if not (min(high, wide) >= LEAST_SIDE and max(high, wide) <= ACROSS) or (levels is None) != (entry.kind != "finished"):
        raise _wrong(f"the light of “{entry.name}” is not what it is said to be")
    return data


def unbundled(path: str) -> Bundle:
    """What a zip holds, all of it looked through.

    Raises
    ------
    InputError : it is none of ours, is damaged, or holds more than is accepted.
    """
    try:
        opened = zipfile.ZipFile(path)
    except (ValueError, *BROKEN):
        raise _wrong("this is not a whole zip") from None
    with opened as file:
        raw, listed = _json(file, OUTING, 4_000_000), _json(file, LIST, 400_000)
        try:
            outing, entries = OutingFile.model_validate(raw), _LIST.validate_python(listed)
        except ValidationError as error:
            raise InputError(from_pydantic(error)) from None
        beyond = next((one for one in entries if one.situation >= len(outing.situations)), None)
        if beyond is not None:
            raise _wrong(f"“{beyond.name}” belongs to a situation that is not in this zip")
        return Bundle(outing, [(entry, _light(file, entry)) for entry in entries])

"""Answers written once: a model straight to JSON, without a second pass through dictionaries."""

from __future__ import annotations

import io
from collections.abc import Iterable
from typing import Any

import segno
from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja.renderers import BaseRenderer
from pydantic import BaseModel
from pydantic_core import to_json


def as_json(model: BaseModel) -> HttpResponse:
    """A response with a model's own JSON; the route's declared response documents it."""
    return HttpResponse(model.model_dump_json(), content_type="application/json")


def as_json_list(models: Iterable[BaseModel]) -> HttpResponse:
    """A response with a list of models, each in its own JSON."""
    return HttpResponse(f"[{','.join(model.model_dump_json() for model in models)}]", content_type="application/json")


def files(*kinds: str) -> dict[str, Any]:
    """What the description says of an operation that answers with a file of one of these media types."""
    return {
        "responses": {
            200: {"description": "A file.", "content": {kind: {"schema": {"type": "string", "format": "binary"}} for kind in kinds}}
        }
    }


def as_file(data: str | bytes, kind: str, name: str, *, inline: bool = False) -> HttpResponse:
    """A file to keep, or to look at."""
    return HttpResponse(data, content_type=kind, headers={"Content-Disposition": content_disposition_header(not inline, name) or "inline"})


def square(said: str) -> str:
    """An address as a square code that a phone reads (ISO/IEC 18004), in SVG: black on white, whatever stands around it."""
    out = io.BytesIO()
    segno.make(said, error="m").save(out, kind="svg", scale=4, border=4, dark="#000", light="#fff", xmldecl=False)
    return out.getvalue().decode()


class PlainRenderer(BaseRenderer):
    """JSON in which an enumeration is its token, as in the open forms."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        """The answer's bytes."""
        return to_json(data)

"""The API's description of itself, with every status that is given and the form it has."""

from __future__ import annotations

from http import HTTPStatus
from typing import Any

from ninja import NinjaAPI
from ninja.openapi.schema import OpenAPISchema

from people.doors import COUNTED
from people.guards import HEAVY
from people.turns import KEY, LONGEST_KEY
from studio.problems import PROBLEM_JSON

PROBLEM = {PROBLEM_JSON: {"schema": {"$ref": "#/components/schemas/ProblemOut"}}}
PAGE = {"type": "apiKey", "in": "header", "name": "X-CSRFToken", "description": "The page's token: the same as its cookie."}
ONCE = {
    "in": "header",
    "name": KEY,
    "required": False,
    "description": "The page's own name for what it sends: sent again under it, what was answered is answered again.",
    "schema": {"type": "string", "maxLength": LONGEST_KEY},
}
WRITING = ("post", "put", "delete")


def _statuses(method: str, details: dict[str, Any]) -> set[int]:
    """The errors that an operation can answer with."""
    named = details.get("parameters", [])
    found = set()
    if any("Person" in way for way in details.get("security", [])):
        found.add(401)
    if method in WRITING:
        found.add(403)
    if any(p["in"] == "path" for p in named):
        found |= {404, 422}
    if any(p["name"] == "If-Match" for p in named):
        found |= {412, 422}
    if named:
        found.add(422)
    if "requestBody" in details:
        found |= {413, 415, 422}
        found |= {503} if "application/octet-stream" in details["requestBody"]["content"] else set()
    if ONCE in named:
        found |= {409, 422}
    if details.get(COUNTED):
        found.add(429)
    if details["operationId"] in {f"{view.__module__}.{view.__name__}".replace(".", "_") for view in HEAVY}:
        found.add(503)
    return found


class Described(NinjaAPI):
    """Ninja's API whose description tells errors too."""

    def get_openapi_schema(self, *, path_prefix: str | None = None, path_params: dict[str, Any] | None = None) -> OpenAPISchema:
        """The OpenAPI document."""
        told = super().get_openapi_schema(path_prefix=path_prefix, path_params=path_params)
        for operations in told["paths"].values():
            for method, details in operations.items():
                if method == "get" and {"Anyone": []} in details["security"]:
                    del details["security"]
                if method in WRITING:
                    details["security"] = [{**way, "Anyone": [], "Page": []} for way in details["security"]]
                if method == "post" and any("Person" in way for way in details["security"]) and "Stateless." not in details["description"]:
                    details.setdefault("parameters", []).append(ONCE)
                errors = _statuses(method, details) | {int(s) for s in details["responses"] if int(s) >= 400}
                for status in sorted(errors):
                    details["responses"].pop(status, None)
                    details["responses"][str(status)] = {"description": HTTPStatus(status).phrase, "content": PROBLEM}
                if any(p["in"] == "path" and p["schema"].get("type") == "string" for p in details.get("parameters", [])):
                    details["responses"]["414"] = {"description": "The address is longer than the server reads; it says so without a form."}
        told["components"]["securitySchemes"]["Page"] = PAGE
        return told

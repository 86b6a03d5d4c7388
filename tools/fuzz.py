"""Generated calls, fitting and unfitting, against the whole application on demo data: no fault of the server's, no status that is not
described, no answer off its description."""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from http.cookies import SimpleCookie
from pathlib import Path

from serving import ROOT, ask, running

ST = ROOT / ".venv" / "bin" / "st"
DESCRIPTION = ROOT / "docs" / "formats" / "openapi.json"
EXAMPLES = 30
"""Calls to each operation and way of generating: some ten thousand in all."""
CHECKED = (
    "not_a_server_error",
    "status_code_conformance",
    "content_type_conformance",
    "response_headers_conformance",
    "response_schema_conformance",
    "unsupported_method",
    "allow_header_conformance",
    "negative_data_rejection",
)
DOORS = ("/api/session", "/api/me/password", "/api/people", "/api/demo")
"""Operations that would end the session that the others are called in: called as a stranger."""
TOKEN = "t" * 32


def step_in(port: int, person: str) -> tuple[str, str]:
    """The session and the page's token of a demo person."""
    headers = {"Content-Type": "application/json", "Cookie": f"csrftoken={TOKEN}", "X-CSRFToken": TOKEN}
    answer = ask(port, "POST", "/api/demo", json.dumps({"name": person}).encode(), headers)
    cookies = SimpleCookie("; ".join(answer.headers.get_all("Set-Cookie", [])))
    return cookies["sessionid"].value, cookies["csrftoken"].value


def settings(session: str, token: str) -> str:
    """What the generator is told of the keys to the doors."""
    keys = {"Person": session, "Anyone": token, "Page": token}
    return "\n".join(f'[auth.openapi.{name}]\napi_key = "{key}"' for name, key in keys.items() if key)


def run(port: int, folder: Path, examples: int, seed: int, session: str, token: str, which: list[str], phases: str) -> int:
    """One run of the generator; what it prints is printed."""
    told = folder / "schemathesis.toml"
    told.write_text(settings(session, token))
    command = [
        *(str(ST), "--config-file", str(told), "--no-color", "run", str(DESCRIPTION), "--url", f"http://127.0.0.1:{port}"),
        *("--checks", ",".join(CHECKED), "--phases", phases, "--max-examples", str(examples), "--seed", str(seed)),
        *(
            "--no-shrink",
            "--continue-on-failure",
            "--max-failures",
            "40",
            "--warnings",
            "off",
            "--request-timeout",
            "60",
            *which,
        ),
    ]
    return subprocess.run(command, cwd=folder).returncode


def main(arguments: list[str]) -> int:
    """fuzz [--short] [--seed N]: short is what ./run test takes along."""
    short = "--short" in arguments
    seed = int(arguments[arguments.index("--seed") + 1]) if "--seed" in arguments else 20261126
    examples, phases = (1, "fuzzing") if short else (EXAMPLES, "coverage,fuzzing")
    with tempfile.TemporaryDirectory() as name, running(Path(name)) as port:
        folder = Path(name)
        session, token = step_in(port, "demo.ilse")
        inside = [part for door in DOORS for part in ("--exclude-path", door)]
        outside = [part for door in DOORS for part in ("--include-path", door)]
        failed = run(port, folder, examples, seed, session, token, inside, phases)
        return failed or run(port, folder, examples, seed, "", TOKEN, outside, phases)


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))

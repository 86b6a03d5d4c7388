"""Every check of ./run test, one line each; what a check printed is shown only when it fails."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
BACKEND, FRONTEND = ROOT / "backend", ROOT / "frontend"
BIN = ROOT / ".venv" / "bin"
PYTHON = str(BIN / "python")
ENV = os.environ | {
    "APERTURE_LOCAL": "1",
    "PYTHONPATH": str(BACKEND),
    "PYTHONDONTWRITEBYTECODE": "",  # each check and each server under test starts by reading all of the code
    "PYTHONWARNINGS": "ignore",
}
SUPPRESSIONS_CEILING = 10
SHARE = (0.25, 1 / 3)
SHOWN = 3000
"""Characters shown of each failure."""
MEMORY, ROOM_BYTES = Path("/dev") / "shm", 3_000_000_000
"""A file system in memory, as Linux has it, and the room that tests may take there: their databases are thrown away."""
FOR_TESTS = {"test_runner.py", "test_settings.py"}
GENERATED = re.compile(r"(lock|schema\.d\.ts|openapi\.json|/migrations/|/dist/)")


@dataclass
class Check:
    """A named command; passes when it exits 0."""

    name: str
    command: list[str]
    where: Path = ROOT
    env: dict[str, str] = field(default_factory=dict)


CHECKS = [
    # The longest first, so that no core waits for it at the end.
    Check("generated calls", [PYTHON, str(ROOT / "tools" / "fuzz.py"), "--short"]),
    Check("ruff", [str(BIN / "ruff"), "check", "."]),
    Check("ruff format", [str(BIN / "ruff"), "format", "--check", "."]),
    Check("mypy --strict", [str(BIN / "mypy")]),
    Check("rooms in order", [str(BIN / "lint-imports"), "--config", str(ROOT / "pyproject.toml")], BACKEND),
    Check("dead Python", [str(BIN / "vulture")]),
    Check("Python packages", [str(BIN / "deptry"), "backend"]),
    Check("migrations", [PYTHON, "manage.py", "makemigrations", "--check", "--dry-run"], BACKEND),
    Check(
        "deployment",
        [PYTHON, "manage.py", "check", "--deploy", "--fail-level", "WARNING"],
        BACKEND,
        {
            "APERTURE_LOCAL": "0",
            "APERTURE_SECRET_KEY": "for-this-check-only-k3Jx-9fQ_2mZpV7sLwRt5yBn8cGdHaUe4iXo",
            "APERTURE_HOSTS": "aperture.example",
        },
    ),
    Check("formats and types in step", [PYTHON, str(ROOT / "tools" / "drift.py")]),
    Check("eslint", ["npm", "run", "-s", "lint"], FRONTEND),
    Check("prettier", ["npm", "run", "-s", "format"], FRONTEND),
    Check("vue-tsc", ["npm", "run", "-s", "check"], FRONTEND),
    Check("unused front end", ["npx", "knip"], FRONTEND),
]
TESTS = Check(
    "tests",
    [PYTHON, "manage.py", "test", "--noinput", "--settings", "studio.test_settings", "--parallel", "3"],
    BACKEND,
    {"DJANGO_ALLOW_ASYNC_UNSAFE": "1"},
)


def hand_written() -> list[Path]:
    """Hand-written source files that git tracks or would."""
    listed = subprocess.run(
        ["git", "ls-files", "--cached", "--others", "--exclude-standard"], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout
    paths = [ROOT / name for name in listed.splitlines() if not GENERATED.search(name)]
    return [p for p in paths if p.suffix in {".py", ".ts", ".vue"} and p.is_file()]


def share_of_tests() -> tuple[bool, str]:
    """Whether tests are a quarter to a third of the lines that are not blank."""
    tests = total = 0
    for path in hand_written():
        lines = sum(1 for line in path.read_text().splitlines() if line.strip())
        total += lines
        if "tests" in path.parts or path.name in FOR_TESTS:
            tests += lines
    share = tests / total
    return total < 3000 or SHARE[0] <= share <= SHARE[1], f"tests are {share:.1%} of {total} hand-written lines"


def suppressions() -> tuple[bool, str]:
    """Whether suppressed findings stay under the committed ceiling."""
    marks = re.compile(r"#\s*noqa|type:\s*ignore|eslint-disable|@ts-(?:ignore|expect-error)|pragma: no")
    here = Path(__file__)
    found = sum(len(marks.findall(path.read_text())) for path in hand_written() if path != here)
    return found <= SUPPRESSIONS_CEILING, f"{found} suppressions, at most {SUPPRESSIONS_CEILING}"


def colours() -> tuple[bool, str]:
    """Whether hex colours live only in the theme folder."""
    hexes = re.compile(r"#(?:[0-9a-fA-F]{3}){1,2}\b")
    stray = [
        str(p.relative_to(ROOT))
        for p in FRONTEND.glob("src/**/*")
        if p.suffix in {".vue", ".ts", ".css"} and "theme" not in p.parts and hexes.search(p.read_text())
    ]
    return not stray, f"colours outside theme/: {', '.join(stray) or 'none'}"


def run(check: Check) -> tuple[bool, str, float]:
    """Run a check; its output and how long it took."""
    start = time.monotonic()
    ran = subprocess.run(check.command, cwd=check.where, env=ENV | check.env, capture_output=True, text=True)
    return ran.returncode == 0, ran.stdout + ran.stderr, time.monotonic() - start


def in_memory() -> str | None:
    """Where temporary files cost nothing to write, if this machine has room there."""
    there = MEMORY.is_dir() and os.access(MEMORY, os.W_OK) and shutil.disk_usage(MEMORY).free >= ROOM_BYTES
    return str(MEMORY) if there else None


def results() -> Iterator[tuple[Check, tuple[bool, str, float]]]:
    """What each check came to: the static ones side by side, then the tests, which use every core."""
    with ThreadPoolExecutor(os.cpu_count()) as pool:
        yield from zip(CHECKS, pool.map(run, CHECKS), strict=True)
    with tempfile.TemporaryDirectory(prefix="aperture-", dir=in_memory()) as folder:
        TESTS.env["TMPDIR"] = folder
        yield TESTS, run(TESTS)


def counted(output: str, ok: bool) -> tuple[int, int]:
    """Passed and failed tests, read off the runner's closing lines."""
    ran = sum(int(n) for n in re.findall(r"^Ran (\d+) tests?", output, re.M))
    failed = sum(int(n) for n in re.findall(r"(?:failures|errors)=(\d+)", output))
    if not ok and not failed:
        failed = 1
    return max(0, ran - failed), failed


def to_show(output: str) -> str:
    """What a failed check printed, by its end; of tests each that failed by name, with what came first in it.

    A test of a page prints the whole page it failed on, which would push the names of all others out of sight.
    """
    failed = re.findall(r"^={70}\n((?:FAIL|ERROR): .*?)(?=^[=-]{70}\n(?:FAIL|ERROR|Ran)|\Z)", output, re.M | re.S)
    return "\n\n".join(one[:SHOWN] for one in failed) or output[-SHOWN * 4 :]


def main() -> int:
    """Run all checks; the last line counts them and the tests together."""
    passed = failed = 0
    for check, (ok, output, seconds) in results():
        if check is TESTS:
            good, bad = counted(output, ok)
            passed, failed = passed + good, failed + bad
        else:
            passed, failed = passed + ok, failed + (not ok)
        print(f"{'ok  ' if ok else 'FAIL'} {check.name} ({seconds:.0f} s)", flush=True)
        if not ok:
            print(to_show(output), flush=True)
    for measure in (share_of_tests, suppressions, colours):
        ok, words = measure()
        passed, failed = passed + ok, failed + (not ok)
        print(f"{'ok  ' if ok else 'FAIL'} {words}", flush=True)
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())

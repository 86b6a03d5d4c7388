"""Getting a fresh machine ready, each step once: stamps are keyed on what the step depends on."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Iterable
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
BACKEND = ROOT / "backend"
FRONTEND = ROOT / "frontend"
VENV = ROOT / ".venv"
STAMPS = ROOT / ".stamps"
PYTHON = VENV / "bin" / "python"
PANGO = ("libpango-1.0-0", "libpangoft2-1.0-0", "libharfbuzz-subset0", "libegl1", "libgl1")
CHROMIUM = Path("/usr/bin/chromium-headless-shell")


class SetupError(RuntimeError):
    """Something a step needs is not there and cannot be installed."""


def digest(paths: Iterable[Path]) -> str:
    """A hash of the contents of files and folders."""
    seen = hashlib.sha256()
    for path in paths:
        files = sorted(p for p in path.rglob("*") if p.is_file()) if path.is_dir() else [path]
        for file in files:
            seen.update(str(file.relative_to(ROOT)).encode())
            seen.update(file.read_bytes())
    return seen.hexdigest()


def due(name: str, depends: Iterable[Path], there: Path) -> bool:
    """Whether a step has still to be done for these contents."""
    stamp = STAMPS / name
    return not (there.exists() and stamp.exists() and stamp.read_text() == digest(depends))


def done(name: str, depends: Iterable[Path]) -> None:
    """Remember that a step is done for these contents."""
    STAMPS.mkdir(exist_ok=True)
    (STAMPS / name).write_text(digest(depends))


def quiet(command: list[str], where: Path = ROOT, why: str = "", env: dict[str, str] | None = None) -> None:
    """Run a command silently; show what it printed only if it fails."""
    try:
        ran = subprocess.run(command, cwd=where, capture_output=True, text=True, env=os.environ | (env or {}))
    except FileNotFoundError:
        raise SetupError(f"{command[0]} is missing: {why}") from None
    if ran.returncode:
        sys.stderr.write(ran.stdout[-4000:] + ran.stderr[-4000:])
        raise SetupError(f"{why or ' '.join(command)} failed")


def python(dev: bool = False) -> None:
    """The virtual environment with locked packages."""
    for name in ("requirements", "requirements-dev") if dev else ("requirements",):
        lock = ROOT / f"{name}.txt"
        if not due(name, [lock], PYTHON):
            continue
        if not PYTHON.exists():
            quiet([sys.executable, "-m", "venv", str(VENV)], why="making a virtual environment (package python3-venv)")
        quiet([str(PYTHON), "-m", "pip", "install", "--quiet", "--require-hashes", "-r", str(lock)], why=f"installing {lock.name}")
        done(name, [lock])


def node() -> None:
    """The front end's locked packages."""
    locks = [FRONTEND / "package-lock.json", FRONTEND / "package.json"]
    if not due("node", locks, FRONTEND / "node_modules"):
        return
    if shutil.which("npm") is None:
        raise SetupError("npm is missing: install Node 22 (or 20)")
    quiet(["npm", "ci", "--silent", "--no-audit", "--no-fund"], FRONTEND, "installing the front end's packages")
    done("node", locks)


def build() -> None:
    """The production build of the front end."""
    node()
    depends = [FRONTEND / "src", FRONTEND / "index.html", FRONTEND / "vite.config.ts", FRONTEND / "package-lock.json"]
    if due("build", depends, FRONTEND / "dist" / "index.html"):
        quiet(["npx", "vite", "build", "--logLevel", "error"], FRONTEND, "building the front end")
        done("build", depends)


def _apt(packages: Iterable[str], why: str) -> None:
    missing = [p for p in packages if subprocess.run(["dpkg", "-s", p], capture_output=True).returncode]
    if not missing:
        return
    tool = ["apt-get"] if os.geteuid() == 0 else ["sudo", "-n", "apt-get"]
    quiet([*tool, "update", "-qq"], why=f"reading the package lists for {why}")
    quiet([*tool, "install", "-y", "-qq", "--no-install-recommends", *missing], why=f"installing {' '.join(missing)} for {why}")


def pango() -> None:
    """The text layout libraries behind the PDF card, and what the drawing library links to (no display is used)."""
    _apt(PANGO, "the PDF card and drawn scenes")


def chromium() -> None:
    """The browser for tests and pictures, and the readers of printed sheets."""
    _apt([*(() if CHROMIUM.exists() else ("chromium-headless-shell",)), "poppler-utils"], "browser tests and pictures")

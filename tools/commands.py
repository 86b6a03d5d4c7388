"""What each ./run command does."""

from __future__ import annotations

import os
import secrets
import socket
import subprocess
import sys
from pathlib import Path

import setup_steps as steps
from setup_steps import BACKEND, PYTHON, ROOT, SetupError

USUAL_PORT = 8377


def manage(*arguments: str, env: dict[str, str] | None = None) -> int:
    """Run a Django command."""
    return subprocess.run([str(PYTHON), "manage.py", *arguments], cwd=BACKEND, env=os.environ | (env or {})).returncode


def free_port(wanted: int) -> int:
    """The usual port, or another when it is taken."""
    for port in (wanted, 0):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
            return int(probe.getsockname()[1])
    raise SetupError("no free port on loopback")


def advise(arguments: list[str]) -> int:
    """A situation in, a setup out."""
    steps.python()
    return subprocess.run([str(PYTHON), "-m", "forms.advise_command", *_from_here(arguments)], cwd=BACKEND).returncode


def _from_here(arguments: list[str]) -> list[str]:
    return [a if a == "-" else str(Path(a).resolve()) for a in arguments]


def test(arguments: list[str]) -> int:
    """Every check."""
    steps.python(dev=True)
    steps.pango()
    steps.chromium()
    steps.build()
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "checks.py"), *arguments], cwd=ROOT).returncode


def demo(arguments: list[str]) -> int:
    """The application on fresh demo data, in a file of its own."""
    steps.python()
    steps.pango()
    steps.build()
    var = ROOT / "var"
    var.mkdir(exist_ok=True)
    database = var / "demo.sqlite3"
    for old in var.glob("demo.sqlite3*"):
        old.unlink()
    password = secrets.token_urlsafe(9)
    env = {
        "APERTURE_LOCAL": "1",
        "APERTURE_DEMO": "1",
        "APERTURE_DATABASE": str(database),
        "APERTURE_SECRET_KEY": secrets.token_urlsafe(40),
    }
    steps.quiet([str(PYTHON), "manage.py", "migrate", "-v0"], BACKEND, "making the demo database", env)
    steps.quiet([str(PYTHON), "manage.py", "load_demo", "--password", password], BACKEND, "loading the demo data", env)
    port = free_port(int(arguments[0]) if arguments else USUAL_PORT)
    print(f"Wide Aperture on http://127.0.0.1:{port}/")
    print(f"Step in with one press as demo.ilse or demo.bram, or sign in with the password {password}")
    print("Control-C ends it.", flush=True)
    return serve(port, env)


def serve(port: int, env: dict[str, str]) -> int:
    """The production server on loopback: two processes, so that long work never blocks a keystroke."""
    command = [
        str(PYTHON),
        "-m",
        "gunicorn",
        "studio.wsgi",
        "--bind",
        f"127.0.0.1:{port}",
        "--workers",
        "2",
        "--threads",
        "8",
        "--log-level",
        "warning",
    ]
    return subprocess.run(command, cwd=BACKEND, env=os.environ | env).returncode


def dev(arguments: list[str]) -> int:
    """Both servers with reloading, on a person's own database."""
    steps.python(dev=True)
    steps.node()
    (ROOT / "var").mkdir(exist_ok=True)
    env = {"APERTURE_LOCAL": "1", "APERTURE_DEBUG": "1", "APERTURE_ORIGINS": "http://127.0.0.1:5173"}
    steps.quiet([str(PYTHON), "manage.py", "migrate", "-v0"], BACKEND, "bringing the database up to date", env)
    with subprocess.Popen(["npx", "vite", "--host", "127.0.0.1"], cwd=steps.FRONTEND) as vite:
        code = manage("runserver", "127.0.0.1:8000", env=env)
        vite.terminate()
    return code


def shots(arguments: list[str]) -> int:
    """Remake docs/screenshots/ from the demo data."""
    steps.python(dev=True)
    steps.chromium()
    steps.build()
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "shots.py"), *arguments], cwd=ROOT).returncode


def bench(arguments: list[str]) -> int:
    """Figures as ratios to a floor measured in the same run."""
    steps.python(dev=True)
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "bench.py"), *arguments], cwd=ROOT).returncode


def mutate(arguments: list[str]) -> int:
    """Mutation testing of the rooms that compute an exposure."""
    steps.python(dev=True)
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "mutate.py"), *arguments], cwd=ROOT).returncode


COMMANDS = {"demo": demo, "test": test, "dev": dev, "bench": bench, "shots": shots, "mutate": mutate, "advise": advise}


def main(arguments: list[str]) -> int:
    """Find the command and run it."""
    if not arguments or arguments[0] not in COMMANDS:
        sys.stderr.write(f"usage: ./run {' | '.join(COMMANDS)}\n")
        return 2
    try:
        return COMMANDS[arguments[0]](arguments[1:])
    except SetupError as error:
        sys.stderr.write(f"{error}\n")
        return 1
    except KeyboardInterrupt:
        return 130

"""What each ./run command does."""

from __future__ import annotations

import os
import secrets
import subprocess
import sys
from pathlib import Path

import setup_steps as steps
from serving import (
    VAR,
    demo_data,
    demo_environment,
    demo_frames,
    listening,
    port_of,
    server,
    stand_in,
    stand_in_environment,
    stand_in_of,
    sweep,
    together,
    worker,
)
from setup_steps import BACKEND, PYTHON, ROOT, SetupError

USUAL_PORT, USUAL_BODY_PORT = 8377, 8378


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
    """The application on fresh demo data, in a file of its own: two demos of one folder know nothing of each other."""
    steps.python()
    steps.pango()
    steps.build()
    VAR.mkdir(exist_ok=True)
    sweep(VAR)
    held = listening(int(arguments[0]) if arguments else USUAL_PORT)
    port = port_of(held)
    env = demo_environment(VAR / f"demo-{port}.sqlite3")
    password = secrets.token_urlsafe(9)
    demo_data(env, password)
    demo_frames(env)
    body = listening(USUAL_BODY_PORT if port == USUAL_PORT else 0)
    env |= stand_in_environment(VAR, port) | {"APERTURE_BODY_AT": f"127.0.0.1:{port_of(body)}"}
    print(f"Wide Aperture on http://127.0.0.1:{port}/")
    print(f"Step in with one press as demo.ilse or demo.bram, or sign in with the password {password}")
    print(f"A body to plug in, a stand-in for demo.ilse's Merrow Swift, on http://127.0.0.1:{port_of(body)}/: its screen shows the code")
    print("Control-C ends it.", flush=True)
    code = together([(server(held), BACKEND)], env, helpers=[(worker(), BACKEND), (stand_in(body), BACKEND)])
    held.close()
    body.close()
    sweep(VAR)
    return code


def body(arguments: list[str]) -> int:
    """A stand-in for a body of a day that was exported: ./run body DAY.json [BODY [ITS-WORDS.json]]."""
    if not arguments:
        raise SetupError(
            "./run body takes a day as Outings exports it, then the name of one of its bodies and a file of that one's words, if there are any"
        )
    steps.python()
    steps.build()
    held = listening(USUAL_BODY_PORT)
    told = stand_in_of(*_from_here(arguments[:1]), arguments[1] if len(arguments) > 1 else "", *_from_here(arguments[2:3]))
    print(f"{told['APERTURE_BODY_SLUG']} on http://127.0.0.1:{port_of(held)}/: its screen shows the code that plugs it in")
    print("Control-C ends it.", flush=True)
    code = together([(stand_in(held), BACKEND)], told)
    held.close()
    return code


def bring(arguments: list[str]) -> int:
    """The frames of a folder on this machine to somebody's day: ./run bring FOLDER PERSON DAY."""
    if len(arguments) != 3:
        raise SetupError(
            "./run bring takes a folder, the name that somebody signs in with, and the title of one of their days or its number"
        )
    steps.python()
    folder, *rest = [*_from_here(arguments[:1]), *arguments[1:]]
    env = {"APERTURE_LOCAL": "1"} | os.environ
    return subprocess.run([str(PYTHON), "manage.py", "bring_frames", folder, *rest], cwd=BACKEND, env=env).returncode


def dev(arguments: list[str]) -> int:
    """Both servers with reloading, on a person's own database."""
    steps.python(dev=True)
    steps.node()
    VAR.mkdir(exist_ok=True)
    env = {"APERTURE_LOCAL": "1", "APERTURE_DEBUG": "1", "APERTURE_ORIGINS": "http://127.0.0.1:5173"}
    steps.quiet([str(PYTHON), "manage.py", "migrate", "-v0"], BACKEND, "bringing the database up to date", env)
    pages = ["npx", "vite", "--host", "127.0.0.1"]
    answers = [str(PYTHON), "manage.py", "runserver", "127.0.0.1:8000"]
    return together([(pages, steps.FRONTEND), (answers, BACKEND)], env, helpers=[(worker(), BACKEND)])


def fuzz(arguments: list[str]) -> int:
    """Generated calls against the whole application."""
    steps.python(dev=True)
    steps.build()
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "fuzz.py"), *arguments], cwd=ROOT).returncode


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


def soak(arguments: list[str]) -> int:
    """Many writers, then kills."""
    steps.python(dev=True)
    steps.build()
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "soak.py"), *arguments], cwd=ROOT).returncode


COMMANDS = {
    "demo": demo,
    "body": body,
    "test": test,
    "bring": bring,
    "dev": dev,
    "bench": bench,
    "shots": shots,
    "mutate": mutate,
    "fuzz": fuzz,
    "soak": soak,
    "advise": advise,
}


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

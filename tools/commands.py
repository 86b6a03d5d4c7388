"""What each ./run command does."""

from __future__ import annotations

import os
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
    return subprocess.run([str(PYTHON), "-m", "exchange.advise_command", *_from_here(arguments)], cwd=BACKEND).returncode


def _from_here(arguments: list[str]) -> list[str]:
    return [a if a == "-" else str(Path(a).resolve()) for a in arguments]


def test(arguments: list[str]) -> int:
    """Every check."""
    steps.python(dev=True)
    return subprocess.run([str(PYTHON), str(ROOT / "tools" / "checks.py"), *arguments], cwd=ROOT).returncode


COMMANDS = {"test": test, "advise": advise}


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

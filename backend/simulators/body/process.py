"""How a stand-in's process is started. Only the standard library is needed, so that any command can start one."""

from __future__ import annotations

THREADS = 8
"""One process, since there is one body; a thread for each that listens to what happens, and some that ask."""


def command(python: str, descriptor: int) -> list[str]:
    """The command that answers on a socket that listens already, from the folder of the backend."""
    return [
        *(python, "-m", "gunicorn", "simulators.body.wsgi:application", "--workers", "1", "--threads", str(THREADS)),
        *("--bind", f"fd://{descriptor}", "--log-level", "warning", "--no-control-socket"),
    ]

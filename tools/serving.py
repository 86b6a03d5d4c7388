"""Starting the application: its server, its demo data, and an end to all of it whatever ends the command."""

from __future__ import annotations

import http.client
import json
import os
import secrets
import shutil
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from email.message import Message
from pathlib import Path
from types import FrameType
from typing import NamedTuple

from setup_steps import BACKEND, PYTHON, ROOT, SetupError, quiet

sys.path.insert(0, str(BACKEND))

from simulators.body import process as body
from studio.beside import end_with_parent

WORKERS = 2
"""Processes of a server, so that long work of one leaves the other free."""
ENDED_BY = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP, signal.SIGQUIT)


class Answer(NamedTuple):
    """What a server answered."""

    status: int
    headers: Message
    body: bytes


def listening(wanted: int = 0) -> socket.socket:
    """A socket that listens on the wanted port of loopback, or on another when it is taken: nobody else can take it any more."""
    for port in (wanted, 0):
        held = socket.socket()
        held.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            held.bind(("127.0.0.1", port))
            held.listen()
        except OSError:
            held.close()
            continue
        held.set_inheritable(True)
        return held
    raise SetupError("no free port on loopback")


def port_of(held: socket.socket) -> int:
    """The port of a listening socket."""
    return int(held.getsockname()[1])


def server(held: socket.socket, workers: int = WORKERS) -> list[str]:
    """The command of the production server on a socket: bodies are read before a thread is taken."""
    return [
        *(str(PYTHON), "-m", "gunicorn", "studio.asgi:application", "--worker-class", "asgi", "--workers", str(workers)),
        *("--bind", f"fd://{held.fileno()}", "--limit-request-line", "8190", "--no-control-socket"),
        *("--log-level", "warning"),
    ]


def worker() -> list[str]:
    """The command of the worker that does what goes on behind pages; it gives way to the server."""
    return ["nice", "-n", "10", str(PYTHON), "manage.py", "db_worker", "--interval", "0.3", "--no-startup-delay", "--no-reload", "-v0"]


def stand_in(held: socket.socket) -> list[str]:
    """The command of a stand-in for a body, on a socket."""
    return body.command(str(PYTHON), held.fileno())


def stand_in_environment(var: Path, port: int) -> dict[str, str]:
    """What the stand-in of the demo on a port is told, and its files; those of demos that have ended go with their databases."""
    folder = var / f"demo-{port}.sqlite3-body"
    folder.mkdir(exist_ok=True)
    said = subprocess.run([str(PYTHON), "-m", "simulators.body.of_demo", str(folder)], cwd=BACKEND, check=True, capture_output=True)
    found: dict[str, str] = json.loads(said.stdout)
    return found


def stand_in_of(day: str, slug: str, words: str = "") -> dict[str, str]:
    """What a stand-in for a body of an exported day is told; of its first body where none is named.

    Raises
    ------
    SetupError : there is no such file or body.
    """
    try:
        bodies = list(json.loads(Path(day).read_bytes())["bodies"])
    except (OSError, ValueError, KeyError, TypeError) as error:
        raise SetupError(f"{Path(day).name} is no day as Outings exports it: {error}") from None
    if not bodies or (slug and slug not in bodies):
        raise SetupError(f"this day's bodies are {', '.join(bodies) or 'none'}")
    return {"APERTURE_BODY_DAY": day, "APERTURE_BODY_SLUG": slug or bodies[0], "APERTURE_BODY_WORDS": words}


def demo_environment(database: Path) -> dict[str, str]:
    """What the application is told for a demo in this file."""
    return {
        "DJANGO_SETTINGS_MODULE": "studio.settings",
        "APERTURE_LOCAL": "1",
        "APERTURE_DEMO": "1",
        "APERTURE_DATABASE": str(database),
        "APERTURE_SECRET_KEY": secrets.token_urlsafe(40),
    }


def demo_data(env: dict[str, str], password: str) -> None:
    """A new database with the demo's people."""
    quiet([str(PYTHON), "manage.py", "migrate", "-v0"], BACKEND, "making the demo database", env)
    quiet([str(PYTHON), "manage.py", "load_demo", f"--password={password}"], BACKEND, "loading the demo data", env)


def demo_frames(env: dict[str, str]) -> None:
    """What came back from the demo's day: drawn for it, which takes some seconds."""
    quiet([str(PYTHON), "manage.py", "load_demo_frames"], BACKEND, "bringing the demo's frames", env)


def started(command: list[str], where: Path, env: dict[str, str]) -> subprocess.Popen[bytes]:
    """A process that ends when this one does, even if this one is killed."""
    return subprocess.Popen(command, cwd=where, env=os.environ | env, preexec_fn=end_with_parent, start_new_session=True, close_fds=False)


PATIENCE_S = 1.0
"""Seconds between a helper's end and its next beginning: one that cannot begin is tried once a second, and takes nothing else with it."""


def together(commands: list[tuple[list[str], Path]], env: dict[str, str], helpers: list[tuple[list[str], Path]] | None = None) -> int:
    """Run commands side by side until one of them ends or this one is told to; then end all of them. A helper that ends is begun again."""
    told = 0

    def note(number: int, _: FrameType | None) -> None:
        nonlocal told
        told = number

    for number in ENDED_BY:
        signal.signal(number, note)
    running = [started(command, where, env) for command, where in commands]
    helping = [(started(command, where, env), command, where, time.monotonic()) for command, where in helpers or []]
    while not told and all(one.poll() is None for one in running):
        time.sleep(0.1)
        for k, (one, command, where, since) in enumerate(helping):
            if one.poll() is not None and time.monotonic() - since > PATIENCE_S:
                helping[k] = (started(command, where, env), command, where, time.monotonic())
    codes = [one.poll() for one in running]
    for one in (*running, *(helper[0] for helper in helping)):
        end(one)
    return 128 + told if told else next((code for code in codes if code is not None), 1)


def end(one: subprocess.Popen[bytes]) -> None:
    """End a process and what it started, politely first."""
    for number, patience in ((signal.SIGTERM, 8), (signal.SIGKILL, 8)):
        try:
            os.killpg(one.pid, number)
            one.wait(patience)
        except ProcessLookupError:
            return
        except subprocess.TimeoutExpired:
            continue


@contextmanager
def running(folder: Path, workers: int = WORKERS, database: Path | None = None, *, frames: bool = False) -> Iterator[int]:
    """The application on fresh demo data in a folder, or on a database that is there already, once it answers: its port; frames: with what
    came back of the demo's day."""
    env = demo_environment(database or folder / "demo.sqlite3")
    if database is None:
        folder.mkdir(exist_ok=True)
        demo_data(env, secrets.token_urlsafe(9))
        if frames:
            demo_frames(env)
    held = listening()
    port = port_of(held)
    process = started(server(held, workers), BACKEND, env)
    beside = started(worker(), BACKEND, env)
    held.close()
    try:
        wait_until_up(process, port)
        yield port
    finally:
        end(process)
        end(beside)


def ask(port: int, method: str, path: str, body: bytes | None = None, headers: dict[str, str] | None = None) -> Answer:
    """One call to a server on loopback."""
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=30)
    try:
        connection.request(method, path, body, headers or {})
        answer = connection.getresponse()
        return Answer(answer.status, answer.headers, answer.read())
    finally:
        connection.close()


def wait_until_up(process: subprocess.Popen[bytes], port: int) -> None:
    """Until a server answers.

    Raises
    ------
    SetupError : it ended, or does not answer within half a minute.
    """
    for _ in range(300):
        try:
            ask(port, "GET", "/api/me")
        except OSError:
            if process.poll() is not None:
                break
            time.sleep(0.1)
        else:
            return
    raise SetupError("the server does not answer")


def sweep(var: Path) -> None:
    """Remove the databases of demos whose port nobody listens on any more."""
    for old in var.glob("demo-*.sqlite3*"):
        port = old.name.split(".")[0].removeprefix("demo-")
        if port.isdigit() and _nobody_on(int(port)):
            if old.is_dir():
                shutil.rmtree(old, ignore_errors=True)
            else:
                old.unlink(missing_ok=True)


def _nobody_on(port: int) -> bool:
    with listening(port) as held:
        return port_of(held) == port


VAR = ROOT / "var"

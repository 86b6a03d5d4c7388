"""A stand-in body in a process of its own, for tests that speak to it."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import httpx

from people.tests.caller import Caller
from simulators.body.of_demo import of_demo_day
from simulators.body.process import command
from studio.beside import end_with_parent

BACKEND = Path(__file__).resolve().parents[2]
CODE = "204816"


@dataclass
class StandIn:
    """Where it answers, and hands to move it with."""

    port: int
    process: subprocess.Popen[bytes]

    @property
    def address(self) -> str:
        return f"127.0.0.1:{self.port}"

    def seen(self) -> dict[str, Any]:
        return httpx.get(f"http://{self.address}/hand", timeout=20).json()

    def do(self, what: str, **how: Any) -> dict[str, Any]:
        answer = httpx.post(f"http://{self.address}/hand", json={"do": what, **how}, timeout=20)
        assert answer.status_code == 200, answer.text
        return answer.json()

    def end(self) -> None:
        if self.process.poll() is None:
            os.killpg(self.process.pid, signal.SIGKILL)  # and what answers for it
            self.process.wait()


@contextmanager
def standing_in(slug: str = "merrow-swift-20") -> Iterator[StandIn]:
    """A body of the demo's day, once it answers."""
    with tempfile.TemporaryDirectory() as folder, socket.socket() as held:
        held.bind(("127.0.0.1", 0))
        held.listen()
        held.set_inheritable(True)
        env = of_demo_day(Path(folder), slug, CODE) | {"PATH": "", "HOME": folder}
        process = subprocess.Popen(
            command(sys.executable, held.fileno()),
            cwd=BACKEND,
            env=env,
            close_fds=False,
            preexec_fn=end_with_parent,
            start_new_session=True,
        )
        it = StandIn(held.getsockname()[1], process)
        try:
            for _ in range(200):
                try:
                    httpx.get(f"http://{it.address}/link/who", timeout=20)
                    break
                except httpx.HTTPError:
                    time.sleep(0.1)
            yield it
        finally:
            it.end()


def plugged_in(it: StandIn, person: Any, slug: str = "merrow-swift-20") -> None:
    """Pair a stand-in with a person's body."""
    answer = Caller(person).send("PUT", f"/api/kit/bodies/{slug}/link", {"address": it.address, "code": CODE})
    assert answer.status_code == 200, answer.content

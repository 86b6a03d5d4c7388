"""The command as a stranger runs it: a process, its exit code and its two outputs."""

from __future__ import annotations

import io
import json
import subprocess
import sys
import tempfile
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from types import SimpleNamespace
from typing import NamedTuple
from unittest import TestCase, mock

from forms.advise_command import main
from forms.reading import LARGEST_BYTES

GOOD = {"genre": "street", "body": "quillon-lane-32", "lens": "quillon-18", "light": {"condition": "overcast"}}


def run(argument: str, text: bytes = b"") -> subprocess.CompletedProcess[bytes]:
    return subprocess.run(
        [sys.executable, "-m", "forms.advise_command", argument], input=text, capture_output=True, cwd=Path(__file__).parents[2]
    )


class Heard(NamedTuple):
    """What a run ended with and said."""

    code: int
    out: str
    err: str


def here(argument: str, text: bytes = b"") -> Heard:
    """The same command in this process."""
    out, err = io.StringIO(), io.StringIO()
    with mock.patch("sys.stdin", SimpleNamespace(buffer=io.BytesIO(text))), redirect_stdout(out), redirect_stderr(err):
        code = main([argument])
    return Heard(code, out.getvalue(), err.getvalue())


class Command(TestCase):
    def test_file_and_standard_input_agree(self) -> None:
        with tempfile.NamedTemporaryFile(suffix=".json") as file:
            file.write(json.dumps(GOOD).encode())
            file.flush()
            by_file, by_pipe = run(file.name), run("-", json.dumps(GOOD).encode())
        self.assertEqual((by_file.returncode, by_file.stderr), (0, b""))
        self.assertEqual(by_file.stdout, by_pipe.stdout)
        self.assertEqual(json.loads(by_file.stdout)["file"], "both")

    def test_hostile_input_exits_2_with_lines_and_no_output(self) -> None:
        good = json.dumps(GOOD)
        hostile = {
            b"": "not JSON",
            b"{": "not JSON",
            good[:-9].encode(): "not JSON",
            b"\xff\xfe\x00": "UTF-8",
            b'{"genre":"street","genre":"sports"}': "twice",
            b'{"light":{"ev100":NaN}}': "NaN",
            b"[" * 50_000: "nested",
            b" " * (LARGEST_BYTES + 1): "at most",
            good.replace("overcast", "x").encode(): "light.condition",
            b'{"a":' * 60 + b"1" + b"}" * 60: "nested",
            b'{"light":{"ev100":1' + b"0" * 5000 + b"}}": "digits",
        }
        for text, words in hostile.items():
            with self.subTest(text=text[:40]):
                heard = here("-", text)
                self.assertEqual((heard.code, heard.out), (2, ""))
                self.assertIn(words, heard.err)
        ran = run("-", b"[" * 50_000)
        self.assertEqual((ran.returncode, ran.stdout), (2, b""))
        self.assertNotIn("Traceback", ran.stderr.decode())
        self.assertIn("cannot read", here("/nowhere/at/all.json").err)

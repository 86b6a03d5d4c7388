"""Django's test runner, which also tells the ten slowest tests, whichever process they ran in."""

from __future__ import annotations

import tempfile
import time
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.test.runner import DiscoverRunner
from hypothesis import HealthCheck, settings

SHOWN = 10

settings.register_profile("house", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("house")
"""How long drawing an example takes says how busy the machine is, not whether the code is right."""


Run = Callable[[unittest.TestCase, unittest.TestResult | None], unittest.TestResult | None]


class TellingRunner(DiscoverRunner):
    """Times each test where it runs: workers are forked, so what is patched here is patched there."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        """Begin a file to which every process adds the seconds of its tests."""
        super().setup_test_environment(**kwargs)
        with tempfile.NamedTemporaryFile("w", suffix=".seconds", delete=False) as file:
            self.seconds = Path(file.name)
        self.plain_run: Run = unittest.TestCase.run
        plain, log = self.plain_run, self.seconds

        def timed(test: unittest.TestCase, result: unittest.TestResult | None = None) -> unittest.TestResult | None:
            begun = time.monotonic()
            try:
                return plain(test, result)
            finally:
                with log.open("a") as file:
                    file.write(f"{time.monotonic() - begun:.2f} {test.id()}\n")

        unittest.TestCase.run = timed  # type: ignore[method-assign, assignment]

    def teardown_test_environment(self, **kwargs: Any) -> None:
        """Tell the slowest and tidy up."""
        super().teardown_test_environment(**kwargs)
        unittest.TestCase.run = self.plain_run  # type: ignore[method-assign, assignment]
        rows = [line.split(" ", 1) for line in self.seconds.read_text().splitlines()]
        self.seconds.unlink()
        slowest = sorted(((float(seconds), name) for seconds, name in rows), reverse=True)[:SHOWN]
        self.log("\n".join(["slowest:", *(f"{seconds:6.1f} s  {name}" for seconds, name in slowest)]))

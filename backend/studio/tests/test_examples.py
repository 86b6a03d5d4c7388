"""Every example in a docstring is run as a test."""

from __future__ import annotations

import doctest
import importlib
import pkgutil
from unittest import TestCase

import craft
import forms
import people
from craft import examples

SHOWN_ON = {name: getattr(examples, name) for name in ("BODY", "LENS", "Light", "Person", "situation", "advised", "configured")}
"""What every example may use without a word."""


class Examples(TestCase):
    def test_docstrings(self) -> None:
        attempted = 0
        for package in (craft, forms, people):
            for found in pkgutil.walk_packages(package.__path__, package.__name__ + "."):
                if ".tests" in found.name or ".migrations" in found.name:
                    continue
                with self.subTest(module=found.name):
                    result = doctest.testmod(importlib.import_module(found.name), extraglobs=SHOWN_ON)
                    attempted += result.attempted
                    self.assertEqual(result.failed, 0)
        self.assertGreater(attempted, 240)

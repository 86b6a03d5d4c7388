"""Every example in a docstring is run as a test."""

from __future__ import annotations

import doctest
import importlib
import inspect
import pkgutil
from unittest import TestCase

import craft
import forms
import people
from craft import bracketing, configuration, day, decisions, exposure, kit, programs, render, review, scene, setup, sky
from craft.examples import SHOWN_ON


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

    def test_every_public_function_of_the_rooms_of_the_trade_shows_one(self) -> None:
        lacking = [
            f"{found.name}.{name}"
            for room in (kit, scene, sky, exposure, programs, bracketing, decisions, setup, configuration, day, render, review)
            for found in pkgutil.walk_packages(room.__path__, room.__name__ + ".")
            if ".tests" not in found.name
            for name, one in vars(importlib.import_module(found.name)).items()
            if inspect.isfunction(one) and one.__module__ == found.name and not name.startswith("_") and ">>>" not in (one.__doc__ or "")
        ]
        self.assertEqual(lacking, [])

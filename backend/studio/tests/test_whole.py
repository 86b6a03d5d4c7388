"""A fault at the very end of any writing operation, once its answer is made: nothing of it stays."""

from __future__ import annotations

import logging
from typing import Any
from unittest.mock import patch

from django.apps import apps
from django.db import transaction
from ninja.operation import Operation

from people import turns
from people.tests.caller import Caller
from studio.bodies import FOR_FILES
from studio.tests.test_every_operation import BODIES_SENT, OPERATIONS, OnTheDemoDay, form_of

KEPT = ("auth", "people", "jobs", "gear", "outings", "frames", "cards")
WRITING = [
    (method, path, operation) for method, path, operation in OPERATIONS if method != "GET" and "Stateless." not in operation["description"]
]
plain = Operation._result_to_response


class FaultError(Exception):
    """What breaks."""


class NoTurn:
    """A turn that nobody may have."""

    def __enter__(self) -> None:
        raise FaultError

    def __exit__(self, *given: Any) -> None: ...


def broken(*given: Any) -> None:
    plain(*given)
    raise FaultError


def all_rows() -> dict[str, list[Any]]:
    return {
        model.__name__: list(model.objects.order_by("pk").values_list())
        for name in KEPT
        for model in apps.get_app_config(name).get_models()
    }


class Whole(OnTheDemoDay):
    def setUp(self) -> None:
        logging.disable(logging.CRITICAL)
        self.addCleanup(logging.disable, logging.NOTSET)

    def test_nothing_stays_of_what_broke_at_its_end(self) -> None:
        """Each is sent twice: so that it breaks, and, to know that it would have written, so that it does not."""
        wrote = 0
        for method, path, operation in WRITING:
            form, version = form_of(operation), self.version_of(path)
            sent = (method, self.address(path), BODIES_SENT[form] if form else None, version)
            caller = Caller(self.ilse)
            caller.client.raise_request_exception = False
            before = all_rows()
            with self.subTest(method=method, path=path):
                with patch.object(Operation, "_result_to_response", broken):
                    broke = caller.send(*sent).status_code
                self.assertEqual(all_rows() == before, True)
                with transaction.atomic():
                    went = caller.send(*sent).status_code
                    wrote += all_rows() != before
                    transaction.set_rollback(True)
                self.assertEqual(broke, 500 if went < 400 else went)
        self.assertGreater(wrote, 30)

    def test_what_is_refused_for_what_it_is_keeps_nobody_waiting(self) -> None:
        """Nonsense, wrong passwords and files that are no pictures are answered without a turn to write; what is good asks for one."""
        caller = Caller(self.ilse)
        caller.client.raise_request_exception = False
        wrong = {"SignIn": {"name": "demo.ilse", "password": "guess"}, "Passwords": {"old": "guess", "new": "lantern-boats-4"}}
        wrong |= {
            "Figures": {"code": "123456"},
            "Lost": {"name": "demo.ilse", "code": "2345", "password": "lantern-boats-4"},
            "Present": {"password": "guess"},
        }
        asked = 0
        with patch.object(turns, "_turn", NoTurn()):
            for method, path, operation in WRITING:
                form, address = form_of(operation), self.address(path)
                with self.subTest(method=method, path=path):
                    if form is not None or FOR_FILES.fullmatch(address):
                        body = wrong.get(form or "", {"nonsense": [1] * 9} if form else b"no picture and no zip")
                        self.assertIn(caller.send(method, address, body, '"1"').status_code, (403, 422))
                    if form is not None and form not in wrong and "Lost" not in form:
                        asked += caller.send(method, address, BODIES_SENT[form], self.version_of(path)).status_code == 500
        self.assertGreater(asked, 25)

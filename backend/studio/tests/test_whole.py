"""A fault at the very end of any writing operation, once its answer is made: nothing of it stays."""

from __future__ import annotations

import logging
from typing import Any
from unittest.mock import patch

from django.apps import apps
from django.db import transaction
from ninja.operation import Operation

from people.tests.caller import Caller
from studio.tests.test_every_operation import BODIES_SENT, OPERATIONS, OnTheDemoDay, form_of

KEPT = ("auth", "people", "jobs", "gear", "outings", "cards")
WRITING = [
    (method, path, operation) for method, path, operation in OPERATIONS if method != "GET" and "Stateless." not in operation["description"]
]
plain = Operation._result_to_response


class FaultError(Exception):
    """What breaks."""


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

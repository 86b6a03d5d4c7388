"""A database of the first release, brought forward by the migrations: everything in it is there and is shown."""

from __future__ import annotations

import gzip
import json
import os
import sqlite3
import subprocess
import sys
import tempfile
from pathlib import Path

from django.test import SimpleTestCase

HERE = Path(__file__).parent
BACKEND = HERE.parents[1]
FIRST = HERE / "fixtures" / "first_release.sql.gz"
"""Made with the first release: the demo's people, a card, an earlier document, and two lenses under names that were taken then."""

LOOK = """
import json, sys
from django.contrib.auth import get_user_model
from people.tests.caller import Caller
caller = Caller(get_user_model().objects.get(username="demo.ilse"))
caller.client.defaults["SERVER_NAME"] = "localhost"
def seen(path):
    answer = caller.get(path)
    assert answer.status_code == 200, (path, answer.status_code, answer.content[:300])
    return answer.json()
(day,) = seen("/api/outings")
pages = [f"/api/outings/{day['id']}/{page}" for page in ("day", "slots", "fingers", "checks", "traffic", "alike", "export", "review", "nights")]
for row in day["situations"]:
    pages += [f"/api/situations/{row['id']}/{page}" for page in ("setup.json", "walk", "kept")]
for page in pages:
    seen(page)
print(json.dumps({"day": day, "kit": seen("/api/kit"), "note": seen(f"/api/situations/{day['situations'][1]['id']}"),
    "card": seen(f"/api/cards/{day['situations'][0]['card_id']}"), "profile": seen("/api/profile")}))
"""


class Older(SimpleTestCase):
    def test_the_first_release_s_database_is_brought_forward_and_every_page_shows_it(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "old.sqlite3"
            with sqlite3.connect(file) as old:
                old.executescript(gzip.decompress(FIRST.read_bytes()).decode())
            old.close()
            env = os.environ | {"APERTURE_LOCAL": "1", "APERTURE_DATABASE": str(file), "PYTHONWARNINGS": "ignore"}
            for command in (["migrate", "-v0"], ["migrate", "--check"]):
                subprocess.run([sys.executable, "manage.py", *command], cwd=BACKEND, env=env, check=True, capture_output=True)
            looked = subprocess.run(
                [sys.executable, "manage.py", "shell", "-v0", "-c", LOOK], cwd=BACKEND, env=env, check=True, capture_output=True, text=True
            )
        seen = json.loads(looked.stdout)
        self.assertEqual(len(seen["day"]["situations"]), 7)
        self.assertEqual(seen["note"]["document"]["note"], "from the quay")
        self.assertEqual(seen["note"]["undo"], 1)
        self.assertEqual(seen["card"]["situation"], seen["day"]["situations"][0]["id"])
        slugs = {lens["slug"] for lens in seen["kit"]["lenses"]}
        self.assertLessEqual({"brass-11", "piece"}, slugs)
        self.assertIn("brass-11", {row["lens"] for row in seen["day"]["situations"]})

"""Settings of the test command: local, a database in a file that the browser's parallel requests can share,
without the write-ahead log, since test databases are copied, and without waiting for the disk, since they are thrown away; each thread keeps its connection."""

import os
from pathlib import Path

from studio.settings import *  # noqa: F403
from studio.settings import DATABASES as REAL
from studio.settings import VAR

FILES = Path(os.environ.get("TMPDIR", VAR))
FILES.mkdir(exist_ok=True)
DATABASES = {
    "default": {
        **REAL["default"],
        "OPTIONS": {"transaction_mode": "IMMEDIATE", "timeout": 20, "init_command": "PRAGMA synchronous=OFF"},
        "TEST": {"NAME": FILES / "aperture-test.sqlite3"},
        "CONN_MAX_AGE": None,
    }
}
DEMO = True
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
TEST_RUNNER = "studio.test_runner.TellingRunner"
DOORS = False
TASKS = {"default": {"BACKEND": "django_tasks.backends.immediate.ImmediateBackend"}}

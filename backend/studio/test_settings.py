"""Settings of the test command: local, and without the write-ahead log, since test databases are copied."""

from studio.settings import *  # noqa: F403
from studio.settings import DATABASES

DATABASES["default"]["OPTIONS"] = {"transaction_mode": "IMMEDIATE", "timeout": 20}
DEMO = True
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]

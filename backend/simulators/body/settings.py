"""Settings of a stand-in's process. Which body it is comes from the environment (names begin with APERTURE_BODY)."""

from __future__ import annotations

import secrets
from pathlib import Path

from environs import Env

env = Env()
DIST = Path(__file__).resolve().parents[3] / "frontend" / "dist"

with env.prefixed("APERTURE_BODY_"):
    DAY = env.str("DAY", "")
    """A day's file, with its kit."""
    SLUG = env.str("SLUG", "")
    """Which of its bodies."""
    WORDS = env.str("WORDS", "")
    """A file of the body's words; may be left out."""
    HELD = env.str("HELD", "")
    """A file of values by setting, as the body was left; may be left out."""
    CODE = env.str("CODE", "")
    """The code that its screen shows first; a new one where it is left out."""

ALLOWED_HOSTS = ["127.0.0.1", "localhost", "[::1]"]
INSTALLED_APPS = ["ninja"]
MIDDLEWARE = ["simulators.body.urls.in_reach", "whitenoise.middleware.WhiteNoiseMiddleware"]
ROOT_URLCONF = "simulators.body.urls"
SECRET_KEY = secrets.token_urlsafe(40)
STATIC_URL = "static/"
USE_TZ = True
WHITENOISE_ROOT = DIST if DIST.exists() else None
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

"""Settings. Everything that differs between machines comes from the environment (names begin with APERTURE_)."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from csp.constants import NONE, SELF, UNSAFE_INLINE
from django.core.exceptions import ImproperlyConfigured
from environs import Env

env = Env()
BASE_DIR = Path(__file__).resolve().parent.parent
VAR = BASE_DIR.parent / "var"
FRONTEND_DIST = BASE_DIR.parent / "frontend" / "dist"
SHORTEST_KEY = 32

with env.prefixed("APERTURE_"):
    DEBUG = env.bool("DEBUG", False)
    DEMO = env.bool("DEMO", False)
    LOCAL = env.bool("LOCAL", False)
    SECRET_KEY = env.str("SECRET_KEY", "")
    ALLOWED_HOSTS = env.list("HOSTS", ["127.0.0.1", "localhost", "[::1]"])
    DATABASE = env.str("DATABASE", "")
    CSRF_TRUSTED_ORIGINS: list[str] = env.list("ORIGINS", [])
    REGISTRATION = env.str("REGISTRATION", "open")
    INVITATION = env.str("INVITATION", "")
    PROXIES = env.int("PROXIES", 0)
    HSTS = env.str("HSTS", "off")
    LOGS = env.str("LOGS", "faults")
    LINKS = env.bool("LINKS", LOCAL)
    BODY_AT = env.str("BODY_AT", "")

if not SECRET_KEY and LOCAL:
    SECRET_KEY = "local-only-" + "0" * 50
if len(SECRET_KEY) < SHORTEST_KEY and not LOCAL:
    raise ImproperlyConfigured(f"APERTURE_SECRET_KEY is needed, of {SHORTEST_KEY} characters or more; here it has {len(SECRET_KEY)}")
if REGISTRATION not in ("open", "invited", "closed"):
    raise ImproperlyConfigured(f"APERTURE_REGISTRATION is “{REGISTRATION}”; open, invited and closed are accepted")
if HSTS not in ("off", "host", "subdomains"):
    raise ImproperlyConfigured(f"APERTURE_HSTS is “{HSTS}”; off, host and subdomains are accepted")
if LOGS not in ("faults", "json"):
    raise ImproperlyConfigured(f"APERTURE_LOGS is “{LOGS}”; faults and json are accepted")
if REGISTRATION == "invited" and not INVITATION:
    raise ImproperlyConfigured("APERTURE_INVITATION, the word of invitation, is needed where APERTURE_REGISTRATION is invited")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "django_tasks",
    "django_tasks_db",
    "ninja",
    "people",
    "jobs",
    "kit",
    "outings",
    "frames",
    "cards",
    "links",
    "studio",
]

MIDDLEWARE = [
    "studio.middleware.logged",
    "django.middleware.security.SecurityMiddleware",
    "csp.middleware.CSPMiddleware",
    "django_permissions_policy.PermissionsPolicyMiddleware",
    "studio.middleware.not_kept",
    "studio.middleware.one_shape",
    "studio.middleware.Files",
    "django.middleware.gzip.GZipMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]

ROOT_URLCONF = "studio.urls"
WSGI_APPLICATION = "studio.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "DIRS": [FRONTEND_DIST],
        "APP_DIRS": True,
        "OPTIONS": {"context_processors": []},
    }
]

DATABASES: dict[str, Any] = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": DATABASE or VAR / "aperture.sqlite3",
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=NORMAL;",
        },
        "TEST": {"NAME": None},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in ("UserAttributeSimilarityValidator", "MinimumLengthValidator", "CommonPasswordValidator", "NumericPasswordValidator")
]

LANGUAGE_CODE = "en"
USE_TZ = True
TIME_ZONE = "UTC"
STATIC_URL = "static/"
WHITENOISE_ROOT = FRONTEND_DIST if FRONTEND_DIST.exists() else None
WHITENOISE_ALLOW_ALL_ORIGINS = False
WHITENOISE_IMMUTABLE_FILE_TEST = r"^/assets/.+-[\w-]{8}\.\w+$"
DATA_UPLOAD_MAX_MEMORY_SIZE = 4_000_000
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.db.DatabaseCache",
        "LOCATION": "counts",
        "OPTIONS": {"MAX_ENTRIES": 200_000},
    }
}
TASKS = {"default": {"BACKEND": "django_tasks_db.DatabaseBackend"}}
DOORS = True
NINJA_NUM_PROXIES = PROXIES

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [SELF],
        "script-src": [SELF],
        "style-src": [SELF, UNSAFE_INLINE],
        "img-src": [SELF, "data:", "blob:"],
        "font-src": [SELF, "data:"],
        "object-src": [NONE],
        "base-uri": [NONE],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    }
}
"""Components bring their styles with them as they are shown, so styles may stand in the page; scripts may not."""
PERMISSIONS_POLICY: dict[str, list[str]] = {
    name: []
    for name in (
        "accelerometer",
        "camera",
        "display-capture",
        "geolocation",
        "gyroscope",
        "magnetometer",
        "microphone",
        "midi",
        "payment",
        "usb",
    )
}

SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_HTTPONLY = True
SECURE_CONTENT_TYPE_NOSNIFF = True
X_FRAME_OPTIONS = "DENY"
if not LOCAL:
    SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = True
    SECURE_REDIRECT_EXEMPT = [r"^(alive|ready)$"]  # a supervisor asks on the machine itself
    # a browser that was told holds to it for a year: it is the choice of whoever has the name, and its other hosts are theirs
    SECURE_HSTS_SECONDS = 0 if HSTS == "off" else 31_536_000
    SECURE_HSTS_INCLUDE_SUBDOMAINS = HSTS == "subdomains"
    SILENCED_SYSTEM_CHECKS = ["security.W004", "security.W005", "security.W021"]
    SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {
        "faults": {"format": "%(message)s"},
        "json": {
            "()": "pythonjsonlogger.json.JsonFormatter",
            "fmt": "%(asctime)s %(levelname)s %(name)s %(message)s",
            "rename_fields": {"asctime": "at", "levelname": "level", "name": "from", "message": "what"},
        },
    },
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": LOGS}},
    "loggers": {
        "django.request": {"handlers": ["console"], "level": "ERROR", "propagate": False},
        "aperture": {"handlers": ["console"], "level": "INFO", "propagate": False},
    },
}

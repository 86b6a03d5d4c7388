"""What Django knows of this app: it holds no tables, only commands."""

import os
from pathlib import Path

from django.apps import AppConfig
from django.conf import settings

PRIVATE = 0o600


class Config(AppConfig):
    """The app as it is installed."""

    name = "studio"

    def ready(self) -> None:
        """What the application keeps is for its owner alone to read: files it makes, and a database that is there already."""
        os.umask(0o077)
        database = Path(str(settings.DATABASES["default"]["NAME"]))
        for file in database.parent.glob(f"{database.name}*") if database.parent.is_dir() else ():
            file.chmod(PRIVATE)

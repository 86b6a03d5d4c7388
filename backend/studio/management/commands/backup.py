"""Take a copy of the whole database, while the application runs."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.copies import CopyError, take


class Command(BaseCommand):
    """backup FILE"""

    help = "Take a copy of the whole database into a new file, while the application runs."

    def add_arguments(self, parser: CommandParser) -> None:
        """The file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Take it, and say how large it is."""
        try:
            size = take(options["file"])
        except CopyError as error:
            raise CommandError(str(error)) from None
        self.stdout.write(f"{options['file']}: {size:,} bytes, looked through and whole")

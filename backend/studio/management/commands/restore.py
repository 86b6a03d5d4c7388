"""Put a copy of the database in the place of what is there, while the application runs."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from studio.copies import CopyError, bring_back


class Command(BaseCommand):
    """restore FILE"""

    help = "Put a copy of the database in the place of what is there (which is kept beside it), and bring it up to date."

    def add_arguments(self, parser: CommandParser) -> None:
        """The file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring it back, and say where what was there is now."""
        try:
            before = bring_back(options["file"])
        except CopyError as error:
            raise CommandError(f"{error}; nothing was changed") from None
        self.stdout.write(f"{options['file']} is in place" + (f"; what was there is in {before}" if before else ""))

"""Load the demo data; can be run again."""

from typing import Any

from django.core.management.base import BaseCommand

from outings.demo_people import load_demo_people


class Command(BaseCommand):
    """Make the demo photographers anew, with their kit and their day."""

    help = "Make the demo photographers anew, with their kit and their day."

    def add_arguments(self, parser: Any) -> None:
        """The password of the demo people."""
        parser.add_argument("--password", required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        """Load."""
        names = load_demo_people(options["password"])
        self.stdout.write(f"demo people: {', '.join(names)}")

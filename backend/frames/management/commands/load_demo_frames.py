"""Bring the demo frames to the demo days; can be run again."""

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand

from frames.demo_frames import add_demo_frames
from people.models import Profile


class Command(BaseCommand):
    """Bring the demo frames to the demo days, in place of those that are there."""

    help = "Bring the demo frames to the demo days, in place of those that are there."

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring."""
        for person in User.objects.filter(pk__in=Profile.objects.filter(of_demo=True).values("person")):
            self.stdout.write(f"{person.username}: {add_demo_frames(person)} frames")

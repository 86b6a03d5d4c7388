"""Bring the frames of a folder on this machine to somebody's day; can be run again, and goes on where it was stopped."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from forms.problems import InputError
from frames.folder import Brought, bring_folder
from outings.models import Outing

TOLD_EVERY = 50


class Command(BaseCommand):
    """Bring the frames of a folder to a day."""

    help = "Bring the frames of a folder on this machine to somebody's day: can be run again, and goes on where it was stopped."

    def add_arguments(self, parser: CommandParser) -> None:
        """What is asked for."""
        parser.add_argument("folder", type=Path, help="where the frames are, with the folders in it")
        parser.add_argument("person", help="the name that they sign in with")
        parser.add_argument("day", help="the title of the day, or the number in its address")

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring, and say how far."""
        outing = self._day(options["person"], options["day"])
        told = Brought()
        try:
            for told in bring_folder(outing, options["folder"]):
                if told.looked_at % TOLD_EVERY == 0:
                    self.stdout.write(told.words)
        except InputError as error:
            raise CommandError(error.problems[0].detail) from None
        for name, why in told.wrong:
            self.stderr.write(f"{name}: {why}")
        self.stdout.write(f"{outing.title}: {told.words}")

    def _day(self, person: str, day: str) -> Outing:
        mine = Outing.objects.filter(person__username=person, deleted_at=None).select_related("person")
        found = list(mine.filter(title=day) if not day.isdecimal() else mine.filter(pk=int(day)))
        if len(found) == 1:
            return found[0]
        there = ", ".join(f"{one.pk} {one.title}" for one in mine.order_by("-pk")[:20]) or "none"
        raise CommandError(f"{len(found)} days of {person} are called “{day}”; the title or number of one of these is accepted: {there}")

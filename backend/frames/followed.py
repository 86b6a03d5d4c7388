"""How a person follows what moves, learned from the frames of what they followed."""

from __future__ import annotations

from collections.abc import Iterator

from django.contrib.auth.models import User
from django.db.models import Count, Q

from craft.errors import CraftError
from craft.review.following import LEAST_BURSTS, Followed, Follows, Practice, expected_of, follows, seen_of
from forms.problems import InputError, what_can_be_read
from forms.profile_form import PersonForm
from frames.day import day_of
from frames.schemas import PracticeOut
from outings.models import Outing
from outings.reading import Kit
from outings.setups import answered

LATEST_DAYS, LEAST_FRAMES, MOST_PICTURES = 4, 20, 6
"""Days that are looked at, the latest; frames whose focus is told, under which a day tells nothing; and pictures: for each of them two people's following is simulated."""


def followed_of(person: User, kit: Kit) -> PracticeOut:
    """How a person follows, beside what the plan would expect of an ordinary and of a practised one."""
    found = follows(list(_followed(person, kit)))
    now = what_can_be_read(PersonForm, kit.profile)[0].practised_follower
    practised = {Practice.PRACTISED: True, Practice.ORDINARY: False}.get(found.how)
    return PracticeOut(how=found.how.value, text=text_of(found), frames=found.told, practised=practised, now=now, taken=practised == now)


def text_of(found: Follows) -> str:
    """What was learned of following, in a sentence.

    >>> text_of(Follows(Practice.FEW, 12, 9, 3))
    'Following: 12 frames in 3 bursts of what you followed tell their focus. It takes 10 bursts.'
    >>> text_of(Follows(Practice.PRACTISED, 90, 80, 12, 4.0))
    'Of 90 frames in 12 bursts of what you followed 80 are in focus, as a practised follower brings them back: more than twenty times likelier than of an ordinary one.'
    """
    frames = f"{found.told} frames in {found.bursts} bursts of what you followed"
    if found.how is Practice.FEW:
        return f"Following: {frames} tell their focus. It takes {LEAST_BURSTS} bursts."
    sharp = f"Of {frames} {found.in_focus} are in focus"
    if found.how is Practice.UNSURE:
        return f"{sharp}: an ordinary follower and a practised one make that about as likely."
    like = ("a practised follower", "an ordinary one") if found.how is Practice.PRACTISED else ("an ordinary follower", "a practised one")
    return f"{sharp}, as {like[0]} brings them back: more than twenty times likelier than of {like[1]}."


def _followed(person: User, kit: Kit) -> Iterator[Followed]:
    told = Count("came", filter=Q(came__focus_px__isnull=False))
    days = Outing.objects.filter(person=person, deleted_at=None).annotate(told=told).filter(told__gte=LEAST_FRAMES)
    left = MOST_PICTURES
    people = [Kit(person, profile={**kit.profile, "practised_follower": practised}) for practised in (False, True)]
    for outing in days.select_related("person").order_by("-day", "-pk")[:LATEST_DAYS]:
        day = day_of(outing)
        for row in outing.in_order():
            frames = [one.frame for one in day.of(row.pk) if one.may_be_by(row.document["body"])]
            if not left or sum(one.sharp is not None and one.sharp.focus_px is not None for one in frames) < LEAST_FRAMES:
                continue
            try:
                answers = [answered(row, outing, kit) for kit in people]
            except (InputError, CraftError):  # its bench says why it has no setup
                continue
            ordinary, practised = (expected_of(answer.setup) for answer in answers)
            if ordinary is not None and practised is not None:
                left -= 1
                yield Followed(seen_of(frames, answers[0].situation.hidden_share), ordinary, practised)

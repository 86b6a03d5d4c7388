"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied."""

from __future__ import annotations

import datetime as dt
import math

from django.http import HttpRequest
from ninja import Router, Schema

from craft.configuration.handing_over import file_bytes
from craft.loading.traffic import Burst, backlog, bursts, sends, sent_bytes
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from outings.actions import Kit
from outings.day import Made, by_body, made_of, minutes_of
from outings.mine import my_outing
from outings.models import Outing

router = Router(tags=["traffic"])

LAST_H = 1.0
"""Hours that the last situation of a day is taken to last."""


class BurstOut(Schema):
    """A burst by what the second card is for: seconds until the buffer is full (null: never), frames till then, frames a second after."""

    role: str
    label: str
    chosen: bool
    seconds: float | None
    frames: float | None
    then_fps: float


class LegOut(Schema):
    """One situation: frames, megabytes a frame and in all, the rate; bursts by card role (none: nobody knows the body's speeds).

    what: is sent, in words, or an empty text for nothing; waits_mb: what still waits when it ends;
    gone_at: when that has gone, or null; comes_mb: what it would add if it were sent.
    """

    situation: int
    title: str
    starts_at: str
    hours: float
    frames: float
    frame_mb: float
    room_gb: float
    fps: float | None
    bursts: list[BurstOut]
    sends: bool
    what: str
    comes_mb: float
    waits_mb: float
    gone_at: str | None


class BodyTraffic(Schema):
    """One body's day: link_mb_s 0: nobody knows; blocks: what it cannot do while frames wait; remote: how it is released, or an empty text."""

    body: str
    link_mb_s: float
    blocks: list[str]
    pairing: str
    remote: str
    legs: list[LegOut]


class TrafficOut(Schema):
    """Cards and links of the day; not_copied: earlier outings whose cards nobody has said to be copied."""

    title: str
    bodies: list[BodyTraffic]
    not_copied: list[str]
    problems: list[str]


def not_copied(outing: Outing) -> list[str]:
    """Earlier outings of the person that were begun (something is ticked) and whose frames nobody has said to be copied."""
    earlier = Outing.objects.filter(person=outing.person, deleted_at=None, day__lt=outing.day, ticked__isnull=False)
    return [row.title for row in earlier.exclude(ticked__check_slug="copied_after").distinct()]


def _burst(burst: Burst, role: str | None) -> BurstOut:
    never = math.isinf(burst.seconds)
    return BurstOut(
        role=burst.role,
        label=say_value(BY_SLUG["card_roles"], burst.role),
        chosen=burst.role == role,
        seconds=None if never else burst.seconds,
        frames=None if never else burst.frames,
        then_fps=burst.then_fps,
    )


def _body(body: str, day: list[Made], spans: dict[int, tuple[int, float]]) -> BodyTraffic:
    facts = day[0].situation.body.facts
    values = [made.configuration.values for made in day]
    files = [file_bytes(made.situation, held) for made, held in zip(day, values, strict=True)]
    frames = [made.setup.facts["shots"] for made in day]
    each = [sent_bytes(str(held.get("send_what", "small")), *file) for held, file in zip(values, files, strict=True)]
    going = [count if sends(held) else 0.0 for held, count in zip(values, frames, strict=True)]
    begins = [spans[made.pk][0] * 60.0 for made in day]
    ends = [begin + spans[made.pk][1] * 3600 for made, begin in zip(day, begins, strict=True)]
    link = facts.traffic.link_mb_s
    sent = backlog(each, going, begins, ends, link) if link else ()
    roles = BY_SLUG["card_roles"].values if "card_roles" in values[0] else ("continues",)
    legs = []
    for k, made in enumerate(day):
        raw, finished = files[k]
        fps = made.situation.body.highest_rate(made.setup.shutter, raw > 0)
        waits = sent[k].waits_mb if sent else 0.0
        gone = dt.datetime.combine(dt.date.min, dt.time()) + dt.timedelta(seconds=ends[k] + (sent[k].gone_after_s if sent else 0))
        legs.append(
            LegOut(
                situation=made.pk,
                title=made.title,
                starts_at=f"{spans[made.pk][0] // 60:02d}:{spans[made.pk][0] % 60:02d}",
                hours=spans[made.pk][1],
                frames=frames[k],
                frame_mb=(raw + finished) / 1e6,
                room_gb=(raw + finished) * frames[k] / 1e9,
                fps=fps,
                bursts=[
                    _burst(b, str(values[k].get("card_roles", "continues")))
                    for b in (bursts(raw, finished, fps, facts.traffic, [str(role) for role in roles]) if fps else ())
                ],
                sends=going[k] > 0,
                what=say_value(BY_SLUG["send_what"], values[k]["send_what"]) if going[k] and "send_what" in values[k] else "",
                comes_mb=each[k] * frames[k] / 1e6,
                waits_mb=waits,
                gone_at=gone.strftime("%H:%M") if waits else None,
            )
        )
    remote = values[0].get("remote", "off")
    return BodyTraffic(
        body=body,
        link_mb_s=link,
        blocks=list(facts.traffic.blocks),
        pairing=str(values[0].get("pairing", "")),
        remote="" if remote == "off" else say_value(BY_SLUG["remote"], remote),
        legs=legs,
    )


@router.get("/outings/{pk}/traffic", response=TrafficOut)
def traffic(request: HttpRequest, pk: int) -> TrafficOut:
    """How long bursts last, and what waits to be sent, body by body."""
    outing = my_outing(request, pk)
    kit = Kit(request.user)
    setups, problems = made_of(outing, kit)
    starts = {row.pk: minutes_of(str(row.document["starts_at"])) for row in outing.situations.filter(deleted_at=None)}
    order = sorted(starts.values())
    spans = {
        pk: (begin, min((later - begin for later in order if later > begin), default=LAST_H * 60) / 60) for pk, begin in starts.items()
    }
    days = by_body(setups)
    bodies = [_body(body, day, spans) for body, day in days.items()]
    return TrafficOut(title=outing.title, bodies=bodies, not_copied=not_copied(outing), problems=problems)

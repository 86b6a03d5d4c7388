"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied: what is computed and written down."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence

from craft.configuration.handing_over import file_bytes
from craft.day.first_day import CARD_LOSS
from craft.day.traffic import Burst, backlog, bursts, sends, sent_bytes
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from outings.models import Outing
from outings.setups import Made, by_body
from outings.traffic.schemas import BodyTraffic, BurstOut, LegOut, RoleOfCards

LAST_H = 1.0
"""Hours that the last situation of a day is taken to last."""


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


def traffic_of(outing: Outing, setups: list[Made]) -> list[BodyTraffic]:
    """How fast frames leave each body; a situation lasts until the next one of the day, whatever body that has."""
    starts = {row.pk: row.begins for row in outing.in_order()}
    order = sorted(starts.values())
    spans = {
        pk: (begin, min((later - begin for later in order if later > begin), default=LAST_H * 60) / 60) for pk, begin in starts.items()
    }
    there = [made for made in setups if made.pk in spans]  # one may have been put aside meanwhile
    return [body_traffic(body, day, spans) for body, day in by_body(there).items()]


def _full_rate(made: Made, raw_bytes: float) -> float | None:
    return made.situation.body.highest_rate(made.setup.shutter_type, raw_bytes > 0)


def bursts_by_role(made: Made, roles: Sequence[object]) -> tuple[Burst, ...]:
    """A picture's burst at full rate by each role of the cards; none where the body has no rate, or nobody knows its buffer and cards."""
    raw, finished = file_bytes(made.situation, made.configuration.values)
    fps = _full_rate(made, raw)
    return bursts(raw, finished, fps, made.situation.body.traits.traffic, [str(role) for role in roles]) if fps else ()


def planned_burst(made: Made) -> Burst | None:
    """A picture's burst at full rate with its cards as they are set; None where nobody knows."""
    return next(iter(bursts_by_role(made, [made.configuration.values.get("card_roles", "continues")])), None)


def body_traffic(body: str, day: list[Made], spans: dict[int, tuple[int, float]]) -> BodyTraffic:
    """How fast frames leave one body over the day."""
    traits = day[0].situation.body.traits
    values = [made.configuration.values for made in day]
    files = [file_bytes(made.situation, held) for made, held in zip(day, values, strict=True)]
    frames = [made.setup.facts["shots"] for made in day]
    each = [sent_bytes(str(held.get("send_what", "small")), *file) for held, file in zip(values, files, strict=True)]
    going = [count if sends(held) else 0.0 for held, count in zip(values, frames, strict=True)]
    begins = [spans[made.pk][0] * 60.0 for made in day]
    ends = [begin + spans[made.pk][1] * 3600 for made, begin in zip(day, begins, strict=True)]
    link = traits.traffic.link_mb_s
    sent = backlog(each, going, begins, ends, link) if link else ()
    roles = BY_SLUG["card_roles"].values if "card_roles" in values[0] else ("continues",)
    legs = []
    for k, made in enumerate(day):
        raw, finished = files[k]
        fps = _full_rate(made, raw)
        waits = sent[k].waits_mb if sent else 0.0
        gone = dt.datetime.combine(dt.date.min, dt.time()) + dt.timedelta(seconds=ends[k] + (sent[k].gone_after_s if sent else 0))
        legs.append(
            LegOut(
                situation=made.pk,
                title=made.title,
                starts_at=f"{spans[made.pk][0] // 60 % 24:02d}:{spans[made.pk][0] % 60:02d}",
                hours=spans[made.pk][1],
                frames=frames[k],
                pictures=min(frames[k], made.setup.facts["pictures"]),
                raw_gb=raw * frames[k] / 1e9,
                finished_gb=finished * frames[k] / 1e9,
                wanted_fps=made.setup.facts["wanted_rate"] if made.setup.drive.frames_per_second else None,
                frame_mb=(raw + finished) / 1e6,
                room_gb=(raw + finished) * frames[k] / 1e9,
                fps=fps,
                bursts=[_burst(b, str(values[k].get("card_roles", "continues"))) for b in bursts_by_role(made, roles)],
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
        roles=[
            RoleOfCards(role=slug, label=say_value(BY_SLUG["card_roles"], slug), loses=loses, chosen=slug == values[0].get("card_roles"))
            for slug, loses in CARD_LOSS.items()
            if "card_roles" in values[0]
        ],
        link_mb_s=link,
        blocks=list(traits.traffic.blocks),
        pairing=str(values[0].get("pairing", "")),
        remote="" if remote == "off" else say_value(BY_SLUG["remote"], remote),
        legs=legs,
    )

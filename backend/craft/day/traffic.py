"""Frames on their way out of a body: how long a burst lasts by what the cards are for, and when what is sent has gone.

Both are stores that fill while frames come and drain at a steady rate (a fluid queue; Newell,
"Applications of Queueing Theory", 1971, ch. 2): exact for steady streams, within a frame of a burst counted one by one.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from craft.configuration.handing_over import FINISHED_BYTES
from craft.kit.traits import Traffic
from craft.vocabulary.setting import Value

MEGA = 1e6

SMALL_PIXELS = 2e6
"""Pixels of a small file for sending (two megapixels: enough for any small screen)."""


@dataclass(frozen=True, slots=True)
class Burst:
    """A burst at full rate: seconds and frames until the buffer is full (infinite: never), and frames a second from then on."""

    role: str
    seconds: float
    frames: float
    then_fps: float


def written_fps(raw_bytes: float, finished_bytes: float, role: str, card_bytes_s: Sequence[float]) -> float:
    """Frames a second that the cards take, by what the second card is for; the slower one sets the pace where both are used.

    >>> written_fps(40.0, 10.0, "copies", [100.0, 50.0])
    1.0
    """
    whole = raw_bytes + finished_bytes
    first, second = (*card_bytes_s, *card_bytes_s)[:2]
    if role == "copies":
        return min(first, second) / whole
    if role == "splits_by_format":
        return min(first / raw_bytes if raw_bytes else math.inf, second / finished_bytes if finished_bytes else math.inf)
    return first / whole


def bursts(raw_bytes: float, finished_bytes: float, fps: float, traffic: Traffic, roles: Sequence[str]) -> tuple[Burst, ...]:
    """A burst by each role of the cards; none where buffer or cards are not known.

    raw_bytes, finished_bytes: of one frame; fps: frames a second while the buffer has room.

    >>> bursts(50e6, 0, 10, Traffic(1000, (250,)), ("continues",))
    (Burst(role='continues', seconds=4.0, frames=40.0, then_fps=5.0),)
    """
    if not traffic.buffer_mb or not traffic.card_mb_s or not all(traffic.card_mb_s):
        return ()
    rates = [rate * MEGA for rate in traffic.card_mb_s]
    room = traffic.buffer_mb * MEGA / (raw_bytes + finished_bytes)
    found = []
    for role in roles:
        away = written_fps(raw_bytes, finished_bytes, role, rates)
        seconds = math.inf if away >= fps else room / (fps - away)
        found.append(Burst(role, seconds, fps * seconds, min(fps, away)))
    return tuple(found)


def sent_bytes(what: str, raw_bytes: float, finished_bytes: float) -> float:
    """Bytes of one frame that go over the link, by what is sent; a finished file that is not kept is made small.

    >>> sent_bytes("raw", 25e6, 8e6), sent_bytes("rendered", 25e6, 0.0)
    (25000000.0, 600000.0)
    """
    if what == "raw":
        return raw_bytes or finished_bytes
    small = SMALL_PIXELS * FINISHED_BYTES["good"]
    return (finished_bytes or small) if what == "rendered" else small


@dataclass(frozen=True, slots=True)
class Sent:
    """One situation of a day of sending: megabytes that come, what still waits when it ends, and seconds after its end until that has gone."""

    comes_mb: float
    waits_mb: float
    gone_after_s: float


def backlog(
    bytes_each: Sequence[float], frames: Sequence[float], begins_s: Sequence[float], ends_s: Sequence[float], link_mb_s: float
) -> tuple[Sent, ...]:
    """What waits to be sent, situation by situation; frames come steadily while each lasts, and the link is never off.

    bytes_each, frames, begins_s, ends_s: by situation, in the order of the day (n,).

    >>> [round(s.gone_after_s) for s in backlog([1e6], [600], [0], [100], 2.0)]
    [200]
    """
    found, waits, clock = [], 0.0, begins_s[0] if begins_s else 0.0
    for each, count, begins, ends in zip(bytes_each, frames, begins_s, ends_s, strict=True):
        waits = max(0.0, waits - link_mb_s * MEGA * max(0.0, begins - clock))
        comes = each * count
        waits = max(0.0, waits + comes - link_mb_s * MEGA * (ends - begins))
        found.append(Sent(comes / MEGA, waits / MEGA, waits / (link_mb_s * MEGA)))
        clock = ends
    return tuple(found)


def sends(values: Mapping[str, Value]) -> bool:
    """Whether a configuration sends frames while it takes them.

    >>> sends({"tether": "on"}), sends({})
    (True, False)
    """
    return values.get("send_while_shooting") == "on" or values.get("tether") == "on"

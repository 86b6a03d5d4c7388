"""Cards and links of an outing: how long bursts last, what waits to be sent, what is not yet copied: as it is said in JSON."""

from __future__ import annotations

from ninja import Schema


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

    raw_gb, finished_gb: in all, of each kind; pictures: that will be handed over; wanted_fps: the rate that
    suits the subject; what: is sent, in words, or an empty text for nothing; waits_mb: what still waits when it ends;
    gone_at: when that has gone, or null; comes_mb: what it would add if it were sent.
    """

    situation: int
    title: str
    starts_at: str
    hours: float
    frames: float
    pictures: float
    frame_mb: float
    raw_gb: float
    finished_gb: float
    room_gb: float
    fps: float | None
    wanted_fps: float | None
    bursts: list[BurstOut]
    sends: bool
    what: str
    comes_mb: float
    waits_mb: float
    gone_at: str | None


class RoleOfCards(Schema):
    """What two cards can be for, and what the failure of one then loses; an empty slug: there is one card."""

    role: str
    label: str
    loses: str
    chosen: bool


class BodyTraffic(Schema):
    """One body's day: roles: of its cards; link_mb_s 0: nobody knows; blocks: what it cannot do while frames wait; remote: how it is released, or an empty text."""

    body: str
    roles: list[RoleOfCards]
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

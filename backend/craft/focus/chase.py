"""What is followed, by whom and through which glass: all that a simulation asks for, and nothing else."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from craft.focus.loops import AGAINST_COSTS, AGAINST_STOPS, READING_M, found_in, found_share, loop_of, noisier, unread_share
from craft.focus.surroundings import about
from craft.kit.body import Shutter
from craft.scene.plan import At
from craft.scene.sight import OUTLINE, THROUGH
from craft.scene.situation import Situation
from craft.vocabulary.terms import Support

HAND_RAD = 0.003
"""How far a hand that follows with a long lens is off, one deviation (an estimate: a twentieth of the frame at 500 mm)."""

HAND_SHARE = 0.03
"""The same as a share of the frame's width, where that is more: with a wide lens nobody aims closer."""

STEADIES = {Support.HANDHELD: 1.0, Support.MONOPOD: 0.7, Support.TRIPOD: 0.6}
"""What is left of it on a support (estimates)."""

FACES = "known_faces"
"""The habit of showing faces to the body beforehand."""

REACTS_S = 0.15
"""Time that a hand is behind a movement it had not foreseen (visual reaction while tracking, 0.12 to 0.2 s)."""

TURNS_S = 0.8
"""A subject of no foresight at all changes its whole speed within so long (an estimate)."""

OF_THE_BODY = frozenset({"rate", "lag_s", "updates_s", "blackout_s"})
"""Figures that are taken as they are: there are few of them."""

IN_STOPS = frozenset({"light", "against", "faint", "pane"})
"""Figures in stops, told to a quarter."""

PREFERENCES = NEAREST, MIDDLE, KNOWN = "nearest", "middle", "known"
"""Of several that a body finds, which it takes."""

MOST_UPDATES_S = 120.0
"""Readings a second that are simulated at the most: more would change nothing that shows, and take their time."""

FARTHEST_M = 500.0
"""Past this everything is at infinity for focus that follows."""


@dataclass(frozen=True, slots=True)
class Chase:
    """One subject that is followed with one body and lens. Metres, seconds, radians; dioptres (1/m) where a name ends in _d.

    Subject
        distance_m; toward_m_s, across_m_s: its pace along the axis (over 0 comes nearer) and across it; turns_m_s2: deviation of its
        acceleration; wide, high: half of what it fills.
    Surroundings
        behind_d: background; crossed: times a second that something passes, covering ``covers`` (half, radians) at ``crosses`` radians a second; others:
        in the frame; before: share of it with nearer things; changes: times a second that one goes over to another.
    Glass
        tolerance_d: defocus at which the blur disc is the circle of confusion; nearest_d: of the lens; travel_d_s: dioptres a second that it goes.
    Hand
        aim: deviation of the aim; frame_wide, frame_high: half of the frame.
    Light, in stops: light, over the darkest that the body reads in; against, faint, pane: that the light behind, a faint outline and glass take of it.
    Body
        rate; lag_s; updates_s; blackout_s; reads_d: deviation of a reading in good light; large: share of readings in good light at which something so large is
        found; shows: share of these at which its outline lets it be found.
    Before it
        veil: share of the frame that is covered close to the lens, veil_d: how close.
    As drawn, in metres from above; empty where it goes straight on, as far away as it is
        way: its points; things: what stands about, each with half of its width and whether it is of its kind.
    prefers: of several that it finds, the nearest, the one in the middle, or the one it was shown.
    """

    distance_m: float
    toward_m_s: float
    across_m_s: float
    turns_m_s2: float
    wide: float
    high: float
    behind_d: float
    crossed: float
    covers: float
    crosses: float
    others: float
    before: float
    changes: float
    tolerance_d: float
    nearest_d: float
    travel_d_s: float
    aim: float
    frame_wide: float
    frame_high: float
    rate: float
    lag_s: float
    updates_s: float
    blackout_s: float
    reads_d: float
    light: float
    against: float
    faint: float
    pane: float
    large: float
    shows: float
    veil: float
    veil_d: float
    way: tuple[At, ...] = ()
    things: tuple[tuple[float, float, float, bool], ...] = ()
    prefers: str = NEAREST

    @property
    def over(self) -> float:
        """Stops of light over the darkest, as it is to be read."""
        return self.light - self.against - self.faint - self.pane

    @property
    def error_d(self) -> float:
        """Deviation of a reading."""
        return self.reads_d * noisier(self.over)

    @property
    def unread(self) -> float:
        """Share of readings that come to nothing."""
        return unread_share(self.over)

    @property
    def found(self) -> float:
        """Share of readings at which the body finds its subject."""
        return self.large * self.shows * found_in(self.over)


def rounded(value: float) -> float:
    """A figure as far as it matters here: within four in a hundred, so that situations alike share their answer.

    >>> rounded(34.9), rounded(35.2), rounded(-0.0), rounded(-5.5)
    (34.7755, 34.7755, 0.0, -5.57897)
    """
    if not value or math.isinf(value):
        return value + 0.0
    return math.copysign(round(2 ** (round(math.log2(abs(value)) * 12.5) / 12.5), 5 - math.floor(math.log10(abs(value)))), value)


def over_darkest(situation: Situation, darkest_ev: float) -> float:
    """Stops of light over the darkest that its autofocus reads in, through this lens wide open.

    >>> round(over_darkest(situation(), -3.0), 1)
    13.0
    """
    through = 2 * math.log2(2.0 / situation.lens.widest_at(situation.focal_mm))
    return situation.light.ev100 + through - darkest_ev


def head_share(situation: Situation) -> float:
    """What a body looks for, as a share of the frame's height.

    >>> round(head_share(situation()), 3)
    0.057
    """
    high_m, at = situation.used_mm[1] / 1000, min(situation.distance_m, FARTHEST_M)
    return about(situation.genre, situation.subject.slug).eye_m / at * situation.focal_mm / 1000 / high_m


def taken_stops(situation: Situation) -> dict[str, float]:
    """Stops that the light behind a subject, its faint outline and glass before it take from reading focus.

    >>> taken_stops(situation())
    {'against': 0.0, 'faint': 0.0, 'pane': 0.0}
    """
    through, outline = situation.sight.through, situation.sight.outline
    return {
        "against": AGAINST_COSTS if situation.light.above >= AGAINST_STOPS else 0.0,
        "faint": OUTLINE[outline].stops if outline else 0.0,
        "pane": THROUGH[through].stops if through else 0.0,
    }


def outline_shows(situation: Situation) -> float:
    """Share of readings at which a subject's outline lets it be found.

    >>> outline_shows(situation())
    1.0
    """
    return OUTLINE[situation.sight.outline].shows if situation.sight.outline else 1.0


def chase_of(situation: Situation, aperture: float, shutter: Shutter, rate: float) -> Chase:
    """What a situation asks of focus at an aperture, a shutter and a rate.

    >>> one = chase_of(situation(), 2.8, BODY.shutters[0], 12.0)
    >>> round(one.across_m_s, 1), round(one.tolerance_d, 4), one.updates_s
    (5.6, 0.0025, 30.0)
    """
    focal, at = situation.focal_mm / 1000, min(situation.distance_m, FARTHEST_M)
    wide_m, high_m = (length / 1000 for length in situation.used_mm)
    subject, near = situation.subject, about(situation.genre, situation.subject.slug)
    loop = loop_of(situation.body, shutter)
    through = situation.sight.through and THROUGH[situation.sight.through]
    toward, across = (situation.speed_m_s * part for part in (math.cos(situation.angle_rad), math.sin(situation.angle_rad)))
    person = situation.person
    practice = (0.7 if person.practised else 1.0) / math.sqrt(person.steadiness)
    hand = max(HAND_RAD, HAND_SHARE * wide_m / focal) * STEADIES[situation.carried_by] * practice
    behind = situation.followed * across / at * REACTS_S
    large = found_share(head_share(situation), loop.finds_share) if subject.detection.value in situation.body.detects else 0.0
    crosses = near.crosses_m_s / (at / 2)  # what passes, passes half way
    figures = {
        "distance_m": at,
        "toward_m_s": toward if abs(toward) > 0.05 else 0.0,
        "across_m_s": across,
        "turns_m_s2": subject.unpredictability * max(situation.speed_m_s, 0.3) / TURNS_S,
        "wide": subject.size_m * near.wide / 2 / at,
        "high": subject.size_m / 2 / at,
        "behind_d": 1 / (at * near.behind),
        "crossed": near.crossed,
        "covers": near.covers_m / 2 / (at / 2),
        "crosses": crosses,
        "others": near.others,
        "before": near.before,
        "changes": near.changes,
        "tolerance_d": situation.coc_m * aperture / focal**2,
        "nearest_d": 1 / situation.lens.closest_m,
        "travel_d_s": situation.lens.dioptres_s,
        "aim": math.hypot(hand, behind),
        "frame_wide": wide_m / 2 / focal,
        "frame_high": high_m / 2 / focal,
        "rate": rate,
        "lag_s": loop.lag_s,
        "updates_s": min(loop.updates_s, MOST_UPDATES_S),
        "blackout_s": loop.blackout_s,
        "reads_d": READING_M / focal**2,
        "light": over_darkest(situation, loop.darkest_ev),
        **taken_stops(situation),
        "large": large,
        "shows": outline_shows(situation),
        "veil": through.covers if through else 0.0,
        "veil_d": 1 / through.at_m if through else 0.0,
    }
    as_they_are = {name: round(figures[name] * 4) / 4 for name in IN_STOPS} | {name: figures[name] for name in OF_THE_BODY}
    numbers = {name: as_they_are[name] if name in as_they_are else rounded(figure) for name, figure in figures.items()}
    knows = situation.settings.get("registered_faces", "on" if situation.person.habits.get(FACES) == "yes" else "off") == "on"
    plain = Chase(way=(), things=(), prefers=KNOWN if knows else NEAREST, **numbers)
    plan = situation.motion.plan and situation.motion.plan.scaled(at)
    if not plan:
        return plain
    things = tuple((round(thing.at[0], 2), round(thing.at[1], 2), thing.wide_m / 2, thing.alike) for thing in plan.things)
    drawn = replace(plain, way=tuple((round(x, 2), round(y, 2)) for x, y in plan.way), things=things)
    return replace(drawn, crossed=0.0, others=0.0) if things else drawn

"""What stands and moves about a subject: a row for each that is followed."""

from __future__ import annotations

from dataclasses import dataclass

from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True, kw_only=True)
class Surroundings:
    """About a subject. crossed: times a second that something passes between it and the camera; covers_m: how wide that is, and crosses_m_s: how fast it
    passes; others: of its kind in the frame, at other distances; before: share of the frame with nearer things in it; changes: times a second that
    one goes over to another of its kind; behind: how many times farther away the background is; wide: of its height, how wide it is; eye_m: what a
    body looks for to tell it (a head, a whole bird)."""

    crossed: float = 0.05
    covers_m: float = 0.6
    crosses_m_s: float = 1.5
    others: float = 0.0
    before: float = 0.0
    changes: float = 0.0
    behind: float = 3.0
    wide: float = 0.4
    eye_m: float = 0.24
    source: str


_BIRD, _BEAST, _HEAD = 0.25, 0.3, 0.24

ROWS: dict[tuple[Genre, str], Surroundings] = {
    (Genre.SPORTS, "rowing"): Surroundings(crossed=0.04, covers_m=0.1, crosses_m_s=3.0, others=1.0, behind=4.0, wide=3.0, source="posts, buoys and other boats along a course; a crew is wider than high"),
    (Genre.SPORTS, "court_games"): Surroundings(crossed=0.35, covers_m=0.6, crosses_m_s=4.0, others=3.0, changes=0.3, behind=2.0, source="a dozen players on some three hundred square metres; a ball goes on every three seconds"),
    (Genre.SPORTS, "field_game"): Surroundings(crossed=0.25, covers_m=0.6, crosses_m_s=4.0, others=3.0, changes=0.2, behind=2.5, source="some twenty players, most of them far; a ball goes on every five seconds"),
    (Genre.SPORTS, "racket_game"): Surroundings(crossed=0.05, covers_m=0.3, crosses_m_s=3.0, before=0.1, behind=2.0, source="one player at a time; a net or a post before them"),
    (Genre.SPORTS, "sprint"): Surroundings(crossed=0.1, covers_m=0.5, crosses_m_s=3.0, others=3.0, changes=0.05, behind=3.0, source="neighbours in their lanes, the winner is known late"),
    (Genre.SPORTS, "swimming"): Surroundings(crossed=0.05, covers_m=0.1, crosses_m_s=1.0, others=1.0, before=0.15, behind=2.0, wide=2.0, source="lane lines and splashes before a head that is half under water"),
    (Genre.SPORTS, "cycling"): Surroundings(crossed=0.15, covers_m=0.6, crosses_m_s=4.0, others=2.0, behind=3.0, wide=1.0, source="other riders, spectators, motorcycles"),
    (Genre.WILDLIFE, "perched"): Surroundings(crossed=0.03, covers_m=0.1, crosses_m_s=0.3, before=0.15, behind=2.0, wide=1.3, eye_m=_BIRD, source="twigs and leaves that the wind moves"),
    (Genre.WILDLIFE, "walking"): Surroundings(crossed=0.12, covers_m=0.2, crosses_m_s=1.5, before=0.2, behind=2.5, wide=1.6, eye_m=_BEAST, source="grass and stems before an animal on the ground"),
    (Genre.WILDLIFE, "running"): Surroundings(crossed=0.2, covers_m=0.5, crosses_m_s=8.0, others=0.5, before=0.1, changes=0.05, behind=2.5, wide=1.6, eye_m=_BEAST, source="bushes and others of the herd"),
    (Genre.WILDLIFE, "large_bird_flight"): Surroundings(crossed=0.08, covers_m=0.4, crosses_m_s=8.0, others=0.5, behind=6.0, wide=2.4, eye_m=_BIRD, source="branches and reeds before it now and then; sky or a far bank behind it"),
    (Genre.WILDLIFE, "small_bird_flight"): Surroundings(crossed=0.06, covers_m=0.2, crosses_m_s=8.0, others=2.0, changes=0.3, behind=5.0, wide=2.0, eye_m=0.12, source="one of a flock or a colony, each goes out of sight within seconds"),
    (Genre.WILDLIFE, "otter"): Surroundings(crossed=0.15, covers_m=0.2, crosses_m_s=1.0, before=0.2, behind=1.8, wide=2.0, eye_m=0.15, source="weed, stones and waves before a low animal, which dives and comes up elsewhere"),
    (Genre.STREET, "passers_by"): Surroundings(crossed=0.3, covers_m=0.6, crosses_m_s=1.4, others=3.0, changes=0.2, behind=3.0, source="people pass a metre or two away on a busy pavement"),
    (Genre.WEDDING, "ceremony"): Surroundings(crossed=0.05, covers_m=0.5, crosses_m_s=0.8, others=3.0, before=0.1, behind=2.0, source="guests, candles and flowers"),
    (Genre.WEDDING, "procession"): Surroundings(crossed=0.12, covers_m=0.5, crosses_m_s=0.8, others=3.0, before=0.1, behind=3.0, source="guests lean into the aisle"),
    (Genre.WEDDING, "dancing"): Surroundings(crossed=0.4, covers_m=0.5, crosses_m_s=1.5, others=5.0, changes=0.25, behind=2.5, source="couples turn before each other"),
    (Genre.PORTRAIT, "child"): Surroundings(crossed=0.03, covers_m=0.3, crosses_m_s=1.0, others=0.3, behind=2.5, source="mostly alone, now and then a toy or a sibling"),
    (Genre.PORTRAIT, "at_work"): Surroundings(crossed=0.08, covers_m=0.2, crosses_m_s=1.0, before=0.2, behind=2.0, source="hands and tools before the face"),
}  # fmt: skip
"""Estimates, each from what the row's source says of the place."""

USUAL = Surroundings(source="somebody or something by itself: nothing crosses but now and then")


def about(genre: Genre, subject: str) -> Surroundings:
    """What is about a subject.

    >>> about(Genre.SPORTS, "court_games").others, about(Genre.LANDSCAPE, "still") is USUAL
    (3.0, True)
    """
    return ROWS.get((genre, subject), USUAL)

"""Which scene a situation is rehearsed on: rows of data, the first that fits."""

from __future__ import annotations

from dataclasses import dataclass

from craft.scene.situation import Situation
from craft.stage.stage import Stage
from craft.stage.stages import BY_SLUG
from craft.vocabulary.terms import Genre


@dataclass(frozen=True, slots=True, kw_only=True)
class Staged:
    """A scene for a kind of work: only for these subjects, and for light from `least` to `most` EV, in lamps' light or in no lamps', indoors or out, of several kinds or of one, if they are given."""

    stage: str
    genre: Genre
    subjects: tuple[str, ...] = ()
    least: float = -99.0
    most: float = 99.0
    lamps: bool | None = None
    indoors: bool | None = None
    mixed: bool | None = None
    reason: str

    def fits(self, situation: Situation) -> bool:
        """Whether the scene shows this kind of picture in this light."""
        if self.genre is not situation.genre or (self.subjects and situation.subject.slug not in self.subjects):
            return False
        light = situation.light
        there = (self.lamps, light.mains), (self.indoors, situation.indoors), (self.mixed, light.sources > 1)
        return self.least <= light.ev100 < self.most and all(asked is None or asked is so for asked, so in there)


DANCING, HOME, MEADOW, LAMPS, OPEN_AIR, SUN = 5.0, 5.5, 9.0, 10.5, 12.0, 12.5
"""EV under which a party is lit by its own lamps; under which a room is no brighter than lamps at home make it; under which an animal is out at dusk; which the brightest hall's lamps give; from
which on no room is lit by day; and from which on the sun is out."""

# fmt: off
ROWS: tuple[Staged, ...] = (
    Staged(stage="dance", genre=Genre.WEDDING, subjects=("dancing",), most=OPEN_AIR, reason="a floor under coloured lamps is what is danced on"),
    Staged(stage="dance", genre=Genre.WEDDING, subjects=("group", "details"), most=DANCING, reason="the party's own lamps are all the light there is"),
    Staged(stage="shade", genre=Genre.WEDDING, least=OPEN_AIR, reason="no room is so bright: it is in the open, out of the sun"),
    Staged(stage="hall", genre=Genre.WEDDING, reason="faces under lamps and daylight in a door is the wedding's range"),
    Staged(stage="pitch_lamps", genre=Genre.SPORTS, subjects=("field_game",), most=LAMPS, reason="it is played under the lamps of its masts"),
    Staged(stage="pitch", genre=Genre.SPORTS, subjects=("field_game", "sprint", "cycling"), least=LAMPS, reason="grass far off, in the open"),
    Staged(stage="green", genre=Genre.SPORTS, subjects=("racket_game",), least=MEADOW, reason="over a net on grass"),
    Staged(stage="court", genre=Genre.SPORTS, subjects=("court_games",), most=LAMPS, reason="leaps in a hall"),
    Staged(stage="court", genre=Genre.SPORTS, subjects=("sprint", "swimming", "cycling", "racket_game"), most=LAMPS, reason="so dark it is played under lamps"),
    Staged(stage="green", genre=Genre.SPORTS, subjects=("court_games",), reason="lamps give no such light: it is played in the open"),
    Staged(stage="regatta", genre=Genre.SPORTS, reason="hulls and limbs across the frame in the open"),
    Staged(stage="otter", genre=Genre.WILDLIFE, subjects=("otter", "walking", "running", "perched"), reason="fur and water close to the ground"),
    Staged(stage="terns_sky", genre=Genre.WILDLIFE, least=13.5, reason="in bright light a bird in flight is seen against the sky"),
    Staged(stage="terns_cliff", genre=Genre.WILDLIFE, reason="in duller light against land"),
    Staged(stage="underground", genre=Genre.STREET, most=MEADOW, indoors=True, reason="a roof and no window: it is under the ground"),
    Staged(stage="lanterns", genre=Genre.STREET, most=MEADOW, reason="the street by its own lamps"),
    Staged(stage="ferry", genre=Genre.STREET, reason="people who wait and pass, by day"),
    Staged(stage="lanterns", genre=Genre.LANDSCAPE, most=MEADOW, lamps=True, reason="it is lit by the lamps of a street"),
    Staged(stage="salt", genre=Genre.LANDSCAPE, least=15.5, reason="ground that returns all the light there is"),
    Staged(stage="causeway_after", genre=Genre.LANDSCAPE, least=11.5, reason="the sun is up"),
    Staged(stage="causeway_before", genre=Genre.LANDSCAPE, reason="the sky is brighter than all that stands under it"),
    Staged(stage="lanterns", genre=Genre.PORTRAIT, most=MEADOW, indoors=False, reason="out of doors in the dark: by the lamps of a street"),
    Staged(stage="loft", genre=Genre.PORTRAIT, most=MEADOW, lamps=True, indoors=True, mixed=True, reason="another light comes in beside the lamps"),
    Staged(stage="kitchen", genre=Genre.PORTRAIT, most=HOME, lamps=True, indoors=True, reason="a room by its own lamps"),
    Staged(stage="studio", genre=Genre.PORTRAIT, most=OPEN_AIR, lamps=True, reason="lamps are all the light there is"),
    Staged(stage="kitchen", genre=Genre.PORTRAIT, most=DANCING, indoors=True, reason="no daylight comes in: by what burns on the table"),
    Staged(stage="garden", genre=Genre.PORTRAIT, least=SUN, reason="so bright it is in the sun"),
    Staged(stage="loft", genre=Genre.PORTRAIT, most=9.5, indoors=True, reason="a room by a window"),
    Staged(stage="shade", genre=Genre.PORTRAIT, reason="out of doors, out of the sun"),
    Staged(stage="moon", genre=Genre.NIGHT_SKY, subjects=("moon",), reason="the moon's own disc"),
    Staged(stage="stars", genre=Genre.NIGHT_SKY, reason="land, a town far off and stars"),
    Staged(stage="kitchen", genre=Genre.EVERYDAY, most=9.5, reason="a room in the evening"),
    Staged(stage="quay", genre=Genre.EVERYDAY, reason="a day out"),
)
# fmt: on


def stage_for(situation: Situation) -> Stage:
    """The scene of a situation: the first row that fits."""
    return BY_SLUG[next(row.stage for row in ROWS if row.fits(situation))]

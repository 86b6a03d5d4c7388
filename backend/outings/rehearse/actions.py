"""Drawing frames for those who wait: one at a time in a process, and none that nobody waits for any more."""

from __future__ import annotations

import hashlib
import math
import threading
from typing import Any, NamedTuple

from django.contrib.auth.models import User
from django.core import signing

from craft.decisions.facts import say
from craft.errors import CraftError
from craft.kept import kept
from craft.render.in_light import Moved, column
from craft.render.lines import as_png, lines_of
from craft.render.picture import Centre, Look, as_jpeg, brightened, picture
from craft.render.shot import Shot, from_recipe, shot_of
from craft.render.steady import Tile, strip
from craft.scales.series import Dial, label
from craft.tones.tonemap import map_on
from forms.answer import answer_to
from forms.problems import InputError, Problem
from forms.rehearsal_form import triple_of
from outings.models import KeptFrame, Situation
from outings.pictures.actions import own_named
from outings.reading import Kit
from people.guards import Somebody

DRAWING = "3"
"""Raised when frames come out otherwise for the same shot: what browsers keep is then out of date."""

KEPT_FRAMES = 40
LONGEST_NAME = 80
SALT = "frame"
_brush = threading.Lock()
_newest: dict[tuple[int, str], int] = {}


class SupersededError(Exception):
    """A newer frame is waited for in the same place of the screen."""


class Looked(NamedTuple):
    """How a frame is looked at: see craft.render.picture."""

    look: Look
    width: int
    centre: Centre = (0.5, 0.5)
    part: float = 1.0
    marks: bool = True


@kept
def _drawn(shot: Shot, at: Looked) -> bytes:
    return as_jpeg(picture(shot, at.look, at.width, centre=at.centre, part=at.part, marks=at.marks))


def drawn(shot: Shot, at: Looked) -> bytes:
    """A frame as a JPEG; frames are drawn one after the other, so that a keystroke is never kept waiting by two."""
    with _brush:
        return _drawn(shot, at)


def drawn_if_wanted(person: int, place: str, ticket: int, shot: Shot, at: Looked) -> bytes:
    """A frame for a place of somebody's screen, unless a newer one has been asked for there.

    Raises
    ------
    SupersededError : a newer one has.
    """
    waits = (person, place)
    if len(_newest) > 4096:
        _newest.clear()
    _newest[waits] = max(ticket, _newest.get(waits, 0)) if ticket else 0
    with _brush:
        if ticket and _newest.get(waits, 0) > ticket:
            raise SupersededError
        return _drawn(shot, at)


@kept
def _lines(shot: Shot, width: int) -> bytes:
    return as_png(lines_of(shot, width))


def lines_drawn(shot: Shot, width: int) -> bytes:
    """A frame as a line drawing, as a PNG."""
    with _brush:
        return _lines(shot, width)


def word_of(salt: str, told: dict[str, Any]) -> str:
    """Something as a signed word for an address, the same whenever it is signed: a browser that has the picture does not ask for it again."""
    return signing.Signer(salt=f"{salt} at any time").sign_object(told, compress=True)


def said_by(salt: str, word: str) -> dict[str, Any]:
    """What a word of ours says.

    Raises
    ------
    BadSignature : it is none of ours.
    """
    told: dict[str, Any] = signing.Signer(salt=f"{salt} at any time").unsign_object(word)
    return told


def token_of(shot: Shot) -> str:
    """A shot as a signed word for an address: nobody can ask for a frame that this server did not think of."""
    return word_of(SALT, shot.recipe())


def shot_of_token(token: str, person: Somebody) -> Shot:
    """The shot of a token; of a picture of one's own only for the person whose it is.

    Raises
    ------
    InputError : a token that this server did not give.
    """
    try:
        return from_recipe(said_by(SALT, token), own_named(person))
    except (signing.BadSignature, CraftError) as error:
        raise InputError(
            [Problem("/token", "this is not a frame of ours, or one of an older version: open the rehearsal again")]
        ) from error


STRIP_SALT = "strip"


def strip_token(shot: Shot, size: float, tiles: tuple[Tile, ...]) -> str:
    """Small pictures of a shot side by side as a signed word; size: of its subject, as a share of the frame's height."""
    told = [[tile.stops, *tile.turned, tile.subject] for tile in tiles]
    return word_of(STRIP_SALT, {"shot": shot.recipe(), "size": size, "tiles": told})


def column_token(shot: Shot, moves: tuple[Moved, ...]) -> str:
    """Small frames of a shot one under the other, as light and dials move, as a signed word."""
    return word_of(STRIP_SALT, {"shot": shot.recipe(), "moves": moves})


@kept
def _column(shot: Shot, moves: tuple[Moved, ...]) -> bytes:
    return as_jpeg(column(shot, moves))


@kept
def _strip(shot: Shot, size: float, tiles: tuple[Tile, ...]) -> bytes:
    aspect = shot.width_mm / shot.height_mm
    tones = map_on(shot.scene, shot.focal_mm * 36 / shot.width_mm, shot.distance_m, aspect, shot.tuning, size, shot.heavens is not None)
    return as_jpeg(strip(shot, tones, tiles))


def drawn_strip(token: str, person: Somebody) -> bytes:
    """The small pictures of a token, as a JPEG; of a picture of one's own only for the person whose it is.

    Raises
    ------
    InputError : a token that this server did not give, or gave as another version.
    """
    try:
        told = said_by(STRIP_SALT, token)
        shot = from_recipe(told["shot"], own_named(person))
    except (signing.BadSignature, CraftError) as error:
        raise InputError([Problem("/token", "these are not pictures of ours, or of an older version: open the rehearsal again")]) from error
    with _brush:
        if "moves" in told:
            return _column(shot, tuple(Moved(*moved) for moved in told["moves"]))
        tiles = tuple(Tile(stops, (across, down), subject) for stops, across, down, subject in told["tiles"])
        return _strip(shot, told["size"], tiles)


def etag(*of: object) -> str:
    """What tells one picture from another."""
    return '"' + hashlib.sha256("|".join([DRAWING, *map(str, of)]).encode()).hexdigest()[:24] + '"'


def frame_of(token: str, lift: float, person: Somebody) -> Shot:
    """The shot of a token, lifted."""
    shot = shot_of_token(token, person)
    return brightened(shot, lift) if lift else shot


def keep_frame(situation: Situation, shot: Shot, name: str) -> KeptFrame:
    """Keep a frame with its situation: its figures and its seed.

    Raises
    ------
    InputError : as many are kept as may be.
    """
    count = situation.kept.count()
    if count >= KEPT_FRAMES:
        raise InputError([Problem("", f"{KEPT_FRAMES} frames are kept of one situation: delete one first")])
    name = name.strip() or _told_apart(shot, situation) or f"frame {count + 1}"
    return KeptFrame.objects.create(situation=situation, name=name[:LONGEST_NAME], recipe=shot.recipe())


def _parts(shot: Shot) -> tuple[str, ...]:
    """A frame by what a person sets of it, in words."""
    dials = triple_of(shot)
    return (
        label(Dial.TIME, dials.shutter_s),
        label(Dial.APERTURE, dials.aperture),
        f"ISO {label(Dial.ISO, dials.iso)}",
        f"{shot.focal_mm:.3g} mm",
        "focus at infinity" if math.isinf(shot.focus_m) else f"focus at {say(shot.focus_m, 'm')}",
        f"white {shot.white_k:.0f} K",
        f"protection {shot.protection:.2g}",
        f"lifted {shot.lift:.2g}",
        f"a set of {len(shot.of_set)}" if shot.of_set else "one frame",
        shot.own.title if shot.own else shot.scene.title,
    )


def _told_apart(shot: Shot, situation: Situation) -> str:
    """What tells a frame apart from the one that was kept before it; empty where there is none, or they differ by chance alone."""
    before = situation.kept.order_by("pk").last()
    try:
        other = _parts(shot_of_kept(before, situation.outing.person)) if before else _parts(shot)
    except CraftError:  # of a picture or a scene that has gone
        return ""
    return ", ".join(mine for mine, theirs in zip(_parts(shot), other, strict=True) if mine != theirs)


def shot_of_kept(row: KeptFrame, person: User) -> Shot:
    """The shot of a kept frame.

    Raises
    ------
    CraftError : it was made by another version, or of a picture that is not there any more.
    """
    return from_recipe(row.recipe, own_named(person))


def shot_of_situation(row: Situation, kit: Kit) -> Shot:
    """The frame that a stored situation's setup takes.

    Raises
    ------
    InputError, CraftError : the kit lacks its body or lens, or the numbers do not allow it.
    """
    answer = answer_to(kit.resolve_row(row))
    return shot_of(answer.situation, answer.setup, values=answer.configuration.values)


def compared(one: Shot, other: Shot) -> str:
    """What differs between two frames, plainly: where one is noisier, that it had less light."""
    light = math.log2(per_area(one) / per_area(other))
    words = []
    if abs(light) > 0.1:
        more, less = ("The first", "the second") if light > 0 else ("The second", "the first")
        words.append(
            f"{more} has {abs(light):.1f} stops more light in each part of the picture than {less}: "
            f"its key tone counts {max(per_area(one), per_area(other)):,.0f} electrons where the other has {min(per_area(one), per_area(other)):,.0f}. "
            "The missing light makes the noise."
        )
    else:
        words.append(f"Both have the same light in each part of the picture, {per_area(one):,.0f} electrons in the key tone.")
        if abs(one.iso_stops - other.iso_stops) > 0.1:
            words.append("Their ISO differs, and it makes no difference to the light: only a little to the noise of reading it out.")
    if abs(one.focal_mm / one.width_mm - other.focal_mm / other.width_mm) > 0.02:
        words.append("They do not frame alike: another focal length or another sensor shows another part.")
    return " ".join(words)


def per_area(shot: Shot) -> float:
    """Electrons of the key tone in a millionth of the picture."""
    used_high = shot.used_pixels * shot.height_mm / shot.width_mm
    return shot.key_e * shot.used_pixels * used_high / 1e6

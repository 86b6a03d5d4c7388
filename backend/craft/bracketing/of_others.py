"""Sets that do not change the exposure: of focus, of white, of ISO; how many frames, how far apart, and whether they are worth it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from craft.bracketing.of_exposure import between_s
from craft.optics.stack import stack_m
from craft.scene.situation import Situation

OVERLAP = 0.25
"""Share of each frame's depth that lies in its neighbour's too, so that the merge finds both sharp (an estimate of practice)."""

WHITE_STEP_MIRED = 20.0
"""Mireds between whites that one sees apart in skin (about twice what is just noticed)."""

GUESSED_MIRED = 40.0
"""Mireds to both sides of one light that nobody has measured."""

MOST_WHITES = 9


@dataclass(frozen=True, slots=True)
class OtherSet:
    """A set of another kind: its setting's value, frames (1 where none is needed), what changes, and why."""

    kind: str
    label: str
    frames: int
    places: tuple[float, ...]
    words: str


def step_size(situation: Situation) -> tuple[int, float] | None:
    """The body's size of step for a set of focus, and how far it moves the plane as a share of a frame's depth; None where its sizes are not known.

    The largest that leaves an overlap, else the finest.

    >>> from craft.kit.traits import Following, Traits
    >>> step_size(situation()), step_size(situation(body={"traits": Traits(following=Following(stack_sizes=5, stack_finest=0.25))}))
    (None, (3, 0.75))
    """
    said = situation.body.traits.following
    if not said.stack_sizes or not said.stack_finest:
        return None
    size = max(1, min(said.stack_sizes, math.floor((1 - OVERLAP) / said.stack_finest + 1e-9)))
    return size, size * said.stack_finest


def focus_set(situation: Situation, aperture: float, moves: bool) -> OtherSet:
    """Frames focused one behind the other that together hold what is to be sharp.

    >>> focus_set(situation(), 2.8, True).kind
    'focus'
    """
    near, far = situation.band
    step = step_size(situation)
    share = step[1] if step else 1 - OVERLAP
    circle = situation.coc_m * min(share, 1.0)
    places = stack_m(situation.focal_mm / 1000, aperture, near, far, situation.coc_m)
    if len(places) != 1:
        places = stack_m(situation.focal_mm / 1000, aperture, near, far, circle)
    end = "infinity" if math.isinf(far) else f"{far:.3g} m"
    if not places:
        return OtherSet(
            "focus",
            "focus",
            0,
            (),
            f"From {near:.3g} m to {end} takes more frames at f/{aperture:g} than anybody stacks: close down first.",
        )
    if len(places) == 1:
        return OtherSet("focus", "focus", 1, places, f"One frame at f/{aperture:g} is sharp from {near:.3g} m to {end}.")
    stops = "; ".join("infinity" if math.isinf(at) else f"{at:.3g} m" for at in places[:6])
    more = f" and {len(places) - 6} more" if len(places) > 6 else ""
    still = "" if not moves else " It moves, and will not line up."
    by = "a quarter" if step is None else f"{max(0.0, 1 - share):.0%}".replace("%", " %")
    own = f" That is size {step[0]} of the body's {situation.body.traits.following.stack_sizes}." if step else ""
    if share > 1:
        own = f" The body's finest step is {share:.2g} times a frame's depth and would leave gaps: focus them by hand, or close down."
    return OtherSet(
        "focus",
        "focus",
        len(places),
        places,
        f"{len(places)} frames at f/{aperture:g}, each overlapping the next by {by}, are sharp from {near:.3g} m to {end}: {stops}{more}.{own}{still}",
    )


def stack_s(situation: Situation, places: Sequence[float], time_s: float) -> float:
    """Seconds that frames focused at these distances take: their exposures, what lies between frames, and the lens on its way.

    time_s: of one exposure. The lens goes evenly in dioptres.

    >>> round(stack_s(situation(), (10.0,), 0.5), 3), stack_s(situation(), (), 0.5)
    (0.5, 0.0)
    """
    if not places:
        return 0.0
    goes = abs(1 / places[0] - 1 / places[-1]) / situation.lens.dioptres_s
    return len(places) * time_s + (len(places) - 1) * between_s(situation) + goes


def _white(situation: Situation, raw: bool, other_k: float | None) -> OtherSet:
    if raw:
        return OtherSet("white", "white", 1, (), "A raw takes any white afterwards: no set is needed.")
    light = 1e6 / situation.light.kelvin
    ends = (light, 1e6 / other_k) if other_k else (light - GUESSED_MIRED, light + GUESSED_MIRED)
    span = abs(ends[1] - ends[0])
    frames = min(MOST_WHITES, math.ceil(span / WHITE_STEP_MIRED - 1e-9) + 1)
    places = tuple(1e6 / (min(ends) + k * span / max(frames - 1, 1)) for k in range(frames))
    why = "from the one light to the other" if other_k else f"{GUESSED_MIRED:g} mireds to either side of the light as it is believed to be"
    said = ", ".join(f"{round(kelvin, -2):.0f} K" for kelvin in sorted(places))
    return OtherSet(
        "white", "white", frames, places, f"{frames} files from one exposure, {span / max(frames - 1, 1):.0f} mireds apart, {why}: {said}."
    )


def _iso(raw: bool) -> OtherSet:
    if raw:
        return OtherSet("iso", "ISO", 1, (), "The light is the same in every frame of it: a raw is brightened afterwards with as much.")
    return OtherSet(
        "iso",
        "ISO",
        3,
        (-1.0, 0.0, 1.0),
        "Three files from one exposure, a stop apart: for where only finished files go out and the brightness is a guess.",
    )


def other_sets(situation: Situation, aperture: float, *, raw: bool, moves: bool, other_k: float | None) -> tuple[OtherSet, ...]:
    """The sets of focus, white and ISO of a situation.

    aperture: f-number of the frames; raw: whether raw is kept; moves: whether the subject does; other_k: kelvin of its scene's second
    light, if there is one.

    >>> [one.kind for one in other_sets(situation(), 2.8, raw=True, moves=True, other_k=None)]
    ['focus', 'white', 'iso']
    """
    return focus_set(situation, aperture, moves), _white(situation, raw, other_k), _iso(raw)

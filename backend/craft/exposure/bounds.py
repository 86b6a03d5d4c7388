"""What is set by hand binds: bounds on the dials before anything is searched."""

from __future__ import annotations

from dataclasses import dataclass

from craft.errors import CraftError, NotOnTheDialError
from craft.kit.dials import Axis
from craft.scales.series import Dial, exact_stops, label
from craft.scene.situation import Situation
from craft.vocabulary.terms import Support


@dataclass(frozen=True, slots=True)
class Dials:
    """The three axes of a body with a lens."""

    time: Axis
    aperture: Axis
    iso: Axis


def number(situation: Situation, slug: str) -> float | None:
    """A number that was set by hand for a setting, or None.

    >>> number(situation(settings={"white_kelvin": 4300.0}), "white_kelvin"), number(situation(), "white_kelvin")
    (4300.0, None)
    """
    value = situation.settings.get(slug)
    return float(value) if isinstance(value, int | float) else None


def _position(axis: Axis, slug: str, value: float) -> int:
    try:
        return axis.find(value)
    except NotOnTheDialError as error:
        raise CraftError(error.message, ("settings", slug)) from None


def _exclude(first: str, second: str, mend: str, place: tuple[str, str]) -> CraftError:
    return CraftError(f"{first} and {second} exclude each other: {mend}", place)


def _iso(situation: Situation, axis: Axis) -> Axis:
    floor, ceiling = number(situation, "iso_floor"), number(situation, "iso_ceiling")
    if floor is not None and ceiling is not None and floor > ceiling:
        raise _exclude(
            f"the ISO floor {floor:g}",
            f"the ceiling {ceiling:g}",
            f"a floor of at most {ceiling:g}, or a ceiling of at least {floor:g}",
            ("settings", "iso_floor"),
        )
    if floor is not None:
        axis = axis.from_position(_position(axis, "iso_floor", floor))
    return axis if ceiling is None else axis.up_to(_position(axis, "iso_ceiling", ceiling))


def _time(situation: Situation, axis: Axis, brighter: float) -> Axis:
    slowest, lock = number(situation, "iso_slowest_shutter"), situation.locks.shutter_s
    if slowest is not None:
        if lock is not None and lock > slowest * 1.05:
            held, bound = label(Dial.TIME, lock), label(Dial.TIME, slowest)
            raise _exclude(
                f"{held} held by hand",
                f"the slowest time {bound}",
                f"a slowest time of {held}, or the time let go",
                ("settings", "iso_slowest_shutter"),
            )
        axis = axis.from_position(_position(axis, "iso_slowest_shutter", slowest))
    if situation.carried_by is Support.TRIPOD or lock is not None:
        return axis
    own = exact_stops(Dial.TIME, situation.person.slowest_handheld_s, axis.per_stop) + brighter
    there = [k for k in axis.positions() if axis.stops_at(k) >= own - 1e-9]
    return axis.from_position(there[0]) if there else axis


def pulses(situation: Situation) -> bool:
    """Whether a flash that is on is left to pulse where the time is shorter than sync: high-speed sync or such a time was set by hand.

    >>> pulses(situation()), pulses(situation(settings={"high_speed_sync": "on"}))
    (False, True)
    """
    return situation.settings.get("high_speed_sync") == "on" or situation.locks.shutter_s is not None


def bounded(situation: Situation, dials: Dials, brighter: float = 0.0, sync_s: float | None = None, at_sync: bool = False) -> Dials:
    """The dials within what was set by hand, and without times longer than the person holds, nor shorter than a flash syncs.

    brighter : stops by which the longest frame of a set is longer than its middle one. sync_s : shortest time with flash, if one is on.
    at_sync : that time alone.

    Raises
    ------
    CraftError : a value that the dial does not have, or two that exclude each other with the smallest change that mends it.

    >>> from craft.kit.dials import aperture_axis, iso_axis, time_axis
    >>> dials = Dials(time_axis(BODY, BODY.shutters[0]), aperture_axis(BODY, LENS, 200), iso_axis(BODY))
    >>> limited = bounded(situation(settings={"iso_ceiling": 800.0, "iso_slowest_shutter": 0.01}), dials)
    >>> limited.iso.highest, limited.time.lowest < dials.time.highest
    (3.0, True)
    """
    time = _time(situation, dials.time, brighter)
    if sync_s is not None and not pulses(situation):
        lit = [k for k in time.positions() if time.stops_at(k) <= exact_stops(Dial.TIME, sync_s) + 1e-6]
        last = lit[-1] if lit else time.first
        time = time.only(last) if at_sync or not lit else time.up_to(last)
    return Dials(time, dials.aperture, _iso(situation, dials.iso))

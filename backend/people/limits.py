"""How much one account may keep: enough for any photographer, and a bound on what a page has to compute."""

from __future__ import annotations

from dataclasses import dataclass

from forms.problems import InputError, Problem


@dataclass(frozen=True, slots=True)
class Limit:
    """At most so many of something, and why so many. What was put aside does not count."""

    most: int
    of_what: str
    because: str


LIMITS = {
    "body": Limit(100, "bodies in a kit", "a rental house's shelf; every page looks through them"),
    "lens": Limit(100, "lenses in a kit", "a rental house's shelf; every page looks through them"),
    "outing": Limit(400, "days", "four years of two a week; the list of days shows all of them"),
    "situation": Limit(200, "situations in a day", "one every four minutes from dawn to dusk; a day's tools weigh all of them"),
    "all_situations": Limit(8000, "situations in all days", "ten years of two days a week; the list of days shows all of them"),
    "frame": Limit(
        20_000, "frames that came back", "a season of a few thousand a month; each takes 60 kB, and what is learned reads all of them"
    ),
    "card": Limit(40, "cards of a situation", "a card made again replaces nothing, so the oldest beyond these go"),
}


def room_for(what: str, there: int, more: int = 1) -> None:
    """Whether so many more of something may be kept beside those that are there.

    Raises
    ------
    InputError : they would be too many.

    >>> room_for("outing", 3)
    """
    limit = LIMITS[what]
    if there + more > limit.most:
        told = f"at most {limit.most:,} {limit.of_what} are kept, and there are {there:,}"
        raise InputError([Problem("", f"{told}: remove some that you do not need" if more == 1 else f"{told}; this would add {more:,}")])

"""A line understood: what each of its words tells, and what it comes to."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import cache

from rapidfuzz import process
from rapidfuzz.distance import OSA

from craft.line.figures import Figure, LensSaid, figures_in, on_dial
from craft.line.words import NUMBERS, SAID, SAYS_NOTHING, Said
from craft.scales.series import Dial, label
from craft.scene.conditions import BY_SLUG as CONDITION
from craft.scene.works import WORKS

SHORTEST, LONG = 6, 9
"""Letters of a word from which one slip of the pen can be told from another word, and from which two can; the first letter is right."""

LONGEST = 400
"""Letters of a line that are read."""

SPLIT_APERTURE = 5.6
"""A focal length with an aperture from here on is no lens's name where no such lens is there: the aperture is dialled."""


@dataclass(frozen=True, slots=True)
class Glass:
    """A lens of the kit, as far as a line can name it."""

    slug: str
    name: str
    focal_min_mm: float
    focal_max_mm: float
    widest: float


@dataclass(frozen=True, slots=True)
class Chip:
    """One thing understood: its place in the line, what it is of, its token, and how that is called; close: taken for a word that it only resembles;
    unused: why it is left out, or an empty text; weak: anything else that is told of the same comes before it."""

    start: int
    end: int
    of: str
    means: str | float
    label: str
    close: bool = False
    unused: str = ""
    weak: bool = False


@dataclass(frozen=True, slots=True)
class Understood:
    """A line with its chips in their order, and the places of words that say something nobody knows; lens: one that the kit does not have."""

    chips: tuple[Chip, ...]
    rest: tuple[tuple[int, int], ...]
    lens: LensSaid | None

    def told(self, of: str) -> str | float | None:
        """What the line comes to for one thing; None where it tells nothing of it."""
        return next((chip.means for chip in self.chips if chip.of == of and not chip.unused), None)


@cache
def _phrases() -> dict[str, tuple[Said, ...]]:
    """Every phrase with all that it tells."""
    found: dict[str, tuple[Said, ...]] = {}
    for row in SAID:
        for phrase in row.phrases:
            found[phrase] = (*found.get(phrase, ()), row)
    return found


_WORD = re.compile(r"[^\W_]+(?:[-'’+][^\W_]+)*", re.UNICODE)
MOST_WORDS = 5
SUBJECT = {f"{work.genre.value}/{one.slug}": one.label for work in WORKS for one in work.subjects}
WORK = {work.genre.value: work.genre.value.replace("_", " ").capitalize() for work in WORKS}


def _label(of: str, means: str) -> str:
    """How a meaning is called on the screen."""
    if of == "subject":
        return SUBJECT[means]
    if of == "place":
        return "kept as a note"
    if of == "light":
        return CONDITION[means].label
    return WORK.get(means, means.replace("_", " "))


@dataclass(frozen=True, slots=True)
class _Token:
    start: int
    end: int
    word: str


def _tokens(line: str, taken: Iterable[tuple[int, int]]) -> list[_Token]:
    """Words of a line that stand in no figure."""
    spans = list(taken)
    found = (_Token(m.start(), m.end(), m[0].lower().replace("’", "'")) for m in _WORD.finditer(line))
    return [one for one in found if not any(one.start < end and start < one.end for start, end in spans)]


def _runs(tokens: Sequence[_Token], k: int) -> Iterable[tuple[int, str]]:
    """Words from one on as phrases, the longest first, with how many they are."""
    for count in range(min(MOST_WORDS, len(tokens) - k), 0, -1):
        yield count, " ".join(token.word for token in tokens[k : k + count])


def _plural(phrase: str) -> str:
    return phrase[:-1] if phrase.endswith("s") else phrase + "s"


def _meant(phrase: str) -> tuple[Said, ...]:
    """What a phrase means, in one number or the other."""
    known = _phrases()
    return known.get(phrase) or known.get(phrase.replace("-", " ")) or known.get(_plural(phrase)) or ()


def _chips(start: int, end: int, meant: Iterable[Said], close: bool = False) -> list[Chip]:
    return [Chip(start, end, row.of, row.means, _label(row.of, row.means), close, weak=row.weak) for row in meant]


def _words_of(tokens: Sequence[_Token], glasses: Sequence[Glass], bodies: dict[str, str]) -> tuple[list[Chip], list[_Token]]:
    chips: list[Chip] = []
    left: list[_Token] = []
    named = {glass.name.lower(): ("lens", glass.slug, glass.name) for glass in glasses}
    named |= {name.lower(): ("body", slug, name) for slug, name in bodies.items()}
    k = 0
    while k < len(tokens):
        for count, phrase in _runs(tokens, k):
            end = tokens[k + count - 1].end
            if phrase in named:
                of, means, called = named[phrase]
                chips.append(Chip(tokens[k].start, end, of, means, called))
            elif meant := _meant(phrase):
                chips += _chips(tokens[k].start, end, meant)
            else:
                continue
            k += count
            break
        else:
            left.append(tokens[k])
            k += 1
    return chips, left


def _close(token: _Token) -> list[Chip]:
    """A word with a slip of the pen, taken for the known one that it resembles."""
    if len(token.word) < SHORTEST:
        return []
    alike = [phrase for phrase in _phrases() if phrase[0] == token.word[0]]
    best = process.extractOne(token.word, alike, scorer=OSA.distance, score_cutoff=1 + (len(token.word) >= LONG))
    return [] if best is None else _chips(token.start, token.end, _phrases()[best[0]], close=True)


def _of_lens(figure: Figure, said: LensSaid, glasses: Sequence[Glass]) -> tuple[list[Chip], LensSaid | None]:
    """A lens by its figures: the kit's own that has them; else a focal length of one that has it, else a lens to be added."""
    same = [g for g in glasses if (g.focal_min_mm, g.focal_max_mm) == (said.focal_min_mm, said.focal_max_mm)]
    exact = [g for g in same if said.widest is None or abs(g.widest - said.widest) < 0.05]
    if exact:
        return [Chip(figure.start, figure.end, "lens", exact[0].slug, exact[0].name)], None
    if said.focal_min_mm == said.focal_max_mm and said.widest is not None and said.widest >= SPLIT_APERTURE:
        held = on_dial(Dial.APERTURE, said.widest)
        return [
            Chip(figure.start, figure.end, "focal", said.focal_min_mm, f"{said.focal_min_mm:g} mm"),
            Chip(figure.start, figure.end, "aperture", held, f"{label(Dial.APERTURE, held)}, held"),
        ], None
    return [Chip(figure.start, figure.end, "new lens", said.called, f"{said.called}, to be added to your kit")], said


_HELD = {"time": (Dial.TIME, "{}, held"), "aperture": (Dial.APERTURE, "{}, held"), "iso": (Dial.ISO, "ISO {}, held")}
_SAYS = {"focal": "{:g} mm", "distance": "at {:g} m", "speed": "moves at {:.2g} m/s", "count": "{:g} pictures", "deadline": "due in {:g} h"}


def _of_figure(figure: Figure) -> Chip:
    value = figure.value
    if isinstance(value, float) and figure.of in _HELD:
        dial, words = _HELD[figure.of]
        held = on_dial(dial, value)
        return Chip(figure.start, figure.end, figure.of, held, words.format(label(dial, held)))
    if isinstance(value, float):
        return Chip(figure.start, figure.end, figure.of, value, _SAYS[figure.of].format(value))
    return Chip(figure.start, figure.end, figure.of, str(value), str(value))


def _spoken(line: str) -> str:
    """A line with focal lengths that are spoken put in figures of the same length, so that places stay."""
    for said, figure in sorted(NUMBERS.items(), key=lambda one: -len(one[0])):
        line = re.sub(rf"\b{said}\b", figure.ljust(len(said)), line, flags=re.IGNORECASE)
    return line


def understood(line: str, glasses: Sequence[Glass] = (), bodies: dict[str, str] | None = None) -> Understood:
    """What a line says of a picture.

    glasses, bodies : the person's lenses, and bodies' names by slug, which a line may call by name or figures.

    >>> told = understood("football under lights, 70-200 2.8 at 135, monopod, raw, zither")
    >>> [chip.label for chip in told.chips]
    ['Field game on grass', 'Sports hall or stage under full lamps', '70–200 f/2.8, to be added to your kit', '135 mm', 'monopod', 'raw']
    >>> ["football under lights, 70-200 2.8 at 135, monopod, raw, zither"[a:b] for a, b in told.rest]
    ['zither']
    """
    line = _spoken(line[:LONGEST])
    figures = list(figures_in(line))
    chips: list[Chip] = []
    new: LensSaid | None = None
    for figure in figures:
        if isinstance(figure.value, LensSaid):
            found, lens = _of_lens(figure, figure.value, glasses)
            chips += found
            new = new or lens
        else:
            chips.append(_of_figure(figure))
    words, left = _words_of(_tokens(line, ((f.start, f.end) for f in figures)), glasses, bodies or {})
    chips += words
    rest = []
    for token in left:
        if token.word in SAYS_NOTHING:
            continue
        if slips := _close(token):
            chips += slips
        else:
            rest.append((token.start, token.end))
    return Understood(_settled(sorted(chips, key=lambda chip: chip.start)), tuple(rest), new)


def _settled(chips: Sequence[Chip]) -> tuple[Chip, ...]:
    """The same with one of each kind in use: a subject of the work that is named before another, else what comes first."""
    works = [chip.means for chip in chips if chip.of == "work"]
    subjects = [chip for chip in chips if chip.of == "subject"]
    of_work = [chip for chip in subjects if str(chip.means).split("/")[0] in works]
    subject = next(iter(of_work or subjects), None)
    first: dict[str, Chip] = {}
    for chip in sorted(chips, key=lambda one: one.weak):
        first.setdefault(chip.of, chip)
    out = []
    for chip in chips:
        unused = ""
        if chip.of == "subject" and chip is not subject:
            unused = "a picture has one subject"
        elif chip.of == "work" and subject is not None and str(subject.means).split("/")[0] != chip.means:
            unused = "the subject is of another work"
        elif chip.of not in ("subject", "place") and chip is not first[chip.of]:
            same = first[chip.of]
            unused = "said twice" if same.means == chip.means else f"{same.label} is said of the same"
        out.append(replace(chip, unused=unused))
    return tuple(out)

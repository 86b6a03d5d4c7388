"""A body as a thing: what it holds, its cards, its battery, its clock, and what becomes of it in somebody's hands."""

from __future__ import annotations

import datetime as dt
import math
import secrets
import threading
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace
from functools import lru_cache

from craft.kit.features import missing_features
from craft.render.shot import Shot
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import SETTINGS
from craft.vocabulary.terms import Mode
from forms.answer import answer_to
from forms.kit_form import BodyForm
from forms.situation_form import SituationForm
from forms.traits_form import TraitsForm
from images.frame_files import JPEG_WIDTH, Written, dng_of, finished_file, jpeg_of
from simulators.body.even import CALLED, Even, even_counts, even_picture
from simulators.body.holds import RefusedError, Settings
from simulators.body.takes import mode_of, offsets_of, taken

FRAMES_A_CHARGE = 900
"""Of a full battery in a warm room (a usual figure of makers')."""
COLD = 0.012
"""Share of a charge that is lost for each degree under twenty (lithium cells at −20 °C give about half)."""
USUAL_BUFFER_MB, USUAL_CARD_MB_S = 1200.0, 150.0
CARD_FRAMES = 400
"""Frames that a card has room for."""
DRIFT_S_A_DAY = 1.5
SMALLER = {"full": 1, "half": 2, "quarter": 4}
"""By how much a finished file is smaller than the largest, by the size that is set."""
FILES_KEPT = 4
"""Files that stay made: the next part of one that is sent in parts asks for the same."""
EVENTS_KEPT = 500
SLEEPS_AFTER_S = 300.0


def new_code() -> str:
    """Six figures for the screen, that nobody foresees."""
    return f"{secrets.randbelow(1_000_000):06d}"


class GoneError(Exception):
    """The link dropped while something was said."""


@dataclass
class Card:
    """A card: in, out, or failing; its files in the order in which they came."""

    room: int = CARD_FRAMES
    state: str = "in"
    files: list[str] = field(default_factory=list)

    @property
    def takes(self) -> bool:
        """Whether another file can be written to it."""
        return self.state == "in" and len(self.files) < self.room


@dataclass(frozen=True, slots=True)
class File:
    """A file: its frame, and what it says of itself."""

    name: str
    shot: Shot
    at: dt.datetime
    body: str
    lens: str
    utc_offset_min: int | None
    smaller: int
    even: Even | None
    mains_hz: float
    mode: Mode
    compensation_ev: float


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened, counted from one."""

    number: int
    at: dt.datetime
    what: str
    words: str


@dataclass(frozen=True, slots=True)
class Before:
    """Something that it can be pointed at, and when that begins, by the clock there."""

    title: str
    form: SituationForm
    begins: dt.datetime


@lru_cache(FILES_KEPT)
def _bytes(file: File) -> bytes:
    written = Written(file.body, file.lens, file.at.strftime("%Y:%m:%d %H:%M:%S"), file.utc_offset_min, file.mode, file.compensation_ev)
    if file.even and file.name.endswith(".DNG"):
        return dng_of(file.shot, written, counts=even_counts(file.shot, file.body, file.even, file.mains_hz))
    if file.even:
        return finished_file(even_picture(file.shot, file.even, JPEG_WIDTH // file.smaller, file.mains_hz), file.shot, written)
    return dng_of(file.shot, written) if file.name.endswith(".DNG") else jpeg_of(file.shot, written, JPEG_WIDTH // file.smaller)


SOFTWARE = frozenset(
    {"dark_view", "dark_focus", "night_display", "own_looks", "detection_part", "area_switching", "display_pages", "merge"}
)
"""What a firmware can bring: the rest is made of glass and metal."""


def _lacking(traits: TraitsForm) -> Iterator[TraitsForm]:
    """A body's traits with each of the settings that it lacks, and that a firmware could bring."""
    for setting in SETTINGS:
        lacks = missing_features(setting, traits.features)
        if lacks <= SOFTWARE and (lacks or setting.slug in traits.absent):
            absent = [one for one in traits.absent if one != setting.slug]
            yield traits.model_copy(update={"absent": absent, "features": sorted({*traits.features, *lacks})})


def _body_of(form: SituationForm) -> BodyForm:
    if isinstance(form.body, str):
        raise RefusedError("nobody says what this body is, so no firmware is for it")
    return form.body


def _with(form: SituationForm, traits: TraitsForm) -> SituationForm:
    return form.model_copy(update={"body": _body_of(form).model_copy(update={"traits": traits})})


def _next(firmware: str) -> str:
    """The number after a firmware's.

    >>> _next("2.1"), _next("")
    ('2.2', '1.1')
    """
    first, _, last = (firmware or "1.0").rpartition(".")
    return f"{first or 1}.{int(last) + 1 if last.isdecimal() else 1}"


@dataclass
class Thing:
    """A body in somebody's hands. now: the time it is here; before: what it can be pointed at, of a day that may be another; letters: that its
    files begin with; clock_off_s: how far its clock is off; drops_after, gone_after: bytes of a file
    after which the link drops, once, and settings written after which it is gone; even: what
    stands before it instead.

    Everything may be called from several threads.
    """

    settings: Settings
    before: tuple[Before, ...]
    now: Callable[[], dt.datetime]
    letters: str = "SIM"
    utc_offset_min: int | None = None
    clock_off_s: float = 0.0
    firmware: str = ""
    serial: str = field(default_factory=lambda: secrets.token_hex(4).upper())
    code: str = field(default_factory=new_code)
    tokens: set[str] = field(default_factory=set)
    cards: list[Card] = field(default_factory=lambda: [Card(), Card()])
    charge: float = 1.0
    celsius: float = 20.0
    light_stops: float = 0.0
    at: int = 0
    reached: bool = True
    drops_after: int | None = None
    gone_after: int | None = None
    even: Even | None = None

    def __post_init__(self) -> None:
        """Begin to count."""
        self.lock = threading.RLock()
        self.happened = threading.Condition(self.lock)
        self.events: list[Event] = []
        self.files: dict[str, File] = {}
        self.number = 0
        self.waiting_mb = 0.0
        self.touched = self.began = self.stood = self.drained = self.now()
        self.wrong_codes = 0

    # What is done over a link ------------------------------------------------------------------------------------------------------------

    def pair(self, code: str) -> str:
        """A token for who knows the code that stands on the screen; after five wrong ones another stands there.

        Raises
        ------
        RefusedError : it is another code.
        """
        with self.lock:
            if not secrets.compare_digest(code.encode(), self.code.encode()):
                self.wrong_codes += 1
                if self.wrong_codes >= 5:
                    self.code, self.wrong_codes = new_code(), 0
                raise RefusedError("that is not the code on the screen")
            self.code, self.wrong_codes = new_code(), 0
            token = secrets.token_urlsafe(24)
            self.tokens.add(token)
            self._tell("paired", "a link was made")
            return token

    def write(self, slug: str, value: Value) -> Value:
        """Set one setting; see `Settings.write`."""
        with self.lock:
            self._wake()
            if self.gone_after is not None:
                self.gone_after -= 1
                if self.gone_after < 0:
                    self.gone_after, self.reached = None, False
            if not self.reached:
                raise GoneError
            before = self.settings.values.get(slug)
            held = self.settings.write(slug, value)
            if held != before:
                self._tell("set", f"{self.settings.label(slug)}: {self.settings.word(slug)}")
            return held

    def fire(self, frames: int) -> list[File]:
        """Press the release: so many frames, or as many sets; files are made when somebody asks for them.

        Raises
        ------
        RefusedError : no card takes a file, or the battery is empty.
        """
        with self.lock:
            self._wake()
            made: list[File] = []
            at = self.clock()
            rate = self._rate()
            for k in range(frames if rate else 1):
                form, values = self.before[self.at].form, self.settings.values
                shots = taken(form, values, self.light_stops, seed=self.number + 1, even=self.even is not None)
                for shot, brighter in zip(shots, offsets_of(values), strict=True):
                    made += self._written(shot, at + dt.timedelta(seconds=k / (rate or 1.0)), brighter)
            self._tell("fired", f"{len({file.name.split('.')[0] for file in made})} frames")
            return made

    def _rate(self) -> float:
        """Frames a second while the release is held; 0 where it gives one a press."""
        values, body = self.settings.values, self.settings.body
        drive = values.get("drive_mode", "single")
        if drive not in ("low", "medium", "high") or body.frames_per_second is None:
            return 0.0
        low, high = float(values.get("rate_low", 3.0)), float(values.get("rate_high", body.frames_per_second))
        return {"low": low, "medium": math.sqrt(low * high), "high": high}[str(drive)]

    def _written(self, shot: Shot, at: dt.datetime, brighter: float) -> list[File]:
        if self.battery <= 0:
            raise RefusedError("the battery is empty")
        into = [card for card in self.cards if card.takes]
        if not into and self.settings.values.get("fires_without_card") != "on":
            raise RefusedError("no card that takes a file")
        self.number += 1
        kinds = {"raw": ("DNG",), "both": ("JPG", "DNG")}.get(str(self.settings.values.get("file_format", "rendered")), ("JPG",))
        compensation = brighter + float(self.settings.values.get("compensation", 0.0))
        made, smaller = [], SMALLER[str(self.settings.values.get("rendered_size", "full"))]
        for kind in kinds:
            name = f"{self.letters}_{self.number % 10000:04d}.{kind}"
            kit = self.settings.body.name, self.settings.lens.name
            mode = mode_of(self.settings.values)
            file = File(name, shot, at, *kit, self.utc_offset_min, smaller, self.even, self.mains_hz, mode, compensation)
            if into:
                into[0].files.append(name)
                self.files[name] = file
                made.append(file)
        self.waiting_mb = self._unwritten() + self.frame_mb
        self.charge -= 1 / (FRAMES_A_CHARGE * self._warmth)
        return made

    def content(self, name: str) -> bytes:
        """A file's bytes.

        Raises
        ------
        RefusedError : it is on no card that is in.
        """
        with self.lock:
            self._wake()
            file = self.files.get(name)
            if file is None or not any(name in card.files and card.state == "in" for card in self.cards):
                raise RefusedError("there is no such file on a card")
        return _bytes(file)

    def listed(self, after: str = "") -> Iterator[File]:
        """Files on cards that are in, the oldest first, from one of them on."""
        with self.lock:
            names = [name for name in self.files if any(name in card.files and card.state == "in" for card in self.cards)]
            return iter([self.files[name] for name in names[names.index(after) + 1 if after in names else 0 :]])

    def delete(self, name: str) -> None:
        """Take a file off its card.

        Raises
        ------
        RefusedError : it is on no card that is in.
        """
        with self.lock:
            card = next((card for card in self.cards if card.state == "in" and name in card.files), None)
            if card is None:
                raise RefusedError("there is no such file on a card")
            card.files.remove(name)
            del self.files[name]

    def turn(self, bank: int, number: int) -> None:
        """Turn to a slot; see `Settings.turn`."""
        with self.lock:
            self._wake()
            self.settings.turn(bank, number)
            self._tell("turned", self.settings.body.traits.all_banks[bank - 1].called(number))

    def keep(self, bank: int, number: int, title: str) -> None:
        """Keep what is held in a slot; see `Settings.keep`."""
        with self.lock:
            self._wake()
            self.settings.keep(bank, number, title)
            self._tell("kept", self.settings.body.traits.all_banks[bank - 1].called(number))

    def empty(self, bank: int, number: int) -> None:
        """Keep nothing in a slot; see `Settings.empty`."""
        with self.lock:
            self._wake()
            self.settings.empty(bank, number)
            self._tell("emptied", self.settings.body.traits.all_banks[bank - 1].called(number))

    # How it is ---------------------------------------------------------------------------------------------------------------------------

    def clock(self) -> dt.datetime:
        """What its clock shows, of the day that it is out on: it is off by some seconds, and runs a little fast."""
        now = self.now()
        ran = self.clock_off_s + DRIFT_S_A_DAY * (now - self.began).total_seconds() / 86400
        return self.before[self.at].begins + (now - self.stood) + dt.timedelta(seconds=ran)

    @property
    def _warmth(self) -> float:
        return max(0.3, 1 - COLD * max(0.0, 20 - self.celsius))

    @property
    def battery(self) -> float:
        """Share of a full charge that it will still give, as cold as it is."""
        return max(0.0, self.charge - (1 - self._warmth) * 0.5)

    @property
    def frame_mb(self) -> float:
        """Megabytes of a frame as files are set now."""
        body, kind = self.settings.body, str(self.settings.values.get("file_format", "rendered"))
        raw = body.raw_bytes(str(self.settings.values.get("raw_compression", "lossless"))) / 1e6
        finished = body.sensor.pixels_wide * body.sensor.pixels_high * 3 / 8 / 1e6
        return {"raw": raw, "both": raw + finished}.get(kind, finished)

    def _unwritten(self) -> float:
        """Megabytes that wait for the card."""
        speed = next(iter(self.settings.body.traits.traffic.card_mb_s), 0.0) or USUAL_CARD_MB_S
        now = self.now()
        self.waiting_mb = max(0.0, self.waiting_mb - speed * (now - self.drained).total_seconds())
        self.drained = now
        return self.waiting_mb

    def burst(self) -> tuple[int, float]:
        """Frames that the buffer takes now, and the seconds that they last at the present rate."""
        room = (self.settings.body.traits.traffic.buffer_mb or USUAL_BUFFER_MB) - self._unwritten()
        frames = max(0, int(room / self.frame_mb))
        rate = self._rate()
        return frames, frames / rate if rate else 0.0

    @property
    def asleep(self) -> bool:
        """Whether nobody has touched it for so long that it sleeps: the next call wakes it."""
        return (self.now() - self.touched).total_seconds() > SLEEPS_AFTER_S

    def _wake(self) -> None:
        self.touched = self.now()

    # What hands do -----------------------------------------------------------------------------------------------------------------------

    def bump(self, slug: str, by: int) -> None:
        """Brush past a wheel; see `Settings.bump`."""
        with self.lock:
            self._wake()
            self.settings.bump(slug, by)
            self._tell("moved", f"{self.settings.label(slug)}: {self.settings.word(slug)}")

    def stand(self, at: int) -> None:
        """Point it at something else, with the lens that is for it.

        Raises
        ------
        RefusedError : there is no such thing to point it at.
        """
        with self.lock:
            if not 0 <= at < len(self.before):
                raise RefusedError("there is nothing there")
            self.at, self.light_stops, self.stood, self.even = at, 0.0, self.now(), None
            answer = answer_to(self.before[at].form, at_once=True)
            if answer.situation.lens != self.settings.lens:
                self.settings.take_lens(answer.situation.lens, answer.configuration)
            self._tell("stood", self.before[at].title)

    def update(self) -> None:
        """Put another firmware on it: it has the first thing that it lacked from then on, and everything else stays as it is set.

        Raises
        ------
        RefusedError : it lacks nothing that a firmware could bring.
        """
        with self.lock:
            self._wake()
            there = set(self.settings.rows)
            for traits in _lacking(_body_of(self.before[self.at].form).traits or TraitsForm()):
                before = tuple(replace(one, form=_with(one.form, traits)) for one in self.before)
                answer = answer_to(before[self.at].form, at_once=True)
                brought = [row.setting.slug for row in answer.configuration.rows if row.setting.slug not in there]
                if brought:
                    self.before, self.settings.body = before, answer.situation.body
                    self.settings.take_lens(answer.situation.lens, answer.configuration)
                    self.firmware = _next(self.firmware)
                    self._tell("updated", f"firmware {self.firmware}: it has {', '.join(map(self.settings.label, brought))}")
                    return
            raise RefusedError("there is no newer firmware for it")

    def look_at(self, even: Even) -> None:
        """Point it at an even wall, or put the cap on; the same again ends it."""
        with self.lock:
            self.even = None if self.even is even else even
            self._tell("stood", CALLED[self.even] if self.even else self.before[self.at].title)

    @property
    def mains_hz(self) -> float:
        """Of the lamps where it is."""
        return answer_to(self.before[self.at].form, at_once=True).situation.person.mains_hz

    def card(self, number: int, state: str) -> None:
        """Put a card in, pull it, or have it fail.

        Raises
        ------
        RefusedError : there is no such card.
        """
        with self.lock:
            if not 0 <= number < len(self.cards) or state not in ("in", "out", "failing"):
                raise RefusedError("there is no such card")
            self.cards[number].state = state
            self._tell("card", f"card {number + 1}: {state}")

    def walk_away(self, gone: bool) -> None:
        """Carry it out of reach of a link, or back."""
        with self.lock:
            self.reached = not gone

    def _tell(self, what: str, words: str) -> None:
        number = self.events[-1].number + 1 if self.events else 1
        self.events = [*self.events, Event(number, self.clock(), what, words)][-EVENTS_KEPT:]
        self.happened.notify_all()

    def events_after(self, number: int, wait_s: float = 0.0) -> list[Event]:
        """What happened after an event; waits so long for something."""
        with self.happened:
            self.happened.wait_for(lambda: bool(self.events) and self.events[-1].number > number, wait_s)
            return [event for event in self.events if event.number > number]

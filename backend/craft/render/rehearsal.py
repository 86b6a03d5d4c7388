"""A rehearsal: the frame of a setup, what it holds and loses, and the frames one might take instead."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

import numpy as np

from craft.errors import CraftError
from craft.kept import kept
from craft.optics.sharpness import defocus_disc_m
from craft.render.compose import FAR_M, as_it_is
from craft.render.develop import Bytes, balanced, blocked, curve, developed, finished, warned
from craft.render.expose import frame
from craft.render.looks import MERGED
from craft.render.shot import USUAL, Shot, exposed, on_own, shot_of
from craft.scales.series import Dial, stops_of
from craft.scene.imaged import output_gain
from craft.scene.situation import Locks, Situation
from craft.sensor.noise import EXCELLENT, electrons_at_bar
from craft.setup.advise import advise
from craft.setup.setup import Setup
from craft.stage.colour import Pixels
from craft.stage.stage import Stage
from craft.stage.stages import BY_SLUG
from craft.tones.framing import View
from craft.tones.own import OwnLight, map_under
from craft.tones.spread import spread_of
from craft.tones.tonemap import ToneMap
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG as BY_SETTING
from craft.white.lights import spectrum_of
from craft.white.response import brightness, first_channel_stops, neutral

PER_STOP = 3
HIGHEST, LOWEST = 10, -12
"""Ends of the ruler of tones, in stops from the key."""

SMALL = 240
"""Pixels across the picture that tones are counted on: shares of a per cent are all that is told."""

MOST_FRAMES = 5
"""Frames of a set that one fires for a picture with people or light that moves."""

SHADOW_BAR = 10.0
"""Signal to noise in the output at which a shadow is still acceptable [iso12232]."""


Channels = tuple[tuple[float, ...], ...]
"""Shares of the picture in each third of a stop, for red, green and blue."""


@dataclass(frozen=True, slots=True)
class HeldTone:
    """A tone one can name: stops from the key in this light, and whether this frame holds it."""

    name: str
    ev: float
    skin: bool
    held: bool


@dataclass(frozen=True, slots=True)
class Window:
    """What a body holds of a scene at one exposure, in stops from the key.

    clips: where the first channel of the raw is full; warns: where the preview begins to warn; white: from where the finished file is
    white; floor: where a shadow still has ten to one in the output; holds_more: stops that the raw has left where the preview first warns.
    """

    clips: float
    warns: float
    white: float
    floor: float

    @property
    def holds_more(self) -> float:
        """Stops between the preview's first warning and the raw's clip."""
        return max(0.0, self.clips - self.warns)


@dataclass(frozen=True, slots=True)
class Losses:
    """What a frame loses: shares of the picture, and the named tones that are over the clip or under the floor.

    raw_channels, file_channels: how the picture is spread over the ruler of tones in red, green and blue.
    """

    raw_share: float
    warned_share: float
    blocked_share: float
    over: tuple[str, ...]
    under: tuple[str, ...]
    raw_channels: Channels
    file_channels: Channels


@dataclass(frozen=True, slots=True)
class Verdict:
    """Whether one would see something in the picture as it will be shown, and the figure that says so."""

    what: str
    seen: bool
    words: str


@dataclass(frozen=True, slots=True)
class Variant:
    """A frame one might take: its whole setup, the shot, and what it gains and costs against the one as set; settings: that it has beside its dials."""

    slug: str
    label: str
    setup: Setup
    shot: Shot
    words: str
    settings: Mapping[str, Value] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Rehearsal:
    """All that is shown of a situation's frame."""

    stage: Stage
    shot: Shot
    shares: tuple[float, ...]
    window: Window
    held: Losses
    named: tuple[HeldTone, ...]
    verdicts: tuple[Verdict, ...]
    variants: tuple[Variant, ...]


def small_view(shot: Shot, width: int = SMALL) -> View:
    """The whole frame at so many pixels across.

    >>> small_view(shot(), 24)
    View(width=24, height=16, frame_px=24.0, left=0.0, top=0.0)
    """
    return View(width, max(1, round(width * shot.height_mm / shot.width_mm)), float(width))


def spread(light: Pixels) -> tuple[float, ...]:
    """Share of the picture in each third of a stop, from `LOWEST` to `HIGHEST` about the key of 1; what lies beyond is in the end ones.

    >>> spread(np.ones((2, 2), np.float32))[36]
    1.0
    """
    stops = np.log2(np.maximum(light, 2.0**-20))
    edges = np.arange(LOWEST * PER_STOP, HIGHEST * PER_STOP + 1) / PER_STOP
    counted, _ = np.histogram(np.clip(stops, LOWEST + 1e-6, HIGHEST - 1e-6), edges)
    return tuple(round(float(share), 5) for share in counted / light.size)


def shares_of_tones(shot: Shot) -> tuple[float, ...]:
    """How the scene's own tones are spread, whatever camera looks at it.

    >>> len(shares_of_tones(shot()))
    66
    """
    return spread(as_it_is(shot, small_view(shot)) @ brightness())


def window_of(shot: Shot, gain: float) -> Window:
    """What the body holds at this exposure; gain: of the output's averaging in signal to noise.

    >>> round(window_of(shot(), 4.0).clips, 1)
    3.0
    """
    clips = shot.clip_above_key - first_channel_stops(shot.kind, shot.kelvin)
    table = curve(shot)
    first = float(balanced(neutral(spectrum_of(shot.kind, shot.kelvin)), shot).max())

    def reaches(level: int) -> float:
        """Stops over the key from which a channel of the file has a level: a channel that is full in the raw has them all."""
        return min(clips, shot.clip_above_key + math.log2(int(np.argmax(table >= level)) / 65535 / first)) if table[-1] >= level else clips

    longest = exposed(shot, time_stops=-shot.joined)
    floor = float(electrons_at_bar(shot.sensor, SHADOW_BAR / gain, shot.gain_stops, shot.base_stops, longest.time_s))
    return Window(clips, reaches(shot.taste.warns_at), reaches(255), math.log2(floor / longest.key_e))


def lost_share(shot: Shot, tones: ToneMap) -> float:
    """Share of the picture that is full in the raw: of its tones, whatever noise and blur do to their edges.

    >>> round(lost_share(exposed(shot(), time_stops=-1.0), tones()), 3)
    0.148
    """
    return float(spread_of(tones).over(np.array(shot.clip_above_key)))


@kept
def small(shot: Shot) -> tuple[Pixels, Bytes]:
    """A frame of some hundred pixels across: its raw, and its finished file.

    >>> [part.ndim for part in small(shot())]
    [3, 3]
    """
    raw = frame(shot, small_view(shot))
    return raw, finished(developed(raw, shot), shot)


def channels_of(shot: Shot) -> tuple[Channels, Channels]:
    """How a frame is spread over the ruler of tones in red, green and blue: its raw, and its finished file.

    >>> [len(channel) for channel in channels_of(shot())[0]]
    [66, 66, 66]
    """
    raw, file = small(shot)
    return (
        tuple(spread(raw[..., k] * np.float32(2**shot.clip_above_key)) for k in range(3)),
        tuple(spread(_levels(file[..., k], shot)) for k in range(3)),
    )


def not_held(window: Window, scene: ToneMap) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """Names of the tones in the frame that are over the clip, and of those under the floor where light was meant to be.

    >>> not_held(Window(9.0, 8.0, 9.0, -9.0), tones())
    ((), ())
    """
    return (
        tuple(one.name for one in scene.named if one.ev > window.clips),
        tuple(one.name for one in scene.named if one.ev < window.floor and not one.void),
    )


@kept
def held_by(shot: Shot, gain: float, scene: ToneMap) -> Losses:
    """What a frame of a scene loses; scene: the map of its tones.

    >>> 0 <= held_by(shot(), 1.0, tones()).raw_share <= 1
    True
    """
    file = small(shot)[1]
    window = window_of(shot, gain)
    return Losses(
        lost_share(shot, scene),
        float(warned(file, shot).mean()),
        float(blocked(file, shot).mean()),
        *not_held(window, scene),
        *channels_of(shot),
    )


def _levels(channel: Bytes, shot: Shot) -> Pixels:
    """Light, the key 1, that a channel's levels in the file stand for: the curve read backwards."""
    table = curve(shot)
    first = np.searchsorted(table, np.arange(256), side="left").clip(0, 65535) / 65535
    return np.asarray(first[channel] * 2**shot.clip_above_key, np.float32)


def key_snr(shot: Shot, gain: float) -> float:
    """Signal to noise of the key tone in the output, with the flash that is on it.

    >>> round(key_snr(shot(), 4.0))
    266
    """
    return shot.taken(gain).snr(shot.flash_lifts)


def noise_of(situation: Situation, shot: Shot) -> tuple[bool, float]:
    """Whether noise would be seen in the key tone as the picture will be shown, and its signal to noise there.

    >>> noise_of(situation(), shot())[0]
    False
    """
    snr = key_snr(shot, output_gain(situation))
    return snr < EXCELLENT, snr


def verdicts_of(situation: Situation, setup: Setup, shot: Shot, held: Losses) -> tuple[Verdict, ...]:
    """Would one see it: noise against what is called excellent, blur against the circle of confusion, what is lost by name.

    >>> [verdict.what for verdict in rehearse(situation(), advised()).verdicts]
    ['noise', 'blur', 'lost tones']
    """
    seen, snr = noise_of(situation, shot)
    out = situation.output
    shown = f"{out.width_m * 100:.0f} cm wide from {out.viewing_m * 100:.0f} cm"
    noise = Verdict("noise", seen, f"{snr:.0f} to 1 in the key tone, {shown}; under {EXCELLENT:.0f} one begins to see it")
    over = setup.sharpness_stops
    blur = Verdict(
        "blur",
        over > 0.05,
        f"at the less sharp end of the depth {2**over:.1f} times the circle of confusion, {situation.coc_m * 1e6:.0f} µm; over once it shows",
    )
    ends = [*(f"{name} burnt out" for name in held.over), *(f"{name} in the noise" for name in held.under)]
    lost = Verdict("lost tones", bool(ends), "; ".join(ends) if ends else "every named tone is held")
    return noise, blur, *_apart(situation, shot), lost


def _apart(situation: Situation, shot: Shot) -> tuple[Verdict, ...]:
    """Of each other that is to be sharp, and of each distance painted over a picture of one's own, whether it is drawn out of focus."""
    planes = () if shot.own is None else tuple((plane.name, plane.distance_m) for plane in shot.own.planes)
    others = sorted({other.distance_m for other in situation.others})
    found = []
    for name, distance_m in (*planes, *((f"at {far:.3g} m", far) for far in others)):
        disc = defocus_disc_m(shot.focal_mm / 1000, shot.aperture, shot.focus_m, min(distance_m, FAR_M))
        times = float(disc) / situation.coc_m
        where = "far away" if math.isinf(distance_m) else f"at {distance_m:.3g} m"
        words = f"{where}, with focus at {shot.focus_m:.3g} m: a disc of {times:.1f} times the circle of confusion"
        found.append(Verdict(f"blur, {name}", times > 1, words))
    return tuple(found)


def rehearse(
    situation: Situation,
    setup: Setup,
    stage: str | None = None,
    seed: int = 1,
    values: Mapping[str, Value] = USUAL,
    own: OwnLight | None = None,
) -> Rehearsal:
    """The frame of a setup with all that is told about it, and four others.

    values : of the body's settings, for its look; own : a picture of one's own in the scene's place.

    >>> rehearse(situation(), advised()).stage.slug
    'regatta'
    """
    shot = on_own(shot_of(situation, setup, stage, seed, values), own)
    gain = output_gain(situation)
    scene = map_under(situation, BY_SLUG[shot.stage] if stage else None, own)
    held, window = held_by(shot, gain, scene), window_of(shot, gain)
    named = tuple(HeldTone(one.name, one.ev, one.skin, one.name not in (*held.over, *held.under)) for one in scene.named)
    return Rehearsal(
        shot.scene,
        shot,
        shares_of_tones(shot),
        window,
        held,
        named,
        verdicts_of(situation, setup, shot, held),
        variants_of(situation, setup, shot, scene),
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """A frame beside the one as set: its dials moved by stops (time shorter, aperture narrower, ISO up), and lifted afterwards."""

    slug: str
    label: str
    time: float = 0.0
    aperture: float = 0.0
    iso: float = 0.0
    lift: float = 0.0


CHANGES: tuple[tuple[Change, ...], ...] = (
    (
        Change(slug="under", label="a stop under, lifted", time=1.0, lift=1.0),
        Change(slug="under", label="a stop of ISO less, lifted", iso=-1.0, lift=1.0),
    ),
    (Change(slug="over", label="a stop over", time=-1.0), Change(slug="over", label="a stop over, by ISO", iso=1.0)),
    (
        Change(slug="depth", label="a stop wider, shorter", time=1.0, aperture=-1.0),
        Change(slug="depth", label="a stop narrower, longer", time=-1.0, aperture=1.0),
    ),
    (
        Change(slug="time", label="a stop shorter, by ISO", time=1.0, iso=1.0),
        Change(slug="time", label="a stop longer, ISO down", time=-1.0, iso=-1.0),
    ),
)
"""The four beside it; of each the first that the body can set."""


def _moved(setup: Setup, dial: Dial, printed: float, stops: float) -> float | None:
    """The printed value on a dial that lies so many stops from another, within a sixth; None if there is none."""
    if not stops:
        return printed
    wanted = stops_of(dial, printed) + stops
    values = setup.dials[dial]
    nearest = min(values, key=lambda value: abs(stops_of(dial, value) - wanted), default=None)
    return nearest if nearest is not None and abs(stops_of(dial, nearest) - wanted) < 1 / 6 else None


def _changed(situation: Situation, setup: Setup, change: Change) -> Situation | None:
    time = _moved(setup, Dial.TIME, setup.exposure.shutter_s, change.time)
    aperture = _moved(setup, Dial.APERTURE, setup.exposure.aperture, change.aperture)
    iso = _moved(setup, Dial.ISO, setup.exposure.iso, change.iso)
    if time is None or aperture is None or iso is None:
        return None
    return replace(situation, locks=Locks(time, aperture, iso))


def variants_of(situation: Situation, setup: Setup, shot: Shot, scene: ToneMap) -> tuple[Variant, ...]:
    """Frames one might take instead, each with its own whole setup.

    >>> [variant.slug for variant in variants_of(situation(), advised(), shot(), tones())]
    ['under', 'over', 'depth', 'time']
    """
    out = []
    for choices in CHANGES:
        for change in choices:
            other = _changed(situation, setup, change)
            if other is None:
                continue
            try:
                theirs = advise(other)
            except CraftError:  # the body does not set these together: the next way of the same change, or none
                continue
            taken = replace(on_own(shot_of(other, theirs, shot.stage, shot.seed), shot.own), lift=change.lift, taste=shot.taste)
            out.append(Variant(change.slug, change.label, theirs, taken, _against(situation, scene, (setup, shot), (theirs, taken))))
            break
    out = [*_of_merge(situation, setup, shot, scene), *out][: len(CHANGES)]
    if set_ := _set_of(situation, setup, shot, scene):
        others = [variant for variant in out if variant.slug != "over"]
        out = [*others[: len(CHANGES) - 1], set_]
    return tuple(out)


def level_of(shot: Shot, ev: float) -> int:
    """Level of the finished file at which a neutral tone so many stops over the key comes out.

    >>> level_of(shot(), 0.0) == level_of(replace(shot(), iso_stops=shot().iso_stops + 1, lift=-1.0), 0.0)
    True
    """
    share = min(1.0, 2.0 ** (ev - shot.clip_above_key))
    return int(curve(shot)[round(share * 65535)])


def _of_merge(situation: Situation, setup: Setup, shot: Shot, scene: ToneMap) -> list[Variant]:
    """What the body puts together: by the strengths that it has, and one frame of it alone."""
    merge = setup.bracketing.merge
    if merge is None:
        return []
    offered = [str(value) for value in situation.body.traits.offered.get("merge_strength", BY_SETTING["merge_strength"].values)]
    clips = window_of(shot, output_gain(situation)).clips
    held = sorted((one for one in scene.named if one.ev < clips), key=lambda one: one.ev)
    ends = [held[0], held[-1]] if held else []
    out = []
    for strength in (one for one in offered if one != merge.strength):
        taste = replace(shot.taste, contrast=shot.taste.contrast * MERGED[strength] / MERGED[merge.strength])
        taken = replace(shot, taste=taste)
        theirs = replace(setup, bracketing=replace(setup.bracketing, merge=replace(merge, strength=strength)))
        words = f"{'; '.join(f'{one.name} at {level_of(taken, one.ev)} of 255, not {level_of(shot, one.ev)}' for one in ends)}."
        out.append(Variant(f"merge_{strength}", f"{strength} strength", theirs, taken, words, {"merge_strength": strength}))
    alone = replace(shot, joined=0.0, taste=replace(shot.taste, contrast=shot.taste.contrast / MERGED[merge.strength]))
    single = replace(setup, bracketing=replace(setup.bracketing, merge=None))
    return [
        *out,
        Variant(
            "alone", "one frame, not merged", single, alone, _against(situation, scene, (setup, shot), (single, alone)), {"merge": "off"}
        ),
    ]


def _set_of(situation: Situation, setup: Setup, shot: Shot, scene: ToneMap) -> Variant | None:
    """A set of frames merged afterwards, where one frame loses a named tone: its own set, or the body's widest of few frames."""
    before = held_by(shot, output_gain(situation), scene)
    offers = [offer for offer in situation.body.bracket_offers if 3 <= offer.frames <= MOST_FRAMES]
    if not before.over or not offers:
        return None
    offer = max(offers, key=lambda one: (one.frames - 1) * one.step_ev)
    frames, step = (setup.bracketing.frames, setup.bracketing.step_ev) if setup.bracketing.frames > 1 else (offer.frames, offer.step_ev)
    half = (frames - 1) / 2
    taken = replace(shot, of_set=tuple((k - half) * step for k in range(frames)))
    clips = window_of(shot, output_gain(situation)).clips + half * step
    kept = [one.name for one in scene.named if one.name in before.over and one.ev <= clips]
    total = sum(shot.time_s * 2**stops for stops in taken.of_set)
    if not kept:
        return None
    said = f"{total:.0f}" if total > 10 else f"{total:.2g}"
    words = [f"{', '.join(kept)} kept", f"{said} s in all", f"what moves is drawn {frames} times"]
    return Variant("set", f"{frames} frames, {step:.3g} stops apart", setup, taken, "; ".join(words) + ".")


def _reach(setup: Setup) -> str:
    far = "infinity" if setup.focus.far_m is None else f"{setup.focus.far_m:.3g} m"
    return f"from {setup.focus.near_m:.3g} m to {far}"


def _against(situation: Situation, scene: ToneMap, as_set: tuple[Setup, Shot], other: tuple[Setup, Shot]) -> str:
    """What another frame gains and costs, in figures that differ."""
    gain = output_gain(situation)
    (one, shot), (two, taken) = as_set, other
    was, now = held_by(shot, gain, scene), held_by(taken, gain, scene)
    words = []
    kept = [name for name in was.over if name not in now.over]
    gone = [name for name in now.over if name not in was.over]
    if kept:
        words.append(f"{', '.join(kept)} kept")
    if gone:
        words.append(f"{', '.join(gone)} lost")
    if not kept and not gone and abs(now.raw_share - was.raw_share) > 0.004:
        words.append(f"{now.raw_share:.1%} of the picture is burnt out, not {was.raw_share:.1%}")
    before, after = key_snr(shot, gain), key_snr(taken, gain)
    if abs(math.log2(after / before)) > 0.1:
        words.append(f"signal to noise {before:.0f} → {after:.0f}" + (", which one sees" if after < EXCELLENT <= before else ""))
    blur = two.sharpness_stops - one.sharpness_stops
    if abs(blur) > 0.1:
        words.append(f"blur {2**one.sharpness_stops:.1f} → {2**two.sharpness_stops:.1f} circles of confusion")
    if one.exposure.aperture != two.exposure.aperture:
        words.append(f"sharp {_reach(two)}, not {_reach(one)}")
    return "; ".join(words) + "." if words else "Nothing that one would see."

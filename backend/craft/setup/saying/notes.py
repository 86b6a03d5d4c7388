"""What has to be said beside the figures: that they are dark on purpose, what is let go, what is wanting."""

from __future__ import annotations

import math
from dataclasses import replace

from craft.bracketing.of_others import focus_set
from craft.bracketing.series import Series
from craft.decisions.facts import Facts, When, all_hold, say
from craft.decisions.numbers import MERGE_BUSY_S
from craft.decisions.schools.row import NO_PEOPLE, STILL
from craft.exposure.flash import aim_of, pulsed_loss, stands_m, way_m
from craft.exposure.targets import NARROWEST
from craft.kit.dials import Axis
from craft.optics import sharpness
from craft.scales.series import MATCH_STOPS, Dial, label, printed, stops_of
from craft.scales.words import in_thirds
from craft.scene.framed import ROOM, distance_for, framing_mm, on_a_ring, share_of
from craft.scene.situation import Locks
from craft.setup.setup import Note, WayOut
from craft.setup.solving.ladder import Ladder
from craft.setup.solving.plan import Plan, at_key, free_dials, lifted, longer_by, true_stops, with_dials
from craft.tones.tonemap import map_of
from craft.tones.wanted import BY_NAME, bright_names
from craft.vocabulary.terms import AimDepth, FlashRole, Intent, Support

SEEN_STOPS = 0.2
"""Less darkness than this is rounding to the dial's step."""


FITS = 0.97
"""Share of the frame's height over which a subject does not fit it."""

WORTH_STOPS = 0.6
"""Less light than this is not worth focusing where nobody stands (an estimate: two thirds of a stop are)."""


MOST_DARKER = 2.0
"""Stops by which a frame may be darkened to be lifted at the desk: past that the shadows show it."""

DENSEST = 20.0
"""Stops of the densest filter that is made for lenses (for the sun itself)."""

A_SET = (STILL, NO_PEOPLE, When("bracket_possible", "=", 1.0))
"""When a set of frames can be fired and will line up."""

Said = tuple[str, tuple[WayOut, ...]]
"""A sentence, or an empty text, and its ways out."""


def _under(plan: Plan, time: float, aperture: float, iso: float) -> float:
    """Stops under the metered exposure of dials in true stops."""
    return time + aperture - iso - (plan.key_ev - plan.nd)


def darker_stops(plan: Plan, ladder: Ladder) -> float:
    """Stops that the figures lie under the metered exposure.

    >>> one = course()
    >>> round(darker_stops(one.planned, one.solved), 2)
    0.02
    """
    return _under(plan, *(float(stops[ladder.now]) for stops in ladder.true_stops()))


def _times(plan: Plan) -> Axis:
    """The times that body and hand have, whatever slowest one was set."""
    bare = replace(plan.situation, settings={}, locks=Locks())
    return free_dials(bare, plan.shutter, longer_by(bare, plan.bracket), plan.lit.role).time


def _kept(plan: Plan, ladder: Ladder) -> str:
    """What brightness was given for: the time, or the ISO where the time is at the end of its dial."""
    time, _, iso = ladder.printed(ladder.now)
    held = plan.situation.locks.shutter_s is not None
    longest = int(ladder.found.time[ladder.now]) <= (plan.dials.time.first if held else _times(plan).first)
    return f"ISO {label(Dial.ISO, iso)}" if longest else label(Dial.TIME, time)


def _saved(facts: Facts) -> str:
    """What a darker exposure saves of what was to hold."""
    holds = f"tones up to {say(facts['holds_stops'], 'stops')} over the key"
    if facts["lacking_stops"] <= SEEN_STOPS:
        return f"it holds {holds}"
    saved, lacking = say(facts["saves_stops"], "stops"), say(facts["lacking_stops"], "stops")
    return f"it saves {saved} of what must hold, {holds}, and leaves {lacking} of it past the clip"


def darker_words(plan: Plan, ladder: Ladder, facts: Facts, by_hand: bool) -> str:
    """What the darkness buys, in one sentence, or an empty text where there is none to speak of.

    >>> one = course()
    >>> darker_words(one.planned, one.solved, one.told, False)
    ''
    """
    stops = facts["darker_stops"]
    if stops < SEEN_STOPS:
        return ""
    gave = float(ladder.found.gave[Intent.BRIGHTNESS][ladder.now])
    bought = []
    if plan.lit.role is FlashRole.KEY:
        bought.append("that is the room, and the flash lights the subject")
    elif plan.bracket is not None:
        bought.append("the middle of the set lies there so that both ends hold")
    elif by_hand and plan.offset < 0:
        bought.append("you set it so")
    elif plan.offset < 0:
        bought.append(_saved(facts))
    if gave > SEEN_STOPS and ladder.found.out_of_reach[ladder.now] and plan.situation.locks != Locks():
        bought.append("what is held leaves it no more light")
    elif gave > SEEN_STOPS:
        bought.append(f"it keeps {_kept(plan, ladder)}, since brightness gives before that by your list")
    if not bought:
        return ""
    return f"{in_thirds(stops)} under the meter: {', and '.join(bought)}."


def _let_go(plan: Plan, facts: Facts) -> Said:
    past = facts["past_clip_stops"]
    if past < SEEN_STOPS:
        return "", ()
    names = _bright(plan, facts)
    far = f"{'Up to ' if len(names) > 1 else ''}{say(past, 'stops')}"
    return f"{far} past the clip and let go: {', '.join(names)}.", _saving(plan, facts, past)


def _bright(plan: Plan, facts: Facts) -> tuple[str, ...]:
    """What in the frame lies past the clip: its tones by name, else what is bright in such light if the frame has it, else only that it is bright."""
    light, brightest = plan.situation.light, facts["brightest_stops"]
    usual = light.bright if abs(light.above - brightest) < BY_NAME else "the brightest tones"
    return bright_names(map_of(plan.situation), facts["clips_stops"], brightest) or (usual,)


def _kept_by(plan: Plan, step: float) -> float:
    """Stops by which so much protection puts the clip higher, where brightness is given already: what it lifts of ISO is lost again."""
    tried = replace(plan, protection=step)
    tried = with_dials(tried, lifted(plan.situation, plan.free, step))
    (x, n, s), (then_x, then_n, then_s) = (true_stops(one, at_key(one)) for one in (plan, tried))
    return (then_x + then_n - then_s + step) - (x + n - s + plan.protection)


def _saving(plan: Plan, facts: Facts, past: float) -> tuple[WayOut, ...]:
    """What saves tones so many stops past the clip: a set where nothing moves, protection that the ISO has room for, a darker frame."""
    ways, settings = [], plan.situation.settings
    as_bright = {} if "compensation" in settings else {"aims": {"brighter_stops": round(plan.offset, 4)}}
    if all_hold(A_SET, facts) and plan.bracket is None:
        ways.append(WayOut("with a set of frames", {"schools": {"bracketing": "bracket"}}))
    step = next((p for p in sorted(plan.situation.body.protection_stops) if p > plan.protection), 0.0)
    obeys = abs(facts["darker_stops"] + plan.offset) < SEEN_STOPS  # else brightness gives already, and goes on to
    if 0 < step <= facts["protection_offered_stops"] and (obeys or ("compensation" not in settings and _kept_by(plan, step) > SEEN_STOPS)):
        ways.append(WayOut(f"with {say(step, 'stops')} of protection", {"settings": {"highlight_protection": step}, **as_bright}))
    darker = math.ceil(past * plan.per_stop - 1e-6) / plan.per_stop
    asks = obeys and past <= MOST_DARKER and facts["raw"] and plan.bracket is None and "compensation" not in settings
    tried = replace(plan, offset=plan.offset - darker)
    if asks and _under(tried, *true_stops(tried, at_key(tried))) - facts["darker_stops"] > darker - SEEN_STOPS:
        ways.append(WayOut(f"{in_thirds(darker)} darker, lifted at the desk", {"aims": {"brighter_stops": round(tried.offset, 4)}}))
    return tuple(ways)


def _wanting(plan: Plan, series: Series | None, facts: Facts) -> Said:
    stops = facts["wanting_stops"]
    if stops < SEEN_STOPS:
        return _tripod(plan)
    glass = facts["wanting_filter_stops"]
    most = max(plan.situation.filters_stops, default=0.0)
    offer = f"a filter of {glass:g} more" if plan.nd else f"a filter of {say(glass, 'stops')}"
    merged = f", or {series.frames} frames merged afterwards" if series else ""
    has = f" beside the {say(plan.nd, 'stops')} in use" if plan.nd else "" if not most else " and no filter here comes nearer"
    needs = round(plan.filter.glass + glass, 4)
    way = WayOut(f"with a filter of {say(needs, 'stops')} in the bag", {"filters_stops": [*plan.situation.filters_stops, needs]})
    ways = (way,) if needs <= DENSEST else ()
    return f"{in_thirds(stops)} of light too many{has}: {offer} would do it, or waiting for less light{merged}.", ways


def _tripod(plan: Plan) -> Said:
    """That the wanted blur takes longer than a hand holds, where it is that and not the light."""
    blur = plan.asked.targets.motion_blur
    if blur is None or plan.situation.carried_by is Support.TRIPOD or (shortest := _times(plan).lowest) - blur < SEEN_STOPS:
        return "", ()
    wanted, held = (label(Dial.TIME, printed(Dial.TIME, round(x * 3) / 3, 3)) for x in (blur, shortest))
    on_it = WayOut("on a tripod", {"support": Support.TRIPOD.value})
    return f"The wanted blur takes {wanted}, and {held} is the slowest you hold by hand: a tripod would give it.", (on_it,)


def _depth(plan: Plan, ladder: Ladder, facts: Facts) -> Said:
    """What holding all of the depth sharp takes, where one frame does not, and that frames focused one behind the other do."""
    situation = plan.situation
    held = plan.asked.depth_reachable and float(ladder.found.gave[Intent.DEPTH][ladder.now]) < SEEN_STOPS
    if held or situation.aim_depth is AimDepth.SHALLOW or situation.band != situation.own_band:
        return "", ()
    near, far = situation.band
    low, _, _ = sharpness.aperture_interval(
        situation.focal_mm / 1000, situation.focus_m, near, far, situation.coc_m, situation.body.sensor.pitch_m
    )
    aperture = ladder.printed(ladder.now)[1]
    if situation.lens.fixed_m is not None:
        return (
            f"{say(near, 'm')} to {say(far, 'm')} is not all sharp at {label(Dial.APERTURE, aperture)}, and the focus stands at {say(situation.focus_m, 'm')} for good: stand where it is.",
            (),
        )
    stack = focus_set(situation, aperture, bool(facts["moving"]))
    takes = f"one frame would take f/{low:.2g}" if 0 < low < math.inf else "no aperture of one frame holds it"
    lacks = f"{say(near, 'm')} to {say(far, 'm')} is not all sharp at {label(Dial.APERTURE, aperture)}: {takes}"
    if stack.frames < 2:
        return (f"{lacks}.", ()) if low > aperture else ("", ())
    if facts["moving"]:
        return f"{lacks}; it moves, and a set of focus would not line up.", ()
    return f"{lacks}, {stack.frames} focused one behind the other hold it.", (WayOut("see the set of focus", place="sets"),)


def _put_for_nothing(plan: Plan) -> Said:
    """That a distance which a hand put focus at is not used, because focus finds its own."""
    situation = plan.situation
    if situation.motion.focus_m is None or situation.focus_is_put or situation.lens.fixed_m is not None:
        return "", ()
    at = say(situation.motion.focus_m, "m")
    ways = (
        WayOut("focus by hand", {"settings": {"focus_mode": "manual"}}),
        WayOut("forget the distance", {"motion": {"focus_m": None}}),
    )
    return f"Focus finds its subject by itself: the {at} that it was put at count for nothing.", ways


def _others(plan: Plan) -> Said:
    """What holding everybody sharp takes from where focus lies, and from between them where that asks less."""
    situation, axis = plan.situation, plan.free.aperture
    if situation.band == situation.own_band or situation.aim_depth is AimDepth.SHALLOW:
        return "", ()
    near, far = situation.band
    span = f"{say(near, 'm')} to {say(far, 'm')}"

    def widest(focus_m: float) -> float | None:
        low, _, there = sharpness.aperture_interval(
            situation.focal_mm / 1000, focus_m, near, far, situation.coc_m, situation.body.sensor.pitch_m
        )
        least = stops_of(Dial.APERTURE, low) if low > 0 else -math.inf
        most = stops_of(Dial.APERTURE, NARROWEST / situation.crop)
        fitting = [axis.printed_at(k) for k in axis.positions() if least - MATCH_STOPS <= axis.stops_at(k) <= most + MATCH_STOPS]
        return min(fitting) if there and fitting else None

    here, between = widest(situation.focus_m), widest(situation.between_m)
    if here is None and between is None:
        return f"No aperture worth closing to holds {span} sharp from here: step back, or let one end go.", ()
    if here is not None and (between is None or stops_of(Dial.APERTURE, here / between) < WORTH_STOPS):
        return f"To hold {span} sharp takes {label(Dial.APERTURE, here)}.", ()
    takes = f"{span} takes {label(Dial.APERTURE, here)}" if here else f"no aperture worth closing to holds {span}"
    at, less = say(situation.between_m, "m"), label(Dial.APERTURE, between or 0.0)
    between_them = {"motion": {"focus_m": round(situation.between_m, 2)}, "settings": {"focus_mode": "manual"}}
    ways = (
        () if situation.motion.focus_m is not None or situation.lens.fixed_m is not None else (WayOut(f"put focus at {at}", between_them),)
    )
    where = "on the subject" if situation.focus_m == situation.distance_m else f"at {say(situation.focus_m, 'm')}"
    return f"With focus {where} {takes}; focused between them, at {at}, {less} would do.", ways


def _framing(plan: Plan) -> Said:
    """That the subject does not fit the frame held level, and the ways out."""
    situation = plan.situation
    size, focal, high = situation.subject.size_m, situation.focal_mm, situation.used_mm[1]
    if not situation.subject.framed or situation.fills <= FITS:
        return "", ()
    upright = share_of(size, focal, situation.distance_m, situation.used_mm[0])
    lens = situation.lens
    shorter = on_a_ring(framing_mm(size, situation.distance_m, high, ROOM), lens.focal_min_mm, lens.focal_max_mm)
    fits = share_of(size, shorter, situation.distance_m, high) <= FITS
    away = distance_for(size, focal, high)
    level = f"it fits level from {say(away, 'm')}{f', or at {shorter:g} mm' if fits else ''}"
    way = f"held upright it fits; {level}" if upright <= FITS else level
    ways = [WayOut(f"from {say(away, 'm')}", {"motion": {"distance_m": float(f"{away:.3g}")}})]
    if fits:
        ways.append(WayOut(f"at {shorter:g} mm", {"focal_length_mm": shorter}))
    return f"It fills {say(situation.fills, 'percent')} of the frame's height: {way}.", tuple(ways)


def _series(series: Series | None, time_s: float) -> str:
    if series is None:
        return ""
    span = (
        f"{series.hours:.1f} hours"
        if series.hours >= 1
        else f"{series.hours * 60:.0f} min"
        if series.hours >= 1 / 60
        else f"{series.hours * 3600:.0f} s"
    )
    return (
        f"{series.frames} frames of {label(Dial.TIME, time_s)}, one every {series.interval_s:.3g} s, take {span}: "
        f"{series.gigabytes:.1f} GB of raw, {series.charges} {'charge' if series.charges == 1 else 'charges'}."
    )


def _flash(plan: Plan, ladder: Ladder) -> Said:
    """With a flash that was set: that the time keeps to sync and what that took, or what a shorter one costs the flash."""
    situation, sync = plan.situation, plan.situation.body.sync_with(plan.shutter)
    if plan.lit.role is FlashRole.NONE:
        return "", ()
    if sync is None:
        return f"A flash stays dark with the {plan.shutter.value.replace('_', ' ')} shutter of {situation.body.name}.", ()
    time_s = ladder.printed(ladder.now)[0]
    loss = pulsed_loss(time_s, sync)
    unable = next((one for one in plan.lit.flashes if not one.high_speed), None)
    if loss and unable:
        return (
            f"At {label(Dial.TIME, time_s)} the curtain covers a part of the frame while {unable.name} burns, which cannot pulse: {label(Dial.TIME, sync)} or longer lights all of it.",
            (),
        )
    if loss:
        words = f"At {label(Dial.TIME, time_s)}, shorter than sync, the flash pulses: it loses {in_thirds(loss)} and reaches {2 ** (-loss / 2):.0%} as far as at {label(Dial.TIME, sync)}."
        return words.replace("%", " %"), ()
    if plan.lit.role is FlashRole.ALONE:
        return "", ()
    other = with_dials(plan, free_dials(situation, plan.shutter, longer_by(situation, plan.bracket)))
    q = plan.per_stop
    wished = printed(Dial.TIME, round(true_stops(other, at_key(other))[0] * q) / q, q)
    loss = pulsed_loss(wished, sync)
    if not loss:
        return "", ()
    if unable:
        return (
            f"With the flash the time keeps to {label(Dial.TIME, time_s)}, where all of the frame is lit; without it {label(Dial.TIME, wished)} would do.",
            (),
        )
    pulse = WayOut("high-speed sync", {"settings": {"high_speed_sync": "on"}})
    words = (
        f"With the flash the time keeps to {label(Dial.TIME, time_s)}, where all of the frame is lit; without it {label(Dial.TIME, wished)} would do. "
        f"High-speed sync allows that, and costs the flash {in_thirds(loss)}: {2 ** (-loss / 2):.0%} of its reach."
    )
    return words.replace("%", " %"), (pulse,)


def _too_strong(plan: Plan, facts: Facts) -> Said:
    """What a flash that cannot be turned down far enough gives too much, and what takes that away: its way, a filter, or that it leads."""
    over, flash = facts["flash_over_stops"], plan.lit.flash
    if over < SEEN_STOPS or flash is None:
        return "", ()
    way = way_m(aim_of(plan.situation, flash), stands_m(plan.situation, flash)) * 2 ** (over / 2)
    words = f"{flash.name} gives {say(over, 'stops')} too much at its least power: a way of {say(way, 'm')} takes that away, or a grey filter of as much before it."
    leads = WayOut("let it be all the light", {"schools": {"flash": "alone"}})
    return words, (leads,) if plan.lit.role is not FlashRole.ALONE else ()


def _past_the_scale(plan: Plan, facts: Facts) -> str:
    """How a compensation is dialled that lies past the end of the body's scale."""
    ends, asked = plan.situation.body.compensation_stops, facts["correct_stops"]
    rest = abs(asked) - ends
    if not facts["meters"] or rest < MATCH_STOPS:
        return ""
    way, end = ("longer", f"+{ends:g}") if asked > 0 else ("shorter", f"-{ends:g}")
    return f"A compensation of {say(asked, 'signed')} lies past the body's scale: dial {end}, hold the exposure, then make the time {in_thirds(rest)} {way}, or set all three by hand."


def _merging(facts: Facts, time_s: float) -> str:
    """How long a merge keeps the body busy: its frames, and what it takes to put them together."""
    if not facts["merging"]:
        return ""
    frames_s = sum(time_s * 2 ** (k * facts["merge_step_stops"]) for k in (-1, 0, 1))
    return f"The camera is busy for about {say(frames_s + MERGE_BUSY_S, 's')}: {say(frames_s, 's')} of frames, then it puts them together."


def notes_for(plan: Plan, ladder: Ladder, series: Series | None, facts: Facts, by_hand: bool) -> tuple[Note, ...]:
    """Everything that has to be said beside the figures; by_hand: the range is.

    >>> one = course(light=Light(11.0, above=5.0))
    >>> [note.text for note in notes_for(one.planned, one.solved, one.series, one.told, False)]
    ['Up to 2.1 stops past the clip and let go: sky, white hull, white shirts.']
    """
    said: tuple[tuple[str, Said], ...] = (
        ("darker", (darker_words(plan, ladder, facts, by_hand), ())),
        ("let_go", _let_go(plan, facts)),
        ("wanting", _wanting(plan, series, facts)),
        ("flash", _flash(plan, ladder)),
        ("flash_over", _too_strong(plan, facts)),
        ("depth", _depth(plan, ladder, facts)),
        ("focus", _put_for_nothing(plan)),
        ("others", _others(plan)),
        ("framing", _framing(plan)),
        ("scale", (_past_the_scale(plan, facts), ())),
        ("merge", (_merging(facts, ladder.printed(ladder.now)[0]), ())),
        ("series", (_series(series, ladder.printed(ladder.now)[0]), ())),
    )
    return tuple(Note(kind, text, ways) for kind, (text, ways) in said if text)

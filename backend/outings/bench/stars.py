"""A frame of the night sky on the bench: trails by three schools, the sky it has, frames and minutes."""

from __future__ import annotations

from craft.day.moon import APART_STOPS, Asks, DiscFrame, disc_frame
from craft.day.stars import NightFrame, night_frame
from craft.optics.trails import trail_s
from craft.render.shot import laid_together
from craft.scales.series import Dial
from craft.scales.series import label as printed
from craft.setup.setup import Setup
from craft.sky.brightness import PLACES, USUAL_MAG, ev_of_mag
from craft.sky.daylight import sky_over
from forms.answer import Answer
from forms.outing_form import OverThere, SituationDocument, begins_of
from outings.bench.schemas import BandAtIso, BandOut, DarkPlaceOut, MoonAsks, MoonDisc, MoonlitOut, StarsIn, StarsOut, TrailOut, TrailSeries
from outings.rehearse.actions import token_of

NOT_STARS = "It is told for pictures of the sky in light under EV 0: by day and dusk no star of it is left."


def stars_of(asked: StarsIn, answer: Answer, there: OverThere | None) -> StarsOut:
    """What a frame of a setup holds of the sky over its day's place, None where nobody said; nothing but why where it is no picture of it."""
    found = night_frame(answer.situation, answer.setup, asked.wanted)
    if found is None:
        disc = disc_frame(answer.situation, answer.setup)
        told = NOT_STARS if disc is None else _of_disc(disc, land_of(asked.situation.document, there))
        shown = None if disc is None else _disc(disc)
        return StarsOut(told=told, frame=None, places=[], moon=None, schools=[], band=None, isos=[], disc=shown, series=None)
    return StarsOut(
        told=_told(found),
        frame=_drawn(answer.setup, "set", "as it is set", "", found.shot.time_s, found.middle_px, found.longest_px),
        places=[
            DarkPlaceOut(
                slug=place.slug,
                label=place.label,
                mag=place.mag,
                ev100=round(ev_of_mag(place.mag), 2),
                because=f"{place.reason[0].upper()}{place.reason[1:]}; the faintest star that one sees is of magnitude {place.least_visible:g}.",
                here=place == found.like,
            )
            for place in PLACES
        ],
        moon=_moonlit(found, asked.dark_mag or (there.dark_mag if there else USUAL_MAG)),
        schools=[
            _drawn(answer.setup, one.school.slug, one.school.label, one.school.accepts, one.time_s, one.middle_px, one.longest_px)
            for one in found.schools
        ],
        band=BandOut(
            wanted=asked.wanted,
            one=round(found.light().band_snr, 2),
            frames=found.frames,
            minutes=round(found.minutes, 1),
            tracked_minutes=round(found.tracked_minutes, 1),
            gigabytes=round(found.takes.gigabytes, 1),
            charges=found.takes.charges,
            faintest_one=round(found.faintest(), 1),
            faintest_all=round(found.faintest(found.frames), 1),
            of_sky=round(found.light().of_sky(), 3),
        ),
        isos=[BandAtIso(iso=one.iso, snr=round(one.snr, 2)) for one in found.isos],
        disc=None,
        series=_series(found, asked.minutes),
    )


def _series(found: NightFrame, asked: float | None) -> TrailSeries:
    minutes = found.series_minutes(asked)
    together = laid_together(found.shot, minutes * 60)
    return TrailSeries(
        token=token_of(together) if together else "",
        minutes=round(minutes, 1),
        frames=found.frames_in(minutes),
        degrees=round(minutes * 60 / trail_s(1.0), 1),
        aspect=found.shot.width_mm / found.shot.height_mm,
    )


def land_of(document: SituationDocument, there: OverThere | None) -> float | None:
    """EV at ISO 100 of the open land at a picture's hour under a clear sky; None where nobody said where and when."""
    if there is None:
        return None
    [sky] = sky_over(*there.day_and_place, (begins_of(document.starts_at),))
    return sky.ev100


def _asks(one: Asks) -> MoonAsks:
    return MoonAsks(label=one.label, ev100=round(one.ev100, 1), time=printed(Dial.TIME, one.time_s))


def _disc(disc: DiscFrame) -> MoonDisc:
    return MoonDisc(
        across_px=round(disc.across_px, 1),
        share=round(disc.share, 4),
        px_s=round(disc.px_s, 2),
        still_s=round(disc.still_s, 4),
        leaves_s=round(disc.leaves_s, 1),
        phases=[_asks(one) for one in disc.phases],
        heights=[_asks(one) for one in disc.heights],
        dim=[_asks(one) for one in disc.dim],
        now=None if disc.now is None else _asks(disc.now),
    )


def _of_disc(disc: DiscFrame, land_ev: float | None) -> str:
    """The disc in a sentence or two, with the land of its hour."""
    told = f"The disc is {disc.across_px:.0f} pixels wide, {100 * disc.share:.0f} % of the frame's height."
    if disc.now is None or land_ev is None:
        return told
    apart = disc.now.ev100 - land_ev
    both = "one frame holds both" if abs(apart) <= APART_STOPS else "land and disc take a frame each"
    return f"{told} It has EV {disc.now.ev100:.1f}, the land {land_ev:.1f}: {abs(apart):.1f} stops apart, {both}.".replace("-", "−")


def held(setup: Setup, time_s: float) -> float | None:
    """The longest time on the body's dial that is no longer; None where it has none so short."""
    return max((one for one in setup.dials[Dial.TIME] if one <= time_s * 2 ** (1 / 12)), default=None)


def _told(found: NightFrame) -> str:
    where = ""
    if found.looks is not None and found.looks.height_deg > 0:
        where = f" The middle of the picture looks {found.looks.height_deg:.0f}° up, towards {found.looks.bearing_deg:.0f}°."
    return f"The sky that the light stands for: {found.sky_mag:.1f} magnitudes to the square arc second, as over {found.like.label}.{where}"


def _drawn(setup: Setup, slug: str, label: str, accepts: str, time_s: float, middle_px: float, longest_px: float) -> TrailOut:
    takes_s = held(setup, time_s)
    return TrailOut(
        slug=slug,
        label=label,
        accepts=accepts,
        time_s=round(time_s, 2),
        takes_s=takes_s,
        takes="" if takes_s is None else printed(Dial.TIME, takes_s),
        middle_px=round(middle_px, 2),
        longest_px=round(longest_px, 2),
    )


def _moonlit(found: NightFrame, dark_mag: float) -> MoonlitOut | None:
    under = found.under_moon(dark_mag)
    if under is None:
        return None
    moon = under.moon
    told = (
        f"The moon, {100 * moon.lit:.0f} % lit, stands {moon.at.height_deg:.0f}° up, {under.apart_deg:.0f}° from the middle of the picture: "
        f"there it makes the sky {under.mag:.1f}."
    )
    return MoonlitOut(dark_mag=dark_mag, told=told, mag=round(under.mag, 2), ev100=round(ev_of_mag(under.mag), 2))

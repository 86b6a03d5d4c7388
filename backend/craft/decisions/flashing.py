"""The numbers that speak of a flash: what one at hand could do here, and what it does in the exposure that was solved."""

from __future__ import annotations

import math

from craft.decisions.facts import Fact, tells, yes
from craft.exposure.bounds import Dials
from craft.exposure.flash import FLASH_KELVIN, Lit, flash_at_hand, given_stops, lit_by, pulsed_loss, reach_m, turned_down
from craft.exposure.targets import ask
from craft.kit.body import Shutter
from craft.scales.series import Dial, exact_stops
from craft.scene.imaged import lens_loss_stops
from craft.scene.situation import Situation
from craft.vocabulary.terms import FlashRole


@tells(
    flash_there=Fact("a flash is at hand", "yes", "no flash is at hand", lasting=True),
    flash_possible=Fact("the body lights a flash", "yes", "the body lights no flash", lasting=True),
    flash_welcome=Fact("people know that they are photographed", "yes", "nobody asked for a flash", lasting=True),
    sky=Fact("it is the sky that is photographed", "yes", "it is not the sky that is photographed", lasting=True),
    flash_studio=Fact("the flash stands by itself, on the mains", "yes", "the flash sits on the camera"),
    flash_metered=Fact("the flash is set up and metered", "yes", "the flash is not metered"),
    dim_stops=Fact("ISO that movement and depth ask for past your bar", "stops"),
    flash_key_short_stops=Fact("what full power lacks to light the subject", "stops"),
    flash_fill_short_stops=Fact("what full power lacks to fill against this light", "stops"),
    sync_s=Fact("the shortest time at which all of the frame is lit", "time"),
)
def of_flash(situation: Situation, dials: Dials) -> dict[str, float]:
    """What a flash at hand could do: whether it reaches as the light that leads, and as a fill against the light that is there.

    >>> from craft.kit.dials import aperture_axis, iso_axis, time_axis
    >>> dials = Dials(time_axis(BODY, BODY.shutters[0]), aperture_axis(BODY, LENS, 200), iso_axis(BODY))
    >>> of_flash(situation(), dials)["flash_there"]
    0.0
    """
    flash, asked = flash_at_hand(situation), ask(situation, dials)
    sync = situation.body.sync_with(situation.body.shutters[0]) or situation.body.sync_with(Shutter.FIRST_CURTAIN)
    ev = situation.light.ev100 - lens_loss_stops(situation)
    aperture = max(dials.aperture.lowest, asked.targets.depth[0] if asked.targets.depth else -math.inf)
    need = asked.need if asked.need is not None and math.isfinite(asked.need) else dials.time.lowest
    key, fill = lit_by(situation, FlashRole.KEY), lit_by(situation, FlashRole.FILL)
    against = ev - exact_stops(Dial.TIME, sync) if sync else math.inf
    return {
        "flash_there": yes(flash),
        "flash_possible": yes(sync),
        "flash_welcome": yes(situation.work.flash),
        "sky": yes(situation.subject.sky),
        "flash_studio": yes(flash and flash.mains),
        "flash_metered": yes(flash and situation.flash.metered_aperture),
        "dim_stops": max(0.0, aperture + max(need, asked.shake or need) - ev - asked.comfort),
        "flash_key_short_stops": max(0.0, aperture - asked.comfort - key.most) if flash else 0.0,
        "flash_fill_short_stops": max(0.0, against - fill.most) if flash else 0.0,
        "sync_s": sync or math.inf,
    }


@tells(
    flash_on=Fact("a flash is on", "yes", "no flash is on"),
    flash_leads=Fact("the flash lights the subject", "yes", "the light that is there lights the subject"),
    flash_alone=Fact("the flash is all the light", "yes", "the light that is there takes part"),
    flash_white=Fact("the flash lights the subject in its own colour", "yes", "the subject is lit in the room's colour"),
    flash_dark=Fact("a flash is on that stays dark without curtains", "yes", "no flash stays dark without curtains"),
    kept_under_stops=Fact("what the room is to lie under the meter", "stops"),
)
def of_role(situation: Situation, role: FlashRole, under: float) -> dict[str, float]:
    """What a role asks of the rest; under: stops under the meter at which the light that is there is kept.

    >>> of_role(situation(), FlashRole.KEY, 1.0)["flash_leads"]
    1.0
    """
    on = role is not FlashRole.NONE
    return {
        "flash_on": yes(on),
        "flash_leads": yes(role.leads),
        "flash_alone": yes(role is FlashRole.ALONE),
        "flash_white": yes(role.leads and not situation.flash.gelled),
        "flash_dark": yes(on and situation.body.sync_with(Shutter.ELECTRONIC) is None),
        "kept_under_stops": under,
    }


@tells(
    flash_power=Fact("its power", "power"),
    flash_known=Fact("its power is known", "yes", "its power is yours to find"),
    flash_lacks_stops=Fact("what full power lacks", "stops"),
    flash_over_stops=Fact("what its least power gives too much", "stops"),
    flash_gives_stops=Fact("its light on the subject, from the metered exposure", "signed"),
    flash_reach_m=Fact("as far as full power reaches so", "m"),
    room_under_stops=Fact("the light that is there, under the meter", "stops"),
    flash_loss_stops=Fact("what pulsing costs the flash", "stops"),
    recycle_s=Fact("until it is full again", "s"),
    charge_lasts=Fact("flashes of one charge", "count"),
    flash_burns_s=Fact("the flash burns for", "time"),
    gel_warm_mired=Fact("a filter that gives the flash the room's colour, in mired", "count"),
)
def of_lit(situation: Situation, lit: Lit, narrower: float, time_s: float, sync_s: float | None, room_under: float) -> dict[str, float]:
    """What a flash does in an exposure: narrower: n - s in stops; room_under: stops of the light that is there under the meter.

    >>> of_lit(situation(), Lit(FlashRole.NONE), 3.0, 0.01, None, 0.0)["flash_power"]
    0.0
    """
    loss = pulsed_loss(time_s, 2 ** -exact_stops(Dial.TIME, sync_s)) if sync_s and lit.role is not FlashRole.NONE else 0.0
    flash = lit.flash
    asked = 0.0 if flash is None else 1.0 if lit.metered else lit.share(narrower, loss)
    share = turned_down(flash, asked) if flash else 0.0
    gives = lit.full - loss - narrower + (lit.of_all if lit.metered else math.log2(share)) if flash else given_stops(lit.role)
    lacks = given_stops(lit.role) + lit.of_all - gives if flash else 0.0
    used = [(flash, share)] if flash else []
    if not lit.metered:
        used += [(one.flash, turned_down(one.flash, lit.share_of(one, narrower, loss))) for one in lit.beside]
    return {
        "flash_power": share,
        "flash_known": yes(flash and not lit.metered),
        "flash_lacks_stops": max(0.0, lacks),
        "flash_over_stops": 0.0 if lit.metered else max(0.0, -lacks),
        "flash_gives_stops": gives,
        "flash_reach_m": reach_m(lit, situation, narrower, loss),
        "room_under_stops": round(3 * room_under) / 3,
        "flash_loss_stops": loss,
        "recycle_s": max((one.recycles_s(its) for one, its in used), default=0.0),
        "charge_lasts": min((one.charge_lasts(its) for one, its in used), default=math.inf),
        "flash_burns_s": max((one.burns_s(its) for one, its in used), default=math.inf),
        "gel_warm_mired": round(1e6 / situation.light.kelvin - 1e6 / FLASH_KELVIN),
    }

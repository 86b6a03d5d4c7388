"""Bundles: settings that help only as a whole, applied all or nothing, each with a one-minute proof."""

# fmt: off

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.vocabulary.features import FEATURES
from craft.vocabulary.setting import Value


@dataclass(frozen=True, slots=True, kw_only=True)
class Bundle:
    """Settings that belong together.

    needs: features without which it is not the same thing; helps: what it is for; why_whole: why a
    part of it is no help; proof: how to see in a minute that it works; instead: settings of which one
    value would undo it, and what is set then.
    """

    slug: str
    label: str
    sets: tuple[tuple[str, Value], ...]
    needs: tuple[str, ...]
    helps: str
    why_whole: str
    proof: str
    instead: tuple[tuple[str, Value, Value], ...] = ()
    source: str = "practice of the trade"


@dataclass(frozen=True, slots=True, kw_only=True)
class BundleState:
    """How a configuration stands to a bundle.

    sets: all of it that this body has; changes: what of that is set otherwise now; lacking: why it
    cannot be had here, or an empty text.
    """

    bundle: Bundle
    sets: Mapping[str, Value]
    changes: Mapping[str, Value]
    lacking: str

    @property
    def holds(self) -> bool:
        """Whether all of it is set already."""
        return not self.lacking and not self.changes


BUNDLES: tuple[Bundle, ...] = (
    Bundle(slug="truthful_preview", label="a preview that tells the truth", sets=(("look", "flat"), ("look_contrast", "low"), ("look_saturation", "low"), ("warning_points", "near_the_ends"), ("clip_warning", "bright"), ("histogram", "channels"), ("exposure_true_view", "on"), ("playback_pages", "with_histogram_and_warnings"), ("display_pages", "own"), ("look_place", "none"), ("colour_space", "wide"), ("shadow_lift", "off")), needs=("live_view", "raw_files"), helps="Warnings and histogram come close to what the raw really holds.", why_whole="With a steep look the warnings cry wolf; with a flat look and no warnings there is nothing to read; without a true view neither is seen before the shot.", proof="Point at a bright window, raise the exposure by thirds until it just warns, and open the raw at the desk: the window should be within a third of its end.", instead=(("white_mode", "automatic_warm", "automatic"), ("dark_view", "brightened", "usual"))),
    Bundle(slug="silent_unseen", label="silent and unseen", sets=(("silent", "on"), ("shutter_type", "electronic"), ("beeps", "off"), ("timer_beep", "off"), ("shutter_sound", "off"), ("assist_lamp", "off"), ("flash", "off"), ("review_time", "off"), ("screen_brightness", "low"), ("lit_buttons", "off"), ("top_display", "off")), needs=("electronic",), helps="Nobody hears or sees that pictures are taken.", why_whole="One beep, one lamp or one bright screen undoes all the rest.", proof="Lay the camera on a table in a dim room and take ten frames from two steps away: you should hear and see nothing."),
    Bundle(slug="by_hand", label="focusing by hand", sets=(("focus_mode", "manual"), ("focus_area", "none"), ("peaking", "on_demand"), ("peaking_level", "fine"), ("magnifier", "by_button"), ("magnifier_time", "until_pressed"), ("direction_pointer", "on")), needs=("live_view",), helps="The eye decides what is sharp, with everything the body has to help it.", why_whole="Peaking proves contrast and the magnifier proves sharpness: one without the other misleads or is slow.", proof="Focus on print across a room, magnified; take a frame, look at it full size: the print should be as sharp as the lens allows."),
    Bundle(slug="override", label="a hand on the ring at any time", sets=(("ring_override", "on"), ("peaking", "on_demand"), ("direction_pointer", "on")), needs=("autofocus", "ring_reported", "live_view"), helps="Where autofocus takes the wrong thing or finds nothing, the ring corrects it at once.", why_whole="The ring alone leaves you guessing: edges show where the focus is, the pointer which way it lies.", proof="Focus on a twig, turn the ring to what is behind it: edges should light up there, and a press should not throw it back."),
    Bundle(slug="tripod", label="on the tripod", sets=(("stabiliser", "off"), ("drive_mode", "timer"), ("self_timer", 2.0), ("bracket_one_press", "on"), ("level", "on")), needs=(), helps="Nothing moves while the frame is taken.", why_whole="A stabiliser that hunts shakes what the timer kept still, and a press shakes what the stabiliser left alone.", proof="Take a frame of half a second of something with fine lines, look at it full size, knock on nothing: the lines should be single."),
    Bundle(slug="other_hands", label="for other hands", sets=(("hand_over", "yes"), ("exposure_mode", "program"), ("focus_activation", "shutter_button"), ("single_focus_starts", "as_the_other"), ("iso_mode", "automatic"), ("drive_mode", "single"), ("beeps", "on"), ("touch_release", "off")), needs=("autofocus",), helps="Someone else can take a picture of you without being told anything.", why_whole="Automatic exposure with focus under the thumb gives well-exposed soft pictures.", proof="Hand it to someone who has never held it and say only: press here. The picture should be sharp and bright enough."),
    Bundle(slug="night_eyes", label="eyes used to the dark", sets=(("screen_brightness", "low"), ("screen_colour", "warm"), ("finder_brightness", "low"), ("finder_colour", "warm"), ("lit_buttons", "off"), ("top_display", "off"), ("night_display", "on"), ("assist_lamp", "off"), ("review_time", "off"), ("screen_off_delay", "ten_seconds")), needs=("night_display",), helps="You see the ground and the sky between frames.", why_whole="One white screen costs twenty minutes of sight, however dim the others are.", proof="After ten minutes in the dark look at a menu, then at the ground: you should still see your feet."),
    Bundle(slug="star_series", label="frames of the sky without gaps", sets=(("long_exposure_noise_reduction", "off"), ("drive_mode", "low"), ("stabiliser", "off"), ("review_time", "off"), ("high_iso_noise_reduction", "off"), ("remote", "cable")), needs=("remote", "bursts"), helps="Trails without gaps, or frames to stack.", why_whole="A dark frame, a review or a shaken press between two frames each leave a hole in every trail.", proof="Take five frames with a held remote and step through them: the clock in the files should show no gap longer than a second."),
    Bundle(slug="nothing_lost", label="nothing can be lost", sets=(("card_roles", "copies"), ("fires_without_card", "off"), ("file_format", "both"), ("file_numbering", "goes_on"), ("file_prefix", "one_per_body"), ("clock", "set_to_the_second")), needs=("two_cards",), helps="Any one card may fail and any two bodies may be mixed.", why_whole="Two cards that continue lose half a day; copies with clashing names lose it at the desk.", proof="Take a frame, take the first card out, look at the second: the frame is there under its own name."),
)

BUNDLE: dict[str, Bundle] = {bundle.slug: bundle for bundle in BUNDLES}


def state_of(bundle: Bundle, values: Mapping[str, Value], offered: Mapping[str, tuple[Value, ...]], tokens: frozenset[str]) -> BundleState:
    """How a configuration stands to a bundle; settings that this body lacks are left out.

    values: value by setting; offered: values that the body has, by setting; tokens: its features.

    >>> star = next(bundle for bundle in BUNDLES if bundle.slug == "star_series")
    >>> state_of(star, {"drive_mode": "high"}, {}, frozenset()).lacking
    'not on this body: it needs that the body can be released from afar and that the body fires bursts'
    >>> state_of(star, {"drive_mode": "high"}, {}, frozenset(star.needs)).changes
    {'drive_mode': 'low'}
    """
    missing = [FEATURES[need] for need in bundle.needs if need not in tokens]
    unavailable = [slug for slug, value in bundle.sets if slug in values and offered.get(slug) and value not in offered[slug]]
    if missing:
        return BundleState(bundle=bundle, sets={}, changes={}, lacking=f"not on this body: it needs that {' and that '.join(missing)}")
    if unavailable:
        return BundleState(bundle=bundle, sets={}, changes={}, lacking=f"not on this body: it has no such value for {', '.join(unavailable).replace('_', ' ')}")
    here = {slug: value for slug, value in bundle.sets if slug in values}
    here |= {slug: better for slug, worse, better in bundle.instead if values.get(slug) == worse}
    return BundleState(bundle=bundle, sets=here, changes={slug: value for slug, value in here.items() if values[slug] != value}, lacking="")

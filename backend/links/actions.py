"""What can be done over a link: pair, compare, load a setup, take that back."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from contextlib import contextmanager

from django.conf import settings

from craft.configuration.configure import Configuration, Configured
from craft.day.special import BY_SPECIAL, special_configuration
from craft.day.walk import needed
from craft.errors import CraftError
from craft.kit.dialect import in_own_words
from craft.kit.features import missing_features
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.answer import answer_to
from forms.link_form import HeldSaid, SettingsSaid, StateSaid
from forms.problems import InputError, Problem
from kit.actions import hold, refuse, traits_of
from kit.models import Piece
from links.models import Link, Loading
from links.schemas import BesideSetupOut, DiffersOut, LinkOut, LoadedOut
from links.speaking import BodyRefusedError, Speaking, UnreachedError, checked
from outings.models import Situation
from outings.reading import Kit
from people.turns import begin

BATCH = 24
"""Settings that are written in one request: a body takes up to a tenth of a second for each, and a page wants to see them go."""
NOT_ALLOWED = "this server speaks to no bodies: whoever runs it may set APERTURE_LINKS"
CLOSE = 0.005
"""Two numbers this near are one setting, as bodies round what they print."""


@contextmanager
def speaking(link: Link) -> Iterator[Speaking]:
    """A body that one speaks to; what it does not answer or do is a problem with its reason.

    Raises
    ------
    InputError : it does not answer, or does not do it.
    """
    if not settings.LINKS:
        raise InputError([Problem("", NOT_ALLOWED)])
    try:
        with Speaking(link.address, link.token) as body:
            yield body
    except (UnreachedError, BodyRefusedError) as error:
        raise InputError([Problem("", str(error))]) from None


def link_of(piece: Piece) -> Link:
    """The link of a body.

    Raises
    ------
    InputError : it has none.
    """
    found = Link.objects.filter(piece=piece).first()
    if found is None:
        raise InputError([Problem("", "this body is not plugged in: pair it first, on its page")])
    return found


def pair(piece: Piece, address: str, code: str) -> LinkOut:
    """Pair with a body; what stood there before is let go only once the new one answers.

    Raises
    ------
    InputError : this server speaks to no bodies, the address is none at hand, nothing answers, or the code is another.
    """
    if not settings.LINKS:
        raise InputError([Problem("/address", NOT_ALLOWED)])
    at = checked(address)
    try:
        with Speaking(at) as body:
            who, token = body.who(), body.pair(code.strip())
        with Speaking(at, token) as body:
            state = body.state()
    except UnreachedError as error:
        raise InputError([Problem("/address", str(error))]) from None
    except BodyRefusedError as error:
        raise InputError([Problem("/code", str(error))]) from None
    begin()
    Link.objects.filter(piece=piece).delete()
    link = Link.objects.create(
        piece=piece, address=at, token=token, named=who.name, serial=who.serial, simulated=who.simulated, firmware=who.firmware
    )
    return out_of(link, state)


def told(piece: Piece) -> LinkOut:
    """How a body's link is; one that does not answer says so and keeps nobody waiting for long."""
    link = Link.objects.filter(piece=piece).first()
    if link is None:
        return NO_LINK.model_copy(update={"allowed": settings.LINKS, "address": settings.BODY_AT})
    try:
        with speaking(link) as body:
            return out_of(link, body.state())
    except InputError as error:
        return out_of(link, None, error.problems[0].detail)


def out_of(link: Link, state: StateSaid | None, why: str = "") -> LinkOut:
    """A link as it goes out; why: what is in the way, where the body does not answer."""
    loading = Loading.objects.filter(link=link).first()
    return LinkOut(
        paired=True,
        allowed=settings.LINKS,
        address=link.address,
        named=link.named,
        serial=link.serial,
        other=link.named != link.piece.document["name"],
        simulated=link.simulated,
        reached=state is not None,
        why=why,
        state=state,
        written=loading.title if loading else "",
        whole_of=loading.situation_id if loading and loading.whole and not loading.special else None,
        back=len(loading.before) if loading else 0,
        slots_back=link.slots_before.count(),
        slots_under_way=link.standing is not None,
        firmware_was=link.firmware if state is not None and state.firmware != link.firmware else "",
        facts_back=link.facts_before is not None,
    )


NO_LINK = LinkOut(
    paired=False,
    allowed=False,
    address="",
    named="",
    serial="",
    other=False,
    simulated=False,
    reached=False,
    why="",
    state=None,
    written="",
    whole_of=None,
    back=0,
    slots_back=0,
    slots_under_way=False,
    firmware_was="",
    facts_back=False,
)


def wanted_of(situation: Situation, kit: Kit, special: str = "") -> Configuration:
    """What a situation's body should hold, or what a special setup asks of it.

    Raises
    ------
    CraftError : the situation has no setup as it stands, or the body can do nothing of the special one.
    """
    answer = answer_to(kit.resolve_row(situation))
    return special_configuration(special, answer.situation, answer.setup) if special else answer.configuration


def title_of(situation: Situation, special: str) -> str:
    """What a setup is called."""
    return BY_SPECIAL[special].label if special else str(situation)


def alike(one: Value, other: Value) -> bool:
    """Whether two values are one setting: numbers as bodies print them.

    >>> alike(0.0333, 1 / 30), alike("on", "off"), alike("automatic", 2.0)
    (True, False, False)
    """
    if isinstance(one, str) or isinstance(other, str):
        return one == other
    return math.isclose(one, other, rel_tol=CLOSE, abs_tol=1e-9)


def rows_that_differ(wanted: Configuration, held: SettingsSaid) -> list[Configured]:
    """Settings that a body holds otherwise, in the order in which they can be set; those that nothing of the setup uses may stay."""
    there = {one.setting: one.value for one in held.settings}
    return [row for row in wanted.rows if not row.closed and row.setting.slug in there and not alike(row.value, there[row.setting.slug])]


def compared(link: Link, wanted: Configuration, held: SettingsSaid, state: LinkOut, lens: str) -> BesideSetupOut:
    """A body beside a setup, line by line; lens: that this is for."""
    there = {one.setting: one for one in held.settings}
    differs = rows_that_differ(wanted, held)
    open_rows = [row for row in wanted.rows if not row.closed]
    loading = Loading.objects.filter(link=link).first()
    refused = loading.refused if loading else {}
    return BesideSetupOut(
        body=link.piece.slug,
        lens=lens if state.state and state.state.lens not in ("", lens) else "",
        link=state,
        same=sum(row.setting.slug in there for row in open_rows) - len(differs),
        differs=[differs_of(link.piece, row, there[row.setting.slug], refused.get(row.setting.slug, {})) for row in differs],
        lacking=[row.setting.label for row in open_rows if row.setting.slug not in there],
        besides=[BY_SLUG[slug].label for slug in besides(link.piece, held)],
    )


def differs_of(piece: Piece, row: Configured, held: HeldSaid, refused: Mapping[str, Value]) -> DiffersOut:
    """A setting that is held otherwise than it should be, as it goes out."""
    scales = traits_of(piece).scales
    nearest = refused.get("nearest")
    return DiffersOut(
        setting=row.setting.slug,
        label=row.setting.label,
        theirs=held.label,
        wanted=in_own_words(row.setting, row.value, {}, scales),
        value=row.value,
        held=held.word,
        needed=needed(row),
        refused=str(refused.get("why", "")),
        nearest="" if nearest is None else say_value(row.setting, nearest),
    )


def besides(piece: Piece, held: SettingsSaid) -> list[str]:
    """Settings that a body has, and of which is written down that it lacks them."""
    traits = traits_of(piece)
    known = (BY_SLUG[one.setting] for one in held.settings if one.setting in BY_SLUG)
    return [one.slug for one in known if one.slug in traits.absent or missing_features(one, traits.features)]


def beside(piece: Piece, situation: Situation, kit: Kit) -> BesideSetupOut:
    """A body beside a situation's setup; one that is not plugged in, or does not answer, differs in nothing that is known."""
    state = told(piece)
    if not state.reached:
        return BesideSetupOut(body=piece.slug, lens="", link=state, same=0, differs=[], lacking=[], besides=[])
    wanted, link = wanted_of(situation, kit), link_of(piece)
    with speaking(link) as body:
        held = body.settings()
    return compared(link, wanted, held, state, kit.lens_name(situation.document["lens"]))


def load(link: Link, situation: Situation, kit: Kit, only: list[str], special: str = "") -> LoadedOut:
    """Write the next part of a setup to a body, and read it back; what it refuses is tried again once others are written.

    What stood there is kept before any of it is written over, in a request of its own: so that whatever ends another in the middle, it can
    be given back.

    Raises
    ------
    InputError : the body does not answer. CraftError : the situation has no setup.
    """
    wanted = wanted_of(situation, kit, special)
    loading = Loading.objects.filter(link=link).first()
    if loading is None or (loading.situation_id, loading.special) != (situation.pk, special):
        loading = Loading(link=link, situation=situation, special=special, title=title_of(situation, special), before={}, refused={})
    with speaking(link) as body:
        held = body.settings()
        there = {one.setting: one.value for one in held.settings}
        differs = [row for row in rows_that_differ(wanted, held) if not only or row.setting.slug in only]
        fresh = {row.setting.slug: there[row.setting.slug] for row in differs if row.setting.slug not in loading.before}
        taken, refused_before = set[str](), set(loading.refused)
        if not fresh:
            taken = _write(body, loading, differs)
            held = body.settings()
            _note_other_values(loading, [row for row in differs if row.setting.slug in taken], held)
        state = body.state()
    apart = {row.setting.slug for row in rows_that_differ(wanted, held)}
    loading.refused = {slug: why for slug, why in loading.refused.items() if slug in apart}
    loading.whole = loading.whole or not (only or fresh or apart - loading.refused.keys())
    begin()
    loading.before |= fresh
    if loading.pk is None:
        Loading.objects.filter(link=link).delete()
    loading.save()
    write_down(link.piece, held)
    for slug in refused_before | set(loading.refused):
        refuse(link.piece, slug, str(loading.refused.get(slug, {}).get("why", ""))[:200])
    now = compared(link, wanted, held, out_of(link, state), kit.lens_name(situation.document["lens"]))
    left = [one for one in now.differs if not one.refused and (not only or one.setting in only)]
    return LoadedOut(written=len(taken), left=len(left), now=now)


def _write(body: Speaking, loading: Loading, differs: list[Configured]) -> set[str]:
    """Write a batch of what differs; the settings that the body took."""
    asked = [row for row in differs if row.setting.slug not in loading.refused][:BATCH]
    asked += [row for row in differs if row.setting.slug in loading.refused]
    all_taken: set[str] = set()
    while asked:
        said = body.write((row.setting.slug, row.value) for row in asked).writes
        taken = {one.setting for one in said if not one.refused}
        all_taken |= taken
        for one in said:
            loading.refused.pop(one.setting, None)
            if one.refused:
                loading.refused[one.setting] = {"why": one.refused, "nearest": one.nearest}
        asked = [row for row in asked if row.setting.slug not in taken] if taken else []  # what was in the way may be gone
    return all_taken


def _note_other_values(loading: Loading, taken: list[Configured], held: SettingsSaid) -> None:
    """A value that was taken, and stands there otherwise when it is read back, was not taken."""
    there = {one.setting: one for one in held.settings}
    for row in taken:
        slug, now = row.setting.slug, there.get(row.setting.slug)
        if now is not None and not alike(row.value, now.value):
            loading.refused[slug] = {"why": f"it took that, and holds {now.word}", "nearest": None}


def write_down(piece: Piece, held: SettingsSaid) -> None:
    """What was believed of a body becomes what was seen; what it says that nobody here knows is left alone."""
    offered = traits_of(piece).offered
    known: dict[str, Value | None] = {}
    for one in held.settings:
        try:
            known[one.setting] = (
                BY_SLUG[one.setting].checked(one.value, tuple(offered.get(one.setting, ()))) if one.setting in BY_SLUG else None
            )
        except CraftError:
            known[one.setting] = None
    hold(piece, {slug: value for slug, value in known.items() if value is not None}, verified=True)


def seen(link: Link) -> LinkOut:
    """Read everything that a body holds, and write that down.

    Raises
    ------
    InputError : it does not answer.
    """
    with speaking(link) as body:
        held, state = body.settings(), body.state()
    begin()
    write_down(link.piece, held)
    return out_of(link, state)


def written_back(body: Speaking, values: Mapping[str, Value]) -> dict[str, Value]:
    """Write values, in the order in which they can be set, back to a body from their end: what was opened last is closed first. What it does not take in the end:
    what is refused now may be taken once others are back."""
    left = dict(reversed(list(values.items())))
    while left:
        taken = [one.setting for one in body.write(left.items()).writes if not one.refused]
        for slug in taken:
            del left[slug]
        if not taken:
            break
    return left


def undo(link: Link) -> LinkOut:
    """Write back what stood there before the last setup was written; what could not be is told by how many are left.

    Raises
    ------
    InputError : nothing was written, or the body does not answer.
    """
    loading = Loading.objects.filter(link=link).first()
    if loading is None or not loading.before:
        raise InputError([Problem("", "nothing was written over this link that could be taken back")])
    with speaking(link) as body:
        left = written_back(body, loading.before)
        held, state = body.settings(), body.state()
    begin()
    write_down(link.piece, held)
    if left:
        loading.before = left
        loading.save()
    else:
        loading.delete()
    return out_of(link, state)

"""Custom slots of an outing: what each should hold, what it holds now, and what it cannot hold: what is computed and written down."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any

from django.db import transaction
from django_tasks import task

from craft.configuration.decided import of_settings
from craft.day.day import slots_of_a_day, weighed
from craft.day.slots import Reached, Slots
from craft.day.special import BY_SPECIAL, special_configuration
from craft.day.walk import Menus
from craft.errors import CraftError
from craft.kit.traits import Bank
from craft.vocabulary.setting import Value
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.words import say_value
from forms.problems import InputError, Problem
from forms.setup_form import figures_of
from jobs.actions import Progress, StoppedError, ask, found, key_of, work
from jobs.models import Job, State
from jobs.schemas import job_out
from kit.actions import slot_at
from kit.models import Slot
from outings.kept import kept, put
from outings.models import Filling, Outing
from outings.reading import Kit
from outings.setups import Made, by_body, made_of, told_by
from outings.slots.schemas import BankOut, BodySlots, Choice, NowOut, ReachedOut, SlotOut, SlotsOut, SpecialOut

LIMIT_S = 1.0
"""Seconds after which the best filling found is shown with its bound; the search goes on behind the page."""

TOLD = 6
"""Changes from one situation to the next that are told by name."""


@dataclass(frozen=True, slots=True)
class _Day:
    """One body's day, with what was chosen by hand and what its slots hold now, by bank and number."""

    body: str
    made: list[Made]
    menus: Menus
    chosen: dict[tuple[int, int], Filling]
    now: dict[tuple[int, int], Slot]

    @property
    def keeps(self) -> bool:
        """Whether slots keep what is changed in them, as the day begins."""
        return self.made[0].configuration.values.get("slot_keeps_changes") == "keeps"

    @property
    def banks(self) -> tuple[Bank, ...]:
        """All banks of slots of the body."""
        return self.made[0].situation.body.traits.all_banks

    @property
    def weighed(self) -> int:
        """How many of its situations are weighed, the first ones."""
        return weighed(len(self.made), max(1, len(self.banks)))

    def filled(self, limit_s: float | None, tell: Progress) -> Slots:
        """The setups kept in slots that nothing special takes."""
        place = {made.pk: k for k, made in enumerate(self.made[: self.weighed])}
        free, must = [], []
        for number, bank in enumerate(self.banks, 1):
            here = [row for (at, n), row in self.chosen.items() if at == number and n <= bank.slots]
            special = sum(bool(row.special) for row in here)
            free.append(replace(bank, slots=max(0, bank.slots - special)))
            must.append(frozenset(place[row.situation_id] for row in here if row.situation_id in place))
        setups = [made.configuration for made in self.made]
        return slots_of_a_day(setups, self.menus, free or [Bank("slots", 0)], must, keeps=self.keeps, limit_s=limit_s, tell=tell)

    def values(self, k: int | None, special: str) -> Mapping[str, Value]:
        """What a slot should bring back: the setup of a situation by its place, or a special one from the first of the day."""
        if k is not None:
            return self.made[k].configuration.values
        first = self.made[0]
        return special_configuration(special, first.situation, first.setup).values

    def bank_out(self, number: int, bank: Bank, kept: tuple[int, ...], words: dict[str, str]) -> tuple[BankOut, dict[int, int]]:
        """A bank, and the number of the slot that holds each setup; slots left over hold what is left of the day, in its order."""
        place = {made.pk: k for k, made in enumerate(self.made)}
        chosen = {n: row for (at, n), row in self.chosen.items() if at == number and n <= bank.slots}
        by_number: dict[int, int] = {n: place[row.situation_id] for n, row in chosen.items() if row.situation_id in place}
        spare = [k for k in range(self.weighed) if k not in kept]
        left = [k for k in (*kept, *spare) if k not in by_number.values()]
        for n in range(1, bank.slots + 1):
            if n not in chosen and left:
                by_number[n] = left.pop(0)
        slots = []
        for n in range(1, bank.slots + 1):
            k, row, now = by_number.get(n), chosen.get(n), self.now.get((number, n))
            special = row.special if row else ""
            title = self.made[k].title if k is not None else BY_SPECIAL[special].label if special else ""
            wanted = None
            try:
                if k is not None or special:
                    wanted = {s: v for s, v in self.values(k, special).items() if bank.holds(s)}
            except CraftError as error:
                title = f"{title}: {error.message}"
            differs = None if wanted is None or now is None else sum(now.values.get(s) != v for s, v in wanted.items())
            slots.append(
                SlotOut(
                    number=n,
                    name=bank.called(n),
                    situation=self.made[k].pk if k is not None else self.made[0].pk if special else None,
                    special=special,
                    title=title,
                    by_hand=row is not None,
                    now=NowOut(title=now.title, at=now.at, differs=differs) if now else None,
                )
            )
        differing = {s for made in self.made for s, v in made.configuration.values.items() if self.made[0].configuration.values.get(s) != v}
        held = {s for s in differing if any(bank.holds(s) for bank in self.banks)}
        cannot = sorted(words.get(s, BY_SLUG[s].label) for s in differing - held) if number == 1 else []
        return BankOut(bank=number, label=bank.label, slots=slots, cannot=cannot), {k: n for n, k in by_number.items()}

    def _changed(self, t: int, words: dict[str, str]) -> list[str]:
        """Settings of a situation that differ from those of the one before, with their values: what was decided first."""
        if not t:
            return []
        before, now = (self.made[k].configuration.values for k in (t - 1, t))
        decided = of_settings()
        differing = sorted((slug for slug, value in now.items() if before.get(slug) != value), key=lambda slug: slug not in decided)
        return [f"{words.get(slug, BY_SLUG[slug].label)} {say_value(BY_SLUG[slug], now[slug])}" for slug in differing]

    def out(self, words: dict[str, str], limit_s: float | None = None, tell: Progress = lambda part: None) -> BodySlots:
        """What to keep in the slots of this body, and how the day goes by them; the best found within the limit."""
        filled = self.filled(limit_s, tell)
        banks, numbers = [], []
        for number, bank in enumerate(self.banks, 1):
            told, by_setup = self.bank_out(number, bank, filled.banks[number - 1], words)
            banks.append(told)
            numbers.append(by_setup)
        return BodySlots(
            body=self.body,
            words=len(words),
            keeps=self.keeps,
            banks=banks,
            reached=[
                ReachedOut(
                    situation=made.pk,
                    title=made.title,
                    figures=figures_of(made.setup),
                    darker=made.setup.exposure.darker_words,
                    slots=[
                        None if k is None else self._number(numbers[b], filled.reached, k, t) for b, k in enumerate(r.slots[: len(banks)])
                    ],
                    changes=len(changed),
                    changed=changed[:TOLD],
                    presses=r.presses,
                )
                for t, (made, r) in enumerate(zip(self.made, filled.reached, strict=False))
                for changed in [self._changed(t, words)]
            ],
            presses=filled.presses,
            without=filled.without,
            bound=None if filled.proven else filled.bound,
            beyond=max(0, len(self.made) - self.weighed),
        )

    @staticmethod
    def _number(numbers: dict[int, int], reached: tuple[Reached, ...], k: int, t: int) -> int:
        """The slot that holds a setup; one that keeps changes is followed back to what it held at first."""
        while k not in numbers:
            before = reached[k].slots[0]
            if before is None or before == k:
                break
            k = before
        return numbers[k]


def slots_of(outing: Outing, kit: Kit) -> SlotsOut:
    """The slots of every body of the day, from its setups."""
    setups, problems = made_of(outing, kit)
    days = by_body(setups)
    chosen = list(outing.fillings.all())
    now = list(Slot.objects.filter(piece__person=outing.person, piece__slug__in=days).select_related("piece"))
    bodies = [_kept_slots(outing, body, day, chosen, now, kit, LIMIT_S / len(days)) for body, day in days.items()]
    specials = [SpecialOut(slug=s.slug, label=s.label, because=s.because) for s in BY_SPECIAL.values()]
    return SlotsOut(title=outing.title, specials=specials, bodies=bodies, problems=problems)


def _day_of(body: str, made: list[Made], chosen: list[Filling], now: list[Slot], kit: Kit) -> tuple[_Day, tuple[Any, ...]]:
    """One body's day, and all that its slots are made from."""
    here = {(row.bank, row.number): row for row in chosen if row.body == body}
    choices = tuple((at, row.situation_id, row.special) for at, row in here.items())
    held = {(row.bank, row.number): row for row in now if row.piece.slug == body}
    of = (body, told_by(made), kit.standing[body], choices)
    return _Day(body, made, kit.states[body].menus, here, held), of


def _kept_slots(outing: Outing, body: str, made: list[Made], chosen: list[Filling], now: list[Slot], kit: Kit, limit_s: float) -> BodySlots:
    """The slots of one body, computed once for the same day, the same body and the same choices.

    What was found in time is shown at once; where something better may be left, a worker goes on looking.
    """
    day, of = _day_of(body, made, chosen, now, kit)
    key = key_of(of)

    def in_time() -> BodySlots:
        known = found(outing.person, "slots", key)  # by another process of the server
        return day.out(kit.own_labels.get(body, {}), limit_s) if known is None else BodySlots.model_validate(known)

    told = kept("slots", of, in_time)
    if told.bound is None:
        return told
    job = ask(outing.person, "slots", key, look_on, {"outing": outing.pk, "body": body}, told.model_dump(mode="json"))
    if job.state == State.DONE and job.result is not None:
        better = BodySlots.model_validate(job.result)
        put("slots", of, better)
        return better
    return told.model_copy(update={"job": job_out(job)})


def fill(outing: Outing, kit: Kit, choice: Choice) -> None:
    """Write down what a slot is to hold on an outing, or that it is to be computed again.

    Raises
    ------
    InputError : there is no such situation, setup or slot, or two things are chosen. CraftError : the special setup cannot be.
    """
    situation = None
    if choice.situation is not None:
        situation = outing.situations.filter(pk=choice.situation, deleted_at=None).first()
        if situation is None or situation.document["body"] != choice.body:
            raise InputError([Problem("/situation", "this outing has no such situation with this body")])
        if choice.special:
            raise InputError([Problem("/special", "a slot holds one thing: a situation or a special setup")])
    made = next((one for one in made_of(outing, kit)[0] if one.body == choice.body), None)
    if made is None:
        raise InputError([Problem("/body", "this body has no setup on this outing")])
    slot_at(made.situation.body.traits, choice.bank, choice.number)
    if choice.special:
        special_configuration(choice.special, made.situation, made.setup)
    at = {"body": choice.body, "bank": choice.bank}
    with transaction.atomic():
        if situation is None and not choice.special:
            outing.fillings.filter(**at, number=choice.number).delete()
        else:
            if situation is not None:
                outing.fillings.filter(**at, situation=situation).exclude(number=choice.number).delete()
            holds: dict[str, Any] = {"situation": situation, "special": choice.special}
            Filling.objects.update_or_create(outing=outing, body=choice.body, bank=choice.bank, number=choice.number, defaults=holds)


@task()
def look_on(pk: int) -> None:
    """Look for the best filling of a body's slots, however long that takes."""
    work(pk, _best)


def _best(job: Job, tell: Progress) -> dict[str, Any]:
    outing = Outing.objects.select_related("person").get(pk=job.about["outing"], person=job.person)
    kit, body = Kit(job.person), job.about["body"]
    chosen, now = list(outing.fillings.all()), list(Slot.objects.filter(piece__person=job.person, piece__slug=body).select_related("piece"))
    made = by_body(made_of(outing, kit)[0]).get(body, [])
    if not made:
        raise StoppedError
    day, of = _day_of(body, made, chosen, now, kit)
    if key_of(of) != job.key:
        raise StoppedError
    return day.out(kit.own_labels.get(body, {}), tell=tell).model_dump(mode="json")

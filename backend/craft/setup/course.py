"""How far deciding has come: what is told, what is taken, and the exposure as it is planned and solved."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import TypeVar

from craft.bracketing.series import Series
from craft.decisions.choice import Choice, Wishes
from craft.decisions.facts import Told, UntoldError
from craft.decisions.schools import Decision
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.exposure.bounds import Dials
from craft.programs.replay import Program
from craft.programs.search import Found
from craft.scene.situation import Situation
from craft.setup.pursuit import Pursuit
from craft.setup.solving.ladder import Ladder
from craft.setup.solving.plan import Plan
from craft.vocabulary.terms import Mode

Part = TypeVar("Part")


@dataclass(frozen=True, slots=True)
class Leaning:
    """What deciding takes from the exposure of the round before, where the two lean on each other.

    seen: facts of that exposure that the mode asks for, none on the first round; kept_back: stops kept under the clip for light that
    swings, because the exposure was held in some round: it only grows; programs:
    of the body, the one that follows that exposure most closely first.
    """

    seen: Mapping[str, float] = field(default_factory=dict)
    kept_back: float = 0.0
    programs: tuple[Found, ...] = ()


@dataclass(frozen=True)
class Course:
    """Everything on the way from a situation to its setup; a step gives the next one.

    situation, wishes: without the values set by hand that count for nothing, which are in unused with why; whole: every value of body
    and lens on its dials; followed: None where nothing is.
    """

    situation: Situation
    wishes: Wishes
    leaning: Leaning = Leaning()
    told: Told = field(default_factory=Told)
    taken: Mapping[Decision, Choice] = field(default_factory=dict)
    unused: Mapping[str, str] = field(default_factory=dict)
    whole: Dials | None = None
    plan: Plan | None = None
    ladder: Ladder | None = None
    limits: Program | None = None
    programs: tuple[Found, ...] = ()
    series: Series | None = None
    followed: Pursuit | None = None

    def tell(self, facts: Mapping[str, float]) -> Course:
        """The same with more facts told.

        Raises
        ------
        UntoldError : one of them has been told already.
        """
        return self._but("told", self.told.also(facts))

    def follow(self, pursuit: Pursuit | None) -> Course:
        """The same with what is followed."""
        return self._but("followed", pursuit)

    def take(self, choice: Choice) -> Course:
        """The same with one more decision taken."""
        return self._but("taken", {**self.taken, choice.decision: choice})

    def _but(self, name: str, value: object) -> Course:
        """The same with one field changed: forty times a setup, so without going through all the others."""
        other = object.__new__(Course)
        other.__dict__.update(self.__dict__)
        other.__dict__[name] = value
        return other

    def without(self, unused: Mapping[str, str]) -> Course:
        """The same without values set by hand that nothing uses: slug -> why."""
        settings = self.situation.settings
        why = {slug: reason for slug, reason in unused.items() if slug in settings}
        if not why:
            return self
        left = {slug: value for slug, value in settings.items() if slug not in why}
        hand = {decision: {slug: value for slug, value in of.items() if slug not in why} for decision, of in self.wishes.hand.items()}
        return replace(
            self,
            situation=replace(self.situation, settings=left),
            wishes=replace(self.wishes, hand={decision: of for decision, of in hand.items() if of}),
            unused={**self.unused, **why},
        )

    def value(self, decision: Decision, part: int = 0) -> str:
        """What a decision set.

        Raises
        ------
        UntoldError : it has not been taken yet.
        """
        if decision not in self.taken:
            raise UntoldError(f"nobody has decided “{decision.slug}” yet")
        return self.taken[decision].value[part]

    @property
    def dials(self) -> Dials:
        """All that body and lens have on their dials."""
        return _there(self.whole, "the dials")

    @property
    def planned(self) -> Plan:
        """The exposure as far as it is planned."""
        return _there(self.plan, "the plan")

    @property
    def solved(self) -> Ladder:
        """The exposure in every light."""
        return _there(self.ladder, "the ladder")

    @property
    def automatics(self) -> Program:
        """What floats, and between which ends."""
        return _there(self.limits, "the limits")

    @property
    def mode(self) -> Mode:
        """The exposure mode."""
        return Mode(self.value(EXPOSURE_MODE))


def _there(part: Part | None, name: str) -> Part:
    if part is None:
        raise UntoldError(f"{name} are not there yet")
    return part

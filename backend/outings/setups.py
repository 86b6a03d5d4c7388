"""The setups of a day, in its order."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from craft.configuration.configure import Configuration
from craft.errors import CraftError
from craft.scene.situation import Situation as Asked
from craft.setup.setup import Setup
from forms.answer import Answer, answer_to
from forms.problems import InputError
from outings.kept import one_at_a_time
from outings.models import Outing, Situation
from outings.reading import Kit


@dataclass(frozen=True, slots=True)
class Made:
    """A situation of the outing with its setup; body: its slug in the person's kit; key: of all that the setup was made from;
    begins: minutes from the midnight before the day."""

    key: str
    pk: int
    title: str
    begins: int
    body: str
    situation: Asked
    setup: Setup
    configuration: Configuration
    tokens: frozenset[str]
    facts: Mapping[str, float]


def said(error: InputError | CraftError) -> str:
    """Why a situation has no setup, in one line."""
    return error.message if isinstance(error, CraftError) else "; ".join(problem.line for problem in error.problems)


def answered(row: Situation, outing: Outing, kit: Kit) -> Answer:
    """The answer to a stored situation, of which one is worked out at a time.

    Raises
    ------
    InputError, CraftError : it has none.
    """
    with one_at_a_time:
        return answer_to(kit.resolve_row(row, outing))


def made_of(outing: Outing, kit: Kit) -> tuple[list[Made], list[str]]:
    """The setups of a day in its order, and why some situations have none."""
    found, problems = [], []
    for row in outing.in_order():
        title = str(row.document["title"])
        try:
            answer = answered(row, outing, kit)
            whole = (answer.situation, answer.setup, answer.configuration, answer.tokens, answer.facts)
            found.append(Made(answer.key, row.pk, title, row.begins, row.document["body"], *whole))
        except (InputError, CraftError) as error:
            problems.append(f"{title}: {said(error)}")
    return found, problems


def by_body(setups: list[Made]) -> dict[str, list[Made]]:
    """The setups of each body, in the order of the day."""
    found: dict[str, list[Made]] = {}
    for made in setups:
        found.setdefault(made.body, []).append(made)
    return found


def told_by(day: list[Made]) -> tuple[tuple[str, int, str, int], ...]:
    """What tells one day of a body from another: its setups, and what its situations are called and when they begin."""
    return tuple((made.key, made.pk, made.title, made.begins) for made in day)

"""Lists to take along or to keep, as a print sheet and as a table: a walk, the checks of a day, the record of a body."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from dataclasses import dataclass

from django.template.loader import render_to_string

from cards.files import font, themes
from craft.day.checks import Moment
from craft.kit.dialect import in_own_words
from craft.vocabulary.setting import GROUP_WORDS
from craft.vocabulary.settings import BY_SLUG
from forms.dialect_form import BETWEEN, safe_cell
from forms.recipe_form import RecipeForm
from forms.walk_form import WalkOut
from outings.checks.schemas import ChecksOut
from outings.first_day.schemas import FirstDayOut


@dataclass(frozen=True, slots=True)
class Line:
    """A line with a box: what, what for, what it was and should be, and what is known of it already."""

    what: str
    aside: str = ""
    before: str = ""
    value: str = ""
    known: str = ""


@dataclass(frozen=True, slots=True)
class Sheet:
    """A list under headings."""

    title: str
    lead: str
    groups: tuple[tuple[str, tuple[Line, ...]], ...]


def walk_sheet(walk: WalkOut, title: str, body: str) -> Sheet:
    """A walk through the menus, page by page."""
    groups: list[tuple[str, list[Line]]] = []
    for step in walk.steps:
        page = BETWEEN.join(step.menu)
        if not groups or groups[-1][0] != page:
            groups.append((page, []))
        groups[-1][1].append(Line(step.label, step.neutral, step.before or "unknown", step.shown))
    if walk.elsewhere:
        groups.append(("by hand", [Line(label) for label in walk.elsewhere]))
    if walk.refused:
        groups.append(("could not be set", [Line(one.label, one.why) for one in walk.refused]))
    first = "Reset first. " if walk.way.value == "reset" else ""
    lead = f"{first}{walk.presses:g} presses; from top to bottom {walk.plainly:g}."
    return Sheet(f"{title}: through the menus of {body}", lead, _frozen(groups))


def recipe_sheet(recipe: RecipeForm) -> Sheet:
    """A recipe, group by group, in the words of the body it comes from."""
    words = {entry.setting: entry for entry in recipe.words}
    groups: dict[str, list[Line]] = {}
    for slug, value in recipe.values.items():
        setting, own = BY_SLUG[slug], words.get(slug)
        said = in_own_words(setting, value, own.values if own else {})
        line = Line(own.label if own else setting.label, setting.label if own else "", value=said)
        groups.setdefault(GROUP_WORDS[setting.group], []).append(line)
    return Sheet(f"{recipe.title}: a recipe", f"As {recipe.body} has it.", _frozen(groups.items()))


def checks_sheet(checks: ChecksOut) -> Sheet:
    """The checks of a day, and what could slip."""
    heads = {
        Moment.LEAVING: "before leaving",
        Moment.ARRIVAL: "on arrival",
        Moment.SITUATION: "before the situations",
        Moment.AFTER: "afterwards",
    }
    groups: list[tuple[str, list[Line]]] = []
    for check in checks.checks:
        head = heads[check.moment]
        if not groups or groups[-1][0] != head:
            groups.append((head, []))
        known = check.ticked_at.strftime("%H:%M") if check.ticked_at else ""
        served = "; ".join(f"{one.title} {one.figure}".strip() for one in check.serves) if check.moment is Moment.SITUATION else ""
        groups[-1][1].append(Line(check.text, check.because, value=served, known=known))
    slips = [Line(slip.control, slip.happens, value=slip.harmless) for slip in checks.slips]
    return Sheet(f"Before the pictures: {checks.title}", "The dearest failure first.", _frozen([*groups, ("what could slip", slips)]))


def first_sheet(day: FirstDayOut) -> Sheet:
    """The record of a body: what it should hold, what it is believed to hold, and when somebody looked."""
    groups: list[tuple[str, list[Line]]] = []
    for task in day.tasks:
        lines = [
            Line(
                row.own or row.label,
                row.menu,
                "" if row.right else row.held or "unknown",
                row.shown,
                row.verified_at.strftime("%Y-%m-%d %H:%M") if row.verified_at and row.right else "",
            )
            for row in task.rows
        ]
        groups.append((task.title, lines))
    groups.append(("the body itself", [Line("prefix", value=day.prefix or "not written down"), Line("clock ahead by", value=_clock(day))]))
    for bank in day.slots.banks if day.slots else []:
        groups.append((bank.label, [Line(s.name, value=s.now.title if s.now else "nobody knows") for s in bank.slots]))
    state = "Every step is done" if not day.left else f"{day.left} of {len(day.tasks)} steps are left"
    unknown = f"; {day.unverified} settings are otherwise or were not looked at" if day.unverified else "; all of it was looked at"
    version = f"Version {day.firmware}. " if day.firmware else ""
    return Sheet(f"Record of {day.name}", f"{version}{state}{unknown}.", _frozen(groups))


def _clock(day: FirstDayOut) -> str:
    return "not compared" if day.clock_offset_s is None else f"{day.clock_offset_s:g} s"


def _frozen(groups: Iterable[tuple[str, list[Line]]]) -> tuple[tuple[str, tuple[Line, ...]], ...]:
    return tuple((head, tuple(lines)) for head, lines in groups if lines)


def sheet_pdf(sheet: Sheet) -> bytes:
    """A list as a print sheet, A4."""
    from weasyprint import HTML  # a second to load, so only when printing

    page = render_to_string("cards/sheet.html", {"sheet": sheet, "font": font(), "theme": themes()["paper"]})
    return bytes(HTML(string=page).write_pdf())


def sheet_csv(sheet: Sheet) -> str:
    """A list as a table (RFC 4180)."""
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(["heading", "what", "aside", "before", "value", "known"])
    for head, lines in sheet.groups:
        for line in lines:
            table.writerow([safe_cell(cell) for cell in (head, line.what, line.aside, line.before, line.value, line.known)])
    return out.getvalue()

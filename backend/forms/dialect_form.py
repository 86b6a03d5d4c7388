"""A body's own words as JSON and as CSV."""

from __future__ import annotations

import csv
import io
import re
from typing import Annotated, Literal

from pydantic import Field, ValidationError

from craft.configuration.around import settings_of
from craft.errors import CraftError
from craft.kit.dialect import DEEPEST, LONGEST, Dialect, Entry, in_menu_order
from demo import dialects
from demo.kit import BODIES, LENSES
from forms.kit_form import BodyForm, Form, LensForm
from forms.problems import InputError, Problem, from_craft, from_pydantic
from forms.reading import read_json
from forms.traits_form import Slug

COLUMNS = ("setting", "label", "menu", "values", "firmware")
NEEDED = 3
BETWEEN = " > "
MOST_ROWS = 1000
LARGEST_BYTES = 500_000
FORMULA = re.compile(r"\s*[=+\-@＝＋－＠']|[\t\r]")
"""A spreadsheet takes a cell that begins so for a formula, or takes the sign away; it is written with an apostrophe before it."""
SIGNS = ";="
TOKEN = re.compile(r"\\[\\>;=\s]|.", re.DOTALL)
"""A character of a cell, with the backslash before it if that is one of these."""

Words = Annotated[str, Field(min_length=1, max_length=LONGEST)]


class EntryForm(Form):
    """One item: setting (empty: none of ours), label, menu pages from the outermost, words for values."""

    setting: Annotated[str, Field(max_length=60)] = ""
    label: Words
    menu: Annotated[list[Words], Field(min_length=1, max_length=DEEPEST)]
    values: Annotated[dict[Slug, Words], Field(max_length=60)] = Field(default_factory=dict)


class DialectForm(Form):
    """A body's own words, in the order of its menus."""

    format: Literal["wide-aperture-dialect"] = "wide-aperture-dialect"
    version: Literal[1] = 1
    firmware: Annotated[str, Field(max_length=40)] = ""
    entries: Annotated[list[EntryForm], Field(max_length=MOST_ROWS)] = Field(default_factory=list)

    def value(self) -> Dialect:
        """The dialect as the craft's value.

        Raises
        ------
        CraftError : a row that cannot be, at its place.
        """
        return Dialect(tuple(Entry(e.setting, e.label, tuple(e.menu), e.values) for e in self.entries), self.firmware)


class BodyProfileFile(Form):
    """A body with its own words, in one file."""

    format: Literal["wide-aperture-body"]
    version: Literal[1]
    body: BodyForm
    dialect: DialectForm = Field(default_factory=DialectForm)


def checked(form: DialectForm) -> DialectForm:
    """The same dialect, page by page, once it has been found sound.

    Raises
    ------
    InputError : the first row that cannot be.
    """
    try:
        dialect = form.value()
    except CraftError as error:
        raise InputError([from_craft(error)]) from None
    ordered = in_menu_order(dialect.entries)
    rows = [EntryForm(setting=e.setting, label=e.label, menu=list(e.menu), values=dict(e.values)) for e in ordered]
    return form.model_copy(update={"entries": rows})


def safe_cell(cell: str) -> str:
    """A cell that no spreadsheet takes for a formula.

    >>> safe_cell("=1+1"), safe_cell(" ＝1"), safe_cell("Bell")
    ("'=1+1", "' ＝1", 'Bell')
    """
    return f"'{cell}" if FORMULA.match(cell) else cell


def _kept(word: str, signs: str = "") -> str:
    """A word as it stands in a cell, to be read back as it is: a backslash before what would mean something there."""
    return re.sub(rf"[\\{signs}]|\A\s|\s\Z", lambda found: f"\\{found[0]}", word)


def _parts(tokens: list[str], sign: str, most: int = 0) -> list[list[str]]:
    """Tokens between the signs that separate them; no more cuts than ``most``, if it is given."""
    found: list[list[str]] = [[]]
    for token in tokens:
        if token == sign and (not most or len(found) <= most):
            found.append([])
        else:
            found[-1].append(token)
    return found


def _word(tokens: list[str]) -> str:
    """A word without the space around it and without its backslashes."""
    ends = [k for k, token in enumerate(tokens) if not token.isspace()]
    return "".join(token[-1] for token in tokens[ends[0] : ends[-1] + 1]) if ends else ""


def to_csv(form: DialectForm) -> str:
    """The rows as CSV (RFC 4180) with a head; the firmware stands in a row of its own, where it is known."""
    out = io.StringIO()
    rows = csv.writer(out)
    rows.writerow(COLUMNS if form.firmware else COLUMNS[:-1])
    if form.firmware:
        rows.writerow(["", "", "", "", safe_cell(_kept(form.firmware))])
    for e in form.entries:
        menu = BETWEEN.join(_kept(page, ">") for page in e.menu)
        values = "; ".join(f"{_kept(token, SIGNS)}={_kept(word, SIGNS)}" for token, word in e.values.items())
        rows.writerow([safe_cell(cell) for cell in (_kept(e.setting), _kept(e.label), menu, values)])
    return out.getvalue()


def _rows(text: str) -> list[list[str]]:
    """The rows of a table with its head, once that has been found right."""
    if len(text.encode()) > LARGEST_BYTES:
        raise InputError([Problem("", f"the text has {len(text.encode()):,} bytes; at most {LARGEST_BYTES:,} are accepted")])
    tabs = "\t" in text.split("\n", 1)[0]
    try:
        lines = list(csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""), delimiter="\t" if tabs else ","))
    except csv.Error as error:
        raise InputError([Problem("", f"this is no table of comma-separated values: {error}")]) from None
    lines = [line for line in lines if any(cell.strip() for cell in line)]
    if not lines:
        raise InputError([Problem("", f"there are no rows; the head is {', '.join(COLUMNS)}")])
    head = [cell.strip().lower() for cell in lines[0]]
    if head != list(COLUMNS[: max(NEEDED, len(head))]):
        accepted = f"the head is {', '.join(COLUMNS)} (values and firmware may be left out)"
        raise InputError([Problem("/rows/1", f"{accepted}; here it is {', '.join(head)[:120]}")])
    if len(lines) - 1 > MOST_ROWS:
        raise InputError([Problem("", f"there are {len(lines) - 1:,} rows; at most {MOST_ROWS:,} are accepted")])
    return lines


def from_csv(text: str) -> DialectForm:
    """A dialect from CSV, all or nothing.

    Raises
    ------
    InputError : every row that cannot be, by its number in the file.
    """
    lines = _rows(text)
    problems: list[Problem] = []
    entries: list[EntryForm] = []
    firmware = ""
    for number, cells in enumerate(lines[1:], 2):
        try:
            if len(cells) == len(COLUMNS) and not any(cells[:-1]):
                firmware = DialectForm(firmware=_word(_tokens(cells[-1]))).firmware
            else:
                entries.append(_entry(cells))
        except ValidationError as error:
            problems += [Problem(f"/rows/{number}{p.pointer}", p.detail) for p in from_pydantic(error)]
        except InputError as error:
            problems += [Problem(f"/rows/{number}", p.detail) for p in error.problems]
    if not problems:
        try:
            return checked(DialectForm(entries=entries, firmware=firmware))
        except InputError as error:
            problems = [_by_row(p) for p in error.problems]
    raise InputError(problems)


def _by_row(problem: Problem) -> Problem:
    """A problem of an entry, by the row of the file: the head is row one."""
    _, _, row, column = problem.pointer.split("/")
    return Problem(f"/rows/{int(row) + 2}/{column}", problem.detail)


def _entry(cells: list[str]) -> EntryForm:
    if len(cells) > len(COLUMNS) or any(cells[len(COLUMNS) - 1 :]):
        raise InputError([Problem("", f"{len(cells)} cells; a row has {len(COLUMNS) - 1}: {', '.join(COLUMNS[:-1])}")])
    setting, label, menu, values = (_tokens(cell) for cell in (*cells, "", "", "", "")[:4])
    pairs = [_parts(pair, "=", 1) for pair in _parts(values, ";") if _word(pair)]
    if any(len(pair) != 2 for pair in pairs):
        raise InputError([Problem("", "write the values as token=word; token=word")])
    pages = [_word(page) for page in _parts(menu, ">")]
    return EntryForm(setting=_word(setting), label=_word(label), menu=pages, values={_word(token): _word(word) for token, word in pairs})


def _tokens(cell: str) -> list[str]:
    return TOKEN.findall(cell.lstrip().removeprefix("'"))


def read_dialect(text: str, kind: Literal["csv", "json"]) -> DialectForm:
    """A dialect that somebody pasted or chose as a file, all or nothing.

    Raises
    ------
    InputError : everything that is wrong with it, by row.
    """
    if kind == "csv":
        return from_csv(text)
    try:
        return checked(DialectForm.model_validate(read_json(text.encode(), LARGEST_BYTES)))
    except ValidationError as error:
        raise InputError(from_pydantic(error)) from None


def of_demo(slug: str) -> DialectForm:
    """A demo body's own words, for the settings that it has with some lens of the demo kit."""
    body = BodyForm.model_validate(BODIES[slug]).value(slug)
    lenses = [LensForm.model_validate(row).value(name) for name, row in LENSES.items() if body.fixed_lens in (None, name)]
    there = {setting.slug for lens in lenses for setting in settings_of(body, lens)}
    return checked(DialectForm.model_validate(dialects.dialect(slug, there)))

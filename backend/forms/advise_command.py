"""``./run advise FILE``: a situation in JSON in, a setup in JSON out; no server, no database."""

from __future__ import annotations

import sys
from pathlib import Path

from craft.errors import CraftError
from forms.problems import InputError, Problem, from_craft
from forms.reading import LARGEST_BYTES, read_json
from forms.setup_form import SetupOut, setup_of
from forms.situation_form import read_situation


def answer(raw: object) -> SetupOut:
    """The setup of a decoded situation.

    Raises
    ------
    InputError : every problem found, each at its place.
    """
    form = read_situation(raw)
    try:
        return setup_of(form)
    except CraftError as error:
        raise InputError([from_craft(error)]) from None


def _bytes(name: str) -> bytes:
    if name == "-":
        return sys.stdin.buffer.read(LARGEST_BYTES + 1)
    try:
        with Path(name).open("rb") as file:
            return file.read(LARGEST_BYTES + 1)
    except OSError as error:
        raise InputError([Problem("", f"cannot read {name}: {error.strerror}")]) from None


def main(arguments: list[str]) -> int:
    """Exit 0 with a setup on standard output, or 2 with one line per problem on standard error."""
    if len(arguments) != 1:
        sys.stderr.write("usage: ./run advise FILE, or - for standard input\n")
        return 2
    try:
        text = answer(read_json(_bytes(arguments[0]))).model_dump_json(indent=2)
    except InputError as error:
        sys.stderr.write("".join(problem.line + "\n" for problem in error.problems))
        return 2
    sys.stdout.write(text + "\n")
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))

"""Every fact there is: the rooms that tell them have to be read first."""

from __future__ import annotations

from craft.configuration import decided
from craft.decisions import numbers, reasons, solved
from craft.decisions.facts import FACTS
from craft.setup import steps

TOLD_IN = (numbers, solved, steps, reasons, decided)
EVERY_FACT = dict(FACTS)

"""Every fact there is: the rooms that tell them have to be read first."""

from __future__ import annotations

from craft.configuration import decided
from craft.decisions import numbers, solved
from craft.decisions.facts import FACTS
from craft.setup import advise, planning

TOLD_IN = (numbers, solved, planning, advise, decided)
EVERY_FACT = dict(FACTS)

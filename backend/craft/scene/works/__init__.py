"""Kinds of work and their subjects, as data: one module for each kind."""

from __future__ import annotations

from craft.scene.works.everyday import EVERYDAY
from craft.scene.works.landscape import LANDSCAPE
from craft.scene.works.night_sky import NIGHT_SKY
from craft.scene.works.portrait import PORTRAIT
from craft.scene.works.row import Order, Subject, Work
from craft.scene.works.sports import SPORTS
from craft.scene.works.street import STREET
from craft.scene.works.wedding import WEDDING
from craft.scene.works.wildlife import WILDLIFE

__all__ = ["SUBJECT", "WORK", "WORKS", "Order", "Subject", "Work"]

WORKS: tuple[Work, ...] = (SPORTS, WILDLIFE, STREET, LANDSCAPE, WEDDING, NIGHT_SKY, PORTRAIT, EVERYDAY)
WORK = {work.genre: work for work in WORKS}
SUBJECT = {(work.genre, subject.slug): subject for work in WORKS for subject in work.subjects}

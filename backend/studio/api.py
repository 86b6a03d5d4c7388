"""The typed API: one router per noun."""

from __future__ import annotations

from ninja import NinjaAPI

from cards.api import router as cards
from gear.api import router as gear
from gear.body_api import router as bodies
from outings.api import router as outings
from outings.checks_api import router as checks
from outings.settings_api import router as settings
from people.api import router as people
from people.guards import Person, StrictParser
from people.replies import PlainRenderer
from studio.advising import router as advising
from studio.guide import router as guide
from studio.problems import ProblemOut, install

api = NinjaAPI(
    title="Wide Aperture",
    version="1",
    auth=Person(),
    parser=StrictParser(),
    renderer=PlainRenderer(),
    openapi_extra={"info": {"license": {"name": "MIT"}}},
)
install(api)
for router in (advising, guide, people, bodies, gear, outings, settings, checks, cards):
    api.add_router("", router)

__all__ = ["ProblemOut", "api"]

"""The typed API: one router per noun."""

from __future__ import annotations

from ninja import NinjaAPI

from cards.api import router as cards
from cards.sheets_api import router as sheets
from gear.api import router as gear
from gear.body_api import router as bodies
from gear.layout_api import router as layout
from outings.alike_api import router as alike
from outings.api import router as outings
from outings.checks_api import router as checks
from outings.controls_api import router as controls
from outings.first_api import router as first_day
from outings.fits_api import router as fits
from outings.settings_api import router as settings
from outings.slots_api import router as slots
from outings.traffic_api import router as traffic
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
for router in (
    advising,
    guide,
    people,
    bodies,
    layout,
    gear,
    outings,
    settings,
    slots,
    alike,
    fits,
    controls,
    traffic,
    first_day,
    checks,
    cards,
    sheets,
):
    api.add_router("", router)

__all__ = ["ProblemOut", "api"]

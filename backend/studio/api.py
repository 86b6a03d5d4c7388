"""The typed API: one router per noun."""

from __future__ import annotations

from cards.api import router as cards
from cards.sheets_api import router as sheets
from frames.api import router as frames
from jobs.api import router as jobs
from kit.api import router as kit
from kit.body_api import router as bodies
from kit.describe_api import router as describing
from kit.layout_api import router as layout
from kit.sensor_api import router as sensors
from kit.steadiness_api import router as steadiness
from links.api import router as links
from outings.alike.api import router as alike
from outings.bench.api import router as bench
from outings.checks.api import router as checks
from outings.day.api import router as outings
from outings.fingers.api import router as controls
from outings.first_day.api import router as first_day
from outings.fits.api import router as fits
from outings.nights.api import router as nights
from outings.pictures.api import router as pictures
from outings.rehearse.api import router as rehearsing
from outings.rehearse.ruler_api import router as rulers
from outings.slots.api import router as slots
from outings.traffic.api import router as traffic
from outings.uses.api import router as uses
from outings.walk.api import router as walk
from people.api import doors
from people.api import router as people
from people.guards import Person, StrictParser
from people.replies import PlainRenderer
from studio.account import router as accounts
from studio.advising import router as advising
from studio.aside import aside
from studio.described import Described
from studio.door import router as door
from studio.guide import router as guide
from studio.problems import ProblemOut, install
from studio.whole import in_turn, whole

api = Described(
    title="Wide Aperture",
    version="1",
    auth=Person(),
    parser=StrictParser(),
    renderer=PlainRenderer(),
    openapi_extra={"info": {"license": {"name": "MIT"}}},
)
install(api)
api.add_decorator(in_turn, mode="operation")
api.add_decorator(aside, mode="operation")
api.add_decorator(whole, mode="view")
for router in (
    advising,
    guide,
    door,
    doors,
    people,
    accounts,
    bodies,
    layout,
    describing,
    steadiness,
    sensors,
    kit,
    outings,
    bench,
    uses,
    rehearsing,
    pictures,
    rulers,
    walk,
    slots,
    alike,
    fits,
    controls,
    traffic,
    first_day,
    checks,
    jobs,
    frames,
    links,
    nights,
    cards,
    sheets,
):
    api.add_router("", router)

__all__ = ["ProblemOut", "api"]

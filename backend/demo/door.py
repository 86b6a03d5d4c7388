"""What the door shows: one shore from the evening's sun to the stars, each as somebody stands there."""

from __future__ import annotations

from typing import Any

WORK = {"demo.ilse": "the coast, birds, weddings, the night sky", "demo.bram": "street and portrait, everything held by hand"}
"""Name -> what they photograph."""

CAUSEWAY: dict[str, Any] = {
    "genre": "landscape",
    "subject": "causeway",
    "body": "oxwick-plate-60",
    "lens": "oxwick-16-35",
    "focal_length_mm": 20,
}
STARS: dict[str, Any] = {**CAUSEWAY, "genre": "night_sky", "subject": "stars_over_land", "lens": "oxwick-20"}

# Towards night a picture is kept darker than metered, so that it looks like night.
HOURS: tuple[tuple[str, dict[str, Any]], ...] = (
    ("20:40", {**CAUSEWAY, "light": {"condition": "hazy_sun"}}),
    ("21:20", {**CAUSEWAY, "light": {"condition": "backlit_dawn"}}),
    ("21:40", {**CAUSEWAY, "light": {"condition": "sunset_glow"}}),
    ("21:55", {**CAUSEWAY, "light": {"condition": "dusk"}, "aims": {"brighter_stops": -0.6667}}),
    ("22:25", {**CAUSEWAY, "light": {"condition": "blue_hour"}, "aims": {"brighter_stops": -1.3333}}),
    ("23:10", {**CAUSEWAY, "light": {"condition": "full_moon"}, "aims": {"brighter_stops": -2}}),
    ("23:45", {**STARS, "light": {"condition": "moonless"}}),
)
"""Hours of an evening in June, brightest first, each with its situation in the open form."""

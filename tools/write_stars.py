"""Writes backend/craft/sky/stars.csv: stars to the sixth magnitude, out of a collection of points in GeoJSON (a tool of developers; the application reads the table alone).

Call it with the collection: points of right ascension (-180 to 180 degrees) and declination of J2000, with "mag" and "bv".
"""

from __future__ import annotations

import csv
import json
import sys
from pathlib import Path

OUT = Path(__file__).resolve().parent.parent / "backend" / "craft" / "sky" / "stars.csv"
FAINTEST = 6.0
COLOURLESS = 0.4
"""B - V of a star of which none is known: near the white of the eye."""


def rows(collection: Path) -> list[tuple[float, float, float, float]]:
    """Right ascension, declination, magnitude and colour, the brightest first."""
    found = []
    for point in json.loads(collection.read_text())["features"]:
        ra, dec = point["geometry"]["coordinates"]
        about = point["properties"]
        if about["mag"] <= FAINTEST:
            found.append((round(ra % 360, 3), round(dec, 3), about["mag"], round(float(about["bv"] or COLOURLESS), 2)))
    return sorted(found, key=lambda row: (row[2], row[0]))


def main() -> None:
    """Write the table."""
    with OUT.open("w", newline="") as file:
        file.write(
            "# Stars of the Extended Hipparcos Compilation (Anderson & Francis 2012), as collected by O. Frohn (2015, BSD licence); J2000, degrees\n"
        )
        writer = csv.writer(file, lineterminator="\n")
        writer.writerow(("ra", "dec", "mag", "bv"))
        writer.writerows(rows(Path(sys.argv[1])))


if __name__ == "__main__":
    main()

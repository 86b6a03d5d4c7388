"""Writes backend/craft/white/spectra.csv: tables of light and of the eye, out of the colour library (a tool of developers; the application reads the table alone)."""

from __future__ import annotations

import csv
from pathlib import Path

import colour
import numpy as np

OUT = Path(__file__).resolve().parent.parent / "backend" / "craft" / "white" / "spectra.csv"
SHAPE = colour.SpectralShape(380, 780, 5)
LAMPS = ("FL2", "FL7", "FL11", "HP1", "HP5", "LED-B1", "LED-B3", "LED-B4", "LED-B5", "LED-RGB1", "LED-V1", "LED-V2")


def columns() -> dict[str, np.ndarray]:
    """The observer's three functions, the three components of daylight, dyes for a screen's primaries, and lamps."""
    eye = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(SHAPE).values
    day = colour.colorimetry.SDS_BASIS_FUNCTIONS_CIE_ILLUMINANT_D_SERIES
    dyes = colour.recovery.MSDS_BASIS_FUNCTIONS_sRGB_MALLETT2019.copy().align(SHAPE).values
    lamps = {name: colour.SDS_ILLUMINANTS[name].copy().align(SHAPE).values for name in LAMPS}
    return {
        **{name: eye[:, k] for k, name in enumerate(("x", "y", "z"))},
        **{name: day[name].copy().align(SHAPE).values for name in ("S0", "S1", "S2")},
        **{f"dye {name}": dyes[:, k] for k, name in enumerate(("red", "green", "blue"))},
        **{name: values / values.max() for name, values in lamps.items()},
    }


def main() -> None:
    """Write the table, four significant digits or six."""
    table = columns()
    with OUT.open("w", newline="") as file:
        writer = csv.writer(file, lineterminator="\n")
        writer.writerow(("nm", *table))
        for k, nm in enumerate(SHAPE.wavelengths):
            writer.writerow((f"{nm:g}", *(f"{values[k]:.6g}" for values in table.values())))


if __name__ == "__main__":
    main()

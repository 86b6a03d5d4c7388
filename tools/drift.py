"""Whether docs/formats/ and the client's types are what the code says today."""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path

from write_formats import ROOT, formats

TYPES = {
    "docs/formats/openapi.json": "frontend/src/api/schema.d.ts",
    "docs/formats/body-link.json": "frontend/src/stand_in/schema.d.ts",
}
"""Descriptions of what answers, and the types that pages have of them."""


def main() -> int:
    """0 when nothing has drifted."""
    stale = [name for name, text in formats().items() if (ROOT / "docs" / "formats" / name).read_text() != text]
    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder) / "schema.d.ts"
        for description, types in TYPES.items():
            command = ["npx", "openapi-typescript", str(ROOT / description), "-o", str(made), "--default-non-nullable=false"]
            subprocess.run(command, cwd=ROOT / "frontend", check=True, capture_output=True)
            if made.read_text() != (ROOT / types).read_text():
                stale.append(types)
    if stale:
        print("out of step, run tools/write_formats.py and npm run types:", ", ".join(stale))
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())

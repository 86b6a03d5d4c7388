"""Whether docs/formats/ and the client's types are what the code says today."""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path

from write_formats import ROOT, formats


def main() -> int:
    """0 when nothing has drifted."""
    stale = [name for name, text in formats().items() if (ROOT / "docs" / "formats" / name).read_text() != text]
    with tempfile.TemporaryDirectory() as folder:
        made = Path(folder) / "schema.d.ts"
        command = ["npx", "openapi-typescript", str(ROOT / "docs/formats/openapi.json"), "-o", str(made), "--default-non-nullable=false"]
        subprocess.run(command, cwd=ROOT / "frontend", check=True, capture_output=True)
        if made.read_text() != (ROOT / "frontend/src/api/schema.d.ts").read_text():
            stale.append("frontend/src/api/schema.d.ts")
    if stale:
        print("out of step, run tools/write_formats.py and npm run types:", ", ".join(stale))
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())

"""Mutation testing of the rooms that compute an exposure: how many small wrongs the tests notice.

``./run mutate`` takes a sample of 150 mutants a room, always the same; ``./run mutate 40`` another
number; ``./run mutate all`` every one, which takes hours. Mutants that cannot change behaviour are
left out: those inside annotations and in the flags of a dataclass. So are the tables of knowledge,
whose rows are figures with a source and not logic. Works on copies: the tree is never touched.
"""

from __future__ import annotations

import ast
import random
import shutil
import subprocess
import sys
import tempfile
from dataclasses import dataclass
from pathlib import Path

from cosmic_ray.work_db import WorkDB, use_db
from cosmic_ray.work_item import MutationSpec, WorkerOutcome, WorkResult

ROOT = Path(__file__).resolve().parent.parent
WANTED = 0.85
WORKERS = 2
KNOWLEDGE = ["schools/*", "cautions.py", "works/*", "conditions.py"]
_OF_SETUPS = [f"setup.tests.test_{name}" for name in ("targets", "numbers", "schools", "setup", "ladder", "others")]
_OF_RANGE = [f"setup.tests.test_{name}" for name in ("ranged", "bounds", "other_sets", "filters_and_series", "beside")]
ROOMS = {
    "scales": ["scales.tests.test_scales", "kit.tests.test_dials"],
    "optics": ["sensor.tests.test_picture"],
    "sky": ["sky.tests.test_sun"],
    "sensor": ["sensor.tests.test_picture", "sensor.tests.test_sets"],
    "scene": ["scene.tests.test_conditions", *_OF_SETUPS],
    "exposure": ["exposure.tests.test_solver", *_OF_SETUPS],
    "tones": ["tones.tests.test_tonemap", "render.tests.test_painted", "render.tests.test_own"],
    "decisions": _OF_SETUPS,
    "setup": [*_OF_SETUPS, *_OF_RANGE],
}
EXAMPLES = """
import doctest, importlib, pkgutil, unittest
import craft.{room}
from craft.examples import SHOWN_ON

def load_tests(loader, tests, pattern):
    for found in pkgutil.iter_modules(craft.{room}.__path__, "craft.{room}."):
        if not found.ispkg:
            tests.addTests(doctest.DocTestSuite(importlib.import_module(found.name), extraglobs=SHOWN_ON))
    return tests
"""
CONFIG = """[cosmic-ray]
module-path = "craft/{room}"
timeout = 120.0
excluded-modules = [{excluded}]
test-command = "{python} -W ignore -m unittest -f -q {tests}"
[cosmic-ray.distributor]
name = "local"
"""


@dataclass(frozen=True)
class Score:
    """Mutants of a room: killed, all, and the places of those that lived."""

    killed: int
    total: int
    lived: list[str]


def untold(path: Path) -> list[tuple[tuple[int, int], tuple[int, int]]]:
    """Spans of a module in which a change does not change behaviour."""
    spans = []
    for node in ast.walk(ast.parse(path.read_text())):
        quiet = [getattr(node, "annotation", None), getattr(node, "returns", None)]
        if isinstance(node, ast.ClassDef):
            quiet += node.decorator_list
        spans += [((q.lineno, q.col_offset), (q.end_lineno, q.end_col_offset)) for q in quiet if isinstance(q, ast.expr)]
    return spans


def behaves(backend: Path, mutation: MutationSpec) -> bool:
    """Whether a mutation lies where it can change behaviour."""
    return not any(start <= mutation.start_pos < end for start, end in untold(backend / mutation.module_path))


def session(room: str, folder: Path) -> tuple[Path, Path]:
    """A copy of the code with a session of all mutants of a room: its configuration and its database."""
    backend = folder / "backend"
    shutil.copytree(ROOT / "backend", backend, ignore=shutil.ignore_patterns("__pycache__", ".*", "*.sqlite3"))
    excluded = ", ".join(f'"craft/{room}/{name}"' for name in ("tests/*", *KNOWLEDGE))
    (backend / "examples.py").write_text(EXAMPLES.format(room=room))
    tests = " ".join(["examples", *(f"craft.{name}" for name in ROOMS[room])])
    config, database = folder / "mutate.toml", folder / "mutate.sqlite"
    config.write_text(CONFIG.format(room=room, excluded=excluded, python=sys.executable, tests=tests))
    cosmic = str(Path(sys.executable).parent / "cosmic-ray")
    subprocess.run([cosmic, "init", str(config), str(database)], cwd=backend, check=True, capture_output=True)
    return config, database


def keep_only(database: Path, backend: Path, worker: int, sample: int | None) -> None:
    """Leave a worker its part of the sample; everything else is skipped."""
    with use_db(str(database), WorkDB.Mode.open) as work:
        items = {(str(i.mutations[0].module_path), i.mutations[0].operator_name, i.mutations[0].occurrence): i for i in work.work_items}
        keys = sorted(key for key, item in items.items() if behaves(backend, item.mutations[0]))
        chosen = keys if sample is None else random.Random(8).sample(keys, min(sample, len(keys)))
        mine = set(chosen[worker::WORKERS])
        for key, item in items.items():
            if key not in mine:
                work.set_result(item.job_id, WorkResult(WorkerOutcome.SKIPPED))


def read(database: Path) -> Score:
    """What a session found."""
    with use_db(str(database), WorkDB.Mode.open) as work:
        ran = [(item, result) for item, result in work.completed_work_items if result.worker_outcome is not WorkerOutcome.SKIPPED]
    lived = [
        f"{item.mutations[0].module_path}:{item.mutations[0].start_pos[0]} {item.mutations[0].operator_name}"
        for item, result in ran
        if not result.is_killed
    ]
    return Score(len(ran) - len(lived), len(ran), lived)


def score(room: str, sample: int | None) -> Score:
    """Run a room's mutants in parallel."""
    with tempfile.TemporaryDirectory() as name:
        folders = [Path(name) / str(worker) for worker in range(WORKERS)]
        running = []
        for worker, folder in enumerate(folders):
            folder.mkdir()
            config, database = session(room, folder)
            keep_only(database, folder / "backend", worker, sample)
            cosmic = str(Path(sys.executable).parent / "cosmic-ray")
            running.append(subprocess.Popen([cosmic, "exec", str(config), str(database)], cwd=folder / "backend"))
        if any(process.wait() for process in running):
            raise RuntimeError(f"the mutants of {room} could not be run")
        scores = [read(folder / "mutate.sqlite") for folder in folders]
    return Score(sum(s.killed for s in scores), sum(s.total for s in scores), sorted(line for s in scores for line in s.lived))


def main(arguments: list[str]) -> int:
    """Every room; 0 when each kills what is wanted."""
    sample = None if arguments == ["all"] else int(arguments[0]) if arguments else 150
    short = 0
    for room in ROOMS if len(arguments) < 2 else arguments[1:]:
        found = score(room, sample)
        share = found.killed / found.total
        short += share < WANTED
        print(f"{room}: {found.killed} of {found.total} killed, {share:.0%} (wanted {WANTED:.0%})", flush=True)
        for line in found.lived:
            print(f"  lived: {line}", flush=True)
    return 1 if short else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))

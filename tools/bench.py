"""Speed as ratios to a floor measured in the same run.

The floor is NumPy alone: an int64 array over every candidate (time, aperture, ISO), filled by adding
the three axes and reduced to its least, once for every level of the ladder; for a setup also once for
each other exposure it solves (the key light, every neighbour). Figures
are the median of many runs; the API's are medians and 95th percentiles over one kept connection.
"""

from __future__ import annotations

import datetime as dt
import http.client
import itertools
import json
import re
import statistics
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parent.parent
BACKEND = ROOT / "backend"
sys.path.insert(0, str(BACKEND))

import cv2
import ephem
import exiv2
import numpy as np
from serving import demo_environment, listening, port_of, server, started, wait_until_up
from setup_steps import PYTHON, quiet

from craft.bracketing.of_exposure import fewest
from craft.configuration.configure import configure
from craft.configuration.decided import facts_of
from craft.day.day import slots_of_a_day
from craft.day.fingers import Hour, roles_of
from craft.day.functions import FUNCTIONS
from craft.day.stars import night_frame
from craft.day.walk import Menus, Way, places_of, walk
from craft.focus.chase import chase_of
from craft.focus.paths import BEFORE_S, BURST_S
from craft.focus.search import FIRST, MORE, MOST_LEFT, Offered, searched
from craft.focus.ways import AREAS
from craft.kit.moves import Moves, Shortcuts
from craft.render.picture import Look, as_jpeg, picture
from craft.render.range import ways_of
from craft.render.sets import covers_on, optimal
from craft.render.shot import Shot, exposed, shot_of
from craft.review.beside import beside
from craft.review.frame import Frame
from craft.review.learning import fall_of
from craft.scene.light import light_from_condition
from craft.setup import steps
from craft.setup.advise import advise
from craft.setup.solving.ladder import left_alone, solve_ladder
from craft.setup.solving.plan import Plan
from craft.setup.solving.programs import followed_by
from craft.sky.around import around
from craft.sky.night import night_over
from craft.sky.overhead import Overhead
from craft.sky.windows import waiting_for
from craft.tones.metered import metered
from craft.tones.tonemap import map_of
from craft.tones.wanted import must_hold
from craft.vocabulary.terms import Pattern
from forms.dialect_form import of_demo
from forms.setup_form import setup_of
from forms.situation_form import SituationForm
from images.reading import came_back, picture_light

CASES = {
    "sports": {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}},
    "night sky": {"genre": "night_sky", "body": "merrow-swift-20", "lens": "oxwick-20", "light": {"ev100": -7}},
    "noise on a rung": {
        "genre": "wedding",
        "body": "merrow-swift-20",
        "lens": "merrow-24-70",
        "light": {"ev100": 6},
        "concessions": [{"intent": "noise", "to": "ceiling"}, {"intent": "iso", "to": "body_limit"}],
    },
}


def in_turns(*calls: Callable[[], Any], rounds: int = 60) -> list[float]:
    """Median time of each call in milliseconds, taken in turns so that a busy moment falls on all alike."""
    times: list[list[float]] = [[] for _ in calls]
    for _ in range(rounds):
        for call, found in zip(calls, times, strict=True):
            start = time.perf_counter()
            call()
            found.append((time.perf_counter() - start) * 1000)
    return [statistics.median(found) for found in times]


def floor(plan: Plan, times: int) -> Callable[[], Any]:
    """Filling and reducing the candidates of a plan this many times."""
    axes = (plan.free.time, plan.free.aperture, plan.free.iso)
    x, n, s = (np.arange(len(axis.stops), dtype=np.int64) for axis in axes)
    key = np.empty((len(x), len(n), len(s)), dtype=np.int64)

    def run() -> int:
        least = 0
        for level in range(times):
            np.add(x[:, None, None] + n[:, None] + level, s, out=key)
            least += int(key.min())
        return least

    return run


def computation() -> None:
    """One setup and one ladder, by case."""
    for name, raw in CASES.items():
        situation = SituationForm.model_validate(raw).value()
        plan = steps.exposed(situation).planned
        levels = 18 * plan.per_stop + 1
        solved = levels + 1 + len(advise(situation).neighbours)
        least, ladder, whole, setup, rows = in_turns(
            floor(plan, levels),
            lambda plan=plan: solve_ladder(replace(plan, search=None)),
            floor(plan, solved),
            lambda situation=situation: advise(situation),
            lambda situation=situation: advise(situation).ladder,
        )
        count = len(plan.free.time.stops) * len(plan.free.aperture.stops) * len(plan.free.iso.stops)
        print(f"{name}: {count} candidates, {levels} levels, {solved} solved in all")
        print(
            f"  ladder {ladder:.1f} ms, {ladder / least:.2f} of its floor; setup {setup:.1f} ms, {setup / whole:.2f} of its floor", end=""
        )
        print(f"; with its ladder in rows {rows / whole:.2f}")


def configuration() -> None:
    """The whole configuration of the largest demo body, as it comes and with clashes to clear.

    The floor is the least anyone must do: look once at every term of every dependency, in plain Python.
    """
    base = {**CASES["sports"], "lens": "merrow-70-200"}
    clashing = {
        "as it comes": {},
        "one setting follows": {"profile": {"habits": {"focus_start": "rear_button"}}, "settings": {"pre_focus": "on"}},
        "clashes by hand": {"settings": {"silent": "on", "merge": "automatic", "bracket_kind": "exposure", "flash": "on"}},
    }
    for name, change in clashing.items():
        situation = SituationForm.model_validate({**base, **change}).value()
        setup = advise(situation)
        made = configure(situation, setup)
        around = made.around
        values = made.values

        def look(values: dict[str, Any] = values, around: Any = around) -> int:
            hits = 0
            for rule in around.rules:
                for term in rule.terms:
                    value = values.get(term.setting)
                    hits += value in term.values or value == term.named
            return hits

        least, whole = in_turns(look, lambda situation=situation, setup=setup: configure(situation, setup), rounds=40)
        print(f"configuration, {name}: {len(made.rows)} settings, {len(around.rules)} dependencies, {len(made.violations)} broken")
        print(f"  {whole:.1f} ms, {whole / least:.0f} of its floor ({least * 1000:.0f} µs)")


def menus() -> None:
    """The walk through the menus of the largest demo body, of which nothing, most or all but a few things are known.

    The floor is looking once at every pair of places that are to be visited.
    """
    situation = SituationForm.model_validate({**CASES["sports"], "lens": "merrow-70-200"}).value()
    setup = advise(situation)
    made = configure(situation, setup)
    words = Menus(of_demo("merrow-swift-20").value())
    right = made.values
    cases = {
        "nothing known, the shorter way": ({}, None),
        "nothing known, all looked up": ({}, Way.AUDIT),
        "a third unknown": ({slug: value for k, (slug, value) in enumerate(right.items()) if k % 3}, Way.AUDIT),
    }
    for name, (held, way) in cases.items():
        found = walk(made, held, words, way)
        places = [place for place, _ in places_of(words.dialect).values()][: len(found.steps)]

        def look(places: list[tuple[int, ...]] = places) -> int:
            return sum(one[0] < other[0] for one in places for other in places)

        least, whole = in_turns(look, lambda held=held, way=way: walk(made, held, words, way), rounds=20)
        print(f"walk, {name}: {len(found.steps)} items, {found.presses} presses, {found.plainly} from top to bottom, proven {found.proven}")
        print(f"  {whole:.1f} ms, {whole / least:.0f} of its floor ({least * 1000:.0f} µs)")


def loading() -> None:
    """Walk with lists and buttons, slots and controls of the largest demo body, each against looking once at all it weighs."""
    situation = SituationForm.model_validate({**CASES["sports"], "lens": "merrow-70-200"}).value()
    setup = advise(situation)
    made = configure(situation, setup)
    words = of_demo("merrow-swift-20").value()
    slugs = [slug for slug in made.values if slug in places_of(words)]
    shortcuts = Shortcuts(tuple(slugs[5:45:5]), tuple(slugs[3:60:6]), tuple((slug, "key") for slug in slugs[2:80:10]))
    handy = Menus(words, Moves(line=0.5), shortcuts)
    held = {slug: value for k, (slug, value) in enumerate(made.values.items()) if k % 3}
    found = walk(made, held, handy, Way.AUDIT)

    def places() -> int:
        at = [place for place, _ in places_of(words).values()][: len(found.steps)]
        return sum(one[0] < other[0] for one in at for other in at)

    least, whole = in_turns(places, lambda: walk(made, held, handy, Way.AUDIT), rounds=20)
    print(f"walk with lists and buttons: {len(found.steps)} items, {found.presses:g} presses, proven {found.proven}")
    print(f"  {whole:.1f} ms, {whole / least:.0f} of its floor ({least * 1000:.0f} µs)")
    kinds = {
        "sports": ("merrow-70-200", 11.0),
        "wildlife": ("merrow-500", 13.0),
        "night_sky": ("oxwick-20", -7.0),
        "street": ("merrow-24-70", 9.0),
        "wedding": ("merrow-24-70", 6.0),
        "portrait": ("merrow-85", 8.0),
    }
    stops = []
    for genre, (lens, ev100) in kinds.items():
        case = SituationForm.model_validate({"genre": genre, "body": "merrow-swift-20", "lens": lens, "light": {"ev100": ev100}}).value()
        made_there = advise(case)
        stops.append(configure(case, made_there))
    menus, setups = Menus(words), [stop.values for stop in stops]

    def changes() -> int:
        return sum(one.get(slug) != value for one in setups for other in setups for slug, value in other.items())

    banks = situation.body.traits.all_banks
    for count in (3, len(stops)):
        day = stops[:count]
        least, whole = in_turns(changes, lambda day=day: slots_of_a_day(day, menus, banks), rounds=15)
        print(
            f"slots, {count} kinds of work, {banks[0].slots} slots: {whole:.1f} ms, {whole / least:.0f} of its floor ({least * 1000:.0f} µs)"
        )
    around = made.around
    facts = facts_of(situation, setup, around.tokens)
    hours = [
        Hour("one", facts, around.tokens, made.values, 300.0),
        Hour("two", facts, around.tokens, {**made.values, "drive_mode": "single"}, 300.0),
    ]
    controls = situation.body.traits.under_fingers

    def look() -> int:
        return sum(function.often > 0 for function in FUNCTIONS for control in controls for _ in control.uses)

    least, whole = in_turns(look, lambda: roles_of(hours, controls), rounds=20)
    given = roles_of(hours, controls).given
    print(f"controls: {len(controls)} of them, {len(given)} roles given: {whole:.1f} ms, {whole / least:.0f} of its floor")


def frames() -> None:
    """A frame of 960 x 640 at the full chain, a coarse one, and one that differs in ISO; floor: Gaussian noise and three blurs."""
    shape = (640, 960, 3)
    ground = np.ones(shape, np.float32)
    rng = np.random.default_rng(1)

    def least() -> None:
        noisy = ground + 0.01 * rng.standard_normal(shape, dtype=np.float32)
        for sigma in (2, 4, 8):
            noisy = cv2.GaussianBlur(noisy, (0, 0), sigma)

    for raw in (CASES["sports"], {**CASES["noise on a rung"], "light": {"condition": "lamps_and_window"}}, CASES["night sky"]):
        situation = SituationForm.model_validate(raw).value()
        shot = shot_of(situation, advise(situation))
        apertures = itertools.count()

        def full(width: int = 960, shot: Shot = shot, turns: Iterator[int] = apertures) -> bytes:
            return as_jpeg(picture(exposed(shot, aperture_stops=0.01 * (next(turns) % 50)), Look.FINDER, width))

        def iso(shot: Shot = shot, turns: Iterator[int] = apertures) -> bytes:
            return as_jpeg(picture(exposed(shot, iso_stops=0.01 * (next(turns) % 50)), Look.FINDER, 960))

        ground_ms, full_ms, coarse_ms, iso_ms = in_turns(least, full, lambda full=full: full(320), iso, rounds=9)
        print(f"frame, {shot.scene.title}: {full_ms:.0f} ms, {full_ms / ground_ms:.1f} of its floor ({ground_ms:.0f} ms)")
        print(f"  coarse {coarse_ms:.0f} ms, another ISO {iso_ms:.0f} ms")


def on_scene() -> None:
    """Metering another framing, every range and every set of a scene; floor: blurring its map once for every reading, exposure or frame."""
    raw = {**CASES["noise on a rung"], "light": {"condition": "lamps_and_window"}}
    situation = SituationForm.model_validate(raw).value()
    setup = advise(situation)
    shot, tones = shot_of(situation, setup), map_of(situation)
    turns = itertools.count(1)

    def least(times: int) -> Callable[[], None]:
        return lambda: [cv2.GaussianBlur(tones.luminance, (0, 0), 3) for _ in range(times)] and None

    def framed() -> None:
        there = replace(situation, motion=replace(situation.motion, distance_m=6 + next(turns) / 1000))
        seen = metered(there)
        for pattern in Pattern:
            seen.read(pattern)
        seen.spot(0.0, there.holds_above)

    holds = must_hold(situation, tones)
    weighed = len(ways_of(situation, tones, holds))
    covers = covers_on(situation, shot, tones)
    plain = fewest(covers)
    cases: dict[str, tuple[int, Callable[[], Any]]] = {
        "four patterns and a spot, another framing": (4 * 21, framed),
        f"range, {weighed} exposures": (weighed, lambda: ways_of(situation, tones, holds)),
        f"sets, {len(covers)} offers at 25 middles": (25 * sum(c.offer.frames for c in covers), lambda: covers_on(situation, shot, tones)),
        "the set that noise would choose": (100, lambda: optimal(situation, setup, shot, tones, plain)),
    }
    for name, (times, call) in cases.items():
        ground, whole = in_turns(least(times), call, rounds=9)
        print(f"on the scene, {name}: {whole:.1f} ms, {whole / ground:.1f} of its floor ({ground:.1f} ms)")


def following() -> None:
    """The search over every way of following; floor: ten additions of arrays of its size at each reading, nothing decided."""
    situation = SituationForm.model_validate(CASES["sports"]).value()
    setup = advise(situation)
    distances = itertools.count(1)
    offered = Offered(tuple(row.slug for row in AREAS), looks=(True,))
    asked = chase_of(situation, setup.exposure.aperture, setup.shutter_type, setup.facts["rate"])
    readings = round((BEFORE_S + BURST_S) * asked.updates_s)
    loops = len({way[:3] for way in offered.ways()})
    first, more = (np.zeros((ways, bursts), np.float32) for ways, bursts in ((loops, FIRST), (MOST_LEFT, MORE)))

    def least() -> None:
        for _ in range(10 * readings):
            np.add(first, 1.0, out=first)
            np.add(more, 1.0, out=more)

    def search() -> None:
        searched(replace(asked, distance_m=asked.distance_m + next(distances) / 1000), offered)

    ground, whole = in_turns(least, search, rounds=9)
    print(
        f"following, {len(offered.ways())} ways through {FIRST} bursts and the best through {MORE} more: {whole:.0f} ms, {whole / ground:.1f} of its floor ({ground:.0f} ms)"
    )


def programs() -> None:
    """The search over a body's programs and all their limits; floor: each of them replayed once over the ladder, nothing compared."""
    course = steps.decided(SituationForm.model_validate(CASES["sports"]).value())
    ladder, offered = course.solved, tuple(found.program for found in course.programs)
    others = itertools.count(1)

    def least() -> None:
        for one in offered:
            left_alone(ladder, one)

    def search() -> None:  # other limits each time: a search that was asked lately is kept
        one = next(others)
        followed_by(ladder, tuple(replace(program, slowest=-one) for program in offered), 2.0, 1.0)

    ground, whole = in_turns(least, search)
    print(f"programs, {len(offered)} with all their limits: {whole:.1f} ms, {whole / ground:.1f} of its floor ({ground:.2f} ms)")


def pictures() -> None:
    """Reading pictures of a hundred megapixels as light; floor: the same library decoding the same file, and nothing else."""
    from PIL import Image

    tile = np.random.default_rng(1).integers(0, 255, (865, 1155, 3), np.uint8)
    large = np.tile(tile, (10, 10, 1))
    with tempfile.TemporaryDirectory() as folder:
        jpeg, png = Path(folder) / "large.jpg", Path(folder) / "large.png"
        cv2.imwrite(str(jpeg), large, [cv2.IMWRITE_JPEG_QUALITY, 80])
        cv2.imwrite(str(png), np.full_like(large, 118), [cv2.IMWRITE_PNG_COMPRESSION, 1])
        floors: dict[Path, Callable[[], Any]] = {jpeg: lambda: Image.open(jpeg).load(), png: lambda: cv2.imread(str(png))}
        for path, least in floors.items():
            ground, whole = in_turns(least, lambda path=path: picture_light(str(path)), rounds=3)
            print(
                f"a picture of {large.shape[0] * large.shape[1] / 1e6:.0f} megapixels, {path.suffix}: {whole:.0f} ms, {whole / ground:.2f} of its floor ({ground:.0f} ms)"
            )


def frames_back() -> None:
    """A frame of 24 megapixels that came back, with its process; floor: its data read, and its picture decoded at an eighth. Then a thousand beside their plan, and what
    five thousand judged ones tell; floor: reading every figure of them once."""
    from PIL import Image

    lots = np.random.default_rng(1)
    large = np.tile(lots.integers(0, 255, (400, 600, 3), np.uint8), (10, 10, 1))
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "frame.jpg"
        cv2.imwrite(str(path), large, [cv2.IMWRITE_JPEG_QUALITY, 90])

        def least() -> None:
            exiv2.ImageFactory.open(str(path)).readMetadata()
            image = Image.open(path)
            image.draft("RGB", (400, 267))
            image.load()

        ground, whole = in_turns(least, lambda: came_back(str(path)), rounds=10)
        print(f"a frame of 24 megapixels that came back: {whole:.0f} ms, {whole / ground:.1f} of its floor ({ground:.0f} ms)")
    setup = advise(SituationForm.model_validate({**CASES["sports"], "lens": "merrow-70-200"}).value())
    levels = [setup.ladder[k] for k in lots.integers(0, len(setup.ladder), 1000)]
    shot = [Frame(10.0 * k, at.shutter_s, at.aperture, at.iso, None, -0.3, 0.0, bool(k % 3)) for k, at in enumerate(levels)]
    stops, pictures = np.round(lots.uniform(0, 7, 5000) * 3) / 3, lots.integers(0, 20, 5000)
    kept = lots.random(5000) < 0.6 / (1 + np.exp(stops - 4))
    rows = list(zip(stops.tolist(), kept.tolist(), strict=True))
    for name, ground_of, work in (
        ("a thousand frames beside their plan", lambda: [frame.exposed_ev for frame in shot], lambda: beside(setup, shot)),
        ("what five thousand judged frames tell", lambda: sum(value for value, yes in rows if yes), lambda: fall_of(stops, kept, pictures)),
    ):
        ground, whole = in_turns(ground_of, work, rounds=10)
        print(f"{name}: {whole:.0f} ms, {whole / ground:.0f} of its floor ({ground:.2f} ms)")


def nights() -> None:
    """A year of nights looked through for the galaxy's core; floor: the library asked for sun and moon four times a day."""
    begins = dt.date(2027, 6, 12)

    def least() -> float:
        told = 0.0
        for k in range(4 * 366):
            for body in (ephem.Sun(), ephem.Moon()):
                body.compute(ephem.Date(begins) + k / 4)
                told += float(body.g_ra)
        return told

    ground, whole = in_turns(least, lambda: waiting_for("core", begins, 365, 54.4, 0.6, 60), rounds=8)
    one = in_turns(least, lambda: night_over(begins, 54.4, 0.6, 60), rounds=8)[1]
    print(f"a year of nights: {whole:.0f} ms, {whole / ground:.1f} of its floor ({ground:.0f} ms); one night {one:.1f} ms")


def skies() -> None:
    """A night scene under the sky of another minute each time, and what is told of it; floor: the same frame under its invented sky, drawn anew."""
    clear, hour = light_from_condition("moonless"), itertools.count()
    over = (Overhead(54.4, 0.6, f"2027-01-{1 + k // 1440:02}T{k // 60 % 24:02}:{k % 60:02}") for k in hour)
    given = SituationForm.model_validate(CASES["night sky"]).value()
    setup = advise(given)
    turns = itertools.count()

    def drawn(overhead: Overhead | None) -> None:
        shot = shot_of(replace(given, light=clear, overhead=overhead), setup)
        picture(exposed(shot, aperture_stops=next(turns) / 997), Look.FINDER, 960)

    def told() -> None:
        if found := night_frame(replace(given, light=clear, overhead=next(over)), setup):
            _ = around(next(over)), found.schools, found.faintest(), found.isos, found.under_moon(21.5)

    ground, whole, page = in_turns(lambda: drawn(None), lambda: drawn(next(over)), told, rounds=12)
    print(
        f"a night scene under its sky: {whole:.0f} ms, {whole / ground:.1f} of its floor ({ground:.0f} ms); what is told of it {page:.0f} ms"
    )


def memory_mb(pid: int) -> float:
    """Proportional memory of a process and its children, in megabytes."""
    children = Path(f"/proc/{pid}/task/{pid}/children").read_text().split()
    lines = Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines()
    own = next(int(line.split()[1]) for line in lines if line.startswith("Pss:")) / 1024
    return own + sum(memory_mb(int(child)) for child in children)


def round_trip() -> None:
    """The API over the computation, cold start and memory of the production server."""
    with tempfile.TemporaryDirectory() as folder:
        env = demo_environment(Path(folder) / "bench.sqlite3")
        quiet([str(PYTHON), "manage.py", "migrate", "-v0"], BACKEND, "making a database", env)
        quiet([str(PYTHON), "manage.py", "load_demo", "--password=for-this-bench-9"], BACKEND, "loading the demo", env)
        held = listening()
        port = port_of(held)
        start = time.perf_counter()
        process = started(server(held), BACKEND, env)
        held.close()
        try:
            wait_until_up(process, port)
            print(f"cold start to the first answer {time.perf_counter() - start:.2f} s")
            posts(port)
            print(f"server memory {memory_mb(process.pid):.0f} MB with two workers")
        finally:
            process.terminate()
            process.wait()


def posts(port: int) -> None:
    """What the bench asks at a keystroke against the same computation without a server, taken in turns; no question is asked twice."""
    light = itertools.count(11_000_000)
    connection = http.client.HTTPConnection("127.0.0.1", port)
    headers = {"Content-Type": "application/json", "X-CSRFToken": "t" * 32, "Cookie": f"csrftoken={'t' * 32}"}

    def send(method: str, path: str, asked: Any = None) -> Any:
        connection.request(method, path, None if asked is None else json.dumps(asked), headers)
        answer = connection.getresponse()
        told = answer.read()
        if answer.status != 200:
            raise RuntimeError(f"the API answered {answer.status} to {path}")
        for session in re.findall(r"sessionid=[^;]+", ", ".join(answer.headers.get_all("Set-Cookie", []))):
            headers["Cookie"] = f"csrftoken={headers['X-CSRFToken']}; {session}"
        return json.loads(told)

    send("POST", "/api/demo", {"name": "demo.ilse"})
    day = send("GET", "/api/outings")[0]
    document = send("GET", f"/api/situations/{day['situations'][3]['id']}")["document"]

    def moved(**changes: Any) -> dict[str, Any]:
        return {"outing": day["id"], "document": document | {"light": {"ev100": next(light) / 1_000_000}} | changes}

    def question() -> dict[str, Any]:
        return CASES["sports"] | {"light": {"ev100": next(light) / 1_000_000}}

    calls: dict[str, Callable[[], Any]] = {
        "the same computation without a server": lambda: setup_of(SituationForm.model_validate(question())).model_dump_json(),
        "the whole setup, with kit in full": lambda: send("POST", "/api/advise", question()),
        "figures at a keystroke": lambda: send("POST", "/api/bench/figures?at_once=true", moved()),
        "figures of another framing": lambda: send(
            "POST", "/api/bench/figures?at_once=true", moved(motion={"distance_m": 20 + next(light) % 1000 / 100})
        ),
        "what follows them, simulated": lambda: send("POST", "/api/bench/figures", moved(motion={"distance_m": 20 + next(light) % 1000})),
        "the ruler of distance, drawn": lambda: send(
            "POST",
            "/api/rehearse/distance",
            {"situation": moved(motion={"focus_m": 20 + next(light) % 1000 / 10}, settings={"focus_mode": "manual"})},
        ),
    }
    found: dict[str, list[float]] = {name: [] for name in calls}
    for k in range(205):
        for name, call in calls.items():
            start = time.perf_counter()
            call()
            if k >= 5:
                found[name].append((time.perf_counter() - start) * 1000)
    print("API round trip")
    for name, times in found.items():
        print(f"  {name} {statistics.median(times):.1f} ms, 95th percentile {late(times):.1f} ms")


def late(times: list[float]) -> float:
    """The 95th percentile."""
    return statistics.quantiles(times, n=20)[-1]


if __name__ == "__main__":
    computation()
    configuration()
    menus()
    loading()
    frames()
    on_scene()
    following()
    programs()
    pictures()
    frames_back()
    nights()
    skies()
    round_trip()

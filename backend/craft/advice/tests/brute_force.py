"""The comparison of MODEL 8 written a second time, in plain loops; it shares no code with the solver."""

from __future__ import annotations

import math
from itertools import product

MUST_HOLD = ("shake", "freeze", "motion_blur", "depth", "separation", "noise", "iso")


def near(value: float) -> float:
    return round(value, 7)


def shortfalls(x: float, n: float, s: float, under: float, over: float, asks: dict) -> dict[str, float]:
    """Stops short of each intent that is asked; x, n, s are true stops."""
    short = {"brightness": under, "iso": max(0.0, s - asks["iso"])}
    if "freeze" in asks:
        short["freeze"] = max(0.0, asks["freeze"] - x)
    if "shake" in asks:
        short["shake"] = max(0.0, asks["shake"] - x)
    if "motion_blur" in asks:
        short["motion_blur"] = max(0.0, x - asks["motion_blur"])
    if "depth" in asks:
        short["depth"] = max(0.0, asks["depth"][0] - n, n - asks["depth"][1])
    if "separation" in asks:
        short["separation"] = max(0.0, n - asks["separation"])
    if "noise" in asks:
        short["noise"] = max(0.0, s + under - over - asks["noise"])
    return short


def vector(short: dict[str, float], over: float, rungs: list[tuple[str, float]]) -> list[float]:
    """The entries, most significant first."""
    last = {intent: k for k, (intent, _) in enumerate(rungs)}
    cost = [over]
    cost += [short.get(intent, 0.0) for intent in MUST_HOLD if intent not in last]
    for intent in sorted(last, key=lambda name: last[name], reverse=True):
        if intent != "brightness":
            cost.append(max(0.0, short.get(intent, 0.0) - sum(share for name, share in rungs if name == intent)))
    cost.append(max(0.0, short["brightness"] - sum(share for name, share in rungs if name == "brightness")))
    for k in range(len(rungs) - 1, -1, -1):
        intent, share = rungs[k]
        before = sum(other for name, other in rungs[:k] if name == intent)
        cost.append(min(max(short.get(intent, 0.0) - before, 0.0), share) if math.isfinite(before) else 0.0)
    return cost


def best(
    times: list[tuple[int, float]],
    apertures: list[tuple[int, float]],
    isos: list[tuple[int, float]],
    per_stop: int,
    target: int,
    asks: dict,
    rungs: list[tuple[str, float]],
    n_best: float,
    forbidden: set[tuple[int, int, int]] = frozenset(),
) -> tuple[tuple[int, int, int], list[float]]:
    """The winning positions and their vector; each dial is a list of (position, true stops)."""
    winner, least = None, None
    for (kx, x), (kn, n), (ks, s) in product(times, apertures, isos):
        if (kx, kn, ks) in forbidden:
            continue
        gap = (kx + kn - ks - target) / per_stop
        under, over = max(0.0, gap), max(0.0, -gap)
        cost = vector(shortfalls(x, n, s, under, over, asks), over, rungs)
        rank = [near(value) for value in (*cost, abs(n - n_best), s, -n, -x)]
        if least is None or rank < least:
            winner, least = (kx, kn, ks), rank
    assert winner is not None and least is not None
    return winner, least[:-4]

"""The comparison of the solver written a second time, over every candidate at once; it shares no code with the solver."""

from __future__ import annotations

import math

import numpy as np

MUST_HOLD = ("shake", "freeze", "motion_blur", "depth", "separation", "noise", "iso")


def shortfalls(x: np.ndarray, n: np.ndarray, s: np.ndarray, gap: np.ndarray, asks: dict) -> dict[str, np.ndarray]:
    """Stops short of each intent that is asked; x, n, s are true stops, gap is what is too dark."""
    short = {"brightness": np.maximum(0.0, gap), "iso": np.maximum(0.0, s - asks["iso"])}
    if "freeze" in asks:
        short["freeze"] = np.maximum(0.0, asks["freeze"] - x)
    if "shake" in asks:
        short["shake"] = np.maximum(0.0, asks["shake"] - x)
    if "motion_blur" in asks:
        short["motion_blur"] = np.maximum(0.0, x - asks["motion_blur"])
    if "depth" in asks:
        short["depth"] = np.maximum(0.0, np.maximum(asks["depth"][0] - n, n - asks["depth"][1]))
    if "separation" in asks:
        short["separation"] = np.maximum(0.0, n - asks["separation"])
    if "noise" in asks:
        short["noise"] = np.maximum(0.0, s + gap - asks["noise"])
    return short


def vector(short: dict[str, np.ndarray], over: np.ndarray, rungs: list[tuple[str, float]]) -> list[np.ndarray]:
    """The entries, most significant first."""
    nothing = np.zeros(1)
    last = {intent: k for k, (intent, _) in enumerate(rungs)}
    cost = [over]
    cost += [short.get(intent, nothing) for intent in MUST_HOLD if intent not in last]
    for intent in sorted(last, key=lambda name: last[name], reverse=True):
        if intent != "brightness":
            cost.append(np.maximum(0.0, short.get(intent, nothing) - sum(share for name, share in rungs if name == intent)))
    cost.append(np.maximum(0.0, short["brightness"] - sum(share for name, share in rungs if name == "brightness")))
    for k in range(len(rungs) - 1, -1, -1):
        intent, share = rungs[k]
        before = sum(other for name, other in rungs[:k] if name == intent)
        gave = np.minimum(np.maximum(short.get(intent, nothing) - before, 0.0), share)
        cost.append(gave if math.isfinite(before) else nothing)
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
    dials = (times, apertures, isos)
    kx, kn, ks = np.meshgrid(*([k for k, _ in dial] for dial in dials), indexing="ij")
    x, n, s = np.meshgrid(*([stops for _, stops in dial] for dial in dials), indexing="ij")
    gap = (kx + kn - ks - target) / per_stop
    cost = vector(shortfalls(x, n, s, gap, asks), np.maximum(0.0, -gap), rungs)
    left = np.ones(gap.shape, dtype=bool)
    for here in forbidden:
        left &= ~((kx == here[0]) & (kn == here[1]) & (ks == here[2]))
    assert left.any()
    least = []
    for entry in (*cost, np.abs(n - n_best), s, -n, -x):
        values = np.broadcast_to(entry, gap.shape).round(7)
        least.append(float(values[left].min()))
        left &= values == least[-1]
    at = tuple(np.argwhere(left)[0])
    return (int(kx[at]), int(kn[at]), int(ks[at])), least[:-4]

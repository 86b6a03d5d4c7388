"""How the values of settings are written."""

from __future__ import annotations

from craft.scales.series import Dial, label
from craft.vocabulary.setting import Setting, Unit, Value

_WORDS = {
    "srgb": "the space every screen knows",
    "wide": "wide",
    "as_sensor": "as the sensor",
    "as_made": "as made",
    "as_found": "as found",
    "iso": "ISO",
    "none": "none",
    "small": "small",
    "raw": "raw",
    "both": "both",
    "rendered": "finished",
    "right_is_more": "right is more",
}
"""Tokens that do not read well with spaces for underscores."""

_SUFFIX = {
    Unit.SECONDS: " s",
    Unit.STOPS: " stops",
    Unit.KELVIN: " K",
    Unit.COUNT: "",
    Unit.PER_SECOND: " a second",
    Unit.MILLIMETRES: " mm",
}

_DIALS = {"shutter_time": Dial.TIME, "iso_slowest_shutter": Dial.TIME, "aperture": Dial.APERTURE}


def say_value(setting: Setting, value: Value) -> str:
    """A value as a person reads it.

    >>> from craft.vocabulary.settings import setting_for
    >>> say_value(setting_for("shutter_time"), 0.002), say_value(setting_for("bracket_step"), 1.3333)
    ('1/500', '1.33 stops')
    >>> say_value(setting_for("priority_single"), "focus"), say_value(setting_for("file_format"), "rendered")
    ('focus', 'finished')
    """
    if isinstance(value, str):
        return _WORDS.get(value, value.replace("_", " "))
    if setting.slug in _DIALS:
        return label(_DIALS[setting.slug], value)
    if setting.unit is Unit.ISO:
        return label(Dial.ISO, value)
    number = f"{round(value, 2):g}"
    if setting.unit is Unit.STOPS and value == 0:
        return "none" if setting.lowest >= 0 else "0"
    if setting.unit is Unit.STOPS and abs(value) == 1:
        return f"{number} stop"
    if setting.unit is Unit.MILLIMETRES and value == 0:
        return "none typed"
    return number + _SUFFIX.get(setting.unit, "")

"""All settings, in the order in which one sets them, and by slug."""

from __future__ import annotations

from craft.errors import CraftError
from craft.vocabulary.data_files import FILE_SETTINGS
from craft.vocabulary.exposing import EXPOSURE_SETTINGS
from craft.vocabulary.focusing import FOCUS_SETTINGS
from craft.vocabulary.handling import HANDLING_SETTINGS
from craft.vocabulary.setting import Group, Setting

_ORDER = {group: k for k, group in enumerate(Group)}

SETTINGS: tuple[Setting, ...] = tuple(
    sorted((*EXPOSURE_SETTINGS, *FILE_SETTINGS, *FOCUS_SETTINGS, *HANDLING_SETTINGS), key=lambda setting: _ORDER[setting.group])
)

BY_SLUG: dict[str, Setting] = {setting.slug: setting for setting in SETTINGS}


def setting_for(slug: str) -> Setting:
    """The setting of a slug.

    Raises
    ------
    CraftError : there is none; names those that begin alike.

    >>> setting_for("grid").label
    'grid'
    """
    if slug in BY_SLUG:
        return BY_SLUG[slug]
    near = [known for known in BY_SLUG if known[:3] == slug[:3]] or list(BY_SLUG)[:6]
    raise CraftError(f"“{slug}” is not a setting; near it: {', '.join(near)}", ("settings", slug))

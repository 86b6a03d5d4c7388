"""The entry of a stand-in's process."""

from __future__ import annotations

import os
from pathlib import Path

from django.core.wsgi import get_wsgi_application

from forms.dialect_form import DialectForm
from forms.outing_form import OutingFile
from forms.reading import read_json
from simulators.body import settings
from simulators.body.filled import thing_of
from simulators.body.plugged import plug
from simulators.body.thing import Thing


def told() -> Thing:
    """The body that the environment tells of."""
    day = OutingFile.model_validate(read_json(Path(settings.DAY).read_bytes()))
    words = DialectForm.model_validate(read_json(Path(settings.WORDS).read_bytes())) if settings.WORDS else None
    held = read_json(Path(settings.HELD).read_bytes()) if settings.HELD else None
    return thing_of(day, settings.SLUG, words, held, code=settings.CODE)


os.environ["DJANGO_SETTINGS_MODULE"] = "simulators.body.settings"
application = get_wsgi_application()
plug(told)

"""The body's small HTTP interface: what a link may do, and what hands do to it."""

from __future__ import annotations

import time
from collections.abc import Iterator
from typing import Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import NinjaAPI, Router
from ninja.security import HttpBearer

from forms.link_form import (
    CardSaid,
    FileName,
    FireAsked,
    FrameSaid,
    FramesSaid,
    HeldSaid,
    KeepAsked,
    PairAsked,
    PairSaid,
    RefusedSaid,
    SettingsSaid,
    SlotSaid,
    SlotsSaid,
    StateSaid,
    WhoSaid,
    WriteAsked,
    WriteSaid,
    WritesAsked,
    WritesSaid,
)
from simulators.body.hands import hands
from simulators.body.holds import RefusedError
from simulators.body.plugged import thing
from simulators.body.thing import File, GoneError

WRITE_S = 0.012
"""Seconds that a body takes for a value that it is sent."""
PAGE = 100
PART = 1 << 16
HEARTBEAT_S = 5.0


class Paired(HttpBearer):
    """Who carries a token that pairing gave."""

    def authenticate(self, request: HttpRequest, token: str) -> str | None:
        """The token, where it is one of ours."""
        return token if token in thing().tokens else None


api = NinjaAPI(title="A body to plug in", version="1", docs_url="/docs", urls_namespace="body")
link = Router(tags=["link"], auth=Paired())
REFUSED = {409: RefusedSaid, 403: RefusedSaid}


@api.exception_handler(RefusedError)
def refused(request: HttpRequest, error: RefusedError) -> HttpResponse:
    """What the body does not do, and why."""
    return api.create_response(request, {"detail": error.why}, status=409)


@api.exception_handler(GoneError)
def gone(request: HttpRequest, error: GoneError) -> HttpResponse:
    """Nothing more is said."""
    return api.create_response(request, {"detail": "out of reach"}, status=503)


@link.get("/who", response=WhoSaid, auth=None)
def who(request: HttpRequest) -> WhoSaid:
    """Who answers."""
    it = thing()
    return WhoSaid(name=it.settings.body.name, serial=it.serial, firmware=it.firmware, simulated=True)


@link.post("/pair", response={200: PairSaid, **REFUSED}, auth=None)
def pair(request: HttpRequest, asked: PairAsked) -> PairSaid:
    """Make a link, with the code that stands on the body's screen."""
    return PairSaid(token=thing().pair(asked.code))


@link.get("/settings", response=SettingsSaid)
def settings(request: HttpRequest) -> SettingsSaid:
    """Everything that it holds."""
    it = thing()
    with it.lock:
        shut = it.settings.closed()
        return SettingsSaid(settings=[_held(slug, shut.get(slug, "")) for slug in it.settings.values])


def _held(slug: str, shut: str) -> HeldSaid:
    it = thing().settings
    return HeldSaid(setting=slug, value=it.values[slug], label=it.label(slug), word=it.word(slug), closed=shut)


@link.get("/settings/{slug}", response={200: HeldSaid, 409: RefusedSaid})
def setting(request: HttpRequest, slug: str) -> HeldSaid:
    """One setting."""
    it = thing().settings
    if slug not in it.values:
        raise RefusedError("there is no such item on this body")
    return _held(slug, it.closed().get(slug, ""))


@link.put("/settings", response=WritesSaid)
def write(request: HttpRequest, asked: WritesAsked) -> WritesSaid:
    """Set several, in this order; one that is refused leaves the others as they are."""
    return WritesSaid(writes=[_written(one) for one in asked.writes])


def _written(asked: WriteAsked) -> WriteSaid:
    it = thing()
    time.sleep(WRITE_S)
    try:
        return WriteSaid(setting=asked.setting, value=it.write(asked.setting, asked.value))
    except RefusedError as error:
        held = it.settings.values.get(asked.setting)
        return WriteSaid(setting=asked.setting, value=held, refused=error.why, nearest=error.nearest)


@link.get("/slots", response=SlotsSaid)
def slots(request: HttpRequest) -> SlotsSaid:
    """What its slots bring back."""
    return SlotsSaid(slots=[_slot(*at) for at in thing().settings.slots])


def _slot(bank: int, number: int) -> SlotSaid:
    kept = thing().settings.kept.get((bank, number))
    return (
        SlotSaid(bank=bank, number=number)
        if kept is None
        else SlotSaid(bank=bank, number=number, title=kept.title, values=dict(kept.values))
    )


@link.put("/slots/{bank}/{number}", response={200: SlotSaid, 409: RefusedSaid})
def keep(request: HttpRequest, bank: int, number: int, asked: KeepAsked) -> SlotSaid:
    """Keep what it holds now in a slot."""
    thing().keep(bank, number, asked.title)
    return _slot(bank, number)


@link.delete("/slots/{bank}/{number}", response={200: SlotSaid, 409: RefusedSaid})
def empty(request: HttpRequest, bank: int, number: int) -> SlotSaid:
    """Keep nothing in a slot any more: it brings back how the body leaves the box."""
    thing().empty(bank, number)
    return _slot(bank, number)


@link.post("/slots/{bank}/{number}", response={200: SlotSaid, 409: RefusedSaid})
def turn(request: HttpRequest, bank: int, number: int) -> SlotSaid:
    """Turn to a slot."""
    thing().turn(bank, number)
    return _slot(bank, number)


@link.get("/state", response=StateSaid)
def state(request: HttpRequest) -> StateSaid:
    """How it is."""
    it = thing()
    with it.lock:
        frames, seconds = it.burst()
        return StateSaid(
            battery=it.battery,
            cards=[CardSaid.model_validate({"state": card.state, "frames": max(0, card.room - len(card.files))}) for card in it.cards],
            burst=frames,
            burst_s=seconds,
            slot=_slot(*it.settings.turned) if it.settings.turned else None,
            clock=it.clock(),
            asleep=it.asleep,
            lens=it.settings.lens.name,
            newest=next((file.name for file in reversed(list(it.listed())) if file.name.endswith(".JPG")), ""),
            celsius=it.celsius,
            firmware=it.firmware,
        )


@link.post("/fire", response={200: FramesSaid, 409: RefusedSaid})
def fire(request: HttpRequest, asked: FireAsked) -> FramesSaid:
    """Press the release."""
    return FramesSaid(frames=[_said(file) for file in thing().fire(asked.frames)])


def _said(file: File) -> FrameSaid:
    return FrameSaid(name=file.name, taken_at=file.at)


@link.get("/frames", response=FramesSaid)
def frames(request: HttpRequest, after: str = "") -> FramesSaid:
    """Files on its cards, the oldest first, a hundred at a time."""
    found = list(thing().listed(after))
    return FramesSaid(frames=[_said(file) for file in found[:PAGE]], more=len(found) > PAGE)


@link.get("/frames/{name}", openapi_extra={"responses": {200: {"content": {"application/octet-stream": {}}}}})
def content(request: HttpRequest, name: FileName) -> HttpResponse | StreamingHttpResponse:
    """One file."""
    it = thing()
    data = it.content(name)
    answer = StreamingHttpResponse(_parts(data), content_type="application/octet-stream")
    answer["Content-Length"] = str(len(data))
    return answer


def _parts(data: bytes) -> Iterator[bytes]:
    """A file in parts; where the link drops, it ends before its end."""
    it = thing()
    ends, it.drops_after = it.drops_after, None
    for start in range(0, len(data), PART):
        if ends is not None and start + PART > ends:
            return
        yield data[start : start + PART]


@link.delete("/frames/{name}", response={204: None, 409: RefusedSaid})
def delete(request: HttpRequest, name: FileName) -> tuple[int, None]:
    """Take a file off its card."""
    thing().delete(name)
    return 204, None


@link.get("/events", openapi_extra={"responses": {200: {"content": {"text/event-stream": {}}}}})
def events(request: HttpRequest, after: int = 0) -> StreamingHttpResponse:
    """What happens, as it happens (server-sent events)."""
    return StreamingHttpResponse(_told(after), content_type="text/event-stream")


def _told(after: int) -> Iterator[bytes]:
    while True:
        found = thing().events_after(after, HEARTBEAT_S)
        for event in found:
            after = event.number
            yield f"id: {event.number}\nevent: {event.what}\ndata: {event.words}\n\n".encode()
        if not found:
            yield b": still here\n\n"


api.add_router("/link", link)
api.add_router("/hand", hands)


def description() -> dict[str, Any]:
    """What it understands, as OpenAPI."""
    return dict(api.get_openapi_schema(path_prefix="/"))

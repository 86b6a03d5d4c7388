"""Speaking to a body over its link: calls with an end, answers that are read strictly and no larger than they may be."""

from __future__ import annotations

import ipaddress
import re
from collections.abc import Iterable
from hashlib import sha256
from typing import IO, Any, TypeVar

import httpx
from pydantic import BaseModel, ValidationError

from craft.vocabulary.setting import Value
from forms.link_form import (
    FramesSaid,
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
    WritesAsked,
    WritesSaid,
)
from forms.problems import InputError, Problem

CONNECT_S, ANSWER_S = 0.8, 4.0
"""How long a body may take to be there, and for each answer: whoever waits is a page."""
FILE_S = 20.0
"""And between two parts of a file."""
LARGEST_ANSWER = 2_000_000
ADDRESS = re.compile(r"\A(?:http://)?(\[[0-9a-fA-F:]+\]|[0-9.]+|localhost):([0-9]{1,5})/?\Z")
HIGHEST_PORT = 65535
Answer = TypeVar("Answer", bound=BaseModel)


class UnreachedError(Exception):
    """A body does not answer, or not as one does."""


class BodyRefusedError(Exception):
    """A body does not do what it was asked, and why."""


def checked(address: str) -> str:
    """An address as it is kept: of this machine, or of the network at hand; nothing out in the world is ever called.

    Raises
    ------
    InputError : it is none of these.

    >>> checked("127.0.0.1:8390"), checked(" http://localhost:8390/ ")
    ('127.0.0.1:8390', '127.0.0.1:8390')
    """
    found = ADDRESS.match(address.strip())
    wrong = InputError([Problem("/address", "a number and a port of this machine or this network is accepted, such as 127.0.0.1:8390")])
    if found is None or not 1 <= int(found[2]) <= HIGHEST_PORT:
        raise wrong
    host = "127.0.0.1" if found[1] == "localhost" else found[1]
    try:
        at = ipaddress.ip_address(host.strip("[]"))
    except ValueError:
        raise wrong from None
    if at.is_link_local or at.is_multicast or at.is_unspecified or not (at.is_loopback or at.is_private):
        raise wrong
    return f"{host}:{found[2]}"


class Speaking:
    """A body that one speaks to; every call may raise `UnreachedError` and `BodyRefusedError`."""

    def __init__(self, address: str, token: str = "") -> None:
        headers = {"Authorization": f"Bearer {token}"} if token else {}
        limits = httpx.Timeout(ANSWER_S, connect=CONNECT_S)
        self._client = httpx.Client(
            base_url=f"http://{address}/link", headers=headers, timeout=limits, trust_env=False, follow_redirects=False
        )

    def __enter__(self) -> Speaking:
        return self

    def __exit__(self, *_: object) -> None:
        self._client.close()

    def _ask(
        self, kind: type[Answer], method: str, path: str, sent: BaseModel | None = None, params: dict[str, str] | None = None
    ) -> Answer:
        body: dict[str, Any] = {} if sent is None else {"json": sent.model_dump(mode="json", exclude_none=True)}
        try:
            with self._client.stream(method, path, params=params, **body) as answer:
                data = b""
                for part in answer.iter_bytes():
                    data += part
                    if len(data) > LARGEST_ANSWER:
                        raise UnreachedError("what answers there says more than a body does")
                return _read(kind, answer.status_code, data)
        except httpx.HTTPError:
            raise UnreachedError("the body does not answer: is it on, and within reach?") from None

    def who(self) -> WhoSaid:
        """Who answers."""
        return self._ask(WhoSaid, "GET", "/who")

    def pair(self, code: str) -> str:
        """The token that the code on its screen is good for."""
        return self._ask(PairSaid, "POST", "/pair", PairAsked(code=code)).token

    def settings(self) -> SettingsSaid:
        """Everything that it holds."""
        return self._ask(SettingsSaid, "GET", "/settings")

    def write(self, values: Iterable[tuple[str, Value]]) -> WritesSaid:
        """Set these, in this order."""
        return self._ask(
            WritesSaid, "PUT", "/settings", WritesAsked(writes=[WriteAsked(setting=slug, value=value) for slug, value in values])
        )

    def keep(self, bank: int, number: int, title: str) -> SlotSaid:
        """Keep what it holds in a slot."""
        return self._ask(SlotSaid, "PUT", f"/slots/{bank}/{number}", KeepAsked(title=title))

    def slots(self) -> SlotsSaid:
        """What its slots bring back."""
        return self._ask(SlotsSaid, "GET", "/slots")

    def empty(self, bank: int, number: int) -> SlotSaid:
        """Keep nothing in a slot any more."""
        return self._ask(SlotSaid, "DELETE", f"/slots/{bank}/{number}")

    def state(self) -> StateSaid:
        """How it is."""
        return self._ask(StateSaid, "GET", "/state")

    def frames(self, after: str) -> FramesSaid:
        """Files on its cards after one of them."""
        return self._ask(FramesSaid, "GET", "/frames", params={"after": after})

    def fetch(self, name: str, into: IO[bytes], largest: int) -> str:
        """Bring a file; its digest. Nothing but the whole file is one: what ends before its end is no answer."""
        size, digest = 0, sha256()
        try:
            with self._client.stream("GET", f"/frames/{name}", timeout=httpx.Timeout(FILE_S, connect=CONNECT_S)) as answer:
                if answer.status_code != httpx.codes.OK:
                    _read(RefusedSaid, answer.status_code, answer.read()[:LARGEST_ANSWER])
                for part in answer.iter_bytes():
                    size += len(part)
                    if size > largest:
                        raise BodyRefusedError(f"{name} is larger than {largest // 1_000_000} MB")
                    into.write(part)
                    digest.update(part)
        except httpx.HTTPError:
            raise UnreachedError(f"the link dropped while {name} was on its way: nothing of it is kept, begin again") from None
        into.flush()
        return digest.hexdigest()


def _read(kind: type[Answer], status: int, data: bytes) -> Answer:
    if status in (httpx.codes.UNAUTHORIZED, httpx.codes.FORBIDDEN):
        raise BodyRefusedError("the body does not know this link any more: pair it again")
    try:
        if status == httpx.codes.CONFLICT:
            raise BodyRefusedError(RefusedSaid.model_validate_json(data).detail)
        if status >= httpx.codes.BAD_REQUEST:
            raise UnreachedError(
                "the body is out of reach" if status == httpx.codes.SERVICE_UNAVAILABLE else "what answers there is no body"
            )
        return kind.model_validate_json(data)
    except ValidationError:
        raise UnreachedError("what answers there does not speak as a body does") from None

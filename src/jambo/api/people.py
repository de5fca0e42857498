"""Who asks, how one signs in, and what a lead does about the people of a crew and the phones that reach this machine."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Protocol

from fastapi import APIRouter, FastAPI, HTTPException, Request, Response
from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from jambo.api.asking import remember, token_of
from jambo.api.gate import LOOPBACK, name_in
from jambo.api.may import may
from jambo.api.shared import LONGEST_NAME, Based, BasedOn, Db, Id, Route, SomeId
from jambo.core.planning.work import Trade
from jambo.jobs import people
from jambo.jobs.people import CodeOut, MeOut, NotForYou, PersonOut, Role

if TYPE_CHECKING:
    import segno

router = APIRouter(prefix="/api", tags=["people"], route_class=Route)

CERTIFICATE = "application/x-x509-ca-cert"
Name = Annotated[str, Field(max_length=LONGEST_NAME)]
Initials = Annotated[str, Field(max_length=8)]
Secret = Annotated[str, Field(max_length=200)]


class Site(Protocol):
    """How phones reach this machine; `app.state.site`."""

    def run_in(self, app: FastAPI) -> None:
        """Answer for an application, in the loop that runs now."""

    async def ended(self) -> None:
        """Close, and wait until it is."""

    def open(self) -> None:
        """Answer on the network of the site."""

    def close(self) -> None:
        """Answer at the machine alone."""

    def addresses(self) -> list[str]:
        """Where phones reach it now; none while it answers at the machine alone."""

    def fingerprint(self) -> str:
        """By what a phone knows that it is this machine."""

    def authority(self) -> bytes | None:
        """The certificate a phone can be told to trust, if it is the machine's own."""


class Me(MeOut):
    """Whoever asks, and the routes they may ask, by method and template."""

    may: list[str]


class PeopleOut(TypedDict):
    """The crew, and where phones reach this Jambo: no address while it answers at this machine alone."""

    people: list[PersonOut]
    addresses: list[str]
    fingerprint: str


class NewPerson(BaseModel):
    """Somebody new; initials are made of the name where none are said."""

    name: Name
    initials: Initials = ""
    role: Role


class Share(BaseModel):
    """A job somebody looks on at; with a trade they see that trade's sheet alone."""

    job: SomeId
    trade: Trade | None = None


class SavePerson(Based, NewPerson):
    """A person as they are to be; `shares` count of one who looks on."""

    shares: Annotated[list[Share], Field(max_length=1000)] = []


class Pairing(BaseModel):
    """A code, as it was typed or scanned, and what the device is called."""

    code: Annotated[str, Field(max_length=40)]
    label: Name = ""


class SignIn(BaseModel):
    """A name with its passphrase, and what the device is called."""

    name: Name
    passphrase: Secret
    label: Name = ""


class NewPassphrase(BaseModel):
    """A passphrase, and the one it takes the place of."""

    passphrase: Secret
    old: Secret = ""


@router.get("/me")
def me(request: Request, db: Db) -> Me:
    """Say who asks, and what they may ask."""
    asker = request.state.asker
    return {**people.me(db, asker), "may": may(asker.role)}


def _address(request: Request) -> str:
    return request.client.host if request.client else "nowhere"


@router.post("/pair", status_code=201)
def pair(request: Request, response: Response, db: Db, said: Pairing) -> None:
    """Sign a device in by a code, which then does no more. 422 for a code that pairs nothing, 429 after too many."""
    remember(request, response, people.pair(db, said.code, said.label, _address(request)))


@router.post("/sign-in", status_code=201)
def sign_in(request: Request, response: Response, db: Db, said: SignIn) -> None:
    """Sign in with a passphrase. 422 where name and passphrase do not belong together, 429 after too many tries."""
    token = people.sign_in(db, said.name, said.passphrase, said.label, _address(request))
    remember(request, response, token)


@router.post("/sign-out", status_code=204)
def sign_out(request: Request, response: Response, db: Db) -> None:
    """Sign out on this device."""
    if token_of(request) and request.state.asker.device is not None:
        people.end_device(db, request.state.asker.device)
    remember(request, response, None)


@router.put("/me/passphrase", status_code=204)
def set_passphrase(request: Request, db: Db, said: NewPassphrase) -> None:
    """Set one's own passphrase. 403 where nobody is signed in, 422 for one that is guessed, or where the old one is another."""
    if request.state.asker.person is None:
        raise NotForYou("at the machine itself nobody has a passphrase; sign in first")
    people.set_passphrase(db, request.state.asker.person, said.passphrase, said.old)


@router.get("/people")
def everybody(request: Request, db: Db) -> PeopleOut:
    """Give the crew, their devices and when these were last seen."""
    return {"people": people.everybody(db), **_reached(request)}


class _Reached(TypedDict):
    addresses: list[str]
    fingerprint: str


def _reached(request: Request) -> _Reached:
    """Where phones reach this Jambo: on the site's network, or where whoever asks reached it."""
    site: Site | None = request.app.state.site
    if site is not None and (there := site.addresses()):
        return {"addresses": there, "fingerprint": site.fingerprint()}
    own = [] if name_in(request.headers["host"]) in LOOPBACK else [f"{request.url.scheme}://{request.headers['host']}"]
    return {"addresses": own, "fingerprint": ""}


@router.post("/people", status_code=201)
def add(request: Request, db: Db, new: NewPerson) -> PeopleOut:
    """Take somebody into the crew. 422 for a name that somebody else has."""
    people.add(db, new.name, new.initials, new.role)
    return everybody(request, db)


@router.put("/people/{person_id}")
def change(request: Request, db: Db, person_id: Id, save: SavePerson) -> PeopleOut:
    """Change somebody. 409 when someone changed them since, 422 where nobody would lead any more."""
    shares = {share.job: share.trade or "" for share in save.shares}
    people.change(db, person_id, save.version, save.name, save.initials, save.role, shares)
    return everybody(request, db)


@router.delete("/people/{person_id}")
def remove(request: Request, db: Db, person_id: Id, version: BasedOn) -> PeopleOut:
    """Take somebody off; every device of theirs is signed out at once. 409 when someone changed them since, 422 for the last lead."""
    people.remove(db, person_id, version)
    return everybody(request, db)


@router.post("/people/{person_id}/code", status_code=201)
def make_code(request: Request, db: Db, person_id: Id) -> CodeOut:
    """Make a code that pairs one phone of somebody, once, within ten minutes."""
    code, until = people.make_code(db, person_id)
    reached = _reached(request)
    there = reached["addresses"]
    picture = picture_of(there[0], code).svg_data_uri(scale=6, border=2) if there else None
    return {"code": code, "until": until, "picture": picture, **reached}


def picture_of(address: str, code: str) -> segno.QRCode:
    """The picture a phone is pointed at; the code stands behind the #, which no browser sends."""
    import segno

    return segno.make(pairing_address(address, code), micro=False)


def pairing_address(address: str, code: str) -> str:
    """Where a phone pairs itself."""
    return f"{address}/pair#{code}"


@router.delete("/devices/{device_id}")
def take_back(request: Request, db: Db, device_id: Id) -> PeopleOut:
    """Sign a device out at once, wherever it is."""
    people.end_device(db, device_id)
    return everybody(request, db)


def _site(request: Request) -> Site:
    site: Site | None = request.app.state.site
    if site is None:
        raise NotForYou("this Jambo is reached through a proxy; it opens nothing itself")
    return site


@router.get("/site/authority.pem", response_class=Response, responses={200: {"content": {CERTIFICATE: {}}}})
def authority(request: Request) -> Response:
    """Give the certificate a phone can be told to trust. 404 where there is none of the machine's own."""
    site: Site | None = request.app.state.site
    made = site.authority() if site is not None else None
    if made is None:
        raise HTTPException(404)
    return Response(made, media_type=CERTIFICATE, headers={"content-disposition": 'attachment; filename="jambo.pem"'})


@router.post("/site")
def open_site(request: Request, db: Db) -> PeopleOut:
    """Answer phones on the network of the site. 403 while nobody leads."""
    site = _site(request)
    if not any(person["role"] == "lead" for person in people.everybody(db)):
        raise NotForYou("nobody leads yet: add a lead first, or anybody on the network would be as good as one")
    site.open()
    return everybody(request, db)


@router.delete("/site")
def close_site(request: Request, db: Db) -> PeopleOut:
    """Answer at this machine alone."""
    _site(request).close()
    return everybody(request, db)

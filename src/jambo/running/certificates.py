"""Certificates of the machine's own: an authority that vouches for addresses of a site alone, and what it issues for this machine.

A phone that is told to trust the authority (docs/RUNNING.md) shows no warning, and keeps pages for when the network is away; it can
vouch for nothing on the internet, whoever gets hold of its key.
"""

from __future__ import annotations

import ipaddress
import os
import socket
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

BEFORE, AFTER = (
    timedelta(days=400),
    timedelta(days=420),
)  # a phone whose clock is a year wrong takes it; longer than 825 days none does
RENEWED = timedelta(days=60)  # before it ends
AUTHORITY_YEARS = 10
_SITE = ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8", "100.64.0.0/10")
_Key = ec.EllipticCurvePrivateKey


def names_of_machine() -> list[str]:
    """What this machine is called on a site's network."""
    name = socket.gethostname().partition(".")[0].lower()
    return ["localhost", name, f"{name}.local"] if name != "localhost" else ["localhost"]


class Certificates:
    """The machine's own, in a folder nobody else reads: made at first use, and anew where addresses change or time runs out.

    Args:
        folder: where keys and certificates lie.
    """

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.authority, self.certificate, self.key = (
            folder / name for name in ("authority.pem", "certificate.pem", "certificate.key")
        )

    def issue(self, addresses: Sequence[str], now: datetime | None = None) -> bool:
        """See to it that there is a certificate for these addresses; says whether it is a new one. Raises OSError.

        Args:
            addresses: of this machine, as numbers; now: when, in UTC.
        """
        at = now or datetime.now(UTC)
        self.folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        wanted = {*addresses, *names_of_machine()}
        if self._holds(wanted, at):
            return False
        issuer, issuer_key = self._authority([ipaddress.ip_address(one) for one in addresses], at)
        key = self._kept_key("certificate.key")
        made = (
            _begun(names_of_machine()[-1], issuer.subject, key, at - BEFORE, at + AFTER)
            .add_extension(x509.SubjectAlternativeName(_general(wanted)), critical=False)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
            .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(issuer_key.public_key()), critical=False)
            .sign(issuer_key, hashes.SHA256())
        )
        _write(self.certificate, made.public_bytes(serialization.Encoding.PEM))
        return True

    def _holds(self, wanted: set[str], at: datetime) -> bool:
        """Whether the certificate that lies there is for all of these, and for long enough."""
        made = _read(self.certificate)
        if made is None or not self.key.exists() or _read(self.authority) is None:
            return False
        said = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
        return {str(name.value) for name in said} >= wanted and made.not_valid_after_utc - at > RENEWED

    def _authority(
        self, addresses: Sequence[ipaddress.IPv4Address | ipaddress.IPv6Address], at: datetime
    ) -> tuple[x509.Certificate, _Key]:
        """The authority of this machine: made anew where it may not vouch for an address, or ends soon."""
        key, there = self._kept_key("authority.key"), _read(self.authority)
        nets = [ipaddress.ip_network(net) for net in _SITE]
        other = [ipaddress.ip_network(one) for one in addresses if not any(one in net for net in nets)]
        may = [*nets, *other]
        if there is not None and there.not_valid_after_utc - at > AFTER:
            said = there.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
            if {str(net) for net in may} <= {str(name.value) for name in said}:
                return there, key
        names = [x509.DNSName(name) for name in ("localhost", "local", *names_of_machine()[1:2])]
        limits = x509.NameConstraints([*map(x509.IPAddress, may), *names], None)
        called = f"Jambo on {names_of_machine()[-1]}"
        made = (
            _begun(called, None, key, at - BEFORE, at + timedelta(days=365 * AUTHORITY_YEARS))
            .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
            .add_extension(limits, critical=True)
            .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
            .sign(key, hashes.SHA256())
        )
        _write(self.authority, made.public_bytes(serialization.Encoding.PEM))
        return made, key

    def _kept_key(self, name: str) -> _Key:
        file = self.folder / name
        if file.exists():
            key = serialization.load_pem_private_key(file.read_bytes(), None)
            if isinstance(key, ec.EllipticCurvePrivateKey):
                return key
        made = ec.generate_private_key(ec.SECP256R1())
        encoded = made.private_bytes(
            serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
        )
        _write(file, encoded)
        return made


def fingerprint(certificate: Path) -> str:
    """By what a certificate is known: its SHA-256, as browsers show it. Raises OSError, ValueError."""
    made = x509.load_pem_x509_certificate(certificate.read_bytes())
    return made.fingerprint(hashes.SHA256()).hex(":").upper()


def _begun(name: str, issuer: x509.Name | None, key: _Key, begins: datetime, ends: datetime) -> x509.CertificateBuilder:
    subject = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name[:64])])
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer or subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(begins)
        .not_valid_after(ends)
    )


def _general(names: set[str]) -> list[x509.GeneralName]:
    found: list[x509.GeneralName] = []
    for name in sorted(names):
        try:
            found.append(x509.IPAddress(ipaddress.ip_address(name)))
        except ValueError:
            found.append(x509.DNSName(name))
    return found


def _read(file: Path) -> x509.Certificate | None:
    """A certificate; None where there is none, or a broken one."""
    try:
        return x509.load_pem_x509_certificate(file.read_bytes())
    except (OSError, ValueError):
        return None


def _write(file: Path, data: bytes) -> None:
    """Write a file nobody else reads, whole or not at all."""
    part = file.with_name(f"{file.name}.{os.getpid()}")  # several processes may find at once that it is due
    part.unlink(missing_ok=True)
    with open(os.open(part, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as out:
        out.write(data)
    part.replace(file)

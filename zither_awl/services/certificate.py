"""The certificate by which tablets of the house know the program, by a small authority of its own that is kept here.

The authority may speak for this machine and for private addresses only, so that trusting it gives nothing else away.
"""

from __future__ import annotations

import ipaddress
from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from zither_awl.core.saying import say
from zither_awl.services.machine import PRIVATE, private
from zither_awl.services.pairing import CHAIN, Certificate

AUTHORITY_DAYS, LEAF_DAYS, RENEW_DAYS = 3650, 397, 30
"""Browsers take a certificate of a private authority for at most 825 days; 397 is what they ask of public ones."""


def home_certificate(folder: Path, hosts: Sequence[str], now: datetime) -> Certificate:
    """The certificate for these names and addresses; made, or made anew when they changed or it ends soon."""
    folder.mkdir(parents=True, exist_ok=True)
    authority, authority_key = _authority(folder, hosts, now)
    chain, key = folder / CHAIN, folder / "home-key.pem"
    if not (chain.exists() and key.exists() and _serves(chain, hosts, now)):
        _write_leaf(chain, key, authority, authority_key, hosts, now)
    found = authority.fingerprint(hashes.SHA256()).hex().upper()
    return Certificate(chain, key, folder / "home-authority.pem", ":".join(found[n : n + 2] for n in range(0, 64, 2)))


def _authority(
    folder: Path, hosts: Sequence[str], now: datetime
) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    path, key_path = folder / "home-authority.pem", folder / "home-authority-key.pem"
    if path.exists() and key_path.exists():
        made = x509.load_pem_x509_certificate(path.read_bytes())
        kept = serialization.load_pem_private_key(key_path.read_bytes(), None)
        lasts = made.not_valid_after_utc > now + timedelta(days=LEAF_DAYS)
        if isinstance(kept, ec.EllipticCurvePrivateKey) and lasts and _may_vouch(made, hosts):
            return made, kept
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, say("Zither Awl, this house"))])
    further = [a for a in (_address(h) for h in hosts) if a is not None and not private(a)]
    allowed: list[x509.GeneralName] = [
        x509.IPAddress(ipaddress.ip_network(net)) for net in (*PRIVATE, *(str(a) for a in further))
    ]
    names = {"localhost", "local", *(h for h in hosts if _address(h) is None)}
    allowed += [x509.DNSName(each) for each in sorted(names)]
    made = (
        _begun(name, name, key, now, AUTHORITY_DAYS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.NameConstraints(permitted_subtrees=allowed, excluded_subtrees=None), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .sign(key, hashes.SHA256())
    )
    _keep(key_path, _pem(key), secret=True)
    _keep(path, made.public_bytes(serialization.Encoding.PEM))
    return made, key


def _may_vouch(authority: x509.Certificate, hosts: Sequence[str]) -> bool:
    """Whether the authority was made for all of these names; a new name needs a new authority, and new trust."""
    allowed = authority.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    known = {each.value for each in allowed if isinstance(each, x509.DNSName)}
    nets = [ipaddress.ip_network(str(each.value)) for each in allowed if isinstance(each, x509.IPAddress)]
    return all(
        any(address in net for net in nets) if (address := _address(h)) else h in known or h.split(".")[-1] in known
        for h in hosts
    )


def _write_leaf(
    chain: Path,
    key_path: Path,
    authority: x509.Certificate,
    authority_key: ec.EllipticCurvePrivateKey,
    hosts: Sequence[str],
    now: datetime,
) -> None:
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, say("Zither Awl"))])
    made = (
        _begun(name, authority.subject, key, now, LEAF_DAYS)
        .add_extension(x509.SubjectAlternativeName(_names(hosts)), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.AuthorityKeyIdentifier.from_issuer_public_key(authority_key.public_key()), critical=False)
        .sign(authority_key, hashes.SHA256())
    )
    _keep(key_path, _pem(key), secret=True)
    pem = serialization.Encoding.PEM
    _keep(chain, made.public_bytes(pem) + authority.public_bytes(pem))


def _begun(
    subject: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePrivateKey, now: datetime, days: int
) -> x509.CertificateBuilder:
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        # A tablet whose clock is a little behind must not take it for one of tomorrow.
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=days))
    )


def _usage(*, signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs,
        key_cert_sign=signs,
        crl_sign=signs,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        encipher_only=False,
        decipher_only=False,
    )


def _address(host: str) -> ipaddress.IPv4Address | ipaddress.IPv6Address | None:
    try:
        return ipaddress.ip_address(host)
    except ValueError:
        return None


def _names(hosts: Sequence[str]) -> list[x509.GeneralName]:
    found: list[x509.GeneralName] = []
    for host in dict.fromkeys(hosts):
        address = _address(host)
        found.append(x509.IPAddress(address) if address is not None else x509.DNSName(host))
    return found


def days_left(chain: Path, now: datetime) -> int:
    """For how many days more a certificate lasts."""
    return (x509.load_pem_x509_certificate(chain.read_bytes()).not_valid_after_utc - now).days


def _serves(chain: Path, hosts: Sequence[str], now: datetime) -> bool:
    made = x509.load_pem_x509_certificate(chain.read_bytes())
    named = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return set(named) == set(_names(hosts)) and made.not_valid_after_utc > now + timedelta(days=RENEW_DAYS)


def _pem(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _keep(path: Path, data: bytes, *, secret: bool = False) -> None:
    path.unlink(missing_ok=True)
    path.touch(mode=0o600 if secret else 0o644)
    path.write_bytes(data)


def ends(certificate: Certificate) -> datetime:
    """When the certificate ends, in UTC."""
    return x509.load_pem_x509_certificate(certificate.chain.read_bytes()).not_valid_after_utc.astimezone(UTC)

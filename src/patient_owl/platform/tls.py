"""A certificate of our own making, for phones on the same network.

Browsers keep a page for use without signal only from a secure address. A certificate made
here is not known to any phone: it has to be installed there once, or replaced by one of an
authority (--tls-cert and --tls-key).
"""

import ipaddress
import shutil
import socket
import subprocess
from pathlib import Path
from typing import NamedTuple

VALID_DAYS = 825  # the longest that phones accept of a certificate; common practice


class Certificate(NamedTuple):
    cert: Path
    key: Path


class NoCertificate(Exception):
    """It could not be made, in words."""


def own_certificate(directory: Path, host: str) -> Certificate:
    """The certificate kept in `directory`, made when there is none."""
    certificate = Certificate(directory / "cert.pem", directory / "key.pem")
    if certificate.cert.is_file() and certificate.key.is_file():
        return certificate
    if shutil.which("openssl") is None:
        raise NoCertificate("openssl is needed to make a certificate: apt-get install openssl")
    directory.mkdir(parents=True, exist_ok=True, mode=0o700)
    names = ",".join(_names(host))
    made = subprocess.run(
        [
            *("openssl", "req", "-x509", "-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:P-256"),
            *("-nodes", "-days", str(VALID_DAYS), "-subj", "/CN=Patient Owl"),
            *("-addext", f"subjectAltName={names}"),
            *("-keyout", str(certificate.key), "-out", str(certificate.cert)),
        ],
        capture_output=True,
        text=True,
        check=False,
    )
    if made.returncode != 0:
        raise NoCertificate(f"no certificate could be made: {made.stderr.strip()[-200:]}")
    certificate.key.chmod(0o600)
    return certificate


def _names(host: str) -> list[str]:
    names = ["DNS:localhost", "IP:127.0.0.1", f"DNS:{socket.gethostname()}"]
    try:
        address = ipaddress.ip_address(host)
    except ValueError:
        return [*names, f"DNS:{host}"]
    return names if address.is_unspecified or address.is_loopback else [*names, f"IP:{address}"]

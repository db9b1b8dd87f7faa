"""Copies that leave the house are sealed: encrypted by the age format (age-encryption.org/v1), which other programs
open too. One copy by a passphrase; the copies of every day by a key that is itself sealed by a passphrase."""

from __future__ import annotations

from pathlib import Path

import pyrage

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say

ENDING, LEAST = ".age", 12
_MARK = b"age-encryption.org/"


def check_passphrase(words: str) -> None:
    """Raises: InvalidValue for a passphrase that is soon guessed."""
    if len(words.strip()) < LEAST:
        raise InvalidValue(
            FieldProblem(
                "passphrase",
                say("has {words} letters; the least is {least}.", words=len(words.strip()), least=LEAST),
                say("Four words that do not belong together are good."),
            )
        )


def is_sealed(file: Path) -> bool:
    """Whether a file is sealed."""
    with file.open("rb") as opened:
        return opened.read(len(_MARK)) == _MARK


def seal(file: Path, target: Path, passphrase: str) -> None:
    """Seal a file by a passphrase. Raises: InvalidValue for a short one."""
    check_passphrase(passphrase)
    target.touch(mode=0o600)
    target.write_bytes(pyrage.passphrase.encrypt(file.read_bytes(), passphrase))


def new_key(passphrase: str) -> tuple[str, bytes]:
    """A key to seal with, as text; and what opens it, sealed by a passphrase. Raises: InvalidValue for a short one."""
    check_passphrase(passphrase)
    key = pyrage.x25519.Identity.generate()
    return str(key.to_public()), pyrage.passphrase.encrypt(str(key).encode(), passphrase)


def public_key(opener: Path, passphrase: str) -> str:
    """What is sealed with, of a key made before. Raises: InvalidValue where the passphrase does not open it."""
    try:
        return str(_key(opener, passphrase).to_public())
    except (pyrage.DecryptError, ValueError) as problem:
        said = say("is not the one the copies that lie there were sealed by.")
        raise InvalidValue(
            FieldProblem("passphrase", said, say("Give that one, or choose another folder."))
        ) from problem


def seal_for(file: Path, target: Path, to: str) -> None:
    """Seal a file by a key, in pieces: it may be large."""
    target.touch(mode=0o600)
    pyrage.encrypt_file(str(file), str(target), [pyrage.x25519.Recipient.from_str(to)])


def unseal(file: Path, target: Path, passphrase: str, key: Path | None = None) -> None:
    """Open a sealed file by its passphrase, or by the key in a file that the passphrase opens.

    Raises: InvalidValue where the passphrase does not open it.
    """
    target.touch(mode=0o600)
    try:
        if key is not None and key.exists():
            pyrage.decrypt_file(str(file), str(target), [_key(key, passphrase)])
        else:
            target.write_bytes(_opened(file, passphrase))
    except (pyrage.DecryptError, ValueError) as problem:
        target.unlink(missing_ok=True)
        raise InvalidValue(
            FieldProblem("passphrase", say("does not open {file}.", file=file.name), say("Nothing was changed."))
        ) from problem


def _key(opener: Path, passphrase: str) -> pyrage.x25519.Identity:
    return pyrage.x25519.Identity.from_str(_opened(opener, passphrase).decode())


def _opened(file: Path, passphrase: str) -> bytes:
    return bytes(pyrage.passphrase.decrypt(file.read_bytes(), passphrase))

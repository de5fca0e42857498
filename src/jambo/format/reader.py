"""Reads the lengths of one document: what was heard in each, and every field that cannot be read."""

from __future__ import annotations

import re
from dataclasses import fields
from fractions import Fraction
from functools import cache
from typing import Any

from pydantic import BaseModel

from jambo.core.facts.declared import LengthFact, lengths_of
from jambo.core.quantities.figure import Fact, Known, Missing, Source
from jambo.core.quantities.length import Length
from jambo.core.quantities.limits import KINDS, allows
from jambo.core.quantities.mass import ACCEPTED as MASS_ACCEPTED
from jambo.core.quantities.mass import Mass, read_mass
from jambo.core.quantities.notation import NotALength, ParsedLength, exact_text, read
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.rules import HouseRules
from jambo.core.survey.level import read_lean
from jambo.format.declared import ExactLength, Of
from jambo.format.problems import FieldError

# Checked before any arithmetic: an exponent of seven digits is 98 bytes to send and hours to work out.
_PLAIN = re.compile(r"-?\d{1,20}(?:\.\d{0,20})?|-?\d{1,20}/0*[1-9]\d{0,19}", re.ASCII)


@cache
def _kind_of(model: type[BaseModel], name: str) -> str:
    return next(m.kind for m in model.model_fields[name].metadata if isinstance(m, Of))


@cache
def _declared_in(part: type[Any]) -> tuple[tuple[str, LengthFact | None], ...]:
    """The fields of a dataclass of facts, with what each of its lengths declares."""
    lengths = lengths_of(part)
    return tuple((field.name, lengths.get(field.name)) for field in fields(part))


def _exact(value: ExactLength, kind: str) -> ParsedLength:
    of = KINDS[kind]
    # repr of a JSON number is what its writer wrote, so 82.1 is exactly 821/10
    text = value.value if isinstance(value.value, str) else repr(value.value)
    if not _PLAIN.fullmatch(text):
        raise NotALength(f"{text[:40]!r} is not a number", 'write "165/2", "82.5" or 82.5')
    number = Fraction(text)
    if number.denominator > 10**9 or abs(number) > 10**9:
        raise NotALength("the number is finer or larger than any tape", 'write "165/2", "82.5" or 82.5')
    length = Length.inches(number) if value.unit == "in" else Length.mm(number)
    if not allows(length, of):
        span = f"between {exact_text(of.least, value.unit)} and {exact_text(of.most, value.unit)}"
        raise NotALength(f"{exact_text(length, value.unit)} cannot be {of.words}", f"accepted: {span}")
    return ParsedLength(length, exact_text(length, value.unit))


def read_text(text: str, unit: Unit, kind: str, tape: Tape | None = None) -> ParsedLength:
    """Read tape text of a kind; a wall's lean may be a slope. Raises NotALength."""
    return read_lean(text, unit, tape) if kind == "wall_lean" else read(text, unit, kind, tape)


def length_of(written: object, unit: Unit, kind: str) -> ParsedLength | None:
    """What is kept of a length, read: text as on a tape, or a number with its unit; None for what is none.

    Args:
        written: what stands in the document; unit: that bare numbers are in; kind: a key of `limits.KINDS`.
    """
    try:
        return (
            read_text(written, unit, kind)
            if isinstance(written, str)
            else _exact(ExactLength.model_validate(written), kind)
        )
    except ValueError:
        return None


class Reader:
    """Reads the lengths of one document and gathers what was heard and what is wrong."""

    def __init__(self, unit: Unit, tape: Tape, usual: frozenset[str] = frozenset()) -> None:
        """Read in a unit, bare numbers on a tape; `usual` are the paths whose facts are those of the job."""
        self.unit = unit
        self.usual = usual
        self.tape = tape
        self.heard: dict[str, ParsedLength] = {}
        self.errors: list[FieldError] = []

    def length(self, model: BaseModel, name: str, path: str, fact: str, allowance: str | None = None) -> Fact:
        """Read one length field. A field left out or emptied is missing; a wrong one is missing and an error."""
        where = f"{path}.{name}"
        written: Any = getattr(model, name)
        if written is None or written == "":
            return Missing(fact, where)
        kind = _kind_of(type(model), name)
        try:
            heard = self._heard(written, kind)
        except NotALength as error:
            self.errors.append(FieldError(where, error.reason, error.accepted))
            return Missing(fact, where)
        self.heard[where] = heard
        source = (
            Source("usual" if where in self.usual else "given", where)
            if allowance is None
            else Source("allowance", where, allowance)
        )
        return Known(fact, heard.length, source)

    def _heard(self, written: str | ExactLength, kind: str) -> ParsedLength:
        if not isinstance(written, str):
            return _exact(written, kind)
        return read_text(written, self.unit, kind, self.tape)

    def facts(self, part: type[Any], model: BaseModel, path: str, rules: HouseRules) -> dict[str, Any]:
        """Read what a part of the document says of a dataclass of facts, ready to make it.

        Args:
            part: the dataclass; its declared lengths are read, what else the model has under the same name is taken over.
            model: the part of the document.
            path: where it stands in the document.
            rules: the house rules that stand in for lengths nobody said.
        """
        said: dict[str, Any] = {}
        for key, declared in _declared_in(part):  # type: ignore[arg-type]  # classes can be hashed
            if declared is not None:
                fact = self.length(model, key, path, declared.name)
                if isinstance(fact, Missing) and not declared.required:
                    said[key] = rules.known(declared.rule) if declared.rule else None
                else:
                    said[key] = fact
            elif isinstance(value := getattr(model, key, None), (str, int)):
                said[key] = value
        return said

    def refuse(self, path: str, reason: str, accepted: str) -> None:
        """Note a fact that cannot be."""
        self.errors.append(FieldError(path, reason, accepted))


def known(reader: Reader, model: BaseModel, name: str, path: str, fact: str) -> Known | None:
    """Read a length, or None while it is not there or cannot be read."""
    found = reader.length(model, name, path, fact)
    return found if isinstance(found, Known) else None


def mass_of(text: str | None, path: str, reader: Reader) -> Mass | None:
    """Read a weight, or None while it is not there or cannot be read."""
    if not text:
        return None
    try:
        return read_mass(text, reader.unit)
    except ValueError as error:
        reader.refuse(path, str(error), MASS_ACCEPTED)
        return None

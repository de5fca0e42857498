"""A slip adds up as it is printed: its lines, each with the sign before it, make the figure under them."""

from fractions import Fraction

import pytest
from flag_cases import FLAGS

from helpers import plain
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.problems import parse
from jambo.views.exchange import solve_document

MARK = {"in": Fraction(1, 16), "mm": Fraction(1)}
CASES = {"demo": lambda: documents(), "flags": lambda: [plain(**changes) for changes, _ in FLAGS]}


def printed(length):
    """What stands on the page, without its sign."""
    return sum((Fraction(part) for part in length["digits"].replace("-", "").split()), Fraction(0))


@pytest.mark.parametrize("cases", CASES)
def test_every_slip_adds_up_as_it_is_printed(cases):
    """But for what each line's rounding moved: half a mark a line, and a whole one under the line."""
    slips = took = 0
    for doc in CASES[cases]():
        result = solve_document(parse(Document, doc))
        for figure in result["figures"].values():
            lines = sum((-1 if t["takes"] else 1) * printed(t["value"]) for t in figure["terms"])
            total = printed(figure["value"]) * (-1 if figure["value"]["mm"] < 0 else 1)
            most = MARK[result["unit"]] * (Fraction(len(figure["terms"]), 2) + 1)
            assert abs(lines - total) <= most, (doc["opening"].get("mark"), figure["name"], str(lines), str(total))
            slips += 1
            took += sum(t["takes"] != t["times"].startswith("-") for t in figure["terms"])
    assert slips > 500 and took > 0  # lines that are taken away because what they name is negative

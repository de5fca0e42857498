"""Every choice of a document is offered with the words of its own options: none is forgotten and none made up."""

from typing import Literal, get_args, get_origin

import pytest

from jambo.format.choices import offered
from jambo.format.paths import fields

OFFERED = {one.path: one for one in offered()}
ELSEWHERE = {"opening.door.kind", "opening.rules.school"}  # chosen by a picture; said by the opening itself


def options(annotation):
    if get_origin(annotation) is Literal:
        return [*get_args(annotation)]
    return [value for part in get_args(annotation) for value in options(part)]


WORDS = {path: options(field.annotation) for path, field in fields() if options(field.annotation)}


@pytest.mark.parametrize(
    "path", [path for path in WORDS if path.startswith(("opening.", "wall.", "floors[")) and path not in ELSEWHERE]
)
def test_a_choice_offers_what_a_document_may_say(path):
    assert [value for value in OFFERED[path].options if value] == WORDS[path]


@pytest.mark.parametrize(
    ("path", "kind", "fallback", "options"),
    [
        ("wall.top_plates", "number", "2", ["1", "2", "3", "4"]),
        ("opening.door.bypass.count", "number", "2", ["2", "3", "4"]),
        ("opening.door.in_hand.hinge_count", "number", "", ["", "2", "3", "4", "5"]),
        ("opening.setting.opens", "number", "90", ["60", "90", "100", "110", "120", "180"]),
        ("opening.frame.sill_site_made", "yes_no", "no", ["yes", "no"]),
        ("opening.door.in_hand.core", "word", "", ["", "hollow", "solid"]),
        ("opening.setting.latch", "word", "not_tried", ["not_tried", "latches", "binds", "rattles"]),
    ],
)
def test_what_is_offered(path, kind, fallback, options):
    one = OFFERED[path]
    assert (one.kind, one.fallback, [*one.options]) == (kind, fallback, options)

"""Facts that cannot be are refused where they stand, with what would be accepted; several wrong facts are named together."""

import pytest

from helpers import plain
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.plan import PlanList
from jambo.format.problems import FieldError, Refused, parse


def refused(doc):
    with pytest.raises(Refused) as caught:
        facts_of(parse(Document, doc))
    return {e.path: f"{e.reason}; {e.accepted}" for e in caught.value.errors}


def reading(**fact):
    return {"survey.readings": [{"place": "width_foot", "value": "32 1/4"} | fact]}


@pytest.mark.parametrize(
    ("changes", "path", "told"),
    [
        # readings
        (reading(value="wide"), "survey.readings[0].value", "write 82 1/2"),
        (reading(toward="opening"), "survey.readings[0].toward", "leave it out"),
        (reading(place="lean_left", value="1/4"), "survey.readings[0].toward", "accepted: opening, away"),
        (reading(place="lean_left", value="1/4", toward="A"), "survey.readings[0].toward", "which way the lean goes"),
        (reading(place="lean_left", value="4 in 2 ft", toward="away"), "survey.readings[0].value", "steeper than 1 in 12"),
        (reading(place="lean_left", value="1/4 in 0 ft", toward="away"), "survey.readings[0].value", ""),
        (reading(place="width_at"), "survey.readings[0].at", "write the height"),
        (reading(place="twist_left", value="1/8", toward="A"), "survey.readings[0].at", "where it was read"),
        # pieces cut
        ({"opening.mark": "X", "opening.note": ""} | {"opening.unit": {"outside_width": "tiny"}}, "opening.unit.outside_width", "write"),
        # house rules at each level
        ({"rules": {"crew": {"hinge_gap": "9"}}}, "rules.crew.hinge_gap", "between 0 in and 2 in"),
        ({"rules": {"job": {"stud_spacing": "1"}}}, "rules.job.stud_spacing", "between 4 in and 60 in"),
        ({"opening.rules": {"side_shim": "much"}}, "opening.rules.side_shim", "write"),
        # two leaves
        ({"opening.door.leaves": [{"width": "30 in", "height": "80"}, {"width": "18 in", "height": "78"}]}, "opening.door.leaves[1].height", "80 in"),
        ({"opening.door.leaves": [{"width": "2668", "height": "82"}]}, "opening.door.leaves[0].height", "call-out in the width says 80 in"),
        # more than the wall has
        ({"opening.door.leaves": [{"width": "36 in"}], "wall.length": "30", "opening.position.distance": "20"}, "opening.door.leaves[0].width", "wider than the wall"),
        ({"opening.header.depth": "5", "wall.height": "11 in"}, "wall.height", "between 12 in and 480 in"),
        ({"opening.position.distance": "170"}, "opening.position.distance", "past the end of the wall"),
        # weights
        ({"opening.door.mass": "heavy"}, "opening.door.mass", "82 lb"),
        # exact numbers
        ({"opening.position.distance": {"value": "1/0", "unit": "in"}}, "opening.position.distance", "not a number"),
        ({"opening.position.distance": {"value": 10**12, "unit": "in"}}, "opening.position.distance", "finer or larger"),
        ({"opening.position.distance": {"value": 1e5, "unit": "in"}}, "opening.position.distance", "between"),
    ],
)  # fmt: skip
def test_refused_by_field_with_what_would_be_accepted(changes, path, told):
    errors = refused(plain(**changes))
    assert list(errors) == [path] and told in errors[path]


@pytest.mark.parametrize(
    ("cut", "path"),
    [
        ({"figure": "leg_lenght", "length": "81"}, "cuts[0].figure"),
        ({"figure": "leg_length", "length": "long"}, "cuts[0].length"),
        ({"figure": "leg_length", "length": "900"}, "cuts[0].length"),
    ],
)
def test_a_piece_that_cannot_have_been_cut_is_refused(cut, path):
    assert list(refused(plain() | {"cuts": [cut]})) == [path]


def test_every_wrong_fact_is_named_at_once():
    errors = refused(
        plain(**{"opening.header.depth": "deep", "wall.length": "long", "opening.rules": {"head_gap": "?"}})
    )
    assert sorted(errors) == ["opening.header.depth", "opening.rules.head_gap", "wall.length"]


@pytest.mark.parametrize(
    ("value", "inches"),
    [
        ({"value": "165/2", "unit": "in"}, 82.5),
        ({"value": 82.1, "unit": "in"}, 82.1),
        ({"value": 2095.5, "unit": "mm"}, 82.5),
    ],
)
def test_exact_numbers_are_taken_as_their_writer_wrote_them(value, inches):
    facts = facts_of(parse(Document, plain(**{"opening.position.distance": value})))
    assert float(facts.opening.placing.distance.value.in_inches()) == inches


def test_an_emptied_field_is_a_missing_fact_and_no_error():
    facts = facts_of(parse(Document, plain(**{"opening.position.distance": "", "wall.length": ""})))
    assert [type(f).__name__ for f in (facts.opening.placing.distance, facts.wall.length)] == ["Missing", "Missing"]


PLAN = {
    "format": "jambo-plan/1",
    "start": "2026-11-30T07:00",
    "people": [{"name": "Ada", "hours": [{"from": "07:00", "to": "15:00"}]}],
}


@pytest.mark.parametrize(
    ("work", "person", "path", "reason", "accepted"),
    [
        ({"minutes": "ten"}, {}, "operations[0].minutes", "a whole number is needed here", "a number such as 1"),
        ({"minutes": 1.5}, {}, "operations[0].minutes", "a whole number is needed here", "a number such as 1"),
        ({"minutes": 10, "hands": 3}, {}, "operations[0].hands", "this is too much", "2 at most"),
        ({"minutes": 10, "dries": -1}, {}, "operations[0].dries", "this is too little", "0 or more"),
        ({"minutes": 10}, {"name": ""}, "people[0].name", "nothing is written here", "a text that is not empty"),
        ({"minutes": 10}, {"hours": [{"from": "7"}]}, "people[0].hours[0].from", "this is not written as it is here", 'a time of day such as "07:30"'),
        ({"minutes": 10}, {"hours": [{"form": "7"}]}, "people[0].hours[0].form", "“form” is not a key of this format", "did you mean from? Accepted keys: days, from, to"),
    ],
)  # fmt: skip
def test_a_refusal_is_in_plain_words_at_its_own_key(work, person, path, reason, accepted):
    said = PLAN | {"people": [PLAN["people"][0] | person], "operations": [{"key": "a", **work}]}
    with pytest.raises(Refused) as refused:
        parse(PlanList, said)
    assert refused.value.errors[0] == FieldError(path, reason, accepted)

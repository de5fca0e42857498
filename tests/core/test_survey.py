"""Readings made to agree (handbook 13): by hand, planted blunders, and what can be concluded from few readings."""

import copy
import random
from math import hypot

import pytest
from found_cases import STRAIGHT, surveyed
from hypothesis import given
from hypothesis import strategies as st

from helpers import PLAIN, codes, inch, plain, solved
from jambo.core.facts.readings import PLACES, SIGN, Reading, Survey
from jambo.core.quantities.figure import Known, Source
from jambo.core.quantities.millimetres import as_length, in_mm
from jambo.core.quantities.notation import NotALength
from jambo.core.setting.shims import Shim
from jambo.core.setting.stations import Packer, at_hinge, shimmed
from jambo.core.survey.adjust import adjust
from jambo.core.survey.level import read_level
from jambo.core.survey.shape import Face
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.views.exchange import solve_document

GIVEN = Source("given", "")
TALL, WIDE = 2082.0, 870.0
SIXTEENTH = 25.4 / 16
SURVEYS = 200


def reading(i, place, mm, at=None):
    """A reading as a crew writes it: to the 32nd, its way in words."""
    mm = round(mm / 25.4 * 32) / 32 * 25.4
    ways = PLACES[place].ways
    toward = next((w for w in ways if (SIGN.get(w, 1) > 0) == (mm >= 0)), None)
    return Reading(
        place, as_length(abs(mm) if ways else mm), f"survey.readings[{i}]", None, toward, as_length(at) if at else None
    )


def hole(rng, *, blunder=None, noise=1.0, extra=True):
    """A made-up hole read all round, with tape noise of one sigma and a blunder of 1/4 in in one reading."""
    lean_l, lean_r = rng.uniform(-6, 6), rng.uniform(-6, 6)
    bow_l, bow_r = rng.uniform(-3, 3), rng.uniform(-3, 3)
    floor, rise = rng.uniform(-5, 5), rng.uniform(-4, 4)

    def left(y):
        return lean_l * y / TALL + bow_l * 4 * y * (TALL - y) / TALL**2

    def right(y):
        return WIDE + lean_r * y / TALL + bow_r * 4 * y * (TALL - y) / TALL**2

    true = [
        ("width_foot", WIDE, None), ("width_middle", right(TALL / 2) - left(TALL / 2), None),
        ("width_head", right(TALL) - left(TALL), None), ("height_left", TALL, None), ("height_right", TALL + rise - floor, None),
        ("lean_left", lean_l, None), ("lean_right", -lean_r, None), ("bow_left", bow_l, None), ("bow_right", -bow_r, None),
        ("header_level", rise, None), ("floor_across", floor, None),
        ("diagonal_up_right", hypot(right(TALL + rise), TALL + rise), None), ("diagonal_up_left", hypot(WIDE - left(TALL), TALL - floor), None),
    ]  # fmt: skip
    if extra:
        true += [("width_at", right(y) - left(y), y) for y in (TALL / 4, TALL * 3 / 4)]
    sigma = 25.4 / 32 * noise
    rows = []
    for i, (place, mm, at) in enumerate(true):
        off = rng.gauss(0, sigma * (2 if place.startswith("diagonal") else 1))
        planted = rng.choice([-6.35, 6.35]) if i == blunder else 0
        rows.append(reading(i, place, mm + off + planted, at))
    return Survey(tuple(rows))


def named(adjusted):
    return adjusted.suspects[0].indices if adjusted.suspects else ()


def test_a_quarter_inch_is_noticed_and_the_guilty_one_is_named():
    """300 redundant surveys with full tape noise; a diagonal's own 1/16 in hides a quarter, so it is not planted there."""
    rng = random.Random(7)
    noticed = guilty = 0
    for _ in range(300):
        k = rng.choice([i for i in range(15) if i not in (11, 12)])
        found = named(adjust(hole(rng, blunder=k), None, "in"))
        noticed += bool(found)
        guilty += k in found
    assert noticed >= 285
    assert guilty >= noticed * 0.97


def test_the_guilty_one_stands_alone_wherever_the_geometry_tells_it_apart():
    """Without noise the two bows and the middle width share one check and cannot be told apart; a height can."""
    rng = random.Random(3)
    survey = hole(rng, blunder=None, noise=0, extra=False)
    for k, alone in ((3, True), (4, True), (0, True), (2, True), (7, False), (8, False), (1, False)):
        rows = list(survey.readings)
        row = rows[k]
        rows[k] = Reading(row.place, row.value + inch("3/8"), row.path, None, row.toward)
        adjusted = adjust(Survey(tuple(rows)), None, "in")
        assert k in named(adjusted)
        assert (len(named(adjusted)) == 1) is alone, row.place
        if not alone:
            assert {rows[i].place for i in named(adjusted)} >= {"width_middle", "bow_left", "bow_right"}


def test_a_clean_survey_is_left_in_peace():
    rng = random.Random(11)
    assert sum(bool(named(adjust(hole(rng), None, "in"))) for _ in range(200)) <= 20  # 3 sigma over 15 readings


def test_what_the_others_say_and_the_reading_that_would_tell_apart():
    """Widths 32, 32, 33; studs plumb and straight: the head should be 32, and taking it out leaves a straight hole."""
    rows = [("width_foot", 32), ("width_middle", 32), ("width_head", 33), ("lean_left", 0), ("lean_right", 0),
            ("bow_left", 0), ("bow_right", 0), ("height_left", 82), ("height_right", 82), ("floor_across", 0), ("header_level", 0)]  # fmt: skip
    readings = [reading(i, place, inches * 25.4) for i, (place, inches) in enumerate(rows)]
    adjusted = adjust(Survey(tuple(readings)), None, "in")
    assert named(adjusted) == (2,)
    assert abs(adjusted.suspects[0].should_be[0].nm - inch("32").nm) < inch("1/64").nm
    assert abs(adjusted.found.width(2082) - 32 * 25.4) < SIXTEENTH
    leaning = [r for r in readings if r.place not in ("width_head", "width_middle")]
    leaning.append(reading(9, "width_head", 32.5 * 25.4))
    adjusted = adjust(Survey(tuple(leaning)), None, "in")  # which stud leans, or was the head misread?
    assert {leaning[i].place for i in named(adjusted)} >= {"lean_left", "lean_right", "width_head"}
    # foot, head, left or right: from the left foot to the right head 32 1/2 for foot or right, 32 for head or left
    assert (adjusted.suspects[0].extra, adjusted.suspects[0].tells) == ("width_middle", False)


def test_while_readings_are_in_doubt_the_verdict_is_the_worst_they_may_mean():
    """Widths 31 5/8, 32 5/8, 31 5/8 beside studs read straight and plumb, for a frame of 31 3/4: the middle, or a bow."""
    doc = surveyed(*STRAIGHT, width_foot="31 5/8", width_middle="32 5/8", width_head="31 5/8")
    result = solved(doc)
    assert result.found.plan.verdict != "fits" and "unit-too-wide" in codes(result)
    suspects = [flag for flag in result.flags if flag.code == "survey-suspects"]
    assert len(suspects) == 1 and "Take each of them again" in str(suspects[0].values["extra"])
    again = copy.deepcopy(doc)
    again["survey"]["readings"].append({"place": "width_middle", "value": "31 5/8"})
    assert "survey-suspects" not in codes(solved(again)) and solved(again).found.plan.verdict != "fits"


def least(shapes):
    """The least width that any of the shapes has between the middles of its faces."""
    return min(shape.width(y) for shape in shapes for y in (0, TALL / 2, TALL))


def planted(seed, k, **how):
    """One hole, read without noise and blunder, and with both."""
    return hole(random.Random(seed), noise=0, **how), hole(random.Random(seed), blunder=k, **how)


def again(survey, truth, places, rng):
    """The same survey with some places read once more, as well as a tape can."""
    more = [r for r in truth.readings if r.place in places]
    rows = [
        reading(len(survey.readings) + n, r.place, in_mm(r.signed) + rng.gauss(0, SIXTEENTH / 2))
        for n, r in enumerate(more)
    ]
    return Survey((*survey.readings, *rows))


def test_a_blunder_never_makes_the_hole_look_larger_and_what_is_proposed_finds_it():
    """Surveys with a blunder of 1/4 in drawn over all places but the diagonals: heights do not narrow a hole, the rest might."""
    alone = told_apart = 0
    for seed in range(SURVEYS):
        k = random.Random(seed).randrange(11)
        truth, read = planted(seed, k, extra=False)
        straight, adjusted = adjust(truth, None, "in"), adjust(read, None, "in")
        # three sigmas of a tape, on each of the readings a width stands on
        assert least(adjusted.could_be or (adjusted.found,)) <= least([straight.found]) + 2.4 * SIXTEENTH, (seed, k)
        guilty = named(adjusted)
        if len(guilty) > 1:
            suspect = adjusted.suspects[0]
            places = [suspect.extra] if suspect.tells else [read.readings[n].place for n in guilty]
            guilty = named(adjust(again(read, truth, places, random.Random(seed)), None, "in"))
            told_apart += 1
            alone += guilty == (k,)
    assert told_apart > SURVEYS // 5 and alone >= told_apart * 0.95, (alone, told_apart)


def test_too_many_contradictions_conclude_nothing():
    rng = random.Random(5)
    rows = [
        Reading(r.place, r.value + inch("2") * (i % 3), r.path, None, r.toward, r.at)
        for i, r in enumerate(hole(rng).readings)
    ]
    adjusted = adjust(Survey(tuple(rows)), None, "in")
    assert adjusted.contradicts or len(named(adjusted)) > 1


@pytest.mark.parametrize(
    ("text", "drop", "over"),
    [
        ("1/4 in 4 ft", "1/4", "48"), ("1/4 in in 48 in", "1/4", "48"), ("1/8 over 6'", "1/8", "72"), ("3/16", "3/16", None),
        ("3/16 per 48", "3/16", "48"), ("5 mm in 1.2 m", "25/127", "6000/127"), ("3 mm per m", "15/127", "5000/127"), ("3mm/m", "15/127", "5000/127"),
    ],
)  # fmt: skip
def test_a_level_is_heard(text, drop, over):
    said = read_level(text, "in")
    assert (said.drop, said.over) == (inch(drop), inch(over) if over else None)


def test_degrees_are_a_slope():
    said = read_level("0.4°", "mm")
    assert float(said.drop.nm / said.over.nm) == pytest.approx(0.0069814, abs=1e-6)  # tan 0.4


@pytest.mark.parametrize("text", ["", "a lot", "1/4 in 1/8", "5 in 4 ft", "9 deg", "-1/8", "1/7 in 4 ft"])
def test_a_level_that_cannot_be_is_refused(text):
    with pytest.raises(NotALength):
        read_level(text, "in")


@given(
    bow=st.floats(-12, 12), slope=st.floats(-0.01, 0.01), tilt=st.floats(-0.002, 0.002), height=st.floats(1500, 2400),
    twist=st.lists(st.tuples(st.floats(10, 2000), st.floats(-8, 8)), max_size=3, unique_by=lambda t: round(t[0])),
    side=st.sampled_from([1, -1]),
)  # fmt: skip
def test_no_place_stands_prouder_than_the_proudest(bow, slope, tilt, height, twist, side):
    """An independent walk up the face never finds more than the exact maximum, and comes as near as its steps allow."""
    face = Face(3.0, slope, bow, 2032.0, tuple(sorted(twist)))
    best, at = face.proudest(height, side, tilt)
    walk = max(
        side * (face.middle(y) - tilt * y) + abs(face.twisted(y)) / 2 for y in (height * n / 4000 for n in range(4001))
    )
    assert 0 <= at <= height
    assert best >= walk - 1e-9
    assert best - walk < 0.05


def test_few_readings_say_what_they_cannot_know():
    assert "survey-assumed" in codes(solved(surveyed()), "note")
    one = solved(surveyed(width_foot=None, width_head=None))
    assert "survey-one-width" in codes(one, "check")
    none = solved(surveyed(width_foot=None, width_middle=None, width_head=None))
    assert "survey-no-width" in codes(none, "check")
    assert none.found.plan is None and none.found.adjustment is None


def test_a_height_in_the_middle_alone_is_the_height_everywhere():
    """Width 32 1/4 and 83 in the middle: nothing tells sag from height, so the header is straight and level at 83."""
    found = adjust(Survey((width(0), middle(1))), None, "in").found
    assert (found.header_left, found.header_right, found.sag) == pytest.approx((83 * 25.4, 83 * 25.4, 0))
    # with 83 1/4 on the left as well the middle hangs; the right end is taken as level with the left
    left = Reading("height_left", inch("83 1/4"), "survey.readings[2]")
    found = adjust(Survey((width(0), middle(1), left)), None, "in").found
    assert (found.header_left, found.sag) == pytest.approx((83.25 * 25.4, -0.25 * 25.4), abs=0.5)


def width(n):
    return Reading("width_foot", inch("32 1/4"), f"survey.readings[{n}]")


def middle(n):
    return Reading("height_centre", inch("83"), f"survey.readings[{n}]")


@given(st.lists(st.sampled_from([p for p, ask in PLACES.items() if ask.phase == "survey"]), max_size=9), st.booleans())
def test_any_readings_in_any_order_can_be_adjusted(places, wide):
    """Whatever was read so far, and whatever is still to read: an answer, never a fault."""
    usual = {"width": "32 1/4", "height": "83", "diagon": "89", "thickn": "4 1/2"}
    rows = [
        Reading(
            place, inch(usual.get(place.rstrip("_")[:6].rstrip("_"), "1/16")), f"survey.readings[{n}]",
            toward=(PLACES[place].ways or (None,))[0], at=inch("40") if PLACES[place].needs_at else None,
        )
        for n, place in enumerate(places)
    ]  # fmt: skip
    survey = Survey((*([width(len(rows))] if wide else []), *rows))
    adjusted = adjust(survey, None, "in")
    assert (adjusted is None) == (not survey.at("width_foot", "width_middle", "width_head", "width_at"))


@pytest.mark.parametrize(
    ("unit", "place", "over", "taken"),
    [
        ("in", "bow_left", "0.1", False), ("in", "bow_left", "0", False), ("in", "bow_left", "11 15/16", False),
        ("in", "bow_left", "12", True), ("mm", "bow_left", "299", False), ("mm", "bow_left", "300", True),
        ("in", "lean_left", "3 15/16", False), ("in", "lean_left", "4", True), ("mm", "lean_left", "0", False),
    ],
)  # fmt: skip
def test_a_straightedge_and_a_level_have_a_least_length(unit, place, over, taken):
    reading = {"place": place, "value": "0" if place == "lean_left" else "1/8 in", "toward": "away", "over": over}
    document = parse(Document, {"unit": unit, "survey": {"readings": [reading]}})
    if taken:
        assert len(facts_of(document).opening.survey.readings) == 1
        return
    with pytest.raises(Refused) as refused:
        facts_of(document)
    assert [e.path for e in refused.value.errors] == ["survey.readings[0].over"]
    assert "too short" in refused.value.errors[0].reason and "at least" in refused.value.errors[0].accepted


@pytest.mark.parametrize(("gap", "block"), [("4", False), ("4 1/16", True)])
def test_a_gap_wider_than_packs_takes_a_block_first(gap, block):
    shim = Shim(*(Known(n, inch(v), GIVEN) for n, v in (("tip", "1/32"), ("butt", "5/16"), ("length", "8"))))
    by = Packer(shim, "flat", inch("1/32"), inch("1/32"), inch("3 1/2"), "in")
    pack = shimmed(at_hinge(1, 100.0), inch(gap), inch("0"), by).pack
    # 4 in and its squeeze of 1/32: eight halves, and nothing stocked fills 1/32
    assert (pack.block, pack.pieces) == ((True, 0) if block else (False, 8))


@pytest.mark.parametrize(("unit", "text", "taken"), [("mm", "1 mm in 99 mm", False), ("mm", "1 mm in 100 mm", True), ("in", "1/16 in 3 15/16", False), ("in", "1/16 in 4", True)])  # fmt: skip
def test_a_levels_text_and_its_own_field_know_one_least_length(unit, text, taken):
    if taken:
        assert read_level(text, unit).over is not None
        return
    with pytest.raises(NotALength, match="too short to level over"):
        read_level(text, unit)


@pytest.mark.parametrize(
    ("unit", "leaf", "starts"),
    [
        # RO 762 + 6 + 38 + 14 = 820 by 10 + 1981 + 3 + 19 + 6 = 2019; its diagonal is 2179
        ("mm", {"width": "762", "height": "1981"}, {"height_left": "20", "diagonal_up_left": "21", "width_foot": "", "lean_left": ""}),
        ("in", {"width": "30 in", "height": "80"}, {"height_left": "", "diagonal_up_left": ""}),
        ("mm", {}, {"height_left": "", "diagonal_up_left": ""}),
    ],
)  # fmt: skip
def test_a_pad_may_begin_with_what_a_reading_begins_with(unit, leaf, starts):
    doc = {"unit": unit, "opening": {"door": {"leaves": [leaf]}, "floors": {"a": [], "b": []}}}
    told = {ask["place"]: ask["starts"] for ask in solve_document(parse(Document, doc))["found"]["asks"]}
    assert {place: told[place] for place in starts} == starts


def test_seven_are_read_first_and_each_says_what_was_planned():
    """30 + 2 x 1/8 + 2 x 3/4 + 2 x 1/4 wide, 82 3/8 high; corner to corner the root of 32.25^2 + 82.375^2, 88.46."""
    asks = solve_document(parse(Document, PLAIN))["found"]["asks"]
    wide, tall, across = "32 1/4 in", "82 3/8 in", "88 1/2 in"
    told = {one["place"]: one["planned"] for one in asks}
    assert [(one["place"], told[one["place"]]) for one in asks if one["first"]] == [
        ("width_foot", wide), ("width_middle", wide), ("width_head", wide), ("height_left", tall), ("height_right", tall),
        ("lean_left", None), ("lean_right", None),
    ]  # fmt: skip
    assert [one["place"] for one in asks[:7]] == [one["place"] for one in asks if one["first"]]
    assert {text for place, text in told.items() if place.startswith("diagonal")} == {across}
    # nobody said how high the leaf is: nothing is planned there, and nothing is told
    bare = plain(**{"opening.door.leaves": [{"width": "30"}]})
    heights = {
        one["planned"] for one in solve_document(parse(Document, bare))["found"]["asks"] if "height" in one["place"]
    }
    assert heights == {None}

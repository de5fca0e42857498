"""The delivery check: each kind against a plan, by hand, at each boundary; and where everything serves best, against every way there is."""

from itertools import permutations, product

import pytest
from found_cases import edges
from hypothesis import given
from hypothesis import strategies as st

from helpers import POCKET, SLIDER, plain, solved
from jambo.core.all_flags import KINDS as ALL_FLAGS
from jambo.core.delivery.assign import assigned
from jambo.core.delivery.judge import OF_FLAGS
from jambo.core.framing.items import Item
from jambo.core.items import ITEMS
from jambo.core.quantities.tape import Tape
from jambo.format.delivery import kind_of, measured
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.views.material.delivery import finding_out
from jambo.views.material.held import OpeningOfJob


def opening(done=(), **changes):
    """The plain opening with changes, worked out, and how far it is built."""
    document = parse(Document, plain(**changes))
    facts, result = facts_of(document), solved(plain(**changes))
    return OpeningOfJob(document, facts, result, frozenset(done))


def check(of, item, **texts):
    """The verdict on a thing, as codes with their level, and its minutes."""
    bought = next((one for one in of.result.hardware if one.name == item), Item(item, 1))
    found = of.verdict(bought, 0, measured(item, texts, of.facts.rules.habit), meant=True)
    return found.level, [f.code for f in found.findings], found


def sentence(of, found, code):
    """Reason and cure of a finding, as they are read."""
    out = next(finding_out(f, Tape.of(of.facts.rules.habit), "britain") for f in found.findings if f.code == code)
    return f"{out['reason']} {out['cure']}"


def leaf(width="30 in", height="80", thickness="1 3/8"):
    return {"opening.door.leaves": [{"width": width, "height": height, "thickness": thickness}]}


def pocket(width):
    return opening(**POCKET, **leaf(width))


# leaf 24: 24 1/4 inside, 25 3/4 over its backs; by the add-on of 2 in a hole of 26, with 1/8 a side. Leg 80 5/8 + 3/4 of oak.
UNIT = {
    **leaf("24 in"), "opening.frame": {"supply": "pre_hung"}, "opening.school": "add_on",
    "opening.floors": {"a": [], "b": []},
}  # fmt: skip
# 762 wide, 2 x 2 of gap and 32 a leg: 830 over its backs, 844 the hole, 7 a side; wall 89 + 2 x 12.5 = 114, lining 115
METRIC = {
    "unit": "mm", **leaf("762", "1981", "35"), "opening.frame": {"kind": "lining_kit", "thickness": "32"},
    "opening.floors": {"a": [], "b": []}, "opening.header.depth": "145", "opening.position.distance": "1500",
    "wall": {
        "height": "2400", "length": "6000", "stud_depth": "89", "stud_thickness": "38", "finish_a": "12.5", "finish_b": "12.5",
        "bearing": "no",
    },
}  # fmt: skip
STEEL = {"opening.frame": {"kind": "steel_wrap", "throat": "4 3/4", "source": "sheet"}, "wall.finish_a": "5/8", "wall.finish_b": "5/8"}  # fmt: skip
# opening 34, slab 38: travel 34 + 2 + 2 clear, spread 38 - 6, 2 x (wheel 1 + stop 1/2) at its ends


@pytest.mark.parametrize(
    ("of", "item", "texts", "level", "codes"),
    [
        (pocket("2-6"), "pocket_kit", {"printed": "2-4"}, "wrong", ["kit-for-narrower-leaf"]),
        (pocket("2-0"), "pocket_kit", {"printed": "24"}, "planned", ["printed-two-ways"]),
        (pocket("2-4"), "pocket_kit", {"printed": "24"}, "wrong", ["kit-for-narrower-leaf", "printed-two-ways"]),
        (pocket("2-6"), "pocket_kit", {"printed": "2-6"}, "planned", []),
        (pocket("2-6"), "pocket_kit", {"printed": "762 mm"}, "planned", []),
        (pocket("2-4"), "pocket_kit", {"printed": "2-6"}, "will_do", ["kit-cut-down"]),
        (pocket("2-6"), "pocket_kit", {"thickness_least": "1 1/2"}, "wrong", ["kit-thickness-differs"]),
        # 27.5 a leg: 821 over its backs, 11.5 a side; 132 is more than 115 + 2
        (opening(**METRIC), "lining_kit", {"thickness": "27.5", "depth": "132"}, "will_do", ["play-becomes", "rip-the-lining"]),
        (opening(**METRIC), "lining_kit", {"depth": "117"}, "will_do", ["lining-planed"]),
        (opening(**METRIC), "lining_kit", {"depth": "115"}, "planned", []),
        (opening(**METRIC), "lining_kit", {"depth": "114"}, "planned", []),  # flush, with nothing to plane
        (opening(**METRIC), "lining_kit", {"depth": "113"}, "wrong", ["too-shallow"]),
        (opening(**METRIC), "lining_kit", {"kit_width_1": "686"}, "wrong", ["kit-serves-another-leaf"]),
        (opening(**METRIC), "lining_kit", {"kit_width_1": "686", "kit_width_2": "762"}, "planned", []),
        (opening(**UNIT), "unit", {"outside_width": "25 5/8"}, "will_do", ["play-becomes"]),  # 3/16 a side
        (opening(**UNIT), "unit", {"outside_width": "25 3/4"}, "planned", []),
        (opening(**UNIT), "unit", {"outside_width": "26"}, "will_do", ["no-play"]),  # goes in, with nothing left
        (opening(**UNIT), "unit", {"outside_width": "26 1/16"}, "wrong", ["does-not-go-in"]),
        (opening(**UNIT), "unit", {"outside_width": "25 1/4"}, "will_do", ["play-becomes"]),  # 1/2 less: the same leaf
        (opening(**UNIT), "unit", {"outside_width": "25 3/16"}, "wrong", ["narrower-leaf"]),
        (opening(**UNIT), "unit", {"leg_length": "80 5/8"}, "planned", []),  # 1/2 + 80 + 1/8
        (opening(**UNIT), "unit", {"leg_length": "82 5/8"}, "will_do", ["legs-long"]),
        (opening(**UNIT), "unit", {"leg_length": "82 11/16"}, "wrong", ["legs-of-another-height"]),
        (opening(**UNIT), "unit", {"leg_length": "80 1/2"}, "will_do", ["leg-short", "leg-short"]),
        (opening(**UNIT), "unit", {"depth": "4 9/16"}, "planned", []),
        (opening(**UNIT), "unit", {"depth": "4 3/4"}, "will_do", ["stands-proud"]),
        (opening(**UNIT), "unit", {"depth": "4 7/16"}, "wrong", ["too-shallow"]),
        (opening(**UNIT), "unit", {"hand": "LHR"}, "planned", []),
        (opening(**UNIT), "unit", {"hand": "RHR"}, "will_do", ["hand-differs-loose-stops"]),
        (opening(**UNIT), "unit", {"hand": "RHR", "stops": "loose"}, "will_do", ["hand-differs-loose-stops"]),
        (opening(**UNIT), "unit", {"hand": "RHR", "stops": "solid"}, "wrong", ["hand-differs"]),
        (opening(**UNIT), "unit", {"hand": "RH"}, "planned", ["hand-named-from-inside"]),
        (opening(), "leaf", {"height": "79 1/4"}, "will_do", ["legs-shorter"]),
        (opening(done=["set"]), "leaf", {"height": "79 1/4"}, "will_do", ["floor-gap-grows"]),
        (opening(done=["set"], **{"opening.door.fire_rated": True}), "leaf", {"height": "79 1/4"}, "wrong", ["fire-rated-and-not-its-size"]),
        (opening(), "leaf", {"height": "79"}, "will_do", ["legs-shorter"]),
        (opening(), "leaf", {"height": "78 15/16"}, "wrong", ["another-height"]),
        (opening(), "leaf", {"height": "80 3/16"}, "will_do", ["legs-longer"]),  # 1/16 is left of 1/4 over the head
        (opening(), "leaf", {"height": "80 1/4"}, "will_do", ["trimmed-shorter"]),
        (opening(), "leaf", {"height": "80 1/2"}, "will_do", ["trimmed-shorter"]),
        (opening(), "leaf", {"height": "80 9/16"}, "wrong", ["too-high"]),
        (opening(), "leaf", {"width": "29 1/2"}, "will_do", ["frame-made-to-it", "play-becomes"]),
        (opening(), "leaf", {"width": "28 15/16"}, "wrong", ["another-width"]),
        (opening(done=["set"]), "leaf", {"width": "29 7/8"}, "will_do", ["gaps-wider"]),
        (opening(done=["set"]), "leaf", {"width": "29 13/16"}, "will_do", ["strip-on-edge"]),
        (opening(done=["set"]), "leaf", {"width": "29 7/16"}, "wrong", ["another-width"]),
        (opening(done=["set"]), "leaf", {"width": "30 1/4"}, "will_do", ["planed-narrower"]),
        (opening(done=["set"]), "leaf", {"width": "30 5/16"}, "wrong", ["another-width"]),
        # nothing may come off its long edges, which is not the same as nothing said of them
        (opening(done=["set"], **edges("0", "0")), "leaf", {"width": "30 1/4"}, "wrong", ["another-width"]),
        (opening(done=["set"], **edges("1/8", "1/8")), "leaf", {"width": "30 1/4"}, "will_do", ["planed-narrower"]),
        (opening(done=["set"], **edges("1/8", "1/8")), "leaf", {"width": "30 5/16"}, "wrong", ["another-width"]),
        (opening(), "leaf", {"thickness": "1 3/4"}, "will_do", ["stops-planted-to-it"]),
        (opening(**STEEL), "leaf", {"width": "29 3/4", "height": "79 1/4"}, "planned", []),  # net of 2-6 x 6-8
        (opening(**STEEL), "leaf", {"thickness": "1 3/4"}, "wrong", ["too-thick-for-rabbet"]),
        (opening(**STEEL), "leaf", {"thickness": "1 1/4"}, "will_do", ["stands-back-in-rabbet"]),
        # hinges left, toward A, seen from the outside on A: hung left from the pull side
        (opening(), "leaf", {"hinged": "left"}, "planned", []),
        (opening(), "leaf", {"hinged": "right"}, "will_do", ["hinged-other-hand"]),
        (opening(**{"opening.door.fire_rated": True}), "leaf", {"hinged": "right"}, "wrong", ["fire-rated-other-hand"]),
        (pocket("30 in"), "leaf", {"hinged": "left"}, "will_do", ["hinged-for-nothing"]),
        (opening(**leaf(thickness="1 3/4")), "latch", {"thickness_least": "1 3/8", "thickness_most": "1 3/8"}, "wrong", ["lock-wrong-for-leaf"]),
        (opening(**{"opening.door.hardware": {"hinge_mortise": "square"}}), "hinge", {"corner": "round"}, "will_do", ["hinge-corners-differ"]),
        (opening(**STEEL), "steel_frame", {"throat": "4 3/4"}, "planned", []),
        (opening(**STEEL), "steel_frame", {"throat": "4 13/16"}, "planned", []),
        (opening(**STEEL), "steel_frame", {"throat": "4 7/8"}, "wrong", ["steel-throat-wide"]),
        (opening(**STEEL), "steel_frame", {"throat": "4 11/16"}, "wrong", ["steel-throat-narrow"]),
        (
            opening(**{"opening.frame": {"kind": "split_jamb", "wall_least": "4 1/2", "wall_most": "5"}}),
            "split_jamb", {"wall_least": "4 5/8", "wall_most": "5"}, "wrong", ["split-jamb-out-of-range"],
        ),
    ],
)  # fmt: skip
def test_the_check_of_each_kind(of, item, texts, level, codes):
    found = check(of, item, **texts)
    assert (found[0], sorted(found[1])) == (level, sorted(codes))


def test_a_track_of_72_where_76_is_the_shortest():
    """The hangers move in by 2 each, where the maker's least spread lets them; a longer one is cut."""
    shortest = solved(plain(**SLIDER, **{"opening.door.slider.length": None}))
    least = shortest.figures["track_least"].value.in_inches()
    short = str(least - 4)
    bought = opening(**{**SLIDER, "opening.door.slider": SLIDER["opening.door.slider"] | {"length": str(least + 4)}})
    assert check(bought, "track", length=str(least))[:2] == ("will_do", ["track-shorter"])  # and still long enough
    of = opening(**SLIDER, **{"opening.door.slider.length": None})
    assert check(of, "track", length=short)[:2] == ("will_do", ["hangers-moved-in"])
    spread = shortest.figures["hanger_spread"].value.in_inches()
    close = {**SLIDER["opening.door.slider"], "length": None, "hanger_spread_least": str(spread - 3)}
    of = opening(**{**SLIDER, "opening.door.slider": close})
    assert check(of, "track", length=short)[:2] == ("wrong", ["track-too-short"])
    assert check(of, "track", length=str(least + 4))[:2] == ("will_do", ["track-longer"])


@pytest.mark.parametrize(
    ("of", "item", "texts", "code", "said"),
    [
        (pocket("2-4"), "pocket_kit", {"printed": "24"}, "kit-for-narrower-leaf", "2-0 (24 in); this one is 2-4 (28 in)"),
        (pocket("2-4"), "pocket_kit", {"printed": "24"}, "printed-two-ways", "48 in for the one, 56 in for the other"),
        (opening(**METRIC), "lining_kit", {"thickness": "27.5"}, "play-becomes", "11.5 mm of play at each side; 7 mm was planned"),
        (opening(**METRIC), "lining_kit", {"depth": "132"}, "rip-the-lining", "Rip it to 117 mm"),
        (opening(**UNIT), "unit", {"outside_width": "25 5/8"}, "play-becomes", "3/16 in of play at each side; 1/8 in was"),
        (opening(**UNIT), "unit", {"leg_length": "81 1/4"}, "legs-long", "Cut 5/8 in off the foot of each"),
        (opening(), "leaf", {"width": "29 1/2"}, "frame-made-to-it", "29 3/4 in between the jamb legs"),
        (opening(done=["set"]), "leaf", {"width": "29 7/8"}, "gaps-wider", "come to 3/8 in together, and not 1/4 in"),
    ],
)  # fmt: skip
def test_what_a_finding_says(of, item, texts, code, said):
    assert said in sentence(of, check(of, item, **texts)[2], code)


@pytest.mark.parametrize(
    ("item", "texts", "path"),
    [
        ("leaf", {"width": "a lot"}, "measured.width"), ("leaf", {"height": "2"}, "measured.height"), ("leaf", {"hinged": "up"}, "measured.hinged"),
        ("leaf", {"throat": "4"}, "measured.throat"), ("timber", {"width": "30"}, "measured.width"),
        ("latch", {"thickness_least": "1 3/4", "thickness_most": "1 3/8"}, "measured.thickness_most"),
    ],
)  # fmt: skip
def test_what_is_no_measure_is_refused_by_its_field(item, texts, path):
    with pytest.raises(Refused) as refused:
        measured(item, texts, "in")
    assert [e.path for e in refused.value.errors] == [path]


def test_a_pre_hung_pair_is_wider_than_any_leaf():
    """Two leaves of 36: 72 3/8 inside and 73 7/8 over its backs, which no single leaf is."""
    of = opening(
        **{"opening.door.leaves": leaf("36 in")["opening.door.leaves"] * 2, "opening.frame": {"supply": "pre_hung"}}
    )
    assert check(of, "unit", outside_width="73 7/8")[:2] == ("planned", [])
    solved(plain(**{"opening.unit": {"outside_width": "73 7/8"}}))


def test_every_flag_that_a_delivery_may_raise_is_one():
    assert OF_FLAGS.keys() <= ALL_FLAGS.keys()


@pytest.mark.parametrize(
    ("texts", "level", "codes"),
    [
        ({"width": "35", "height": "83", "thickness": "1 3/8"}, "planned", []),  # opening 31 and 2 over each side; 81 1/2 + 2 - 1/2
        ({"width": "34"}, "will_do", ["slab-covers-little", "slides-otherwise"]),
        ({"width": "30 1/2"}, "wrong", ["slab-does-not-cover"]),
        ({"height": "80 1/2"}, "wrong", ["slab-top-uncovered"]),
    ],
)  # fmt: skip
def test_a_slab_is_held_against_its_opening(texts, level, codes):
    found = check(opening(**SLIDER), "slab", **texts)
    assert (found[0], sorted(found[1])) == (level, codes)


def test_every_measure_is_a_length_that_is_declared_or_a_choice():
    for asked in (one for of in ITEMS.values() for one in of.asked):
        assert asked.choices or kind_of(asked)


@pytest.mark.parametrize(
    ("of", "item", "texts", "said"),
    [
        # 2-4 in the hole of a 2-6: 2 narrower, a filler of 1 a side
        (opening(done=["framed"]), "leaf", {"width": "28"}, {"filler": "1 in to each cripple stud", "narrower-way": "becomes"}),
        (opening(done=["framed"]), "leaf", {"width": "32"}, {"widen": "2 in wider", "header": "37 1/4"}),
        (opening(), "leaf", {"width": "28"}, {"plan-it": "32 1/4 in by 82 3/8 in as planned, 30 1/4 in by 82 3/8 in for this one", "narrower-way": "becomes"}),
        (opening(done=["framed"]), "leaf", {"height": "78"}, {"lower": "filler of 2 in under"}),
        (opening(done=["framed"]), "leaf", {"height": "82"}, {"higher": "Raise the lintel by 2 in"}),
        (opening(done=["framed"], **STEEL), "steel_frame", {"throat": "4 7/8"}, {"fur-out": "1/16 in thicker"}),
        (opening(done=["framed"], **UNIT), "unit", {"depth": "4 3/8"}, {"extension": "strip of 1/8 in"}),
        (opening(done=["framed"], **UNIT), "unit", {"outside_width": "23 3/4"}, {"filler": "1 in to each", "narrower-way": "becomes"}),
    ],
)  # fmt: skip
def test_what_building_to_it_takes(of, item, texts, said):
    bought = next((one for one in of.result.hardware if one.name == item), Item(item, 1))
    found = of.built_to(bought, measured(item, texts, "in"))
    told = {f.code: finding_out(f, Tape(), "britain") for f in found}
    assert told.keys() == said.keys()
    for code, part in said.items():
        assert part in f"{told[code]['reason']} {told[code]['cure']}"


def _ways(minutes):
    """Every way to bring things to places: the most served, then the least work."""
    things, places = len(minutes), len(minutes[0])
    slots = [*range(places), *[None] * things]
    for way in {p[:things] for p in permutations(slots, things)}:
        work = [minutes[i][j] for i, j in enumerate(way) if j is not None]
        if None not in work:
            yield -len(work), sum(work)


@given(st.integers(1, 3), st.integers(1, 3), st.data())
def test_nothing_serves_more_places_or_with_less_work(things, places, data):
    minutes = [[data.draw(st.none() | st.integers(0, 9)) for _ in range(places)] for _ in range(things)]
    found = assigned(minutes, [None] * things)
    used = [j for j in found if j is not None]
    assert len({*used}) == len(used)
    work = [minutes[i][j] for i, j in enumerate(found) if j is not None]
    assert None not in work
    assert (-len(used), sum(work)) == min(_ways(minutes))


def test_what_serves_where_it_was_meant_stays_there():
    for now in permutations(range(3)):
        assert assigned([[0, 0, 0]] * 3, now) == now
    assert assigned([], []) == ()
    for row, now in product(([None, 5], [None, None]), (0, None)):
        assert assigned([row], [now]) == ((1,) if row[1] is not None else (None,))

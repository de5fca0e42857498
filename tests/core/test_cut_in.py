"""Cutting into a standing wall (handbook 6): what goes, what stays, what is added, and the exact search for the best place."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from helpers import POCKET, codes, inch, inches, plain, solved
from jambo.core.facts.placing import Header
from jambo.core.framing import cut_in
from jambo.core.framing.cut_in import SearchedWall, Size, open_up
from jambo.core.quantities.figure import HALF, Figure, Known, Missing, Source
from jambo.core.quantities.length import ZERO, Length
from jambo.core.wall.best_place import Search, places, reasons
from jambo.core.wall.layout import Stretch
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse

NOTHING = Known("none", ZERO, Source("given", "none"))


def bare_header(jacks: int, kings: int) -> Header:
    return Header(Missing("x", "x"), NOTHING, NOTHING, jacks=jacks, kings=kings)


AT16 = ["3/4", *(str(n) for n in range(16, 168, 16)), "167 1/4"]


def old_wall(studs=AT16, **changes):
    """The plain opening, 32 1/4 in wide and centred at 60, as a new hole in a standing wall."""
    found = None if studs is None else [{"at": at} for at in studs]
    base = {"wall.existing": True, "wall.studs_found": found, "opening.cut_in": {"asked": True}}
    return plain(**(base | changes))


def at(distance, **changes):
    return solved(old_wall(**({"opening.position.distance": distance} | changes)))


def found(studs):
    return [AT16[n] for n in studs]


# the hole is 32 1/4 wide, with its jacks 35 1/4: at centre c they stand from c - 17 5/8 to c + 17 5/8
@pytest.mark.parametrize(
    ("centre", "cut", "kings", "cleared"),
    [
        ("60", ["48", "64"], (None, None), []),  # 42 3/8 to 77 5/8: next faces 32 3/4 and 79 1/4, room for new kings
        ("61 5/8", ["48", "64"], (None, "80"), []),  # 44 to 79 1/4: the jack's back meets the stud at 80
        ("50 3/8", ["48", "64"], ("32", None), []),  # 32 3/4 to 68: and here the one at 32
        ("60 7/8", ["48", "64"], (None, "80"), []),  # 3/4 short of it: a filler
        ("60 3/4", ["48", "64"], (None, None), ["80"]),  # 7/8 short: too much for a filler, too little for a king
        ("64", ["48", "64", "80"], (None, None), []),
    ],
)
def test_which_studs_go_and_which_serve_as_kings(centre, cut, kings, cleared):
    opened = at(centre).opened
    assert found(opened.cut) == cut and found(opened.cleared) == cleared
    assert tuple(AT16[k] if k is not None else None for k in opened.kings) == kings
    assert ("cut-in-clears-stud" in codes(at(centre))) == bool(cleared)


def counts(result):
    return {(p.part, p.length.name): p.count for p in result.pieces if p.where == "wall"}


def test_the_cut_list_leaves_out_what_stands_already():
    """One standing king: one king to cut; no cripple, for the tops of the two studs cut stay."""
    both, one = at("60"), at("61 5/8")
    assert counts(both)[("king", "king_length")] == 2 and counts(one)[("king", "king_length")] == 1
    assert ("cripple", "cripple_length") not in counts(one)
    assert counts(one)[("jack", "jack_length")] == 2 and ("king_filler", "king_length") not in counts(one)
    filled = at("60 7/8")
    piece = next(p for p in filled.pieces if p.part == "king_filler")
    assert (piece.count, piece.section[0]) == (1, inch("3/4"))


@pytest.mark.parametrize(("end", "distance"), [("left", "60 7/8"), ("right", "107 1/8")])
def test_a_filler_adds_up_from_either_end(end, distance):
    """168 - 107 1/8 = 60 7/8: the stud at 80 starts at 79 1/4, the jack ends at 60 7/8 + 16 1/8 + 1 1/2 = 78 1/2."""
    result = at(distance, **{"opening.position.measured_from": end})
    figure = result.figures["king_filler_right"]
    assert isinstance(figure, Figure) and figure.value == inch("3/4")
    assert sum(t.value.nm for t in figure.terms) == figure.value.nm
    assert "king_filler_left" not in result.figures
    kings = {s.x0.in_inches() for s in result.shapes if s.part == "king"}
    standing = Fraction(317, 4) if end == "left" else Fraction(317, 4) - 168  # drawn from the end measured from
    assert standing in kings


def test_base_trim_is_cut_back_to_the_casings_outer_edge():
    """From the centre 30 1/4 / 2 + 3/16 + 2 1/4 = 17 9/16 each way."""
    result = at("61 5/8", **{"opening.casing": {"width": "2 1/4"}})
    assert inches(result, "base_cut_near", "base_cut_far") == [Fraction(705, 16), Fraction(1267, 16)]
    assert "base_cut_near" not in at("61 5/8").figures  # nobody has said what the casing is
    assert "base_cut_near" not in at("61 5/8", **POCKET, **{"opening.casing": {"width": "2 1/4"}}).figures


def test_a_plate_on_joists_asks_for_blocks_and_a_floor_extension():
    assert not {"floor_extension", "plate_block"} & at("60").figures.keys()
    joists = at("60", **{"wall.plate_on": "joists"})
    assert inches(joists, "floor_extension", "plate_block") == [Fraction(129, 4), Fraction(7, 2)]
    assert counts(joists)[("plate_block", "plate_block")] == 2


def test_a_standing_wall_is_drawn_and_listed_with_the_studs_that_were_found():
    odd = solved(old_wall(["3/4", "17 3/8", "96 5/8"], **{"opening.cut_in": None}))
    assert [m.measure.name for m in odd.plate.marks if m.what == "common"] == []
    near = solved(old_wall(["3/4", "38", "96 5/8"]))
    marks = [(m.measure.name, m.measure.value) for m in near.plate.marks if m.what == "common"]
    assert marks == [("mark_found_2", inch("37 1/4"))]


@pytest.mark.parametrize(
    ("studs", "path", "told"),
    [
        (["16", "16 1/2"], "wall.studs_found[1].at", "at least 1 1/2"),
        (["16", "900 ft"], "wall.studs_found[1].at", "accepted"),
    ],
)
def test_studs_that_cannot_stand_so_are_refused(studs, path, told):
    with pytest.raises(Refused) as refused:
        facts_of(parse(Document, old_wall(studs)))
    assert [e.path for e in refused.value.errors] == [path] and told in refused.value.errors[0].accepted


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({"wall.services": [{"at": "20", "low": "40", "high": "12"}]}, "wall.services[0].high"),
        ({"opening.cut_in": {"asked": True, "least": "80", "most": "40"}}, "opening.cut_in.most"),
    ],
)
def test_a_service_or_a_range_turned_round_is_refused(changes, path):
    with pytest.raises(Refused) as refused:
        facts_of(parse(Document, old_wall(**changes)))
    assert [e.path for e in refused.value.errors] == [path]


@pytest.mark.parametrize(
    ("service", "hit"),
    [
        ({"at": "60"}, True),
        ({"at": "40 3/8"}, False),  # 2 in clear of the jack's back at 42 3/8: touching is clear
        ({"at": "40 1/2"}, True),
        ({"at": "60", "low": "88", "high": "96"}, False),  # over the header's top, 82 3/8 + 5 1/2 = 87 7/8
        ({"at": "60", "low": "87 3/4"}, True),
        ({"at": "10", "to": "30", "low": "12", "high": "14"}, False),
        ({"at": "150", "to": "60", "low": "12", "high": "14"}, True),  # a run may be given from either end
        ({}, False),  # it has no place yet
    ],
)
def test_a_service_is_in_the_way_when_the_wall_is_opened_there(service, hit):
    result = at("60", **{"wall.services": [{"what": "A cable", **service}]})
    assert ("cut-in-service" in codes(result, "stop")) == hit


@pytest.mark.parametrize(
    ("low", "taped", "floors", "hit"),
    [
        ("87 1/8", "floor_a", {"a": [{"thickness": "3/4"}]}, False),  # 87 7/8 over the rough floor: at the header's top
        ("87 1/16", "floor_a", {"a": [{"thickness": "3/4"}]}, True),
        ("87 1/2", "floor_b", {"a": [{"thickness": "3/4"}], "b": [{"thickness": "3/8"}]}, False),
        ("87 7/16", "floor_b", {"a": [{"thickness": "3/4"}], "b": [{"thickness": "3/8"}]}, True),
        ("87 7/8", "rough_floor", {"a": [{"thickness": "3/4"}]}, False),
        (
            "95",
            "floor_b",
            {"a": [{"thickness": "3/4"}]},
            True,
        ),  # nobody said that floor: all its height counts, and it says so
    ],
)
def test_a_services_heights_count_from_the_floor_they_were_taped_from(low, taped, floors, hit):
    """The hole is the same over every floor: 82 3/8 high, opened to 87 7/8 over the rough floor."""
    run = [{"what": "A cable", "at": "60", "low": low, "taped_from": taped}]
    result = at("60", **{"wall.services": run, "opening.floors": floors})
    told = [flag for flag in result.flags if flag.code == "cut-in-service"]
    assert bool(told) == hit
    assert ("is not said" in str(told)) == (taped == "floor_b" and "b" not in floors)


BEARING = {"wall.bearing": "yes"}
SUPPORT = {"asked": True, "support": "two posts and a beam on side B", "support_by": "engineer's note 4"}


@pytest.mark.parametrize(
    ("changes", "stop"),
    [
        ({}, False),
        (BEARING, True),
        ({"wall.bearing": "unknown"}, True),
        (BEARING | {"opening.cut_in": SUPPORT}, False),
        (BEARING | {"opening.cut_in": SUPPORT | {"support_by": " "}}, True),  # who gave it is part of the record
        (BEARING | {"opening.cut_in": {"asked": False}}, False),  # an old opening cuts no stud
    ],
)
def test_a_bearing_wall_waits_for_its_support(changes, stop):
    assert ("cut-in-without-support" in codes(at("60", **changes), "stop")) == stop


def card(result):
    return {s.key: s for s in result.steps}


def test_the_card_of_a_new_hole_supports_cuts_keeps_and_makes_good():
    result = at("60 7/8", **BEARING, **{"opening.cut_in": SUPPORT, "opening.casing": {"width": "2 1/4"}})
    steps, keys = card(result), [s.key for s in result.steps]
    assert "two posts and a beam on side B, by engineer's note 4" in steps["support"].text
    order = [
        "support",
        "services",
        "mark-hole",
        "cut-standing",
        "keep-standing",
        "new-kings",
        "cut-plate",
        "stand",
        "unload",
    ]
    assert [k for k in keys if k in order] == order
    assert steps["cut-standing"].text.startswith("Cut the {stud}s at {mark_found_4}, {mark_found_5} at {header_top}")
    assert "{king_filler_right} on the right" in steps["keep-standing"].text
    assert "Add 1 {king}, {king_length}" in steps["new-kings"].text
    assert keys.index("base-trim") > keys.index("casing")
    assert not {"score", "old-frame", "survey"} & set(keys)  # there is no old frame to take out
    assert {"old-frame"} <= set(card(at("60", **{"opening.cut_in": None})))
    for name in ("mark_found_4", "mark_found_5", "king_filler_right", "base_cut_near"):
        assert isinstance(result.figures[name], Figure)


def test_a_plan_with_braces_in_it_is_told_as_it_stands():
    result = at("60", **BEARING, **{"opening.cut_in": SUPPORT | {"support": "posts {per sketch}"}})
    assert "posts (per sketch)" in card(result)["support"].text


def test_under_a_sloping_ceiling_everything_is_cut_to_its_place():
    """84 at the left, 126 at the right of 168: 1/4 in 1. The framing stands from 57 to 95 1/4, the kings' inner faces at 58 1/2 and 93 3/4."""
    result = at("76 1/8", **{"wall.height": "84", "wall.height_right": "126", "wall.studs_found": None})
    assert inches(result, "wall_top") == [Fraction(393, 4)]  # 84 + 57/4, the lowest over the framing
    assert inches(result, "king_low_long", "king_high_long") == [Fraction(777, 8), Fraction(1701, 16)]
    assert inches(result, "cripple_length") == [Fraction(83, 8)]
    nailer = result.figures["slope_nailer"].value.in_inches()
    run, rise = Fraction(141, 4), Fraction(141, 16)
    assert nailer**2 >= run**2 + rise**2 > (nailer - Fraction(1, 10**6)) ** 2
    assert counts(result)[("king", "king_low_long")] == counts(result)[("king", "king_high_long")] == 1
    assert counts(result)[("slope_nailer", "slope_nailer")] == 1 and "nailer" in card(result)
    falls = at("91 7/8", **{"wall.height": "126", "wall.height_right": "84", "wall.studs_found": None})
    assert inches(falls, "king_low_long", "king_high_long") == inches(result, "king_low_long", "king_high_long")


def test_a_slope_that_comes_down_on_the_header_stops_it():
    low = at("30", **{"wall.height": "84", "wall.height_right": "126"})
    assert "cripple-does-not-fit" in codes(low, "stop")  # 84 + 10 7/8 / 4 is below 87 7/8
    assert at("76 1/8", **{"wall.height": "84", "wall.height_right": None}).flags[0].code == "cripple-does-not-fit"


# ---- the search


def asked(doc, **more):
    facts = facts_of(parse(Document, doc))
    result = solved(doc)
    size = cut_in.hole_size(result.figures, facts.wall, facts.opening.header)
    fixed = frozenset(i for i, s in enumerate(facts.wall.services) if not s.movable)
    said = {"least": inch("0"), "most": inch("168"), "wanted": inch("60"), "length": inch("168"), "fixed": fixed} | more
    return Search(size, cut_in.standing(facts.wall, facts.rules), **said)


def centre(place):
    return place.opened.left + inch("32 1/4") * HALF


def test_the_best_place_uses_a_standing_stud_and_the_others_say_why_not():
    """Two studs are cut anywhere near 60; at 61 5/8 one serves as king, at 60 7/8 with a filler, at 60 none does."""
    ranked = places(asked(old_wall()))
    assert [centre(p) for p in ranked] == [inch("61 5/8"), inch("60 7/8"), inch("60")]
    assert [p.off for p in ranked] == [inch("1 5/8"), inch("7/8"), inch("0")]
    assert [list(reasons(p, ranked[0])) for p in ranked] == [
        [],
        [("fillers", 1)],
        [("added", 1)],
    ]


@pytest.mark.parametrize(("taken", "stands"), [("0", True), ("1/16", False)])
def test_framings_of_two_openings_may_touch_but_not_overlap(taken, stands):
    """At 50 3/8 the hole opens the wall from its king's face at 32: what stands to its left may end there."""
    ask = asked(old_wall(), most=inch("77"))
    free = places(ask)[0].opened
    beside = replace(ask, taken=(Stretch(ZERO, free.low + inch(taken)),))
    assert (free.left in [p.opened.left for p in places(beside)]) is stands
    beside = replace(ask, taken=(Stretch(free.high - inch(taken), inch("168")),))
    assert (free.left in [p.opened.left for p in places(beside)]) is stands


def test_a_range_shuts_places_out():
    ranked = places(asked(old_wall(), most=inch("77")))
    assert centre(ranked[0]) == inch("50 3/8")  # left king at 32; the right edge at 66 1/2
    assert all(p.opened.left + inch("32 1/4") <= inch("77") for p in ranked)
    assert places(asked(old_wall(), least=inch("60"), most=inch("90"))) == ()  # narrower than the hole


def test_services_and_other_openings_are_kept_clear_of():
    pipe = {"what": "A pipe", "at": "62", "fixed": True}
    ranked = places(asked(old_wall(**{"wall.services": [pipe]})))
    assert ranked[0].cost[:2] == (0, 0) and not ranked[0].opened.services
    taken = (Stretch(inch("75"), inch("120")),)
    for place in places(asked(old_wall(), taken=taken)):
        assert place.opened.high <= inch("75") or place.opened.low >= inch("120")


def test_where_everything_is_in_the_way_the_least_is_offered_and_says_so():
    everywhere = [{"what": "A duct", "at": "0", "to": "168", "low": "10", "high": "20"}]
    ranked = places(asked(old_wall(**{"wall.services": everywhere})))
    assert ranked[0].cost[:3] == (0, 1, 2) and ranked[0].opened.services == (0,)


def wall_of(centres, services=(), clear="2"):
    faces = tuple((int((inch(c) - inch("3/4")).nm), int((inch(c) + inch("3/4")).nm)) for c in centres)
    boxes = tuple((int(inch(a).nm), int(inch(b).nm), 0, int(inch("90").nm)) for a, b in services)
    return SearchedWall(faces, boxes, int(inch("1 1/2").nm), int(inch("3/4").nm), int(inch(clear).nm))


quarters = st.integers(0, 4 * 120)


@st.composite
def walls(draw):
    """A standing wall of 120 in with studs and services in quarter inches, a hole, and a range."""
    steps = draw(st.lists(st.integers(6, 100), min_size=0, max_size=9))
    centres, x = [], 3
    for step in steps:
        x += step
        if x <= 4 * 120 - 3:
            centres.append(str(Fraction(x, 4)))
    runs = draw(st.lists(st.tuples(quarters, st.integers(0, 40)), max_size=3))
    services = [(str(Fraction(a, 4)), str(Fraction(a + b, 4))) for a, b in runs]
    header = bare_header(draw(st.integers(1, 2)), draw(st.integers(1, 2)))
    size = Size(inch(str(Fraction(draw(st.integers(4 * 20, 4 * 48)), 4))), inch("88"), header)
    least = Length.inches(Fraction(draw(st.integers(0, 4 * 60)), 4))
    wanted = Length.inches(Fraction(draw(quarters), 4))
    fixed = frozenset(n for n in range(len(services)) if draw(st.booleans()))
    return Search(size, wall_of(centres, services), least, inch("120"), wanted, inch("120"), (), fixed)


def cost_at(asked, x):
    """What a place costs, said again in other words: counted stud by stud."""
    opened = open_up(x, asked.size, asked.wall)
    if opened.low.nm < 0 or opened.high > asked.length:
        return None
    stuck = len([n for n in opened.services if n in asked.fixed])
    return (
        stuck,
        len(opened.services) - stuck,
        len(opened.cut) + len(opened.cleared),
        sum(asked.size.header.kings - (king is not None) for king in opened.kings),
        len([gap for gap in opened.fillers if gap.nm]),
    )


@given(walls())
def test_no_place_on_a_sixteenth_beats_the_one_that_was_found(asked):
    ranked = places(asked)
    best = (ranked[0].cost, ranked[0].off) if ranked else None
    for n in range(16 * 120):
        x = Length.inches(Fraction(n, 16))
        if not asked.least <= x or x + asked.size.width > asked.most:
            continue
        cost = cost_at(asked, x)
        if cost is None:
            continue
        off = x + asked.size.width * HALF - asked.wanted
        assert best is not None and best <= (cost, off if off.nm >= 0 else -off), x.in_inches()


# Two places a hair beside a meeting cut the same studs, one a hair and one 2 1/4 in from where the hole is wanted: the nearer one is
# offered, from whichever end of the wall one looks.
ROW = Search(
    Size(inch("20"), inch("88"), bare_header(1, 2)),
    wall_of(("2 1/4", "3 3/4", "5 1/4", "6 3/4", "18", "43", "68", "93", "118")),
    inch("0"), inch("120"), inch("105"), inch("120"), (), frozenset(),
)  # fmt: skip


@example(ROW)
@given(walls())
def test_a_mirrored_wall_has_its_best_place_mirrored(asked):
    def turn(pairs):
        return tuple((int(asked.length.nm) - pair[1], int(asked.length.nm) - pair[0], *pair[2:]) for pair in pairs)

    seen = SearchedWall(
        turn(asked.wall.studs), turn(asked.wall.services), asked.wall.thick, asked.wall.filler, asked.wall.clear
    )
    most, wanted = asked.length - asked.least, asked.length - asked.wanted
    mirrored = Search(asked.size, seen, inch("0"), most, wanted, asked.length, (), asked.fixed)
    there, back = places(asked), places(mirrored)
    assert [(p.cost, p.off) for p in there] == [(p.cost, p.off) for p in back]


@st.composite
def holes(draw):
    """A new hole somewhere in an old wall of 168 in, with studs, a service, a slope or none, blocks or none."""
    steps = draw(st.lists(st.integers(6, 96), max_size=10))
    places, x = [], 3
    for step in steps:
        x += step
        if x < 4 * 167:
            places.append(Fraction(x, 4))
    runs = draw(st.lists(st.tuples(st.integers(0, 148), st.integers(0, 20), st.booleans()), max_size=2))
    heights = draw(st.sampled_from([("97 1/2", None), ("97 1/2", "120"), ("130", "98")]))
    return {
        "places": places,
        "runs": [(Fraction(a), Fraction(a + b), fixed) for a, b, fixed in runs],
        "heights": heights,
        "centre": Fraction(draw(st.integers(4 * 24, 4 * 144)), 4),
        "plate_on": draw(st.sampled_from(["deck", "joists"])),
        "kings": draw(st.integers(1, 2)),
    }


def written(hole, turned=False):
    """The hole as a document, or as it is seen in a mirror."""

    def at(x):
        return str(168 - x if turned else x) + " in"

    left, right = hole["heights"]
    ends = (right or left, left if right else None) if turned else (left, right)
    return old_wall(
        [],
        **{
            "wall.studs_found": [{"at": at(x)} for x in hole["places"]],
            "wall.services": [{"what": "pipe", "at": at(a), "to": at(b), "fixed": f} for a, b, f in hole["runs"]],
            "wall.height": ends[0],
            "wall.height_right": ends[1],
            "wall.plate_on": hole["plate_on"],
            "opening.header": {"depth": "5 1/2", "kings": hole["kings"]},
            "opening.casing": {"width": "2 1/4"},
            "opening.door.hinge_side": "right" if turned else "left",
            "opening.position": {
                "distance": str(hole["centre"]) + " in",
                "measured_from": "right" if turned else "left",
            },
        },
    )


@given(holes())
def test_a_hole_seen_in_a_mirror_is_the_same_work(hole):
    here, there = solved(written(hole)), solved(written(hole, turned=True))
    assert codes(here) == codes(there)
    assert [s.key for s in here.steps] == [s.key for s in there.steps]
    assert counts(here) == counts(there)
    # rounded down to the nanometre at both ends of a slope
    mine = sorted((s.part, *(round(float(v.nm), -2) for v in (s.x0, s.x1))) for s in here.shapes)
    theirs = sorted((s.part, *(round(float(-v.nm), -2) for v in (s.x1, s.x0))) for s in there.shapes)
    assert mine == theirs


@given(holes())
def test_every_sum_of_a_hole_adds_up_and_nothing_stands_in_the_hole(hole):
    result = solved(written(hole))
    for figure in result.figures.values():
        if isinstance(figure, Figure):
            assert sum(t.value.nm for t in figure.terms) == figure.value.nm, figure.name
    opened = result.opened
    backs = (opened.left - inch("1 1/2"), opened.left + inch("33 3/4"))
    standing = [s for s in result.shapes if s.part == "stud"]
    assert all(s.x1 <= backs[0] or s.x0 >= backs[1] for s in standing)
    assert opened.lost + opened.reused <= len(hole["places"])
    kings = sum(n for (part, _), n in counts(result).items() if part == "king")
    assert kings == 2 * hole["kings"] - opened.reused

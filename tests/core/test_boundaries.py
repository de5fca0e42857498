"""Bounds and signs beside the main road, each worked by hand: what a rule says exactly where it turns."""

from fractions import Fraction

import pytest
from found_cases import OVER, STRAIGHT, also, found, surveyed, wide

from helpers import BYPASS, POCKET, SLIDER, codes, inch, inches, lengths, plain, solved
from jambo.core.framing.floors import airs
from jambo.core.framing.refloor import refloored
from jambo.core.planning.work import minutes_by_rule
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Source
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.mass import Mass, read_mass
from jambo.core.quantities.notation import NotALength, read
from jambo.core.setting.legs import lean_method, leg_lean
from jambo.core.setting.shims import Pack, Shim, tapered, tapers_one_way
from jambo.core.setting.stations import Packer, at_hinge, shimmed
from jambo.core.survey.level import read_level
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import parse


def known(text):
    return Known("shim", inch(text), Source("given", ""))


def shim(tip, butt):
    return Shim(known(tip), known(butt), known("8"))


USUAL = shim("1/32", "5/16")  # 9/32 over 8 in: over a leg of 4 1/2 one taper makes 81/512
PACKS = Packer(USUAL, "tapered", inch("1/32"), inch("1/16"), inch("4 1/2"), "in")


# ---- packs (handbook 14)


@pytest.mark.parametrize(
    ("gap", "twist", "edges", "enter", "tapers"),
    [
        ("1/2", "3/16", ("13/32", "19/32"), "B", 1),  # 3/16 is 15/512 off one taper
        ("1/2", "-3/16", ("19/32", "13/32"), "A", 1),
        ("1/2", "-5/16", ("21/32", "11/32"), "A", 2),  # two make 81/256, 1/256 more
        ("1/2", "1/16", ("15/32", "17/32"), "both", 0),  # matched as near as a parallel pack need be
        ("1/2", "1/2", ("1/4", "3/4"), "split", 0),  # two tapers leave 47/256
    ],
)
def test_a_wedge_is_filled_from_its_wide_edge(gap, twist, edges, enter, tapers):
    one = shimmed(at_hinge(1, 1800.0), inch(gap), Length.inches(Fraction(twist)), PACKS)
    assert (one.edge_a, one.edge_b, one.enter, one.pack.wedge) == (*map(inch, edges), enter, tapers)
    assert one.wedge == inch(edges[0]) - inch(edges[1])
    assert one.pack.thickness == inch(gap) + inch("1/32")


@pytest.mark.parametrize(("gap", "block"), [("4", False), ("4 1/64", True)])
def test_a_gap_wider_than_packs_go_takes_a_block(gap, block):
    one = shimmed(at_hinge(1, 1800.0), inch(gap), ZERO, PACKS)
    assert (one.gap, one.pack.block, one.enter) == (inch(gap), block, "both")


@pytest.mark.parametrize(
    ("thickness", "pack"),
    [
        ("7/64", Pack(inch("7/64"), single=True)),  # thinner than two tips: one shim slid in
        ("1/8", Pack(inch("1/8"), pair=ZERO)),  # two tips, just meeting
        ("3/16", Pack(inch("3/16"), pair=inch("8"))),  # tip on butt: right over each other
        ("15/64", Pack(inch("15/64"), (inch("1/8"),), single=True)),  # over a flat of 1/8, 7/64 is left
        ("1/4", Pack(inch("1/4"), (inch("1/8"),), ZERO)),
        ("5/16", Pack(inch("5/16"), (inch("1/8"),), inch("8"))),
        ("21/64", Pack(inch("21/64"), (inch("1/4"),), single=True)),
    ],
)  # shims of 1/16 to 1/8: a pair fills 1/8 to 3/16
def test_tapered_pairs_over_flats(thickness, pack):
    assert tapered(inch(thickness), shim("1/16", "1/8"), "in") == pack


@pytest.mark.parametrize(("wedge", "count"), [("1/4", 2), ("3/16", 1), ("-1/4", 2), ("1/2", None)])
def test_as_many_tapers_as_come_nearest(wedge, count):
    """81/512 each: 1/4 is 47/512 off one, 34/512 off two; a tolerance of 1/8 would let either in."""
    assert tapers_one_way(Length.inches(Fraction(wedge)), inch("4 1/2"), USUAL, inch("1/8")) == count


# ---- the set plan (handbook 13 to 16)


@pytest.mark.parametrize(("height", "verdict"), [("82 1/8", "fits"), ("82 1/16", "work")])
def test_a_frame_that_just_fills_the_height_fits(height, verdict):
    """Floor 3/4, gap 1/2, leaf 80, head gap 1/8, head 3/4: the frame's top is at 82 1/8."""
    result = solved(
        surveyed(*(also(f"lean_{s}", "0") for s in ("left", "right")), height_left=height, height_right=height)
    )
    assert inches(result, "head_play_found") == [inch(height).in_inches() - Fraction(657, 8)]
    assert result.found.plan.verdict == verdict


def test_a_tilted_frame_is_nearest_the_studs_where_its_gaps_are_least():
    result = solved(plain(**found(*OVER, **wide("32 1/16"))))
    plan, at = result.found.plan, result.found.plan.stand
    assert at.tilt != 0
    ys = [at.height * n / 2000 for n in range(2001)]
    back = [at.x + at.tilt * y for y in ys]
    hinge = min(b - plan.hinge.middle(y) for b, y in zip(back, ys, strict=True))
    strike = min(plan.strike.middle(y) - b - at.outside for b, y in zip(back, ys, strict=True))
    least = [float(v) * 25.4 for v in inches(result, "hinge_least", "strike_least")]
    assert least == pytest.approx([max(hinge, 0), max(strike, 0)], abs=0.02)


def test_a_unit_delivered_narrower_leaves_the_planned_slot_and_what_it_gained():
    """Hole 32 1/4, planned 31 3/4 over the backs, delivered 31 1/2: 3/4 left, of which 1/2 was planned."""
    straight = [also(p, "0") for p in ("lean_left", "lean_right", "bow_left", "bow_right")]
    result = solved(surveyed(*straight, unit={"outside_width": "31 1/2"}))
    assert inches(result, "slot_width", "slot_width_planned") == [Fraction(3, 4), Fraction(1, 2)]
    assert "slot_width_planned" not in solved(surveyed(*straight)).figures


@pytest.mark.parametrize(
    ("setting", "opens_to", "slope"),
    [
        ({"legs": "hinge_plane"}, "A", Fraction(2, 657)),  # 1/4 over 82 1/8
        ({"legs": "split"}, "A", Fraction(3, 657)),  # half of 1/4 and 1/2
        ({"legs": "split"}, "B", Fraction(-3, 657)),
        ({"legs": "stop_to_leaf"}, "A", Fraction(2, 657)),
        ({"legs": "plumb"}, "A", Fraction(0)),
    ],
)
def test_the_hinge_leg_leans_as_its_method_leaves_it(setting, opens_to, slope):
    walls = [also("wall_left", "1/4", "A"), also("wall_right", "1/2", "A")]
    doc = plain(**found(*walls, setting=setting), **{"opening.door.opens_to": opens_to})
    facts = facts_of(parse(Document, doc))
    figures = solved(doc).figures
    assert leg_lean(facts.opening, figures) == pytest.approx(float(slope))
    assert leg_lean(facts.opening, Figures(f for f in figures.items() if f[0] != names.WALL_LEAN_HINGE)) == 0.0


# ---- what was written (handbook 2)


@pytest.mark.parametrize(
    ("text", "unit", "kind", "reading"),
    [
        ("82 1/2", "in", "height", "82 1/2 in"),
        ("7/8", "in", "layer", "7/8 in"),
        ("82", "in", "height", "82 in"),
        ("6/8", "in", "height", "3/4 in"),
        ("6/8", "in", "wall_height", "80 in"),  # no wall is 3/4 in high
        ("6' 10 1/2", "in", "height", "6 ft 10 1/2 in"),
        ("68.6 cm", "mm", "leaf_width", "686 mm"),
    ],
)
def test_what_was_heard_is_read_back(text, unit, kind, reading):
    assert read(text, unit, kind).reading == reading


@pytest.mark.parametrize(("text", "also"), [("26", "30"), ("2-6", None), ("27", None), ("34", None), ("26 in", None)])
def test_a_bare_width_is_asked_about_when_it_is_a_call_out_without_its_dash(text, also):
    assert read(text, "in", "leaf_width").also == (also and inch(also))


@pytest.mark.parametrize(
    ("text", "habit", "shown"),
    [("82 lb", "in", "82 lb"), ("37.5 kg", "mm", "37.5 kg"), ("37.5 kg", "in", "82.7 lb"), ("95", "mm", "95 kg"), ("95 lb", "mm", "43.1 kg")],
)  # fmt: skip
def test_weights_are_shown_to_the_tenth(text, habit, shown):
    assert read_mass(text, habit).text(habit) == shown


@pytest.mark.parametrize(
    ("text", "taken"), [("1 kg", True), ("1000 kg", True), ("0.999 kg", False), ("1000.001 kg", False)]
)
def test_weights_a_leaf_can_have(text, taken):
    if taken:
        assert read_mass(text, "mm") == Mass(Fraction(text.split()[0]) * 1000)
    else:
        with pytest.raises(ValueError, match="cannot be the weight"):
            read_mass(text, "mm")


def test_numbered_figures_are_called_by_their_number():
    assert (names.HINGE_HEIGHT[2], names.HINGE_HEIGHT[2].label) == (
        "hinge_height_2",
        names.HINGE_HEIGHT.label.replace("{n}", "2"),
    )
    made = names.numbered("peg", "peg {n}", rounding="up", group=names.SLAB)
    assert (made.label, made.rounding, made.group, made[3].label) == ("peg {n}", "up", names.SLAB, "peg 3")


# ---- kinds of door


@pytest.mark.parametrize(("a", "b", "higher"), [("3/4", "1/2", "3/4"), ("1/2", "7/8", "7/8")])
def test_a_pocket_leaf_clears_the_higher_floor(a, b, higher):
    floors = {"a": [{"thickness": a}], "b": [{"thickness": b}]}
    made = lengths(solved(plain(**POCKET, **{"opening.floors": floors})))
    assert (made["floor_clear"], made["set_mark"]) == (inch(higher), inch(higher) + inch("80 3/4"))


@pytest.mark.parametrize(("gap", "said"), [("1/2", False), ("5/8", True), (None, False)])
def test_a_gap_asked_under_a_pocket_leaf_is_said_where_it_moves_the_kit_s_mark(gap, said):
    """The kit's own mark, 3/4 over the leaf with a drop of 1/4, leaves 1/2."""
    kit = POCKET["opening.door.pocket"] | ({"gap": gap} if gap else {})
    assert ("pocket-gap-asked" in codes(solved(plain(**POCKET | {"opening.door.pocket": kit})))) is said


def test_a_slab_hangs_from_two_hangers_and_two_catches_each():
    double = {
        "opening.door.leaves": [{"thickness": "1 3/8"}] * 2,
        "opening.door.opening_width": "60",
        "opening.position.distance": "84",
    }
    for changes, n in (({}, 1), (double, 2)):
        facts = solved(plain(**SLIDER | changes))
        assert {i.name: i.count for i in facts.hardware if i.name in ("hanger", "anti_jump", "floor_guide")} == {
            "hanger": 2 * n, "anti_jump": 2 * n, "floor_guide": n,
        }  # fmt: skip


def test_hangers_are_drawn_round_their_wheels():
    result = solved(plain(**SLIDER))
    hangers = sorted((s for s in result.shapes if s.part == "hanger"), key=lambda s: s.x0)
    one, other = [(s.x0 + s.x1) * Fraction(1, 2) for s in hangers]
    assert other - one == lengths(result)["hanger_spread"]
    assert {s.x1 - s.x0 for s in hangers} == {inch("3")}


@pytest.mark.parametrize(
    ("changes", "part", "figure"),
    [({}, "hinge", "hinge_height_1"), ({}, "leaf", "leaf_top"), (BYPASS, "leaf", "leaf_size_width"), (BYPASS, "track", "bypass_track_left")],
)  # fmt: skip
def test_a_part_drawn_names_the_figure_it_shows(changes, part, figure):
    result = solved(plain(**changes))
    for shapes in (result.shapes, *(d.outlines for d in result.drawings if any(o.part == part for o in d.outlines))):
        drawn = [s for s in shapes if s.part == part]
        assert drawn and any(figure in s.figures for s in drawn), part


# ---- floors that changed, and fittings beside an opening


def test_what_a_new_floor_does_to_a_leaf_is_cured_at_the_floors():
    docs = [plain(**{"opening.floors": {s: [{"thickness": t}] for s in "ab"}}) for t in ("3/4", "1 1/16")]
    facts = facts_of(parse(Document, docs[1]))
    done = refloored(*(solved(d).figures for d in docs), facts.opening, facts.rules, ("framed", "set", "signed"))
    assert [(f.code, f.path, f.values["trim"]) for f in done.flags if f.code.startswith("new-floor")] == [
        ("new-floor-trim", "opening.floors", inch("5/16"))
    ]


# ---- the last figure on this side of a bound, and the first on the other


@pytest.mark.parametrize(
    ("changes", "code", "said"),
    [
        # studs 3 1/2 and 1/2 of board a side are 4 1/2
        ({"opening.frame.depth": "4 1/2"}, "frame-too-shallow", False),
        ({"opening.frame.depth": "4 7/16"}, "frame-too-shallow", True),
        # the common at 79 1/4 stands 1/8 from the king of a door at 60; at 58 5/8 a whole stud goes between, no sliver
        ({"opening.position.distance": "58 5/8"}, "sliver-beside-king", False),
        ({"opening.position.distance": "58 11/16"}, "sliver-beside-king", True),
    ],
)
def test_flags_turn_at_their_bound(changes, code, said):
    assert (code in codes(solved(plain(**changes)))) == said


@pytest.mark.parametrize(("offset", "first"), [("5 3/4", "1 1/2"), ("5 13/16", "17 7/16")])
def test_a_common_may_touch_the_stud_that_ends_the_wall_and_not_run_into_it(offset, first):
    """The tenth from the right end of 168: 168 - 160 - 5 3/4 - 3/4 is 1 1/2, where the end stud ends."""
    wall = {"wall.layout_from": "right", "wall.layout_offset": offset}
    result = solved(plain(**wall, **{"opening.position.distance": "24"}))
    assert result.plate.commons[0].near == inch(first)


@pytest.mark.parametrize(("worst", "method"), [("1/4", "flush_foot"), ("17/64", "split")])
def test_a_lean_is_split_above_what_the_rule_says(worst, method):
    facts = facts_of(parse(Document, plain()))
    assert lean_method(facts.opening, inch(worst), facts.rules) == method


@pytest.mark.parametrize("side", ["a", "b"])
def test_a_room_on_either_side_takes_its_air_under_the_leaf(side):
    for kind in ("hard", "air"):
        floors = facts_of(parse(Document, plain(**{f"opening.floors.{side}_is": {"kind": kind}}))).opening.floors
        assert airs(floors) == (kind == "air")


@pytest.mark.parametrize(
    ("middle", "flag", "minutes"),
    [("32 1/4", None, 40), ("32 9/16", "survey-suspects", 75)],  # nothing of the set plan is tight in either
)
def test_a_unit_in_a_hole_whose_readings_are_in_doubt_takes_longer(middle, flag, minutes):
    document = plain(**found(*STRAIGHT, width_middle=middle) | {"opening.frame": {"supply": "pre_hung"}})
    result = solved(document)
    told = {f.code for f in result.flags if f.kind.stage in ("set", "survey") and f.kind.level != "note"}
    assert told == ({flag} if flag else set())
    assert minutes_by_rule(facts_of(parse(Document, document)).opening, result, "set") == minutes


@pytest.mark.parametrize(("drop", "taken"), [("1 in 12 in", True), ("1 1/16 in 12 in", False)])
def test_a_level_is_as_steep_as_one_in_twelve_at_most(drop, taken):
    if taken:
        assert read_level(drop, "in").drop == inch("1")
    else:
        with pytest.raises(NotALength, match="steeper than 1 in 12"):
            read_level(drop, "in")

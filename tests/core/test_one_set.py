"""One set of lengths (handbook 8, 13, 15): once an opening is read, what the readings ask for stands on every list, card and pole."""

import pytest

from helpers import inch, lengths, plain, solved
from jambo.core.quantities.length import size

# 1/4 over the whole of a hole of 32 1/4: by hand, from 81 3/8 under the head over a level floor
WIDTHS = [{"place": f"width_{at}", "value": "32 1/4"} for at in ("foot", "middle", "head")]
CASED = {"opening.casing": {"width": "2 1/2"}}


HEIGHTS = [{"place": f"height_{side}", "value": "83"} for side in ("left", "right")]


def read(*readings, **changes):
    return solved(plain(**CASED, **{"survey.readings": [*WIDTHS, *readings]}, **changes))


def floor(value, higher):
    return {"place": "floor_across", "value": value, "toward": higher}


def cut(result, where):
    return {
        str(p.length.name): (p.count, p.length.value)
        for p in result.pieces
        if p.where == where and p.length.name not in ("head_length", "stop_head")
    }


STOPS = ("stop_hinge", "stop_strike")


@pytest.mark.parametrize(
    ("higher", "legs", "stops", "casing", "bottom"),
    [
        # the leg on the high side is cut more; the leaf clears the highest floor; stops go from a floor of 3/4 to one of 3/8
        ("right", ("81 5/8", "81 3/8"), ("80 1/2", "80 1/4"), ("83 9/16", "83 5/16"), "1 1/2"),
        ("left", ("81 3/8", "81 5/8"), ("80 1/4", "80 1/2"), ("83 5/16", "83 9/16"), "1 1/4"),
    ],
    ids=["up to the strike", "down to the strike"],
)
def test_legs_stops_casing_and_heights_follow_the_floor_found(higher, legs, stops, casing, bottom):
    result = read(floor("1/4", higher))
    hinge, strike = map(inch, legs)
    own = {"leg_hinge_set": hinge, "leg_strike_set": strike, **dict(zip(STOPS, map(inch, stops), strict=True))}
    assert cut(result, "frame") == {name: (1, long) for name, long in own.items()}
    sides = {
        f"casing_leg_{side}_{leg}_long": (1, inch(long))  # the mitre's long point: short point and 2 1/2
        for side in "ab"
        for leg, long in zip(("hinge", "strike"), casing, strict=True)
    }
    assert {name: piece for name, piece in cut(result, "casing").items() if "leg" in name} == sides
    known = lengths(result)
    assert known["leaf_bottom"] == inch(bottom)
    assert known["head_underside"] == known["head_set"] == hinge  # it stands on the rough floor at the hinge foot
    assert {str(m.figure.name): m.figure.value for m in result.pole}["head_underside"] == hinge
    assert lengths_planned(result)["head_underside"] == inch("81 3/8")
    assert not {"leg_length", "casing_leg_a", "casing_leg_b", "stop_leg"} & {str(name) for name in result.figures}
    card = " ".join(step.text for step in result.steps)
    assert "{leg_hinge_set}" in card and "{casing_leg_b_strike}" in card and "{stop_strike}" in card
    assert "{leg_length}" not in card and "{casing_leg_a}" not in card


def lengths_planned(result):
    return {str(name): figure.value for name, figure in result.planned.items() if hasattr(figure, "value")}


@pytest.mark.parametrize(
    ("readings", "play"),
    [
        ([], "1/4"),
        ([floor("1/4", "right")], "0"),
        ([floor("1/4", "right"), *HEIGHTS], "5/8"),
        ([floor("1/4", "left"), *HEIGHTS], "5/8"),
    ],
    ids=["planned", "risen", "risen under its header", "fallen under its header"],
)
def test_what_is_left_over_the_head_is_one_figure(readings, play):
    """Frame top 82 1/8 over a level floor, hole 82 3/8; read 83 over either foot, of which the right one is higher or lower."""
    result = read(*readings)
    assert lengths(result)["head_play"] == lengths(result).get("head_play_found", inch(play)) == inch(play)


@pytest.mark.parametrize("readings", [[], [floor("0", "right")]], ids=["no floor read", "level"])
def test_on_a_level_floor_legs_stay_a_pair(readings):
    result = read(*readings)
    assert cut(result, "frame") == {"leg_length": (2, inch("81 3/8")), "stop_leg": (2, inch("80 1/4"))}
    assert {name for name in cut(result, "casing") if "leg" in name} == {"casing_leg_a_long", "casing_leg_b_long"}


def test_the_frame_is_as_deep_as_the_wall_is_thick():
    """Planned 4 1/2 and 1/16 over; read 4 3/4 at its thickest corner."""
    corners = [("left_head", "4 5/8"), ("left_foot", "4 3/4"), ("right_head", "4 1/2"), ("right_foot", "4 9/16")]
    result = read(*({"place": f"thickness_{at}", "value": value} for at, value in corners))
    assert lengths(result)["frame_depth"] == inch("4 13/16")
    assert lengths_planned(result)["frame_depth"] == inch("4 9/16")
    assert {p.section[1] for p in result.pieces if p.part in ("leg", "head")} == {inch("4 13/16")}


@pytest.mark.parametrize(
    ("cuts", "flags"),
    [
        ([("leg_length", "81 3/8")], {("piece-cut-short", "leg_hinge_set")}),
        ([("leg_length", "81 5/8")], {("piece-cut-long", "leg_strike_set")}),
        ([("leg_length", "81 3/8"), ("leg_hinge_set", "81 5/8")], set()),
        ([("leg_length", "81"), ("leg_hinge_set", "81 5/8"), ("leg_strike_set", "81 3/8")], set()),
    ],
    ids=["both as planned", "both long", "the hinge leg anew", "both anew"],
)
def test_legs_cut_alike_are_held_against_each_own_length(cuts, flags):
    done = [{"figure": name, "length": at, "when": "Mon 2 Mar"} for name, at in cuts]
    result = read(floor("1/4", "right"), cuts=done)
    assert {(f.code, str(f.figures[0])) for f in result.flags if f.code.startswith("piece-cut")} == flags


@pytest.mark.parametrize(
    ("facts", "hole", "wanted", "narrow"),
    [
        # the set plan's widest gap + leg 3/4 - step 3/16 + cover 1/4; tight on the hinges, Wo 31 3/4 in a hole of 33: 0 and 1 1/4
        ({"opening.setting.school": "tight"}, [], ("13/16", "2 1/16", "1 1/16"), "the {strike} {leg}"),
        ({"opening.setting.school": "centred"}, [], ("1 7/16", "1 7/16", "1 1/16"), None),  # 5/8 each
        # heights 83 1/2 and 84 over the floor: at the head 84 - 82 1/8 = 1 7/8, where the header is highest
        (
            {"opening.setting.school": "centred"},
            [
                {"place": "height_left", "value": "83 1/2"},
                {"place": "height_right", "value": "84"},
                floor("0", "right"),
            ],
            ("1 7/16", "1 7/16", "2 11/16"),
            "the {head}",
        ),
        # the strike stud leans out 3/4 over 82 1/8 from a foot of 32 1/4: 1/2 + 3/4 there, and nothing is wider than at its top
        (
            {"opening.setting.school": "tight"},
            [{"place": "lean_right", "value": "3/4", "over": "82 1/8", "toward": "away"}],
            ("13/16", "2 1/16", "1 1/16"),
            "the {strike} {leg}",
        ),
    ],
    ids=["tight", "centred", "high header", "leaning stud"],
)
def test_casing_covers_what_the_set_plan_leaves_at_each_leg_and_the_head(facts, hole, wanted, narrow):
    wide = [{"place": f"width_{at}", "value": "33"} for at in ("foot", "middle", "head")]
    if any(one["place"] == "lean_right" for one in hole):
        wide = [
            {"place": "width_foot", "value": "32 1/4"},
            {"place": "lean_left", "value": "0", "over": "82 1/8", "toward": "away"},
        ]
    result = solved(plain(**{"opening.casing": {"width": "2"}, "survey.readings": [*wide, *hole]}, **facts))
    known = lengths(result)
    found = tuple(known[f"casing_wanted_{at}"] for at in ("hinge", "strike", "head"))
    assert all(size(f - inch(w)) < inch("1/1000") for f, w in zip(found, wanted, strict=True)), found
    assert known["casing_wanted"] == max(found)
    flags = [f.values["where"] for f in result.flags if f.code == "casing-does-not-cover"]
    assert flags == ([narrow] if narrow else [])

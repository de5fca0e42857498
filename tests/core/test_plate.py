"""Plate marks and layout studs against an independent layout, and by hand where ends and corners come in."""

from fractions import Fraction

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from helpers import codes, inch, lengths, plain, solved
from jambo.core.quantities.length import Length


def laid_out(*, length, spacing, offset, layout_from, measured_from, centre, ro, studs_each, header_studs):
    """The same layout done the plain way: walk every stud of the wall from its layout end, in sixteenths.

    Gives {stud number: fate} for studs that touch the framing, positions from `measured_from`.
    """
    stud = Fraction(3, 2)
    framing = (centre - ro / 2 - studs_each * stud, centre + ro / 2 + studs_each * stud)
    header = (centre - ro / 2 - header_studs * stud, centre + ro / 2 + header_studs * stud)
    fates, n = {}, 1
    while (at := offset + n * spacing) + stud / 2 <= length:
        middle = at if layout_from == measured_from else length - at
        face, back = middle - stud / 2, middle + stud / 2
        if stud <= face and back <= length - stud and back > framing[0] and face < framing[1]:
            fates[n] = "cripple" if header[0] <= face and back <= header[1] else "dropped"
        n += 1
    return fates


@given(
    st.integers(24 * 16, 216 * 16), st.sampled_from(["left", "right"]), st.sampled_from(["left", "right"]),
    st.sampled_from([16, 24]), st.integers(0, 15), st.integers(1, 2), st.integers(1, 2),
)  # fmt: skip
@settings(max_examples=120, deadline=None)
def test_studs_cut_and_kept_agree_with_a_plain_walk_along_the_wall(
    centre, layout, measured, spacing, offset, jacks, kings
):
    doc = plain(**{
        "wall.length": "240", "wall.layout_from": layout, "wall.stud_spacing": str(spacing), "wall.layout_offset": str(offset),
        "opening.header": {"depth": "5 1/2", "source": "x", "jacks": jacks, "kings": kings},
        "opening.position": {"measured_from": measured, "distance": {"value": str(Fraction(centre, 16)), "unit": "in"}},
    })  # fmt: skip
    result = solved(doc)
    expected = laid_out(
        length=Fraction(240), spacing=Fraction(spacing), offset=Fraction(offset), layout_from=layout, measured_from=measured,
        centre=Fraction(centre, 16), ro=Fraction(129, 4), studs_each=jacks + kings, header_studs=jacks,
    )  # fmt: skip
    assert {c.number: c.fate for c in result.plate.commons if c.fate != "stands"} == expected


def test_marks_read_from_the_right_when_the_place_is_given_from_there():
    """RO 32 1/4, centre 50 from the right end of 168: edges 33 7/8 and 66 1/8 from the right; the drawing runs the
    other way: x = -distance, so the near edge is the right one."""
    result = solved(plain(**{"opening.position": {"measured_from": "right", "distance": "50"}}))
    found = lengths(result)
    assert (found["mark_ro_near"], found["mark_ro_far"]) == (inch("33 7/8"), inch("66 1/8"))
    ro = next(s for s in result.shapes if s.part == "opening")
    assert (ro.x0, ro.x1) == (-inch("66 1/8"), -inch("33 7/8"))
    # layout still starts at the left end: its stud 7 at 112 stands 168 - 112 - 3/4 = 55 1/4 from the right
    assert inch("55 1/4") in [c.near for c in result.plate.commons]


@pytest.mark.parametrize(("jacks", "kings"), [(1, 1), (2, 1), (1, 2), (3, 2)])
def test_each_jack_and_king_has_its_line_on_both_sides(jacks, kings):
    header = {"depth": "5 1/2", "source": "x", "jacks": jacks, "kings": kings}
    result = solved(plain(**{"opening.header": header, "opening.position.distance": "80"}))
    marks = [(m.what, m.measure.value, m.crossed) for m in result.plate.marks if m.what in ("jack", "king", "ro_edge")]
    near, far = inch("63 7/8"), inch("96 1/8")
    stud = inch("1 1/2")
    lines = jacks + kings  # the first jack's line is the opening's own edge
    assert [v for _, v, crossed in marks if crossed == "far"] == [far + stud * i for i in range(lines)]
    assert sorted((v for _, v, crossed in marks if crossed == "near"), reverse=True) == [
        near - stud * i for i in range(lines)
    ]
    # the cut list says where each stands
    at = {p.part: p.at for p in result.pieces}
    kings = stud * jacks, stud * (lines - 1)
    both = [near - kings[1], near - kings[0], far + kings[0], far + kings[1]]
    assert at["king"] == tuple(dict.fromkeys(both))
    assert (len(at["jack"]), at["jack"][jacks - 1], at["jack"][jacks]) == (2 * jacks, near, far)
    assert [at["cripple"]] == [tuple(c.near for c in result.plate.commons if c.fate == "cripple")]
    # the framing ends one stud past the outermost line
    assert (result.plate.framing_near, result.plate.framing_far) == (near - stud * lines, far + stud * lines)


def test_no_layout_from_the_other_end_without_a_length():
    result = solved(plain(**{"wall.length": None, "wall.layout_from": "right"}))
    assert result.plate.commons == ()
    assert lengths(result)["mark_ro_near"] == inch("43 7/8")  # the opening's own marks need no length


def test_the_stud_that_ends_the_wall_is_no_layout_stud():
    # a wall of 65 1/2: layout stud 4 (63 1/4..64 3/4) would stand in the end stud (64..65 1/2)
    result = solved(plain(**{"wall.length": "65 1/2", "opening.position.distance": "40"}))
    assert 4 not in [c.number for c in result.plate.commons]
    assert Length.inches("65.5") == result.plate.marks[-1].measure.value


@pytest.mark.parametrize(
    ("place", "boxes"),
    [
        # RO 32 1/4 centred at 60: 43 7/8 to 76 1/8
        ({"distance": "60"}, [2, 3]),
        ({"distance": "108", "measured_from": "right"}, [2, 3]),  # of 168: the same place
        ({"distance": "100"}, []),
    ],
)
def test_a_box_in_the_hole_is_told_and_moved_first(place, boxes):
    at = ("43 3/4", "43 7/8", "76", "76 1/4")
    fittings = [{"what": f"Box {n}", "at": where} for n, where in enumerate(at, 1)]
    result = solved(plain(**{"wall.fittings": fittings, "opening.position": place}))
    assert [f.values["what"] for f in result.flags if f.code == "box-in-hole"] == [f"Box {n}" for n in boxes]
    keys = [step.key for step in result.steps]
    assert [key for key in keys if key.startswith("move-box")] == [f"move-box-{n}" for n in boxes]
    assert all(keys.index(f"move-box-{n}") < keys.index("plate") for n in boxes)


@pytest.mark.parametrize(
    ("depth", "code", "over", "cripples"),
    [
        # wall 97 1/2, RO 82 3/8: 15 1/8 over it
        ("12 1/8", None, None, True),
        ("12 1/4", "cripple-sliver", None, False),  # 2 7/8 is filled solid
        ("15 1/8", "header-against-plates", None, False),
        ("16", "cripple-does-not-fit", "7/8", False),
    ],
)
def test_slivers_over_a_header_are_filled_solid(depth, code, over, cripples):
    result = solved(plain(**{"opening.header.depth": depth}))
    said = {"cripple-sliver", "header-against-plates", "cripple-does-not-fit"} & set(codes(result))
    assert said == ({code} if code else set())
    if over:
        assert next(f.values["over"] for f in result.flags if f.code == code) == inch(over)
    assert (
        any(p.part == "cripple" for p in result.pieces) == any(s.part == "cripple" for s in result.shapes) == cripples
    )


def test_a_wall_too_low_says_the_whole_amount():
    """Opening 82 3/8 and header 5 1/2 in a wall of 80: 7 7/8 too much."""
    result = solved(plain(**{"wall.height": "80"}))
    assert next(f.values["over"] for f in result.flags if f.code == "wall-too-low") == inch("7 7/8")

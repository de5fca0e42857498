"""A case for every flag: what to change in the plain opening of `helpers`, and the code that must be raised."""

from found_cases import FOUND_FLAGS, also

from helpers import BYPASS, POCKET, SLIDER

STEEL = {"kind": "steel_wrap", "throat": "4 1/2", "source": "sheet", "stands_on": "finished_floor"}
SILL = {"kind": "outside_sill", "sill_thickness": "1 1/4"}


def pocket(**changes):
    return POCKET | {"opening.door.pocket": POCKET["opening.door.pocket"] | changes}


def slider(**changes):
    return SLIDER | {"opening.door.slider": SLIDER["opening.door.slider"] | changes}


RAILS = slider(length="123", wheel_radius="1/2", stop_length="2") | {
    "opening.door.leaves": [{"thickness": "1 3/8"}] * 2, "opening.door.opening_width": "60", "opening.position.distance": "84",
}  # fmt: skip


def leaf(**changes):
    return [{"width": "30 in", "height": "80", "thickness": "1 3/8"} | changes]


def new_hole(**changes):
    """A new hole in a standing wall whose studs were found at 16 in."""
    found = {"wall.existing": True, "wall.studs_found": [{"at": str(n)} for n in range(16, 160, 16)]}
    return found | {"opening.cut_in": {"asked": True}} | changes


def next_door(at, **more):
    """An opening of 32 in beside the plain one, framed with a jack and a king each side, its left edge at `at` inches."""
    low = int(at)
    ends = {"low": low, "high": low + 32, "framing_low": low - 3, "framing_high": low + 35}
    return {"mark": "D2", **{name: str(x) for name, x in ends.items()}, **more}


def sheared(**more):
    """85 11/16² - 85 3/16² = 85.4375, over 4 x 80: its top rises .267 to its free edge."""
    sides = {
        "height_hinge": "80",
        "height_strike": "80",
        "diagonal_to_strike": "85 11/16",
        "diagonal_to_hinge": "85 3/16",
    }
    return {"opening.door.in_hand": sides | more}


SHEARED = sheared()


def paired(**fixed):
    """A pair whose leaves were both measured, the fixed one as said here."""
    leaves = leaf(width="24 in") + leaf(width="20 in")
    active = {"width_top": "24", "width_foot": "24"}
    return {"opening.door.leaves": leaves, "opening.door.in_hand": active, "opening.door.in_hand_fixed": fixed}


UNEVEN = paired(width_top="20 1/4", width_foot="20")
TURNED = paired(**SHEARED["opening.door.in_hand"])
FIRE = {"opening.door.fire_rated": True}


def jacks(length):
    """Jacks of a plan for 80 7/8, cut otherwise, in an opening that is framed."""
    return {"cuts": [{"figure": "jack_length", "length": length, "when": "Tue", "framed": True}]}


FLAGS = [
    (new_hole(**{"wall.studs_found": None}), "cut-in-studs-unknown"),
    (new_hole(**{"wall.bearing": "yes"}), "cut-in-without-support"),
    (new_hole(**{"wall.services": [{"what": "A cable", "at": "60"}]}), "cut-in-service"),
    (new_hole(**{"wall.services": [{"what": "A stack", "at": "60", "fixed": True}]}), "cut-in-service-fixed"),
    (new_hole(**{"wall.studs_found": [{"at": "40 5/8"}]}), "cut-in-clears-stud"),  # 1 in off the jack's back at 42 3/8
    (new_hole(**{"opening.cut_in": {"asked": True, "least": "50"}}), "cut-in-out-of-range"),
    ({"wall.height_right": "120"}, "ceiling-slopes"),
    (
        {"beside": [next_door("76")]},
        "opening-over-neighbour",
    ),  # the plain opening ends at 76 1/8, its framing at 79 1/8
    ({"beside": [next_door("80")]}, "framing-meets-neighbour"),  # whose framing starts at 77
    ({"beside": [next_door("80", shares=True)]}, "shares-with-neighbour"),
    ({"opening.door.leaves": [{"width": "28", "height": "80"}]}, "leaf-width-two-readings"),
    ({"opening.rules": {"strike_gap": "1/16"}}, "gap-too-small-for-paint"),
    ({"opening.floors.b": [{"thickness": "3/8", "allowance": "tile"}]}, "floor-is-allowance"),
    ({"opening.floors.b": []}, "under-leaf-not-said"),
    ({"opening.floors.b": [], "opening.floors.under": "B"}, "floors-differ"),
    ({"opening.floors.a": [], "opening.floors.under": "A"}, "floors-differ-lower"),
    ({"opening.rules": {"floor_gap": "1/4"}}, "floor-gap-small"),
    ({"opening.head_line": "82"}, "floor-gap-large"),  # 1/2 and 5/8
    ({"opening.rules": {"side_shim": "1/16"}}, "side-play-tight"),
    ({"opening.rules": {"side_shim": "3/16"}}, "side-play-under-lean"),
    ({"opening.rules": {"side_shim": "5/8"}}, "side-play-wide"),
    ({"opening.school": "add_on", "opening.rules": {"add_width": "1 1/2"}}, "side-play-none"),
    ({"opening.school": "add_on", "opening.rules": {"add_height": "2"}}, "head-play-none"),
    ({"opening.header.depth": "15 1/4"}, "cripple-does-not-fit"),
    ({"opening.header.depth": "13"}, "cripple-sliver"),
    ({"wall.fittings": [{"what": "Switch", "at": "60", "height": "44"}]}, "box-in-hole"),
    ({"opening.header.depth": "15 1/8"}, "header-against-plates"),  # 97 1/2 - 82 3/8
    ({"wall.height": "82"}, "wall-too-low"),
    ({"opening.floors.a": None, "wall.height": "79"}, "leaf-taller-than-wall"),  # by 1, while a floor is not said
    (
        {"opening.header.make_up": "plies", "opening.header.packing": "5/8"},
        "header-too-thick",
    ),  # 3 5/8 in a stud of 3 1/2
    ({"opening.header.make_up": "plies", "opening.header.packing": "0"}, "header-too-thin"),
    ({"wall.studs": "steel"}, "nothing-behind-steel"),
    ({"opening.position.distance": "18"}, "opening-past-wall-start"),
    ({"opening.position.distance": "150"}, "opening-past-wall-end"),
    ({"wall.length": "36", "opening.position.distance": "18"}, "opening-wider-than-wall"),
    ({}, "sliver-beside-king"),
    ({"wall.bearing": "yes", "opening.header.source": ""}, "bearing-without-source"),
    ({"wall.bearing": "unknown", "opening.header.source": None}, "bearing-without-source"),
    ({"opening.frame.depth": "4 1/4"}, "frame-too-shallow"),
    ({"wall.existing": True}, "caution-existing-wall"),
    ({}, "caution-cutting"),
    ({}, "caution-clear-width"),
    ({"opening.frame": {"kind": "lining_kit", "thickness": "1", "kit_width_1": "27"}}, "kit-serves-another-leaf"),
    (
        {"opening.frame": {"kind": "lining_kit", "thickness": "1", "kit_width_1": "27", "kit_width_2": "28 in"}},
        "kit-cannot-serve-leaf",
    ),
    (
        {
            "opening.door.leaves": leaf() * 2,
            "opening.frame": {"kind": "lining_kit", "thickness": "1", "kit_width_1": "30"},
        },
        "kit-serves-no-pair",
    ),
    ({"opening.frame": {"kind": "lining_kit", "thickness": "1", "depth": "5 1/4"}}, "rip-the-lining"),
    ({"opening.frame": {"kind": "split_jamb", "wall_least": "4 3/4", "wall_most": "6"}}, "split-jamb-out-of-range"),
    ({"opening.casing": {"width": "1"}}, "casing-does-not-cover"),
    (
        {"opening.frame.stands_on": "finished_floor", "opening.floors.a": [{"thickness": "3/8", "allowance": "tile"}]},
        "leg-stands-on-unchosen-floor",
    ),
    ({"opening.floors": {"a": [{"thickness": "1"}], "b": []}}, "floor-step"),
    (SHEARED, "leaf-out-of-square"),
    (SHEARED | {"opening.door.fire_rated": True}, "leaf-out-of-square-fire-rated"),
    (sheared(may_trim_top="9/32"), "leaf-out-of-square-may"),
    (sheared(may_trim_top="1/4"), "leaf-out-of-square-may-not"),
    ({"opening.door.hardware": {"hinge_corner": "round", "hinge_mortise": "square"}}, "hinge-corners-differ"),
    ({"opening.door.hardware": {"latch_corner": "round", "latch_mortise": "square"}}, "latch-corners-differ"),
    ({"opening.door.hardware": {"thickness_least": "1 5/8", "thickness_most": "1 3/4"}}, "lock-wrong-for-leaf"),
    ({"opening.door.delivered_hand": "RHR", "opening.door.delivered_stops": "solid"}, "hand-differs"),
    ({"opening.door.delivered_hand": "RH", "opening.frame": SILL}, "hand-differs"),  # which cannot be turned about
    ({"opening.door.delivered_hand": "RHR", "opening.door.fire_rated": True}, "hand-differs"),
    ({"opening.door.delivered_hand": "RHR"}, "hand-differs-loose-stops"),
    ({"opening.door.delivered_hand": "RH"}, "hand-named-from-inside"),
    ({"opening.door.leads_to": "garage"}, "garage-door-inside-grade"),
    ({"opening.door.leads_to": "store", "opening.frame": SILL}, "caution-garage-door"),
    ({"opening.door.leads_to": "outside"}, "outside-door-without-sill"),
    ({"opening.door.mass": "60 lb"}, "caution-heavy-leaf"),
    ({"opening.door.glass": True}, "caution-safety-glass"),
    ({"opening.door.fire_rated": True}, "caution-fire-rated"),
    ({"opening.rules": {"long_screw": "1 3/4"}}, "long-screw-short"),  # 3/4 + 1/4 + 1
    ({"opening.frame": STEEL | {"throat": "4 3/8"}}, "steel-throat-narrow"),
    ({"opening.frame": STEEL | {"throat": "4 5/8"}}, "steel-throat-wide"),
    ({"opening.frame": STEEL | {"source": ""}}, "steel-without-sheet"),
    ({"opening.frame": STEEL, "opening.rules": {"steel_add_width": "0"}}, "side-play-none"),
    ({"opening.frame": STEEL}, "steel-after-wallboard"),
    ({"opening.frame": STEEL}, "steel-nominal-not-said"),
    ({"opening.frame": STEEL, "opening.door.leaves": leaf(width="29 5/8")}, "steel-nominal-unsure"),
    (
        {"opening.frame": STEEL | {"nominal_width": "30 in"}, "opening.door.leaves": leaf(width="30 1/8")},
        "steel-leaf-too-large",
    ),
    ({"opening.frame": STEEL | {"stands_on": "rough_floor"}}, "steel-leaf-drags"),
    (
        {
            "opening.frame": STEEL | {"stands_on": "rough_floor"},
            "opening.floors": {s: [{"thickness": "1/2"}] for s in "ab"},
        },
        "steel-floor-gap",
    ),
    ({"opening.frame": SILL | {"sill_thickness": "3/4"}}, "sill-needs-filler"),  # 3/4 + 1/2 over 3/4 + 1/8
    (pocket(leaf_width="28 in"), "kit-for-narrower-leaf"),
    (pocket(leaf_width="32 in"), "kit-cut-down"),
    (pocket(leaf_width="32 in", unmarked=True), "kit-cut-down-unmarked"),
    (pocket(thickness_least="1 1/2"), "kit-thickness-differs"),
    (pocket(source=""), "kit-without-sheet"),
    (POCKET | {"wall.stud_depth": "2 3/4"}, "pocket-wall-too-thin"),
    (POCKET | {"opening.door.leaves": leaf(thickness="1 3/4")}, "pocket-gap-tight"),
    (pocket(set_above="1/8"), "pocket-leaf-drags"),
    (pocket(gap="5/8"), "pocket-gap-asked"),
    (pocket(found=[{"what": "A cable"}]), "pocket-not-cleared"),
    (POCKET | {"wall.existing": True}, "pocket-not-looked-into"),
    (pocket(finish_fixing="1 1/4"), "pocket-fixing-too-long"),
    (POCKET, "caution-pocket-fixings"),
    ({"opening.frame": {"depth": "4", "extension": "A"}}, "frame-with-extension"),
    (
        {"opening.door": {"kind": "cased", "cased": {"sheet_width": "61 in", "sheet_height": "82"}}},
        "sheet-not-recorded",
    ),
    ({"opening.door": {"kind": "cased", "opening_width": "36 in", "opening_height": "82"}}, "caution-open-way"),
    (TURNED, "fixed-leaf-out-of-square"),
    (TURNED | FIRE, "fixed-leaf-out-of-square-fire-rated"),
    (UNEVEN, "leaves-meet-uneven"),
    (UNEVEN | FIRE, "leaves-meet-uneven-fire-rated"),
    (pocket(heated=True), "pocket-heated-floor"),
    (pocket(poured=True), "pocket-floor-poured"),
    (pocket(heated=True), "split-studs-not-measured"),
    (pocket(split_reach="81"), "split-studs-short"),
    (POCKET | {"survey.readings": [also("floor_across", "1/4", "right")]}, "pocket-floor-rises"),
    (pocket(soft_close_least="32 in"), "pocket-soft-close-narrow"),
    (pocket(base_cabinet=True), "pocket-base-cabinet"),
    (POCKET | {"opening.frame.kind": "rabbeted"}, "pocket-wants-flat-legs"),
    (POCKET, "caution-way-through"),
    (slider(slab_width="31"), "slab-does-not-cover"),
    (slider(slab_width="34"), "slab-covers-little"),
    (slider(slab_height="80"), "slab-top-uncovered"),
    (slider(length="50"), "track-too-short"),
    (slider(length="64"), "hangers-moved-in"),
    (SLIDER | {"survey.readings": [also("floor_across", "1/4", "right")]}, "track-raised"),
    (SLIDER | {"survey.readings": [also("floor_across", "1/4", "left")]}, "track-over-highest"),
    (RAILS | {"opening.door.slider": RAILS["opening.door.slider"] | {"rail": "64 1/16"}}, "rail-joint-at-wheel"),
    (RAILS | {"opening.door.slider": RAILS["opening.door.slider"] | {"fixing": "spacers"}}, "rail-joint-bare"),
    (SLIDER | {"opening.casing": {"width": "3 1/2", "thickness": "1/2"}}, "backer-meets-casing"),
    (slider(backer="7/8"), "backer-no-boards"),
    (SLIDER | {"opening.position.distance": "130"}, "track-past-wall"),
    (SLIDER | {"opening.position.distance": "130"}, "slab-past-wall"),
    (slider(studs=None) | {"wall.existing": True}, "studs-not-found"),
    (SLIDER | {"wall.studs": "steel"}, "hung-on-steel"),
    (slider(length="67", fixing="spacers"), "track-holes-off-studs"),
    (slider(length="67"), "backer-holes-off-studs"),
    (slider(length="67", hole_first="10 1/2", hole_spacing="4"), "stud-not-reached"),
    (slider(studs=[{"at": "48"}], fixing="spacers"), "fixings-too-few"),
    (slider(studs=[{"at": "48"}]), "backer-fixings-too-few"),
    (slider(studs=[{"at": "64"}]), "fixing-end-bare"),
    (slider(lag="2 1/4"), "lag-too-short"),
    (slider(rating="60 lb") | {"opening.door.mass": "70 lb"}, "slab-over-rating"),
    (slider(rating=None), "slab-weight-unknown"),
    (slider(source=""), "hardware-without-sheet"),
    (slider(ceiling="86 1/2"), "headroom-short"),
    (SLIDER | {"wall.height": "87"}, "headroom-short"),
    (slider(beside=[{"what": "a switch", "distance": "12"}]), "open-slab-covers"),
    (slider(open_clearance="1"), "guide-shows"),
    (slider(backer="1/4", base_thickness="3/4", base_height="5"), "slab-rubs"),
    (slider(base_thickness="4", lean=[{"at": "0", "by": "2"}]), "backer-beyond-stock"),
    (slider(lean=[{"at": "0", "by": "1 1/2", "toward": "wall"}]), "wall-falls-away"),
    (SLIDER, "caution-router"),
    (BYPASS | {"opening.door.bypass": {"leaf_width": "28 in"}}, "bypass-leaves-do-not-lap"),
    (BYPASS | {"opening.door.bypass": {"leaf_width": "29 3/4"}}, "bypass-laps-little"),
    (BYPASS | {"opening.door.bypass": {"leaf_height": "80"}}, "bypass-leaf-too-high"),
    (BYPASS | {"opening.door.bypass": {"count": 4}}, "bypass-too-deep"),
    ({"cuts": [{"figure": "leg_length", "length": "81 1/4", "when": "Tue"}]}, "piece-cut-short"),
    ({"cuts": [{"figure": "leg_length", "length": "81 1/2", "when": "Tue"}]}, "piece-cut-long"),
    ({"cuts": [{"figure": "leg_length", "length": "81 1/4", "when": "Tue", "set": True}]}, "set-short"),
    ({"cuts": [{"figure": "leg_length", "length": "81 1/2", "when": "Tue", "set": True}]}, "set-long"),
    (jacks("80 5/8"), "framed-short"),
    (jacks("81"), "framed-long"),
    ({"opening.head_line": "81"}, "head-line-too-low"),
    *FOUND_FLAGS,
]

"""Readings for the plain opening of `helpers`, as changes to it, and a case for every flag that follows from readings."""

from helpers import plain

READ = {
    "width_foot": "32 1/4",
    "width_middle": "32 1/4",
    "width_head": "32 1/4",
    "height_left": "83",
    "height_right": "83",
}
GAPS = ("hinge_top", "hinge_foot", "head_hinge", "head_strike", "strike_top", "latch", "foot")


def also(place, value, toward=None, **more):
    return {"place": place, "value": value} | ({"toward": toward} if toward else {}) | more


def found(*more, setting=None, unit=None, **read):
    """Widths and heights of a hole that suits the plain opening (None leaves one out), and more readings."""
    rows = [also(place, value) for place, value in (READ | read).items() if value]
    changes = {"survey.readings": [*rows, *more]}
    changes |= {"opening.setting": setting} if setting else {}
    return changes | ({"opening.unit": unit} if unit else {})


def gaps(**read):
    return [also(f"gap_{name}", read.get(name, "1/8")) for name in GAPS]


def surveyed(*more, **read):
    """The plain opening with its readings, as a document."""
    return plain(**found(*more, **read))


def wide(inches):
    return {"width_foot": inches, "width_middle": inches, "width_head": inches}


PLUMB = [also("lean_left", "0"), also("lean_right", "0")]
STRAIGHT = [*PLUMB, also("bow_left", "0"), also("bow_right", "0")]
NARROW = {"opening.door.leaves": [{"width": "18 in", "height": "80"}], "survey.readings": [also("width_foot", "18")]}
OVER = [also("lean_left", "3/8", "opening"), also("lean_right", "3/8", "away")]
WILD = [also("width_at", w, at=at) for w, at in (("30", "10"), ("34", "30"), ("29", "50"), ("35", "70"), ("31", "75"))]


def edges(hinge, free):
    return {"opening.door.in_hand": {"may_trim_hinge": hinge, "may_trim_free": free}}


FIRE = {"opening.door.fire_rated": True}
SPACER = {"opening.frame": {"stands_on": "spacer", "spacer": "3/4"}}


def low(**setting):
    """A hole 1/4 lower than the frame: it must come down 5/16, and 1/4 of floor gap is to spare."""
    return found(setting=setting, height_left="81 7/8", height_right="81 7/8")


def leaning(under, gap, toward="strike", read=None, **door):
    """A hinge leg that leans 1/2 in 4 ft to the strike, the leaf closed over a floor it does not swing over."""
    floors = {"a": [{"thickness": "0"}], "b": [{"thickness": under}], "under": "B"}
    said = {f"opening.door.{key}": value for key, value in door.items()}
    return found(also("plumb_strike", "1/2 in 4 ft", toward), also("floor_across", "0"), **(read or {})) | said | {
        "opening.floors": floors, "opening.rules": {"floor_gap": gap},
    }  # fmt: skip


TWO = {"leaves": [{"width": "30 in", "height": "80", "thickness": "1 3/8"}] * 2}
PAIRED = {"opening.door.leaves": TWO["leaves"]}


def swept(along, **more):
    """A pair over a floor that rises along its swing."""
    return found(also("floor_along", along, "up"), setting=more.get("setting"), **wide("62 3/8")) | PAIRED


def leaning_pair(under, gap, **door):
    """A pair closed over a floor it does not swing over, whose fixed leaf leans toward the active one."""
    return leaning(under, gap, "hinge", wide("62 3/8"), **TWO, **door)


FIXED_FLAGS = [
    (swept("3/4 in 4 ft") | {"opening.rules": {"floor_gap": "3/8"}}, "fixed-sweep-rubs"),
    (swept("1 1/4 in 4 ft"), "fixed-sweep-rubs-more"),
    (
        swept("7/8 in 4 ft", setting={"leaf_trimmed": "1/2"}) | {"opening.rules": {"floor_gap": "1/4"}},
        "fixed-sweep-low-more",
    ),
    (swept("1/2 in 4 ft"), "fixed-sweep-low"),
    (swept("1 1/4 in 4 ft") | FIRE, "fixed-sweep-rubs-whole"),
    (swept("1/2 in 4 ft") | FIRE, "fixed-sweep-low-whole"),
    (leaning_pair("3/4", "1/4"), "fixed-closed-rubs"),
    (leaning_pair("3/4", "3/8"), "fixed-closed-low"),
    (leaning_pair("3/4", "1/8", in_hand={"may_trim": "1/8"}), "fixed-closed-rubs-more"),
    (leaning_pair("3/4", "3/8", in_hand={"may_trim": "1/8"}), "fixed-closed-low-more"),
    (leaning_pair("3/4", "1/4", fire_rated=True), "fixed-closed-rubs-whole"),
    (leaning_pair("3/4", "3/8", fire_rated=True), "fixed-closed-low-whole"),
]
FOUND_FLAGS = [
    *FIXED_FLAGS,
    (found(**wide("31 1/2")), "unit-too-wide"),
    # 30 + 1/4 + 1 1/2 = 31 3/4: 1/4 too wide, and as much may come off; a 1/32 less does not do
    (found(**wide("31 1/2")) | edges("1/8", "1/8"), "unit-too-wide-leaf-may"),
    (found(**wide("31 1/2")) | edges("1/8", "3/32"), "unit-too-wide"),
    (found(**wide("31 1/2")) | edges("1/8", "1/8") | FIRE, "unit-too-wide"),
    (NARROW, "unit-too-wide-for-stock"),
    (found(*STRAIGHT, **wide("31 3/4")), "fits-without-play"),
    (found(*OVER, **wide("32 1/16")), "set-needs-tilt"),
    (found(setting={"slide": "3/4"}), "set-outside-slot"),
    (found(*STRAIGHT, **wide("31 15/16")), "room-tight"),
    (found(also("twist_left", "3/16", "A", at="40")), "twist-not-read"),
    (found(setting={"slide": "15/32"}), "play-spent-at-hinge"),
    (found(**wide("34")), "set-wants-blocks-both"),
    (found(**wide("33"), setting={"school": "tight"}), "set-wants-blocks"),
    (found(also("twist_left", "3/16", "A", at="40")), "stud-twisted"),
    (found(also("twist_right", "1/2", "B", at="40")), "stud-twisted-beyond-shims"),
    (found(setting={"one_side": True}), "shims-one-side"),
    (found(unit={"outside_width": "31 1/2"}), "unit-differs"),
    (found(also("lean_left", "1/4", "away"), setting={"hinge_by": "stud"}), "stud-not-plumb"),
    (found(height_left="82 1/8", height_right="82 1/8"), "no-head-play"),
    (found(height_left="81 15/16", height_right="81 15/16"), "taller-than-hole-legs"),
    (found(height_left="81 7/8", height_right="81 7/8"), "taller-than-hole-leaf"),
    (found(height_left="81 7/8", height_right="81 7/8") | SPACER, "taller-than-hole-under"),
    (low(cut_legs=True), "still-too-tall"),
    (low(raise_header=True), "header-raised"),
    (found(setting={"cut_hinge": "81 1/4", "cut_strike": "81 1/4"}), "legs-cut-shorter"),
    (found(setting={"cut_hinge": "81 1/2", "cut_strike": "81 1/2"}), "legs-cut-longer"),
    (found(setting={"leaf_trimmed": "3/4"}), "leaf-trimmed-too-much"),
    (found(setting={"leaf_trimmed": "1/4"}) | FIRE, "fire-rated-trimmed"),
    (found(height_left="80", height_right="80"), "unit-too-tall"),
    (found(unit={"leg_length": "81"}), "leg-short"),
    (found(also("floor_across", "1/4", "left"), setting={"cut_hinge": "81", "cut_strike": "81"}), "legs-cut-equal"),
    (found(also("floor_across", "0"), setting={"cut_hinge": "81 1/4", "cut_strike": "81"}), "legs-cut-unequal"),
    ({**found(also("thickness_left_head", "4 7/8")), "opening.frame": {"depth": "4 9/16"}}, "wall-thicker-than-frame"),
    (found(also("wall_left", "1/2", "A")), "casing-cannot-hide"),
    (found(also("wall_left", "1/4", "A"), also("wall_right", "0"), setting={"legs": "stop_to_leaf"}), "legs-follow-their-walls"),
    (found(also("wall_left", "1/4", "A"), setting={"legs": "hinge_plane"}), "frame-follows-wall"),
    (found(*PLUMB, width_middle=None, width_head="33"), "survey-suspects"),
    (found(*STRAIGHT, width_head="33"), "survey-suspect"),
    (found(*STRAIGHT, {"place": "height_left", "value": "40", "taped_from": "level_line"}), "survey-taped-from-unknown"),
    (found(*STRAIGHT, *WILD), "survey-contradicts"),
    (found(), "survey-assumed"),
    (found(width_foot=None, width_head=None), "survey-one-width"),
    (found(width_foot=None, width_middle=None, width_head=None), "survey-no-width"),
    (found(**wide("60")) | {"opening.door.kind": "pocket"}, "found-narrower"),
    (found(**wide("62")) | {"opening.door.kind": "pocket"}, "found-lower"),
    (found(also("floor_along", "3/4 in 4 ft", "up")) | {"opening.rules": {"floor_gap": "3/8"}}, "sweep-rubs"),
    (found(also("floor_along", "1 1/4 in 4 ft", "up")), "sweep-rubs-more"),
    (found(also("floor_along", "7/8 in 4 ft", "up"), setting={"leaf_trimmed": "1/2"}) | {"opening.rules": {"floor_gap": "1/4"}}, "sweep-low-more"),
    (found(also("floor_along", "1/2 in 4 ft", "up")), "sweep-low"),
    (found(also("floor_along", "1 1/4 in 4 ft", "up")) | FIRE, "sweep-rubs-whole"),
    (found(also("floor_along", "1/2 in 4 ft", "up")) | FIRE, "sweep-low-whole"),
    (found(setting={"later_floor": "3/4"}) | FIRE, "later-floor-fire-rated"),
    (leaning("3/4", "1/4"), "closed-rubs"),
    (leaning("3/4", "3/8"), "closed-low"),
    (leaning("3/4", "1/8", in_hand={"may_trim": "1/8"}), "closed-rubs-more"),
    (leaning("3/4", "3/8", in_hand={"may_trim": "1/8"}), "closed-low-more"),
    (leaning("3/4", "1/4", fire_rated=True), "closed-rubs-whole"),
    (leaning("3/4", "3/8", fire_rated=True), "closed-low-whole"),
    (found(also("plumb_strike", "3/8", "hinge")), "leaf-drifts"),
    (found(*gaps(latch="1/4")), "gaps-off"),
    (found(*gaps(head_hinge="0")), "gap-too-small-for-moves"),
    (found(*gaps(head_hinge="0")) | FIRE, "gap-too-small-fire-rated"),
    (found(*gaps(head_hinge="1/4")), "gap-too-wide-for-moves"),
    (found(*gaps(), also("stop_top", "0"), also("stop_foot", "1/8")), "stop-uneven"),
    (found(also("stop_top", "1/2"), also("stop_foot", "0")) | {"opening.frame": {"kind": "rabbeted", "thickness": "1"}}, "stop-move-shows"),
    (found(also("frame_head", "30 1/4"), also("frame_foot", "30 3/8")), "hinge-leg-unread"),
    (found(also("leg_straight", "1/16")), "leg-over-shimmed"),
    (found(also("frame_head", "30 1/4"), also("frame_foot", "30 3/8")), "foot-wider-than-head"),
    (found(also("frame_head", "30 1/4"), also("frame_foot", "30 1/8")), "foot-narrower-than-head"),
    (found(setting={"latch": "binds"}), "latch-binds"),
    (found(setting={"latch": "rattles"}), "latch-rattles"),
]  # fmt: skip

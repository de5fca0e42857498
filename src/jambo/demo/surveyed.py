"""A made-up renovation in inches: a dozen crooked holes, read with tape and level, each with its own trouble."""

from __future__ import annotations

from typing import Any

Doc = dict[str, Any]


def read(place: str, value: str, toward: str | None = None, **more: Any) -> Doc:
    """Write a reading."""
    return {"place": place, "value": value} | ({"toward": toward} if toward else {}) | more


def widths(foot: str, middle: str, head: str) -> list[Doc]:
    """Write the three widths."""
    return [read("width_foot", foot), read("width_middle", middle), read("width_head", head)]


def heights(left: str, right: str) -> list[Doc]:
    """Write both heights."""
    return [read("height_left", left), read("height_right", right)]


def studs(lean_left: Doc, bow_left: Doc, lean_right: Doc, bow_right: Doc) -> list[Doc]:
    """Write what the level and the straightedge said of both studs."""
    return [lean_left, bow_left, lean_right, bow_right]


def lean(side: str, value: str, toward: str = "opening") -> Doc:
    """Write a stud's lean."""
    return read(f"lean_{side}", value, toward)


def bow(side: str, value: str, toward: str = "opening") -> Doc:
    """Write a stud's bow."""
    return read(f"bow_{side}", value, toward)


def gaps(*values: str) -> list[Doc]:
    """Write the seven gaps after setting."""
    names = ("hinge_top", "hinge_foot", "head_hinge", "head_strike", "strike_top", "latch", "foot")
    return [read(f"gap_{name}", value) for name, value in zip(names, values, strict=True)]


STRAIGHT = studs(lean("left", "0"), bow("left", "0"), lean("right", "0"), bow("right", "0"))
PINE = [{"name": "old pine, kept", "thickness": "7/8"}]


def door(width: str, hinge: str = "left", to: str = "A", **more: Any) -> Doc:
    """Write a swing leaf 80 in high."""
    leaf = {"width": f"{width} in", "height": "80", "thickness": "1 3/8"}
    return {"kind": "swing", "leaves": [leaf], "hinge_side": hinge, "opens_to": to, "outside": "A"} | more


def opening(mark: str, room: str, hung: Doc, at: str, readings: list[Doc], **more: Any) -> Doc:
    """Write an opening in the old wall with its readings."""
    return {
        "mark": mark, "room": room, "door": hung, "floors": {"a": PINE, "b": PINE}, "readings": readings,
        "header": {"depth": "5 1/2", "source": "opened up and seen"}, "position": {"distance": at},
    } | more  # fmt: skip


NET_LOFT: Doc = {
    "job": {
        "name": "Net loft over the slip", "place": "Lower quay, second floor", "work": "renovation", "unit": "in",
        "words": "north_america", "rules": {},
    },
    "walls": [
        {
            "wall": {"name": "Long passage", "height": "98", "length": "64'", "finish_a": "3/4", "finish_b": "3/4", "bearing": "no", "existing": True},
            "openings": [
                opening("N1", "Twine room", door("30"), "40", [
                    *widths("32 1/4", "32 1/8", "32 3/16"), *heights("83", "82 15/16"),
                    *studs(lean("left", "1/8 in 4 ft"), bow("left", "1/16"), lean("right", "1/8 in 6 ft", "away"), bow("right", "1/16")),
                    read("header_level", "1/16", "left"), read("floor_across", "1/8", "left"), read("floor_along", "1/8 in 4 ft", "up"),
                    read("diagonal_up_right", "89 1/8"), read("diagonal_up_left", "88 15/16"),
                ]),
                opening("N2", "Float store", door("28", "right", "B"), "110", [
                    *widths("30 1/2", "30 1/4", "30 1/4"), *heights("82 7/8", "82 7/8"),
                    *studs(lean("left", "1/8"), bow("left", "1/16"), lean("right", "1/8"), bow("right", "1/16")),
                    read("floor_across", "5/16", "right"), read("floor_along", "3/8 in 4 ft", "up"),
                    read("wall_left", "3/8", "A"), read("wall_right", "1/8", "A"),
                ], unit={"leg_length": "82 1/2"}, photographed=[
                    {"step": "score", "says": "Score the paint along the old casing; take it off."}, {"reading": "bow_left"},
                ]),
                opening("N3", "Tar room", door("30"), "180", [
                    *widths("32 3/8", "32 3/8", "32 7/16"), *heights("83", "83"), *STRAIGHT,
                    read("twist_left", "5/32", "A", at="12"), read("twist_left", "3/16", "A", at="70"),
                    read("floor_across", "0"),
                ]),
                opening("N4", "Sail loft", door("32"), "250", [
                    *widths("34 1/4", "34 9/16", "34 1/4"), *heights("82 15/16", "83"),
                    *studs(lean("left", "1/16"), bow("left", "1/32"), lean("right", "1/16", "away"), bow("right", "0")),
                    read("floor_across", "1/16", "right"), read("header_level", "1/8", "right"),
                    read("diagonal_up_right", "89 25/32"), read("diagonal_up_left", "89 11/16"),
                    read("width_at", "34 1/4", at="21"), read("width_at", "34 1/4", at="62"),
                ]),
                opening("N5", "Oar rack", door("36"), "330", [
                    *widths("36 7/8", "36 17/32", "36 11/16"), *heights("83 1/8", "83"),
                    *studs(lean("left", "1/8"), bow("left", "1/8"), lean("right", "1/16"), bow("right", "1/8")),
                    read("floor_across", "1/8", "right"),
                ]),
                opening("N6", "Cork bin", door("24"), "400", [read("width_middle", "26 1/8")]),
                opening("N7", "Mending floor", door("30", "left", "A"), "470", [
                    *widths("32", "32 1/16", "32"), *heights("83", "83"),
                    *studs(lean("left", "5/16"), bow("left", "0"), lean("right", "5/16", "away"), bow("right", "0")),
                    read("floor_across", "1/4 in 3 ft", "right"), read("floor_along", "1/2 in 4 ft", "up"),
                    read("floor_bump", "3/16", at="20", angle=60),
                ], setting={"opens": 110}),
                opening("N8", "Wheel house", door("30", "right"), "540", [
                    *widths("33 1/2", "33 5/8", "33 1/2"), *heights("83 1/16", "83"),
                    *studs(lean("left", "1/8", "away"), bow("left", "1/8", "away"), lean("right", "1/4"), bow("right", "1/16", "away")),
                    read("floor_across", "1/16", "left"),
                ], setting={"school": "pre_packed"}),
            ],
        },
        {
            "wall": {"name": "Stair head", "height": "90", "length": "30'", "finish_a": "3/4", "finish_b": "5/8", "bearing": "no", "existing": True},
            "openings": [
                opening("N9", "Buoy attic", door("28"), "50", [
                    *widths("30 3/8", "30 5/16", "30 3/8"), *heights("81 1/4", "81 1/8"),
                    *studs(lean("left", "0"), bow("left", "1/16"), lean("right", "1/16"), bow("right", "0")),
                    read("floor_across", "1/8", "right"),
                ]),
                opening("N10", "Compass room", door("30", "left", "B"), "130", [
                    *widths("32 5/16", "32 1/4", "32 5/16"), *heights("83", "83"),
                    *studs(lean("left", "1/16"), bow("left", "1/32"), lean("right", "1/16", "away"), bow("right", "1/32")),
                    read("floor_across", "1/16", "right"), read("floor_along", "1/16 in 4 ft", "down"),
                    *gaps("1/8", "1/8", "1/8", "1/4", "1/16", "3/32", "1/8"),
                    read("stop_top", "0"), read("stop_latch", "0"), read("stop_foot", "1/16"),
                ]),
                opening("N11", "Chart room", door("30"), "220", [
                    *widths("32 1/4", "32 1/4", "32 1/4"), *heights("83", "83"), *STRAIGHT, read("floor_across", "0"),
                    read("floor_along", "0"), *gaps("1/8", "1/8", "1/8", "1/8", "1/8", "1/8", "1/8"),
                    read("stop_top", "0"), read("stop_latch", "0"), read("stop_foot", "0"),
                    read("plumb_strike", "0"), read("plumb_swing", "0"),
                ], setting={"latch": "latches"}, events=["set", "signed"]),
                opening("N12", "Lamp room", door("24", "right") | {"leaves": [{"width": "24 in", "height": "80", "thickness": "1 3/4"}]}, "300", [
                    *widths("26 3/8", "26 3/8", "26 3/8"), *heights("83", "83"), *STRAIGHT, read("floor_across", "0"),
                    read("frame_head", "24 1/4"), read("frame_foot", "24 7/16"),
                ], frame={"kind": "steel_wrap", "throat": "4 7/8", "source": "sheet F-9"}),
            ],
        },
        {
            "wall": {
                "name": "Sail room side", "height": "98", "length": "16'4", "finish_a": "3/4", "finish_b": "3/4", "bearing": "yes",
                "existing": True, "left_corner": "inside", "plate_on": "joists",
                "studs_found": [{"at": at} for at in (
                    "3/4", "16 1/8", "32", "47 3/4", "64 1/8", "80", "96 1/4", "112", "128 1/8", "143 7/8", "160", "176", "195 1/4",
                )],
                "services": [
                    {"what": "lamp wire", "at": "58 1/2", "low": "44", "high": "98"},
                    {"what": "heating pipe", "at": "104", "to": "196", "low": "4", "high": "6"},
                    {"what": "rain pipe", "at": "86", "fixed": True},
                ],
            },
            "openings": [
                opening("N13", "Sail room", door("30"), "50", [], casing={"width": "2 1/4"}, header={"depth": "7 1/4", "source": "engineer's note 4"},
                        cut_in={"asked": True, "least": "20", "most": "150", "wanted": "70",
                                "support": "two posts and a beam on side B", "support_by": "engineer's note 4"}),
            ],
        },
        {
            "wall": {
                "name": "Under the eaves", "height": "78", "height_right": "118", "length": "15'", "finish_a": "3/4", "finish_b": "3/4",
                "bearing": "no", "existing": True, "studs_found": [{"at": str(at)} for at in range(16, 176, 16)],
            },
            "openings": [
                opening("N14", "Roof store", door("28"), "140", [], header={"depth": "3 1/2", "source": "no load over it"}, cut_in={"asked": True}),
            ],
        },
    ],
}  # fmt: skip

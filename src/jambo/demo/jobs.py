"""The demo jobs, written as a carpenter would type them: one new-build in inches, one renovation in millimetres."""

from __future__ import annotations

from typing import Any

Doc = dict[str, Any]


def swing(width: str, height: str | None, hinge: str, to: str, thickness: str, outside: str = "A") -> Doc:
    """Write a single swing door."""
    leaf = {"width": width, "thickness": thickness} | ({"height": height} if height else {})
    return {"kind": "swing", "leaves": [leaf], "hinge_side": hinge, "opens_to": to, "outside": outside}


def layer(name: str, thickness: str, allowance: str | None = None) -> Doc:
    """Write a floor layer."""
    return {"name": name, "thickness": thickness} | ({"allowance": allowance} if allowance else {})


def at(distance: str, measured_from: str = "left", to: str = "centre") -> Doc:
    """Write a position on the wall."""
    return {"measured_from": measured_from, "to": to, "distance": distance}


OAK = [layer("underlay", "1/16"), layer("oak boards", "3/4")]
SCREED = [layer("levelling screed", "12 mm"), layer("linoleum", "2.5 mm")]
BOARDS = [layer("old pine boards, kept", "22 mm")]

SEED_LIBRARY: Doc = {
    "job": {
        "name": "Kiln Row seed library", "place": "Lot 4, Kiln Row", "work": "new", "unit": "in",
        "words": "north_america", "rules": {},
    },
    "walls": [
        {
            "wall": {
                "name": "Corridor north", "height": "97 1/2", "length": "24'", "finish_a": "5/8", "finish_b": "5/8",
                "bearing": "no",
            },
            "openings": [
                {
                    "mark": "101", "room": "Reading room",
                    "door": swing("36 in", "7/0", "left", "B", "1 3/4"),
                    "floors": {"a": OAK, "b": OAK},
                    "header": {"depth": "7 1/4", "source": "drawing S-2"},
                    "position": at("52"),
                },
                {
                    "mark": "102", "room": "Drying room",
                    "door": swing("2868", None, "right", "B", "1 3/8"),
                    "floors": {"a": OAK, "b": [layer("tile and mortar", "9/16", "tile not chosen")], "under": "A"},
                    "header": {"depth": "5 1/2", "source": "drawing S-2"},
                    "position": at("11'6", to="hinge_edge"),
                },
                {
                    "mark": "103", "room": "Sorting room",
                    "door": swing("34 in", "6/8", "left", "A", "1 3/8"),
                    "floors": {"a": [layer("cork", "13/16")], "b": [layer("cork", "13/16")]},
                    "school": "add_on",
                    "rules": {"add_width": "1 3/4", "add_height": "2"},
                    "header": {"depth": "5 1/2", "source": "drawing S-2"},
                    "position": at("18'"),
                },
            ],
        },
        {
            "wall": {
                "name": "Cold store wall", "height": "97 1/2", "length": "13'4", "finish_a": "5/8", "finish_b": "1/2",
                "bearing": "yes",
            },
            "openings": [
                {
                    "mark": "104", "room": "Cold store",
                    "door": swing("36 in", "84", "right", "A", "1 3/4"),
                    "floors": {"a": OAK, "b": []},
                    "header": {"depth": "11 1/4", "source": "engineer's sheet 7"},
                    "position": at("40", "right"),
                },
                {
                    "mark": "105", "room": "Label press",
                    "door": swing("30 in", "80", "left", "B", "1 3/8"),
                    "frame": {"stands_on": "finished_floor"},
                    "floors": {
                        "a": [layer("floor finish", "7/16", "owner still choosing")],
                        "b": [layer("floor finish", "7/16", "owner still choosing")],
                    },
                    "header": {"depth": "5 1/2"},
                    "position": at("30"),
                },
            ],
        },
        {
            "wall": {
                "name": "Lecture room", "height": "9'1", "length": "22'", "finish_a": "5/8", "finish_b": "5/8",
                "stud_depth": "5 1/2", "bearing": "no",
            },
            "openings": [
                {
                    "mark": "107", "room": "Lecture room",
                    "door": {
                        "kind": "swing", "hinge_side": "right", "opens_to": "A", "outside": "A",
                        "leaves": [
                            {"width": "36 in", "height": "7/0", "thickness": "1 3/4"},
                            {"width": "18 in", "height": "7/0", "thickness": "1 3/4"},
                        ],
                    },
                    "frame": {"kind": "rabbeted", "thickness": "1 1/4"},
                    "floors": {"a": OAK, "b": OAK},
                    "casing": {"width": "3 1/2", "corner": "butted"},
                    "header": {"depth": "7 1/4", "jacks": 2, "source": "drawing S-4"},
                    "position": at("10'"),
                },
            ],
        },
        {
            "wall": {"name": "Stair landing"},
            "openings": [{"mark": "106", "room": "Map closet", "door": swing("2-8", "80", "left", "A", "1 3/8")}],
        },
    ],
}  # fmt: skip

SIGNAL_HOUSE: Doc = {
    "job": {
        "name": "Signal house weaving school", "place": "Old junction, platform side", "work": "renovation", "unit": "mm",
        "words": "britain", "rules": {"floor_gap": "12"},
    },
    "walls": [
        {
            "wall": {
                "name": "Lever room, east", "height": "2438", "length": "5150", "finish_a": "12.5", "finish_b": "12.5",
                "stud_depth": "95", "bearing": "no", "existing": True,
            },
            "openings": [
                {
                    "mark": "L1", "room": "Loom hall",
                    "frame": {"kind": "lining_kit", "thickness": "27.5", "depth": "138", "kit_width_1": "762", "kit_width_2": "838"},
                    "door": swing("838", "1981", "right", "A", "44", "B"),
                    "floors": {"a": BOARDS, "b": SCREED},
                    "header": {"depth": "145", "source": "site instruction 3"},
                    "position": at("1180"),
                },
                {
                    "mark": "L2", "room": "Dye store",
                    "door": swing("686", "1981", "left", "A", "40"),
                    "frame": {"stands_on": "spacer", "spacer": "15"},
                    "floors": {"a": BOARDS, "b": [layer("safety tile", "18", "sample not approved")]},
                    "casing": {"width": "58"},
                    "header": {"depth": "95", "source": "site instruction 3"},
                    "position": at("1400", "right", "near_edge"),
                },
            ],
        },
        {
            "wall": {
                "name": "Relay passage", "height": "2260", "length": "3600", "finish_a": "12.5", "finish_b": "15",
                "bearing": "unknown", "existing": True,
            },
            "openings": [
                {
                    "mark": "L3", "room": "Pattern library",
                    "door": swing("762", "1981", "left", "B", "35"),
                    "floors": {"a": SCREED, "b": BOARDS},
                    "rules": {"floor_gap": "6"},
                    "header": {"depth": "220"},
                    "position": at("900"),
                },
                {
                    "mark": "L4", "room": "Yarn lift",
                    "door": swing("826", "2040", "right", "B", "40"),
                    "school": "add_on",
                    "floors": {"a": SCREED, "b": SCREED},
                    "rules": {"add_width": "40"},
                    "header": {"depth": "145", "source": "engineer's note 12"},
                    "position": at("620", "right"),
                },
            ],
        },
    ],
}  # fmt: skip

JOBS = (SIGNAL_HOUSE, SEED_LIBRARY)

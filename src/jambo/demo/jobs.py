"""The demo jobs, written as a carpenter would type them: a new-build in inches, a renovation in millimetres, and one in inches."""

from __future__ import annotations

from typing import Any

from jambo.demo.surveyed import NET_LOFT

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


def on(a: str, b: str) -> Doc:
    """Write the floors of an opening as two of the job's."""
    return {"a_from": a, "b_from": b}


OAK = [layer("underlay", "1/16"), layer("oak boards", "3/4")]
SCREED = [layer("levelling screed", "12 mm"), layer("linoleum", "2.5 mm")]
BOARDS = [layer("old pine boards, kept", "22 mm")]

KIT = {
    "name": "Quiet wall kit",
    "source": "kit sheet Q-3",
    "leaf_width": "32 in",
    "thickness_least": "1 3/8",
    "thickness_most": "1 3/8",
}
TRACK = {
    "name": "Flat bar track", "source": "track sheet B-1", "rating": "125 lb", "hole_first": "3", "hole_spacing": "16",
    "hanger_edge": "3 1/2", "offset": "7/16", "bolt_heads": "1/4",
}  # fmt: skip


def studs(*places: str) -> list[Doc]:
    """Write where studs were found."""
    return [{"at": place} for place in places]


SEED_LIBRARY: Doc = {
    "job": {
        "name": "Kiln Row seed library", "place": "Lot 4, Kiln Row", "work": "new", "unit": "in",
        "words": "north_america", "rules": {},
        "floors": [
            {"key": "oak", "name": "Oak boards", "layers": OAK},
            {"key": "tile", "name": "Tile, wet rooms", "layers": [layer("tile and mortar", "9/16", "tile not chosen")]},
            {"key": "finish", "name": "Label press floor", "layers": [layer("floor finish", "7/16", "owner still choosing")]},
        ],
        "cutting": {
            "currency": "crowns",
            "stock": [
                {
                    "section": "38.1x88.9",
                    "lengths": [
                        {"length": "92 5/8 in", "price": "3.85"}, {"length": "96 in", "price": "3.95"},
                        {"length": "104 5/8 in", "price": "4.40"}, {"length": "120 in", "price": "5.10"},
                        {"length": "144 in", "price": "6.30"}, {"length": "192 in", "price": "8.90"},
                    ],
                },
            ],
        },
    },
    # what, how many, from whom, promised so many days from the start; each delivery: how many, what was said, what was measured
    "orders": [
        ("pocket_kit", 1, "Gatehouse door counter", -2, [(1, "the carton is wet", {"printed": "2-4", "thickness_most": "1 3/4"})]),
        ("pocket_kit", 1, "Gatehouse door counter", -1, []),
        ("leaf", 3, "Gatehouse door counter", -3, [(2, "", {"width": "36", "height": "84", "thickness": "1 3/4"}),
                                                  (1, "", {"width": "34", "height": "83 15/16", "thickness": "1 3/4"})]),
        ("unit", 1, "Gatehouse door counter", -3, [(1, "", {"outside_width": "33 5/8", "leg_length": "81 1/2", "hand": "RHR"})]),
        ("track", 1, "Lockside ironmongers", -4, [(1, "", {"length": "76"})]),
        ("hinge", 12, "Lockside ironmongers", -6, [(12, "", {"corner": "square"})]),
        ("long_screw", 30, "Lockside ironmongers", 3, []),
    ],
    # who works here; and when other trades come and are done, in days from the start
    "crew": {
        "people": [
            {"name": "Ottoline", "hours": [{"from": "07:00", "to": "12:00"}, {"from": "12:30", "to": "15:30"}]},
            {"name": "Bram", "hours": [{"from": "07:00", "to": "12:00"}, {"from": "12:30", "to": "15:30"}]},
            {"name": "Sunniva", "hours": [{"from": "07:00", "to": "12:00"}]},
        ],
    },
    "trades": [("wallboard", 5, 8), ("paint", 9, 12)],
    # cards that were timed: mark, operation, who, how many minutes it took, and when it began, in workdays from the start, hour and
    # minute; one ran on overnight
    "timed": [("103", "frame", "Ottoline", 41, (2, 8, 10)), ("102", "frame", "Bram", 52, (2, 9, 5)), ("107", "frame", "Ottoline", 893, (2, 13, 5)),
              ("111", "frame", "Ottoline", 58, (1, 8, 0)), ("114", "frame", "Bram", 63, (1, 9, 20))],
    "rack": [("38.1x88.9", "61 in"), ("38.1x88.9", "84 1/4 in"), ("38.1x139.7", "50 1/2 in")],
    "walls": [
        {
            "wall": {
                "name": "Corridor north", "storey": "Ground floor", "height": "97 1/2", "length": "24'", "finish_a": "5/8", "finish_b": "5/8",
                "bearing": "no",
            },
            "openings": [
                {
                    "mark": "101", "room": "Reading room",
                    "door": swing("36 in", "7/0", "left", "B", "1 3/4"),
                    "floors": on("oak", "oak"),
                    "header": {"depth": "7 1/4", "source": "drawing S-2"},
                    "position": at("52"),
                },
                {
                    "mark": "102", "room": "Drying room",
                    "door": swing("2868", None, "right", "B", "1 3/8"),
                    "floors": on("oak", "tile") | {"under": "A"},
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
                "name": "Cold store wall", "storey": "Ground floor", "height": "97 1/2", "length": "13'4", "finish_a": "5/8", "finish_b": "1/2",
                "bearing": "yes",
            },
            "openings": [
                {
                    "mark": "104", "room": "Cold store",
                    "door": swing("36 in", "84", "right", "A", "1 3/4"),
                    "floors": {"a_from": "oak", "b": []},
                    "header": {"depth": "11 1/4", "source": "engineer's sheet 7"},
                    "position": at("40", "right"),
                },
                {
                    "mark": "105", "room": "Label press",
                    "door": swing("30 in", "80", "left", "B", "1 3/8"),
                    "frame": {"stands_on": "finished_floor"},
                    "floors": on("finish", "finish"),
                    "header": {"depth": "5 1/2"},
                    "position": at("30"),
                },
            ],
        },
        {
            "wall": {
                "name": "Lecture room", "storey": "Ground floor", "height": "9'1", "length": "22'", "finish_a": "5/8", "finish_b": "5/8",
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
                    "frame": {"kind": "rabbeted", "thickness": "1 1/4", "leaf_rebate": "1/2"},
                    "floors": on("oak", "oak"),
                    "casing": {"width": "3 1/2", "corner": "butted"},
                    "header": {"depth": "7 1/4", "jacks": 2, "source": "drawing S-4"},
                    "position": at("10'"),
                },
            ],
        },
        {
            "wall": {
                "name": "Service spine", "storey": "Ground floor", "height": "97 1/2", "length": "30'", "finish_a": "5/8", "finish_b": "1/2",
                "bearing": "no",
            },
            "openings": [
                {
                    "mark": "108", "room": "Seed vault",
                    "door": {
                        "kind": "pocket", "slides_to": "right", "mass": "62 lb",
                        "leaves": [{"width": "30 in", "height": "80", "thickness": "1 3/8"}],
                        "pocket": KIT | {"looked": True},
                    },
                    "floors": on("oak", "oak"),
                    "casing": {"width": "2 1/4", "thickness": "11/16"},
                    "header": {"depth": "7 1/4", "source": "drawing S-2"},
                    "position": at("45"),
                },
                {
                    "mark": "109", "room": "Gallery",
                    "door": {
                        "kind": "pocket", "slides_to": "right",
                        "leaves": [{"width": "24 in", "height": "84", "thickness": "1 3/8"}] * 2,
                        "pocket": KIT | {"leaf_width": "28 in", "looked": True, "found": [
                            {"what": "A cable to the switch", "moved": False}, {"what": "A vent pipe", "moved": True},
                        ]},
                    },
                    "floors": on("oak", "tile"),
                    "header": {"depth": "7 1/4", "source": "drawing S-2"},
                    "position": at("150"),
                },
                {
                    "mark": "110", "room": "Herbarium",
                    "door": {
                        "kind": "face_slider", "slides_to": "right", "mass": "58 lb",
                        "leaves": [{"thickness": "1 3/8"}], "opening_width": "36", "opening_height": "81 1/2",
                        "slider": TRACK | {
                            "length": "79", "ceiling": "8'", "base_thickness": "5/8", "base_height": "5 1/2",
                            "studs": studs("223 1/8", "239", "255 1/8", "271 1/4", "287", "303 1/8"),
                            "lean": [{"at": "0", "by": "1/4"}, {"at": "40", "by": "1/16"}],
                            "beside": [{"what": "the light switch", "distance": "46"}],
                        },
                    },
                    "floors": on("oak", "oak"),
                    "casing": {"width": "2 1/4", "thickness": "11/16"},
                    "header": {"depth": "5 1/2", "source": "drawing S-2"},
                    "position": at("240"),
                },
            ],
        },
        {
            "wall": {
                "name": "Workroom partition", "storey": "Ground floor", "height": "97 1/2", "length": "24'", "finish_a": "1/2", "finish_b": "1/2",
                "bearing": "no",
            },
            "openings": [
                {
                    "mark": "111", "room": "Packing hall",
                    "door": {
                        "kind": "face_slider", "slides_to": "right", "mass": "96 lb",
                        "leaves": [{"thickness": "1 3/4"}] * 2, "opening_width": "60", "opening_height": "82",
                        "slider": TRACK | {
                            "length": "116", "lag": "2 1/4", "base_thickness": "0",
                            "studs": studs("25", "41 1/8", "57", "73 1/4", "89", "105 1/8", "121", "137 1/8"),
                            "beside": [{"what": "the fire alarm button", "distance": "28"}],
                        },
                    },
                    "floors": {"a": [], "b": []},
                    "header": {"depth": "7 1/4", "source": "drawing S-3"},
                    "position": at("85"),
                },
                {
                    "mark": "112", "room": "Coat store",
                    "door": {
                        "kind": "bypass", "leaves": [{"thickness": "1 3/8"}], "opening_width": "88",
                        "opening_height": "80 3/4", "bypass": {"count": 3},
                    },
                    "floors": on("oak", "oak"),
                    "header": {"depth": "9 1/4", "source": "drawing S-3"},
                    "position": at("220"),
                },
            ],
        },
        {
            "wall": {
                "name": "Yard side", "height": "97 1/2", "length": "26'", "finish_a": "3/4", "finish_b": "1/2",
                "stud_depth": "5 1/2", "bearing": "yes",
            },
            "openings": [
                {
                    "mark": "113", "room": "Yard door",
                    "door": swing("36 in", "80", "left", "B", "1 3/4") | {"leads_to": "outside", "mass": "95 lb", "glass": True},
                    "frame": {"kind": "outside_sill", "thickness": "1 1/4", "leaf_rebate": "1/2",
                              "sill_thickness": "1", "depth": "6 7/8"},
                    "floors": {"a": [], "b": [*OAK, layer("mat well", "5/8")]},
                    "header": {"depth": "9 1/4", "source": "engineer's sheet 7"},
                    "position": at("50"),
                },
                {
                    "mark": "114", "room": "Cart garage",
                    "door": swing("32 in", "80", "right", "A", "1 3/8") | {
                        "leads_to": "garage", "delivered_hand": "LH",
                        "hardware": {"hinge_corner": "round", "hinge_mortise": "square"},
                    },
                    "frame": {"supply": "pre_hung"},
                    "floors": {"a_from": "oak", "b": []},
                    "header": {"depth": "9 1/4", "source": "engineer's sheet 7"},
                    "position": at("150"),
                },
                {
                    "mark": "115", "room": "Boiler room",
                    "door": swing("36 in", "84", "left", "A", "1 3/4") | {"fire_rated": True},
                    "frame": {"kind": "steel_wrap", "throat": "6 3/4", "stands_on": "finished_floor", "source": "sheet F-12"},
                    "floors": {"a": [], "b": []},
                    "header": {"depth": "9 1/4", "source": "engineer's sheet 7"},
                    "position": at("250"),
                },
            ],
        },
        {
            "wall": {"name": "Stair landing"},
            "openings": [{"mark": "106", "room": "Map closet", "door": swing("28", "80", "left", "A", "1 3/8")}],
        },
        {
            "wall": {
                "name": "Reading loft, east", "storey": "Loft", "height": "96", "height_right": "132", "length": "18'",
                "finish_a": "1/2", "finish_b": "1/2", "bearing": "no",
            },
            "openings": [
                {
                    "mark": number, "room": room,
                    "door": swing("30 in", "80", hinge, "A", "1 3/8"),
                    "floors": {"a_from": "oak", "b_from": "oak"},
                    "header": {"depth": "5 1/2", "source": "carries nothing: two studs on edge"},
                    "position": at(place) | {"shares": True},  # one king stands between the two
                }
                for number, room, hinge, place in (("116", "Ladder closet", "left", "60"), ("117", "Seed drying loft", "right", "96 3/4"))
            ],
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
                "stud_depth": "95", "bearing": "no",
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
                "bearing": "unknown",
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
        {
            "wall": {
                "name": "Signal floor, north", "height": "2600", "length": "7200", "finish_a": "15", "finish_b": "12.5",
                "stud_depth": "95", "bearing": "no", "existing": True,
            },
            "openings": [
                {
                    "mark": "L5", "room": "Winding room",
                    "door": {
                        "kind": "pocket", "slides_to": "left", "mass": "29 kg",
                        "leaves": [{"width": "762", "height": "1981", "thickness": "44"}],
                        "pocket": {"source": "kit sheet P-2", "gap": "12", "floor": "concrete", "heated": True},
                    },
                    "floors": {"a": SCREED, "b": SCREED},
                    "header": {"depth": "145", "source": "site instruction 5"},
                    "position": at("1500"),
                },
                {
                    "mark": "L6", "room": "Carding room",
                    "door": {
                        "kind": "face_slider", "slides_to": "right", "mass": "34 kg",
                        "leaves": [{"thickness": "40"}], "opening_width": "900", "opening_height": "2040",
                        "slider": {
                            "source": "track sheet G-4", "rating": "60 kg", "length": "2000", "hole_first": "50",
                            "hole_spacing": "300", "base_thickness": "18", "base_height": "145", "bolt_heads": "8", "ceiling": "2450",
                            "studs": studs("3510", "3925", "4318", "4730", "5122", "5540", "5930"),
                            "lean": [{"at": "0", "by": "14"}, {"at": "1000", "by": "9"}],
                        },
                    },
                    "floors": {"a": BOARDS, "b": BOARDS},
                    "casing": {"width": "58", "thickness": "16"},
                    "header": {"depth": "145", "source": "site instruction 5"},
                    "position": at("4200"),
                },
                {
                    "mark": "L7", "room": "Linen cupboard",
                    "door": {
                        "kind": "bypass", "leaves": [{"thickness": "22"}], "opening_height": "2100",
                        "bypass": {"count": 2, "leaf_width": "762", "leaf_height": "2040"},
                    },
                    "floors": {"a": BOARDS, "b": BOARDS},
                    "header": {"depth": "145", "source": "site instruction 5"},
                    "position": at("6300"),
                },
            ],
        },
    ],
}  # fmt: skip

# who signs in: the crew, and the client of one job; one of them has a phone paired
CREW = (("Ottoline", "lead"), ("Bram", "hand"), ("Sunniva", "hand"), ("Wenzel Aske", "looker"))
PAIRED = "Bram"

JOBS = (NET_LOFT, SIGNAL_HOUSE, SEED_LIBRARY)
RECORD = ("readings", "events", "photographed")  # what a demo opening carries beside its document


def documents() -> list[Doc]:
    """Give every demo opening as a whole document, with the readings it carries."""
    return [
        {
            "unit": job["job"]["unit"],
            "rules": {"job": job["job"]["rules"]},
            "floors": job["job"].get("floors", []),
            "wall": wall["wall"],
            "opening": {k: v for k, v in opening.items() if k not in RECORD},
            "survey": {"readings": opening.get("readings", [])},
        }
        for job in JOBS
        for wall in job["walls"]
        for opening in wall["openings"]
    ]


STOCK: tuple[Doc, ...] = (
    {"kind": "pocket_kit", "name": "Quiet wall kit", "source": "kit sheet Q-3", "unit": "in",
     "facts": {"leaf_width": "32 in", "thickness_least": "1 3/8", "thickness_most": "1 3/8", "width_add": "1", "head_stack": "3"}},
    {"kind": "pocket_kit", "name": "Narrow pocket P-2", "source": "kit sheet P-2", "unit": "mm",
     "facts": {"leaf_width": "762", "thickness_most": "40", "width_add": "25", "soft_close_least": "686"}},
    {"kind": "track", "name": "Flat bar track", "source": "track sheet B-1", "unit": "in",
     "facts": {"rating": "125 lb", "hole_first": "3", "hole_spacing": "16", "hanger_edge": "3 1/2", "offset": "7/16"}},
    {"kind": "track", "name": "Gallery track G-4", "source": "track sheet G-4", "unit": "mm",
     "facts": {"length": "2000", "rating": "60 kg", "hole_first": "50", "hole_spacing": "300"}},
    {"kind": "lining_kit", "name": "Lining, nominal 32 x 138", "source": "merchant's list, measured", "unit": "mm",
     "facts": {"kit_width_1": "762", "kit_width_2": "838", "thickness": "27.5", "depth": "138"}},
    {"kind": "split_jamb", "name": "Split jamb, wide", "source": "carton label", "unit": "in",
     "facts": {"wall_least": "4 1/2", "wall_most": "5 1/4"}},
    {"kind": "steel_frame", "name": "Steel frame F-12", "source": "sheet F-12", "unit": "in", "facts": {"throat": "6 3/4"}},
    {"kind": "leaf", "name": "Salvaged panel leaf", "source": "measured in the yard", "unit": "in",
     "facts": {"width": "31 1/4 in", "height": "79 3/8", "thickness": "1 3/8"}},
)  # fmt: skip

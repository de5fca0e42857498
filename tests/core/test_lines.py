"""A door in a line (handbook 26): what is heard token by token, what becomes the room, what is asked about; nothing is dropped."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jambo.core.lines.line import FloorLayer
from jambo.core.lines.read import LONGEST, NotALine, read_line

SIZE = {"width": "32 in", "height": "80 in"}
THIRTY = {"width": "30 in", "height": "80 in"}
RIGHT = {"hinge_side": "right", "opens_to": "B"}
LEFT = {"hinge_side": "left", "opens_to": "B"}

# text, unit, the tokens' kinds in order, the facts said
LINES = [
    ("101 2868 RH oak 3/4 | tile 5/8 kitchen", "in", "mark leaf hand floor floor room",
     SIZE | RIGHT | {"mark": "101", "room": "kitchen", "floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("tile", "5/8 in"),)}),
    ("x3 2668 LH", "in", "count leaf hand", THIRTY | LEFT | {"count": 3}),
    ("pocket 2-6 x 6-8", "in", "kind leaf", THIRTY | {"kind": "pocket"}),
    ("pair 2-4 6-8", "in", "kind leaf", {"kind": "swing", "pair": True, "width": "28 in", "height": "80 in"}),
    ("face 36x84", "in", "kind leaf", {"kind": "face_slider", "width": "36 in", "height": "84 in"}),
    ("bypass 3 x 24x80", "in", "kind leaves leaf", {"kind": "bypass", "panels": 3, "width": "24", "height": "80 in"}),
    ("lining 686x1981x35", "in", "frame leaf thickness", {"frame": "lining_kit", "width": "686 mm", "height": "1981 mm", "thickness": "35 mm"}),
    ("unit 25 5/8", "in", "unit", {"unit_width": "25 5/8 in"}),
    # order is free, marks of every make, sizes any way round
    ("RH kitchen 2868 101", "in", "hand room leaf question", SIZE | RIGHT | {"room": "kitchen"}),
    ("kitchen 2868 mark K-1", "in", "room leaf mark", SIZE | {"mark": "K-1", "room": "kitchen"}),
    ("1068 2868 RH", "in", "mark leaf hand", SIZE | {"mark": "1068"}),
    ("12 2-8 6-8", "in", "mark leaf", SIZE | {"mark": "12"}),
    ("G.03 2/8x6/8 rebated", "in", "mark leaf frame", SIZE | {"mark": "G.03", "frame": "rabbeted"}),
    ("D12 30 80 1 3/8 LHR 2x6 bedroom 2", "in", "mark leaf thickness hand stud room",
     {"width": "30", "thickness": "1 3/8 in", "hinge_side": "left", "opens_to": "A", "stud_depth": "5 1/2 in", "room": "bedroom 2"}),
    ("2-6 LH", "in", "leaf hand", {"width": "30 in", "height": None}),
    ("30 LH", "in", "leaf hand", {"width": "30"}),
    ("101 LH", "in", "mark hand", {"mark": "101", "width": None}),
    ("12 30 LH", "in", "mark leaf hand", {"mark": "12", "width": "30"}),
    ("7 2040x820 left laundry", "in", "mark leaf hand room", {"width": "820 mm", "height": "2040 mm", "hinge_side": "left", "opens_to": None}),
    ("101, 2868; RH,\tKitchen", "in", "mark leaf hand room", SIZE | {"room": "Kitchen"}),
    ("½ 2868", "in", "mark leaf", SIZE | {"mark": "1/2"}),
    ("6’8” x 2’8”", "in", "leaf", SIZE),
    ("101 x3 2868", "in", "mark count leaf", {"count": 3}),
    ("3x 2868", "in", "count leaf", {"count": 3}),
    ("2868 2 off", "in", "leaf count", {"count": 2}),
    ("2868 oak 3/4", "in", "leaf floor", {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("oak", "3/4 in"),)}),
    ("2868 RH 3/4 | bare", "in", "leaf hand floor floor", RIGHT | {"floor_a": (FloorLayer("", "3/4 in"),), "floor_b": ()}),
    ("2868 ply 1/2 + oak 3/4 | tile 5/8", "in", "leaf floor floor", {"floor_a": (FloorLayer("ply", "1/2 in"), FloorLayer("oak", "3/4 in"))}),
    ("2868 4 9/16 wall", "in", "leaf wall", {"wall_depth": "4 9/16 in"}),
    ("2868 fd30 glazed", "in", "leaf fire glass", {"fire_rated": True, "glass": True}),
    ("pre-hung 2868", "in", "frame leaf", {"supply": "pre_hung"}),
    ("prehung 2868 pre-hung", "in", "frame leaf frame", {"supply": "pre_hung", "frame": None}),
    ("front door 3-0 6-8", "in", "frame leaf", {"frame": "outside_sill", "leads_to": "outside"}),
    ("2868 LH tile 5/8 over ply 5/8", "in", "leaf hand floor",
     {"floor_a": (FloorLayer("ply", "5/8 in"), FloorLayer("tile", "5/8 in")), "floor_b": (FloorLayer("ply", "5/8 in"), FloorLayer("tile", "5/8 in"))}),
    ("2868 3/4 oak | 5/8 tile kitchen", "in", "leaf floor floor room",
     SIZE | {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("tile", "5/8 in"),), "room": "kitchen"}),
    ("2868 tile 3/8 over backer 1/4 | oak 3/4", "in", "leaf floor floor",
     {"floor_a": (FloorLayer("backer", "1/4 in"), FloorLayer("tile", "3/8 in")), "floor_b": (FloorLayer("oak", "3/4 in"),)}),
    ("101 2868 RH privacy 2 3/8 backset closer bath", "in", "mark leaf hand lock lock lock room",
     SIZE | {"function": "privacy", "backset": "2 3/8 in", "closer": True, "room": "bath"}),
    ("2868 LH passage", "in", "leaf hand room", {"room": "passage", "function": None}),
    ("2868 LH passage set passage", "in", "leaf hand lock room", {"room": "passage", "function": "passage"}),
    # the usual marks of a schedule
    ("(2) 3068 RH HM 20 MIN", "in", "count leaf hand frame fire",
     {"count": 2, "width": "36 in", "frame": "steel_wrap", "fire_rated": True, "fire_minutes": 20}),
    ("2868 LH SC NR", "in", "leaf hand core fire", SIZE | {"core": "solid", "fire_rated": False}),
    ("2468 RH HC bath", "in", "leaf hand core room", {"core": "hollow", "room": "bath"}),
    ("3068 garage", "in", "leaf leads", {"leads_to": "garage", "room": ""}),
    ("ext 3068 RH sill", "in", "frame leaf hand frame", {"frame": "outside_sill", "leads_to": "outside"}),
    # two leaves: 4 ft and more is over all, less is each leaf's, two sizes are two leaves
    ("5068 french", "in", "leaf kind", THIRTY | {"pair": True}),
    ("6068 pair", "in", "leaf kind", {"width": "36 in", "height": "80 in"}),
    ("4068 PR", "in", "leaf kind", {"width": "24 in"}),
    ("pair 2668", "in", "kind leaf", THIRTY | {"pair": True}),
    ("pair 2-6 + 1-6 6-8", "in", "kind leaf", THIRTY | {"pair": True, "other_width": "18 in"}),
    ("2-6 + 1-6", "in", "leaf", {"kind": "swing", "pair": True, "width": "30 in", "other_width": "18 in", "height": None}),
    ("pair 36 in x 84 in over all", "in", "kind leaf leaves", {"width": "18 in", "height": "84 in"}),
    ("pair 60 x 80 each", "in", "kind leaf leaves", {"width": "60 in"}),
    ("pair 1524 x 1981", "mm", "kind leaf", {"width": "762 mm"}),
    ("bypass 5068", "in", "kind leaf", {"opening_width": "60 in", "width": None, "height": "80 in"}),
    ("bi-parting 6068", "in", "kind leaf", {"opening_width": "72 in", "width": None}),
    # no length becomes a room
    ("2868 LH hall 7/16", "in", "leaf hand room question", {"room": "hall"}),
    ("2868 4' passage", "in", "leaf question room", {"room": "passage"}),
    ("2868 room 101", "in", "leaf room", {"room": "room 101"}),
    ("2868 in hall", "in", "leaf room", {"room": "hall"}),
    ("28 68 LH", "in", "leaf hand", SIZE),
    # what slides has no hinges
    ("pocket right 2868", "in", "kind hand leaf", {"slides_to": "right", "hinge_side": None, "opens_to": None}),
    ("cavity slider 820x2040 LH", "mm", "kind leaf hand", {"kind": "pocket", "slides_to": "left"}),
    ("pocket pair 2-0 6-8", "in", "kind kind leaf", {"kind": "pocket", "pair": True}),
    ("converging 2868", "in", "kind leaf", {"kind": "pocket", "pair": True}),
    # millimetre crews, and an inch call-out among them
    ("101 2668 LH", "mm", "mark leaf hand", THIRTY),
    ("7 762 1981 RH 90x45", "mm", "mark leaf hand stud", {"width": "762 mm", "height": "1981 mm", "stud_depth": "90 mm"}),
    ("820 2040", "mm", "leaf", {"width": "820 mm", "height": "2040 mm"}),
    ("tile 12 | oak 18 2668", "mm", "floor floor leaf", {"floor_a": (FloorLayer("tile", "12 mm"),), "floor_b": (FloorLayer("oak", "18 mm"),)}),
    # a size as it is read off a tape or off a drawing
    ("30 1/2+ x 80", "in", "leaf", {"width": "30 17/32 in", "height": "80 in", "count": 1, "mark": ""}),
    ("30 1/2 strong x 79", "in", "leaf", {"width": "30 17/32 in", "height": "79 in"}),
    ("32 in. x 80 in.", "in", "leaf", {"width": "32 in", "height": "80 in", "count": 1, "mark": ""}),
    ('32" W x 80" H', "in", "leaf", {"width": "32 in", "height": "80 in", "count": 1}),
    ('80" H x 32" W', "in", "leaf", {"width": "32 in", "height": "80 in"}),
    # what follows a size with a cross: a thickness, or how many
    ("2668 x3 LH", "in", "leaf count hand", THIRTY | LEFT | {"count": 3, "thickness": None}),
    ("826x2040 x2", "mm", "leaf count", {"width": "826 mm", "count": 2, "thickness": None}),
    ("826 x 2040 x 40", "mm", "leaf thickness", {"count": 1, "thickness": "40 mm"}),
    ("2668 x 1 3/4", "in", "leaf thickness", {"count": 1, "thickness": "1 3/4 in"}),
    ("Door 5 2868 LH", "in", "mark leaf hand", {"mark": "5"}),
    ("2868 3 hinges solid core", "in", "leaf leaf core", {"hinges": 3, "core": "solid"}),
    ("2868 4-9/16 jamb", "in", "leaf wall", {"wall_depth": "4 9/16 in"}),
    ("pocket slides left 2868", "in", "kind hand leaf", {"slides_to": "left"}),
    # what repeats or contradicts is asked about, and is no room
    ("32 1/3 x 80", "in", "question", {"width": None, "mark": "", "count": 1}),
    ("LH/RH 2868 bath", "in", "question leaf room", {"hinge_side": None, "room": "bath"}),
    ("2868 3068 LH", "in", "leaf question hand", SIZE | {"mark": "", "room": ""}),
    ("32x80 30x80", "in", "leaf question", {"height": "80 in", "room": ""}),
    ("2868 wall 4 5/8 6 5/8 wall", "in", "leaf question wall", {"room": ""}),
    ("2868 oak 3/4 tile 5/8 hall", "in", "leaf floor question room", {"room": "hall"}),
    ("2868 wall 4 5/8 and 6 5/8", "in", "leaf wall question question", {"room": ""}),
    ("2868 slides left", "in", "leaf hand", {"kind": None, "slides_to": "left", "room": ""}),
    ("sliding door 2868", "in", "question leaf", {"kind": None, "room": ""}),
    # more of what is pencilled on lists, each read over by hand
    ("201 2868 LHR", "in", "mark leaf hand", SIZE | {"mark": "201", "hinge_side": "left", "opens_to": "A"}),
    ("D7 2-8x6-8 LH hall bath", "in", "mark leaf hand room", SIZE | LEFT | {"mark": "D7", "room": "hall bath"}),
    ("14 30x78 RH cased opening", "in", "mark leaf hand kind", RIGHT | {"mark": "14", "kind": "cased", "width": "30", "height": "78 in"}),
    ("3/0 x 6/8 RH ext", "in", "leaf hand frame", RIGHT | {"width": "36 in", "height": "80 in", "frame": "outside_sill", "leads_to": "outside"}),
    ("#12 2668 LH closet", "in", "mark leaf hand room", THIRTY | LEFT | {"mark": "12", "room": "closet"}),
    ("No. 12 2668 LH closet", "in", "mark leaf hand room", THIRTY | LEFT | {"mark": "12", "room": "closet"}),
    ("12. 2668 LH", "in", "mark leaf hand", THIRTY | LEFT | {"mark": "12"}),
    ("12) 2668 LH", "in", "mark leaf hand", THIRTY | LEFT | {"mark": "12"}),
    ("12: 2668 LH", "in", "mark leaf hand", THIRTY | LEFT | {"mark": "12"}),
    ("12 - 2668 - LH - closet", "in", "mark leaf hand room", THIRTY | LEFT | {"mark": "12", "room": "closet"}),
    ("2/6 6/8 LH powder room", "in", "leaf hand room", THIRTY | LEFT | {"room": "powder room"}),
    ('2\'-8" x 6\'-8" RH', "in", "leaf hand", SIZE | RIGHT),
    ('2\' 8" x 6\' 8" RH', "in", "leaf hand", SIZE | RIGHT),
    ("2ft8 x 6ft8 LH", "in", "leaf hand", SIZE | LEFT),
    ("2 ft 8 in x 6 ft 8 in LH", "in", "leaf hand", SIZE | LEFT),
    ("32x80x1-3/8 LH", "in", "leaf thickness hand", SIZE | LEFT | {"thickness": "1 3/8 in"}),
    ("30 5/8 by 79 3/4 LH", "in", "leaf hand", LEFT | {"width": "30 5/8 in", "height": "79 3/4 in"}),
    ("30⅝ × 79¾ LH", "in", "leaf hand", LEFT | {"width": "30 5/8 in", "height": "79 3/4 in"}),
    ("30.5 x 80 LH", "in", "leaf hand", LEFT | {"width": "30 1/2 in", "height": "80 in"}),
    ("30-1/2 x 80 LH", "in", "leaf hand", LEFT | {"width": "30 1/2 in", "height": "80 in"}),
    ("2668LH", "in", "leaf hand", THIRTY | LEFT),
    ("2668 l.h.", "in", "leaf hand", THIRTY | LEFT),
    ("2668 left hand", "in", "leaf hand", THIRTY | {"hinge_side": "left"}),
    ("2668 lefthand swing out", "in", "leaf hand swing", THIRTY | {"hinge_side": "left", "opens_to": "A"}),
    ("2668 RH outswing", "in", "leaf hand swing", THIRTY | {"hinge_side": "right", "opens_to": "A"}),
    ("2668 hinges on the left", "in", "leaf hand", THIRTY | {"hinge_side": "left"}),
    ("2668 opens in", "in", "leaf swing", THIRTY | {"opens_to": "B"}),
    ("2868 2x4 wall", "in", "leaf stud", SIZE | {"stud_depth": "3 1/2 in"}),
    ("2868 2x6 ext", "in", "leaf stud frame", SIZE | {"stud_depth": "5 1/2 in", "frame": "outside_sill", "leads_to": "outside"}),
    ("2868 6 9/16 jamb LH", "in", "leaf wall hand", SIZE | LEFT | {"wall_depth": "6 9/16 in"}),
    ("2868 1/2 drywall", "in", "leaf question", SIZE),
    ("2868 5/8 board both sides", "in", "leaf question", SIZE),
    ("2868 LH carpet", "in", "leaf hand question", SIZE | LEFT),
    ("2868 LH vinyl plank 5/16 living", "in", "leaf hand floor room", SIZE | LEFT | {"floor_a": (FloorLayer("vinyl plank", "5/16 in"),), "floor_b": (FloorLayer("vinyl plank", "5/16 in"),), "room": "living"}),
    ("2868 tile 1/2 on backer 1/2 on ply 5/8 | oak 3/4", "in", "leaf floor floor", SIZE | {"floor_a": (FloorLayer("ply", "5/8 in"), FloorLayer("backer", "1/2 in"), FloorLayer("tile", "1/2 in")), "floor_b": (FloorLayer("oak", "3/4 in"),)}),
    ("2868 prehung RH split jamb", "in", "leaf frame hand frame", SIZE | RIGHT | {"frame": "split_jamb", "supply": "pre_hung"}),
    ("4 ea 2668 RH", "in", "count leaf hand", THIRTY | RIGHT | {"count": 4}),
    ("qty 4 2668 RH", "in", "count leaf hand", THIRTY | RIGHT | {"count": 4}),
    ("(4) 2668", "in", "count leaf", THIRTY | {"count": 4}),
    ("2668 (x4)", "in", "leaf count", THIRTY | {"count": 4}),
    ("2668 *4", "in", "leaf count", THIRTY | {"count": 4}),
    ("3 no. 2668", "in", "count leaf", THIRTY | {"count": 3}),
    ("bifold 4068", "in", "kind leaf", {"kind": "cased", "folding": True, "width": "48 in", "height": "80 in"}),
    ("bi-fold 2468", "in", "kind leaf", {"kind": "cased", "folding": True, "width": "28 in", "height": "80 in"}),
    ("dbl 6068 french", "in", "kind leaf kind", {"kind": "swing", "pair": True, "width": "36 in", "height": "80 in"}),
    ("double door 5-0 x 6-8", "in", "kind leaf", THIRTY | {"kind": "swing", "pair": True}),
    ("pkt 2868 RH", "in", "kind leaf hand", SIZE | {"kind": "pocket", "slides_to": "right"}),
    ("pocket 3068 2x6", "in", "kind leaf stud", {"kind": "pocket", "width": "36 in", "height": "80 in", "stud_depth": "5 1/2 in"}),
    ("barn door 36x84", "in", "kind leaf", {"kind": "face_slider", "width": "36 in", "height": "84 in"}),
    ("barn 42 x 84 left", "in", "kind leaf hand", {"kind": "face_slider", "width": "42 in", "height": "84 in", "slides_to": "left"}),
    ("bypass 6068 2 panels", "in", "kind leaf leaves", {"kind": "bypass", "panels": 2, "opening_width": "72 in", "height": "80 in"}),
    ("3 panel bypass 9068", "in", "leaves kind leaf", {"kind": "bypass", "panels": 3, "opening_width": "108 in", "height": "80 in"}),
    ("cased 60 x 82", "in", "kind leaf", {"kind": "cased", "width": "60 in", "height": "82 in"}),
    ("steel 3070 RH 90 min", "in", "frame leaf hand fire", RIGHT | {"width": "36 in", "height": "84 in", "frame": "steel_wrap", "fire_rated": True, "fire_minutes": 90}),
    ("HM 3-0 7-0 LHR 3 hr", "in", "frame leaf hand fire", {"width": "36 in", "height": "84 in", "hinge_side": "left", "opens_to": "A", "frame": "steel_wrap", "fire_rated": True, "fire_minutes": 180}),
    ("FD60 926x2040", "in", "fire leaf", {"width": "926 mm", "height": "2040 mm", "fire_rated": True, "fire_minutes": 60}),
    ("2868 1 hr", "in", "leaf fire", SIZE | {"fire_rated": True, "fire_minutes": 60}),
    ("2868 rated", "in", "leaf fire", SIZE | {"fire_rated": True}),
    ("2868 fully glazed", "in", "leaf glass", SIZE | {"glass": True}),
    ("3068 entry lock", "in", "leaf lock", {"width": "36 in", "height": "80 in", "function": "keyed"}),
    ("3068 entry", "in", "leaf room", {"width": "36 in", "height": "80 in", "room": "entry"}),
    ("2868 privacy lock 2 3/4 bs", "in", "leaf lock lock", SIZE | {"function": "privacy", "backset": "2 3/4 in"}),
    ("2868 dummy", "in", "leaf lock", SIZE | {"function": "dummy"}),
    ("2868 LH 1 1/2 pr hinges", "in", "leaf hand leaf", SIZE | LEFT | {"hinges": 3}),
    ("2868 LH 4 hinges", "in", "leaf hand leaf", SIZE | LEFT | {"hinges": 4}),
    ("2868 LH undercut 3/4", "in", "leaf hand question", SIZE | LEFT),
    ("2868 trimmed to 79", "in", "leaf question", SIZE),
    ("28 x 80 rough opening 30 x 82 1/2", "in", "leaf question", {"width": "28", "height": "80 in"}),
    ("RO 34 1/2 x 82 1/2", "in", "question", {}),
    ("2868 RO 34 1/2", "in", "leaf question", SIZE),
    ("unit 33 1/2 x 81 1/2", "in", "unit question", {"unit_width": "33 1/2 in"}),
    ("820 LH", "mm", "leaf hand", LEFT | {"width": "820 mm"}),
    ("826 x 2040 fd30 rhs", "mm", "leaf fire hand", {"width": "826 mm", "height": "2040 mm", "hinge_side": "right", "fire_rated": True, "fire_minutes": 30}),
    ("726 lhs bath tile 10", "mm", "leaf hand room floor", {"width": "726 mm", "hinge_side": "left", "floor_a": (FloorLayer("tile", "10 mm"),), "floor_b": (FloorLayer("tile", "10 mm"),), "room": "bath"}),
    ("926/2040", "mm", "leaf", {"width": "926 mm", "height": "2040 mm"}),
    ("926*2040 RH", "mm", "leaf hand", RIGHT | {"width": "926 mm", "height": "2040 mm"}),
    ("d03 762x1981x44 FD30S hall", "mm", "mark leaf thickness fire room", {"mark": "d03", "width": "762 mm", "height": "1981 mm", "thickness": "44 mm", "fire_rated": True, "fire_minutes": 30, "room": "hall"}),
    ("pocket 762 x 1981 stud 89", "mm", "kind leaf stud", {"kind": "pocket", "width": "762 mm", "height": "1981 mm", "stud_depth": "89 mm"}),
    ("90mm stud 820", "mm", "stud leaf", {"width": "820 mm", "stud_depth": "90 mm"}),
    ("100 x 50 stud 820", "mm", "stud leaf", {"width": "820 mm", "stud_depth": "100 mm"}),
    ("820 x 2040 plasterboard 13", "mm", "leaf question", {"width": "820 mm", "height": "2040 mm"}),
    ("2 x 820 x 2040 french", "mm", "question leaf kind", {"kind": "swing", "pair": True, "width": "820 mm", "height": "2040 mm"}),
    ("cavity 720 LH ensuite", "mm", "kind leaf hand room", {"kind": "pocket", "width": "720 mm", "slides_to": "left", "room": "ensuite"}),
    ("3x 820", "mm", "count leaf", {"count": 3, "width": "820 mm"}),
    ("820 x3", "mm", "leaf count", {"count": 3, "width": "820 mm"}),
    ("29 15/16 x 79 1/2-", "in", "leaf", {"width": "29 15/16 in", "height": "79 15/32 in"}),
    ("30- x 80 LH", "in", "leaf hand", LEFT | {"width": "29 31/32 in", "height": "80 in"}),
    ("30 shy x 80 strong LH", "in", "leaf hand", LEFT | {"width": "29 31/32 in", "height": "80 1/32 in"}),
    ("1668 LH linen", "in", "leaf hand room", LEFT | {"width": "18 in", "height": "80 in", "room": "linen"}),
    ("2-10 x 7-0 LH study", "in", "leaf hand room", LEFT | {"width": "34 in", "height": "84 in", "room": "study"}),
    ("2 10 x 6 8", "in", "leaf", {"width": "34 in", "height": "80 in"}),
    ("36x80 pocket 2 leaves", "in", "leaf kind leaves", {"kind": "pocket", "pair": True, "width": "36 in", "height": "80 in"}),
    ("2868 LH ??", "in", "leaf hand question", SIZE | LEFT),
    ("2868 TBC", "in", "leaf question", SIZE),
    ("2868 hand?", "in", "leaf question", SIZE),
    ("Büro 2868 LH", "in", "room leaf hand", SIZE | LEFT | {"room": "Büro"}),
    ("Cuisine (côté jardin) 2868 LH", "in", "room leaf hand", SIZE | LEFT | {"room": "Cuisine (côté jardin)"}),
    ("2868 LH 第一室", "in", "leaf hand room", SIZE | LEFT | {"room": "第一室"}),
    ("10068 bypass", "in", "leaf kind", {"kind": "bypass", "opening_width": "120 in", "height": "80 in"}),
    ("2868 LH 2 3/8 backset passage set hall", "in", "leaf hand lock lock room", SIZE | LEFT | {"function": "passage", "backset": "2 3/8 in", "room": "hall"}),
    ("101A 2868 LH", "in", "mark leaf hand", SIZE | LEFT | {"mark": "101A"}),
    ("A-101 2868 LH", "in", "mark leaf hand", SIZE | LEFT | {"mark": "A-101"}),
    ("101-A 2868 LH", "in", "mark leaf hand", SIZE | LEFT | {"mark": "101-A"}),
    ("2nd bath 2468 RH", "in", "room leaf hand", RIGHT | {"width": "28 in", "height": "80 in", "room": "2nd bath"}),
    ("unit 4 2868 LH", "in", "room leaf hand", SIZE | LEFT | {"room": "unit 4"}),
    ("apt 12 2868 LH", "in", "room leaf hand", SIZE | LEFT | {"room": "apt 12"}),
    ("2868 LH bedroom 3 closet", "in", "leaf hand room", SIZE | LEFT | {"room": "bedroom 3 closet"}),
    ("2868 master bath privacy", "in", "leaf room lock", SIZE | {"function": "privacy", "room": "master bath"}),
    ("2868 w/ closer", "in", "leaf lock", SIZE | {"closer": True}),
    ("2868 x 1-3/4 LH", "in", "leaf thickness hand", SIZE | LEFT | {"thickness": "1 3/4 in"}),
    ("2868 1-3/8 LH prehung 4 9/16 jamb", "in", "leaf thickness hand frame wall", SIZE | LEFT | {"thickness": "1 3/8 in", "wall_depth": "4 9/16 in", "supply": "pre_hung"}),
    ('7\'0" x 3\'0"', "in", "leaf", {"width": "36 in", "height": "84 in"}),
    ("3-0x7-0x1-3/4 LHR HM 90MIN closer", "in", "leaf thickness hand frame fire lock", {"width": "36 in", "height": "84 in", "thickness": "1 3/4 in", "hinge_side": "left", "opens_to": "A", "frame": "steel_wrap", "closer": True, "fire_rated": True, "fire_minutes": 90}),
    ("36x84x1.75", "in", "leaf thickness", {"width": "36 in", "height": "84 in", "thickness": "1 3/4 in"}),
    ("2868 wall 4.5", "in", "leaf wall", SIZE | {"wall_depth": "4 1/2 in"}),
    ("steel stud 3 5/8 2868", "in", "question stud leaf", SIZE | {"stud_depth": "3 5/8 in"}),
    ("3 5/8 stud 2868 LH", "in", "stud leaf hand", SIZE | LEFT | {"stud_depth": "3 5/8 in"}),
    ("2868 2 x 6 LH", "in", "leaf stud hand", SIZE | LEFT | {"stud_depth": "5 1/2 in"}),
    ("2868 hall tile 3/8 | bare", "in", "leaf room floor floor", SIZE | {"floor_a": (FloorLayer("tile", "3/8 in"),), "floor_b": (), "room": "hall"}),
    ("2868 bare | tile 3/8", "in", "leaf floor floor", SIZE | {"floor_a": (), "floor_b": (FloorLayer("tile", "3/8 in"),)}),
    ("18 2068 LH pantry", "in", "mark leaf hand room", LEFT | {"mark": "18", "width": "24 in", "height": "80 in", "room": "pantry"}),
    ("20 2068", "in", "mark leaf", {"mark": "20", "width": "24 in", "height": "80 in"}),
    ("pair 1668 LH linen", "in", "kind leaf hand room", LEFT | {"kind": "swing", "pair": True, "width": "18 in", "height": "80 in", "room": "linen"}),
    ("(2) 1668", "in", "count leaf", {"count": 2, "width": "18 in", "height": "80 in"}),
    ("2 1668", "in", "mark leaf", {"mark": "2", "width": "18 in", "height": "80 in"}),
    ("2668 -  LH - bath - oak 3/4", "in", "leaf hand room floor", THIRTY | LEFT | {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("oak", "3/4 in"),), "room": "bath"}),
    ("2668/LH/bath", "in", "leaf hand room", THIRTY | LEFT | {"room": "bath"}),
    ("2668, LH, bath, oak 3/4", "in", "leaf hand room floor", THIRTY | LEFT | {"floor_a": (FloorLayer("oak", "3/4 in"),), "floor_b": (FloorLayer("oak", "3/4 in"),), "room": "bath"}),
    ("2668;LH;bath", "in", "leaf hand room", THIRTY | LEFT | {"room": "bath"}),
    ("leaf 2668 hand LH room bath", "in", "leaf hand room", THIRTY | LEFT | {"room": "bath"}),
    ("w 30 h 80", "in", "leaf", {"width": "30", "height": "80 in"}),
    ("width 30 height 80 LH", "in", "leaf hand", LEFT | {"width": "30", "height": "80 in"}),
    ("30w 80h", "in", "leaf", {"width": "30", "height": "80 in"}),
    ("30W x 80H LH", "in", "leaf hand", LEFT | {"width": "30", "height": "80 in"}),
    ("80h x 30w", "in", "leaf", {"width": "30", "height": "80 in"}),
    ("door 101: 30 x 80", "in", "mark leaf", {"mark": "101", "width": "30", "height": "80 in"}),
    ('3\'6" x 7\' pocket', "in", "leaf kind", {"kind": "pocket", "width": "42 in", "height": "84 in"}),
    ("96 x 84 barn pair", "in", "leaf kind kind", {"kind": "face_slider", "pair": True, "opening_width": "96 in", "height": "84 in"}),
    ("1200 x 2100 pair", "mm", "leaf kind", {"kind": "swing", "pair": True, "width": "600 mm", "height": "2100 mm"}),
    ("820 x 2040 x 35 cavity rhs", "mm", "leaf thickness kind hand", {"kind": "pocket", "width": "820 mm", "height": "2040 mm", "thickness": "35 mm", "slides_to": "right"}),
    ("820 solid core LH", "mm", "leaf core hand", LEFT | {"width": "820 mm", "core": "solid"}),
    ("jamb 138", "mm", "wall", {"wall_depth": "138 mm"}),
    ("wall 110", "mm", "wall", {"wall_depth": "110 mm"}),
    ("FRL 60/60/30", "mm", "fire", {"fire_rated": True, "fire_minutes": 60}),
    ("-/60/30 926", "mm", "fire leaf", {"width": "926 mm", "fire_rated": True, "fire_minutes": 60}),
    ("FD30 & FD60", "mm", "fire question question", {"fire_rated": True, "fire_minutes": 30}),
    ("60 min 926", "mm", "fire leaf", {"width": "926 mm", "fire_rated": True, "fire_minutes": 60}),
    ("2100h x 920w", "mm", "leaf", {"width": "920 mm", "height": "2100 mm"}),
    ("carpet 12 + underlay 9", "mm", "floor", {"floor_a": (FloorLayer("carpet", "12 mm"), FloorLayer("underlay", "9 mm")), "floor_b": (FloorLayer("carpet", "12 mm"), FloorLayer("underlay", "9 mm"))}),
    ("tiles 10mm on 6mm backer | timber 19", "mm", "floor floor", {"floor_a": (FloorLayer("backer", "6 mm"), FloorLayer("tiles", "10 mm")), "floor_b": (FloorLayer("timber", "19 mm"),)}),
    ("laminate 12 820 LH", "mm", "floor leaf hand", LEFT | {"width": "820 mm", "floor_a": (FloorLayer("laminate", "12 mm"),), "floor_b": (FloorLayer("laminate", "12 mm"),)}),
    ("10mm tile 820 LH laundry", "mm", "floor leaf hand room", LEFT | {"width": "820 mm", "floor_a": (FloorLayer("tile", "10 mm"),), "floor_b": (FloorLayer("tile", "10 mm"),), "room": "laundry"}),
    ("x 3 820", "mm", "count leaf", {"count": 3, "width": "820 mm"}),
    ("820 qty3", "mm", "leaf count", {"count": 3, "width": "820 mm"}),
    ("820 qty: 3", "mm", "leaf count", {"count": 3, "width": "820 mm"}),
    ("3 x 820 x 2040 LH", "mm", "count leaf hand", LEFT | {"count": 3, "width": "820 mm", "height": "2040 mm"}),
    ("3no 820", "mm", "count leaf", {"count": 3, "width": "820 mm"}),
    # asked about
    ("bifold 2668", "in", "kind leaf", THIRTY | {"kind": "cased", "folding": True}),
    ("pivot 2668", "in", "question leaf", THIRTY | {"kind": None}),
    ("2668 LH RH", "in", "leaf hand question", LEFT),
    ("2668 45", "in", "leaf question", {"room": ""}),
    ("x100 2668", "in", "question leaf", {"count": 1}),
    ("kitchen", "in", "room", {"room": "kitchen", "width": None}),
]  # fmt: skip


@pytest.mark.parametrize(("text", "unit", "what", "said"), LINES, ids=[text for text, *_ in LINES])
def test_a_line_is_heard(text, unit, what, said):
    line = read_line(text, unit)
    assert [t.what for t in line.tokens] == what.split()
    assert {name: getattr(line.said, name) for name in said} == said


@pytest.mark.parametrize(
    ("text", "also"),
    [
        ("28 80", "2-8 (32 in) wide"),
        ("26 80", "2-6 (30 in) wide"),
        ("2-8 6-8", ""),
        ("2-8 80", ""),
        ("34 80", ""),
    ],
)
def test_a_width_that_reads_two_ways_is_asked_about(text, also):
    [leaf] = read_line(text, "in").tokens
    assert [c.label for c in leaf.choices[1:]] == ([also] if also else [])
    for choice in leaf.choices:
        assert not read_line(choice.text, "in").questions
    assert bool(read_line(text, "in").questions) is bool(also)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "nothing"),
        ("  \t ", "nothing"),
        ("x" * (LONGEST + 1), "too long"),
        ("kitchen " * 20, "too long for a room"),
    ],
)
def test_what_is_no_line_is_refused(text, says):
    with pytest.raises(NotALine, match=says):
        read_line(text, "in")
    assert read_line("9" * LONGEST, "in").tokens[0].what == "question"


@pytest.mark.parametrize(
    ("text", "each", "other"),
    [
        ("PR 3070", "each leaf 3-0 (36 in)", "3-0 (36 in) over all"),
        ("pair 30 1/2 x 80", "each leaf 30 1/2 in", "30 1/2 in over all"),
        ("pair 47 x 80", "each leaf 3-11 (47 in)", "3-11 (47 in) over all"),
        ("28 68", "2-8 (32 in) by 6-8 (80 in)", "2-4 (28 in) by 5-8 (68 in)"),
    ],
)
def test_two_meanings_of_a_size_are_asked_about(text, each, other):
    leaf = next(t for t in read_line(text, "in").tokens if t.what == "leaf")
    assert [c.label for c in leaf.choices] == [each, other]
    for choice in leaf.choices:
        assert not read_line(text.replace(leaf.text, choice.text), "in").questions


@pytest.mark.parametrize("text", ["pair 48 x 80", "pair 30 x 80", "pair 2668", "5068 french", "bypass 3 x 36 x 80"])
def test_a_plain_size_of_two_leaves_raises_no_doubt(text):
    assert not [t for t in read_line(text, "in").questions if "over all" in str(t.choices)]


words = st.lists(
    st.sampled_from([text for text, *_ in LINES]).flatmap(lambda t: st.sampled_from(t.split())) | st.text(max_size=8),
    max_size=9,
).map(" ".join)


@given(words, st.sampled_from(["in", "mm"]))
def test_nothing_written_is_dropped_and_nothing_is_heard_twice(text, unit):
    try:
        line = read_line(text, unit)
    except NotALine:
        return
    heard = [False] * len(line.text)
    for token in line.tokens:
        assert line.text[token.start : token.end] == token.text
        for i in range(token.start, token.end):
            assert not heard[i]
            heard[i] = True
    left = "".join(c for c, taken in zip(line.text, heard, strict=True) if not taken)
    assert not any(c.isalnum() for c in left if c != "x"), left  # the cross between two sizes is no token


FLOORS = {"oak boards": "oak", "tile": "tile", "slate on screed": "slate"}


@pytest.mark.parametrize(
    ("text", "a", "b", "layers", "room"),
    [
        ("101 2868 RH oak boards", "oak", "oak", None, ""),
        ("101 2868 RH oak boards | tile kitchen", "oak", "tile", None, "kitchen"),
        ("101 2868 RH tile | Slate on screed", "tile", "slate", None, ""),
        ("101 2868 RH tile floor bath", "tile", "tile", None, "bath"),
        ("101 2868 RH tile store", None, None, None, "tile store"),  # one word alone may be part of a room
        ("101 2868 RH tile 5/8 hall", None, None, "5/8 in", "hall"),  # a thickness says a layer
        ("101 2868 RH oak boards | tile 5/8", "oak", None, "5/8 in", ""),
    ],
)
def test_the_jobs_own_floors_are_known_by_their_names(text, a, b, layers, room):
    said = read_line(text, "in", FLOORS).said
    assert (said.floor_a_from, said.floor_b_from, said.room) == (a, b, room)
    assert (said.floor_b[0].thickness if said.floor_b else None) == layers


def test_without_a_job_a_name_is_no_floor():
    assert read_line("101 2868 RH oak boards", "in").said.floor_a_from is None


@pytest.mark.parametrize(("text", "kinds"), [("2868 slides left", 2), ("sliding door 2868", 3)])
def test_which_kind_slides_is_asked_and_each_answer_is_heard(text, kinds):
    line = read_line(text, "in")
    [asked] = line.questions
    assert len(asked.choices) == kinds
    for choice in asked.choices:
        again = read_line(text.replace(asked.text, choice.text), "in")
        assert again.said.kind in ("pocket", "face_slider", "bypass") and not again.questions

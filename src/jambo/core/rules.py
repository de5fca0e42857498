"""House rules: the defaults of the handbook for both unit habits, and what a crew, a job or an opening says instead."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from jambo.core.length import Length
from jambo.core.sums import Known, Source
from jambo.core.tape import Unit

Level = Literal["crew", "job", "opening"]
LEVELS: tuple[Level, ...] = ("crew", "job", "opening")


@dataclass(frozen=True, slots=True)
class Rule:
    """A length the crew may settle once: its label, kind of length, and default for each unit habit."""

    label: str
    kind: str
    inches: str
    mm: str
    why: str

    def default(self, habit: Unit) -> Length:
        """Give the default of a habit; the two are separate habits, not conversions of each other."""
        return Length.inches(self.inches) if habit == "in" else Length.mm(self.mm)


RULES: dict[str, Rule] = {
    "hinge_gap": Rule("gap at the hinges", "gap", "1/8", "3", "TRADE 4: paint and seasonal movement."),
    "strike_gap": Rule("gap at the {strike}", "gap", "1/8", "3", "TRADE 4: paint and seasonal movement."),
    "meeting_gap": Rule("gap between two leaves", "gap", "1/8", "3", "TRADE 4."),
    "head_gap": Rule("gap at the {head}", "gap", "1/8", "3", "TRADE 4."),
    "floor_gap": Rule("gap over the floor", "gap", "1/2", "10", "TRADE 9: hard floor; less only where it is level."),
    "paint_gap": Rule("smallest gap that survives paint", "gap", "3/32", "2", "TRADE 4: five coats an edge."),
    "leg_thickness": Rule("{leg} thickness", "frame_thickness", "3/4", "19", "TRADE 4: flat jamb."),
    "kit_gap": Rule(
        "gap at the legs of a lining kit", "gap", "10/127", "2", "TRADE 4: trench spacing = leaf + 2 x 2 mm."
    ),
    "trench_depth": Rule("trench in the {head} of a lining kit", "small", "50/127", "10", "TRADE 4."),
    "horn": Rule("{head} runs past the trenches by", "small", "0", "0", "TRADE 4."),
    "rabbet_depth": Rule("rabbet that takes the {head}", "small", "1/2", "12", "TRADE 4."),
    "rip_planing": Rule("left on a ripped lining for planing", "small", "10/127", "2", "TRADE 4: saw marks."),
    "stop_thickness": Rule("stop thickness", "small", "3/8", "10", "TRADE 22: it narrows the clear width."),
    "setback": Rule("{setback}", "small", "3/16", "5", "TRADE 8."),
    "casing_overhang": Rule("butted head {casing} past the leg {casing} by", "small", "0", "0", "TRADE 8."),
    "casing_cover": Rule("{casing} covers the {wallboard} by at least", "small", "1/4", "6", "TRADE 8."),
    "depth_over_wall": Rule("{frame} deeper than the wall by", "small", "1/16", "1", "TRADE 4: planed back."),
    "side_shim": Rule("{shim} space, each side", "shim_space", "1/4", "7", "TRADE 5, build-up school."),
    "head_shim": Rule("space over the {head}", "shim_space", "1/4", "6", "TRADE 5, build-up school."),
    "add_width": Rule("added to the {leaf} width", "add", "2", "50", "TRADE 5, add-on school."),
    "add_height": Rule("added to the {leaf} height", "add", "5/2", "65", "TRADE 5, add-on school."),
    "least_side_play": Rule("least side play", "gap", "1/8", "3", "TRADE 5: less is a check."),
    "most_side_play": Rule("widest side play before blocks", "shim_space", "1/2", "13", "TRADE 5 and 14."),
    "stud_lean": Rule("worst {stud} lean expected", "small", "3/16", "5", "TRADE 5: read it on the worst wall."),
    "lean_margin": Rule("play wanted over the lean", "small", "1/16", "2", "TRADE 5."),
    "plate_thickness": Rule("{plate} thickness", "plate", "3/2", "38", "TRADE 6."),
    "stud_thickness": Rule("{stud} thickness", "stud", "3/2", "38", "TRADE 6."),
    "stud_depth": Rule("{stud} depth", "stud_depth", "7/2", "89", "TRADE 6."),
    "stud_spacing": Rule("{stud} spacing", "spacing", "16", "400", "TRADE 6: the wall's own layout."),
    "layout_offset": Rule("{stud} layout starts at", "position", "0", "0", "TRADE 6: from the wall end."),
    "hinge_top": Rule("{leaf} top to top of the top hinge", "small", "7", "150", "TRADE 7."),
    "hinge_bottom": Rule("{leaf} bottom to bottom of the lowest hinge", "height", "11", "225", "TRADE 7."),
    "hinge_length": Rule("hinge length", "small", "7/2", "100", "TRADE 7."),
    "long_screw": Rule("long screw through a hinge", "small", "3", "75", "TRADE 7."),
    "latch": Rule("latch above the finished floor", "height", "36", "1000", "TRADE 7: 36 in / 900-1050 mm."),
}


def _default(name: str, habit: Unit) -> Known:
    return Known(name, RULES[name].default(habit), Source("house rule", f"rules.job.{name}", "default"))


_HABITS: tuple[Unit, ...] = ("in", "mm")
_DEFAULTS = {habit: {name: _default(name, habit) for name in RULES} for habit in _HABITS}


@dataclass(frozen=True, slots=True)
class HouseRules:
    """The rules in force: defaults of a habit under what crew, job and opening have settled, nearest wins.

    `settled` maps a level to its lengths by rule name; `counts` and `choices` are resolved the same way by
    whoever reads them, so that only lengths live here.
    """

    habit: Unit = "in"
    settled: Mapping[Level, Mapping[str, Length]] = field(default_factory=dict)

    def known(self, name: str) -> Known:
        """Give a rule's value as a term for a sum, saying which level it came from. Raises KeyError if unknown."""
        for level in reversed(LEVELS):
            value = self.settled.get(level, {}).get(name)
            if value is not None:
                path = f"opening.rules.{name}" if level == "opening" else f"rules.{level}.{name}"
                return Known(name, value, Source("house rule", path, level))
        return _DEFAULTS[self.habit][name]

    def value(self, name: str) -> Length:
        """Give a rule's length."""
        return self.known(name).value

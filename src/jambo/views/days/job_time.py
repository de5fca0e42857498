"""What a crew's work took, found beside planned (handbook 29): door by door, sort by sort, and what is asked about."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence

from pydantic import AwareDatetime
from typing_extensions import TypedDict

from jambo.core.frames.registry import FRAMES
from jambo.core.job.times import Timing
from jambo.core.planning.timing import Took, estimate
from jambo.core.planning.work import called
from jambo.core.words.clock import in_hours
from jambo.core.words.lists import Region, fill


class TimeOut(TypedDict):
    """How long an operation took; `state` says whether it counts, is asked about, was timed in part, or was left out."""

    id: int
    opening: int
    mark: str
    label: str
    minutes: int
    by_rule: int
    by: list[str]
    at: AwareDatetime
    state: str
    told: str


class DoorTimeOut(TypedDict):
    """What an opening took, of what counts, beside what the same work takes by rule."""

    opening: int
    mark: str
    found: int
    by_rule: int
    told: str


class SortTimeOut(TypedDict):
    """A sort of work: what it takes by rule, what it took (how often, the middle, the shortest and the longest), and what is expected now."""

    label: str
    by_rule: int
    times: int
    median: float
    shortest: int
    longest: int
    expected: int
    told: str


class JobTimeOut(TypedDict):
    """What work took: `told` in a sentence, what somebody is asked about, each door of the job, each sort of the crew, and all times of the job."""

    told: str
    asked: list[TimeOut]
    doors: list[DoorTimeOut]
    sorts: list[SortTimeOut]
    times: list[TimeOut]


_DOORS = {
    "swing": "",
    "pocket": "pocket",
    "face_slider": "slider on the wall",
    "bypass": "bypass",
    "cased": "opening without a leaf",
}
_WAYS = {
    "pair": "pair", "cut_in": "cut into a wall that stands", "pre_hung": "pre-hung", "tight": "tight or crooked hole",
    "by_tight": "tight on the hinge {stud}", "by_fewest": "where the fewest {shim}s serve", "by_pre_packed": "on packed {stud}s",
} | {name: kind.label.lower() for name, kind in FRAMES.items()}  # fmt: skip


def sort_label(sort: str, words: Region) -> str:
    """What a sort of work is called: "Set the jamb set: flat jamb, pre-hung".

    Args:
        sort: as it is learnt by; words: of which region.
    """
    kind, door, *ways = sort.split("/")
    said = [word for word in (_DOORS.get(door, door), *(_WAYS.get(way, way) for way in ways)) if word]
    name = fill(called(door, kind), words)  # type: ignore[arg-type]
    return fill(f"{name}: {', '.join(said)}" if said else name, words)


def _told(took: Took) -> str:
    """What is wrong with a time, in words; "" where nothing is."""
    if took.state == "in part":
        return "timed in part: not every step was done while time ran"
    if took.state == "left out":
        return "left out"
    if took.jumped:
        return "a clock ran backwards meanwhile"
    if took.state == "asked":
        more = took.minutes > took.by_rule
        return f"{in_hours(took.minutes)} for what takes {in_hours(took.by_rule)} by rule: {'was it left running?' if more else 'was it started late?'}"
    return "as said" if took.said else ""


def _time(one: Timing, marks: Mapping[int, str], words: Region) -> TimeOut:
    door = one.sort.split("/")[1]
    return {
        "id": one.id, "opening": one.opening, "mark": marks[one.opening], "label": fill(called(door, one.kind), words),
        "minutes": one.took.minutes, "by_rule": one.took.by_rule, "by": list(one.by), "at": one.at,
        "state": one.took.state, "told": _told(one.took),
    }  # fmt: skip


def _doors(counted: Iterable[Timing], marks: Mapping[int, str]) -> Iterator[DoorTimeOut]:
    by: dict[int, list[Timing]] = {}
    for one in counted:
        by.setdefault(one.opening, []).append(one)
    for opening, mark in marks.items():
        if opening in by:
            found = sum(one.took.minutes for one in by[opening])
            by_rule = sum(one.took.by_rule for one in by[opening])
            yield {
                "opening": opening, "mark": mark, "found": found, "by_rule": by_rule,
                "told": f"{in_hours(found)} for what takes {in_hours(by_rule)} by rule",
            }  # fmt: skip


def _sorts(counted: Iterable[Timing], words: Region) -> Iterator[SortTimeOut]:
    by: dict[str, list[Timing]] = {}
    for one in counted:
        by.setdefault(one.sort, []).append(one)
    for sort, times in sorted(by.items()):
        made = estimate(times[-1].took.by_rule, [one.took.minutes for one in times])
        assert made.median is not None
        yield {
            "label": sort_label(sort, words), "by_rule": made.by_rule, "times": len(times), "median": float(made.median),
            "shortest": made.found[0], "longest": made.found[-1], "expected": made.minutes, "told": made.told,
        }  # fmt: skip


def job_time(known: Sequence[Timing], job: int, marks: Mapping[int, str], words: Region) -> JobTimeOut:
    """What work took in a job, and what its crew has learnt.

    Args:
        known: every time the crew learns from; job: which job; marks: of its openings, in walking order; words: of which region.
    """
    here = [one for one in known if one.job == job and one.opening in marks]
    counted = [one for one in known if one.took.state == "counts"]
    doors = [*_doors([one for one in here if one.took.state == "counts"], marks)]
    found, by_rule = sum(d["found"] for d in doors), sum(d["by_rule"] for d in doors)
    told = "Nothing was timed here yet."
    if doors:
        what = "1 door" if len(doors) == 1 else f"{len(doors)} doors"
        told = f"{what}: {in_hours(found)} found for what takes {in_hours(by_rule)} by rule."
    times = [_time(one, marks, words) for one in here]
    return {
        "told": told, "asked": [one for one in times if one["state"] == "asked"], "doors": doors,
        "sorts": [*_sorts(counted, words)], "times": times[::-1],
    }  # fmt: skip

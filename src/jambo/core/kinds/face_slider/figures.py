"""Face sliders, single and bi-parting (handbook 11): slab, track line, travel, track, guide, headroom.

x runs along the tape in the direction the slab opens, zero at the finished opening's edge on the closed side. Of a
bi-parting pair the figures are those of the slab that opens that way; the other is its mirror image. Heights of the
track and the pull are above the finished floor on the side the slab hangs, as the crew measures them.
"""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import WIDTHS
from jambo.core.facts.wall import Wall
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.framing.standing import stands
from jambo.core.kinds.face_slider import standoff
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    HALF,
    Amount,
    Computed,
    Figures,
    Known,
    Line,
    Missing,
    Source,
    Waiting,
    add,
    half,
    lowest,
    sum_of,
    value_of,
)
from jambo.core.quantities.length import ZERO, Length
from jambo.core.rules import HouseRules


def _gap(opening: Opening, rules: HouseRules) -> tuple[Amount, list[Computed]]:
    """The gap under the slab, over the floor of the side it hangs on, and the figures behind it."""
    hung, floors = slider_of(opening).hung_on, opening.floors
    return floor_rules.gap_under(floors, [hung], floor_rules.stack_height(floors.stack(hung)), rules)


def _made(opening: Opening, rules: HouseRules) -> tuple[Computed, Computed]:
    """The finished opening a slab in hand covers: its width less what it covers beside, its height less what it covers above."""
    s, (gap, _) = slider_of(opening), _gap(opening, rules)
    sides = 2 if len(opening.leaves) == 1 else 1
    slab: Line = (1, s.slab_width) if s.slab_width else opening.finished_width
    wide = add(names.FINISHED_WIDTH, *([slab, (-sides, s.side_overlap)] * (2 // sides)))
    tall = add(names.FINISHED_HEIGHT, s.slab_height or opening.finished_height, (-1, s.top_overlap), gap)
    return wide, tall


def as_read(opening: Opening) -> Opening:
    """Give a standing opening its finished width as it was read, the widest: the slab covers that."""
    widths = opening.survey.at(*WIDTHS)
    if not widths:
        return opening
    widest = max(widths, key=lambda reading: reading.value)
    return replace(opening, finished_width=Known("finished_width", widest.value, Source("reading", widest.path)))


def for_slab(opening: Opening, rules: HouseRules) -> Opening:
    """Give an opening whose size nobody said the one that the slab in hand covers (handbook 11)."""
    s = slider_of(opening)
    wide, tall = _made(opening, rules)
    known = value_of(wide), value_of(tall)
    if s.slab_width and isinstance(opening.finished_width, Missing) and known[0] is not None and known[0] > ZERO:
        opening = replace(
            opening, finished_width=Known("finished_width", known[0], Source("figure", names.FINISHED_WIDTH))
        )
    if s.slab_height and isinstance(opening.finished_height, Missing) and known[1] is not None and known[1] > ZERO:
        opening = replace(
            opening, finished_height=Known("finished_height", known[1], Source("figure", names.FINISHED_HEIGHT))
        )
    return opening


def _slab(opening: Opening, raised: list[Computed], rules: HouseRules) -> list[Computed]:
    """Slab size wanted and in hand, and how far it covers; a size in hand beats the one wanted (handbook 3)."""
    s, n = slider_of(opening), len(opening.leaves)
    w, (gap, _) = opening.finished_width, _gap(opening, rules)
    share: Line = w if n == 1 else half(w)
    sides = 2 if n == 1 else 1
    wide = add(names.SLAB_WANTED_WIDTH, share, (sides, s.side_overlap))
    tall = add(names.SLAB_WANTED_HEIGHT, opening.finished_height, s.top_overlap, (-1, gap))
    width = add(names.SLAB_WIDTH, s.slab_width or wide)
    height = add(names.SLAB_HEIGHT, s.slab_height or tall)
    over = add(names.HOLE_OVER_SLAB, s.hole_above)
    covers: Line = (-1, w) if n == 1 else (-HALF, w)
    overlap = add(names.SIDE_COVERS, width, covers)
    each = add(names.OVERLAP_EACH, half(overlap) if n == 1 else overlap)
    top = add(names.OVERLAP_TOP, height, gap, *raised, (-1, opening.finished_height))
    return [wide, tall, width, height, over, overlap, each, top]


def _track(opening: Opening, found: Figures) -> list[Computed]:
    """Travel, hanger spread, shortest track; a shorter track moves the hangers in, by half of what it lacks."""
    s, n = slider_of(opening), len(opening.leaves)
    width, each = found[names.SLAB_WIDTH], found[names.OVERLAP_EACH]
    w, ends = opening.finished_width, [(2, s.wheel_radius), (2, s.stop_length)]
    if n == 1:
        travel = add(names.TRAVEL, w, each, s.open_clearance)
        spread = add(names.HANGER_SPREAD, width, (-2, s.hanger_edge))
        least = add(names.TRACK_LEAST, travel, spread, *ends)
    else:
        travel = add(names.TRAVEL, half(w), s.open_clearance)
        spread = add(names.HANGER_SPREAD, width, (-2, s.hanger_edge))
        least = add(names.TRACK_LEAST, w, (2, each), (2, travel), (-2, s.hanger_edge), *ends)
    rule = add(names.TRACK_RULE, (2 * n, width))
    length = add(names.TRACK_LENGTH, s.length or least)
    made = [travel, spread, least, rule, length]
    closest = add(names.HANGER_SPREAD_LEAST, s.hanger_spread_least if s.hanger_spread_least else half(width))
    short = add(names.TRACK_SHORT, least, (-1, length))
    made += [closest, short]
    lacking, can = value_of(short), sum_of(half(spread), (-HALF, closest))
    inset: Computed = add(names.HANGER_INSET, s.hanger_edge)
    if lacking is not None and can is not None and lacking > ZERO:
        move = add(names.HANGER_MOVE, half(short))
        if lacking * HALF > can:  # as far in as the hardware allows; the track is still too short
            move = add(names.HANGER_MOVE, half(spread), (-HALF, closest))
        inset = add(names.HANGER_INSET, s.hanger_edge, move)
        made.append(move)
    return [*made, inset]


def _positions(opening: Opening, found: Figures) -> list[Computed]:
    """Slab, wheels and stops along the tape, closed and open."""
    s = slider_of(opening)
    width, each, travel, inset = (
        found[n] for n in (names.SLAB_WIDTH, names.OVERLAP_EACH, names.TRAVEL, names.HANGER_INSET)
    )
    near = (
        add(names.SLAB_CLOSED_NEAR, opening.finished_width, each, (-1, width))
        if opening.pair
        else add(names.SLAB_CLOSED_NEAR, (-1, each))
    )
    far = add(names.SLAB_CLOSED_FAR, near, width)
    open_near, open_far = add(names.SLAB_OPEN_NEAR, near, travel), add(names.SLAB_OPEN_FAR, far, travel)
    one, two = add(names.WHEEL_CLOSED_1, near, inset), add(names.WHEEL_CLOSED_2, far, (-1, inset))
    last = add(names.WHEEL_OPEN_2, two, travel)
    closed_stop = add(names.STOP_CLOSED, one, (-1, s.wheel_radius))
    open_stop = add(names.STOP_OPEN, last, s.wheel_radius)
    end = add(names.TRACK_NEEDS_END, open_stop, s.stop_length)
    # a pair's track is its own mirror image about the middle of the opening
    start = (
        add(names.TRACK_NEEDS_START, opening.finished_width, (-1, end))
        if opening.pair
        else add(names.TRACK_NEEDS_START, closed_stop, (-1, s.stop_length))
    )
    room = add(names.GUIDE_ROOM, width, (-1, travel))
    guide = add(names.GUIDE_AT, half(open_near), half(far))
    others = {
        names.STOP_OTHER_CLOSED: closed_stop, names.STOP_OTHER_OPEN: open_stop, names.GUIDE_OTHER_AT: guide,
    }  # fmt: skip
    return [
        *(add(name, opening.finished_width, (-1, one)) for name, one in others.items() if opening.pair),
        near, far, open_near, open_far, one, two, add(names.WHEEL_OPEN_1, one, travel), last, closed_stop, open_stop,
        start, end, room, guide,
        add(names.OPEN_REACH, open_far, (-1, opening.finished_width)),
    ]  # fmt: skip


def _guide(opening: Opening, rules: HouseRules) -> list[Computed]:
    """The floor groove: width, depth, and the equal passes it takes."""
    s = slider_of(opening)
    if s.guide == "roller":
        return []
    depth = add(names.GROOVE_DEPTH, s.guide_height, (-1, _gap(opening, rules)[0]), rules.known(house.GROOVE_EXTRA))
    made = [add(names.GROOVE_WIDTH, s.guide_thickness, rules.known(house.GROOVE_PLAY)), depth]
    deep, most = value_of(depth), rules.value(house.GROOVE_PASS)
    if deep is not None and deep > ZERO and most > ZERO:
        passes = max(1, -int(-deep.nm // most.nm))
        made.append(add(names.GROOVE_PASSES[passes], (Fraction(1, passes), depth)))
    return made


def _heights(opening: Opening, found: Figures, raised: list[Computed], rules: HouseRules) -> list[Computed]:
    s, (gap, _) = slider_of(opening), _gap(opening, rules)
    line = add(names.TRACK_LINE, gap, found[names.SLAB_HEIGHT], s.hole_above, *raised)
    needs = add(names.HEADROOM_NEEDS, line, s.track_half, rules.known(house.LIFT_ON))
    made = [
        line,
        add(names.TRACK_HEIGHT, found[names.FLOOR_CLEAR], line),
        needs,
        add(names.PULL_MARK, s.pull_height, (-1, gap)),
        add(names.PULL_INSET, s.pull_inset),
    ]
    if s.ceiling is not None:
        made.append(add(names.HEADROOM_LEFT, s.ceiling, (-1, needs)))
    return made


def _passed(opening: Opening, found: Figures, bottom: Length, top: Length) -> list[standoff.Obstacle]:
    """What the slab passes in front of, and up to where; what nobody spoke of is missing, not flat: 0 says that there is none.

    Args:
        opening: base, bolt heads, casing; found: the head casing's top; bottom, top: of the slab.
    """
    s, path = slider_of(opening), "opening.door.slider"
    obstacles = [
        standoff.Obstacle(
            s.base_thickness or Missing("base_thickness", f"{path}.base_thickness"),
            s.base_height.value if s.base_height else bottom,
        ),
        standoff.Obstacle(s.bolt_heads or Missing("bolt_heads", f"{path}.bolt_heads"), top),
    ]
    thick = opening.casing_thickness
    if thick is not None or opening.casing is not None or opening.stays.casing == "stays":
        over = value_of(found[names.CASING_TOP]) if names.CASING_TOP in found else None
        fact = thick or Missing("casing_thickness", "opening.casing.thickness")
        obstacles.append(standoff.Obstacle(fact, top if over is None else over))  # as wide as nobody said
    return obstacles


def _backer(opening: Opening, found: Figures) -> list[Computed]:
    """The backer as a piece: its length, its edges over the finished floor, and what it leaves over the head casing."""
    s, line = slider_of(opening), found[names.TRACK_LINE]
    bottom = add(names.BACKER_BOTTOM, line, (-HALF, s.backer_height))
    made = [
        add(names.BACKER_LENGTH, found[names.TRACK_LENGTH], (2, s.backer_past)),
        bottom,
        add(names.BACKER_TOP, line, half(s.backer_height)),
    ]
    if names.CASING_TOP in found:
        made.append(add(names.BACKER_CLEAR, bottom, (-1, found[names.CASING_TOP])))
    return made


def _standoff(opening: Opening, found: Figures, wall: Wall, rules: HouseRules) -> list[Computed]:
    """Backer, stand-off, guide reach and the fixing into the stud."""
    s = slider_of(opening)
    line, height = value_of(found[names.TRACK_LINE]), value_of(found[names.SLAB_HEIGHT])
    finish = wall.finish_a if s.hung_on == "A" else wall.finish_b
    if line is None or height is None:
        return [Waiting(names.STANDOFF_NEEDED, w.on) for w in (found[names.TRACK_LINE],) if isinstance(w, Waiting)]
    bottom = line - height - s.hole_above.value
    top = bottom + height
    obstacles = _passed(opening, found, bottom, top)
    needed = standoff.needed(bottom, top, line, obstacles, s.lean, rules)
    least = add(names.BACKER_LEAST, needed, (-1, s.offset), (-1, s.spacer))
    made = [needed, least]
    backer: Known | None = s.backer
    if backer is None and s.fixing != "spacers" and (value := value_of(least)) is not None:
        stock = standoff.stocked(value, rules.habit)
        if stock is not None:
            backer = Known("backer_stock", stock, Source("house rule", "opening.door.slider.backer", "stocked"))
    behind: list[Line] = [s.spacer, *([backer] if backer else [])]
    has = add(names.STANDOFF, *behind, s.offset)
    made += [has, add(names.STANDOFF_SPARE, has, (-1, needed))]
    if backer is not None and s.fixing != "spacers":
        made += _backer(opening, found)
    foot = standoff.lean_at(bottom, line, s.lean)
    reach: list[Amount] = [Known("wall_lean", -foot, Source("reading", s.lean[0].path))] if s.lean else []
    thickness = opening.leaves[0].thickness
    made.append(add(names.GUIDE_REACH, has, *reach, half(thickness)))
    made.append(add(names.LAG_LENGTH, finish, *behind, s.track_bar, rules.known(house.WOOD_EMBED)))
    return made


def _edges(opening: Opening, head: Computed, under: Computed, rules: HouseRules, *, standing: bool) -> list[Computed]:
    """The opening's edges and what they are framed for; where they stand and stay nothing is added for a jamb.

    Args:
        opening: its finished size and its frame; head: the finished opening's top; under: the floor its legs stand on.
        standing: whether its edges are finished and stay.
    """
    inside = add(names.FRAME_INSIDE_WIDTH, opening.finished_width)
    if standing:
        return [inside, head, add(names.FRAME_TOP, head), add(names.RO_WIDTH, inside), add(names.RO_HEIGHT, head)]
    return frames.lined(opening.frame, inside, head, under, rules)


def figures(
    opening: Opening, wall: Wall, rules: HouseRules, raised: Computed | None = None, lowest_floor: Known | None = None
) -> Figures:
    """Every figure of a face slider above those of the framing.

    Args:
        opening: with its own facts; wall: it hangs on; rules: in force.
        raised: what the highest floor under the slab rises over that at the opening's edge; lowest_floor: how far the lowest falls.
    """
    hung, up = slider_of(opening).hung_on, [raised] if raised is not None else []
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    under = floor_rules.under_leaf(opening.floors, a, b)
    clear = add(names.FLOOR_CLEAR, a if hung == "A" else b)
    head = add(names.HEAD_UNDERSIDE, clear, opening.finished_height)
    found = Figures.of([a, b, under, clear, *_edges(opening, head, under, rules, standing=stands(opening, wall)), *up])

    def also(more: list[Computed]) -> None:
        found.update(Figures.of(more))

    facts = opening.finished_width, opening.finished_height
    also(
        [
            f
            for f, fact in zip(_made(opening, rules), facts, strict=True)
            if isinstance(fact, Known) and fact.source.kind == "figure"
        ]
    )
    also(_slab(opening, up, rules))
    gap, over = _gap(opening, rules)
    also([*over, add(names.LEAF_BOTTOM, clear, gap, *up)])
    also([add(names.LEAF_TOP, found[names.LEAF_BOTTOM], found[names.SLAB_HEIGHT])])
    if lowest_floor is not None:
        also([add(names.SLAB_GAP_MOST, gap, *up, lowest_floor)])
    if opening.casing is not None:
        also([add(names.CASING_TOP, opening.finished_height, rules.known(house.SETBACK), opening.casing.width)])
    also(_track(opening, found))
    also(_positions(opening, found))
    also(_guide(opening, rules))
    also(_heights(opening, found, up, rules))
    also(_standoff(opening, found, wall, rules))
    inside = found[names.FRAME_INSIDE_WIDTH]
    if opening.pair:
        between = add(names.SLABS_UNCOVER, (2, found[names.SLAB_OPEN_NEAR]), (-1, opening.finished_width))
        also([between, lowest(names.CLEAR_WIDTH, inside, between)])
    else:
        also([lowest(names.CLEAR_WIDTH, inside, found[names.SLAB_OPEN_NEAR])])
    return found

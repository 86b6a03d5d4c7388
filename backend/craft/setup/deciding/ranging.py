"""Range, and the pattern that meters it: where the exposure lies against the clip, and what is dialled for that."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace

from craft.bracketing.of_exposure import placed_as_metered
from craft.decisions.choice import By, Choice, alike, choose
from craft.decisions.facts import Fact, Facts, all_hold, tells, yes
from craft.decisions.schools import School
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.errors import CraftError
from craft.exposure.bounds import number
from craft.kit.body import Body
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.solving.plan import Plan, at_key, lifted, true_stops, with_dials
from craft.setup.solving.ranged import BY_PRIORITY, MOST_RIGHT, SEEN, Opened, Ranged, searched
from craft.tones.metered import metered
from craft.tones.readings import Read
from craft.tones.tonemap import map_of
from craft.tones.wanted import Wanted, wanted_of
from craft.vocabulary.terms import FlashRole, Pattern, RangeMove, RangePolicy

MOST_SWING = 2 / 3
"""The most that a held exposure keeps back for light that swings; more would be dark by habit."""

FOUND = frozenset({"best_offset_stops", "best_protection_stops"})
"""What the search of range finds: a way's other comparisons say whether what it does may be tried at all."""


def dialled(placed: float, offset: float, per_stop: int) -> float:
    """Stops that are dialled, in the body's steps, for an exposure so many stops brighter than metered; a tie goes darker.

    placed : stops over the middle at which the metered tone belongs, of a spot; 0 for a pattern that reads the whole.

    >>> dialled(0.8, -1 / 3, 3), dialled(0.0, 0.5, 1)
    (0.3333333333333333, 0.0)
    """
    return math.ceil((placed + offset) * per_stop - 0.5 - 1e-9) / per_stop + 0.0


def on_the_scale(stops: float, body: Body) -> float:
    """As much of a compensation as the body's scale reaches.

    >>> from craft.examples import BODY
    >>> on_the_scale(-7.0, BODY), on_the_scale(1.0, BODY)
    (-5.0, 1.0)
    """
    return min(max(stops, -body.compensation_stops), body.compensation_stops)


def swing_kept(course: Course) -> float:
    """Stops kept back under the clip for light that swings: half of it where the exposure is held, in this round or one before.

    >>> swing_kept(course())
    0.0
    """
    held = 0.0 if course.told["floats"] else min(course.situation.light_swing / 2, MOST_SWING)
    return max(held, course.leaning.kept_back)


def _moves(rows: Iterable[School], facts: Facts) -> frozenset[RangeMove]:
    """What the ways of range whose other comparisons hold may do."""
    able = (row for row in rows if all_hold(tuple(test for test in row.when if test.fact not in FOUND), facts))
    return frozenset(RangeMove(move) for row in able for move in row.value[1:])


def _opened(plan: Plan, moves: frozenset[RangeMove]) -> Opened:
    """What may be tried of these; no more protection than the ISO that is needed anyway has room for."""
    room = true_stops(plan, at_key(plan))[2] - plan.free.iso.lowest
    usable = tuple(p for p in sorted(plan.situation.body.protection_stops) if p <= room + 1e-9)
    return Opened(
        -plan.cap if RangeMove.DARKER in moves else 0.0,
        MOST_RIGHT if RangeMove.BRIGHTER in moves else 0.0,
        (0.0, *usable) if RangeMove.PROTECTION in moves else (0.0,),
    )


def open_range(course: Course) -> Opened:
    """What range may try with one frame where no way of it is fixed.

    >>> open_range(course()).darkest
    -1.0
    """
    return _opened(course.planned, _moves(RANGE.schools, course.told))


def _in_one(course: Course) -> bool:
    """Whether one frame has to hold it all: no set and no merge holds both ends."""
    return not course.told["bracketed"] and not course.told["merging"]


def _fixed_range(course: Course, school: School) -> Opened:
    """What a fixed way leaves: what it does, and no less, but for what the body does by itself; people, stars and finished files are not
    made pale."""
    moves, facts = frozenset(RangeMove(move) for move in school.value[1:]), course.told
    if not facts["raw"] or facts["rendered"] or facts["people"] or not facts["may_go_right"]:
        moves -= {RangeMove.BRIGHTER}
    opened = _opened(course.planned, moves)
    by_itself = RangeMove.BY_ITSELF in moves
    return opened if by_itself else replace(opened, protections=opened.protections[1:] or opened.protections)


@dataclass(frozen=True, slots=True)
class _Question:
    """What range is searched for."""

    course: Course
    wanted: Wanted
    margin: float

    def search(self, opened: Opened, plan: Plan | None = None) -> Ranged:
        """The best of what is open."""
        plan = plan or self.course.planned
        return searched(plan, self.wanted, opened, self.margin, BY_PRIORITY[self.course.situation.person.range_first])

    def protected(self, protection: float) -> Ranged:
        """The best with a protection that was set by hand."""
        plan = replace(self.course.planned, protection=protection)
        plan = with_dials(plan, lifted(plan.situation, plan.free, protection))
        moves = _moves(RANGE.schools, self.course.told) if _in_one(self.course) else frozenset()
        opened = replace(_opened(self.course.planned, moves), protections=(0.0,))
        return replace(self.search(opened, plan), protection=protection)


def _clip(course: Course, wanted: Wanted) -> float:
    """Stops from the mid-tone to where the first channel of one frame is full, as metered and without protection."""
    return course.situation.body.sensor.clip_above_grey_stops - wanted.first_channel_stops


@tells(
    clip_above_stops=Fact("room from mid-tone to where the first channel is full, as metered", "stops"),
    headroom_stops=Fact("room left over the brightest tone, as metered", "stops"),
    protection_offered_stops=Fact("highlight protection that the body offers and this ISO allows", "stops"),
    swing_kept_stops=Fact("kept back for the light's swing", "stops"),
)
def _of_room(course: Course, question: _Question) -> dict[str, float]:
    """The numbers that range is weighed by."""
    wanted, clip = question.wanted, _clip(course, question.wanted)
    headroom = clip + course.planned.held_more - wanted.brightest - question.margin
    usable = _opened(course.planned, frozenset({RangeMove.PROTECTION})).protections
    return {
        "clip_above_stops": clip,
        "headroom_stops": headroom,
        "protection_offered_stops": next((p for p in usable if p and p >= -headroom - 1e-9), usable[-1]),
        "swing_kept_stops": question.margin,
    }


@tells(
    best_offset_stops=Fact("what serves this scene best, from the meter", "stops"),
    best_protection_stops=Fact("highlight protection that serves this scene best", "stops"),
)
def _of_search(found: Ranged) -> dict[str, float]:
    """What serves the scene best of all that is open."""
    return {"best_offset_stops": found.offset, "best_protection_stops": found.protection}


@tells(
    unheld_stops=Fact("what must hold and cannot", "stops"),
)
def _of_loss(found: Ranged, in_one: bool) -> dict[str, float]:
    """What is lost however the range is set."""
    return {"unheld_stops": found.past if in_one and found.past > SEEN else 0.0}


@tells(
    protection_stops=Fact("highlight protection", "stops"),
    offset_stops=Fact("the offset", "signed"),
    saves_stops=Fact("stops that the offset saves", "stops"),
    capped=Fact("no more may be darkened", "yes", "more might be darkened"),
)
def _of_offset(course: Course, protection: float, offset: float) -> dict[str, float]:
    """What the range that is decided does."""
    wanting = max(0.0, -course.told["headroom_stops"])
    return {
        "protection_stops": protection,
        "offset_stops": offset,
        "saves_stops": min(max(0.0, -offset), wanting),
        "capped": yes(_in_one(course) and offset <= -course.planned.cap + 1e-9 and wanting + offset - protection > SEEN),
    }


@tells(
    pattern_reads_stops=Fact("what the pattern reads here, from the key", "signed"),
    pattern_swing_stops=Fact("how far it swings by itself", "stops"),
    place_stops=Fact("where the spot's reading is placed over the middle", "stops"),
    correct_stops=Fact("dialled on top of the reading", "signed"),
    asks_more_stops=Fact("brighter than it asks", "stops"),
    asks_less_stops=Fact("darker than it asks", "stops"),
)
def _of_reading(read: Read, reads: float, offset: float, correct: float) -> dict[str, float]:
    asks = reads + offset
    return {
        "pattern_reads_stops": reads,
        "pattern_swing_stops": read.swing,
        "place_stops": correct,
        "correct_stops": correct,
        "asks_more_stops": max(0.0, asks),
        "asks_less_stops": max(0.0, -asks),
    }


def _usual(course: Course, question: _Question) -> tuple[Course, School, Ranged]:
    """What range comes to if nobody sets its values by hand: as searched, or as a fixed way of it does."""
    in_one = _in_one(course)
    found = question.search(open_range(course) if in_one else Opened())
    course = course.tell(_of_search(found))
    ways = {**course.wishes.ways}
    if course.wishes.of(RANGE).get("highlight_protection") == "automatic":
        if not course.situation.body.protection_automatic:
            raise CraftError(f"{course.situation.body.name} does not protect highlights by itself", ("settings", "highlight_protection"))
        ways[RANGE.slug] = "automatic_protection"
    made = choose(RANGE, course.told, replace(course.wishes, ways=ways, hand={}))
    if RANGE.slug in ways:
        found = question.search(_fixed_range(course, made.school) if in_one else Opened())
    return course, made.school, found


def _offset(course: Course, found: Ranged, pattern: Pattern) -> float:
    """Stops brighter than metered, where nobody says: of a set its middle, under a guard what that does, else as searched."""
    plan = course.planned
    if plan.lit.role is FlashRole.KEY:
        return -course.told["kept_under_stops"]
    if plan.bracket is not None:
        return placed_as_metered(course.situation, map_of(course.situation), plan.bracket).middle
    if pattern is Pattern.HIGHLIGHT_GUARD:
        return -max(0.0, course.told["guard_stops"] - found.protection)
    return found.offset


def _exclude(situation: Situation) -> None:
    """Refuse two ways of saying how bright."""
    said, dialled_by_hand = situation.aims.brighter_stops, number(situation, "compensation")
    if said is not None and dialled_by_hand is not None:
        raise CraftError(
            f"{said:+.3g} from the meter and a compensation of {dialled_by_hand:+.3g} exclude each other: let one of them go",
            ("aims", "brighter_stops"),
        )


def choose_range(course: Course) -> Course:
    """Pattern, offset and protection: of all that is open, what serves the situation's own scene best, or what was set by hand.

    >>> course().told["offset_stops"], course().told["correct_stops"]
    (0.0, 0.0)
    """
    situation = course.situation
    _exclude(situation)
    question = _Question(course, wanted_of(situation, map_of(situation)), swing_kept(course))
    course = course.tell(_of_room(course, question))
    course, school, usual = _usual(course, question)
    by_hand = number(situation, "highlight_protection")
    found = usual if by_hand is None or alike(by_hand, usual.protection) else question.protected(by_hand)
    course = course.tell(_of_loss(found, _in_one(course)))
    pattern = choose(METERING, course.told, course.wishes)
    course = course.take(pattern)
    seen, what = metered(situation), Pattern(pattern.value[0])
    read = seen.read(what)
    guard = what is Pattern.HIGHLIGHT_GUARD
    reads = course.told["holds_stops"] if what is Pattern.SPOT else read.stops
    usual_offset = offset = _offset(course, found, what)
    before = -usual_offset if guard else course.told["holds_stops"] if what is Pattern.SPOT else 0.0
    advised = dialled(before, offset, course.planned.per_stop)
    dial = correct = number(situation, "compensation")
    if correct is not None and alike(correct, on_the_scale(advised, situation.body)):
        correct = advised
    elif correct is not None and not alike(correct, advised):
        offset = correct - before
    if situation.aims.brighter_stops is not None and not alike(situation.aims.brighter_stops, offset):
        offset = situation.aims.brighter_stops
    correct = dialled(before, offset, course.planned.per_stop) if correct is None else correct
    course = course.take(_taken(course, school, usual, {"compensation": dial if dial is not None and correct == advised else advised}))
    course = course.tell(_of_offset(course, found.protection, offset)).tell(_of_reading(read, reads, offset, correct))
    policy = RangePolicy(course.value(RANGE))
    plan = replace(course.planned, policy=policy, protection=found.protection, offset=offset)
    return replace(course, plan=with_dials(plan, lifted(situation, plan.free, plan.protection)))


def _taken(course: Course, school: School, usual: Ranged, dials: dict[str, float]) -> Choice:
    """The way of range, and whether what was set by hand is another."""
    hand = course.wishes.of(RANGE)
    instead = {**dials, "highlight_protection": usual.protection}
    automatic = hand.get("highlight_protection") == "automatic"
    another = any(slug in hand and not alike(hand[slug], value) for slug, value in instead.items())
    if automatic:
        another = school.slug != choose(RANGE, course.told, replace(course.wishes, hand={})).school.slug
    aim = course.situation.aims.brighter_stops
    another = another or (aim is not None and not alike(aim, _offset(course, usual, Pattern(course.value(METERING)))))
    made = choose(RANGE, course.told, replace(course.wishes, hand={}))
    by = By.HAND if hand or aim is not None else made.by
    return replace(made, school=school, value=school.value, by=by, hand=hand, by_hand=another)

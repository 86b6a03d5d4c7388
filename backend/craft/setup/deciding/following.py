"""What autofocus is set to that follows: as photographers of such work have it, and, once it is simulated, as keeps the most frames."""

from __future__ import annotations

from dataclasses import replace

from craft.decisions.choice import By, Choice
from craft.decisions.following import a_second, of_following, practised
from craft.decisions.schools import School
from craft.decisions.schools.focus import FOCUS
from craft.focus.chase import Chase, chase_of
from craft.focus.search import Offered, Searched, searched
from craft.focus.ways import AREA, BY_AREA, HOLD, OF_WAY, PATH, PRIORITIES, PRIORITY, SWITCHING, Way
from craft.kit.own_steps import SCALED, nearest_preset
from craft.kit.traits import Traits
from craft.scene.situation import Situation
from craft.setup.course import Course
from craft.setup.deciding.own_values import (
    Together,
    apart,
    listed_in_words,
    offered,
    on_scale,
    preset_words,
    presets_alone,
    presets_of,
    scaled,
    together,
)
from craft.setup.pursuit import Pursuit
from craft.vocabulary.settings import BY_SLUG
from craft.vocabulary.terms import Area, Detection, FocusMode, Priority
from craft.vocabulary.words import say_value

WAITING = "release_or_focus"
"""The habit whose answer is the priority of a person who has one."""

LIST = "area_list"
"""The setting that says which areas one meets when stepping through them."""

FOLLOWS = (FocusMode.CONTINUOUS, FocusMode.AUTOMATIC)


def areas_of(situation: Situation) -> tuple[str, ...]:
    """Areas that a body has: those of its profile, and tracking where it can look for anything; without sizes nothing can be chosen.

    >>> areas_of(situation(body={"detects": ("people",)}))[-1]
    'tracking'
    """
    return (*situation.body.areas, *(["tracking"] if situation.body.detects else []))


def area_of(situation: Situation, wanted: Area) -> Area:
    """An area as the body has it: a zone, or the first there is, where it has not that one.

    >>> area_of(situation(), Area.TRACKING)
    <Area.ZONE: 'zone'>
    """
    offered = areas_of(situation)
    if wanted is Area.NONE or wanted.value in offered:
        return wanted
    return Area.ZONE if "zone" in offered else Area(offered[0]) if offered else Area.NONE


def priority_of(course: Course, mode: FocusMode) -> tuple[Priority, bool]:
    """Whether the release waits, by how far the plane shifts while the shutter lags, and whether the person said so.

    >>> priority_of(course(), FocusMode.CONTINUOUS)
    (<Priority.RELEASE: 'release'>, False)
    """
    situation, facts = course.situation, course.told
    shift, half = facts["plane_shift_m"], facts["half_depth_m"]
    priority = Priority.FOCUS if mode in (FocusMode.SINGLE, FocusMode.MANUAL) else Priority.RELEASE
    if priority is Priority.RELEASE and shift > half / 2:
        priority = Priority.FOCUS if shift > half else Priority.MIXED
    if facts["skill_quick"] and mode is FocusMode.MANUAL:
        priority = Priority.RELEASE
    own = situation.settings.get(mode.priority_setting)
    if own is None and mode in FOLLOWS:
        own = situation.person.habits.get(WAITING)
    said = own in {p.value for p in Priority}
    return (Priority(own) if said else priority), said


def detection_of(course: Course, mode: FocusMode) -> tuple[Detection, bool]:
    """What the body looks for, and whether the person said so.

    >>> detection_of(course(settings={"subject_detection": "people"}), FocusMode.CONTINUOUS)
    (<Detection.PEOPLE: 'people'>, True)
    """
    by_hand = course.situation.settings.get("subject_detection")
    if by_hand in {d.value for d in Detection}:
        return Detection(by_hand), True
    sees = course.told["detection_offered"] == 1 and mode is not FocusMode.MANUAL
    return (course.situation.subject.detection if sees else Detection.OFF), False


def practise(course: Course) -> Course:
    """Follow as photographers of such work do.

    >>> course().followed.practice[:4]
    ('small_group', 'long', 'steady', 'release')
    """
    pursuit = _practice(course)
    return course.follow(pursuit).tell(of_following(pursuit is not None or _is_found_once(course), None, None))


def _practice(course: Course) -> Pursuit | None:
    situation, facts = course.situation, course.told
    mode = FocusMode(course.value(FOCUS))
    area = area_of(situation, Area(course.value(FOCUS, 1)))
    if mode not in FOLLOWS or not facts["subject_moves"] or not facts["autofocus"] or area.value not in BY_AREA:
        return None
    priority, _ = priority_of(course, mode)
    values, why = {}, {}
    open_to = scaled(course)
    for setting in (HOLD, PATH):
        wanted, why[setting] = practised(setting, facts)
        values[setting] = on_scale(setting, wanted, open_to[setting])
    values[SWITCHING] = on_scale(SWITCHING, str(BY_SLUG[SWITCHING].default), open_to[SWITCHING])
    traits, there = situation.body.traits, together(values)
    presets = presets_alone(situation)
    if presets and there not in presets:
        found = nearest_preset({setting: values[setting] for setting in traits.scales}, traits.scales, traits.presets)
        there = together({**values, **found[0].values(traits.scales)}) if found else there
    hold, path, goes = there
    way = Way(area.value, hold, path, priority.value, detection_of(course, mode)[0] is not Detection.OFF, goes)
    return Pursuit(way, why, way)


def simulate(course: Course) -> Course:
    """Follow in a way than which none keeps surely more frames; of these the one that is nearest to what photographers set.

    What is set by hand, and a way or an answer of the person's, binds: the rest is searched.

    >>> from craft.setup.steps import decided
    >>> made = decided(situation(), simulated=True)
    >>> made.followed.way[:4], 0 < made.told["in_focus"] <= made.told["fired"] <= 13
    (('small_group', 'long', 'steady', 'release'), True)
    """
    pursuit, taken = _practice(course), course.taken[FOCUS]
    if pursuit is None:
        once = _is_found_once(course)
        return course.follow(None).tell(of_following(once, None, _beside_once(course) if once else None))
    chase = _chase(course)
    presets = presets_of(course.situation)
    by_name = (pursuit.way.together(*preset) for preset in presets)
    found = searched(chase, _open(course, pursuit.way, taken), (pursuit.way, *by_name))
    if found.once.surely_better() and _may_find_once(course, taken):
        single = replace(taken, school=_once_of(taken), value=_once_of(taken).value, computed=True)
        return course.follow(None).take(single).tell(of_following(True, None, found))
    way = _nearest_as_good(found, pursuit.way, presets, course.situation.body.traits)
    _, preset = preset_words(way.values, course.situation.body.traits)
    why = {setting: _compared(found, setting, way, pursuit.practice) for setting in OF_WAY[1:]} | {LIST: _listed(found)}
    why |= {setting: f"{why[setting]} {preset}".strip() for setting in SCALED}
    return (
        course.follow(pursuit._replace(way=way, why=why, chase=chase, found=found))
        .take(_taking(taken, way))
        .tell(of_following(True, way, found))
    )


def _chase(course: Course) -> Chase:
    return chase_of(course.situation, course.told["aperture"], course.planned.shutter, max(course.told["rate"], 1.0))


def _once_of(taken: Choice) -> School:
    """The way of finding focus once."""
    return next(row for row in taken.rows if row.value == (FocusMode.SINGLE.value, Area.POINT.value))


def _may_find_once(course: Course, taken: Choice) -> bool:
    """Whether nobody said that focus is to follow, and the body can find it once."""
    said = taken.by is By.PROFILE or any(slug in taken.hand for slug in ("focus_mode", *OF_WAY))
    return not said and any(row.value == (FocusMode.SINGLE.value, Area.POINT.value) for row in taken.rows)


def _is_found_once(course: Course) -> bool:
    """Whether a moving subject is focused on once, by a body that could follow it."""
    facts, areas = course.told, areas_of(course.situation)
    once = FocusMode(course.value(FOCUS)) is FocusMode.SINGLE
    return bool(once and facts["subject_moves"] and facts["autofocus"] and any(area in BY_AREA for area in areas))


def _beside_once(course: Course) -> Searched:
    """What following would come to, where focus is found once."""
    looks = detection_of(course, FocusMode.CONTINUOUS)[0] is not Detection.OFF
    return searched(_chase(course), _everything(course, _areas(course), looks=(True, False) if looks else (False,)))


def _areas(course: Course) -> tuple[str, ...]:
    """Areas that the body may be set to."""
    said = course.situation.body.offered.get("focus_area")
    return tuple(area for area in areas_of(course.situation) if area in BY_AREA and (said is None or area in said))


def _everything(course: Course, areas: tuple[str, ...], looks: tuple[bool, ...], priorities: tuple[str, ...] = ()) -> Offered:
    """All that the body can be set to with these areas, less what was set by hand."""
    open_to = scaled(course)
    return Offered(
        areas=areas,
        holds=open_to[HOLD],
        paths=open_to[PATH],
        priorities=priorities or offered(course, PRIORITY, tuple(PRIORITIES)),
        looks=looks,
        switching=open_to[SWITCHING],
        presets=presets_alone(course.situation),
    )


def _nearest_as_good(found: Searched, practice: Way, presets: tuple[Together, ...], traits: Traits) -> Way:
    """Of the ways that are as good as the best, one that the body has under a name and that lies no more than a step of it beside what photographers
    set; then the one that changes the least of that."""

    def away(way: Way) -> tuple[bool, int, int]:
        changed = sum(way.values[setting] != practice.values[setting] for setting in OF_WAY) + (way.looks != practice.looks)
        steps = [apart(slug, way.values[slug], practice.values[slug], traits) for slug in SCALED]
        named = (way.hold, way.path, way.switching) in presets and max(steps) <= 1
        return not named, changed, sum(steps)

    return min((one.way for one in found.found if one.as_good), key=away)


def _open(course: Course, way: Way, taken: Choice) -> Offered:
    """What is to be searched."""
    mode = FocusMode(taken.value[0])
    bound = taken.by is By.PROFILE or "focus_area" in taken.hand
    areas = _areas(course)
    _, own = priority_of(course, mode)
    return _everything(
        course,
        areas=(way.area,) if bound or mode is FocusMode.AUTOMATIC or not areas else areas,
        looks=(True, False) if way.looks and not detection_of(course, mode)[1] else (way.looks,),
        priorities=(way.priority,) if own else (),
    )


def _taking(taken: Choice, way: Way) -> Choice:
    """The decision with the area that was found, in the words of the way that has it."""
    value = (taken.value[0], way.area)
    school = next((row for row in taken.rows if row.value == value), taken.school)
    return replace(taken, school=school, value=value, computed=True)


def areas_that_do(found: Searched | None) -> tuple[str, ...]:
    """Areas that keep as many as the best, the best first: what is worth a place on the list.

    >>> areas_that_do(None)
    ()
    """
    return tuple(dict.fromkeys(one.way.area for one in found.found if one.as_good)) if found else ()


def _listed(found: Searched) -> str:
    areas = areas_that_do(found)
    return (
        f"Here {listed_in_words([say_value(BY_SLUG[AREA], area) for area in areas])} {'does' if len(areas) == 1 else 'do'}, by simulation."
    )


def _compared(found: Searched, setting: str, way: Way, practice: Way) -> str:
    """What each value of a setting comes to, and why the one that was taken was."""
    values = dict.fromkeys(one.way.values[setting] for one in found.found)
    there = {value: one for value in values if (one := found.best_with(setting, value))}
    row = BY_SLUG[setting]
    if len(there) < 2:
        return f"With it {a_second(found.of(way).kept):g} of {a_second(found.of(way).fired):g} frames a second come out in focus."
    order = [value for value in map(str, row.values) if value in there]
    told = ", ".join(f"{say_value(row, value)} {a_second(there[value].kept):g}" for value in order)
    same = all(one.as_good for one in there.values())
    ends = (
        " It makes no difference that counts; this is what such work is usually set to."
        if same and way.values[setting] == practice.values[setting]
        else ""
    )
    return f"Frames in focus a second, each at its best, in {found.bursts} simulated bursts: {told}.{ends}"

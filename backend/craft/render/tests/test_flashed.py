"""A flash in the frame: how bright, how far, how still, and in which colour, on the drawn scenes."""

from __future__ import annotations

import json
import math
import unittest
from dataclasses import replace

import numpy as np

from craft.examples import advised, situation
from craft.exposure.flash import CEILING_M
from craft.kit.flash import Flash
from craft.render.compose import framing_of, on_sensor
from craft.render.in_light import in_light, level_at, moves_to
from craft.render.rehearsal import key_snr
from craft.render.shot import Shot, exposed, from_recipe, shot_of
from craft.scene.flashed import FlashUse, Further
from craft.scene.imaged import output_gain
from craft.scene.light import Light
from craft.tones.boxes import boxes_of
from craft.tones.burst import Burst
from craft.tones.framing import View
from craft.vocabulary.terms import FlashAim, FlashLights, Genre

VIEW = View(192, 128, 192.0)
ROOM = {
    "genre": Genre.PORTRAIT,
    "subject_slug": "group_portrait",
    "light": Light(5.0, indoors=True, kelvin=2900),
    "body": {"sync_s": 1 / 200},
    "flashes": (Flash("clip-on", 40.0),),
}


def lit(**change: object) -> Shot:
    one = situation(**{**ROOM, **change})
    return shot_of(one, advised(**{**ROOM, **change}))


class InTheFrame(unittest.TestCase):
    def test_planes_are_lit_by_the_inverse_square_of_their_way(self) -> None:
        """Of one stage lit from near and from far: what a plane gains on the subject is the ratio of the squares of the ways."""
        shot = lit()
        framing = framing_of(shot, VIEW)
        for bounced in (False, True):
            for near, far in ((2.0, 6.0), (1.2, 12.0)):
                lights = [boxes_of(framing, replace(shot.tuning, burst=Burst(away, away, bounced)), 0) for away in (near, far)]
                for one, other in zip(*lights, strict=True):
                    at = min(framing.distance(one.at), 1e5)
                    ways = [[math.hypot(max(straight, 0.3), 2 * CEILING_M * bounced) for straight in (away, at)] for away in (near, far)]
                    asked = (ways[0][0] / ways[0][1]) ** 2 / (ways[1][0] / ways[1][1]) ** 2
                    seen = one.pixels[..., 1] > 1e-3
                    if seen.sum() > 20 and other.pixels[seen][:, 1].min() > 1e-4:
                        ratio = np.median(one.pixels[seen][:, 1] / other.pixels[seen][:, 1])
                        self.assertAlmostEqual(float(ratio) / asked, 1.0, delta=0.01, msg=f"at {at:.2f} m")

    def test_a_further_flash_adds_its_own_light_and_one_behind_none_before_it(self) -> None:
        bag = (*ROOM["flashes"], Flash("small", 30.0))
        alone = lit(flashes=bag)
        for lights in FlashLights:
            use = FlashUse(further=(Further("small", lights, 1.0, 2.0),))
            shot, taken = lit(flashes=bag, flash=use), advised(**{**ROOM, "flashes": bag, "flash": use}).flash
            self.assertEqual(from_recipe(json.loads(json.dumps(shot.recipe()))), shot)
            [(stops, burst)] = shot.flash.beside
            self.assertAlmostEqual(stops, taken.further[0].gives_stops - taken.gives_stops)
            one, both = (on_sensor(replace(shot, flash=replace(shot.flash, beside=beside)), VIEW) for beside in ((), shot.flash.beside))
            own = on_sensor(replace(shot, flash=replace(shot.flash, stops=shot.flash.stops + stops, burst=burst, beside=())), VIEW)
            room = on_sensor(replace(shot, flash=None), VIEW)
            self.assertLess(float(np.abs(both - one - (own - room)).max()), 0.02 * float(both.max()), "light adds")
            subject = boxes_of(framing_of(shot, VIEW), replace(shot.tuning, burst=burst), 0)
            near = [box.pixels[..., :3].max() for box in subject if framing_of(shot, VIEW).distance(box.at) <= shot.distance_m]
            self.assertEqual(max(near) > 0.01, lights is FlashLights.SUBJECT)
        self.assertEqual(alone.flash.beside, ())

    def test_noise_is_told_of_the_light_that_is_there_and_the_flashes_together(self) -> None:
        """As the bench tells it where a flash is all the light, and as a count of the drawn frame's grey has it."""
        change = {**ROOM, "flashes": (Flash("strobe", 60.0, mains=True), Flash("small", 30.0)), "settings": {"flash": "on"}}
        for further in ((), (Further("small", FlashLights.SUBJECT, 1.0),), (Further("small", FlashLights.BEHIND, -1.0),)):
            asked = {**change, "flash": FlashUse(name="strobe", further=further)}
            setup, one = advised(**asked), situation(**asked)
            told = key_snr(shot_of(one, setup), output_gain(one))
            self.assertAlmostEqual(told / setup.facts["snr"], 1.0, delta=0.06)
            bare = key_snr(replace(shot_of(one, setup), flash=None), output_gain(one))
            self.assertGreater(told, 3 * bare)

    def test_a_part_of_the_frame_is_drawn_as_the_whole_has_it_whatever_stands_beyond_it(self) -> None:
        use = FlashUse(aim=FlashAim.DIRECT)
        shot = replace(lit(flash=use, focal_length_mm=50.0), shake_m=0.0)
        whole = on_sensor(shot, VIEW)
        for left, top in ((0, 0), (120, 0), (168, 0), (0, 112), (24, 40), (96, 48), (168, 112)):
            part = on_sensor(shot, View(24, 16, 192.0, float(left), float(top)))
            off = np.abs(part - whole[top : top + 16, left : left + 24])
            self.assertLess(float(np.median(off)), 0.03 * float(whole.max()), (left, top))

    def test_room_and_flash_add_and_dials_move_them_as_they_do(self) -> None:
        shot = lit()
        room, both = on_sensor(replace(shot, flash=None), VIEW), on_sensor(shot, VIEW)
        brighter = on_sensor(replace(shot, flash=replace(shot.flash, stops=shot.flash.stops + 1)), VIEW)
        self.assertTrue((both >= room - 1e-4).all())
        self.assertLess(np.abs((brighter - room) - 2 * (both - room)).max(), 0.02 * both.max())
        shorter, wider = exposed(shot, time_stops=1.0), exposed(shot, aperture_stops=-1.0)
        self.assertEqual((shorter.flash.stops, wider.flash.stops), (shot.flash.stops + 1, shot.flash.stops))
        pulsing = replace(shot, flash=replace(shot.flash, pulsed=True))
        self.assertEqual(exposed(pulsing, time_stops=1.0).flash.stops, shot.flash.stops)
        setup = advised(**ROOM)
        moved = moves_to(setup, level_at(setup, -2.0))
        self.assertAlmostEqual(in_light(shot, moved).flash.stops, shot.flash.stops - moved.brighter, msg="its power follows the exposure")
        set_up = replace(shot, flash=replace(shot.flash, fixed=True))
        self.assertAlmostEqual(
            in_light(set_up, moved).flash.stops, shot.flash.stops + 2.0 + moved.time, msg="the room falls, and it does not"
        )
        alone = replace(shot, flash=replace(shot.flash, alone=True))
        self.assertEqual(in_light(alone, moved).key_stops, exposed(alone, moved.time, moved.aperture, moved.iso).key_stops)
        self.assertEqual(from_recipe(shot.recipe()), shot)

    def test_what_it_lights_stands_still_and_the_room_smears(self) -> None:
        dance = {"genre": Genre.WEDDING, "subject_slug": "dancing", "light": Light(3.0, indoors=True)}
        shot = replace(lit(**dance), shake_m=0.0)
        slow = replace(shot, body_m=2e-3, limb_m=2e-3)

        def edges(one: Shot) -> float:
            light = np.log2(np.maximum(on_sensor(one, VIEW)[..., 1], 2**-9))
            return float(np.abs(np.diff(light, axis=1))[30:110, 60:130].max(axis=1).mean())

        bare = edges(replace(slow, flash=None)) / edges(replace(shot, flash=None))
        self.assertLess(bare, edges(slow) / edges(shot) - 0.1, "a flash keeps more of the edge than the room does")
        first, second = (on_sensor(replace(slow, flash=replace(slow.flash, at_end=end)), VIEW)[..., 1] for end in (False, True))
        bright = [float((one * np.arange(192)).sum() / one.sum()) for one in (first, second)]
        self.assertGreater(bright[1], bright[0] + 0.3, "at the end of its way it stands farther along")

    def test_only_a_straight_one_by_the_lens_throws_a_shadow_and_a_filter_gives_it_the_rooms_colour(self) -> None:
        straight = lit(flash=FlashUse(aim=FlashAim.DIRECT))
        under = replace(straight.flash.burst, direct=False)
        soft = replace(straight, flash=replace(straight.flash, burst=under))
        taken = on_sensor(soft, VIEW)[..., 1] - on_sensor(straight, VIEW)[..., 1]
        self.assertGreater(float(taken.max()), 0.02)
        self.assertGreater(float(taken.min()), -0.01)
        plain, gelled = (on_sensor(lit(flash=FlashUse(gelled=on)), VIEW).mean((0, 1)) for on in (False, True))
        self.assertGreater(gelled[0] / gelled[2], 1.2 * plain[0] / plain[2])

"""A day that came back: laid beside its plan, judged, learned from, and the next setup uses what was learned."""

from __future__ import annotations

from django.contrib.auth.models import User

from frames.demo_frames import SECOND_WARMER, SHOOTINGS, add_demo_frames
from frames.tests.shooting import OnADay, frame_file
from frames.tests.test_came import at
from outings.models import Outing
from outings.reading import Kit
from outings.setups import made_of
from people.tests.caller import Caller


class Beside(OnADay):
    def test_a_wheel_that_was_bumped_is_told_with_its_minutes_and_a_day_as_planned_tells_nothing(self) -> None:
        made = next(one for one in made_of(self.outing, Kit(self.ilse))[0] if one.pk == self.second.pk)
        exposure, body = made.setup.exposure, made.situation.body.name
        time = (1, round(1 / exposure.shutter_s))
        for k in range(8):
            bumped = 3 <= k < 5
            iso, level = round(exposure.iso) * (16 if bumped else 1), 250 if bumped else 118
            self.bring(frame_file(at(self.second.begins, 5 + k), time, exposure.aperture, iso, body=body, level=level), f"{k}.JPG")
        told = self.review(self.second.pk)
        [drift] = told["drifts"]
        self.assertEqual((drift["dial"], drift["frames"], drift["stops"]), ("iso", 2, 4.0))
        self.assertEqual((drift["begins"], drift["ends"]), (at(self.second.begins, 8)[:5], at(self.second.begins, 9)[:5]))
        self.assertIn("brighter than those as planned", drift["text"])
        self.assertEqual((told["frames"], told["as_planned"], told["problem"]), (8, 6, ""))
        self.assertEqual(sum(level["frames"] for level in told["levels"]), 8)
        self.assertEqual([dot["apart"] > 1 for dot in told["dots"]], [False] * 3 + [True] * 2 + [False] * 3)
        self.assertEqual(self.review(self.picture.pk)["frames"], 0)

    def test_frames_of_another_body_are_counted_and_not_laid_beside_the_plan(self) -> None:
        self.bring(frame_file(at(self.picture.begins), body="Oxwick Plate 60"))
        frame = self.came(next(row.pk for row in self.pictures if self.came(row.pk)))[0]
        self.put("picture", {"frames": [frame["id"]], "situation": self.picture.pk})
        self.put("clock", {"said": "Oxwick Plate 60", "is_body": "oxwick-plate-60"})
        told = self.review(self.picture.pk)
        self.assertEqual((told["frames"], told["others"], told["as_planned"], told["dots"]), (1, 1, 0, []))

    def test_a_picture_without_a_setup_says_so(self) -> None:
        self.bring(frame_file(at(self.picture.begins)))
        row = self.outing.situations.get(pk=self.picture.pk)
        row.document |= {"lens": "gone"}
        row.save()
        told = self.review(self.picture.pk)
        self.assertEqual((told["frames"], told["problem"]), (1, "It has no setup to lay frames beside: the bench says why."))


class Learned(OnADay):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.frames = add_demo_frames(cls.ilse)

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)

    def figures(self, decision: str = "iso_limits") -> str:
        document = next(row for row in documents(self.outing) if row["title"] == SHOOTINGS[1].title)
        answer = self.caller.post("/api/bench/figures", {"outing": self.outing.pk, "document": document}).json()
        return str(next(one for one in answer["decisions"] if one["decision"] == decision))

    def test_the_demo_day_comes_back_with_what_its_story_says(self) -> None:
        told = {one["title"]: one for one in self.review()["pictures"]}
        terns, sprints = (told[one.title] for one in SHOOTINGS)
        self.assertEqual((terns["frames"], sprints["frames"], self.frames), (160, 270, 430))
        self.assertEqual((terns["others"], sprints["others"]), (0, 30), "the other body's stand beside no plan of this one")
        first, last, stops = SHOOTINGS[0].bumped
        bumped = max(terns["drifts"], key=lambda drift: drift["stops"])
        self.assertEqual((bumped["dial"], bumped["frames"], round(bumped["stops"])), ("iso", last - first, round(stops)))
        self.assertIn(("shutter_s", SHOOTINGS[1].quicker), [(drift["dial"], drift["stops"]) for drift in sprints["drifts"]])
        self.assertEqual(sprints["judged"], 240)
        for one in (terns, sprints):
            self.assertEqual(sum(lost["frames"] for lost in one["lost"]), one["judged"] - one["kept"], "each is lost to one thing")
        self.assertEqual(terns["lost"][0], {"cause": "exposed", "words": "exposed otherwise than the rest", "frames": last - first})

    def test_a_ceiling_is_learned_taken_by_a_press_used_from_then_on_and_undone(self) -> None:
        learned = self.caller.get("/api/learned").json()
        [swift] = [one for one in learned["isos"] if one["body"] == "merrow-swift-20"]
        self.assertEqual((swift["how"], swift["frames"], swift["taken"]), ("found", 391, False), "nine that were burnt tell nothing of ISO")
        self.assertTrue(swift["low"] <= min(one.half_at for one in SHOOTINGS) <= swift["high"], "what the demo's frames were judged by")
        self.assertTrue(swift["low"] <= swift["iso"] <= swift["high"], swift)
        self.assertIn("Learned from 391 frames.", swift["text"])
        self.assertEqual(sum(rate["frames"] for rate in swift["rates"]), 391)
        by = {one["of"]: [(rate["label"], rate["frames"]) for rate in one["rates"]] for one in learned["kept_by"]}
        self.assertEqual(by["focal length"], [("130 mm", 240), ("510 mm", 151)])
        self.assertEqual([frames for _, frames in by["distance that the lens told"]], [391], "30 and 35 m are one octave")
        self.assertEqual(by["mode"], [("manual", 391)])
        self.assertIn("more judged frames", learned["hand"]["text"], "nothing of the demo's hardly moves before a hand")
        before, plain = self.caller.get("/api/profile").json(), self.figures()
        self.assertNotIn("frames that you judged", plain)
        taken = {
            **before["document"],
            "iso_ceilings": {**before["document"]["iso_ceilings"], "merrow-swift-20": swift["iso"]},
            "ceilings_learned": {"merrow-swift-20": {"value": swift["iso"], "frames": swift["frames"]}},
        }
        after = self.caller.put("/api/profile", taken, before["version"])
        self.assertEqual(after.status_code, 200)
        self.assertIn("It was learned from 391 frames that you judged.", self.figures())
        self.assertTrue(self.caller.get("/api/learned").json()["isos"][0]["taken"])
        by_taste = {**taken, "iso_ceilings": {**taken["iso_ceilings"], "merrow-swift-20": swift["iso"] * 2}}
        other = self.caller.put("/api/profile", by_taste, after.json()["version"])
        self.assertNotIn("frames that you judged", self.figures(), "another ceiling was not learned")
        self.caller.put("/api/profile", before["document"], other.json()["version"])
        self.assertEqual(self.figures(), plain)

    def test_white_that_wandered_and_two_bodies_at_one_moment_are_told(self) -> None:
        told = self.review()
        sprints = next(one for one in told["pictures"] if one["title"] == SHOOTINGS[1].title)
        self.assertEqual(len(sprints["course"]["bodies"]), 2)
        self.assertRegex(
            " ".join(sprints["course"]["said"]), r"Swift, 20 MP: white came out \d+ mired warmer at the end .*the body chose it"
        )
        self.assertIn("White was left to the body for 240 of 240", sprints["stood"][0])
        [both] = told["together"]
        self.assertEqual(len(both["moments"]), 30)
        self.assertTrue(all(abs(pair["apart_s"]) <= 2 for pair in both["moments"]))
        warmer = [pair["mired"] for pair in both["moments"]]
        self.assertAlmostEqual(sorted(warmer)[15], SECOND_WARMER, delta=3)
        self.assertRegex(
            both["text"],
            r"0\.[345] stops brighter \(.*its dials gave no more light, so 1/3 stop less there makes them alike\.",
        )

    def test_following_is_laid_beside_what_was_expected_taken_and_undone(self) -> None:
        told = {one["title"]: one["in_focus"] for one in self.review()["pictures"]}
        self.assertRegex(told[SHOOTINGS[0].title], r"^\d+ of \d+ that tell are in focus, \d+ % \(\d+ to \d+\); \d+ % were expected\.$")
        self.assertEqual(told["First light on the causeway"], "", "nothing is followed there")
        found = self.caller.get("/api/learned").json()["following"]
        self.assertEqual((found["how"], found["practised"], found["now"], found["taken"]), ("ordinary", False, False, True), found)
        before = self.caller.get("/api/profile").json()
        boast = self.caller.put("/api/profile", {**before["document"], "practised_follower": True}, before["version"]).json()
        self.assertNotIn("How you follow was learned", self.figures("focus"))
        again = self.caller.get("/api/learned").json()["following"]
        self.assertEqual((again["text"], again["taken"]), (found["text"], False), "whatever the profile says, frames tell the same")
        learned = {"value": False, "frames": found["frames"], "before": True}
        taken = self.caller.put("/api/profile", {**before["document"], "practice_learned": learned}, boast["version"]).json()
        self.assertIn(f"How you follow was learned from {found['frames']} frames.", self.figures("focus"))
        self.caller.put("/api/profile", before["document"], taken["version"])
        self.assertNotIn("How you follow was learned", self.figures("focus"))

    def test_too_few_frames_teach_nothing_and_say_how_many_it_takes(self) -> None:
        stranger = Caller(self.stranger).get("/api/learned").json()
        self.assertEqual((stranger["isos"], stranger["following"]["how"]), ([], "few"))
        ids = list(self.outing.came.values_list("pk", flat=True))
        self.put("kept", {"frames": ids[20:], "kept": None})
        [swift] = self.caller.get("/api/learned").json()["isos"]
        self.assertEqual((swift["how"], swift["iso"], swift["frames"]), ("few", None, 20))
        self.assertIn("20 more judged frames", swift["text"])


def documents(outing: Outing) -> list[dict]:
    return [row.document for row in outing.in_order()]


class Steady(OnADay):
    """Frames by hand of what hardly moves: steadier people keep longer times."""

    def test_a_hand_is_learned_from_judged_frames_of_what_stands_still(self) -> None:
        person: User = self.ilse
        row = next(one for one in self.pictures if one.document["genre"] == "portrait")
        row.document |= {"support": "handheld", "motion": {"speed_m_s": 0.0, "limb_m_s": 0.0}}
        row.save()
        self.caller.get("/api/learned")
        body = Kit(person).body_name(row.document["body"])
        for k in range(48):
            longer = k % 6
            kept = {0: True, 1: True, 2: True, 3: k % 2 == 0, 4: False, 5: False}[longer]
            data = frame_file(at(row.begins, 5 + k), (2**longer, 10), body=body, focal_mm=85.0)
            found = self.bring(data, f"{k}.JPG")
            self.put("kept", {"frames": [found["id"]], "kept": kept})
        hand = self.caller.get("/api/learned").json()["hand"]
        self.assertEqual((hand["frames"], hand["taken"]), (48, False), hand["text"])
        self.assertIsNotNone(hand["steadiness"], hand["text"])
        self.assertTrue(hand["low"] < hand["steadiness"] < hand["high"])
        self.assertIn("by 48 frames of what hardly moves", hand["text"])
        self.assertEqual(sum(rate["frames"] for rate in hand["rates"]), 48)

"""What one does on each screen with a mouse, and that it arrives."""

from __future__ import annotations

import io
import json
import re
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from PIL import Image
from playwright.sync_api import Page, Route, expect

from craft.sky.brightness import ev_of_mag
from craft.sky.horizon import Horizon
from craft.sky.night import night_over
from craft.sky.sun import sun_over
from outings.models import Outing
from people.tests.caller import Caller
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose


class AtTheBench(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.at = f"/situations/{self.situation.pk}"
        self.page = self.open(self.at)
        self.page.get_by_role("spinbutton", name="time").wait_for()
        self.addCleanup(lambda: self.assertEqual(self.wrong, []))

    def figures(self) -> list[str]:
        return [self.page.get_by_role("spinbutton").nth(k).inner_text() for k in range(3)]

    def until(self, holds: Callable[[dict[str, Any]], bool]) -> dict[str, Any]:
        return self.stored(self.page, holds)

    def advised(self) -> dict[str, Any]:
        return Caller(self.ilse).get(f"/api{self.at}/setup.json").json()

    def test_the_screen_shows_what_the_api_says_and_answers_as_one_types(self) -> None:
        setup = self.advised()
        labels = {dial: {s["value"]: s["label"] for s in steps} for dial, steps in setup["dials"].items()}
        shown = [labels[dial][setup["exposure"][dial]] for dial in ("shutter_s", "aperture", "iso")]
        self.assertEqual(self.figures(), shown)
        for decision in setup["decisions"]:
            button = self.page.locator(f"[aria-controls='why-{decision['decision']}']")
            if button.get_attribute("aria-expanded") == "false":
                button.click()
            why = self.page.locator(f"#why-{decision['decision']}")
            expect(why).to_contain_text(decision["because"])
            for way in decision["other_ways"]:
                expect(why.get_by_role("button", name=way["label"], exact=True)).to_be_visible()
        self.page.get_by_role("textbox", name="distance", exact=True).fill("60")
        expect(self.page.get_by_role("spinbutton", name="time")).not_to_have_text(shown[0])
        self.until(lambda d: d["motion"]["distance_m"] == 60)

    def test_light_is_taken_in_each_of_its_four_ways(self) -> None:
        kind = self.page.get_by_role("combobox", name="light given as")
        choose(kind, "EV")
        self.page.get_by_role("textbox", name="EV at ISO 100").fill("9")
        self.until(lambda d: d["light"].get("ev100") == 9)
        choose(kind, "lux")
        self.page.get_by_role("textbox", name="lux").fill("1280")
        self.until(lambda d: d["light"].get("lux") == 1280)
        self.assertEqual(self.advised()["light"]["ev100"], 9)
        choose(kind, "metered")
        choose(self.page.get_by_role("combobox", name="metered ISO"), "ISO 400")
        self.until(lambda d: (d["light"].get("metered") or {}).get("iso") == 400)
        choose(kind, "described")
        choose(self.page.get_by_role("combobox", name="described light"), "Ten to twenty minutes after sunset")
        light = self.until(lambda d: d["light"].get("condition") == "dusk")["light"]
        self.assertEqual({k for k in light if light[k] is not None} & {"ev100", "lux", "metered"}, set())

    def test_dragging_now_asks_what_if_and_keeps_the_place(self) -> None:
        staff = self.page.get_by_role("slider", name="light, in stops from now")
        self.page.get_by_role("link", name="To the staff").press("Enter")
        expect(staff).to_be_focused()
        box = staff.bounding_box() or {}
        x, zero = box["x"] + 150, box["y"] + 24 + 6 * 36
        self.page.mouse.move(x, zero)
        self.page.mouse.down()
        self.page.mouse.move(x, zero + 3 * 36, steps=6)
        self.page.mouse.up()
        row = self.advised()["ladder"][18 + 9]
        expect(self.page.get_by_text("If the light moves so:")).to_contain_text(row["why"])
        expect(self.page).to_have_url(re.compile("now=-3$"))
        self.page.goto(f"{self.at}?now=-3")
        expect(self.page.get_by_text("If the light moves so:")).to_contain_text(row["why"])

    def test_another_way_is_taken_kept_and_let_go(self) -> None:
        self.page.locator("[aria-controls='why-white']").click()
        self.page.locator("#why-white").get_by_role("button", name="automatic", exact=True).click()
        expect(self.page.locator("#why-white")).to_contain_text("You fixed this way.")
        self.until(lambda d: d.get("schools") == {"white": "automatic"})
        self.page.get_by_role("button", name="let it be decided again").click()
        expect(self.page.locator("#why-white")).not_to_contain_text("You fixed")

    def test_the_ranked_pair_is_taken_with_its_focal_length(self) -> None:
        self.page.get_by_text("Which of my kit?").click()
        first = self.page.locator(".fold ol li button").first
        first.wait_for()
        asked = {"outing": self.day.pk, "document": self.situation.document}
        best = Caller(self.ilse).post("/api/bench/pairs", asked).json()["pairs"][0]
        first.click()
        self.until(lambda d: all(d.get(k) == best[k] for k in ("body", "lens", "focal_length_mm")))

    def test_everything_else_about_it_is_edited_in_place(self) -> None:
        self.page.get_by_text("More about it").click()
        self.page.get_by_label("title").fill("Terns, later")
        self.page.get_by_label("begins at").fill("08:15")
        self.page.get_by_label("angle of movement").fill("45")
        self.page.get_by_label("colour temperature").fill("4800")
        self.page.get_by_label("shape, width to height").fill("1:1")
        self.page.get_by_label("note").fill("Mind the tide")
        self.page.get_by_label("note").blur()
        stored = self.until(lambda d: d.get("note") == "Mind the tide")
        self.assertEqual((stored["title"], stored["starts_at"][:5], stored["note"]), ("Terns, later", "08:15", "Mind the tide"))
        self.assertEqual((stored["motion"]["angle_deg"], stored["light"]["kelvin"], stored["delivery"]["shape"]), (45, 4800, "1:1"))
        self.page.get_by_label("shape, width to height").fill("wide")
        self.page.get_by_label("note").focus()
        expect(self.page.get_by_role("alert").filter(has_text="such as 3:2")).to_be_visible()
        self.assertIn("status of 422", " ".join(self.wrong))
        self.wrong.clear()

    def test_rungs_are_added_and_taken_out(self) -> None:
        before = self.page.locator("[data-rung]").count()
        choose(self.page.get_by_role("combobox", name="add a concession"), "Noise, 1 stop")
        expect(self.page.locator("[data-rung]")).to_have_count(before + 1)
        self.page.locator("[data-rung='0']").press("Delete")
        expect(self.page.locator("[data-rung]")).to_have_count(before)
        last = {"intent": "noise", "up_to_stops": 1}
        self.until(lambda d: (d.get("concessions") or [None])[-1] == last and len(d["concessions"]) == before)


class InTheHandAndAtHome(BrowserCase):
    def test_the_frame_itself_is_given_on_the_phone_and_answered_on_it_and_without_a_link_the_taps_are_left(self) -> None:
        card = self.card()
        answers = Caller(self.ilse).get(f"/api/cards/{card}").json()["snapshot"]["answers"]
        page = self.open(f"/cards/{card}", size=PHONE)
        dialog = page.get_by_role("dialog", name="test frame")
        for paint, tap in ((255, ("warns", "patch")), (118, ("dark", "clearly")), (236, ("", ""))):
            image = Image.new("RGB", (1500, 1000), (90, 90, 90))
            image.paste((paint, paint, paint), (0, 0, 300, 300))
            out = io.BytesIO()
            image.save(out, "JPEG", quality=95)
            page.get_by_role("button", name="test frame").click()
            given = {"name": "test.jpg", "mimeType": "image/jpeg", "buffer": out.getvalue()}
            dialog.get_by_label("give it the test frame").set_input_files(given)
            expect(dialog.get_by_alt_text("the test frame: white hatched, black dotted")).to_be_visible()
            answer = next((row for row in answers if (row["saw"], row["much"]) == tap), None)
            expect(dialog).to_contain_text(answer["reason"] if answer else "Leave it as it is.")
            dialog.get_by_role("button", name="Done").click()
        page.route("**/frame", lambda route: route.abort())
        page.get_by_role("button", name="test frame").click()
        dialog.get_by_label("give it the test frame").set_input_files(given)
        expect(dialog).to_contain_text("There is no way to the server just now")
        expect(dialog).to_contain_text("The two taps work without it.")
        self.wrong.clear()
        page.unroute("**/frame")
        dialog.get_by_label("give it the test frame").set_input_files({**given, "buffer": b"no picture"})
        expect(dialog).to_contain_text("this is not a whole picture that can be read")
        self.wrong.clear()

    def test_two_taps_on_the_card_say_what_the_snapshot_says(self) -> None:
        card = self.card()
        snapshot = Caller(self.ilse).get(f"/api/cards/{card}").json()["snapshot"]
        page = self.open(f"/cards/{card}", size=PHONE)
        dialog = page.get_by_role("dialog", name="test frame")
        for answer in snapshot["answers"]:
            page.get_by_role("button", name="test frame").click()
            dialog.get_by_role("button", name=answer["saw_label"], exact=True).click()
            dialog.get_by_role("button", name=answer["much_label"], exact=True).click()
            expect(dialog).to_contain_text(answer["reason"])
            if answer["move_thirds"]:
                expect(dialog).to_contain_text(f"ISO {answer['iso']}")
            dialog.get_by_role("button", name="Done").click()
        for cast in snapshot["casts"][::3]:
            page.get_by_role("button", name="test frame").click()
            dialog.get_by_role("button", name=cast["saw_label"], exact=True).click()
            dialog.get_by_role("button", name=cast["much_label"], exact=True).click()
            expect(dialog).to_contain_text(cast["words"])
            dialog.get_by_role("button", name="Done").click()
        self.assertEqual(len(snapshot["casts"]), 8)
        page.get_by_role("button", name="darker").click()
        expect(page.get_by_role("status")).to_contain_text(snapshot["setup"]["ladder"][19]["why"])
        page.get_by_label("metering").check()
        page.reload()
        expect(page.get_by_label("metering")).to_be_checked()
        self.assertEqual(self.wrong, [])

    def test_a_day_goes_out_and_comes_in_and_a_spoilt_one_says_where(self) -> None:
        page = self.open("/")
        with page.expect_download() as caught:
            page.get_by_role("button", name="export").click()
        with tempfile.TemporaryDirectory() as name:
            file = Path(name) / "day.json"
            caught.value.save_as(file)
            day = json.loads(file.read_text())
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Import a day").click()
            chooser.value.set_files(file)
            other = page.get_by_role("navigation", name="other days").get_by_role("link")
            expect(other).to_have_text(re.compile("Lantern-boat week"))
            expect(page).not_to_have_url(re.compile(rf"/outings/{self.day.pk}$"))
            self.answered(page)
            day["situations"][2]["genre"] = "underwater"
            file.write_text(json.dumps(day))
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Import a day").click()
            chooser.value.set_files(file)
            expect(page.get_by_role("alert").filter(has_text="/situations/2/genre")).to_be_visible()
            expect(other).to_have_count(1)
            situation = Caller(self.ilse).get(f"/api/situations/{self.situation.pk}/situation.json").content
            file.write_bytes(situation)
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Read one from a file").first.click()
            chooser.value.set_files(file)
            expect(page.get_by_role("link", name="From a file", exact=True)).to_be_visible()

    def test_where_an_outing_lies_is_typed_half_of_it_refused_and_the_day_tells_of_the_sun(self) -> None:
        page = self.open("/")
        edit, form = page.get_by_role("button", name="edit", exact=True), page.get_by_role("dialog")
        edit.press("Enter")
        expect(form.get_by_role("textbox").first).to_be_focused()
        page.keyboard.press("Escape")
        expect(form).to_have_count(0)
        expect(edit).to_be_focused()
        edit.click()
        north, east = (form.get_by_role("textbox", name=name, exact=True) for name in ("north", "east"))
        for where in ("", "east"):
            north.fill("−33,5")
            east.fill(where)
            form.get_by_role("button", name="Save").click()
            expect(form.get_by_role("alert").filter(has_text="a number of degrees")).to_be_visible()
        gpx = form.get_by_label("from a GPX file")
        for inside, told in (
            ("<gpx/>", "has no place in it"),
            ("no track", "is no GPX file"),
            ('<gpx><wpt lat="95" lon="1"/></gpx>', "has no place"),
        ):
            gpx.set_input_files({"name": "way.gpx", "mimeType": "application/gpx+xml", "buffer": inside.encode()})
            expect(form.get_by_role("alert").filter(has_text=told)).to_be_visible()
            expect(north).to_have_value("−33,5")
        way = '<gpx xmlns="urn:of-tracks"><trk><trkseg><trkpt lat="1" lon="2"/><trkpt lat="-33.5" lon="-12.25"/></trkseg></trk></gpx>'
        gpx.set_input_files({"name": "way.gpx", "mimeType": "application/gpx+xml", "buffer": way.encode()})
        expect(form.get_by_text("taken from the end of its track")).to_be_visible()
        expect(north).to_have_value("-33.50000")
        land = form.get_by_role("textbox", name=re.compile("^land about"))
        expect(land).to_have_value(re.compile("^20 1, 70 0, "))  # the demo's place has land about it: its fold is open
        for typed, told in (("90 4, 400 3", "“400 3”"), ("90 4, hill", "“hill”"), ("90 4; 90 5", "90° has two heights")):
            land.fill(typed)
            form.get_by_role("button", name="Save").click()
            expect(form.get_by_role("alert").filter(has_text=told)).to_be_visible()
        land.fill("90 4; 180 8,5")
        dark = form.get_by_role("textbox", name=re.compile("^how dark its nights are"))
        dark.fill("30")
        form.get_by_role("button", name="Save").click()
        expect(form.get_by_role("alert").filter(has_text="22.5")).to_be_visible()
        dark.fill("20,9")
        zone = form.get_by_role("combobox", name=re.compile("^its zone"))
        zone.fill("Nowhere")
        form.get_by_role("button", name="Save").click()
        expect(form.get_by_role("alert").filter(has_text="“Nowhere” is no zone")).to_be_visible()
        zone.fill("UTC")
        late: list[Route] = []
        page.route("**/api/outings", lambda route: late.append(route))
        form.get_by_role("button", name="Save").click()
        expect(form).to_have_count(0)
        self.day.refresh_from_db()
        hills = [{"bearing_deg": 90.0, "height_deg": 4.0}, {"bearing_deg": 180.0, "height_deg": 8.5}]
        self.assertEqual(self.day.lies, {"latitude_deg": -33.5, "longitude_deg": -12.25, "horizon": hills, "dark_mag": 20.9, "zone": "UTC"})
        page.get_by_role("button", name="edit", exact=True).click()
        expect(north).to_have_value("-33.5")
        for list_of_days in late:
            list_of_days.continue_()
        page.unroute("**/api/outings")
        form.get_by_label("title").fill("Boats by lantern")
        Outing.objects.filter(pk=self.day.pk).update(place="the inner harbour", revision=self.day.revision + 1)
        form.get_by_role("button", name="Save").click()
        both = form.get_by_role("alert").filter(has_text="changed elsewhere")
        expect(both.get_by_role("row", name="title Boats by lantern")).to_be_visible()
        expect(both.get_by_role("row", name="place Tarrow Sound the inner harbour")).to_be_visible()
        both.get_by_role("button", name="Keep mine").click()
        expect(form).to_have_count(0)
        self.day.refresh_from_db()
        self.assertEqual((self.day.title, self.day.place), ("Boats by lantern", "Tarrow Sound"))
        expect(page.locator("svg text", has_text="sun up")).to_be_visible()
        expect(page.get_by_text(sun_over(self.day.day, -33.5, -12.25, 0).told)).to_be_visible()
        page.get_by_text("The night that follows").click()
        told = night_over(self.day.day, -33.5, -12.25, 0, horizon=Horizon(((90.0, 4.0), (180.0, 8.5)))).told
        expect(page.get_by_role("img", name=told)).to_be_visible()
        self.assertIn("Without moon and with the core over", told)
        page.get_by_text("Nights to wait for").click()
        longest = page.get_by_role("list", name="the longest")
        expect(longest.get_by_role("listitem")).to_have_count(8)
        waited = page.get_by_label("what you wait for")
        choose(waited, "the moon at a landmark")
        highest = page.get_by_label("to so high")
        highest.fill("-5")
        highest.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="the second is the higher one")).to_be_visible()
        choose(waited, "dark and moonless")
        expect(page.get_by_role("img", name=re.compile("It is there in .* of 30 nights"))).to_be_visible()
        longest.get_by_role("button", name=re.compile("^plan ")).first.click()
        expect(page.get_by_role("heading", name=re.compile("^Dark and moonless, "))).to_be_visible()
        planned = Outing.objects.exclude(pk=self.day.pk).get(person=self.ilse)
        self.assertEqual((planned.lies, planned.utc_offset_min), (self.day.lies, self.day.utc_offset_min))
        self.assertGreaterEqual(planned.day, self.day.day)
        stars = next(row for row in self.day.in_order() if row.document["genre"] == "night_sky")
        self.situation = stars
        page = self.open(f"/situations/{stars.pk}")
        page.get_by_text("The stars in this frame").click()
        strip = page.get_by_role("img", name=re.compile("^What stands about: .*the core .*° up"))
        box = strip.bounding_box() or self.fail("no strip")
        strip.click(position={"x": box["width"] * 0.75, "y": 20})
        self.stored(page, lambda d: d.get("overhead", {}).get("toward_deg") is not None)
        hour = page.get_by_role("slider", name="hour of the picture")
        hour.press("ArrowRight")
        self.stored(page, lambda d: d["starts_at"].startswith("23:50"))
        page.get_by_role("button", name=re.compile("^Hold .*pixels of the fastest star")).click()
        expect(page.get_by_role("row", name=re.compile("^as it is set .* and [12].[0-9] pixels"))).to_be_visible()
        page.get_by_role("button", name="the edge of a small town").click()
        self.stored(page, lambda d: d["light"].get("ev100") == round(ev_of_mag(19.8), 2) and d["locks"]["shutter_s"] < 8)
        self.assertEqual([text for text in self.wrong if not re.search("422|412", text)], [])

    def test_a_new_account_begins_with_the_demo_day_or_bare(self) -> None:
        page = self.open("/", signed_in=False)
        page.get_by_label("name").fill("wren")
        page.get_by_label("password", exact=True).fill("lantern-boats-4")
        page.get_by_role("button", name="Make an account").click()
        page.get_by_role("button", name="Start bare").click()
        expect(page.get_by_role("heading", name="No outing yet")).to_be_visible()
        page.get_by_role("button", name="sign out").click()
        page.get_by_label("name").fill("wren")
        page.get_by_label("password", exact=True).fill("not-this-one")
        page.get_by_role("button", name="Sign in", exact=True).click()
        expect(page.get_by_role("alert").filter(has_text="do not belong together")).to_be_visible()
        self.assertTrue(get_user_model().objects.filter(username="wren").exists())

    def test_taste_changes_the_setup(self) -> None:
        page = self.open("/profile")
        page.get_by_label("ISO ceiling of Merrow Swift, 20 MP").or_(page.get_by_role("textbox", name=re.compile("Merrow Swift"))).fill(
            "800"
        )
        expect(page.get_by_text("saved")).to_be_visible()
        page.goto(f"/situations/{self.situation.pk}")
        expect(page.locator("[aria-controls='why-iso_limits']")).to_contain_text("800")

    def test_steadiness_is_measured_kept_with_its_spread_and_forgets_it_when_typed(self) -> None:
        page = self.open("/profile")
        page.get_by_text("measure it", exact=True).click()
        choose(page.get_by_role("combobox", name="with which body"), "Merrow Swift, 20 MP")
        choose(page.get_by_role("combobox", name="with which lens"), "Merrow 70–200 f/2.8")
        counts = page.get_by_label(re.compile("^sharp frames of ten at"))
        expect(counts).to_have_count(4)
        counts.nth(0).fill("11")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="11 of 10 frames cannot be sharp")).to_be_visible()
        for k, count in enumerate(("1", "4", "8")):
            counts.nth(k).fill(count)
            page.keyboard.press("Enter")
        keep = page.get_by_role("button", name=re.compile("^Keep"))
        keep.click()
        expect(page.get_by_text("saved", exact=True)).to_be_visible()
        kept = Caller(self.ilse).get("/api/profile").json()["document"]
        self.assertTrue(kept["steadiness_between"][0] < kept["steadiness"] < kept["steadiness_between"][1], kept["steadiness_between"])
        field = page.get_by_role("textbox", name="steadiness", exact=True)
        expect(field).to_have_value(f"{kept['steadiness']:g}")
        field.fill("1.2")
        page.keyboard.press("Enter")
        expect(page.get_by_text(re.compile("^measured, from"))).to_have_count(0)

    def test_taste_changed_in_two_places_is_shown_both(self) -> None:
        page = self.open("/profile")
        api = Caller(self.ilse)
        for mine in (True, False):
            now = api.get("/api/profile")
            other = {**now.json()["document"], "steadiness": 2.5 if mine else 3.5}
            self.assertEqual(api.put("/api/profile", other, now["ETag"]).status_code, 200)
            page.get_by_role("textbox", name="noise bar").fill("30" if mine else "40")
            conflict = page.get_by_role("alert").filter(has_text="changed elsewhere")
            expect(conflict).to_contain_text("2.5" if mine else "3.5")
            conflict.get_by_role("button", name="Keep mine" if mine else "Take the other").click()
            expect(conflict).to_be_hidden()
            if mine:
                expect(page.get_by_text("saved", exact=True)).to_be_visible()
                self.assertEqual(api.get("/api/profile").json()["document"]["noise_bar"], 30)
        expect(page.get_by_role("textbox", name="steadiness")).to_have_value("3.5")

    def test_figures_left_empty_are_assumed_marked_and_stay_so(self) -> None:
        page: Page = self.open("/kit")
        page.get_by_role("button", name="Add a body").click()
        page.get_by_role("button", name="every figure by hand").click()
        form = page.get_by_role("form", name="new body")
        form.get_by_label("name").fill("Borrowed box")
        page.get_by_role("button", name="Save").click()
        laid = page.get_by_role("button", name="Borrowed box").first
        expect(laid).to_contain_text("assumed")
        form = page.get_by_role("form", name="Borrowed box")
        form.get_by_label("highest ISO").fill("12800")
        form.get_by_role("button", name="Save").click()
        expect(laid).to_contain_text("12800")
        kept = next(b["document"] for b in Caller(self.ilse).get("/api/kit").json()["bodies"] if b["slug"] == "borrowed-box")
        self.assertNotIn("max_iso", kept["assumed"])
        self.assertIn("full_well_e", kept["assumed"])

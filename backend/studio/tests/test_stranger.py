"""Someone who has just bought a camera that nobody here knows: from six answers to a loaded slot and a card."""

from __future__ import annotations

from django.contrib.auth import get_user_model
from playwright.sync_api import expect

from craft.render.tests.shots import a_shot
from images.frame_files import Written, dng_of
from kit.models import Dialect, Held, Piece, Slot
from outings.models import Outing, Situation
from studio.tests.browser import BrowserCase
from studio.tests.chromium import PHONE, choose, dated
from studio.tests.test_describing import frame


class Stranger(BrowserCase):
    def setUp(self) -> None:
        super().setUp()
        self.ilse = get_user_model().objects.create_user("wren")

    def test_six_answers_lead_to_a_setup_slots_a_ticked_walk_and_a_card(self) -> None:
        page = self.open("/kit")
        form = page.get_by_role("form", name="describe a body")
        form.get_by_role("button", name="Add it").click()
        expect(form.get_by_role("alert").filter(has_text="give it a name")).to_be_visible()
        form.get_by_label("name").fill("Brassbound Eleven")
        choose(form.get_by_label("nearest to"), "fast, for action")
        form.get_by_label("megapixels").fill("24,2")
        form.get_by_label("highest ISO").fill("51200")
        form.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("heading", name="Brassbound Eleven")).to_be_visible()
        page.get_by_role("button", name="Add a lens").click()
        lens = page.get_by_role("form", name="new lens")
        lens.get_by_label("name").fill("Brassbound 35 f/2")
        lens.get_by_label("shortest focal length").focus()
        for label, value in (("shortest focal length", "35"), ("longest focal length", "35"), ("widest aperture, short end", "2")):
            expect(lens.get_by_label(label)).to_have_value(value)  # a name that says its figures offers them
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("heading", name="Brassbound 35 f/2")).to_be_visible()

        page.goto("/")
        page.get_by_role("button", name="New outing").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("title").fill("First day out")
        dated(dialog.get_by_label("day"), "2027-06-14")
        dialog.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Add a situation").click()
        page.get_by_role("spinbutton", name="time").wait_for()
        row = Situation.objects.get(outing__person=self.ilse)
        self.assertEqual((row.document["genre"], row.document["body"]), ("everyday", "brassbound-eleven"))
        expect(page.get_by_role("textbox", name="compensation in stops")).to_be_visible()
        page.get_by_role("button", name="white").first.click()
        page.get_by_role("textbox", name="white in kelvin").fill("4300")
        expect(page.locator("[aria-controls='why-white']")).to_contain_text("4300")
        expect(page.get_by_role("status").filter(has_text="saved")).to_be_visible()

        page.goto(f"/outings/{row.outing_id}/slots")
        expect(page.get_by_text("presses cannot be counted")).to_be_visible()
        page.get_by_role("link", name="load it").first.click()
        expect(page.get_by_role("heading", name="What to set")).to_be_visible()
        self.assertNotIn("0 presses", page.content())
        page.get_by_role("button", name="write where ISO ceiling is").click()
        page.get_by_role("textbox", name="its name on the body").fill("Top of the sea")
        page.get_by_role("textbox", name="its pages").fill("Sails > Light")
        page.get_by_role("button", name="Keep it").click()
        expect(page.get_by_role("heading", name="Sails › Light")).to_be_visible()
        self.assertEqual(Dialect.objects.get(piece__person=self.ilse).document["entries"][0]["menu"], ["Sails", "Light"])
        page.get_by_role("checkbox", name="exposure mode").first.check()
        expect(page.get_by_role("checkbox", name="exposure mode").first).to_be_checked()
        self.answered(page)
        self.assertTrue(Held.objects.filter(piece__person=self.ilse, setting="exposure_mode", verified_at__isnull=False).exists())
        page.get_by_role("button", name="All is set, and kept in slot 1").click()
        expect(page.get_by_text("slot 1 holds it")).to_be_visible()
        self.assertEqual(Slot.objects.get(piece__person=self.ilse).values["white_kelvin"], 4300.0)

        page.goto(f"/situations/{row.pk}")
        page.get_by_role("button", name="Make the pocket card").click()
        page.wait_for_url("**/cards/*")
        expect(page.get_by_text("compensation").first).to_be_visible()
        self.assertEqual(self.wrong, [])

    def test_an_empty_account_has_a_card_after_seven_presses_at_most(self) -> None:
        page = self.open("/", size=PHONE, signed_in=False)
        pressed: list[str] = []

        def press(name: str) -> None:
            pressed.append(name)
            page.get_by_role("button", name=name, exact=True).click()

        page.get_by_label("name").fill("plover")
        page.get_by_label("password", exact=True).fill("lantern-boats-4")
        press("Make an account")
        press("Start bare")
        page.get_by_label("One line begins it").fill("footbal under lights, 70-200 2.8 at 135, monopod, 1/800, raw, zither")
        understood = page.get_by_role("status", name="understood")
        for words in ("footbal taken as Field game on grass", "70–200 f/2.8, to be added to your kit", "zither: not understood"):
            expect(understood).to_contain_text(words)
        press("Begin")
        form = page.get_by_role("form", name="describe a body")
        for label, value in (("name", "Brassbound Eleven"), ("megapixels", "24"), ("highest ISO", "51200")):
            form.get_by_label(label).fill(value)
        press("Add it")
        expect(page.get_by_role("spinbutton", name="time")).to_have_text("1/800")
        press("Make the pocket card")
        page.wait_for_url("**/cards/*")
        self.assertLessEqual(len(pressed), 7)
        document = Situation.objects.get(outing__person__username="plover").document
        told = {name: document[name] for name in ("genre", "subject", "focal_length_mm", "support", "file", "title", "body", "lens")}
        self.assertEqual(
            told,
            {
                "genre": "sports",
                "subject": "field_game",
                "focal_length_mm": 135.0,
                "support": "monopod",
                "file": "raw",
                "title": "Field game on grass, 12:00",
                "body": "brassbound-eleven",
                "lens": "70200-f28",
            },
        )
        self.assertIn("zither", document["note"])
        self.assertEqual(self.wrong, [])
        # what the lens cannot be set to is refused where it stands, with what it can
        page.goto("/")
        page.get_by_label("One line begins it").fill("street, 24 f/2.8, held at f/1.2")
        expect(understood).to_contain_text("f/1.2, held")
        press("Begin")
        expect(page.get_by_role("alert").filter(has_text="1.2")).to_be_visible()
        page.get_by_role("link", name="Go to your outings").or_(page.get_by_role("link", name="Outings", exact=True)).click()
        lenses = Piece.objects.filter(person__username="plover", kind="lens", deleted_at=None)
        self.assertEqual({row.document["name"] for row in lenses}, {"70\u2013200 f/2.8", "24 f/2.8"})

    def test_a_line_that_the_server_refuses_leaves_nothing_behind(self) -> None:
        page = self.open("/")
        self.assertEqual(Piece.objects.filter(person=self.ilse).count(), 0)
        page.route("**/api/outings/*/situations", lambda route: route.fulfill(status=422, json={"detail": "not so", "errors": []}))
        page.get_by_label("One line begins it").fill("waterfall, overcast, 24-70 f/4 at 35, tripod")
        page.get_by_role("button", name="Begin", exact=True).click()
        form = page.get_by_role("form", name="describe a body")
        for label, value in (("name", "Brassbound Eleven"), ("megapixels", "24"), ("highest ISO", "51200")):
            form.get_by_label(label).fill(value)
        form.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("alert").filter(has_text="not so")).to_be_visible()
        self.answered(page)
        left = {(row.kind, row.document["name"]) for row in Piece.objects.filter(person=self.ilse, deleted_at=None)}
        self.assertEqual(left, {("body", "Brassbound Eleven")}, "the body was added by itself; lens and day went with the picture")
        self.assertFalse(Outing.objects.filter(person=self.ilse, deleted_at=None).exists())
        # and once it is taken, it begins as it was said
        page.unroute("**/api/outings/*/situations")
        page.get_by_label("One line begins it").fill("waterfall, overcast, 24-70 f/4 at 35, tripod")
        page.get_by_role("button", name="Begin", exact=True).click()
        page.get_by_role("spinbutton", name="time").wait_for()
        document = Situation.objects.get(outing__person=self.ilse).document
        self.assertEqual((document["subject"], document["support"], document["focal_length_mm"]), ("water_blur", "tripod", 35.0))
        self.assertEqual([text for text in self.wrong if "422" not in text], [])

    def test_a_picture_of_the_camera_fills_in_what_it_tells(self) -> None:
        page = self.open("/kit")
        field = page.get_by_label("pictures of this camera")
        field.set_input_files({"name": "x.jpg", "mimeType": "image/jpeg", "buffer": b"not one"})
        expect(page.get_by_role("alert").filter(has_text="not a picture that can be read")).to_be_visible()
        self.wrong.clear()  # the browser reports the refusal
        field.set_input_files({"name": "a.jpg", "mimeType": "image/jpeg", "buffer": frame(Exif__Photo__FocalLengthIn35mmFilm="60")})
        form = page.get_by_role("form", name="describe a body")
        expect(form.get_by_label("name")).to_have_value("Brassbound Eleven")
        expect(form.get_by_label("sensor width")).to_have_value("24")
        expect(form.get_by_text("equivalent on 36 mm")).to_be_visible()
        form.get_by_label("megapixels").fill("24")
        more = {
            "b.jpg": frame(Exif__Photo__LensModel="Brassbound 85", Exif__Photo__LensSpecification="85/1 85/1 18/10 18/10"),
            "c.jpg": frame(Exif__Image__Model="Another"),
            "d.jpg": b"not one",
            "e.dng": dng_of(a_shot("quay"), Written("Brassbound Eleven", "", ""), 300),
        }
        field.set_input_files([{"name": name, "mimeType": "", "buffer": content} for name, content in more.items()])
        expect(page.get_by_role("alert").filter(has_text="d.jpg: this is not a picture")).to_be_visible()
        self.wrong.clear()
        seen = form.get_by_role("status")
        expect(seen).to_contain_text("3 frames: ISO 800 to 6400, 1/250 to 1/125, raw of 14 bits, 0.12 MB not packed.")
        expect(seen).to_contain_text("Left out: 1 frame of Another.")
        form.get_by_label("megapixels").fill("24")
        form.get_by_role("button", name="Add it").click()
        lens = page.get_by_role("form", name="new lens")
        expect(lens.get_by_label("longest focal length")).to_have_value("75")
        page.get_by_role("button", name="Save").click()
        expect(lens.get_by_label("longest focal length")).to_have_value("85")
        page.get_by_role("button", name="Leave it").click()
        expect(lens.get_by_label("longest focal length")).to_have_value("35")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("heading", name="35 mm")).to_be_visible()
        body = Piece.objects.get(person=self.ilse, kind="body").document
        self.assertEqual((body["bits"], body["traits"]["traffic"]["raw_mb"]), (14, {"none": 0.12}))
        self.assertEqual(self.wrong, [])

"""Someone who has just bought a camera that nobody here knows: from six answers to a loaded slot and a card."""

from __future__ import annotations

from django.contrib.auth import get_user_model
from playwright.sync_api import expect

from craft.render.tests.shots import a_shot
from forms.frame_files import Written, dng_of
from kit.models import Dialect, Held, Piece, Slot
from outings.models import Situation
from studio.tests.browser import BrowserCase
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
        form.get_by_label("nearest to").select_option(label="fast, for action")
        form.get_by_label("megapixels").fill("24,2")
        form.get_by_label("highest ISO").fill("51200")
        form.get_by_role("button", name="Add it").click()
        expect(page.get_by_role("heading", name="Brassbound Eleven")).to_be_visible()
        page.get_by_role("button", name="Add a lens").click()
        lens = page.get_by_role("form", name="new lens")
        lens.get_by_label("name").fill("Brassbound 35 f/2")
        for label, value in (("shortest focal length", "35"), ("longest focal length", "35"), ("widest aperture, short end", "2")):
            lens.get_by_label(label).fill(value)
        lens.get_by_label("widest aperture, long end").fill("2")
        page.get_by_role("button", name="Save").click()
        expect(page.get_by_role("heading", name="Brassbound 35 f/2")).to_be_visible()

        page.goto("/")
        page.get_by_role("button", name="New outing").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("title").fill("First day out")
        dialog.get_by_label("day").fill("2027-06-14")
        dialog.get_by_role("button", name="Save").click()
        page.get_by_role("button", name="Add a situation").click()
        page.get_by_role("spinbutton", name="time").wait_for()
        row = Situation.objects.get(outing__person=self.ilse)
        self.assertEqual((row.document["genre"], row.document["body"]), ("everyday", "brassbound-eleven"))
        expect(page.get_by_role("textbox", name="compensation in stops")).to_be_visible()
        page.get_by_role("button", name="white").first.click()
        page.get_by_role("textbox", name="white in kelvin").fill("4300")
        expect(page.locator("[aria-controls='why-white']")).to_contain_text("4300")

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

"""What came back, on the screen: frames brought as files, looked through by keyboard, laid beside the plan, learned from."""

from __future__ import annotations

import io
import re
import zipfile
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, expect

from frames.demo_frames import add_demo_frames
from frames.models import Frame
from frames.tests.shooting import frame_file
from images.tests.test_came_back import packet
from people.models import Profile
from studio.tests.browser import BrowserCase
from studio.tests.chromium import choose

DAMAGED = b"a frame that the card lost"


def archive(files: dict[str, bytes]) -> bytes:
    """Files as a card's folder is packed: two in three made smaller."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as packed:
        for k, (name, data) in enumerate(files.items()):
            packed.writestr(name, data, zipfile.ZIP_DEFLATED if k % 3 and data != DAMAGED else zipfile.ZIP_STORED)
    return out.getvalue()


class Brought(BrowserCase):
    def bring(self, page: Page, files: dict[str, bytes]) -> None:
        with TemporaryDirectory() as folder:
            for name, data in files.items():
                (Path(folder) / name).write_bytes(data)
            page.get_by_label("bring frames of this day").set_input_files([str(Path(folder) / name) for name in files])
            self.answered(page)
            expect(page.get_by_role("progressbar", name="how many have been looked at")).to_have_count(0)
            self.answered(page)

    def test_frames_are_brought_judged_by_keyboard_and_what_stood_otherwise_is_held_by_a_press(self) -> None:
        page = self.open(f"/outings/{self.day.pk}/review")
        expect(page.get_by_text("what you keep of them teaches your next setups")).to_be_visible()
        quick = {f"TSA_{k:04d}.JPG": frame_file(f"07:2{k}:00", (1, 4000), 5.6, 1250) for k in range(6)}
        stray = {"TSA_0006.JPG": frame_file("02:00:00", (1, 4000), 5.6, 1250)}
        beside = {"TSA_0001.xmp": packet(5), "TSA_0007.JPG": b"no picture", "__MACOSX/._TSA_0001.JPG": b"of a system"}
        packed = archive({f"card 1/{name}": data for name, data in {**quick, **stray, **beside, "TSA_0008.JPG": DAMAGED}.items()})
        self.bring(page, {"card 1.zip": packed.replace(DAMAGED, DAMAGED[::-1], 1), "half.zip": packed[:-40]})
        expect(page.get_by_role("status").first).to_have_text("7 frames brought, 1 rated by what lay beside them, 3 could not be read")
        page.get_by_text("what could not be read").click()
        for wrong in ("TSA_0007.JPG.*is accepted", "TSA_0008.JPG.*damaged in its archive", "half.zip.*no whole zip"):
            expect(page.get_by_text(re.compile(wrong))).to_be_visible()
        self.bring(page, quick)
        expect(page.get_by_role("status").first).to_have_text("6 had come already")
        self.assertEqual(Frame.objects.count(), 7)
        terns = page.get_by_role("region", name="Terns over the bar, beside its plan")
        expect(terns).to_contain_text("1 kept of 1 judged; 0 as planned")
        expect(terns.get_by_role("list", name="what stood otherwise")).to_contain_text(
            "The time stood at 1/4000 for 6 frames, 1 stop shorter"
        )
        expect(page.get_by_text("1 frame belongs to no picture of this day")).to_be_visible()

        terns.get_by_role("button", name="look through the frames of Terns over the bar").click()
        first = terns.get_by_role("button", name="TSA_0000.JPG, open")
        expect(first).to_be_focused()
        for key in ("k", "ArrowRight", "n", "n"):
            page.keyboard.press(key)
        expect(terns.get_by_role("button", name="TSA_0000.JPG, kept")).to_be_visible()
        expect(terns.get_by_role("button", name="TSA_0003.JPG, not kept")).to_be_visible()
        expect(terns.get_by_role("button", name="TSA_0004.JPG, open")).to_be_focused()
        page.keyboard.press("Home")
        page.keyboard.press("o")
        expect(terns.get_by_role("button", name="TSA_0000.JPG, open")).to_be_focused()
        terns.get_by_role("button", name="those that are still open are not kept").click()
        expect(terns).to_contain_text("1 kept of 6 judged")
        terns.get_by_role("button", name="hold 1/4000, as 6 of 6 frames had it").click()
        expect(terns.get_by_text("held from now on; the bench undoes it")).to_be_visible()
        expect(terns).to_contain_text("6 as planned")
        self.situation.refresh_from_db()
        self.assertEqual(self.situation.document["locks"], {"shutter_s": 1 / 4000})

        left = page.get_by_role("region", name="frames of no picture")
        left.get_by_role("button", name="look through the frames of no picture").click()
        choose(left.get_by_label("to which picture TSA_0006.JPG belongs"), "07:10 Terns over the bar")
        expect(terns).to_contain_text("7 frames")
        expect(left).to_have_count(0)
        terns.get_by_role("button", name="take all of them out").click()
        expect(terns.get_by_role("button", name="Take all of them out: press again")).to_be_focused()
        page.keyboard.press("Tab")
        expect(terns).to_contain_text("7 frames")
        page.get_by_text("its body and clock").click()
        field = page.get_by_label("seconds that the clock of Merrow Swift, 20 MP was ahead")
        field.fill("-12600")
        field.press("Enter")
        expect(page.get_by_text("as you said")).to_be_visible()
        sprints = page.get_by_role("region", name="Sprint heats off the quay, beside its plan")
        expect(sprints).to_contain_text("6 frames")
        field.fill("9999999")
        field.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="less than or equal to")).to_be_visible()
        self.assertEqual([one for one in self.wrong if "422" not in one], [])
        sprints.get_by_role("button", name="look through the frames of Sprint heats off the quay").click()
        for _ in range(2):
            sprints.get_by_role("button", name=re.compile("ake all of them out")).click()
        expect(sprints).to_have_count(0)
        self.assertEqual(Frame.objects.count(), 1)

    def test_a_ceiling_is_learned_taken_said_at_the_bench_and_given_back(self) -> None:
        add_demo_frames(self.ilse)
        page = self.open(f"/outings/{self.day.pk}/review")
        learned = page.get_by_role("region", name="what your frames tell of you")
        expect(learned).to_contain_text("Learned from 391 frames.")
        before = Profile.objects.get(person=self.ilse).document
        learned.get_by_role("button", name=re.compile("Take ISO .* as the ceiling")).click()
        expect(learned).to_contain_text("It is your ceiling.")
        taken = Profile.objects.get(person=self.ilse).document
        self.assertEqual(taken["ceilings_learned"]["merrow-swift-20"]["value"], taken["iso_ceilings"]["merrow-swift-20"])
        page.get_by_role("link", name="10:40 Sprint heats off the quay").click()
        page.get_by_role("button", name=re.compile("ISO limits")).first.click()
        expect(page.get_by_text("It was learned from 391 frames that you judged.").first).to_be_visible()
        page.go_back()
        expect(learned).to_contain_text("It is your ceiling.")
        page.reload()
        learned.get_by_role("button", name="Give it back").click()
        expect(learned).to_contain_text("Your ceiling is ISO 6400 now.")
        self.two_are_laid_beside_each_other(page)
        self.what_went_along_the_hours_is_drawn(page)
        given_back = Profile.objects.get(person=self.ilse).document
        self.assertEqual(given_back["iso_ceilings"], before["iso_ceilings"])
        self.assertEqual(self.wrong, [])

    def what_went_along_the_hours_is_drawn(self, page: Page) -> None:
        sprints = page.get_by_role("region", name="Sprint heats off the quay, beside its plan")
        expect(sprints).to_contain_text("White was left to the body for 240 of 240 frames that tell their white: 6300 K was planned.")
        sprints.get_by_text("brightness and white along the hours").click()
        drawn = sprints.get_by_role("img", name=re.compile("brightness and white of 270 frames.*mired warmer at the end"))
        expect(drawn.locator(".one")).to_have_count(2 * 240)
        expect(drawn.locator(".other")).to_have_count(2 * 30)
        both = page.get_by_role("region", name="Merrow Swift, 20 MP and Merrow Glass, 36 MP, mirror at one moment")
        expect(both.get_by_role("status")).to_have_text("1 of 30")
        expect(both.get_by_role("button", name="Earlier pair")).to_be_disabled()
        both.get_by_role("button", name="Later pair").press("Enter")
        expect(both.get_by_role("status")).to_have_text("2 of 30")
        for shown in both.get_by_role("img", name=re.compile("^by Merrow")).all():
            expect(shown).to_have_js_property("complete", True)
            self.assertGreater(shown.evaluate("e => e.naturalWidth"), 100)
        expect(both.locator("circle")).to_have_count(30)
        expect(both.locator("circle.now")).to_have_count(1)

    def two_are_laid_beside_each_other(self, page: Page) -> None:
        sprints = page.get_by_role("region", name="Sprint heats off the quay, beside its plan")
        expect(sprints.locator("figure.lost figcaption")).to_have_text(re.compile(r"^114 kept.*126 for what no figure tells$"))
        sprints.get_by_role("button", name="look through the frames of Sprint heats off the quay").click()
        expect(sprints.locator(".sheet .plain").first).to_be_focused()
        for _ in range(7):  # the last of its burst, which is not the sharpest
            page.keyboard.press("ArrowRight")
        page.keyboard.press("c")
        expect(sprints.get_by_role("button", name="Let it go")).to_have_attribute("aria-pressed", "true")
        page.keyboard.press("s")
        expect(sprints.locator(".sheet .plain:focus")).to_have_accessible_name(re.compile("the sharpest of its burst$"))
        pieces = sprints.get_by_role("img", name=re.compile("is sharpest, at 100 %"))
        expect(pieces).to_have_count(2)
        expect(pieces.last).to_have_js_property("complete", True)
        sizes = pieces.evaluate_all("all => Promise.all(all.map(one => one.decode().then(() => [one.naturalWidth, one.clientWidth])))")
        self.assertEqual([natural for natural, _ in sizes], [400, 400])
        self.assertTrue(all(shown <= natural for natural, shown in sizes), "never made larger or smaller: cut off where there is no room")
        expect(sprints.get_by_text("None of its burst is sharper.")).to_be_visible()
        mark = sprints.get_by_role("button", name=re.compile("^mark a grey in")).last
        said = re.compile("It is grey|Too (warm|cold|green|magenta)|An edge|This is|Part of this")
        for keys in (("Enter",), ("ArrowUp", "ArrowUp", "Enter")):  # where it stands, and where it is moved to
            for key in keys:
                mark.press(key)
            expect(sprints.get_by_role("status").filter(has_text=said)).to_have_count(1)
        mark.click(position={"x": 5, "y": 5})
        expect(sprints.get_by_role("status").filter(has_text="full white, which has lost its colour")).to_have_count(1)
        sprints.locator(".sheet [aria-current=true]").focus()
        page.keyboard.press("ArrowRight")
        expect(sprints.get_by_role("status").filter(has_text="full white")).to_have_count(0)
        page.keyboard.press("c")
        expect(pieces).to_have_count(1)

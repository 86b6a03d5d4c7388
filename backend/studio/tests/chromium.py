"""Where the browser is (Debian's headless shell: a fifth of the work of the whole browser), how it starts, and the sizes and themes that screens are looked at in; a hand on its lists."""

from playwright.sync_api import Locator, expect

CHROMIUM = "/usr/bin/chromium-headless-shell"
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
THEMES = ("paper", "dusk", "red")
DESK, PHONE = (1280, 800), (390, 844)


def choose(field: Locator, shown: str) -> None:
    """Choose one of a list by its words, as a hand does: open it, press the one.

    A list goes to what is chosen once it is open; on a busy machine that is late, and who pressed where it was presses again.
    """
    option = field.page.locator(".ant-select-item-option:visible").and_(field.page.get_by_title(shown, exact=True))
    field.press("Enter")
    stood = None
    while stood != (stood := option.bounding_box()):
        field.page.wait_for_timeout(60)
    option.click()
    for _ in range(40):
        # asked at once, without waiting: what was chosen may have taken the field away
        if set(field.evaluate_all("all => all.map((one) => one.getAttribute('aria-expanded'))")) <= {"false"}:
            return
        field.page.wait_for_timeout(50)
    option.click()


def chosen(field: Locator, shown: str) -> None:
    """Wait until this one of a list is chosen, as a reader of the screen is told."""
    expect(field).to_have_attribute("aria-description", shown)


def dated(field: Locator, day: str) -> None:
    """Type a day where days are chosen from a calendar."""
    field.click()
    field.fill(day)
    field.press("Enter")

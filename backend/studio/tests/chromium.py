"""Where the browser is, how it starts on a machine without a screen, and the sizes and themes that screens are looked at in."""

CHROMIUM = "/usr/bin/chromium"
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

"""Where the browser is (Debian's headless shell: a fifth of the work of the whole browser), how it starts, and the sizes and themes that screens are looked at in."""

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

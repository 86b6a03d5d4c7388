"""How much a file may ask of whoever reads it: each bound with what it is by. Cameras' own files lie far under all of them."""

from __future__ import annotations

MEMORY_BYTES = 600_000_000
"""Memory that one file may take beyond what its reader holds: a hundred megapixels of eight bits, and as much again in work."""

CPU_S, WHOLE_S = 30, 60
"""Seconds of processor, and on the clock, after which a file is given up: the largest raw that is accepted takes about five."""

FILES = 64
"""Files that a reader may have open; it writes none."""

MOST_SCANS = 64
"""Scans of a JPEG: a progressive one has about ten. Each goes over the whole picture again."""

MOST_SEGMENTS = 4_000
"""Segments of a JPEG outside its scans: the longest profile that its format can hold takes 255."""

MOST_BESIDE = 100_000_000
"""Bytes beside the picture itself, each tag's counted as often as it is told: a raw may hold another raw whole."""

COEFFICIENTS = 400_000_000
"""Bytes of the coefficients of a JPEG in several scans, all held until its last."""

MOST_CHUNKS = 100_000
"""Chunks of a PNG: of 8 kB each, as the reference library writes them, they make four times the largest file."""

PACKED_BESIDE = 250_000
"""Bytes of packed text and profiles of a PNG: deflate packs at most 1,030 times (RFC 1951), so they unpack to 260 MB at most."""

MOST_ENTRIES, MOST_DIRECTORIES = 4_000, 64
"""Entries and directories of a TIFF, those of its makers' notes not counted: a DNG with all its pictures has some hundreds in ten."""

LARGEST_BLOCK = 100_000_000
"""Bytes of one strip or tile of a TIFF as unpacked."""

MOST_BLOCKS = 1_000_000
"""Strips or tiles of a picture."""

MOST_CHANNELS = 8
"""Channels of an OpenEXR picture: red, green and blue, how much it covers, and how far it lies; and once more."""

FLOATS_BYTES = 240_000_000
"""Bytes of an OpenEXR picture as unpacked, all its channels together: they are held twice."""

LONGEST_LINE = 100
"""Characters of a line of a Radiance header: usual readers take 128 at a time, and read on in the middle of a longer one."""

MOST_IN_ZIP, LARGEST_LIST = 64, 64_000
"""Files in a zip, and bytes of its list of them."""

"""Files that people bring: what they say of themselves is counted first, and they are decoded in a process that may die.

`counted` looks at bytes and decodes nothing. `decoders` decode what was counted, and are only loaded by `reader`, a process beside the
server's own that begins one process a file, with limits of memory, time and files. `reading` is the way in for everybody else.
"""

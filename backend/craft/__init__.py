"""The craft of exposure: its rules and its computation, with no interface code.

SI units inside; f-numbers and ISO as plain numbers; stops as base-2 logarithms.
Rooms import only the rooms above them: scales, kit, picture, advice.
"""

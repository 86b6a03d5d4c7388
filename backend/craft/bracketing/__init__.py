"""Frames that are taken together: sets of exposure, of focus, white and ISO, and series that draw what one long frame would."""

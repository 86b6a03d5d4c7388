"""The few exceptions the craft raises: what was wrong, where, and what is accepted."""

from __future__ import annotations


class CraftError(ValueError):
    """A value that cannot be used.

    Parameters
    ----------
    message : one sentence: what is wrong and what is accepted.
    where : path of the value in the situation, such as ``("lens", "closest_m")``.
    """

    def __init__(self, message: str, where: tuple[str | int, ...] = ()) -> None:
        super().__init__(message)
        self.message = message
        self.where = where

    def under(self, *parents: str | int) -> CraftError:
        """The same error seen from further out.

        >>> CraftError("no", ("iso",)).under("locks").where
        ('locks', 'iso')
        """
        return type(self)(self.message, (*parents, *self.where))


class NotOnTheDialError(CraftError):
    """A value that the kit does not have; the message names the two nearest."""

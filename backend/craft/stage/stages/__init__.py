"""The stages, one module each."""

from __future__ import annotations

from craft.stage.stage import Stage
from craft.stage.stages import (
    causeway,
    court,
    dance,
    everyday,
    ferry,
    garden,
    hall,
    lanterns,
    loft,
    night,
    otter,
    pitch,
    regatta,
    salt,
    shade,
    studio,
    terns,
    underground,
)

STAGES: tuple[Stage, ...] = (
    hall.STAGE,
    dance.STAGE,
    regatta.STAGE,
    court.HALL,
    court.GREEN,
    pitch.SUN,
    pitch.LAMPS,
    terns.CLIFF,
    terns.SKY,
    otter.STAGE,
    ferry.STAGE,
    lanterns.STAGE,
    underground.STAGE,
    causeway.BEFORE,
    causeway.AFTER,
    salt.STAGE,
    loft.STAGE,
    shade.STAGE,
    studio.STAGE,
    garden.STAGE,
    night.STARS,
    night.MOON,
    everyday.KITCHEN,
    everyday.QUAY,
)
BY_SLUG = {stage.slug: stage for stage in STAGES}

"""Heights of the tide from its harmonic constituents."""

import math
from dataclasses import dataclass


@dataclass
class Harmonic:
    """One constituent: how high, how often, and how late."""

    amplitude: float
    hours: float
    phase: float = 0.0

    def at(self, hour: float) -> float:
        return self.amplitude * math.cos(2 * math.pi * hour / self.hours - self.phase)


def height_at(harmonics: list[Harmonic], hour: float) -> float:
    return sum(harmonic.at(hour) for harmonic in harmonics)

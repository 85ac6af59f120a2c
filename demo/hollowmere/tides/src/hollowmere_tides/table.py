"""A day's heights, hour by hour."""

from __future__ import annotations

from .harmonics import Harmonic, height_at


class Table:
    """Heights by hour at one station."""

    def __init__(self, station: str, harmonics: list[Harmonic]):
        self.station = station
        self.harmonics = harmonics
        self._rows: list[float] = []

    @property
    def rows(self) -> list[float]:
        if not self._rows:
            self._rows = [height_at(self.harmonics, hour) for hour in range(24)]
        return self._rows

    def highest(self) -> tuple[int, float]:
        return max(enumerate(self.rows), key=lambda row: row[1])

    def printed(self) -> str:
        # The report prints tables, and a table prints itself through the report.
        from .report import Report

        return Report([self]).text()

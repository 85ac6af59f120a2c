"""The tide report that skippers are handed."""

import importlib
from typing import Optional

from . import gauges
from .table import Table


class Report:
    def __init__(self, tables: list[Table], style: Optional[str] = None):
        self.tables = tables
        self.style = style

    def text(self) -> str:
        if self.style is not None:
            return importlib.import_module(self.style).render(self.tables)
        return "\n".join(self._line(table) for table in self.tables)

    def _line(self, table: Table) -> str:
        hour, height = table.highest()
        level = gauges.level(table.station)
        return f"{table.station}: {height:.2f} m at {hour} h, gauge {level}"

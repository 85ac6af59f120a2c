"""Tide tables for the lower canal: heights by the hour, and the report that skippers are handed."""

from .harmonics import Harmonic, height_at
from .table import Table

__all__ = ["Harmonic", "Table", "height_at"]

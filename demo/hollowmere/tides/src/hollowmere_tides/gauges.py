"""The gauges of the water library, through its C interface."""

import ctypes


def level(station: str) -> int:
    library = ctypes.CDLL("libwater.so")
    return library.water_level(station.encode())

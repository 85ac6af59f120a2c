from hollowmere_tides.harmonics import Harmonic
from hollowmere_tides.table import Table


def test_highest():
    assert Table("x", [Harmonic(1, 12)]).highest()[0] == 0

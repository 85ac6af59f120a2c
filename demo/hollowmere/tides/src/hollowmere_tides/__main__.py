"""Prints the report of today."""

from hollowmere_tides import Harmonic, Table
from hollowmere_tides.report import Report


def main() -> None:
    tables = [Table("Lower Gate", [Harmonic(1.8, 12.42), Harmonic(0.6, 12.0)])]
    print(Report(tables).text())


if __name__ == "__main__":
    main()

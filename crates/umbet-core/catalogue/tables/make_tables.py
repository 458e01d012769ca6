"""Dumps the columns the topology tests need from KnotInfo and LinkInfo into two small CSV files.

Source: C. Livingston and A. H. Moore, KnotInfo and LinkInfo: Tables of Invariants, through the package
`database-knotinfo` on PyPI. Run in a folder of your own:  pip install database-knotinfo && python make_tables.py
"""
import re

from database_knotinfo import link_list


def numbers(text):
    return re.findall(r"-?\d+", text)


with open("knots.csv", "w") as out:
    out.write("# KnotInfo (database-knotinfo on PyPI): name;PD, four edges a crossing;Jones: least power of t, coefficients\n")
    for row in link_list()[1:]:
        if not row["crossing_number"].isdigit() or not 3 <= int(row["crossing_number"]) <= 12:
            continue
        low, _, *coefficients = numbers(row["jones_polynomial_vector"])
        out.write(f"{row['name']};{' '.join(numbers(row['pd_notation']))};{low} {' '.join(coefficients)}\n")

with open("links.csv", "w") as out:
    out.write("# LinkInfo (database-knotinfo on PyPI), two components: name;PD;Jones: least power of sqrt(t), coefficients\n")
    for row in link_list(proper_links=True)[1:]:
        if row["components"] != "2" or int(row["crossing_number"]) > 10:
            continue
        low, _, *coefficients = numbers(row["jones_polynomial_vector"])
        out.write(f"{row['name']};{' '.join(numbers(row['pd_notation_vector']))};{low} {' '.join(coefficients)}\n")

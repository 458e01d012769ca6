//! The published tables, as dumped by `catalogue/tables`: KnotInfo and LinkInfo (C. Livingston & A. H. Moore).

use std::collections::HashMap;
use umbet_core::topology::Laurent;

/// A row of a table: name, planar-diagram code, Jones polynomial.
pub struct Row {
    pub name: String,
    pub code: Vec<[usize; 4]>,
    pub jones: Laurent,
}

fn table(text: &str) -> Vec<Row> {
    let numbers = |s: &str| s.split_whitespace().map(|n| n.parse::<i64>().expect("a number")).collect::<Vec<_>>();
    text.lines()
        .filter(|l| !l.starts_with('#'))
        .map(|l| {
            let mut cells = l.split(';');
            let mut cell = || cells.next().expect("three cells");
            let (name, code, jones) = (cell().to_owned(), numbers(cell()), numbers(cell()));
            Row {
                name,
                code: code.chunks(4).map(|c| [c[0] as usize, c[1] as usize, c[2] as usize, c[3] as usize]).collect(),
                jones: Laurent::new(jones[0] as i32, jones[1..].to_vec()),
            }
        })
        .collect()
}

/// All prime knots to twelve crossings.
pub fn knots() -> Vec<Row> {
    table(include_str!("../../../catalogue/tables/knots.csv"))
}

/// All two-component links to ten crossings.
pub fn links() -> Vec<Row> {
    table(include_str!("../../../catalogue/tables/links.csv"))
}

/// Polynomials of a knot hold even powers of √t only: written in t.
pub fn in_t(v: &Laurent) -> Laurent {
    v.powers_divided(2).expect("a knot has even powers only")
}

/// The polynomial of a name such as `3_1#m3_1`; `unknot` is 1.
pub fn named(name: &str, table: &HashMap<String, Laurent>) -> Laurent {
    name.split('#').fold(Laurent::one(), |product, part| {
        let (mirror, plain) = part.strip_prefix('m').map_or((false, part), |p| (true, p));
        let v = if plain == "unknot" { Laurent::one() } else { table[plain].clone() };
        &product * &if mirror { v.mirrored() } else { v }
    })
}

/// All knots, by name.
pub fn names() -> HashMap<String, Laurent> {
    knots().into_iter().map(|r| (r.name, r.jones)).collect()
}

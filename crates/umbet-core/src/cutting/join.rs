//! Lines longer than anything they could be cut from, cut in several parts that are bent together.

use super::lines::{Line, SEALED_M, Spare};
use crate::cord::cord;
use crate::units::{Band, Length, Reader};

/// The bend two parts of a cord are joined with.
#[derive(Debug, Clone, PartialEq)]
pub struct Bend {
    /// One of it, within a sentence: `a double fisherman's knot`.
    pub one: String,
    /// Cord it takes of both parts together, tails and all, metres.
    pub takes_m: f64,
    /// Share of the cord's strength it keeps, an estimate.
    pub keeps: Band,
}

/// The same lines, with each that is longer than the longest piece of its cord and than a spool in the fewest like parts; and what is
/// to be known of these. `bend_of` gives the bend for a cord by its id; nothing, and its lines stay whole.
pub fn in_parts(
    lines: &[Line],
    kit: &[Spare],
    spool_m: f64,
    bend_of: impl Fn(&str) -> Option<Bend>,
    reader: &Reader,
) -> (Vec<Line>, Vec<String>) {
    let (mut all, mut says) = (Vec::new(), Vec::new());
    for line in lines {
        let of_kit =
            kit.iter().filter(|s| s.kind == line.kind && s.worn == line.worn && !s.made_up).map(|s| s.length_m);
        let longest = of_kit.fold(spool_m, f64::max) - SEALED_M;
        let bend = bend_of(&line.kind).filter(|_| line.length_m > longest);
        let takes = bend.as_ref().map_or(0.0, |b| b.takes_m);
        let parts = if longest > takes { ((line.length_m - takes) / (longest - takes)).ceil().max(1.0) } else { 1.0 };
        let Some(bend) = bend.filter(|_| parts > 1.0) else {
            all.push(line.clone());
            continue;
        };
        let each_m = (line.length_m + (parts - 1.0) * takes) / parts;
        let n = parts as usize;
        for part in 1..=n {
            all.push(Line { name: format!("{}, part {part} of {n}", line.name), length_m: each_m, ..line.clone() });
        }
        let name = cord(&line.kind).map_or_else(|| line.kind.clone(), |c| c.said(c.diameter, reader));
        says.push(format!(
            "{} is joined of {n} parts of {name} with {}: {} goes into each bend, and at it the line keeps {:.0} to {:.0} % of its strength, est.",
            line.name,
            bend.one,
            reader.length_up(Length::from_m(takes)),
            100.0 * bend.keeps.low,
            100.0 * bend.keeps.high,
        ));
    }
    (all, says)
}

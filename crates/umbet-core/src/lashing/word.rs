//! What a cord binds: its word in the free group of the poles.
//!
//! Seen from the front, a letter is written wherever the cord passes behind a pole, large from left to right; letters that undo
//! each other fall out. A cord whose word is empty comes off without a pole being moved; winding numbers do not tell that (a turn
//! of a square lashing winds no times about either pole, and holds). Of two poles that cross, the far arm of the back one is reached
//! round the front one: its letter is set between that one's letter and its inverse. W. Magnus, A. Karrass, D. Solitar,
//! *Combinatorial Group Theory* (1966), chapter 1.

use super::pole::Pole;
use glam::DVec3;
use std::f64::consts::TAU;

/// A passage behind a pole, to the right or to the left.
type Letter = (char, bool);

/// The word of a line, freely reduced; `1` when it is empty.
pub fn word(poles: &[Pole], line: &[DVec3]) -> String {
    /// Crowns lie exactly on axes: the test stands a little aside.
    const ASIDE: f64 = 1.7e-7;
    let right = |p: &Pole| DVec3::new(p.along.y, -p.along.x, 0.0);
    let mut passed: Vec<(f64, Vec<Letter>)> = Vec::new();
    for pole in poles {
        let off = |p: DVec3| (p - pole.middle).dot(right(pole)) + ASIDE;
        for (i, w) in line.windows(2).enumerate() {
            let (a, b) = (off(w[0]), off(w[1]));
            if a * b >= 0.0 {
                continue;
            }
            let share = a / (a - b);
            let at = w[0].lerp(w[1], share);
            if at.z >= pole.middle.z {
                continue;
            }
            let before = poles.iter().filter(|f| f.name != pole.name && f.middle.z > pole.middle.z);
            let round: Vec<char> = before.filter(|f| (at - f.middle).dot(right(f)) < 0.0).map(|f| f.name).collect();
            let mut letters: Vec<Letter> = round.iter().rev().map(|f| (*f, true)).collect();
            letters.push((pole.name, b > a));
            letters.extend(round.iter().map(|f| (*f, false)));
            passed.push((i as f64 + share, letters));
        }
    }
    passed.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut reduced: Vec<Letter> = Vec::new();
    for (pole, to_right) in passed.into_iter().flat_map(|(_, l)| l) {
        if reduced.last() == Some(&(pole, !to_right)) {
            reduced.pop();
        } else {
            reduced.push((pole, to_right));
        }
    }
    let written = |(pole, to_right): Letter| if to_right { pole } else { pole.to_ascii_lowercase() };
    if reduced.is_empty() { "1".into() } else { reduced.into_iter().map(written).collect() }
}

/// Signed turns of a line about a place of a plane, `flat` projecting onto it.
pub fn winding(line: &[DVec3], about: [f64; 2], flat: impl Fn(DVec3) -> [f64; 2]) -> f64 {
    let angle = |p: &DVec3| {
        let [x, y] = flat(*p);
        (y - about[1]).atan2(x - about[0])
    };
    let turned = line.windows(2).map(|w| {
        let step = angle(&w[1]) - angle(&w[0]);
        (step + TAU / 2.0).rem_euclid(TAU) - TAU / 2.0
    });
    turned.sum::<f64>() / TAU
}

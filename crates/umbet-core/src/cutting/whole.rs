//! Pieces that serve a line as they are: cut for it before, or made up with a loop or a stopper.

use super::lines::{Line, SEALED_M, Spare};
use crate::cord::serves_made_up;

/// Which line each piece serves that is neither too short for it nor longer than is of use: the longest line first, and to each the
/// shortest such piece. A piece that was cut for a line and had its ends sealed since serves it still.
pub fn served_whole<'a>(lines: &[&'a Line], kit: &[&Spare]) -> Vec<(&'a Line, usize)> {
    let mut order: Vec<&Line> = lines.iter().flat_map(|l| std::iter::repeat_n(*l, l.times)).collect();
    order.sort_by(|a, b| b.length_m.total_cmp(&a.length_m));
    let mut served: Vec<(&Line, usize)> = Vec::new();
    for line in order {
        let over = |s: &Spare| s.length_m - line.length_m;
        let serves = |s: &Spare| match s.made_up {
            true => serves_made_up(s.length_m, line.length_m),
            false => {
                let sealing = if s.sealed { 0.0 } else { SEALED_M };
                (sealing - 1e-6..=SEALED_M + 0.01).contains(&over(s))
            }
        };
        let free = (0..kit.len()).filter(|i| !served.iter().any(|(_, taken)| taken == i));
        let fits = free.filter(|i| serves(kit[*i]));
        if let Some(i) = fits.min_by(|a, b| over(kit[*a]).total_cmp(&over(kit[*b]))) {
            served.push((line, i));
        }
    }
    served
}

/// Lines that are still to be cut.
pub fn left_over(lines: &[&Line], served: &[(&Line, usize)]) -> Vec<Line> {
    let so_many = |l: &Line| served.iter().filter(|(s, _)| std::ptr::eq(*s, l)).count();
    let still = lines.iter().map(|l| Line { times: l.times - so_many(l), ..(*l).clone() });
    still.filter(|l| l.times > 0).collect()
}

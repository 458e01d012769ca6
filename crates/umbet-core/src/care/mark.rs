//! A hank's number as a blind finger reads it: groups of rings whipped round the end of its cord, with a check that tells a miscount.
//!
//! A broad whipping stands next to the end, so that the finger knows where to begin. Then come groups of one to five rings, a
//! finger's breadth apart: the number's digits to the base five, each one ring more than its digit, and a check. The digits and the
//! check, weighted in turn by 1, 2, 3 and 4, add up to a multiple of five. Five being prime, one group miscounted, and two neighbours
//! changed for each other, never do (the construction of ISBN-10's check, with 5 for 11).

use serde::Serialize;

/// Groups a small number takes besides its check: to 124.
const GROUPS: usize = 3;
/// Groups a large one takes: to 624.
const MANY_GROUPS: usize = 4;
/// Largest number there is a mark for.
pub const LAST_MARK: u32 = 624;
const BASE: u32 = 5;

/// Rings of each group, from the broad whipping on; nothing for a number beyond [`LAST_MARK`].
pub fn mark(number: u32) -> Option<Vec<u32>> {
    let groups = match number {
        0..=124 => GROUPS,
        125..=LAST_MARK => MANY_GROUPS,
        _ => return None,
    };
    let mut digits: Vec<u32> = (0..groups as u32).rev().map(|i| number / BASE.pow(i) % BASE).collect();
    // Weights are never a multiple of five, so one check fits.
    let check = (0..BASE).find(|c| (weighed(&digits) + weight(groups) * c).is_multiple_of(BASE))?;
    digits.push(check);
    Some(digits.into_iter().map(|d| d + 1).collect())
}

/// The number of a mark as it was felt; nothing where it was miscounted.
pub fn read_mark(rings: &[u32]) -> Option<u32> {
    let felt = rings.len() == GROUPS + 1 || rings.len() == MANY_GROUPS + 1;
    if !felt || rings.iter().any(|r| !(1..=BASE).contains(r)) {
        return None;
    }
    let digits: Vec<u32> = rings.iter().map(|r| r - 1).collect();
    let number = digits[..digits.len() - 1].iter().fold(0, |n, d| n * BASE + d);
    (weighed(&digits).is_multiple_of(BASE) && (rings.len() == GROUPS + 1 || number > 124)).then_some(number)
}

/// Widths of a mark in rings: the broad whipping, the bare cord between two rings, and between two groups (a finger's breadth).
const BROAD: f64 = 4.0;
const GAP: f64 = 2.0;
const GROUP_GAP: f64 = 5.5;

/// A mark as it is whipped on a cord, its end at the left; lengths in widths of one ring.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MarkLaid {
    /// In words.
    pub says: String,
    /// Where each whipping begins, and how wide it is: the broad one, then the rings.
    pub whipped: Vec<[f64; 2]>,
    /// How much cord all of it takes.
    pub long: f64,
}

/// A mark laid along its cord.
pub fn lay(rings: &[u32]) -> MarkLaid {
    let mut at = GAP;
    let mut whipped = vec![[at, BROAD]];
    at += BROAD + GROUP_GAP;
    for group in rings {
        for _ in 0..*group {
            whipped.push([at, 1.0]);
            at += 1.0 + GAP;
        }
        at += GROUP_GAP - GAP;
    }
    let counts = rings.iter().map(u32::to_string).collect::<Vec<_>>().join(", ");
    MarkLaid { says: format!("a broad whipping at the end, then {counts} rings"), whipped, long: at }
}

fn weight(place: usize) -> u32 {
    place as u32 % (BASE - 1) + 1
}

fn weighed(digits: &[u32]) -> u32 {
    digits.iter().enumerate().map(|(i, d)| weight(i) * d).sum()
}

//! Measuring a cord with what is in the pocket.

use crate::cord::Cord;
use crate::units::{Band, Length, Reader};
use serde::Serialize;

/// A thickness measured by turns laid side by side.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Wraps {
    /// Thickness, millimetres, to a tenth.
    pub diameter_mm: f64,
    /// What it may be, half a turn miscounted either way, millimetres.
    pub between_mm: [f64; 2],
    /// In a sentence, with the kinds it agrees with.
    pub says: String,
}

/// Thickness of a cord of which so many turns round a pencil, side by side and touching, lie along so much of it. `kinds` are those
/// it may be of.
pub fn by_wraps(turns: u32, along: Length, kinds: &[Cord], reader: &Reader) -> Wraps {
    let n = f64::from(turns.max(1));
    let of = |n: f64| along.mm() / n;
    let between = Band { low: of(n + 0.5), high: of(n - 0.5) };
    let agrees = |c: &&Cord| (between.low - 1e-9..=between.high + 1e-9).contains(&c.diameter.mm());
    let names: Vec<String> = kinds.iter().filter(agrees).map(|c| c.said(c.diameter, reader)).collect();
    let size = |mm: f64| reader.diameter(Length::from_mm(mm));
    let sure = if turns < 10 { " Ten turns or more tell it better." } else { "" };
    let of_list = match names.as_slice() {
        [] => " No kind of the list is so thick: give the thickness with the piece.".to_owned(),
        [one] => format!(" Of the list: {one}."),
        several => format!(" Of the list: {}.", several.join("; ")),
    };
    Wraps {
        diameter_mm: (of(n) * 10.0).round() / 10.0,
        between_mm: [between.low, between.high],
        says: format!("{} thick, est. {} to {}.{sure}{of_list}", size(of(n)), size(between.low), size(between.high)),
    }
}

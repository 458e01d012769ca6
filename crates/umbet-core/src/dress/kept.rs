//! The drawn-up form as it is kept beside the path: small, and with the mark of the path it was computed from.

use super::Frame;
use super::tighten::Rest;
use crate::knot::spline::{P2, P3};
use serde::{Deserialize, Serialize};

/// A drawn-up form in its file. Points are whole numbers, each the difference from the one before.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub(super) struct Kept {
    /// Mark of the path and of the method.
    of: String,
    /// How it went.
    rest: Rest,
    /// Forms from open to tight; the last is the drawn-up one.
    frames: Vec<KeptFrame>,
}

/// One form in its file.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct KeptFrame {
    ropes: Vec<Vec<i32>>,
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    objects: Vec<P2>,
}

impl KeptFrame {
    /// Every point of a form at rest, every `nth` of one on its way.
    fn of(f: &Frame, nth: usize) -> Self {
        let objects = f.objects.iter().map(|at| at.map(|v| (v * 100.0).round() / 100.0)).collect();
        let thinned = |rope: &[P3]| {
            let last = rope.len() - 1;
            (0..=last).filter(|i| i.is_multiple_of(nth) || *i == last).map(|i| rope[i]).collect::<Vec<_>>()
        };
        Self { ropes: f.ropes.iter().map(|rope| packed(&thinned(rope))).collect(), objects }
    }

    fn into_frame(self) -> Frame {
        Frame { ropes: self.ropes.iter().map(|rope| unpacked(rope)).collect(), objects: self.objects }
    }
}

/// Kept to this share of a diameter.
const GRAIN: f64 = 0.002;

fn packed(points: &[P3]) -> Vec<i32> {
    let mut last = [0i32; 3];
    let mut out = Vec::with_capacity(points.len() * 3);
    for p in points {
        let now = p.map(|v| (v / GRAIN).round() as i32);
        out.extend((0..3).map(|k| now[k] - last[k]));
        last = now;
    }
    out
}

fn unpacked(numbers: &[i32]) -> Vec<P3> {
    let mut at = [0i32; 3];
    let step = |d: &[i32]| {
        (0..3).for_each(|k| at[k] += d[k]);
        at.map(|v| f64::from(v) * GRAIN)
    };
    numbers.chunks_exact(3).map(step).collect()
}

impl Kept {
    pub(super) fn new(of: String, rest: Rest, frames: &[Frame]) -> Self {
        let last = frames.len() - 1;
        let kept = frames.iter().enumerate().map(|(i, f)| KeptFrame::of(f, if i == last { 1 } else { 2 })).collect();
        Self { of, rest, frames: kept }
    }

    pub(super) fn into_parts(self) -> (String, Rest, Vec<Frame>) {
        let frames = self.frames.into_iter().map(KeptFrame::into_frame).collect();
        (self.of, self.rest, frames)
    }
}

/// Mark of a text: 64 bits of FNV-1a (Fowler, Noll and Vo), written out.
pub(crate) fn mark(text: &str) -> String {
    let fold = |h: u64, b: u8| (h ^ u64::from(b)).wrapping_mul(0x0000_0100_0000_01b3);
    format!("{:016x}", text.bytes().fold(0xcbf2_9ce4_8422_2325, fold))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn points_come_back_within_the_grain() {
        let points: Vec<P3> = (0..50).map(|i| [f64::from(i) * 0.251, f64::from(i).sin() * 7.0, -3.0]).collect();
        let back = unpacked(&packed(&points));
        assert_eq!(back.len(), points.len());
        for (a, b) in points.iter().zip(&back) {
            assert!((0..3).all(|k| (a[k] - b[k]).abs() <= GRAIN / 2.0 + 1e-12), "{a:?} {b:?}");
        }
    }

    #[test]
    fn a_mark_is_the_published_hash() {
        // FNV-1a of "foobar", 64 bits: test vector of the authors' own page, from memory.
        assert_eq!(mark("foobar"), "85944171f73967e8");
    }
}

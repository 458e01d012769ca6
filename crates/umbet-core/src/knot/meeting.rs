//! Where strands cross in the drawing plane.

use super::spline::P2;

/// A place on one of several polylines: which, and the fractional index of the point on it.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct Place {
    /// Number of the polyline.
    pub rope: usize,
    /// Fractional index into its points.
    pub index: f64,
}

/// Two strands crossing. `late` is laid after `early`.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Meeting {
    /// The strand already there.
    pub early: Place,
    /// The strand that comes to it.
    pub late: Place,
}

/// Points a chunk holds; chunks whose boxes are apart are skipped.
const CHUNK: usize = 12;

/// All crossings among open polylines, in the order of the later strand.
pub fn meetings(ropes: &[&[P2]]) -> Vec<Meeting> {
    meetings_up_to(ropes, usize::MAX).unwrap_or_default()
}

/// The same; `None` as soon as there are more than `most`.
pub fn meetings_up_to(ropes: &[&[P2]], most: usize) -> Option<Vec<Meeting>> {
    let chunks: Vec<Chunk> = ropes.iter().enumerate().flat_map(|(r, points)| chunk(r, points)).collect();
    let mut found = Vec::new();
    for (i, a) in chunks.iter().enumerate() {
        for b in &chunks[i..] {
            if a.overlaps(b) {
                cross_chunks(ropes, a, b, &mut found);
            }
            if found.len() > most {
                return None;
            }
        }
    }
    found.sort_by(|m: &Meeting, n| m.late.partial_cmp(&n.late).unwrap_or(std::cmp::Ordering::Equal));
    Some(found)
}

struct Chunk {
    rope: usize,
    from: usize,
    to: usize,
    low: P2,
    high: P2,
}

impl Chunk {
    fn overlaps(&self, o: &Self) -> bool {
        (0..2).all(|k| self.low[k] <= o.high[k] && o.low[k] <= self.high[k])
    }
}

/// Chunks of segments `from..to`, where segment `i` joins points `i` and `i + 1`.
fn chunk(rope: usize, points: &[P2]) -> Vec<Chunk> {
    let segments = points.len().saturating_sub(1);
    (0..segments)
        .step_by(CHUNK)
        .map(|from| {
            let to = (from + CHUNK).min(segments);
            let (mut low, mut high) = (points[from], points[from]);
            for p in &points[from..=to] {
                for k in 0..2 {
                    low[k] = low[k].min(p[k]);
                    high[k] = high[k].max(p[k]);
                }
            }
            Chunk { rope, from, to, low, high }
        })
        .collect()
}

fn cross_chunks(ropes: &[&[P2]], a: &Chunk, b: &Chunk, found: &mut Vec<Meeting>) {
    let same = a.rope == b.rope && a.from == b.from;
    for i in a.from..a.to {
        let start = if same { i + 2 } else { b.from };
        for j in start..b.to {
            if a.rope == b.rope && j.abs_diff(i) < 2 {
                continue;
            }
            let (p, q) = (ropes[a.rope], ropes[b.rope]);
            if let Some((s, t)) = cross([p[i], p[i + 1]], [q[j], q[j + 1]]) {
                let x = Place { rope: a.rope, index: i as f64 + s };
                let y = Place { rope: b.rope, index: j as f64 + t };
                let (early, late) = if x > y { (y, x) } else { (x, y) };
                found.push(Meeting { early, late });
            }
        }
    }
}

/// Fractions along both segments where they cross; each segment owns its start, not its end.
fn cross(a: [P2; 2], b: [P2; 2]) -> Option<(f64, f64)> {
    let (u, v) = (sub(a[1], a[0]), sub(b[1], b[0]));
    let w = sub(b[0], a[0]);
    let det = u[0] * v[1] - u[1] * v[0];
    if det.abs() < 1e-12 {
        return None;
    }
    let s = (w[0] * v[1] - w[1] * v[0]) / det;
    let t = (w[0] * u[1] - w[1] * u[0]) / det;
    ((0.0..1.0).contains(&s) && (0.0..1.0).contains(&t)).then_some((s, t))
}

fn sub(a: P2, b: P2) -> P2 {
    [a[0] - b[0], a[1] - b[1]]
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_loop_meets_itself_once_and_the_later_strand_is_named() {
        let p = [[0.0, 0.0], [4.0, 0.1], [4.0, 3.0], [2.0, 3.0], [2.1, -3.0]];
        let m = meetings(&[&p]);
        assert_eq!(m.len(), 1);
        assert!(m[0].early.index < 1.0 && m[0].late.index > 3.0);
    }

    #[test]
    fn two_ropes_meet_where_they_cross() {
        let a: Vec<P2> = (0..100).map(|i| [f64::from(i) * 0.3, 0.02]).collect();
        let b: Vec<P2> = (0..100).map(|i| [15.05, f64::from(i) * 0.3 - 15.0]).collect();
        let m = meetings(&[&a, &b]);
        assert_eq!(m.len(), 1);
        assert_eq!((m[0].early.rope, m[0].late.rope), (0, 1));
    }
}

//! The cord's centreline: stretches that lie where they are put, and stretches drawn taut between them.

use super::pole::Pole;
use glam::DVec3;

/// Distance between the points of a taut stretch, diameters.
const STEP: f64 = 0.4;
/// The same while it finds its way round the poles.
const COARSE: f64 = 1.2;
/// A stretch is taut when no point moves farther than this, diameters.
const STILL: f64 = 1e-3;

/// A point of the centreline.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Point {
    /// Where it is.
    pub at: DVec3,
    /// Which group of the notation laid it.
    pub group: usize,
    /// How far that group was laid, in its own turns.
    pub turn: f64,
}

/// How a stretch is drawn taut.
#[derive(Debug, Clone, Default)]
pub struct Taut {
    /// How many cords lie under it, at even places from its start to its end.
    pub layers: Vec<f64>,
    /// Normal of the plane each point keeps to.
    pub plane: Option<DVec3>,
}

/// The cord, from its tail to its working end.
#[derive(Debug, Clone, Default)]
pub struct Strand {
    /// Its points.
    pub points: Vec<Point>,
}

impl Strand {
    /// Where it has come to.
    pub fn end(&self) -> Option<DVec3> {
        self.points.last().map(|p| p.at)
    }

    /// A point laid where it is.
    pub fn lay(&mut self, at: DVec3, group: usize, turn: f64) {
        self.points.push(Point { at, group, turn });
    }

    /// Led on through `via` to its last point, then drawn taut round the poles; both its ends stay.
    pub fn lead(&mut self, via: &[DVec3], (group, turn): (usize, f64), how: &Taut, poles: &[Pole]) {
        let first = self.points.is_empty();
        let route: Vec<DVec3> = self.end().into_iter().chain(via.iter().copied()).collect();
        let line = taut(&route, how, poles);
        let new = line.into_iter().skip(usize::from(!first));
        self.points.extend(new.map(|at| Point { at, group, turn }));
    }

    /// Points only.
    pub fn line(&self) -> Vec<DVec3> {
        self.points.iter().map(|p| p.at).collect()
    }
}

/// Length along points.
pub fn length(line: &[DVec3]) -> f64 {
    line.windows(2).map(|w| w[0].distance(w[1])).sum()
}

/// The same line, its points about `step` apart.
pub fn resampled(line: &[DVec3], step: f64) -> Vec<DVec3> {
    let mut along = vec![0.0];
    for w in line.windows(2) {
        along.push(along[along.len() - 1] + w[0].distance(w[1]));
    }
    let total = along[along.len() - 1];
    let pieces = ((total / step).ceil() as usize).max(2);
    let mut i = 0;
    (0..=pieces)
        .map(|k| {
            let at = total * k as f64 / pieces as f64;
            while i + 2 < along.len() && along[i + 1] < at {
                i += 1;
            }
            let f = ((at - along[i]) / (along[i + 1] - along[i]).max(1e-12)).clamp(0.0, 1.0);
            line[i].lerp(line[i + 1], f)
        })
        .collect()
}

/// Corners worn off, its ends kept.
pub fn smoothed(mut line: Vec<DVec3>, rounds: usize) -> Vec<DVec3> {
    for _ in 0..rounds {
        let old = line.clone();
        for i in 1..line.len() - 1 {
            line[i] = (old[i - 1] + old[i] * 2.0 + old[i + 1]) / 4.0;
        }
    }
    line
}

/// The shortest line round the poles between the ends of `route`, that can be reached from it: each point goes to the middle of its
/// neighbours and is put back out of whatever it sank into; first with few points, then with many. Projected over-relaxation: C. W.
/// Cryer, *SIAM J. Control* 9 (1971) 385.
pub fn taut(route: &[DVec3], how: &Taut, poles: &[Pole]) -> Vec<DVec3> {
    let coarse = settled(resampled(route, COARSE), how, poles, &FINDING);
    settled(resampled(&coarse, STEP), how, poles, &SMOOTHING)
}

/// Rounds of drawing taut.
struct Rounds {
    /// So many in which a point goes to the middle of its neighbours and no farther: it would be carried through a pole.
    careful: usize,
    /// At most so many in all.
    most: usize,
}

/// While the cord finds its way.
const FINDING: Rounds = Rounds { careful: 30, most: 90 };
/// Once it lies round the right side of everything.
const SMOOTHING: Rounds = Rounds { careful: 0, most: 25 };
/// After the careful rounds a point goes so much farther than the middle of its neighbours.
const OVER: f64 = 1.65;

fn settled(mut line: Vec<DVec3>, how: &Taut, poles: &[Pole], rounds: &Rounds) -> Vec<DVec3> {
    let n = line.len();
    let stand: Vec<f64> = (0..n).map(|i| 0.5 + layer(how, i as f64 / (n - 1) as f64)).collect();
    let begun = line.clone();
    for round in 0..rounds.most {
        let over = if round < rounds.careful { 1.0 } else { OVER };
        let mut farthest: f64 = 0.0;
        for i in 1..n - 1 {
            let old = line[i];
            let mut p = outside(old + ((line[i - 1] + line[i + 1]) / 2.0 - old) * over, stand[i], poles);
            if let Some(normal) = how.plane {
                p -= normal * (p - begun[i]).dot(normal);
            }
            farthest = farthest.max(p.distance_squared(old));
            line[i] = p;
        }
        if farthest < STILL * STILL {
            break;
        }
    }
    line
}

/// Cords beneath, at a share of the stretch.
fn layer(how: &Taut, share: f64) -> f64 {
    let Some(last) = how.layers.len().checked_sub(1) else { return 0.0 };
    let x = share * last as f64;
    let k = (x as usize).min(last);
    let next = how.layers[(k + 1).min(last)];
    how.layers[k] + (next - how.layers[k]) * (x - k as f64)
}

/// The point put back out of every pole.
fn outside(mut p: DVec3, stand: f64, poles: &[Pole]) -> DVec3 {
    for _ in 0..2 {
        let mut pushed = false;
        for pole in poles {
            let (out, need) = (pole.out(p), pole.radius + stand);
            let square = out.length_squared();
            if square < need * need && square > 1e-18 {
                p += out * (need / square.sqrt() - 1.0);
                pushed = true;
            }
        }
        if !pushed {
            break;
        }
    }
    p
}

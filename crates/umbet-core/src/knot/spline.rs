//! Curves through points: the rope's centreline and the heights along it.
//!
//! * Centripetal Catmull–Rom: P. J. Barry & R. N. Goldman, *A recursive evaluation algorithm for a class
//!   of Catmull–Rom splines*, SIGGRAPH 1988; the centripetal choice (exponent ½) has no loops or cusps:
//!   C. Yuksel, S. Schaefer, J. Keyser, *Computer-Aided Design* 43 (2011) 747.
//! * Monotone cubic: F. N. Fritsch & J. Butland, *SIAM J. Sci. Stat. Comput.* 5 (1984) 300.

/// A point of the drawing plane, in rope diameters.
pub type P2 = [f64; 2];
/// A point in space, in rope diameters; `z` grows toward the viewer.
pub type P3 = [f64; 3];

/// A curve cut into short pieces, each sample with its place among the waypoints.
#[derive(Debug, Clone, Default)]
pub struct Samples {
    /// Points about [`SPACING`] apart.
    pub points: Vec<P2>,
    /// For each point the waypoint index it stands at, fractional between two waypoints.
    pub along: Vec<f64>,
}

/// Distance between samples, in rope diameters.
pub const SPACING: f64 = 0.25;

/// A smooth curve through `points` (two at least), sampled about every `spacing`.
pub fn catmull_rom(points: &[P2], spacing: f64) -> Samples {
    let n = points.len();
    let (first, last) = (extrapolate(points[1], points[0]), extrapolate(points[n - 2], points[n - 1]));
    let at = |i: isize| match i {
        -1 => first,
        i if i as usize >= n => last,
        i => points[i as usize],
    };
    let mut out = Samples::default();
    for i in 0..n - 1 {
        let q = [at(i as isize - 1), at(i as isize), at(i as isize + 1), at(i as isize + 2)];
        let pieces = (distance(q[1], q[2]) / spacing).ceil().max(2.0) as usize;
        for k in 0..pieces {
            let f = k as f64 / pieces as f64;
            out.points.push(segment(q, f));
            out.along.push(i as f64 + f);
        }
    }
    out.points.push(points[n - 1]);
    out.along.push((n - 1) as f64);
    out
}

fn extrapolate(inner: P2, end: P2) -> P2 {
    [2.0 * end[0] - inner[0], 2.0 * end[1] - inner[1]]
}

/// Barry and Goldman's pyramid at the fraction `f` between the middle two of `q`.
fn segment(q: [P2; 4], f: f64) -> P2 {
    let mut t = [0.0; 4];
    for i in 1..4 {
        t[i] = t[i - 1] + distance(q[i], q[i - 1]).sqrt().max(1e-6);
    }
    let x = t[1] + f * (t[2] - t[1]);
    let mix = |a: P2, b: P2, ta: f64, tb: f64| {
        let w = (x - ta) / (tb - ta);
        [a[0] + w * (b[0] - a[0]), a[1] + w * (b[1] - a[1])]
    };
    let a: Vec<P2> = (0..3).map(|i| mix(q[i], q[i + 1], t[i], t[i + 1])).collect();
    let b: Vec<P2> = (0..2).map(|i| mix(a[i], a[i + 1], t[i], t[i + 2])).collect();
    mix(b[0], b[1], t[1], t[2])
}

/// A monotone curve through `(x, y)` knots with growing `x`; flat beyond both ends.
#[derive(Debug, Clone)]
pub struct Monotone {
    x: Vec<f64>,
    y: Vec<f64>,
    slope: Vec<f64>,
}

impl Monotone {
    /// The curve through the knots; the `x` must grow strictly.
    pub fn through(x: Vec<f64>, y: Vec<f64>) -> Self {
        let n = x.len();
        let secant: Vec<f64> = (1..n).map(|i| (y[i] - y[i - 1]) / (x[i] - x[i - 1])).collect();
        let mut slope = vec![0.0; n];
        for i in 1..n.saturating_sub(1) {
            let (a, b) = (secant[i - 1], secant[i]);
            if a * b > 0.0 {
                let (ha, hb) = (x[i] - x[i - 1], x[i + 1] - x[i]);
                let (wa, wb) = (2.0 * hb + ha, hb + 2.0 * ha);
                slope[i] = (wa + wb) / (wa / a + wb / b);
            }
        }
        Self { x, y, slope }
    }

    /// The height at `t`.
    pub fn at(&self, t: f64) -> f64 {
        let n = self.x.len();
        if n == 1 || t <= self.x[0] {
            return self.y[0];
        }
        if t >= self.x[n - 1] {
            return self.y[n - 1];
        }
        let i = self.x.partition_point(|&x| x <= t) - 1;
        let h = self.x[i + 1] - self.x[i];
        let u = (t - self.x[i]) / h;
        let (u2, u3) = (u * u, u * u * u);
        (2.0 * u3 - 3.0 * u2 + 1.0) * self.y[i]
            + (u3 - 2.0 * u2 + u) * h * self.slope[i]
            + (3.0 * u2 - 2.0 * u3) * self.y[i + 1]
            + (u3 - u2) * h * self.slope[i + 1]
    }
}

/// Distance between two points of the plane.
pub fn distance(a: P2, b: P2) -> f64 {
    (a[0] - b[0]).hypot(a[1] - b[1])
}

/// Running length along a polyline, starting at 0.
pub fn lengths(points: impl IntoIterator<Item = P2>) -> Vec<f64> {
    let mut out: Vec<f64> = Vec::new();
    let mut last: Option<P2> = None;
    for p in points {
        let so_far = out.last().copied().unwrap_or(0.0);
        out.push(last.map_or(0.0, |q| so_far + distance(p, q)));
        last = Some(p);
    }
    out
}

/// Value of `y` at the fractional index `i`.
pub fn interpolate(y: &[f64], i: f64) -> f64 {
    let k = (i.floor().max(0.0) as usize).min(y.len() - 1);
    let next = (k + 1).min(y.len() - 1);
    y[k] + (i - k as f64).clamp(0.0, 1.0) * (y[next] - y[k])
}

/// Unit tangents of a polyline; central differences inside, one-sided at the ends.
pub fn tangents(points: &[P2]) -> Vec<P2> {
    let n = points.len();
    (0..n)
        .map(|i| {
            let (a, b) = (points[i.saturating_sub(1)], points[(i + 1).min(n - 1)]);
            let d = [b[0] - a[0], b[1] - a[1]];
            let l = d[0].hypot(d[1]).max(1e-12);
            [d[0] / l, d[1] / l]
        })
        .collect()
}

/// The left-hand normal of a tangent.
pub fn left_of(t: P2) -> P2 {
    [-t[1], t[0]]
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_curve_passes_through_its_waypoints() {
        let wp = [[0.0, 0.0], [3.0, 1.0], [4.0, 4.0], [0.0, 5.0]];
        let s = catmull_rom(&wp, SPACING);
        for (i, w) in wp.iter().enumerate() {
            let k = s.along.iter().position(|&a| a == i as f64).expect("a sample stands on each waypoint");
            assert!(distance(s.points[k], *w) < 1e-9);
        }
    }

    #[test]
    fn heights_never_overshoot_their_knots() {
        let m = Monotone::through(vec![0.0, 1.0, 2.0, 5.0], vec![0.0, 0.6, 0.6, -0.6]);
        for i in 0..=50 {
            let z = m.at(f64::from(i) / 10.0);
            assert!((-0.6..=0.6).contains(&z));
        }
        assert!((m.at(1.5) - 0.6).abs() < 1e-9);
    }
}

//! A line between two anchors: how far it sags under a load, and what its ends then bear.
//!
//! The line stretches: its tension and its shape are found together, by halving the sag until the stretched
//! length fits the shape. Its own weight is taken with a spread load. Forces in newtons, lengths in metres.

/// A line set up between two anchors.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Line {
    /// Level distance of the anchors.
    pub span_m: f64,
    /// How much higher the far anchor is.
    pub rise_m: f64,
    /// Tension it was set up with.
    pub set_n: f64,
    /// Force that would stretch it to twice its length, if it stretched evenly.
    pub stiffness_n: f64,
}

/// What it carries.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Load {
    /// Hung in one place, at this share of the span.
    Point {
        /// Newtons.
        n: f64,
        /// From 0 at the near anchor to 1 at the far one.
        at: f64,
    },
    /// Spread evenly along it, newtons in all.
    Spread(f64),
}

/// A line at rest under its load.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Loaded {
    /// How far its lowest place, or the load, hangs below the straight line between the anchors.
    pub sag_m: f64,
    /// Pull along the line at its near and its far end.
    pub ends_n: [f64; 2],
    /// The level part of that pull, the same everywhere.
    pub level_n: f64,
}

/// Tension of a line whose middle load pulls both halves this far below level: T = W / (2 sin θ).
pub fn tension_at_angle(load_n: f64, below_level: f64) -> f64 {
    load_n / (2.0 * below_level.sin())
}

/// Level pull of a weight spread along the span, as a parabola: H = wL² / (8s).
pub fn parabola_level_pull(weight_per_m: f64, span_m: f64, sag_m: f64) -> f64 {
    weight_per_m * span_m * span_m / (8.0 * sag_m)
}

/// A hanging chain's own shape.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Catenary {
    /// Its parameter a = H / w.
    pub a: f64,
    span_m: f64,
    sag_m: f64,
}

impl Catenary {
    /// The catenary of this span and sag, both above 0: s = a(cosh(L / 2a) − 1).
    pub fn of(span_m: f64, sag_m: f64) -> Self {
        let sag = |a: f64| a * ((span_m / (2.0 * a)).cosh() - 1.0);
        let (mut low, mut high) = (span_m / 100.0, span_m * span_m / sag_m);
        for _ in 0..200 {
            let middle = f64::midpoint(low, high);
            if sag(middle) > sag_m { low = middle } else { high = middle }
        }
        Self { a: high, span_m, sag_m }
    }

    /// Length along it: 2a sinh(L / 2a).
    pub fn arc_m(&self) -> f64 {
        2.0 * self.a * (self.span_m / (2.0 * self.a)).sinh()
    }

    /// Tension at its ends: w(a + s).
    pub fn end_tension_n(&self, weight_per_m: f64) -> f64 {
        weight_per_m * (self.a + self.sag_m)
    }
}

impl Line {
    /// Straight distance of the anchors.
    pub fn chord_m(&self) -> f64 {
        self.span_m.hypot(self.rise_m)
    }

    /// Its length before it was tightened.
    pub fn slack_length_m(&self) -> f64 {
        self.chord_m() / (1.0 + self.set_n / self.stiffness_n)
    }

    /// At rest under a load above 0.
    pub fn loaded(&self, load: Load) -> Loaded {
        let (mut low, mut high) = (1e-9, 4.0 * self.chord_m());
        for _ in 0..60 {
            let sag = f64::midpoint(low, high);
            let (state, length) = self.at_sag(load, sag);
            let tension = f64::midpoint(state.ends_n[0], state.ends_n[1]);
            if length < self.slack_length_m() * (1.0 + tension / self.stiffness_n) { low = sag } else { high = sag }
        }
        self.at_sag(load, f64::midpoint(low, high)).0
    }

    /// Forces and length if it hung this far.
    fn at_sag(&self, load: Load, sag: f64) -> (Loaded, f64) {
        let (l, r) = (self.span_m, self.rise_m);
        match load {
            Load::Point { n, at } => {
                let x = (at.clamp(0.01, 0.99)) * l;
                let level = n * x * (l - x) / (l * sag);
                let y = r * x / l - sag;
                let (near, far) = (x.hypot(y), (l - x).hypot(r - y));
                let ends_n = [level * near / x, level * far / (l - x)];
                (Loaded { sag_m: sag, ends_n, level_n: level }, near + far)
            }
            Load::Spread(n) => {
                let level = parabola_level_pull(n / l, l, sag);
                // Slopes of the parabola at the near and the far end.
                let slopes = [r / l - 4.0 * sag / l, r / l + 4.0 * sag / l];
                let ends_n = slopes.map(|s| level * 1f64.hypot(s));
                (Loaded { sag_m: sag, ends_n, level_n: level }, parabola_arc(l, slopes))
            }
        }
    }
}

/// Length of a parabola over a level distance, its slope going evenly from one value to the other.
fn parabola_arc(span: f64, [a, b]: [f64; 2]) -> f64 {
    let f = |s: f64| (s * 1f64.hypot(s) + s.asinh()) / 2.0;
    if (b - a).abs() < 1e-9 { span * 1f64.hypot(a) } else { span * (f(b) - f(a)) / (b - a) }
}

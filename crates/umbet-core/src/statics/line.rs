//! A line between two anchors: how far it sags under a load, and what its ends then bear.
//!
//! The line stretches, each piece by its own tension; tension and shape are found together. A load lies where it lies, on
//! part of the line, and may pull across as well as down. Forces in newtons, lengths in metres.

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
    /// From where to where it does not stretch, as shares of the span: a cover's own edge in place of the line.
    pub unyielding: Option<[f64; 2]>,
}

/// What it carries: a force spread evenly over part of it, or hung on in equal parts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Load {
    /// Newtons in all, across the line and down.
    pub n: [f64; 2],
    /// Where it begins, as a share of the span.
    pub from: f64,
    /// Where it ends.
    pub to: f64,
    /// In so many equal parts, evenly apart, the first where it begins and the last where it ends; none where it is spread.
    pub parts: u32,
}

impl Load {
    /// A weight hung in one place, at this share of the span.
    pub const fn point(n: f64, at: f64) -> Self {
        Self { n: [0.0, n], from: at, to: at, parts: 1 }
    }

    /// A weight spread evenly along the whole line.
    pub const fn spread(n: f64) -> Self {
        Self { n: [0.0, n], from: 0.0, to: 1.0, parts: 0 }
    }

    /// So many equal weights, evenly apart.
    pub const fn row(n: f64, parts: u32, from: f64, to: f64) -> Self {
        Self { n: [0.0, n], from, to, parts }
    }

    /// Where its parts hang, as shares of the span.
    pub fn places(self) -> impl Iterator<Item = f64> {
        let step = (self.to - self.from) / f64::from(self.parts.max(2) - 1);
        (0..self.parts).map(move |i| self.from + step * f64::from(i))
    }

    fn newtons(&self) -> f64 {
        self.n[0].hypot(self.n[1])
    }

    /// Share of it that lies before a place.
    fn before(&self, x: f64) -> f64 {
        if self.parts > 0 {
            return self.places().filter(|p| *p <= x).count() as f64 / f64::from(self.parts);
        }
        if self.to - self.from < 1e-9 {
            return if x < self.from { 0.0 } else { 1.0 };
        }
        ((x - self.from) / (self.to - self.from)).clamp(0.0, 1.0)
    }

    /// Share of it the near anchor carries (law of the lever).
    fn on_near(&self) -> f64 {
        1.0 - f64::midpoint(self.from, self.to)
    }

    /// Moment at a place of a beam under a load of one over a span of one: the sag there is `load × span × this / level pull`.
    fn moment_at(&self, x: f64) -> f64 {
        let beyond = if self.parts > 0 {
            self.places().map(|p| (x - p).max(0.0)).sum::<f64>() / f64::from(self.parts)
        } else if self.to - self.from < 1e-9 {
            (x - self.from).max(0.0)
        } else {
            let over = (x - self.from).clamp(0.0, self.to - self.from);
            over * over / (2.0 * (self.to - self.from)) + (x - self.to).max(0.0)
        };
        self.on_near() * x - beyond
    }

    /// The greatest of them: under one of its parts, or where as much lies before as the near anchor carries.
    fn moment(&self) -> f64 {
        if self.parts > 0 {
            return self.places().map(|p| self.moment_at(p)).fold(0.0, f64::max);
        }
        self.moment_at(self.from + self.on_near() * (self.to - self.from))
    }
}

/// A line at rest under its load.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Loaded {
    /// How far its lowest place lies from the straight line between the anchors, the way it is pulled.
    pub sag_m: f64,
    /// How much of that is down.
    pub drop_m: f64,
    /// Pull along the line at its near and its far end.
    pub ends_n: [f64; 2],
    /// The level part of that pull, the same everywhere.
    pub level_n: f64,
    /// What it puts on the near and on the far anchor: along the span, across it, up.
    pub on_anchors_n: [[f64; 3]; 2],
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
        let [from, to] = self.unyielding.unwrap_or([0.0; 2]);
        let stiff = (to - from).clamp(0.0, 1.0);
        self.chord_m() * (stiff + (1.0 - stiff) / (1.0 + self.set_n / self.stiffness_n))
    }

    /// At rest under a load: the level pull is found at which the line, unstretched, is as long as it was before.
    pub fn loaded(&self, load: Load) -> Loaded {
        let slack = self.slack_length_m();
        let (mut low, mut high) = (1e-3, 10.0 * (self.set_n + self.stiffness_n + load.newtons()));
        for _ in 0..46 {
            let middle = (low * high).sqrt();
            if self.unstretched_m(load, middle) > slack { low = middle } else { high = middle }
        }
        self.at_level_pull(load, (low * high).sqrt())
    }

    /// How far a place, a share of the span, lies below the straight line between the anchors under a load, metres.
    pub fn drop_at(&self, load: Load, level_n: f64, x: f64) -> f64 {
        load.n[1] * self.span_m * load.moment_at(x) / level_n
    }

    /// Slopes across and up at a place, at this level pull.
    fn slopes(&self, load: Load, level_n: f64, x: f64) -> [f64; 2] {
        let carried = (load.on_near() - load.before(x)) / level_n;
        [load.n[0] * carried, self.rise_m / self.span_m - load.n[1] * carried]
    }

    /// Its length without its tension, at this level pull: every piece by its own pull.
    fn unstretched_m(&self, load: Load, level_n: f64) -> f64 {
        let [stiff_from, stiff_to] = self.unyielding.unwrap_or([2.0; 2]);
        let at = |x: f64| {
            let [across, up] = self.slopes(load, level_n, x);
            let long = (1.0 + across * across + up * up).sqrt();
            if (stiff_from..=stiff_to).contains(&x) { long } else { long / (1.0 + level_n * long / self.stiffness_n) }
        };
        let mut cuts = vec![0.0, load.from, load.to, stiff_from.min(1.0), stiff_to.min(1.0), 1.0];
        cuts.extend(load.places());
        cuts.sort_by(f64::total_cmp);
        cuts.windows(2).map(|c| integral(at, c[0], c[1])).sum::<f64>() * self.span_m
    }

    fn at_level_pull(&self, load: Load, level_n: f64) -> Loaded {
        let pull = |s: [f64; 2]| level_n * (1.0 + s[0] * s[0] + s[1] * s[1]).sqrt();
        let [near, far] = [0.0, 1.0].map(|end| {
            // Just inside the line, where a load hung at its very end has not come off yet.
            let x = if end < 0.5 { -1.0 } else { 2.0 };
            self.slopes(load, level_n, x)
        });
        let sag = self.span_m * load.moment() / level_n;
        Loaded {
            sag_m: load.newtons() * sag,
            drop_m: load.n[1] * sag,
            ends_n: [pull(near), pull(far)],
            level_n,
            on_anchors_n: [
                [level_n, level_n * near[0], level_n * near[1]],
                [-level_n, -level_n * far[0], -level_n * far[1]],
            ],
        }
    }
}

/// Gauss–Legendre with five points: exact to the ninth power (handbooks of mathematics).
fn integral(f: impl Fn(f64) -> f64, from: f64, to: f64) -> f64 {
    const AT: [[f64; 2]; 5] = [
        [-0.906_179_845_938_664, 0.236_926_885_056_189_1],
        [-0.538_469_310_105_683_1, 0.478_628_670_499_366_5],
        [0.0, 0.568_888_888_888_888_9],
        [0.538_469_310_105_683_1, 0.478_628_670_499_366_5],
        [0.906_179_845_938_664, 0.236_926_885_056_189_1],
    ];
    let (middle, half) = (f64::midpoint(from, to), (to - from) / 2.0);
    if half < 1e-12 {
        return 0.0;
    }
    AT.iter().map(|[x, weight]| weight * f(middle + half * x)).sum::<f64>() * half
}

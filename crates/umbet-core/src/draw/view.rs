//! From the path's own coordinates to the page: object fitted, mirrored or seen from behind, framed.

use crate::knot::notation::{Axis, Pole};
use crate::knot::path::KnotPath;
use crate::knot::spline::{P2, P3, distance};
use crate::object::{Look, Section};

/// The object a knot is drawn on.
#[derive(Debug, Clone, Default)]
pub struct ObjectLook {
    /// Radius in rope diameters; as the path was laid out when absent.
    pub radius: Option<f64>,
    /// Material.
    pub look: Look,
    /// Shape end-on.
    pub section: Section,
    /// Its size in words, set beside it.
    pub dimension: Option<String>,
}

/// A continuous change of the drawing plane that makes room for an object of another size.
///
/// It is one-to-one, so strands cross after it exactly where they crossed before.
#[derive(Debug, Clone)]
pub struct Fit {
    pole: Pole,
    drawn: f64,
    section: Section,
}

/// Largest radius drawn, in rope diameters; anything thicker is drawn smaller than life.
pub const LARGEST_END_ON: f64 = 4.5;
/// The same for an object seen from its side.
pub const LARGEST_SIDE_ON: f64 = 4.0;
/// Smallest radius drawn.
const SMALLEST: f64 = 0.8;

impl Fit {
    /// Fits the path's first pole to an object `radius` rope diameters thick.
    pub fn new(path: &KnotPath, object: &ObjectLook) -> Option<Self> {
        let pole = path.poles.first()?.clone();
        let largest = if pole.axis == Axis::Z { LARGEST_END_ON } else { LARGEST_SIDE_ON }.max(pole.radius);
        let drawn = object.radius.unwrap_or(pole.radius).clamp(SMALLEST, largest);
        Some(Self { pole, drawn, section: object.section })
    }

    /// The radius drawn, in rope diameters.
    pub fn radius(&self) -> f64 {
        self.drawn
    }

    /// Where a point of the path goes.
    pub fn map(&self, p: P3) -> P3 {
        let v = [p[0] - self.pole.at[0], p[1] - self.pole.at[1]];
        match self.pole.axis {
            Axis::X => [p[0], self.pole.at[1] + self.stretch(v[1], self.drawn), p[2]],
            Axis::Y => [self.pole.at[0] + self.stretch(v[0], self.drawn), p[1], p[2]],
            Axis::Z => {
                let rho = v[0].hypot(v[1]);
                if rho < 1e-9 {
                    return p;
                }
                let k = self.stretch(rho, self.edge(v)) / rho;
                [self.pole.at[0] + v[0] * k, self.pole.at[1] + v[1] * k, p[2]]
            }
        }
    }

    fn stretch(&self, x: f64, edge: f64) -> f64 {
        let r0 = self.pole.radius;
        if x.abs() <= r0 { x * edge / r0 } else { x + x.signum() * (edge - r0) }
    }

    /// Distance from the middle to the object's edge in the direction of `v`.
    fn edge(&self, v: P2) -> f64 {
        match self.section {
            Section::Round => self.drawn,
            Section::Square => {
                let rho = v[0].hypot(v[1]);
                // A superellipse of order 6: flat sides, a rope's bend at the corners.
                let (c, s) = ((v[0] / rho).abs(), (v[1] / rho).abs());
                self.drawn / (c.powi(6) + s.powi(6)).powf(1.0 / 6.0)
            }
        }
    }
}

/// Everything between the path and the page.
#[derive(Debug, Clone)]
pub struct View {
    fit: Option<Fit>,
    mirrored: bool,
    behind: bool,
    /// Pixels a rope diameter.
    pub scale: f64,
    offset: P2,
}

/// Room kept free round the knot, in pixels: left, top, right, bottom.
pub type Margins = [f64; 4];

impl View {
    /// A view that shows the whole of `full`'s work in a frame less its margins.
    pub fn frame(
        path: &KnotPath,
        full: &[Vec<P3>],
        fit: Option<Fit>,
        mirrored: bool,
        behind: bool,
        size: P2,
        margins: Margins,
    ) -> Self {
        let mut view = Self { fit, mirrored, behind, scale: 1.0, offset: [0.0, 0.0] };
        let (mut low, mut high) = ([f64::MAX; 2], [f64::MIN; 2]);
        let mut cover = |p: P2, r: f64| {
            for k in 0..2 {
                low[k] = low[k].min(p[k] - r);
                high[k] = high[k].max(p[k] + r);
            }
        };
        for p in full.iter().flatten() {
            let q = view.turn(*p);
            cover([q[0], q[1]], 0.9);
        }
        if let (Some(fit), Some(pole)) = (&view.fit, path.poles.first()) {
            let c = view.turn_only([pole.at[0], pole.at[1], 0.0]);
            match pole.axis {
                Axis::Z => cover([c[0], c[1]], fit.drawn + 0.3),
                Axis::X => {
                    low[1] = low[1].min(c[1] - fit.drawn - 1.0);
                    high[1] = high[1].max(c[1] + fit.drawn + 1.0);
                }
                Axis::Y => {
                    low[0] = low[0].min(c[0] - fit.drawn - 1.0);
                    high[0] = high[0].max(c[0] + fit.drawn + 1.0);
                }
            }
        }
        view.fill(low, high, size, margins);
        view
    }

    /// The box round these points once they are turned, with so much room about it.
    pub fn box_of(&self, points: &[P3], room: f64) -> (P2, P2) {
        let start = ([f64::MAX; 2], [f64::MIN; 2]);
        points.iter().fold(start, |(low, high), p| {
            let q = self.turn(*p);
            ([low[0].min(q[0] - room), low[1].min(q[1] - room)], [high[0].max(q[0] + room), high[1].max(q[1] + room)])
        })
    }

    /// The same, of these points only.
    pub fn closer(mut self, points: &[P3], room: f64, size: P2, margins: Margins) -> Self {
        let (low, high) = self.box_of(points, room);
        self.fill(low, high, size, margins);
        self
    }

    /// A view of what was turned before, from its lowest to its highest place.
    pub fn plain(low: P2, high: P2, size: P2, margins: Margins) -> Self {
        let mut view = Self { fit: None, mirrored: false, behind: false, scale: 1.0, offset: [0.0, 0.0] };
        view.fill(low, high, size, margins);
        view
    }

    fn fill(&mut self, low: P2, high: P2, size: P2, margins: Margins) {
        let inner = [size[0] - margins[0] - margins[2], size[1] - margins[1] - margins[3]];
        self.scale = (inner[0] / (high[0] - low[0])).min(inner[1] / (high[1] - low[1])).clamp(2.0, 46.0);
        let middle = [margins[0] + inner[0] / 2.0, margins[1] + inner[1] / 2.0];
        self.offset =
            [middle[0] - self.scale * (low[0] + high[0]) / 2.0, middle[1] + self.scale * (low[1] + high[1]) / 2.0];
    }

    /// The object is drawn smaller than one of `radius` rope diameters would be.
    pub fn drawn_smaller(&self, pole: &Pole, radius: f64) -> bool {
        self.turned_pole(pole).1 < radius * 0.95
    }

    /// Object fitted, then turned.
    pub fn turn(&self, p: P3) -> P3 {
        self.turn_only(self.fit.as_ref().map_or(p, |f| f.map(p)))
    }

    fn turn_only(&self, p: P3) -> P3 {
        let p = if self.mirrored { [-p[0], p[1], p[2]] } else { p };
        if self.behind { [-p[0], p[1], -p[2]] } else { p }
    }

    /// A turned point on the page.
    pub fn page(&self, p: P2) -> P2 {
        [self.offset[0] + self.scale * p[0], self.offset[1] - self.scale * p[1]]
    }

    /// Where a point of the path lies on the page.
    pub fn place(&self, p: P3) -> P2 {
        let q = self.turn(p);
        self.page([q[0], q[1]])
    }

    /// The pole's middle on the page and its drawn radius in pixels.
    pub fn pole(&self, pole: &Pole) -> (P2, f64) {
        let (c, r) = self.turned_pole(pole);
        (self.page(c), r * self.scale)
    }

    /// The pole's middle as turned for the page, and its drawn radius, in diameters.
    pub fn turned_pole(&self, pole: &Pole) -> (P2, f64) {
        let c = self.turn_only([pole.at[0], pole.at[1], 0.0]);
        let r = self.fit.as_ref().filter(|f| f.pole.name == pole.name).map_or(pole.radius, Fit::radius);
        ([c[0], c[1]], r)
    }
}

/// Drops points that lie on the line between their neighbours, within `tolerance`.
pub fn thinned(points: &[P2], tolerance: f64) -> Vec<P2> {
    let mut out: Vec<P2> = Vec::with_capacity(points.len() / 2 + 2);
    let mut from = 0;
    while from + 1 < points.len() {
        out.push(points[from]);
        let mut to = from + 1;
        while to + 1 < points.len() && to - from < 24 && straight(&points[from..=to + 1], tolerance) {
            to += 1;
        }
        from = to;
    }
    out.extend(points.last());
    out
}

fn straight(points: &[P2], tolerance: f64) -> bool {
    let (a, b) = (points[0], points[points.len() - 1]);
    let l = distance(a, b).max(1e-9);
    points.iter().all(|p| ((b[0] - a[0]) * (a[1] - p[1]) - (a[0] - p[0]) * (b[1] - a[1])).abs() / l <= tolerance)
}

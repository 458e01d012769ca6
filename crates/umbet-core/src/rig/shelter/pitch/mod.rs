//! Where everything is: ridge, cover, guys, pegs, the seat and the drips, from the site and the wish.
//!
//! `x` runs along the ridge from the near anchor's face, `y` across it, `z` up from the ground in the middle.

use super::draft::{Pitch, Shelter, Wish};
use super::site::{Between, LEAST_ROOM};
use super::slope::{Plane, RidgeSlope};
use crate::rig::Impossible;
use crate::units::{Length, Reader};
use serde::Serialize;

mod drips;
mod one_anchor;
mod ridged;

use drips::drips;
use one_anchor::{half_pyramid, plough_point};
use ridged::on_ridge;

/// A place, metres.
pub type Place = [f64; 3];

/// A guy from the cover to its peg.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Guy {
    /// What it is called.
    pub name: String,
    /// Where it leaves the cover.
    pub from: [f64; 3],
    /// Its peg.
    pub peg: [f64; 3],
    /// Length from cover to peg; next to nothing where the cover is pegged down itself.
    pub run_m: f64,
    /// The cover's edge it holds, metres.
    pub holds_m: f64,
    /// A corner: it pulls two ways.
    pub corner: bool,
    /// The panel it holds, in the order of the geometry.
    pub panel: usize,
}

/// A flat piece of the cover.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Panel {
    /// Its corners in order; of a panel on a ridge the two on the ridge come first.
    pub corners: Vec<[f64; 3]>,
}

/// A pole that bears a line's end, held back to a peg.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Backstay {
    /// 0 at the near end, 1 at the far one.
    pub end: usize,
    /// The pole, foot and top.
    pub pole: [[f64; 3]; 2],
    /// Its peg.
    pub peg: [f64; 3],
    /// From the pole's top to the peg.
    pub run_m: f64,
}

impl Panel {
    /// At right angles to it, upwards or outwards, as long as it is large, m².
    pub fn area(&self) -> Place {
        let c = &self.corners;
        let mut sum = [0.0; 3];
        for i in 1..c.len() - 1 {
            let (u, v) = (minus(c[i], c[0]), minus(c[i + 1], c[0]));
            sum = plus(sum, times(cross(u, v), 0.5));
        }
        if sum[2] < 0.0 { times(sum, -1.0) } else { sum }
    }

    /// Its size, m².
    pub fn area_m2(&self) -> f64 {
        long(self.area())
    }

    /// One metre straight out of it.
    pub fn normal(&self) -> Place {
        unit(self.area())
    }

    /// From its ridge down to its eave: the way, one metre long, and how far.
    pub fn down(&self) -> (Place, f64) {
        let c = &self.corners;
        let middle = |a: Place, b: Place| times(plus(a, b), 0.5);
        let run = minus(middle(c[2], c[3 % c.len()]), middle(c[0], c[1]));
        (unit(run), long(run))
    }
}

/// Both, end to end.
pub fn plus(a: Place, b: Place) -> Place {
    [0, 1, 2].map(|i| a[i] + b[i])
}

/// From the second to the first.
pub fn minus(a: Place, b: Place) -> Place {
    [0, 1, 2].map(|i| a[i] - b[i])
}

/// So many times as long.
pub fn times(a: Place, k: f64) -> Place {
    a.map(|x| x * k)
}

/// How much of one lies along the other.
pub fn dot(a: Place, b: Place) -> f64 {
    (0..3).map(|i| a[i] * b[i]).sum()
}

/// How long.
pub fn long(a: Place) -> f64 {
    dot(a, a).sqrt()
}

/// The same way, one long.
pub fn unit(a: Place) -> Place {
    times(a, 1.0 / long(a).max(1e-12))
}

fn cross(a: Place, b: Place) -> Place {
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}

/// Where water would run in along a line, and what stops it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Drip {
    /// Where.
    pub at: [f64; 3],
    /// What to do, or why nothing need be done.
    pub says: String,
    /// Something must be tied there.
    pub stop: bool,
}

/// The shelter in space.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Geometry {
    /// Clear distance of the anchors.
    pub span_m: f64,
    /// Its line runs from anchor to anchor.
    pub between_two: bool,
    /// The ground.
    pub ground: Plane,
    /// Height of the ridge over the ground in its middle; where it hangs from one anchor, of the peak over the ground there.
    pub ridge_m: f64,
    /// Height of the eaves.
    pub eaves_m: f64,
    /// Heights of the ties on the near and on the far anchor, each over the ground at its foot.
    pub ties_m: [f64; 2],
    /// The cover's ridge, from end to end.
    pub ridge: [[f64; 3]; 2],
    /// The cover's outline, in order.
    pub outline: Vec<[f64; 3]>,
    /// Its flat pieces.
    pub panels: Vec<Panel>,
    /// Guys and pegs.
    pub guys: Vec<Guy>,
    /// Poles under the cover, foot and top.
    pub poles: Vec<[[f64; 3]; 2]>,
    /// Poles that bear the ridge's ends, held back to pegs.
    pub backstays: Vec<Backstay>,
    /// Ground kept dry from rain that falls straight down, m².
    pub floor_m2: f64,
    /// Where one sits.
    pub seat: [f64; 3],
    /// Height of the cover over the seat.
    pub headroom_m: f64,
    /// What the sitter needs.
    pub needed_m: f64,
    /// Width of the panel the wind meets, up the slope.
    pub panel_m: f64,
    /// Its slope, radians.
    pub slope: f64,
    /// The eave the wind meets, metres long.
    pub eave_m: f64,
    /// The cover has a second panel behind the ridge.
    pub two_sided: bool,
    /// Drip points.
    pub drips: Vec<Drip>,
}

/// Sitting height as a share of the body's height (anthropometric tables, recalled).
const SITTING: f64 = 0.52;
/// Clear air over the head.
const CLEAR: f64 = 0.12;
/// Height of the eyes as a share of the body's height (anthropometric tables, recalled).
const EYE: f64 = 0.93;
/// The lowest ribs as a share of the body's height (common practice: ridge at the lowest ribs).
const LOWEST_RIBS: f64 = 0.7;
/// A guy goes down as far as it goes out (common practice: about 45°).
const GUY_SLOPE: f64 = 1.0;
/// Steepness a sheet may fall at: nearer to upright it is a wall.
const NEAR_UPRIGHT: f64 = 0.97;
/// Least room between cloth and ground where it is not meant to lie on it.
const CLEAR_OF_GROUND: f64 = 0.02;

impl Geometry {
    /// Length of the line from the near anchor to the cover's peak.
    pub fn peak_line_m(&self) -> f64 {
        let tie = self.ties_m[0] + self.ground.at(0.0, 0.0);
        (self.ridge[0][2] - tie).hypot(self.ridge[0][0])
    }

    /// The way from the cover's peak to its tie on the near anchor, one metre long.
    pub fn peak_line_way(&self) -> Place {
        unit(minus([0.0, 0.0, self.ties_m[0] + self.ground.at(0.0, 0.0)], self.ridge[0]))
    }

    /// Somebody walks into it in the dark: a line from anchor to anchor, as high as a neck.
    pub fn at_neck_height(&self) -> bool {
        (1.1..1.9).contains(&self.ridge_m) && self.between_two
    }

    /// Height of the ridge's straight line at a place along it.
    pub fn line_at(&self, x: f64) -> f64 {
        let [a, b] = self.ridge;
        a[2] + (b[2] - a[2]) * (x - a[0]) / (b[0] - a[0]).max(1e-9)
    }

    /// How much higher the far tie is than the near one.
    pub fn rise_m(&self) -> f64 {
        self.line_at(self.span_m) - self.line_at(0.0)
    }

    /// Nothing of the cover digs into the ground.
    fn clear(&self) -> bool {
        self.outline.iter().all(|p| p[2] - self.ground.at(p[0], p[1]) > CLEAR_OF_GROUND)
    }
}

impl Geometry {
    /// Poles for anchors that are pickets, each held back along the ridge as far out as the line is high.
    pub fn with_backstays(mut self, shelter: &Shelter, between: &Between) -> Self {
        let holding = if shelter.pitch.needs_two_anchors() { 2 } else { 1 };
        for end in 0..holding {
            if !shelter.anchors[between.anchors[end]].on_a_pole(self.ties_m[end]) {
                continue;
            }
            let (x, out) = if end == 0 { (0.0, -1.0) } else { (self.span_m, 1.0) };
            let foot = [x, 0.0, self.ground.at(x, 0.0)];
            let top = [x, 0.0, foot[2] + self.ties_m[end]];
            let stay = guy("backstay", top, [out, 0.0], 0.0, 0, &self.ground);
            self.backstays.push(Backstay { end, pole: [foot, top], peg: stay.peg, run_m: stay.run_m });
        }
        self
    }
}

/// Lays the shelter out, the ridge's straight line `sag` metres below its ties.
///
/// # Errors
/// [`Impossible`] says what is too short, too near or too high, and what to change.
pub fn lay(shelter: &Shelter, between: &Between, sag: f64, reader: &Reader) -> Result<Geometry, Impossible> {
    let stature = reader.body.arm_span_m;
    let needed = SITTING * stature + CLEAR;
    let wanted = match shelter.wish {
        Wish::Low => 0.0,
        Wish::Usual => LOWEST_RIBS * stature,
        Wish::Eye => EYE * stature,
        Wish::High => stature + 0.15,
    };
    let plane = Plane::of(shelter, between);
    // What stood in the way: nobody could sit under it, else the first other thing.
    let mut why: Option<Impossible> = None;
    let mut stuck = false;
    for h in (60..=320).map(|cm| f64::from(cm) / 100.0).filter(|h| *h >= wanted) {
        let mut reaches = false;
        for &eaves in eaves(shelter.wish) {
            let laid = at_height(&Site { shelter, between, plane: &plane, sag, h, eaves, reader });
            reaches |= !matches!(laid, Ok(None));
            match laid {
                Ok(Some(g)) if g.headroom_m >= needed => {
                    return Ok(Geometry { needed_m: needed, drips: drips(shelter, &g), ..g });
                }
                Ok(Some(_)) => (why, stuck) = (Some(too_narrow(shelter, reader)), false),
                Err(e) if !stuck => (why, stuck) = (Some(e), true),
                Ok(None) | Err(_) => {}
            }
        }
        // Cloth that does not reach does not from higher up.
        if !reaches {
            return Err(why.unwrap_or_else(|| too_short(shelter, h, reader)));
        }
    }
    Err(why.unwrap_or_else(|| too_narrow(shelter, reader)))
}

fn too_narrow(shelter: &Shelter, reader: &Reader) -> Impossible {
    Impossible(format!(
        "Nobody can sit under a cover {} by {} pitched as {}: take a larger one, or another pitch.",
        reader.length(Length::from_m(shelter.length_m)),
        reader.length(Length::from_m(shelter.width_m)),
        shelter.pitch.words()
    ))
}

/// What a pitch is laid out from.
struct Site<'a> {
    shelter: &'a Shelter,
    between: &'a Between,
    plane: &'a Plane,
    /// How far the ridge's straight line is below its ties.
    sag: f64,
    /// Height of the ridge, or of the peak.
    h: f64,
    /// Height of eaves that are not pegged down.
    eaves: f64,
    /// Who reads what stands in the way.
    reader: &'a Reader,
}

/// Laid out at one height; `None` where the cloth does not reach.
fn at_height(site: &Site<'_>) -> Result<Option<Geometry>, Impossible> {
    let Site { shelter, between, .. } = *site;
    if !shelter.pitch.needs_two_anchors() {
        return match shelter.pitch {
            Pitch::HalfPyramid => Ok(half_pyramid(site)),
            _ => plough_point(site),
        };
    }
    let short = shelter.length_m + 2.0 * LEAST_ROOM - between.span_m;
    if short > 0.0 {
        let m = |m: f64| site.reader.length(Length::from_m(m));
        return Err(Impossible(format!(
            "The anchors stand {} apart: {} too near for a cover {} long. Take others, turn the cover, or pitch it from one anchor.",
            m(between.span_m),
            m(short),
            m(shelter.length_m)
        )));
    }
    for slope in [RidgeSlope::Level, RidgeSlope::WithTheGround] {
        match on_ridge(site, slope)? {
            Some(g) if !g.clear() => {}
            laid => return Ok(laid),
        }
    }
    Err(Impossible(
        "The ground is too steep there: an eave would dig into it. Turn the ridge along the slope, or pitch it higher."
            .into(),
    ))
}
/// Heights eaves may have, the best first: where one cannot sit as low as is wished, they are raised before the ridge is.
const fn eaves(wish: Wish) -> &'static [f64] {
    match wish {
        Wish::Low => &[0.1, 0.2, 0.3, 0.4],
        Wish::Usual => &[0.35],
        Wish::Eye => &[0.6],
        Wish::High => &[0.8],
    }
}

fn too_short(shelter: &Shelter, h: f64, reader: &Reader) -> Impossible {
    Impossible(format!(
        "A cover {} wide does not reach from a ridge at {} to its eaves: take a wider one, or a lower ridge.",
        reader.length(Length::from_m(shelter.width_m)),
        reader.length(Length::from_m(h))
    ))
}

/// How far out cloth of this length reaches, level, where it falls by `fall` over level ground, the ground out there rises
/// by `k` a metre, and the ridge it falls from lies with a secant squared of `q`; `None` where it is too short, or all but
/// upright: `q (fall − k b)² + b² = length²`.
fn reach(length: f64, fall: f64, k: f64, q: f64) -> Option<f64> {
    let (a, b) = (1.0 + q * k * k, q * fall * k);
    let under = b * b - a * (q * fall * fall - length * length);
    (under > 0.0 && fall * q.sqrt() < NEAR_UPRIGHT * length).then(|| (b + under.sqrt()) / a).filter(|b| *b > 0.0)
}

fn blank(site: &Site<'_>, h: f64, e: f64, ridge: [Place; 2]) -> Geometry {
    let mut g = Geometry {
        span_m: site.between.span_m,
        between_two: site.shelter.pitch.needs_two_anchors(),
        ground: *site.plane,
        ridge_m: h,
        eaves_m: e,
        ties_m: [h, h],
        ridge,
        outline: Vec::new(),
        panels: Vec::new(),
        guys: Vec::new(),
        poles: Vec::new(),
        backstays: Vec::new(),
        floor_m2: 0.0,
        seat: [0.0; 3],
        headroom_m: 0.0,
        needed_m: 0.0,
        panel_m: 0.0,
        slope: 0.0,
        eave_m: 0.0,
        two_sided: false,
        drips: Vec::new(),
    };
    g.ties_m = [0.0, g.span_m].map(|x| g.line_at(x) - g.ground.at(x, 0.0));
    g
}

/// A guy that goes out this way, as far as it goes down; a corner at the ground is pegged itself.
fn guy(name: &str, from: Place, out: [f64; 2], holds_m: f64, panel: usize, plane: &Plane) -> Guy {
    let length = out[0].hypot(out[1]);
    let way = out.map(|c| c / length);
    let fall = (from[2] - plane.at(from[0], from[1])).max(0.02);
    // Out there the ground has risen, or fallen away.
    let rises = (plane.along * way[0] + plane.across * way[1]).max(-0.8);
    let reach = if fall < 0.15 { 0.05 } else { fall / (1.0 / GUY_SLOPE + rises) };
    let (x, y) = (from[0] + way[0] * reach, from[1] + way[1] * reach);
    let peg = [x, y, plane.at(x, y)];
    let run_m = (0..3).map(|i| (peg[i] - from[i]).powi(2)).sum::<f64>().sqrt();
    Guy { name: name.to_owned(), from, peg, run_m, holds_m, corner: out[0] != 0.0 && out[1] != 0.0, panel }
}

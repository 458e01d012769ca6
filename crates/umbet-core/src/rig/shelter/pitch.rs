//! Where everything is: ridge, cover, guys, pegs, the seat and the drips, from the site and the wish.
//!
//! `x` runs along the ridge from the near anchor's face, `y` across it, `z` up from the ground in the middle.

use super::draft::{Pitch, ShelterDraft, Wish};
use super::site::Between;
use crate::units::BodyMeasures;
use serde::Serialize;

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
    /// Height of the ridge over the ground in the middle.
    pub ridge_m: f64,
    /// Height of the eaves.
    pub eaves_m: f64,
    /// Height of the tie on the near anchor.
    pub tie_m: f64,
    /// The cover's ridge, from end to end.
    pub ridge: [[f64; 3]; 2],
    /// The cover's outline, in order.
    pub outline: Vec<[f64; 3]>,
    /// Guys and pegs.
    pub guys: Vec<Guy>,
    /// Poles, foot and top.
    pub poles: Vec<[[f64; 3]; 2]>,
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
/// The lowest ribs as a share of the body's height (common practice: ridge at the lowest ribs).
const LOWEST_RIBS: f64 = 0.7;
/// A guy goes down as far as it goes out (common practice: about 45°).
const GUY_SLOPE: f64 = 1.0;
/// Room between an anchor and the cover's end, least.
pub const LEAST_ROOM: f64 = 0.3;

impl Geometry {
    /// Length of the line from the near anchor to the cover's peak.
    pub fn peak_line_m(&self) -> f64 {
        (self.ridge_m - self.tie_m).hypot(self.ridge[0][0])
    }
}

/// A cover cannot be set up so.
#[derive(Debug, Clone, PartialEq)]
pub struct Impossible(pub String);

/// Lays the shelter out.
///
/// # Errors
/// [`Impossible`] says what is too short, too near or too high, and what to change.
pub fn lay(draft: &ShelterDraft, between: &Between, body: &BodyMeasures) -> Result<Geometry, Impossible> {
    let stature = body.arm_span_m;
    let needed = SITTING * stature + CLEAR;
    let wanted = match draft.wish {
        Wish::Low => 0.0,
        Wish::Usual => LOWEST_RIBS * stature,
        Wish::High => stature + 0.15,
    };
    let tries = (60..=320).map(|cm| f64::from(cm) / 100.0).filter(|h| *h >= wanted);
    let mut last = Impossible("Nothing was tried.".into());
    for h in tries {
        match at_height(draft, between, h, needed) {
            Ok(g) if g.headroom_m >= needed => return limits(g, draft, between),
            Ok(_) => last = too_narrow(draft),
            Err(e) => last = e,
        }
    }
    Err(last)
}

fn too_narrow(draft: &ShelterDraft) -> Impossible {
    Impossible(format!(
        "Nobody can sit under a cover {} by {} m pitched as {}: take a larger one, or another pitch.",
        draft.cover.length_m,
        draft.cover.width_m,
        draft.pitch.words()
    ))
}

fn limits(g: Geometry, draft: &ShelterDraft, between: &Between) -> Result<Geometry, Impossible> {
    let lowest = if uses_both(draft.pitch) { between.high_m[0].min(between.high_m[1]) } else { between.high_m[0] };
    if draft.pitch != Pitch::HalfPyramid && g.ridge_m > lowest {
        return Err(Impossible(format!(
            "The ridge wants {:.2} m, but a line can be tied {lowest:.2} m high at most: ask for it lower, or take other anchors.",
            g.ridge_m
        )));
    }
    Ok(g)
}

/// The ridge runs from anchor to anchor.
pub const fn uses_both(pitch: Pitch) -> bool {
    matches!(pitch, Pitch::AFrame | Pitch::LeanTo | Pitch::FlatFly)
}

fn at_height(draft: &ShelterDraft, between: &Between, h: f64, needed: f64) -> Result<Geometry, Impossible> {
    if uses_both(draft.pitch) {
        let short = draft.cover.length_m + 2.0 * LEAST_ROOM - between.span_m;
        if short > 0.0 {
            return Err(Impossible(format!(
                "The anchors stand {:.2} m apart: {short:.2} m too near for a cover {} m long. Take others, turn the cover, or pitch it from one anchor.",
                between.span_m, draft.cover.length_m
            )));
        }
    }
    let raw = match draft.pitch {
        Pitch::AFrame => ridged(draft, between, h, eaves(draft.wish, false)),
        Pitch::FlatFly => ridged(draft, between, h, (h - FALL).max(0.2)),
        Pitch::LeanTo => lean_to(draft, between, h),
        Pitch::HalfPyramid => half_pyramid(draft, between, h),
        Pitch::PloughPoint => plough_point(draft, between, h),
    };
    let mut g = raw.ok_or_else(|| {
        Impossible(format!(
            "A cover {} m wide does not reach from a ridge at {h:.2} m to its eaves: take a wider one, or a lower ridge.",
            draft.cover.width_m
        ))
    })?;
    g.needed_m = needed;
    g.drips = drips(draft, &g);
    Ok(g)
}

/// How far a flat fly falls from its ridge to its eaves, so that rain runs off (common practice).
const FALL: f64 = 0.35;

fn eaves(wish: Wish, pegged: bool) -> f64 {
    match wish {
        _ if pegged => 0.08,
        Wish::Low => 0.1,
        Wish::Usual => 0.35,
        Wish::High => 0.8,
    }
}

/// The level leg of a right triangle, where the slope is long enough and not quite upright.
fn level(slope: f64, fall: f64) -> Option<f64> {
    (fall < 0.97 * slope).then(|| (slope * slope - fall * fall).sqrt())
}

/// Both sides of the ridge.
fn ridged(draft: &ShelterDraft, between: &Between, h: f64, e: f64) -> Option<Geometry> {
    let (half, length) = (draft.cover.width_m / 2.0, draft.cover.length_m);
    let b = level(half, h - e)?;
    let from = (between.span_m - length) / 2.0;
    let ends = [from, from + length];
    let mut g = blank(between, h, e, [[ends[0], 0.0, h], [ends[1], 0.0, h]]);
    g.outline = vec![[ends[0], -b, e], [ends[1], -b, e], [ends[1], b, e], [ends[0], b, e]];
    for (side, word) in [(-1.0, "near"), (1.0, "far")] {
        let middle = f64::midpoint(ends[0], ends[1]);
        for (x, out, holds, name) in [
            (ends[0], -1.0, length / 4.0, "left corner"),
            (middle, 0.0, length / 2.0, "middle"),
            (ends[1], 1.0, length / 4.0, "right corner"),
        ] {
            g.guys.push(guy(&format!("{word} {name}"), [x, side * b, e], [out, side], holds, draft, between));
        }
    }
    g.floor_m2 = 2.0 * b * length;
    g.seat = [middle_of(&g.ridge), 0.25, 0.0];
    g.headroom_m = h - (h - e) * 0.25 / b;
    g.panel_m = half;
    g.slope = (h - e).atan2(b);
    g.eave_m = length;
    g.two_sided = true;
    Some(g)
}

/// One edge on the ridge.
fn lean_to(draft: &ShelterDraft, between: &Between, h: f64) -> Option<Geometry> {
    let (width, length, e) = (draft.cover.width_m, draft.cover.length_m, eaves(draft.wish, true));
    let b = level(width, h - e)?;
    let from = (between.span_m - length) / 2.0;
    let ends = [from, from + length];
    let mut g = blank(between, h, e, [[ends[0], 0.0, h], [ends[1], 0.0, h]]);
    g.outline = vec![[ends[0], 0.0, h], [ends[1], 0.0, h], [ends[1], b, e], [ends[0], b, e]];
    for (x, out, holds, name) in [
        (ends[0], -1.0, length / 4.0, "back left corner"),
        (f64::midpoint(ends[0], ends[1]), 0.0, length / 2.0, "back middle"),
        (ends[1], 1.0, length / 4.0, "back right corner"),
    ] {
        g.guys.push(guy(name, [x, b, e], [out, 1.0], holds, draft, between));
    }
    g.floor_m2 = b * length;
    g.seat = [middle_of(&g.ridge), 0.45, 0.0];
    g.headroom_m = h - (h - e) * 0.45 / b;
    g.panel_m = width;
    g.slope = (h - e).atan2(b);
    g.eave_m = length;
    Some(g)
}

/// A pole in the middle of the front edge, a guy before it, everything else pegged down.
fn half_pyramid(draft: &ShelterDraft, between: &Between, h: f64) -> Option<Geometry> {
    let (depth_cloth, front, e) = (draft.cover.width_m, draft.cover.length_m, 0.08);
    let a = level(front / 2.0, h - e)?;
    let depth = level(depth_cloth, front / 2.0 - a)?;
    // The front guy runs to the near anchor; the pole stands as far from it as it is high.
    let foot = (h * GUY_SLOPE).max(1.0);
    let mut g = blank(between, h, e, [[foot, 0.0, h], [foot + depth, 0.0, e]]);
    let back = front / 2.0;
    g.outline = vec![[foot, 0.0, h], [foot, -a, e], [foot + depth, -back, e], [foot + depth, back, e], [foot, a, e]];
    for (at, out, holds, name) in [
        ([foot, -a, e], [-0.3, -1.0], depth / 2.0, "front left corner"),
        ([foot, a, e], [-0.3, 1.0], depth / 2.0, "front right corner"),
        ([foot + depth, -back, e], [1.0, -1.0], front / 4.0, "back left corner"),
        ([foot + depth, 0.0, e], [1.0, 0.0], front / 2.0, "back middle"),
        ([foot + depth, back, e], [1.0, 1.0], front / 4.0, "back right corner"),
    ] {
        g.guys.push(guy(name, at, out, holds, draft, between));
    }
    g.tie_m = 0.1;
    g.poles = vec![[[foot, 0.0, 0.0], [foot, 0.0, h]]];
    g.floor_m2 = (a + back) * depth;
    g.seat = [foot + 0.5, 0.0, 0.0];
    g.headroom_m = h - (h - e) * 0.5 / depth;
    g.panel_m = h.hypot(depth);
    g.slope = (h - e).atan2(depth);
    g.eave_m = front;
    Some(g)
}

/// One corner up the near anchor, the opposite one and both sides at the ground.
fn plough_point(draft: &ShelterDraft, between: &Between, h: f64) -> Option<Geometry> {
    let (w, l, e) = (draft.cover.width_m, draft.cover.length_m, 0.05);
    let diagonal = w.hypot(l);
    let reach = level(diagonal, h - e)?;
    let side = level(w * l / diagonal, (h - e) / 2.0)?;
    let from = LEAST_ROOM;
    let mut g = blank(between, h, e, [[from, 0.0, h], [from + reach, 0.0, e]]);
    let middle = from + reach / 2.0;
    g.outline = vec![[from, 0.0, h], [middle, -side, e], [from + reach, 0.0, e], [middle, side, e]];
    for (at, out, name) in [
        ([middle, -side, e], [0.0, -1.0], "left corner"),
        ([from + reach, 0.0, e], [1.0, 0.0], "back corner"),
        ([middle, side, e], [0.0, 1.0], "right corner"),
    ] {
        g.guys.push(guy(name, at, out, diagonal / 4.0, draft, between));
    }
    g.floor_m2 = side * reach;
    g.seat = [from + 0.5, 0.0, 0.0];
    g.headroom_m = h - (h - e) * 0.5 / reach;
    g.panel_m = w * l / diagonal;
    g.slope = (h / 2.0).atan2(side);
    g.eave_m = diagonal;
    g.two_sided = true;
    Some(g)
}

fn middle_of(ridge: &[Place; 2]) -> f64 {
    f64::midpoint(ridge[0][0], ridge[1][0])
}

fn blank(between: &Between, h: f64, e: f64, ridge: [Place; 2]) -> Geometry {
    Geometry {
        span_m: between.span_m,
        ridge_m: h,
        eaves_m: e,
        tie_m: h,
        ridge,
        outline: Vec::new(),
        guys: Vec::new(),
        poles: Vec::new(),
        floor_m2: 0.0,
        seat: [0.0; 3],
        headroom_m: 0.0,
        needed_m: 0.0,
        panel_m: 0.0,
        slope: 0.0,
        eave_m: 0.0,
        two_sided: false,
        drips: Vec::new(),
    }
}

/// A guy that goes out this way, as far as it goes down; a corner at the ground is pegged itself.
fn guy(name: &str, from: Place, out: [f64; 2], holds_m: f64, draft: &ShelterDraft, between: &Between) -> Guy {
    let ground = |x: f64| draft.slope_percent / 100.0 * (x - between.span_m / 2.0);
    let length = out[0].hypot(out[1]);
    let fall = (from[2] - ground(from[0])).max(0.02);
    let reach = if fall < 0.15 { 0.05 } else { fall * GUY_SLOPE };
    let (x, y) = (from[0] + out[0] / length * reach, from[1] + out[1] / length * reach);
    let peg = [x, y, ground(x)];
    let run_m = (0..3).map(|i| (peg[i] - from[i]).powi(2)).sum::<f64>().sqrt();
    Guy { name: name.to_owned(), from, peg, run_m, holds_m, corner: out[0] != 0.0 && out[1] != 0.0 }
}

fn drips(draft: &ShelterDraft, g: &Geometry) -> Vec<Drip> {
    let mut all = Vec::new();
    if uses_both(draft.pitch) {
        for (end, word) in g.ridge.iter().zip(["near", "far"]) {
            let (stop, says) = match (draft.split, draft.line_over) {
                (true, _) => {
                    (false, format!("The knot at the {word} end is outside the cover: water leaves the line there."))
                }
                (false, true) => {
                    (true, "A short cord hung from the line, outside the cover’s loops: water drops there.".into())
                }
                (false, false) => (
                    true,
                    "A short cord hung from the line a hand outside the cover: it sags that way, and water follows."
                        .into(),
                ),
            };
            all.push(Drip { at: *end, says, stop });
        }
    } else {
        let says = "The line falls away from the dry side: water runs to the anchor or the peg.".to_owned();
        all.push(Drip { at: g.ridge[0], says, stop: false });
    }
    all.push(Drip {
        at: g.guys.first().map_or([0.0; 3], |g| g.from),
        says: "Guys fall outward from the cover: water leaves by them.".into(),
        stop: false,
    });
    all
}

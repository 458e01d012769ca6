//! Pitches whose ridge runs from anchor to anchor, on any slope.

use super::{Geometry, Panel, Place, Site, blank, guy, plus, reach};
use crate::rig::Impossible;
use crate::rig::shelter::draft::Pitch;
use crate::rig::shelter::slope::{RidgeSlope, ties};

/// A pitch whose ridge runs from anchor to anchor; `None` where the cloth does not reach.
pub(super) fn on_ridge(site: &Site<'_>, slope: RidgeSlope) -> Result<Option<Geometry>, Impossible> {
    let tied = ties(site.between, site.plane, site.h, site.sag, slope, site.reader)?;
    // Where the lowest ties are higher than was asked, the whole ridge is.
    let h = f64::midpoint(tied[0], tied[1]);
    Ok(match site.shelter.pitch {
        Pitch::LeanTo => one_sided(site, tied, h, PEGGED_DOWN),
        Pitch::FlatFly => ridged(site, tied, h, (h - FALL).max(0.2)),
        _ => ridged(site, tied, h, site.eaves),
    })
}

/// Height of an eave that is pegged down itself.
const PEGGED_DOWN: f64 = 0.08;

/// How far a flat fly falls from its ridge to its eaves, so that rain runs off (common practice).
const FALL: f64 = 0.35;

/// From a place on the ridge to the eave under it, on one side, −1 or 1, with `cloth` metres between.
fn panel(site: &Site<'_>, tied: [f64; 2], side: f64, cloth: f64, fall: f64) -> Option<Place> {
    let tilt = (tied[1] - tied[0]) / site.between.span_m;
    let k = site.plane.across * side;
    let b = reach(cloth, fall, k, 1.0 + tilt * tilt)?;
    let down = fall - k * b;
    // Cloth is square: its sides stand at right angles to the ridge, however that lies.
    Some([down * tilt, side * b, -down])
}

/// Both ends of the cover on the ridge.
fn ridge_ends(site: &Site<'_>, tied: [f64; 2]) -> [Place; 2] {
    let (span, rise) = (site.between.span_m, tied[1] - tied[0]);
    let level = site.shelter.length_m * span / span.hypot(rise);
    let from = (span - level) / 2.0;
    [from, from + level].map(|x| [x, 0.0, tied[0] + rise * x / span])
}

/// Both sides of the ridge.
fn ridged(site: &Site<'_>, tied: [f64; 2], h: f64, e: f64) -> Option<Geometry> {
    let (half, length) = (site.shelter.width_m / 2.0, site.shelter.length_m);
    let ends = ridge_ends(site, tied);
    let [near, far] = [panel(site, tied, -1.0, half, h - e)?, panel(site, tied, 1.0, half, h - e)?];
    let mut g = blank(site, h, e, ends);
    g.outline = vec![plus(ends[0], near), plus(ends[1], near), plus(ends[1], far), plus(ends[0], far)];
    for (i, (side, word, panel)) in [(-1.0, "near", near), (1.0, "far", far)].into_iter().enumerate() {
        let [a, b] = ends.map(|end| plus(end, panel));
        g.panels.push(Panel { corners: vec![ends[0], ends[1], b, a] });
        for (from, out, holds, name) in [
            (a, -1.0, length / 4.0, "left corner"),
            (mean(a, b), 0.0, length / 2.0, "middle"),
            (b, 1.0, length / 4.0, "right corner"),
        ] {
            g.guys.push(guy(&format!("{word} {name}"), from, [out, side], holds, i, site.plane));
        }
    }
    let (b_near, b_far) = (near[1].abs(), far[1]);
    g.floor_m2 = (b_near + b_far) * (ends[1][0] - ends[0][0]);
    let seats = [&far, &near].map(|panel| seat(site, &g, panel, 0.25, h));
    (g.seat, g.headroom_m) = if seats[1].1 > seats[0].1 + 1e-9 { seats[1] } else { seats[0] };
    g.panel_m = half;
    g.slope = (h - e).atan2(f64::midpoint(b_near, b_far));
    g.eave_m = length;
    g.two_sided = true;
    Some(g)
}

/// A seat this far in under a panel from the middle of the ridge, and the cover's height over it.
fn seat(site: &Site<'_>, g: &Geometry, panel: &Place, inward: f64, h: f64) -> (Place, f64) {
    let (b, down) = (panel[1], -panel[2]);
    let (x, y) = (middle_of(&g.ridge), inward * b.signum());
    let ground = site.plane.at(x, y);
    ([x, y, ground], h - down * inward / b.abs() - ground)
}

/// One edge on the ridge.
fn one_sided(site: &Site<'_>, tied: [f64; 2], h: f64, e: f64) -> Option<Geometry> {
    let (width, length) = (site.shelter.width_m, site.shelter.length_m);
    let ends = ridge_ends(site, tied);
    let back = panel(site, tied, 1.0, width, h - e)?;
    let mut g = blank(site, h, e, ends);
    let [a, b] = ends.map(|end| plus(end, back));
    g.outline = vec![ends[0], ends[1], b, a];
    g.panels = vec![Panel { corners: g.outline.clone() }];
    for (from, out, holds, name) in [
        (a, -1.0, length / 4.0, "back left corner"),
        (mean(a, b), 0.0, length / 2.0, "back middle"),
        (b, 1.0, length / 4.0, "back right corner"),
    ] {
        g.guys.push(guy(name, from, [out, 1.0], holds, 0, site.plane));
    }
    g.floor_m2 = back[1] * (ends[1][0] - ends[0][0]);
    (g.seat, g.headroom_m) = seat(site, &g, &back, 0.45, h);
    g.panel_m = width;
    g.slope = (h - e).atan2(back[1]);
    g.eave_m = length;
    Some(g)
}

fn mean(a: Place, b: Place) -> Place {
    [0, 1, 2].map(|i| f64::midpoint(a[i], b[i]))
}

fn middle_of(ridge: &[Place; 2]) -> f64 {
    f64::midpoint(ridge[0][0], ridge[1][0])
}

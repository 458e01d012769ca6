//! Pitches that hang from one anchor, everything else at the ground. The cloth is laid out as it was cut: every edge and every
//! fold keeps its length.

use super::{GUY_SLOPE, Geometry, LEAST_ROOM, Panel, Place, Plane, Site, blank, guy, minus, plus, times};
use crate::rig::Impossible;
use crate::units::Length;

/// The place so far over the ground that is `near.1` from one place and `far.1` from another, on the left (−1) or the right (1)
/// of the way from the one to the other. `None` where there is none.
fn on_ground(plane: &Plane, over: f64, near: (Place, f64), far: (Place, f64), side: f64) -> Option<Place> {
    let at = |x: f64, y: f64| [x, y, plane.at(x, y) + over];
    // Both spheres and the ground: two steps of Newton's method in the plane from the level answer arrive, six are safe.
    let (p, q) = (near.0, far.0);
    let apart = (q[0] - p[0]).hypot(q[1] - p[1]);
    let level = |r: f64, fall: f64| (r * r - fall * fall).max(0.0);
    let (a, b) = (level(near.1, p[2] - at(p[0], p[1])[2]), level(far.1, q[2] - at(q[0], q[1])[2]));
    let along = (apart * apart + a - b) / (2.0 * apart);
    let out = (a - along * along).max(1e-4).sqrt() * side;
    let way = [(q[0] - p[0]) / apart, (q[1] - p[1]) / apart];
    let (mut x, mut y) = (p[0] + way[0] * along - way[1] * out, p[1] + way[1] * along + way[0] * out);
    for _ in 0..24 {
        let here = at(x, y);
        let (u, v) = (minus(here, p), minus(here, q));
        let miss = [super::dot(u, u) - near.1 * near.1, super::dot(v, v) - far.1 * far.1];
        let slope = |w: Place| [2.0 * (w[0] + w[2] * plane.along), 2.0 * (w[1] + w[2] * plane.across)];
        let (du, dv) = (slope(u), slope(v));
        let det = du[0] * dv[1] - du[1] * dv[0];
        if det.abs() < 1e-9 {
            return None;
        }
        x -= (miss[0] * dv[1] - miss[1] * du[1]) / det;
        y -= (miss[1] * du[0] - miss[0] * dv[0]) / det;
    }
    let found = at(x, y);
    let meets = |(from, r): (Place, f64)| (super::long(minus(found, from)) - r).abs() < 1e-9;
    (meets(near) && meets(far)).then_some(found)
}

/// Size of an outline seen from above, m².
fn floor(outline: &[Place]) -> f64 {
    let n = outline.len();
    (0..n).map(|i| outline[i][0] * outline[(i + 1) % n][1] - outline[(i + 1) % n][0] * outline[i][1]).sum::<f64>().abs()
        / 2.0
}

/// A pole in the middle of the front edge, a line before it, everything else pegged down: the middle of the front edge is up
/// the pole, its corners and the whole back edge are at the ground.
pub(super) fn half_pyramid(site: &Site<'_>) -> Option<Geometry> {
    let (h, e, plane) = (site.h, 0.08, site.plane);
    let (depth, front) = (site.shelter.width_m, site.shelter.length_m);
    // The line runs down to the near anchor; the pole stands as far from it as it is high.
    let foot = (h * GUY_SLOPE).max(1.0);
    let on = |x: f64, y: f64, up: f64| [x, y, plane.at(x, y) + up];
    let peak = on(foot, 0.0, h);
    let back = reach_along(plane, peak, depth, e)?;
    let half_way = times(super::unit([0.0, 1.0, plane.across]), front / 2.0);
    let (back_left, back_right) = (minus(back, half_way), plus(back, half_way));
    let corner = |from: Place, side: f64| on_ground(plane, e, (peak, front / 2.0), (from, depth), side);
    let (left, right) = (corner(back_left, -1.0)?, corner(back_right, 1.0)?);
    let mut g = blank(site, h, e, [peak, back]);
    g.outline = vec![peak, left, back_left, back_right, right];
    g.panels = [[left, back_left], [back_left, back], [back, back_right], [back_right, right]]
        .map(|[a, b]| Panel { corners: vec![peak, a, b] })
        .into();
    for (panel, at, out, holds, name) in [
        (0, left, [-0.3, -1.0], depth / 2.0, "front left corner"),
        (0, back_left, [1.0, -1.0], front / 4.0, "back left corner"),
        (1, back, [1.0, 0.0], front / 2.0, "back middle"),
        (3, back_right, [1.0, 1.0], front / 4.0, "back right corner"),
        (3, right, [-0.3, 1.0], depth / 2.0, "front right corner"),
    ] {
        g.guys.push(guy(name, at, out, holds, panel, plane));
    }
    let tie = LOW_TIE_M.clamp(site.between.low_m[0], site.between.high_m[0]);
    g.ties_m = [tie, tie];
    g.poles = vec![[on(foot, 0.0, 0.0), peak]];
    g.floor_m2 = floor(&g.outline);
    g.seat = on(foot + 0.5, 0.0, 0.0);
    g.headroom_m = under(peak, back, 0.5) - g.seat[2];
    let run = minus(back, peak);
    g.panel_m = depth;
    g.slope = (-run[2]).atan2(run[0].hypot(run[1]));
    g.eave_m = front;
    Some(g)
}

/// Height of a half pyramid's line on its anchor.
const LOW_TIE_M: f64 = 0.1;

/// Straight behind the peak, so far down the cloth and so far over the ground.
fn reach_along(plane: &Plane, peak: Place, cloth: f64, over: f64) -> Option<Place> {
    let fall = peak[2] - plane.at(peak[0], peak[1]) - over;
    let x = peak[0] + super::reach(cloth, fall, plane.along, 1.0)?;
    Some([x, peak[1], plane.at(x, peak[1]) + over])
}

/// Height of the cloth between peak and back, so far in from the peak.
fn under(peak: Place, back: Place, inward: f64) -> f64 {
    peak[2] + (back[2] - peak[2]) * inward / (back[0] - peak[0])
}

/// One corner up the near anchor, the opposite one and both sides at the ground. `None` where the cover is too small.
pub(super) fn plough_point(site: &Site<'_>) -> Result<Option<Geometry>, Impossible> {
    let (h, e, plane) = (site.h, 0.05, site.plane);
    let (w, l) = (site.shelter.width_m, site.shelter.length_m);
    let (from, diagonal) = (LEAST_ROOM, w.hypot(l));
    let on = |x: f64, y: f64, up: f64| [x, y, plane.at(x, y) + up];
    let peak = on(from, 0.0, h);
    // The line falls from its tie to the peak as steeply as the cloth pulls there: the tie is that much higher.
    let Some(end) = reach_along(plane, peak, diagonal, e) else { return Ok(None) };
    let fold = minus(end, peak);
    let steep = (-fold[2] / fold[0]).min(1.5);
    let tie = (peak[2] + from * steep - plane.at(0.0, 0.0)).max(site.between.low_m[0]);
    if tie > site.between.high_m[0] + 1e-9 {
        return Err(Impossible(format!(
            "The peak wants its line tied {} high, but a line can be tied {} high at most there: ask for it lower, or take another anchor.",
            site.reader.length(Length::from_m(tie)),
            site.reader.length(Length::from_m(site.between.high_m[0]))
        )));
    }
    // The long side on the left, the short one on the right.
    let left = on_ground(plane, e, (peak, l), (end, w), -1.0);
    let right = on_ground(plane, e, (peak, w), (end, l), 1.0);
    let (Some(left), Some(right)) = (left, right) else { return Ok(None) };
    let mut g = blank(site, h, e, [peak, end]);
    g.outline = vec![peak, left, end, right];
    g.panels = vec![Panel { corners: vec![peak, left, end] }, Panel { corners: vec![peak, end, right] }];
    for (panel, at, out, name) in [
        (0, left, [0.0, -1.0], "left corner"),
        (0, end, [1.0, 0.0], "back corner"),
        (1, right, [0.0, 1.0], "right corner"),
    ] {
        g.guys.push(guy(name, at, out, diagonal / 4.0, panel, plane));
    }
    g.ties_m = [tie, tie];
    g.floor_m2 = floor(&g.outline);
    g.seat = on(from + 0.5, 0.0, 0.0);
    g.headroom_m = under(peak, end, 0.5) - g.seat[2];
    g.panel_m = w * l / diagonal;
    g.slope = (-fold[2]).atan2(fold[0].hypot(fold[1]));
    g.eave_m = diagonal;
    g.two_sided = true;
    Ok(Some(g))
}

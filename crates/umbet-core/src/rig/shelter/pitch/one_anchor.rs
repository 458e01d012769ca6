//! Pitches that hang from one anchor, everything else at the ground.

use super::{GUY_SLOPE, Geometry, Impossible, LEAST_ROOM, Site, blank, guy, reach};

/// A pole in the middle of the front edge, a guy before it, everything else pegged down.
pub(super) fn half_pyramid(site: &Site<'_>) -> Option<Geometry> {
    let (h, e, plane) = (site.h, 0.08, site.plane);
    let (depth_cloth, front) = (site.draft.cover.width_m, site.draft.cover.length_m);
    let [left, right] = [-1.0, 1.0].map(|side| reach(front / 2.0, h - e, plane.across * side, 1.0));
    let (left, right) = (left?, right?);
    let back = front / 2.0 / 1f64.hypot(plane.across);
    let out = depth_cloth * depth_cloth - (back - f64::midpoint(left, right)).powi(2);
    let depth = (out > 0.0).then(|| out.sqrt() / 1f64.hypot(plane.along))?;
    // The front guy runs to the near anchor; the pole stands as far from it as it is high.
    let foot = (h * GUY_SLOPE).max(1.0);
    let on = |x: f64, y: f64, up: f64| [x, y, plane.at(x, y) + up];
    let (end, peak) = (foot + depth, on(foot, 0.0, h));
    let mut g = blank(site, h, e, [peak, on(end, 0.0, e)]);
    g.outline = vec![peak, on(foot, -left, e), on(end, -back, e), on(end, back, e), on(foot, right, e)];
    for (at, out, holds, name) in [
        (g.outline[1], [-0.3, -1.0], depth / 2.0, "front left corner"),
        (g.outline[4], [-0.3, 1.0], depth / 2.0, "front right corner"),
        (g.outline[2], [1.0, -1.0], front / 4.0, "back left corner"),
        (on(end, 0.0, e), [1.0, 0.0], front / 2.0, "back middle"),
        (g.outline[3], [1.0, 1.0], front / 4.0, "back right corner"),
    ] {
        g.guys.push(guy(name, at, out, holds, plane));
    }
    let tie = 0.1f64.clamp(site.between.low_m[0], site.between.high_m[0]);
    g.ties_m = [tie, tie];
    g.poles = vec![[on(foot, 0.0, 0.0), peak]];
    g.floor_m2 = (f64::midpoint(left, right) + back) * depth;
    g.seat = on(foot + 0.5, 0.0, 0.0);
    g.headroom_m = h - (h - e) * 0.5 / depth;
    g.panel_m = h.hypot(depth);
    g.slope = (h - e).atan2(depth);
    g.eave_m = front;
    Some(g)
}

/// One corner up the near anchor, the opposite one and both sides at the ground. `None` where the cover is too small.
pub(super) fn plough_point(site: &Site<'_>) -> Result<Option<Geometry>, Impossible> {
    let (h, e, plane) = (site.h, 0.05, site.plane);
    let (w, l) = (site.draft.cover.width_m, site.draft.cover.length_m);
    let (from, diagonal) = (LEAST_ROOM, w.hypot(l));
    // The peak's height counts from the ground under it, the tie's from the anchor's foot.
    let tie = (h + plane.at(from, 0.0) - plane.at(0.0, 0.0)).max(site.between.low_m[0]);
    if tie > site.between.high_m[0] + 1e-9 {
        return Err(Impossible(format!(
            "The peak wants {tie:.2} m, but a line can be tied {:.2} m high at most there: ask for it lower, or take another anchor.",
            site.between.high_m[0]
        )));
    }
    let sides = [-1.0, 1.0].map(|side| reach(w * l / diagonal, (h - e) / 2.0, plane.across * side, 1.0));
    let (Some(along), [Some(left), Some(right)]) = (reach(diagonal, h - e, plane.along, 1.0), sides) else {
        return Ok(None);
    };
    let on = |x: f64, y: f64, up: f64| [x, y, plane.at(x, y) + up];
    let (peak, end, middle) = (on(from, 0.0, h), on(from + along, 0.0, e), from + along / 2.0);
    let mut g = blank(site, h, e, [peak, end]);
    g.outline = vec![peak, on(middle, -left, e), end, on(middle, right, e)];
    for (at, out, name) in [
        (g.outline[1], [0.0, -1.0], "left corner"),
        (end, [1.0, 0.0], "back corner"),
        (g.outline[3], [0.0, 1.0], "right corner"),
    ] {
        g.guys.push(guy(name, at, out, diagonal / 4.0, plane));
    }
    g.ties_m = [tie, tie];
    g.floor_m2 = f64::midpoint(left, right) * along;
    g.seat = on(from + 0.5, 0.0, 0.0);
    g.headroom_m = h - (h - e) * 0.5 / along;
    g.panel_m = w * l / diagonal;
    g.slope = (h / 2.0).atan2(f64::midpoint(left, right));
    g.eave_m = diagonal;
    g.two_sided = true;
    Ok(Some(g))
}

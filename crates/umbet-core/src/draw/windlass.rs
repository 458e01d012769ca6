//! A loop round two poles twisted with a stick: a Spanish windlass, from the front.

use super::lashed::{framed, ghosts, pole_items};
use super::rope::{Pattern, Run};
use super::tight::{Among, tubes_among};
use super::view::View;
use super::{Item, Scene};
use crate::knot::spline::{P2, P3};
use crate::lashing::Pole;
use crate::lashing::strand::resampled;
use glam::DVec3;
use std::f64::consts::{PI, TAU};

/// Radius of the poles and of the stick, diameters of the cord.
const POLE: f64 = 4.0;
const STICK: f64 = 1.1;
/// Half of the stick's length.
const STICK_HALF: f64 = 11.0;
/// Half of the loop from where it leaves its pole to the stick, not yet twisted.
const HALF: f64 = 21.0;
/// The strands leave each other for their pole so far from where they touch it.
const SPLAY: f64 = 7.0;
/// So far from the stick the strands have come together.
const BESIDE: f64 = 3.0 * STICK;
/// Distance of the points a strand is drawn by.
const STEP: f64 = 0.6;

/// How far a half of it reaches once it is twisted so often: a strand of a helix is as long as it was.
fn twisted(turns: f64) -> f64 {
    ((HALF - SPLAY).powi(2) - (PI * turns).powi(2)).max(1.0).sqrt()
}

/// Front strand from the stick to the outermost point of the right pole.
fn half(turns: f64) -> Vec<DVec3> {
    const POINTS: usize = 240;
    let core = twisted(turns);
    let middle = core + SPLAY + POLE;
    let mut line: Vec<DVec3> = (0..=POINTS)
        .map(|i| {
            let x = core * i as f64 / POINTS as f64;
            // Beside the stick they run straight, apart by it.
            let angle = TAU * turns * ((core - x) / (core - BESIDE)).min(1.0);
            let apart = 0.53 + STICK * (1.0 - x / BESIDE).max(0.0);
            DVec3::new(x, apart * angle.sin(), apart * angle.cos())
        })
        .collect();
    // The tangent to the pole, and on round it.
    let (away, round) = (middle - core, POLE + 0.5);
    let leaves = PI - (round / away).acos();
    line.extend((0..=40).map(|i| {
        let a = leaves * (1.0 - f64::from(i) / 40.0);
        DVec3::new(middle + round * a.cos(), 0.0, round * a.sin())
    }));
    line
}

/// Draws it, twisted so many whole turns.
pub fn windlass(turns: u32, size: P2) -> Scene {
    let turns = f64::from(turns);
    let quarter = half(turns);
    // From the right pole's outer side over the front to the left one's, and back behind.
    let front = quarter.iter().rev().copied().chain(quarter.iter().skip(1).map(|p| DVec3::new(-p.x, p.y, p.z)));
    let front: Vec<DVec3> = front.collect();
    let back = front.iter().rev().map(|p| DVec3::new(p.x, -p.y, -p.z)).skip(1);
    let line: Vec<DVec3> = front.iter().copied().chain(back).collect();
    let middle = twisted(turns) + SPLAY + POLE;
    let pole = |name, x: f64, radius| Pole { name, along: DVec3::Y, radius, middle: DVec3::X * x };
    let poles = [pole('A', -middle, POLE), pole('B', middle, POLE)];
    let stick = pole('S', 0.0, STICK);
    let corners = [-1.0, 1.0].map(|s| DVec3::new(s * (middle + POLE + 1.0), s * (STICK_HALF + 0.5), 0.0));
    let view = framed(&[line.clone(), corners.to_vec()].concat(), size);
    let hidden =
        |p: DVec3| poles.iter().any(|q| q.hides(p, DVec3::Z)) || (p.y.abs() < STICK_HALF && stick.hides(p, DVec3::Z));
    let mut items: Vec<Item> = poles.iter().flat_map(|p| pole_items(p, &view)).collect();
    items.extend(stick_items(&view));
    let points: Vec<P3> = resampled(&line, STEP).iter().map(DVec3::to_array).collect();
    let run = Run { points, pattern: Pattern::Braided, thick: 1.0, whipped: false, whipped_start: false };
    items.extend(ghosts(&run.points, &hidden, &view));
    let hides = |at: P2, z: f64| hidden(DVec3::new(at[0], at[1], z));
    let shown = |p: P3| !hidden(DVec3::from_array(p));
    let (mut pieces, ink) = tubes_among(&[run], &Among { hides: &hides, shown: &shown, stretch: 2.0 * STEP }, &view);
    pieces.sort_by(|a, b| a.depth.total_cmp(&b.depth));
    items.extend(pieces.into_iter().flat_map(|p| p.items));
    items.extend(ink);
    let alt = format!(
        "A loop round two poles, a stick through its middle turned {turns:.0} times: the strands are twisted about each other on either side of it"
    );
    Scene { width: size[0], height: size[1], items, alt }
}

/// The stick, whole.
fn stick_items(view: &View) -> Vec<Item> {
    let at = |x: f64, y: f64| view.page([x, y]);
    let corners = vec![at(-STICK, -STICK_HALF), at(STICK, -STICK_HALF), at(STICK, STICK_HALF), at(-STICK, STICK_HALF)];
    let mut edge = corners.clone();
    edge.push(corners[0]);
    vec![Item::Fill { class: "ob bark", points: corners }, Item::line("oe", edge)]
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Twisted, a strand is as long as it was, and the two stay a cord apart.
    #[test]
    fn strands_keep_their_length_and_their_distance() {
        for turns in [1u32, 3] {
            let strand = half(f64::from(turns));
            let core: Vec<DVec3> =
                strand.iter().copied().filter(|p| p.x > BESIDE && p.x < twisted(f64::from(turns))).collect();
            for p in &core {
                assert!(p.y.hypot(p.z) >= 0.5, "{turns}: {p}");
            }
            assert!(twisted(f64::from(turns)) < HALF - SPLAY);
        }
    }
}

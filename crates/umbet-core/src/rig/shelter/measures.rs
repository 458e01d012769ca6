//! What the site measures out to, in sentences: heights, dry ground, the ridge's stretch, each guy and its peg.

use super::draft::Shelter;
use super::forces::Forces;
use super::lengths::PEGGED_M;
use super::pitch::{Geometry, Guy};
use super::site::Between;
use crate::units::{Band, Length, Reader};

/// All of them.
pub fn measures(shelter: &Shelter, between: &Between, g: &Geometry, f: &Forces, reader: &Reader) -> Vec<String> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let mut all = vec![format!(
        "Headroom {} where one sits, {} needed; {} of dry ground, from rain that falls straight down.",
        m(g.headroom_m),
        m(g.needed_m),
        reader.area(g.floor_m2)
    )];
    if shelter.pitch.needs_two_anchors() {
        all.extend(of_ridge(shelter, between, g, f, reader));
    } else {
        let near = &shelter.anchors[between.anchors[0]].name;
        let pull = reader.forces(f.ridge_n);
        all.push(format!(
            "Peak line {} long, tied {} high on {near}: {pull} in the gust.",
            m(g.peak_line_m()),
            m(g.ties_m[0])
        ));
    }
    if let (Some(push), Some([foot, top])) = (f.pole_n, g.poles.first()) {
        all.push(format!("Pole {} long: {} on it in the gust.", m(top[2] - foot[2]), reader.forces(push)));
    }
    for b in &g.backstays {
        let name = &shelter.anchors[between.anchors[b.end]].name;
        let pull = f.gust_ends_n[b.end].scaled(std::f64::consts::SQRT_2);
        all.push(format!("Backstay of {name}: {} to its peg, {} in the gust.", m(b.run_m), reader.forces(pull)));
    }
    all.extend(g.guys.iter().zip(&f.guys_n).map(|(guy, pull)| of_guy(guy, *pull, reader)));
    all
}

fn of_ridge(shelter: &Shelter, between: &Between, g: &Geometry, f: &Forces, reader: &Reader) -> Vec<String> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let both = |b: Band| reader.lengths(Length::from_m(b.low), Length::from_m(b.high));
    let [near, far] = between.anchors.map(|i| shelter.anchors[i].name.as_str());
    let [a, b] = g.ties_m.map(m);
    let ties = if a == b { format!("{a} high at both ends") } else { format!("{a} high on {near} and {b} on {far}") };
    let lies = if g.rise_m().abs() < 0.02 { "level" } else { "sloping" };
    let mut all = vec![
        format!(
            "Tie the ridge {ties}, each over the ground at its foot: it lies {lies} and comes down to {} in its middle, {} of sag, est.",
            m(g.ridge_m),
            both(f.sag_m)
        ),
        format!(
            "In the gust it is pushed {} out of its line, est.; at the worst {} is left over the seat.",
            both(f.gust_sag_m),
            m(f.gust_headroom_m.max(0.0))
        ),
        format!("Tight, it is {} longer than slack, est.", both(f.stretch_m)),
    ];
    let pull = |i: usize| (reader.forces(f.calm_ends_n[i]), reader.forces(f.gust_ends_n[i]));
    let (near_pull, far_pull) = (pull(0), pull(1));
    if near_pull == far_pull {
        all.push(format!("Pull on {near} and on {far}: {}; in the gust {}.", near_pull.0, near_pull.1));
    } else {
        for (name, (calm, gust)) in [(near, near_pull), (far, far_pull)] {
            all.push(format!("Pull on {name}: {calm}; in the gust {gust}."));
        }
    }
    all
}

fn of_guy(guy: &Guy, pull: Band, reader: &Reader) -> String {
    let m = |m: f64| reader.length(Length::from_m(m));
    let name: String = guy.name[..1].to_uppercase() + &guy.name[1..];
    let out = (guy.peg[0] - guy.from[0]).hypot(guy.peg[1] - guy.from[1]);
    let pull = reader.forces(pull);
    if guy.run_m <= PEGGED_M {
        return format!("{name}: pegged down itself, {pull} on the peg in the gust.");
    }
    let down = (guy.from[2] - guy.peg[2]).atan2(out).to_degrees();
    format!("{name}: {} of guy, {down:.0}° down, peg {} out, {pull} in the gust.", m(guy.run_m), m(out))
}

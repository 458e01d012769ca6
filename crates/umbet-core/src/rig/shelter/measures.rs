//! What the site measures out to, in sentences: heights, dry ground, the ridge's stretch, each guy and its peg.

use super::draft::ShelterDraft;
use super::forces::Forces;
use super::lengths::PEGGED_M;
use super::looks::band;
use super::pitch::{Geometry, Guy, uses_both};
use super::site::Between;
use crate::units::{Band, Length, Reader};

/// All of them.
pub fn measures(draft: &ShelterDraft, between: &Between, g: &Geometry, f: &Forces, reader: &Reader) -> Vec<String> {
    let m = |m: f64| reader.length(Length::from_m(m));
    let [near, far] = between.anchors.map(|i| draft.anchors[i].name.as_str());
    let mut all = vec![format!(
        "Headroom {} where one sits, {} needed; {:.1} m² of dry ground, from rain that falls straight down.",
        m(g.headroom_m),
        m(g.needed_m),
        g.floor_m2
    )];
    if uses_both(draft.pitch) {
        let [a, b] = g.ties_m.map(m);
        let ties =
            if a == b { format!("{a} high at both ends") } else { format!("{a} high on {near} and {b} on {far}") };
        let lies = if g.rise_m().abs() < 0.02 { "level" } else { "sloping" };
        all.push(format!(
            "Tie the ridge {ties}, each over the ground at its foot: it lies {lies} and comes down to {} in its middle, {} to {} of sag, est.",
            m(g.ridge_m),
            m(f.sag_m.low),
            m(f.sag_m.high)
        ));
        all.push(format!("Tight, it is {} to {} longer than slack, est.", m(f.stretch_m.low), m(f.stretch_m.high)));
        let pull = |i: usize| (band(f.calm_ends_n[i], reader), band(f.gust_ends_n[i], reader));
        let (near_pull, far_pull) = (pull(0), pull(1));
        if near_pull == far_pull {
            all.push(format!("Pull on {near} and on {far}: {}; in the gust {}.", near_pull.0, near_pull.1));
        } else {
            for (name, (calm, gust)) in [(near, near_pull), (far, far_pull)] {
                all.push(format!("Pull on {name}: {calm}; in the gust {gust}."));
            }
        }
    } else {
        all.push(format!("Peak line tied {} high on {near}: {} in the gust.", m(g.ties_m[0]), band(f.ridge_n, reader)));
    }
    all.extend(g.guys.iter().zip(&f.guys_n).map(|(guy, pull)| of_guy(guy, *pull, reader)));
    all
}

fn of_guy(guy: &Guy, pull: Band, reader: &Reader) -> String {
    let m = |m: f64| reader.length(Length::from_m(m));
    let name: String = guy.name[..1].to_uppercase() + &guy.name[1..];
    let out = (guy.peg[0] - guy.from[0]).hypot(guy.peg[1] - guy.from[1]);
    if guy.run_m <= PEGGED_M {
        return format!("{name}: pegged down itself, {} on the peg in the gust.", band(pull, reader));
    }
    let down = (guy.from[2] - guy.peg[2]).atan2(out).to_degrees();
    format!("{name}: {} of guy, {down:.0}° down, peg {} out, {} in the gust.", m(guy.run_m), m(out), band(pull, reader))
}

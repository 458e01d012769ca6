//! The plan as it is drawn: the same numbers, with words in the reader's measures.

use super::ShelterPlan;
use super::bearing::Bearing;
use super::draft::Shelter;
use super::wind::Blow;
use crate::draw::{ShelterLooks, ShelterWords, Standing, Stands, lowest_eave};
use crate::rig::anchor::{Anchor, AnchorKind};
use crate::units::{Force, Length, Reader};

fn standing(a: &Anchor) -> Standing {
    match a.kind {
        AnchorKind::Tree | AnchorKind::Post => Standing::Trunk,
        AnchorKind::Peg => Standing::Pole,
        AnchorKind::Vehicle => Standing::Ring,
    }
}

/// A plan's drawings at this size.
pub fn looks(shelter: &Shelter, plan: &ShelterPlan, size: [f64; 2], reader: &Reader) -> ShelterLooks {
    let (g, f, between) = (&plan.facts.geometry, &plan.facts.forces, &plan.facts.between);
    let bearing = Bearing::of(shelter, between);
    let wind = Blow::of(shelter, &bearing);
    let both = shelter.pitch.needs_two_anchors();
    let stands = |i: usize| {
        let a = &shelter.anchors[i];
        let thick_m = if a.kind == AnchorKind::Vehicle { 0.1 } else { a.size.m() };
        Stands { name: a.name.clone(), thick_m, standing: standing(a), at: bearing.local(a.at_m), sound: a.sound }
    };
    let taken = |i: &usize| between.anchors.contains(i) && (both || *i == between.anchors[0]);
    // A picket that bears no pole is a peg where the line ends.
    let holding = if both { 2 } else { 1 };
    let alone = (0..holding).filter(|&i| {
        let a = &shelter.anchors[between.anchors[i]];
        a.kind == AnchorKind::Peg && !a.on_a_pole(g.ties_m[i])
    });
    let alone = alone.map(|i| {
        let (x, ground) = (i as f64 * g.span_m, g.ground.at(i as f64 * g.span_m, 0.0));
        [[x, 0.0, ground + g.ties_m[i]], [x, 0.0, ground]]
    });
    let lines = g.backstays.iter().map(|b| [b.pole[1], b.peg]).chain(alone);
    ShelterLooks {
        size,
        span_m: g.span_m,
        anchors: between.anchors.map(stands),
        others: (0..shelter.anchors.len()).filter(|i| !taken(i)).map(stands).collect(),
        both,
        split: shelter.split,
        line: if both {
            [0.0, g.span_m].map(|x| g.line_at(x))
        } else {
            [g.ties_m[0] + g.ground.at(0.0, 0.0), g.ridge[0][2]]
        },
        sag_m: if both { f.sag_m.high } else { 0.0 },
        rises: [g.ground.along, g.ground.across],
        wind: [wind.along, wind.across],
        north: bearing.turned([0.0, 1.0]),
        ridge: g.ridge,
        outline: g.outline.clone(),
        guys: g.guys.iter().map(|guy| [guy.from, guy.peg]).collect(),
        backstays: lines.collect(),
        poles: g.poles.iter().chain(g.backstays.iter().map(|b| &b.pole)).copied().collect(),
        seat: g.seat,
        sitting_m: g.needed_m - 0.12,
        headroom_m: g.headroom_m,
        drips: g.drips.iter().filter(|d| d.stop).map(|d| d.at).collect(),
        words: words(shelter, plan, reader),
    }
}

fn words(shelter: &Shelter, plan: &ShelterPlan, reader: &Reader) -> ShelterWords {
    let (g, f) = (&plan.facts.geometry, &plan.facts.forces);
    let m = |m: f64| reader.length(Length::from_m(m));
    let spread = |i: usize| {
        let of = g.outline.iter().map(|p| p[i]);
        of.clone().fold(f64::MIN, f64::max) - of.fold(f64::MAX, f64::min)
    };
    let both = shelter.pitch.needs_two_anchors();
    let eave = lowest_eave(&g.outline);
    let longest = g.guys.iter().map(|g| g.run_m).fold(0.0, f64::max);
    let line = if both { "ridge" } else { "line" };
    ShelterWords {
        span: format!("{} between the faces", m(g.span_m)),
        ties: if both { g.ties_m.map(m) } else { [m(g.ties_m[0]), String::new()] },
        ridge: m(g.ridge_m),
        eaves: m(eave[2] - g.ground.at(eave[0], eave[1])),
        headroom: m(g.headroom_m),
        sag: if both { format!("{} of sag", m(f.sag_m.high)) } else { String::new() },
        pull: format!(
            "{line} {}, up to {} in a gust",
            reader.forces(f.calm_n),
            reader.force(Force::from_n(f.ridge_n.high))
        ),
        across: m(spread(1)),
        along: m(spread(0)),
        guy: if longest < super::lengths::PEGGED_M {
            format!("pegged, {}", reader.forces(f.hardest_guy_n))
        } else {
            format!("guy {}, {}", m(longest), reader.forces(f.hardest_guy_n))
        },
        wind: format!("gusts {}", reader.speed(shelter.gust_ms)),
        flag: g.at_neck_height().then(|| ["Neck height:".to_owned(), "rag on it".to_owned()]),
    }
}

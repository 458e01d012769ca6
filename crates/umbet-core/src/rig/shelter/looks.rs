//! The plan as it is drawn: the same numbers, with words in the reader's measures.

use super::draft::ShelterDraft;
use super::pitch::uses_both;
use super::site::Between;
use super::wind::Blow;
use super::{Plan, gust, neck_height};
use crate::draw::{BESIDE, ShelterLooks, ShelterWords, lowest_eave};
use crate::units::{Band, Force, Length, Reader};
use serde::Serialize;

/// Where the ridge lies among the anchors: the near anchor's face, and the way the ridge runs.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Bearing {
    /// Where the near anchor's face is, metres east and north.
    pub from_m: [f64; 2],
    /// One metre along the ridge.
    pub along: [f64; 2],
}

impl Bearing {
    /// Of a plan.
    pub fn of(draft: &ShelterDraft, between: &Between) -> Self {
        let [a, b] = between.anchors.map(|i| &draft.anchors[i]);
        let (dx, dy) = (b.at_m[0] - a.at_m[0], b.at_m[1] - a.at_m[1]);
        let apart = dx.hypot(dy).max(1e-9);
        let along = [dx / apart, dy / apart];
        let r = a.size_mm / 2000.0;
        Self { from_m: [a.at_m[0] + along[0] * r, a.at_m[1] + along[1] * r], along }
    }

    /// Along and across the ridge; across grows to the right of one who looks along it.
    fn local(&self, at: [f64; 2]) -> [f64; 2] {
        self.turned([at[0] - self.from_m[0], at[1] - self.from_m[1]])
    }

    /// A direction, given east and north.
    pub(super) fn turned(&self, [x, y]: [f64; 2]) -> [f64; 2] {
        [x * self.along[0] + y * self.along[1], x * self.along[1] - y * self.along[0]]
    }
}

/// A plan's drawings at this size.
pub fn looks(draft: &ShelterDraft, plan: &Plan, size: [f64; 2], reader: &Reader) -> ShelterLooks {
    let g = &plan.geometry;
    let bearing = Bearing::of(draft, &plan.between);
    let wind = Blow::of(draft, &bearing);
    let both = uses_both(draft.pitch);
    let anchor = |i: usize| (draft.anchors[i].name.clone(), draft.anchors[i].size_mm / 1000.0);
    let taken = |i: &usize| plan.between.anchors.contains(i) && (both || *i == plan.between.anchors[0]);
    let others = (0..draft.anchors.len()).filter(|i| !taken(i)).map(|i| {
        let a = &draft.anchors[i];
        (a.name.clone(), a.size_mm / 1000.0, bearing.local(a.at_m), a.sound)
    });
    ShelterLooks {
        size,
        span_m: g.span_m,
        anchors: plan.between.anchors.map(anchor),
        others: others.collect(),
        both,
        line: if both {
            [0.0, g.span_m].map(|x| g.line_at(x))
        } else {
            [g.ties_m[0] + g.ground.at(0.0, 0.0), g.ridge[0][2]]
        },
        sag_m: if both { plan.forces.sag_m.high } else { 0.0 },
        rises: [g.ground.along, g.ground.across],
        wind: [wind.along, wind.across],
        north: bearing.turned([0.0, 1.0]),
        ridge: g.ridge,
        outline: g.outline.clone(),
        guys: g.guys.iter().map(|guy| [guy.from, guy.peg]).collect(),
        poles: g.poles.clone(),
        seat: g.seat,
        sitting_m: g.needed_m - 0.12,
        headroom_m: g.headroom_m,
        drips: g.drips.iter().filter(|d| d.stop).map(|d| d.at).collect(),
        words: words(draft, plan, reader),
    }
}

fn words(draft: &ShelterDraft, plan: &Plan, reader: &Reader) -> ShelterWords {
    let (g, f) = (&plan.geometry, &plan.forces);
    let m = |m: f64| reader.length(Length::from_m(m));
    let xs = g.outline.iter().map(|p| p[0]);
    let along = xs.clone().fold(f64::MIN, f64::max) - xs.fold(f64::MAX, f64::min);
    let ys = g.outline.iter().map(|p| p[1]);
    let across = ys.clone().fold(f64::MIN, f64::max) - ys.fold(f64::MAX, f64::min);
    let both = uses_both(draft.pitch);
    let over = |x: f64| m(g.line_at(x) - g.ground.at(x, 0.0));
    let [near, far] = [BESIDE, g.span_m - BESIDE];
    let eave = lowest_eave(&g.outline);
    let longest = g.guys.iter().map(|g| g.run_m).fold(0.0, f64::max);
    ShelterWords {
        span: format!("{} between the faces", m(g.span_m)),
        ridge: if both { over(far) } else { m(g.ridge_m) },
        ridge_near: (both && over(near) != over(far)).then(|| over(near)),
        eaves: m(eave[2] - g.ground.at(eave[0], eave[1])),
        headroom: m(g.headroom_m),
        pull: format!(
            "ridge {}, up to {} in a gust",
            band(f.calm_n, reader),
            reader.force(Force::from_n(f.ridge_n.high))
        ),
        across: m(across),
        along: m(along),
        guy: format!("guy {}, {}", m(longest), band(f.hardest_guy_n, reader)),
        wind: format!("gusts {:.0} m/s", gust(draft)),
        flag: neck_height(draft, g).then(|| ["Neck height:".to_owned(), "rag on it".to_owned()]),
    }
}

/// A band of forces in the reader's measures.
pub fn band(b: Band, reader: &Reader) -> String {
    let (low, high) = (reader.force(Force::from_n(b.low)), reader.force(Force::from_n(b.high)));
    let number = low.split_once(' ').map_or(low.as_str(), |(n, _)| n).to_owned();
    if low == high { high } else { format!("{number} to {high}") }
}

//! What each line takes, and what to do when the cord is short.

use super::change::Reckoned;
use super::draft::{Load, PassDraft};
use crate::rig::cut::{Cut, Hank, item, of_joint, serve};
use crate::rig::joint::Joint;
use crate::units::{Length, Reader};
use std::f64::consts::PI;

/// Half hitches that stow what is left over, at the least (common practice).
const STOWED: f64 = 2.0;
/// They stand a hand from each other, metres (common practice).
const APART_M: f64 = 0.1;

/// What one half hitch along the line uses up: once round the line and itself, and on to the next.
pub fn half_hitch_m(load: &Load) -> f64 {
    3.0 * PI * load.cord.diameter.m() + APART_M
}

/// A line by its number and thing.
pub fn name_of(load: &Load, n: usize, p: &PassDraft) -> String {
    format!("Line {}, {} {}", n + 1, p.kind.words(), load.items[p.item].said.the())
}

/// Each line.
pub fn cuts(load: &Load, now: &Reckoned, joints: &[Joint], kit: &[Hank], reader: &Reader) -> Vec<Cut> {
    let line = |(n, p): (usize, &PassDraft)| {
        let mut items = vec![item("from ring to ring", now.pressed.laid[n].length_m(), reader)];
        items.extend(of_joint(joints, "fixed-end", "the first ring", reader));
        items.extend(of_joint(joints, "tight-end", "the second ring", reader));
        items.push(item("half hitches along the line, for what is left", STOWED * half_hitch_m(load), reader));
        Cut::of(&name_of(load, n, p), 1, &load.cord, items, reader)
    };
    let mut cuts: Vec<Cut> = load.said.passes.iter().enumerate().map(line).collect();
    serve(&mut cuts, kit, reader, |cut, short| ways(load, cut, short, reader));
    cuts
}

/// Where the cord is short: leave the line out, or lead it to nearer rings, with what that does.
fn ways(load: &Load, cut: &Cut, short_m: f64, reader: &Reader) -> Vec<String> {
    let at = load.said.passes.iter().enumerate().position(|(n, p)| name_of(load, n, p) == cut.name);
    let Some(n) = at else { return Vec::new() };
    let mut all = vec![left_out(load, n)];
    all.push("Where a piece is joined on, keep the bend next to the second ring and take it into the hitches of the tie-off: it neither works in the open nor lies over an edge.".into());
    if let Some((rings, m)) = nearer(load, n, short_m) {
        let [a, b] = rings.map(|r| r + 1);
        all.push(format!("Lead it from ring {a} to ring {b}: {} less.", reader.length(Length::from_m(m))));
    }
    all
}

fn left_out(load: &Load, n: usize) -> String {
    let mut draft = load.said.clone();
    draft.passes.remove(n);
    let then = Load::read(&draft).ok().and_then(|l| l.reckoned().ok());
    match then.as_ref().and_then(Reckoned::slackest) {
        Some(h) if !h.kept() => format!("Left out: {}", h.says),
        _ => "Left out, everything is still kept.".into(),
    }
}

/// Rings between which the line is shorter by what is missing.
fn nearer(load: &Load, n: usize, short_m: f64) -> Option<([usize; 2], f64)> {
    let p = &load.said.passes[n];
    let now_m = load.laid(n, p).ok()?.length_m();
    let count = load.said.deck.rings.len();
    let pairs = (0..count).flat_map(|a| (0..count).filter(move |b| *b != a).map(move |b| [a, b]));
    let saved = pairs.filter_map(|rings| {
        let less = now_m - load.laid(n, &PassDraft { rings, ..p.clone() }).ok()?.length_m();
        (less >= short_m).then_some((rings, less))
    });
    saved.min_by(|a, b| a.1.total_cmp(&b.1))
}

//! A knot's drawn-up form on the page: at rest, or on its way there.

use super::figure::{Figure, ghosts, pull_arrows, size_of_object, tail_words};
use super::laid::led_out;
use super::rope::{Pattern, Piece, Run};
use super::tight::{cut_ends, tubes};
use super::view::{ObjectLook, View};
use super::{Item, Scene, object};
use crate::dress::{Dressed, Frame};
use crate::knot::notation::Axis;
use crate::knot::spline::{P2, P3};
use crate::knot::{Knot, told};
use crate::object::Section;

/// Whether a form can be shown on an object: rope was drawn up round a round one of the path's own size. On square stock it
/// would stand off the flats, and on anything much thinner the picture would lie about its size; those are drawn as laid.
pub fn fits_object(knot: &Knot, object: &ObjectLook) -> bool {
    const LEAST: f64 = 0.7;
    let Some(pole) = knot.path.poles.first() else { return true };
    let round = object.section == Section::Round || pole.axis != Axis::Z;
    round && object.radius.is_none_or(|r| r >= LEAST * pole.radius)
}

/// Draws the form a `share` of the way from open (0) to tight (1).
pub fn drawn_up(knot: &Knot, form: &Dressed, share: f64, figure: &Figure) -> Scene {
    let last = form.frames.len() - 1;
    let frame: &Frame = &form.frames[((share.clamp(0.0, 1.0) * last as f64).round() as usize).min(last)];
    let size = figure.size;
    let margin = (0.03 * size[0].min(size[1])).max(6.0);
    let mut path = knot.path.clone();
    path.poles.iter_mut().zip(&frame.objects).for_each(|(p, at)| p.at = *at);
    let view = View::frame(&path, &frame.ropes, None, figure.mirrored, figure.behind, size, [margin; 4]);
    let runs = runs(knot, frame, &view, size);
    let (mut painted, ink) = tubes(&runs, &path.poles, &view);
    for pole in &path.poles {
        let depth = if pole.axis == Axis::Z { -99.0 } else { 0.0 };
        let mut items = object::paint(pole, &figure.object, &view, size);
        if pole.axis != Axis::Z {
            items.extend(ghosts(pole, &runs, &view));
        }
        painted.push(Piece { depth, items });
    }
    painted.sort_by(|a, b| a.depth.total_cmp(&b.depth));
    let mut items: Vec<Item> = painted.into_iter().flat_map(|p| p.items).collect();
    items.extend(ink);
    items.extend(cut_ends(&runs, &view));
    items.extend(words(&Knot { path, ..knot.clone() }, &runs, figure, &view));
    Scene { width: size[0], height: size[1], items, alt: alt(knot, figure, share) }
}

/// The way it is pulled, the length of its tail and the size of its object, where they are asked for.
fn words(knot: &Knot, runs: &[Run], figure: &Figure, view: &View) -> Vec<Item> {
    let mut items = Vec::new();
    if let Some(words) = &figure.pull {
        items.extend(pull_arrows(knot, runs, words, figure, view));
    }
    if let Some(words) = &figure.tail {
        items.extend(tail_words(runs, words, view, figure.size));
    }
    items.extend(size_of_object(knot, runs, figure, view));
    items
}

fn alt(knot: &Knot, figure: &Figure, share: f64) -> String {
    let side = if figure.behind { ", from behind" } else { "" };
    let hand = if figure.mirrored { ", left-handed" } else { "" };
    let how = match share {
        s if s >= 1.0 => "drawn up",
        s if s <= 0.0 => "open, before it is drawn up",
        _ => "half drawn up",
    };
    let tells: Vec<&str> = knot.entry.telltale.iter().map(|t| t.look.as_str()).collect();
    format!("{}{side}{hand}, {how}. Look for: {}", knot.entry.name, told(&tells.join("; "), figure.mirrored))
}

/// Its ropes turned for the page, standing ends led out of the frame.
fn runs(knot: &Knot, frame: &Frame, view: &View, size: P2) -> Vec<Run> {
    // A lead is as long as any frame; what lies outside this one is left out.
    let in_frame = |points: Vec<P3>| {
        let inside = |p: &P3| {
            let at = view.page([p[0], p[1]]);
            (0..2).all(|k| at[k] > -view.scale && at[k] < size[k] + view.scale)
        };
        let first = points.iter().position(inside).unwrap_or(0);
        points[first..].to_vec()
    };
    let run = |(k, rope): (usize, &Vec<P3>)| {
        let mut points: Vec<P3> = rope.iter().map(|p| view.turn(*p)).collect();
        if !knot.entry.two_tails {
            points = in_frame(led_out(&points));
        }
        if knot.entry.mid_line {
            points.reverse();
            points = in_frame(led_out(&points));
            points.reverse();
        }
        let pattern = if k == 0 { Pattern::Braided } else { Pattern::Laid };
        Run { points, pattern, thick: 1.0, whipped: !knot.entry.mid_line, whipped_start: knot.entry.two_tails }
    };
    frame.ropes.iter().enumerate().map(run).collect()
}

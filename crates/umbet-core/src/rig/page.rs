//! The sheet: pages for a pocket, with the drawings, the cut list, the knots, the order and the cautions.

use super::joint::Joint;
use super::plan::{Drawing, Planned, RigPlan};
use super::step::Step;
use crate::draw::paper::{ACROSS, EDGE, LINE, PAGE, Sheet};
use crate::draw::{Anchor, Figure, Item, ObjectLook, Scene, draw, wrapped};
use crate::knot::{Knot, catalogue};
use crate::object::{object_kind, surface};

/// The same of bold ones.
const BOLD: usize = 84;
/// Width the drawings of a sheet are made for.
pub const DRAWING_WIDTH: f64 = PAGE[0] - 2.0 * 12.0;

/// All pages: the site and what is cut first, then the knots with their moves, then the work.
pub fn pages(planned: &Planned, title: &str) -> Vec<Scene> {
    let plan = &planned.plan;
    let mut sheet = Sheet::new(title);
    sheet.lines(EDGE, &plan.said, ACROSS);
    planned.drawings.iter().filter(|d| d.id != Drawing::TURNED).for_each(|d| sheet.picture(&d.scene));
    gives(&mut sheet, plan);
    list(&mut sheet, "Mind", &plan.change);
    list(&mut sheet, "Measured out", &plan.measures);
    cuts(&mut sheet, plan);
    knots(&mut sheet, plan);
    steps(&mut sheet, "Rig", &plan.order);
    steps(&mut sheet, "Strike", &plan.strike);
    list(&mut sheet, "Cautions", &plan.cautions);
    sheet.done()
}

fn list(sheet: &mut Sheet, head: &str, says: &[String]) {
    if says.is_empty() {
        return;
    }
    sheet.heading(head);
    says.iter().for_each(|s| sheet.lines(EDGE, s, ACROSS));
}

fn gives(sheet: &mut Sheet, plan: &RigPlan) {
    let says: Vec<String> = plan.parts.iter().map(|p| p.says.clone()).collect();
    list(sheet, "What gives first", &says);
}

fn cuts(sheet: &mut Sheet, plan: &RigPlan) {
    if !plan.cuts.is_empty() {
        sheet.heading("Cut");
    }
    for c in &plan.cuts {
        let sum: Vec<String> = c.items.iter().map(|i| format!("{} {}", i.words, i.of)).collect();
        let [metres, feet, spans] = &c.words;
        let name = c
            .name
            .chars()
            .next()
            .map_or_else(String::new, |f| f.to_lowercase().collect::<String>() + &c.name[f.len_utf8()..]);
        let head = format!("{} × {name}, {}: {metres} ({feet}, {spans})", c.times, c.cord_name);
        sheet.room(3.0 * LINE);
        for line in wrapped(&head, BOLD) {
            sheet.text("lab", EDGE, &line);
            sheet.y += LINE;
        }
        sheet.lines(EDGE + 14.0, &sum.join(" + "), ACROSS - 5);
    }
    if !plan.needs.is_empty() {
        sheet.lines(EDGE, &format!("And {}.", plan.needs.join("; ")), ACROSS);
    }
}

/// Size of one knot's picture, and of one of its moves.
const KNOT: [f64; 2] = [180.0, 100.0];
const MOVE: [f64; 2] = [118.0, 76.0];

/// Each knot once: as it looks tied, and its moves beside it.
fn knots(sheet: &mut Sheet, plan: &RigPlan) {
    let mut shown: Vec<&str> = Vec::new();
    for joint in &plan.joints {
        let Some(knot) = catalogue().find(&joint.knot).filter(|k| !shown.contains(&k.id.as_str())) else { continue };
        if shown.is_empty() {
            sheet.heading("Knots");
        }
        shown.push(&knot.id);
        knot_row(sheet, joint, knot);
    }
}

fn knot_row(sheet: &mut Sheet, joint: &Joint, knot: &'static Knot) {
    sheet.room(KNOT[1] + 2.0 * LINE);
    sheet.y += LINE - 6.0;
    let top = sheet.y;
    framed(sheet, [EDGE, top], KNOT, knot, joint, None);
    let x = EDGE + KNOT[0] + 14.0;
    sheet.text("lab", x, &joint.knot_name);
    sheet.y += LINE - 4.0;
    for (i, step) in knot.entry.step.iter().enumerate().take(4) {
        let at = [x + i as f64 * (MOVE[0] + 4.0), sheet.y];
        framed(sheet, at, MOVE, knot, joint, Some(i));
        let words = format!("{}  {}", i + 1, step.short);
        let place = [at[0] + 2.0, at[1] + MOVE[1] + 15.0];
        sheet.items.push(Item::Text { class: "labn", at: place, anchor: Anchor::Start, text: words });
    }
    sheet.y = top + KNOT[1] + 8.0;
}

fn framed(sheet: &mut Sheet, at: [f64; 2], size: [f64; 2], knot: &Knot, joint: &Joint, step: Option<usize>) {
    let figure = Figure { size, object: face(joint), step, ..Figure::default() };
    if let Ok(scene) = draw(knot, &figure) {
        sheet.framed(at, &scene);
    }
}

/// What a joint's knot is drawn on: the material and section it is tied to, as the path was laid out.
fn face(joint: &Joint) -> ObjectLook {
    let asked = &joint.situation;
    let Some(shape) = asked.shape else { return ObjectLook::default() };
    let kind = object_kind(shape);
    let material = surface(asked.surface.as_deref().unwrap_or(&kind.surface));
    ObjectLook {
        look: material.map_or_else(Default::default, |m| m.look),
        section: kind.section,
        ..ObjectLook::default()
    }
}

fn steps(sheet: &mut Sheet, head: &str, list: &[Step]) {
    if list.is_empty() {
        return;
    }
    sheet.heading(head);
    for step in list {
        sheet.room(2.0 * LINE);
        sheet.items.push(Item::Rect { class: "box", at: [EDGE, sheet.y - 12.0, 13.0, 13.0] });
        sheet.lines(EDGE + 22.0, &step.say, ACROSS - 3);
    }
}

//! The cut ticket: each piece to scale, each cut with a box to tick for either measuring, and what is done with its ends.

use super::plan::{CutPiece, CuttingPlan};
use crate::draw::paper::{ACROSS, EDGE, LINE, PAGE, Sheet};
use crate::draw::{Anchor, Item, Scene};

/// Height of a piece as it is drawn.
const BAR: f64 = 14.0;

/// Pages to print and to cut by.
pub fn ticket(plan: &CuttingPlan, title: &str) -> Vec<Scene> {
    let mut sheet = Sheet::new(title);
    sheet.lines(EDGE, &plan.says, ACROSS);
    plan.buy.iter().for_each(|b| sheet.lines(EDGE, &format!("To buy: {}", b.says), ACROSS));
    plan.cannot.iter().chain(&plan.cautions).for_each(|says| sheet.lines(EDGE, says, ACROSS));
    let longest = plan.pieces.iter().map(|p| p.length_m).fold(1.0, f64::max);
    for p in &plan.pieces {
        piece(&mut sheet, p, (PAGE[0] - 2.0 * EDGE) / longest);
    }
    sheet.lines(
        EDGE,
        "Measure twice, a tick each time, then cut. Longest first, from one end. Left over goes back to the kit with its new length.",
        ACROSS,
    );
    sheet.done()
}

fn piece(sheet: &mut Sheet, p: &CutPiece, scale: f64) {
    sheet.room(LINE * (4.0 + p.cuts.len() as f64).min(12.0));
    sheet.heading(&format!("{}, {}, {}", p.from, p.cord, p.length));
    let y = sheet.y - LINE + 8.0;
    sheet.items.push(Item::Rect { class: "gear", at: [EDGE, y, p.length_m * scale, BAR] });
    for cut in &p.cuts {
        let [x, wide] = [EDGE + cut.from_m * scale, cut.length_m * scale];
        sheet.items.push(Item::Rect { class: "sheet", at: [x, y, wide, BAR] });
        sheet.items.push(Item::line("oe", vec![[x + wide, y - 5.0], [x + wide, y + BAR + 5.0]]));
    }
    sheet.y = y + BAR + LINE + 4.0;
    for cut in &p.cuts {
        sheet.room(LINE);
        for tick in [EDGE, EDGE + 17.0] {
            sheet.items.push(Item::Rect { class: "box", at: [tick, sheet.y - 12.0, 13.0, 13.0] });
        }
        let at = [EDGE + 112.0, sheet.y];
        sheet.items.push(Item::Text { class: "lab", at, anchor: Anchor::End, text: cut.length.clone() });
        sheet.lines(EDGE + 124.0, &cut.line, ACROSS - 17);
    }
    sheet.lines(EDGE + 22.0, format!("{} {}", p.remains, p.ends).trim_start(), ACROSS - 3);
}

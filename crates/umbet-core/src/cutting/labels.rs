//! Labels for hanks: what it is, how long, a square that opens its page, and the mark a blind finger reads.

use crate::care::lay;
use crate::draw::paper::{EDGE, PAGE, Sheet};
use crate::draw::{Anchor, Item, Scene, wrapped};

/// What stands on a label.
#[derive(Debug, Clone, PartialEq)]
pub struct Label {
    /// What the piece is called.
    pub name: String,
    /// Its cord.
    pub cord: String,
    /// Its length, in words.
    pub length: String,
    /// The day it was labelled.
    pub day: String,
    /// Rings of its mark, group by group.
    pub mark: Vec<u32>,
    /// The square, row by row: black or not.
    pub square: Vec<Vec<bool>>,
}

/// Labels across and down a page.
const GRID: [usize; 2] = [2, 6];
const HIGH: f64 = 158.0;
/// Side of the square.
const SQUARE: f64 = 96.0;
/// Width of one ring of a mark.
const RING: f64 = 3.0;

/// Pages of labels to cut out.
pub fn labels(all: &[Label]) -> Vec<Scene> {
    let mut sheet = Sheet::new("Labels for hanks");
    sheet.lines(
        EDGE,
        "Cut along the lines. Whip the mark round the end of the cord itself: the broad one next to the end.",
        100,
    );
    let wide = (PAGE[0] - 2.0 * EDGE) / GRID[0] as f64;
    for row in all.chunks(GRID[0]) {
        sheet.room(HIGH);
        let y = sheet.y;
        for (i, label) in row.iter().enumerate() {
            one(&mut sheet, label, [EDGE + i as f64 * wide, y], wide);
        }
        sheet.y += HIGH;
    }
    sheet.done()
}

fn one(sheet: &mut Sheet, label: &Label, [x, y]: [f64; 2], wide: f64) {
    sheet.items.push(Item::Rect { class: "box", at: [x, y, wide, HIGH] });
    let cell = SQUARE / label.square.len().max(1) as f64;
    for (r, row) in label.square.iter().enumerate() {
        // A run of black cells is one box: fewer seams, and the same square.
        let mut c = 0;
        while c < row.len() {
            let run = row[c..].iter().take_while(|black| **black).count();
            if run > 0 {
                let at = [x + 12.0 + c as f64 * cell, y + 12.0 + r as f64 * cell, run as f64 * cell, cell];
                sheet.items.push(Item::Rect { class: "ink-box", at });
            }
            c += run.max(1);
        }
    }
    let mut down = y + 26.0;
    let mut words = |class, text: &str| {
        for line in wrapped(text, 28).into_iter().take(2) {
            let at = [x + 24.0 + SQUARE, down];
            sheet.items.push(Item::Text { class, at, anchor: Anchor::Start, text: line });
            down += 18.0;
        }
    };
    words("lab", &label.name);
    words("lab", &label.length);
    words("labn", &label.cord);
    words("labn", &label.day);
    rings(sheet, &label.mark, [x + 12.0, y + HIGH - 26.0]);
}

/// The mark as it is whipped, the cord's end at the left.
fn rings(sheet: &mut Sheet, mark: &[u32], [x, y]: [f64; 2]) {
    let laid = lay(mark);
    for [from, wide] in &laid.whipped {
        sheet.items.push(Item::Rect { class: "ink-box", at: [x + from * RING, y - 7.0, wide * RING, 14.0] });
    }
    let end = x + laid.long * RING;
    sheet.items.push(Item::line("oe", vec![[x, y], [end, y]]));
    let text = mark.iter().map(u32::to_string).collect::<Vec<_>>().join(" ");
    sheet.items.push(Item::Text { class: "labn", at: [end + 8.0, y + 5.0], anchor: Anchor::Start, text });
}

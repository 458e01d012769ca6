//! Paper for a practical test on a rig: each joint with its knot drawn up and what to look for, a box to each, and a grid of
//! learners by joints.

use super::handout::{CERTIFIES_NOTHING, tied};
use crate::draw::Item;
use crate::draw::paper::{ACROSS, EDGE, LINE, PAGE, Sheet};
use crate::knot::{Knot, told};

/// A joint that is looked at.
#[derive(Debug, Clone)]
pub struct TestedJoint {
    /// Where it is.
    pub name: String,
    /// The knot that belongs there.
    pub knot: &'static Knot,
}

/// Size of a knot drawn up.
const TIED: [f64; 2] = [190.0, 150.0];
/// Side of a box to tick.
const BOX: f64 = 12.0;
/// Characters to a line beside a picture.
const BESIDE: usize = 68;
/// Width of a learner's name in the grid, and of a joint's column.
const GRID: [f64; 2] = [170.0, 34.0];

/// The sheet in the hand of whoever looks.
pub fn test_sheet(
    title: &str,
    joints: &[TestedJoint],
    learners: &[String],
    left_handed: bool,
) -> Vec<crate::draw::Scene> {
    let mut sheet = Sheet::new(title);
    for (n, joint) in joints.iter().enumerate() {
        tested(&mut sheet, n + 1, joint, left_handed);
    }
    for some in learners.chunks(24) {
        grid(&mut sheet, joints.len(), some);
    }
    sheet.room(3.0 * LINE);
    sheet.y += LINE;
    sheet.lines(EDGE, CERTIFIES_NOTHING, ACROSS);
    sheet.done()
}

fn tested(sheet: &mut Sheet, number: usize, joint: &TestedJoint, left_handed: bool) {
    let entry = &joint.knot.entry;
    sheet.room(TIED[1] + 4.0 * LINE);
    sheet.heading(&format!("{number}  {}: {}", joint.name, entry.said()));
    let top = sheet.y;
    if let Some(scene) = tied(joint.knot, TIED, left_handed) {
        sheet.framed([EDGE, top], &scene);
    }
    let x = EDGE + TIED[0] + 20.0;
    sheet.y += LINE;
    for look in entry.telltale.iter().map(|t| &t.look) {
        tick(sheet, x);
        sheet.lines(x + BOX + 8.0, &told(look, left_handed), BESIDE);
    }
    for caution in &entry.caution {
        sheet.lines(x, &format!("Mind: {}", caution.say), BESIDE);
    }
    sheet.y = sheet.y.max(top + TIED[1]) + 6.0;
}

fn tick(sheet: &mut Sheet, x: f64) {
    let at = [x, sheet.y - BOX + 1.0, BOX, BOX];
    sheet.items.push(Item::Rect { class: "box", at });
}

/// Learners down, joints across, a box where they meet.
fn grid(sheet: &mut Sheet, joints: usize, learners: &[String]) {
    let columns = joints.min(((PAGE[0] - 2.0 * EDGE - GRID[0]) / GRID[1]) as usize);
    sheet.room((learners.len() + 2) as f64 * (LINE + 4.0));
    sheet.heading("Who tied which right");
    for joint in 1..=columns {
        sheet.text("labn", EDGE + GRID[0] + (joint - 1) as f64 * GRID[1], &joint.to_string());
    }
    for name in learners {
        sheet.y += LINE + 4.0;
        sheet.text("labn", EDGE, name);
        for joint in 0..columns {
            tick(sheet, EDGE + GRID[0] + joint as f64 * GRID[1]);
        }
    }
    sheet.y += LINE;
}

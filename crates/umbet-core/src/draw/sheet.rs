//! All moves of a knot on one sheet, each with its sentence.

use super::labels::wrapped;
use super::{Anchor, Figure, FigureError, Item, Scene, draw, drawn_up, fits_object};
use crate::dress::dressed;
use crate::knot::spline::P2;
use crate::knot::{Knot, told};

/// Room for one move, in pixels.
const CELL: P2 = [320.0, 250.0];
/// Room for its sentence.
const WORDS: f64 = 96.0;
/// Characters to a line of sentence.
const WRAP: usize = 36;
/// Moves side by side.
const COLUMNS: usize = 3;
/// Room for the knot's name and what to remember it by.
const HEAD: f64 = 76.0;

/// Every move and the finished knot; `figure` says hand, side and object.
///
/// # Errors
/// Never for a knot of the catalogue: every move it has can be drawn.
pub fn sheet(knot: &Knot, figure: &Figure) -> Result<Scene, FigureError> {
    let cells = knot.laid.len() + 1;
    let rows = cells.div_ceil(COLUMNS);
    let mut scene = Scene {
        width: CELL[0] * COLUMNS as f64,
        height: HEAD + (CELL[1] + WORDS) * rows as f64,
        items: vec![
            Item::Text { class: "head", at: [16.0, 38.0], anchor: Anchor::Start, text: knot.entry.name.clone() },
            Item::Text { class: "labn", at: [16.0, 62.0], anchor: Anchor::Start, text: knot.entry.cue.clone() },
        ],
        alt: format!("{}, every move", knot.entry.name),
    };
    for i in 0..cells {
        let step = (i < knot.laid.len()).then_some(i);
        let cell = Figure { size: CELL, step, labels: false, pull: None, tail: None, ..figure.clone() };
        let by = [CELL[0] * (i % COLUMNS) as f64, HEAD + (CELL[1] + WORDS) * (i / COLUMNS) as f64];
        // What is tied is shown as it lies in the hand.
        let tight = dressed(&knot.id).filter(|_| step.is_none() && fits_object(knot, &figure.object));
        let scene_of =
            |figure: &Figure| tight.map_or_else(|| draw(knot, figure), |f| Ok(drawn_up(knot, f, 1.0, figure)));
        let items = scene_of(&cell)?.items.into_iter().map(|item| item.moved(by)).collect();
        scene.items.push(Item::Framed { at: [by[0], by[1], CELL[0], CELL[1]], items });
        let words = step.map_or("Tied.".into(), |s| told(&knot.entry.step[s].say, figure.mirrored));
        for (n, line) in wrapped(&format!("{}  {words}", i + 1), WRAP).into_iter().enumerate() {
            let at = [by[0] + 16.0, by[1] + CELL[1] + 22.0 + 21.0 * n as f64];
            scene.items.push(Item::Text { class: "labn", at, anchor: Anchor::Start, text: line });
        }
    }
    Ok(scene)
}

//! Paper for a lesson: a handout of its knots, and cards to cut out, printed on both sides.

use crate::draw::paper::{ACROSS, EDGE, LINE, PAGE, Sheet};
use crate::draw::{Anchor, Figure, Item, Scene, draw, drawn_up, wrapped};
use crate::dress::dressed;
use crate::knot::spline::P2;
use crate::knot::{Knot, Step, told};
use crate::project::Project;
use crate::units::Reader;

/// What a handout says of itself.
pub const CERTIFIES_NOTHING: &str = "This says what was shown. It certifies nobody for work at height, rescue or lifting: that is \
                                     for licensed bodies and your own local rules.";

/// Size of a knot drawn up, and of one of its moves.
const TIED: P2 = [210.0, 270.0];
const MOVE: P2 = [156.0, 150.0];
/// Characters to a line of a move's sentence, and from one line to the next.
const SENTENCE: (usize, f64) = (19, LINE - 3.0);
/// Moves side by side.
const COLUMNS: usize = 3;
/// Ruled lines for notes.
const NOTES: usize = 2;
/// Mistakes told.
const MISTAKES: usize = 2;

/// Cards beside and below one another on a page.
pub const CARDS: [usize; 2] = [2, 3];
/// Room left within a card.
const WITHIN: f64 = 14.0;
/// Characters to a line of a card.
const ON_CARD: usize = 42;

/// A lesson's handout: each knot drawn up and move by move, what to look for, what goes wrong, cautions, and room for notes; then
/// what is made of cord.
pub fn handout(
    title: &str,
    standard: &str,
    knots: &[&Knot],
    made: &[&Project],
    left_handed: bool,
    reader: &Reader,
) -> Vec<Scene> {
    let mut sheet = Sheet::new(title);
    if !knots.is_empty() {
        sheet.lines(EDGE, &format!("Standard: {standard}."), ACROSS);
    }
    knots.iter().for_each(|k| knot(&mut sheet, k, left_handed));
    made.iter().for_each(|p| project(&mut sheet, p, reader));
    sheet.room(4.0 * LINE);
    sheet.y += LINE;
    sheet.lines(EDGE, CERTIFIES_NOTHING, ACROSS);
    sheet.done()
}

/// Cards to cut out, fronts and backs by turns: printed on both sides and turned over its long edge, each card has its own back.
pub fn cards(title: &str, knots: &[&Knot], left_handed: bool) -> Vec<Scene> {
    let mut pages = Vec::new();
    for some in knots.chunks(CARDS[0] * CARDS[1]) {
        let mut front = page(format!("{title}, fronts"));
        let mut back = page(format!("{title}, backs"));
        for (i, k) in some.iter().enumerate() {
            let (column, row) = (i % CARDS[0], i / CARDS[0]);
            card_front(&mut front, place(column, row), k, left_handed);
            card_back(&mut back, place(CARDS[0] - 1 - column, row), k, left_handed);
        }
        pages.extend([front, back]);
    }
    pages
}

/// As it looks tied, for one hand.
pub(super) fn tied(knot: &Knot, size: P2, mirrored: bool) -> Option<Scene> {
    let figure = Figure { size, mirrored, ..Figure::default() };
    match dressed(&knot.id) {
        Some(form) => Some(drawn_up(knot, form, 1.0, &figure)),
        None => draw(knot, &figure).ok(),
    }
}

/// What tells it, in one line of words.
fn telltales(knot: &Knot, mirrored: bool) -> String {
    let all: Vec<&str> = knot.entry.telltale.iter().map(|t| t.look.as_str()).collect();
    format!("Look for: {}.", told(&all.join("; "), mirrored))
}

fn knot(sheet: &mut Sheet, knot: &Knot, mirrored: bool) {
    let e = &knot.entry;
    let says = |i: usize| wrapped(&format!("{}  {}", i + 1, told(&e.step[i].say, mirrored)), SENTENCE.0);
    let moves: Vec<(usize, Vec<String>)> = (0..e.step.len()).map(|i| (i, says(i))).collect();
    let row_high = |row: &[(usize, Vec<String>)]| {
        let lines = row.iter().map(|(_, lines)| lines.len()).max().unwrap_or(0);
        MOVE[1] + 12.0 + SENTENCE.1 * lines as f64
    };
    let high = TIED[1].max(moves.chunks(COLUMNS).map(row_high).sum());
    // A knot is kept together; one with more moves than a page holds goes on over the page.
    sheet.room((high + 7.0 * LINE).min(PAGE[1] - 3.0 * EDGE));
    sheet.heading(&e.name);
    sheet.lines(EDGE, &e.cue, ACROSS);
    let top = sheet.y + 4.0;
    if let Some(scene) = tied(knot, TIED, mirrored) {
        sheet.framed([EDGE, top], &scene);
    }
    let mut y = top;
    for row in moves.chunks(COLUMNS) {
        if y + row_high(row) > PAGE[1] - EDGE {
            sheet.turn();
            y = sheet.y;
        }
        for (column, (i, lines)) in row.iter().enumerate() {
            let x = EDGE + TIED[0] + 14.0 + column as f64 * (MOVE[0] + 6.0);
            let figure = Figure { size: MOVE, step: Some(*i), mirrored, ..Figure::default() };
            if let Ok(scene) = draw(knot, &figure) {
                sheet.framed([x, y], &scene);
            }
            for (n, line) in lines.iter().enumerate() {
                let at = [x, y + MOVE[1] + 15.0 + SENTENCE.1 * n as f64];
                sheet.items.push(Item::Text { class: "labn", at, anchor: Anchor::Start, text: line.clone() });
            }
        }
        y += row_high(row);
    }
    sheet.y = if y < top { y } else { y.max(top + TIED[1]) } + LINE;
    sheet.lines(EDGE, &telltales(knot, mirrored), ACROSS);
    for m in e.mistake.iter().take(MISTAKES) {
        sheet.lines(EDGE, &format!("Not so: {}. {}", told(&m.done, mirrored), told(&m.so, mirrored)), ACROSS);
    }
    for c in &e.caution {
        sheet.lines(EDGE, &format!("Mind: {}", c.say), ACROSS);
    }
    for _ in 0..NOTES {
        sheet.y += LINE + 4.0;
        sheet.items.push(Item::line("dim", vec![[EDGE, sheet.y], [PAGE[0] - EDGE, sheet.y]]));
    }
    sheet.y += LINE;
}

/// Something made of cord, in its usual size: how it looks, its cord, its moves and what it teaches.
fn project(sheet: &mut Sheet, project: &Project, reader: &Reader) {
    let plan = project.usual(reader);
    let picture = project.picture(&project.usually());
    let high = picture.as_ref().map_or(0.0, |p| p.height) + LINE * (8.0 + 2.0 * project.moves.len() as f64);
    sheet.room(high);
    sheet.heading(&project.name);
    if let Some(scene) = picture {
        sheet.framed([EDGE, sheet.y], &scene);
        sheet.y += scene.height + LINE;
    }
    let cords: Vec<String> = plan.cords.iter().map(|c| format!("{}: {}", c.name, c.length)).collect();
    sheet.lines(EDGE, &format!("{}. {}", cords.join(". "), plan.time), ACROSS);
    for (i, m) in project.moves.iter().enumerate() {
        sheet.lines(EDGE, &format!("{}  {m}", i + 1), ACROSS);
    }
    for l in &project.lessons {
        sheet.lines(EDGE, &format!("It teaches: {l}"), ACROSS);
    }
    sheet.lines(EDGE, &project.undone, ACROSS);
}

fn page(alt: String) -> Scene {
    Scene { width: PAGE[0], height: PAGE[1], items: Vec::new(), alt }
}

/// Left, top, width and height of a card.
fn place(column: usize, row: usize) -> [f64; 4] {
    let wide = (PAGE[0] - 2.0 * EDGE) / CARDS[0] as f64;
    let high = (PAGE[1] - 2.0 * EDGE) / CARDS[1] as f64;
    [EDGE + column as f64 * wide, EDGE + row as f64 * high, wide, high]
}

fn words(page: &mut Scene, class: &'static str, at: P2, words: &str, most: usize) -> f64 {
    let mut y = at[1];
    for line in wrapped(words, most) {
        page.items.push(Item::Text { class, at: [at[0], y], anchor: Anchor::Start, text: line });
        y += LINE - 2.0;
    }
    y
}

fn card_front(page: &mut Scene, [x, y, wide, high]: [f64; 4], knot: &Knot, mirrored: bool) {
    page.items.push(Item::Rect { class: "box", at: [x, y, wide, high] });
    let below = words(page, "lab", [x + WITHIN, y + WITHIN + 12.0], &knot.entry.name, ON_CARD - 6);
    let below = words(page, "labn", [x + WITHIN, below + 2.0], &knot.entry.cue, ON_CARD);
    let size = [wide - 2.0 * WITHIN, y + high - WITHIN - below];
    if let Some(scene) = tied(knot, size, mirrored) {
        let by = [x + WITHIN, below];
        let items = scene.items.into_iter().map(|i| i.moved(by)).collect();
        page.items.push(Item::Framed { at: [by[0], by[1], size[0], size[1]], items });
    }
}

fn card_back(page: &mut Scene, [x, y, wide, high]: [f64; 4], knot: &Knot, mirrored: bool) {
    page.items.push(Item::Rect { class: "box", at: [x, y, wide, high] });
    let say = |(i, s): (usize, &Step)| format!("{}  {}", i + 1, told(&s.say, mirrored));
    let moves: Vec<String> = knot.entry.step.iter().enumerate().map(say).collect();
    let tells = telltales(knot, mirrored);
    // Each move on lines of its own; a knot of many has them in one run, and at last without what to look for.
    let ways = [[moves.clone(), vec![tells.clone()]].concat(), vec![moves.join("  "), tells], vec![moves.join("  ")]];
    let tall = |way: &[String]| way.iter().map(|w| wrapped(w, ON_CARD).len() as f64 * (LINE - 2.0) + 4.0).sum::<f64>();
    let way = ways.iter().find(|way| tall(way) < high - 2.0 * WITHIN).unwrap_or(&ways[2]);
    let mut below = y + WITHIN + 12.0;
    for said in way {
        below = words(page, "labn", [x + WITHIN, below], said, ON_CARD) + 4.0;
    }
}

//! The sheet: two pages for a pocket, with the drawings, the cut list, the knots, the order and the cautions.

use super::draft::ShelterDraft;
use super::looks::looks;
use super::{Doing, Joint, Plan};
use crate::draw::{Anchor, Figure, Item, ObjectLook, Scene, above, draw, side, wrapped};
use crate::knot::catalogue;
use crate::object::{object_kind, surface};
use crate::units::Reader;

/// A page of paper, 210 by 297 mm at 96 pixels to the inch.
pub const PAGE: [f64; 2] = [794.0, 1123.0];
/// Paper left white at the edges.
const EDGE: f64 = 44.0;
/// Height of a line of small words.
const LINE: f64 = 19.0;
/// Characters of small words that go on a line across the page, and on half of one.
const ACROSS: usize = 88;
const HALF: usize = 42;

/// Words and pictures put below one another.
struct Page {
    items: Vec<Item>,
    y: f64,
}

impl Page {
    fn new(head: &str) -> Self {
        let mut page = Self { items: Vec::new(), y: EDGE + 24.0 };
        page.text("head", EDGE, head);
        page.y += 34.0;
        page
    }

    fn text(&mut self, class: &'static str, x: f64, words: &str) {
        self.items.push(Item::Text { class, at: [x, self.y], anchor: Anchor::Start, text: words.to_owned() });
    }

    fn heading(&mut self, words: &str) {
        self.y += 12.0;
        self.text("lab", EDGE, words);
        self.y += LINE + 3.0;
    }

    /// Wrapped words, from `x`.
    fn lines(&mut self, x: f64, words: &str, characters: usize) {
        for line in wrapped(words, characters) {
            self.text("labn", x, &line);
            self.y += LINE;
        }
    }

    fn picture(&mut self, scene: Scene) {
        let by = [(PAGE[0] - scene.width) / 2.0, self.y];
        let at = [by[0], by[1], scene.width, scene.height];
        let items = scene.items.into_iter().map(|i| i.moved(by)).collect();
        self.items.push(Item::Framed { at, items });
        self.y += scene.height + 8.0;
    }

    fn done(self, alt: &str) -> Scene {
        Scene { width: PAGE[0], height: PAGE[1], items: self.items, alt: alt.to_owned() }
    }
}

/// Both pages.
pub fn pages(draft: &ShelterDraft, plan: &Plan, title: &str, reader: &Reader) -> Vec<Scene> {
    vec![site(draft, plan, title, reader), work(plan, title)]
}

fn site(draft: &ShelterDraft, plan: &Plan, title: &str, reader: &Reader) -> Scene {
    let mut page = Page::new(title);
    let [near, far] = plan.between.anchors.map(|i| draft.anchors[i].name.as_str());
    let said = format!(
        "For {}, a cover {} by {} m as {}, between {near} and {far}; gusts {:.0} m/s.",
        draft.people,
        draft.cover.length_m,
        draft.cover.width_m,
        draft.pitch.words(),
        plan.forces.gust_ms
    );
    page.lines(EDGE, &said, ACROSS);
    page.picture(side(&looks(draft, plan, [PAGE[0] - 2.0 * 12.0, 270.0], reader)));
    page.picture(above(&looks(draft, plan, [PAGE[0] - 2.0 * 12.0, 360.0], reader)).0);
    page.heading("What gives first");
    for part in &plan.parts {
        page.lines(EDGE, &part.says, ACROSS);
    }
    page.heading("Mind");
    for say in &plan.change {
        page.lines(EDGE, say, ACROSS);
    }
    page.done(&format!("{title}: the site, to scale"))
}

fn work(plan: &Plan, title: &str) -> Scene {
    let mut page = Page::new("Cut, tie, in this order");
    for c in &plan.cuts {
        let sum: Vec<String> = c.items.iter().map(|i| format!("{} {}", i.words, i.of)).collect();
        let [metres, feet, spans] = &c.words;
        let head = format!("{} × {}, {}: {metres} ({feet}, {spans})", c.times, c.name.to_lowercase(), c.cord_name);
        page.text("lab", EDGE, &head);
        page.y += LINE;
        page.lines(EDGE + 14.0, &sum.join(" + "), ACROSS);
    }
    page.y += 6.0;
    knots(&mut page, plan);
    let top = page.y;
    doings(&mut page, EDGE, "Rig", &plan.order);
    page.y = top;
    let right = PAGE[0] / 2.0 + 10.0;
    doings(&mut page, right, "Strike", &plan.strike);
    page.y += 14.0;
    page.text("lab", right, "Cautions");
    page.y += LINE + 2.0;
    for say in &plan.cautions {
        page.lines(right, say, HALF);
    }
    page.done(&format!("{title}: lines, knots and order"))
}

/// Each knot once, small.
fn knots(page: &mut Page, plan: &Plan) {
    let mut shown: Vec<&str> = Vec::new();
    let size = [134.0, 92.0];
    for joint in &plan.joints {
        let Some(knot) = catalogue().find(&joint.knot).filter(|k| !shown.contains(&k.id.as_str())) else { continue };
        if shown.len() == 5 {
            break;
        }
        let at = [EDGE + shown.len() as f64 * (size[0] + 6.0), page.y];
        if let Ok(scene) = draw(knot, &Figure { size, object: face(joint), ..Figure::default() }) {
            let items = scene.items.into_iter().map(|i| i.moved(at)).collect();
            page.items.push(Item::Framed { at: [at[0], at[1], size[0], size[1]], items });
        }
        for (line, text) in wrapped(&joint.knot_name, 18).into_iter().take(2).enumerate() {
            let at = [at[0] + 4.0, page.y + size[1] + 18.0 + 15.0 * line as f64];
            page.items.push(Item::Text { class: "labn", at, anchor: Anchor::Start, text });
        }
        shown.push(&knot.id);
    }
    page.y += size[1] + 41.0;
}

/// What a joint's knot is drawn on: the material and section it is tied to, as the path was laid out.
fn face(joint: &Joint) -> ObjectLook {
    let Some((asked, shape)) = joint.situation.as_ref().and_then(|s| Some((s, s.shape?))) else {
        return ObjectLook::default();
    };
    let kind = object_kind(shape);
    let material = surface(asked.surface.as_deref().unwrap_or(&kind.surface));
    ObjectLook {
        look: material.map_or_else(Default::default, |m| m.look),
        section: kind.section,
        ..ObjectLook::default()
    }
}

fn doings(page: &mut Page, x: f64, head: &str, list: &[Doing]) {
    page.y += 14.0;
    page.text("lab", x, head);
    page.y += LINE + 2.0;
    for d in list {
        page.items.push(Item::Rect { class: "box", at: [x, page.y - 12.0, 13.0, 13.0] });
        page.lines(x + 22.0, &d.say, HALF - 3);
    }
}

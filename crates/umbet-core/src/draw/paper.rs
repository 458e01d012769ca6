//! Paper: words and pictures put below one another, on as many pages as they take.

use super::{Anchor, Item, Scene, wrapped};
use crate::knot::spline::P2;

/// A page of paper, 210 by 297 mm at 96 pixels to the inch.
pub const PAGE: [f64; 2] = [794.0, 1123.0];
/// Paper left white at the edges.
pub const EDGE: f64 = 44.0;
/// Height of a line of small words.
pub const LINE: f64 = 19.0;
/// Characters of small words that go on a line across the page.
pub const ACROSS: usize = 100;
/// Words and pictures put below one another, on as many pages as they take.
pub struct Sheet {
    title: String,
    pages: Vec<Scene>,
    /// On the page that is being filled.
    pub items: Vec<Item>,
    /// How far down it is filled.
    pub y: f64,
}

impl Sheet {
    /// With this head.
    pub fn new(title: &str) -> Self {
        let mut sheet = Self { title: title.to_owned(), pages: Vec::new(), items: Vec::new(), y: 0.0 };
        sheet.head(title);
        sheet
    }

    fn head(&mut self, words: &str) {
        self.y = EDGE + 24.0;
        for line in wrapped(words, 40) {
            self.text("head", EDGE, &line);
            self.y += 34.0;
        }
    }

    /// Words at `x`, where the sheet stands.
    pub fn text(&mut self, class: &'static str, x: f64, words: &str) {
        self.items.push(Item::Text { class, at: [x, self.y], anchor: Anchor::Start, text: words.to_owned() });
    }

    /// A heading, with room for what follows it.
    pub fn heading(&mut self, words: &str) {
        self.room(4.0 * LINE);
        self.y += 12.0;
        self.text("lab", EDGE, words);
        self.y += LINE + 3.0;
    }

    /// A new page where so much does not go on this one.
    pub fn room(&mut self, height: f64) {
        if self.y + height > PAGE[1] - EDGE {
            self.turn();
        }
    }

    /// Begins a new page.
    pub fn turn(&mut self) {
        let alt = format!("{}, page {}", self.title, self.pages.len() + 1);
        let items = std::mem::take(&mut self.items);
        self.pages.push(Scene { width: PAGE[0], height: PAGE[1], items, alt });
        self.y = EDGE + 14.0;
    }

    /// Wrapped words, from `x`.
    pub fn lines(&mut self, x: f64, words: &str, characters: usize) {
        for line in wrapped(words, characters) {
            self.room(LINE);
            self.text("labn", x, &line);
            self.y += LINE;
        }
    }

    /// A picture across the page.
    pub fn picture(&mut self, scene: &Scene) {
        self.room(scene.height + 8.0);
        self.framed([(PAGE[0] - scene.width) / 2.0, self.y], scene);
        self.y += scene.height + 8.0;
    }

    /// A picture at this place, in a frame of its own.
    pub fn framed(&mut self, by: P2, scene: &Scene) {
        let at = [by[0], by[1], scene.width, scene.height];
        let items = scene.items.iter().cloned().map(|i| i.moved(by)).collect();
        self.items.push(Item::Framed { at, items });
    }

    /// All its pages.
    pub fn done(mut self) -> Vec<Scene> {
        self.turn();
        self.pages
    }
}
